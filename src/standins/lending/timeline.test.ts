/**
 * The simulated network: the same story every time, in order of time, answering what the reader does, and
 * ending.
 */

import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { moment, openWorld, timelineOf } from '../../../tests/fixtures/world';
import type { Reader } from '../../core/model/reader';
import type { DiscoveryRecord } from '../../core/model/record';
import type { Slip } from '../../core/model/slip';
import { isOnLoan, isUnderWay } from '../../core/model/slipStates';
import {
  addDays,
  type DayNumber,
  isoLocal,
  type Minutes,
  parseDay,
  parseLocal,
  startOf,
} from '../../core/model/time';
import { NO_HISTORY } from '../../core/requests/history';
import {
  act,
  applyMessage,
  applyNotice,
  markSent,
  putInOutgoing,
  type ReaderAct,
} from '../../core/requests/lifecycle';
import { newSlip } from '../../core/requests/slip';
import { READERS } from '../../demo/library';
import type { LendingTimeline } from './port';

let world: ReturnType<typeof openWorld>;
const byTitle = (start: string): DiscoveryRecord => storyItemTitled(start).record;
beforeAll(() => {
  world = openWorld(400);
});
afterAll(() => world.close());

const SENT = '2026-11-02T09:10';
async function sent(id: string, title: string, more: Partial<Slip> = {}): Promise<Slip> {
  const wanted = more.wanted ?? 'loan';
  const base = {
    ...newSlip({
      id,
      record: byTitle(title),
      reader: READERS[0] as Reader,
      wanted,
      route: more.route ?? 'ill-loan',
      from: more.from ?? 'lending',
      needBy: '',
      now: SENT,
    }),
    ...more,
  };
  const p = await world.service.promise(base, moment(), NO_HISTORY);
  const { median, likely, chance, lines, total, mediated } = {
    ...p,
    median: p?.median ?? SENT,
    likely: p?.likely ?? SENT,
    chance: p?.chance ?? 0,
    lines: p?.lines ?? [],
    total: p?.total ?? 0,
    mediated: more.promised?.mediated ?? p?.mediated ?? false,
  };
  return markSent(putInOutgoing(base, { median, likely, chance, lines, total, mediated }, SENT), SENT);
}
const story = async (slip: Slip): Promise<LendingTimeline> =>
  (await timelineOf(world.service, { ...slip, sent: slip.sent as string }, moment())) as LendingTimeline;
/** The slip at a moment, as the app would have it. */
async function at(slip: Slip, time: string): Promise<Slip> {
  const { messages, notices } = await story(slip);
  let next = messages.filter((m) => m.timestamp <= time).reduce((s, m) => applyMessage(s, m), slip);
  for (const n of notices.filter((n) => n.time <= time)) next = applyNotice(next, n);
  return next;
}
/** Day after day, until the slip is in one of the states; what the reader does on the way is `does`. */
async function until(
  slip: Slip,
  states: readonly Slip['state'][],
  does: Partial<Record<Slip['state'], ReaderAct>> = {},
): Promise<{ slip: Slip; time: string }> {
  let now = slip;
  for (let n = 0; n < 140; n++) {
    const time = isoLocal(startOf(addDays(parseDay('2026-11-02') as DayNumber, n), 17 * 60));
    now = await at(now, time);
    if (states.includes(now.state)) return { slip: now, time };
    const what = does[now.state];
    if (what) now = act(now, what, time, { text: 'Yes, please.' });
  }
  throw new Error(`${slip.id} never came to ${states.join(', ')}; it is ${now.state}`);
}
const ids = Array.from({ length: 60 }, (_, i) => `S-try-${i}`);
/** The first of some slips for which a thing comes true. */
async function first<T>(find: (id: string) => Promise<T | null>): Promise<T> {
  for (const id of Array.from({ length: 400 }, (_, i) => `S-find-${i}`)) {
    const found = await find(id);
    if (found !== null) return found;
  }
  throw new Error('none of 400');
}
const ENDS: readonly Slip['state'][] = ['ready', 'delivered', 'not-supplied', 'finished', 'withdrawn'];

