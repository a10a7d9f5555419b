/**
 * The distributed engine behind the port: every question of the port in the cluster's query language, written
 * once. What an answer needs is asked in one request where it can be, and in two where the second hangs on the
 * first. No answer is made of a part of the index.
 */
import { BROAD } from '../../core/engine/count/counter';
import { OPEN_ENDED } from '../../core/engine/count/groupValues';
import { YEAR_LOW, YEAR_SPAN } from '../../core/engine/count/sorting';
import type {
  AccessMoment,
  AkinAsked,
  BrowseAsked,
  BrowseList,
  EngineAnswer,
  EngineConditions,
  EngineQuery,
  EngineTree,
  SearchEngine,
  ShelfAsked,
  ValueCount,
} from '../../core/engine/port/engine';
import type { Library } from '../../core/model/library';
import type { Policy } from '../../core/model/policy';
import type { DiscoveryRecord } from '../../core/model/record';
import { addDays, dayOf, startOf } from '../../core/model/time';
import { REACHES, type Reach } from '../../core/model/waits';
import { type Condition, GROUPS, type Group } from '../../core/query/request';
import type { AskedWord } from '../../core/query/tree';
import { fold, words } from '../../core/words/fold';
import type { AccessRows } from './accessRows';
import { Asking, type FilledIndex, presentAt } from './asking';
import { Breakdowns, chosenOf, groupAggs } from './breakdowns';
import { type Cluster, idOf, type SearchBody, type SearchReply } from './cluster';
import { allBut, bucketsOf, conditionsOf, countIn, type ListAsked, listIn, type Made } from './counting';
import { Lines } from './lines';
import { Lookups } from './lookups';
import { ALL, both, type Clause } from './queries';
import { countsBy, RowCounts, type RowsBut, sum, widerOf } from './rowCounts';
import { ofGroup } from './shape';
import { Walks } from './walks';

export class OpenSearchEngine implements SearchEngine {
  readonly name = 'opensearch';
  readonly #asking: Asking;
  readonly #rows: AccessRows;
  readonly #counts: RowCounts;
  readonly #lookups: Lookups;
  readonly #walks: Walks;
  readonly #lines: Lines;
  readonly #breakdowns: Breakdowns;
  #library: Library;

  constructor(cluster: Cluster, index: FilledIndex, rows: AccessRows, library: Library) {
    this.#asking = new Asking(cluster, index);
    this.#library = library;
    this.#rows = rows;
    this.#counts = new RowCounts(this.#asking, rows);
    this.#lookups = new Lookups(this.#asking);
    this.#lines = new Lines(this.#asking, library.language);
    this.#breakdowns = new Breakdowns(this.#asking, library);
    this.#walks = new Walks(this.#asking, library);
  }

