/** Years with nothing between them and what is before, and dates that were taken for something else. */
import { describe, expect, it } from 'vitest';
import { inWords, markedParts } from '../../../tests/fixtures/markedParts';
import { withYear } from './yearSeen';

describe('a year that was not read', () => {
  it.each([
    [
      '{title Kelp}, {publisher Perés}, {page 1953394-396}.',
      'title Kelp | publisher Perés | year 1953 | page 394-396',
    ],
    ['{title Kelp}, {page 20141396}.', 'title Kelp | year 2014 | page 1396'],
    [
      '{title Kelp}, {publisher Éd. Mansuri}, {page 1842 35}',
      'title Kelp | publisher Éd. Mansuri | year 1842 | page 35',
    ],
    ['{title Wood}, {place Valmark} 22015.', 'title Wood | place Valmark | year 2015'],
    ['{title Wood}, {place Valmark} 112022.', 'title Wood | place Valmark | year 2022'],
    [
      '{title Absences}, {publisher Jens}, {page 19073}.',
      'title Absences | publisher Jens | year 1907 | edition 3',
    ],
    ['{title Absences}, {publisher Jens}, 19073.', 'title Absences | publisher Jens | year 1907'],
    [
      '{title Border}, {publisher Pagini Press Revised2025}.',
      'title Border | publisher Pagini Press Revised | year 2025',
    ],
    [
      '{author World Health}, {title Weeds} {url http://d.example/x} (Stand 11.01.2013)',
      'author World Health | title Weeds | url http://d.example/x | year 2013',
    ],
    [
      '{author Molely}, {title Indexes}, {publisher Hela}, 1990Rev. ed., {page 42–54}',
      'author Molely | title Indexes | publisher Hela | year 1990 | page 42–54',
    ],
  ])('is seen: %s', (marked, said) => expect(inWords(withYear, marked)).toBe(said));
  it.each([
    '{title Kelp}, {year 2014}, {page 20151396}.',
    // Undated, and says so; looked at; years of what it is about; an article's number; pages of a thick book.
    '{title Kelp}, n.d., {page 20141396}.',
    '{title Kelp} {url http://d.example/x} (accessed 5 March 2020)',
    '{title Kelp in 1914}. {publisher Row}',
    '{title Kelp}, {page 1234567}.',
    '{title Kelp}, {container Tide}, {page 19073}.',
    '{title Kelp}, {place Valmark} 1112022.',
    '{title Kelp}, {page 1500-1520}.',
    '{title Kelp}. {issn 1234-2010}',
  ])('is none: %s', (marked) => {
    const [text, parts] = markedParts(marked);
    expect(withYear(text, parts)).toBe(parts);
  });
});