describe('the lending network', () => {
  it('says the same when it is told what it has said, a price that it named among it', async () => {
    let renamed = 0;
    for (const id of ids) {
      const slip = await sent(id, 'The edible shore', {
        wanted: 'chapter',
        route: 'ill-copy',
        speed: 'fast',
        promised: { mediated: true } as never,
        note: 'no questions',
      });
      const told = await story(slip);
      const later = await at(slip, '2026-12-31T12:00');
      expect(await story(later)).toEqual(told);
      expect(await at(later, '2026-12-31T12:00')).toEqual(later);
      if (later.promised?.total !== slip.promised?.total) renamed++;
    }
    expect(renamed).toBeGreaterThan(0);
  });
  it('tells the same every time, in order, and ends in an arrival, a file or a refusal', async () => {
    for (const [title, route, wanted, from] of [
      ['The nori century', 'ill-loan', 'loan', 'lending'],
      ['Salt, smoke', 'partner-loan', 'loan', 'ostmere'],
      ['Salt, smoke', 'hold', 'loan', 'quayside'],
      ['Kelp on the plate', 'ill-copy', 'article', 'lending'],
      ['Iodine, arsenic', 'scan', 'article', 'saltmarsh'],
      ['Nori, dulse, kelp', 'transfer', 'loan', 'fellgate'],
      ['The nori century', 'purchase', 'purchase', 'acquisitions'],
      ['The nori century', 'question', 'question', 'ask'],
    ] as const) {
      for (const id of ids.slice(0, 25)) {
        const slip = await sent(id, title, { route, wanted, from });
        const told = await story(slip);
        expect(await story(slip)).toEqual(told);
        const times = told.messages.map((m) => m.timestamp);
        expect(times, `${title} ${route} ${id}`).toEqual([...times].sort());
        expect(times.every((t) => t >= SENT)).toBe(true);
        expect(
          isUnderWay((await until(slip, ENDS, { conditional: 'accept', question: 'answer' })).slip.state),
        ).toBe(false);
      }
    }
  });
  it('what the future holds does not hang on when one asks', async () => {
    const slip = await sent('S-early', 'The nori century');
    const later = await at(slip, '2027-02-01T09:00');
    expect((await story({ ...slip, messages: later.messages })).messages).toEqual(
      (await story(slip)).messages,
    );
  });
  it('declines carry the standard’s reasons, and the next library is asked', async () => {
    const stories = await Promise.all(ids.map(async (id) => story(await sent(id, 'The nori century'))));
    const messages = stories.flatMap((s) => s.messages);
    const retries = messages.filter((m) => m.status === 'RetryPossible');
    expect(new Set(retries.map((m) => m.reasonRetry))).toEqual(expect.objectContaining(new Set(['OnLoan'])));
    expect(
      retries.some((m) => m.reasonRetry === 'NotCurrentAvailableForILL' && m.reasonUnfilled !== ''),
    ).toBe(true);
    expect(retries.filter((m) => m.reasonRetry === 'OnLoan').every((m) => m.retryBefore > '2026-11-02')).toBe(
      true,
    );
  });
  it('a condition waits for the reader: accepted it comes, declined the next is asked, unanswered it lapses', async () => {
    const offered = await first(async (id) => {
      const slip = await sent(id, 'The nori century');
      return (await story(slip)).messages.some((m) => m.reasonRetry === 'LoanCondition')
        ? await until(slip, ['conditional'])
        : null;
    });
    const accepted = (await until(act(offered.slip, 'accept', offered.time), ENDS, { conditional: 'accept' }))
      .slip;
    expect(accepted.state).toBe('ready');
    const declined = (await story(act(offered.slip, 'decline', offered.time))).messages;
    const offer = declined.findIndex((m) => m.reasonRetry === 'LoanCondition');
    expect(['ExpectToSupply', 'Unfilled']).toContain(declined[offer + 1]?.status);
    expect((await until(offered.slip, ENDS, {})).slip.state).not.toBe('conditional');
  });
  it('a parcel is lost now and then; the slip goes on to the next library or ends, and nothing is owed', async () => {
    const lost = await first(async (id) => {
      const slip = await sent(id, 'The nori century');
      return (await story(slip)).messages.some((m) => m.loanCondition === 'LostOnTheRoad') ? slip : null;
    });
    const { messages, notices } = await story(lost);
    const k = messages.findIndex((m) => m.loanCondition === 'LostOnTheRoad');
    expect(messages.slice(k + 1).length).toBeGreaterThan(0);
    expect(notices.every((n) => n.time > (messages[k]?.timestamp as string))).toBe(true);
    expect(ENDS).toContain((await until(lost, ENDS, { conditional: 'accept' })).slip.state);
  });
  it('a note can ask for a condition or a lost parcel, so that both can be tried', async () => {
    for (const id of ids.slice(0, 12)) {
      const supplied = (await story(await sent(id, 'The nori century'))).notices.length > 0;
      if (!supplied) continue;
      const conditional = (await story(await sent(id, 'The nori century', { note: 'Library only will do.' })))
        .messages;
      expect(conditional.some((m) => m.loanCondition === 'LibraryUseOnly')).toBe(true);
      const lost = (await story(await sent(id, 'The nori century', { note: 'Lose the parcel.' }))).messages;
      expect(
        lost.some((m) => m.loanCondition === 'LostOnTheRoad') ||
          lost.some((m) => m.loanCondition === 'LibraryUseOnly'),
      ).toBe(true);
    }
  });
  it('withdrawn before anyone starts, it ends at once; after, the story goes on', async () => {
    const slip = await sent('S-cancel', 'The nori century');
    const soon = act(slip, 'cancel', '2026-11-02T09:30');
    expect((await story(soon)).messages.at(-1)).toMatchObject({
      status: 'Cancelled',
      timestamp: '2026-11-02T09:30',
      answer: 'Y',
    });
    const begun = await until(slip, ['preparing', 'on-its-way', 'ready', 'not-supplied'], {
      conditional: 'accept',
    });
    const late = {
      ...begun.slip,
      messages: [
        ...begun.slip.messages,
        ...act({ ...begun.slip, state: 'sourcing' }, 'cancel', begun.time).messages.slice(-1),
      ],
    };
    expect((await story(late)).messages.some((m) => m.status === 'Cancelled')).toBe(false);
  });
});

