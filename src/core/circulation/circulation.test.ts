import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { slip as slipWith } from '../../../tests/fixtures/slips';
import { LIBRARY } from '../../demo/library';
import { addDays, type DayNumber, isoDay, parseDay } from '../model/time';
import { type AccountRules, accountOf, type DeskAccount, renewable } from './account';
import { copyStatusOf, readDaia } from './daia';
import { type PaiaDocument, readAmount, readDocuments, readFees, writeAmount } from './paia';
import { holdDays, TOO_MANY } from './queue';
import { type RenewalFacts, renewalOf } from './renewal';

const TODAY = parseDay('2026-11-02') as DayNumber;
const RULES: AccountRules = {
  ...LIBRARY,
  category: 'undergraduate',
  today: TODAY,
  recordOf: (edition) => edition.replace('urn:x-record:', ''),
};
const FACTS: RenewalFacts = {
  due: addDays(TODAY, 4),
  used: 0,
  waiting: 0,
  recalled: false,
  deskSays: null,
};
const said = (facts: Partial<RenewalFacts>, more = {}) => {
  const found = renewalOf({ ...FACTS, ...facts }, { ...RULES, campus: 'quayside', block: null, ...more });
  return found.can ? `to ${isoDay(found.due)}` : found.why.code;
};

describe('what comes of a loan desk’s answers', () => {
  test('amounts are read as they are written', () => {
    fc.assert(
      fc.property(fc.integer({ min: -99_999_999, max: 99_999_999 }), (cents) => {
        expect(readAmount(writeAmount(cents, 'XVC'))).toEqual({ cents, currency: 'XVC' });
      }),
    );
    for (const none of ['', '3,50 EUR', '3.50', 'EUR 3.50', '3.505 EUR']) expect(readAmount(none)).toBeNull();
  });
  test('a document that is none costs the others nothing; an answer that is none is said to be none', () => {
    const good = { status: 3, item: 'urn:a', duedate: '2026-11-09' };
    expect(readDocuments({ doc: [good, { status: 'three' }, null, 7] })).toEqual([good]);
    for (const none of [null, [], 'x', {}, { doc: {} }]) expect(readDocuments(none)).toBeNull();
    expect(readFees({ amount: '1.00 XVC' })).toEqual({ amount: '1.00 XVC', fee: [] });
    expect(readFees({})).toBeNull();
    expect(readDaia({ document: [{ id: 'a' }, { item: [] }] })).toEqual({ document: [{ id: 'a' }] });
    expect(readDaia({})).toBeNull();
  });
  test('where a copy stands is told by lending, else by reading on the premises', () => {
    expect(copyStatusOf({ available: [{ service: 'loan' }] }, TODAY)).toEqual({ state: 'in' });
    expect(copyStatusOf({ available: [{ service: 'presentation' }] }, TODAY)).toEqual({ state: 'in' });
    const out = { service: 'loan', expected: '2026-11-20', queue: 2 };
    expect(copyStatusOf({ unavailable: [out] }, TODAY)).toEqual({
      state: 'out',
      due: '2026-11-20',
      queue: 2,
    });
    expect(copyStatusOf({ unavailable: [{ service: 'loan', expected: 'unknown' }] }, TODAY)).toEqual({
      state: 'missing',
    });
    expect(copyStatusOf({ available: [{ service: 'remote' }] }, TODAY)).toBeNull();
    expect(copyStatusOf({}, TODAY)).toBeNull();
    expect(copyStatusOf({ available: [{ service: 'loan', delay: 'P2D' }] }, TODAY)).toEqual({
      state: 'transit',
      due: '2026-11-04',
    });
    expect(copyStatusOf({ available: [{ service: 'loan', delay: 'unknown' }] }, TODAY)).toEqual({
      state: 'in',
    });
  });
});

describe('renewing', () => {
  test('gains the days of a renewal from the day it is due, and never ends on a closed day', () => {
    expect(said({})).toBe('to 2026-11-20');
    // Fourteen days on is Harbour Day's week; 25 December is in the winter closing, as are the days after it.
    expect(said({ due: parseDay('2026-12-11') as DayNumber })).toBe('to 2027-01-02');
  });
  test('is not done for a reason, the one that has to go first', () => {
    const all = { recalled: true, due: addDays(TODAY, -2), used: 1, waiting: 1, deskSays: false };
    expect(said(all, { block: { code: 'circulation.blocked.fees' } })).toBe('circulation.blocked.fees');
    expect(said(all)).toBe('circulation.recalled');
    expect(said({ ...all, recalled: false })).toBe('circulation.overdueFirst');
    expect(said({ used: 1, waiting: 1 })).toBe('circulation.noneLeft');
    expect(said({ waiting: 1 })).toBe('circulation.waitedFor');
    expect(said({ deskSays: false })).toBe('circulation.deskSaysNo');
    expect(said({ used: 2 }, { category: 'postgraduate' })).toBe('to 2026-11-20');
  });
});

