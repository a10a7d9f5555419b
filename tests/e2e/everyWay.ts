/**
 * What holds for any view: axe, the colours of both themes, targets large enough, text that is not cut when it is spaced
 * out, nothing wider than the window at 360 px and at 400 %.
 */
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
      // What lies over a page is looked at by itself: of what it covers by half axe can't tell.
      const done = await here.run(document.querySelector(':popover-open') ?? document, {
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

/** WCAG 2.5.8: 24 by 24, or so far from others that a circle of 24 meets none; links inside a line of text are free. */
const tooSmall = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    // What something lies over can't be pressed there.
    const open = (e: Element, { x, y, width, height }: DOMRect): boolean => {
      const top = document.elementFromPoint(x + width / 2, y + height / 2);
      return !top || top.contains(e) || e.contains(top) || (e.closest('label')?.contains(top) ?? false);
    };
    // Behind what is modal nothing can be pressed; what lies over the rest is looked at by itself.
    const all = [
      ...(
        document.querySelector(':popover-open') ??
        document.querySelector('dialog:modal') ??
        document
      ).querySelectorAll<HTMLElement>(
        'a[href], button, input:not([type="hidden"]), select, textarea, summary, [role="button"], [tabindex="0"]',
      ),
    ].filter((e) => {
      const box = e.getBoundingClientRect();
      const shown = box.width > 1 && box.height > 1 && getComputedStyle(e).visibility !== 'hidden';
      return shown && !e.closest('.sr') && open(e, box);
    });
    // A box to tick is as large as the label around it, which ticks it.
    const boxes = all.map((e) => (e.closest('label') ?? e).getBoundingClientRect());
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
      const size = `${Math.round(box.width)}×${Math.round(box.height)}`;
      return near ? [`${e.tagName} “${(e.textContent ?? '').slice(0, 30)}” ${size}`] : [];
    });
  });
/** WCAG 1.4.12: nobody’s text is cut when it is spaced so. */
const SPACING =
  '*{line-height:1.5!important;letter-spacing:.12em!important;word-spacing:.16em!important}p{margin-block-end:2em!important}';
const cutWhenSpaced = (page: Page): Promise<string[]> =>
  page.evaluate((css) => {
    const sheet = new CSSStyleSheet();
    sheet.replaceSync(css);
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
    const cut = [...document.querySelectorAll<HTMLElement>('main *')]
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
      .map((e) => `${e.tagName}.${e.className}: ${e.textContent?.slice(0, 40)}`);
    document.adoptedStyleSheets = document.adoptedStyleSheets.filter((s) => s !== sheet);
    return cut;
  }, SPACING);
/**
 * Texts that lie on one another, or on a control that is not theirs. What stays in its place while the rest scrolls lies
 * over it by design, and what is cut off by what it stands in is not seen.
 */
