/** The reader's data in the browser, on a stand-in for IndexedDB: nothing lost, nothing doubled. */
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LibraryInfo, Moment } from '../core/engine/port';
import { keepCondition, NEW_SEARCH, NOTHING_KEPT } from '../core/query/request';
import { NOTHING_MORE } from '../core/requests/iso18626';
import { applyMessage, applyNotice } from '../core/requests/lifecycle';
import type { Slip } from '../core/requests/slip';
import { READERS } from '../demo/library';
import { asideOf, isAside, putBackAside, setAside, takeFromAside } from './aside';
import { askQuestion, brokenWays, dropQuestion, questionsOf } from './questions';
import { bibliographyOf, keepBibliography, NO_BIBLIOGRAPHY } from './references';
import { bringBack, endStanding, forget, markSeen, pastOf, remember, saveStanding, standingOf } from './searches';
import { chooseReader, currentReader, moveClock, readSettings, register, saveKept } from './settings';
import { doAct, dropDraft, keepDraft, reopen, restoreDraft, sendGoing, sendOutgoing, slipById, slipsOf, toOutgoing } from './slips';
import { Store } from './store';

let store: Store;
beforeEach(() => {
  store = new Store({ indexedDB, IDBKeyRange });
});
afterEach(async () => {
  vi.unstubAllGlobals();
  await store.delete();
});

const moment: Moment = { situation: { campus: 'quayside' as never, category: 'undergraduate', remote: false }, at: '2026-11-02T09:10' };
const slip = (id: string, more: Partial<Slip> = {}): Slip => ({
  id,
  reader: 'imke',
  record: 'tu1' as never,
  wanted: 'loan',
  route: 'ill-loan',
  from: 'lending',
  item: {
    kind: 'book',
    title: 'T',
    author: '',
    container: '',
    volume: '',
    issue: '',
    pages: '',
    year: '2019',
    publisher: '',
    edition: '',
    isbn: '',
    issn: '',
    doi: '',
    chapter: '',
    totalPages: '',
  },
  delivery: { to: 'pickup', campus: 'quayside' },
  needBy: '',
  speed: 'standard',
  limit: '',
  editions: 'any',
  note: '',
  reference: '',
  commercial: false,
  declared: false,
  state: 'draft',
  created: '2026-11-02T09:00',
  changed: '2026-11-02T09:00',
  sent: null,
  promised: null,
  messages: [],
  file: null,
  ended: null,
  ...more,
});
const promised = { median: '2026-11-05T08:00', likely: '2026-11-09T08:00', chance: 1, lines: [], total: 0 };
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
    await keepDraft(store, slip('S-1'));
    await keepDraft(store, slip('S-1', { note: 'more' }));
    expect((await slipById(store, 'S-1'))?.note).toBe('more');
    await dropDraft(store, 'S-1');
    expect(await slipsOf(store, 'imke')).toEqual([]);
    await restoreDraft(store, slip('S-1'));
    expect(await slipsOf(store, 'imke')).toHaveLength(1);
  });
  it('a slip that has left is not written over by a late keystroke, and not dropped as a draft', async () => {
    await toOutgoing(store, slip('S-1'), promised, moment.at);
    await keepDraft(store, slip('S-1', { note: 'late' }));
    await dropDraft(store, 'S-1');
    expect(await slipById(store, 'S-1')).toMatchObject({ state: 'outgoing', note: '' });
  });
});

