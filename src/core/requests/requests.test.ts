import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { moment, openWorld } from '../../../tests/fixtures/world';
import { READERS } from '../../demo/library';
import { POLICY } from '../../demo/policy';
import type { DiscoveryRecord, RecordId } from '../bibliography/record';
import type { Reader } from '../policy/types';
import { confirmationFor, readRequest, readSupplyingMessage, requestFor, STATUSES, supplyingMessage } from './iso18626';
import { applyArrival, applyMessage, backToDraft, canWithdraw, finish, markSent, putInOutgoing, withdraw } from './lifecycle';
import { canHurry, money, priceOf, totalOf } from './price';
import { NO_HISTORY } from './promise';
import { slipFaults } from './schema';
import { duplicateOf, itemOf, limitOf, newSlip, type Slip, slipTitle, wantedChoices } from './slip';

let world: ReturnType<typeof openWorld>;
let byTitle: (start: string) => DiscoveryRecord;
const reader = READERS[0] as Reader;
beforeAll(() => {
  world = openWorld(400);
  const records = Array.from({ length: 90 }, (_, i) => world.service.recordAt(i));
  byTitle = (start) => records.find((r) => r.csl.title.startsWith(start)) as DiscoveryRecord;
}, 60_000);
afterAll(() => world.close());

const slipFor = (record: DiscoveryRecord, more: Partial<Parameters<typeof newSlip>[0]> = {}): Slip =>
  newSlip({
    id: 'S-test-0001',
    record,
    reader,
    wanted: 'loan',
    route: 'ill-loan',
    from: 'lending',
    needBy: '',
    now: '2026-11-02T09:10',
    ...more,
  });
const promise = (slip: Slip, history = NO_HISTORY) => world.service.promise(slip, moment(), history);

describe('the slip', () => {
  it('is filled from the record, with nothing left to type', () => {
    const item = itemOf(byTitle('Kelp on the plate'));
    expect(item).toMatchObject({ volume: '14', issue: '2', pages: '101-128', year: '2023', kind: 'research-article' });
    expect([item.author, item.container, item.issn, item.doi].every(Boolean)).toBe(true);
  });
  it('offers what makes sense and says why the rest does not', () => {
    const refusal = (kind: Parameters<typeof wantedChoices>[0], carrier: string) =>
      wantedChoices(kind, carrier).map((c) => [c.wanted, c.refusal !== null]);
    expect(refusal('research-article', 'online')).toEqual([
      ['article', false],
      ['loan', true],
    ]);
    expect(refusal('book', 'print')).toEqual([
      ['loan', false],
      ['chapter', false],
    ]);
    expect(refusal('book', 'online')).toEqual([
      ['loan', true],
      ['chapter', false],
    ]);
    expect(refusal('video', 'dvd')).toEqual([
      ['loan', false],
      ['chapter', true],
    ]);
  });
  it('finds its double among the open ones only, and other pages are no double', () => {
    const slip = slipFor(byTitle('Salt, smoke'));
    const first = { ...slip, id: 'S-first', state: 'sent' as const };
    expect(duplicateOf(slip, [first])?.id).toBe('S-first');
    expect(duplicateOf(slip, [{ ...first, state: 'withdrawn' }])).toBeNull();
    expect(duplicateOf(slip, [{ ...first, reader: 'noor' }])).toBeNull();
    const pages = { ...slip, wanted: 'chapter' as const, item: { ...slip.item, pages: '1-9' } };
    expect(duplicateOf(pages, [{ ...pages, id: 'S-b', state: 'sent', item: { ...pages.item, pages: '10-20' } }])).toBeNull();
  });
  it('reads its limit', () => {
    const slip = slipFor(byTitle('Salt, smoke'));
    expect([limitOf(slip), limitOf({ ...slip, limit: '6' }), limitOf({ ...slip, limit: '6,50' })]).toEqual([null, 600, 650]);
  });
});

describe('what keeps a slip from going', () => {
  const faults = (change: (s: Slip) => Slip) => slipFaults(change(slipFor(byTitle('Salt, smoke'))), '2026-11-02').map((f) => f.field);
  it('nothing, when it is filled from the index', () => expect(faults((s) => s)).toEqual([]));
  it.each<[string, (s: Slip) => Slip, string]>([
    ['a day in the past', (s) => ({ ...s, needBy: '2026-11-01' }), 'needBy'],
    ['no such day', (s) => ({ ...s, needBy: '2026-02-30' }), 'needBy'],
    ['no title', (s) => ({ ...s, item: { ...s.item, title: ' ' } }), 'item.title'],
    ['a wrong ISBN', (s) => ({ ...s, item: { ...s.item, isbn: '9789999000180' } }), 'item.isbn'],
    ['a wrong e-mail', (s) => ({ ...s, delivery: { to: 'email', email: 'somewhere' } }), 'delivery.email'],
    ['a limit in words', (s) => ({ ...s, limit: 'little' }), 'limit'],
    ['a copy without the declaration', (s) => ({ ...s, wanted: 'chapter', item: { ...s.item, chapter: '3' } }), 'declared'],
    ['a whole book as a copy', (s) => ({ ...s, wanted: 'chapter', declared: true }), 'item.chapter'],
  ])('%s', (_name, change, field) => expect(faults(change)).toContain(field));
});

