// @vitest-environment happy-dom
/**
 * Before the first search, and beside the results: what the box takes, what is under way, where else to look.
 */
import 'fake-indexeddb/auto';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { hereAt, INFO, show } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { asked, moment, worldOf } from '../../../tests/fixtures/world';
import * as client from '../../browser/client';
import { saveStanding } from '../../browser/searches';
import { theStore } from '../../browser/store';
import type { Reader } from '../../core/model/reader';
import type { Slip } from '../../core/model/slip';
import { NEW_SEARCH, printRequest, readRequest, type SearchRequest } from '../../core/query/request';
import { markSent, putInOutgoing } from '../../core/requests/lifecycle';
import { newSlip } from '../../core/requests/slip';
import { GUIDANCE } from '../../demo/guidance';
import { READERS } from '../../demo/library';
import Beside from './Beside';
import { FirstVisit } from './FirstVisit';
import YearsChart from './YearsChart';

const READER = READERS[0] as Reader;
const world = worldOf(2000);
const answerTo = (r: SearchRequest) => world.said.search(asked(r), moment(), { offset: 0, limit: 25 });
const within1 = (view: React.ReactNode, here = hereAt()) =>
  show(<QueryClientProvider client={new QueryClient()}>{view}</QueryClientProvider>, here);
beforeEach(() => {
  vi.spyOn(client, 'getSearch').mockImplementation(
    async (r, at, slice) => world.said.search(asked(r), at, slice) as never,
  );
  vi.spyOn(client, 'getGuidance').mockResolvedValue(GUIDANCE);
  vi.spyOn(client, 'getCourses').mockResolvedValue({ total: 0, courses: [] });
  vi.spyOn(client, 'getReadyAnswers').mockResolvedValue({ total: 0, answers: [] });
});
afterEach(async () => {
  cleanup();
  vi.restoreAllMocks();
  await theStore().standing.clear();
});

describe('the first visit', () => {
  it('every example is a search that finds something', async () => {
    within1(<FirstVisit />);
    const links = [...document.querySelectorAll<HTMLAnchorElement>('dd a')];
    expect(links.length).toBeGreaterThan(5);
    for (const a of links) {
      const request = readRequest(new URL(a.getAttribute('href') as string, 'http://x').searchParams);
      expect(request.q).toBe(a.textContent);
      expect((await answerTo(request)).total, a.textContent ?? '').toBeGreaterThan(0);
    }
  });
  it('says that nothing is under way, or what is, six at most and with its promise', async () => {
    within1(<FirstVisit />);
    expect(screen.getByText(/^No slip is open/)).toBeTruthy();
    cleanup();
    const { record } = storyItemTitled('The nori century');
    const slips = Array.from({ length: 8 }, (_, i): Slip => {
      const draft = newSlip({
        id: `S-${i}`,
        record,
        reader: READER,
        wanted: 'loan',
        route: 'ill-loan',
        from: 'lending',
        needBy: '',
        now: INFO.now,
      });
      const promised = {
        median: '2026-11-06T09:10',
        likely: '2026-11-09T09:10',
        chance: 0.9,
        lines: [],
        total: 0,
      };
      return markSent(putInOutgoing(draft, promised, INFO.now), INFO.now);
    });
    within1(<FirstVisit />, hereAt(INFO.now, slips));
    expect(await screen.findAllByRole('link', { name: record.csl.title })).toHaveLength(6);
    expect(screen.getAllByText('sent, promised Fri 6 Nov')).toHaveLength(6);
  });
  it('standing searches say what is new', async () => {
    const request = { ...NEW_SEARCH, q: 'history', drop: {} };
    const address = printRequest(request).toString();
    await saveStanding(theStore(), {
      id: 'st',
      reader: READER.id,
      name: 'Histories',
      address,
      sentence: '',
      created: INFO.now,
      seen: '2026-11-02',
    });
    within1(<FirstVisit />, hereAt('2026-12-20T09:00'));
    const link = await screen.findByRole('link', { name: 'Histories' });
    // Not before it is known.
    expect(screen.queryByText('nothing new')).toBeNull();
    expect(link.getAttribute('href')).toBe(`/?${address}`);
    await waitFor(() =>
      expect((link.closest('li') as HTMLElement).textContent).toMatch(
        /(\d+ new since Mon 2 Nov|nothing new)$/,
      ),
    );
  });
});

