/** Stores up to version 6 held what was aside in a table of its own, described by texts alone. */
import { parseLocal } from '../model/time';
import { asideId, itemId, recordKey } from './ids';
import type { PileItem } from './pile';

export interface AsideItem {
  readonly id: string;
  readonly reader: string;
  readonly record: string;
  readonly title: string;
  readonly line: string;
  /** ISO local time. */
  readonly at: string;
}
const LONG_AGO = '2000-01-01T00:00';
/** The same things as items of the loose pile. All else about them is asked of their records. */
export function asItems(rows: readonly AsideItem[]): PileItem[] {
  const sound = rows.filter(
    (r) =>
      typeof r.reader === 'string' &&
      r.reader &&
      typeof r.record === 'string' &&
      r.record &&
      typeof r.title === 'string',
  );
  // Fractional indices of four digits, without the package that finds new ones between them.
  const place = (i: number): string => `c${i.toString(36).padStart(3, '0')}`;
  return sound.map(({ reader, record, title, at }, i): PileItem => {
    const csl = { type: 'document', title };
    const key = recordKey(record);
    return {
      id: itemId(asideId(reader), key),
      pile: asideId(reader),
      reader,
      key,
      record,
      csl,
      note: '',
      state: 'to-read',
      place: place(i),
      added: typeof at === 'string' && parseLocal(at) !== null ? at : LONG_AGO,
    };
  });
}
