import { plugins } from '@citation-js/core';
import '@citation-js/plugin-bibtex';
import '@citation-js/plugin-ris';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decodeText } from '../decode';
import type { CslItem } from '../model/record';
import { readBibtex } from './bibtexRead';
import { readCslItems } from './cslItems';
import { readCsv, writeCsv } from './csv';
import { writeIso2709 } from './iso2709';
import type { Problem } from './item';
import { formatOf, kindOfFile, READ_FORMATS, type ReadFormat, readAs } from './read';
import { readRis } from './ris';
import { StreamReader, StreamWriter } from './stream';
import { WRITTEN_FORMATS, writeItems } from './write';

const bytes = (text: string | Uint8Array): Uint8Array =>
  typeof text === 'string' ? new TextEncoder().encode(text) : text;
const word = fc.stringMatching(/^[A-Za-zÀ-ÖØ-öø-ÿ]{2,10}$/);
const phrase = fc.array(word, { minLength: 1, maxLength: 6 }).map((w) => w.join(' '));
/** Titles with what gives formats trouble: ampersands, braces, quotes, percent signs. */
const title = fc
  .tuple(
    phrase,
    fc.constantFrom('', ' & ', ' 100 % ', ' "x" ', ' <b> ', ' #1 ', ' – ', ' $5 ', ' a_b '),
    phrase,
  )
  .map((p) => p.join('').replace(/\s+/g, ' ').trim());
const person = fc.record({
  family: word.map((w) => w[0]?.toUpperCase() + w.slice(1).toLowerCase()),
  given: word.map((w) => w[0]?.toUpperCase() + w.slice(1).toLowerCase()),
});
const article: fc.Arbitrary<CslItem> = fc.record({
  id: fc.stringMatching(/^[a-z]{3}[0-9]{3}$/),
  type: fc.constant('article-journal'),
  title,
  author: fc.array(person, { minLength: 1, maxLength: 3 }),
  issued: fc.integer({ min: 1500, max: 2026 }).map((y) => ({ 'date-parts': [[y]] as [[number]] })),
  'container-title': phrase,
  volume: fc.integer({ min: 1, max: 999 }).map(String),
  issue: fc.integer({ min: 1, max: 12 }).map(String),
  page: fc
    .tuple(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 401, max: 900 }))
    .map(([a, b]) => `${a}-${b}`),
  DOI: fc.stringMatching(/^10\.5555\/[a-z0-9]{3,8}$/),
});
/** MARC keeps titles in two parts and drops marks at their ends, so it is held to what a reference needs. */
const flat = (t: string | undefined): string =>
  (t ?? '')
    .normalize('NFC')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
    .toLowerCase();

describe('what is written is read back', () => {
  for (const format of WRITTEN_FORMATS) {
    it(format, () => {
      fc.assert(
        fc.property(
          fc.uniqueArray(article, { minLength: 1, maxLength: 4, selector: (a) => a.id }),
          (items) => {
            const { items: back, problems } = readAs(format as ReadFormat, bytes(writeItems(format, items)));
            expect(problems).toEqual([]);
            expect(back).toHaveLength(items.length);
            items.forEach((item, i) => {
              const own = back[i] as CslItem;
              expect(flat(own.title)).toBe(flat(item.title));
              expect(flat(own['container-title'])).toBe(flat(item['container-title']));
              expect(own.author?.map((a) => `${a.family}|${a.given}`)).toEqual(
                item.author?.map((a) => `${a.family}|${a.given}`),
              );
              expect([
                own.type,
                own.issued?.['date-parts'][0][0],
                own.volume,
                own.issue,
                own.page,
                own.DOI,
              ]).toEqual([
                item.type,
                item.issued?.['date-parts'][0][0],
                item.volume,
                item.issue,
                item.page,
                item.DOI,
              ]);
            });
          },
        ),
        { numRuns: format === 'bibtex' ? 40 : 100 },
      );
    });
  }
  it('every format can be told from the others', () => {
    const item = {
      id: 'a',
      type: 'article-journal',
      title: 'Kelp',
      author: [{ family: 'Lind', given: 'Ada' }],
      'container-title': 'J',
    } as CslItem;
    for (const format of WRITTEN_FORMATS)
      expect(formatOf('file', bytes(writeItems(format, [item]))), format).toBe(format);
    expect(kindOfFile('list.txt', bytes('Lind, A. (2019). Kelp.'))).toBe('text');
    expect(kindOfFile('list.csv', bytes('a,b\n1,2'))).toEqual({ headings: ['a', 'b'] });
    expect(kindOfFile('list.csv', bytes('a,b\n1,2'), { a: 'title', b: '' })).toEqual({ format: 'csv' });
  });
});