describe('sending', () => {
  it('takes a slip out of Outgoing only when it was confirmed', async () => {
    await toOutgoing(store, slip('S-1'), promised, moment.at);
    answers(['lost']);
    expect(await sendOutgoing(store, 'imke', moment)).toMatchObject({ sent: 0, problem: { sort: 'offline' } });
    expect((await slipById(store, 'S-1'))?.state).toBe('outgoing');
    answers([{ confirmation: '<ok/>' }]);
    expect(await sendOutgoing(store, 'imke', moment)).toEqual({ sent: 1, problem: null, stayed: [] });
    expect(await slipById(store, 'S-1')).toMatchObject({ state: 'sent', sent: moment.at });
  });
  it('one refused slip leaves the others intact, and nothing is sent twice', async () => {
    for (const id of ['S-1', 'S-2', 'S-3']) await toOutgoing(store, slip(id), promised, moment.at);
    const { calls } = answers([{ documents: [], promised: null }, 400, { documents: [], promised: null }]);
    expect(await sendOutgoing(store, 'imke', moment)).toMatchObject({
      sent: 2,
      problem: { sort: 'refused' },
      stayed: [{ id: 'S-2', why: 'no' }],
    });
    expect((await slipsOf(store, 'imke')).map((s) => s.state).sort()).toEqual(['outgoing', 'sent', 'sent']);
    await sendOutgoing(store, 'imke', moment);
    expect(calls).toHaveLength(4);
    await sendOutgoing(store, 'imke', moment);
    expect(calls).toHaveLength(4);
  });
  it('goes back to the editor only before it left', async () => {
    await toOutgoing(store, slip('S-1'), promised, moment.at);
    expect((await reopen(store, 'S-1', moment.at))?.state).toBe('draft');
    await toOutgoing(store, slip('S-2'), promised, moment.at);
    answers([{ documents: [], promised: null }]);
    await sendOutgoing(store, 'imke', moment);
    expect((await reopen(store, 'S-2', moment.at))?.state).toBe('sent');
    // Nor is it put into Outgoing a second time from a tab that still shows the editor.
    await toOutgoing(store, slip('S-2'), promised, moment.at);
    expect((await slipById(store, 'S-2'))?.state).toBe('sent');
  });
  it('sends only those of Outgoing that were chosen', async () => {
    for (const id of ['S-1', 'S-2']) await toOutgoing(store, slip(id), promised, moment.at);
    answers([{ documents: [], promised: null }]);
    expect((await sendOutgoing(store, 'imke', moment, new Set(['S-2']))).sent).toBe(1);
    expect((await slipById(store, 'S-1'))?.state).toBe('outgoing');
  });
  it('what was told to go goes by itself later; what was refused or only waits does not', async () => {
    for (const id of ['S-1', 'S-2', 'S-3']) await toOutgoing(store, slip(id), promised, moment.at);
    answers(['lost']);
    await sendOutgoing(store, 'imke', moment, new Set(['S-1', 'S-2']));
    // The first is refused now, and must not be sent again by the next call.
    const { calls } = answers([400, { documents: [], promised: null }]);
    await sendGoing(store, 'imke', moment);
    await sendGoing(store, 'imke', moment);
    expect(calls).toHaveLength(2);
    expect((await slipsOf(store, 'imke')).map((s) => [s.id, s.state])).toEqual([
      ['S-1', 'outgoing'],
      ['S-2', 'sent'],
      ['S-3', 'outgoing'],
    ]);
  });
  it('is withdrawn by asking, unless it never left', async () => {
    await toOutgoing(store, slip('S-1'), promised, moment.at);
    const { calls } = answers([409]);
    await doAct(store, (await slipById(store, 'S-1')) as Slip, 'cancel', moment);
    expect([calls.length, (await slipById(store, 'S-1'))?.state]).toEqual([0, 'withdrawn']);
    await store.slips.put(slip('S-2', { state: 'sent' }));
    await expect(doAct(store, slip('S-2', { state: 'sent' }), 'cancel', moment)).rejects.toMatchObject({ sort: 'refused' });
    expect((await slipById(store, 'S-2'))?.state).toBe('sent');
  });
  it('an act is told to the network first, then written down, then the answer is taken in', async () => {
    const arrived = {
      slip: 'S-1',
      kind: 'arrived' as const,
      time: '2026-11-02T08:00',
      place: 'Quayside',
      campus: null,
      until: '2026-11-12',
      text: 'Ready.',
    };
    await store.slips.put(applyNotice(slip('S-1', { state: 'sent', sent: '2026-11-01T09:00', promised }), arrived));
    const { calls } = answers([{ documents: ['<m/>', '<c/>'] }, []]);
    await doAct(store, (await slipById(store, 'S-1')) as Slip, 'collect', moment, { due: '2026-11-23' });
    expect(calls).toEqual(['POST /api/slips/act', 'POST /api/slips/news']);
    expect(await slipById(store, 'S-1')).toMatchObject({ state: 'collected', due: '2026-11-23' });
    answers(['lost']);
    await expect(doAct(store, (await slipById(store, 'S-1')) as Slip, 'renew', moment)).rejects.toMatchObject({
      sort: 'offline',
    });
    expect((await slipById(store, 'S-1'))?.messages.filter((m) => m.by === 'reader')).toHaveLength(1);
  });
});

describe('settings', () => {
  const info = { readers: READERS, start: '2026-11-02T09:10' } as unknown as LibraryInfo;
  it('the clock never goes back', async () => {
    await moveClock(store, '2026-11-03T09:10', info.start);
    await moveClock(store, '2026-11-02T12:00', info.start);
    expect((await readSettings(store)).clock).toBe('2026-11-03T09:10');
  });
  it('registering is kept with its reader', async () => {
    await chooseReader(store, 'tove');
    expect(currentReader(info, await readSettings(store))).toMatchObject({ id: 'tove', registered: false });
    await register(store, 'tove', { email: 't@x.example', address: 'Room 3' });
    expect(currentReader(info, await readSettings(store))).toMatchObject({ registered: true, address: 'Room 3' });
    await chooseReader(store, 'imke');
    expect(currentReader(info, await readSettings(store)).address).not.toBe('Room 3');
  });
  it('kept conditions belong to their reader', async () => {
    const kept = keepCondition(NOTHING_KEPT, { ...NEW_SEARCH, from: 2015 }, 'years', true);
    await saveKept(store, 'imke', kept);
    expect((await readSettings(store)).kept).toEqual({ imke: kept });
  });
});

