/** A folder's files of changes, one day after the other: what comes of them is what a whole reading comes to. */
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { recordsIn } from '../../tests/fixtures/recordTexts';
import { expectSameIndex } from '../../tests/fixtures/sameIndex';
import { indexFolder } from '../cli/folderIndex';
import { digest } from '../core/libraryData/same';
import { issn } from '../core/model/identifiers';
import { FolderItems } from './folderItems';
import { Digests, KnownWriter, readState } from './folderState';

let root: string;
let dir: string;
let said: string[];
beforeEach(() => {
  root = mkdtempSync(join(tmpdir(), 'legendum-days-'));
  dir = join(root, 'library');
  said = [];
  // When it was built stands in an index, too: two that are held against each other are of one minute.
  vi.useFakeTimers({ toFake: ['Date'], now: new Date('2026-11-02T09:10:00Z') });
  vi.spyOn(console, 'log').mockImplementation((text: string) => void said.push(text));
  vi.spyOn(console, 'error').mockImplementation((text: string) => void said.push(text));
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.useRealTimers();
  rmSync(root, { recursive: true, force: true });
});
function begin(lines: readonly object[]): void {
  rmSync(root, { recursive: true, force: true });
  cpSync('examples/gralsund', dir, { recursive: true });
  rmSync(join(dir, 'records'), { recursive: true });
  for (const own of ['records', 'changes']) mkdirSync(join(dir, own));
  writeFileSync(join(dir, 'records/1.jsonl'), lines.map((l) => `${JSON.stringify(l)}\n`).join(''));
}
/** @returns what was said of it */
function build(out = 'upon', afresh = false): string {
  said = [];
  indexFolder(dir, { check: false, out: join(root, out), reports: [], afresh }, () => {});
  return said.join('\n');
}
/** Builds upon what stands and anew, and holds one against the other. @returns whether it was not read whole */
function both(): boolean {
  const amended = /Amended by what has changed|worked out anew/.test(build());
  const upon = said;
  build('anew', true);
  expectSameIndex(join(root, 'upon'), join(root, 'anew'));
  const report = (out: string) => JSON.parse(readFileSync(join(root, out, 'report.json'), 'utf8'));
  const { sorts: _, ...a } = report('upon');
  const { sorts: __, ...b } = report('anew');
  // Works are counted where all is read.
  for (const counts of [a.counts, b.counts])
    for (const n of ['works', 'joined', 'problems']) delete counts[n];
  expect(a).toEqual(b);
  said = upon;
  return amended;
}

