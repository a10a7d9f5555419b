/**
 * A pasted bibliography, cut into references. Each line is judged by a trained chain (`lines.ts`), and where that leaves
 * it open, by how what it parts would be read; numbers that count up within one paragraph part it into lines before that.
 */
import { bestPath, scoresOf, worthThrough } from './chain';
import { LINE_STATES, type Line, type LineState, linesOf, linesSeen, type Marker, markerOf } from './lines';
import { isMisread, mended } from './mended';
import { lookAt } from './read';
import { type Model, worthReading } from './tagger';

export interface SplitReference {
  /** On one line, hyphens at line ends and what other programs did to it mended. */
  readonly text: string;
  /** Place in the pasted text, UTF-16 units. */
  readonly start: number;
  readonly end: number;
}

/** Letters of what is joined already that are looked at, so that many lines take no longer than they are long. */
const LOOKED_AT = 120;
const ADDRESS_BEGUN = /https?:\/\/|10\.\d{4,9}\/|^\S{80}/;
const lastWord = (line: string): string => line.slice(line.lastIndexOf(' ') + 1).slice(0, 300);
/**
 * Lines as one: a word cut by a hyphen at the line's end is mended, a range of pages or an address keeps its own.
 */
function join(lines: readonly string[]): string {
  const pieces: string[] = [];
  let tail = '';
  const add = (text: string): void => {
    pieces.push(text);
    tail = (tail + text).slice(-LOOKED_AT);
  };
  for (const text of lines) {
    if (!tail) add(text);
    else if (/[\p{Ll}][-\u00ad‐]$/u.test(tail) && /^\p{Ll}/u.test(text)) {
      pieces.push((pieces.pop() as string).slice(0, -1));
      tail = tail.slice(0, -1);
      add(text);
    } else if (/[/.\-_=&?]$/.test(tail) && ADDRESS_BEGUN.test(lastWord(tail)) && /^\S/.test(text)) add(text);
    else if (/\d[-–]$/u.test(tail) && /^\d/.test(text)) add(text);
    else add(` ${text}`);
  }
  return pieces
    .join('')
    .replace(/\u00ad/g, '')
    .replace(/\s+/g, ' ')
    .trim();
}

/** Numbers within a paragraph: `… 341–359. 2. Ostholt N. …`; what stands behind one begins a reference. */
const BEGINS =
  '(?=[\\p{Lu}“"«‘„\']|(?:van|von|de|der|den|del|della|di|da|du|la|le|el|al|ter|ten|af|av|zu|dos|das|do)\\s)';
const WITHIN = [
  /(?<=^|\s)\[(\d{1,4})\]\s*(?=[^\s,.;:)\]])/gu,
  new RegExp(`(?<=^|\\s)\\((\\d{1,3})\\)\\s+${BEGINS}`, 'gu'),
  new RegExp(`(?<=^|\\s)(\\d{1,3})[.)]\\s+${BEGINS}`, 'gu'),
] as const;
const LONG_LINE = 120;
/** What stands before a number that counts is ended. */
const ENDED = /[.\])”"?!\d;/]\s*$/u;
interface Counted {
  readonly at: number;
  readonly number: number;
  readonly ended: boolean;
}
/**
 * Where the numbers count up from the first: of several places for a number that one which follows an end, since
 * volumes are numbers too.
 */
function counted(line: string, pattern: RegExp): number[] {
  const byNumber = new Map<number, Counted[]>();
  let first: Counted | null = null;
  for (const m of line.matchAll(pattern)) {
    const at = m.index ?? 0;
    const one = { at, number: Number(m[1]), ended: ENDED.test(line.slice(Math.max(0, at - 4), at)) };
    const known = byNumber.get(one.number);
    if (known) known.push(one);
    else byNumber.set(one.number, [one]);
    if (!first && (at < 3 || one.number < 3)) first = one;
  }
  const cuts: number[] = [];
  for (let own = first; own; ) {
    cuts.push(own.at);
    const { at, number } = own;
    const behind = (n: number): readonly Counted[] => (byNumber.get(n) ?? []).filter((c) => c.at > at);
    const next = behind(number + 1);
    // One whose beginning is not seen takes none of those behind it along.
    own = next.find((c) => c.ended) ?? next[0] ?? behind(number + 2).find((c) => c.ended) ?? null;
  }
  return cuts;
}
/** A line that counts references within it, as lines of one reference each; else as it is. */
function countedWithin(line: Line): Line[] {
  if (line.text.length < LONG_LINE) return [line];
  for (const pattern of WITHIN) {
    const cuts = counted(line.text, pattern);
    // A line of its own number is no list yet: the next one must follow within it.
    const inside = cuts.filter((at) => at > 2);
    if (cuts.length < 2 || !inside.length) continue;
    const from = [0, ...inside];
    return from.map((at, k) => {
      const text = line.text.slice(at, from[k + 1]);
      return { ...line, text: text.trim(), start: line.start + at, gap: k ? 0 : line.gap };
    });
  }
  return [line];
}

/**
 * What is sure is not left to the chain: a range goes on over a line's end, and in a list that counts a higher number
 * behind an end begins the next, though some between were left out.
 */
