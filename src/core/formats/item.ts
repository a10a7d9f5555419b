/** What all readers of bibliographic files give: the items that could be used, and what was wrong with the others. */
import type { CslItem } from '../bibliography/record';

export interface Problem {
  /** Line of the file, from 1; for formats without lines the number of the record. */
  readonly line: number;
  readonly text: string;
}
export interface ReadItems {
  readonly items: readonly CslItem[];
  readonly problems: readonly Problem[];
}
