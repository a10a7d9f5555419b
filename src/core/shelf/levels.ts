/** Which call numbers stand on which level, as a library says it. */
import type { Campus, Shelves } from '../model/library';
import { shelfKey } from './callNumber';

/**
 * Whether a call number stands in a stretch: not before its beginning, and not after all that begins with its
 * end.
 * @example stands({ from: 'G', to: 'K' }, 'KV 3671 .D35') // true
 */
export function stands({ from, to }: Shelves, callNumber: string): boolean {
  const [key, first, last] = [callNumber, from, to].map((c) => shelfKey(c).trimEnd()) as [
    string,
    string,
    string,
  ];
  return key >= first && key.slice(0, last.length) <= last;
}
/** The level of a campus on which a call number stands; null where nothing is said of it. */
export const levelOf = (campus: Pick<Campus, 'levels'>, callNumber: string): string | null =>
  campus.levels?.find((l) => l.shelves?.some((s) => stands(s, callNumber)))?.name ?? null;
