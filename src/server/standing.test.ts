/** What is taken over from an index that stands: the next is the same to the byte as one that is made afresh. */
import { mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { DiscoveryRecord, RecordId } from '../core/model/record';
import { makeWorld } from '../demo/world';
import { type Built, buildIndex, type IndexSource } from './build';
import { RECORDS } from './recordFile';

let dir: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'legendum-standing-'));
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));

const world = makeWorld(400);
const ALL = [...world.records];
const START = ALL.slice(0, 300);
const source = (records: Iterable<DiscoveryRecord>, more: Partial<IndexSource> = {}): IndexSource => ({
  ...makeWorld(200),
  ...more,
  records,
});
const FILES = ['index.lgd', RECORDS, 'library.json', 'manifest.json'];
const bytesIn = (where: string): Buffer[] => FILES.map((f) => readFileSync(join(where, f)));
/** Builds upon what stands, and afresh elsewhere, and holds one against the other. */
function both(src: () => IndexSource): Built {
  const [upon, afresh] = [join(dir, 'upon'), join(dir, 'afresh')];
  const built = buildIndex(src(), upon);
  buildIndex(src(), afresh, undefined, { afresh: true });
  bytesIn(upon).forEach((bytes, i) => {
    expect(bytes.equals(bytesIn(afresh)[i] as Buffer), FILES[i]).toBe(true);
  });
  return built;
}

/** What may happen to a library's records, each as a change of the list. */
type Change = (list: DiscoveryRecord[], at: number) => void;
const edit =
  (change: (r: DiscoveryRecord) => DiscoveryRecord): Change =>
  (list, at) => {
    const old = list[at];
    if (old) list[at] = change(old);
  };
const CHANGES: Readonly<Record<string, Change>> = {
  removed: (list, at) => {
    list.splice(at, 1);
  },
  added: (list, at) => {
    const next = ALL.find((r) => !r.added && !r.host && !list.some((x) => x.id === r.id));
    if (next) list.splice(Math.min(at, list.findIndex((r) => r.added) >>> 0), 0, next);
  },
  retitled: edit((r) => ({ ...r, csl: { ...r.csl, title: `${r.csl.title}: quagmires reconsidered` } })),
  'with another subject': edit((r) => ({ ...r, subjects: ['Zymurgy', ...r.subjects.slice(1)] })),
  'by another person': edit((r) => ({
    ...r,
    csl: { ...r.csl, author: [{ family: 'Aardvark', given: 'Q.' }] },
  })),
  'without copies': edit(({ copies: _, ...r }) => r),
  'in another language': edit((r) => ({ ...r, languages: ['tlh'], source: 'elsewhere' })),
  'citing others': edit((r) => ({ ...r, references: ALL.slice(40, 44).map((x) => x.id as RecordId) })),
  'of a work': edit((r) => ({ ...r, work: 'one-work' })),
};

describe('an index built upon the one that stands', () => {
  it('takes over everything where nothing has changed', () => {
    buildIndex(source(START), join(dir, 'upon'));
    expect(both(() => source(START))).toMatchObject({ again: 300, dropped: 0 });
  });
  it('is the one made afresh, whatever has changed, one time after the other', () => {
    const days = fc.array(
      fc.array(fc.tuple(fc.constantFrom(...Object.keys(CHANGES)), fc.nat(299)), {
        minLength: 1,
        maxLength: 12,
      }),
      { minLength: 1, maxLength: 3 },
    );
    fc.assert(
      fc.property(days, (all) => {
        rmSync(join(dir, 'upon'), { recursive: true, force: true });
        const list = [...START];
        buildIndex(source(list), join(dir, 'upon'));
        for (const day of all) {
          for (const [name, at] of day) CHANGES[name]?.(list, at % Math.max(1, list.length));
          const { again } = both(() => source(list));
          expect(again).toBeGreaterThanOrEqual(list.length - day.length);
        }
      }),
      {
        numRuns: 4,
        examples: [[[Object.keys(CHANGES).map((name, i): [string, number] => [name, 20 * i])]]],
      },
    );
  });
  it('goes by other rules, lists and lenders at once, with the words that stand', () => {
    buildIndex(source(START), join(dir, 'upon'));
    const { library, lines } = world;
    const slower = library.lenders.map((l) => ({ ...l, load: 0.9, fillRate: 0.2 }));
    for (const more of [
      { library: { ...library, lenders: slower } },
      { lines: new Map([...lines].slice(3)) },
      { journals: world.journals.map((j) => ({ ...j, refereed: 'unknown' as const })) },
    ])
      expect(both(() => source(START, more)).again).toBe(300);
  });
  it('is made afresh where the library reads otherwise, or what stands is damaged', () => {
    const upon = join(dir, 'upon');
    buildIndex(source(START), upon);
    const other = { library: { ...world.library, language: 'de' } };
    expect(both(() => source(START, other)).again).toBe(0);
    truncateSync(join(upon, RECORDS), 2000);
    expect(both(() => source(START)).again).toBe(0);
    writeFileSync(join(upon, 'library.json'), 'no library');
    expect(both(() => source(START)).again).toBe(0);
  });
});