describe('what is broken', () => {
  it('RIS: the good come in, the bad are named with their line', () => {
    const { items, problems } = readAs(
      'ris',
      bytes(
        'stray\nTY  - JOUR\nTI  - One\nER  - \n\nTY  - BOOK\nAU  - Nobody\nER  - \nTY  - JOUR\nTI  - Two,\n cut\n',
      ),
    );
    expect(items.map((i) => i.title)).toEqual(['One', 'Two, cut']);
    expect(problems.map((p) => p.line)).toEqual([1, 6, 9]);
  });
  it('RIS: a date in any words gives its year; one without a year is said and the record taken', () => {
    const one = (...lines: string[]) =>
      readAs('ris', bytes(['TY  - JOUR', 'TI  - Kelp', ...lines, 'ER  - ', ''].join('\n')));
    const issued = (...lines: string[]) => one(...lines).items[0]?.issued?.['date-parts'];
    expect(issued('PY  - 2004/03/15')).toEqual([[2004, 3, 15]]);
    expect(issued('PY  - 15 March 2004')).toEqual([[2004]]);
    expect(issued('DA  - March', 'PY  - 2004')).toEqual([[2004]]);
    expect(issued('DA  - 15 March 2003', 'PY  - 2004/03')).toEqual([[2004, 3]]);
    const { items, problems } = one('PY  - in press');
    expect(items).toHaveLength(1);
    expect(problems).toEqual([
      { line: 1, text: { code: 'file.hasNoYearInItThe', values: { day: 'in press' } } },
    ]);
    expect(one().problems).toEqual([]);
  });
  it('BibTeX: an entry that never closes costs no other; accents and abbreviations are read', () => {
    const file =
      '@string{jx = "Journal of X"}\n@article{a, title={Sea {\\"o}}, author={M{\\"u}ller, J{\\"o}rg}, journal=jx, year=2019}\n@article{b, title={never closed, year=2019\n@book{c, title={Last}, year=2020, author={Lind, Ada}}\n';
    const { items, problems } = readAs('bibtex', bytes(file));
    expect(items.map((i) => i.title)).toEqual(['Sea ö', 'Last']);
    expect(items[0]).toMatchObject({
      'container-title': 'Journal of X',
      author: [{ family: 'Müller', given: 'Jörg' }],
    });
    expect(problems.map((p) => p.line)).toEqual([3]);
  });
  it('MARCXML: entities are refused, a cut record costs no other', () => {
    const bomb =
      '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><collection><record>&b;</record></collection>';
    expect(readAs('marcxml', bytes(bomb))).toMatchObject({ items: [], problems: [{ line: 1 }] });
    const whole = writeItems('marcxml', [{ id: 'a', type: 'book', title: 'Kelp' } as CslItem]) as string;
    const { items, problems } = readAs('marcxml', bytes(`${whole}<record><leader>x</leader>`));
    expect(items.map((i) => i.title)).toEqual(['Kelp']);
    expect(problems[0]?.text.code).toBe('file.isCutShort');
  });
  it('MARC 21: a wrong directory and a cut end are named by their number', () => {
    const good = writeItems('marc', [{ id: 'a', type: 'book', title: 'Kelp' } as CslItem]) as Uint8Array;
    const bad = good.slice();
    bad.set(bytes('99999'), 24 + 7);
    const none = good.slice();
    none.set(bytes('9x999'), 24 + 7);
    const { items, problems } = readAs(
      'marc',
      Uint8Array.from([...bad, ...good, ...none, ...good.subarray(0, 60)]),
    );
    // Lengths that are wrong don't matter where the separators are right.
    expect(items.map((i) => i.title)).toEqual(['Kelp', 'Kelp']);
    expect(problems.map((p) => `${p.line} ${p.text.code}`)).toEqual([
      '1 file.lengthsAreWrong',
      '3 file.hasADirectoryThatPointsOutside',
      '4 file.isCutShort',
    ]);
  });
  it('CSL-JSON: one array, or a line each; what is no item is named', () => {
    expect(readCslItems('[{"title":"A"},{"x":1},3]')).toMatchObject({
      items: [{ title: 'A' }],
      problems: [{ line: 2 }, { line: 3 }],
    });
    expect(readCslItems('{"title":"A"}\n{"title":\n{"title":"B"}')).toMatchObject({
      items: [{ title: 'A' }, { title: 'B' }],
      problems: [{ line: 2 }],
    });
    expect(readCslItems('{"title": "A",\n oops}').problems).toHaveLength(1);
  });
  it('a list of OpenURLs: links and bare queries; what says nothing is named', () => {
    const file =
      'https://x.example/openurl?ctx_ver=Z39.88-2004&rft.btitle=Kelp&rft.date=2019\nrft.atitle=Dulse&rft.jtitle=J\nhttps://x.example/?a=b\n';
    expect(formatOf('links.txt', bytes(file))).toBe('openurl');
    const { items, problems } = readAs('openurl', bytes(file));
    expect(items.map((i) => i.title)).toEqual(['Kelp', 'Dulse']);
    expect(problems.map((p) => p.line)).toEqual([3]);
  });
  it('anything at all is survived', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), fc.constantFrom(...READ_FORMATS), (junk, format) => {
        const { items, problems } = readAs(format, junk);
        expect(Array.isArray(items) && Array.isArray(problems)).toBe(true);
      }),
    );
  });
});

