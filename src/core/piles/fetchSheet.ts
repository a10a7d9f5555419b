/** The fetch sheet: what stands on shelves, in the order in which one walks past it. */
import { compareCallNumbers } from '../shelf/callNumber';

/** A copy that stands on a shelf, as a list of them is answered. */
export interface Shelf {
  readonly campus: string;
  /** Level or room. */
  readonly location: string;
  readonly callNumber: string;
  /** Read in the building, not taken along. */
  readonly premises: boolean;
}
/** What a shelf is called by, where one was looked at. */
export const shelfId = (s: Shelf): string => `${s.campus}|${s.location}|${s.callNumber}`;
export interface ToFetch {
  readonly id: string;
  readonly shelves: readonly Shelf[];
}
export interface FetchStop {
  readonly id: string;
  readonly shelf: Shelf;
  /** Where else it stands. */
  readonly elsewhere: readonly Shelf[];
}
export interface FetchLevel {
  readonly location: string;
  readonly stops: readonly FetchStop[];
}
export interface FetchCampus {
  readonly campus: string;
  readonly levels: readonly FetchLevel[];
}

const inNumbers = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
/** Groups in the order of their first member. */
function grouped<T>(list: readonly T[], keyOf: (one: T) => string): (readonly [string, readonly T[]])[] {
  const groups = new Map<string, T[]>();
  for (const one of list) {
    const group = groups.get(keyOf(one));
    if (group) group.push(one);
    else groups.set(keyOf(one), [one]);
  }
  return [...groups];
}

/**
 * By campus, level and call number. A thing that stands in several places is fetched on the first campus of
 * the walk that has it, where it may be taken along if it may anywhere there.
 * @param campuses ids in the order of the walk; the reader's own first
 */
export function fetchSheet(things: readonly ToFetch[], campuses: readonly string[]): readonly FetchCampus[] {
  const rank = (s: Shelf): number => {
    const at = campuses.indexOf(s.campus);
    return at < 0 ? campuses.length : at;
  };
  const inOrder = (a: Shelf, b: Shelf): number =>
    rank(a) - rank(b) ||
    Number(a.premises) - Number(b.premises) ||
    inNumbers.compare(a.location, b.location) ||
    compareCallNumbers(a.callNumber, b.callNumber);
  const stops = things.flatMap(({ id, shelves }): FetchStop[] => {
    const [shelf, ...elsewhere] = [...shelves].sort(inOrder);
    return shelf ? [{ id, shelf, elsewhere }] : [];
  });
  stops.sort(
    (a, b) =>
      rank(a.shelf) - rank(b.shelf) ||
      inNumbers.compare(a.shelf.location, b.shelf.location) ||
      compareCallNumbers(a.shelf.callNumber, b.shelf.callNumber),
  );
  return grouped(stops, (s) => s.shelf.campus).map(([campus, here]) => ({
    campus,
    levels: grouped(here, (s) => s.shelf.location).map(([location, list]) => ({ location, stops: list })),
  }));
}