describe('staff who look at a slip first', () => {
  const mediated = (id: string, more: Partial<Slip> = {}) =>
    sent(id, 'The nori century', {
      promised: { median: SENT, likely: SENT, chance: 1, lines: [], total: 0, mediated: true },
      ...more,
    });
  it('approve, ask, change or refuse; a question waits for its answer', async () => {
    const outcomes = new Set<string>();
    for (const id of ids) {
      const slip = await mediated(id, id.endsWith('7') ? { speed: 'fast' } : {});
      expect(slip.state).toBe('approval');
      const { messages } = await story(slip);
      if (messages.some((m) => m.reasonRetry === 'Question')) outcomes.add('asks');
      else if (messages.some((m) => m.cost !== null)) outcomes.add('changes');
      else if (messages.some((m) => m.note === 'Approved.')) outcomes.add('approves');
      else outcomes.add('refuses');
    }
    expect(outcomes.has('asks') && outcomes.has('approves')).toBe(true);
    const asked = await until(await mediated('S-asked', { note: 'Please ask me first.' }), ['question']);
    expect(asked.slip.messages.at(-1)?.text).toMatch(/\?/);
    const answered = act(asked.slip, 'answer', asked.time, { text: 'The whole book, please.' });
    expect(
      (
        await until(answered, ['sourcing', 'preparing', 'on-its-way', 'ready', 'not-supplied'])
      ).slip.messages.some((m) => m.text === 'Approved.'),
    ).toBe(true);
    expect((await until(asked.slip, ['not-supplied'])).slip.messages.at(-1)?.text).toContain(
      'No answer came',
    );
    expect((await until(act(asked.slip, 'cancel', asked.time), ['withdrawn'])).slip.state).toBe('withdrawn');
  });
});

