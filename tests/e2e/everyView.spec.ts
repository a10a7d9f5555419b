/**
 * Every view, got to once and looked at in all ways that hold for any of them: axe, the colours of both themes,
 * nothing wider than the window at 360 px, and no word that does not stand in the catalogue. For the last they are
 * opened in the pseudo-language, which has accents on every letter, with all that opens in them; a text without is
 * a fault, unless it is data: what a record, the library or the reader wrote.
 */
import type { Page } from '@playwright/test';
import { faultsOf, signIn, test } from './app';
import { everyWay, soft } from './everyWay';
import { VIEWS } from './views';
import { wordsOfItsOwn } from './words';

/** So many tests, side by side, each of its own views. */
const PARTS = 4;

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
    for (const { name, page } of seen) {
      const language = { name: 'legendum-language', value: 'pseudo', url: server.address };
      await page.context().addCookies([language]);
      soft(await wordsOfItsOwn(page), `${name}: not in the catalogue`).toEqual([]);
      await page.context().close();
    }
  });