describe('price', () => {
  it('is what the lines say, and never negative', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('hold', 'transfer', 'post', 'scan', 'partner-loan', 'partner-copy', 'ill-loan', 'ill-copy' as const),
        fc.constantFrom('standard', 'fast' as const),
        fc.constantFrom('undergraduate', 'postgraduate', 'distance', 'staff' as const),
        fc.boolean(),
        fc.nat({ max: 5000 }),
        (route, speed, category, remote, royalty) => {
          const lines = priceOf({ route, speed, category, remote, royalty } as Parameters<typeof priceOf>[0], POLICY);
          expect(totalOf(lines)).toBeGreaterThanOrEqual(royalty);
          expect(lines.filter((l) => l.cents < 0).length).toBeLessThanOrEqual(1);
          if (!canHurry(route as never)) expect(lines.some((l) => l.what === 'Fast handling')).toBe(false);
        },
      ),
    );
  });
  it('an undergraduate pays a third of an interlibrary loan', () =>
    expect(totalOf(priceOf({ route: 'ill-loan', speed: 'standard', category: 'undergraduate', remote: false, royalty: 0 }, POLICY))).toBe(
      300,
    ));
  it('is written with a real minus', () => expect([money(650), money(-600)]).toEqual(['6.50', '−6.00']));
});

describe('promise and rules', () => {
  it('asks lenders one after the other and sums up the chance', () => {
    const p = promise(slipFor(byTitle('The nori century')));
    expect(p?.asked.length).toBeGreaterThan(0);
    const chances = p?.asked.map((a) => a.cumulative) ?? [];
    expect(chances).toEqual([...chances].sort((a, b) => a - b));
    expect(p?.chance).toBeCloseTo(chances.at(-1) ?? 0, 10);
  });
  it('a whole e-book is refused, its chapter is not', () => {
    const ebook = byTitle('Food security on cold coasts');
    expect(promise(slipFor(ebook))?.rules.some((r) => r.weight === 'refuse')).toBe(true);
    const chapter = slipFor(ebook, { wanted: 'chapter', route: 'ill-copy' });
    expect(promise({ ...chapter, item: { ...chapter.item, chapter: 'Two' } })?.rules.map((r) => r.weight)).not.toContain('refuse');
  });
  it('more than half a book is refused; over a tenth without a chapter costs a royalty; a named chapter does not', () => {
    const base = slipFor(byTitle('Nori, dulse, kelp'), { wanted: 'chapter', route: 'scan', from: 'fellgate' });
    const weights = (item: Partial<Slip['item']>) =>
      promise({ ...base, item: { ...base.item, totalPages: '200', ...item } })?.rules.map((r) => r.weight);
    expect(weights({ pages: '1-120' })).toContain('refuse');
    expect(weights({ pages: '1-40' })).toContain('royalty');
    expect(weights({ pages: '1-40', chapter: 'Iodine' })).toEqual(['note']);
    expect(weights({ pages: '1-400' })).toContain('refuse');
  });
  it('a second article of an issue costs a royalty', () => {
    const slip = slipFor(byTitle('Iodine, arsenic'), { wanted: 'article', route: 'ill-copy' });
    expect(promise(slip, { ...NO_HISTORY, sameIssue: 1 })?.lines.map((l) => l.what)).toContain('Royalty to the rights holder');
    expect(promise(slip)?.lines.map((l) => l.what)).not.toContain('Royalty to the rights holder');
  });
  it('over the limit is refused', () =>
    expect(promise({ ...slipFor(byTitle('The nori century')), limit: '1' })?.rules.map((r) => r.text)).toContain(
      'The price is over the limit you set.',
    ));
});

