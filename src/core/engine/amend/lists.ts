/** The lists that people walk through, of two indexes as one: titles, names, headings, journals, the shelf. */

import type { DiscoveryRecord } from '../../model/record';
import { languageOf } from '../../model/record';
import { shelfKey } from '../../shelf/callNumber';
import { alphabetOf, filedName, filedTitle } from '../../words/filing';
import { titleKey } from '../../words/keys';
import { growU32 } from '../build/growable';
import { placesIn } from '../build/identities';
import type { IndexData } from '../format/data';
import type { Section } from '../format/format';
import { byCodePoint, countStrings, type StringTable, stringAt } from '../format/strings';
import { type MergedValues, OF_B, type Places, type Two } from './documents';
import { type MergedTable, mergeOrders, mergeTables, NOWHERE, renumbered, sourcesOf } from './merging';
import type { Texts } from './relations';

interface Title {
  readonly key: string;
  readonly title: string;
  /** As it is filed. */
  readonly form: string;
}
const titleOf = (r: DiscoveryRecord): Title => ({
  key: titleKey(r.csl.title),
  title: r.csl.title,
  form: filedTitle(r.csl.title, languageOf(r)),
});

/** Orders of titles: by their keys, and as they are filed. */
export function mergedTitles(
  { a, b }: Two,
  places: Places,
  texts: Texts,
  language: string | undefined,
): Record<'titleOrder' | 'titleFiled' | 'titleRank', Uint32Array> {
  const { compare } = alphabetOf(language ?? 'en');
  const known = new Map<number, Title>();
  const at = (now: number): Title => {
    let one = known.get(now);
    if (!one) {
      const from = places.from[now] as number;
      one = titleOf(from >= OF_B ? texts.b(from - OF_B) : texts.a(from));
      known.set(now, one);
    }
    return one;
  };
  const both = (name: 'titleOrder' | 'titleFiled', one: (x: Title, y: Title) => number): Uint32Array =>
    mergeOrders(
      renumbered(a[name], places.a),
      renumbered(b[name], places.b),
      (x, y) => one(at(x), at(y)) || x - y,
    );
  const titleOrder = both('titleOrder', (x, y) => byCodePoint(x.key, y.key));
  const titleFiled = both('titleFiled', (x, y) => compare(x.form, y.form) || byCodePoint(x.title, y.title));
  return { titleOrder, titleFiled, titleRank: placesIn(titleOrder) };
}

/** Who is written about, and where: those of whom nothing is written any more are left out. */
function mergedAbout(
  { a, b, gone }: Two,
  places: Places,
): { readonly about: MergedTable; readonly sections: Record<string, Section> } {
  const isThere = (v: number): boolean =>
    a.aboutDocs.subarray(a.aboutStart[v], a.aboutStart[v + 1]).some((doc) => !gone[doc]);
  const about = mergeTables(a.about, b.about, (v) => !isThere(v));
  const total = countStrings(about.table);
  const [ofA, ofB] = [sourcesOf(about.a, total), sourcesOf(about.b, total)];
  const start = new Uint32Array(total + 1);
  const docs = growU32();
  const of = (d: IndexData, v: number, now: Uint32Array): Uint32Array =>
    v === NOWHERE
      ? new Uint32Array(0)
      : renumbered(d.aboutDocs.subarray(d.aboutStart[v], d.aboutStart[v + 1]), now);
  for (let v = 0; v < total; v++) {
    const own = mergeOrders(
      of(a, ofA[v] as number, places.a),
      of(b, ofB[v] as number, places.b),
      (x, y) => x - y,
    );
    for (const doc of own) docs.push(doc);
    start[v + 1] = docs.length;
  }
  const { bytes, offsets } = about.table;
  return {
    about,
    sections: { aboutBytes: bytes, aboutOffsets: offsets, aboutStart: start, aboutDocs: docs.view() },
  };
}

/**
 * An order of values by the alphabet.
 * @param tables the values of both, one table's numbers behind the other's; `a` and `b` their own orders
 */
function mergedFiled(
  tables: readonly MergedTable[],
  a: Uint32Array,
  b: Uint32Array,
  language: string | undefined,
): Uint32Array {
  const { compare } = alphabetOf(language ?? 'en');
  const sizes = tables.map((t) => countStrings(t.table));
  const joined = (which: 'a' | 'b'): Uint32Array => {
    let shift = 0;
    const all = growU32();
    tables.forEach((t, i) => {
      for (const now of t[which]) all.push(now === NOWHERE ? NOWHERE : now + shift);
      shift += sizes[i] as number;
    });
    return all.view();
  };
  const [nowA, nowB] = [joined('a'), joined('b')];
  const ofA = new Uint8Array(sizes.reduce((sum, size) => sum + size, 0));
  for (const v of nowA) if (v !== NOWHERE) ofA[v] = 1;
  const textAt = (v: number): string => {
    let own = v;
    for (const [i, size] of sizes.entries()) {
      if (own < size) return filedName(stringAt((tables[i] as MergedTable).table, own));
      own -= size;
    }
    return '';
  };
  return mergeOrders(
    renumbered(a, nowA),
    renumbered(b, nowB).filter((v) => !ofA[v]),
    (x, y) => compare(textAt(x), textAt(y)) || x - y,
  );
}

