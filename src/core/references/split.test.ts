/** Lists parted into references. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { BY_HAND } from '../../../tests/fixtures/byHand';
import { splitReferences } from './split';
import { decodeModel } from './tagger';

const model = decodeModel(readFileSync('public/models/references.bin'));

describe('splitting', () => {
  const list = [
    'Adewold, E., & Ostholt, N. (2024). School kitchens and sea vegetables: A two-year feeding trial. Coastal Food Systems, 16(3), 201–222.',
    'Lindqvarn, Theodora. The Edible Shore: A History of Seaweeds as Food. Harrow Tide Press, 2019.',
    'Ivermura C. Voices from the Brae parishes. In: Prenstra I, editor. Essays on title sequences. Ilvane Studies; 2025. p. 12-38.',
  ];
  const texts = (pasted: string) => splitReferences(pasted, model).map((s) => s.text);
  it.each([
    ['blank lines', list.join('\n\n')],
    ['a line each', list.join('\n')],
    ['Windows line ends', list.join('\r\n')],
    ['numbers', list.map((t, i) => `${i + 1}. ${t}`).join('\n')],
    ['brackets', list.map((t, i) => `[${i + 3}] ${t}`).join('\n')],
    ['bullets', list.map((t) => `• ${t}`).join('\n')],
    ['a heading and page numbers', `References\n${list.join('\n\n')}\n\n17\n`],
    ['hanging indents', list.map((t) => t.replace(/(.{60}\S*) /, '$1\n    ')).join('\n')],
  ])('%s', (_, pasted) => expect(texts(pasted)).toEqual(list));
  it('mends words cut at a line’s end, but not ranges', () => {
    expect(texts('Lind, A. (2019). Informa-\ntion on coasts. Coastal Studies, 12, 101-\n128.')).toEqual([
      'Lind, A. (2019). Information on coasts. Coastal Studies, 12, 101-128.',
    ]);
  });
  // Twenty at a time, wrapped without any sign of where the next begins. Lines alone find 180, 188 and 177 of them.
  const hand = BY_HAND.trim()
    .split('\n')
    .filter((_, i) => i % 2 === 0);
  const squash = (t: string): string => t.replace(/[\s-]/g, '');
  it.each([
    [38, 184],
    [80, 190],
    [100, 188],
  ])(
    'references in two hundred ways, wrapped at %i letters: what is open is told by reading',
    (width, least) => {
      const wrapped = (t: string): string =>
        t.replace(new RegExp(`(?=.{${width + 1}})(.{1,${width}}|\\S+)\\s+`, 'gu'), '$1\n');
      let found = 0;
      for (let at = 0; at < hand.length; at += 20) {
        const some = hand.slice(at, at + 20);
        const got = new Set(texts(some.map(wrapped).join('\n')).map(squash));
        found += some.filter((t) => got.has(squash(t))).length;
      }
      expect(found).toBeGreaterThanOrEqual(least);
    },
  );
  it('places point into what was pasted', () => {
    const pasted = list.join('\n\n');
    for (const s of splitReferences(pasted, model)) expect(pasted.slice(s.start, s.end)).toBe(s.text);
  });
  it('nothing makes nothing', () => expect(splitReferences(' \n\n17\n', model)).toEqual([]));
});

/** A list as it is set, and what it says. */
const COUNTED: readonly (readonly [text: string, said: string])[] = [
  [
    '14 Bao, Y. and Kely, A. 1990. The robot X. Calmont: Row Press.',
    'Bao, Y. and Kely, A. 1990. The robot X. Calmont: Row Press.',
  ],
  [
    '15 ten Kampma, R. 1986. Mapping frameworks. Tide, 87, 393–410.',
    'ten Kampma, R. 1986. Mapping frameworks. Tide, 87, 393–410.',
  ],
  [
    '16 2016. Lanland v Statistical Office of Lanborough. Vol. 545.',
    '2016. Lanland v Statistical Office of Lanborough. Vol. 545.',
  ],
  [
    '17 “Do weeds change?” 1910. Ardenmont Herald, 3 April.',
    '“Do weeds change?” 1910. Ardenmont Herald, 3 April.',
  ],
  [
    '18 1558: Small harbours. 2004. Available at https://vesmore.example.net/.',
    '1558: Small harbours. 2004. Available at https://vesmore.example.net/.',
  ],
  [
    '19 Ostholt, N. 2020. Dulse and the coast. Harrow: Tide Press.',
    'Ostholt, N. 2020. Dulse and the coast. Harrow: Tide Press.',
  ],
];
describe('what counts', () => {
  const texts = (pasted: string) => splitReferences(pasted, model).map((s) => s.text);
  it('is no part of what it counts, whatever that begins with', () =>
    expect(texts(COUNTED.map(([text]) => text).join('\n'))).toEqual(COUNTED.map(([, said]) => said)));
  it('is no year', () => {
    const [first, second] = [
      '1952. Kulikar v. Vesi. 12 K.3d 130.',
      'Ostholt, N. 2020. Dulse and the coast. Harrow: Tide Press.',
    ];
    expect(texts(`${first}\n${second}`)).toEqual([first, second]);
    const others = [
      '(2017): Horses of the sea, 6 March 2017.',
      '2016 Annual report of the harbour. Harrow: Tide Press.',
    ];
    expect(texts(others.join('\n\n'))).toEqual(others);
    // Of a long list it may be one.
    const long = [1951, 1952, 1953].map(
      (n) => `${n}. Ostholt, N. 2020. Dulse and the ${n}th coast. Harrow: Tide Press.`,
    );
    expect(texts(long.join('\n'))).toEqual(long.map((t) => t.slice(6)));
  });
  it('parts a paragraph, though something odd stands behind a number', () => {
    const said = COUNTED.map(([, t]) => t);
    expect(texts(said.map((t, i) => `[${i + 1}] ${t}`).join(' '))).toEqual(said);
    // What is not seen to begin is not told from the one before; those behind it are.
    const paragraph = said.map((t, i) => (i === 2 ? t : `${i + 1}. ${t}`)).join(' ');
    expect(texts(paragraph)).toEqual([said[0], `${said[1]} ${said[2]}`, `${said[3]} 5. ${said[4]}`, said[5]]);
  });
});
