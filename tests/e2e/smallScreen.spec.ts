/** A screen of 360 px: what stands in its upper half, and the way there and back. */
import { expect, lines, test } from './app';

test('on a small screen the first result stands in the upper half, the rest one gesture away', async ({
  page,
}) => {
  await page.setViewportSize({ width: 360, height: 740 });
  await page.goto('/?q=seaweed+food&drop.kind=newspaper-article&need=2026-11-13');
  await lines(page);
  const first = page.locator('li[data-index="0"]');
  await expect(first).toBeVisible();
  expect((await first.boundingBox())?.y).toBeLessThan(370);
  await page.getByRole('button', { name: 'Breakdown' }).click();
  await expect(page.getByRole('heading', { name: 'Years' })).toBeVisible();
  await expect(first).toBeHidden();
  await page.getByRole('button', { name: 'Back to the results' }).click();
  await first.locator('[data-line]').click();
  await expect(page.getByRole('region', { name: 'Ways to read' })).toBeVisible();
  await page.getByRole('button', { name: /Back to the results/ }).click();
  await expect(first.locator('[data-line]')).toBeFocused();
  await page.locator('header [data-fold]').click();
  await expect(page.getByRole('link', { name: 'Piles' })).toBeVisible();
  // A word as long as nobody writes one does not widen the page.
  await page.goto(`/?q=${'kelp'.repeat(75)}`);
  await lines(page);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
});
