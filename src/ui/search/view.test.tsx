// @vitest-environment happy-dom
/**
 * The search view as a whole, with the index behind it: from the words to the line, by keyboard; what is
 * kept, what is left behind.
 */
import 'fake-indexeddb/auto';
import { act, cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { INFO } from '../../../tests/fixtures/here';
import { asked, moment, worldOf } from '../../../tests/fixtures/world';
import * as client from '../../browser/client';
import { itemsOf } from '../../browser/piles';
import { pastOf } from '../../browser/searches';
import { saveKept } from '../../browser/settings';
import { theStore } from '../../browser/store';
import type { Reader } from '../../core/model/reader';
import { asideId } from '../../core/piles/ids';
import { readQuery } from '../../core/query/read';
import { keepAll, NEW_SEARCH, readRequest } from '../../core/query/request';
import { READERS } from '../../demo/library';
import { say as sayAll } from '../../words/say';
import '../../words/spoken';
import SearchView from './SearchView';

const READER = READERS[0] as Reader;
const world = worldOf(800);
const AT = moment(INFO.now, READER.campus, READER.remote);
beforeEach(async () => {
  const service = world.said;
  vi.spyOn(client, 'getLibrary').mockResolvedValue(INFO);
  vi.spyOn(client, 'getSearch').mockImplementation(
    async (r, at, slice) => service.search(asked(r), at, slice) as never,
  );
  vi.spyOn(client, 'getRecord').mockImplementation(async (id) => service.record(id) as never);
  vi.spyOn(client, 'getWays').mockImplementation(
    async (asked, at, need) => service.ways(asked, at, need) as never,
  );
  vi.spyOn(client, 'getRelated').mockResolvedValue({ related: [] });
  vi.spyOn(client, 'getCourses').mockResolvedValue({ total: 0, courses: [] });
  vi.spyOn(client, 'getReadyAnswers').mockResolvedValue({ total: 0, answers: [] });
  vi.spyOn(client, 'getGuidance').mockResolvedValue({ databases: [], guides: [], topics: [] } as never);
  vi.spyOn(client, 'getSuggestions').mockResolvedValue({ suggestions: [] } as never);
});
afterEach(async () => {
  cleanup();
  vi.restoreAllMocks();
  window.history.replaceState(null, '', '/');
  const store = theStore();
  await Promise.all([store.history, store.pileItems, store.settings].map((t) => t.clear()));
});
const hitsOf = (search: string) =>
  world.said.search(asked(readRequest(new URLSearchParams(search))), AT, { offset: 0, limit: 25 });
async function open(search: string): Promise<void> {
  window.history.replaceState(null, '', `/?${search}`);
  render(<SearchView />);
  await answered();
}
const answered = () =>
  waitFor(() =>
    expect(screen.getByRole('region', { name: 'Results' }).getAttribute('aria-busy')).toBe('false'),
  );
/** The lines that are drawn, by their place: without a layout the virtual list may begin anywhere. */
const lines = (): [number, HTMLElement][] =>
  [...document.querySelectorAll<HTMLElement>('li[data-index]')].flatMap((li) => {
    const line = li.querySelector<HTMLElement>('[data-line]');
    return line ? [[Number(li.dataset.index), line] as [number, HTMLElement]] : [];
  });
const ask = (text: string) => {
  const box = screen.getByRole('combobox') as HTMLInputElement;
  fireEvent.change(box, { target: { value: text } });
  fireEvent.submit(box.closest('form') as HTMLFormElement);
};
const key = (name: string) => fireEvent.keyDown(document.body, { key: name });
const address = () => new URLSearchParams(window.location.search);

describe('the search view', () => {
  it('answers the address: how many, the lines in their order, and remembers the search', async () => {
    await open('q=kelp');
    const { total, lines: works, hits } = await hitsOf('q=kelp');
    expect(works).toBeLessThan(total);
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe(
      `${works} to read, in ${total} versions`,
    );
    expect(lines().length).toBeGreaterThan(5);
    for (const [at, line] of lines()) expect(line.textContent, String(at)).toBe(hits[at]?.csl.title);
    await waitFor(async () =>
      expect(await pastOf(theStore(), READER.id)).toMatchObject([{ q: 'kelp', total }]),
    );
  });
  it('asks ahead when the writer pauses; what was found is shown at once, what was not is asked again', async () => {
    await open('q=kelp');
    const asks = vi.mocked(client.getSearch);
    const asksOf = (q: string) =>
      asks.mock.calls.filter(([r]) => r.q === q).map(([, , , how]) => how?.headers ?? null);
    const box = screen.getByRole('combobox');
    for (const q of ['tide', 'zzyzzx qqvv']) {
      fireEvent.change(box.isConnected ? box : screen.getByRole('combobox'), { target: { value: q } });
      await waitFor(() => expect(asksOf(q)).toEqual([client.AHEAD]));
    }
    ask('zzyzzx qqvv');
    await waitFor(() => expect(asksOf('zzyzzx qqvv')).toEqual([client.AHEAD, null]));
    ask('tide');
    Object.assign(navigator, { connection: { saveData: true } });
    fireEvent.change(screen.getByRole('combobox'), { target: { value: 'harbour' } });
    await new Promise((done) => setTimeout(done, 400));
    expect(asksOf('harbour')).toEqual([]);
    Object.assign(navigator, { connection: undefined });
    const { hits } = await hitsOf('q=tide');
    await waitFor(() => expect(lines()[0]?.[1].textContent).toBe(hits[lines()[0]?.[0] ?? 0]?.csl.title));
    expect(asksOf('tide')).toEqual([client.AHEAD]);
  });
  it('j, k and Escape go from line to line and back to the Breakdown', async () => {
    await open('q=kelp');
    const { hits } = await hitsOf('q=kelp');
    const [at, line] = lines().find(([n]) => n > 0) as [number, HTMLElement];
    fireEvent.click(line);
    await screen.findByRole('complementary', { name: 'The item' });
    const shown = () => hits.findIndex((h) => h.id === address().get('item'));
    expect(shown()).toBe(at);
    key('j');
    expect(shown()).toBe(at + 1);
    await screen.findByText(
      new RegExp(`^${at + 2} of ${(await hitsOf('q=kelp')).lines.toLocaleString('en')}`),
    );
    key('k');
    key('k');
    expect(shown()).toBe(at - 1);
    key('Escape');
    await screen.findByRole('complementary', { name: 'Breakdown of the results' });
    expect(address().get('item')).toBeNull();
  });
  it('a sets the open item aside, once, and says so', async () => {
    const [first] = (await hitsOf('q=kelp')).hits;
    await open(`q=kelp&item=${first?.id}`);
    await screen.findByRole('complementary', { name: 'The item' });
    key('a');
    await screen.findByText(
      (_, e) =>
        e?.tagName === 'P' && e.textContent?.startsWith(`Put into Aside: ${first?.csl.title}`) === true,
    );
    const inAside = () => itemsOf(theStore(), asideId(READER.id));
    expect(await inAside()).toMatchObject([{ record: first?.id, csl: { title: first?.csl.title } }]);
    key('a');
    await screen.findByText(
      (_, e) => e?.tagName === 'P' && e.textContent?.startsWith('In Aside already') === true,
    );
    expect(await inAside()).toHaveLength(1);
  });
  it('other words leave conditions behind, say which, and put them back in one gesture', async () => {
    await open('q=kelp&from=2015&keep.peer=reviewed');
    ask('history');
    await screen.findByText(/these conditions fell away: .*2015/);
    expect([address().get('q'), address().get('from'), address().get('keep.peer')]).toEqual([
      'history',
      null,
      null,
    ]);
    fireEvent.click(screen.getByRole('button', { name: 'Put them back' }));
    expect([address().get('q'), address().get('from'), address().get('keep.peer')]).toEqual([
      'history',
      '2015',
      'reviewed',
    ]);
    expect(screen.queryByText(/fell away/)).toBeNull();
  });
  it('conditions that are kept come along to other words', async () => {
    const reviewed = { ...NEW_SEARCH, q: 'kelp', keep: { peer: ['reviewed'] } };
    await saveKept(theStore(), READER.id, keepAll(reviewed));
    await open('q=kelp&from=2015&keep.peer=reviewed');
    ask('history');
    await waitFor(() => expect(address().get('q')).toBe('history'));
    expect([address().get('keep.peer'), address().get('from')]).toEqual(['reviewed', null]);
    await screen.findByText(/these conditions fell away: 2015/);
  });
  it('the same words again keep all conditions', async () => {
    await open('q=kelp&from=2015');
    ask('kelp');
    await answered();
    expect(address().get('from')).toBe('2015');
  });
  it('a failure says why, keeps the words, and is tried again', async () => {
    vi.mocked(client.getSearch).mockRejectedValueOnce(
      new client.AskError('offline', 'The library can’t be reached.'),
    );
    window.history.replaceState(null, '', '/?q=whatever');
    render(<SearchView />);
    await screen.findByText('The library can’t be reached.');
    expect((screen.getByRole('combobox') as HTMLInputElement).value).toBe('whatever');
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    await answered();
  });
  it('a query in CQL that can’t be read is told at its place; the lines are not called none', async () => {
    const read = readQuery({ q: 'dc.title = kelp and', syntax: 'cql' });
    if (!('problem' in read)) throw new Error('it should not be read');
    const { at } = read.problem;
    const text = sayAll(read.problem.text);
    vi.mocked(client.getSearch).mockRejectedValue(new client.AskError('refused', text, 'q', at));
    window.history.replaceState(
      null,
      '',
      `/?${new URLSearchParams({ q: 'dc.title = kelp and', syntax: 'cql' })}`,
    );
    render(<SearchView />);
    expect(at).toBeGreaterThan(10);
    await screen.findByText(text, { exact: false });
    expect(screen.queryByText(/to read/)).toBeNull();
  });
  it('Back from another search is heard', async () => {
    await open('q=kelp');
    window.history.replaceState(null, '', '/?q=history');
    act(() => void window.dispatchEvent(new PopStateEvent('popstate')));
    await waitFor(async () =>
      expect(screen.getByRole('heading', { level: 1 }).textContent).toEqual(
        expect.stringContaining(`${(await hitsOf('q=history')).lines.toLocaleString('en')} to read`),
      ),
    );
  });
});
