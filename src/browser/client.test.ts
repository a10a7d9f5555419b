/** What the browser asks of the server, and what it makes of the answers that go wrong. */
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { Moment } from '../core/discovery/answers';
import type { Slip } from '../core/model/slip';
import { NEW_SEARCH, readRequest } from '../core/query/request';
import * as client from './client';

const moment = {
  situation: { campus: 'quayside', category: 'distance', remote: true },
  at: '2026-11-02T09:10',
} as Moment;
interface Sent {
  readonly url: URL;
  readonly init: RequestInit | undefined;
}
/** Answers every question with this, and keeps what was asked. */
function answering(make: () => Response | Error): Sent[] {
  const sent: Sent[] = [];
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
    sent.push({ url: new URL(path, 'http://library.example'), init });
    const made = make();
    return made instanceof Error ? Promise.reject(made) : Promise.resolve(made);
  });
  return sent;
}
const json =
  (value: unknown, status = 200) =>
  () =>
    new Response(JSON.stringify(value), { status });
afterEach(() => vi.unstubAllGlobals());

describe('questions', () => {
  it('a search carries its conditions, who asks, when, and the slice', async () => {
    const sent = answering(json({ total: 3 }));
    const request = { ...NEW_SEARCH, q: 'kelp & dulse', keep: { kind: ['book'] }, from: 2001 };
    expect(await client.getSearch(request, moment, { offset: 25, limit: 50 })).toEqual({ total: 3 });
    const { url } = sent[0] as Sent;
    expect(url.pathname).toBe('/api/search');
    expect(readRequest(url.searchParams)).toEqual(request);
    expect(Object.fromEntries(url.searchParams)).toMatchObject({
      campus: 'quayside',
      remote: '1',
      at: '2026-11-02T09:10',
      offset: '25',
      limit: '50',
    });
  });
  it('words go whole, also many; more than can be asked are said and not cut', async () => {
    const sent = answering(json({}));
    const many = { ...NEW_SEARCH, q: 'kelp '.repeat(2000) };
    await client.getSearch(many, moment, { offset: 0, limit: 25 });
    expect(sent[0]?.url.searchParams.get('q')).toBe(many.q);
    for (const q of ['a'.repeat(12_001), '海'.repeat(5000)]) {
      const asked = client.getSearch({ ...NEW_SEARCH, q }, moment, { offset: 0, limit: 25 });
      await expect(asked).rejects.toMatchObject({
        sort: 'refused',
        parameter: 'q',
        message: expect.stringMatching(/too long: [\d,]+ characters/),
      });
    }
    expect(sent).toHaveLength(1);
  });
  it('news is asked for in batches that the server takes, without the documents of earlier messages', () => {
    const xml = ['<x/>'.repeat(5000)];
    const said = Array.from({ length: 60 }, (_, i) => ({
      id: `m${i}`,
      text: 'It has been asked. '.repeat(4),
      xml,
    }));
    const slips = Array.from(
      { length: 100 },
      (_, i) => ({ id: `S-${i}`, messages: said }) as unknown as Slip,
    );
    const all = client.batches(slips);
    expect(all.flat().map((s) => s.id)).toEqual(slips.map((s) => s.id));
    expect(all.length).toBeGreaterThan(3);
    for (const batch of all) {
      const sent = JSON.stringify(
        batch.map((s) => ({ ...s, messages: s.messages.map(({ xml: _, ...m }) => m) })),
      );
      expect([batch.length <= 100, sent.length < 600_000]).toEqual([true, true]);
    }
    expect(client.batches([])).toEqual([]);
  });
  it('a group’s values are asked for with what narrows them, when there is something', async () => {
    const sent = answering(json({ values: [], distinct: 0 }));
    await client.getValues(NEW_SEARCH, moment, { group: 'subject', contains: '  alg ' });
    await client.getValues(NEW_SEARCH, moment, { group: 'subject', contains: '   ' });
    expect(sent.map((s) => [s.url.searchParams.get('group'), s.url.searchParams.get('contains')])).toEqual([
      ['subject', 'alg'],
      ['subject', null],
    ]);
  });
  it('names and ids of any letters stay one part of the address', async () => {
    const sent = answering(json({}));
    await client.getRecord('a/b ?c#d');
    await client.getJournals('Küste & Meer', 'quayside');
    await client.getSuggestions('50 % kelp', new AbortController().signal);
    expect(sent[0]?.url.pathname).toBe('/api/records/a%2Fb%20%3Fc%23d');
    expect(sent[1]?.url.searchParams.get('q')).toBe('Küste & Meer');
    expect(sent[2]?.url.searchParams.get('q')).toBe('50 % kelp');
  });
  it('ways are asked for by record or by description', async () => {
    const sent = answering(json({ ways: [] }));
    await client.getWays('tu1', moment, '2026-12-01');
    await client.getWays({ type: 'book', title: 'Tides' }, moment, '', 'loan');
    const bodies = sent.map((s) => JSON.parse(String(s.init?.body)) as unknown);
    expect(bodies).toEqual([
      { record: 'tu1', moment, needBy: '2026-12-01' },
      { csl: { type: 'book', title: 'Tides' }, moment, needBy: '', wanted: 'loan' },
    ]);
    expect(
      sent.every(
        (s) =>
          s.init?.method === 'POST' && new Headers(s.init.headers).get('content-type') === 'application/json',
      ),
    ).toBe(true);
  });
  it('of questions to the desk no more than two hundred go, and nothing of them that is not asked for', async () => {
    const sent = answering(json([]));
    const question = {
      id: 'Q-1',
      kind: 'question' as const,
      subject: 'Is it in?',
      text: 'The second edition, I mean.',
      asked: '2026-11-02T09:10',
      answer: 'private',
    };
    await client.getAnswers(Array(250).fill(question), moment);
    const { questions } = JSON.parse(String(sent[0]?.init?.body)) as { questions: unknown[] };
    expect(questions).toHaveLength(200);
    expect(Object.keys(questions[0] as object)).toEqual(['id', 'kind', 'subject', 'asked', 'text']);
    expect((questions as { text: string }[]).filter((q) => q.text).length).toBe(20);
  });
});

describe('answers that go wrong', () => {
  const failing = async (make: () => Response | Error): Promise<client.AskError> => {
    answering(make);
    const error = await client.getLibrary().then(
      () => null,
      (e: unknown) => e,
    );
    expect(error).toBeInstanceOf(client.AskError);
    return error as client.AskError;
  };
  it('nobody there: offline, and what is here is kept', async () => {
    const error = await failing(() => new TypeError('fetch failed'));
    expect([error.sort, error.message]).toEqual(['offline', expect.stringContaining('kept')]);
  });
  it('a refusal says what the server said, where, and for which parameter', async () => {
    const error = await failing(json({ detail: 'There is no campus “x”.', parameter: 'campus', at: 4 }, 400));
    expect({ ...error, message: error.message }).toMatchObject({
      sort: 'refused',
      message: 'There is no campus “x”.',
      parameter: 'campus',
      at: 4,
    });
  });
  it('an error without words, or with a page for people, is told by its number', async () => {
    expect((await failing(json({}, 500))).message).toContain('(500)');
    const page = await failing(() => new Response('<h1>Bad gateway</h1>', { status: 502 }));
    expect([page.sort, page.message]).toEqual(['failed', expect.stringContaining('(502)')]);
  });
  it('what was called off is no error of the library’s', async () => {
    answering(() => new DOMException('gone', 'AbortError'));
    await expect(client.getLibrary()).rejects.toMatchObject({ name: 'AbortError' });
  });
});
