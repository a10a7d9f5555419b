import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ReferenceItem } from '../model/record';
import { wrongIn } from '../model/shape';
import { dayNumber, parseDay } from '../model/time';
import { doublesIn } from './doubles';
import { fetchSheet } from './fetchSheet';
import { asideId, itemId, partsOfItemId } from './ids';
import { movedTo, ordered, placesBetween } from './order';
import { isAside, keyOf, newAside, type PileItem, pileItemShape, pileShape } from './pile';
import { pileStanding, standingCounts } from './standing';

const csl = (title: string, more: Partial<ReferenceItem> = {}): ReferenceItem => ({
  type: 'book',
  title,
  ...more,
});
const anItem = (title: string, more: Partial<PileItem> = {}): PileItem => {
  const key = keyOf(more.record ?? '', more.csl ?? csl(title));
  return {
    id: itemId('P-1', key),
    pile: 'P-1',
    reader: 'r',
    key,
    record: '',
    csl: csl(title),
    note: '',
    state: 'to-read',
    place: title,
    added: '2026-11-02T09:10',
    ...more,
  };
};
const titles = (list: readonly PileItem[]): string[] => list.map((i) => i.csl.title);
const day = (iso: string) => parseDay(iso) ?? dayNumber(0);

describe('a pile', () => {
  it('is what its shape says, Aside as well', () => {
    expect(wrongIn(pileShape, newAside('anna', '2026-11-02T09:10'))).toBeNull();
    expect(wrongIn(pileItemShape, anItem('Weeds'))).toBeNull();
    expect(wrongIn(pileItemShape, { ...anItem('Weeds'), state: 'eaten' })).toBe('state');
    expect(isAside(newAside('a|b', '2026-11-02T09:10'))).toBe(true);
    expect(asideId('a|b')).not.toContain('|');
  });
  it('takes an item apart again, whatever its key', () => {
    const key = keyOf('', csl('A | B'));
    expect(partsOfItemId(itemId('P-1', key))).toEqual({ pile: 'P-1', key });
  });
  it('calls a thing the same however its title is written, and another work by another name', () => {
    const one = csl('The Edible Shore: A History', { author: [{ family: 'Lindqvarn' }] });
    expect(keyOf('', one)).toBe(keyOf('', { ...one, title: 'the edible shore – a history' }));
    expect(keyOf('', one)).not.toBe(keyOf('', { ...one, author: [{ family: 'Brimoto' }] }));
    expect(keyOf('tu1', one)).toBe(keyOf('tu1', csl('Something else')));
  });
});

describe('the orders', () => {
  const shore = anItem('Shore', {
    place: 'a2',
    csl: csl('Shore', { author: [{ family: 'Øst' }], issued: { 'date-parts': [[2019]] } }),
  });
  const kelp = anItem('Kelp', {
    place: 'a1',
    state: 'read',
    csl: csl('Kelp', { author: [{ family: 'Vik' }], issued: { 'date-parts': [[2024]] } }),
  });
  const dulse = anItem('Dulse', { place: 'a3', state: 'reading', added: '2026-11-03T08:00' });
  const all = [shore, kelp, dulse];
  const none = () => undefined;
  it('by hand, author, year, state, and what was added', () => {
    expect(titles(ordered(all, 'hand', none))).toEqual(['Kelp', 'Shore', 'Dulse']);
    expect(titles(ordered(all, 'author', none))).toEqual(['Dulse', 'Shore', 'Kelp']);
    expect(titles(ordered(all, 'year', none))).toEqual(['Kelp', 'Shore', 'Dulse']);
    expect(titles(ordered(all, 'state', none))).toEqual(['Shore', 'Dulse', 'Kelp']);
    expect(titles(ordered(all, 'added', none))).toEqual(['Dulse', 'Kelp', 'Shore']);
  });
  it('by when, what is not known yet last', () => {
    const when = (i: PileItem) =>
      i === dulse
        ? ({ class: 'now', date: null } as const)
        : i === shore
          ? ({ class: 'week', date: '2026-11-05T09:00' } as const)
          : undefined;
    expect(titles(ordered(all, 'when', when))).toEqual(['Dulse', 'Shore', 'Kelp']);
  });
  it('moves by hand: those moved keep their order, the others their places', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.array(
          fc.tuple(
            fc.array(fc.integer({ min: 0, max: 11 }), { minLength: 1, maxLength: 4 }),
            fc.integer({ min: -1, max: 14 }),
          ),
          { maxLength: 8 },
        ),
        (n, moves) => {
          const places = placesBetween(null, null, n);
          let list = places.map((place, i) => anItem(`T${i}`, { place }));
          let plain = titles(list);
          for (const [picked, to] of moves) {
            const ids = new Set(picked.flatMap((p) => list[p]?.id ?? []));
            const names = new Set(list.filter((i) => ids.has(i.id)).map((i) => i.csl.title));
            const staying = plain.filter((t) => !names.has(t));
            const at = Math.max(0, Math.min(staying.length, to));
            plain = [...staying.slice(0, at), ...plain.filter((t) => names.has(t)), ...staying.slice(at)];
            const changed = new Map(movedTo(list, ids, to)?.map((i) => [i.id, i]) ?? []);
            expect([...changed.keys()].every((id) => ids.has(id))).toBe(true);
            list = ordered(
              list.map((i) => changed.get(i.id) ?? i),
              'hand',
              none,
            );
            expect(titles(list)).toEqual(plain);
          }
        },
      ),
    );
  });
});

