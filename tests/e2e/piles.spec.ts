/** Piles from end to end: kept, planned, fetched, cited, given away, carried to another browser, cleared away. */
import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, kept, lines, search, signIn, still, test } from './app';
import { pile } from './views';

const items = (page: Page) => page.getByRole('list', { name: 'What is in it' }).getByRole('listitem');
/** Looked up: every line has its time. */
const lookedUp = (page: Page, timeout = 10_000) =>
  expect(page.locator('section[aria-busy="false"] ol')).toBeVisible({ timeout });

test('ten kept articles become a cited paper in one named style, by mouse', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.goto('/?q=seaweed&keep.kind=research-article');
  await lines(page);
  // The first ten lines, as a stretch: one box, then another with Shift.
  const boxes = page.getByRole('checkbox', { name: /^Choose “/ });
  await boxes.nth(0).hover();
  await boxes.nth(0).check();
  await page.mouse.wheel(0, 700);
  const tenth = page.locator('li[data-index="9"]').getByRole('checkbox', { name: /^Choose “/ });
  await tenth.click({ modifiers: ['Shift'] });
  await expect(page.getByText('10 lines chosen')).toBeVisible();
  await page
    .getByRole('button', { name: /^Choose a pile for/ })
    .first()
    .click();
  await page.getByLabel('Its name').fill('Paper');
  await page.getByRole('button', { name: 'Make it and put it in' }).click();
  await expect(page.getByText(/^10 put into Paper/)).toBeVisible();
  await expect(page.locator('li[data-index="0"]').getByText('In Paper')).toBeVisible();
  await page.getByRole('link', { name: 'Open the pile' }).click();
  await expect(items(page).first()).toBeVisible();
  await page.getByRole('button', { name: 'Cite', exact: true }).first().click();
  const sheet = page.getByRole('dialog', { name: 'Cite 10 things' });
  await sheet.getByRole('button', { name: /^Style:/ }).click();
  await page.getByRole('searchbox', { name: /^Find among/ }).fill('modern language');
  await page.getByRole('button', { name: 'Modern Language Association 9th edition' }).click();
  await expect(sheet.getByRole('button', { name: /^Style: Modern Language/ })).toBeVisible();
  await expect(sheet.locator('ol[aria-busy="false"] > li')).toHaveCount(10);
  await sheet.getByRole('textbox', { name: 'page' }).fill('12');
  await expect(sheet.locator('ol[aria-busy="false"] > li').first()).toContainText('12)');
  await sheet.getByRole('button', { name: 'Copy the list' }).click();
  await expect(sheet.getByText('Copied.')).toBeVisible();
  const copied = await page.evaluate(async () => {
    const [item] = await navigator.clipboard.read();
    const html = await (await item?.getType('text/html'))?.text();
    return { html: html ?? '', text: await navigator.clipboard.readText() };
  });
  expect(copied.text.trim().split('\n\n')).toHaveLength(10);
  expect(copied.html).toContain('<i>');
  const download = page.waitForEvent('download');
  await sheet.getByRole('button', { name: 'Save as a file' }).click();
  await page.getByRole('button', { name: 'RTF' }).click();
  expect((await readFile(await (await download).path(), 'utf8')).slice(0, 6)).toBe('{\\rtf1');
});

