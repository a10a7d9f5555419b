/** An index that is amended, one time after the other, against one that is made anew of the same records. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { makeWorld } from '../../../demo/world';
import { rowLayout } from '../../access/summary';
import type { DiscoveryRecord, RecordId } from '../../model/record';
import { FIELDS } from '../../query/tree';
import { IndexBuilder } from '../build/builder';
import { type IndexData, indexOf } from '../format/data';
import { AGAIN, FAR, STRETCH_BITS } from '../format/format';
import { TermLists } from '../format/termLists';
import { behind, codeAt, termsOf } from '../format/wordCodes';
import { amend } from './amend';

const world = makeWorld(600);
const ALL = [...world.records];
const { library } = world;
const journals = new Map(world.journals.map((j) => [j.id, j]));
type List = readonly DiscoveryRecord[];

const itemsOf = (list: List) => {
  const byId = new Map(list.map((r) => [r.id, r]));
  return (record: DiscoveryRecord) => ({
    record,
    lines: record.journal ? (world.lines.get(record.journal) ?? []) : [],
    ...(record.journal ? { journal: journals.get(record.journal) } : {}),
    ...(record.host ? { host: byId.get(record.host) } : {}),
  });
};
const META = { layout: rowLayout(library), analysis: 'stems' };
function anew(list: List): IndexData {
  const builder = new IndexBuilder(library);
  const itemOf = itemsOf(list);
  for (const r of list) builder.add(itemOf(r));
  return indexOf({ ...META, records: list.length }, builder.finish());
}
/** An index with the records that its documents stand for, by their places. */
interface Kept {
  readonly data: IndexData;
  readonly store: readonly DiscoveryRecord[];
}
function upon({ data, store }: Kept, before: List, after: List): Kept | null {
  const [old, now] = [itemsOf(before), itemsOf(after)];
  const textOf = (list: typeof old, r: DiscoveryRecord): string => JSON.stringify(list(r));
  const texts = new Map(before.map((r) => [r.id, textOf(old, r)]));
  const recordAt = (doc: number): DiscoveryRecord => store[data.cameAs[doc] as number] as DiscoveryRecord;
  const stays = new Set(after.filter((r) => texts.get(r.id) === textOf(now, r)).map((r) => r.id));
  const gone = [...data.cameAs.keys()].filter((doc) => !stays.has(recordAt(doc).id));
  const fresh = after.filter((r) => !stays.has(r.id));
  const parts = amend({
    ...{ standing: data, recordAt, library, gone },
    come: fresh.map((r, i) => ({ item: now(r), place: store.length + i })),
  });
  return (
    parts && {
      data: indexOf({ ...META, records: after.length }, parts),
      store: [...store, ...fresh],
    }
  );
}
/** The words of each document, by their terms. */
function wordsOf(d: IndexData): number[][] {
  const terms = termsOf(d.termCode);
  return Array.from({ length: d.n }, (_, doc) => {
    const own: number[] = [];
    for (let p = d.docStart[doc] as number; p < (d.docStart[doc + 1] as number); p = behind(d.forward, p))
      own.push(terms[codeAt(d.forward, p)] as number);
    return own;
  });
}
/** Where each posting's word stands, looked up in the documents themselves. */
function whereIn(d: IndexData): number[] {
  const found: number[] = [];
  const lists = new TermLists(d);
  for (let t = 0; t < d.termCode.length; t++)
    for (const doc of lists.of(t).docs) {
      const from = d.docStart[doc] as number;
      const at: number[] = [];
      for (let p = from; p < (d.docStart[doc + 1] as number); p = behind(d.forward, p))
        if (codeAt(d.forward, p) === d.termCode[t]) at.push(p - from);
      found.push(Math.min((at[0] as number) >>> STRETCH_BITS, FAR) | (at.length > 1 ? AGAIN : 0));
    }
  return found;
}
const bytesOf = (view: ArrayBufferView): Buffer => Buffer.from(view.buffer, view.byteOffset, view.byteLength);
const OTHERWISE = ['termCode', 'forward', 'docStart', 'where', 'cameAs', 'meta', 'places'];
function same({ data, store }: Kept, list: List, thorough = false): void {
  const fresh = anew(list);
  for (const name of Object.keys(fresh) as (keyof IndexData)[]) {
    if (OTHERWISE.includes(name)) continue;
    const [a, b] = [data[name], fresh[name]];
    // Byte by byte first: telling what differs takes its time.
    if (!(ArrayBuffer.isView(a) && ArrayBuffer.isView(b) && bytesOf(a).equals(bytesOf(b))))
      expect(a, name).toEqual(b);
  }
  expect(wordsOf(data)).toEqual(wordsOf(fresh));
  expect([...data.cameAs].map((k) => store[k])).toEqual([...fresh.cameAs].map((k) => list[k]));
  if (thorough) expect([...data.where]).toEqual(whereIn(data));
}

/** What may happen to a library's records. */
type Change = (list: DiscoveryRecord[], at: number) => void;
const edit =
  (change: (r: DiscoveryRecord) => DiscoveryRecord): Change =>
  (list, at) => {
    list[at] = change(list[at] as DiscoveryRecord);
  };
