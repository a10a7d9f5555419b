import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { markedParts, saidParts } from '../../../tests/fixtures/markedParts';
import { type Part, ROLES } from './roles';
import { wholeParts } from './wholeParts';

const whole = (text: string): readonly string[] => {
  const [plain, parts] = markedParts(text);
  return saidParts(plain, wholeParts(plain, parts));
};

describe('parts made whole', () => {
  it.each([
    [
      'what was opened is closed',
      '{author Lind}. {title Tang [Seaweed}] on. {year 2019}',
      ['author Lind', 'title Tang [Seaweed]', 'year 2019'],
    ],
    [
      'a year in brackets within a name, beside the reference’s own',
      'In: {container Proc. 9th Workshop (CoGeo} {year 2016}), {page 1–9}. ({year 2017})',
      ['container Proc. 9th Workshop (CoGeo 2016)', 'page 1–9', 'year 2017'],
    ],
    [
      'the only year stays one',
      '{title On kelp}. {container Proc. (CoGeo} {year 2016})',
      ['title On kelp', 'container Proc. (CoGeo', 'year 2016'],
    ],
    [
      'a bracket of the whole reference is no part’s',
      '{author Smet}, {title Dorpen in 1900 (verhandeling}, {publisher Gent}, {year 1975}).',
      ['author Smet', 'title Dorpen in 1900', 'publisher Gent', 'year 1975'],
    ],
    [
      'what is never closed stays as it was read',
      '{title Tides (and other things}. {year 2001}',
      ['title Tides (and other things', 'year 2001'],
    ],
    [
      'the pages of a part stand between its title and what it is in',
      '{author Sand}. {year 2003}. {title Shallow Variations Pages 11–61 in The Pregnancy of Stress}. {publisher Xii}',
      [
        'author Sand',
        'year 2003',
        'title Shallow Variations',
        'page 11–61',
        'container The Pregnancy of Stress',
        'publisher Xii',
      ],
    ],
    [
      'the same where what it is in was read',
      '{author Nar}. {title Spectrotopology. Pages S20–S27} in {container Prose: Second Conference}.',
      ['author Nar', 'title Spectrotopology', 'page S20–S27', 'container Prose: Second Conference'],
    ],
    [
      'a bracket that a title closes was opened in it',
      '{author Crow, J. Height (}{title 1713)}. {container The Sunday}, {year 1957}',
      ['author Crow, J.', 'title Height (1713)', 'container The Sunday', 'year 1957'],
    ],
    [
      'pages within a title are its words',
      '{title Lost Pages in the history of kelp}. {publisher Row}, {year 1957}',
      ['title Lost Pages in the history of kelp', 'publisher Row', 'year 1957'],
    ],
    [
      'a number that counts is of the title',
      '{author Plattner}: 100 {title Jahre Leuchtfeuer}. {year 1988}',
      ['author Plattner', 'title 100 Jahre Leuchtfeuer', 'year 1988'],
    ],
    [
      'a number behind a word is that word’s, one of another part its own',
      'Report 7 {title On kelp}. {volume 12} {title On tides}',
      ['title On kelp', 'volume 12', 'title On tides'],
    ],
    [
      'a sentence goes on behind a quotation in it',
      '{title Getting to “yes}” in mud. {container J Shore} {year 1990}',
      ['title Getting to “yes” in mud', 'container J Shore', 'year 1990'],
    ],
    [
      'a quoted title ends with its quotation',
      '“{title Why harbours freeze}” in {container Ann. Cold} {year 1990}',
      ['title Why harbours freeze', 'container Ann. Cold', 'year 1990'],
    ],
    [
      'a thing that stands in nothing has a title, and no container',
      '{editor Dunmallow} (ed.) {year 1989} {container Readings in Peat}. {place London}',
      ['editor Dunmallow', 'year 1989', 'title Readings in Peat', 'place London'],
    ],
    [
      'a container stays one where something stands in it',
      '{author Lind}, {container Phys. Shore Lett.} {volume 77}',
      ['author Lind', 'container Phys. Shore Lett.', 'volume 77'],
    ],
  ])('%s', (_, text, wanted) => expect(whole(text)).toEqual(wanted));
  it('never overlap, never leave their text, and stay in order, whatever is read', () => {
    const piece = fc.constantFrom(
      '(',
      ')',
      '[',
      ']',
      '“',
      '”',
      ' 12 ',
      ' 2019 ',
      ' word',
      ' Word',
      '. ',
      ': ',
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(piece, fc.constantFrom('', ...ROLES)), { maxLength: 30 }), (pieces) => {
        let text = '';
        const parts: Part[] = [];
        for (const [words, role] of pieces) {
          const start = text.length;
          text += words;
          if (role && role !== 'other') parts.push({ role, start, end: text.length, confidence: 0.5 });
        }
        let at = 0;
        for (const p of wholeParts(text, parts)) {
          expect(p.start).toBeGreaterThanOrEqual(at);
          expect(p.end).toBeGreaterThan(p.start);
          at = p.end;
        }
        expect(at).toBeLessThanOrEqual(text.length);
      }),
    );
  });
});
