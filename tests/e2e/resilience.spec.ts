/** The server goes away while a slip is sent; two tabs send at once; the reader changes. */
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { AppServer, expect, freePort, kept, lines, moveClock, readAs, test } from './app';
import { draft, send } from './views';

test('a slip that can’t be sent stays in Outgoing and goes out later, once', async ({
  page,
  server,
  faults,
}) => {
  await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere');
  await server.stop();
  await page.getByRole('button', { name: 'Send slip' }).click();
  await expect(page.getByText('not sent yet')).toBeVisible();
  await page.getByRole('button', { name: 'Send slip' }).click();
  await expect(page.getByText(/can’t be reached.*stays in Outgoing/)).toBeVisible();

  await server.start();
  let sendings = 0;
  page.on('request', (r) => {
    if (r.method() === 'POST' && r.url().endsWith('/api/slips')) sendings++;
  });
  // The connection comes back: it goes out by itself, and only once although both are told.
  const other = await page.context().newPage();
  other.on('request', (r) => {
    if (r.method() === 'POST' && r.url().endsWith('/api/slips')) sendings++;
  });
  await other.goto('/requests');
  await other.getByRole('heading', { name: /^Outgoing/ }).waitFor();
  await Promise.all([
    page.evaluate(() => window.dispatchEvent(new Event('online'))),
    other.evaluate(() => window.dispatchEvent(new Event('online'))),
  ]);
  await expect(page.getByText('It has been received.')).toBeVisible();
  await expect(other.getByRole('heading', { name: /^Under way/ })).toBeVisible();
  expect(sendings).toBe(1);
  faults.length = 0; // requests that found no server
});

test('a double click and a reload in the middle send a slip once', async ({ page }) => {
  const sendings: string[] = [];
  page.on('request', (r) => {
    if (r.method() === 'POST' && r.url().endsWith('/api/slips'))
      sendings.push((r.postDataJSON() as { slip: { id: string } }).slip.id);
  });
  for (const query of [
    'record=tu0000043&route=partner-loan&from=ostmere',
    'record=tu0000049&route=ill-loan&from=lending',
  ]) {
    await draft(page, query);
    await page.getByRole('button', { name: 'Add to Outgoing' }).click();
    await page.waitForURL(/\/requests$/);
  }
  await page.getByRole('button', { name: /^Send all 2/ }).dblclick();
  await expect(page.getByRole('heading', { name: 'Under way, 2' })).toBeVisible();
  expect(new Set(sendings).size).toBe(2);
  expect(sendings.length).toBe(2);
  // Told to go and left at once: it goes when the page is opened again, under the same number.
  await draft(page, 'record=tu0000044&route=ill-loan&from=lending');
  const id = new URL(page.url()).pathname.split('/').pop();
  await page.getByRole('button', { name: 'Send slip' }).click({ noWaitAfter: true });
  // As soon as the button says that it is being sent, it is kept.
  await expect(page.getByRole('button', { name: 'Send slip' })).toHaveCount(0);
  await page.goto('/requests');
  await expect(page.getByRole('heading', { name: 'Under way, 3' })).toBeVisible();
  expect(new Set(sendings.slice(2))).toEqual(new Set([id]));
});

test('slips are found by word and by where they stand', async ({ page }) => {
  for (const query of [
    'record=tu0000043&route=partner-loan&from=ostmere',
    'record=tu0000049&route=ill-loan&from=lending',
  ]) {
    await draft(page, query);
    await send(page);
  }
  await draft(page, 'record=tu0000044&route=ill-loan&from=lending');
  await page.goto('/requests');
  await page.getByRole('searchbox', { name: 'Find a slip' }).fill('vestwick');
  await expect(page.getByRole('heading', { name: 'Under way, 1' })).toBeVisible();
  await page.getByRole('searchbox', { name: 'Find a slip' }).fill('nothing like it');
  await expect(page.getByText('No slip fits.')).toBeVisible();
  await page.getByRole('searchbox', { name: 'Find a slip' }).fill('');
  await page.getByRole('radio', { name: /^Need you/ }).check();
  await expect(page.getByRole('heading', { name: /^Outgoing, 1/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: /^Under way/ })).toHaveCount(0);
});

