/** What tells the kind of a thing by its reference: which parts are there, and the words between and within them. */
import { placeOf, type Seen, textNumber } from './chain';
import { ROLES } from './roles';
import type { Token } from './tokens';

/** CSL 1.0.2 types that references are told apart by. */
export const KINDS_READ = [
  'article-journal',
  'book',
  'chapter',
  'paper-conference',
  'thesis',
  'report',
  'article-newspaper',
  'webpage',
  'dataset',
  'software',
  'patent',
  'legal_case',
  'standard',
  'manuscript',
  'motion_picture',
] as const;
export type KindRead = (typeof KINDS_READ)[number];
export const KIND_TABLE = 1 << 15;

const role = (name: (typeof ROLES)[number]): number => ROLES.indexOf(name);
const WORDS_OF = new Set([
  role('other'),
  role('genre'),
  role('container'),
  role('publisher'),
  role('event'),
  role('number'),
  role('edition'),
  role('year'),
]);
/** All roles, the year last: their order is the model's. */
const PRESENT = [...ROLES.filter((r) => r !== 'other' && r !== 'year'), 'year'] as const;

/** One row of facts for a whole reference. */
export function kindSeen(tokens: readonly Token[], roles: Uint8Array): Seen {
  const places: number[] = [];
  const ask = (question: number, a: number, b = 0, c = 0): void => {
    places.push(placeOf(KIND_TABLE, question, a, b, c));
  };
  const there = new Set(roles);
  const bits = PRESENT.reduce((sum, name, i) => sum | (there.has(role(name)) ? 1 << i : 0), 0);
  ask(0, bits);
  ask(1, bits & 0b11111111111);
  ask(2, bits >> 9);
  for (let i = 0; i < PRESENT.length; i++) {
    ask(3, i, (bits >> i) & 1);
    for (let j = 0; j < i; j++) ask(4, i * 32 + j, (bits >> i) & 1, (bits >> j) & 1);
  }
  let order = 0;
  let last = 0;
  const met = new Set<number>();
  for (const [i, t] of tokens.entries()) {
    const own = roles[i] as number;
    if (own !== 0 && own !== last) {
      ask(5, last, own);
      order = placeOf(1 << 30, 6, order, own);
      last = own;
    }
    const isWord = /[\p{L}]/u.test(t.text);
    if (WORDS_OF.has(own) && isWord && !/^(?:I|DOI|URL)$/.test(t.shape)) {
      const key = placeOf(1 << 30, 7, own, textNumber(t.key));
      if (!met.has(key)) ask(6, key);
      met.add(key);
      if (t.cue && !met.has(key + 1)) ask(7, own, textNumber(t.cue));
      met.add(key + 1);
    }
    // Where a part begins: the word before it.
    if (
      own !== 0 &&
      roles[i - 1] !== own &&
      (own === role('container') ||
        own === role('page') ||
        own === role('volume') ||
        own === role('number') ||
        own === role('title'))
    )
      ask(8, own, textNumber(tokens[i - 1]?.key ?? ''), textNumber(tokens[i - 2]?.key ?? ''));
    if (own === role('page') || own === role('volume') || own === role('issue') || own === role('number'))
      ask(9, own, textNumber(t.shape));
    if (own === role('url')) ask(12, textNumber(/\.(?:pdf|html?)\b/i.test(t.text) ? 'file' : 'page'));
    if (own === role('title') && roles[i - 1] !== own) ask(13, textNumber(t.key));
  }
  ask(10, order);
  // A long list of dates and names says less than what stands in most.
  ask(11, tokens.length < 15 ? 0 : tokens.length < 30 ? 1 : 2);
  return { n: 1, width: places.length, places: Uint32Array.from(places) };
}
