/**
 * What counting and ranking need of each document, a narrow column for each thing.
 *
 * A broad search touches a tenth of a million documents, and what it costs is waiting for memory. So what
 * every match is asked for is six bytes: its *cell* and its year. A cell is a pair of combination (kind,
 * language and the like, see columns.ts) and access row (what its waits depend on): some hundred thousand of
 * them exist in a million records, the most frequent ones numbered first, so that the tables that say what a
 * cell means stay near. Everything else is looked at only for the matches that need it. docs/decisions/0013
 * has what was measured.
 */

import { CodedError } from '../../codedError';
import { msg } from '../../model/message';
import type { Section } from './format';
import { firstFrom } from './postings';

/** In `when`: the year plus one (12 bits; 0 = none), and whether the document shares its work with others. */
export const YEAR_MASK = 0xfff;
export const SHARED_WORK = 1 << 15;
export const YEAR_MOST = YEAR_MASK - 1;

export interface FactColumns {
  readonly row: Uint32Array;
  readonly journal: Uint32Array;
  readonly work: Uint32Array;
  readonly titleRank: Uint32Array;
  readonly titleLength: Uint8Array;
  readonly mainLength: Uint8Array;
  readonly combo: Uint32Array;
  readonly year: Int16Array;
  readonly worth: Float32Array;
  readonly subjectStart: Uint32Array;
  readonly subject: Uint32Array;
  /** Number of different subjects, and of different journals. */
  readonly subjects: number;
  readonly journals: number;
  readonly personStart: Uint32Array;
  readonly person: Uint32Array;
}

/**
 * Places for subjects a document has; most have fewer, and a loop that need not ask how many runs twice as
 * fast.
 */
export const PLACES = 4;
/** A subject stands as its number and this; below it, k says that nothing stands at place k. */
export const SUBJECT_SHIFT = PLACES + 1;
/** At the last place: the fourth subject and all further ones are in `more`. */
export const MORE = PLACES;

/** Numbers in two bytes each where that is enough. */
export type Narrow = Uint16Array | Uint32Array;
const narrow = (length: number, most: number): Narrow =>
  most > 0xffff ? new Uint32Array(length) : new Uint16Array(length);

export interface Facts {
  /** By document. */
  readonly cell: Uint32Array;
  readonly when: Uint16Array;
  readonly worth: Float32Array;
  readonly work: Uint32Array;
  readonly titleRank: Uint32Array;
  readonly journalOf: Narrow;
  /** Words of the title (low byte) and of its main part (high byte). */
  readonly titleWords: Uint16Array;
  /** PLACES a document. */
  readonly subjectAt: Narrow;
  /**
   * The documents with more subjects than fit, ascending; from `moreStart` on, all that don't stand in the
   * places before the last.
   */
  readonly moreDoc: Uint32Array;
  readonly moreStart: Uint32Array;
  readonly more: Uint32Array;
  /** Where the people of each document begin in `persons`, and one more. */
  readonly personFrom: Uint32Array;
  readonly persons: Uint32Array;
  /** By cell. */
  readonly cellCombo: Uint32Array;
  readonly cellRow: Uint32Array;
}

const COMBOS_MOST = 2 ** 21;
/**
 * Combinations and access rows by document as cells, numbered from the most frequent on.
 * @throws CodedError where there are more combinations than fit
 */
