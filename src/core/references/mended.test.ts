import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { WINDOWS } from '../decode';
import { isMisread, mended } from './mended';
import { splitReferences } from './split';
import { decodeModel } from './tagger';

const model = decodeModel(readFileSync('public/models/references.bin'));
/** What a program makes of UTF-8 that takes it for Windows-1252. */
const misreading = (text: string): string =>
  Array.from(new TextEncoder().encode(text), (b) => WINDOWS[b - 0x80] ?? String.fromCharCode(b)).join('');
const mend = (text: string): string => mended(text, isMisread(text));

describe('what other programs did to a text', () => {
  it('letters and marks read in the wrong encoding are as they were written', () => {
    const letters = fc.constantFrom(...'aeknrt ,.-'.split(''), ...'éèàüöäßñçåøæÅÉłžš“”‘’–—…'.split(''));
    fc.assert(
      fc.property(fc.array(letters, { maxLength: 40 }), (drawn) => {
        const text = `é—${drawn.join('')}`;
        expect(mend(misreading(text))).toBe(text);
      }),
      { numRuns: 300, seed: 3 },
    );
  });
  it.each([
    'Ó Briain, «CORAÇÃO», “É” – «IRMÃ»',
    'DUNIÈRES, É. «L’ÎLE» (1999).',
    'Â la carte, 2004',
    'Müller & Söhne; AT&T; a &c. b',
    '',
  ])('what was right stays: %s', (text) => expect(mend(text)).toBe(text));
  it('characters written as HTML are themselves', () =>
    expect(
      mend('&quot;Tang &amp; Torf&quot;, &#201;. Lind &#x2013; &lt;https://a.example&gt; &nosuch;'),
    ).toBe('"Tang & Torf", É. Lind – <https://a.example> &nosuch;'));
  it('is taken back before blanks are made one: à is half a blank to who misreads it', () => {
    const text = 'Dunières, W. (2012). De là à ici — une école. Coastal Studies, 12, 246–269.';
    expect(
      splitReferences(misreading(text).replace('une', 'une&#10;&nbsp;'), model).map((s) => s.text),
    ).toEqual([text]);
  });
  it('a pasted list is mended, and its places stay those of what was pasted', () => {
    const list = [
      'Dunières, W., & Eldström, M. (2012). Living with “tourist” trails. Coastal Studies, 12, 246–269.',
      'Gupawa, V. (2014). Kelp & dulse at sea. Coastal Studies, 14, 1–9.',
    ];
    const pasted = list.map((t) => misreading(t).replaceAll('&', '&amp;')).join('\n\n');
    const found = splitReferences(pasted, model);
    expect(found.map((s) => s.text)).toEqual(list);
    expect(found.map((s) => pasted.slice(s.start, s.end))).toEqual(pasted.split('\n\n'));
  });
});
