/**
 * What is looked at when a reference is read: for each token the same list of questions, each with its answer
 * hashed to a place in a table of weights (feature hashing: Weinberger et al. 2009). Questions are about the token
 * and those beside it, the stretch between two marks that it stands in, the whole reference; in the second walk
 * also about what the first walk took everything for.
 */
import { placeOf, type Seen, textNumber } from './chain';
import { ROLES, type Role } from './roles';
import type { Token } from './tokens';

/** Places in the tables; facts that share one blur each other, which training evens out. */
export const TABLE = 1 << 17;

const OPENING = new Set(['“', '"', '‘', '«', '„', "'", '‹', '”']);
const CLOSING = new Set(['”', '"', '’', '»', '“', "'", '›', '‘']);
const isDash = (s: string): boolean => s === '-' || s === '–' || s === '—';
const bucket = (n: number): number => (n < 4 ? n : n < 7 ? 4 : n < 12 ? 5 : 6);
const SHORT_CUES = new Set(['vol', 'no', 'pp', 'eds', 'edn', 'trans', 'al', 'month', 'in', 'doi', 'paper']);
const TELLING = [
  'press',
  'univ',
  'journal',
  'thesis',
  'report',
  'review',
  'month',
  'in',
  'eds',
  'accessed',
  'video',
  'paper',
  'edn',
  'series',
  'vol',
  'no',
  'pp',
  'available',
  'trans',
  'by',
  'newspaper',
  'nd',
  'chapter',
];

/** Stretches between marks. */
interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly words: number;
  readonly low: number;
  readonly caps: number;
  readonly digits: number;
  readonly initials: number;
  /** Words with a stop behind them. */
  readonly dotted: number;
  readonly cues: number;
  readonly head: number;
  readonly tail: number;
}

/** A reference with all that is asked of it more than once. */
class Looked {
  readonly n: number;
  readonly word: Uint32Array;
  readonly shape: Uint32Array;
  /** The cue, or the shape where it is none. */
  readonly cue: Uint32Array;
  readonly tail: Uint32Array;
  readonly stretch: readonly Stretch[];
  /** Of each token. */
  readonly own: Uint16Array;
  readonly sentence: Uint16Array;
  readonly sentenceLength: readonly number[];
  readonly dotRun: Uint8Array;
  readonly dotPlace: Uint8Array;
  readonly firstYear: number;
  readonly lastYear: number;
  readonly years: number;

