/**
 * Every word of the interface stands in the catalogue: the views are opened in the pseudo-language, which has accents on every
 * letter. A text without them is a fault, unless it is data: what a record, the library or the reader wrote.
 */
import type { Page } from '@playwright/test';
import { AppServer, expect, test } from './app';
import { VIEWS } from './views';

/** Names that are the same in all languages, and what `Intl` writes: the pseudo-language has English days. */
const SAME_EVERYWHERE =
  /\b(Legendum|DOI|ISSN|ISBN|CQL|RIS|BibTeX|CSL|JSON|MARC|MARCXML|XML|CSV|OpenURL|ISO|KBART|PDF|vol|no|pp|cr|Mon|Tue|Wed|Thu|Fri|Sat|Sun|Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec|English|Norwegian|Bokmål|Swedish|German|Danish|French|Spanish)\b/g;
/** Words in letters without accents. */
const PLAIN = /[A-Za-z][A-Za-z’-]*[A-Za-z]/g;

test('no view says a word that does not stand in the catalogue', async ({ browser, server, baseURL }) => {
  test.setTimeout(180_000);
  const seen: { name: string; page: Page }[] = [];
  // What the views are of is prepared in English, since the helpers go by what readers see; each reader for themselves.
  for (const [name, open] of VIEWS) {
    const context = await browser.newContext({ baseURL });
    context.setDefaultTimeout(20_000);
    const page = await context.newPage();
    await open(page);
    seen.push({ name, page });
  }
  await server.stop();
  const pseudo = new AppServer(server.port, 'dist-pseudo');
  await pseudo.start();
  try {
    const wrong: string[] = [];
    for (const { name, page } of seen) {
      const heard: string[] = [];
      page.on('response', async (response) => {
        if (response.headers()['content-type']?.includes('json'))
          heard.push(await response.text().catch(() => ''));
      });
      const [library, guidance, journals] = await Promise.all(
        ['/api/library', '/api/guidance', '/api/journals?q=seaweed'].map((path) =>
          page.request.get(path).then((r) => r.text()),
        ),
      );
      await page.goto(page.url(), { waitUntil: 'networkidle' });
      const address = page.url();
      const record = /records\/([^?]+)/.exec(address)?.[1];
      const data = [
        library,
        guidance,
        journals,
        ...heard,
        record ? await page.request.get(`/api/records/${record}`).then((r) => r.text()) : '',
        decodeURIComponent(address.replaceAll('+', ' ')),
        // What the reader has kept: slips, references, searches.
        await page.evaluate(async () => {
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
          return JSON.stringify(all);
        }),
      ]
        .join(' ')
        .toLowerCase();
      const known = new Set(data.match(/[a-z][a-z’-]*[a-z]/g));
      const said = await page.evaluate(() => {
        const texts: string[] = [document.title];
        const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
        for (let node = walk.nextNode(); node; node = walk.nextNode())
          if (!node.parentElement?.closest('script, style, noscript, code, [lang]'))
            texts.push(node.textContent ?? '');
        for (const e of document.querySelectorAll('[aria-label], [title], [placeholder], [alt]'))
          for (const name of ['aria-label', 'title', 'placeholder', 'alt'])
            texts.push((e.classList.contains('Z3988') ? '' : e.getAttribute(name)) ?? '');
        return texts;
      });
      expect(said.join(' '), `${name} is said in the pseudo-language`).toMatch(/[àĥïöţŧ]/);
      for (const text of new Set(said)) {
        const plain = text.replace(SAME_EVERYWHERE, ' ').match(PLAIN) ?? [];
        // Words beside an accented letter are pieces of one that has some without accents.
        const unknown = plain.filter((w) => w.length > 1 && !known.has(w.toLowerCase()));
        if (unknown.length) wrong.push(`${name}: ${text.slice(0, 120)} (${unknown.slice(0, 6).join(', ')})`);
      }
    }
    for (const { page } of seen) await page.context().close();
    expect(wrong).toEqual([]);
  } finally {
    await pseudo.stop();
    await server.start();
  }
});
