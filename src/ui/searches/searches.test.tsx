// @vitest-environment happy-dom
/**
 * What a reader keeps: standing searches with what is new, searches made before, items set aside. Nothing
 * goes without a way back.
 */
import 'fake-indexeddb/auto';
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { hereAt, INFO, openPanel } from '../../../tests/fixtures/here';
import { asked, worldOf } from '../../../tests/fixtures/world';
import * as client from '../../browser/client';
import { pastOf, remember, saveStanding, standingSearches } from '../../browser/searches';
import { moveClock } from '../../browser/settings';
import { theStore } from '../../browser/store';
import type { Reader } from '../../core/model/reader';
import { parseDay } from '../../core/model/time';
import { NEW_SEARCH, printRequest } from '../../core/query/request';
import { READERS } from '../../demo/library';
import { sentence } from '../../words/sentence';
import { HereContext } from '../kit/app';
import { SearchTools } from '../search/SearchTools';
import SearchesView from './SearchesView';

const READER = READERS[0] as Reader;
const world = worldOf(800);
beforeEach(async () => {
  const service = world.said;
  vi.spyOn(client, 'getLibrary').mockResolvedValue(INFO);
  vi.spyOn(client, 'getSearch').mockImplementation(
    async (request, moment, slice) => service.search(asked(request), moment, slice) as never,
  );
  vi.spyOn(client, 'getWays').mockImplementation(
    async (asked, moment, needBy) => service.ways(asked, moment, needBy) as never,
  );
});
afterEach(async () => {
  cleanup();
  vi.restoreAllMocks();
  const store = theStore();
  await Promise.all([store.history, store.standing, store.settings].map((t) => t.clear()));
});

const request = { ...NEW_SEARCH, q: 'history', drop: {} };
const address = printRequest(request).toString();
const standing = (id: string, name: string) => ({
  id,
  reader: READER.id,
  name,
  address,
  sentence: sentence(request),
  created: INFO.now,
  seen: '2026-11-02',
});

describe('standing searches', () => {
  it('say what is new since they were looked at, and end with a way back', async () => {
    const store = theStore();
    await saveStanding(store, standing('st1', 'Histories'));
    await moveClock(store, '2026-12-20T09:00', INFO.now);
    render(<SearchesView />);
    const link = await screen.findByRole('link', { name: 'Histories' });
    const row = link.closest('li') as HTMLElement;
    const { campus, category, remote } = READER;
    const at = { situation: { campus, category, remote }, at: '2026-12-20T09:00' };
    const fresh = (
      await world.said.search(asked({ ...request, since: parseDay('2026-11-02') }), at, {
        offset: 0,
        limit: 1,
      })
    ).total;
    await within(row).findByText(fresh > 0 ? `${fresh} new` : 'nothing new');
    expect(within(row).getByRole('link', { name: 'Feed' }).getAttribute('href')).toBe(
      `/feeds/search.atom?${address}`,
    );
    fireEvent.click(within(row).getByRole('button', { name: 'End' }));
    await screen.findByText(/“Histories” no longer stands/);
    await waitFor(async () => expect(await standingSearches(store, READER.id)).toEqual([]));
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(async () =>
      expect((await standingSearches(store, READER.id)).map((s) => s.name)).toEqual(['Histories']),
    );
  });
});

describe('keeping a search standing', () => {
  const answer = () =>
    world.said.search(
      asked(request),
      { situation: hereAt().moment.situation, at: INFO.now },
      { offset: 0, limit: 1 },
    );
  it('is done once, under a name; another search is not said to stand', async () => {
    const view = async (r: typeof request) => (
      <HereContext value={hereAt()}>
        <SearchTools request={r} answer={await answer()} />
      </HereContext>
    );
    const { rerender } = render(await view(request));
    await openPanel('Keep as a standing search');
    fireEvent.change(screen.getByLabelText('Its name'), { target: { value: ' Histories ' } });
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
    await screen.findByText(/^Standing as “Histories”/);
    expect(await standingSearches(theStore(), READER.id)).toMatchObject([
      { name: 'Histories', address, seen: INFO.now.slice(0, 10) },
    ]);
    rerender(await view({ ...request, q: 'kelp' }));
    expect(screen.queryByText(/^Standing as/)).toBeNull();
    // A day to need it by does not make it another search.
    rerender(await view({ ...request, needBy: parseDay('2026-11-20') }));
    expect(screen.getByText(/^Standing as “Histories”/)).toBeTruthy();
  });
});

describe('searches made before', () => {
  it('are forgotten one by one or all at once, and brought back', async () => {
    const store = theStore();
    for (const [i, q] of ['kelp', 'dulse', 'nori'].entries())
      await remember(store, {
        reader: READER.id,
        address: printRequest({ ...NEW_SEARCH, q }).toString(),
        q,
        sentence: `About ${q}.`,
        at: `2026-11-02T09:1${i}`,
        total: 10 * (i + 1),
      });
    render(<SearchesView />);
    await screen.findByRole('link', { name: 'nori' });
    const shown = () => screen.getAllByRole('link').map((a) => a.textContent);
    expect(shown()).toEqual(['nori', 'dulse', 'kelp']);
    fireEvent.click(
      within(screen.getByText('dulse').closest('li') as HTMLElement).getByRole('button', { name: 'Forget' }),
    );
    expect(await screen.findByText(/One search forgotten/)).toBeTruthy();
    await waitFor(() => expect(shown()).toEqual(['nori', 'kelp']));
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(shown()).toEqual(['nori', 'dulse', 'kelp']));
    fireEvent.click(screen.getByRole('button', { name: 'Forget all' }));
    expect(await screen.findByText(/3 searches forgotten/)).toBeTruthy();
    await waitFor(async () => expect(await pastOf(store, READER.id)).toEqual([]));
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(async () => expect(await pastOf(store, READER.id)).toHaveLength(3));
  });
  it('of another reader are not shown', async () => {
    const other = READERS[1] as Reader;
    await remember(theStore(), {
      reader: other.id,
      address,
      q: 'secret',
      sentence: '',
      at: INFO.now,
      total: 1,
    });
    render(<SearchesView />);
    await screen.findByText(/They are kept in this browser only/);
    expect(screen.queryByText('secret')).toBeNull();
  });
});