describe('other programs’ readers', () => {
  it('RIS and BibTeX open in a reader that is not ours', () => {
    fc.assert(
      fc.property(fc.uniqueArray(article, { minLength: 1, maxLength: 3, selector: (a) => a.id }), (items) => {
        for (const format of ['ris', 'bibtex'] as const) {
          const found = plugins.input.chain(writeItems(format, items), { generateGraph: false }) as CslItem[];
          expect(found.map((f) => flat(f.title))).toEqual(items.map((i) => flat(i.title)));
          expect(found.map((f) => [f.author?.[0]?.family, f.issued?.['date-parts'][0][0], f.volume])).toEqual(
            items.map((i) => [i.author?.[0]?.family, i.issued?.['date-parts'][0][0], i.volume]),
          );
        }
      }),
      { numRuns: 30 },
    );
  });
});

describe('piece by piece', () => {
  const many = Array.from(
    { length: 3000 },
    (_, i): CslItem => ({
      id: `a${i}`,
      type: 'article-journal',
      title: `Kelp, "number" ${i} in the northern isles and what it was worth to those who gathered it`,
      author: [{ family: 'Lind', given: 'Ada' }],
      issued: { 'date-parts': [[1990 + (i % 30)]] },
      'container-title': 'Journal of the Shore',
      volume: String(1 + (i % 90)),
    }),
  );
  for (const format of WRITTEN_FORMATS) {
    it(`${format}: a large file comes out as the small one would`, () => {
      const whole = bytes(writeItems(format, many));
      const reader = new StreamReader(format as ReadFormat);
      const writer = new StreamWriter(format);
      const out: Uint8Array[] = [];
      const titles: string[] = [];
      const take = ({ items, problems }: ReturnType<typeof reader.push>): void => {
        expect(problems).toEqual([]);
        titles.push(...items.map((i) => i.title));
        out.push(bytes(writer.write(items)));
      };
      for (let at = 0; at < whole.length; at += 300_007) take(reader.push(whole.subarray(at, at + 300_007)));
      take(reader.end());
      out.push(bytes(writer.end()));
      expect(titles).toHaveLength(many.length);
      expect(flat(titles.at(-1))).toBe(flat(many.at(-1)?.title));
      const again = readAs(format as ReadFormat, Uint8Array.from(Buffer.concat(out)));
      expect(again.problems).toEqual([]);
      expect(again.items).toHaveLength(many.length);
    });
  }
  it('problems keep the lines of the whole file', () => {
    const good = 'TY  - JOUR\nTI  - One of very many titles that stand in this file\nER  - \n';
    const file = bytes(`${good.repeat(20_000)}TY  - BOOK\nAU  - X\nER  - \n${good}`);
    const reader = new StreamReader('ris');
    const problems = [];
    for (let at = 0; at < file.length; at += 500_000)
      problems.push(...reader.push(file.subarray(at, at + 500_000)).problems);
    problems.push(...reader.end().problems);
    expect(problems.map((p) => p.line)).toEqual([60_001]);
  });
  it('so do those of a table whose cells go over several lines', () => {
    const good = '"One of very many\r\ntitles that stand in this file","Lind, Ada",2019\r\n\r\n';
    const rows = 30_000;
    const file = bytes(`\r\ntitle,author,year\r\n${good.repeat(rows)},Nobody,2019\r\n${good}Last,,soon\r\n`);
    const reader = new StreamReader('csv');
    const [problems, titles]: [number[], string[]] = [[], []];
    const take = (read: ReturnType<typeof reader.push>): void => {
      problems.push(...read.problems.map((p) => p.line));
      titles.push(...read.items.map((i) => i.title));
    };
    for (let at = 0; at < file.length; at += 500_000) take(reader.push(file.subarray(at, at + 500_000)));
    take(reader.end());
    expect(problems).toEqual([3 + 3 * rows, 3 + 3 * rows + 1 + 3]);
    expect(titles).toHaveLength(rows + 2);
    expect(titles[0]).toContain('One of very many');
  });
  it.each<[ReadFormat, (n: number) => string]>([
    ['ris', (n) => `TY  - BOOK\nTI  - Book ${n}\nAB  - ${'x'.repeat(900)}\nER  - \n`],
    ['csv', (n) => `${n === 0 ? 'title,publisher\n' : ''}Book ${n},${'x'.repeat(900)}\n`],
    ['csl', (n) => `${JSON.stringify({ type: 'book', title: `Book ${n}`, publisher: 'x'.repeat(900) })}\n`],
    ['openurl', (n) => `rft.btitle=Book+${n}&rft.pub=${'x'.repeat(900)}\n`],
    [
      'marcxml',
      (n) =>
        `<record><datafield tag="245"><subfield code="a">Book ${n}</subfield></datafield><datafield tag="520"><subfield code="a">${'x'.repeat(900)}</subfield></datafield></record>\n`,
    ],
  ])('%s: items without an id of their own are numbered through, however the file is cut', (format, one) => {
    const many = Array.from({ length: 3000 }, (_, n) => one(n)).join('');
    const file = bytes(format === 'marcxml' ? `<collection>\n${many}</collection>\n` : many);
    const reader = new StreamReader(format);
    const items: CslItem[] = [];
    let pieces = 0;
    for (let at = 0; at < file.length; at += 400_000) {
      const got = reader.push(file.subarray(at, at + 400_000));
      if (got.items.length) pieces++;
      items.push(...got.items);
    }
    items.push(...reader.end().items);
    expect(pieces).toBeGreaterThan(1);
    expect(items.map((i) => i.title)).toEqual(Array.from({ length: 3000 }, (_, n) => `Book ${n}`));
    expect(items.map((i) => Number(/\d+$/.exec(i.id)?.[0]))).toEqual(items.map((_, i) => i + 1));
  });
  it('and a broken MARC record its number in the whole file, whatever was said of others', () => {
    const one = writeItems('marc', [
      { id: 'a', type: 'book', title: 'x'.repeat(900) } as CslItem,
    ]) as Uint8Array;
    const broken = Uint8Array.from(one);
    broken.set(bytes('zzzzz'));
    const list = Array.from({ length: 2500 }, (_, i) => (i === 3 || i === 2400 ? broken : one));
    const file = Uint8Array.from(Buffer.concat(list));
    const reader = new StreamReader('marc');
    const problems: Problem[] = [];
    let read = 0;
    const take = (got: ReturnType<typeof reader.push>): void => {
      problems.push(...got.problems);
      read += got.items.length;
    };
    for (let at = 0; at < file.length; at += 400_000) take(reader.push(file.subarray(at, at + 400_000)));
    take(reader.end());
    expect(problems.map((p) => p.line)).toEqual([4, 2401]);
    // One without a title, after a broken one.
    const bare = writeIso2709({ leader: '00000nam a2200000 a 4500', control: [], fields: [] }) as Uint8Array;
    expect(
      readAs('marc', Uint8Array.from(Buffer.concat([one, broken, bare]))).problems.map((p) => p.line),
    ).toEqual([2, 3]);
    expect(problems.map((p) => p.line)).toEqual([4, 2401]);
    expect(read).toBe(2498);
  });
});