describe('life of a slip', () => {
  const now = '2026-11-02T09:20';
  const sent = () =>
    markSent(putInOutgoing(slipFor(byTitle('Salt, smoke')), { median: now, likely: now, chance: 1, lines: [], total: 0 }, now), now);
  const message = (status: (typeof STATUSES)[number], time: string) => ({
    requestId: 'S-test-0001',
    supplyingAgency: 'LGD:X',
    supplierName: 'Somewhere',
    timestamp: time,
    reason: 'StatusChange' as const,
    status,
    note: status,
    expected: '',
    url: '',
  });
  it('moves forward only, whatever order the messages come in, and each counts once', () => {
    const steps = ['RequestReceived', 'ExpectToSupply', 'WillSupply', 'Loaned'] as const;
    const messages = steps.map((s, i) => message(s, `2026-11-0${i + 3}T10:00`));
    fc.assert(
      fc.property(fc.shuffledSubarray([...messages, ...messages], { minLength: 8 }), (order) => {
        const slip = order.reduce(applyMessage, sent());
        expect(slip.state).toBe('on-its-way');
        expect(slip.messages.map((m) => m.status)).toEqual([...steps]);
      }),
    );
  });
  it('another slip’s message changes nothing', () => {
    const slip = sent();
    expect(applyMessage(slip, { ...message('Loaned', now), requestId: 'S-other' })).toBe(slip);
  });
  it('can be withdrawn until someone has started on it, and reopened only before it left', () => {
    const slip = sent();
    expect(canWithdraw(slip)).toBe(true);
    expect(withdraw(slip, now).state).toBe('withdrawn');
    const started = applyMessage(slip, message('WillSupply', now));
    expect([canWithdraw(started), withdraw(started, now)]).toEqual([false, started]);
    expect(backToDraft(slip, now)).toBe(slip);
  });
  it('arrives once and is finished by the reader', () => {
    const here = applyArrival(sent(), { slip: 'S-test-0001', time: now, place: 'Quayside' });
    expect(here.state).toBe('ready');
    expect(applyArrival(here, { slip: 'S-test-0001', time: now, place: 'Quayside' })).toBe(here);
    expect(finish(here, now).state).toBe('finished');
    expect(slipTitle(here)).toMatch(/^Salt, smoke/);
  });
});

describe('ISO 18626', () => {
  it('a request comes back as it went, whatever is written in it', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', minLength: 1 }), fc.string(), (title, note) => {
        const base = slipFor(byTitle('Salt, smoke'));
        fc.pre(title.trim() !== '' && !/\p{Cc}|\p{Cs}|[\ufffe\uffff]/u.test(title + note));
        const read = readRequest(requestFor({ ...base, note, item: { ...base.item, title } }, 'LGD:T', '2026-11-02T09:10'));
        expect(read).toMatchObject({
          requestId: base.id,
          title: title.trim(),
          note: note.trim(),
          serviceType: 'Loan',
          record: base.record as RecordId,
        });
      }),
    );
  });
  it('characters that XML cannot carry are dropped', () => {
    const base = slipFor(byTitle('Salt, smoke'));
    const xml = requestFor({ ...base, item: { ...base.item, title: 'a\u0007b' } }, 'LGD:T', '2026-11-02T09:10');
    expect(readRequest(xml)).toMatchObject({ title: 'ab' });
  });
  it('every status comes back, and its confirmation names the request', () => {
    for (const status of STATUSES) {
      const m = {
        requestId: 'S-1',
        supplyingAgency: 'LGD:A',
        supplierName: 'A & B <C>',
        timestamp: '2026-11-02T10:00',
        reason: 'StatusChange' as const,
        status,
        note: '“n”',
        expected: '2026-11-05',
        url: '',
      };
      expect(readSupplyingMessage(supplyingMessage(m, 'LGD:T'))).toEqual(m);
    }
    const request = readRequest(requestFor(slipFor(byTitle('Salt, smoke')), 'LGD:T', '2026-11-02T09:10'));
    expect('problem' in request ? '' : confirmationFor(request, '2026-11-02T09:11')).toContain('S-test-0001');
  });
  it.each(['', '<a>', '<ISO18626Message/>', '<ISO18626Message><request/></ISO18626Message>', 'not xml at all'])(
    '%j is refused in words',
    (xml) => expect(readRequest(xml)).toMatchObject({ problem: expect.any(String) }),
  );
  it('entities do not explode', () => {
    const bomb = `<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "${'&a;'.repeat(5000)}"><!ENTITY c "${'&b;'.repeat(5000)}">]><ISO18626Message><request>&c;</request></ISO18626Message>`;
    let answer: unknown;
    try {
      answer = readRequest(bomb);
    } catch (error) {
      answer = { problem: String(error) };
    }
    expect(answer).toMatchObject({ problem: expect.any(String) });
  });
});

describe('the lending stand-in', () => {
  it('tells the same story every time, in order of time, and ends in an arrival, a file or a refusal', () => {
    for (const [title, route, wanted] of [
      ['The nori century', 'ill-loan', 'loan'],
      ['Salt, smoke', 'partner-loan', 'loan'],
      ['Kelp on the plate', 'ill-copy', 'article'],
    ] as const) {
      for (let i = 0; i < 30; i++) {
        const slip = {
          ...slipFor(byTitle(title), { id: `S-try-${i}`, route, wanted, from: route === 'partner-loan' ? 'ostmere' : 'lending' }),
          sent: '2026-11-02T09:10',
        };
        const told = world.service.timeline(slip as never, moment());
        expect(world.service.timeline(slip as never, moment())).toEqual(told);
        const times = told?.messages.map((m) => m.timestamp) ?? [];
        expect(times).toEqual([...times].sort());
        const last = told?.messages.at(-1)?.status;
        expect(told?.arrival !== null || last === 'CopyCompleted' || last === 'Unfilled').toBe(true);
      }
    }
  });
});