const CHANGES: Readonly<Record<string, Change>> = {
  removed: (list, at) => {
    list.splice(at, 1);
  },
  added: (list, at) => {
    const next = ALL.find((r, i) => i >= 300 + at && !r.added && !list.some((x) => x.id === r.id));
    if (next) list.splice(list.findIndex((r) => r.added) >>> 0, 0, next);
  },
  addedToday: (list, at) => {
    const next = ALL.find((r, i) => i >= 300 + at && !list.some((x) => x.id === r.id));
    const last = list.at(-1)?.added ?? '2026-11-01';
    if (next) list.push({ ...next, added: next.added && next.added > last ? next.added : last });
  },
  retitled: edit((r) => ({ ...r, csl: { ...r.csl, title: `${r.csl.title}: quagmires reconsidered` } })),
  titleOfAnother: (list, at) => {
    const [r, other] = [list[at], list[(at * 7) % list.length]] as [DiscoveryRecord, DiscoveryRecord];
    list[at] = { ...r, csl: { ...r.csl, title: other.csl.title } };
  },
  readdressed: edit((r) => ({ ...r, csl: { ...r.csl, author: [{ family: 'Ångström-Zeh', given: 'Ö.' }] } })),
  unnamed: edit((r) => ({ ...r, csl: { ...r.csl, author: [], editor: [] } })),
  resubjected: edit((r) => ({ ...r, subjects: ['Aardvarks', ...r.subjects.slice(1)] })),
  manySubjects: edit((r) => ({ ...r, subjects: [...r.subjects, 'One', 'Two', 'Three', 'Four', 'Five'] })),
  bare: edit((r) => ({ ...r, subjects: [] })),
  journalled: edit((r) => ({ ...r, csl: { ...r.csl, 'container-title': 'Annals of Ghost Nets' } })),
  redated: edit((r) => ({ ...r, csl: { ...r.csl, issued: { 'date-parts': [[1788]] } } })),
  inAWork: edit((r) => ({ ...r, work: 'work-of-all' })),
  outOfWork: edit(({ work: _, ...r }) => r as DiscoveryRecord),
  cites: (list, at) => {
    const r = list[at] as DiscoveryRecord;
    const cited = [list[(at * 5) % list.length]?.id, ALL[599 - (at % 200)]?.id, 'nowhere'] as RecordId[];
    list[at] = { ...r, references: [...cited, ...(r.references ?? [])] };
  },
  shelved: edit((r) => ({
    ...r,
    copies: r.copies?.map((c) => ({ ...c, callNumber: `${c.callNumber} c.9` })),
  })),
  unshelved: edit(({ copies: _, ...r }) => r as DiscoveryRecord),
  writtenAbout: edit((r) => ({ ...r, about: [{ family: 'Zzyzx', given: 'Q.' }] })),
};
/** A day: what happens where. */
const day = fc.array(fc.tuple(fc.constantFrom(...Object.keys(CHANGES)), fc.nat(10_000)), { maxLength: 12 });

describe('an index that is amended', () => {
  it('is the one made anew, whatever has come and gone, one day after the other', () => {
    let amendments = 0;
    fc.assert(
      fc.property(fc.array(day, { minLength: 1, maxLength: 4 }), (days) => {
        let list: List = ALL.slice(0, 300);
        let kept: Kept = { data: anew(list), store: list };
        for (const changes of days) {
          const next = [...list];
          for (const [what, at] of changes) CHANGES[what]?.(next, at % next.length);
          const amended = upon(kept, list, next);
          // Only where words would weigh otherwise it is made anew.
          if (amended) amendments++;
          kept = amended ?? { data: anew(next), store: next };
          list = next;
          same(kept, list);
        }
      }),
      { numRuns: 12 },
    );
    expect(amendments).toBeGreaterThan(8);
  });
  it('has its words where it says they are', () => {
    const list = ALL.slice(0, 120);
    const next = [...list];
    for (const [i, change] of Object.values(CHANGES).entries()) change(next, 3 + 5 * i);
    const kept = upon({ data: anew(list), store: list }, list, next);
    expect(kept).not.toBeNull();
    if (kept) same(kept, next, true);
  });
  it('may have nothing new, and nothing but new things', () => {
    const list = ALL.slice(0, 260);
    const kept: Kept = { data: anew(list), store: list };
    const less = upon(kept, list, list.slice(0, 259));
    if (less) same(less, list.slice(0, 259));
    const more = upon(kept, list, ALL.slice(0, 264));
    if (more) same(more, ALL.slice(0, 264));
    const none = upon(kept, list, list);
    if (none) same(none, list);
    expect([less, more, none].map(Boolean)).toEqual([true, true, true]);
  });
  it('is made anew where its words would weigh otherwise', () => {
    const list = ALL.slice(0, 60);
    const long = list.map((r) => ({ ...r, csl: { ...r.csl, title: `${r.csl.title} `.repeat(9) } }));
    expect(upon({ data: anew(list), store: list }, list, long)).toBeNull();
    expect(FIELDS.length).toBe(8);
  });
});