function surely(lines: readonly Line[], states: readonly LineState[]): LineState[] {
  const last = new Map<string, number>();
  return states.map((state, i) => {
    const [before, own] = [lines[i - 1]?.text ?? '', lines[i] as Line];
    if (/\d[-–]$/u.test(before) && /^\d/.test(own.text)) return 'goes on';
    const { sort, number, length } = markerOf(own.text);
    const counted = /^(?:stop|brackets|round)$/.test(sort);
    const known = last.get(sort);
    const next =
      counted &&
      known !== undefined &&
      number > known &&
      ENDED.test(before.slice(-4)) &&
      /^[\p{Lu}“"«‘„]/u.test(own.text.slice(length, length + 2));
    const sure = next ? 'begins' : state;
    if (counted && sure === 'begins') last.set(sort, number);
    return sure;
  });
}

const [GOES_ON, BEGINS_HERE] = [LINE_STATES.indexOf('goes on'), LINE_STATES.indexOf('begins')];
/** Nearer than so the chain leaves it open whether a reference begins at a line: some seven lines of a hundred. */
const OPEN = 300;
/** What a line says of that weighs so many times what reading says. */
const LINES_WEIGH = 5;
/** Of a list so many lines are tried, those that are most open; each costs some milliseconds. */
const TRIED_AT_MOST = 150;
/** Lines before and behind that are read, and letters of them. */
const NEAR = 12;
const READ_AT_MOST = 3000;
/**
 * Where lines leave it open whether a reference begins, reading tells: two that are taken for one make a worse
 * reference than each by itself, and so do two halves of one. Of a hundred true ends of references one is not seen
 * so, of a hundred places within them fewer than five are taken for ends; found on styles that the reader was trained with.
 * @param worth of the best way through each state at each line
 */
function asRead(
  lines: readonly Line[],
  states: readonly LineState[],
  worth: Float64Array,
  model: Model,
): LineState[] {
  const own = [...states];
  const lead = (i: number): number => {
    const at = i * LINE_STATES.length;
    return (worth[at + BEGINS_HERE] as number) - (worth[at + GOES_ON] as number);
  };
  const open = [...lines.keys()]
    .filter((i) => i > 0 && states[i] !== 'none' && Math.abs(lead(i)) < OPEN)
    .sort((a, b) => Math.abs(lead(a)) - Math.abs(lead(b)))
    .slice(0, TRIED_AT_MOST)
    .sort((a, b) => a - b);
  const value = (some: readonly string[]): number => worthReading(lookAt(join(some), model).weighed, model);
  for (const i of open) {
    let [from, to] = [i - 1, i + 1];
    while (from > 0 && own[from] !== 'begins' && i - from < NEAR) from--;
    while (to < lines.length && own[to] !== 'begins' && to - i < NEAR) to++;
    const textsOf = (a: number, b: number): string[] =>
      lines.slice(a, b).flatMap((l, k) => (own[a + k] === 'none' ? [] : l.text));
    const [before, behind] = [textsOf(from, i), textsOf(i, to)];
    const both = [...before, ...behind];
    if (!before.length || both.reduce((n, t) => n + t.length, 0) > READ_AT_MOST) continue;
    const gain = value(before) + value(behind) - value(both);
    own[i] = gain + LINES_WEIGH * lead(i) > 0 ? 'begins' : 'goes on';
  }
  return own;
}

/** A number before whatever it counts: `72 de Perés`, `8 1558: a year`. */
const BARE = /^(\d{1,4})\s+(?=\S)/;
/** A number that may be a year as well: lists seldom count so far. In square brackets it is none. */
const mayBeYear = ({ sort, number }: Marker): boolean =>
  sort !== 'brackets' && number >= 1400 && number < 2100;
/**
 * How much of each reference's first line counts it. Where a number may be something else (a year, or what begins a
 * title), those beside tell: it counts where they go on counting.
 */
function countedBy(firsts: readonly string[]): number[] {
  const bare = firsts.map((t) => Number(BARE.exec(t)?.[1] ?? Number.NaN));
  const markers = firsts.map(markerOf);
  const counts = markers.map((m) => m.number);
  return firsts.map((text, i) => {
    const own = markers[i] as Marker;
    const beside = (numbers: readonly number[]): boolean =>
      numbers[i - 1] === (numbers[i] as number) - 1 || numbers[i + 1] === (numbers[i] as number) + 1;
    if (own.length && !mayBeYear(own)) return own.length;
    if (own.length) return beside(counts) ? own.length : 0;
    return beside(bare) ? (BARE.exec(text)?.[0].length ?? 0) : 0;
  });
}

/**
 * Cuts pasted text into references; headings and page numbers are left out.
 * @example splitReferences('Lind, A. (2019). Kelp.\n\nOst, N. (2020). Dulse.', model).length // 2
 */
export function splitReferences(text: string, model: Model): SplitReference[] {
  const lines = linesOf(text).flatMap(countedWithin);
  if (!lines.length) return [];
  const seen = linesSeen(lines, model.words);
  const scores = scoresOf(seen, model.lines);
  const path = bestPath(scores, seen.n, model.lines);
  const taken = Array.from(path, (s) => LINE_STATES[s] ?? 'goes on');
  const states = surely(lines, asRead(lines, taken, worthThrough(scores, seen.n, model.lines), model));
  const misread = isMisread(text);
  const groups: Line[][] = [];
  let begun = false;
  for (const [i, line] of lines.entries()) {
    if (states[i] === 'none') continue;
    if (states[i] === 'begins' || !begun) groups.push([line]);
    else groups.at(-1)?.push(line);
    begun = true;
  }
  const counted = countedBy(groups.map((own) => (own[0] as Line).text));
  return groups.flatMap((own, i): SplitReference[] => {
    const [first, last] = [own[0] as Line, own.at(-1) as Line];
    const joined = join(own.map((l, k) => mended(k ? l.text : l.text.slice(counted[i]), misread)));
    return joined.length > 3 && /\p{L}/u.test(joined)
      ? [{ text: joined, start: first.start, end: last.start + last.text.length }]
      : [];
  });
}