  async size(): Promise<number> {
    return this.#asking.index.size;
  }
  async setPolicy(policy: Policy): Promise<void> {
    this.#library = { ...this.#library, policy };
    this.#rows.setLibrary(this.#library);
  }
  async matching(trees: readonly EngineTree[], moment: AccessMoment | null): Promise<readonly number[]> {
    const filters = await Promise.all(trees.map((t) => this.#asking.matched(t)));
    return this.#asking.counts(moment ? presentAt(moment) : ALL, filters);
  }
  async passing(trees: readonly EngineTree[], q: EngineConditions): Promise<readonly number[]> {
    const filters = await Promise.all(trees.map((t) => this.#asking.matched(t)));
    return this.#asking.counts(both([presentAt(q), allBut(conditionsOf(q, this.#rows))]), filters);
  }
  async find(tree: EngineTree, limit: number): Promise<readonly string[]> {
    const { hits } = await this.#asking.one({
      query: await this.#asking.scored(tree),
      size: limit,
      track_total_hits: false,
      _source: false,
      docvalue_fields: ['id'],
      sort: [{ _score: 'desc' }, { order: 'asc' }],
    });
    return hits.hits.map(idOf);
  }
  async search(q: EngineQuery): Promise<EngineAnswer> {
    const made = conditionsOf(q, this.#rows);
    const groups = q.groups ?? GROUPS;
    const matches = both([await this.#asking.matched(q.tree), presentAt(q)]);
    const passing = allBut(made);
    const scoring = { bool: { must: [await this.#asking.scored(q.tree)], filter: [presentAt(q)] } };
    const bySoonest = q.sort === 'soonest';
    const [indexed, first] = await Promise.all([
      this.#asking.indexed(dayOf(q.at)),
      this.#asking.lists({
        main: [mainBody(q, made, groups, matches)],
        hits: bySoonest ? [] : [this.#lines.body(q, scoring, passing)],
      }),
    ]);
    const main = first.main[0] as SearchReply;
    const matched = main.hits.total?.value ?? 0;
    const total = countIn(main, 'all');
    const replies = await this.#asking.values(
      listsFor(q, { made, groups, matches, main, few: this.#asking.index.size * BROAD }),
      this.#rows.size,
    );
    const rows = await this.#counts.timed(replies.rows, q);
    const [wait, open, reach] = await Promise.all(
      (['wait', 'open', 'reach'] as const).map((c) =>
        replies[c].length ? this.#counts.timed(replies[c], q) : rows,
      ),
    );
    const rowsBut = { wait, open, reach } as RowsBut;
    const found = first.hits[0] ?? (await this.#lines.soonest(q, scoring, passing, rows));
    const [slice, breakdown] = await Promise.all([
      this.#lines.told(q, this.#lines.slice(q, found), both([matches, passing])),
      this.#breakdowns.of(q, { made, groups, reply: main, rowsBut, matches }),
    ]);
    const counted = { subject: replies.subject, journal: replies.journal, person: replies.person };
    const needed = q.needBy === null ? null : startOf(addDays(q.needBy, 1));
    return {
      matched,
      total,
      lines: total - listed(replies.hidden).hidden,
      slice,
      breakdown,
      distinct: Object.fromEntries(
        Object.entries(counted)
          .filter(([, list]) => list.length)
          .map(([g, list]) => [g, listed(list).values]),
      ),
      years: yearsIn(main, made),
      reach: Object.fromEntries(
        REACHES.map((r, i) => [r, sum(rowsBut.reach, (row) => row.reach <= i)]),
      ) as Record<Reach, number>,
      wider: widerOf(q, rowsBut.reach),
      byNeed: needed === null ? null : sum(rows, (row) => row.ready !== null && row.ready < needed),
      cost: Object.fromEntries(
        made
          .map(({ condition }) => [condition, countIn(main, `but_${condition}`) - total] as const)
          .filter(([, n]) => n > 0),
      ),
      indexed,
    };
  }
  async values(
    q: EngineQuery,
    group: Group,
    contains: string,
    limit: number,
  ): Promise<{ readonly values: readonly ValueCount[]; readonly distinct: number }> {
    const made = conditionsOf(q, this.#rows);
    const query = both([await this.#asking.matched(q.tree), presentAt(q), allBut(made, group)]);
    const byRows = group === 'wait' || group === 'open';
    const field = byRows ? 'row' : ofGroup(group);
    const { all: replies } = await this.#asking.values({ all: { query, field } }, this.#rows.size);
    const counts = byRows
      ? countsBy(await this.#counts.timed(replies, q), group)
      : bucketsOf(replies).map((b) => ({ value: String(b.key), count: b.doc_count }));
    const asked = words(contains);
    const fitting = counts
      .filter(({ value }) => {
        if (value === '') return false;
        const own = fold(value).split(/[^\p{L}\p{N}]+/u);
        return asked.every((w) => own.some((o) => o.startsWith(w)));
      })
      .sort((a, b) => b.count - a.count || (a.value < b.value ? -1 : 1));
    return { values: fitting.slice(0, limit), distinct: fitting.length };
  }

  records(ids: readonly string[]): Promise<readonly (DiscoveryRecord | null)[]> {
    return this.#asking.records(ids);
  }
  inOrder(place: number, limit: number): Promise<readonly DiscoveryRecord[]> {
    return this.#walks.inOrder(place, limit);
  }
  relations(id: string, most: number) {
    return this.#lookups.relations(id, most);
  }
  frequencies(list: readonly AskedWord[]) {
    return this.#lookups.frequencies(list);
  }
  spellings(word: string, limit: number) {
    return this.#lookups.spellings(word, limit);
  }
  containers(keys: readonly string[]) {
    return this.#lookups.containers(keys);
  }
  isName(list: readonly string[]) {
    return this.#lookups.isName(list);
  }
  suggest(typed: string, perKind: number) {
    return this.#lookups.suggest(typed, perKind);
  }
  akin(asked: AkinAsked) {
    return this.#lookups.akin(asked);
  }
  browse(asked: BrowseAsked) {
    return this.#walks.browse(asked);
  }
  initials(list: BrowseList) {
    return this.#walks.initials(list);
  }
  async shelf(asked: ShelfAsked) {
    return this.#walks.shelf(asked, asked.tree ? await this.#asking.matched(asked.tree) : null);
  }
}

/** Every condition with its counts, in one search. */
const mainBody = (
  q: EngineQuery,
  made: readonly Made[],
  groups: readonly Group[],
  matches: Clause,
): SearchBody => ({
  query: matches,
  size: 0,
  track_total_hits: true,
  aggs: {
    ...groupAggs(q, made, groups),
    // A global list goes over every record.
    ...(OPEN_ENDED.some((g) => chosenOf(q, g).length)
      ? {
          everywhere: {
            global: {},
            aggs: Object.fromEntries(
              OPEN_ENDED.filter((g) => chosenOf(q, g).length).map((g) => [
                g,
                { terms: { field: ofGroup(g), include: chosenOf(q, g), size: chosenOf(q, g).length } },
              ]),
            ),
          },
        }
      : {}),
  },
});
/** The lists that what was counted leaves to be asked for; its counts say how long each can get. */
function listsFor(
  q: EngineQuery,
  {
    made,
    groups,
    matches,
    main,
    few,
  }: {
    readonly made: readonly Made[];
    readonly groups: readonly Group[];
    readonly matches: Clause;
    readonly main: SearchReply;
    readonly few: number;
  },
) {
  const matched = main.hits.total?.value ?? 0;
  const total = countIn(main, 'all');
  const isMade = (c: Condition): boolean => made.some((m) => m.condition === c);
  /** Among what passes all conditions, or all but one. */
  const list = (field: string, but: Condition | null, more: Partial<ListAsked> = {}): ListAsked =>
    but && isMade(but)
      ? { query: both([matches, allBut(made, but)]), field, among: countIn(main, `but_${but}`), ...more }
      : { query: both([matches, allBut(made)]), field, among: total, ...more };
  const valuesOf = (g: 'subject' | 'journal' | 'person'): ListAsked | null =>
    groups.includes(g) ? list(ofGroup(g), g, { countOnly: true }) : null;
  const rowsOf = (c: Condition): ListAsked | null => (isMade(c) ? list('row', c) : null);
  return {
    hidden: q.apart ? null : list('work', null, { least: 2, countOnly: true }),
    subject: valuesOf('subject'),
    journal: valuesOf('journal'),
    // People are as many as records: of broad searches they are not counted.
    person: matched <= few || total <= few ? valuesOf('person') : null,
    rows: list('row', null),
    wait: rowsOf('wait'),
    open: rowsOf('open'),
    reach: rowsOf('reach'),
  };
}
const yearsIn = (main: SearchReply, made: readonly Made[]): EngineAnswer['years'] =>
  listIn(main, made.some((m) => m.condition === 'years') ? 'but_years' : 'all', 'years')
    .buckets.map((b) => [Number(b.key), b.doc_count] as const)
    .filter(([y, n]) => n > 0 && y >= YEAR_LOW && y < YEAR_LOW + YEAR_SPAN)
    .sort(([a], [b]) => a - b);

/** Over all parts of a list: how many values there are, and how many records stand behind another of theirs. */
function listed(replies: readonly SearchReply[]): { readonly values: number; readonly hidden: number } {
  let [values, records] = [0, 0];
  for (const reply of replies) {
    const all = listIn(reply, 'all') as unknown as { readonly count?: number; readonly sum?: number };
    values += all.count ?? 0;
    records += all.sum ?? 0;
  }
  return { values, hidden: records - values };
}
