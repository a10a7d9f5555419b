/** Asking and narrowing in the real interface: from thousands of results to the right dozen, and back. */
import { expect, kept, lines, search, test } from './app';

const total = async (page: import('@playwright/test').Page): Promise<number> =>
  numberIn((await page.getByRole('heading', { name: /to read/ }).textContent()) ?? '');
/** The first of the numbers in a text. */
const numberIn = (text: string): number => Number(/[\d,]+/.exec(text)?.[0].replaceAll(',', ''));

test('from a one-word topic to reviewed recent articles in two languages, readable today, in under ten gestures', async ({
  page,
}) => {
  await page.goto('/');
  await search(page, 'local');
  const before = await total(page);
  expect(before).toBeGreaterThan(500);
  const gestures = await narrow(page, async (control) => control.click());
  await narrowed(page, gestures);
});

test('the same by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('heading', { name: /^What can you be reading/ }).waitFor();
  await page.locator('#query').blur();
  await page.keyboard.press('/');
  await expect(page.locator('#query')).toBeFocused();
  await page.keyboard.type('local');
  await page.keyboard.press('Enter');
  await lines(page);
  const gestures = await narrow(page, async (control, key) => {
    // A gesture by keyboard: a key into the Breakdown or to the wait bar, on with Tab, Enter.
    // On a slow machine the counts may be painted anew on the way: then it is begun again.
    await expect(async () => {
      await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
      await page.keyboard.press(key);
      for (let i = 0; i < 90; i++) {
        if (await control.evaluate((e) => e === document.activeElement)) break;
        await page.keyboard.press('Tab');
      }
      await expect(control).toBeFocused({ timeout: 1000 });
    }).toPass({ timeout: 40_000 });
    await page.keyboard.press('Enter');
  });
  await narrowed(page, gestures);
});

type Page = import('@playwright/test').Page;
/**
 * Chooses kind, peer review, years, two languages and two waits, each by one gesture; returns how many it
 * took with the question.
 */
async function narrow(
  page: Page,
  use: (control: import('@playwright/test').Locator, key: 'b' | 'w') => Promise<void>,
): Promise<number> {
  const pane = page.getByRole('complementary', { name: 'Breakdown of the results' });
  let gestures = 1;
  for (const name of [/^Research article, /, /^Reviewed, /, /^last 5$/, /^English, /, /^Italian, /]) {
    await use(pane.getByRole('button', { name }).first(), 'b');
    gestures++;
    await lines(page);
  }
  for (const wait of [/ now$/, / today$/]) {
    const segment = page
      .getByRole('group', { name: 'How soon they can be read' })
      .getByRole('button', { name: wait });
    if (await segment.count()) {
      await use(segment, 'w');
      gestures++;
      await lines(page);
    }
  }
  return gestures;
}
async function narrowed(page: Page, gestures: number): Promise<void> {
  expect(gestures).toBeLessThan(10);
  expect(await total(page)).toBeGreaterThan(0);
  for (const wait of await page.locator('article [data-wait]').all())
    expect(['now', 'today']).toContain(await wait.getAttribute('data-wait'));
  await expect(page.locator('article').first()).toContainText('Research article');
  await expect(page.locator('article').first()).toContainText('peer-reviewed');
}

test('conditions fall away with other words, are put back, and stay once they are kept', async ({ page }) => {
  await page.goto('/?q=seaweed&keep.peer=reviewed&from=2015&drop.kind=newspaper-article');
  await lines(page);
  await search(page, 'iodine');
  await expect(page).not.toHaveURL(/from=2015/);
  await expect(page.getByText(/these conditions fell away: peer-reviewed, 2015 to now/)).toBeVisible();
  await page.getByRole('button', { name: 'Put them back' }).click();
  await expect(page).toHaveURL(/from=2015/);
  await page.getByRole('checkbox', { name: 'Keep these for the next search' }).check();
  await kept(page, 'settings', 'reviewed');
  await search(page, 'kelp');
  await expect(page).toHaveURL(/keep\.peer=reviewed/);
  await expect(page).toHaveURL(/from=2015/);
  await expect(page.getByText(/fell away/)).toBeHidden();
  // What is kept follows what is chosen.
  await page.getByRole('button', { name: 'Remove conditions' }).click();
  await kept(page, 'settings', 'reviewed', false);
  await search(page, 'iodine');
  await expect(page).not.toHaveURL(/from=2015/);
});

test('suggestions are chosen by keyboard', async ({ page }) => {
  await page.goto('/');
  const box = page.getByRole('combobox');
  await box.fill('island nutr');
  await expect(page.getByRole('option').filter({ hasText: 'Annals of Island Nutrition' })).toBeVisible();
  await box.press('ArrowDown');
  await expect(page.getByRole('option', { selected: true })).toBeVisible();
  await box.press('Enter');
  await lines(page);
  await expect(page).toHaveURL(/q=in%3A%22Annals/);
});

test('words, fields and CQL are one search; switching loses nothing', async ({ page, faults }) => {
  await page.goto('/?q=title%3Akelp+by%3AHallgrim');
  await lines(page);
  const found = await total(page);
  await page.getByRole('button', { name: 'By fields' }).click();
  await expect(page.getByLabel('Row 1, words')).toHaveValue('kelp');
  await expect(page.getByLabel('Row 2, field')).toHaveValue('by');
  await page.getByRole('button', { name: 'In CQL' }).click();
  await expect(page.locator('#query')).toHaveValue('dc.title = kelp and dc.creator = Hallgrim');
  await lines(page);
  expect(await total(page)).toBe(found);
  await page.locator('#query').fill('dc.title = kelp and');
  await page.locator('#query').press('Enter');
  await expect(page.getByText(/at character 20/)).toBeVisible();
  await page.locator('#query').fill('dc.title = kelp');
  await page.locator('#query').press('Enter');
  await lines(page);
  await page.getByRole('button', { name: 'In words' }).click();
  await expect(page.locator('#query')).toHaveValue('title:kelp');
  faults.length = 0; // the refused query is a 400
});

