/** The counts of every group's values, as asked and as said. */
import { isOpenEnded } from '../../core/engine/count/groupValues';
import { CLOSED_LISTS } from '../../core/engine/format/columns';
import { byCodePoint } from '../../core/engine/format/strings';
import type { EngineConditions, EngineQuery, ValueCount } from '../../core/engine/port/engine';
import type { Library } from '../../core/model/library';
import { WAIT_CLASSES } from '../../core/model/waits';
import { GROUPS, type Group } from '../../core/query/request';
import type { Asking } from './asking';
import type { Bucket, SearchReply } from './cluster';
import { allBut, bucketsOf, EVERY_VALUE, LOOKED_AT, listIn, type Made, SHOWN } from './counting';
import { both, type Clause } from './queries';
import { countsBy, type RowsBut } from './rowCounts';
import { ofGroup } from './shape';

/** What was chosen of a group, to be kept or left out. */
export const chosenOf = ({ keep, drop }: EngineConditions, g: Group): readonly string[] => [
  ...new Set([...(keep[g] ?? []), ...(drop[g] ?? [])]),
];

/** The counts below all conditions together, and below all but each that was made. */
export function groupAggs(
  q: EngineConditions,
  made: readonly Made[],
  groups: readonly Group[],
): Record<string, unknown> {
  const listOf = (g: Group): Record<string, unknown> =>
    g === 'wait' || g === 'open'
      ? {}
      : {
          [g]: {
            terms: {
              field: ofGroup(g),
              size: isOpenEnded(g) ? SHOWN : 1000,
              ...(isOpenEnded(g) ? { shard_size: LOOKED_AT } : {}),
              order: [{ _count: 'desc' }, { _key: 'asc' }],
            },
          },
          ...(isOpenEnded(g) && chosenOf(q, g).length
            ? {
                [`${g}_chosen`]: {
                  terms: { field: ofGroup(g), include: chosenOf(q, g), size: chosenOf(q, g).length },
                },
              }
            : {}),
        };
  const years = { years: { histogram: { field: 'year', interval: 1, min_doc_count: 1 } } };
  const free = groups.filter((g) => !made.some((m) => m.condition === g));
  return {
    all: {
      filter: allBut(made),
      aggs: {
        ...Object.assign({}, ...free.map(listOf)),
        ...(made.some((m) => m.condition === 'years') ? {} : years),
      },
    },
    ...Object.fromEntries(
      made.map(({ condition }) => [
        `but_${condition}`,
        {
          filter: allBut(made, condition),
          aggs:
            condition === 'years'
              ? years
              : condition !== 'reach' && groups.includes(condition)
                ? listOf(condition)
                : {},
        },
      ]),
    ),
  };
}

interface Counted {
  readonly made: readonly Made[];
  readonly groups: readonly Group[];
  readonly reply: SearchReply;
  readonly rowsBut: RowsBut;
  readonly matches: Clause;
}

export class Breakdowns {
  readonly #asking: Asking;
  readonly #library: Library;
  constructor(asking: Asking, library: Library) {
    this.#asking = asking;
    this.#library = library;
  }

  /** @param counted what came of the searches that count: the conditions, the reply, the rows, what matches the words */
  async of(q: EngineQuery, counted: Counted): Promise<Record<Group, readonly ValueCount[]>> {
    return Object.fromEntries(
      await Promise.all(
        GROUPS.map(async (g) => [g, counted.groups.includes(g) ? await this.#group(q, g, counted) : []]),
      ),
    );
  }
  async #group(q: EngineQuery, g: Group, { made, reply, rowsBut, matches }: Counted): Promise<ValueCount[]> {
    const at = made.some((m) => m.condition === g) ? `but_${g}` : 'all';
    let counts: ValueCount[];
    if (g === 'wait' || g === 'open') counts = countsBy(rowsBut[g], g);
    else {
      const list = listIn(reply, at, g);
      // Where parts of the index may have hidden something, it is asked again with nothing hidden.
      const buckets =
        isOpenEnded(g) && (list.doc_count_error_upper_bound ?? 0) > 0
          ? await this.#exactly(g, both([matches, allBut(made, g)]))
          : list.buckets;
      counts = buckets
        .map((b) => ({ value: String(b.key), count: b.doc_count }))
        .filter((v) => v.value !== '');
    }
    counts.sort((a, b) => b.count - a.count || this.#byList(g)(a.value, b.value));
    const chosen = listIn(reply, at, `${g}_chosen`).buckets;
    const there = listIn(reply, 'everywhere', g).buckets;
    const also = chosenOf(q, g)
      .filter((v) => !counts.some((c) => c.value === v))
      .filter((v) => !isOpenEnded(g) || there.some((b) => b.key === v))
      .map((value) => ({ value, count: chosen.find((b) => b.key === value)?.doc_count ?? 0 }));
    return [...counts, ...also];
  }
  async #exactly(g: Group, query: Clause): Promise<readonly Bucket[]> {
    const reply = await this.#asking.one({
      query,
      size: 0,
      track_total_hits: false,
      aggs: {
        list: {
          terms: {
            field: ofGroup(g),
            size: SHOWN,
            shard_size: EVERY_VALUE,
            order: [{ _count: 'desc' }, { _key: 'asc' }],
          },
        },
      },
    });
    return bucketsOf([reply]);
  }
  /** The order in which equally frequent values stand. */
  #byList(group: Group): (a: string, b: string) => number {
    const list =
      group === 'place'
        ? this.#library.campuses.map((c) => c.id as string)
        : group === 'wait'
          ? WAIT_CLASSES
          : group === 'open'
            ? ['yes', 'no']
            : CLOSED_LISTS[group];
    return list ? (a, b) => list.indexOf(a as never) - list.indexOf(b as never) : byCodePoint;
  }
}
