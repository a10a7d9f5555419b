/** The shelf: what stands left and right of a place, over all campuses or along one. */
import { shelfKey } from '../../shelf/callNumber';
import type { IndexData } from '../format/data';
import { byCodePoint, stringAt } from '../format/strings';
import type { ShelfAsked } from '../port/engine';

type ShelfData = Pick<
  IndexData,
  'callNumbers' | 'shelfNumber' | 'shelfDoc' | 'shelfCampus' | 'shelfCampusStart' | 'shelfCampusAt'
>;
/** First of `size` positions that is not before what is looked for. */
export function firstNotBefore(size: number, isBefore: (position: number) => boolean): number {
  let lo = 0;
  let hi = size;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (isBefore(mid)) lo = mid + 1;
    else hi = mid;
  }
  return lo;
}
/** The place of a call number among all of the index: of itself, or of the first that stands behind it. */
function numberFrom({ callNumbers }: ShelfData, callNumber: string): number {
  const key = shelfKey(callNumber);
  return firstNotBefore(callNumbers.offsets.length - 1, (i) => {
    const text = stringAt(callNumbers, i);
    const own = shelfKey(text);
    return own < key || (own === key && byCodePoint(text, callNumber) < 0);
  });
}

/** A place on the shelf by its position in the index. */
export interface ShelfPosition {
  readonly doc: number;
  readonly campus: number;
  readonly callNumber: string;
}
export interface ShelfFound {
  readonly places: readonly (ShelfPosition & { readonly fits: boolean })[];
  /** The next to either side whose document is among those looked for; null where there is none, or none is. */
  readonly next: { readonly before: ShelfPosition | null; readonly after: ShelfPosition | null };
  /** Which of them was asked for, or the first behind it. */
  readonly at: number;
  readonly more: { readonly before: boolean; readonly after: boolean };
}
export interface ShelfQuestion extends Pick<ShelfAsked, 'callNumber' | 'before' | 'after'> {
  /** The document whose copy is asked for; null for whatever stands there. */
  readonly doc: number | null;
  /** Number of a campus; null for the shelves of all of them as one. */
  readonly campus: number | null;
  /** Documents from this one on are not in the index yet. */
  readonly end: number;
  /** Documents that are looked for along the shelf; null for none. */
  readonly among: ReadonlySet<number> | null;
}
/** What stands around a place. */
export function shelfAround(data: ShelfData, asked: ShelfQuestion): ShelfFound {
  const { campus, end, among } = asked;
  const { shelfNumber, shelfDoc, shelfCampus, shelfCampusStart, shelfCampusAt, callNumbers } = data;
  const number = numberFrom(data, asked.callNumber);
  const { doc } = asked;
  // Of a number that there is not, whatever stands behind it.
  const isIts =
    doc !== null &&
    number < callNumbers.offsets.length - 1 &&
    stringAt(callNumbers, number) === asked.callNumber;
  const along =
    campus === null ? null : shelfCampusAt.subarray(shelfCampusStart[campus], shelfCampusStart[campus + 1]);
  const size = along ? along.length : shelfDoc.length;
  const placeAt = (i: number): number => (along ? (along[i] as number) : i);
  const own = firstNotBefore(size, (i) => {
    const p = placeAt(i);
    const n = shelfNumber[p] as number;
    return n < number || (n === number && isIts && (shelfDoc[p] as number) < doc);
  });
  /** Positions from one on, in one direction, that are in the index by now. */
  const walk = (from: number, step: 1 | -1, most: number): { list: number[]; more: boolean } => {
    const list: number[] = [];
    let i = from;
    for (; i >= 0 && i < size; i += step) {
      const p = placeAt(i);
      if ((shelfDoc[p] as number) >= end) continue;
      if (list.length === most) return { list, more: true };
      list.push(p);
    }
    return { list, more: false };
  };
  const left = walk(own - 1, -1, asked.before);
  const right = walk(own, 1, asked.after + 1);
  const fits = (p: number): boolean => among?.has(shelfDoc[p] as number) ?? false;
  const position = (p: number): ShelfPosition => ({
    doc: shelfDoc[p] as number,
    campus: shelfCampus[p] as number,
    callNumber: stringAt(callNumbers, shelfNumber[p] as number),
  });
  const nextFrom = (from: number, step: 1 | -1): ShelfPosition | null => {
    if (among?.size)
      for (let i = from; i >= 0 && i < size; i += step) {
        const p = placeAt(i);
        if (fits(p) && (shelfDoc[p] as number) < end) return position(p);
      }
    return null;
  };
  return {
    places: [...left.list.reverse(), ...right.list].map((p) => ({ ...position(p), fits: fits(p) })),
    next: { before: nextFrom(own - 1, -1), after: nextFrom(own + 1, 1) },
    at: left.list.length,
    more: { before: left.more, after: right.more },
  };
}
