/**
 * From labelled references to the weights of the reader's five chains. The second walk over a reference is trained
 * on what first walks say of references that they were not trained with: one of each half.
 */
import { type Random, random } from '../../core/random';
import { bestPath, type Chain, scoresOf, textNumber } from '../../core/references/chain';
import { type Looks, looksAt, TABLE } from '../../core/references/features';
import { KIND_TABLE, KINDS_READ, type KindRead, kindSeen } from '../../core/references/kindSeen';
import { type Learning, PERCEPTRON, type Row, trainChain } from '../../core/references/learning';
import { LINE_STATES, LINE_TABLE, linesOf, linesSeen } from '../../core/references/lines';
import { joined, NAME_STATES, NAME_TABLE, nameSeen } from '../../core/references/nameParts';
import { ROLES } from '../../core/references/roles';
import { asKnown, type Token, tokenise } from '../../core/references/tokens';
import { table } from '../../core/table';
import { damaged } from './damage';
import { NAME_PARTS } from './labelled';
import { LAYOUT_NAMES, laidOut, statesOf, textOf } from './layouts';
import type { MaterialRow } from './material';

/** Kinds that a reference does not tell apart, as one. */
const KIND_OF = table<KindRead>({
  'review-book': 'article-journal',
  'article-magazine': 'article-newspaper',
  'entry-encyclopedia': 'chapter',
  speech: 'paper-conference',
  legislation: 'legal_case',
  article: 'manuscript',
});
export const kindOfType = (type: string): KindRead =>
  KIND_OF.get(type) ?? KINDS_READ.find((k) => k === type) ?? 'book';

const PEOPLE = new Set((['author', 'editor', 'translator'] as const).map((r) => ROLES.indexOf(r)));

export interface Prepared {
  readonly row: MaterialRow;
  readonly tokens: readonly Token[];
  /** Indices into ROLES. */
  readonly states: Uint8Array;
}
/** What most of a token's letters are. */
function most(labels: Uint8Array, { start, end }: Token): number {
  let [best, count] = [0, 0];
  for (let i = start; i < end; i++) {
    let n = 0;
    for (let k = start; k < end; k++) if (labels[k] === labels[i]) n++;
    if (n > count) [best, count] = [labels[i] as number, n];
  }
  return best;
}
const PLAIN_WORD = /^(?:Cap|low|CAPS)$/;
/** Words that stand in so many references at least, and mostly outside titles and names, are worth knowing. */
const [OFTEN, OUTSIDE] = [25, 0.5];
/** Words that tell something: of styles, of containers, publishers, places, kinds; and small words, wherever they stand. */
export function wordsWorthKnowing(rows: readonly MaterialRow[]): Set<number> {
  const title = ROLES.indexOf('title');
  const by = new Map<string, { all: number; outside: number; small: boolean }>();
  for (const row of rows)
    for (const t of tokenise(row.text)) {
      if (!/^(?:Cap|Cp|CAPS|II|low|lo)$/.test(t.shape)) continue;
      const role = most(row.roles, t);
      const own = by.get(t.key) ?? { all: 0, outside: 0, small: t.key.length < 4 };
      by.set(t.key, own);
      own.all++;
      if (role !== title && !PEOPLE.has(role)) own.outside++;
    }
  return new Set(
    [...by]
      .filter(
        ([, { all, outside, small }]) => all >= OFTEN && (outside >= all * OUTSIDE || (small && outside > 0)),
      )
      .map(([key]) => textNumber(key)),
  );
}
/** How many are damaged, and of how many words the reader is not told which they are. */
const DAMAGED = 0.4;
const UNTOLD = 0.2;
export function prepare(
  row: MaterialRow,
  words: ReadonlySet<number>,
  r: Random,
  share = DAMAGED,
  untold = UNTOLD,
): Prepared {
  const own = r.chance(share) ? { ...row, ...damaged(row, r).row } : row;
  const tokens = asKnown(tokenise(own.text), words).map((t) =>
    untold && PLAIN_WORD.test(t.shape) && !t.cue && r.chance(untold) ? { ...t, key: `~${t.shape}` } : t,
  );
  return { row: own, tokens, states: Uint8Array.from(tokens, (t) => most(own.roles, t)) };
}
/** All rows in an order of chance, some of them damaged. The same in every thread. */
export function prepared(rows: readonly MaterialRow[], words: ReadonlySet<number>, seed: number): Prepared[] {
  const r = random(seed);
  const order = [...rows];
  for (let i = order.length - 1; i > 0; i--) {
    const j = r.int(0, i);
    [order[i], order[j]] = [order[j] as MaterialRow, order[i] as MaterialRow];
  }
  return order.map((row) => prepare(row, words, r));
}

