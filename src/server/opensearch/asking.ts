/**
 * One index of the cluster, and what is asked of it again and again: words with the forms that occur, trees as
 * queries, records by their ids.
 */
import { LRUCache } from 'lru-cache';
import type { AccessMoment, EngineTree } from '../../core/engine/port/engine';
import type { DiscoveryRecord } from '../../core/model/record';
import { type DayNumber, dayOf } from '../../core/model/time';
import { termsFor } from '../../core/words/analysis';
import { SMALL_WORDS } from '../../core/words/fold';
import type { Cluster, SearchBody, SearchReply } from './cluster';
import {
  countIn,
  goesTogether,
  inParts,
  type ListAsked,
  ofName,
  overflows,
  partsFor,
  together,
} from './counting';
import { ALL, type Clause, closest, matchOf, scored, type Weighed, weightyWords, wordIn } from './queries';

/** The index that is asked, and what has to be known of it. */
export interface FilledIndex {
  readonly name: string;
  /** When it was changed last. */
  readonly changed: string;
  readonly size: number;
  /** About how many values each open-ended field has. */
  readonly values: Readonly<Record<string, number>>;
}
const RECORDS_KEPT = 4000;
const WORDS_KEPT = 20_000;
const DAYS_KEPT = 400;
export const IDS_AT_ONCE = 5000;

/** What is in the index at a moment, and came after a day. */
export const presentAt = ({ at, since }: Pick<AccessMoment, 'at' | 'since'>): Clause => ({
  range: { added: { lte: dayOf(at), ...(since === null ? {} : { gt: since }) } },
});

export class Asking {
  readonly cluster: Cluster;
  readonly index: FilledIndex;
  readonly #records = new LRUCache<string, DiscoveryRecord>({ max: RECORDS_KEPT });
  readonly #indexed = new LRUCache<DayNumber, number>({ max: DAYS_KEPT });
  readonly #weighed = new LRUCache<string, Weighed>({ max: WORDS_KEPT });

  constructor(cluster: Cluster, index: FilledIndex) {
    this.cluster = cluster;
    this.index = index;
  }

  one(body: SearchBody): Promise<SearchReply> {
    return this.cluster.search(this.index.name, body);
  }
  all(bodies: readonly SearchBody[]): Promise<readonly SearchReply[]> {
    return this.cluster.searches(this.index.name, bodies);
  }
  /** Lists of searches in one request, the replies under the names of the lists. */
  async lists<N extends string>(
    named: Readonly<Record<N, readonly SearchBody[]>>,
  ): Promise<Readonly<Record<N, readonly SearchReply[]>>> {
    const entries = Object.entries(named) as [N, readonly SearchBody[]][];
    const rest = [...(await this.all(entries.flatMap(([, bodies]) => bodies)))];
    return Object.fromEntries(
      entries.map(([name, bodies]) => [name, rest.splice(0, bodies.length)]),
    ) as unknown as Record<N, readonly SearchReply[]>;
  }
  /**
   * Lists of counts under their names, in as many parts as they need, or several in one search; empty where none is
   * asked for.
   * @param rows how many access rows there are
   */
  async values<N extends string>(
    named: Readonly<Record<N, ListAsked | null>>,
    rows: number,
  ): Promise<Readonly<Record<N, readonly SearchReply[]>>> {
    const entries = Object.entries(named) as [N, ListAsked | null][];
    const wanted = entries.flatMap(([name, asked]): [N, ListAsked][] => (asked ? [[name, asked]] : []));
    const searches: { readonly names: readonly N[]; readonly bodies: readonly SearchBody[] }[] = [];
    const byQuery = new Map<string, [N, ListAsked][]>();
    for (const [name, asked] of wanted) {
      const query = JSON.stringify(asked.query);
      if (goesTogether(asked)) byQuery.set(query, [...(byQuery.get(query) ?? []), [name, asked]]);
      else {
        const parts = partsFor(asked.field === 'row' ? rows : (this.index.values[asked.field] ?? 0));
        searches.push({ names: [name], bodies: inParts(asked, parts) });
      }
    }
    for (const own of byQuery.values())
      searches.push({ names: own.map(([name]) => name), bodies: [together(own)] });
    const replies = [...(await this.all(searches.flatMap((s) => s.bodies)))];
    const found = Object.fromEntries(entries.map(([name]) => [name, []])) as unknown as Record<
      N,
      readonly SearchReply[]
    >;
    for (const { names, bodies } of searches) {
      const own = replies.splice(0, bodies.length);
      for (const name of names) {
        const asked = named[name] as ListAsked;
        found[name] = goesTogether(asked) ? own.map((r) => ofName(r, name)) : own;
      }
    }
    const over = wanted.filter(([name, asked]) => overflows(asked, found[name]));
    if (over.length === 0) return found;
    const again = await this.values(
      Object.fromEntries(over.map(([name, { among: _, ...asked }]) => [name, asked])) as Record<N, ListAsked>,
      rows,
    );
    return { ...found, ...again };
  }
  /** How many records the index had by the end of a day. */
  async indexed(day: DayNumber): Promise<number> {
    const known = this.#indexed.get(day);
    if (known !== undefined) return known;
    const reply = await this.one({
      query: { range: { added: { lte: day } } },
      size: 0,
      track_total_hits: true,
    });
    const own = reply.hits.total?.value ?? 0;
    this.#indexed.set(day, own);
    return own;
  }

