// @vitest-environment happy-dom
/**
 * The parts of the search view, each with real answers: what it says, and what a gesture makes of the search.
 */

import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { type ReactNode, useEffect, useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { follow, INFO, show } from '../../../tests/fixtures/here';
import { asked, moment, worldOf } from '../../../tests/fixtures/world';
import * as client from '../../browser/client';
import { type DayNumber, parseDay } from '../../core/model/time';
import { NEW_SEARCH, NOTHING_KEPT, type SearchRequest } from '../../core/query/request';
import type { Hit, SearchAnswer } from '../../words/answers';
import { sentence } from '../../words/sentence';
import AllValues from './AllValues';
import { Breakdown } from './Breakdown';
import { Few } from './Few';
import { HitLine } from './HitLine';
import { NoResults } from './NoResults';
import { Sentence } from './Sentence';
import { WaitBar } from './WaitBar';

const world = worldOf(800);
afterEach(cleanup);

const search = (more: Partial<SearchRequest>): SearchRequest => ({ ...NEW_SEARCH, q: 'food', ...more });
const answerTo = (r: SearchRequest): Promise<SearchAnswer> =>
  world.said.search(asked(r), moment(), { offset: 0, limit: 25 });
/** Draws with the answer to a request as soon as it is there; the last one stands meanwhile. */
function Answered({
  request,
  draw,
}: {
  request: SearchRequest;
  draw: (answer: SearchAnswer, request: SearchRequest) => ReactNode;
}) {
  const [shown, setShown] = useState<{ answer: SearchAnswer; request: SearchRequest } | null>(null);
  useEffect(() => {
    void answerTo(request).then((answer) => setShown({ answer, request }));
  }, [request]);
  return shown && draw(shown.answer, shown.request);
}
/** Does something, and waits for the answers that it asks for. */
async function did<T>(work: () => T): Promise<T> {
  let result = undefined as T;
  await act(async () => {
    result = work();
    await new Promise((done) => setTimeout(done, 0));
  });
  return result;
}
const texts = (list: readonly HTMLElement[]): string[] => list.map((e) => e.textContent ?? '');

describe('the bar of waits', () => {
  const bar = (first: SearchRequest) =>
    did(() =>
      follow(first, (request, change) => (
        <Answered
          request={request}
          draw={({ waits, byNeed }, r) => (
            <WaitBar waits={waits} byNeed={byNeed} request={r} change={change} />
          )}
        />
      )),
    );
  it('has a segment for each wait that occurs, with its count; picking one keeps it, picking it again lets all in', async () => {
    const had = await bar(search({}));
    const { waits, total } = await answerTo(search({}));
    const shown = waits.filter((w) => w.count > 0);
    const buttons = () => screen.getAllByRole('button');
    expect(texts(buttons())).toEqual(shown.map((w) => `${w.count.toLocaleString('en')} ${w.label}`));
    expect(waits.reduce((n, w) => n + w.count, 0)).toBe(total);
    await did(() => fireEvent.click(buttons()[0] as HTMLElement));
    expect(had.at(-1)?.keep.wait).toEqual([shown[0]?.class]);
    // The others keep their counts: a choice can be moved as well as undone.
    expect(texts(buttons())).toEqual(shown.map((w) => `${w.count.toLocaleString('en')} ${w.label}`));
    expect((buttons()[0] as HTMLElement).getAttribute('aria-pressed')).toBe('true');
    await did(() => fireEvent.click(buttons()[0] as HTMLElement));
    expect(had.at(-1)?.keep.wait ?? []).toEqual([]);
  });
  it('says how many come in time and how many don’t, when there is a day', async () => {
    const request = search({ needBy: parseDay('2026-11-06') });
    const { byNeed, total } = await answerTo(request);
    await bar(request);
    expect(screen.getByText(/in time for/).textContent).toContain((byNeed as number).toLocaleString('en'));
    expect(screen.getByText(/too late/).textContent).toContain(
      (total - (byNeed as number)).toLocaleString('en'),
    );
  });
});

describe('the breakdown', () => {
  const breakdown = (first: SearchRequest) =>
    did(() =>
      follow(first, (request, change) => (
        <Answered
          request={request}
          draw={(answer, r) => (
            <Breakdown request={r} answer={answer} change={change}>
              <p>years</p>
            </Breakdown>
          )}
        />
      )),
    );
  const bars = (heading: string): HTMLElement =>
    screen.getByRole('heading', { name: heading }).closest('section') as HTMLElement;
  it('a click keeps a value and a click frees it; Alt and its own button leave it out', async () => {
    const had = await breakdown(search({}));
    const value = (await answerTo(search({}))).breakdown.language[0];
    const bar = () =>
      within(bars('Language')).getAllByRole('button', { pressed: undefined })[0] as HTMLElement;
    expect(bar().getAttribute('aria-label')).toContain(`, ${value?.count}`);
    await did(() => fireEvent.click(bar()));
    expect(had.at(-1)?.keep.language).toEqual([value?.value]);
    expect(bar().getAttribute('aria-label')).toContain(', kept');
    await did(() => fireEvent.click(bar()));
    expect(had.at(-1)?.keep.language ?? []).toEqual([]);
    await did(() => fireEvent.click(bar(), { altKey: true }));
    expect(had.at(-1)?.drop.language).toEqual([value?.value]);
    await did(() => fireEvent.click(within(bars('Language')).getByRole('button', { name: /^let in/ })));
    expect(had.at(-1)?.drop.language ?? []).toEqual([]);
  });
  it('a family of kinds stands for all of them', async () => {
    const had = await breakdown(search({}));
    const family = within(bars('Kind')).getByRole('button', { name: /^Articles and papers, / });
    await did(() => fireEvent.click(family));
    expect(had.at(-1)?.keep.kind?.length).toBeGreaterThan(1);
    expect(had.at(-1)?.keep.kind).toContain('research-article');
    await did(() =>
      fireEvent.click(within(bars('Kind')).getByRole('button', { name: /^Articles and papers, / })),
    );
    expect(had.at(-1)?.keep.kind ?? []).toEqual([]);
  });
  it('“any of ours” is all our shelves together', async () => {
    const had = await breakdown(search({}));
    await did(() => fireEvent.click(screen.getByRole('button', { name: 'any of ours' })));
    expect(had.at(-1)?.keep.place).toHaveLength(3);
    await did(() => fireEvent.click(screen.getByRole('button', { name: 'anywhere' })));
    expect(had.at(-1)?.keep.place ?? []).toEqual([]);
  });
  it('what was chosen stays to be seen, even where nothing has it any more', async () => {
    await breakdown(search({ q: 'kelp', keep: { language: ['fi'] } }));
    expect(within(bars('Language')).getByRole('button', { name: /^Finnish, 0, kept/ })).toBeTruthy();
  });
});

describe('the sentence', () => {
  const draw = (first: SearchRequest) =>
    did(() =>
      follow(first, (request, change) => (
        <Answered
          request={request}
          draw={(answer, r) => <Sentence request={r} answer={answer} change={change} kept={NOTHING_KEPT} />}
        />
      )),
    );
  /** The sentence without what only says what a part does. */
  const said = (): string => {
    const copy = screen.getByRole('region', { name: 'What is searched' }).cloneNode(true) as HTMLElement;
    for (const extra of copy.querySelectorAll('[aria-hidden], .sr, [popover]')) extra.remove();
    return (copy.textContent ?? '')
      .replace(/\s+/g, ' ')
      .replace(/ ([,.])/g, '$1')
      .trim();
  };
  it.each([
    {},
    { q: 'kelp OR dulse', sort: 'newest' as const },
    { keep: { peer: ['reviewed'], language: ['de', 'fr'] }, from: 2015 },
    { drop: { kind: ['book-review'] }, to: 1999, reach: 'shelves' as const },
    { keep: { subject: ['Algae, Edible'], place: ['fellgate'] } },
  ])('says the search: %j', async (more) => {
    await draw(search(more));
    expect(said()).toBe(sentence(search(more), INFO.campuses));
  });
  it('calls a campus by its name', async () => {
    await draw(search({ keep: { place: ['fellgate'] } }));
    expect(said()).toContain(', at Fellgate,');
  });
  it('counts, and frees all conditions at once but keeps the words', async () => {
    const had = await draw(search({ keep: { peer: ['reviewed'] }, from: 2001, sort: 'newest' }));
    const { total, indexed } = await answerTo(had[0] as SearchRequest);
    expect(
      screen.getByText(`${total.toLocaleString('en')} of ${indexed.toLocaleString('en')} records`),
    ).toBeTruthy();
    await did(() => fireEvent.click(screen.getByRole('button', { name: 'Remove conditions' })));
    expect(had.at(-1)).toEqual({ ...NEW_SEARCH, q: 'food', sort: 'newest' });
    expect(screen.queryByRole('button', { name: 'Remove conditions' })).toBeNull();
  });
  it('what nobody asked for is no condition: there is nothing to remove', async () => {
    await draw(search({}));
    expect(screen.queryByRole('button', { name: 'Remove conditions' })).toBeNull();
    cleanup();
    await draw(search({ drop: {} }));
    expect(screen.queryByRole('button', { name: 'Remove conditions' })).toBeNull();
  });
  it('a condition without a panel is removed by a click on it', async () => {
    const had = await draw(search({ keep: { subject: ['Algae, Edible', 'Marine algae'] } }));
    await did(() => fireEvent.click(screen.getByRole('button', { name: /Algae, Edible.*remove/ })));
    expect(had.at(-1)?.keep.subject).toEqual(['Marine algae']);
  });
  it('years: typed, refused in words when they can’t be, or by one of the usual spans', async () => {
    const had = await draw(search({}));
    const panel = document.querySelectorAll('[popover]')[2] as HTMLElement;
    const open = () => fireEvent(panel, Object.assign(new Event('toggle'), { newState: 'open' }));
    open();
    const [from, to] = within(panel).getAllByRole('textbox') as [HTMLElement, HTMLElement];
    await did(() => fireEvent.change(from, { target: { value: '2010' } }));
    await did(() => fireEvent.change(to, { target: { value: '2001' } }));
    expect(within(panel).getByRole('alert').textContent).toContain('after the last');
    await did(() => fireEvent.submit(from));
    expect(had).toHaveLength(1);
    await did(() => fireEvent.change(to, { target: { value: '2012' } }));
    Object.assign(panel, { hidePopover: () => {} });
    await did(() => fireEvent.submit(from));
    expect([had.at(-1)?.from, had.at(-1)?.to]).toEqual([2010, 2012]);
  });
  it('what the index did with the words is said, with the way back', async () => {
    const had = await draw(search({ q: 'kelp qzxv' }));
    expect(screen.getByText(/qzxv/, { selector: 'p' })).toBeTruthy();
    expect(had).toHaveLength(1);
  });
});

/** In no pile, and not chosen. */
const UNKEPT = { kept: '', chosen: false, choose: () => {} };
describe('a line of the results', () => {
  const hit = async (r: SearchRequest, find: (h: Hit) => boolean): Promise<Hit> =>
    (await answerTo(r)).hits.find(find) as Hit;
  it('marks the words, says the wait first, and opens or makes a slip', async () => {
    const opened: (string | null)[] = [];
    const one = await hit(search({ q: 'kelp' }), (h) => h.best?.action.do === 'open');
    show(<HitLine {...UNKEPT} hit={one} open={false} needBy={null} show={(id) => opened.push(id)} />);
    expect(screen.getByText(one.wait.label)).toBeTruthy();
    expect(document.querySelector('mark')?.textContent).toMatch(/kelp/i);
    expect(screen.getByRole('link', { name: 'Read' }).getAttribute('href')).toMatch(/^\/standin\//);
    const title = screen.getByRole('link', { expanded: false });
    await did(() => fireEvent.click(title));
    // With a key held it is the browser's.
    await did(() => fireEvent.click(title, { ctrlKey: true }));
    expect(opened).toEqual([one.id]);
  });
  it('carries the day it is needed to the slip', async () => {
    const one = await hit(search({ q: '' }), (h) => h.best?.action.do === 'slip');
    show(
      <HitLine
        {...UNKEPT}
        hit={one}
        open={false}
        needBy={parseDay('2026-11-20') as DayNumber}
        show={() => {}}
      />,
    );
    const href = new URL(
      screen.getByRole('link', { name: 'Make slip' }).getAttribute('href') ?? '',
      'http://x',
    );
    expect([href.pathname, href.searchParams.get('record'), href.searchParams.get('need')]).toEqual([
      '/requests/new',
      one.id,
      '2026-11-20',
    ]);
  });
  it('other versions open under it, each of them a link of its own', async () => {
    const shown: (string | null)[] = [];
    const one =
      (await hit(search({ q: '', sort: 'oldest' }), (h) => h.versions.length > 0)) ??
      (await hit(search({ q: 'kelp' }), (h) => h.versions.length > 0));
    show(<HitLine {...UNKEPT} hit={one} open needBy={null} show={(id) => shown.push(id)} />);
    await did(() => fireEvent.click(screen.getByRole('button', { name: /other version/ })));
    const list = screen.getByRole('list');
    expect(within(list).getAllByRole('listitem')).toHaveLength(one.versions.length);
    await did(() => fireEvent.click(within(list).getAllByRole('link')[0] as HTMLElement));
    expect(shown).toEqual([one.versions[0]?.id]);
  });
});

describe('all values of a group', () => {
  it('narrow by what is typed, and are chosen as the bars of the breakdown are', async () => {
    vi.spyOn(client, 'getValues').mockImplementation(
      async (request, at, { group, contains }) =>
        (await world.said.values(asked(request), at, group, contains)) as never,
    );
    HTMLDialogElement.prototype.showModal ??= () => {};
    const had = follow(search({}), (request, change) => (
      <QueryClientProvider client={new QueryClient()}>
        <AllValues group="subject" label="Subject" request={request} change={change} close={() => {}} />
      </QueryClientProvider>
    ));
    const rows = () =>
      [...document.querySelectorAll('li')].map(
        (li) => li.querySelector('button')?.getAttribute('aria-label') ?? '',
      );
    const all = await world.said.values(asked(search({})), moment(), 'subject', '');
    await waitFor(() => expect(rows()).toHaveLength(all.values.length));
    await did(() =>
      fireEvent.change(document.querySelector('input') as HTMLElement, { target: { value: 'food' } }),
    );
    const some = await world.said.values(asked(search({})), moment(), 'subject', 'food');
    expect(some.values.length).toBeLessThan(all.values.length);
    await waitFor(() => expect(rows()).toEqual(some.values.map((v) => `${v.label}, ${v.count}`)));
    await did(() => fireEvent.click(document.querySelector('li button') as HTMLElement));
    expect(had.at(-1)?.keep.subject).toEqual([some.values[0]?.value]);
  });
});

describe('few and none', () => {
  it('few: what each condition costs and what a wider reach brings, each one gesture, and they hold', async () => {
    const first = search({
      q: 'kelp',
      keep: { peer: ['reviewed'], language: ['en'] },
      from: 2022,
      reach: 'shelves',
    });
    const had = await did(() =>
      follow(first, (request, change) => (
        <Answered
          request={request}
          draw={(answer, r) => <Few request={r} answer={answer} change={change} />}
        />
      )),
    );
    const before = await answerTo(first);
    expect(before.total).toBeLessThanOrEqual(20);
    const items = screen.getAllByRole('listitem').filter((li) => /more/.test(li.textContent ?? ''));
    expect(items.length).toBeGreaterThan(1);
    const [item] = items as [HTMLElement];
    const more = Number(/: ([\d,]+) more/.exec(item.textContent ?? '')?.[1]?.replace(',', ''));
    await did(() => fireEvent.click(within(item).getByRole('button')));
    expect((await answerTo(had.at(-1) as SearchRequest)).total).toBe(before.total + more);
  });
  it('none: the conditions can go, the quotation marks can go, and the ask desk gets the search', async () => {
    const first = search({
      q: '"kelp zeppelin bassoon cartography"',
      exact: true,
      keep: { language: ['fi'] },
    });
    const answer = await answerTo(first);
    const had = follow(first, (request, change) => (
      <NoResults request={request} answer={answer} change={change} />
    ));
    const href = screen.getByRole('link', { name: 'Ask a librarian' }).getAttribute('href') ?? '';
    expect(new URL(href, 'http://x').searchParams.get('search')).toContain('keep.language=fi');
    await did(() => fireEvent.click(screen.getByRole('button', { name: /without the quotation marks/ })));
    expect(had.at(-1)?.q).toBe('kelp zeppelin bassoon cartography');
    await did(() => fireEvent.click(screen.getByRole('button', { name: 'Search without conditions' })));
    expect(had.at(-1)?.keep).toEqual({});
  });
});
