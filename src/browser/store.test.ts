/** The reader's data in the browser, on a stand-in for IndexedDB: nothing lost, nothing doubled. */
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { moment, promised, slip } from '../../tests/fixtures/slips';
import type { Slip } from '../core/model/slip';
import { NOTHING_MORE } from '../core/requests/iso18626';
import { applyNotice } from '../core/requests/lifecycle';
import { askQuestion, brokenWays, dropQuestion, questionsOf } from './questions';
import { bibliographyOf, keepBibliography, NO_BIBLIOGRAPHY } from './references';
import {
  bringBack,
  endStanding,
  forget,
  markSeen,
  pastOf,
  remember,
  saveStanding,
  standingSearches,
} from './searches';
import { slipsOf } from './slipRows';
import {
  doAct,
  dropDraft,
  keepDraft,
  reopen,
  restoreDraft,
  sendGoing,
  sendOutgoing,
  slipById,
  takeNews,
  toOutgoing,
  undoWithdrawal,
} from './slips';
import { Store } from './store';

let store: Store;
beforeEach(() => {
  store = new Store({ indexedDB, IDBKeyRange });
});
afterEach(async () => {
  vi.unstubAllGlobals();
  await store.delete();
});

/** Answers each request in turn: a body, a status, or a lost connection. */
function answers(list: readonly (object | number | 'lost')[]): { calls: string[] } {
  const calls: string[] = [];
  let i = 0;
  vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
    calls.push(`${init?.method ?? 'GET'} ${path}`);
    const next = list[Math.min(i++, list.length - 1)];
    if (next === 'lost') throw new TypeError('Failed to fetch');
    if (typeof next === 'number') return new Response(JSON.stringify({ detail: 'no' }), { status: next });
    return new Response(JSON.stringify(next), { status: 200 });
  });
  return { calls };
}

describe('drafts', () => {
  it('are kept, dropped and brought back', async () => {
    await keepDraft(store, slip('S-store-1'));
    await keepDraft(store, slip('S-store-1', { note: 'more' }));
    expect((await slipById(store, 'S-store-1'))?.note).toBe('more');
    await dropDraft(store, 'S-store-1');
    expect(await slipsOf(store, 'imke')).toEqual([]);
    await restoreDraft(store, slip('S-store-1'));
    expect(await slipsOf(store, 'imke')).toHaveLength(1);
  });
  it('a slip that has left is not written over by a late keystroke, and not dropped as a draft', async () => {
    await toOutgoing(store, slip('S-store-1'), promised, { now: moment.at });
    await keepDraft(store, slip('S-store-1', { note: 'late' }));
    await dropDraft(store, 'S-store-1');
    expect(await slipById(store, 'S-store-1')).toMatchObject({ state: 'outgoing', note: '' });
  });
});

