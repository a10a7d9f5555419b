/**
 * What a search does when the words are not the index's words: a misspelt word is corrected, a phrase with a slip in it
 * falls back on the closest titles, an AND that finds nothing says which word did it. What was done is always said, and
 * each note offers the way back. Nothing here runs when the words find something as they are.
 */
import type { QueryNote } from '../../query/plain';
import { printPlain } from '../../query/plain';
import { join, type QueryNode, wanted } from '../../query/tree';
import { SMALL_WORDS, words } from '../../words/fold';
import type { IndexData } from '../format/data';
import type { Closest } from '../match/closest';
import type { Evaluator } from '../match/evaluate';
import { spellingsOf } from './spelling';

export interface Repaired {
  readonly tree: QueryNode | Closest;
  readonly notes: readonly QueryNote[];
}
/** A text of so many words is a reference or a whole sentence rather than a question. */
const LONG = 8;
const CANDIDATES = 4;
const quoted = (list: readonly string[]): string => list.map((w) => `“${w}”`).join(', ');

/** The tree with every occurrence of a word changed, in phrases too; words are compared folded. */
export function replaceWord(node: QueryNode, from: string, to: string): QueryNode {
  const inText = (text: string): string =>
    text
      .split(/(\s+)/)
      .map((part) => (words(part).length === 1 && words(part)[0] === from ? to : part))
      .join('');
  switch (node.op) {
    case 'word':
    case 'phrase':
    case 'begins':
    case 'whole':
      return { ...node, text: inText(node.text) };
    case 'near':
      return {
        ...node,
        left: replaceWord(node.left, from, to) as typeof node.left,
        right: replaceWord(node.right, from, to) as typeof node.right,
      };
    case 'and':
    case 'or':
      return { ...node, of: node.of.map((n) => replaceWord(n, from, to)) };
    case 'not':
      return { ...node, of: replaceWord(node.of, from, to) };
    default:
      return node;
  }
}

/** The tree without some single words; phrases that hold one of them go whole. */
function leaveOut(node: QueryNode, gone: readonly string[]): QueryNode {
  if (node.op === 'and' || node.op === 'or')
    return join(
      node.op,
      node.of.map((n) => leaveOut(n, gone)),
    );
  const own = wanted(node).flatMap((w) => words(w.text));
  return own.some((w) => gone.includes(w)) ? { op: 'everything' } : node;
}

/** Does it still ask for something: words, or a number? What is left of a question may be less, never nothing or a mere span of years. */
function asks(node: QueryNode): boolean {
  switch (node.op) {
    case 'code':
      return true;
    case 'and':
      return node.of.some(asks);
    case 'or':
      return node.of.every(asks);
    default:
      return wanted(node).some((w) => words(w.text).length > 0);
  }
}

const hasPhrase = (node: QueryNode): boolean =>
  node.op === 'phrase' ||
  node.op === 'whole' ||
  node.op === 'begins' ||
  ((node.op === 'and' || node.op === 'or') && node.of.some(hasPhrase));

/**
 * For a tree that matches nothing: what to search instead, or null when nothing helps.
 * @param count how many records a tree matches now
 */
export function repair(
  q: string,
  tree: QueryNode,
  evaluator: Evaluator,
  data: IndexData,
  count: (node: QueryNode | Closest) => number,
): Repaired | null {
  const asked = [
    ...new Set(
      wanted(tree)
        .filter((w) => !w.prefix)
        .flatMap((w) => words(w.text)),
    ),
  ].filter((w) => !SMALL_WORDS.has(w));
  const asWritten = { text: 'Search exactly what I wrote', q, exact: true };

  const unknown = asked.filter((w) => !evaluator.knows(w));
  const corrected = correct(tree, unknown, asked, evaluator, data, count);
  if (corrected) {
    const { from, to } = corrected;
    return {
      tree: corrected.tree,
      notes: [
        {
          code: 'corrected',
          text: `No record has ${quoted(from)} with the rest of it. Searched for ${quoted(to)} instead.`,
          offers: [asWritten],
        },
      ],
    };
  }

  if (unknown.length > 0 && unknown.length < asked.length && asked.length < LONG) {
    const rest = leaveOut(tree, unknown);
    if (asks(rest) && count(rest) > 0) {
      const text = `No record has ${quoted(unknown)}. Shown is what has the rest.`;
      return { tree: rest, notes: [{ code: 'without', text, offers: [asWritten] }] };
    }
  }

  // From here on a word that is nowhere is best replaced by its nearest neighbour, if it has one.
  const mended = asked.map((w) => (unknown.includes(w) ? (spellingsOf(w, data, 1)[0]?.word ?? w) : w));
  const closest = (code: string, text: string): Repaired | null => {
    const node: Closest = { op: 'closest', words: mended };
    return mended.length > 0 && count(node) > 0
      ? { tree: node, notes: [{ code, text, offers: [asWritten] }] }
      : null;
  };
  if (hasPhrase(tree)) {
    const found = closest(
      'closest',
      'No record has this phrase word for word. These are the closest titles.',
    );
    if (found) return found;
  }
  if (asked.length >= LONG) {
    const found = closest(
      'reference',
      'Nothing has all of these words. Read as a reference: these are the closest titles.',
    );
    if (found) return found;
  }
  return (
    withoutOne(tree, evaluator, count) ??
    (asked.length > 1
      ? closest('closest', 'Nothing has all of these words. These are the closest titles.')
      : null)
  );
}