const WORDS = ['Deich', 'Siel', 'Warft', 'Priel', 'Watt', 'Geest', 'Koog', 'Hallig', 'Lahnung', 'Groden'];
/** Few titles, people and numbers, so that much is the same as something else. */
interface Drawn {
  readonly title: number;
  readonly person: number;
  readonly doi: number;
  readonly isbn: number;
  readonly kind: number;
  readonly host: number;
  readonly names: number;
}
const drawn: fc.Arbitrary<Drawn> = fc.record({
  ...{ title: fc.nat(120), person: fc.nat(4), doi: fc.nat(90), isbn: fc.nat(60), kind: fc.nat(3) },
  ...{ host: fc.nat(90), names: fc.nat(60) },
});
const ISBNS = ['9783161484100', '9780306406157', '9781861972712'];
/** The first is listed in the example; the others are where a day's tables say so. */
const SERIALS = ['6000-0015', ...[7000001, 7000002].map((n) => issn(String(n)))];
const item = (id: string, d: Drawn): object => ({
  id,
  type: ['book', 'article-journal', 'chapter', 'book'][d.kind],
  title: `${WORDS[d.title % 10]} und ${WORDS[(d.title * 3) % 10]} an der Küste ${d.title}`,
  author: [{ family: ['Ebbesen', 'Wiards', 'Ohlsen', 'Tjarks', 'Frerichs'][d.person], given: 'T.' }],
  issued: { 'date-parts': [[2001 + (d.title % 3)]] },
  ...(d.doi < 6 ? { DOI: `10.5555/x${d.doi}` } : {}),
  ...(d.isbn < 3 ? { ISBN: ISBNS[d.isbn] } : {}),
  ...(d.kind === 2 && d.host < 60 ? { custom: { host: `b${d.host}` } } : {}),
  ...(d.kind === 1 && d.person < 3 ? { ISSN: SERIALS[d.person] } : {}),
  ...(d.names < 20 ? { custom: { references: [`b${d.names}`, `b${d.names + 1}`] } } : {}),
});
/** What other files of the folder say: copies by ISBN, by number and of a serial, owners, lists, rules, lenders. */
const tables = fc.record({
  copies: fc.array(fc.tuple(fc.nat(140), fc.boolean()), { maxLength: 5 }),
  isbn: fc.nat(4),
  volumes: fc.boolean(),
  owned: fc.array(fc.nat(5), { maxLength: 3 }),
  listed: fc.nat(3),
  ebook: fc.nat(4),
  refereed: fc.boolean(),
  queue: fc.nat(2),
  fill: fc.nat(2),
});
type Tables = typeof tables extends fc.Arbitrary<infer T> ? T : never;
function lay(t: Tables): void {
  const write = (file: string, rows: readonly string[]): void =>
    writeFileSync(join(dir, file), rows.map((r) => `${r}\n`).join(''));
  write('holdings.csv', [
    'record;isbn;issn;campus;level;callNumber;status;due;rule;from;to',
    ...t.copies.map(([n, out]) => `b${n};;;haus;Magazin;NS ${n};${out ? 'out;2026-11-07' : 'in;'};loan;;`),
    ...(t.isbn < 3 ? [`;${ISBNS[t.isbn]};;haus;Magazin;NS X;in;;premises;;`] : []),
    ...(t.volumes ? [`;;${SERIALS[0]};haus;Magazin;Z 1;;;premises;1960;1999`] : []),
  ]);
  write('owners.csv', [
    'record;isbn;lenders',
    ...t.owned.map((k) => (k < 3 ? `;${ISBNS[k]};hohensiel` : `b${k};;hohensiel verbund`)),
  ]);
  const journals = Array.from(
    { length: t.listed },
    (_, k) => `${SERIALS[k]};;Heft ${k};Deichverlag;de;Watt;1975`,
  );
  write('journals.csv', ['issn;eissn;title;publisher;language;discipline;from', ...journals]);
  write('refereed.csv', ['issn;from;to', ...(t.refereed ? [`${SERIALS[0]};1998;`] : [])]);
  write('kbart/wattpresse_2026-10.txt', [
    'publication_title\tprint_identifier\ttitle_url\tcoverage_depth\tpublication_type\tdate_first_issue_online',
    `Die Küste im Bau\t${SERIALS[0]}\thttps://wattpresse.example/k\tfulltext\tserial\t1990`,
    ...(t.ebook < 3
      ? [`Ein Buch\t${ISBNS[t.ebook]}\thttps://wattpresse.example/b\tfulltext\tmonograph\t`]
      : []),
  ]);
  const swap = (file: string, from: RegExp, to: string): void =>
    writeFileSync(join(dir, file), readFileSync(join('examples/gralsund', file), 'utf8').replace(from, to));
  swap('policy.yaml', /pickupDays: 7/, `pickupDays: 7\n  queueLoanDays: ${14 + 7 * t.queue}`);
  swap('lenders.csv', /0,82/, `0,${60 + t.fill}`);
}
/** A day: what is told anew of which ids, which go, and what the other files say. */
const day = fc.record({
  tables: fc.option(tables, { freq: 2 }),
  told: fc.array(fc.tuple(fc.nat(309), drawn), { maxLength: 8 }),
  gone: fc.array(fc.nat(309), { maxLength: 4 }),
});

