/** What can be done about another's request: whatever is said and done, and in whatever order. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ACTIONS, type IsoRequest } from './iso18626';
import {
  acted,
  actsFor,
  begunSupply,
  heard,
  isOver,
  lackingFor,
  NO_WORDS,
  SUPPLY_ACTS,
  SUPPLY_SORTS,
  type Supply,
  saidOf,
} from './supply';

const request = (service: IsoRequest['service']): IsoRequest =>
  ({ requestId: 'S-000001', requestingAgency: 'LGD:A', supplyingAgency: 'LGD:B', service }) as IsoRequest;
const AT = '2026-11-02T09:10';
const WORDS = { ...NO_WORDS, due: '2026-12-01', why: 'NotHeld' as const, note: 'n' };
const us = { agency: 'LGD:B', at: AT };

describe('a request of somebody else', () => {
  it('a loan: accepted, sent until a day, kept longer, back', () => {
    let s = begunSupply(request('Loan'), AT);
    expect(lackingFor(s, 'send', NO_WORDS)).toBe('due');
    expect(lackingFor(s, 'refuse', NO_WORDS)).toBe('why');
    s = acted(s, 'accept', NO_WORDS, AT);
    s = acted(s, 'send', WORDS, AT);
    expect([s.state, s.due, actsFor(s)]).toEqual(['sent', '2026-12-01', ['complete']]);
    s = heard(s, { action: 'Renew' }, AT);
    expect(actsFor(s)).toEqual(['renew', 'dontRenew']);
    expect(saidOf(s, 'dontRenew', NO_WORDS, us)).toMatchObject([
      { reason: 'RenewResponse', answer: 'N', due: '2026-12-01' },
    ]);
    s = acted(s, 'renew', { ...WORDS, due: '2027-01-05' }, AT);
    s = heard(s, { action: 'ShippedReturn' }, AT);
    expect([s.due, s.returning]).toEqual(['2027-01-05', true]);
    expect(isOver(acted(s, 'complete', NO_WORDS, AT))).toBe(true);
  });
  it('a copy is done with when it is sent; one that is wanted no more is let go or kept', () => {
    const s = begunSupply(request('Copy'), AT);
    expect(acted(s, 'send', NO_WORDS, AT).state).toBe('done');
    expect(saidOf(s, 'send', { ...NO_WORDS, url: 'https://a.example/f' }, us)).toMatchObject([
      { status: 'CopyCompleted', url: 'https://a.example/f' },
    ]);
    const waiting = heard(s, { action: 'Cancel' }, AT);
    expect(acted(waiting, 'letCancel', NO_WORDS, AT).state).toBe('cancelled');
    expect(saidOf(waiting, 'keep', NO_WORDS, us)).toMatchObject([
      { reason: 'CancelResponse', answer: 'N', status: 'RequestReceived' },
    ]);
  });
  it('of our own reader is taken up before it goes on, and may stand on the shelf', () => {
    const s = begunSupply(request('Loan'), AT, true);
    expect(actsFor(s)).toContain('ready');
    expect(saidOf(s, 'ready', NO_WORDS, us).map((m) => m.status)).toEqual(['ExpectToSupply', 'WillSupply']);
    const ready = acted(s, 'ready', NO_WORDS, AT);
    expect([ready.state, ready.ready, actsFor(ready)]).toEqual(['sent', AT, ['complete']]);
    // Ours open a copy where it stands; to others it may go by mail.
    expect(lackingFor(begunSupply(request('Copy'), AT, true), 'send', NO_WORDS)).toBe('url');
    expect(lackingFor(begunSupply(request('Copy'), AT), 'send', NO_WORDS)).toBeNull();
    expect(lackingFor(begunSupply(request('Loan'), AT, true, 'question'), 'complete', NO_WORDS)).toBe('note');
  });
  it('never does what can’t be done, ends once, and every act says what it did', () => {
    const step = fc.oneof(
      fc.constantFrom(...SUPPLY_ACTS).map((act) => ({ act })),
      fc.constantFrom(...ACTIONS).map((action) => ({ action })),
    );
    fc.assert(
      fc.property(
        fc.constantFrom('Loan' as const, 'Copy' as const, 'CopyOrLoan' as const),
        fc.boolean(),
        fc.constantFrom(...SUPPLY_SORTS),
        fc.array(step, { maxLength: 30 }),
        (service, ours, sort, steps) => {
          let s: Supply = begunSupply(request(service), AT, ours, sort);
          for (const one of steps) {
            const before = s;
            if ('action' in one) s = heard(s, one, AT);
            else if (!actsFor(s).includes(one.act))
              expect(() => acted(before, one.act, WORDS, AT)).toThrow(RangeError);
            else {
              const said = saidOf(s, one.act, WORDS, us);
              expect(said.length > 0 || one.act === 'ready').toBe(true);
              s = acted(s, one.act, WORDS, AT);
            }
            if (isOver(before)) expect(s).toBe(before);
            expect(isOver(s)).toBe(actsFor(s).length === 0);
          }
        },
      ),
    );
  });
});