/** Replaces what nobody writes by what somebody does: the unknown words, or, if all are known, one of them. */
function correct(
  tree: QueryNode,
  unknown: readonly string[],
  asked: readonly string[],
  evaluator: Evaluator,
  data: IndexData,
  count: (node: QueryNode) => number,
): { tree: QueryNode; from: string[]; to: string[] } | null {
  const [first, ...others] = unknown;
  if (first !== undefined) {
    // All unknown words at once, each by its best; then the first one's other candidates.
    const nearest = others.map((w) => [w, spellingsOf(w, data, 1)[0]?.word] as const);
    const rest = nearest.reduce((t, [w, to]) => (to ? replaceWord(t, w, to) : t), tree);
    const to = nearest.flatMap(([, b]) => b ?? []);
    if (to.length < others.length) return null;
    // Of several that find something, the one whose words stand together in a title.
    const tries = spellingsOf(first, data, CANDIDATES)
      .map((s) => ({ word: s.word, tree: replaceWord(rest, first, s.word) }))
      .filter((t) => count(t.tree) > 0);
    const best = tries.find((t) => inATitle(evaluator, t.tree)) ?? tries[0];
    return best ? { tree: best.tree, from: [...unknown], to: [best.word, ...to] } : null;
  }
  let found: { tree: QueryNode; from: string[]; to: string[]; weight: number } | null = null;
  for (const word of asked) {
    const own = evaluator.frequency(word);
    for (const s of spellingsOf(word, data, CANDIDATES)) {
      // A word that many write is rarely a slip for a rarer one.
      if (s.distance > 1 || s.count < own / 20) continue;
      const node = replaceWord(tree, word, s.word);
      if (node === tree || count(node) === 0) continue;
      const weight = s.count / (own + 1);
      if (!found || weight > found.weight) found = { tree: node, from: [word], to: [s.word], weight };
    }
  }
  return found;
}

/** Does some record have all the words in its title? */
const inATitle = (evaluator: Evaluator, tree: QueryNode): boolean => {
  const { n, bits } = evaluator.evaluate(tree);
  for (let i = 0; i < n; i++) if ((bits[i] as number) & 1) return true;
  return false;
};

/** Leaves out the one part whose absence lets the others be found, and says so. */
function withoutOne(
  tree: QueryNode,
  evaluator: Evaluator,
  count: (node: QueryNode) => number,
): Repaired | null {
  if (tree.op !== 'and') return null;
  const parts = tree.of.filter((n) => n.op !== 'not');
  if (parts.length < 2) return null;
  // A number says exactly what is meant: it is the last to be left out.
  const rarity = (n: QueryNode): number =>
    n.op === 'code'
      ? Number.POSITIVE_INFINITY
      : wanted(n)
          .flatMap((w) => words(w.text))
          .reduce((sum, w) => sum + Math.log(2 + data(w)), 0);
  const data = (w: string): number => 1e9 / (1 + evaluator.frequency(w));
  const tries = tree.of
    .flatMap((part) => {
      if (part.op === 'not') return [];
      const others = join(
        'and',
        tree.of.filter((n) => n !== part),
      );
      const n = asks(others) ? count(others) : 0;
      return n > 0 ? [{ part, others, n, lost: rarity(part) }] : [];
    })
    .sort((a, b) => a.lost - b.lost);
  const [best, ...more] = tries;
  if (!best) return null;
  return {
    tree: best.others,
    notes: [
      {
        code: 'without',
        text: `Nothing has all of this at once. It is ${quoted([printPlain(best.part)])} that no other part goes with; shown is what has the rest.`,
        offers: more.slice(0, 3).map((t) => ({
          text: `Without ${printPlain(t.part)} instead (${t.n.toLocaleString('en')})`,
          q: printPlain(t.others),
        })),
      },
    ],
  };
}
