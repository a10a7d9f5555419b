import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { moment, openWorld } from '../../../tests/fixtures/world';
import { READERS } from '../../demo/library';
import { POLICY } from '../../demo/policy';
import { inWords } from '../../words/inWords';
import { sayMoney } from '../../words/say';
import { CATEGORIES, ROUTES, SPEEDS } from '../model/codes';
import type { Reader } from '../model/reader';
import type { DiscoveryRecord } from '../model/record';
import type { Slip } from '../model/slip';
import { canHurry, priceOf, totalOf } from '../policy/price';
import { NO_HISTORY } from './history';
import { slipFaults } from './schema';
import { duplicateOf, itemOf, limitOf, newSlip, wantedChoices } from './slip';
import '../../words/spoken';

let world: ReturnType<typeof openWorld>;
const byTitle = (start: string): DiscoveryRecord => storyItemTitled(start).record;
const reader = READERS[0] as Reader;
beforeAll(() => {
  world = openWorld(400);
});
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
    expect(item).toMatchObject({
      volume: '14',
      issue: '2',
      pages: '101-128',
      year: '2023',
      kind: 'research-article',
    });
    expect([item.author, item.container, item.issn, item.doi].every(Boolean)).toBe(true);
  });
  it('offers what makes sense and says why the rest does not', () => {
    const refusal = (kind: Parameters<typeof wantedChoices>[0], carrier: string) =>
      wantedChoices(kind, carrier).map((c) => [c.wanted, c.refusal !== null]);
    const desks = (buys: boolean) => [
      ['purchase', !buys],
      ['question', false],
    ];
    expect(refusal('research-article', 'online')).toEqual([
      ['article', false],
      ['loan', true],
      ...desks(false),
    ]);
    expect(refusal('book', 'print')).toEqual([['loan', false], ['chapter', false], ...desks(true)]);
    expect(refusal('book', 'online')).toEqual([['loan', true], ['chapter', false], ...desks(true)]);
    expect(refusal('video', 'dvd')).toEqual([['loan', false], ['chapter', true], ...desks(true)]);
    expect(refusal('journal', 'online')).toEqual([['article', false], ['loan', true], ...desks(true)]);
  });
  it('finds its double among the open ones only, and other pages are no double', () => {
    const slip = slipFor(byTitle('Salt, smoke'));
    const first = { ...slip, id: 'S-first', state: 'sent' as const };
    expect(duplicateOf(slip, [first])?.id).toBe('S-first');
    expect(duplicateOf(slip, [{ ...first, state: 'withdrawn' }])).toBeNull();
    expect(duplicateOf(slip, [{ ...first, reader: 'noor' }])).toBeNull();
    const pages = { ...slip, wanted: 'chapter' as const, item: { ...slip.item, pages: '1-9' } };
    expect(
      duplicateOf(pages, [{ ...pages, id: 'S-b', state: 'sent', item: { ...pages.item, pages: '10-20' } }]),
    ).toBeNull();
  });
  it('reads its limit', () => {
    const slip = slipFor(byTitle('Salt, smoke'));
    expect([limitOf(slip), limitOf({ ...slip, limit: '6' }), limitOf({ ...slip, limit: '6,50' })]).toEqual([
      null,
      600,
      650,
    ]);
  });
});

describe('what keeps a slip from going', () => {
  const faults = (change: (s: Slip) => Slip) =>
    slipFaults(change(slipFor(byTitle('Salt, smoke'))), '2026-11-02').map((f) => f.field);
  it('nothing, when it is filled from the index', () => expect(faults((s) => s)).toEqual([]));
  it.each<[string, (s: Slip) => Slip, string]>([
    ['a day in the past', (s) => ({ ...s, needBy: '2026-11-01' }), 'needBy'],
    ['no such day', (s) => ({ ...s, needBy: '2026-02-30' }), 'needBy'],
    ['no title', (s) => ({ ...s, item: { ...s.item, title: ' ' } }), 'item.title'],
    ['a wrong ISBN', (s) => ({ ...s, item: { ...s.item, isbn: '9789999000180' } }), 'item.isbn'],
    ['a wrong e-mail', (s) => ({ ...s, delivery: { to: 'email', email: 'somewhere' } }), 'delivery.email'],
    ['a limit in words', (s) => ({ ...s, limit: 'little' }), 'limit'],
    [
      'a copy without the declaration',
      (s) => ({ ...s, wanted: 'chapter', item: { ...s.item, chapter: '3' } }),
      'declared',
    ],
    ['a whole book as a copy', (s) => ({ ...s, wanted: 'chapter', declared: true }), 'item.chapter'],
  ])('%s', (_name, change, field) => expect(faults(change)).toContain(field));
});

