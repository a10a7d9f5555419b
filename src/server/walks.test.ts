/** Shelf, lists and scan, through the endpoints' own handlers. */
import { XMLParser } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import { ok, serverOf } from '../../tests/fixtures/server';
import type { BrowseAnswer, ShelfAnswer } from '../core/discovery/answers';
import { compareCallNumbers } from '../core/shelf/callNumber';
import * as browse from '../pages/api/browse';
import * as shelf from '../pages/api/shelf';
import * as sru from '../pages/sru';

const server = serverOf(500);
const { call } = server;
const get = async <T>(route: typeof shelf.GET, path: string): Promise<T> => ok<T>(await call(route, path));

describe('GET /api/shelf', () => {
  it('shows what stands around a call number, in order, and what becomes of each', async () => {
    const found = await get<ShelfAnswer>(shelf.GET, '/api/shelf?callno=QK+569&before=5&after=5');
    const numbers = found.places.map((p) => p.callNumber);
    expect(numbers).toHaveLength(11);
    expect([...numbers].sort(compareCallNumbers)).toEqual(numbers);
    expect(found.at).toBe(5);
    for (const p of found.places) {
      const record = server.service.recordAt(server.service.engine.find(p.id));
      const here = (record.copies ?? []).filter(
        (c) => c.campus === p.campus && c.callNumber === p.callNumber,
      );
      expect(here.length).toBe(p.copies);
      expect(here.some((c) => c.status.state === 'in')).toBe(p.status.state === 'in');
    }
  });
  it('begins at a record’s copy, along one campus too; marks what is looked for and says where the next of it is', async () => {
    const all = await get<ShelfAnswer>(shelf.GET, '/api/shelf?callno=QK&before=0&after=60&q=kelp');
    const sought = all.places.filter((p) => p.fits);
    expect(sought.length).toBeGreaterThan(0);
    const [first] = sought as [ShelfAnswer['places'][number]];
    expect(all.places[0]?.fits ? first : all.next.after).toMatchObject({ id: first.id });
    const own = await get<ShelfAnswer>(
      shelf.GET,
      `/api/shelf?record=${first.id}&campus=${first.campus}&before=3&after=3`,
    );
    expect(own.places[own.at]).toMatchObject({ id: first.id, callNumber: first.callNumber });
    expect(new Set(own.places.map((p) => p.campus))).toEqual(new Set([first.campus]));
  });
  it('finds the book of a chapter and another version of what is no book here', async () => {
    const { data } = server.service.engine;
    const docs = Array.from({ length: data.n }, (_, d) => server.service.recordAt(d));
    const chapter = docs.find(
      (r) => r.host && server.service.recordAt(server.service.engine.find(r.host)).copies?.length,
    );
    const found = await get<ShelfAnswer>(shelf.GET, `/api/shelf?record=${chapter?.id}&before=0&after=0`);
    expect(found.places[0]?.id).toBe(chapter?.host);
  });
  it('says what is wrong', async () => {
    for (const [path, status] of [
      ['/api/shelf', 400],
      ['/api/shelf?record=nothing', 404],
      ['/api/shelf?callno=QK&campus=nowhere', 400],
      ['/api/shelf?callno=QK&before=500', 400],
      ['/api/shelf?callno=QK&before=-1', 400],
      ['/api/shelf?callno=QK&colour=red', 400],
      [`/api/shelf?callno=${'Q'.repeat(400)}`, 400],
    ] as const)
      expect((await call(shelf.GET, path)).status, path).toBe(status);
    // Of no scheme, and beyond the last: still an answer.
    for (const callno of ['', '~~~', '\u{1F600}', '99999999999999999999'])
      expect((await call(shelf.GET, `/api/shelf?${new URLSearchParams({ callno })}`)).status).toBe(
        callno ? 200 : 400,
      );
  });
});

describe('GET /api/browse', () => {
  it('gives each list from any beginning, with what its rows stand for', async () => {
    for (const list of ['people', 'titles', 'subjects', 'journals', 'callnumbers']) {
      const piece = await get<BrowseAnswer>(browse.GET, `/api/browse?list=${list}&from=q&before=2&after=5`);
      expect(piece.rows.length, list).toBe(7);
      expect(piece.at).toBe(2);
      for (const r of piece.rows) {
        expect(r.count + r.about).toBeGreaterThan(0);
        if (list === 'titles' && r.count === 1) expect(r.title).toBe(r.text);
        if (list === 'callnumbers') expect([r.title === null, r.place === null]).toEqual([false, false]);
      }
    }
  });
  it('has what is new up to the moment, the latest first', async () => {
    const at = (day: string) =>
      get<BrowseAnswer>(browse.GET, `/api/browse?list=new&after=100&at=${day}T09:00`);
    const [early, late] = [await at('2026-11-02'), await at('2027-02-01')];
    expect(late.rows.length).toBeGreaterThan(early.rows.length);
    const days = late.rows.map((r) => r.text);
    expect([...days].sort().reverse()).toEqual(days);
    expect(days[0]?.localeCompare('2027-02-01')).toBeLessThanOrEqual(0);
  });
  it('refuses what is no list', async () => {
    expect((await call(browse.GET, '/api/browse')).status).toBe(400);
    expect((await call(browse.GET, '/api/browse?list=covers')).status).toBe(400);
    expect((await call(browse.GET, '/api/browse?list=people&after=1000')).status).toBe(400);
  });
});

describe('SRU scan', () => {
  const scan = async (query: string) => {
    const text = await (await call(sru.GET, `/sru?${query}`)).text();
    const read = new XMLParser({
      removeNSPrefix: true,
      parseTagValue: false,
      isArray: (n) => n === 'term',
    }).parse(text) as {
      scanResponse: { terms: { term: { value: string; numberOfRecords: string; whereInList?: string }[] } };
    };
    return read.scanResponse.terms.term;
  };
  it('goes through the same lists, the term asked for at its position', async () => {
    const clause = 'scanClause=dc.subject%3D%22sea%22&maximumTerms=6&responsePosition=3';
    const terms = await scan(`operation=scan&version=1.2&${clause}`);
    const piece = await get<BrowseAnswer>(browse.GET, '/api/browse?list=subjects&from=sea&before=2&after=4');
    expect(terms.map((t) => [t.value, Number(t.numberOfRecords)])).toEqual(
      piece.rows.map((r) => [r.text, r.count]),
    );
    expect(await scan(clause)).toEqual(terms);
  });
  it('begins before the list’s first and ends with its last', async () => {
    const [first] = await scan('scanClause=dc.title%3D%220%22&maximumTerms=1');
    expect(first?.whereInList).toBe('first');
    const end = await scan('scanClause=dc.title%3Dzzzzzz&maximumTerms=3&responsePosition=4');
    expect(end).toHaveLength(3);
    expect(end.at(-1)?.whereInList).toBe('last');
    const after = await scan('scanClause=dc.subject%3Dsea&maximumTerms=3&responsePosition=0');
    const [own] = await scan('scanClause=dc.subject%3Dsea&maximumTerms=3');
    expect(after.map((t) => t.value)).not.toContain(own?.value);
    expect(after).toHaveLength(3);
  });
});