export function packCells(
  combo: Uint32Array,
  row: Uint32Array,
): Pick<Facts, 'cell' | 'cellCombo' | 'cellRow'> & Record<string, Section> {
  const n = row.length;
  const cell = new Uint32Array(n);
  const known = new Map<number, number>();
  const counts: number[] = [];
  const pairs: number[] = [];
  for (let d = 0; d < n; d++) {
    if ((combo[d] as number) >= COMBOS_MOST)
      throw new CodedError(msg('indexfile.combinations', { most: COMBOS_MOST }));
    // 32 bits and 21: together exact in a float.
    const pair = (row[d] as number) * COMBOS_MOST + (combo[d] as number);
    let id = known.get(pair);
    if (id === undefined) {
      id = known.size;
      known.set(pair, id);
      counts.push(0);
      pairs.push(pair);
    }
    cell[d] = id;
    counts[id] = (counts[id] as number) + 1;
  }
  const byUse = Uint32Array.from(counts.keys()).sort(
    (a, b) => (counts[b] as number) - (counts[a] as number) || a - b,
  );
  const renumber = new Uint32Array(byUse.length);
  byUse.forEach((old, id) => {
    renumber[old] = id;
  });
  for (let d = 0; d < n; d++) cell[d] = renumber[cell[d] as number] as number;
  return {
    cell,
    cellCombo: byUse.map((old) => (pairs[old] as number) % COMBOS_MOST),
    cellRow: byUse.map((old) => Math.floor((pairs[old] as number) / COMBOS_MOST)),
  };
}
/** Packs columns. @throws CodedError as `packCells` */
export function packFacts(c: FactColumns): Facts & Record<string, Section> {
  const n = c.row.length;
  const [when, titleWords] = [new Uint16Array(n), new Uint16Array(n)];
  const subjectAt = narrow(PLACES * n, c.subjects + SUBJECT_SHIFT);
  const [moreDoc, moreStart, more]: [number[], number[], number[]] = [[], [], []];
  for (let d = 0; d < n; d++) {
    when[d] =
      Math.max(0, Math.min(YEAR_MOST, c.year[d] as number) + 1) |
      ((c.work[d] as number) > 0 ? SHARED_WORK : 0);
    titleWords[d] = (c.titleLength[d] as number) | ((c.mainLength[d] as number) << 8);
    const own = c.subject.subarray(c.subjectStart[d], c.subjectStart[d + 1]);
    const fits = own.length <= PLACES ? PLACES : PLACES - 1;
    for (let k = 0; k < PLACES; k++) {
      const v = own[k];
      subjectAt[PLACES * d + k] = k >= fits ? MORE : v === undefined ? k : v + SUBJECT_SHIFT;
    }
    if (own.length > PLACES) {
      moreDoc.push(d);
      moreStart.push(more.length);
      more.push(...own.subarray(fits));
    }
  }
  moreStart.push(more.length);
  const journalOf = narrow(n, c.journals);
  journalOf.set(c.journal);
  const { worth, work, titleRank } = c;
  return {
    ...packCells(c.combo, c.row),
    ...{ when, worth, work, titleRank, journalOf, titleWords, subjectAt },
    moreDoc: Uint32Array.from(moreDoc),
    moreStart: Uint32Array.from(moreStart),
    more: Uint32Array.from(more),
    personFrom: c.personStart,
    persons: c.person,
  };
}

/** Words of a document’s title. */
export const titleLengthAt = ({ titleWords }: Facts, doc: number): number =>
  (titleWords[doc] as number) & 0xff;
/** Words of a document’s title without its subtitle. */
export const mainLengthAt = ({ titleWords }: Facts, doc: number): number => (titleWords[doc] as number) >>> 8;
/** The year of a document, -1 when it has none. */
export const yearAt = ({ when }: Facts, doc: number): number => ((when[doc] as number) & YEAR_MASK) - 1;
/** The people of a document, as numbers of names. */
export const personsAt = ({ personFrom, persons }: Facts, doc: number): Uint32Array =>
  persons.subarray(personFrom[doc], personFrom[doc + 1]);
/** The subjects of a document that has more than fit, from the last place on. */
export function moreSubjects({ moreDoc, moreStart, more }: Facts, doc: number): Uint32Array {
  const k = firstFrom(moreDoc, 0, moreDoc.length, doc);
  return more.subarray(moreStart[k], moreStart[k + 1]);
}
/** The subjects of a document, as numbers of headings. */
export function subjectsAt(facts: Facts, doc: number): number[] {
  const { subjectAt } = facts;
  const own: number[] = [];
  for (let k = 0; k < PLACES; k++) {
    const v = subjectAt[PLACES * doc + k] as number;
    if (v >= SUBJECT_SHIFT) own.push(v - SUBJECT_SHIFT);
    else if (v === MORE && k === PLACES - 1) own.push(...moreSubjects(facts, doc));
  }
  return own;
}
