/**
 * What counting and ranking need of each document, a narrow column for each thing.
 *
 * A broad search touches a tenth of a million documents, and what it costs is waiting for memory. So what every match is
 * asked for is six bytes: its *cell* and its year. A cell is a pair of combination (kind, language and the like, see
 * columns.ts) and access row (what its waits depend on): some hundred thousand of them exist in a million records, the
 * most frequent ones numbered first, so that the tables that say what a cell means stay near. Everything else is looked at only
 * for the matches that need it. docs/decisions/0013 has what was measured.
 */
import type { Section } from './format';

/** In `when`: the year plus one (12 bits; 0 = none), and whether the document shares its work with others. */
export const YEAR_MASK = 0xfff;
export const SHARED_WORK = 1 << 15;
const YEAR_MOST = YEAR_MASK - 1;

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
  readonly personStart: Uint32Array;
  readonly person: Uint32Array;
}

export interface Facts {
  /** By document. */
  readonly cell: Uint32Array;
  readonly when: Uint16Array;
  readonly worth: Float32Array;
  readonly work: Uint32Array;
  readonly titleRank: Uint32Array;
  readonly journalOf: Uint32Array;
  /** Words of the title (low byte) and of its main part (high byte). */
  readonly titleWords: Uint16Array;
  /** Two places a document and one more: where its subjects begin in `lists`, and where its people, which follow, do. */
  readonly listAt: Uint32Array;
  readonly lists: Uint32Array;
  /** By cell. */
  readonly cellCombo: Uint32Array;
  readonly cellRow: Uint32Array;
}

const COMBOS_MOST = 2 ** 21;
/** Packs columns; cells are numbered from the most frequent on. Throws when there are more combinations than fit. */
export function packFacts(c: FactColumns): Facts & Record<string, Section> {
  const n = c.row.length;
  const cell = new Uint32Array(n);
  const known = new Map<number, number>();
  const counts: number[] = [];
  for (let d = 0; d < n; d++) {
    const combo = c.combo[d] as number;
    if (combo >= COMBOS_MOST) throw new Error(`More than ${COMBOS_MOST} combinations of kind, language, source and the like.`);
    // 32 bits and 21: together exact in a float.
    const pair = (c.row[d] as number) * COMBOS_MOST + combo;
    let id = known.get(pair);
    if (id === undefined) {
      id = known.size;
      known.set(pair, id);
      counts.push(0);
    }
    cell[d] = id;
    counts[id] = (counts[id] as number) + 1;
  }
  const byUse = Uint32Array.from(counts.keys()).sort((a, b) => (counts[b] as number) - (counts[a] as number) || a - b);
  const renumber = new Uint32Array(byUse.length);
  byUse.forEach((old, id) => {
    renumber[old] = id;
  });
  const [cellCombo, cellRow] = [new Uint32Array(byUse.length), new Uint32Array(byUse.length)];
  const [when, titleWords] = [new Uint16Array(n), new Uint16Array(n)];
  const listAt = new Uint32Array(2 * n + 1);
  const lists = new Uint32Array(c.subject.length + c.person.length);
  let at = 0;
  for (let d = 0; d < n; d++) {
    const id = renumber[cell[d] as number] as number;
    cell[d] = id;
    cellCombo[id] = c.combo[d] as number;
    cellRow[id] = c.row[d] as number;
    when[d] = Math.max(0, Math.min(YEAR_MOST, c.year[d] as number) + 1) | ((c.work[d] as number) > 0 ? SHARED_WORK : 0);
    titleWords[d] = (c.titleLength[d] as number) | ((c.mainLength[d] as number) << 8);
    listAt[2 * d] = at;
    for (let k = c.subjectStart[d] as number; k < (c.subjectStart[d + 1] as number); k++) lists[at++] = c.subject[k] as number;
    listAt[2 * d + 1] = at;
    for (let k = c.personStart[d] as number; k < (c.personStart[d + 1] as number); k++) lists[at++] = c.person[k] as number;
  }
  listAt[2 * n] = at;
  const { worth, work, titleRank, journal } = c;
  return { cell, when, worth, work, titleRank, journalOf: journal, titleWords, listAt, lists, cellCombo, cellRow };
}

export const titleLengthAt = ({ titleWords }: Facts, doc: number): number => (titleWords[doc] as number) & 0xff;
export const mainLengthAt = ({ titleWords }: Facts, doc: number): number => (titleWords[doc] as number) >>> 8;
/** The year of a document, -1 when it has none. */
export const yearAt = ({ when }: Facts, doc: number): number => ((when[doc] as number) & YEAR_MASK) - 1;
export const subjectsAt = ({ listAt, lists }: Facts, doc: number): Uint32Array => lists.subarray(listAt[2 * doc], listAt[2 * doc + 1]);
export const personsAt = ({ listAt, lists }: Facts, doc: number): Uint32Array => lists.subarray(listAt[2 * doc + 1], listAt[2 * doc + 2]);