describe('sending', () => {
  it('takes a slip out of Outgoing only when it was confirmed', async () => {
    await toOutgoing(store, slip('S-store-1'), promised, { now: moment.at });
    answers(['lost']);
    expect(await sendOutgoing(store, 'imke', moment)).toMatchObject({
      sent: 0,
      problem: { sort: 'offline' },
    });
    expect((await slipById(store, 'S-store-1'))?.state).toBe('outgoing');
    answers([{ confirmation: '<ok/>' }]);
    expect(await sendOutgoing(store, 'imke', moment)).toEqual({ sent: 1, problem: null, stayed: [] });
    expect(await slipById(store, 'S-store-1')).toMatchObject({ state: 'sent', sent: moment.at });
  });
  it('one refused slip leaves the others intact, and nothing is sent twice', async () => {
    for (const id of ['S-store-1', 'S-store-2', 'S-store-3'])
      await toOutgoing(store, slip(id), promised, { now: moment.at });
    const { calls } = answers([{ documents: [], promised: null }, 400, { documents: [], promised: null }]);
    expect(await sendOutgoing(store, 'imke', moment)).toMatchObject({
      sent: 2,
      problem: { sort: 'refused' },
      stayed: [{ id: 'S-store-2', why: 'no' }],
    });
    expect((await slipsOf(store, 'imke')).map((s) => s.state).sort()).toEqual(['outgoing', 'sent', 'sent']);
    await sendOutgoing(store, 'imke', moment);
    expect(calls).toHaveLength(4);
    await sendOutgoing(store, 'imke', moment);
    expect(calls).toHaveLength(4);
  });
  it('goes back to the editor only before it left', async () => {
    await toOutgoing(store, slip('S-store-1'), promised, { now: moment.at });
    expect((await reopen(store, 'S-store-1', moment.at))?.state).toBe('draft');
    await toOutgoing(store, slip('S-store-2'), promised, { now: moment.at });
    answers([{ documents: [], promised: null }]);
    await sendOutgoing(store, 'imke', moment);
    expect((await reopen(store, 'S-store-2', moment.at))?.state).toBe('sent');
    // Nor is it put into Outgoing a second time from a tab that still shows the editor.
    await toOutgoing(store, slip('S-store-2'), promised, { now: moment.at });
    expect((await slipById(store, 'S-store-2'))?.state).toBe('sent');
  });
  it('sends only those of Outgoing that were chosen', async () => {
    for (const id of ['S-store-1', 'S-store-2'])
      await toOutgoing(store, slip(id), promised, { now: moment.at });
    answers([{ documents: [], promised: null }]);
    expect((await sendOutgoing(store, 'imke', moment, new Set(['S-store-2']))).sent).toBe(1);
    expect((await slipById(store, 'S-store-1'))?.state).toBe('outgoing');
  });
  it('counts of those that go together what has gone, in the order in which they were priced', async () => {
    for (const id of ['S-store-1', 'S-store-2', 'S-store-3'])
      await toOutgoing(store, slip(id), promised, { now: moment.at });
    const open: [string, number][] = [];
    vi.stubGlobal('fetch', async (_: string, init?: RequestInit) => {
      const sent = JSON.parse(String(init?.body)) as { slip: { id: string }; history: { open: number } };
      open.push([sent.slip.id, sent.history.open]);
      return new Response(JSON.stringify({ documents: [], promised: null }), { status: 200 });
    });
    await sendOutgoing(store, 'imke', moment, new Set(['S-store-3', 'S-store-1']));
    // What only waits in Outgoing is one more.
    expect(open).toEqual([
      ['S-store-3', 1],
      ['S-store-1', 2],
    ]);
  });
  it('what was told to go goes by itself later; what was refused or only waits does not', async () => {
    for (const id of ['S-store-1', 'S-store-2', 'S-store-3'])
      await toOutgoing(store, slip(id), promised, { now: moment.at });
    answers(['lost']);
    await sendOutgoing(store, 'imke', moment, new Set(['S-store-1', 'S-store-2']));
    // The first is refused now, and must not be sent again by the next call.
    const { calls } = answers([400, { documents: [], promised: null }]);
    await sendGoing(store, 'imke', moment);
    await sendGoing(store, 'imke', moment);
    expect(calls).toHaveLength(2);
    expect((await slipsOf(store, 'imke')).map((s) => [s.id, s.state])).toEqual([
      ['S-store-1', 'outgoing'],
      ['S-store-2', 'sent'],
      ['S-store-3', 'outgoing'],
    ]);
  });
  it('is withdrawn by asking, unless it never left', async () => {
    await toOutgoing(store, slip('S-store-1'), promised, { now: moment.at });
    const { calls } = answers([409]);
    await doAct(store, (await slipById(store, 'S-store-1')) as Slip, { what: 'cancel' }, moment);
    expect([calls.length, (await slipById(store, 'S-store-1'))?.state]).toEqual([0, 'withdrawn']);
    await store.slips.put(slip('S-store-2', { state: 'sent' }));
    await expect(
      doAct(store, slip('S-store-2', { state: 'sent' }), { what: 'cancel' }, moment),
    ).rejects.toMatchObject({
      sort: 'refused',
    });
    expect((await slipById(store, 'S-store-2'))?.state).toBe('sent');
  });
  it('a withdrawal is taken back: into Outgoing where it never left, else asked for anew', async () => {
    await toOutgoing(store, slip('S-store-1'), promised, { now: moment.at });
    await doAct(store, (await slipById(store, 'S-store-1')) as Slip, { what: 'cancel' }, moment);
    const unsent = (await slipById(store, 'S-store-1')) as Slip;
    expect(await undoWithdrawal(store, unsent, moment)).toBe('S-store-1');
    expect((await slipById(store, 'S-store-1'))?.state).toBe('outgoing');
    const gone = slip('S-store-2', {
      record: 'tu-other' as never,
      state: 'withdrawn',
      sent: moment.at,
      ended: moment.at,
      promised,
      note: 'mine',
    });
    await store.slips.put(gone);
    const { calls } = answers([{ documents: [], promised: null }]);
    const again = await undoWithdrawal(store, gone, moment);
    expect(again).not.toBe('S-store-2');
    expect(calls).toHaveLength(1);
    expect(await slipById(store, again)).toMatchObject({ state: 'sent', note: 'mine', ended: null });
    expect((await slipById(store, 'S-store-2'))?.state).toBe('withdrawn');
    // Once is enough.
    expect(await undoWithdrawal(store, gone, moment)).toBe(again);
    expect(calls).toHaveLength(1);
  });
  it('an act is told to the network first, then written down, then the answer is taken in', async () => {
    const arrived = {
      slip: 'S-store-1',
      kind: 'arrived' as const,
      time: '2026-11-02T08:00',
      place: 'Quayside',
      campus: null,
      until: '2026-11-12',
      text: 'Ready.',
    };
    await store.slips.put(
      applyNotice(slip('S-store-1', { state: 'sent', sent: '2026-11-01T09:00', promised }), arrived),
    );
    const { calls } = answers([{ documents: ['<m/>', '<c/>'] }, []]);
    await doAct(
      store,
      (await slipById(store, 'S-store-1')) as Slip,
      { what: 'collect', due: '2026-11-23' },
      moment,
    );
    expect(calls).toEqual(['POST /api/slips/act', 'POST /api/slips/news']);
    expect(await slipById(store, 'S-store-1')).toMatchObject({ state: 'collected', due: '2026-11-23' });
    answers(['lost']);
    await expect(
      doAct(store, (await slipById(store, 'S-store-1')) as Slip, { what: 'renew' }, moment),
    ).rejects.toMatchObject({
      sort: 'offline',
    });
    expect((await slipById(store, 'S-store-1'))?.messages.filter((m) => m.by === 'reader')).toHaveLength(1);
  });
});

