/** From references to the full text: pasted, corrected, read from files, asked for, reported, linked to. */
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, lines, moveClock, test } from './app';

const SYLLABUS = `Week 3: seaweed as food

Adewold, E., Ostholt, N., & Brimoto, H. (2024). School kitchens and sea vegetables: A two-year feeding trial. Coastal Food
    Systems, 16(3), 201–222.
Lindqvarn, Theodora. The Edible Shore: A History of Seaweeds as Food. Harrow Tide Press, 2019.
Nobody, A. (2001). A book that is not there. Aldersund: No Press.`;
const LIST = SYLLABUS.split('\n\n')[1] as string;

async function paste(page: Page, text: string): Promise<void> {
  await page.goto('/references');
  await page.getByLabel('References as text').fill(text);
  await page.getByRole('button', { name: /^Read( again)?$/ }).click();
  await looked(page);
}
const looked = (page: Page) =>
  page.waitForSelector('section[aria-label="What they are"][aria-busy="false"] li');
const rows = (page: Page) =>
  page
    .getByRole('region', { name: 'What they are' })
    .getByRole('listitem')
    .filter({ has: page.getByRole('button', { name: 'Remove' }) });

test('from a reading list to what must be requested today', async ({ page }) => {
  await paste(page, LIST);
  await expect(rows(page)).toHaveCount(3);
  const first = rows(page).first();
  await expect(first).toContainText('Coastal Food Systems');
  await expect(first.getByRole('row', { name: /Year/ })).toContainText('2024');
  await expect(first.getByRole('row', { name: /Year/ })).toContainText('2025');
  await expect(first.getByRole('link', { name: /^Read/ })).toBeVisible();
  await page.getByLabel('Need by').fill('2026-11-27');
  await looked(page);
  await expect(first).toContainText('in time');
  // What was pasted is still there after a reload, and so is the day.
  await page.reload();
  await looked(page);
  await expect(rows(page)).toHaveCount(3);
  await expect(page.getByLabel('Need by')).toHaveValue('Fri 27 Nov');
  await page.getByRole('button', { name: 'A slip for the one missing' }).click();
  const review = page.getByRole('region', { name: 'Slips for what is missing' });
  await expect(review.getByRole('row').nth(1)).toContainText('A book that is not there');
  await review.getByRole('button', { name: /^Put into Outgoing/ }).click();
  await page.getByRole('link', { name: 'See them in Requests' }).click();
  await page.getByRole('button', { name: /^Send it/ }).click();
  await expect(page.getByText('1 sent.')).toBeVisible();
  await moveClock(page, 'In a week, 9:10');
  await page.getByRole('link', { name: 'A book that is not there' }).first().click();
  await expect(page.getByRole('heading', { name: 'Messages' })).toBeVisible();
  await expect(page.getByText(/has been asked|Received by the interlibrary loan desk/).first()).toBeVisible();
});

test('parts are corrected by hand, by keyboard, and the match follows', async ({ page }) => {
  await paste(page, 'Salt, smoke, weed. 2011.');
  const row = rows(page).first();
  await row.getByRole('button', { name: 'Correct the parts' }).press('Enter');
  const words = row.getByRole('group', { name: 'Correct the parts' });
  await words.getByRole('button', { name: 'Salt,' }).press('Enter');
  await words.getByRole('button', { name: 'weed.' }).press('Enter');
  await words.getByLabel('These are').selectOption('title');
  await words.getByRole('button', { name: 'Set' }).press('Enter');
  await words.getByRole('button', { name: 'Done' }).press('Enter');
  await looked(page);
  await expect(row.locator('[data-role="title"]')).toContainText('Salt, smoke, weed');
  await expect(row.getByRole('link', { name: /^Salt, smoke, weed/ }).first()).toBeVisible();
});

test('a choice by hand stands, and can be taken back', async ({ page }) => {
  await paste(
    page,
    'Lindqvarn, Theodora. The Edible Shore: A History of Seaweeds as Food. Harrow Tide Press, 2019.',
  );
  const row = rows(page).first();
  await row.getByText(/^Not this\?/).click();
  await row
    .getByRole('button', { name: /^This one/ })
    .first()
    .click();
  await expect(row.getByRole('button', { name: 'As found' })).toBeVisible();
  await row.getByRole('button', { name: 'None of these' }).click();
  await expect(row).toContainText('Nothing in the index is surely this');
  await row.getByRole('button', { name: 'As found' }).click();
  await expect(row.getByRole('link', { name: /^The edible shore/ }).first()).toBeVisible();
});