test('the same by keyboard; a hole is filled, and the slip knows it', async ({ page }) => {
  await page.goto('/');
  await search(page, 'title:"twelve short lectures"');
  await page.keyboard.press('j');
  await page.keyboard.press('x');
  await page.keyboard.press('a');
  await expect(page.getByText(/^Put into Aside/)).toBeVisible();
  await page.keyboard.press('c');
  const sheet = page.getByRole('dialog', { name: 'Cite 1 thing' });
  await expect(sheet.locator('ol[aria-busy="false"] > li')).toHaveCount(1);
  const hole = sheet.getByRole('button', { name: 'edition: fill in' });
  await hole.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('2');
  await page.keyboard.press('Enter');
  await expect(sheet.getByText(/2nd ed/)).toBeVisible();
  await expect(sheet.getByText('Yours: edition')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(sheet).toBeHidden();
  // From there into a slip: what was said goes along.
  const id = await page.locator('a[data-line]').first().getAttribute('href');
  await page.goto(`/requests/new?record=${id?.split('/').pop()}&route=ill-loan&from=lending`);
  // The slip is a page of its own behind the one that was asked for.
  await page.waitForURL(/\/requests\/S-/);
  await expect(page.getByRole('textbox', { name: 'Edition' })).toHaveValue('2', { timeout: 20_000 });
});

test('what another tab says of a thing between getting ready to cite and citing is there', async ({
  page,
  context,
}) => {
  await page.goto('/?q=seaweed&keep.kind=book');
  await lines(page);
  await page
    .getByRole('checkbox', { name: /^Choose “/ })
    .first()
    .check();
  const cite = (on: Page) => on.getByRole('button', { name: 'Cite', exact: true });
  // Going towards the button reads what this reader has corrected so far: nothing.
  await cite(page).hover();
  await page.waitForTimeout(1000);
  const other = await context.newPage();
  await other.goto('/?q=seaweed&keep.kind=book');
  await lines(other);
  await other
    .getByRole('checkbox', { name: /^Choose “/ })
    .first()
    .check();
  await cite(other).click();
  const there = other.getByRole('dialog', { name: 'Cite 1 thing' });
  await there.getByRole('button', { name: 'edition: fill in' }).click();
  await other.keyboard.type('2');
  await other.keyboard.press('Enter');
  await expect(there.getByText('Yours: edition')).toBeVisible();
  await other.close();
  await cite(page).click();
  const sheet = page.getByRole('dialog', { name: 'Cite 1 thing' });
  await expect(sheet.getByText(/2nd ed/)).toBeVisible();
  await expect(sheet.getByText('Yours: edition')).toBeVisible();
});

test('a pile of forty for Friday under a limit of 20 crowns', async ({ page }) => {
  await page.goto('/?q=harbour&drop.kind=newspaper-article&keep.wait=two-weeks&keep.wait=later');
  await lines(page);
  await page.keyboard.press('j');
  await page.keyboard.press('x');
  // The next lines come as they are gone to.
  await page.getByLabel('Go to line').fill('38');
  await page.keyboard.press('Enter');
  await expect(page.locator('li[data-index="39"] [data-line]')).toBeVisible();
  await still(page.locator('li[data-index="39"]'));
  await page
    .locator('li[data-index="39"]')
    .getByRole('checkbox', { name: /^Choose “/ })
    .click({ modifiers: ['Shift'] });
  await expect(page.getByText('40 lines chosen')).toBeVisible();
  await page
    .getByRole('button', { name: /^Choose a pile for/ })
    .first()
    .click();
  await page.getByLabel('Its name').fill('For Friday');
  await page.getByRole('button', { name: 'Make it and put it in' }).click();
  await page.getByRole('link', { name: 'Open the pile' }).click();
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await page.getByLabel('Need by').fill('fri 20 nov');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Changed.')).toBeVisible();
  await expect(page.getByText('by Fri 20 Nov').first()).toBeVisible();
  const sum = page.getByText(/^By Fri 20 Nov: /);
  const price = async () => Number(/for ([\d.]+)/.exec((await sum.textContent()) ?? '')?.[1]);
  await expect.poll(price).toBeGreaterThan(20);
  await page.getByLabel('Spend at most').pressSequentially('20');
  // Letter after letter, faster than the store answers.
  const words = page.getByPlaceholder('your own words about this pile');
  await words.pressSequentially('law and taste, for Friday');
  await expect(words).toHaveValue('law and taste, for Friday');
  await expect.poll(price).toBeLessThanOrEqual(20);
  expect(await price()).toBeGreaterThan(0);
  await expect(page.getByText('every choice was weighed')).toBeVisible();
  await page.getByRole('button', { name: /^Write (this slip|these \d+ slips)$/ }).click();
  const review = page.getByRole('region', { name: 'Slips for what is missing' });
  await expect(review.getByRole('row').nth(1)).toBeVisible();
  const declare = review.getByRole('checkbox', { name: /^For each copy/ });
  if (await declare.count()) await declare.check();
  await review.getByRole('button', { name: /^Send \d+ slips?/ }).click();
  await expect(page.getByText(/^\d+ slips? sent/)).toBeVisible({ timeout: 40_000 });
  await expect(page.getByText('on the way', { exact: true }).first()).toBeVisible();
});

test('what stands on shelves is fetched in walking order; what is not there goes on', async ({ page }) => {
  await pile(page, 'Seminar', 'seaweed+food', '2026-11-13');
  await page.getByRole('link', { name: 'Fetch sheet' }).click();
  const sheet = page.getByRole('region', { name: 'Fetch sheet' });
  await expect(sheet.getByRole('heading', { level: 2 }).first()).toHaveText('Quayside');
  const stops = sheet.getByRole('listitem');
  const before = await stops.count();
  await stops.first().getByRole('checkbox').check();
  await kept(page, 'pileItems', '"got":true');
  await page.reload();
  await expect(stops.first().getByRole('checkbox')).toBeChecked();
  await stops
    .nth(1)
    .getByRole('button', { name: /is not on the shelf$/ })
    .click();
  await expect(sheet.getByText(/^Next: |no other way|also at/).first()).toBeVisible();
  await expect(stops).toHaveCount(before);
  await sheet.getByRole('button', { name: 'It is there after all' }).click();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Sections' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  await expect(stops.first()).toBeVisible();
});

test('lines are ordered by hand, noted, taken out and brought back', async ({ page }) => {
  await pile(page, 'Order', 'seaweed+food');
  await page.getByRole('button', { name: /^Order:/ }).click();
  const byHand = page.getByRole('radio', { name: 'by hand' });
  await byHand.click();
  // Its choices close once the store has the answer; till then an arrow key is theirs.
  await expect(byHand).toBeHidden();
  const titles = () => items(page).locator('[data-line]').allTextContents();
  await lookedUp(page);
  // What can be put elsewhere stands by hand.
  await expect(
    items(page)
      .nth(0)
      .getByTitle(/^Move “/),
  ).toBeAttached();
  const [a = '', b = '', c = ''] = await titles();
  const first = items(page).nth(0).locator('[data-line]');
  await first.focus();
  await expect(first).toBeFocused();
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(async () => (await titles()).slice(0, 3)).toEqual([b, a, c]);
  await expect(page.getByText('Moved one line.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await titles()).slice(0, 3)).toEqual([a, b, c]);
  // By dragging: the third before the first.
  await items(page).nth(2).hover();
  const handle = items(page)
    .nth(2)
    .getByTitle(/^Move “/);
  await handle.dragTo(items(page).nth(0), { targetPosition: { x: 200, y: 4 } });
  await expect.poll(async () => (await titles()).slice(0, 3)).toEqual([c, a, b]);
  await items(page).nth(0).hover();
  await items(page)
    .nth(0)
    .getByRole('button', { name: /^Your note on/ })
    .click();
  await page.keyboard.type('chapter 3 only');
  await page.getByRole('searchbox', { name: /^Show only/ }).fill('chapter 3');
  await expect(items(page)).toHaveCount(1);
  await page.getByRole('searchbox', { name: /^Show only/ }).fill('');
  const n = await page
    .getByText(/^\d+ things/)
    .first()
    .textContent();
  await items(page).nth(1).getByRole('checkbox').check();
  await items(page)
    .nth(3)
    .getByRole('checkbox')
    .click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: 'Take out' }).click();
  await expect(page.getByText('3 rest in the bin.')).toBeVisible();
  await page.getByRole('link', { name: 'Bin (1)' }).click();
  await page.getByRole('button', { name: /^Bring back/ }).click();
  await expect(page.getByText('Nothing is in the bin.')).toBeVisible();
  await expect(page.getByText(n ?? '').first()).toBeVisible();
});

test('a pile goes to somebody else in a link, and a cut one says so', async ({
  page,
  browser,
  context,
  faults,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await pile(page, 'Seminar', 'seaweed+food', '2026-11-13');
  await page.getByRole('button', { name: 'Share', exact: true }).click();
  await page.getByRole('button', { name: 'Copy a link that carries it' }).click();
  await expect(page.getByText('Copied.')).toBeVisible();
  const link = await page.evaluate(() => navigator.clipboard.readText());
  expect(link).toContain('/piles#pile=');
  const other = await browser.newContext();
  const theirs = await other.newPage();
  await theirs.goto(link);
  await expect(theirs.getByRole('heading', { name: 'Seminar' })).toBeVisible();
  await expect(theirs.getByText('Nothing of it is kept yet.')).toBeVisible();
  await theirs.getByRole('button', { name: 'Keep it as a pile of mine' }).click();
  await expect(theirs.getByText('by Fri 13 Nov').first()).toBeVisible();
  await expect(items(theirs).first()).toBeVisible();
  await theirs.goto('about:blank');
  await theirs.goto(link.slice(0, -200));
  await expect(theirs.getByRole('alert')).toContainText('carries no whole pile');
  await other.close();
  expect(faults).toEqual([]);
});

test('two browsers’ accounts become one', async ({ page, browser, server }) => {
  await pile(page, 'Here', 'seaweed+food');
  await page.goto('/account');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const file = await (await saved).path();
  const other = await browser.newContext({ baseURL: server.address });
  await signIn(other, server.address);
  const theirs = await other.newPage();
  await pile(theirs, 'There', 'kelp');
  await theirs.goto('/requests/new?record=tu0000043&route=partner-loan&from=ostmere');
  await theirs.waitForURL(/\/requests\/S-/);
  await theirs.goto('/account');
  const choose = theirs.getByLabel('Read a file back in');
  await choose.setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"a":1}'),
  });
  await expect(theirs.getByRole('alert')).toContainText('no account file');
  await choose.setInputFiles(file);
  const preview = theirs.getByRole('region', { name: 'What would come of it' });
  await expect(preview.getByRole('row', { name: /^Piles 1 0 0$/ })).toBeVisible();
  await preview.getByRole('button', { name: 'Take it in' }).press('Enter');
  await expect(theirs.getByText('The file was taken in.')).toBeVisible();
  await theirs.goto('/piles');
  const nav = theirs.getByRole('navigation', { name: 'Your piles' });
  await expect(nav.getByRole('link', { name: /^Here/ })).toBeVisible();
  await expect(nav.getByRole('link', { name: /^There/ })).toBeVisible();
  await theirs.goto('/requests');
  await expect(theirs.getByText(/1 draft|Salt, smoke, weed/).first()).toBeVisible();
  await other.close();
});