describe('searches', () => {
  const past = (q: string, at: string, reader = 'imke') => ({
    reader,
    address: `q=${q}`,
    q,
    sentence: q,
    at,
    total: 1,
  });
  it('history is latest first, each search once, and readers apart', async () => {
    await remember(store, past('kelp', '2026-11-02T09:00'));
    await remember(store, past('dulse', '2026-11-02T09:05'));
    await remember(store, past('kelp', '2026-11-02T09:10'));
    await remember(store, past('nori', '2026-11-02T09:20', 'noor'));
    expect((await pastOf(store, 'imke')).map((s) => s.q)).toEqual(['kelp', 'dulse']);
    const all = await pastOf(store, 'imke');
    await forget(
      store,
      all.map((s) => s.id),
    );
    expect(await pastOf(store, 'imke')).toEqual([]);
    await bringBack(store, all);
    expect(await pastOf(store, 'imke')).toHaveLength(2);
  });
  it('standing searches move their day and end', async () => {
    await saveStanding(store, {
      id: 'a',
      reader: 'imke',
      name: 'A',
      address: 'q=a',
      sentence: '',
      created: moment.at,
      seen: '2026-11-02',
    });
    await markSeen(store, 'a', '2026-11-09');
    expect((await standingSearches(store, 'imke'))[0]?.seen).toBe('2026-11-09');
    await endStanding(store, 'a');
    expect(await standingSearches(store, 'imke')).toEqual([]);
  });
});