test('a file comes in, what is bad in it is named, and the corrected list goes out', async ({ page }) => {
  await page.goto('/references');
  const ris =
    'TY  - JOUR\nAU  - Adewold, Esther\nTI  - School kitchens and sea vegetables\nT2  - Coastal Food Systems\nPY  - 2025\nVL  - 16\nSP  - 201\nER  - \nTY  - BOOK\nAU  - Nobody\nER  - \n';
  await page
    .locator('input[type="file"]')
    .setInputFiles({ name: 'list.ris', mimeType: 'text/plain', buffer: Buffer.from(ris) });
  await looked(page);
  await expect(page.getByText(/Line 9: This record has no title/)).toBeVisible();
  await expect(rows(page)).toHaveCount(1);
  await page.getByRole('button', { name: /^Save the corrected bibliography/ }).click();
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'BibTeX' }).click();
  const file = await saved;
  expect(file.suggestedFilename()).toBe('references.bib');
  const text = readFileSync(await file.path(), 'utf8');
  expect(text).toContain('a two-year feeding trial');
  expect(text).toContain('doi = {10.5555/s1.2025.201}');
});

test('a table whose columns nobody knows is asked about', async ({ page }) => {
  await page.goto('/references');
  const csv = 'Werk,title of it,Jahr\nx,The edible shore,2019\n';
  await page
    .locator('input[type="file"]')
    .setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  const chooser = page.getByRole('group', { name: 'What are the columns of list.csv?' });
  await expect(chooser.getByRole('button', { name: 'Read it' })).toBeDisabled();
  await chooser.getByLabel('title of it').selectOption('title');
  await chooser.getByLabel('Jahr').selectOption('year');
  await chooser.getByRole('button', { name: 'Read it' }).click();
  await looked(page);
  await expect(rows(page).first()).toContainText('The edible shore');
});

test('empty, hopeless and very long text each get an answer, and nothing is lost', async ({ page }) => {
  await page.goto('/references');
  await expect(page.getByRole('button', { name: 'Read', exact: true })).toBeDisabled();
  await page.getByLabel('References as text').fill('<b>x</b>');
  await page.getByRole('button', { name: 'Read', exact: true }).click();
  await expect(page.getByText(/reference read|No reference was found/)).toBeVisible();
  await expect(page.getByLabel('References as text')).toHaveValue('<b>x</b>');
  const many = Array.from(
    { length: 200 },
    (_, i) => `Nobody, A. (${1900 + (i % 100)}). A book that is not there, volume ${i}. Aldersund: No Press.`,
  ).join('\n\n');
  await page.getByLabel('References as text').fill(many);
  await page.getByRole('button', { name: 'Read again' }).click();
  await expect(page.getByText('200 references read.')).toBeVisible({ timeout: 20_000 });
  await page.waitForSelector('section[aria-label="What they are"][aria-busy="false"]', { timeout: 30_000 });
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByLabel('References as text')).toHaveValue('<b>x</b>');
});

test('a reference pasted into the search box is handed on', async ({ page }) => {
  await page.goto(
    `/?${new URLSearchParams({ q: 'Adewold, E., Ostholt, N., & Brimoto, H. (2024). School kitchens and sea vegetables. Coastal Food Systems, 16(3), 201–222.' })}`,
  );
  await page.getByRole('link', { name: 'Read it part by part' }).click();
  await looked(page);
  await expect(rows(page).first()).toContainText(
    'School kitchens and sea vegetables: a two-year feeding trial',
  );
});

