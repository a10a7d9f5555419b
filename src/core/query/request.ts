/**
 * A search as a value: the words, how far it looks, what is kept and left out, years, order. It reads from
 * and prints to the parameters of an address, so that every search can be shared and Back restores it.
 */

import { type DayNumber, isoDay, parseDay } from '../model/time';
import { REACHES, type Reach } from '../model/waits';

export const GROUPS = [
  'kind',
  'language',
  'peer',
  'subject',
  'person',
  'journal',
  'place',
  'open',
  'carrier',
  'audience',
  'source',
  'wait',
] as const;
export type Group = (typeof GROUPS)[number];
/** Whether a text is the name of a group. */
export const isGroup = (text: string): text is Group => (GROUPS as readonly string[]).includes(text);
export const SORTS = ['match', 'newest', 'oldest', 'title', 'soonest', 'added'] as const;
export type Sort = (typeof SORTS)[number];

export type Choices = Readonly<Partial<Record<Group, readonly string[]>>>;
export const SYNTAXES = ['plain', 'cql'] as const;
export type Syntax = (typeof SYNTAXES)[number];
export interface SearchRequest {
  readonly q: string;
  readonly syntax: Syntax;
  /** Searched as written: nothing corrected, relaxed or recognised. */
  readonly exact: boolean;
  readonly reach: Reach;
  readonly keep: Choices;
  readonly drop: Choices;
  readonly from: number | null;
  readonly to: number | null;
  readonly sort: Sort;
  readonly needBy: DayNumber | null;
  /** Only what came into the index after this day. */
  readonly since: DayNumber | null;
}

/**
 * News is left out until it is let in: a condition like any other, seen in the sentence and removed with one
 * gesture.
 */
export const NEW_SEARCH: SearchRequest = {
  q: '',
  syntax: 'plain',
  exact: false,
  reach: 'index',
  keep: {},
  drop: { kind: ['newspaper-article'] },
  from: null,
  to: null,
  sort: 'match',
  needBy: null,
  since: null,
};

const year = (text: string | null): number | null => (text && /^\d{4}$/.test(text) ? Number(text) : null);
const oneOf = <T extends string>(list: readonly T[], text: string | null, otherwise: T): T =>
  (list as readonly (string | null)[]).includes(text) ? (text as T) : otherwise;

/**
 * Reads an address's parameters. Unknown or broken ones fall back to "no condition"; the endpoint refuses
 * them, the view doesn't.
 * @example readRequest(new URLSearchParams('q=kelp&keep.kind=book&from=2012')).keep // { kind: ['book'] }
 */
export function readRequest(params: URLSearchParams): SearchRequest {
  const choices = (prefix: 'keep' | 'drop'): Choices => {
    const out: Partial<Record<Group, readonly string[]>> = {};
    for (const group of GROUPS) {
      const values = [...new Set(params.getAll(`${prefix}.${group}`))].filter(Boolean);
      if (values.length) out[group] = values;
    }
    return out;
  };
  return {
    q: params.get('q') ?? '',
    syntax: oneOf(SYNTAXES, params.get('syntax'), 'plain'),
    exact: params.get('exact') === '1',
    reach: oneOf(REACHES, params.get('reach'), 'index'),
    keep: choices('keep'),
    drop: choices('drop'),
    from: year(params.get('from')),
    to: year(params.get('to')),
    sort: oneOf(SORTS, params.get('sort'), 'match'),
    needBy: parseDay(params.get('need') ?? ''),
    since: parseDay(params.get('since') ?? ''),
  };
}

/**
 * Prints a search as address parameters, in a fixed order, leaving out what is not set. `readRequest` gives
 * it back.
 * @example String(printRequest({ ...NEW_SEARCH, q: 'kelp', from: 2012 })) //
 *   'q=kelp&drop.kind=newspaper-article&from=2012'
 */
export function printRequest(r: SearchRequest): URLSearchParams {
  const params = new URLSearchParams();
  params.set('q', r.q);
  if (r.syntax !== 'plain') params.set('syntax', r.syntax);
  if (r.exact) params.set('exact', '1');
  if (r.reach !== 'index') params.set('reach', r.reach);
  for (const [prefix, choices] of [
    ['keep', r.keep],
    ['drop', r.drop],
  ] as const) {
    for (const group of GROUPS)
      for (const value of choices[group] ?? []) params.append(`${prefix}.${group}`, value);
  }
  if (r.from !== null) params.set('from', String(r.from));
  if (r.to !== null) params.set('to', String(r.to));
  if (r.sort !== 'match') params.set('sort', r.sort);
  if (r.needBy !== null) params.set('need', isoDay(r.needBy));
  if (r.since !== null) params.set('since', isoDay(r.since));
  return params;
}

