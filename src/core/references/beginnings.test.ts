/** Whoever stands at the beginning and was taken for nobody; and what stands there and is nobody. */
import { describe, expect, it } from 'vitest';
import { inWords, markedParts } from '../../../tests/fixtures/markedParts';
import { withBeginning } from './beginnings';

describe('a reference begins', () => {
  it.each([
    [
      'with family names between strokes',
      'Dladi-Teko/van Dornholz, {title De l’archive}, {year 1970}',
      'author Dladi-Teko/van Dornholz | title De l’archive | year 1970',
    ],
    [
      'with a label, and the same people after it',
      'Sotman/Durin ({year 1987}): Sotman, M./Durin, G.: {title Effects}, in: {container The Daily}',
      'author Sotman/Durin | year 1987 | author Sotman, M./Durin, G. | title Effects | container The Daily',
    ],
    [
      'with a body that its title names again',
      '{author Ministério da Saúde} ({year 1926}): {title Ministério da Saúde: Chromophagella}',
      'author Ministério da Saúde | year 1926 | title Chromophagella',
    ],
    [
      'with somebody with initials, whose editor comes later',
      'Rautenfels, J. von: {title Reise}. Hrsg. von {editor K. Möwenthal}. {year 1902}',
      'author Rautenfels, J. von | title Reise | editor K. Möwenthal | year 1902',
    ],
    [
      'with a body',
      'Tidewater Commission. {genre Report} {title on Our Quays}. {year 1971}',
      'author Tidewater Commission | genre Report | title on Our Quays | year 1971',
    ],
  ])('%s', (_, marked, said) => expect(inWords(withBeginning, marked)).toBe(said));
  it.each([
    '{author Lind, A.} ({year 2001}): {title Kelp}',
    // Somebody is named already; strokes in a title; a subtitle that begins like nobody.
    'Input/Output, {author Lind, A.}, {title Kelp}, {year 2001}',
    '{title Land/Sea, a border}. {year 2001}',
    'Lind ({year 2001}): Essays. {title Kelp}',
    '{author Lind} ({year 2001}): {title Lindens: a history}',
    // Whoever edits it is named first; words that name no body.
    '{editor Lind, A.} (ed.): {title Kelp}, {year 2001}',
    'Essays on ice. {title Kelp}. {year 2001}',
  ])('as it was read: %s', (marked) => {
    const [text, parts] = markedParts(marked);
    expect(withBeginning(text, parts)).toBe(parts);
  });
});