  constructor(readonly tokens: readonly Token[]) {
    const n = tokens.length;
    this.n = n;
    this.word = Uint32Array.from(tokens, (t) => textNumber(t.key));
    this.shape = Uint32Array.from(tokens, (t) => textNumber(t.shape));
    this.cue = Uint32Array.from(tokens, (t) => textNumber(t.cue || t.shape));
    this.tail = Uint32Array.from(tokens, (t) =>
      t.text.length > 4 ? textNumber(t.text.slice(-3).toLowerCase()) : 7,
    );
    const shapeAt = (i: number): string => tokens[i]?.shape ?? '';
    const isWord = (i: number): boolean => /^(?:Cap|Cp|CAPS|II?|low|lo|roman|ROMAN)$/.test(shapeAt(i));
    // Runs of shortened words, `J. Soil. Sci. Transmont.`: one thing, though full of stops.
    this.dotRun = new Uint8Array(n);
    this.dotPlace = new Uint8Array(n);
    for (let i = 0; i < n; i++) {
      let to = i;
      let words = 0;
      while (
        to + 1 < n &&
        isWord(to) &&
        tokens[to + 1]?.text === '.' &&
        (tokens[to]?.key.length ?? 99) <= 10
      ) {
        words++;
        to += 2;
      }
      if (!words) continue;
      for (let k = i; k < to; k++) {
        this.dotRun[k] = Math.min(7, words);
        this.dotPlace[k] = Math.min(7, (k - i) >> 1);
      }
      i = to - 1;
    }
    const stops = tokens.map((t, i) => {
      if (t.text === '?' || t.text === '!') return true;
      if (t.text !== '.') return false;
      if (shapeAt(i - 1) === 'I' || SHORT_CUES.has(tokens[i - 1]?.cue ?? '')) return false;
      if (!(tokens[i + 1]?.spaced ?? true) && isWord(i + 1)) return false;
      const run = this.dotRun[i] as number;
      // Within a run of three or more, only its end ends anything.
      return !(run >= 3 && (this.dotRun[i + 1] ?? 0) >= 3 && this.dotPlace[i + 1] !== 0);
    });
    const breaks = tokens.map(
      (t, i) => stops[i] || /^[,;:()[\]]$/.test(t.text) || (isDash(t.text) && t.spaced),
    );
    const stretch: Stretch[] = [];
    this.own = new Uint16Array(n);
    for (let i = 0, from = 0; i <= n; i++) {
      if (i < n && !breaks[i]) continue;
      let [low, caps, digits, initials, dotted, cues, words] = [0, 0, 0, 0, 0, 0, 0];
      for (let k = from; k < i; k++) {
        const t = tokens[k] as Token;
        if (t.shape === 'low' || t.shape === 'lo') low++;
        else if (t.shape === 'Cap' || t.shape === 'Cp') caps++;
        else if (/^(?:N|YEAR|ORD|eN)/.test(t.shape)) digits++;
        else if (t.shape === 'I' || t.shape === 'II') initials++;
        if (isWord(k)) words++;
        if (tokens[k + 1]?.text === '.' && isWord(k)) dotted++;
        const cue = t.cue ? TELLING.indexOf(t.cue) : -1;
        if (cue >= 0) cues |= 1 << cue;
      }
      stretch.push({
        from,
        to: i,
        words,
        low,
        caps,
        digits,
        initials,
        dotted,
        cues,
        head: this.word[from] ?? 1,
        tail: this.word[i - 1] ?? 1,
      });
      for (let k = from; k <= i && k < n; k++) this.own[k] = stretch.length - 1;
      from = i + 1;
    }
    this.stretch = stretch;
    this.sentence = new Uint16Array(n);
    for (let i = 1; i < n; i++) this.sentence[i] = (this.sentence[i - 1] as number) + (stops[i - 1] ? 1 : 0);
    const length = new Array<number>((this.sentence[n - 1] ?? 0) + 1).fill(0);
    for (const s of this.sentence) length[s] = (length[s] as number) + 1;
    this.sentenceLength = length;
    const years = tokens.flatMap((t, i) => (t.shape === 'YEAR' || t.shape === 'YEARx' ? [i] : []));
    this.firstYear = years[0] ?? -1;
    this.lastYear = years.at(-1) ?? -1;
    this.years = years.length;
  }
}
const NOBODY: Stretch = {
  from: -1,
  to: -1,
  words: 0,
  low: 0,
  caps: 0,
  digits: 0,
  initials: 0,
  dotted: 0,
  cues: 0,
  head: 2,
  tail: 3,
};
const [START, END] = [11, 13] as const;
const side = (i: number, at: number): number => (at < 0 ? 0 : i < at ? 1 : i === at ? 2 : 3);