describe('on loan', () => {
  const ready = async (id: string, more: Partial<Slip> = {}) => {
    const found = await until(
      await sent(id, 'Salt, smoke', { route: 'partner-loan', from: 'ostmere', ...more }),
      ['ready'],
    );
    return { ...found, slip: act(found.slip, 'collect', found.time, { due: '2026-12-08' }) };
  };
  it('a notice before it is due, overdue after, and back when returned', async () => {
    const { slip } = await ready('S-loan');
    expect((await at(slip, '2026-12-05T09:00')).state).toBe('due');
    const late = await at(slip, '2026-12-09T09:00');
    expect([late.state, isOnLoan(late.state)]).toEqual(['overdue', true]);
    const back = act(late, 'return', '2026-12-09T10:00');
    expect((await until(back, ['finished'])).slip.messages.at(-1)?.status).toBe('LoanCompleted');
  });
  it('renewed as often as the policy has it, never when recalled', async () => {
    const { slip } = await ready('S-renew');
    const once = await at(act(slip, 'renew', '2026-12-01T10:00'), '2026-12-01T10:00');
    expect(once).toMatchObject({ state: 'renewed', renewals: 1, due: '2026-12-22' });
    const twice = await at(act(once, 'renew', '2026-12-02T10:00'), '2026-12-02T10:00');
    expect(twice).toMatchObject({ renewals: 1, due: '2026-12-22' });
    expect(twice.messages.at(-1)?.text).toContain('as often as it can be');
    const recalled = await until((await ready('S-recall', { note: 'Recall this one.' })).slip, ['recalled']);
    expect(recalled.slip.due && recalled.slip.due <= '2026-12-08').toBe(true);
  });
  it('what is not collected in time goes back', async () => {
    const found = await until(
      await sent('S-left', 'Salt, smoke', { route: 'partner-loan', from: 'ostmere' }),
      ['ready'],
    );
    expect((await until(found.slip, ['finished'])).slip.messages.at(-1)?.status).toBe('lapsed');
  });
  it('what comes to an address says so; what waits on a campus is said by us', async () => {
    const loan = { route: 'partner-loan', from: 'ostmere' } as const;
    const here = await story(await sent('S-desk', 'Salt, smoke', loan));
    expect(here.notices[0]).toMatchObject({ kind: 'arrived', campus: 'quayside', text: '' });
    const { notices } = await story(
      await sent('S-post', 'Salt, smoke', { ...loan, delivery: { to: 'post', address: 'Quay 1' } }),
    );
    expect(notices[0]).toMatchObject({ kind: 'arrived', campus: null, text: 'Delivered to your address.' });
  });
  it('to another campus it takes the courier’s road there', async () => {
    const here = (
      await until(await sent('S-here', 'Salt, smoke', { route: 'partner-loan', from: 'ostmere' }), ['ready'])
    ).time;
    const there = await until(
      await sent('S-here', 'Salt, smoke', {
        route: 'partner-loan',
        from: 'ostmere',
        delivery: { to: 'pickup', campus: 'saltmarsh' },
      }),
      ['ready'],
    );
    expect(there.time >= here).toBe(true);
    expect(there.slip.messages.at(-1)?.from).toBe('Saltmarsh');
    expect((parseLocal(there.time) as Minutes) > 0).toBe(true);
  });
});