describe('beside the results', () => {
  const beside = async (q: string) => {
    const request = { ...NEW_SEARCH, q };
    within1(<Beside request={request} answer={await answerTo(request)} />);
  };
  it('databases and guides that fit, with the words handed on and what the index does not hold', async () => {
    beside('seaweed nutrition');
    const list = await screen.findByRole('region', { name: 'Where else to look' });
    const handed = within(list).getAllByRole('link', { name: /^Search “seaweed nutrition” in/ });
    expect(handed.length).toBeGreaterThan(0);
    for (const a of handed) {
      expect(decodeURIComponent((a.getAttribute('href') ?? '').replace(/\+/g, ' '))).toContain(
        'seaweed nutrition',
      );
      const database = GUIDANCE.databases.find((d) => a.textContent?.endsWith(d.name));
      const said = (a.closest('li') as HTMLElement).textContent as string;
      expect(said).toContain(
        database?.indexed === 'whole' ? 'All of it is in our index too.' : (database?.missing as string),
      );
    }
  });
  it('long words are cut in the label, not in what is handed on', async () => {
    const q = 'seaweed nutrition and the iodine of northern coasts in winter';
    beside(q);
    const [first] = await screen.findAllByRole('link', { name: /^Search “.*…” in/ });
    expect(decodeURIComponent((first?.getAttribute('href') ?? '').replace(/\+/g, ' '))).toContain(q);
  });
  it('nothing is shown for no words', async () => {
    beside('');
    await waitFor(() => expect(client.getGuidance).toHaveBeenCalled());
    expect(screen.queryByRole('region')).toBeNull();
  });
});

describe('the years', () => {
  const draw = (years: readonly (readonly [number, number])[], from: number | null = null) => {
    const picked: (readonly [number | null, number | null])[] = [];
    show(<YearsChart years={years} from={from} to={null} pick={(a, b) => picked.push([a, b])} />);
    return picked;
  };
  it('the last one, five, ten in one gesture; any year again only when some were chosen', () => {
    const picked = draw([
      [1931, 2],
      [1988, 4],
      [2024, 9],
    ]);
    for (const name of ['this year', 'last 5', 'last 10']) screen.getByRole('button', { name }).click();
    expect(picked).toEqual([
      [2026, null],
      [2022, null],
      [2017, null],
    ]);
    expect(screen.queryByRole('button', { name: 'any year' })).toBeNull();
    expect(
      screen.getByText('From 1931 to 2024; most in 2024. Years can be typed in the search sentence.'),
    ).toBeTruthy();
    expect(screen.getByText('and 2 before 1950')).toBeTruthy();
    cleanup();
    const again = draw([[2024, 9]], 2020);
    screen.getByRole('button', { name: 'any year' }).click();
    expect(again).toEqual([[null, null]]);
  });
  it('a click keeps a year, a stroke a span, up to now without an end; what is pointed at is said', async () => {
    vi.stubGlobal(
      'ResizeObserver',
      class {
        constructor(readonly laidOut: (entries: unknown[]) => void) {}
        observe() {
          this.laidOut([{ contentRect: { width: 344 } }]);
        }
        disconnect() {}
      },
    );
    // 1988 to 2026 and an empty year at both ends: 40 steps in 316 pixels, from 14 on.
    const picked = draw([
      [1988, 4],
      [2000, 3],
      [2002, 5],
    ]);
    const chart = document.querySelector('svg')?.parentElement as HTMLElement;
    const at = (year: number) => ({ clientX: 14 + (year - 1987) * 7.9, clientY: 20 });
    fireEvent.mouseMove(chart, at(2000));
    expect(chart.querySelector('p')?.textContent).toBe('2000: 3');
    fireEvent.mouseDown(chart, at(2000));
    fireEvent.mouseUp(chart, at(2000));
    fireEvent.mouseDown(chart, at(2002));
    fireEvent.mouseMove(chart, at(1995));
    expect(chart.querySelector('p')?.textContent).toBe('1995–2002: 8');
    fireEvent.mouseUp(chart, at(1995));
    fireEvent.mouseDown(chart, at(2010));
    fireEvent.mouseMove(chart, { clientX: 900, clientY: 20 });
    fireEvent.mouseUp(chart, { clientX: 900, clientY: 20 });
    expect(picked).toEqual([
      [2000, 2000],
      [1995, 2002],
      [2010, null],
    ]);
    fireEvent.mouseDown(chart, at(2010));
    fireEvent.mouseLeave(chart);
    fireEvent.mouseUp(chart, at(2010));
    expect(picked).toHaveLength(3);
    expect(chart.querySelector('p')).toBeNull();
    vi.unstubAllGlobals();
  });
  it('without results nothing is said of them', () => {
    draw([]);
    expect(document.body.textContent).not.toMatch(/undefined|NaN/);
  });
});