test('a shared computer is left clean: the file first, then no trace', async ({ page }) => {
  await pile(page, 'Secret', 'seaweed+food');
  await page.getByRole('button', { name: 'Dark' }).click();
  await page.goto('/account');
  await page.getByRole('button', { name: 'Clear this browser' }).press('Enter');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the file and clear everything' }).press('Enter');
  expect(await readFile(await (await saved).path(), 'utf8')).toContain('Secret');
  await page.waitForURL('**/cleared');
  await expect(page.getByRole('heading', { name: 'Nothing is kept here any more' })).toBeVisible();
  const left = await page.evaluate(async () => ({
    databases: await indexedDB.databases(),
    local: { ...localStorage },
    session: { ...sessionStorage },
    caches: await caches.keys(),
    cookies: document.cookie,
  }));
  expect(left).toEqual({ databases: [], local: {}, session: {}, caches: [], cookies: '' });
  // Nor those that no script can see: nobody is signed in any more.
  expect((await page.context().cookies()).filter((c) => c.value !== '')).toEqual([]);
  await page.getByRole('link', { name: 'Start anew' }).click();
  await page.goto('/piles');
  await expect(page.getByText('nothing in it')).toBeVisible();
});

test('results leave as files, thousands at once', async ({ request, baseURL }) => {
  const get = (query: string) => request.get(`${baseURL}/api/export?${query}`);
  const ris = await get('q=seaweed&format=ris');
  expect(ris.headers()['content-disposition']).toContain('results.ris');
  const { total } = (await (await request.get(`${baseURL}/api/search?q=seaweed&limit=1`)).json()) as {
    total: number;
  };
  expect((await ris.text()).match(/^TY {2}- /gm)).toHaveLength(Math.min(5000, total));
  const all = (await (await get('q=&format=csl')).json()) as unknown[];
  expect(all).toHaveLength(5000);
  expect((await get('q=seaweed&format=scroll')).status()).toBe(400);
});

