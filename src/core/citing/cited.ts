/** What a citation is: things as they were set, whole lists or parts of one. The setting itself is in `cite.ts`. */
import type { Lack } from './lacking';
import type { Run } from './runs';

/** What a place in a work is counted in (CSL locator terms that people ask for). */
export const PLACES = [
  'page',
  'chapter',
  'section',
  'paragraph',
  'verse',
  'line',
  'note',
  'timestamp',
] as const;
export interface Place {
  readonly label: (typeof PLACES)[number];
  readonly value: string;
}
export interface CitedEntry {
  readonly id: string;
  /** As it stands in the list; in a style without one, the note. */
  readonly runs: readonly Run[];
  /** In the text, or in the note where the style cites in notes; null before it was asked for. */
  readonly cited: readonly Run[] | null;
  /** The note when the work was cited before; null where the style cites in the text. */
  readonly again: readonly Run[] | null;
  /** The entry with holes where something is missing; null where nothing is. */
  readonly holes: readonly Run[] | null;
  readonly missing: readonly Lack[];
}
export interface Cited {
  readonly notes: boolean;
  readonly list: boolean;
  /** Lines after the first stand further in. */
  readonly hanging: boolean;
  /** In the order of the list. */
  readonly entries: readonly CitedEntry[];
}