const overlapping = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    interface Seen {
      readonly e: Element;
      readonly says: string;
      readonly box: { left: number; right: number; top: number; bottom: number };
      readonly layer: Element | null;
    }
    const layerOf = (e: Element): Element | null => {
      for (let at: Element | null = e; at; at = at.parentElement)
        if (/fixed|sticky/.test(getComputedStyle(at).position) || at.matches('dialog, :popover-open'))
          return at;
      return null;
    };
    const shown = (e: Element): boolean =>
      !e.closest('.sr, .skip, [aria-hidden="true"] svg') &&
      e.checkVisibility({ opacityProperty: true, visibilityProperty: true });
    /** As much of a box as everything around it lets be seen. */
    const within = (e: Element, { left, right, top, bottom }: DOMRect): Seen['box'] => {
      const box = { left, right, top, bottom };
      for (let at: Element | null = e; at; at = at.parentElement) {
        const { overflowX, overflowY } = getComputedStyle(at);
        if (overflowX === 'visible' && overflowY === 'visible') continue;
        const around = at.getBoundingClientRect();
        box.left = Math.max(box.left, around.left);
        box.right = Math.min(box.right, around.right);
        box.top = Math.max(box.top, around.top);
        box.bottom = Math.min(box.bottom, around.bottom);
      }
      return box;
    };
    const seen: Seen[] = [];
    const put = (e: Element, says: string, rect: DOMRect): void => {
      const box = within(e, rect);
      if (box.right - box.left < 2 || box.bottom - box.top < 4) return;
      seen.push({ e, says, box, layer: layerOf(e) });
    };
    const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = texts.nextNode(); node; node = texts.nextNode()) {
      const e = node.parentElement;
      if (
        !e ||
        !node.textContent?.trim() ||
        e.matches('script, style, option, noscript, details:not([open])') ||
        !shown(e)
      )
        continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const rect of range.getClientRects()) put(e, node.textContent.trim().slice(0, 40), rect);
    }
    for (const e of document.querySelectorAll('button, input:not([type="hidden"]), select, textarea'))
      if (shown(e)) put(e, `${e.tagName} ${e.getAttribute('aria-label') ?? ''}`, e.getBoundingClientRect());
    seen.sort((a, b) => a.box.top - b.box.top);
    const out: string[] = [];
    seen.forEach((a, i) => {
      for (const b of seen.slice(i + 1)) {
        if (b.box.top > a.box.bottom) break;
        if (a.layer !== b.layer || a.e.contains(b.e) || b.e.contains(a.e)) continue;
        const across = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
        const down = Math.min(a.box.bottom, b.box.bottom) - b.box.top;
        const height = Math.min(a.box.bottom - a.box.top, b.box.bottom - b.box.top);
        // Lines that are set close touch.
        if (across > 3 && down > 0.4 * height) out.push(`“${a.says}” and “${b.says}”`);
      }
    });
    return out.slice(0, 5);
  });
/** What makes the page wider than its window: the innermost that stand out of it. */
const widening = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const { scrollWidth, clientWidth } = document.documentElement;
    if (scrollWidth <= clientWidth) return [];
    const out = [...document.querySelectorAll('body *:not(.skip)')].filter((e) => {
      const { left, right } = e.getBoundingClientRect();
      return right > clientWidth + 0.5 || left < -0.5;
    });
    return [
      `by ${scrollWidth - clientWidth} px`,
      ...out
        .filter((e) => !out.some((o) => o !== e && e.contains(o)))
        .slice(0, 5)
        .map((e) => `${e.tagName}.${e.className}: ${e.textContent?.slice(0, 40)}`),
    ];
  });
/** The last is 1280 × 1024 at 400 %. */
const NARROW = [
  { width: 360, height: 740 },
  { width: 320, height: 256 },
] as const;

/** What is open at the moment, as it stands. */
export async function looksFine(page: Page, name: string): Promise<void> {
  soft(await found(page), `${name}: axe`).toEqual([]);
  soft(await tooSmall(page), `${name}: too small and too near`).toEqual([]);
}
export async function everyWay(page: Page, name: string): Promise<void> {
  soft(await found(page), `${name}: axe`).toEqual([]);
  soft(await tooSmall(page), `${name}: too small and too near`).toEqual([]);
  soft(await cutWhenSpaced(page), `${name}: text that is cut when spaced out`).toEqual([]);
  soft(await overlapping(page), `${name}: texts on one another`).toEqual([]);
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
  for (const size of NARROW) {
    await page.setViewportSize(size);
    await soft.poll(() => widening(page), { message: `${name}: wider than ${size.width} px` }).toEqual([]);
    // Lines of a long list are measured anew first.
    await soft
      .poll(() => overlapping(page), { message: `${name}: texts on one another at ${size.width} px` })
      .toEqual([]);
  }
  if (before) await page.setViewportSize(before);
  await page.evaluate(() => {
    document.documentElement.dataset.theme = 'light';
  });
}