describe('CSV', () => {
  it('cells that would run as a formula are made safe, and come back as they were', () => {
    const items = [{ id: '1', type: 'book', title: '=HYPERLINK("x")', publisher: '@cmd' } as CslItem];
    const text = writeCsv(items);
    expect(text).toContain(`"'=HYPERLINK(""x"")"`);
    expect(text).toContain("'@cmd");
    expect(readCsv(text).items[0]).toMatchObject({ title: '=HYPERLINK("x")', publisher: '@cmd' });
  });
  it('columns can be said, or are known by their usual names', () => {
    expect(readCsv('Journal title;Authors;Title;Year\nJ;Lind, Ada;Kelp;2019\n').items[0]).toMatchObject({
      'container-title': 'J',
      title: 'Kelp',
      author: [{ family: 'Lind', given: 'Ada' }],
    });
    expect(readCsv('a,b\nKelp,2019\n', { a: 'title', b: 'year' }).items[0]).toMatchObject({
      title: 'Kelp',
      issued: { 'date-parts': [[2019]] },
    });
    expect(readCsv('a,b\n1,2').problems[0]?.text.code).toBe('file.noColumnIsTheTitleThe');
    expect(readCsv('title,year\n\n\n"Kelp,\nsea",2019\n,2020\n')).toMatchObject({
      items: [{ title: 'Kelp,\nsea' }],
      problems: [{ line: 6 }],
    });
    expect(readCsv('title,year\n"Kelp"x,2019\nDulse,2020\n').problems[0]).toMatchObject({
      line: 2,
      text: { code: 'file.quotationMarksDontMatch' },
    });
    expect(readCsv('title,year\n\n\n"Kelp,\nsea",2019\n,2020\n').items).toHaveLength(1);
    expect(readCsv('title,year\nKelp,in press\n')).toMatchObject({
      items: [{ title: 'Kelp' }],
      problems: [{ line: 2, text: { code: 'file.hasNoYearInItThe2', values: { value: 'in press' } } }],
    });
    expect(readCsv('title,year\n,2019\nKelp,\n')).toMatchObject({
      items: [{ title: 'Kelp' }],
      problems: [{ line: 2 }],
    });
  });
});

