/** axe on every view in both themes, and nothing wider than the window at 360 px or at twice the size of letters. */
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from './app';
import { VIEWS } from './views';

for (const [name, open] of VIEWS) {
  for (const theme of ['light', 'dark']) {
    test(`axe finds nothing: ${name}, ${theme}`, async ({ page, faults }) => {
      await page.addInitScript((t) => localStorage.setItem('legendum.theme', t), theme);
      await open(page);
      const { violations } = await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'])
        .analyze();
      expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`)).toEqual([]);
      if (name === 'no such page') faults.length = 0; // the browser reports the 404 itself
    });
  }
  test(`nothing overflows at 360 px: ${name}`, async ({ page, faults }) => {
    await page.setViewportSize({ width: 360, height: 740 });
    await open(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBeLessThanOrEqual(0);
    if (name === 'no such page') faults.length = 0;
  });
}
