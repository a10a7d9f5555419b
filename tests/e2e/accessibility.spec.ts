/**
 * axe on every view, its colours in both themes, and nothing wider than the window at 360 px or at twice the
 * size of letters.
 */
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, lines, test } from './app';
import { VIEWS } from './views';

const found = async (page: Page, rules?: readonly string[]): Promise<string[]> => {
  // What is fine need not be told: that would take as long again.
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
  const { violations } = await (rules
    ? axe.withRules([...rules])
    : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'])
  ).analyze();
  return violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`);
};

for (const [name, open] of VIEWS) {
  test(`axe finds nothing, light and dark, and nothing overflows at 360 px: ${name}`, async ({
    page,
    faults,
  }) => {
    await open(page);
    expect(await found(page)).toEqual([]);
    // The themes differ in their colours only.
    await page.evaluate(() => {
      document.documentElement.dataset.theme = 'dark';
    });
    // Colours may still be on their way from one theme to the other when the machine is busy.
    await expect
      .poll(() => found(page, ['color-contrast']), {
        message: 'in the dark theme',
        timeout: 25_000,
        intervals: [500],
      })
      .toEqual([]);
    await page.setViewportSize({ width: 360, height: 740 });
    const over = () =>
      page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    await expect.poll(over, { message: 'wider than 360 px' }).toBeLessThanOrEqual(0);
    if (name === 'no such page') faults.length = 0; // the browser reports the 404 itself
  });
}

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
