/** The embedded engine behind the port: opens an index directory and answers, synchronously, inside a worker thread. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { alternativesFor, wantsAlternatives } from '../core/access/alternatives';
import { type AccessItem, optionsFor } from '../core/access/options';
import { wantedItem } from '../core/access/part';
import { soonestWay, waysToRead } from '../core/access/ways';
import type {
  BreakdownValue,
  JournalsAnswer,
  LendingTimeline,
  Moment,
  RecordAnswer,
  RelatedRecord,
  ResolvedMatch,
  ResolvedReference,
  SearchAnswer,
  SuggestAnswer,
  ValuesAnswer,
} from '../core/discovery/answers';
import { candidatesFor } from '../core/discovery/candidates';
import type { Guidance } from '../core/discovery/guidance';
import { journalOf, unindexedItem } from '../core/discovery/unindexed';
import { openIndex } from '../core/engine/format/data';
import { stringAt } from '../core/engine/format/strings';
import { repair } from '../core/engine/help/assist';
import { Recogniser } from '../core/engine/help/recognise';
import { suggest, titleKey, titleRange } from '../core/engine/help/suggest';
import { EmbeddedEngine, type EngineQuery } from '../core/engine/search';
import type { Library, Policy, Reader } from '../core/model/library';
import { peerReviewOf } from '../core/model/peerReview';
import type { DiscoveryRecord, Journal, ReferenceItem } from '../core/model/record';
import { NO_RECORD } from '../core/model/record';
import type { Slip, Wanted as WantedPart } from '../core/model/slip';
import { type Minutes, parseDay, parseLocal } from '../core/model/time';
import type { KbartLine } from '../core/model/titleList';
import { WAIT_CLASSES, WAIT_LABEL } from '../core/model/waits';
import type { WaysAnswer } from '../core/model/ways';
import { readPolicy } from '../core/policy/schema';
import type { QueryNote } from '../core/query/plain';
import { readQuery } from '../core/query/read';
import { GROUPS, type Group, type SearchRequest } from '../core/query/request';
import { sentence, valueLabel } from '../core/query/sentence';
import { type Wanted, wanted } from '../core/query/tree';
import { choose, type Match, type MatchResult } from '../core/references/match';
import type { CopyHistory } from '../core/requests/history';
import { promiseFor, type SlipPromise } from '../core/requests/promise';
import { cslOfSlip } from '../core/requests/slip';
import { lendingTimeline, type SentSlip } from '../standins/lending/timeline';
import { HitWriter, listing } from './hits';
import { findJournals } from './journals';
import { Records } from './records';
import { readShared, type SharedIndex } from './shared';

interface LibraryFile {
  readonly library: Library;
  readonly journals: readonly Journal[];
  readonly lines: readonly (readonly [string, readonly KbartLine[]])[];
  readonly readers: readonly Reader[];
  readonly start: string;
  readonly guidance: Guidance;
}
const VALUES_SHOWN = 500;
/** Versions of a work whose ways are worked out for the page of one of them. */
const VERSIONS_LOOKED_AT = 12;
const SUGGESTED = 4;
const TITLES_LOOKED_AT = 40;

export class DiscoveryService {
  readonly #engine: EmbeddedEngine;
  readonly #recogniser: Recogniser;
  #library: Library;
  readonly #journals: ReadonlyMap<string, Journal>;
  readonly #lines: ReadonlyMap<string, readonly KbartLine[]>;
  readonly #start: string;
  readonly #guidance: Guidance;
  readonly #records: Records;
  readonly #loadMs: number;
  readonly #hits: HitWriter;

  /** Opens an index directory. Throws with a message for people when it can't be used. */
  constructor(dir: string, shared?: SharedIndex) {
    const began = performance.now();
    const { index, records } = shared ?? readShared(dir);
    const data = openIndex(index);
    if ('problem' in data) throw new Error(data.problem);
    const file = JSON.parse(readFileSync(join(dir, 'library.json'), 'utf8')) as LibraryFile;
    const policy = readPolicy(file.library.policy);
    if ('problem' in policy) throw new Error(policy.problem);
    this.#library = { ...file.library, policy: policy.policy };
    this.#journals = new Map(file.journals.map((j) => [j.id, j]));
    this.#lines = new Map(file.lines);
    this.#start = file.start;
    this.#guidance = file.guidance;
    this.#engine = new EmbeddedEngine(data, this.#library);
    this.#records = new Records(dir, this.#engine, records, this.#journals, this.#lines);
    this.#hits = new HitWriter(this.#engine, this.#records, () => this.#library);
    this.#recogniser = new Recogniser(data, this.#engine.evaluator);
    this.#loadMs = performance.now() - began;
  }

