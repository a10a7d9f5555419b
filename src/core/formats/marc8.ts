/**
 * MARC-8, in which catalogues wrote before Unicode (MARC 21 Specifications, character sets): 7-bit sets that escape
 * sequences call in, combining marks before their letter. Latin, Greek, Cyrillic, Hebrew, raised and lowered signs
 * are here; what is written in Arabic or East Asian sets is named, and stands as U+FFFD.
 */
import { table } from '../table';

interface CharacterSet {
  readonly letters: ReadonlyMap<number, string>;
  readonly marks: ReadonlyMap<number, string>;
}
/** Letters from a byte on, in order; a blank where there is none. */
const run = (from: number, letters: string): [number, string][] =>
  [...letters].flatMap((c, i): [number, string][] => (c === ' ' ? [] : [[from + i, c]]));
const set = (
  letters: readonly [number, string][],
  marks: readonly [number, string][] = [],
): CharacterSet => ({
  letters: new Map(letters),
  marks: new Map(marks),
});
const ASCII = set(run(0x21, Array.from({ length: 94 }, (_, i) => String.fromCharCode(0x21 + i)).join('')));
/** Marks and figures, which the sets of other scripts have where ASCII has them. */
const COMMON: [number, string][] = [...ASCII.letters].filter(([b]) => b < 0x40);
/** By its final character in an escape sequence. Bytes are those of the low half. */
const SETS = table<CharacterSet>({
  B: ASCII,
  // ANSEL, the extended Latin set.
  E: set(
    run(0x21, 'ŁØĐÞÆŒʹ·♭®±ƠƯʼ ʻłøđþæœʺı£ð ơư  °ℓ℗©♯¿¡ß€'),
    run(
      0x60,
      '\u0309\u0300\u0301\u0302\u0303\u0304\u0306\u0307\u0308\u030c\u030a\ufe20\ufe21\u0315\u030b\u0310\u0327\u0328\u0323\u0324\u0325\u0333\u0332\u0326\u031c\u032e\ufe22\ufe23  \u0313',
    ),
  ),
  g: set(run(0x61, 'αβγ')),
  b: set([...run(0x28, '₍₎ ₊ ₋'), ...run(0x30, '₀₁₂₃₄₅₆₇₈₉')]),
  p: set([...run(0x28, '⁽⁾ ⁺ ⁻'), ...run(0x30, '⁰¹²³⁴⁵⁶⁷⁸⁹')]),
  N: set([...COMMON, ...run(0x40, 'юабцдефгхийклмнопярстужвьызшэщчъЮАБЦДЕФГХИЙКЛМНОПЯРСТУЖВЬЫЗШЭЩЧЪ')]),
  Q: set([...run(0x40, 'ґђѓєёѕіїјљњћќўџ ѣѳѵѫ'), ...run(0x5b, '[ ] _'), ...run(0x60, 'ҐЂЃЄЁЅІЇЈЉЊЋЌЎЏЪѢѲѴѪ')]),
  S: set(
    [
      ...run(0x30, '«»“”ʹ͵'),
      [0x3b, '·'],
      [0x3f, ';'],
      ...run(0x41, 'ΑΒ ΓΔΕϚϜΖΗΘΙΚΛΜΝΞΟΠϞΡΣ ΤΥΦΧΨΩϠ'),
      ...run(0x61, 'αβϐγδεϛϝζηθικλμνξοπϟρσςτυφχψωϡ'),
    ],
    run(0x21, '\u0300\u0301\u0308\u0342\u0313\u0314\u0345'),
  ),
  '2': set(
    [
      ...COMMON,
      [0x22, '״'],
      [0x27, '׳'],
      [0x2d, '־'],
      ...run(0x5b, '[ ]'),
      ...run(0x60, 'אבגדהוזחטיךכלםמןנסעףפץצקרשתװױײ'),
    ],
    run(0x40, '\u05b7\u05b8\u05b6\u05b5\u05b4\u05b9\u05bb\u05b0\u05b2\u05b3\u05b1\u05bc\u05bf\u05c1\ufb1e'),
  ),
});
/** Sets that are called in and not had here. */
const NAMES = table<string>({ '3': 'Arabic', '4': 'Arabic', '1': 'East Asian' });
const ESCAPE = 0x1b;
const UNKNOWN = '\ufffd';

export interface Marc8Text {
  readonly text: string;
  /** Names of sets that could not be read; empty when all could. */
  readonly unread: readonly string[];
  /** A mark before what is no letter, or a byte that no set has: it is in some other encoding. */
  readonly odd: boolean;
}
/**
 * Bytes of a field as text, composed (NFC). Never throws: what is in no set that is known here stands as U+FFFD.
 */
export function decodeMarc8(bytes: Uint8Array): Marc8Text {
  let out = '';
  let marks = '';
  const unread = new Set<string>();
  let [low, high] = ['B', 'E'];
  /** A letter, and behind it the marks that stood before it. */
  let odd = false;
  const put = (letter: string): void => {
    if (marks && !/\p{L}/u.test(letter)) odd = true;
    out += letter + marks;
    marks = '';
  };
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i] as number;
    if (byte === ESCAPE) {
      const call = callAt(bytes, i);
      if (call.half === 'low') low = call.set;
      else if (call.half === 'high') high = call.set;
      i += call.length - 1;
      continue;
    }
    if (byte < 0x21 || byte === 0x7f || (byte >= 0x80 && byte <= 0xa0)) {
      // Marks for leaving an article out when sorting (0x88, 0x89) and joiners say nothing to a reader.
      if (byte < 0x80) put(byte === 0x7f ? '' : String.fromCharCode(byte));
      continue;
    }
    const name = byte < 0x80 ? low : high;
    const own = SETS.get(name);
    if (!own) {
      unread.add(NAMES.get(name) ?? name);
      // East Asian letters are three bytes each.
      if (name === '1') i += 2;
      put(UNKNOWN);
      continue;
    }
    const place = byte & 0x7f;
    const mark = own.marks.get(place);
    if (mark) marks += mark;
    else {
      const letter = own.letters.get(place);
      if (letter === undefined) odd = true;
      put(letter ?? UNKNOWN);
    }
  }
  put('');
  const text = out.replace(/&#x([0-9A-F]{1,6});/gi, (all, hex: string) => {
    const code = Number.parseInt(hex, 16);
    return code > 0x1f && code <= 0x10ffff ? String.fromCodePoint(code) : all;
  });
  return { text: text.normalize('NFC'), unread: [...unread], odd };
}
/** Which set an escape sequence calls in, and for which half. */
function callAt(bytes: Uint8Array, at: number): { half: 'low' | 'high' | null; set: string; length: number } {
  const char = (k: number): string => String.fromCharCode(bytes[at + k] ?? 0);
  const [a, b] = [char(1), char(2)];
  if (/[gbp]/.test(a)) return { half: 'low', set: a, length: 2 };
  if (a === 's') return { half: 'low', set: 'B', length: 2 };
  if (a === '$') {
    // Sets of several bytes: `$1`, `$,1`, `$)1`, `$-1`.
    const second = /[,()-]/.test(b);
    return {
      half: b === ')' || b === '-' ? 'high' : 'low',
      set: second ? char(3) : b,
      length: second ? 4 : 3,
    };
  }
  if (!/[(),-]/.test(a)) return { half: null, set: '', length: 1 };
  // `!E`: ANSEL has an intermediate character of its own.
  const more = b === '!' ? 1 : 0;
  return { half: /[),-]/.test(a) && a !== ',' ? 'high' : 'low', set: char(2 + more), length: 3 + more };
}
