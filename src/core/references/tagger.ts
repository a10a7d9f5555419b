/**
 * The model that reads references: five chains (`chain.ts`). The first gives each token of a reference a role; the
 * second does so again, seeing what the first took the whole for (stacked learning: Cohen and Carvalho 2005); one
 * parts people into names, one tells the kind of the thing, one parts a list into references. The weights are made by
 * `npm run tool -- train-references` and know few words, so that titles are read that nobody has met.
 */
import { bestInOrder, bestPath, type Chain, leads, scoresOf, worthOf, worthThrough } from './chain';
import { looksAt, TABLE } from './features';
import { KIND_TABLE, KINDS_READ, type KindRead, kindSeen } from './kindSeen';
import { LINE_STATES, LINE_TABLE } from './lines';
import { inOneManner, type Lean, type SetPerson } from './manner';
import { joined, NAME_STATES, NAME_TABLE, type NameState, nameSeen } from './nameParts';
import { ROLES, type Role } from './roles';
import { asKnown, type Token } from './tokens';

export interface Model {
  /** Numbers of the words that it knows. */
  readonly words: ReadonlySet<number>;
  readonly roles: Chain;
  readonly again: Chain;
  readonly names: Chain;
  readonly kinds: Chain;
  readonly lines: Chain;
}
const SHAPES = [
  ['roles', ROLES.length, TABLE],
  ['again', ROLES.length, TABLE],
  ['names', NAME_STATES.length, NAME_TABLE],
  ['kinds', KINDS_READ.length, KIND_TABLE],
  ['lines', LINE_STATES.length, LINE_TABLE],
] as const satisfies readonly (readonly [Exclude<keyof Model, 'words'>, number, number])[];
const MAGIC = 0x4c524633;
/** Bytes before the words: the magic word, and how many words there are. */
const HEAD = 8;

/** What is smaller goes: up to one, where nothing that can be measured is lost; from two on it costs points. */
const LEAST = 1;
/**
 * Weights as signed bytes, all on one scale: what is cut off at the top (the steps are the largest) costs more than
 * what rounds to nothing at the bottom, which is most of them, and makes the file small.
 */
function asBytes(facts: Float32Array, steps: Float32Array): Int8Array {
  let most = 1e-9;
  for (const list of [facts, steps]) for (const w of list) most = Math.max(most, Math.abs(w));
  const byte = (w: number): number => {
    const own = (w * 127) / most;
    return Math.abs(own) < LEAST ? 0 : Math.round(own);
  };
  return Int8Array.from([...Array.from(steps, byte), ...Array.from(facts, byte)]);
}
/** The file: a magic word, the words that are known, then for each chain its steps and its facts as signed bytes. */
export function encodeModel(model: Model): Uint8Array {
  const parts = SHAPES.map(([name]) =>
    asBytes(Float32Array.from(model[name].facts), Float32Array.from(model[name].steps)),
  );
  const words = [...model.words].sort((a, b) => a - b);
  const bytes = new Uint8Array(HEAD + 4 * words.length + parts.reduce((n, p) => n + p.length, 0));
  const view = new DataView(bytes.buffer);
  view.setUint32(0, MAGIC);
  view.setUint32(4, words.length);
  words.forEach((w, i) => {
    view.setUint32(HEAD + 4 * i, w);
  });
  let at = HEAD + 4 * words.length;
  for (const p of parts) {
    bytes.set(new Uint8Array(p.buffer), at);
    at += p.length;
  }
  return bytes;
}
/** Throws when the bytes are not such a file. */
export function decodeModel(bytes: Uint8Array): Model {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const count = bytes.byteLength > HEAD && view.getUint32(0) === MAGIC ? view.getUint32(4) : -1;
  const size = SHAPES.reduce((n, [, states, table]) => n + (states + 1 + table) * states, HEAD + 4 * count);
  if (count < 0 || bytes.byteLength !== size) throw new Error('This is not a model for reading references.');
  const words = new Set(Array.from({ length: count }, (_, i) => view.getUint32(HEAD + 4 * i)));
  let at = bytes.byteOffset + HEAD + 4 * count;
  const take = (length: number): Int8Array => {
    const own = new Int8Array(bytes.buffer, at, length);
    at += length;
    return own;
  };
  const chain = ([, states, table]: (typeof SHAPES)[number]): Chain => ({
    states,
    table,
    steps: take((states + 1) * states),
    facts: take(table * states),
  });
  return {
    words,
    roles: chain(SHAPES[0]),
    again: chain(SHAPES[1]),
    names: chain(SHAPES[2]),
    kinds: chain(SHAPES[3]),
    lines: chain(SHAPES[4]),
  };
}