  /** The engine itself, for measuring and for tests that look underneath. */
  get engine(): EmbeddedEngine {
    return this.#engine;
  }
  get library(): Library {
    return this.#library;
  }
  /** Other rules from now on. The counts of waits by interlibrary loan follow when the index is built again. */
  setPolicy(policy: Policy): void {
    this.#library = { ...this.#library, policy };
    this.#engine.setLibrary(this.#library);
    this.#hits.forget();
  }

  health() {
    return {
      records: this.#engine.size,
      engine: 'embedded',
      loadMs: Math.round(this.#loadMs),
      start: this.#start,
    };
  }

  /** A record by its position in the index. */
  recordAt(doc: number): DiscoveryRecord {
    return this.#records.at(doc);
  }
  itemAt(doc: number): AccessItem {
    return this.#records.item(doc);
  }

  search(request: SearchRequest, moment: Moment, slice: { offset: number; limit: number }): SearchAnswer {
    const began = performance.now();
    const read = readQuery(request);
    // The endpoint refuses what can't be read; for callers inside, such a query matches nothing.
    if ('problem' in read) throw new Error(`${read.problem.text} at ${read.problem.at}`);
    const at = parseLocal(moment.at) as Minutes;
    const sort = read.sort ?? request.sort;
    const query = (tree: EngineQuery['tree']): EngineQuery => ({
      ...request,
      ...slice,
      sort,
      tree,
      situation: moment.situation,
      at,
    });
    const count = (t: EngineQuery['tree']): number => this.#engine.matching(query(t));
    const helped =
      request.exact || request.syntax === 'cql'
        ? null
        : this.#recogniser.recognise(
            request.q,
            read.tree,
            (found) => this.#engine.passing(found, query(read.tree)),
            count,
          );
    let tree: EngineQuery['tree'] = helped?.tree ?? read.tree;
    let notes: readonly QueryNote[] = [...read.notes, ...(helped?.notes ?? [])];
    let answer = this.#engine.search(query(tree));
    if (answer.matched === 0 && !request.exact && tree === read.tree) {
      const repaired = repair(request.q, read.tree, this.#engine.evaluator, this.#engine.data, count);
      if (repaired) {
        tree = repaired.tree;
        notes = [...notes, ...repaired.notes];
        answer = this.#engine.search(query(tree));
      } else notes = [...notes, ...unknownNotes(answer.unknown)];
    } else if (answer.total === 0) notes = [...notes, ...unknownNotes(answer.unknown)];
    const asked: readonly Wanted[] =
      tree.op === 'closest' ? tree.words.map((text) => ({ text, prefix: false })) : wanted(tree);
    const shown = listing(moment, at, request.needBy, asked);
    const hits = answer.docs.map((doc, i) => this.#hits.hit(doc, answer.versions[i] ?? [], shown));
    const breakdown = Object.fromEntries(
      GROUPS.map((g) => [g, answer.breakdown[g].map((v) => this.#labelled(g, v))]),
    ) as Record<Group, BreakdownValue[]>;
    const counts = new Map(answer.breakdown.wait.map((v) => [v.value, v.count]));
    return {
      total: answer.total,
      lines: answer.lines,
      tookMs: Math.round((performance.now() - began) * 10) / 10,
      indexed: this.#engine.sizeAt(at),
      hits,
      breakdown,
      waits: WAIT_CLASSES.map((c) => ({ class: c, label: WAIT_LABEL[c], count: counts.get(c) ?? 0 })),
      years: answer.years,
      reach: answer.reach,
      wider: answer.wider,
      byNeed: answer.byNeed,
      cost: answer.cost,
      distinct: answer.distinct,
      notes,
      sentence: sentence(request, this.#library.campuses),
    };
  }

  retrieve(
    request: SearchRequest,
    moment: Moment,
    slice: { offset: number; limit: number },
  ): { total: number; records: DiscoveryRecord[] } {
    const read = readQuery(request);
    if ('problem' in read) throw new Error(read.problem.text);
    const at = parseLocal(moment.at) as Minutes;
    const query = {
      ...request,
      ...slice,
      sort: read.sort ?? request.sort,
      tree: read.tree,
      situation: moment.situation,
      at,
      apart: true,
    };
    const { total, docs } = this.#engine.search(query);
    return { total, records: docs.map((d) => this.#records.at(d)) };
  }

  #labelled(group: Group, v: { value: string; count: number }): BreakdownValue {
    const campus = group === 'place' ? this.#library.campuses.find((c) => c.id === v.value)?.name : undefined;
    return { ...v, label: campus ?? valueLabel(group, v.value) };
  }

  values(request: SearchRequest, moment: Moment, group: Group, contains: string): ValuesAnswer {
    const read = readQuery(request);
    if ('problem' in read) throw new Error(read.problem.text);
    const at = parseLocal(moment.at) as Minutes;
    const { values, distinct } = this.#engine.values(
      { ...request, tree: read.tree, offset: 0, limit: 0, situation: moment.situation, at },
      group,
      contains,
      VALUES_SHOWN,
    );
    return { values: values.map((v) => this.#labelled(group, v)), distinct };
  }

  suggest(typed: string): SuggestAnswer {
    const { data } = this.#engine;
    const named = suggest(typed, data, SUGGESTED).map((s) => ({
      kind: s.kind,
      text: stringAt(data.tables[s.kind], s.value),
      count: s.count,
    }));
    const titleAt = (position: number): DiscoveryRecord =>
      this.#records.at(data.titleOrder[position] as number);
    const [from, to] = titleRange(typed, data.n, (p) => titleKey(titleAt(p).csl.title));
    const titles = new Map<string, SuggestAnswer['suggestions'][number]>();
    for (let p = from; p < Math.min(to, from + TITLES_LOOKED_AT) && titles.size < SUGGESTED; p++) {
      const { id, csl } = titleAt(p);
      if (!titles.has(csl.title)) titles.set(csl.title, { kind: 'title', text: csl.title, count: 1, id });
    }
    return { suggestions: [...titles.values(), ...named] };
  }

  guidance(): Guidance {
    return this.#guidance;
  }

  journals(q: string, campus: string, limit: number): JournalsAnswer {
    const articles = (issn: string): number =>
      this.#engine.evaluator.evaluate({ op: 'code', code: 'issn', value: issn }).n;
    return findJournals(q, campus, limit, {
      journals: this.#journals,
      lines: this.#lines,
      library: this.#library,
      guidance: this.#guidance,
      articles,
    });
  }

  #relatedById(id: string | undefined): RelatedRecord | null {
    const doc = id ? this.#engine.find(id) : -1;
    return doc < 0 ? null : this.#hits.related(doc);
  }

  record(id: string): RecordAnswer | null {
    const doc = this.#engine.find(id);
    if (doc < 0) return null;
    const item = this.#records.item(doc);
    const { record, journal } = item;
    const d = this.#engine.data;
    const slice = (start: Uint32Array, values: Uint32Array, i: number, most: number) => [
      ...values.subarray(start[i], Math.min(start[i + 1] as number, (start[i] as number) + most)),
    ];
    const work = d.work[doc] as number;
    const places = [
      ...this.#library.campuses.map((c) => ({
        name: c.name,
        copies: [...(record.copies ?? []), ...(item.host?.copies ?? [])].filter((k) => k.campus === c.id),
      })),
      ...this.#library.partners.map((p) => ({
        name: p.name,
        copies: [...(record.partnerCopies ?? []), ...(item.host?.partnerCopies ?? [])].filter(
          (k) => k.partner === p.id,
        ),
      })),
    ].filter((p) => p.copies.length);
    const coverage = optionsFor(item, this.#library).flatMap((o) =>
      o.type === 'online' || o.type === 'not-online'
        ? [{ provider: o.provider.name, id: o.provider.id, shown: o.type === 'online', text: o.why }]
        : [],
    );
    return {
      record,
      journal: journal
        ? {
            id: journal.id,
            title: journal.title,
            issn: journal.issn,
            refereed: journal.refereed,
            from: journal.from,
            to: journal.to,
          }
        : null,
      host: this.#relatedById(record.host),
      peerReview: peerReviewOf(record, journal),
      places,
      coverage,
      editions: work
        ? slice(d.workStart, d.workDocs, work, 40)
            .filter((x) => x !== doc)
            .map((x) => this.#hits.related(x))
        : [],
      cites: slice(d.citeStart, d.cite, doc, 40).map((x) => this.#hits.related(x)),
      citedBy: slice(d.citedStart, d.cited, doc, 40).map((x) => this.#hits.related(x)),
      retraction: this.#relatedById(record.retraction?.notice),
      retracts: this.#relatedById(record.retracts),
    };
  }

  /** The record that a reference means, if that is sure enough, and those that it might mean. */
  matchReference(said: ReferenceItem): MatchResult {
    const records = candidatesFor(said, this.#engine.evaluator).map((d) => ({ record: this.#records.at(d) }));
    return choose(said, records);
  }

  /** What references mean, and when each could be read. */
  resolve(items: readonly ReferenceItem[], moment: Moment, needBy: string): ResolvedReference[] {
    const at = parseLocal(moment.at) as Minutes;
    const need = parseDay(needBy);
    const shown = (m: Match): ResolvedMatch => {
      const item = this.#records.byId(m.id) as AccessItem;
      const { best, wait } = soonestWay(item, this.#library, moment.situation, at, need);
      const { abstract: _abstract, ...csl } = item.record.csl;
      return {
        ...m,
        csl,
        kind: item.record.kind,
        line: this.#hits.related(this.#engine.find(m.id)).line,
        wait: { ...wait, verdict: best?.verdict ?? null },
        best: best
          ? {
              title: best.title,
              place: best.place,
              price: best.price,
              chance: best.chance,
              action: best.action,
            }
          : null,
      };
    };
    return items.map((said) => {
      const { match, others } = this.matchReference(said);
      return { match: match && shown(match), others: others.map(shown) };
    });
  }

  /** An item that has no record: what its journal's coverage and shelves still make possible. */
  #unindexed(csl: ReferenceItem): AccessItem {
    const journal = journalOf(csl, this.#journals.values());
    return unindexedItem(csl, journal, journal ? (this.#lines.get(journal.id) ?? []) : []);
  }
  #slipItem(slip: Pick<Slip, 'record' | 'item' | 'wanted'>): AccessItem | null {
    const item = slip.record === NO_RECORD ? null : this.#records.byId(slip.record);
    // Without a record, or with only its journal's: what the fields say, and what the journal's coverage makes of it.
    return slip.record === NO_RECORD || (item?.record.kind === 'journal' && slip.wanted === 'article')
      ? this.#unindexed(cslOfSlip(slip.item))
      : item;
  }

  /** Ways to read a record, by its id, or something that has none, by its description. */
  ways(wanted: string | ReferenceItem, moment: Moment, needBy: string, part?: WantedPart): WaysAnswer | null {
    const item = typeof wanted === 'string' ? this.#records.byId(wanted) : this.#unindexed(wanted);
    if (!item) return null;
    const at = parseLocal(moment.at) as Minutes;
    const need = parseDay(needBy);
    const asked = part ? wantedItem(item, part) : item;
    const answer = waysToRead(asked, this.#library, moment.situation, at, need, true);
    if (!wantsAlternatives(answer.best)) return answer;
    return {
      ...answer,
      alternatives: alternativesFor(item, this.#versions(item), this.#library, moment.situation, at, need),
    };
  }
  /** The other records of an item's work, with what they depend on. */
  #versions(item: AccessItem): AccessItem[] {
    const doc = this.#engine.find(item.record.id);
    const { data } = this.#engine;
    const work = doc < 0 ? 0 : (data.work[doc] as number);
    if (work === 0) return [];
    const members = [...data.workDocs.subarray(data.workStart[work], data.workStart[work + 1])];
    return members
      .filter((d) => d !== doc)
      .slice(0, VERSIONS_LOOKED_AT)
      .map((d) => this.#records.item(d));
  }

  promise(slip: Slip, moment: Moment, history: CopyHistory): SlipPromise | null {
    const item = this.#slipItem(slip);
    if (!item) return null;
    const versions = slip.editions === 'this' ? [] : this.#versions(item);
    return promiseFor(
      slip,
      item,
      this.#library,
      moment.situation,
      parseLocal(moment.at) as Minutes,
      history,
      versions,
    );
  }

  timeline(slip: SentSlip, moment: Moment): LendingTimeline | null {
    const item = this.#slipItem(slip);
    return item && lendingTimeline(slip, item, this.#library, moment.situation);
  }

  close(): void {
    this.#records.close();
  }
}

/** What to say about words that stand in no record: which they are, and that they are why nothing was found. */
function unknownNotes(unknown: readonly string[]): QueryNote[] {
  if (!unknown.length) return [];
  const list = unknown.map((w) => `“${w}”`).join(', ');
  return [
    {
      code: 'unknown-word',
      text: `No record has ${list}. Check the spelling, or leave ${unknown.length === 1 ? 'it' : 'them'} out.`,
    },
  ];
}
