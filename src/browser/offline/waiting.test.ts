/** What is done without a network: kept in order, told once, refused with its reason. */
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { promised, slip } from '../../../tests/fixtures/slips';
import type { Moment } from '../../core/discovery/answers';
import type { Slip } from '../../core/model/slip';
import { markSent, putInOutgoing } from '../../core/requests/lifecycle';
import * as client from '../client';
import { AskError } from '../client';
import * as desk from '../desk';
import { Store } from '../store';
import { keepPaper, openPaper, papersOf, sortOfFile } from './papers';
import { doOrWait, takeBack, tellWaiting, waitForDesk, waitingOf } from './waiting';

vi.mock('../client', async (real) => ({
  ...(await real<typeof client>()),
  tellNetwork: vi.fn(),
  getNews: vi.fn(async () => []),
}));
vi.mock('../desk', () => ({ tellDesk: vi.fn() }));
vi.mock('./page', () => ({ look: vi.fn() }));

const moment = { at: '2026-11-02T09:10', situation: { campus: 'quayside' } } as unknown as Moment;
const offline = () => new AskError('offline', 'The library can’t be reached.');
/** Only one at a time, as a browser's locks have it. */
let line: Promise<unknown> = Promise.resolve();
vi.stubGlobal('navigator', {
  locks: {
    request: (_: string, work: () => Promise<unknown>) => {
      const turn = line.then(work);
      line = turn.catch(() => null);
      return turn;
    },
  },
});
let store: Store;
beforeEach(async () => {
  store = new Store({ indexedDB, IDBKeyRange });
  await store.slips.put(markSent(putInOutgoing(slip('S-00000001-0001'), promised, moment.at), moment.at));
  vi.mocked(client.tellNetwork).mockReset();
  vi.mocked(desk.tellDesk).mockReset();
});
afterEach(() => store.delete());
const theSlip = async () => (await store.slips.get('S-00000001-0001')) as Slip;

describe('an act without a network', () => {
  it('waits; what comes after it waits behind it, also once there is one; all goes out in order, once', async () => {
    vi.mocked(client.tellNetwork).mockRejectedValueOnce(offline());
    expect(await doOrWait(store, await theSlip(), { what: 'note', text: 'first' }, moment)).toBe(false);
    vi.mocked(client.tellNetwork).mockResolvedValue({ documents: [] });
    expect(await doOrWait(store, await theSlip(), { what: 'note', text: 'second' }, moment)).toBe(false);
    await waitForDesk(store, 'renew', { reader: 'imke', title: 'Kelp', item: 'i1' }, moment.at);
    vi.mocked(desk.tellDesk).mockResolvedValue([{}] as never);
    expect((await waitingOf(store, 'imke')).map((w) => [w.what, w.text, w.item])).toEqual([
      ['note', 'first', ''],
      ['note', 'second', ''],
      ['renew', '', 'i1'],
    ]);
    vi.mocked(client.tellNetwork).mockClear();
    // Two tabs hear of the network at once.
    const told = await Promise.all([tellWaiting(store, 'imke', moment), tellWaiting(store, 'imke', moment)]);
    expect(told.map((t) => t.done).sort()).toEqual([0, 3]);
    expect(
      vi
        .mocked(client.tellNetwork)
        .mock.calls.map((c) => c[2])
        .slice(0, 2),
    ).toEqual(['first', 'second']);
    expect(await waitingOf(store, 'imke')).toEqual([]);
  });
  it('is refused at last with the reason, which stays until it was read; the others go out', async () => {
    for (const text of ['no', 'yes']) {
      vi.mocked(client.tellNetwork).mockRejectedValueOnce(offline());
      await doOrWait(store, await theSlip(), { what: 'note', text }, moment);
    }
    vi.mocked(client.tellNetwork)
      .mockReset()
      .mockRejectedValueOnce(new AskError('refused', 'It has ended.'))
      .mockResolvedValue({ documents: [] });
    expect(await tellWaiting(store, 'imke', moment)).toEqual({ done: 1, refused: 1 });
    const [left, ...more] = await waitingOf(store, 'imke');
    expect([left?.text, left?.refused, more.length]).toEqual(['no', 'It has ended.', 0]);
    expect(await tellWaiting(store, 'imke', moment)).toEqual({ done: 0, refused: 0 });
    await takeBack(store, left?.id ?? '');
    expect(await waitingOf(store, 'imke')).toEqual([]);
  });
  it('stays where nobody is reached, or somebody has to sign in first', async () => {
    await waitForDesk(store, 'cancel', { reader: 'imke', title: 'Kelp', item: 'i2' }, moment.at);
    for (const sort of ['offline', 'sign-in'] as const) {
      vi.mocked(desk.tellDesk).mockRejectedValueOnce(new AskError(sort, 'no'));
      expect(await tellWaiting(store, 'imke', moment)).toEqual({ done: 0, refused: 0 });
    }
    expect(await waitingOf(store, 'imke')).toHaveLength(1);
  });
  it('about a slip that is gone is refused; one that is refused at once does not wait', async () => {
    vi.mocked(client.tellNetwork).mockRejectedValueOnce(offline());
    await doOrWait(store, await theSlip(), { what: 'note', text: 'x' }, moment);
    await store.slips.delete('S-00000001-0001');
    expect((await tellWaiting(store, 'imke', moment)).refused).toBe(1);
    vi.mocked(client.tellNetwork).mockRejectedValueOnce(new AskError('refused', 'no'));
    await store.slips.put(markSent(putInOutgoing(slip('S-00000002-0002'), promised, moment.at), moment.at));
    const other = (await store.slips.get('S-00000002-0002')) as never;
    await expect(doOrWait(store, other, { what: 'note', text: 'y' }, moment)).rejects.toThrow('no');
    expect(await waitingOf(store, 'imke')).toHaveLength(1);
  });
});

