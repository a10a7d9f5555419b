/**
 * The life of a slip: legal moves only, and a state that follows from what was said, whatever order it came
 * in.
 */
import fc from 'fast-check';
import { describe, expect, expectTypeOf, it } from 'vitest';
import { READERS } from '../../demo/library';
import type { Reader } from '../model/reader';
import type { DiscoveryRecord } from '../model/record';
import type { Slip } from '../model/slip';
import {
  advance,
  canWithdraw,
  isEnded,
  isListening,
  isOnLoan,
  MOVES,
  move,
  type SlipEvent,
  type SlipState,
  STATES,
} from '../model/slipStates';
import { type IsoStatus, NOTHING_MORE } from './iso18626';
import {
  act,
  applyMessage,
  applyNotice,
  backToDraft,
  canDo,
  expired,
  type HeardMessage,
  markSent,
  owedFor,
  putInOutgoing,
  READER_ACTS,
  type ReaderAct,
  replay,
  withdrawUnsent,
} from './lifecycle';
import { newSlip } from './slip';

const now = '2026-11-02T09:20';
const record = {
  id: 'tu1',
  kind: 'book',
  csl: { id: 'tu1', type: 'book', title: 'T' },
} as unknown as DiscoveryRecord;
const promised = {
  median: now,
  likely: now,
  chance: 1,
  lines: [{ what: 'ill-loan' as const, cents: 900 }],
  total: 900,
};
const draft = (): Slip =>
  newSlip({
    id: 'S-test-0001',
    record,
    reader: READERS[0] as Reader,
    wanted: 'loan',
    route: 'ill-loan',
    from: 'lending',
    needBy: '',
    now,
  });
const sent = (mediated = false): Slip =>
  markSent(putInOutgoing(draft(), { ...promised, mediated }, now), now);
const message = (status: IsoStatus, time: string, more: Partial<HeardMessage> = {}): HeardMessage => ({
  requestId: 'S-test-0001',
  supplyingAgency: 'LGD:X',
  supplierName: 'Somewhere',
  timestamp: time,
  reason: 'StatusChange',
  status,
  note: status,
  ...NOTHING_MORE,
  ...more,
});
const arrived = (time: string) => ({
  slip: 'S-test-0001',
  kind: 'arrived' as const,
  time,
  place: 'Quayside',
  campus: null,
  until: '2026-11-20',
  text: 'Ready.',
});
const day = (n: number, clock = '10:00') => `2026-11-${String(n).padStart(2, '0')}T${clock}`;
const EVENTS = [...new Set(STATES.flatMap((s) => Object.keys(MOVES[s])))] as SlipEvent[];

describe('moves', () => {
  it('every move leads to a state, ends lead nowhere, and every state can be reached', () => {
    const reached = new Set<SlipState>(['draft']);
    for (let i = 0; i < STATES.length; i++)
      for (const s of [...reached])
        for (const next of Object.values(MOVES[s]) as SlipState[]) reached.add(next);
    expect([...reached].sort()).toEqual([...STATES].sort());
    for (const s of STATES) if (isEnded(s)) expect(Object.keys(MOVES[s])).toEqual([]);
  });
  it('what can’t happen is no move: by type, and at run time', () => {
    expect(move('ready', 'collect')).toBe('collected');
    expectTypeOf(move('ready', 'collect')).toEqualTypeOf<'collected'>();
    // @ts-expect-error a slip that was never lent can't be recalled
    expect(move('sent', 'recall')).toBeUndefined();
    // @ts-expect-error nothing leads out of an end
    expect(move('finished', 'renew')).toBeUndefined();
    expect([advance('sent', 'recall'), advance('withdrawn', 'supply'), advance('collected', 'ship')]).toEqual(
      [null, null, null],
    );
  });
  it('no sequence of events brings an ended slip back, nor a lent one to where it was not lent', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...EVENTS), { maxLength: 40 }), (events) => {
        let state: SlipState = 'draft';
        let lent = false;
        for (const e of events) {
          const next = advance(state, e);
          if (isEnded(state)) expect(next).toBeNull();
          if (lent && next)
            expect(isOnLoan(next) || next === 'returned' || isEnded(next), `${state} ${e} ${next}`).toBe(
              true,
            );
          state = next ?? state;
          lent ||= state === 'collected';
        }
      }),
    );
  });
});