  /** Words with the forms that occur and how many records have them; what is not known yet is asked at once. */
  async weigh(list: readonly string[]): Promise<ReadonlyMap<string, Weighed>> {
    const found = new Map<string, Weighed>();
    const unknown: string[] = [];
    for (const word of new Set(list)) {
      const known = this.#weighed.get(word);
      if (known) found.set(word, known);
      else unknown.push(word);
    }
    if (unknown.length === 0) return found;
    const terms = [...new Set(unknown.flatMap(termsFor))];
    const counts = await this.counts(ALL, [
      ...unknown.map((word) => wordIn({ word, prefix: false }, undefined)),
      ...terms.map((t) => ({ term: { any: t } })),
    ]);
    const occur = new Set(terms.filter((_, i) => counts[unknown.length + i]));
    for (const [i, word] of unknown.entries()) {
      const own = [...new Set(termsFor(word))].filter((t) => occur.has(t));
      const made: Weighed = { word, df: counts[i] as number, terms: own };
      this.#weighed.set(word, made);
      found.set(word, made);
    }
    return found;
  }
  async #closest(list: readonly string[]): Promise<Clause> {
    const known = await this.weigh(list.filter((w) => !SMALL_WORDS.has(w)));
    return closest([...known.values()], this.index.size);
  }
  /** What a tree matches. */
  async matched(tree: EngineTree): Promise<Clause> {
    return tree.op === 'closest' ? this.#closest(tree.words) : matchOf(tree);
  }
  /** The same with what each match is worth. */
  async scored(tree: EngineTree): Promise<Clause> {
    if (tree.op === 'closest') return this.#closest(tree.words);
    const known = await this.weigh(weightyWords(tree).flatMap((w) => (w.prefix ? [] : [w.word])));
    return scored(tree, known, this.index.size);
  }
  /** How many records of a query pass each of these. */
  async counts(query: Clause, filters: readonly Clause[]): Promise<readonly number[]> {
    if (filters.length === 0) return [];
    const reply = await this.one({
      query,
      size: 0,
      track_total_hits: false,
      aggs: { each: { filters: { filters: Object.fromEntries(filters.map((f, i) => [i, f])) } } },
    });
    return filters.map((_, i) => countIn(reply, 'each', 'buckets', String(i)));
  }
  async records(ids: readonly string[]): Promise<readonly (DiscoveryRecord | null)[]> {
    const missing = [...new Set(ids.filter((id) => !this.#records.has(id)))];
    const got = new Map<string, DiscoveryRecord>();
    for (let at = 0; at < missing.length; at += IDS_AT_ONCE) {
      const some = missing.slice(at, at + IDS_AT_ONCE);
      const { hits } = await this.one({
        query: { terms: { id: some } },
        size: some.length,
        track_total_hits: false,
        _source: ['record'],
      });
      for (const h of hits.hits) {
        const { record } = h._source as { readonly record: DiscoveryRecord };
        got.set(record.id, record);
        this.#records.set(record.id, record);
      }
    }
    return ids.map((id) => got.get(id) ?? this.#records.get(id) ?? null);
  }
  /** What came with an answer need not be asked for. */
  remember(record: DiscoveryRecord): void {
    this.#records.set(record.id, record);
  }
}
