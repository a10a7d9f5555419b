/** The shelf around a place, longer the further somebody walks. */
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { getShelf } from '../../browser/further';
import type { ShelfAnswer, ShelfRow } from '../../words/answers';

/** Books fetched at a time, and how near an end the next are fetched. */
const [PIECE, NEAR] = [40, 14];

export interface Place {
  readonly record: string | null;
  readonly callno: string | null;
  /** Where the copy stands; null where any will do. */
  readonly at: string | null;
}
export interface Along {
  /** Null for all campuses as one shelf. */
  readonly campus: string | null;
  readonly q: string;
  readonly moment: string;
}
/** One book has one place for each campus and call number. */
export const keyOf = (r: Pick<ShelfRow, 'campus' | 'callNumber' | 'id'>): string =>
  `${r.campus}|${r.callNumber}|${r.id}`;

interface Stretch {
  readonly of: string;
  readonly rows: readonly ShelfRow[];
  readonly more: ShelfAnswer['more'];
}
export interface Shelf {
  readonly rows: readonly ShelfRow[];
  readonly more: ShelfAnswer['more'];
  /** Where somebody stands; -1 before the first answer and at an empty shelf. */
  readonly at: number;
  readonly error: unknown;
  readonly pending: boolean;
  readonly again: () => void;
  readonly next: ShelfAnswer['next'] | null;
  /** Fetches what lies behind an end, when somebody comes near it. */
  readonly near: (at: number) => void;
}

export function useShelf(place: Place, along: Along): Shelf {
  const { campus, q, moment } = along;
  const asked = place.record !== null || place.callno !== null;
  const [stretch, setStretch] = useState<Stretch | null>(null);
  const of = JSON.stringify(along);
  const ask = { record: place.record, callno: place.callno, campus, q, at: moment };
  const known = stretch?.of === of ? stretch.rows.findIndex((r) => isAt(r, place)) : -1;
  const query = useQuery({
    queryKey: ['shelf', of, place],
    queryFn: ({ signal }) => getShelf({ ...ask, before: PIECE, after: PIECE }, signal),
    enabled: asked && known < 0,
  });
  const { data } = query;
  useEffect(() => {
    if (data && known < 0) setStretch({ of, rows: data.places, more: data.more });
  }, [data, known, of]);
  // What is looked for is nearest to where somebody stands, wherever the stretch was fetched from.
  const nearest = useQuery({
    queryKey: ['shelf', of, place, 'next'],
    queryFn: ({ signal }) => getShelf({ ...ask, before: 0, after: 0 }, signal),
    enabled: asked && q !== '',
    placeholderData: (before) => before,
  });

  const fetching = useRef(new Set<string>());
  const extend = useCallback(
    (end: 'before' | 'after', from: ShelfRow) => {
      const key = `${of} ${end} ${keyOf(from)}`;
      if (fetching.current.has(key)) return;
      fetching.current.add(key);
      const span = end === 'before' ? { before: PIECE, after: 0 } : { before: 0, after: PIECE };
      getShelf({ record: from.id, callno: from.callNumber, campus, q, at: moment, ...span }).then(
        (piece) =>
          setStretch((now) => {
            if (now?.of !== of) return now;
            const had = new Set(now.rows.map(keyOf));
            const fresh = piece.places.filter((r) => !had.has(keyOf(r)));
            return end === 'before'
              ? { ...now, rows: [...fresh, ...now.rows], more: { ...now.more, before: piece.more.before } }
              : { ...now, rows: [...now.rows, ...fresh], more: { ...now.more, after: piece.more.after } };
          }),
        // Walking on asks again.
        () => fetching.current.delete(key),
      );
    },
    [of, campus, q, moment],
  );
  const shown: Stretch | null =
    stretch?.of === of && known >= 0 ? stretch : data ? { of, rows: data.places, more: data.more } : null;
  const rows = shown?.rows ?? [];
  const own = rows.findIndex((r) => isAt(r, place));
  const near = useCallback(
    (at: number) => {
      if (!shown) return;
      const [first, last] = [shown.rows[0], shown.rows.at(-1)];
      if (first && shown.more.before && at < NEAR) extend('before', first);
      if (last && shown.more.after && at >= shown.rows.length - NEAR) extend('after', last);
    },
    [shown, extend],
  );
  return {
    rows,
    more: shown?.more ?? { before: false, after: false },
    at: own >= 0 ? own : data && rows.length ? Math.min(data.at, rows.length - 1) : -1,
    error: query.error,
    pending: asked && !shown && !query.error,
    again: () => void query.refetch(),
    next: (q && nearest.data?.next) || null,
    near,
  };
}
/** Whether a book stands where somebody asked to stand. */
const isAt = (r: ShelfRow, place: Place): boolean =>
  place.record === r.id && place.callno === r.callNumber && (place.at === null || place.at === r.campus);
