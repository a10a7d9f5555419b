/**
 * What the tagger looks at: for each token a list of small facts, each hashed to a place in the table of
 * weights.
 */
import type { Token } from './tokens';

/**
 * Places in the table; a power of two. Facts that share a place blur each other, which training evens out.
 */
export const TABLE = 1 << 15;

function place(text: string): number {
  let h = 2166136261;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16777619);
  h ^= h >>> 13;
  h = Math.imul(h, 0x5bd1e995);
  return ((h ^ (h >>> 15)) >>> 0) & (TABLE - 1);
}
const OPENING = new Set(['“', '"', '‘', '«', '„']);
const CLOSING = new Set(['”', '"', '’', '»', '“']);
const isDash = (s: string): boolean => s === '-' || s === '–' || s === '—';
const bucket = (n: number): string => (n < 4 ? String(n) : n < 7 ? '4+' : n < 12 ? '7+' : '12+');

/** Places in the table, one list a token. */
export function featuresOf(tokens: readonly Token[]): Uint16Array[] {
  const n = tokens.length;
  const shape = (i: number): string => tokens[i]?.shape ?? (i < 0 ? '<' : '>');
  const cue = (i: number): string => tokens[i]?.cue || shape(i);
  /**
   * Ends a sentence: a full stop that is not behind an initial or a short cue, and is followed by a space.
   */
  const stops = tokens.map(
    (t, i) =>
      (t.text === '.' &&
        shape(i - 1) !== 'I' &&
        !['vol', 'no', 'pp', 'eds', 'edn', 'trans', 'al'].includes(cue(i - 1)) &&
        (tokens[i + 1]?.spaced ?? true)) ||
      t.text === '?' ||
      t.text === '!',
  );
  const breaks = tokens.map(
    (t, i) =>
      stops[i] || [',', ';', ':', '(', ')', '[', ']'].includes(t.text) || (isDash(t.text) && t.spaced),
  );
  const firstYear = tokens.findIndex((t) => t.shape === 'YEAR' || t.shape === 'YEARx');
  // Stretches between breaks: how long, how much of it in small letters, which cues it has.
  const stretch: {
    from: number;
    to: number;
    low: number;
    caps: number;
    digits: number;
    cues: string;
    initials: number;
  }[] = [];
  const own = new Uint16Array(n);
  for (let i = 0, from = 0; i <= n; i++) {
    if (i < n && !breaks[i]) continue;
    const words = tokens.slice(from, i);
    const s = {
      from,
      to: i,
      low: words.filter((t) => t.shape === 'low' || t.shape === 'lo').length,
      caps: words.filter((t) => t.shape === 'Cap' || t.shape === 'Cp').length,
      digits: words.filter((t) => /^(N|YEAR|ORD)/.test(t.shape)).length,
      initials: words.filter((t) => t.shape === 'I' || t.shape === 'II').length,
      cues: [
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
      ]
        .filter((c) => words.some((t) => t.cue === c))
        .join('+'),
    };
    for (let k = from; k <= i && k < n; k++) own[k] = stretch.length;
    stretch.push(s);
    from = i + 1;
  }
  const sentence = new Uint16Array(n);
  for (let i = 1; i < n; i++) sentence[i] = (sentence[i - 1] as number) + (stops[i - 1] ? 1 : 0);
  const lengthOfSentence = new Map<number, number>();
  for (const s of sentence) lengthOfSentence.set(s, (lengthOfSentence.get(s) ?? 0) + 1);
  let quoted = false;
  let round = 0;
  let seenQuote = false;
  let seenIn = false;
  const out: Uint16Array[] = [];
  for (let i = 0; i < n; i++) {
    const t = tokens[i] as Token;
    if (!quoted && OPENING.has(t.text) && (t.spaced || i === 0 || shape(i - 1) === '(')) {
      quoted = true;
      seenQuote = true;
    } else if (quoted && CLOSING.has(t.text)) quoted = false;
    if (t.text === '(' || t.text === '[') round++;
    const s = stretch[own[i] as number] as (typeof stretch)[number];
    const before = stretch[(own[i] as number) - 1];
    const after = stretch[(own[i] as number) + 1];
    const side = firstYear < 0 ? 'none' : i < firstYear ? 'before' : i === firstYear ? 'at' : 'after';
    const facts = [
      `0${cue(i)}`,
      `s${shape(i)}`,
      `-1${cue(i - 1)}`,
      `+1${cue(i + 1)}`,
      `-2${cue(i - 2)}`,
      `+2${cue(i + 2)}`,
      `a${cue(i - 1)} ${cue(i)}`,
      `b${cue(i)} ${cue(i + 1)}`,
      `c${cue(i - 1)} ${cue(i)} ${cue(i + 1)}`,
      `d${cue(i - 2)} ${cue(i - 1)} ${cue(i)}`,
      `e${cue(i)} ${cue(i + 1)} ${cue(i + 2)}`,
      `f${shape(i - 2)} ${shape(i - 1)} ${shape(i)} ${shape(i + 1)} ${shape(i + 2)}`,
      `p${Math.floor((10 * i) / n)}`,
      `y${side}`,
      `ys${side} ${cue(i)}`,
      `n${sentence[i]} ${side}`,
      `ns${Math.min(5, sentence[i] as number)} ${shape(i)}`,
      `q${quoted} ${seenQuote}`,
      `qs${quoted} ${seenQuote} ${shape(i)} ${seenIn}`,
      `r${round > 0} ${cue(i)}`,
      `i${seenIn} ${seenQuote} ${side}`,
      `is${seenIn} ${s.cues} ${sentence[i]}`,
      `k${bucket(s.to - s.from)} ${bucket(s.low)} ${s.digits > 0}`,
      `kc${s.cues} ${shape(i)}`,
      `kb${before?.cues ?? '<'} ${s.cues} ${after?.cues ?? '>'}`,
      `km${bucket(s.initials)} ${bucket(s.caps)} ${bucket(s.low)} ${side}`,
      `kx${shape(s.from - 1)} ${bucket(s.to - s.from)} ${shape(s.to)} ${side}`,
      `ky${shape(s.to)} ${bucket(after ? after.to - after.from : 0)} ${(after?.digits ?? 0) > 0} ${bucket(after?.low ?? 0)}`,
      `kz${shape(s.from - 1)} ${bucket(before ? before.to - before.from : 0)} ${bucket(before?.low ?? 0)} ${bucket(before?.initials ?? 0)}`,
      `kw${bucket(s.low)} ${bucket(s.caps)} ${(own[i] as number) > 5 ? '5+' : own[i]}`,
      `l${bucket(lengthOfSentence.get(sentence[i] as number) ?? 0)} ${Math.min(4, sentence[i] as number)} ${side}`,
      `t${bucket(n - i)} ${shape(i)}`,
      `tl${bucket(n - i)} ${s.cues}`,
      `w${t.spaced} ${cue(i - 1)} ${cue(i)}`,
    ];
    out.push(Uint16Array.from(facts, place));
    if (
      t.cue === 'in' &&
      (shape(i) === 'Cp' || [',', '.', ':'].includes(shape(i - 1)) || shape(i + 1) === ':')
    )
      seenIn = true;
    if (t.text === ')' || t.text === ']') round = Math.max(0, round - 1);
  }
  return out;
}
