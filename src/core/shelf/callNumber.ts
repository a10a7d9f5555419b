/**
 * Call numbers in the order of the shelf: Library of Congress, Dewey and plain running numbers, and any other
 * scheme by its letters and numbers. Rules, as both schemes' shelving instructions give them: class letters by
 * the alphabet; the class number whole, then decimal; cutters as decimal fractions (`.F3` after `.F29`); years,
 * volumes and copies as whole numbers, after all cutters of the same beginning; nothing before something.
 */

/** lc: Library of Congress · ddc: Dewey · number: a running number · other: none of them. */
export const SCHEMES = ['lc', 'ddc', 'number', 'other'] as const;
export type Scheme = (typeof SCHEMES)[number];

export interface CallNumber {
  readonly scheme: Scheme;
  /** Sorts by code units as the shelf does. */
  readonly key: string;
  /** What is wrong with it for its scheme; it stands where what can be read of it belongs. */
  readonly fault: CallNumberFault | null;
}
/**
 * empty: nothing is written · class: class letters that the scheme does not have · number: no class number
 * behind the letters · short: a Dewey number of fewer than three digits · rest: marks that belong to no scheme.
 */
export type CallNumberFault = 'empty' | 'class' | 'number' | 'short' | 'rest';

/** No call number has a longer whole number. */
const DIGITS = 9;
const whole = (digits: string): string => digits.replace(/^0+(?=\d)/, '').padStart(DIGITS, '0');
const MARKS = /\p{M}+/gu;
/** Parts are ended by what is lower than any letter or digit: so nothing stands before something. */
const END = ' ';
/** Higher than any letter or digit: a volume stands behind every further cutter of the same work. */
const BEHIND = '~';