describe('messages', () => {
  const story = [
    message('RequestReceived', day(3)),
    message('ExpectToSupply', day(4)),
    message('RetryPossible', day(5), { reasonRetry: 'OnLoan' }),
    message('ExpectToSupply', day(5, '11:00')),
    message('WillSupply', day(6)),
    message('Loaned', day(7)),
  ];
  it('make the same state whatever order they come in, and each counts once', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([...story, ...story], { minLength: 2 * story.length }), (order) => {
        const slip = order.reduce((s, m) => applyMessage(s, m), sent());
        expect(slip.state).toBe('on-its-way');
        expect(slip.messages.map((m) => m.time)).toEqual([now, ...story.map((m) => m.timestamp)]);
      }),
    );
  });
  it('for another slip change nothing', () => {
    const slip = sent();
    expect(applyMessage(slip, { ...message('Loaned', now), requestId: 'S-other' })).toBe(slip);
    expect(applyNotice(slip, { ...arrived(now), slip: 'S-other' })).toBe(slip);
  });
  it('that can’t happen are kept and move nothing', () => {
    const slip = applyMessage(sent(), message('Recalled', day(4)));
    expect([slip.state, slip.messages.map((m) => m.status)]).toEqual(['sent', ['Request', 'Recalled']]);
  });
  it('a parcel that is lost sends the slip back to the next library', () => {
    const slip = [...story, message('ExpectToSupply', day(16))].reduce((s, m) => applyMessage(s, m), sent());
    expect(slip.state).toBe('sourcing');
  });
  it('a price named by staff is the price from then on, with a line that says so', () => {
    const slip = applyMessage(
      sent(),
      message('RequestReceived', day(3), { reason: 'Notification', cost: 200 }),
    );
    expect(slip.promised).toMatchObject({
      total: 200,
      lines: [promised.lines[0], { what: 'changed', cents: -700 }],
    });
    expect(applyMessage(slip, message('ExpectToSupply', day(4))).promised?.total).toBe(200);
  });
  it('a lender’s price counts once it is accepted, and goes when it is declined or the next lender is asked', () => {
    const asked = applyMessage(sent(), message('ExpectToSupply', day(3)));
    const offered = applyMessage(
      asked,
      message('RetryPossible', day(4), { reasonRetry: 'CostExceedsMaxCost', cost: 1500 }),
    );
    expect(offered.promised?.total).toBe(900);
    const accepted = act(offered, 'accept', day(5));
    expect(accepted.promised).toMatchObject({ total: 1500, lines: [promised.lines[0], { cents: 600 }] });
    expect(act(offered, 'decline', day(5)).promised).toEqual({ ...promised, mediated: false });
    expect(applyMessage(accepted, message('ExpectToSupply', day(6))).promised?.total).toBe(900);
  });
  it('two messages of one minute that differ in anything are two', () => {
    const one = message('RequestReceived', day(3), { reason: 'Notification', note: 'Noted.' });
    const slip = [
      one,
      { ...one, cost: 100 },
      { ...one, supplierName: 'Elsewhere', supplyingAgency: 'LGD:Y' },
      one,
    ].reduce(applyMessage, sent());
    expect(slip.messages.filter((m) => m.by === 'library')).toHaveLength(3);
  });
  it('a message known under an earlier version’s number is not taken in again', () => {
    const heard = message('WillSupply', day(3));
    const slip = applyMessage(sent(), heard);
    const old = {
      ...slip,
      messages: slip.messages.map((m) =>
        m.by === 'library' ? { ...m, id: `${m.time}|${m.status}|${m.text}` } : m,
      ),
    };
    expect(applyMessage(old, heard)).toBe(old);
  });
  it('the whole slip is the same whatever order they come in, the reader’s acts among them', () => {
    const statuses = [
      'RequestReceived',
      'ExpectToSupply',
      'RetryPossible',
      'WillSupply',
      'Loaned',
      'CopyCompleted',
      'Unfilled',
      'Cancelled',
      'LoanCompleted',
      'Recalled',
      'Overdue',
    ] as const;
    const anything = fc.record({
      status: fc.constantFrom(...statuses),
      reason: fc.constantFrom('StatusChange', 'Notification', 'RenewResponse', 'CancelResponse'),
      minute: fc.integer({ min: 0, max: 5 }),
      cost: fc.option(fc.constantFrom(0, 300, 1500), { nil: null }),
      reasonRetry: fc.constantFrom('', 'Question', 'LoanCondition', 'CostExceedsMaxCost'),
      answer: fc.constantFrom('', 'Y', 'N'),
      note: fc.constantFrom('a', 'b'),
      due: fc.constantFrom('', '2026-12-01', '2026-12-15'),
      url: fc.constantFrom('', '/f.pdf'),
    });
    const acts = fc.array(
      fc.record({
        what: fc.constantFrom(...(Object.keys(READER_ACTS) as ReaderAct[])),
        minute: fc.integer({ min: 0, max: 5 }),
      }),
      {
        maxLength: 4,
      },
    );
    fc.assert(
      fc.property(
        fc.array(anything, { maxLength: 8 }),
        acts,
        fc.boolean(),
        fc.infiniteStream(fc.nat()),
        (list, done, mediated, random) => {
          const messages = list.map(({ status, minute, ...more }) =>
            message(status, day(5, `10:0${minute}`), more as Partial<HeardMessage>),
          );
          // As the reader did them: in some order of time, each after what had come by then.
          let told = sent(mediated);
          for (const m of messages) told = applyMessage(told, m);
          for (const a of [...done].sort((x, y) => x.minute - y.minute))
            told = act(told, a.what, day(5, `10:0${a.minute}`));
          const all = told.messages;
          const shuffled = all
            .map((m) => ({ m, at: random.next().value as number }))
            .sort((x, y) => x.at - y.at)
            .map(({ m }) => m);
          const again = shuffled.reduce(
            (s, m) => replay(s, s.messages.some((k) => k.id === m.id) ? s.messages : [...s.messages, m]),
            {
              ...sent(mediated),
              messages: [],
            } as Slip,
          );
          expect(again).toEqual(told);
        },
      ),
      { numRuns: 500 },
    );
  });
  it('nothing is owed for what was not supplied, was withdrawn or went back uncollected', () => {
    const ends: readonly Slip[] = [
      applyMessage(applyMessage(sent(), message('ExpectToSupply', day(3))), message('Unfilled', day(4))),
      applyMessage(
        act(sent(), 'cancel', day(3)),
        message('Cancelled', day(3), { reason: 'CancelResponse', answer: 'Y' }),
      ),
      applyNotice(applyNotice(sent(), arrived(day(9))), { ...arrived(day(21)), kind: 'lapsed' }),
      withdrawUnsent(putInOutgoing(draft(), promised, now), now),
    ];
    expect(ends.map(owedFor)).toEqual([0, 0, 0, 0]);
    const had = applyMessage(
      act(act(applyNotice(sent(), arrived(day(9))), 'collect', day(10)), 'return', day(20)),
      message('LoanCompleted', day(20)),
    );
    expect([had.state, owedFor(had)]).toEqual(['finished', 900]);
  });
});