describe('a hold', () => {
  const place = fc.record({
    out: fc.integer({ min: 0, max: 60 }),
    ahead: fc.integer({ min: 0, max: TOO_MANY }),
  });
  test('comes later the later the volume is due and the more are before', () => {
    fc.assert(
      fc.property(place, ({ out, ahead }) => {
        const of = (due: number, before: number) =>
          holdDays({ due: addDays(TODAY, due), ahead: before }, LIBRARY.policy, TODAY);
        const [now, later, more] = [of(out, ahead), of(out + 3, ahead), of(out, ahead + 1)];
        expect(now?.median).toBeLessThanOrEqual(now?.likely as number);
        expect(now?.median).toBeGreaterThanOrEqual(TODAY);
        expect(later?.median).toBeGreaterThanOrEqual(now?.median as number);
        if (ahead < TOO_MANY) expect(more?.median).toBeGreaterThan(now?.median as number);
        else expect(more).toBeNull();
      }),
    );
  });
});

describe('the account', () => {
  const doc = (more: Partial<PaiaDocument>): PaiaDocument => ({
    status: 3,
    item: 'urn:x-copy:r1:0',
    edition: 'urn:x-record:r1',
    about: 'Tides',
    label: 'QK 1',
    storage: 'Quayside',
    starttime: '2026-10-19',
    duedate: '2026-11-09',
    ...more,
  });
  const desk = (documents: readonly PaiaDocument[], amount = '0.00 XVC', status = 0): DeskAccount => ({
    patron: { name: 'Imke', status },
    documents,
    fees: { amount, fee: [] },
  });
  test('has what the desk lent and what slips brought as one list, by the day it is due', () => {
    const slip = slipWith('LGD-1', { state: 'collected', due: '2026-11-05', record: 'r2' as never });
    const { loans, block } = accountOf(
      desk([doc({}), doc({ item: 'b', duedate: '2026-11-03' })]),
      [slip],
      RULES,
    );
    expect(loans.map((l) => [l.from, isoDay(l.due), l.record])).toEqual([
      ['desk', '2026-11-03', 'r1'],
      ['slip', '2026-11-05', 'r2'],
      ['desk', '2026-11-09', 'r1'],
    ]);
    expect(block).toBeNull();
    expect(renewable(loans)).toHaveLength(3);
    // Without the desk the slips' are still there.
    expect(accountOf(null, [slip], RULES).loans).toHaveLength(1);
  });
  test('knows what was called back: earlier than any loan ends, with somebody waiting', () => {
    const back = doc({ duedate: '2026-11-06', queue: 1, canrenew: false });
    expect(accountOf(desk([back]), [], RULES).loans[0]?.recalled).toBe(true);
    expect(accountOf(desk([doc({ queue: 1, canrenew: false })]), [], RULES).loans[0]?.recalled).toBe(false);
  });
  test('is blocked by what is owed, and free again when less is', () => {
    const blocked = accountOf(desk([doc({})], '12.00 XVC'), [], RULES);
    expect(blocked.block?.code).toBe('circulation.blocked.fees');
    expect(renewable(blocked.loans)).toEqual([]);
    expect(accountOf(desk([doc({})], '10.00 XVC'), [], RULES).block).toBeNull();
    expect(accountOf(desk([], '0.00 XVC', 2), [], RULES).block?.code).toBe('circulation.blocked.expired');
  });
  test('tells what waits first, then what comes soonest, what never comes last', () => {
    const { holds } = accountOf(
      desk([
        doc({ status: 5, item: 'no', error: 'lost' }),
        doc({ status: 1, item: 'late', queue: 1 }),
        doc({ status: 1, item: 'soon', queue: 0 }),
        doc({ status: 4, item: 'here', endtime: '2026-11-12' }),
      ]),
      [],
      RULES,
    );
    expect(holds.map((h) => h.key)).toEqual(['here', 'soon', 'late', 'no']);
    expect(holds[0]?.until).toBe(parseDay('2026-11-12'));
    expect(holds[3]?.why).toBe('lost');
  });
});
