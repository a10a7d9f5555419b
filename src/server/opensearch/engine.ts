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
import { allBut, bucketsOf, conditionsOf, countIn, inParts, listIn, type Made, partsFor } from './counting';
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
    /** Lists of a field's values among what passes all conditions, or all but one. */
    const values = (field: string, but?: Condition) =>
      inParts(both([matches, allBut(made, but)]), field, this.#asking.parts(field), { countOnly: true });
    const rowLists = (but?: Condition) =>
      but === undefined || made.some((m) => m.condition === but)
        ? inParts(both([matches, allBut(made, but)]), 'row', partsFor(this.#rows.size))
        : [];
    const replies = await this.#asking.lists({
      main: [mainBody(q, made, groups, matches)],
      hits: bySoonest ? [] : [this.#lines.body(q, scoring, passing)],
      hidden: q.apart
        ? []
        : inParts(both([matches, passing]), 'work', this.#asking.parts('work'), {
            least: 2,
            countOnly: true,
          }),
      subject: groups.includes('subject') ? values(ofGroup('subject'), 'subject') : [],
      journal: groups.includes('journal') ? values(ofGroup('journal'), 'journal') : [],
      rows: rowLists(),
      wait: rowLists('wait'),
      open: rowLists('open'),
      reach: rowLists('reach'),
    });
    const main = replies.main[0] as SearchReply;
    const rows = await this.#counts.timed(replies.rows, q);
    const [wait, open, reach] = await Promise.all(
      (['wait', 'open', 'reach'] as const).map((c) =>
        replies[c].length ? this.#counts.timed(replies[c], q) : rows,
      ),
    );
    const rowsBut = { wait, open, reach } as RowsBut;

    const matched = main.hits.total?.value ?? 0;
    const total = countIn(main, 'all');
    const found = replies.hits[0] ?? (await this.#lines.soonest(q, scoring, passing, rows));
    const few = this.#asking.index.size * BROAD;
    const [slice, people, breakdown] = await Promise.all([
      this.#lines.told(q, this.#lines.slice(q, found), both([matches, passing])),
      // People are as many as records: of broad searches they are not counted.
      groups.includes('person') && (matched <= few || total <= few)
        ? this.#asking.all(values(ofGroup('person'), 'person'))
        : [],
      this.#breakdowns.of(q, { made, groups, reply: main, rowsBut, matches }),
    ]);
    const counted = { subject: replies.subject, journal: replies.journal, person: people };
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
      indexed: countIn(main, 'everywhere', 'indexed'),
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
    const parts = byRows ? partsFor(this.#rows.size) : this.#asking.parts(field);
    const replies = await this.#asking.all(inParts(query, field, parts));
    const counts = byRows
      ? countsBy(await this.#counts.timed(replies, q), group)
      : bucketsOf(replies).map((b) => ({ value: String(b.key), count: b.doc_count }));
    const asked = words(contains);
    const all = counts
      .filter(({ value }) => {
        if (value === '') return false;
        const own = fold(value).split(/[^\p{L}\p{N}]+/u);
        return asked.every((w) => own.some((o) => o.startsWith(w)));
      })
      .sort((a, b) => b.count - a.count || (a.value < b.value ? -1 : 1));
    return { values: all.slice(0, limit), distinct: all.length };
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
    everywhere: {
      global: {},
      aggs: {
        indexed: { filter: { range: { added: { lte: dayOf(q.at) } } } },
        ...Object.fromEntries(
          OPEN_ENDED.filter((g) => chosenOf(q, g).length).map((g) => [
            g,
            { terms: { field: ofGroup(g), include: chosenOf(q, g), size: chosenOf(q, g).length } },
          ]),
        ),
      },
    },
  },
});
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
