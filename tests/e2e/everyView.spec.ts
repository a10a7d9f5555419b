/**
 * Every view, got to once and looked at in all ways that hold for any of them: axe, the colours of both themes,
 * nothing wider than the window at 360 px, and no word that does not stand in the catalogue. For the last they are
 * opened in the pseudo-language, which has accents on every letter, with all that opens in them; a text without is
 * a fault, unless it is data: what a record, the library or the reader wrote.
 */
import type { Page } from '@playwright/test';
import axe from 'axe-core';
import { AppServer, expect, faultsOf, signIn, test } from './app';
import { VIEWS } from './views';
import { wordsOfItsOwn } from './words';

/** So many tests, side by side, each of its own views. */
const PARTS = 4;

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
const soft = expect.configure({ soft: true });

async function everyWay(page: Page, name: string): Promise<void> {
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

for (let part = 0; part < PARTS; part++)
  test(`every view is fine to axe, in the dark, on a small screen and in its words, part ${part + 1} of ${PARTS}`, async ({
    browser,
    server,
    baseURL,
  }) => {
    test.setTimeout(400_000);
    const seen: { name: string; page: Page }[] = [];
    // What the views are of is prepared in English, since the helpers go by what readers see; each reader for
    // themselves.
    for (const [name, open] of VIEWS.filter((_, i) => i % PARTS === part)) {
      const context = await browser.newContext({ baseURL });
      context.setDefaultTimeout(20_000);
      await signIn(context, server.address);
      const page = await context.newPage();
      const faults = faultsOf(page);
      await open(page);
      await everyWay(page, name);
      // The browser reports the 404 itself.
      if (name !== 'no such page') soft(faults, `${name}: errors in the page`).toEqual([]);
      seen.push({ name, page });
    }
    await server.stop();
    const pseudo = new AppServer(server.port, 'dist-pseudo');
    await pseudo.start();
    try {
      for (const { name, page } of seen) {
        soft(await wordsOfItsOwn(page), `${name}: not in the catalogue`).toEqual([]);
        await page.context().close();
      }
    } finally {
      await pseudo.stop();
      await server.start();
    }
  });
