/** The shelf and the lists: from one book to another and back, by keyboard and by mouse. */
import { expect, search, test } from './app';

test('from a book along its shelf to another and back', async ({ page }) => {
  await page.goto('/');
  await search(page, 'The edible shore: a history of seaweeds as food');
  await page.locator('[data-line]').first().press('Enter');
  const copies = page.getByRole('link', { name: /^Walk the shelf at QK 570\.5/ });
  // What comes to an item later moves what stands below it: the link is pressed where it stays.
  await page.waitForLoadState('networkidle');
  await copies.click();
  await expect(page).toHaveURL(/\/shelf/);
  const shelf = page.getByRole('list', { name: 'Books in the order of the shelf' });
  const here = shelf.locator('[aria-current="true"]');
  await expect(here).toHaveAccessibleName(
    /^The edible shore: a history of seaweeds as food\. .*QK 570\.5 \.L56/,
  );
  await expect(page.getByRole('heading', { level: 2, name: /^The edible shore/ })).toBeVisible();
  // By keyboard to the third on the right: the focus, the address and the item go along.
  await here.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await expect(here).toBeFocused();
  await expect(here).not.toHaveAccessibleName(/^The edible shore/);
  const nameOf = async (): Promise<string> =>
    ((await here.getAttribute('aria-label')) ?? '').split('. ')[0] as string;
  const there = await nameOf();
  await expect(page.getByRole('heading', { level: 2, name: there })).toBeVisible();
  const step = async (key: string) => {
    const before = (await here.getAttribute('aria-label')) ?? '';
    await page.keyboard.press(key);
    await expect(here).not.toHaveAttribute('aria-label', before);
    await expect(here).toBeFocused();
  };
  for (const key of ['PageDown', 'PageDown', 'PageUp', 'PageUp']) await step(key);
  await expect(here).toHaveAccessibleName(new RegExp(`^${there.slice(0, 20)}`));
  // And far: what was not fetched yet comes while one walks.
  for (let i = 0; i < 7; i++) await step('PageDown');
  const far = await nameOf();
  await expect(page.getByRole('heading', { level: 2, name: far })).toBeVisible();
  await here.press('Enter');
  await page.waitForURL(/\/records\//);
  await expect(page.getByRole('heading', { level: 1, name: far })).toBeVisible();
  // Back to the place on the shelf, and from there to the search.
  await page.goBack();
  await expect(here).toHaveAccessibleName(new RegExp(`^${far.slice(0, 20)}`));
  await page.goBack();
  await expect(page.locator('#query')).toHaveValue(/^The edible shore/);
});

test('the shelf of a call number, along one campus, with what is looked for', async ({ page, faults }) => {
  await page.goto('/shelf');
  await page.getByRole('textbox', { name: 'Call number' }).fill('qk 540');
  await page.getByRole('textbox', { name: 'Call number' }).press('Enter');
  const shelf = page.getByRole('list', { name: 'Books in the order of the shelf' });
  await expect(shelf.locator('[aria-current="true"]')).toHaveAccessibleName(/QK 5[4-9]\d/);
  await page.getByLabel('Along').selectOption('Fellgate');
  await expect(page).toHaveURL(/campus=fellgate/);
  await expect(shelf.getByRole('button').first()).toHaveAccessibleName(/Fellgate/);
  await expect(shelf.getByRole('button', { name: /, Quayside/ })).toHaveCount(0);
  await page.getByLabel('Looking for').fill('harbour');
  await page.getByRole('button', { name: 'Mark it on the shelf' }).click();
  await page.getByRole('button', { name: /Nearest to the right/ }).click();
  await expect(shelf.locator('[aria-current="true"]')).toHaveAccessibleName(/, is what you look for$/);
  await page.getByLabel('Looking for').fill('qzxv');
  await page.getByLabel('Looking for').press('Enter');
  await expect(page.getByText('Nothing along this shelf is about that.')).toBeVisible();
  // A record that stands on no shelf is said so, and nothing else breaks.
  await page.goto('/shelf?record=tu-nothing');
  await expect(page.getByText('No copy of this stands on a shelf here.')).toBeVisible();
  faults.length = 0;
});

test('a list from a beginning, up and down; a row begins a search that comes back on Back', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('navigation', { name: 'Sections' }).getByRole('link', { name: 'Browse' }).click();
  await page.getByRole('link', { name: 'People', exact: true }).click();
  await page.getByLabel('Begin at').fill('lindq');
  await page.getByLabel('Begin at').press('Enter');
  await expect(page.getByText('Lindqvarn, Theodora', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: /Down the list/ }).click();
  await page.getByRole('link', { name: /Up the list/ }).click();
  await expect(page.getByText('Lindqvarn, Theodora', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: /items? by Lindqvarn, Theodora/ }).click();
  await expect(page.locator('[data-line]').first()).toBeVisible();
  await expect(page).toHaveURL(/keep\.person=Lindqvarn/);
  await page.goBack();
  await expect(page.getByText('Lindqvarn, Theodora', { exact: true })).toBeVisible();
  // Call numbers lead to their shelf.
  await page.getByRole('link', { name: 'Call numbers' }).click();
  await page.getByLabel('Begin at').fill('QK 570');
  await page.getByLabel('Begin at').press('Enter');
  await page.getByRole('link', { name: 'QK 570.5 .L56 2019' }).click();
  await expect(page.getByRole('heading', { name: 'The shelf', level: 1 })).toBeVisible();
  await expect(page.locator('[aria-current="true"]', { hasText: 'The edible shore' })).toBeVisible();
});
