/**
 * What docs/accessibility.md says was tried: the tour as a screen reader hears it, from right to left, text spaced out,
 * 400 % zoom, forced colours, no motion, targets large enough.
 */
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from './app';
import { everyWay, soft } from './everyWay';
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

/** WCAG 1.4.12: nobody’s text is cut when it is spaced so. */
const SPACING =
  '*{line-height:1.5!important;letter-spacing:.12em!important;word-spacing:.16em!important}p{margin-block-end:2em!important}';
test('text spaced out is not cut; at 400 % nothing has to be moved sideways', async ({ page }) => {
  test.slow();
  for (const view of TOUR) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await open(page, view);
    await page.evaluate((css) => {
      const sheet = new CSSStyleSheet();
      sheet.replaceSync(css);
      document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
    }, SPACING);
    const cut = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('main *')]
        .filter((e) => {
          const style = getComputedStyle(e);
          const hides = style.overflowX === 'hidden' || style.overflowX === 'clip';
          // What is meant to be read by ear alone is cut for the eye.
          return (
            hides &&
            !e.closest('.sr') &&
            e.textContent &&
            e.clientWidth > 1 &&
            e.scrollWidth > e.clientWidth + 2
          );
        })
        .map((e) => `${e.tagName}.${e.className}: ${e.textContent?.slice(0, 40)}`),
    );
    soft(cut, `${view[0]}: text that is cut when spaced out`).toEqual([]);
    // 1280 × 1024 at 400 %.
    await page.setViewportSize({ width: 320, height: 256 });
    await open(page, view);
    const wide = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    soft(wide, `${view[0]}: wider than the window at 400 %`).toBeLessThanOrEqual(0);
  }
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

/** WCAG 2.5.8: 24 by 24, or so far from others that a circle of 24 meets none; links inside a line of text are free. */
test('what is pressed is 24 pixels, or has as much room around it', async ({ page }) => {
  test.slow();
  for (const view of TOUR) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await open(page, view);
    const small = await page.evaluate(() => {
      const all = [
        ...document.querySelectorAll<HTMLElement>(
          'a[href], button, input:not([type="hidden"]), select, textarea, summary, [role="button"], [tabindex="0"]',
        ),
      ].filter((e) => {
        const box = e.getBoundingClientRect();
        return (
          box.width > 1 && box.height > 1 && !e.closest('.sr') && getComputedStyle(e).visibility !== 'hidden'
        );
      });
      const boxes = all.map((e) => e.getBoundingClientRect());
      const centre = (b: DOMRect) => [b.x + b.width / 2, b.y + b.height / 2] as const;
      const gap = ([x, y]: readonly [number, number], b: DOMRect): number =>
        Math.hypot(Math.max(b.left - x, 0, x - b.right), Math.max(b.top - y, 0, y - b.bottom));
      return all.flatMap((e, i) => {
        const box = boxes[i] as DOMRect;
        if (box.width >= 24 && box.height >= 24) return [];
        // In a sentence or a block of text.
        const around = e.parentElement?.textContent?.replace(e.textContent ?? '', '').trim() ?? '';
        if (getComputedStyle(e).display === 'inline' && around.length > 0) return [];
        const near = boxes.some((other, j) => {
          if (i === j || all[j]?.contains(e) || e.contains(all[j] as Node)) return false;
          const small = other.width < 24 || other.height < 24;
          const [cx, cy] = centre(box);
          const [ox, oy] = centre(other);
          return small ? Math.hypot(cx - ox, cy - oy) < 24 : gap([cx, cy], other) < 12;
        });
        return near
          ? [
              `${e.tagName} “${(e.textContent ?? '').slice(0, 30)}” ${Math.round(box.width)}×${Math.round(box.height)}`,
            ]
          : [];
      });
    });
    soft(small, `${view[0]}: too small and too near`).toEqual([]);
  }
});
