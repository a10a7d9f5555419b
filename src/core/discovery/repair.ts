/**
 * What a search does when the words are not the index's words: a misspelt word is corrected, a phrase with a
 * slip in it falls back on the closest titles, an AND that finds nothing says which word did it. What was
 * done is always said, and each note offers the way back. Nothing here runs when the words find something as
 * they are.
 */

import type { AccessMoment, EngineTree, SearchEngine } from '../engine/port/engine';
import { type Message, type MessageValue, msg } from '../model/message';
import type { QueryNote } from '../query/plain';
import { printPlain } from '../query/plain';
import { askedWords, join, type QueryNode } from '../query/tree';
import { SMALL_WORDS, words } from '../words/fold';
import { asOne, bestParts, parts } from './compounds';

export interface Repaired {
  readonly tree: EngineTree;
  readonly notes: readonly QueryNote[];
}
/** Letters of a word that is taken apart, and how many words are: each has some hundred ways. */
const [LONGEST, MOST_APART] = [40, 4];
/** A text of so many words is a reference or a whole sentence rather than a question. */
const LONG = 8;
const CANDIDATES = 4;
/** A word that is written so many times as often as its neighbour is rarely a slip for it. */
const RARELY_A_SLIP = 20;
/** Words, each in quotation marks. */
export const quoted = (list: readonly string[]): MessageValue => ({
  joined: list.map((word) => msg('found.quoted', { word })),
  by: ', ',
});

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
  const own = askedWords(node).flatMap((w) => words(w.text));
  return own.some((w) => gone.includes(w)) ? { op: 'everything' } : node;
}

/**
 * Does it still ask for something: words, or a number? What is left of a question may be less, never nothing
 * or a mere span of years.
 */
function asks(node: QueryNode): boolean {
  switch (node.op) {
    case 'code':
      return true;
    case 'and':
      return node.of.some(asks);
    case 'or':
      return node.of.every(asks);
    default:
      return askedWords(node).some((w) => words(w.text).length > 0);
  }
}

const hasPhrase = (node: QueryNode): boolean =>
  node.op === 'phrase' ||
  node.op === 'whole' ||
  node.op === 'begins' ||
  ((node.op === 'and' || node.op === 'or') && node.of.some(hasPhrase));

/** The engine as repairing asks it: how many match now, how often a word stands, what is written like it. */
class Asking {
  readonly #engine: SearchEngine;
  readonly #moment: AccessMoment;
  constructor(engine: SearchEngine, moment: AccessMoment) {
    this.#engine = engine;
    this.#moment = moment;
  }
  counts(trees: readonly EngineTree[]): Promise<readonly number[]> {
    return trees.length ? this.#engine.matching(trees, this.#moment) : Promise.resolve([]);
  }
  async finds(tree: EngineTree): Promise<boolean> {
    return ((await this.counts([tree]))[0] ?? 0) > 0;
  }
  async frequencies(list: readonly string[]): Promise<ReadonlyMap<string, number>> {
    const found = await this.#engine.frequencies(list.map((text) => ({ text, prefix: false })));
    return new Map(list.map((word, i) => [word, found[i] ?? 0]));
  }
  spellings(word: string, limit: number) {
    return this.#engine.spellings(word, limit);
  }
}

/**
 * For a tree that matches nothing: what to search instead, or null when nothing helps.
 * @param q the query as it was written, for the way back
 */