describe('a folder with files of changes', () => {
  it('is amended by them to what it is when all is read', () => {
    fc.assert(
      fc.property(
        fc.array(drawn, { minLength: 300, maxLength: 300 }),
        fc.array(day, { minLength: 1, maxLength: 3 }),
        (base, days) => {
          begin(base.map((d, i) => item(`b${i}`, d)));
          build();
          days.forEach(({ told, gone, tables: others }, i) => {
            if (others) lay(others);
            const lines = told.map(([n, d]) => `${JSON.stringify(item(`b${n}`, d))}\n`);
            if (lines.length) writeFileSync(join(dir, `changes/${i}-a.jsonl`), lines.join(''));
            if (gone.length)
              writeFileSync(join(dir, `changes/${i}-b.txt`), gone.map((n) => `b${n}\n`).join(''));
            both();
          });
        },
      ),
      { numRuns: 5 },
    );
  });

  const plain = (n: number): Drawn => ({
    title: n,
    person: n % 5,
    doi: 99,
    isbn: 99,
    kind: 0,
    host: 99,
    names: 99,
  });
  const base = (): object[] => Array.from({ length: 120 }, (_, i) => item(`b${i}`, plain(i)));
  const change = (name: string, ...lines: object[]): void =>
    writeFileSync(join(dir, 'changes', name), lines.map((l) => `${JSON.stringify(l)}\n`).join(''));

  it('joins what comes with what stands, parts it again, and points to what it went into', () => {
    const list = base();
    list[7] = item('b7', { ...plain(7), kind: 2, host: 40 });
    list[8] = { ...item('b8', plain(8)), custom: { references: ['b40'] } };
    begin(list);
    build();
    // The same book as one that came before it.
    change('1.jsonl', item('b40', plain(3)));
    expect(both()).toBe(true);
    const by = (id: string) => recordsIn(join(root, 'upon')).find((r) => r.id === id);
    expect(by('b40')).toBeUndefined();
    expect([by('b7')?.host, by('b8')?.references]).toEqual(['b3', ['b3']]);
    change('2.jsonl', item('b40', plain(77)));
    expect(both()).toBe(true);
    expect([by('b7')?.host, by('b8')?.references]).toEqual(['b40', ['b40']]);
    change('3.jsonl', item('neu', { ...plain(11), isbn: 1 }));
    expect(both()).toBe(true);
    expect(by('b11')?.csl.ISBN ?? by('neu')?.work).toBeTruthy();
  });
  it('is read whole where something else has changed, where it was long ago, and where its state is of no use', () => {
    begin(base());
    build();
    change('1.jsonl', item('b1', plain(2)));
    // By what files are read is another.
    const mapping = () =>
      writeFileSync(join(dir, 'mapping.yaml'), `${readFileSync(join(dir, 'mapping.yaml'), 'utf8')}\n# x\n`);
    mapping();
    expect(both()).toBe(false);
    change('2.jsonl', item('b2', plain(9)));
    expect(both()).toBe(true);
    // A change that was read already is another.
    change('1.jsonl', item('b1', plain(5)));
    change('3.jsonl', item('b3', plain(9)));
    expect(both()).toBe(false);
    change('4.jsonl', item('b4', plain(9)));
    vi.setSystemTime(new Date('2026-11-12T09:10:00Z'));
    expect(both()).toBe(false);
    change('5.jsonl', item('b5', plain(9)));
    const state = join(root, 'upon.read/known.lgd');
    writeFileSync(state, readFileSync(state).subarray(0, -100));
    expect(both()).toBe(false);
    // What changes took away and bring again stands where it stood…
    writeFileSync(join(dir, 'changes/6.txt'), 'b6\n');
    expect(both()).toBe(true);
    writeFileSync(join(dir, 'changes/6a.txt'), 'b6\nnowhere\n');
    change('7.jsonl', item('b6', plain(6)));
    expect(both()).toBe(true);
    // … which is not known of what was away when all was read.
    writeFileSync(join(dir, 'changes/8.txt'), 'b8\n');
    mapping();
    expect(both()).toBe(false);
    writeFileSync(join(dir, 'changes/9.txt'), 'b8\n');
    expect(both()).toBe(true);
    change('9a.jsonl', item('b8', plain(8)));
    expect(both()).toBe(false);
    // Nothing new: what was learnt since of lenders is taken in.
    expect(both()).toBe(true);
    expect(readState(join(root, 'upon.read'))?.meta.changes).toHaveLength(11);
  });
  it('has its waits worked out anew by other rules, lists and lenders, and copies laid at what they belong to', () => {
    const list = base();
    list[7] = { ...item('b7', { ...plain(7), kind: 1, person: 0 }), volume: '3' };
    list[8] = { ...item('b8', { ...plain(8), kind: 1, person: 1 }), volume: '3' };
    list[9] = item('b9', { ...plain(9), kind: 2, host: 10 });
    begin(list);
    const none: Tables = {
      ...{
        copies: [],
        isbn: 3,
        volumes: false,
        owned: [],
        listed: 0,
        ebook: 3,
        refereed: false,
        queue: 0,
        fill: 0,
      },
    };
    lay(none);
    build();
    const by = (id: string) => recordsIn(join(root, 'upon')).find((r) => r.id === id);
    const next = (more: Partial<Tables>): string => {
      lay({ ...none, ...more });
      expect(both()).toBe(true);
      return said.join('\n');
    };
    const reckoned = 'Waits and refereeing worked out anew, the words of';
    for (const more of [{ queue: 1 }, { fill: 2 }, { refereed: true }, { volumes: true }]) {
      const text = next(more);
      expect(text).toContain(reckoned);
      expect(text).not.toContain('Amended');
    }
    expect(next({})).toContain(reckoned);
    // Copies, owners and e-books are laid at their records; nothing else is touched.
    const copies = next({
      copies: [
        [10, false],
        [11, true],
        [400, false],
      ],
    });
    expect(copies).toContain('Amended by what has changed: 2 records new or otherwise');
    expect(copies).not.toContain(reckoned);
    expect(copies).toContain('holdings.csv:4');
    expect(by('b10')?.copies).toHaveLength(1);
    const fewer = next({ copies: [[11, false]], owned: [4] });
    expect(fewer).toContain('3 records new or otherwise');
    expect(fewer).not.toContain('holdings.csv');
    expect(by('b10')?.copies).toBeUndefined();
    // A journal that is listed now, and no more.
    next({ listed: 2 });
    expect(by('b8')?.owners).toBeUndefined();
    next({});
    expect(by('b8')?.owners).toBe('?');
    // Both at once, with a day’s changes.
    change('1.jsonl', { ...item('b11', plain(60)) }, item('neu', plain(400)));
    const all = next({
      queue: 2,
      copies: [
        [11, true],
        [12, false],
      ],
    });
    expect(all).toContain(`${reckoned} 120 records as they stood. Amended by what has changed: 3 records`);
  });
  it('is read whole where one of several with the same id is taken away', () => {
    begin([...base(), item('b5', plain(300))]);
    build();
    writeFileSync(join(dir, 'changes/1.txt'), 'b5\n');
    expect(both()).toBe(false);
    expect(recordsIn(join(root, 'upon')).filter((r) => r.id.startsWith('b5~'))).toEqual([]);
  });
  it('takes a file that was written to while all was read for another', () => {
    begin(base());
    const path = join(dir, 'records/1.jsonl');
    const markOf = FolderItems.prototype.markOf;
    const meanwhile = vi.spyOn(FolderItems.prototype, 'markOf').mockImplementationOnce(function (
      this: FolderItems,
      file,
      before,
    ) {
      const mark = markOf.call(this, file, before);
      writeFileSync(path, `${readFileSync(path, 'utf8')}${JSON.stringify(item('late', plain(400)))}\n`);
      return mark;
    });
    build();
    meanwhile.mockRestore();
    change('1.jsonl', item('b1', plain(201)));
    expect(both()).toBe(false);
    expect(recordsIn(join(root, 'upon')).some((r) => r.id === 'late')).toBe(true);
  });
  it('tells what was wrong in what was read before, and in what has come', () => {
    begin([...base(), { id: 'odd', type: 'book' }]);
    expect(build()).toContain('records/1.jsonl:121');
    change('1.jsonl', item('b1', plain(200)), { id: 'odd-2', type: 'book' });
    const text = build();
    expect(text).toContain('Amended');
    expect(text).toContain('records/1.jsonl:121');
    expect(text).toContain('changes/1.jsonl:2');
    expect(text).toContain('1 record new or otherwise, 0 records gone');
  });
});

describe('digests of descriptions', () => {
  it('are found by every one of them, and by nothing else', () => {
    fc.assert(
      fc.property(fc.array(fc.array(fc.nat(60), { maxLength: 4 }), { maxLength: 40 }), (all) => {
        const writer = new KnownWriter();
        const own = all.map((list) => [...new Set(list)].map((n) => digest(`key ${n}`)));
        for (const list of own) writer.add({ at: 0, length: 0, own: 0 }, list, []);
        const { shared } = writer.finish((n) => n);
        expect(shared).toBeInstanceOf(Digests);
        for (let n = 0; n <= 60; n++) {
          const wanted = digest(`key ${n}`);
          const expected = own.flatMap((list, i) => (list.includes(wanted) ? [i] : []));
          expect(shared.with(wanted).sort((a, b) => a - b)).toEqual(expected);
        }
      }),
    );
  });
});