describe('price', () => {
  it('is what the lines say, and never negative', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ROUTES.filter((r) => r !== 'purchase' && r !== 'question')),
        fc.constantFrom(...SPEEDS),
        fc.constantFrom(...CATEGORIES),
        fc.boolean(),
        fc.nat({ max: 5000 }),
        (route, speed, category, remote, royalty) => {
          const lines = priceOf(
            { route, speed, category, remote, royalty } as Parameters<typeof priceOf>[0],
            POLICY,
          );
          expect(totalOf(lines)).toBeGreaterThanOrEqual(Math.min(royalty, POLICY.price.ceiling));
          expect(totalOf(lines)).toBeLessThanOrEqual(POLICY.price.ceiling);
          expect(lines.filter((l) => l.cents < 0).length).toBeLessThanOrEqual(2);
          if (!canHurry(route as never)) expect(lines.some((l) => l.what === 'fast')).toBe(false);
        },
      ),
    );
  });
  it('an undergraduate pays a third of an interlibrary loan', () =>
    expect(
      totalOf(
        priceOf(
          { route: 'ill-loan', speed: 'standard', category: 'undergraduate', remote: false, royalty: 0 },
          POLICY,
        ),
      ),
    ).toBe(300));
  it('is written with a real minus', () =>
    expect([sayMoney(650, 'cr'), sayMoney(-600, 'cr')]).toEqual(['6.50\u00a0cr', '−6.00\u00a0cr']));
});

describe('promise and rules', () => {
  it('asks lenders one after the other and sums up the chance', async () => {
    const p = await promise(slipFor(byTitle('The nori century')));
    expect(p?.asked.length).toBeGreaterThan(0);
    const chances = p?.asked.map((a) => a.cumulative) ?? [];
    expect(chances).toEqual([...chances].sort((a, b) => a - b));
    expect(p?.chance).toBeCloseTo(chances.at(-1) ?? 0, 10);
  });
  it('a whole e-book is refused, its chapter is not', async () => {
    const ebook = byTitle('Food security on cold coasts');
    expect((await promise(slipFor(ebook)))?.rules.some((r) => r.weight === 'refuse')).toBe(true);
    const chapter = slipFor(ebook, { wanted: 'chapter', route: 'ill-copy' });
    expect(
      (await promise({ ...chapter, item: { ...chapter.item, chapter: 'Two' } }))?.rules.map((r) => r.weight),
    ).not.toContain('refuse');
  });
  it('more than half a book is refused; over a tenth without a chapter costs a royalty; a named chapter does not', async () => {
    const base = slipFor(byTitle('Nori, dulse, kelp'), {
      wanted: 'chapter',
      route: 'scan',
      from: 'fellgate',
    });
    const weights = async (item: Partial<Slip['item']>) =>
      (await promise({ ...base, item: { ...base.item, totalPages: '200', ...item } }))?.rules.map(
        (r) => r.weight,
      );
    expect(await weights({ pages: '1-120' })).toContain('refuse');
    expect(await weights({ pages: '1-40' })).toContain('royalty');
    expect(await weights({ pages: '1-40', chapter: 'Iodine' })).toEqual(['note', 'note']);
    expect(await weights({ pages: '1-400' })).toContain('refuse');
  });
  it('a second article of an issue costs a royalty', async () => {
    const slip = slipFor(byTitle('Iodine, arsenic'), { wanted: 'article', route: 'ill-copy' });
    expect((await promise(slip, { ...NO_HISTORY, sameIssue: 1 }))?.lines.map((l) => l.what)).toContain(
      'royalty',
    );
    expect((await promise(slip))?.lines.map((l) => l.what)).not.toContain('royalty');
  });
  it('over the limit is refused', async () =>
    expect(
      (await promise({ ...slipFor(byTitle('The nori century')), limit: '1' }))?.rules.map((r) =>
        inWords(r.text),
      ),
    ).toContain('The price is over the limit you set.'));
});