/** A reference as the first walk sees it, and as the second does: the same, and what the first took it for. */
export interface Looks {
  readonly first: Seen;
  /** @param taken the role of each token after the first walk, indices into ROLES */
  readonly again: (taken: Uint8Array) => Seen;
}
export function looksAt(tokens: readonly Token[]): Looks {
  const look = new Looked(tokens);
  const {
    n,
    word,
    shape,
    cue,
    stretch,
    own,
    sentence,
    sentenceLength,
    dotRun,
    dotPlace,
    firstYear,
    lastYear,
  } = look;
  const at = (list: Uint32Array, i: number): number => (i < 0 ? START : i >= n ? END : (list[i] as number));
  const text = (i: number): string => tokens[i]?.text ?? '';
  let quoted = 0;
  let round = 0;
  let seenQuote = 0;
  let seenIn = 0;
  const hasQuote = tokens.some((t) => /[“”„«»"]/.test(t.text)) ? 1 : 0;
  const hasIn = tokens.some((t) => t.cue === 'in' && t.shape === 'Cp') ? 1 : 0;
  const opening = placeOf(1 << 30, 0, at(shape, 0), at(shape, 1), at(shape, 2), at(shape, 3));
  const [sides, sizes] = [new Uint8Array(tokens.length), new Uint8Array(tokens.length)];
  const places: number[] = [];
  let width = 0;
  for (let i = 0; i < n; i++) {
    const t = tokens[i] as Token;
    if (
      !quoted &&
      OPENING.has(t.text) &&
      (t.spaced || i === 0 || text(i - 1) === '(') &&
      !(tokens[i + 1]?.spaced ?? true)
    ) {
      quoted = 1;
      seenQuote = 1;
    } else if (quoted && CLOSING.has(t.text)) quoted = 0;
    if (t.text === '(' || t.text === '[') round++;
    const s = stretch[own[i] as number] as Stretch;
    const before = stretch[(own[i] as number) - 1] ?? NOBODY;
    const after = stretch[(own[i] as number) + 1] ?? NOBODY;
    const [w0, s0, c0] = [word[i] as number, shape[i] as number, cue[i] as number];
    const [c1, c2, c3] = [at(cue, i - 1), at(cue, i - 2), at(cue, i - 3)];
    const [d1, d2, d3] = [at(cue, i + 1), at(cue, i + 2), at(cue, i + 3)];
    const [w1, w2, v1, v2] = [at(word, i - 1), at(word, i - 2), at(word, i + 1), at(word, i + 2)];
    const y = side(i, firstYear) * 4 + side(i, lastYear);
    const stretchNo = Math.min(9, own[i] as number);
    const sent = Math.min(9, sentence[i] as number);
    let q = 0;
    const ask = (a: number, b = 0, c = 0, d = 0): void => {
      places.push(placeOf(TABLE, q++, a, b, c, d));
    };
    // The token and its neighbours.
    ask(w0);
    ask(s0, t.spaced ? 1 : 0);
    ask(c0, y);
    ask(at(look.tail, i), s0);
    ask(c1, s0);
    ask(d1, s0);
    ask(c2, s0);
    ask(d2, s0);
    ask(c3, c0);
    ask(d3, c0);
    ask(w1, s0);
    ask(v1, s0);
    ask(w2, c1, s0);
    ask(v2, d1, s0);
    ask(w1, w0);
    ask(w0, v1);
    ask(c1, c0, 1);
    ask(c0, d1, 2);
    ask(c1, c0, d1);
    ask(c2, c1, c0);
    ask(c0, d1, d2);
    ask(c2, c1, c0, d1);
    ask(c1, c0, d1, d2);
    ask(c3, c2, c1, c0);
    ask(c0, d1, d2, d3);
    ask(at(shape, i - 2), at(shape, i - 1), s0, placeOf(1 << 30, 1, at(shape, i + 1), at(shape, i + 2)));
    ask(at(shape, i - 4), at(shape, i - 3), at(shape, i - 2), placeOf(1 << 30, 2, at(shape, i - 1), s0));
    ask(s0, at(shape, i + 1), at(shape, i + 2), placeOf(1 << 30, 3, at(shape, i + 3), at(shape, i + 4)));
    ask(t.spaced ? 1 : 0, c1, c0, tokens[i + 1]?.spaced ? 1 : 0);
    // Where it stands.
    ask(Math.floor((10 * i) / n), s0);
    ask(i < 8 ? i : 8, s0, c1);
    ask(bucket(n - i), s0, c0);
    ask(y, s0, sent);
    ask(sent, y, bucket(sentenceLength[sentence[i] as number] as number));
    ask(quoted * 2 + seenQuote, s0, hasQuote);
    ask(quoted * 4 + seenQuote * 2 + seenIn, y, hasQuote, s0);
    ask(Math.min(2, round), c0, y);
    ask(Math.min(2, round), c1, c0, s.cues);
    ask(seenIn * 2 + hasIn, s0, sent, y);
    ask(seenIn * 2 + hasIn, s.cues, sent);
    ask(opening, sent, y, s0);
    // The stretch between two marks.
    const size = bucket(s.to - s.from);
    const around = placeOf(1 << 30, 4, at(shape, s.from - 1), at(shape, s.to));
    ask(size, bucket(s.low), s.digits > 0 ? 1 : 0, bucket(s.caps));
    ask(s.cues, s0);
    ask(before.cues, s.cues, after.cues);
    ask(bucket(s.initials), bucket(s.caps), bucket(s.low), y);
    ask(around, size, y);
    ask(around, bucket(s.low), bucket(s.caps), quoted);
    ask(at(shape, s.to), bucket(after.words), after.digits > 0 ? 1 : 0, bucket(after.low));
    ask(at(shape, s.from - 1), bucket(before.words), bucket(before.low), bucket(before.initials));
    ask(stretchNo, bucket(s.low), bucket(s.caps), y);
    ask(stretchNo, opening, y);
    ask(s.head, size, s0);
    ask(s.tail, size, s0);
    ask(s.head, around);
    ask(after.head, at(shape, s.to), bucket(after.words));
    ask(before.tail, at(shape, s.from - 1), size);
    ask(i - s.from === 0 ? 1 : 2, s.to - i === 1 ? 1 : 2, around, s0);
    ask(at(shape, after.to), bucket(after.words), after.digits, at(shape, s.to));
    // What comes next that is a number, and over which mark.
    ask(after.digits, after.words, at(shape, after.from), size);
    ask(bucket(s.dotted), dotRun[i] as number, dotPlace[i] as number, s0);
    ask(dotRun[i] as number, y, sent, s0);
    ask(dotRun[i + 1] ?? 0, dotRun[i - 1] ?? 0, c1, c0);
    ask(bucket(look.years), side(i, firstYear), side(i, lastYear), s0);
    ask(
      bucket(sentenceLength[(sentence[i] as number) + 1] ?? 0),
      bucket(sentenceLength[(sentence[i] as number) - 1] ?? 0),
      bucket(sentenceLength[sentence[i] as number] as number),
      y,
    );
    sides[i] = y;
    sizes[i] = size;
    width = q;
    if (t.cue === 'in' && (t.shape === 'Cp' || /^[,.:;]$/.test(text(i - 1)) || text(i + 1) === ':'))
      seenIn = 1;
    if (t.text === ')' || t.text === ']') round = Math.max(0, round - 1);
  }
  const first: Seen = { n, width, places: Uint32Array.from(places) };
  const again = (taken: Uint8Array): Seen => {
    const second = secondLook(taken);
    const all: number[] = [];
    let whole = width;
    for (let i = 0; i < n; i++) {
      for (let k = i * width; k < (i + 1) * width; k++) all.push(first.places[k] as number);
      let q = width;
      const ask = (a: number, b = 0, c = 0, d = 0): void => {
        all.push(placeOf(TABLE, q++, a, b, c, d));
      };
      second(
        i,
        ask,
        word[i] as number,
        shape[i] as number,
        cue[i] as number,
        sides[i] as number,
        sizes[i] as number,
      );
      whole = q;
    }
    return { n, width: whole, places: Uint32Array.from(all) };
  };
  return { first, again };
}

const NOT_SEEN = 30;
const BIT = (roles: readonly Role[]): Uint32Array =>
  Uint32Array.from(ROLES, (r) => (roles.includes(r) ? 1 << roles.indexOf(r) : 0));
const COUNTED: readonly Role[] = [
  'author',
  'editor',
  'year',
  'title',
  'container',
  'volume',
  'issue',
  'page',
  'publisher',
  'place',
];
/** What the first walk took the rest for: which parts stand before and behind, and how long this one is. */
function secondLook(taken: Uint8Array) {
  const n = taken.length;
  const bits = BIT(COUNTED);
  const left = new Uint32Array(n);
  const right = new Uint32Array(n);
  for (let i = 1; i < n; i++) left[i] = (left[i - 1] as number) | (bits[taken[i - 1] as number] as number);
  for (let i = n - 2; i >= 0; i--)
    right[i] = (right[i + 1] as number) | (bits[taken[i + 1] as number] as number);
  // Runs of one role, without what belongs to none.
  const runs: { role: number; from: number; to: number }[] = [];
  const runOf = new Int16Array(n);
  for (let i = 0; i < n; i++) {
    const role = taken[i] as number;
    const last = runs.at(-1);
    if (role !== 0 && last?.role === role && i - last.to <= 2) last.to = i + 1;
    else if (role !== 0) runs.push({ role, from: i, to: i + 1 });
    runOf[i] = runs.length - 1;
  }
  const longest = new Map<number, number>();
  const many = new Map<number, number>();
  const first = new Map<number, number>();
  for (const [k, r] of runs.entries()) {
    if (!first.has(r.role)) first.set(r.role, k);
    longest.set(r.role, Math.max(longest.get(r.role) ?? 0, r.to - r.from));
    many.set(r.role, (many.get(r.role) ?? 0) + 1);
  }
  const roleAt = (i: number): number => (i < 0 || i >= n ? NOT_SEEN : (taken[i] as number));
  return (
    i: number,
    ask: (a: number, b?: number, c?: number, d?: number) => void,
    w0: number,
    s0: number,
    c0: number,
    y: number,
    size: number,
  ): void => {
    const q0 = roleAt(i);
    const k = runOf[i] as number;
    const within = runs[k] !== undefined && i < (runs[k] as { to: number }).to;
    const run = runs[k] ?? { role: NOT_SEEN, from: 0, to: 0 };
    const prev = runs[within ? k - 1 : k]?.role ?? NOT_SEEN;
    const prev2 = runs[within ? k - 2 : k - 1]?.role ?? NOT_SEEN;
    const next = runs[k + 1]?.role ?? NOT_SEEN;
    const next2 = runs[k + 2]?.role ?? NOT_SEEN;
    ask(q0, 1);
    ask(q0, c0);
    ask(q0, w0);
    ask(q0, s0, y);
    ask(roleAt(i - 1), q0, roleAt(i + 1));
    ask(roleAt(i - 2), roleAt(i - 1), q0, s0);
    ask(q0, roleAt(i + 1), roleAt(i + 2), s0);
    ask(roleAt(i - 3), roleAt(i + 3), q0);
    ask(roleAt(i - 4), roleAt(i + 4), q0);
    ask(prev, q0, next);
    ask(prev2, prev, q0, next);
    ask(prev, q0, next, next2);
    ask(prev, next, s0, c0);
    ask(left[i] as number, q0);
    ask(right[i] as number, q0);
    ask(left[i] as number, right[i] as number, q0);
    ask((left[i] as number) & 0b111111, (right[i] as number) & 0b111111, q0, s0);
    ask(q0, bucket(run.to - run.from), within ? 1 : 0, run.to - run.from === longest.get(run.role) ? 1 : 0);
    ask(q0, many.get(q0) ?? 0, (first.get(q0) ?? -1) === k ? 1 : 0, y);
    ask(q0, size, prev, next);
    ask((left[n - 1] ?? 0) | (bits[taken[n - 1] as number] as number), q0, s0);
  };
}
