import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Part, ROLES, type Role } from './roles';
import { wholeParts } from './wholeParts';

/** Parts of a text written as `{role words}`; the text without that, and its parts. */
function marked(text: string): readonly [string, readonly Part[]] {
  const parts: Part[] = [];
  let plain = '';
  for (const m of text.matchAll(/\{(\w+) ([^}]*)\}|[^{]+/g)) {
    const [all, role, words] = m;
    if (role) {
      const start = plain.length;
      plain += words;
      parts.push({ role: role as Role, start, end: plain.length, confidence: 1 });
    } else plain += all;
  }
  return [plain, parts];
}
const whole = (text: string): readonly string[] => {
  const [plain, parts] = marked(text);
  return wholeParts(plain, parts).map((p) => `${p.role} ${plain.slice(p.start, p.end)}`);
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
