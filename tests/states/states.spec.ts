/**
 * Every view in every language, with all that opens in it open, while it waits for the library, and when the library
 * fails: axe, both themes, targets, text that is spaced out, 360 px and 400 %. `npm run states [-- -g NAME]`; the tests
 * of every run look at every view in English.
 */
import type { Page } from '@playwright/test';
import { OFFERED } from '../../src/words/languages';
import { expect, signIn, test } from '../e2e/app';
import { everyWay, looksFine } from '../e2e/everyWay';
import { VIEWS } from '../e2e/views';

/** Milliseconds in which a view that waits, or has failed, has said so. */
const SAID = 2500;
/** So many of one sort are opened: lists have the same in every line. */
const OF_A_SORT = 2;
const QUIET = { waitUntil: 'networkidle' } as const;

/** Each thing that opens, opened by itself. */
async function opened(page: Page, name: string): Promise<void> {
  const sorts = new Map<string, number>();
  const openers =
    'button[aria-expanded="false"]:visible, button[aria-haspopup="dialog"]:visible, summary:visible';
  for (const button of await page.locator(openers).elementHandles()) {
    const sort = await button.evaluate((node) => {
      const e = node as HTMLElement;
      return `${e.tagName} ${e.className} ${e.closest('li') ? 'li' : e.textContent}`;
    });
    const met = (sorts.get(sort) ?? 0) + 1;
    sorts.set(sort, met);
    if (met > (sort.endsWith(' li') ? OF_A_SORT : 1)) continue;
    const said = await button.evaluate((node) => {
      const e = node as HTMLElement;
      e.click();
      return (e.getAttribute('aria-label') ?? e.textContent ?? '').trim().slice(0, 40);
    });
    await page.waitForTimeout(350);
    await looksFine(page, `${name}, “${said}” open`);
    await page.keyboard.press('Escape');
    await page.waitForTimeout(60);
  }
}

for (const [name, open] of VIEWS)
  test(name, async ({ browser, server, baseURL }) => {
    const context = await browser.newContext({ baseURL });
    context.setDefaultTimeout(20_000);
    await signIn(context, server.address);
    const page = await context.newPage();
    // Prepared in English, since the helpers go by what readers see.
    await open(page);
    const address = page.url().replace(/token=[^&]*/, '');
    await opened(page, name);
    for (const language of OFFERED.filter((l) => l !== 'en')) {
      await context.addCookies([{ name: 'legendum-language', value: language, url: server.address }]);
      await page.goto(address, QUIET);
      await expect(page.locator('html')).toHaveAttribute('lang', language);
      await everyWay(page, `${name} in ${language}`);
    }
    await context.addCookies([{ name: 'legendum-language', value: 'en', url: server.address }]);
    const asked = (url: URL): boolean => url.pathname.startsWith('/api/') && url.pathname !== '/api/library';
    // It never answers.
    await page.route(asked, () => undefined);
    await page.goto(address);
    await page.waitForTimeout(SAID);
    await everyWay(page, `${name}, waiting`);
    await page.unroute(asked);
    await page.route(asked, (route) =>
      route.fulfill({
        status: 500,
        contentType: 'application/problem+json',
        body: '{"detail":"It failed."}',
      }),
    );
    await page.goto(address);
    // Asked three times before it is said.
    await page.waitForTimeout(2 * SAID);
    await everyWay(page, `${name}, failing`);
    await page.unroute(asked);
    await page.route(
      (url) => url.pathname.startsWith('/api/'),
      (route) => route.abort(),
    );
    await page.goto(address);
    await page.waitForTimeout(SAID);
    await everyWay(page, `${name}, nobody reached`);
    await context.close();
  });
