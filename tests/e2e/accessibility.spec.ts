/**
 * What docs/accessibility.md says was tried, beside what holds for every view (`everyWay.ts`): the tour as a screen
 * reader hears it, from right to left, forced colours, no motion.
 */
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from './app';
import { everyWay } from './everyWay';
import { draft } from './views';

/** The tour's views, each with what is waited for. */
const TOUR: readonly (readonly [path: string, ready: string])[] = [
  ['/', 'h1'],
  ['/?q=seaweed+food&need=2026-11-13', 'section[aria-busy="false"] article'],
  ['/records/tu0000044', 'ol li b'],
  ['/references', 'textarea'],
  ['/piles', 'h1'],
  ['/requests', 'h1'],
  ['/loans', 'h2'],
  ['/offline', 'h1'],
];
async function open(page: Page, [path, ready]: (typeof TOUR)[number]): Promise<void> {
  await page.goto(path);
  await page.locator(ready).first().waitFor();
}

/** The steps of the document: what is heard, in order, by view. */
const heard = readFileSync('docs/accessibility.md', 'utf8')
  .split('```heard')
  .slice(1)
  .map((block) => {
    const [path = '', ...lines] = (block.split('```')[0] ?? '').trim().split('\n');
    return { path, lines: lines.map((l) => l.trim()).filter(Boolean) };
  });
test('the tour is heard as it is written down: roles, names and announcements in order', async ({ page }) => {
  test.slow();
  expect(heard.length).toBeGreaterThan(3);
  for (const { path, lines } of heard) {
    if (path === '/requests/new') await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere');
    else await page.goto(path);
    await page.locator('h1, article').first().waitFor();
    // What is asked for comes when it comes; then all of it is there.
    await expect(async () => {
      let tree = await page.locator('body').ariaSnapshot();
      for (const line of lines) {
        // What changes with the data stands as an ellipsis in the document.
        const wanted = new RegExp(
          line
            .split('…')
            .map((part) => part.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
            .join('.*?'),
        );
        const at = tree.search(wanted);
        expect(at, `${path}: “${line}” is heard, after what stands before it`).toBeGreaterThanOrEqual(0);
        tree = tree.slice(at + 1);
      }
    }).toPass({ timeout: 25_000 });
  }
});

test('from right to left all of it is mirrored, fine to axe, and nothing is wider than the window', async ({
  page,
  context,
  server,
}) => {
  test.slow();
  await context.addCookies([{ name: 'legendum-language', value: 'ar', url: server.address }]);
  for (const view of TOUR) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await open(page, view);
    await expect(page.locator('html')).toHaveAttribute('dir', 'rtl');
    await everyWay(page, `${view[0]} in Arabic`);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  await open(page, TOUR[1] as (typeof TOUR)[number]);
  // Waits stand where reading begins: at the right; the Breakdown at the left.
  const [wait, title] = [page.locator('article p').first(), page.locator('article h2').first()];
  expect((await wait.boundingBox())?.x ?? 0).toBeGreaterThan((await title.boundingBox())?.x ?? 0);
});

test('with forced colours what can be pressed and where the focus is can be seen; nothing moves for who wants it still', async ({
  page,
}) => {
  await page.emulateMedia({ forcedColors: 'active', reducedMotion: 'reduce' });
  await open(page, TOUR[1] as (typeof TOUR)[number]);
  const seen = await page.evaluate(() => {
    const search = document.querySelector<HTMLElement>('form button[type="submit"]');
    search?.focus();
    const style = search && getComputedStyle(search);
    const moving = [...document.querySelectorAll('*')].filter((e) => {
      const { animationName, animationDuration, transitionDuration } = getComputedStyle(e);
      const long = (d: string): boolean => d.split(',').some((x) => Number.parseFloat(x) > 0.01);
      return (animationName !== 'none' && long(animationDuration)) || long(transitionDuration);
    });
    return {
      border: style?.borderStyle,
      outline: style?.outlineStyle,
      moving: moving.map((e) => e.className).slice(0, 5),
    };
  });
  expect(seen.outline).not.toBe('none');
  expect(seen.border).not.toBe('none');
  expect(seen.moving).toEqual([]);
});