/** The choice made for a value: kept, left out, or neither. */
export const choiceOf = (r: SearchRequest, group: Group, value: string): 'keep' | 'drop' | null =>
  r.keep[group]?.includes(value) ? 'keep' : r.drop[group]?.includes(value) ? 'drop' : null;

/** The same search with one value kept, left out or freed. A value is never both. */
export function choose(
  r: SearchRequest,
  group: Group,
  value: string,
  choice: 'keep' | 'drop' | null,
): SearchRequest {
  const without = (c: Choices): Choices => ({ ...c, [group]: (c[group] ?? []).filter((v) => v !== value) });
  const tidy = (c: Choices): Choices => Object.fromEntries(Object.entries(c).filter(([, v]) => v.length));
  const withIt = (c: Choices): Choices => ({ ...c, [group]: [...(c[group] ?? []), value] });
  const keep = without(r.keep);
  const drop = without(r.drop);
  return {
    ...r,
    keep: tidy(choice === 'keep' ? withIt(keep) : keep),
    drop: tidy(choice === 'drop' ? withIt(drop) : drop),
  };
}

/** A condition of a search by its name: a group, the years, the reach. */
export type Condition = Group | 'years' | 'reach';
export const CONDITIONS: readonly Condition[] = [...GROUPS, 'years', 'reach'];

const withoutGroup = (c: Choices, group: Group): Choices =>
  Object.fromEntries(Object.entries(c).filter(([g]) => g !== group));
/** Is anything asked of this condition? */
export const hasCondition = (r: SearchRequest, name: Condition): boolean =>
  name === 'years'
    ? r.from !== null || r.to !== null
    : name === 'reach'
      ? r.reach !== 'index'
      : Boolean(r.keep[name]?.length || r.drop[name]?.length);
/** The same search without one condition. */
export function withoutCondition(r: SearchRequest, name: Condition): SearchRequest {
  if (name === 'years') return { ...r, from: null, to: null };
  if (name === 'reach') return { ...r, reach: 'index' };
  return { ...r, keep: withoutGroup(r.keep, name), drop: withoutGroup(r.drop, name) };
}
/** A search with one condition taken over from another. */
export function withConditionOf(r: SearchRequest, from: SearchRequest, name: Condition): SearchRequest {
  if (name === 'years') return { ...r, from: from.from, to: from.to };
  if (name === 'reach') return { ...r, reach: from.reach };
  const bare = withoutCondition(r, name);
  const [keep, drop] = [from.keep[name], from.drop[name]];
  return {
    ...bare,
    keep: keep ? { ...bare.keep, [name]: keep } : bare.keep,
    drop: drop ? { ...bare.drop, [name]: drop } : bare.drop,
  };
}
/** Whether two searches have the same of one condition. */
export const sameCondition = (a: SearchRequest, b: SearchRequest, name: Condition): boolean =>
  printRequest(withConditionOf(NEW_SEARCH, a, name)).toString() ===
  printRequest(withConditionOf(NEW_SEARCH, b, name)).toString();

/** Conditions that the reader keeps for later searches, with the values they had. */
export interface KeptConditions {
  readonly names: readonly Condition[];
  readonly values: SearchRequest;
}
export const NOTHING_KEPT: KeptConditions = { names: [], values: NEW_SEARCH };
/** The conditions in which a search is another than a new one: what somebody chose. */
export const chosenConditions = (r: SearchRequest): readonly Condition[] =>
  differing(r).filter((name) => hasCondition(r, name));
/** Also where nothing is asked of what a new search leaves out by itself. */
const differing = (r: SearchRequest): readonly Condition[] =>
  CONDITIONS.filter((name) => !sameCondition(r, NEW_SEARCH, name));
/** All the conditions of a search, to be kept for the next. */
export function keepAll(r: SearchRequest): KeptConditions {
  const names = differing(r);
  return { names, values: names.reduce((next, name) => withConditionOf(next, r, name), NEW_SEARCH) };
}
/** Whether what is kept is just what this search has. */
export const isKept = (r: SearchRequest, { names, values }: KeptConditions): boolean => {
  const chosen = differing(r);
  return (
    names.length > 0 &&
    chosen.length === names.length &&
    chosen.every((name) => names.includes(name) && sameCondition(r, values, name))
  );
};
/** A new search for other words: clean, but for what is kept, the day and the order. */
export const newWords = (r: SearchRequest, q: string, kept: KeptConditions): SearchRequest =>
  kept.names.reduce<SearchRequest>((next, name) => withConditionOf(next, kept.values, name), {
    ...NEW_SEARCH,
    q,
    syntax: r.syntax,
    needBy: r.needBy,
    sort: r.sort === 'added' ? 'match' : r.sort,
  });
/** Conditions that a search had and its successor has no longer. */
export const leftBehind = (before: SearchRequest, after: SearchRequest): readonly Condition[] =>
  CONDITIONS.filter((name) => hasCondition(before, name) && !sameCondition(before, after, name));
