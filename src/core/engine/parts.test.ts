import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { stem, termOf, termsFor } from '../words/analysis';
import { fold, words } from '../words/fold';
import { markable, marksIn } from '../words/marks';
import { growU32 } from './build/growable';
import { Best } from './count/best';
import { decodeIndex, FORMAT_VERSION, layoutIndex } from './format/format';
import { byCodePoint, findString, packStrings, prefixRange, stringAt } from './format/strings';

describe('analysis', () => {
  it.each([
    ['Brandsæter', 'brandsaeter'],
    ['RØNNVIK', 'ronnvik'],
    ['ﬁnger', 'finger'],
    ['Straße', 'strasse'],
    ['naïve', 'naive'],
    ['yosun yetiştiriciliği', 'yosun yetistiriciligi'],
  ])('folds %s', (text, folded) => expect(fold(text)).toBe(folded));
  it.each([
    ['small-scale farming', ['small', 'scale', 'farming']],
    ["L'algue", ['algue']],
    ['reader’s don’t', ['reader', 'dont']],
    ['1:50 000, §3', ['1', '50', '000', '3']],
    ['—', []],
  ])('words of %s', (text, list) => expect(words(text)).toEqual(list));
  it('takes endings off by language', () => {
    expect(stem('farming', 'en')).toBe(stem('farmed', 'en'));
    expect(stem('algen', 'de')).toBe(stem('alge', 'de'));
    expect(stem('2023', 'en')).toBe('2023');
    expect(termsFor('kelp')).toContain('kelp');
    // What Finnish endings leave of an English word is no English term.
    expect(termsFor('farming').filter((t) => t === termOf('farming', 'en'))).toHaveLength(1);
    expect(termOf('algen', 'de')).not.toBe(termOf('algen', 'en'));
  });
});

describe('string table', () => {
  it('finds what is in it and nothing else, and prefixes as ranges', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.string({ unit: 'grapheme' })),
        fc.string({ unit: 'grapheme' }),
        (list, other) => {
          const sorted = [...list].sort(byCodePoint);
          const table = packStrings(sorted);
          sorted.forEach((s, i) => {
            expect(findString(table, s)).toBe(i);
            expect(stringAt(table, i)).toBe(s);
          });
          expect(findString(table, other)).toBe(sorted.indexOf(other));
          const [a, b] = prefixRange(table, other);
          expect(sorted.slice(a, b)).toEqual(sorted.filter((s) => s.startsWith(other)));
        },
      ),
    );
  });
});

describe('best', () => {
  it('keeps what sorting would, ties by the smaller id', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 9 })), fc.integer({ min: 0, max: 12 }), (keys, k) => {
        const best = new Best(k);
        keys.forEach((key, id) => {
          best.offer(key, id);
        });
        const expected = keys.map((key, id) => ({ key, id })).sort((a, b) => b.key - a.key || a.id - b.id);
        expect(best.sorted()).toEqual(expected.slice(0, k).map((e) => e.id));
      }),
    );
  });
});

describe('index file', () => {
  const file = () => {
    const a = Uint8Array.of(1, 2, 3);
    const b = Float64Array.of(1.5);
    // The last is only outlined, and written piece by piece.
    const { prefix, placeOf, size } = layoutIndex({ records: 2 }, { a, b, c: { type: 'u32', length: 3 } });
    const bytes = Buffer.alloc(size);
    bytes.set(prefix);
    bytes.set(a, placeOf('a'));
    bytes.set(new Uint8Array(b.buffer), placeOf('b'));
    bytes.set(new Uint8Array(Uint32Array.of(9).buffer), placeOf('c') + 8);
    bytes.set(new Uint8Array(Uint32Array.of(7, 8).buffer), placeOf('c'));
    return bytes;
  };
  const shared = (bytes: Uint8Array) =>
    bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
  it('is read as written', () => {
    const read = decodeIndex(shared(file()));
    if ('problem' in read) throw new Error(read.problem.code);
    expect([...(read.sections.a ?? [])]).toEqual([1, 2, 3]);
    expect([...(read.sections.c ?? [])]).toEqual([7, 8, 9]);
    expect(read.header.meta.records).toBe(2);
  });
  it('a foreign, cut or older file is refused in words', () => {
    expect(decodeIndex(new TextEncoder().encode('something else entirely').buffer)).toEqual({
      problem: { code: 'indexfile.foreign' },
    });
    expect(decodeIndex(shared(file().subarray(0, file().length - 9)))).toMatchObject({
      problem: { code: 'indexfile.cutShort' },
    });
    expect(decodeIndex(shared(file().subarray(0, 40)))).toMatchObject({
      problem: { code: 'indexfile.cutInHeader' },
    });
    const older = Buffer.from(
      file()
        .toString('latin1')
        .replace(
          /"version":\d+/,
          (now) => `"version":${String(FORMAT_VERSION - 1).padStart(now.length - '"version":'.length)}`,
        ),
      'latin1',
    );
    expect(decodeIndex(shared(older))).toMatchObject({
      problem: { code: 'indexfile.otherFormat', values: { found: FORMAT_VERSION - 1, read: FORMAT_VERSION } },
    });
  });
});

describe('growable array', () => {
  it('keeps everything pushed', () => {
    const g = growU32();
    for (let i = 0; i < 5000; i++) g.push(i);
    expect([g.length, g.view()[4999]]).toEqual([5000, 4999]);
  });
});

describe('marking', () => {
  const marks = (text: string, q: string, language = 'en', prefix = false) =>
    marksIn(text, language, markable([{ text: q, prefix }])).map(([a, b]) => text.slice(a, b));
  it('marks other endings, joins neighbours', () => {
    expect(marks('Who buys farmed seaweed?', 'seaweed farming')).toEqual(['farmed seaweed']);
    expect(marks('Brandsæter and others', 'brandsaeter')).toEqual(['Brandsæter']);
    expect(marks('Algenzucht an Küsten', 'küste', 'de')).toEqual(['Küsten']);
    expect(marks('Seaweeds', 'seaw', 'en', true)).toEqual(['Seaweeds']);
    expect(marks('Nothing here', 'kelp')).toEqual([]);
  });
});
