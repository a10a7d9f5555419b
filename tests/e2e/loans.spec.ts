/** What is with the reader: renewed before a trip, called back, paid for; and signing in where it is asked for. */
import type { Page } from '@playwright/test';
import { expect, moveClock, signIn, test } from './app';

const rows = (page: Page) => page.getByRole('region', { name: /with you$/ }).getByRole('listitem');
/** The desk as it is at the beginning, whatever another test did there. */
async function anew(page: Page): Promise<void> {
  await page.goto('/standin/counter');
  await page.getByRole('button', { name: 'Begin the demo’s desk again' }).click();
  await page.goto('/loans');
  await rows(page).first().waitFor();
}
/** At the counter, by hand. */
async function atTheCounter(page: Page, button: string | RegExp): Promise<void> {
  await page.getByRole('link', { name: /^Go to the counter/ }).click();
  await page.getByRole('button', { name: button }).click();
  await page.waitForURL(/\/standin\/counter\?at=/);
  await page.goto('/loans');
}

test('renew all before a trip: what each would gain, then what came of it', async ({ page }) => {
  await anew(page);
  const all = page.getByRole('button', { name: /^Renew all that can be \((\d)\)/ });
  const n = Number(/\((\d)\)/.exec((await all.textContent()) ?? '')?.[1]);
  expect(n).toBeGreaterThanOrEqual(2);
  await all.click();
  const gains = page.getByRole('region', { name: 'What renewing gains' });
  await expect(gains.getByRole('listitem')).toHaveCount(n);
  await expect(gains.getByText(/ → .*days? more/)).toHaveCount(n);
  await gains.getByRole('button', { name: `Renew all ${n}` }).click();
  await expect(page.getByText(/^Renewed, due .* now\.$/)).toHaveCount(n);
  // What was renewed as often as it can be says so, also after the page was left.
  await page.reload();
  await rows(page).first().waitFor();
  await expect(page.getByText('It has been renewed as often as it can be (1).')).toHaveCount(n + 1);
  await expect(all).toBeHidden();
});

test('a book that somebody waits for is called back, and handed in', async ({ page }) => {
  await anew(page);
  const waited = rows(page).filter({ hasText: 'Somebody else waits for it.' }).first();
  const title = (await waited.getByRole('link').first().textContent()) ?? '';
  const row = rows(page).filter({ hasText: title });
  for (let day = 0; day < 9 && !(await row.getByText('called back', { exact: true }).isVisible()); day++) {
    await moveClock(page, 'Next day, 9:10');
    await expect(row).toBeVisible();
    await page.waitForTimeout(300);
  }
  await expect(row).toContainText('Somebody waits for it: bring it by');
  await page.goto('/notices');
  await expect(page.getByRole('listitem').filter({ hasText: title })).toContainText(
    'Called back: bring it by',
  );
  await page.goto('/loans');
  await atTheCounter(page, `Hand back ${title}`);
  await expect(row).toHaveCount(0);
  await expect(page.getByRole('heading', { name: 'Brought back (1)' })).toBeVisible();
});

test('a fee blocks, is paid, and blocks no more', async ({ page, context, server }) => {
  await signIn(context, server.address, 'noor');
  await anew(page);
  await expect(page.getByRole('alert')).toContainText(/You owe 12\.00.*until that is paid/);
  await expect(page.getByRole('button', { name: /^Renew/ })).toHaveCount(0);
  await page.getByRole('link', { name: 'Pay at the counter' }).click();
  await page.getByRole('button', { name: 'Pay it' }).click();
  await page.goto('/loans');
  await rows(page).first().waitFor();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page
    .getByRole('button', { name: /^Renew ?:/ })
    .first()
    .press('Enter');
  await expect(page.getByText(/^Renewed, due .* now\.$/)).toBeVisible();
});

test('a hold goes to another campus and is cancelled, by keyboard', async ({ page }) => {
  await anew(page);
  const held = page.getByRole('region', { name: /waited for$/ }).getByRole('listitem');
  await expect(held).toHaveCount(2);
  const first = held.first();
  await expect(first).toContainText(/in the queue\..*very likely by/);
  await first.getByLabel('Collect at').selectOption({ label: 'Quayside' });
  await expect(first).toContainText('It goes to Quayside now.');
  await first.getByRole('button', { name: /^Cancel/ }).press('Enter');
  await expect(first.getByRole('button', { name: 'Cancel it' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(held).toHaveCount(1);
});

test.describe('nobody in particular', () => {
  test.use({ reader: null });
  test('writes a slip, is asked to sign in where it goes out, and comes back to it', async ({ page }) => {
    await page.goto('/requests/new?record=tu0000043&route=partner-loan&from=ostmere');
    await page.waitForURL(/\/requests\/S-/);
    const address = page.url();
    await page.getByLabel('Note to the library').fill('for my seminar');
    await page.getByRole('link', { name: 'Sign in to send it' }).click();
    await page.getByRole('radio', { name: /^Imke/ }).check();
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL(address);
    await expect(page.getByLabel('Note to the library')).toHaveValue('for my seminar');
    await page.getByRole('button', { name: 'Send slip' }).click();
    await expect(page.getByRole('heading', { name: 'Messages' })).toBeVisible();
    // And out again: what is the reader’s is not shown to who comes next.
    await page.getByRole('button', { name: /^Reading as Imke/ }).click();
    await page.getByRole('button', { name: 'Sign out' }).click();
    await page.getByRole('button', { name: 'Not signed in. Where from' }).waitFor();
    await page.goto('/requests');
    await expect(page.getByText('for my seminar')).toHaveCount(0);
    await page.goto(address);
    await expect(page.getByText(/another reader/)).toBeVisible();
  });
  test('a wrong password is said; loans ask to sign in, and searching needs nothing of it', async ({
    page,
  }) => {
    await page.goto('/loans');
    await page.getByRole('link', { name: 'Sign in' }).first().click();
    await page.getByLabel('Password').fill('other');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('alert')).toContainText('not the password');
    await page.goto('/?q=kelp');
    await expect(page.locator('[data-line]').first()).toBeVisible();
  });
});
