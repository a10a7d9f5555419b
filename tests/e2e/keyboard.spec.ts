/** The tour without a mouse. */
import { expect, lines, test } from './app';

test('from the box to a sent slip by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('heading', { name: /^What can you be reading/ }).waitFor();
  await page.keyboard.press('/');
  await page.keyboard.type('Salt, smoke, weed');
  await page.keyboard.press('Enter');
  await lines(page);
  const line = page.locator('li[data-index="0"] [data-line]');
  await expect(line).toBeFocused();
  // Other words: the focus goes on to theirs, and the page stays where it is.
  await page.keyboard.press('/');
  await page.keyboard.type('kelp farming');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/kelp/);
  await lines(page);
  await expect(line).toBeFocused();
  expect(await page.evaluate(() => window.scrollY)).toBe(0);
  await page.keyboard.press('/');
  await page.keyboard.type('Salt, smoke, weed');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/smoke/);
  await lines(page);
  // The focus goes on to what was found, into what is opened, and back to its line.
  const first = page.locator('[data-line]').first();
  await expect(first).toBeFocused();
  await page.keyboard.press('Enter');
  await page.getByRole('region', { name: 'Ways to read' }).getByRole('listitem').first().waitFor();
  await expect(page.getByRole('complementary', { name: 'The item' })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('complementary', { name: 'Breakdown of the results' })).toBeVisible();
  await expect(first).toBeFocused();

  await page.keyboard.press('r');
  await page.waitForURL(/\/requests\/S-/);
  await page.getByText('You pay, if it is supplied').waitFor();
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused();
  const button = page.getByRole('button', { name: 'Send slip' });
  const isThere = () => button.evaluate((el) => el === document.activeElement);
  let tabs = 0;
  for (; tabs < 8 && !(await isThere()); tabs++) {
    await page.keyboard.press('Tab');
    if (await page.getByRole('link', { name: 'To Send' }).evaluate((el) => el === document.activeElement))
      await page.keyboard.press('Enter');
  }
  await expect(button).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Messages' })).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused();

  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox')).toBeFocused();
  await page.keyboard.type('requests');
  await page.keyboard.press('Enter');
  await page.waitForURL('**/requests');
  await expect(page.getByRole('link', { name: /^Salt, smoke, weed/ })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toHaveCount(0);
});

test('conditions by keyboard: a part of the sentence opens, changes, closes, and focus comes back', async ({
  page,
}) => {
  await page.goto('/?q=seaweed');
  await lines(page);
  const part = page.getByRole('button', { name: /^any language/ });
  await part.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('checkbox', { name: /^English/ })).toBeFocused();
  await page.keyboard.press('Space');
  await lines(page);
  await expect(page).toHaveURL(/keep\.language=en/);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /^English/ }).first()).toBeFocused();
});