describe('what the reader does', () => {
  it('only what the state allows is offered or done', () => {
    for (const state of STATES) {
      for (const what of Object.keys(READER_ACTS) as ReaderAct[]) {
        const slip = { ...sent(), state };
        if (!canDo(slip, what)) expect(act(slip, what, now)).toBe(slip);
      }
    }
    expect(canDo({ state: 'sent' }, 'collect')).toBe(false);
    expect(canDo({ state: 'recalled' }, 'renew')).toBe(false);
    expect(canDo({ state: 'due' }, 'renew')).toBe(true);
  });
  it('withdraws until someone has started on it', () => {
    expect(canWithdraw(sent())).toBe(true);
    expect(canWithdraw(applyMessage(sent(), message('WillSupply', day(4))))).toBe(false);
    const cancelled = applyMessage(
      act(sent(), 'cancel', day(3)),
      message('Cancelled', day(3), { reason: 'CancelResponse', answer: 'Y' }),
    );
    expect(cancelled).toMatchObject({ state: 'withdrawn', ended: day(3) });
    expect(withdrawUnsent(putInOutgoing(draft(), promised, now), now).state).toBe('withdrawn');
    expect(backToDraft(sent(), now).state).toBe('sent');
  });
  it('answers staff, and accepts or declines a lender’s condition', () => {
    const asked = applyMessage(
      sent(true),
      message('RetryPossible', day(3), { reason: 'Notification', reasonRetry: 'Question' }),
    );
    expect([sent(true).state, asked.state, act(asked, 'answer', day(4), { text: 'Yes' }).state]).toEqual([
      'approval',
      'question',
      'approval',
    ]);
    const offered = applyMessage(
      applyMessage(sent(), message('ExpectToSupply', day(3))),
      message('RetryPossible', day(4), { reasonRetry: 'LoanCondition', loanCondition: 'LibraryUseOnly' }),
    );
    expect([offered.state, offered.messages.at(-1)?.reason]).toEqual(['conditional', 'LibraryUseOnly']);
    expect([act(offered, 'accept', day(5)).state, act(offered, 'decline', day(5)).state]).toEqual([
      'sourcing',
      'sourcing',
    ]);
  });
  it('collects, renews, is recalled, returns; several acts of one minute keep their order', () => {
    let slip = applyNotice(sent(), arrived(day(9)));
    slip = act(slip, 'collect', day(10), { due: '2026-12-01' });
    expect(slip).toMatchObject({ state: 'collected', due: '2026-12-01' });
    slip = applyMessage(slip, message('Loaned', day(28), { reason: 'Notification', due: '2026-12-01' }));
    expect(slip.state).toBe('due');
    slip = applyMessage(
      act(slip, 'renew', day(29)),
      message('Loaned', day(29), { reason: 'RenewResponse', answer: 'Y', due: '2026-12-15' }),
    );
    expect(slip).toMatchObject({ state: 'renewed', due: '2026-12-15', renewals: 1 });
    const refused = applyMessage(
      act(slip, 'renew', day(30)),
      message('Loaned', day(30), { reason: 'RenewResponse', answer: 'N', due: '2026-12-15' }),
    );
    expect(refused).toMatchObject({ state: 'renewed', renewals: 1 });
    slip = applyMessage(slip, message('Recalled', '2026-12-03T11:00', { due: '2026-12-10' }));
    expect(slip).toMatchObject({ state: 'recalled', due: '2026-12-10' });
    slip = applyMessage(slip, message('Overdue', '2026-12-11T08:00'));
    expect(slip.state).toBe('overdue');
    slip = applyMessage(
      act(slip, 'return', '2026-12-11T09:00'),
      message('LoanCompleted', '2026-12-12T10:00'),
    );
    expect(slip.state).toBe('finished');
    const atOnce = act(act(applyNotice(sent(), arrived(day(9))), 'collect', day(9)), 'return', day(9));
    expect(atOnce.state).toBe('returned');
  });
  it('a file can be opened until its day, and is over then', () => {
    const slip = applyMessage(
      sent(),
      message('CopyCompleted', day(5), { url: '/f.pdf', expected: '2026-11-30' }),
    );
    expect(slip).toMatchObject({ state: 'delivered', file: '/f.pdf', fileUntil: '2026-11-30' });
    expect(expired(slip, day(30))).toBe(slip);
    const over = expired(slip, '2026-12-01T09:00');
    expect([over.state, isListening(over.state)]).toEqual(['finished', false]);
    expect(act(slip, 'finish', day(6)).state).toBe('finished');
  });
  it('what is not collected goes back', () => {
    const slip = applyNotice(applyNotice(sent(), arrived(day(9))), { ...arrived(day(21)), kind: 'lapsed' });
    expect(slip.state).toBe('finished');
  });
});