export async function repair(
  q: string,
  tree: QueryNode,
  engine: SearchEngine,
  moment: AccessMoment,
): Promise<Repaired | null> {
  const asking = new Asking(engine, moment);
  const asked = [
    ...new Set(
      askedWords(tree)
        .filter((w) => !w.prefix)
        .flatMap((w) => words(w.text)),
    ),
  ].filter((w) => !SMALL_WORDS.has(w));
  const asWritten = { text: msg('found.searchExactlyWhatIWrote'), q, exact: true };
  const known = await asking.frequencies(asked);
  const unknown = asked.filter((w) => (known.get(w) ?? 0) === 0);
  const corrected = await correct(tree, unknown, asked, asking);
  if (corrected) {
    const { from, to } = corrected;
    return {
      tree: corrected.tree,
      notes: [
        {
          code: 'corrected',
          text: msg('found.noRecordHasWithTheRest', { quoted: quoted(from), quoted2: quoted(to) }),
          offers: [asWritten],
        },
      ],
    };
  }

  if (unknown.length > 0 && unknown.length < asked.length && asked.length < LONG) {
    const rest = leaveOut(tree, unknown);
    if (asks(rest) && (await asking.finds(rest))) {
      const text = msg('found.noRecordHasShownIsWhat', { quoted: quoted(unknown) });
      return { tree: rest, notes: [{ code: 'without', text, offers: [asWritten] }] };
    }
  }

  // From here on a word that is nowhere is best replaced by its nearest neighbour, if it has one.
  const mended = await Promise.all(
    asked.map(async (w) => (unknown.includes(w) ? ((await asking.spellings(w, 1))[0]?.word ?? w) : w)),
  );
  const closest = async (code: 'closest' | 'reference', text: Message): Promise<Repaired | null> => {
    const node: EngineTree = { op: 'closest', words: mended };
    return mended.length > 0 && (await asking.finds(node))
      ? { tree: node, notes: [{ code, text, offers: [asWritten] }] }
      : null;
  };
  if (hasPhrase(tree)) {
    const found = await closest('closest', msg('found.closest.phrase'));
    if (found) return found;
  }
  if (asked.length >= LONG) {
    const found = await closest('reference', msg('found.closest.reference'));
    if (found) return found;
  }
  return (
    (await withoutOne(tree, asking)) ??
    (asked.length > 1 ? closest('closest', msg('found.closest.words')) : null)
  );
}

interface Correction {
  readonly tree: QueryNode;
  readonly from: readonly string[];
  readonly to: readonly string[];
}
/**
 * Replaces what nobody writes by what somebody does: the unknown words, or, if all are known, one of them.
 */
async function correct(
  tree: QueryNode,
  unknown: readonly string[],
  asked: readonly string[],
  asking: Asking,
): Promise<Correction | null> {
  // A slip is likelier than a word that nobody has written as one; two words that are one elsewhere, than two slips.
  const slip = unknown.length ? await correctUnknown(tree, unknown, asking) : null;
  const otherwise = slip ?? (await putTogether(tree, asking)) ?? (await takenApart(tree, unknown, asking));
  return otherwise ?? (unknown.length ? null : correctKnown(tree, asked, asking));
}

/** A single word that has become these two asks for both, and not for one beside the other. */
function inTwo(node: QueryNode, two: string): QueryNode {
  if (node.op === 'word' && node.text === two)
    return join(
      'and',
      two.split(' ').map((text) => ({ ...node, text })),
    );
  if (node.op === 'and' || node.op === 'or') return { ...node, of: node.of.map((n) => inTwo(n, two)) };
  return node.op === 'not' ? { ...node, of: inTwo(node.of, two) } : node;
}
/** Unknown words taken apart where both parts are known. */
async function takenApart(
  tree: QueryNode,
  unknown: readonly string[],
  asking: Asking,
): Promise<Correction | null> {
  const able = unknown.filter((w) => w.length <= LONGEST);
  if (able.length === 0 || able.length > MOST_APART) return null;
  const known = await asking.frequencies([...new Set(able.flatMap((w) => parts(w).flat()))]);
  const pairs = able.flatMap((w) => {
    const pair = bestParts(w, (p) => known.get(p) ?? 0);
    return pair ? [[w, pair.join(' ')] as const] : [];
  });
  const apart = pairs.reduce((t, [w, to]) => inTwo(replaceWord(t, w, to), to), tree);
  return pairs.length && (await asking.finds(apart))
    ? { tree: apart, from: pairs.map((p) => p[0]), to: pairs.map((p) => p[1]) }
    : null;
}
/** Two words side by side taken as one that is known. */
async function putTogether(tree: QueryNode, asking: Asking): Promise<Correction | null> {
  if (tree.op !== 'and') return null;
  const singles = tree.of.map((n) => (n.op === 'word' && !n.prefix ? words(n.text) : []));
  const tries = singles.flatMap((left, i) => {
    const [a, b] = [left.length === 1 && left[0], singles[i + 1]?.length === 1 && singles[i + 1]?.[0]];
    return a && b ? asOne(a, b).map((word) => ({ word, at: i, from: `${a} ${b}` })) : [];
  });
  const known = await asking.frequencies(tries.map((t) => t.word));
  const made = tries
    .filter((t) => (known.get(t.word) ?? 0) > 0)
    .map((t) => ({
      ...t,
      tree: join(
        'and',
        tree.of.flatMap((n, i) =>
          i === t.at ? [{ ...n, text: t.word } as QueryNode] : i === t.at + 1 ? [] : [n],
        ),
      ),
    }));
  const counts = await asking.counts(made.map((m) => m.tree));
  const best = made.find((_, i) => (counts[i] ?? 0) > 0);
  return best ? { tree: best.tree, from: [best.from], to: [best.word] } : null;
}

