/** The search view: one address is one state; everything seen here can be shared and comes back with Back. */
import { useInfiniteQuery } from '@tanstack/react-query';
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef } from 'react';
import { getSearch } from '../../browser/client';
import type { Hit } from '../../core/engine/port';
import { NEW_SEARCH, printRequest, readRequest, type SearchRequest } from '../../core/query/request';
import { ItemPane } from '../item/ItemPane';
import { slipHref } from '../item/links';
import { adjust, go, useAddress } from '../kit/address';
import { App, useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import { useKeys } from '../kit/keys';
import { Breakdown } from './Breakdown';
import { FirstVisit } from './FirstVisit';
import { SearchBox } from './SearchBox';
import { Sentence } from './Sentence';
import styles from './search.module.css';
import { Timetable } from './Timetable';
import { WaitBar } from './WaitBar';

const PAGE = 25;
const YearsChart = lazy(() => import('./YearsChart'));

/** Keeps the scroll position of each entry of the history, and gives it back once the lines are there again. */
function useScrollMemory(ready: boolean): void {
  useEffect(() => {
    window.history.scrollRestoration = 'manual';
    const keep = () => window.history.replaceState({ ...window.history.state, y: window.scrollY }, '');
    let timer = 0;
    const scrolled = () => {
      window.clearTimeout(timer);
      timer = window.setTimeout(keep, 120);
    };
    window.addEventListener('scroll', scrolled, { passive: true });
    return () => {
      window.clearTimeout(timer);
      window.removeEventListener('scroll', scrolled);
    };
  }, []);
  const restored = useRef(false);
  useEffect(() => {
    if (!ready || restored.current) return;
    restored.current = true;
    const y = (window.history.state as { y?: number } | null)?.y;
    if (y) window.scrollTo(0, y);
  }, [ready]);
}

function Search() {
  const { moment } = useHere();
  const address = useAddress();
  const request = readRequest(address);
  const searched = address.has('q');
  const open = address.get('item');
  const wanted = Math.min(1000, Math.max(PAGE, Number(address.get('n')) || PAGE));
  const key = printRequest(request).toString();

  const change = useCallback((next: SearchRequest) => go(printRequest(next)), []);
  const show = useCallback((id: string | null, step = true) => {
    const params = new URLSearchParams(window.location.search);
    const was = params.get('item');
    if (id) params.set('item', id);
    else params.delete('item');
    // Moving from item to item is one step for Back, not twenty.
    (step && !(was && id) ? go : adjust)(params);
  }, []);

  const results = useInfiniteQuery({
    queryKey: ['search', key, moment],
    queryFn: ({ pageParam, signal }) =>
      getSearch(request, moment, { offset: pageParam, limit: pageParam === 0 ? Math.min(100, wanted) : PAGE }, signal),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const have = pages.reduce((n, p) => n + p.hits.length, 0);
      return have < last.total && last.hits.length > 0 ? have : undefined;
    },
    enabled: searched,
    placeholderData: (previous) => previous,
  });
  const first = results.data?.pages[0];
  const hits = useMemo<readonly Hit[]>(() => results.data?.pages.flatMap((p) => p.hits) ?? [], [results.data]);
  const { hasNextPage, isFetching, fetchNextPage } = results;
  useEffect(() => {
    if (hits.length < wanted && hasNextPage && !isFetching) void fetchNextPage();
  }, [hits.length, wanted, hasNextPage, isFetching, fetchNextPage]);
  const more = () => {
    const params = new URLSearchParams(window.location.search);
    params.set('n', String(hits.length + PAGE));
    adjust(params);
  };
  useScrollMemory(!searched || Boolean(first));

  const position = hits.findIndex((h) => h.id === open);
  const focusLine = (i: number) => document.querySelectorAll<HTMLElement>('[data-line]')[i]?.focus();
  const focused = () => {
    const lines = [...document.querySelectorAll<HTMLElement>('[data-line]')];
    return lines.findIndex((l) => l === document.activeElement || l.closest('li')?.contains(document.activeElement));
  };
  const move = (by: number) => (event: KeyboardEvent) => {
    if (!hits.length) return;
    event.preventDefault();
    const at = open ? position : focused();
    const next = Math.max(0, Math.min(hits.length - 1, at < 0 ? 0 : at + by));
    focusLine(next);
    const hit = hits[next];
    if (open && hit) show(hit.id);
  };
  const current = (): Hit | undefined => hits[open ? position : focused()];
  const close = () => {
    const at = position;
    show(null);
    requestAnimationFrame(() => focusLine(at));
  };
  useKeys({
    '/': (e) => {
      e.preventDefault();
      document.querySelector<HTMLInputElement>('#query')?.select();
    },
    ArrowDown: move(1),
    ArrowUp: move(-1),
    j: move(1),
    k: move(-1),
    Escape: () => open && close(),
    o: () => {
      const action = current()?.best?.action;
      if (action?.do === 'open')
        window.open(action.signIn ? `/standin/sign-in?to=${encodeURIComponent(action.href)}` : action.href, '_blank', 'noopener');
      else if (action?.do === 'slip' && current()) window.location.href = slipHref((current() as Hit).id, action, request.needBy);
    },
    r: () => {
      const hit = current();
      if (hit) window.location.href = slipHref(hit.id, hit.best?.action.do === 'slip' ? hit.best.action : null, request.needBy);
    },
    f: () => {
      const hit = current();
      if (hit) window.location.href = `/records/${hit.id}`;
    },
  });

  return (
    <div className={styles.view}>
      <SearchBox key={request.q} request={searched ? request : NEW_SEARCH} change={change} />
      {searched && <Sentence request={request} answer={first} change={change} />}
      {searched && first && <WaitBar waits={first.waits} request={request} change={change} />}
      {!searched && <FirstVisit />}
      {results.isError && <Failure error={results.error} again={() => void results.refetch()} />}
      {searched && !results.isError && (
        <div className={styles.columns} data-item={open ? '' : undefined}>
          <Timetable
            request={request}
            answer={first}
            hits={hits}
            open={open}
            loading={isFetching}
            more={hasNextPage ? more : null}
            change={change}
            show={show}
          />
          <aside className={styles.pane} aria-label={open ? 'The item' : 'Breakdown of the results'}>
            {open ? (
              <ItemPane
                key={open}
                id={open}
                needBy={request.needBy}
                position={position < 0 ? null : { at: position + 1, of: first?.total ?? 0 }}
                close={close}
                step={(by) => hits[position + by] && show((hits[position + by] as Hit).id)}
              />
            ) : (
              first && (
                <Breakdown request={request} answer={first} change={change}>
                  <Suspense fallback={<div className={styles.chartSpace} />}>
                    <YearsChart
                      years={first.years}
                      from={request.from}
                      to={request.to}
                      pick={(from, to) => change({ ...request, from, to })}
                    />
                  </Suspense>
                </Breakdown>
              )
            )}
          </aside>
        </div>
      )}
    </div>
  );
}

export default function SearchView() {
  return (
    <App>
      <Search />
    </App>
  );
}
