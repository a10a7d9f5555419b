/** Titles in quotation marks, of all sorts, cut and run on; and quotation marks that are none of a whole title. */
import { describe, expect, it } from 'vitest';
import { inWords, markedParts } from '../../../tests/fixtures/markedParts';
import { quotedTitle } from './quoted';

describe('a title in quotation marks', () => {
  it.each([
    [
      '{author Pind, C.} ({year 1997}), "{title Introduction – Evidence from Melbury" Current}, {container Robot & Winter}, {volume 7}',
      'author Pind, C. | year 1997 | title Introduction – Evidence from Melbury | container Current, Robot & Winter | volume 7',
    ],
    [
      '{author Chou, P.} {year 1914}. “{title Weeds in Upper Maria, 1886–1947}. {container Visual Grief,” The Sunday Zanland}',
      'author Chou, P. | year 1914 | title Weeds in Upper Maria, 1886–1947. Visual Grief | container The Sunday Zanland',
    ],
    [
      '{author Lich, A.} ”{title Smoke} 11”, {container Dorwick Rev}., vol. {volume 87}',
      'author Lich, A. | title Smoke 11 | container Dorwick Rev | volume 87',
    ],
    [
      '{author Kam, K}. “‘Cell’: {container Index Shadow in Marmore}.” ePlay {volume 2018}',
      'author Kam, K | title ‘Cell’: Index Shadow in Marmore | volume 2018',
    ],
    [
      '{author Laan, T.} {year 2001} « Virus, {container income & cell ». The Weed} {title of Religions}. {place Quardon}',
      'author Laan, T. | year 2001 | title Virus, income & cell | container The Weed of Religions | place Quardon',
    ],
    [
      '{author Ministère 2025 « Elastic shock IV}. {title oral informations} ». {container Projet}',
      'author Ministère 2025 | title Elastic shock IV. oral informations | container Projet',
    ],
    [
      '„{title Radbury on ports}“ Julieta R. Casosa. In {container Guilts}, {year 1996}',
      'title Radbury on ports | author Julieta R. Casosa | container Guilts | year 1996',
    ],
    [
      '{author Ministère de la Santé} {year 2025} « {author Elastic shock} IV. {title oral informations} ». {container Projet Ilmya}',
      'author Ministère de la Santé | year 2025 | title Elastic shock IV. oral informations | container Projet Ilmya',
    ],
    [
      '8. {author Rom, K.} ‘‘{title Why Cycles Matter}. {container The Case of Quarmark}’’, ed. {editor Nager, A.}, {year 1913}',
      'author Rom, K. | title Why Cycles Matter. The Case of Quarmark | editor Nager, A. | year 1913',
    ],
    [
      '„{title Hälsa och tång“ Eva Ekland}. {container Norya}, {year 2015}',
      'title Hälsa och tång | author Eva Ekland | container Norya | year 2015',
    ],
    [
      '{author Hage, B.}, ‘{title The farmers}’ rights in Tarnia’, {container Soil} {volume 3}',
      'author Hage, B. | title The farmers’ rights in Tarnia | container Soil | volume 3',
    ],
  ])('is what they enclose: %s', (marked, whole) => {
    expect(inWords(quotedTitle, marked)).toBe(whole);
  });
  it.each([
    // A word quoted within a title, at its end, or at its beginning.
    '{author Lind, A.} ({year 2019}). {title Getting to “yes” in mud}. {publisher Row Press}.',
    '{author Lind, A.} ({year 2019}). {title Salt, or “the white gold”}. {container Tide}, {volume 3}',
    '{author Lind, A.} ({year 2019}). “{title Yes” to kelp}. {container Tide}, {volume 3}',
    '{author Lind, A.} ({year 2019}). “{title Yes”: A Word in Mud}. {container Tide}, {volume 3}',
    '{author Lind, A.} « {title la mer », ou le travail}, {publisher Row}, {year 2019}',
    // Whole already.
    '{author Lind, A.} “{title Kelp},” {container Tide} {volume 3}',
    // Closed nowhere, or far behind other things.
    '{author Lind, A.} “{title Kelp}, {container Tide} {volume 3}',
    '{author Lind, A.} “{title Kelp}, {container Tide} {volume 3} (“{publisher Row}”)',
    // Somebody’s by-name.
    '{author Ann “Salt” Lind} ({year 2019}). {title Kelp}. {publisher Row}',
  ])('stays as it was read: %s', (marked) => {
    const [text, parts] = markedParts(marked);
    expect(quotedTitle(text, parts)).toBe(parts);
  });
});
