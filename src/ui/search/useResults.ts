/**
 * The pages of one search's results, fetched as they come into view; any line can be asked for, near or far.
 */
import { useQueries, useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { getSearch } from '../../browser/client';
import { getLive } from '../../browser/desk';
import type { Moment } from '../../core/discovery/answers';
import { isoDay } from '../../core/model/time';
import { printRequest, type SearchRequest } from '../../core/query/request';
import type { Hit, SearchAnswer } from '../../words/answers';
import { asideOfFrame } from '../kit/afterFrame';

export const PAGE = 25;
/** Beyond this many lines nobody reads on; narrowing helps more. */
export const MOST_LINES = 10_000;

export interface Results {
  readonly answer: SearchAnswer | undefined;
  readonly lines: number;
  readonly lineAt: (i: number) => Hit | undefined;
  /** All lines that have come, in order. */
  readonly hits: () => readonly Hit[];
  readonly positionOf: (id: string | null) => number;
  /** Says which lines are in view. */
  readonly see: (from: number, to: number) => void;
  /** The loan desk did not answer: copies stand as it had them then, or as the index has them. */
  readonly silent: { readonly since: string | null } | null;
  readonly fetching: boolean;
  /** What is here is of the search before: this one's is on its way. */
  readonly before: boolean;
  readonly error: unknown;
  /** Why some of the lines further down did not come; null when none are missing. */
  readonly behind: unknown;
  readonly again: () => void;
}

/** One page of a search's results, as it is asked for and held. */
export const pageQuery = (request: SearchRequest, moment: Moment, n: number) => ({
  queryKey: ['search', printRequest(request).toString(), moment, n],
  queryFn: ({ signal }: { signal: AbortSignal }) =>
    getSearch(request, moment, { offset: n * PAGE, limit: PAGE }, { signal }),
});

/** @param desk where copies stand is asked of the loan desk, too */
export function useResults(request: SearchRequest, moment: Moment, enabled: boolean, desk = false): Results {
  const key = printRequest(request).toString();
  const [seen, setSeen] = useState<{ key: string; pages: readonly number[] }>({ key, pages: [] });
  const page = (n: number) => ({ ...pageQuery(request, moment, n), enabled });
  // What was there stands until what is asked for comes: of the search before, or of the edition before.
  const last = useRef<SearchAnswer>(undefined);
  const first = useQuery({ ...page(0), placeholderData: (before) => before ?? last.current });
  useEffect(() => {
    last.current = first.data;
  }, [first.data]);
  const further = seen.key === key ? seen.pages : [];
  const others = useQueries({ queries: further.map(page) });

  const pages = [
    { n: 0, hits: first.isPlaceholderData ? undefined : first.data?.hits },
    ...others.map((o, k) => ({ n: further[k] as number, hits: o.data?.hits })),
  ];
  // After the lines are there: they stand as the index has them until the desk has answered.
  const live = useQueries({
    queries: pages.map(({ n, hits: shown }) => {
      const ids = (shown ?? []).filter((h) => h.copies.of > 0).map((h) => h.id);
      return {
        queryKey: ['live', key, moment, n],
        queryFn: ({ signal }: { signal: AbortSignal }) =>
          asideOfFrame(() =>
            getLive(ids, moment, request.needBy === null ? '' : isoDay(request.needBy), signal),
          ),
        enabled: desk && ids.length > 0,
        retry: false,
      };
    }),
    combine: (asked) => ({
      lines: asked.flatMap((a) => (a.data ? [a.data.lines] : [])),
      silent: asked.some((a) => a.data?.silent || a.isError),
      since:
        asked
          .map((a) => a.data?.since ?? '')
          .filter(Boolean)
          .sort()[0] ?? null,
    }),
  });

  const hits = useMemo(() => {
    const map = new Map<number, Hit>();
    const now = new Map(live.lines.flatMap((lines) => Object.entries(lines)));
    const asNow = (h: Hit): Hit => {
      const line = now.get(h.id);
      return line ? { ...h, ...line } : h;
    };
    first.data?.hits.forEach((h, i) => {
      map.set(i, asNow(h));
    });
    if (!first.isPlaceholderData)
      others.forEach((o, k) => {
        o.data?.hits.forEach((h, i) => {
          map.set((further[k] as number) * PAGE + i, asNow(h));
        });
      });
    return map;
  }, [first.data, first.isPlaceholderData, others, further, live]);
  const see = useCallback(
    (from: number, to: number) => {
      const pages: number[] = [];
      for (let n = Math.floor(from / PAGE); n <= Math.floor(to / PAGE); n++) if (n > 0) pages.push(n);
      setSeen((was) => {
        const known = was.key === key ? was.pages : [];
        const more = pages.filter((n) => !known.includes(n));
        // Of far travels only the latest pages are held; the cache has the rest for a while.
        return more.length || was.key !== key ? { key, pages: [...known, ...more].slice(-12) } : was;
      });
    },
    [key],
  );
  return {
    answer: first.data,
    lines: Math.min(MOST_LINES, first.data?.lines ?? 0),
    lineAt: (i) => hits.get(i),
    hits: () => [...hits].sort(([a], [b]) => a - b).map(([, hit]) => hit),
    positionOf: (id) =>
      id === null
        ? -1
        : ([...hits].find(([, h]) => h.id === id || h.versions.some((v) => v.id === id))?.[0] ?? -1),
    see,
    silent: live.silent ? { since: live.since } : null,
    fetching: first.isFetching,
    before: first.isPlaceholderData,
    error: first.error,
    behind: others.find((o) => o.isError && !o.data)?.error ?? null,
    again: () => {
      if (first.isError) void first.refetch();
      for (const o of others) if (o.isError) void o.refetch();
    },
  };
}