/** The first letters of the Library of Congress' classes; I, O, W, X and Y are not used by it. */
const LC_CLASSES = 'ABCDEFGHJKLMNPQRSTUVZ';
const LC = /^([A-Z]{1,3})\s*(\d{1,5})(?:\s*\.(\d+))?(?![\d])/;
const LETTERS_ALONE = /^([A-Z]{1,3})(?=\s*(?:\.?\s*[A-Z]\d|$))/;
/** Dewey as written, with the primes that mark where it may be cut short. */
const DEWEY = /^(\d{1,3})(?:\.(\d[\d'’/]*))?(?=\s|$|[A-Z])/;
const RUNNING = /^(\d{4,})(?=\s|$|[-/.])/;
/** A size or a place put before the class: it says on which shelves, not where on them. */
const BEFORE_CLASS =
  /^(?:REF(?:ERENCE)?|FOL(?:IO)?|OVERSIZE|QUARTO|PERIODICAL|JUV(?:ENILE)?|DESK|THESIS|DVD|CD)\b[.:]?\s+(?=[A-Z]{0,3}\s*\d)/;

/** What stands between these parts is not looked at. */
const PARTS =
  /(?<![A-Z])(?:V|VOL|NO|NR|PT|BD|T|C|COP|COPY|SUPPL|INDEX|JG)\.?\s*(\d+)|(?<![A-Z])([A-Z])(\d+)([A-Z]*)|([A-Z]+)|(\d+)/g;
/** Designations written small, or with a point or room before their number: `v.2`, `Bd. 3`, `c2`, `pt 1`. */
const DESIGNATION =
  /(?:^|[\s,;])(?:(?:v|c|no|pt|t|bd|nr|jg|vol|cop)\d|(?:v|vol|no|nr|pt|bd|t|c|cop|copy|suppl|jg)(?:\.\s*|\s+)\d)/i;

/** @param volumes whether single letters with numbers may be volumes: `v.2`; a cutter may look like one */
function restKey(text: string, written: string): string {
  const from = DESIGNATION.exec(written);
  const upTo = from && (/[.\s]/.test(from[0].slice(1)) || /[a-z]/.test(from[0])) ? from.index : text.length;
  return partsKey(text.slice(0, upTo), false) + partsKey(text.slice(upTo), true);
}
function partsKey(text: string, volumes: boolean): string {
  let key = '';
  for (const [all, volume, letter, decimals, suffix, word, number] of text.matchAll(PARTS)) {
    if (volume !== undefined && volumes) key += `${BEHIND}${whole(volume)}${END}`;
    else if (volume !== undefined) key += cutterOrWord(all);
    else if (letter) key += `${letter}${decimals}${suffix}${END}`;
    else key += `${word ?? whole(number ?? '')}${END}`;
  }
  return key;
}
/** What looks like a volume where none is: `V2` is a cutter, `NO 2` a word and a number. */
function cutterOrWord(text: string): string {
  const [, letters = '', between = '', digits = ''] = /^([A-Z]+)(\.?\s*)(\d+)$/.exec(text) ?? [];
  return letters.length === 1 && between === ''
    ? `${letters}${digits}${END}`
    : `${letters}${END}${whole(digits)}${END}`;
}

const SCHEME_KEY: Readonly<Record<Scheme, string>> = { lc: '1', ddc: '2', number: '3', other: '4' };
const classKey = (letters: string, number: string, decimals: string | undefined): string =>
  `${letters}${END}${number === '' ? '' : whole(number)}${decimals ? `.${decimals}` : ''}${END}`;

/** @param given taken as of this scheme; null to find it out */
function read(
  text: string,
  written: string,
  given: Scheme | null,
): Omit<CallNumber, 'key'> & { key: string } {
  const of = (scheme: Scheme, key: string, fault: CallNumberFault | null = null) => ({ scheme, key, fault });
  if (!text) return of(given ?? 'other', '', 'empty');
  const lc = given === null || given === 'lc' ? LC.exec(text) : null;
  if (lc) {
    const [all, letters = '', number = '', decimals] = lc;
    const known = LC_CLASSES.includes(letters.charAt(0));
    if (known || given === 'lc')
      return of(
        'lc',
        classKey(letters, number, decimals) + restKey(text.slice(all.length), written.slice(all.length)),
        known ? null : 'class',
      );
  }
  const alone = given === 'lc' ? /^([A-Z]{1,3})(?![A-Z])/.exec(text) : LETTERS_ALONE.exec(text);
  if (alone && (given === null || given === 'lc')) {
    const [all, letters = ''] = alone;
    // A word and a running number (`Mag. 12`) is no class without its number.
    if (given === 'lc' || (LC_CLASSES.includes(letters.charAt(0)) && letters.length < 3))
      return of(
        'lc',
        classKey(letters, '', undefined) + restKey(text.slice(all.length), written.slice(all.length)),
        'number',
      );
  }
  const running = given === null || given === 'number' ? RUNNING.exec(text) : null;
  if (running || given === 'number')
    return of('number', restKey(text, written), running || /^\d/.test(text) ? null : 'rest');
  const dewey = given === null || given === 'ddc' ? DEWEY.exec(text) : null;
  if (dewey) {
    const [all, number = '', decimals] = dewey;
    return of(
      'ddc',
      classKey('', number, decimals?.replace(/\D/g, '')) +
        restKey(text.slice(all.length), written.slice(all.length)),
      number.length < 3 ? 'short' : null,
    );
  }
  return of(given ?? 'other', restKey(text, written), given && given !== 'other' ? 'rest' : null);
}

/**
 * Reads a call number: its scheme, where it stands, and what is wrong with it. One that is not as its scheme
 * has it stands near its like: with its class as far as it can be read.
 * @param scheme the shelf's, where it is known
 * @example readCallNumber('QK 569 .A4 2019').scheme // 'lc'
 */
export function readCallNumber(callNumber: string, scheme: Scheme | null = null): CallNumber {
  const written = callNumber.normalize('NFKD').replace(MARKS, '').trim();
  // Letters that grow by being written large would shift what stands behind them.
  const upper = Array.from(written, (c) => (c.toUpperCase().length === c.length ? c.toUpperCase() : c)).join(
    '',
  );
  const before = BEFORE_CLASS.exec(upper)?.[0].length ?? 0;
  const found = read(upper.slice(before), written.slice(before), scheme);
  return { ...found, key: `${SCHEME_KEY[found.scheme]}${found.key}` };
}

/**
 * A text that sorts by its code units as the call number stands on the shelf.
 * @example ['QK 569 .A4', 'QK 56 .B2', 'QK 569 .A35'].sort((a, b) => (shelfKey(a) < shelfKey(b) ? -1 : 1))
 *   // ['QK 56 .B2', 'QK 569 .A35', 'QK 569 .A4']
 */
export const shelfKey = (callNumber: string): string => readCallNumber(callNumber).key;

/** By place on the shelf; those that stand in one place, by how they are written. */
export function compareCallNumbers(a: string, b: string): number {
  const [x, y] = [shelfKey(a), shelfKey(b)];
  if (x !== y) return x < y ? -1 : 1;
  return a < b ? -1 : a > b ? 1 : 0;
}
