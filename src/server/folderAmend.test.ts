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
/** Builds upon what stands and anew, and holds one against the other. @returns whether it was amended */
function both(): boolean {
  const amended = build().includes('Amended by what has changed');
  build('anew', true);
  expectSameIndex(join(root, 'upon'), join(root, 'anew'));
  const report = (out: string) => JSON.parse(readFileSync(join(root, out, 'report.json'), 'utf8'));
  const { sorts: _, ...a } = report('upon');
  const { sorts: __, ...b } = report('anew');
  // Works are counted where all is read.
  for (const counts of [a.counts, b.counts])
    for (const n of ['works', 'joined', 'problems']) delete counts[n];
  expect(a).toEqual(b);
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
  ...{ title: fc.nat(30), person: fc.nat(4), doi: fc.nat(40), isbn: fc.nat(20), kind: fc.nat(3) },
  ...{ host: fc.nat(90), names: fc.nat(60) },
});
const ISBNS = ['9783161484100', '9780306406157', '9781861972712'];
const item = (id: string, d: Drawn): object => ({
  id,
  type: ['book', 'article-journal', 'chapter', 'book'][d.kind],
  title: `${WORDS[d.title % 10]} und ${WORDS[(d.title * 3) % 10]} an der Küste ${d.title}`,
  author: [{ family: ['Ebbesen', 'Wiards', 'Ohlsen', 'Tjarks', 'Frerichs'][d.person], given: 'T.' }],
  issued: { 'date-parts': [[2001 + (d.title % 3)]] },
  ...(d.doi < 6 ? { DOI: `10.5555/x${d.doi}` } : {}),
  ...(d.isbn < 3 ? { ISBN: ISBNS[d.isbn] } : {}),
  ...(d.kind === 2 && d.host < 60 ? { custom: { host: `b${d.host}` } } : {}),
  ...(d.names < 20 ? { custom: { references: [`b${d.names}`, `b${d.names + 1}`] } } : {}),
});
/** A day: what is told anew of which ids, and which go. */
const day = fc.record({
  told: fc.array(fc.tuple(fc.nat(139), drawn), { maxLength: 8 }),
  gone: fc.array(fc.nat(139), { maxLength: 4 }),
});

describe('a folder with files of changes', () => {
  it('is amended by them to what it is when all is read', () => {
    let amended = 0;
    fc.assert(
      fc.property(
        fc.array(drawn, { minLength: 130, maxLength: 130 }),
        fc.array(day, { minLength: 1, maxLength: 3 }),
        (base, days) => {
          begin(base.map((d, i) => item(`b${i}`, d)));
          build();
          days.forEach(({ told, gone }, i) => {
            const lines = told.map(([n, d]) => `${JSON.stringify(item(`b${n}`, d))}\n`);
            if (lines.length) writeFileSync(join(dir, `changes/${i}-a.jsonl`), lines.join(''));
            if (gone.length)
              writeFileSync(join(dir, `changes/${i}-b.txt`), gone.map((n) => `b${n}\n`).join(''));
            if (both()) amended++;
          });
        },
      ),
      { numRuns: 8 },
    );
    expect(amended).toBeGreaterThan(2);
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
    writeFileSync(join(dir, 'policy.yaml'), `${readFileSync(join(dir, 'policy.yaml'), 'utf8')}\n# x\n`);
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
    writeFileSync(join(dir, 'policy.yaml'), `${readFileSync(join(dir, 'policy.yaml'), 'utf8')}\n# y\n`);
    expect(both()).toBe(false);
    writeFileSync(join(dir, 'changes/9.txt'), 'b8\n');
    expect(both()).toBe(true);
    change('9a.jsonl', item('b8', plain(8)));
    expect(both()).toBe(false);
    // Nothing new: nothing to amend by, and what was learnt since is taken in.
    expect(both()).toBe(false);
    expect(readState(join(root, 'upon.read'))?.meta.changes).toHaveLength(11);
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
        for (const list of own) writer.add([0, 0], list, []);
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
