import { describe, expect, it } from 'vitest';
import { editionLabel, peopleLabel } from '../../words/labels';
import { numbering, pageCount, shortName } from './describe';
import { ownerSet, ownersIn } from './record';

const people = [
  'Okonedo-Falk, Amara',
  'Brandsæter, Ivo',
  'Vellacott, Rosa',
  'Hallgrim, Sigga',
  'Oyelaran, Tobi',
].map((n) => ({
  family: n.split(', ')[0] ?? '',
  given: n.split(', ')[1] ?? '',
}));

describe('lines', () => {
  it('people', () => {
    expect(peopleLabel({ author: people.slice(0, 3) })).toBe(
      'Okonedo-Falk, A., Brandsæter, I. and Vellacott, R.',
    );
    expect(peopleLabel({ author: people })).toBe(
      'Okonedo-Falk, A., Brandsæter, I., Vellacott, R. and 2 more',
    );
    expect(peopleLabel({})).toBe('');
    expect(peopleLabel({ editor: people.slice(0, 1) })).toBe('Okonedo-Falk, A. (ed.)');
    expect(shortName({ family: 'Oya', given: 'Jean-Luc' })).toBe('Oya, J. L.');
    expect(shortName({ literal: 'Shore Industries Survey' })).toBe('Shore Industries Survey');
  });
  it('numbering', () =>
    expect(
      numbering({
        id: '1',
        type: 'article-journal',
        title: 't',
        volume: '14',
        issue: '2',
        page: '101-128',
        issued: { 'date-parts': [[2023]] },
      }),
    ).toBe('14(2), 2023, 101–128'));
  it.each([
    ['2', '2nd edition'],
    ['11', '11th edition'],
    ['21', '21st edition'],
    ['revised', 'revised'],
    [undefined, ''],
  ])('edition %s', (given, said) => expect(editionLabel(given)).toBe(said));
  it.each([
    ['101-128', 28],
    ['61–91', 31],
    ['5', 1],
    ['288-91', 4],
    ['3-5, 9', 4],
    ['e12', null],
    ['9-3x', null],
    [undefined, null],
  ])('pages %s', (given, n) => expect(pageCount(given)).toBe(n));
});

describe('owner sets', () => {
  it('give back what was put in', () => {
    const set = ownerSet([0, 3, 4, 139], 140);
    expect(set).toHaveLength(35);
    expect(ownersIn(set)).toEqual([0, 3, 4, 139]);
    expect(ownersIn(undefined)).toEqual([]);
  });
});