test('what was done to the words is said and can be undone', async ({ page }) => {
  await page.goto('/');
  await search(page, 'seawede farming');
  await expect(page.getByText(/Searched for “seaweed” instead/)).toBeVisible();
  await page.getByRole('button', { name: 'Search exactly what I wrote' }).click();
  await expect(page.getByText('Nothing in the index fits all of this at once.')).toBeVisible();
  await search(page, 'Theodora Lindqvarn');
  await page.getByRole('button', { name: /^Works by/ }).click();
  await expect(page).toHaveURL(/q=by%3A/);
});

test('far lines come when they are asked for, and Back brings the place again', async ({ page }) => {
  await page.goto('/?q=history');
  await lines(page);
  await page.getByRole('textbox', { name: 'Go to line' }).fill('150');
  await page.getByRole('textbox', { name: 'Go to line' }).press('Enter');
  const line = page.locator('li[data-index="149"] [data-line]');
  await expect(line).toBeVisible();
  await expect(line).toBeFocused();
  const title = await line.textContent();
  await page.waitForTimeout(400);
  await page.locator('li[data-index="149"]').getByRole('link', { name: 'Full page' }).click();
  await page.waitForURL('**/records/**');
  await page.goBack();
  await expect(page.locator('li[data-index="149"] [data-line]')).toHaveText(title ?? '');
  await expect(page.locator('li[data-index="149"]')).toBeInViewport();
});

test('a standing search tells what is new as days pass; history can be forgotten and brought back', async ({
  page,
  request,
}) => {
  await page.goto('/');
  await search(page, 'change');
  await page.getByRole('button', { name: 'Keep as a standing search' }).click();
  await page.getByLabel('Its name').fill('The past');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Standing as “The past”.')).toBeVisible();
  const feed = await page.getByRole('link', { name: 'Feed' }).getAttribute('href');
  expect(await (await request.get(feed ?? '')).text()).toContain(
    '<feed xmlns="http://www.w3.org/2005/Atom">',
  );
  await page.goto('/searches');
  await expect(page.getByText('nothing new')).toBeVisible();
  await page.getByRole('button', { name: /^Demo clock/ }).click();
  await page.getByRole('button', { name: 'In a week, 9:10' }).click();
  await expect(page.getByText(/^\d+ new$/)).toBeVisible();
  const fresh = Number(((await page.getByText(/^\d+ new$/).textContent()) ?? '').replace(/\D/g, ''));
  await page.getByRole('link', { name: 'See what is new' }).click();
  await lines(page);
  expect(await total(page)).toBe(fresh);
  await page.goto('/searches');
  await expect(page.getByText('nothing new')).toBeVisible();
  await page.getByRole('button', { name: 'Forget all' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'change', exact: true }).first()).toBeVisible();
});

test('all values of a group, and where else to look', async ({ page, context }) => {
  await page.goto('/?q=seaweed');
  await lines(page);
  await page.getByRole('button', { name: /^All .*: Subject/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Subject: all' });
  await dialog.getByRole('searchbox').fill('food');
  await dialog.getByRole('button', { name: /^Food security, / }).click();
  await page.keyboard.press('Escape');
  await expect(page).toHaveURL(/keep\.subject=Food\+security/);
  const other = context.waitForEvent('page');
  await page
    .getByRole('region', { name: 'Where else to look' })
    .getByRole('link', { name: /^Search “seaweed” in/ })
    .first()
    .click();
  await expect((await other).getByRole('heading', { name: 'Searching for seaweed' })).toBeVisible();
});

test('SRU, OpenSearch, journals and databases answer', async ({ request, page }) => {
  const sru = async (query: string) => (await request.get(`/sru?${query}`)).text();
  expect(await sru('')).toContain('explainResponse');
  const answer = await sru(
    `version=1.2&operation=searchRetrieve&query=${encodeURIComponent('dc.title = "edible shore"')}&recordSchema=marcxml&maximumRecords=2`,
  );
  expect(answer).toMatch(/<sru:numberOfRecords>[1-9]/);
  expect(answer).toContain('http://www.loc.gov/MARC21/slim');
  expect(await sru('query=dc.colour%3Dred')).toContain('info:srw/diagnostic/1/16');
  expect(await (await request.get('/opensearch.xml')).text()).toContain('{searchTerms}');
  expect((await request.get('/api/records/tu0000039?format=dc')).headers()['content-type']).toContain('xml');
  await page.goto('/journals?q=island+nutr');
  await expect(page.getByRole('heading', { name: 'Annals of Island Nutrition' })).toBeVisible();
  await page.goto('/databases');
  await expect(page.getByRole('heading', { name: 'Abstrakta' })).toBeVisible();
});

test('an item that somebody linked to is open, and its line in view', async ({ page, request }) => {
  const answer = await request.get('/api/search?q=kelp&limit=25');
  const { hits } = (await answer.json()) as { hits: { id: string; csl: { title: string } }[] };
  const far = hits.at(-1) as (typeof hits)[number];
  await page.goto(`/?q=kelp&item=${far.id}`);
  await lines(page);
  const line = page.locator(`section[aria-label="Results"] a[href="/records/${far.id}"][data-line]`);
  await expect(line).toBeInViewport();
  await expect(line).toHaveAttribute('aria-expanded', 'true');
});
