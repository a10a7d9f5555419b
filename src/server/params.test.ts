/**
 * Addresses and bodies that people and programs send: what is taken, what is refused, and with which words.
 */
import { describe, expect, it } from 'vitest';
import type { LibraryInfo, Moment } from '../core/discovery/answers';
import type { Shape } from '../core/model/shape';
import { NEW_SEARCH, printRequest, type SearchRequest } from '../core/query/request';
import { LIBRARY } from '../demo/library';
import { BODIES, withBody } from './bodies';
import { guarded, MAX_QUERY, readMoment, readSearchInput } from './params';

const info: LibraryInfo = {
  name: LIBRARY.name,
  language: 'en',
  agency: 'T',
  campuses: LIBRARY.campuses,
  reader: null,
  signsIn: false,
  desk: false,
  policy: LIBRARY.policy,
  partners: [],
  now: '2026-11-02T09:10',
  movable: true,
  mails: false,
  hours: false,
  elsewhere: [],
  words: { country: '', partnership: '', desk: '', footer: '', about: [], examples: {} },
};
const search = (params: string | Record<string, string>) =>
  readSearchInput(new URLSearchParams(params), info);
/** What a refusal says. */
async function refusal(
  checked: ReturnType<typeof search> | ReturnType<typeof readMoment>,
): Promise<Record<string, unknown>> {
  if ('ok' in checked) throw new Error('It was taken.');
  expect(checked.refused.headers.get('content-type')).toBe('application/problem+json');
  const body = (await checked.refused.json()) as Record<string, unknown>;
  expect(body.status).toBe(checked.refused.status);
  return body;
}

describe('a search as an address', () => {
  it('nothing said: everything, here and at the start of the demo', () => {
    const checked = search('');
    if (!('ok' in checked)) throw new Error('refused');
    const { asked, moment, slice } = checked.ok;
    const { request } = asked;
    expect(request.q).toBe('');
    expect(moment).toEqual({
      situation: { campus: LIBRARY.campuses[0]?.id, category: 'undergraduate', remote: false },
      at: info.now,
    });
    expect(slice).toEqual({ offset: 0, limit: 25 });
  });
  it('comes through as it was printed', () => {
    const request: SearchRequest = {
      ...NEW_SEARCH,
      q: '"food security" OR kelp',
      keep: { kind: ['book', 'chapter'], subject: ['Algae, Edible', 'A & B = C'] },
      drop: { language: ['de'] },
      from: 1999,
      to: 2020,
      sort: 'newest',
      reach: 'shelves',
      exact: true,
    };
    const params = printRequest(request);
    params.set('remote', '1');
    params.set('offset', '50');
    const checked = readSearchInput(params, info);
    expect(checked).toMatchObject({
      ok: {
        asked: { request },
        moment: { situation: { remote: true, category: 'distance' } },
        slice: { offset: 50, limit: 25 },
      },
    });
  });
  it.each([
    ['from=99', 'from', 'four digits'],
    ['to=20x6', 'to', 'four digits'],
    ['limit=0', 'limit', '1 to 100'],
    ['limit=101', 'limit', '1 to 100'],
    ['limit=2.5', 'limit', 'whole number'],
    ['offset=-1', 'offset', 'whole number'],
    ['offset=1000000', 'offset', '99999'],
    ['sort=popular', 'sort', 'must be one of'],
    ['reach=moon', 'reach', 'must be one of'],
    ['need=soon', 'need', 'not a day'],
    ['since=2026-13-01', 'since', 'not a day'],
    ['at=noon', 'at', 'not a local time'],
    ['at=2026-11-02T25:00', 'at', 'not a local time'],
    ['remote=yes', 'remote', 'must be one of'],
    ['keep.colour=red', 'keep.colour', 'no parameter “keep.colour”'],
    ['sortby=title', 'sortby', 'no parameter “sortby”'],
    ['__proto__=title', '__proto__', 'no parameter “__proto__”'],
    ['q=kelp&__proto__=a&__proto__=b', '__proto__', 'no parameter “__proto__”'],
    ['campus=atlantis', 'campus', 'no campus “atlantis”'],
  ])('%s is refused, by name and with what would do', async (params, name, words) => {
    expect(await refusal(search(params))).toMatchObject({
      status: 400,
      type: 'urn:legendum:problem:bad-parameter',
      parameter: name,
      detail: expect.stringContaining(words),
    });
  });
  it('what is far too long is refused before it is read', async () => {
    const { detail } = await refusal(search({ q: 'kelp '.repeat(MAX_QUERY) }));
    expect(detail).toContain('shorten it');
    const many = new URLSearchParams(Array.from({ length: 201 }, (_, i) => ['keep.subject', `S${i}`]));
    expect((await refusal(readSearchInput(many, info))).parameter).toBe('keep.subject');
  });
  it('sloppy words are taken; a command that can’t be read says where it stops', async () => {
    expect(search({ q: '((kelp "food' })).toHaveProperty('ok');
    const said = await refusal(search({ q: 'title = kelp and and dulse', syntax: 'cql' }));
    expect(said).toMatchObject({
      type: 'urn:legendum:problem:bad-query',
      parameter: 'q',
      at: expect.any(Number),
      code: expect.anything(),
    });
    expect(said.detail).toContain(`at character ${(said.at as number) + 1}`);
  });
  it('a name that comes twice is two values for a group, and one too many for a year', async () => {
    const two = search('keep.kind=book&keep.kind=chapter');
    expect(two).toMatchObject({ ok: { asked: { request: { keep: { kind: ['book', 'chapter'] } } } } });
    expect((await refusal(search('from=1999&from=2001'))).parameter).toBe('from');
  });
});

