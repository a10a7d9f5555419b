/** What holds for any view: axe, the colours of both themes, nothing wider than the window at 360 px. */
import type { Page } from '@playwright/test';
import axe from 'axe-core';
import { expect } from './app';

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'];
/**
 * What axe finds in a page. It is put into the page once and asked there: the builder for Playwright puts it in anew
 * each time and makes its report in a page of its own, which takes longer than looking.
 */
const found = async (page: Page, rules?: readonly string[]): Promise<string[]> => {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  const violations = await page.evaluate(
    async ([tags, only]) => {
      const here = (window as unknown as { axe: typeof axe }).axe;
      const done = await here.run(document, {
        // What is fine need not be told: that would take as long again.
        resultTypes: ['violations'],
        runOnly: only ? { type: 'rule', values: [...only] } : { type: 'tag', values: [...tags] },
      });
      return done.violations.map(({ id, nodes }) => ({ id, at: nodes.map((n) => n.target.join(' ')) }));
    },
    [TAGS, rules] as const,
  );
  return violations.map(({ id, at }) => `${id}: ${at.join(' | ')}`);
};
export const soft = expect.configure({ soft: true });

export async function everyWay(page: Page, name: string): Promise<void> {
  soft(await found(page), `${name}: axe`).toEqual([]);
  // The themes differ in their colours only.
  await page.evaluate(() => {
    document.documentElement.dataset.theme = 'dark';
  });
  // Colours may still be on their way from one theme to the other when the machine is busy.
  await soft
    .poll(() => found(page, ['color-contrast']), {
      message: `${name}: in the dark theme`,
      timeout: 25_000,
      intervals: [500],
    })
    .toEqual([]);
  const before = page.viewportSize();
  await page.setViewportSize({ width: 360, height: 740 });
  const over = () =>
    page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  await soft.poll(over, { message: `${name}: wider than 360 px` }).toBeLessThanOrEqual(0);
  if (before) await page.setViewportSize(before);
}