describe('searches', () => {
  const past = (q: string, at: string, reader = 'imke') => ({ reader, address: `q=${q}`, q, sentence: q, at, total: 1 });
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
    await saveStanding(store, { id: 'a', reader: 'imke', name: 'A', address: 'q=a', sentence: '', created: moment.at, seen: '2026-11-02' });
    await markSeen(store, 'a', '2026-11-09');
    expect((await standingOf(store, 'imke'))[0]?.seen).toBe('2026-11-09');
    await endStanding(store, 'a');
    expect(await standingOf(store, 'imke')).toEqual([]);
  });
});

describe('an older store', () => {
  it('is brought up to date with its slips intact', async () => {
    await store.delete();
    const { default: Dexie } = await import('dexie');
    const old = new Dexie('legendum', { indexedDB, IDBKeyRange });
    old.version(1).stores({ slips: 'id, reader, state, record', settings: 'key' });
    await old.table('slips').put(slip('S-old'));
    old.close();
    store = new Store({ indexedDB, IDBKeyRange });
    expect((await slipsOf(store, 'imke')).map((s) => s.id)).toEqual(['S-old']);
    expect(await store.standing.count()).toBe(0);
    expect(
      applyMessage(slip('S-old'), {
        requestId: 'other',
        supplyingAgency: '',
        supplierName: '',
        timestamp: '',
        reason: 'StatusChange',
        status: 'Loaned',
        note: '',
        ...NOTHING_MORE,
      }).state,
    ).toBe('draft');
  });
});

describe('aside, questions, bibliographies', () => {
  const item = (record: string) => ({ record, title: `T ${record}`, line: 'l' });
  it('an item is set aside once, and comes back where it was', async () => {
    expect(await setAside(store, 'imke', [item('a'), item('b'), item('a')], '2026-11-02T09:10')).toBe(2);
    expect(await setAside(store, 'imke', [item('a'), item('c')], '2026-11-02T10:00')).toBe(1);
    const all = await asideOf(store, 'imke');
    expect(all.map((i) => i.record)).toEqual(['c', 'a', 'b']);
    expect(await asideOf(store, 'other')).toEqual([]);
    await takeFromAside(
      store,
      all.map((i) => i.id),
    );
    expect(await asideOf(store, 'imke')).toEqual([]);
    await putBackAside(store, all);
    expect(await asideOf(store, 'imke')).toEqual(all);
    expect(await isAside(store, 'imke', 'a')).toBe(true);
  });
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
    await askQuestion(store, { reader: 'imke', kind: 'question', subject: 's', text: 't', record: 'tu1', asked: '2026-11-02T09:11' });
    expect([...(await brokenWays(store, 'imke', 'tu1'))]).toEqual(['online:x']);
    expect([...(await brokenWays(store, 'imke', 'tu2'))]).toEqual([]);
    expect([...(await brokenWays(store, 'other', 'tu1'))]).toEqual([]);
    const [latest] = await questionsOf(store, 'imke');
    expect(latest?.kind).toBe('question');
    for (const q of await questionsOf(store, 'imke')) await dropQuestion(store, q.id);
    expect([...(await brokenWays(store, 'imke', 'tu1'))]).toEqual([]);
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
    old.version(2).stores({ slips: 'id, reader, state, record', settings: 'key', history: 'id, [reader+at]', standing: 'id, reader' });
    const { editions: _e, reference: _r, commercial: _c, ...kept } = slip('S-1234567', { state: 'sent', sent: moment.at, promised });
    const message = { id: 'm', time: '2026-11-03T10:00', from: 'A', text: 'Sent.', status: 'Loaned' };
    await old.table('slips').put({ ...kept, anyEdition: false, state: 'on-its-way', messages: [message] });
    old.close();
    store = new Store({ indexedDB, IDBKeyRange });
    const carried = (await slipById(store, 'S-1234567')) as Slip;
    expect(carried).toMatchObject({ state: 'on-its-way', editions: 'this', commercial: false });
    // Its state follows from its messages as it did from the old ones.
    expect(
      applyNotice(carried, { slip: carried.id, kind: 'arrived', time: '2026-11-05T08:00', place: 'Q', campus: null, until: '', text: '' })
        .state,
    ).toBe('ready');
    expect(await asideOf(store, 'imke')).toEqual([]);
  });
});