test('OpenURL: the item’s page, or a slip with nothing to type', async ({ page, request, baseURL }) => {
  const known = new URLSearchParams({
    'rft.genre': 'article',
    'rft.atitle': 'School kitchens and sea vegetables',
    'rft.jtitle': 'Coastal Food Systems',
    'rft.volume': '16',
    'rft.spage': '201',
    'rft.aulast': 'Adewold',
  });
  await page.goto(`/openurl?${known}`);
  await expect(page).toHaveURL(/\/records\/tu0000004$/);
  const coins = await page.locator('.Z3988').getAttribute('title');
  const json = await request.get(`${baseURL}/openurl?${coins}`, { headers: { accept: 'application/json' } });
  expect(((await json.json()) as { match: { id: string } }).match.id).toBe('tu0000004');
  await page.goto(
    `/openurl?${new URLSearchParams({ 'rft.btitle': 'A book that is not there', 'rft.aulast': 'Nobody', 'rft.date': '2001' })}`,
  );
  await page.waitForURL(/\/requests\/S-/);
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('A book that is not there');
  await page.getByText('You pay, if it is supplied').waitFor();
  await page.getByRole('button', { name: 'Send slip' }).click();
  await expect(page.getByRole('heading', { name: 'Messages' })).toBeVisible();
  expect((await request.get(`${baseURL}/openurl?ctx_ver=Z39.88-2004`)).status()).toBe(400);
});

test('a broken link is reported once; the next way stands first, and the desk answers', async ({ page }) => {
  await page.goto('/records/tu0000004');
  const ways = page.getByRole('region', { name: 'Ways to read' });
  const first = ways.getByRole('listitem').first();
  const before = await first.textContent();
  await first.getByRole('button', { name: /^This link did not work/ }).click();
  await expect(first.getByText('The next way then stands first.')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(ways.getByRole('status').filter({ hasText: /./ })).toContainText('Reported to the ask desk');
  await expect(first).not.toHaveText(before ?? '');
  await page.reload();
  await expect(ways.getByText('You reported that this link did not work.')).toBeVisible();
  await ways.getByRole('link', { name: 'Reported to the ask desk' }).click();
  await expect(page.getByText('Not answered yet.')).toBeVisible();
  await moveClock(page, 'Next day, 9:10');
  await expect(page.getByText(/The desk, .*Thank you for telling us/)).toBeVisible();
});

test('a question goes with the search it is about', async ({ page }) => {
  await page.goto('/?q=zzyzzx+qwrtp');
  await page.getByRole('link', { name: 'Ask a librarian' }).click();
  await expect(page.getByText('zzyzzx qwrtp').first()).toBeVisible();
  await page.getByRole('button', { name: 'Ask', exact: true }).click();
  await expect(page.getByText('There is no question yet.')).toBeVisible();
  await page.getByLabel('Your question').fill('Where do I find <b>this</b>?');
  await page.getByRole('button', { name: 'Ask', exact: true }).click();
  // In the list, not in the box: for a moment it stands in both.
  await expect(
    page
      .getByRole('listitem')
      .getByText(/Where do I find <b>this<\/b>\?$/)
      .first(),
  ).toBeVisible();
  await expect(page.getByLabel('Your question')).toHaveValue('');
});

test('references over HTTP: text in, parts and matches out; other things are refused with a reason', async ({
  request,
  baseURL,
}) => {
  const post = (body: string, type = 'text/plain', query = '') =>
    request.post(`${baseURL}/api/references${query}`, { data: body, headers: { 'content-type': type } });
  const found = (await (await post(LIST, 'text/plain', '?need=2026-11-27')).json()) as {
    text: string;
    csl: { title: string };
    match: { id: string } | null;
    ways: unknown[];
  }[];
  expect(found.map((f) => f.match?.id ?? null).slice(0, 1)).toEqual(['tu0000004']);
  expect(found).toHaveLength(3);
  expect(found[2]?.match).toBeNull();
  expect((await post('', 'text/plain')).status()).toBe(400);
  expect((await post('x', 'application/pdf')).status()).toBe(415);
  expect((await post('x', 'text/plain', '?campus=nowhere')).status()).toBe(400);
  expect((await post('x '.repeat(300_000))).status()).toBe(413);
});

test('what was read is put aside together, and a result by key', async ({ page }) => {
  await paste(page, LIST);
  await page.getByRole('button', { name: 'Set aside', exact: true }).click();
  await expect(page.getByText(/^3 put into Aside/)).toBeVisible();
  await page.goto('/?q=Salt+smoke+weed');
  await lines(page);
  await page.keyboard.press('j');
  await page.keyboard.press('a');
  await expect(page.getByText(/^Put into Aside: Salt, smoke, weed/)).toBeVisible();
  await expect(page.getByRole('listitem').first().getByText('In Aside')).toBeVisible();
  await page.goto('/aside');
  await expect(page.getByRole('list', { name: 'What is in it' }).getByRole('listitem')).toHaveCount(4);
});
