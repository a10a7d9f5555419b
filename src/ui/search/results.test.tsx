// @vitest-environment happy-dom
/**
 * The pages of a search's results: fetched where they are looked at, kept, and said where they are missing.
 */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { asked, moment, worldOf } from '../../../tests/fixtures/world';
import * as client from '../../browser/client';
import * as desk from '../../browser/desk';
import { NEW_SEARCH, type SearchRequest } from '../../core/query/request';
import type { Hit } from '../../words/answers';
import { PAGE, useResults } from './useResults';

const world = worldOf(2000);
const sought: string[] = [];
let refuse: ((offset: number) => boolean) | null = null;
beforeEach(() => {
  sought.length = 0;
  refuse = null;
  vi.spyOn(client, 'getSearch').mockImplementation(async (request, at, slice, how) => {
    sought.push(`${request.q}@${slice.offset}`);
    await Promise.resolve();
    how?.signal?.throwIfAborted();
    if (refuse?.(slice.offset)) throw new client.AskError('offline', 'The library can’t be reached.');
    return world.said.search(asked(request), at, slice);
  });
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const search = (q: string): SearchRequest => ({ ...NEW_SEARCH, q, drop: {} });
const AT = moment();
function open(first: SearchRequest, asksDesk = false) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false, networkMode: 'always' } } });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  return renderHook(({ request }) => useResults(request, AT, true, asksDesk), {
    wrapper,
    initialProps: { request: first },
  });
}
const all = async (q: string): Promise<readonly Hit[]> =>
  (await world.said.search(asked(search(q)), AT, { offset: 0, limit: 200 })).hits;

describe('results', () => {
  it('begin with the first page; further ones come when they are seen, each once', async () => {
    const hits = await all('history');
    expect(hits.length).toBeGreaterThan(3 * PAGE);
    const { result } = open(search('history'));
    await waitFor(() => expect(result.current.answer).toBeDefined());
    expect([result.current.lineAt(0)?.id, result.current.lineAt(PAGE)]).toEqual([hits[0]?.id, undefined]);
    act(() => result.current.see(PAGE + 3, 2 * PAGE + 1));
    await waitFor(() => expect(result.current.lineAt(2 * PAGE)?.id).toBe(hits[2 * PAGE]?.id));
    act(() => result.current.see(PAGE, 2 * PAGE));
    expect(sought).toEqual(['history@0', `history@${PAGE}`, `history@${2 * PAGE}`]);
    for (let i = 0; i < 3 * PAGE; i++) expect(result.current.lineAt(i)?.id, String(i)).toBe(hits[i]?.id);
  });
  it('stand as the desk has them once it has answered; a desk that is silent is said', async () => {
    const hits = (await all('history')).slice(0, PAGE);
    const at = hits.findIndex((h) => h.copies.of > 0);
    const lent = hits[at] as Hit;
    const now = { wait: lent.wait, best: null, copies: { in: 7, of: 7 } };
    const asking = vi
      .spyOn(desk, 'getLive')
      .mockResolvedValue({ lines: { [lent.id]: now }, since: null, silent: false });
    const { result } = open(search('history'), true);
    await waitFor(() => expect(result.current.lineAt(at)?.copies).toEqual(now.copies));
    expect(result.current.lineAt(at)?.csl).toEqual(lent.csl);
    expect(result.current.silent).toBeNull();
    // Only things with copies of ours are asked for.
    expect(asking.mock.calls[0]?.[0]).toEqual(hits.filter((h) => h.copies.of > 0).map((h) => h.id));
    asking.mockResolvedValue({ lines: {}, since: '2026-11-02T08:00', silent: true });
    const { result: later } = open(search('history'), true);
    await waitFor(() => expect(later.current.silent).toEqual({ since: '2026-11-02T08:00' }));
    expect(later.current.lineAt(at)?.copies).toEqual(lent.copies);
  });
  it('a far page comes without those between', async () => {
    const { result } = open(search('history'));
    await waitFor(() => expect(result.current.answer).toBeDefined());
    act(() => result.current.see(3 * PAGE + 2, 3 * PAGE + 9));
    await waitFor(async () =>
      expect(result.current.lineAt(3 * PAGE + 2)?.id).toBe((await all('history'))[3 * PAGE + 2]?.id),
    );
    expect(sought).toEqual(['history@0', `history@${3 * PAGE}`]);
  });
  it('an item’s place is known, also by another version of it; not before its page is there', async () => {
    const { result } = open(search('history'));
    await waitFor(() => expect(result.current.answer).toBeDefined());
    const hits = await all('history');
    expect(result.current.positionOf(hits[4]?.id ?? '')).toBe(4);
    expect(result.current.positionOf(hits[PAGE]?.id ?? '')).toBe(-1);
    expect(result.current.positionOf(null)).toBe(-1);
    const at = hits.findIndex((h) => h.versions.length > 0);
    expect(at).toBeGreaterThanOrEqual(0);
    act(() => result.current.see(at, at));
    await waitFor(() => expect(result.current.positionOf(hits[at]?.versions[0]?.id ?? '')).toBe(at));
  });
  it('other words: the old lines stand until the new ones are there, and none of the old pages stays', async () => {
    const { result, rerender } = open(search('history'));
    await waitFor(() => expect(result.current.answer).toBeDefined());
    act(() => result.current.see(PAGE, PAGE + 1));
    await waitFor(() => expect(result.current.lineAt(PAGE)).toBeDefined());
    rerender({ request: search('kelp') });
    expect([result.current.fetching, result.current.lineAt(0)?.id]).toEqual([
      true,
      (await all('history'))[0]?.id,
    ]);
    await waitFor(() => expect(result.current.fetching).toBe(false));
    expect(result.current.lineAt(0)?.id).toBe((await all('kelp'))[0]?.id);
    expect(result.current.lineAt(PAGE)).toBeUndefined();
  });
  it('a page that does not come is said, and fetched again when sought; the lines before it stay', async () => {
    const { result } = open(search('history'));
    await waitFor(() => expect(result.current.answer).toBeDefined());
    refuse = (offset) => offset > 0;
    act(() => result.current.see(PAGE, PAGE + 1));
    await waitFor(() =>
      expect(result.current.behind).toMatchObject({ message: 'The library can’t be reached.' }),
    );
    expect([result.current.error, result.current.lineAt(0)?.id]).toEqual([
      null,
      (await all('history'))[0]?.id,
    ]);
    refuse = null;
    act(() => result.current.again());
    await waitFor(() => expect(result.current.lineAt(PAGE)).toBeDefined());
    expect(result.current.behind).toBeNull();
    expect(sought.filter((a) => a === 'history@0')).toHaveLength(1);
  });
  it('a first page that does not come is the search’s failure', async () => {
    refuse = () => true;
    const { result } = open(search('history'));
    await waitFor(() => expect(result.current.error).toMatchObject({ sort: 'offline' }));
    refuse = null;
    act(() => result.current.again());
    await waitFor(() => expect(result.current.answer?.total).toBeGreaterThan(0));
    expect(result.current.error).toBeNull();
  });
});
