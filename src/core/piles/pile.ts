/**
 * Piles: things kept for one purpose, and the loose pile *Aside*. What stands here is what a browser keeps and
 * what an account file carries: codes and descriptions, no words of a language.
 */

import { describedShape } from '../model/described';
import { KIND_LIST } from '../model/kinds';
import { MAX_ID, type ReferenceItem, yearOfRecord } from '../model/record';
import {
  dayOrNone,
  filled,
  listOf,
  localTime,
  maybe,
  oneOf,
  type Shaped,
  shape,
  text,
  yesOrNo,
} from '../model/shape';
import { fold } from '../words/fold';
import { asideId, recordKey } from './ids';

/** How the lines of a pile are ordered. */
export const PILE_ORDERS = ['when', 'hand', 'author', 'year', 'state', 'added'] as const;
export type PileOrder = (typeof PILE_ORDERS)[number];
export const READING_STATES = ['to-read', 'reading', 'read'] as const;
export type ReadingState = (typeof READING_STATES)[number];

const [NAME, NOTE, KEY] = [200, 8000, 600];
export const pileShape = shape({
  id: filled(KEY),
  reader: filled(100),
  /** Empty for Aside, whose name is the language's. */
  name: text(NAME),
  purpose: text(NOTE),
  /** ISO day, or empty for none. */
  needBy: dayOrNone(),
  note: text(NOTE),
  order: oneOf(PILE_ORDERS),
  /** The most to be spent on it, as an amount like 20.00; left out or empty for no limit. */
  spend: maybe(text(20)),
  created: localTime(),
  /** When something was last said about it. */
  changed: maybe(localTime()),
});
export type Pile = Shaped<typeof pileShape>;

export const pileItemShape = shape({
  /** Pile and key: a thing is in a pile once. */
  id: filled(2 * KEY),
  pile: filled(KEY),
  reader: filled(100),
  /** What it is, the same in every pile: `keyOf`. */
  key: filled(KEY),
  /** The record; empty for a thing that has none. */
  record: text(MAX_ID),
  kind: maybe(oneOf(KIND_LIST)),
  csl: describedShape,
  note: text(NOTE),
  state: oneOf(READING_STATES),
  /** It was fetched from its shelf. */
  got: maybe(yesOrNo()),
  /** Shelves on which it was looked for and was not: `shelfId`. */
  notAt: maybe(listOf(text(NOTE), 100)),
  /** Where it stands in the order by hand: a fractional index. */
  place: filled(KEY),
  added: localTime(),
});
export type PileItem = Shaped<typeof pileItemShape>;

/** The loose pile is always there: it has no name, and can be emptied but not thrown away. */
export const isAside = (pile: Pick<Pile, 'id' | 'reader'>): boolean => pile.id === asideId(pile.reader);
/** The loose pile before anything was set about it. */
export const newAside = (reader: string, now: string): Pile => ({
  id: asideId(reader),
  reader,
  name: '',
  purpose: '',
  needBy: '',
  note: '',
  order: 'added',
  created: now,
});

const squeezed = (said: string | undefined): string =>
  fold(said ?? '')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
/**
 * What a thing is called by: its record, or, where it has none, its title, first person, year and place.
 * @example keyOf('r1', { type: 'book', title: 'Weeds' }) // 'r:r1'
 */
export function keyOf(record: string, csl: ReferenceItem): string {
  if (record) return recordKey(record);
  const first = csl.author?.[0] ?? csl.editor?.[0];
  const parts = [
    squeezed(csl.title),
    squeezed(first?.family ?? first?.literal),
    String(yearOfRecord(csl) ?? ''),
    squeezed(csl['container-title']),
  ];
  return `d:${parts.join('|')}`.slice(0, KEY);
}