describe('who asks and when', () => {
  it('is read, with the defaults of the library', () => {
    const checked = readMoment(
      new URLSearchParams('campus=fellgate&remote=1&at=2026-12-01T08:00&need=2026-12-24'),
      info,
    );
    expect(checked).toEqual({
      ok: {
        moment: {
          situation: { campus: 'fellgate', category: 'distance', remote: true },
          at: '2026-12-01T08:00',
        },
        needBy: '2026-12-24',
      },
    });
    expect(readMoment(new URLSearchParams(), info)).toMatchObject({
      ok: { moment: { at: info.now }, needBy: '' },
    });
  });
  it.each([
    ['campus=nowhere', 'campus'],
    ['at=yesterday', 'at'],
    ['need=32', 'need'],
    ['q=kelp', 'q'],
  ])('%s is refused', async (params, name) => {
    expect((await refusal(readMoment(new URLSearchParams(params), info))).parameter).toBe(name);
  });
});

describe('bodies', () => {
  const moment = {
    situation: { campus: 'quayside', category: 'undergraduate', remote: false },
    at: '2026-11-02T09:10',
  };
  const send = async (
    text: string,
    schema: Shape<{ readonly moment: Moment }> = BODIES.ways,
    type = 'application/json',
  ) => {
    let taken: unknown = null;
    const response = await withBody(
      new Request('http://x/', { method: 'POST', headers: { 'content-type': type }, body: text }),
      schema,
      info,
      async (body) => {
        taken = body;
        return new Response('done');
      },
    );
    return {
      taken,
      status: response.status,
      body: response.status === 200 ? null : ((await response.json()) as Record<string, unknown>),
    };
  };
  it('are taken with their defaults', async () => {
    const { taken, status } = await send(JSON.stringify({ record: 'tu1', moment }));
    expect([status, taken]).toEqual([200, { record: 'tu1', moment, needBy: '' }]);
  });
  it.each([
    ['no JSON', 'kelp', /not JSON/],
    ['neither a record nor a description', JSON.stringify({ moment }), /record|csl/],
    ['both', JSON.stringify({ record: 'tu1', csl: { type: 'book', title: 'A' }, moment }), /record|csl/],
    ['a day that is none', JSON.stringify({ record: 'tu1', moment, needBy: 'soon' }), /not a day/],
    [
      'another campus',
      JSON.stringify({
        record: 'tu1',
        moment: { ...moment, situation: { ...moment.situation, campus: 'x' } },
      }),
      /campus/,
    ],
    ['a moment without a reader', JSON.stringify({ record: 'tu1', moment: { at: moment.at } }), /situation/],
  ])('with %s are refused', async (_what, text, words) => {
    const { taken, status, body } = await send(text);
    expect([taken, status]).toEqual([null, 400]);
    expect(body?.detail).toMatch(words);
  });
  it('of another type are refused by its name', async () => {
    const { status, body } = await send(JSON.stringify({ record: 'tu1', moment }), BODIES.ways, 'text/plain');
    expect([status, body?.type]).toEqual([415, 'urn:legendum:problem:bad-type']);
  });
  it('that are deeper or wider than anything we take, or touch prototypes, are refused', async () => {
    const deep = `{"record":"tu1","moment":${'{"a":'.repeat(5000)}1${'}'.repeat(5000)}}`;
    const wide = JSON.stringify({ record: 'tu1', moment, more: Array(120_000).fill(0) });
    const proto = `{"record":"tu1","__proto__":{"a":1},"moment":${JSON.stringify(moment)}}`;
    for (const text of [deep, wide, proto]) {
      const { taken, status, body } = await send(text);
      expect([taken, status, body?.type]).toEqual([null, 400, 'urn:legendum:problem:bad-body']);
    }
  });
  it('that are huge are refused as too large', async () => {
    const { status, body } = await send(JSON.stringify({ record: 'x'.repeat(700_000), moment }));
    expect([status, body?.type]).toEqual([413, 'urn:legendum:problem:too-large']);
  });
  it('of references are bounded in number and in size', async () => {
    const item = {
      type: 'book',
      title: 'Tides',
      author: [{ family: 'Lind' }],
      issued: { 'date-parts': [[2001]] },
    };
    expect((await send(JSON.stringify({ items: [item], moment }), BODIES.resolve)).status).toBe(200);
    for (const items of [
      [],
      Array(101).fill(item),
      [{ ...item, title: 'x'.repeat(5000) }],
      [{ ...item, issued: { 'date-parts': [[]] } }],
    ])
      expect((await send(JSON.stringify({ items, moment }), BODIES.resolve)).status).toBe(400);
  });
});

describe('failures of the index', () => {
  const named = (name: string) => Object.assign(new Error(name), { name });
  it('a full queue says when to try again', async () => {
    const busy = await guarded(() => Promise.reject(named('Busy')));
    expect([
      busy.status,
      busy.headers.get('retry-after'),
      ((await busy.json()) as { type: string }).type,
    ]).toEqual([503, '2', 'urn:legendum:problem:too-busy']);
  });
  it('become answers: too slow can be tried again, a gone asker is told nothing, others go up', async () => {
    const slow = await guarded(() => Promise.reject(named('TooSlow')));
    expect([slow.status, ((await slow.json()) as { detail: string }).detail]).toEqual([
      503,
      expect.stringContaining('Nothing is lost'),
    ]);
    const gone = await guarded(() => Promise.reject(named('Gone')));
    expect([gone.status, await gone.text()]).toEqual([499, '']);
    await expect(guarded(() => Promise.reject(named('Broken')))).rejects.toThrow('Broken');
  });
});
