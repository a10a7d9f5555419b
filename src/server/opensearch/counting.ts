/**
 * The counting rule in the distributed engine's terms: a value of a group is counted over the records that pass
 * all conditions but that group's own. One request has the words as its query, a filter a condition beside each
 * other, and the counts below them; what is too many for one list is asked for in parts.
 */
import type { EngineConditions } from '../../core/engine/port/engine';
import { REACHES } from '../../core/model/waits';
import { type Condition, GROUPS, type Group } from '../../core/query/request';
import type { AccessRows } from './accessRows';
import type { Bucket, BucketList, SearchBody, SearchReply } from './cluster';
import { both, type Clause } from './queries';
import { ofGroup } from './shape';

/** Values that one list of counts may have: the engine refuses more than some ten thousand. */
export const LIST_MOST = 20_000;
/** Values of an open-ended group that are looked at in each part of the index, before the counts are exact. */
export const LOOKED_AT = 5000;
export const EVERY_VALUE = 2_000_000;
export const SHOWN = 20;

/** A condition that was made, and what it asks of a record. */
export interface Made {
  readonly condition: Condition;
  readonly filter: Clause;
}
/** The conditions of a question in the order in which their costs are said. */
export function conditionsOf(q: EngineConditions, rows: AccessRows): readonly Made[] {
  const chosen = GROUPS.filter((g) => q.keep[g]?.length || q.drop[g]?.length);
  const conditions: Condition[] = [
    ...chosen,
    ...(q.from !== null || q.to !== null ? (['years'] as const) : []),
    ...(REACHES.indexOf(q.reach) < REACHES.length - 1 ? (['reach'] as const) : []),
  ];
  return conditions.map((condition) => ({
    condition,
    filter:
      rows.filter(condition, q) ?? (condition === 'years' ? yearsOf(q) : chosenIn(condition as Group, q)),
  }));
}
const yearsOf = ({ from, to }: EngineConditions): Clause => ({
  range: { year: { ...(from === null ? {} : { gte: from }), ...(to === null ? {} : { lte: to }) } },
});
function chosenIn(group: Group, { keep, drop }: EngineConditions): Clause {
  const at = ofGroup(group);
  const [kept, dropped] = [keep[group] ?? [], drop[group] ?? []];
  return {
    bool: {
      ...(kept.length ? { filter: [{ terms: { [at]: kept } }] } : {}),
      ...(dropped.length ? { must_not: [{ terms: { [at]: dropped } }] } : {}),
    },
  };
}
/** All conditions, or all but one. */
export const allBut = (made: readonly Made[], but?: Condition): Clause =>
  both(made.filter((m) => m.condition !== but).map((m) => m.filter));

/** A list of counts of a field's values that is asked for. */
export interface ListAsked {
  readonly query: Clause;
  readonly field: string;
  /** Records that the query has, where that is known. */
  readonly among?: number;
  /** Of how many records a value is to be. */
  readonly least?: number;
  /** Only how many values there are, and how many records have one. */
  readonly countOnly?: boolean;
}
/** What so few records have of a field fits into one list, mostly. */
const FEW = 20_000;
const isShort = ({ among = Number.POSITIVE_INFINITY }: ListAsked): boolean => among <= FEW;
/** @param name before the names of what is counted, where several lists stand in one search */
function listAggs(asked: ListAsked, name: string, include: object = {}): Record<string, unknown> {
  const { field, least = 1, countOnly = false } = asked;
  const short = isShort(asked);
  return {
    [`${name}list`]: {
      terms: {
        field,
        size: short ? FEW * 3 : LIST_MOST * 2,
        shard_size: EVERY_VALUE,
        min_doc_count: least,
        ...(short && field !== 'row' ? { execution_hint: 'map' } : {}),
        ...include,
      },
    },
    ...(countOnly ? { [`${name}all`]: { stats_bucket: { buckets_path: `${name}list>_count` } } } : {}),
  };
}
const counting = (query: Clause, aggs: Record<string, unknown>): SearchBody => ({
  query,
  size: 0,
  track_total_hits: false,
  aggs,
});
/** Values that a record has of a field, rather too many than too few. */
const A_RECORD = 3;
/**
 * A list of counts in parts that are small enough, one request each. Each part costs a look at every value of the index,
 * so that there are no more than the records can fill, and few records are asked for theirs in one list, collected as
 * they come up. What does not fit is asked for again (`overflows`).
 * @param parts that all values of the index need
 */
export function inParts(asked: ListAsked, parts: number): SearchBody[] {
  const filled = partsFor((asked.among ?? Number.POSITIVE_INFINITY) * A_RECORD);
  const own = isShort(asked) ? 1 : Math.min(parts, filled);
  return Array.from({ length: own }, (_, partition) =>
    counting(
      asked.query,
      listAggs(asked, '', own > 1 ? { include: { partition, num_partitions: own } } : {}),
    ),
  );
}
/** Of so few records all lists are short together, and stand in one search: each costs some milliseconds by itself. */
const TOGETHER = 2000;
export const goesTogether = ({ among = Number.POSITIVE_INFINITY }: ListAsked): boolean => among <= TOGETHER;
/** Lists of one query in one search. */
export const together = (named: readonly (readonly [name: string, asked: ListAsked])[]): SearchBody =>
  counting(
    named[0]?.[1].query as Clause,
    Object.assign({}, ...named.map(([name, asked]) => listAggs(asked, `${name}_`))),
  );
/** The reply to one of those. */
export const ofName = (reply: SearchReply, name: string): SearchReply => {
  const aggregations = (reply.aggregations ?? {}) as Record<string, never>;
  return {
    ...reply,
    aggregations: Object.fromEntries(
      ['list', 'all'].flatMap((k) => {
        const own = aggregations[`${name}_${k}`];
        return own ? [[k, own]] : [];
      }),
    ),
  };
};
/** Whether what was asked for in no more lists than it was thought to need did not fit into them. */
export const overflows = ({ among }: ListAsked, replies: readonly SearchReply[]): boolean =>
  among !== undefined && replies.some((r) => (listIn(r, 'list').sum_other_doc_count ?? 0) > 0);
export const partsFor = (values: number): number => Math.max(1, Math.ceil(values / LIST_MOST));

export const listIn = (reply: SearchReply, ...path: readonly string[]): BucketList => {
  let at: unknown = reply.aggregations;
  for (const step of path) at = (at as Record<string, unknown> | undefined)?.[step];
  return (at as BucketList | undefined) ?? { buckets: [] };
};
export const countIn = (reply: SearchReply, ...path: readonly string[]): number =>
  (listIn(reply, ...path) as unknown as { readonly doc_count?: number }).doc_count ?? 0;
export const bucketsOf = (replies: readonly SearchReply[]): readonly Bucket[] =>
  replies.flatMap((r) => listIn(r, 'list').buckets);