describe('what is done twice', () => {
  it('is asked of the desk once, with the later word', async () => {
    for (const pickup of ['quayside', 'fellgate'])
      await waitForDesk(store, 'request', { reader: 'imke', title: 'Kelp', item: 'i3', pickup }, moment.at);
    expect((await waitingOf(store, 'imke')).map((w) => w.pickup)).toEqual(['fellgate']);
  });
  it('is not done again where only what was said to it could not be heard', async () => {
    vi.mocked(client.tellNetwork).mockResolvedValue({ documents: [] });
    vi.mocked(client.getNews).mockRejectedValueOnce(offline());
    expect(await doOrWait(store, await theSlip(), { what: 'note', text: 'once' }, moment)).toBe(true);
    expect(await waitingOf(store, 'imke')).toEqual([]);
  });
});

describe('a file that is kept', () => {
  const of = { reader: 'imke', key: 'r:1', title: 'Kelp', name: 'kelp.pdf', added: '2026-11-02T09:10' };
  it('is what its first bytes say, not what it calls itself', async () => {
    const sort = (text: string) => sortOfFile(new Blob([text]));
    expect(await sort('%PDF-1.7 …')).toBe('application/pdf');
    expect(await sort('PK\u0003\u0004mimetypeapplication/epub+zip')).toBe('application/epub+zip');
    for (const other of ['', '<html>%PDF-', 'PK\u0003\u0004word/document.xml', ' %PDF-1.4'])
      expect(await sort(other)).toBeNull();
  });
  it('is one of a thing, with its size; another takes its place', async () => {
    expect(await keepPaper(store, of, new Blob(['<svg/>']))).toBe('sort');
    expect(await papersOf(store, 'imke')).toEqual([]);
    expect(await keepPaper(store, of, new Blob(['%PDF-1.4 a']))).toBeNull();
    expect(await keepPaper(store, of, new Blob(['%PDF-1.4 longer']))).toBeNull();
    const [kept, ...more] = await papersOf(store, 'imke');
    expect([kept?.size, kept?.sort, more.length]).toEqual([15, 'application/pdf', 0]);
    expect(await openPaper(store, kept?.id ?? '')).not.toBeNull();
    expect(await papersOf(store, 'davit')).toEqual([]);
  });
});
