/** Which words of a page, opened in the pseudo-language, stand neither in the catalogue nor in data it was given. */
import type { Page, Response } from '@playwright/test';
import { LANGUAGE_LIST } from '../../src/core/model/kinds';

/**
 * Names that are the same in all languages, and what `Intl` writes: the pseudo-language has English days and
 * lists.
 */
const SAME_EVERYWHERE =
  /\b(Legendum|DOI|PMID|ISSN|ISBN|CQL|RIS|BibTeX|CSL|JSON|MARC|MARCXML|XML|CSV|OpenURL|ISO|KBART|PDF|EPUB|cr|Mon|Tue|Wed|Thu|Fri|Sat|Sun|Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec|kB|MB|byte|Mo|Tu|We|Th|Fr|Sa|Su|and|or)\b/g;
/** Months of a calendar, by `Intl` too; before anything is taken out of them as data. */
const MONTHS =
  /\b(January|February|March|April|May|June|July|August|September|October|November|December) \d{4}\b/g;
/** Languages are named by `Intl`, in English here. */
const LANGUAGE_NAMES = new RegExp(
  `\\b(${LANGUAGE_LIST.map((code) => new Intl.DisplayNames('en', { type: 'language' }).of(code)).join('|')})\\b`,
  'g',
);
/** The path of a rule in the policy, as the page of rules and a slip name it: `copyright.shareOfPages`. */
const PATH = /\b[a-z]+(\.[A-Za-z]+)+\b/g;
/** What the views' helpers search for. */
const TYPED = 'seaweed';
/** Stretches of words in letters without accents. */
const PLAIN = /[A-Za-z][A-Za-z’'-]+(?: +[A-Za-z][A-Za-z’'-]*)*/g;
/**
 * What is a name or a sentence in some data. Bare words in small letters are left out: most are codes, as a
 * word of ours might be; and single letters (the class of a call number), which stand in every word.
 */
function wordsIn(value: unknown): string[] {
  if (typeof value === 'string') return value.length > 1 && /\S\s+\S|[A-Z]|\d|@/.test(value) ? [value] : [];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(wordsIn) : [];
}
/** A JSON answer, or one that comes line by line; nothing when the page turned away from it. */
const saidBy = (response: Response): Promise<unknown> =>
  response.text().then(
    (text) =>
      text
        .split('\n')
        .filter(Boolean)
        .map((line) => JSON.parse(line) as unknown),
    () => null,
  );
/**
 * Whether a stretch of words stands in data: as it is written, whole words; a word or two in small letters
 * could be anybody's.
 */
const isData = (words: string, data: string): boolean =>
  (/[A-Z]/.test(words) || words.split(' ').length > 2) &&
  new RegExp(`(?<![A-Za-z])${words.trim().replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?![A-Za-z])`).test(data);
/** All that is to be read or heard on a page as it stands. */
const textsOf = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const texts: string[] = [document.title];
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walk.nextNode(); node; node = walk.nextNode())
      if (!node.parentElement?.closest('script, style, noscript, code, [lang]:not(html)'))
        texts.push(node.textContent ?? '');
    for (const e of document.querySelectorAll('[aria-label], [title], [placeholder], [alt]'))
      for (const name of ['aria-label', 'title', 'placeholder', 'alt'])
        texts.push((e.classList.contains('Z3988') ? '' : e.getAttribute(name)) ?? '');
    return texts;
  });
/** What the reader has kept: slips, references, searches. */
const keptIn = (page: Page): Promise<unknown> =>
  page.evaluate(async () => {
    const open = indexedDB.open('legendum');
    const db = await new Promise<IDBDatabase>((done) => {
      open.onsuccess = () => done(open.result);
    });
    const all = await Promise.all(
      [...db.objectStoreNames].map(
        (store) =>
          new Promise((done) => {
            const got = db.transaction(store).objectStore(store).getAll();
            got.onsuccess = () => done(got.result);
          }),
      ),
    );
    db.close();
    return all;
  });

