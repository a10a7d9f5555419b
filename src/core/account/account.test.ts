/** Two browsers' accounts become one, without loss; files are read back as they were written, or not at all. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { say } from '../../words/generated/account';
import { CodedError } from '../codedError';
import { wrongIn } from '../model/shape';
import { asideId, itemId, recordKey } from '../piles/ids';
import { ordered } from '../piles/order';
import { newAside, type Pile, type PileItem, READING_STATES } from '../piles/pile';
import { type Account, accountShape, EMPTY_ACCOUNT, merge, same, TABLE_NAMES } from './account';
import { ACCOUNT_VERSION, readAccount, writeAccount } from './file';

const WHEN = fc.constantFrom('2026-11-02T09:10', '2026-11-03T10:00', '2026-11-04T08:30');
const NOTE = fc.constantFrom('', 'chapter 3', 'for Friday', 'see Lindqvarn');
const PILES = ['P-aaa', 'P-bbb', asideId('imke')];
const aPile: fc.Arbitrary<Pile> = fc.record({
  id: fc.constantFrom(...PILES),
  reader: fc.constant('imke'),
  name: fc.constantFrom('Seminar', 'Thesis'),
  purpose: NOTE,
  needBy: fc.constantFrom('', '2026-11-13'),
  note: NOTE,
  order: fc.constantFrom('when', 'hand'),
  created: WHEN,
  changed: WHEN,
});
const anItem: fc.Arbitrary<PileItem> = fc
  .record({
    pile: fc.constantFrom(...PILES),
    record: fc.constantFrom('tu1', 'tu2', 'tu3', 'tu4'),
    note: NOTE,
    state: fc.constantFrom(...READING_STATES),
    place: fc.constantFrom('a0', 'a1', 'a2'),
    added: WHEN,
  })
  .map((i) => ({
    ...i,
    id: itemId(i.pile, recordKey(i.record)),
    key: recordKey(i.record),
    reader: 'imke',
    csl: { type: 'book', title: i.record },
  }));
const unique = <T extends { readonly id: string }>(of: fc.Arbitrary<T>) =>
  fc.uniqueArray(of, { selector: (r) => r.id, maxLength: 6 });
const anAccount: fc.Arbitrary<Account> = fc.record({
  piles: unique(aPile),
  pileItems: unique(anItem),
  bin: fc.constant([]),
  corrections: unique(
    fc
      .record({
        key: fc.constantFrom('r:tu1', 'r:tu2'),
        csl: fc.dictionary(fc.constantFrom('volume', 'issue'), fc.constantFrom('1', '2')),
      })
      .map((c) => ({ ...c, id: `imke|${c.key}`, reader: 'imke' })),
  ),
  styles: fc.constant([]),
  courses: fc.uniqueArray(fc.constantFrom('C-1', 'C-2'), { maxLength: 2 }).chain((ids) =>
    fc.tuple(
      ...ids.map((id) =>
        fc.record({
          id: fc.constant(id),
          reader: fc.constant('r'),
          code: fc.constantFrom('', 'KEL 1'),
          name: fc.constantFrom('Kelp', 'Dulse'),
          lecturers: fc.uniqueArray(fc.constantFrom('Ada', 'Bo'), { maxLength: 2 }),
          term: fc.constant(''),
          meetings: fc.uniqueArray(fc.constantFrom('m1', 'm2', 'm3'), { maxLength: 3 }).map((all) =>
            all.map((m) => ({
              id: m,
              day: '',
              title: '',
              readings: [{ id: `${m}-r`, record: 'tu1', need: 'required' as const }],
            })),
          ),
          created: fc.constant('2026-11-02T09:10'),
          changed: fc.constantFrom('2026-11-02T09:10', '2026-11-03T09:10'),
        }),
      ),
    ),
  ),
  slips: fc.constant([]),
  history: unique(
    fc
      .record({ address: fc.constantFrom('q=kelp', 'q=dulse'), at: WHEN, total: fc.nat(9) })
      .map((h) => ({ ...h, id: `imke|${h.address}`, reader: 'imke', q: 'q', sentence: 's' })),
  ),
  standing: unique(
    fc
      .record({ id: fc.constantFrom('s1', 's2'), seen: fc.constantFrom('2026-11-01', '2026-11-05') })
      .map((s) => ({ ...s, reader: 'imke', name: 'n', address: 'a', sentence: 's', created: '' })),
  ),
  questions: fc.constant([]),
  appointments: unique(
    fc
      .record({
        id: fc.constantFrom('H-1', 'H-2'),
        sequence: fc.nat(2),
        state: fc.constantFrom('taken', 'given-back', 'called-off'),
        changed: WHEN,
      })
      .map((a) => ({
        ...a,
        reader: 'imke',
        librarian: 'oddny',
        name: 'Oddny',
        start: '2026-11-05T10:00',
        minutes: 60,
        campus: '',
        place: '',
        conference: '',
        note: '',
        attach: [],
      })),
  ),
  bibliography: fc.option(
    fc.uniqueArray(fc.constantFrom('Falk 2019', 'Vik 2020', 'Ost 2021'), { maxLength: 3 }).map((texts) => ({
      reader: 'imke',
      text: texts.join('\n'),
      read: texts.join('\n'),
      needBy: '',
      rows: texts.map((text, i) => ({
        id: String(i),
        ref: { text, parts: [], csl: { type: 'book', title: text } },
      })),
    })),
    { nil: null },
  ),
  settings: fc.record(
    {
      contacts: fc.record({
        email: fc.constant('i@tarn.example'),
        address: fc.constantFrom('Quay 1', 'Quay 2'),
      }),
      inboxSeen: WHEN,
      noticesSeen: WHEN,
      lastPile: fc.constantFrom(...PILES),
    },
    { requiredKeys: [] },
  ),
});

describe('two accounts', () => {
  it('become one in which all of either is: things, notes, states, fields, references', () => {
    fc.assert(
      fc.property(anAccount, anAccount, (a, b) => {
        const { account } = merge(a, b);
        expect(wrongIn(accountShape, account)).toBeNull();
        for (const name of TABLE_NAMES) {
          const ids = new Set(account[name].map((r) => r.id));
          for (const r of [...a[name], ...b[name]]) expect(ids.has(r.id)).toBe(true);
          expect(ids.size).toBe(account[name].length);
        }
        const items = new Map(account.pileItems.map((i) => [i.id, i]));
        for (const i of [...a.pileItems, ...b.pileItems]) {
          expect(items.get(i.id)?.note).toContain(i.note);
          expect(READING_STATES.indexOf(items.get(i.id)?.state ?? 'to-read')).toBeGreaterThanOrEqual(
            READING_STATES.indexOf(i.state),
          );
        }
        const piles = new Map(account.piles.map((p) => [p.id, p]));
        for (const p of [...a.piles, ...b.piles]) {
          expect(piles.get(p.id)?.note).toContain(p.note);
          expect(piles.get(p.id)?.purpose).toContain(p.purpose);
          if (p.needBy) expect(piles.get(p.id)?.needBy).not.toBe('');
        }
        const said = new Map(account.corrections.map((c) => [c.id, c.csl]));
        for (const c of [...a.corrections, ...b.corrections])
          for (const field of Object.keys(c.csl)) expect(said.get(c.id)).toHaveProperty(field);
        const texts = account.bibliography?.rows.map((r) => r.ref.text) ?? [];
        for (const r of [...(a.bibliography?.rows ?? []), ...(b.bibliography?.rows ?? [])])
          expect(texts.filter((t) => t === r.ref.text)).toHaveLength(1);
      }),
    );
  });
  it('merged again change nothing, nor does an account merged with itself', () => {
    fc.assert(
      fc.property(anAccount, anAccount, (a, b) => {
        expect(same(merge(a, a).account, a)).toBe(true);
        const once = merge(a, b);
        const twice = merge(once.account, b);
        expect(same(twice.account, once.account)).toBe(true);
        for (const c of Object.values(twice.counts)) expect([c.added, c.replaced]).toEqual([0, 0]);
        expect(same(merge(EMPTY_ACCOUNT, b).account, b)).toBe(true);
      }),
    );
  });
  it('leave this browser’s order by hand, the others’ things behind it in theirs', () => {
    const pile = 'P-aaa';
    const item = (record: string, place: string): PileItem => ({
      id: itemId(pile, recordKey(record)),
      pile,
      reader: 'imke',
      key: recordKey(record),
      record,
      csl: { type: 'book', title: record },
      note: '',
      state: 'to-read',
      place,
      added: '2026-11-02T09:10',
    });
    const ours = { ...EMPTY_ACCOUNT, pileItems: [item('one', 'a0'), item('two', 'a1')] };
    const theirs = {
      ...EMPTY_ACCOUNT,
      pileItems: [item('four', 'a1'), item('three', 'a0'), item('two', 'a2')],
    };
    const { account } = merge(ours, theirs);
    expect(ordered(account.pileItems, 'hand', () => undefined).map((i) => i.record)).toEqual([
      'one',
      'two',
      'three',
      'four',
    ]);
  });
});

describe('the file', () => {
  const head = { written: '2026-11-02T09:10', library: 'Tarnholm', reader: 'imke' };
  const faultOf = (text: string, reader = 'imke'): string => {
    try {
      readAccount(text, reader);
    } catch (error) {
      if (error instanceof CodedError) return error.said.code;
    }
    return '';
  };
  it('is read as it was written', () => {
    fc.assert(
      fc.property(
        anAccount,
        (account) =>
          void expect(same(readAccount(writeAccount({ ...head, account }), 'imke'), account)).toBe(true),
      ),
    );
  });
  it.each([
    ['account.notJson', '{'],
    ['account.notAccount', '[]'],
    ['account.notAccount', '{"format":"other","version":1}'],
    ['account.newer', JSON.stringify({ format: 'legendum-account', version: ACCOUNT_VERSION + 1 })],
    ['account.otherReader', writeAccount({ ...head, reader: 'davit', account: EMPTY_ACCOUNT })],
    [
      'account.wrongAt',
      writeAccount({
        ...head,
        account: {
          ...EMPTY_ACCOUNT,
          piles: [{ ...newAside('imke', '2026-11-02T09:10'), order: 'colour' as never }],
        },
      }),
    ],
    ['account.wrongAt', writeAccount({ ...head, account: { ...EMPTY_ACCOUNT, slips: undefined as never } })],
  ])('is refused with the reason: %s', (code, text) => {
    expect(faultOf(text)).toBe(code);
    expect(say(code as 'account.notJson', { version: 1, reader: '', path: '' })).not.toBe(code);
  });
  it('says where it is wrong', () => {
    const account = {
      ...EMPTY_ACCOUNT,
      piles: [{ ...newAside('imke', '2026-11-02T09:10'), needBy: 'soon' }],
    };
    expect(() => readAccount(writeAccount({ ...head, account }), 'imke')).toThrow('piles[0].needBy');
  });
  it('of the store as it was saved before is read too, of this reader and what can be read', () => {
    const dump = {
      slips: [],
      settings: [
        { key: 'contacts', value: { imke: { email: 'i@tarn.example', address: 'Quay 1' }, davit: {} } },
      ],
      history: [
        {
          id: 'h',
          reader: 'imke',
          address: 'q=kelp',
          q: 'kelp',
          sentence: 's',
          at: '2026-11-02T09:10',
          total: 3,
        },
        { id: 'odd', reader: 'imke' },
        { id: 'o', reader: 'davit', address: 'q', q: 'q', sentence: 's', at: '2026-11-02T09:10', total: 1 },
      ],
      aside: [
        { id: 'imke/tu1', reader: 'imke', record: 'tu1', title: 'Kelp', line: '', at: '2026-11-02T09:10' },
      ],
    };
    const account = readAccount(JSON.stringify(dump), 'imke');
    expect(wrongIn(accountShape, account)).toBeNull();
    expect(account.history.map((h) => h.id)).toEqual(['h']);
    expect(account.pileItems.map((i) => [i.pile, i.record])).toEqual([[asideId('imke'), 'tu1']]);
    expect(account.settings.contacts?.address).toBe('Quay 1');
  });
  it('answers any text with an account or a reason', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
        expect(faultOf(text)).toMatch(/^account\./);
      }),
    );
  });
});
