/** One picture of each main view at 1280×800, from the demo data. */
import type { Page } from '@playwright/test';
import type { Language } from '../../src/words/languages';
import { test } from '../e2e/app';
import { VIEWS } from '../e2e/views';

const view = (name: string): ((page: Page) => Promise<void>) =>
  VIEWS.find(([n]) => n === name)?.[1] ?? (async () => {});
const PICTURES: readonly (readonly [
  file: string,
  view: string,
  more?: { dark?: boolean; width?: number; height?: number; language?: Language },
])[] = [
  ['first-visit', 'first visit'],
  ['search', 'search'],
  ['item', 'item'],
  ['record', 'record', { language: 'fr' }],
  ['references', 'references'],
  ['hour', 'hour'],
  ['piles', 'piles'],
  ['cite', 'cite'],
  ['fetch-sheet', 'fetch sheet'],
  ['slip', 'slip'],
  ['sent-slip', 'sent slip'],
  ['requests', 'requests'],
  ['loans', 'loans', { language: 'de' }],
  ['desk', 'desk', { dark: true }],
  ['narrow', 'search', { width: 360, height: 740 }],
  ['notices', 'notices'],
  ['course', 'course'],
  ['shelf', 'shelf'],
  ['browse', 'browse'],
];
for (const [file, name, more = {}] of PICTURES) {
  test(file, async ({ page, server }) => {
    await page.setViewportSize({ width: 1280, height: 800 });
    if (more.dark) await page.addInitScript(() => localStorage.setItem('legendum.theme', 'dark'));
    await view(name)(page);
    // The helpers look for what stands beside the list, where there is room for it.
    if (more.width) await page.setViewportSize({ width: more.width, height: more.height ?? 800 });
    if (more.language) {
      const language = { name: 'legendum-language', value: more.language, url: server.address };
      await page.context().addCookies([language]);
      await page.reload({ waitUntil: 'networkidle' });
    }
    await page.waitForTimeout(400);
    await page.screenshot({ path: `docs/screenshots/${file}.png` });
  });
}