const [NONE, FAMILY, GIVEN, SUFFIX, LITERAL] = NAME_PARTS.map((_, i) => i) as [
  number,
  number,
  number,
  number,
  number,
];
const state = (name: (typeof NAME_STATES)[number]): number => NAME_STATES.indexOf(name);
/** Lists of people in a reference, each with what its tokens are. */
export function nameRows({ row, tokens, states }: Prepared): Row[] {
  const out: Row[] = [];
  for (let i = 0; i < tokens.length; i++) {
    const role = states[i] as number;
    if (!PEOPLE.has(role)) continue;
    let to = i;
    while (to < tokens.length && states[to] === role) to++;
    // A stop behind an initial is its own.
    const own = joined(tokens.slice(i, tokens[to]?.text === '.' ? to + 1 : to));
    let before = 0;
    const labels = Uint8Array.from(own, (t) => {
      const part = most(row.parts, t);
      if (part === NONE || !/[\p{L}\p{N}]/u.test(t.text)) return state('none');
      const whose = most(row.whose, t);
      const fresh = whose !== before;
      before = whose;
      if (part === FAMILY) return state(fresh ? 'new family' : 'family');
      if (part === GIVEN) return state(fresh ? 'new given' : 'given');
      if (part === LITERAL) return state(fresh ? 'new literal' : 'literal');
      return part === SUFFIX ? state('suffix') : state('none');
    });
    if (before) out.push({ seen: nameSeen(own), states: labels });
    i = to;
  }
  return out;
}

/** Lists that are laid out to learn from. */
const LISTS = 9000;
/** Lists of references, mostly of one style, laid out. */
export function lineRows(
  rows: readonly MaterialRow[],
  words: ReadonlySet<number>,
  r: Random,
  lists = LISTS,
): Row[] {
  const byStyle = new Map<string, MaterialRow[]>();
  for (const row of rows) byStyle.set(row.style, [...(byStyle.get(row.style) ?? []), row]);
  const styles = [...byStyle.values()];
  return Array.from({ length: lists }, (_, k) => {
    const own = r.chance(0.85) ? r.pick(styles) : rows;
    const texts = Array.from({ length: r.pick([2, 3, 5, 8, 12, 16]) }, () => {
      const row = r.pick(own);
      return (r.chance(0.1) ? damaged(row, r).row : row).text.replace(NUMBER, '').replace(/\s+/g, ' ').trim();
    }).filter(Boolean);
    const lines = laidOut(texts, LAYOUT_NAMES[k % LAYOUT_NAMES.length] as string, r);
    return { seen: linesSeen(linesOf(textOf(lines, r)), words), states: statesOf(lines) };
  });
}
/** Styles that count write the number before each. */
export const NUMBER = /^\s*(?:\[\d{1,3}\]|\(\d{1,3}\)|\d{1,3}[.)]|\d{1,3}(?=\s))\s*/;

/**
 * Names and kinds are learnt better in steps that fade; roles and lines are not (docs/references.md). Kinds can't always
 * be told: asked to lead there, a chain learns what is chance.
 */
const NAMES: Learning = { lead: 0.2, fading: true };
const KINDS: Learning = { lead: 0, fading: true };
/** What is trained, each in a thread of its own. */
export const JOBS = ['half', 'other half', 'roles', 'again', 'names', 'kinds', 'lines'] as const;
export type Job = (typeof JOBS)[number];
export interface TrainOrder {
  readonly rows: readonly MaterialRow[];
  readonly words: ReadonlySet<number>;
  readonly seed: number;
  readonly job: Job;
  readonly walks: number;
  /** First walks trained with one half each, for `again` and `kinds`. */
  readonly halves?: readonly [Chain, Chain];
}
export function trainJob(
  { rows, words, seed, job, walks, halves }: TrainOrder,
  say: (text: string) => void,
): Chain {
  const all = job === 'lines' ? [] : prepared(rows, words, seed);
  const middle = all.length >> 1;
  const told = (walk: number, wrong: number): void => say(`${job}, walk ${walk + 1}: ${wrong} wrong`);
  /** What a first walk that has not met it takes a reference for. */
  const taken = ({ first }: Looks, i: number): Uint8Array => {
    const chain = (halves as readonly [Chain, Chain])[i < middle ? 1 : 0];
    return bestPath(scoresOf(first, chain), first.n, chain);
  };
  switch (job) {
    case 'half':
    case 'other half':
    case 'roles': {
      const own = job === 'half' ? all.slice(0, middle) : job === 'other half' ? all.slice(middle) : all;
      const made = own.map(({ tokens, states }) => ({ seen: looksAt(tokens).first, states }));
      return trainChain(made, ROLES.length, TABLE, walks, PERCEPTRON, told);
    }
    case 'again': {
      const made = all.map((p, i) => {
        const looks = looksAt(p.tokens);
        return { seen: looks.again(taken(looks, i)), states: p.states };
      });
      return trainChain(made, ROLES.length, TABLE, walks, PERCEPTRON, told);
    }
    case 'lines':
      return trainChain(
        lineRows(rows, words, random(seed)),
        LINE_STATES.length,
        LINE_TABLE,
        walks * 2,
        PERCEPTRON,
        told,
      );
    case 'names':
      return trainChain(all.flatMap(nameRows), NAME_STATES.length, NAME_TABLE, walks, NAMES, told);
    case 'kinds': {
      const made = all.map((p, i) => ({
        seen: kindSeen(p.tokens, i % 2 ? p.states : taken(looksAt(p.tokens), i)),
        states: Uint8Array.of(KINDS_READ.indexOf(kindOfType(p.row.type))),
      }));
      return trainChain(made, KINDS_READ.length, KIND_TABLE, walks * 2, KINDS, told);
    }
  }
}
