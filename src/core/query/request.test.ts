import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sentence, sentenceParts } from '../../words/sentence';
import { dayNumber } from '../model/time';
import { REACHES } from '../model/waits';
import {
  choiceOf,
  choose,
  GROUPS,
  NEW_SEARCH,
  printRequest,
  readRequest,
  type SearchRequest,
  SORTS,
  SYNTAXES,
} from './request';

const choices = fc.dictionary(
  fc.constantFrom(...GROUPS),
  fc.uniqueArray(fc.string({ minLength: 1 }), { minLength: 1, maxLength: 3 }),
);
const request: fc.Arbitrary<SearchRequest> = fc.record({
  q: fc.string(),
  syntax: fc.constantFrom(...SYNTAXES),
  exact: fc.boolean(),
  reach: fc.constantFrom(...REACHES),
  keep: choices,
  drop: choices,
  from: fc.option(fc.integer({ min: 1000, max: 2100 })),
  to: fc.option(fc.integer({ min: 1000, max: 2100 })),
  sort: fc.constantFrom(...SORTS),
  needBy: fc.option(fc.integer({ min: 15000, max: 25000 }).map(dayNumber)),
  since: fc.option(fc.integer({ min: 15000, max: 25000 }).map(dayNumber)),
});

describe('a search as an address', () => {
  it('comes back as it was printed', () => {
    fc.assert(
      fc.property(request, (r) => {
        const back = readRequest(new URLSearchParams(printRequest(r).toString()));
        expect(printRequest(back).toString()).toBe(printRequest(r).toString());
        expect(back).toEqual({ ...r, keep: { ...r.keep }, drop: { ...r.drop } });
      }),
    );
  });
  it('broken parameters are no condition', () => {
    expect(readRequest(new URLSearchParams('q=x&reach=moon&from=20&sort=&need=2026-02-30'))).toMatchObject({
      q: 'x',
      reach: 'index',
      from: null,
      sort: 'match',
      needBy: null,
    });
  });
  it('a value is kept, left out or neither, never both', () => {
    const kept = choose(NEW_SEARCH, 'kind', 'book', 'keep');
    const left = choose(kept, 'kind', 'book', 'drop');
    expect([choiceOf(kept, 'kind', 'book'), choiceOf(left, 'kind', 'book'), left.keep.kind]).toEqual([
      'keep',
      'drop',
      undefined,
    ]);
    expect(choose(left, 'kind', 'book', null)).toEqual(NEW_SEARCH);
  });
});

describe('the search sentence', () => {
  it('spells out the defaults too', () => {
    expect(sentence({ ...NEW_SEARCH, q: 'kelp' })).toBe(
      'Every kind about kelp, peer-reviewed or not, from any year, in any language, leaving out news, as far as everything indexed.',
    );
  });
  it('spells out conditions', () => {
    const r: SearchRequest = {
      ...NEW_SEARCH,
      q: 'kelp',
      keep: {
        kind: ['book', 'chapter'],
        peer: ['reviewed'],
        language: ['nb', 'sv'],
        subject: ['Kelps'],
        wait: ['now'],
      },
      from: 2012,
      reach: 'partners',
    };
    expect(sentence(r)).toBe(
      'Books and chapters about kelp, peer-reviewed, from 2012 to now, in Norwegian Bokmål or Swedish, on Kelps, readable now, leaving out news, as far as our partners.',
    );
  });
  it('has a control for every condition', () => {
    fc.assert(
      fc.property(request, (r) => {
        const removable = sentenceParts(r).flatMap((p) =>
          p.choice ? [`${p.choice.group}=${p.choice.value}`] : [],
        );
        for (const g of ['subject', 'person', 'journal', 'place', 'carrier', 'wait'] as const)
          for (const v of r.keep[g] ?? []) expect(removable).toContain(`${g}=${v}`);
      }),
    );
  });
});