describe('where a thing stands', () => {
  const way = (
    class_: 'now' | 'today' | 'week' | 'unlikely',
    date: string | null,
    action: 'open' | 'go' | 'slip',
  ) => ({
    wait: { class: class_, date },
    shelves: [{ campus: 'a', location: 'Level 1', callNumber: 'A 1', premises: false }],
    best: {
      action:
        action === 'open'
          ? ({ do: 'open', href: '/', signIn: false } as const)
          : action === 'go'
            ? ({ do: 'go', campus: 'a' as never } as const)
            : ({ do: 'slip', route: 'ill-copy', from: 'lending' } as const),
    },
  });
  const need = day('2026-11-06');
  it('is in hand, can be read, fetched, is on the way, must be asked for, or comes too late', () => {
    const later = way('week', '2026-11-05T09:00', 'slip');
    expect(pileStanding([{ state: 'ready', promised: null }], undefined, { needBy: need })).toBe('hand');
    expect(pileStanding([], way('now', '2026-11-02T09:10', 'open'), { needBy: need })).toBe('now');
    expect(pileStanding([], way('today', '2026-11-02T14:00', 'go'), { needBy: need })).toBe('fetch');
    expect(
      pileStanding([{ state: 'sourcing', promised: { likely: '2026-11-06T12:00' } }], later, {
        needBy: need,
      }),
    ).toBe('way');
    expect(
      pileStanding([{ state: 'sourcing', promised: { likely: '2026-11-07T12:00' } }], later, {
        needBy: need,
      }),
    ).toBe('late');
    expect(pileStanding([], later, { needBy: need })).toBe('ask');
    expect(pileStanding([{ state: 'draft', promised: null }], later, { needBy: need })).toBe('ask');
    expect(pileStanding([], later, { needBy: day('2026-11-04') })).toBe('late');
    expect(pileStanding([], way('unlikely', null, 'slip'), { needBy: null })).toBe('late');
    expect(pileStanding([], undefined, { needBy: need })).toBe('open');
    const shelf = way('today', '2026-11-02T14:00', 'go');
    expect(pileStanding([], shelf, { needBy: need, looked: { notAt: ['a|Level 1|A 1'] } })).toBe('ask');
    expect(pileStanding([], shelf, { needBy: need, looked: { got: true } })).toBe('hand');
    expect(pileStanding([{ state: 'finished', promised: null }], later, { needBy: null })).toBe('ask');
  });
  it('is counted in the order of the bar', () => {
    expect(standingCounts(['ask', 'now', 'ask'])).toEqual([
      { standing: 'now', n: 1 },
      { standing: 'ask', n: 2 },
    ]);
  });
});

describe('doubles', () => {
  const workOf = (i: PileItem) => (i.record ? 'w1' : undefined);
  it('are the same when they are described the same, or have one number', () => {
    const a = anItem('The Edible Shore', { id: 'a' });
    const b = anItem('the edible shore.', { id: 'b' });
    const c = anItem('Edible shore, a history', {
      id: 'c',
      csl: csl('x', { DOI: 'https://doi.example/10.5555/ABC' }),
    });
    const d = anItem('Other', { id: 'd', csl: csl('y', { DOI: '10.5555/abc' }) });
    const e = anItem('Alone', { id: 'e' });
    const found = doublesIn([a, b, c, d, e], () => undefined);
    expect(found.get('a')).toEqual({ sort: 'same', others: ['b'] });
    expect(found.get('c')).toEqual({ sort: 'same', others: ['d'] });
    expect(found.has('e')).toBe(false);
  });
  it('are versions when they are of one work; chapters of one book are not', () => {
    const print = anItem('Shore', { id: 'p', record: 'r1', csl: csl('Shore') });
    const ebook = anItem('Shore, online', { id: 'q', record: 'r2', csl: csl('Shore (e-book)') });
    expect(doublesIn([print, ebook], workOf).get('p')).toEqual({ sort: 'version', others: ['q'] });
    const chapter = (title: string, id: string) =>
      anItem(title, { id, csl: csl(title, { type: 'chapter', ISBN: '978-0-306-40615-7' }) });
    expect(doublesIn([chapter('One', '1'), chapter('Two', '2')], () => undefined).size).toBe(0);
  });
});

describe('the fetch sheet', () => {
  const shelf = (campus: string, location: string, callNumber: string, premises = false) => ({
    campus,
    location,
    callNumber,
    premises,
  });
  it('goes campus by campus, level by level, along the shelf', () => {
    const sheet = fetchSheet(
      [
        { id: 'a', shelves: [shelf('north', 'Level 10', 'QK 2 .A1')] },
        { id: 'b', shelves: [shelf('north', 'Level 2', 'QK 569 .A4')] },
        { id: 'c', shelves: [shelf('north', 'Level 2', 'QK 569 .A35')] },
        { id: 'd', shelves: [shelf('north', 'Level 1', 'QK 1'), shelf('home', 'Level 3', 'TX 1')] },
        { id: 'e', shelves: [] },
      ],
      ['home', 'north'],
    );
    expect(sheet.map((c) => [c.campus, c.levels.map((l) => [l.location, l.stops.map((s) => s.id)])])).toEqual(
      [
        ['home', [['Level 3', ['d']]]],
        [
          'north',
          [
            ['Level 2', ['c', 'b']],
            ['Level 10', ['a']],
          ],
        ],
      ],
    );
    expect(sheet[0]?.levels[0]?.stops[0]?.elsewhere).toEqual([shelf('north', 'Level 1', 'QK 1')]);
  });
  it('takes the copy that may leave before the one read in the building', () => {
    const sheet = fetchSheet(
      [{ id: 'a', shelves: [shelf('home', 'Level 1', 'A 1', true), shelf('home', 'Level 4', 'A 1')] }],
      ['home'],
    );
    expect(sheet[0]?.levels[0]?.location).toBe('Level 4');
  });
});
