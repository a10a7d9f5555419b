/** An hour with a librarian, from a search to the calendar: taken, moved by keyboard, given back, taken again. */
import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { Passes } from '../../src/server/pass';
import { expect, lines, moveClock, SECRET, signIn, test } from './app';
import { pile } from './views';

const starts = (page: Page) => page.getByRole('button', { name: /, \d\d:\d\d$/ });
const yours = (page: Page) => page.getByRole('region', { name: 'Your hours' }).getByRole('listitem');

test('an hour with a librarian moved: from a search, by mouse and by keyboard', async ({ page }) => {
  await page.goto('/?q=seaweed+food');
  await lines(page);
  await page.getByRole('link', { name: /^An hour with / }).click();
  await expect(page.getByText('This goes along:')).toBeVisible();
  // Who knows the subject stands first, and is chosen.
  await expect(page.getByRole('radio').first()).toBeChecked();
  await expect(page.getByText(/^knows /).first()).toBeVisible();
  const first = (await starts(page).first().getAttribute('aria-label')) ?? '';
  await starts(page).first().click();
  await page.getByLabel('What it is about').fill('Too much about soup.');
  await page.getByRole('button', { name: 'Take this hour' }).click();
  await expect(yours(page)).toHaveCount(1);
  await expect(yours(page)).toContainText(first.replace(/, (\d\d:\d\d)$/, ', $1–'));
  await expect(yours(page)).toContainText('Too much about soup.');
  // What was taken is not offered again.
  await expect(page.getByRole('button', { name: first, exact: true })).toHaveCount(0);

  await yours(page)
    .getByRole('button', { name: /^Move it/ })
    .press('Enter');
  const other = starts(page).last();
  const then = (await other.getAttribute('aria-label')) ?? '';
  await other.press('Enter');
  // The focus goes on to what is to be decided.
  await expect(page.getByRole('heading', { level: 3, name: /^From / })).toBeFocused();
  await page.getByRole('button', { name: 'Move it here' }).press('Enter');
  await expect(yours(page)).toContainText(then.replace(/, (\d\d:\d\d)$/, ', $1–'));
  await expect(page.getByRole('button', { name: first, exact: true })).toHaveCount(1);

  const coming = page.waitForEvent('download');
  await yours(page)
    .getByRole('button', { name: /^Calendar file/ })
    .click();
  const file = await readFile(await (await coming).path(), 'utf8');
  expect(file).toContain('BEGIN:VALARM');
  expect(file).toMatch(/DTSTART:2026\d{4}T\d{6}Z/);
  expect(file).toContain('SEQUENCE:1');

  await yours(page)
    .getByRole('button', { name: /^Give it back/ })
    .click();
  await expect(yours(page)).toContainText('Given back.');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(yours(page).getByRole('button', { name: /^Move it/ })).toBeVisible();
});

test('somebody else has it: said, nothing lost; an hour with a pile, told of the day before', async ({
  page,
  context,
  server,
  browser,
}) => {
  await pile(page, 'Shore food', 'seaweed+food');
  await page.getByRole('link', { name: 'Ask about this pile' }).click();
  await page.getByRole('link', { name: /^Or take an hour/ }).click();
  await expect(page.getByText('Shore food')).toBeVisible();
  const name = (await starts(page).nth(1).getAttribute('aria-label')) ?? '';
  await starts(page).nth(1).click();
  await page.getByLabel('What it is about').fill('How to sift these.');
  // Meanwhile another reader takes the same.
  const others = await browser.newContext({ baseURL: server.address });
  await signIn(others, server.address, 'noor');
  const their = await others.newPage();
  await their.goto(page.url());
  await their.getByRole('button', { name, exact: true }).click();
  await their.getByRole('button', { name: 'Take this hour' }).click();
  await expect(their.getByText(/^Yours: /)).toBeVisible();
  await others.close();
  await page.getByRole('button', { name: 'Take this hour' }).click();
  await expect(page.getByText('That hour is not free any more.', { exact: false })).toBeVisible();
  await expect(page.getByLabel('What it is about')).toHaveValue('How to sift these.');
  await page.reload();
  await expect(page.getByRole('button', { name, exact: true })).toHaveCount(0);
  await starts(page).first().click();
  await expect(page.getByLabel('What it is about')).toHaveValue('How to sift these.');
  await page.getByRole('button', { name: 'Take this hour' }).click();
  await expect(yours(page)).toHaveCount(1);
  await expect(yours(page).getByRole('link', { name: 'Shore food' })).toBeVisible();
  await context.clearCookies();
  await signIn(context, server.address);
  await page.goto('/notices');
  for (let days = 0; days < 8; days++) {
    if (await page.getByRole('link', { name: 'Shore food' }).isVisible()) break;
    await moveClock(page, 'Next day, 9:10');
    await page.waitForTimeout(300);
  }
  await expect(page.getByRole('link', { name: 'Shore food' })).toBeVisible();
});

test.describe('nobody in particular', () => {
  test.use({ reader: null });
  test('chooses an hour, signs in for it, and comes back to it with what was written', async ({ page }) => {
    await page.goto('/ask/hour');
    await starts(page).first().click();
    await page.getByLabel('What it is about').fill('My first paper.');
    await page.getByRole('link', { name: 'Sign in to take it' }).click();
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByLabel('What it is about')).toHaveValue('My first paper.');
    await page.getByRole('button', { name: 'Take this hour' }).click();
    await expect(yours(page)).toHaveCount(1);
  });
});

test('a pass for another library is printed, and checked at its door', async ({ page, context, faults }) => {
  // A book that is on loan here and stands at a partner's: going there is one way, and leads to what to bring.
  await page.goto('/places#ostmere');
  const ostmere = page.getByRole('region', { name: 'University of Ostmere' });
  await expect(ostmere).toContainText('Your library card');
  const link = ostmere.getByRole('link', { name: 'Pass to print' });
  const [popup] = await Promise.all([context.waitForEvent('page'), link.click()]);
  await popup.close();
  const pass = await context.request.get((await link.getAttribute('href')) ?? '');
  expect(pass.headers()['content-type']).toBe('application/pdf');
  expect((await pass.body()).subarray(0, 5).toString()).toBe('%PDF-');
  const today = { from: '2026-11-02', until: '2026-11-30' };
  const passes = new Passes(SECRET, async () => new Uint8Array());
  const code = await passes.sign({ place: 'ostmere', name: 'Imke Sørland', patron: 'imke', ...today });
  await page.goto(`/pass/${code}`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('This pass holds today');
  await expect(page.getByText('Imke Sørland')).toBeVisible();
  await expect(page.getByText('University of Ostmere')).toBeVisible();
  // Whoever has the square without a pass behind it is told so.
  await page.goto('/pass/eyJub3QiOiJvdXJzIn0.e30.x');
  await expect(page.getByRole('heading', { level: 1, name: 'This is no pass of ours' })).toBeVisible();
  // The browser says so of every page that is none.
  faults.length = 0;
  await page.goto('/places#coastarchive');
  const letter = page.getByRole('region', { name: 'Archive of the Vessary Coast' }).getByRole('link');
  await expect(letter).toHaveAttribute(
    'href',
    /^mailto:readers%40coastarchive\.example\?subject=.*finding%20list/,
  );
});