export function mergedLists(
  two: Two,
  places: Places,
  values: MergedValues,
  language: string | undefined,
): Record<string, Section> {
  const { a, b } = two;
  const { about, sections } = mergedAbout(two, places);
  return {
    personFiled: mergedFiled([values.person, about], a.personFiled, b.personFiled, language),
    subjectFiled: mergedFiled([values.subject], a.subjectFiled, b.subjectFiled, language),
    journalFiled: mergedFiled([values.journal], a.journalFiled, b.journalFiled, language),
    ...sections,
    ...mergedShelf(two, places),
  };
}

/** The places on the shelves: number, document and campus of each. */
function mergedShelf({ a, b, gone }: Two, places: Places): Record<string, Section> {
  const used = new Uint8Array(countStrings(a.callNumbers));
  a.shelfDoc.forEach((doc, p) => {
    if (!gone[doc]) used[a.shelfNumber[p] as number] = 1;
  });
  const numbers = mergedNumbers(a.callNumbers, b.callNumbers, used);
  const numberOf = (p: number): number =>
    (p >= OF_B
      ? numbers.b[b.shelfNumber[p - OF_B] as number]
      : numbers.a[a.shelfNumber[p] as number]) as number;
  const docOf = (p: number): number =>
    (p >= OF_B ? places.b[b.shelfDoc[p - OF_B] as number] : places.a[a.shelfDoc[p] as number]) as number;
  const campusOf = (p: number): number => (p >= OF_B ? b.shelfCampus[p - OF_B] : a.shelfCampus[p]) as number;
  const all = (d: IndexData, now: Uint32Array, shift: number): Uint32Array => {
    const there = growU32();
    d.shelfDoc.forEach((doc, p) => {
      if (now[doc] !== NOWHERE) there.push(p + shift);
    });
    return there.view();
  };
  const order = mergeOrders(
    all(a, places.a, 0),
    all(b, places.b, OF_B),
    (y, x) => numberOf(y) - numberOf(x) || docOf(y) - docOf(x) || campusOf(y) - campusOf(x),
  );
  const [shelfNumber, shelfDoc, shelfCampus] = [
    new Uint32Array(order.length),
    new Uint32Array(order.length),
    new Uint8Array(order.length),
  ];
  const campuses = a.shelfCampusStart.length - 1;
  const start = new Uint32Array(campuses + 1);
  order.forEach((place, i) => {
    const campus = campusOf(place);
    shelfNumber[i] = numberOf(place);
    shelfDoc[i] = docOf(place);
    shelfCampus[i] = campus;
    start[campus + 1] = (start[campus + 1] as number) + 1;
  });
  for (let c = 0; c < campuses; c++) start[c + 1] = (start[c + 1] as number) + (start[c] as number);
  const next = start.slice();
  const at = new Uint32Array(order.length);
  shelfCampus.forEach((campus, i) => {
    const to = next[campus] as number;
    at[to] = i;
    next[campus] = to + 1;
  });
  return {
    callNumberBytes: numbers.table.bytes,
    callNumberOffsets: numbers.table.offsets,
    ...{ shelfNumber, shelfDoc, shelfCampus, shelfCampusStart: start, shelfCampusAt: at },
  };
}
/** Call numbers stand in the order of the shelf, not in that of other tables. */
function mergedNumbers(a: StringTable, b: StringTable, used: Uint8Array): MergedTable {
  const textAt = (k: number): string => (k >= OF_B ? stringAt(b, k - OF_B) : stringAt(a, k));
  const known = new Map<number, readonly [string, string]>();
  const keyAt = (k: number): readonly [string, string] => {
    const key = known.get(k) ?? ([shelfKey(textAt(k)), textAt(k)] as const);
    known.set(k, key);
    return key;
  };
  const compare = (x: number, y: number): number => {
    const [p, q] = [keyAt(x), keyAt(y)];
    return p[0] < q[0] ? -1 : p[0] > q[0] ? 1 : byCodePoint(p[1], q[1]);
  };
  const [sizeA, sizeB] = [countStrings(a), countStrings(b)];
  const [ofA, ofB] = [new Uint32Array(sizeA).fill(NOWHERE), new Uint32Array(sizeB)];
  const order: number[] = [];
  let next = 0;
  const upTo = (end: number): void => {
    for (; next < end; next++)
      if (used[next]) {
        ofA[next] = order.length;
        order.push(next);
      }
  };
  for (let j = 0; j < sizeB; j++) {
    let [lo, hi] = [next, sizeA];
    while (lo < hi) {
      const mid = (lo + hi) >>> 1;
      if (compare(OF_B + j, mid) > 0) lo = mid + 1;
      else hi = mid;
    }
    upTo(lo);
    ofB[j] = order.length;
    if (lo < sizeA && compare(OF_B + j, lo) === 0) {
      ofA[lo] = order.length;
      next = lo + 1;
    }
    order.push(OF_B + j);
  }
  upTo(sizeA);
  return { table: textsAt(order, a, b), a: ofA, b: ofB };
}
/** A table of texts of two others, by their numbers there. */
function textsAt(order: readonly number[], a: StringTable, b: StringTable): StringTable {
  const bytes = new Uint8Array(a.bytes.length + b.bytes.length);
  const offsets = new Uint32Array(order.length + 1);
  let at = 0;
  order.forEach((k, i) => {
    const [t, own] = k >= OF_B ? [b, k - OF_B] : [a, k];
    const text = t.bytes.subarray(t.offsets[own], t.offsets[own + 1]);
    bytes.set(text, at);
    at += text.length;
    offsets[i + 1] = at;
  });
  return { bytes: bytes.slice(0, at), offsets };
}
