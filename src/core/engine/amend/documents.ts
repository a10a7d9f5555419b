/** The documents of two indexes in one order, and their columns in it. */

import { growU32 } from '../build/growable';
import { placesIn } from '../build/identities';
import { likeness } from '../build/neighbours';
import { cellsInOrder, type Ordered, type ValueTables } from '../build/ordered';
import { Tuples } from '../build/tuples';
import { COMBO_WIDTH, comboSlot, NONE } from '../format/columns';
import type { IndexData } from '../format/data';
import {
  mainLengthAt,
  moreSubjects,
  PLACES,
  SUBJECT_SHIFT,
  subjectsAt,
  titleLengthAt,
  yearAt,
} from '../format/facts';
import { byCodePoint, countStrings, stringAt } from '../format/strings';
import { type MergedTable, mergeTables, NOWHERE } from './merging';

/** Two indexes, one of them small: what comes to the other. */
export interface Two {
  readonly a: IndexData;
  readonly b: IndexData;
  /** By document of `a`: 1 for those that are no more. */
  readonly gone: Uint8Array;
}
/** From here on a number in `from` is one of `b`. */
export const OF_B = 2 ** 31;
/** Where each document comes from, and where those of each index now stand (or NOWHERE). */
export interface Places {
  readonly n: number;
  readonly from: Uint32Array;
  readonly a: Uint32Array;
  readonly b: Uint32Array;
}
type Named = 'subject' | 'person' | 'journal' | 'source' | 'language';
export type MergedValues = Readonly<Record<Named, MergedTable>>;

/** The first heading of a document; -1: none. */
function mainSubject(d: IndexData, doc: number): number {
  const v = d.subjectAt[PLACES * doc] as number;
  return v >= SUBJECT_SHIFT ? v - SUBJECT_SHIFT : -1;
}

/** The tables of values; those that only documents that are gone had are left out. */
export function mergedValues(two: Two): MergedValues {
  const { a, b, gone } = two;
  const used = {
    subject: new Uint8Array(countStrings(a.tables.subject)),
    person: new Uint8Array(countStrings(a.tables.person)),
    journal: new Uint8Array(countStrings(a.tables.journal)),
    source: new Uint8Array(countStrings(a.tables.source)),
    language: new Uint8Array(countStrings(a.tables.language)),
  };
  const cells = new Uint8Array(a.cellCombo.length);
  // No journal is a value that there always is.
  used.journal[0] = 1;
  for (let d = 0; d < a.n; d++) {
    if (gone[d]) continue;
    cells[a.cell[d] as number] = 1;
    used.journal[a.journalOf[d] as number] = 1;
    for (let k = 0; k < PLACES; k++) {
      const v = a.subjectAt[PLACES * d + k] as number;
      if (v >= SUBJECT_SHIFT) used.subject[v - SUBJECT_SHIFT] = 1;
    }
    for (let k = a.personFrom[d] as number; k < (a.personFrom[d + 1] as number); k++)
      used.person[a.persons[k] as number] = 1;
  }
  for (const d of a.moreDoc) if (!gone[d]) for (const v of moreSubjects(a, d)) used.subject[v] = 1;
  cells.forEach((is, cell) => {
    if (!is) return;
    for (const group of ['source', 'language'] as const) {
      const v = a.combos[(a.cellCombo[cell] as number) * COMBO_WIDTH + comboSlot(group)] as number;
      if (v !== NONE) used[group][v] = 1;
    }
  });
  const merged = (name: Named): MergedTable =>
    mergeTables(a.tables[name], b.tables[name], (i) => !used[name][i]);
  return {
    subject: merged('subject'),
    person: merged('person'),
    journal: merged('journal'),
    source: merged('source'),
    language: merged('language'),
  };
}

/**
 * The order of the documents of both, as a build would order them.
 * @returns null where those of `a` would not stand in the order in which they stand
 */
export function mergedOrder({ a, b, gone }: Two, values: MergedValues): Places | null {
  // The id of each document, as a number in its table of ids.
  const [idsA, idsB] = [placesIn(a.idDoc), placesIn(b.idDoc)];
  const likeOf = (d: IndexData, which: 'a' | 'b', doc: number): number => {
    const main = mainSubject(d, doc);
    return likeness(
      main < 0 ? -1 : (values.subject[which][main] as number),
      values.journal[which][d.journalOf[doc] as number] as number,
      yearAt(d, doc),
    );
  };
  const places = { a: new Uint32Array(a.n).fill(NOWHERE), b: new Uint32Array(b.n) };
  const from = new Uint32Array(a.n + b.n);
  let [x, y, n] = [0, 0, 0];
  let [dayBefore, likeBefore] = [-1, -1];
  const likeOfB = Float64Array.from({ length: b.n }, (_, d) => likeOf(b, 'b', d));
  const putB = (): void => {
    places.b[y] = n;
    from[n++] = OF_B + y++;
  };
  for (; x < a.n; x++) {
    if (gone[x]) continue;
    const [day, like] = [a.added[x] as number, likeOf(a, 'a', x)];
    if (day < dayBefore || (day === dayBefore && like < likeBefore)) return null;
    [dayBefore, likeBefore] = [day, like];
    for (; y < b.n; putB()) {
      const later =
        (b.added[y] as number) - day ||
        (likeOfB[y] as number) - like ||
        byCodePoint(stringAt(b.tables.id, idsB[y] as number), stringAt(a.tables.id, idsA[x] as number));
      if (later > 0) break;
    }
    places.a[x] = n;
    from[n++] = x;
  }
  while (y < b.n) putB();
  return { n, from: from.slice(0, n), ...places };
}