export interface Tagged {
  readonly roles: readonly Role[];
  /** For each token, from 0 to 1: how far the best role is ahead of the second. */
  readonly sure: readonly number[];
}
/** What the second walk weighs of a reference: scores of each role at each token. */
export interface Weighed {
  readonly tokens: readonly Token[];
  readonly scores: Float32Array;
  /** The scores as they are seen, where more is asked of a reading than that. */
  readonly seen?: Float32Array;
}
export function weigh(written: readonly Token[], model: Model): Weighed {
  const tokens = asKnown(written, model.words);
  if (!tokens.length) return { tokens, scores: new Float32Array() };
  const looks = looksAt(tokens);
  const taken = bestPath(scoresOf(looks.first, model.roles), tokens.length, model.roles);
  return { tokens, scores: scoresOf(looks.again(taken), model.again) };
}
/** What the best reading of it is worth. */
export const worthReading = ({ tokens, scores }: Weighed, model: Model): number =>
  worthOf(bestPath(scores, tokens.length, model.again), scores, model.again);
/** The role of each token, and by how much it leads. @param order by role, what each role behind it costs */
export function tag(
  { tokens, scores, seen = scores }: Weighed,
  model: Model,
  order?: readonly Float64Array[],
): Tagged {
  const states = order
    ? bestInOrder(scores, tokens.length, model.again, order)
    : bestPath(scores, tokens.length, model.again);
  return {
    roles: Array.from(states, (s) => ROLES[s] as Role),
    sure: leads(seen, states, ROLES.length),
  };
}
/** More than any path is worth. */
const BEYOND = 1e6;
/**
 * The same reference, weighed as one that has a role, or has not.
 * @param most what a reading that has it may be worth less than the best of all
 * @returns null where there is none at that price
 */
export function weighedWith(
  { tokens, scores }: Weighed,
  role: Role,
  { has, most }: { readonly has: boolean; readonly most: number },
  { again }: Model,
): Weighed | null {
  const [n, own] = [tokens.length, ROLES.indexOf(role)];
  const other = scores.slice();
  if (!has) {
    for (let i = 0; i < n; i++) other[i * ROLES.length + own] = -BEYOND;
    return { tokens, scores: other, seen: scores };
  }
  const worths = worthThrough(scores, n, again);
  let [best, at] = [Number.NEGATIVE_INFINITY, -1];
  for (let i = 0; i < n; i++) {
    const worth = worths[i * ROLES.length + own] as number;
    if (/\p{L}/u.test(tokens[i]?.text ?? '') && worth > best) [best, at] = [worth, i];
  }
  if (at < 0 || worthOf(bestPath(scores, n, again), scores, again) - best > most) return null;
  other[at * ROLES.length + own] = (other[at * ROLES.length + own] as number) + BEYOND;
  return { tokens, scores: other, seen: scores };
}
/**
 * The kind of the thing, a CSL type.
 * @param roles of each token, indices into ROLES
 */
export function kindOf(tokens: readonly Token[], roles: Uint8Array, model: Model): KindRead {
  const seen = kindSeen(asKnown(tokens, model.words), roles);
  const [state] = bestPath(scoresOf(seen, model.kinds), 1, model.kinds);
  return KINDS_READ[state ?? 0] ?? 'book';
}
/** What each token of a list of people is, and how the people are set where that can be told. */
export function nameStates(
  tokens: readonly Token[],
  model: Model,
  lean?: Lean,
): { readonly states: readonly NameState[]; readonly people: readonly SetPerson[] } {
  const people = joined(tokens);
  const seen = nameSeen(people);
  const scores = scoresOf(seen, model.names);
  const spelt = inOneManner(people, scores, model.names, lean);
  const path = spelt?.states ?? bestPath(scores, seen.n, model.names);
  return { states: Array.from(path, (s) => NAME_STATES[s] as NameState), people: spelt?.people ?? [] };
}