test('the same thing asked for twice is refused with a pointer to the first', async ({ page }) => {
  await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere');
  await send(page);
  const first = new URL(page.url()).pathname;
  await draft(page, 'record=tu0000043&route=ill-loan&from=lending');
  await expect(page.getByText(/You have already asked for this/)).toBeVisible();
  await expect(page.getByRole('link', { name: 'Go to that slip' })).toHaveAttribute('href', first);
  await expect(page.getByRole('button', { name: 'Send slip' })).toBeDisabled();
});

test('a slip can be withdrawn until someone has started on it', async ({ page, faults }) => {
  await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere');
  await send(page);
  await page.getByRole('button', { name: 'Withdraw' }).click();
  await expect(page.getByText('You owe nothing').first()).toBeVisible();

  await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere');
  await send(page);
  // Early or late (that is the stand-in's to say), by the fourth day somebody has it in hand.
  for (let i = 0; i < 4; i++) {
    await page.getByRole('button', { name: /^Demo clock/ }).click();
    await page.getByRole('button', { name: 'Next day, 9:10' }).click();
  }
  await expect(page.getByText(/can’t be withdrawn|It is on its way|It is ready/).first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Withdraw' })).toHaveCount(0);
  faults.length = 0;
});

test('a first-time reader registers inside the first slip and keeps what was written', async ({ page }) => {
  await readAs(page, 'Tove Askelund');
  await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere');
  await page.getByLabel('Note to the library').fill('for Thursday');
  await page.getByRole('button', { name: 'Send slip' }).click();
  await expect(page.getByText(/Address is missing/).first()).toBeVisible();
  await page.getByRole('textbox', { name: 'Address' }).fill('Room 3, Netloft House');
  await page.getByRole('textbox', { name: 'E-mail' }).fill('tove');
  await page.getByRole('checkbox', { name: /^Register me/ }).check();
  await page.getByRole('button', { name: 'Send slip' }).click();
  await expect(page.getByText(/E-mail is not an address/).first()).toBeVisible();
  // What was typed into it is kept, as the slip is.
  await kept(page, 'settings', 'Netloft House');
  await kept(page, 'settings', '"tove"');
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Address' })).toHaveValue('Room 3, Netloft House');
  await expect(page.getByRole('textbox', { name: 'E-mail' })).toHaveValue('tove');
  await expect(page.getByRole('checkbox', { name: /^Register me/ })).toBeChecked();
  await page.getByRole('textbox', { name: 'E-mail' }).fill('tove@reader.example');
  await expect(page.getByLabel('Note to the library')).toHaveValue('for Thursday');
  await send(page);
  await draft(page, 'record=tu0000049&route=ill-loan&from=lending');
  await expect(page.getByRole('checkbox', { name: /^Register me/ })).toHaveCount(0);
});

test('site data is blocked: said plainly, and searching goes on', async ({ page }) => {
  await page.addInitScript(() => {
    const refuse = (): never => {
      throw new DOMException('site data is blocked', 'SecurityError');
    };
    IDBFactory.prototype.open = refuse;
    Storage.prototype.setItem = refuse;
  });
  await page.goto('/?q=kelp');
  await lines(page);
  await expect(page.getByRole('alert')).toContainText(/keeps nothing for this address/);
  await page.getByRole('button', { name: 'Dark' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await moveClock(page, 'Next day, 9:10');
  await expect(page.getByRole('alert')).toContainText(/Allow site data, then reload/);
});

test('a browser without a store: said plainly; searching and reading go on, nothing is a blank page', async ({
  page,
  faults,
}) => {
  await page.addInitScript(() => Object.defineProperty(window, 'indexedDB', { value: undefined }));
  await page.goto('/?q=kelp');
  await lines(page);
  await expect(page.getByRole('alert')).toContainText(
    /keeps nothing for this address.*Allow site data, then reload/,
  );
  await page.locator('[data-line]').first().click();
  await expect(page.getByRole('heading', { name: 'Ways to read' })).toBeVisible();
  await page.getByRole('button', { name: 'I have read this' }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);
  // A slip can't be kept: that is said, not a blank page.
  await page.goto('/requests/new?record=tu0000043&route=partner-loan&from=ostmere');
  await expect(page.getByRole('main').getByRole('alert')).toContainText(/keeps nothing.*Try again/);
  // A question stays in its box.
  await page.goto('/ask');
  await page.getByLabel('Your question').fill('What now?');
  await page.getByRole('button', { name: 'Ask', exact: true }).click();
  await expect(page.getByRole('status').getByText(/keeps nothing/)).toBeVisible();
  await expect(page.getByLabel('Your question')).toHaveValue('What now?');
  expect(faults).toEqual([]);
});

test('lines that can’t be fetched are said, and come when asked for again', async ({
  page,
  context,
  faults,
}) => {
  // What opens beside the lines has not come yet either: the lines stand all the same.
  await page.route('**/_astro/*/Beside.*.js', (route) => route.abort());
  await page.goto('/?q=history');
  await lines(page);
  await expect(page.getByText(/A part of this page could not be fetched/)).toBeVisible();
  await context.setOffline(true);
  await page.getByRole('textbox', { name: 'Go to line' }).fill('150');
  await page.getByRole('textbox', { name: 'Go to line' }).press('Enter');
  const said = page.getByRole('region', { name: 'Results' }).getByRole('alert');
  await expect(said).toContainText('The library can’t be reached.');
  await expect(said).toBeInViewport();
  await page.unroute('**/_astro/*/Beside.*.js');
  await context.setOffline(false);
  await expect(page.getByText(/A part of this page could not be fetched/)).toHaveCount(0);
  await said.getByRole('button', { name: 'Try again' }).click();
  await expect(page.locator('li[data-index="149"] [data-line]')).toBeVisible();
  await expect(said).toHaveCount(0);
  faults.length = 0; // requests that found no network
});

test('a draft that another tab has changed is not sent before that is said and decided', async ({ page }) => {
  await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere');
  const other = await page.context().newPage();
  await other.goto(page.url());
  await other.getByLabel('Note to the library').fill('the second volume');
  await kept(other, 'slips', 'the second volume');
  const said = page.getByRole('alert').filter({ hasText: 'changed in another tab: the note' });
  await expect(said).toBeVisible();
  let sendings = 0;
  page.on('request', (r) => {
    if (r.method() === 'POST' && r.url().endsWith('/api/slips')) sendings++;
  });
  await page.getByRole('button', { name: 'Send slip' }).click();
  await expect(said).toBeVisible();
  expect(sendings).toBe(0);
  await said.getByRole('button', { name: 'Take what was written there' }).click();
  await expect(page.getByLabel('Note to the library')).toHaveValue('the second volume');
  await other.close();
  await send(page);
  expect(sendings).toBe(1);
});

test('Back and Forward restore the box and the day, in CQL too', async ({ page }) => {
  const box = () => page.getByLabel('A search in CQL');
  await page.goto(`/?syntax=cql&need=2026-11-13&q=${encodeURIComponent('dc.title = kelp')}`);
  await lines(page);
  await expect(box()).toHaveValue('dc.title = kelp');
  await box().fill('dc.title = dulse');
  await page.getByLabel('Need by').fill('2026-11-20');
  await page.getByRole('button', { name: 'Search', exact: true }).click();
  await page.waitForURL(/dulse/);
  await page.goBack();
  await expect(box()).toHaveValue('dc.title = kelp');
  await expect(page.getByLabel('Need by')).toHaveValue('Fri 13 Nov');
  await page.goForward();
  await expect(box()).toHaveValue('dc.title = dulse');
  await expect(page.getByLabel('Need by')).toHaveValue('Fri 20 Nov');
});

test('a store that does not answer is said, and the page goes on', async ({ page }) => {
  await page.addInitScript(() => {
    // Opening hangs: neither success nor failure ever comes.
    IDBFactory.prototype.open = () => new EventTarget() as unknown as IDBOpenDBRequest;
  });
  await page.goto('/?q=kelp');
  await lines(page);
  await expect(page.getByRole('alert')).toContainText(/store does not answer/);
});

test('a question is written before the page’s programs have come: it stays, and one that was sent is asked', async ({
  page,
}) => {
  let come = (): void => undefined;
  const late = new Promise<void>((done) => {
    come = done;
  });
  await page.route('**/_astro/**/*.js', async (route) => {
    await late;
    await route.continue();
  });
  await page.goto('/', { waitUntil: 'domcontentloaded' });
  const box = page.locator('#query');
  await expect(box).toBeFocused();
  await page.keyboard.type('seaweed fod');
  await page.keyboard.press('ArrowLeft');
  come();
  await expect(page.getByRole('combobox')).toBeVisible();
  // Where it was being written it is written on.
  await page.keyboard.type('o');
  await expect(box).toHaveValue('seaweed food');

  await page.unroute('**/_astro/**/*.js');
  const again = new Promise<void>((done) => {
    come = done;
  });
  await page.route('**/_astro/**/*.js', async (route) => {
    await again;
    await route.continue();
  });
  await page.goto('/?q=dulse', { waitUntil: 'domcontentloaded' });
  await expect(box).toHaveValue('dulse');
  await box.fill('seaweed food');
  await box.press('Enter');
  await expect(page.getByText('Asked as soon as the rest of this page is here.')).toBeVisible();
  come();
  await lines(page);
  await expect(page).toHaveURL(/q=seaweed(\+|%20)food/);
  await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible();
});

test('another index is taken over in the middle of a list: all that is shown is of it', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'legendum-edition-'));
  const index = join(folder, 'index');
  cpSync(process.env.LEGENDUM_INDEX as string, index, { recursive: true });
  const own = new AppServer(await freePort(), { LEGENDUM_INDEX: index, LEGENDUM_WORKERS: '1' });
  await own.start();
  try {
    /** By what was asked for, the edition of the answer that came last. */
    const editions = new Map<string, string>();
    page.on('response', (r) => {
      const url = new URL(r.url());
      const edition = r.headers()['legendum-edition'];
      if (edition && url.pathname === '/api/search')
        editions.set(url.searchParams.get('offset') ?? '', edition);
    });
    await page.goto(`${own.address}/?q=history`);
    await lines(page);
    const [before] = editions.values();
    expect([...editions.keys()]).toEqual(['0']);
    const manifest = join(index, 'manifest.json');
    writeFileSync(manifest, `${readFileSync(manifest, 'utf8')}\n`);
    // Until new workers have opened it, beside whatever else this machine does: how long that takes is not the matter.
    await expect
      .poll(
        async () => {
          const answer = await page.request.get(`${own.address}/api/search?q=kelp`);
          return answer.headers()['legendum-edition'];
        },
        { timeout: 60_000 },
      )
      .not.toBe(before);
    await page.getByRole('textbox', { name: 'Go to line' }).fill('80');
    await page.getByRole('textbox', { name: 'Go to line' }).press('Enter');
    await expect(page.locator('li[data-index="79"] [data-line]')).toBeVisible();
    // The first lines had been there before: they were asked for anew.
    expect(editions.size).toBeGreaterThan(1);
    expect(new Set(editions.values()).size).toBe(1);
    expect([...editions.values()]).not.toContain(before);
  } finally {
    // A page that still asks for what its lines wait for would complain that its server went away.
    await page.goto('about:blank');
    await own.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