/** All columns but those that documents have by each other (works, titles). */
export function mergedColumns(
  { a, b }: Two,
  { n, from }: Places,
  values: MergedValues,
  /** Of the records of `b`, in their file. */
  cameAs: (ofB: number) => number,
): Omit<Ordered, 'work' | 'titleRank'> & { readonly fieldLengths: Uint8Array } {
  const F = a.fieldLengths.length / a.n;
  const year = new Int16Array(n);
  const [journal, combo, row] = [new Uint32Array(n), new Uint32Array(n), new Uint32Array(n)];
  const [titleLength, mainLength, added] = [new Uint8Array(n), new Uint8Array(n), new Uint16Array(n)];
  const came = new Uint32Array(n);
  const fieldLengths = new Uint8Array(n * F);
  const [subjectStart, personStart] = [new Uint32Array(n + 1), new Uint32Array(n + 1)];
  const subject = growU32();
  const person = new Uint32Array(a.persons.length + b.persons.length);
  const tuples = { combos: new Tuples(), rows: new Tuples(), placeSets: new Tuples() };
  const cells = { a: cellsOf(a, values, 'a', tuples), b: cellsOf(b, values, 'b', tuples) };
  for (let i = 0; i < n; i++) {
    const isB = (from[i] as number) >= OF_B;
    const [d, which] = isB ? ([b, 'b'] as const) : ([a, 'a'] as const);
    const doc = isB ? (from[i] as number) - OF_B : (from[i] as number);
    const cell = d.cell[doc] as number;
    year[i] = yearAt(d, doc);
    journal[i] = values.journal[which][d.journalOf[doc] as number] as number;
    combo[i] = cells[which].combo(cell);
    row[i] = cells[which].row(cell);
    titleLength[i] = titleLengthAt(d, doc);
    mainLength[i] = mainLengthAt(d, doc);
    added[i] = d.added[doc] as number;
    came[i] = isB ? cameAs(d.cameAs[doc] as number) : (d.cameAs[doc] as number);
    for (let f = 0; f < F; f++) fieldLengths[i * F + f] = d.fieldLengths[doc * F + f] as number;
    for (const v of subjectsAt(d, doc)) subject.push(values.subject[which][v] as number);
    subjectStart[i + 1] = subject.length;
    let people = personStart[i] as number;
    const named = values.person[which];
    for (let k = d.personFrom[doc] as number; k < (d.personFrom[doc + 1] as number); k++)
      person[people++] = named[d.persons[k] as number] as number;
    personStart[i + 1] = people;
  }
  const tables: ValueTables = {
    subject: values.subject.table,
    person: values.person.table,
    journal: values.journal.table,
    source: values.source.table,
    language: values.language.table,
  };
  return {
    ...{ year, journal, titleLength, mainLength, added, cameAs: came, fieldLengths, tables },
    ...{ subjectStart, subject: subject.view(), personStart, person: person.slice(0, personStart[n]) },
    cells: cellsInOrder(
      {
        combo,
        row,
        combos: tuples.combos.view(),
        rows: tuples.rows.view(),
        placeSets: tuples.placeSets.view(),
      },
      a.layout,
    ),
  };
}
/** Combination and row of a cell of one index, as tuples of both. */
function cellsOf(
  d: IndexData,
  values: MergedValues,
  which: 'a' | 'b',
  tuples: Readonly<Record<'combos' | 'rows' | 'placeSets', Tuples>>,
) {
  const { width, presenceWords } = d.layout;
  const once = (size: number, make: (old: number) => number): ((old: number) => number) => {
    const known = new Uint32Array(size).fill(NOWHERE);
    return (old) => {
      if (known[old] === NOWHERE) known[old] = make(old);
      return known[old] as number;
    };
  };
  const set = (old: number): number =>
    tuples.placeSets.id(d.placeSets.subarray(old * presenceWords, (old + 1) * presenceWords));
  const [language, source, place] = (['language', 'source', 'place'] as const).map(comboSlot) as [
    number,
    number,
    number,
  ];
  const combo = once(d.combos.length / COMBO_WIDTH, (old) => {
    const own = d.combos.slice(old * COMBO_WIDTH, (old + 1) * COMBO_WIDTH);
    const put = (slot: number, of: (v: number) => number): void => {
      if (own[slot] !== NONE) own[slot] = of(own[slot] as number);
    };
    put(language, (v) => values.language[which][v] as number);
    put(source, (v) => values.source[which][v] as number);
    put(place, set);
    return tuples.combos.id(own);
  });
  const row = once(d.rows.length / width, (old) =>
    tuples.rows.id(d.rows.subarray(old * width, (old + 1) * width)),
  );
  return {
    combo: (cell: number): number => combo(d.cellCombo[cell] as number),
    row: (cell: number): number => row(d.cellRow[cell] as number),
  };
}