/** All unknown words at once, each by its best; then the first one's other candidates. */
async function correctUnknown(
  tree: QueryNode,
  [first = '', ...others]: readonly string[],
  asking: Asking,
): Promise<Correction | null> {
  const nearest = await Promise.all(
    others.map(async (w) => [w, (await asking.spellings(w, 1))[0]?.word] as const),
  );
  const rest = nearest.reduce((t, [w, to]) => (to ? replaceWord(t, w, to) : t), tree);
  const to = nearest.flatMap(([, b]) => b ?? []);
  if (to.length < others.length) return null;
  const tries = (await asking.spellings(first, CANDIDATES)).map((s) => ({
    word: s.word,
    tree: replaceWord(rest, first, s.word),
  }));
  const counts = await asking.counts(tries.map((t) => t.tree));
  const finding = tries.filter((_, i) => (counts[i] ?? 0) > 0);
  // Of several that find something, the one whose words stand together in a title.
  const titled = await asking.counts(finding.map((t) => inTitle(t.tree)));
  const best = finding.find((_, i) => (titled[i] ?? 0) > 0) ?? finding[0];
  return best ? { tree: best.tree, from: [first, ...others], to: [best.word, ...to] } : null;
}

async function correctKnown(
  tree: QueryNode,
  asked: readonly string[],
  asking: Asking,
): Promise<Correction | null> {
  const known = await asking.frequencies(asked);
  const tries: (Correction & { readonly weight: number })[] = [];
  for (const word of asked) {
    const own = known.get(word) ?? 0;
    for (const s of await asking.spellings(word, CANDIDATES)) {
      if (s.distance > 1 || s.count < own / RARELY_A_SLIP) continue;
      const node = replaceWord(tree, word, s.word);
      if (node !== tree) tries.push({ tree: node, from: [word], to: [s.word], weight: s.count / (own + 1) });
    }
  }
  const counts = await asking.counts(tries.map((t) => t.tree));
  return tries
    .filter((_, i) => (counts[i] ?? 0) > 0)
    .reduce<(typeof tries)[number] | null>((best, t) => (best && best.weight >= t.weight ? best : t), null);
}

/** The same, every word of it in the title. */
function inTitle(node: QueryNode): QueryNode {
  switch (node.op) {
    case 'word':
    case 'phrase':
      return { ...node, field: node.field ?? 'title' };
    case 'near':
      return {
        ...node,
        left: inTitle(node.left) as typeof node.left,
        right: inTitle(node.right) as typeof node.right,
      };
    case 'and':
    case 'or':
      return { ...node, of: node.of.map(inTitle) };
    default:
      return node;
  }
}

/** Leaves out the one part whose absence lets the others be found, and says so. */
async function withoutOne(tree: QueryNode, asking: Asking): Promise<Repaired | null> {
  if (tree.op !== 'and') return null;
  const parts = tree.of.filter((n) => n.op !== 'not');
  if (parts.length < 2) return null;
  const known = await asking.frequencies([
    ...new Set(parts.flatMap((p) => askedWords(p).flatMap((w) => words(w.text)))),
  ]);
  /**
   * The rarer its words, the more is lost with it. A number says exactly what is meant: it is the last to be
   * left out.
   */
  const rarity = (n: QueryNode): number =>
    n.op === 'code'
      ? Number.POSITIVE_INFINITY
      : askedWords(n)
          .flatMap((w) => words(w.text))
          .reduce((sum, w) => sum + Math.log(2 + 1e9 / (1 + (known.get(w) ?? 0))), 0);
  const without = parts
    .map((part) => ({
      part,
      others: join(
        'and',
        tree.of.filter((n) => n !== part),
      ),
      lost: rarity(part),
    }))
    .filter(({ others }) => asks(others));
  const counts = await asking.counts(without.map((w) => w.others));
  const [best, ...more] = without
    .map((w, i) => ({ ...w, n: counts[i] ?? 0 }))
    .filter(({ n }) => n > 0)
    .sort((a, b) => a.lost - b.lost);
  if (!best) return null;
  return {
    tree: best.others,
    notes: [
      {
        code: 'without',
        text: msg('found.nothingHasAllOfThisAt', { quoted: quoted([printPlain(best.part)]) }),
        offers: more.slice(0, 3).map((t) => ({
          text: msg('found.withoutInstead', { printPlain: printPlain(t.part), n: t.n }),
          q: printPlain(t.others),
        })),
      },
    ],
  };
}