describe('encodings', () => {
  const text = 'Brandsæter – Küste';
  it('UTF-8 with and without mark, UTF-16, Windows-1252', () => {
    const u8 = new TextEncoder().encode(text);
    expect(decodeText(u8)).toBe(text);
    expect(decodeText(Uint8Array.from([0xef, 0xbb, 0xbf, ...u8]))).toBe(text);
    const u16 = Uint8Array.from([...text].flatMap((c) => [c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8]));
    expect(decodeText(Uint8Array.from([0xff, 0xfe, ...u16]))).toBe(text);
    expect(decodeText(u16)).toBe(text);
    expect(decodeText(Uint8Array.from([...'Brands\u00e6ter'].map((c) => c.charCodeAt(0))))).toBe(
      'Brandsæter',
    );
  });
});

describe('files that take long in the wrong hands', () => {
  /** The best of two runs, in milliseconds. */
  const took = (work: () => unknown): number =>
    Math.min(
      ...[0, 1].map(() => {
        const began = performance.now();
        work();
        return performance.now() - began;
      }),
    );
  it.each([
    ['blanks in a cell of names', (n: number) => () => readCsv(`title,author\nT,"x${' '.repeat(n)}y"`)],
    [
      'blanks in a person of RIS',
      (n: number) => () => readRis(`TY  - BOOK\nTI  - T\nAU  - x${' '.repeat(n)}y\nER  - \n`),
    ],
    [
      'many abbreviations and many entries',
      (n: number) => () =>
        readBibtex(
          `${'@string{ab = "b"}\n'.repeat(n / 100)}${'@book{a, title={T}, year=2001}\n'.repeat(n / 400)}`,
        ),
    ],
    [
      'blanks in a field of BibTeX',
      (n: number) => () =>
        readBibtex(`@book{a, title={x${' '.repeat(n)}y}, author={A and${' '.repeat(n)}B}}`),
    ],
    [
      'what is shared, by itself again and again',
      (n: number) => () =>
        readBibtex(`@xdata{x, xdata={${'x,'.repeat(n / 2)}}}\n@book{a, title={T}, xdata={x}}`),
    ],
    [
      'many parts of one large whole',
      (n: number) => () =>
        readBibtex(
          `@book{w, title={W}, note={${'x'.repeat(n)}}, annote={${'x'.repeat(n)}}}\n${'@inbook{p, title={P}, crossref={w}}\n'.repeat(n / 1000)}`,
        ),
    ],
  ] as const)('%s: eight times as much does not take its square', (_what, make) => {
    make(8000)();
    const [short, long] = [took(make(8000)), took(make(64_000))];
    expect(long).toBeLessThan(20 * Math.max(short, 5));
  });
  it('an abbreviation reaches the entries that use it, also through another', () => {
    const { items } = readBibtex(
      '@string{long = "Annals of " # short}\n@string{short = "Kelp"}\n@string{other = "Nothing"}\n@article{a, title={T}, journal=long, year=2001}\n@article{b, title={U}, journal={Other}, year=2001}',
    );
    expect(items.map((i) => i['container-title'])).toEqual(['Annals of Kelp', 'Other']);
  });
});