describe('news of many slips with long histories', () => {
  it('gets through in batches; when one fails the others are kept, and it is told', async () => {
    const said = Array.from({ length: 120 }, (_, i) => ({
      id: `m${i}`,
      time: '2026-11-02T09:00',
      by: 'library' as const,
      from: 'Somewhere',
      text: 'It has been asked, and answers later. '.repeat(8),
      status: 'ExpectToSupply',
      event: null,
      seq: 0,
      xml: ['<x/>'.repeat(200)],
    }));
    await store.slips.bulkPut(
      Array.from({ length: 40 }, (_, i) =>
        slip(`S-many-${i}`, { state: 'sent', sent: '2026-11-02T09:00', promised, messages: said }),
      ),
    );
    const sizes: number[] = [];
    let n = 0;
    vi.stubGlobal('fetch', async (_path: string, init: RequestInit) => {
      const body = String(init.body);
      sizes.push(body.length);
      if (++n === 2) return new Response('{"detail":"The library is busy."}', { status: 503 });
      const { slips } = JSON.parse(body) as { slips: Slip[] };
      return new Response(
        JSON.stringify(
          slips.map((s) => ({
            slip: s.id,
            messages: [
              {
                ...NOTHING_MORE,
                requestId: s.id,
                supplyingAgency: 'LGD:A',
                supplierName: 'A',
                timestamp: '2026-11-02T09:05',
                reason: 'StatusChange',
                status: 'WillSupply',
                note: 'Yes.',
                xml: '<y/>',
              },
            ],
            notices: [],
          })),
        ),
      );
    });
    await expect(takeNews(store, 'imke', moment)).rejects.toThrow('The library is busy.');
    expect(sizes.length).toBeGreaterThan(5);
    expect(Math.max(...sizes)).toBeLessThan(300_000);
    const states = (await slipsOf(store, 'imke')).map((s) => s.state);
    expect(states.filter((s) => s === 'preparing').length).toBeGreaterThan(30);
    expect(states.filter((s) => s === 'sent').length).toBeGreaterThan(0);
    expect((await slipsOf(store, 'imke')).find((s) => s.state === 'preparing')?.messages.at(-1)?.xml).toEqual(
      ['<y/>'],
    );
    n = 2;
    await takeNews(store, 'imke', moment);
    expect((await slipsOf(store, 'imke')).every((s) => s.state === 'preparing')).toBe(true);
  });
});

describe('questions, bibliographies', () => {
  it('a reported link is remembered for its reader and item only', async () => {
    await askQuestion(store, {
      reader: 'imke',
      kind: 'link',
      subject: 's',
      text: 't',
      record: 'tu1',
      way: 'online:x',
      asked: '2026-11-02T09:10',
    });
    await askQuestion(store, {
      reader: 'imke',
      kind: 'question',
      subject: 's',
      text: 't',
      record: 'tu1',
      asked: '2026-11-02T09:11',
    });
    expect([...(await brokenWays(store, 'imke', 'tu1')).keys()]).toEqual(['online:x']);
    expect([...(await brokenWays(store, 'imke', 'tu2')).keys()]).toEqual([]);
    expect([...(await brokenWays(store, 'other', 'tu1')).keys()]).toEqual([]);
    const [latest] = await questionsOf(store, 'imke');
    expect(latest?.kind).toBe('question');
    for (const q of await questionsOf(store, 'imke')) await dropQuestion(store, q.id);
    expect([...(await brokenWays(store, 'imke', 'tu1')).keys()]).toEqual([]);
  });
  it('a bibliography is one a reader', async () => {
    await keepBibliography(store, { ...NO_BIBLIOGRAPHY, reader: 'imke', text: 'x' });
    await keepBibliography(store, { ...NO_BIBLIOGRAPHY, reader: 'imke', text: 'y' });
    expect((await bibliographyOf(store, 'imke'))?.text).toBe('y');
    expect(await bibliographyOf(store, 'other')).toBeUndefined();
  });
  it('older stores are carried over', async () => {
    const { default: Dexie } = await import('dexie');
    await store.delete();
    const old = new Dexie('legendum', { indexedDB, IDBKeyRange });
    old.version(2).stores({
      slips: 'id, reader, state, record',
      settings: 'key',
      history: 'id, [reader+at]',
      standing: 'id, reader',
    });
    const {
      editions: _e,
      reference: _r,
      commercial: _c,
      ...kept
    } = slip('S-1234567', { state: 'sent', sent: moment.at, promised });
    const message = { id: 'm', time: '2026-11-03T10:00', from: 'A', text: 'Sent.', status: 'Loaned' };
    await old.table('slips').put({ ...kept, anyEdition: false, state: 'on-its-way', messages: [message] });
    old.close();
    store = new Store({ indexedDB, IDBKeyRange });
    const carried = (await slipById(store, 'S-1234567')) as Slip;
    expect(carried).toMatchObject({ state: 'on-its-way', editions: 'this', commercial: false });
    // Its state follows from its messages as it did from the old ones.
    expect(
      applyNotice(carried, {
        slip: carried.id,
        kind: 'arrived',
        time: '2026-11-05T08:00',
        place: 'Q',
        campus: null,
        until: '',
        text: '',
      }).state,
    ).toBe('ready');
  });
});
