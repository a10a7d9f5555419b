/**
 * People in a reference, token by token: which words are family names, which are given, where one person ends and
 * the next begins. A chain of its own, over what was taken for people; it knows shapes, marks and particles, and
 * no names.
 */
import { placeOf, type Seen, textNumber } from './chain';
import type { Token } from './tokens';

/** A word of a family or given name, or of a body's; each also as the first word of another person. */
export const NAME_STATES = [
  'none',
  'new family',
  'family',
  'new given',
  'given',
  'new literal',
  'literal',
  'suffix',
] as const;
export type NameState = (typeof NAME_STATES)[number];
export const NAME_TABLE = 1 << 14;

const bucket = (n: number): number => (n < 5 ? n : n < 9 ? 5 : 6);
const BODY_WORDS = new Set(['univ', 'press', 'the', 'in', 'and', 'report']);

/** Words before the last of several people, beside those that are cues anywhere: elsewhere they are words like others. */
const AND = new Set(['ve', 'și', 'şi', 'và', 'dan', 'oraz', 'és', 'ja', 'ir', 'i', 'a', 'e', 'u']);
/** The same tokens, with what joins people in whatever language called by one name. */
export const joined = (tokens: readonly Token[]): readonly Token[] =>
  tokens.map((t) => (AND.has(t.text) ? { ...t, cue: 'and' } : t));

/** What is seen at each token of a list of people. */
export function nameSeen(tokens: readonly Token[]): Seen {
  const n = tokens.length;
  // Names are known by their shapes; what marks a body, or joins people, by itself.
  const kind = tokens.map((t) => textNumber(t.cue && t.shape !== 'I' && t.shape !== 'II' ? t.cue : t.shape));
  const word = tokens.map((t) =>
    textNumber(/^(?:Cap|CAPS)$/.test(t.shape) && !t.cue ? `~${t.key.slice(-2)}` : t.key),
  );
  const at = (list: readonly number[], i: number): number => (i < 0 ? 11 : i >= n ? 13 : (list[i] as number));
  const has = (mark: string): number => (tokens.some((t) => t.text === mark) ? 1 : 0);
  const initials = tokens.filter((t) => t.shape === 'I' || t.shape === 'II').length;
  const marks =
    has(';') +
    2 * has('&') +
    4 * has('/') +
    8 * (tokens.some((t) => t.cue === 'and') ? 1 : 0) +
    16 * bucket(tokens.filter((t) => t.text === ',').length);
  const manner = placeOf(1 << 30, 0, at(kind, 0), at(kind, 1), at(kind, 2), at(kind, 3));
  const end = placeOf(1 << 30, 1, at(kind, n - 1), at(kind, n - 2), at(kind, n - 3));
  const body = tokens.filter((t) => BODY_WORDS.has(t.cue)).length;
  // Between two marks that part people for sure: how many words and commas, and where in it.
  const strong = tokens.map((t) => t.text === ';' || t.text === '/' || t.text === '&' || t.cue === 'and');
  const groupOf = new Uint16Array(n);
  const groups: { words: number; commas: number; initials: number; from: number; to: number }[] = [];
  for (let i = 0, from = 0; i <= n; i++) {
    if (i < n && !strong[i]) continue;
    const own = tokens.slice(from, i);
    for (let k = from; k <= i && k < n; k++) groupOf[k] = groups.length;
    groups.push({
      words: own.filter((t) => /\p{L}/u.test(t.text)).length,
      commas: own.filter((t) => t.text === ',').length,
      initials: own.filter((t) => t.shape === 'I' || t.shape === 'II').length,
      from,
      to: i,
    });
    from = i + 1;
  }
  const firstComma = tokens.findIndex((t) => t.text === ',');
  const places: number[] = [];
  let [width, commas, since, sinceMark, inGroup] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const t = tokens[i] as Token;
    const [k0, k1, k2, k3, l1, l2, l3] = [
      at(kind, i),
      at(kind, i - 1),
      at(kind, i - 2),
      at(kind, i - 3),
      at(kind, i + 1),
      at(kind, i + 2),
      at(kind, i + 3),
    ];
    let q = 0;
    const ask = (a: number, b = 0, c = 0, d = 0): void => {
      places.push(placeOf(NAME_TABLE, q++, a, b, c, d));
    };
    ask(at(word, i));
    ask(k0, t.spaced ? 1 : 0);
    ask(k1, k0);
    ask(k0, l1);
    ask(k1, k0, l1);
    ask(k2, k1, k0);
    ask(k0, l1, l2);
    ask(k3, k2, k1, k0);
    ask(k0, l1, l2, l3);
    ask(k2, k1, k0, l1);
    ask(k1, k0, l1, l2);
    ask(manner, k0, Math.min(6, i));
    ask(manner, k1, k0, l1);
    ask(end, k0, k1);
    ask(marks, k0, k1);
    ask(marks, k0, k1, l1);
    ask(marks, commas % 2, k0, k1);
    ask(marks, commas % 2, k0, l1);
    ask(bucket(initials), bucket(n), k0);
    ask(bucket(initials), k0, k1, l1);
    ask(since, k0, k1);
    ask(since, manner, k0);
    ask(sinceMark, manner, k0, l1);
    ask(at(word, i - 1), k0);
    ask(at(word, i + 1), k0);
    ask(body, k0, i < 4 ? i : 4);
    ask(body, k0, k1, l1);
    ask(commas ? 1 : 0, k0, l1, l2);
    ask(bucket(n - i), k0, k1);
    const g = groups[groupOf[i] as number] as (typeof groups)[number];
    if (i === g.from) inGroup = 0;
    ask(bucket(g.words), bucket(g.commas), bucket(g.initials), k0);
    ask(bucket(g.words), bucket(g.commas), Math.min(3, inGroup), k0);
    ask(i - g.from, bucket(g.words), bucket(g.commas), k0);
    ask(bucket(g.to - i), bucket(g.commas), Math.min(3, inGroup), k0);
    ask(Math.min(6, firstComma), bucket(i), k0, k1);
    ask(groups.length, groupOf[i] as number, Math.min(3, inGroup), k0);
    ask(bucket(initials), Math.min(3, inGroup), k1, k0);
    ask(k1, k0, l1, Math.min(3, inGroup) * 8 + bucket(g.commas));
    width = q;
    if (t.text === ',') {
      commas++;
      inGroup++;
    }
    if (/^(?:[,;&/]|and|und|et|y|e)$/.test(t.text)) {
      sinceMark = t.text === ',' ? sinceMark + 1 : 0;
      since = 0;
    } else since = Math.min(6, since + 1);
  }
  return { n, width, places: Uint32Array.from(places) };
}