/** What opens, opened: details at once, popovers and dialogs one after the other. @returns all that was said */
async function openedOn(page: Page): Promise<string[]> {
  const said: string[] = [];
  await page.evaluate(() => {
    for (const details of document.querySelectorAll('details')) details.open = true;
  });
  // One of each sort, and some links: the lines of a list have the same again and again.
  const sorts = new Map<string, number>();
  for (const button of await page.locator('button[aria-expanded="false"]:visible').elementHandles()) {
    const sort = await button.evaluate((e) => (e as HTMLElement).className);
    const met = (sorts.get(sort) ?? 0) + 1;
    sorts.set(sort, met);
    if (met > (/_link/.test(sort) ? 4 : 1)) continue;
    // Nobody's hand: one that is covered or gone would be waited for.
    await button.evaluate((e) => {
      (e as HTMLElement).click();
      return new Promise((done) => requestAnimationFrame(() => setTimeout(done, 40)));
    });
    said.push(...(await textsOf(page)));
    await page.keyboard.press('Escape');
  }
  return said;
}

/** All that a page was told: its answers from now on, what is asked for beside them, and what the reader keeps. */
async function heardBy(page: Page, answers: readonly unknown[]): Promise<string[]> {
  const address = page.url();
  const record = /records\/([^?]+)/.exec(address)?.[1];
  const heard: unknown[] = [...answers];
  for (const path of [
    'library',
    'guidance',
    'journals?q=seaweed',
    ...(record ? [`records/${record}`] : []),
    // What the server writes into a page is no answer that the page hears.
    ...(address.includes('/browse?') ? [`browse${new URL(address).search}&before=10&after=60`] : []),
  ])
    heard.push(await page.request.get(`/api/${path}`).then((r) => r.json()));
  // The longest first, so that a name within a title goes with it.
  return [...new Set(wordsIn([heard, await keptIn(page)]))].sort((x, y) => y.length - x.length);
}
/** Of each text, the words that stand in no data and were not typed. */
function unknownIn(said: readonly string[], data: readonly string[], typed: string): string[] {
  const all = data.join('\n');
  const looked = new Map<string, boolean>();
  // By the first three letters, since there are many, and most of them stand in none of the texts.
  const byStart = new Map<string, string[]>();
  for (const value of data)
    byStart.set(value.slice(0, 3), [...(byStart.get(value.slice(0, 3)) ?? []), value]);
  const within = (text: string): string[] =>
    [...new Set(Array.from(text, (_, i) => text.slice(i, i + 3)))]
      .flatMap((start) => byStart.get(start) ?? [])
      .sort((x, y) => y.length - x.length);
  return [...new Set(said)].flatMap((text): string[] => {
    const rest = within(text)
      .reduce((t, value) => t.replaceAll(value, '|'), text.replace(MONTHS, '|').replace(LANGUAGE_NAMES, '|'))
      .replace(PATH, '|')
      .replace(SAME_EVERYWHERE, '|');
    const unknown = (rest.match(PLAIN) ?? []).filter((w) => {
      const fine = looked.get(w) ?? (typed.includes(w) || isData(w, all));
      looked.set(w, fine);
      return !fine;
    });
    return unknown.length ? [`${text.slice(0, 120)} (${unknown.slice(0, 6).join(', ')})`] : [];
  });
}
/**
 * Loads a page anew, in the pseudo-language by now, with all that opens in it.
 * @returns the texts that say a word of their own
 */
export async function wordsOfItsOwn(page: Page): Promise<string[]> {
  const answers: unknown[] = [];
  page.on('response', async (response) => {
    if (response.headers()['content-type']?.includes('json')) answers.push(await saidBy(response));
  });
  await page.goto(page.url(), { waitUntil: 'networkidle' });
  const said = await textsOf(page);
  if (!/[àĥïöţŧ]/.test(said.join(' '))) return ['nothing is said in the pseudo-language'];
  said.push(...(await openedOn(page)));
  const typed = `${decodeURIComponent(page.url().replaceAll('+', ' '))} ${TYPED}`;
  return unknownIn(said, await heardBy(page, answers), typed);
}