test('five thousand things in a pile stay smooth', async ({ page }) => {
  await page.goto('/piles');
  await page.getByText('nothing in it').waitFor();
  await page.evaluate(
    () =>
      new Promise<void>((done) => {
        const open = indexedDB.open('legendum');
        open.onsuccess = () => {
          const put = open.result.transaction(['pileItems', 'piles'], 'readwrite');
          const [reader, pile] = ['imke', 'P-many'];
          put.objectStore('piles').put({
            id: pile,
            reader,
            name: 'Many',
            purpose: '',
            needBy: '',
            note: '',
            order: 'author',
            created: '2026-11-02T09:10',
          });
          for (let i = 0; i < 5000; i++) {
            const record = `tu${String(i + 1).padStart(7, '0')}`;
            put.objectStore('pileItems').put({
              id: `${pile}|r:${record}`,
              pile,
              reader,
              key: `r:${record}`,
              record,
              csl: { type: 'book', title: `Thing ${i}`, author: [{ family: `F${i % 700}` }] },
              note: '',
              state: 'to-read',
              place: `c${i.toString(36).padStart(3, '0')}`,
              added: '2026-11-02T09:10',
            });
          }
          put.oncomplete = () => {
            open.result.close();
            done();
          };
        };
      }),
  );
  await page.goto('/piles?pile=P-many');
  await expect(items(page).first()).toBeVisible({ timeout: 20_000 });
  // Twenty-five questions of two hundred things each.
  await lookedUp(page, 60_000);
  // A stroke of the wheel to the next frame, over and over, with all of it there.
  const [idle, slow] = await page.evaluate(async () => {
    const median = async (work: (i: number) => void): Promise<number> => {
      const frames: number[] = [];
      for (let i = 1; i <= 30; i++) {
        const began = performance.now();
        work(i);
        await new Promise(requestAnimationFrame);
        await new Promise(requestAnimationFrame);
        frames.push(performance.now() - began);
      }
      return frames.sort((a, b) => a - b)[15] ?? 0;
    };
    return [await median(() => undefined), await median((i) => window.scrollTo(0, i * 2000))] as const;
  });
  const said = `${Math.round(slow)} ms (median), ${Math.round(idle)} with nothing to do`;
  console.log(`5,000 things: a jump of the list to the next frame in ${said}`);
  // A busy machine has long frames with nothing in them.
  expect(slow).toBeLessThan(Math.max(200, 5 * idle));
  await page.getByRole('searchbox', { name: /^Show only/ }).fill('seaweed');
  await expect(items(page)).not.toHaveCount(0);
});

test('the server answers by the machine’s clock where it is no demo', async ({ request, server }) => {
  // The rules have the zone, and the library’s data the clock: neither may wait for the other.
  const { AppServer } = await import('./app');
  const plain = new AppServer(server.port + 1000, { LEGENDUM_DEMO: '' });
  await plain.start();
  try {
    const info = (await (await request.get(`${plain.address}/api/library`)).json()) as {
      now: string;
      movable: boolean;
    };
    expect(info.movable).toBe(false);
    expect(info.now.slice(0, 2)).toBe('20');
  } finally {
    await plain.stop();
  }
});
