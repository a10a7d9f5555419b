/**
 * The application: what the app asks of a library and its index, made of a search engine and the library's
 * data. Written once, for every engine; asks it in as few questions as it can, since it may stand across a
 * network.
 */

import { alternativesFor, wantsAlternatives } from '../access/alternatives';
import type { AccessItem } from '../access/options';
import { wantedItem } from '../access/part';
import type { Vantage } from '../access/vantage';
import { soonestWay, waysToRead } from '../access/ways';
import { itemWithLive, type LiveCopies, NO_LIVE } from '../circulation/live';
import type { Course } from '../courses/course';
import type { EngineQuery, EngineTree, SearchEngine } from '../engine/port/engine';
import type { Wanted } from '../model/codes';
import { libraryIn, recordIn, termIn } from '../model/inOther';
import type { Lender, Library } from '../model/library';
import { type Message, msg } from '../model/message';
import type { Policy } from '../model/policy';
import { type DiscoveryRecord, type Journal, NO_RECORD, type ReferenceItem } from '../model/record';
import type { Slip } from '../model/slip';
import type { DayNumber } from '../model/time';
import { type Minutes, parseDay, parseLocal } from '../model/time';
import type { KbartLine } from '../model/titleList';
import { WAIT_CLASSES } from '../model/waits';
import type { WaysAnswer } from '../model/ways';
import { type AskBy, askBy } from '../plan/askBy';
import type { PlanLimits } from '../plan/choose';
import type { AskedSearch } from '../query/read';
import { GROUPS, type Group, type Sort } from '../query/request';
import type { MatchResult } from '../references/match';
import type { CopyHistory } from '../requests/history';
import { promiseFor, type SlipPromise } from '../requests/promise';
import { cslOfSlip } from '../requests/slip';
import type {
  AnswersAnswer,
  AskByQuestion,
  BreakdownValue,
  BrowseAnswer,
  CoursesAnswer,
  HarvestAnswer,
  HarvestAsked,
  HarvestEntry,
  JournalsAnswer,
  KeptAnswer,
  Moment,
  NowLine,
  PlanAnswer,
  RecordAnswer,
  RelatedAnswer,
  ResolvedReference,
  SearchAnswer,
  ShelfAnswer,
  ShelfQuestion,
  Slice,
  SuggestAnswer,
  ThingAsked,
  ValuesAnswer,
  Walk,
  WalkQuestion,
} from './answers';
import { engineQuery, searchOrRepair, understand, wordsOf } from './asked';
import { Courses } from './courses';
import { AnswerFinder, type AnswerPlace, type Guidance, guidanceIn, languagesOf } from './guidance';
import { dayOf as dayOfChange, harvested } from './harvest';
import { HeadingFinder } from './headings';
import type { History } from './history';
import { inShort } from './inShort';
import { Items } from './items';
import { findJournals } from './journals';
import { keptAnswer, planFor } from './kept';
import { copyCount, LineWriter, type Listing, listing } from './lines';
import { recordPage } from './recordPage';
import { relatedTo } from './related';
import { matchReference, resolveReferences } from './resolve';
import { journalOf, unindexedItem } from './unindexed';
import { browse, shelfWalk } from './walks';

const VALUES_SHOWN = 500;
/** Versions of a work whose ways are worked out for the page of one of them. */
const VERSIONS_LOOKED_AT = 12;
const SUGGESTED = 4;
/** Of some words the share that a ready answer is to fit before it is put beside them. */
const SURELY = 0.6;
/** Orders that say nothing of the version: the line of a work is that of the one to be had soonest. */
const BY_WHAT_FITS: ReadonlySet<Sort> = new Set<Sort>(['match', 'soonest']);

/** All that belongs to the library beside its records. */
export interface LibraryFile {
  readonly library: Library;
  readonly journals: ReadonlyMap<string, Journal>;
  readonly lines: ReadonlyMap<string, readonly KbartLine[]>;
  readonly guidance: Guidance;
  readonly courses: readonly Course[];
  /** The titles of the records that are read for courses, by their ids. */
  readonly courseTitles: ReadonlyMap<string, string>;
  /** What has changed since when. */
  readonly history: History;
}
/** The language of a library that names none. */
const FIRST = 'en';

export class Discovery {
  readonly #engine: SearchEngine;
  readonly file: LibraryFile;
  readonly #items: Items;
  readonly #lines: LineWriter;
  readonly #courses: Courses;
  readonly #answers: AnswerFinder;
  readonly #headings: HeadingFinder;
  readonly #guidance: Guidance;
  readonly #language: string;
  /** In which the library says something, beside its own. */
  readonly #languages: ReadonlySet<string>;
  #library: Library;
  /** The same, as it is said in other languages, each made when it is first asked for. */
  readonly #spoken = new Map<string, Discovery>();

  /** @param language in which the library calls its places, neighbours and help; its own where nothing is said */
  constructor(engine: SearchEngine, file: LibraryFile, language = file.library.language ?? FIRST) {
    const own = file.library.language ?? FIRST;
    const helped = languagesOf(file.guidance);
    this.#engine = engine;
    this.file = file;
    this.#language = language;
    this.#languages = new Set([
      ...helped,
      ...(file.guidance.headings ?? []).map((h) => h.language),
      ...Object.keys(file.library.words?.inOther ?? {}),
    ]);
    this.#library = libraryIn(file.library, language);
    this.#guidance = guidanceIn(file.guidance, language);
    this.#items = new Items(engine, file.journals, file.lines, recordIn(file.library, this.#library));
    this.#lines = new LineWriter(this.#items, () => this.#library);
    const term = termIn(file.library, language);
    this.#courses = new Courses(
      file.courses.map((c) => ({ ...c, term: term(c.term) })),
      file.courseTitles,
      this.#items,
    );
    const { answers = [], headings = [], topics } = this.#guidance;
    this.#answers = new AnswerFinder(answers, helped.has(language) ? language : own);
    this.#headings = new HeadingFinder(headings, topics, own);
  }

  get library(): Library {
    return this.#library;
  }
  /**
   * The same library in a language. What answers is this engine; rules and lenders are this one's at the time, so that
   * it is asked for anew each time.
   */
  in(language: string): Discovery {
    if (language === this.#language || !this.#languages.has(language)) return this;
    const { policy, lenders } = this.#library;
    const made =
      this.#spoken.get(language) ??
      new Discovery(
        this.#engine,
        { ...this.file, library: { ...this.file.library, policy, lenders } },
        language,
      );
    this.#spoken.set(language, made);
    return made;
  }
  /**
   * Other rules from now on. The counts of waits by interlibrary loan follow when the index is built again.
   */
  async setPolicy(policy: Policy): Promise<void> {
    this.#library = { ...this.#library, policy };
    this.forget();
    await this.#engine.setPolicy(policy);
  }

  /** Lenders as they are reckoned with from now on; the counts of waits follow as with other rules. */
  setLenders(lenders: readonly Lender[]): void {
    this.#library = { ...this.#library, lenders };
    this.forget();
  }

  /**
   * A search: its lines with their soonest ways, the counts of every group, and what was done with the words.
   */
  async search(asked: AskedSearch, moment: Moment, slice: Slice): Promise<SearchAnswer> {
    const began = performance.now();
    const { request } = asked;
    const at = parseLocal(moment.at) as Minutes;
    const understood = await understand(asked, moment, this.#engine, this.#headings);
    const listed = (tree: EngineTree): Listing => ({
      ...listing(moment, at, request.needBy, wordsOf(tree)),
      soonest: BY_WHAT_FITS.has(understood.query.sort),
    });
    const shown = listed(understood.query.tree);
    const query: EngineQuery = { ...understood.query, ...slice, explain: shown.asked };
    const found = await searchOrRepair(query, understood.mayRepair ? request.q : null, this.#engine);
    const { answer } = found;
    // What was repaired has other words, to be marked and explained.
    const hits = await this.#lines.lines(
      answer.slice,
      found.tree === query.tree ? shown : listed(found.tree),
    );
    const counts = new Map(answer.breakdown.wait.map((v) => [v.value, v.count]));
    return {
      total: answer.total,
      lines: answer.lines,
      tookMs: Math.round((performance.now() - began) * 10) / 10,
      indexed: answer.indexed,
      hits,
      breakdown: Object.fromEntries(
        GROUPS.map((g) => [g, answer.breakdown[g].map((v) => this.#labelled(g, v))]),
      ) as Record<Group, BreakdownValue[]>,
      waits: WAIT_CLASSES.map((c) => ({
        class: c,
        label: msg(`label.wait.${c}`),
        count: counts.get(c) ?? 0,
      })),
      years: answer.years,
      reach: answer.reach,
      wider: answer.wider,
      byNeed: answer.byNeed,
      cost: answer.cost,
      distinct: answer.distinct,
      notes: [...understood.notes, ...found.notes],
    };
  }

  /** Whole records of a search, every one for itself. */
  async retrieve({ request, query }: AskedSearch, moment: Moment, slice: Slice) {
    const asked = engineQuery(request, query.tree, moment, query.sort ?? request.sort);
    const { total, slice: found } = await this.#engine.search({ ...asked, ...slice, apart: true });
    return { total, records: await this.#items.records(found.map((line) => line.id)) };
  }

  /** Records by the day on which they came into the index, and where the list goes on; null at its end. */
  harvest(asked: HarvestAsked): Promise<HarvestAnswer> {
    return harvested(this.#engine, this.file.history, asked);
  }
  async harvestOne(id: string): Promise<HarvestEntry | null> {
    const { history } = this.file;
    const [record = null] = await this.#engine.records([id]);
    const known = record !== null || history.gone.some(([other]) => other === id);
    return known ? { id, day: dayOfChange(history, id, record), record } : null;
  }

  #labelled(group: Group, v: { value: string; count: number }): BreakdownValue {
    const campus = group === 'place' ? this.#library.campuses.find((c) => c.id === v.value)?.name : undefined;
    return { ...v, label: campus === undefined ? valueName(group, v.value) : nameOf(campus) };
  }

  async values(
    { request, query }: AskedSearch,
    moment: Moment,
    group: Group,
    contains: string,
  ): Promise<ValuesAnswer> {
    const asked = engineQuery(request, query.tree, moment, request.sort);
    const { values, distinct } = await this.#engine.values(asked, group, contains, VALUES_SHOWN);
    return { values: values.map((v) => this.#labelled(group, v)), distinct };
  }

  async suggest(typed: string): Promise<SuggestAnswer> {
    return { suggestions: await this.#engine.suggest(typed, SUGGESTED) };
  }
  async guidance(): Promise<Omit<Guidance, 'answers' | 'headings'>> {
    const { answers: _answers, headings: _headings, ...map } = this.#guidance;
    return map;
  }
  async answers(q: string, place: AnswerPlace | null, most: number): Promise<AnswersAnswer> {
    // Asked on its own anything that fits will do; beside something else only what surely is meant.
    const found = this.#answers.find(q, place, place === null ? 0 : SURELY);
    return { total: found.length, answers: found.slice(0, most).map(({ words: _words, ...a }) => a) };
  }
  shelf(asked: ShelfQuestion): Promise<ShelfAnswer | null> {
    return shelfWalk(asked, this.#walked);
  }
  browse(asked: WalkQuestion): Promise<BrowseAnswer> {
    return browse(asked, this.#walked);
  }
  /** The letters of a list, to begin at; none for call numbers and for what is new. */
  async initials(list: Walk): Promise<readonly string[]> {
    return list === 'callnumbers' || list === 'new' ? [] : await this.#engine.initials(list);
  }
  /** Records near another, each with why. */
  related(
    id: string,
    most: number,
    moment: Moment,
    without: string | null = null,
  ): Promise<RelatedAnswer | null> {
    return relatedTo(id, most, {
      engine: this.#engine,
      items: this.#items,
      from: this.#from(moment),
      without,
    });
  }
  /** Courses by their code, lecturers, name, and what is read for them. */
  courses(q: string, limit: number): Promise<CoursesAnswer> {
    return this.#courses.find(q, limit);
  }
  /** A course with what is read for it; null where there is none of this id. */
  course(id: string): Promise<Course | null> {
    return this.#courses.one(id);
  }
  get #walked() {
    return { engine: this.#engine, items: this.#items, library: this.#library };
  }
  journals(q: string, campus: string, limit: number): Promise<JournalsAnswer> {
    return findJournals(q, campus, limit, {
      ...this.file,
      guidance: this.#guidance,
      library: this.#library,
      articles: (issns) =>
        this.#engine.matching(
          issns.map((value) => ({ op: 'code', code: 'issn', value })),
          null,
        ),
    });
  }

  /** The engine has other records now, or other rules hold: what was worked out by those before does not. */
  forget(): void {
    this.#spoken.clear();
    this.#lines.forget();
  }
  /** Records in the index, whenever they came. */
  size(): Promise<number> {
    return this.#engine.size();
  }
  /** Records in the order in which they came, from a place in it on. */
  inOrder(place: number, limit: number): Promise<readonly DiscoveryRecord[]> {
    return this.#engine.inOrder(place, limit);
  }

  /** A record with all that decides how it can be had; null when there is none. */
  item(id: string): Promise<AccessItem | null> {
    return this.#items.one(id);
  }

  record(id: string, live: LiveCopies = NO_LIVE): Promise<RecordAnswer | null> {
    return recordPage(id, this.#walked, live);
  }

  /** The record that a reference means, if that is sure enough, and those that it might mean. */
  matchReference(said: ReferenceItem): Promise<MatchResult> {
    return matchReference(said, this.#looked);
  }
  /** What references mean, and when each could be read. */
  resolve(
    references: readonly ReferenceItem[],
    moment: Moment,
    needBy: string,
  ): Promise<ResolvedReference[]> {
    return resolveReferences(references, this.#from(moment, parseDay(needBy)), this.#looked);
  }
  get #looked() {
    return { engine: this.#engine, items: this.#items };
  }
  #from({ situation, at }: Moment, needBy: DayNumber | null = null): Vantage {
    return { library: this.#library, situation, at: parseLocal(at) as Minutes, needBy };
  }

  /** An item that has no record: what its journal's coverage and shelves still make possible. */
  #unindexed(csl: ReferenceItem): AccessItem {
    const { journals, lines } = this.file;
    const journal = journalOf(csl, journals.values());
    return unindexedItem(csl, journal, journal ? (lines.get(journal.id) ?? []) : []);
  }
  /** What a slip asks for, with all that decides how it can be had; null when its record is gone. */
  async slipItem(slip: Pick<Slip, 'record' | 'item' | 'wanted'>): Promise<AccessItem | null> {
    const item = slip.record === NO_RECORD ? null : await this.#items.one(slip.record);
    // Without a record, or with only its journal's: what the fields say, and what the journal's coverage
    // makes of it.
    return slip.record === NO_RECORD || (item?.record.kind === 'journal' && slip.wanted === 'article')
      ? this.#unindexed(cslOfSlip(slip.item))
      : item;
  }

  /** Ways to read a record, by its id, or something that has none, by its description. */
  async ways(
    asked: string | ReferenceItem,
    moment: Moment,
    needBy: string,
    part?: Wanted,
    live: LiveCopies = NO_LIVE,
  ): Promise<WaysAnswer | null> {
    const known = typeof asked === 'string' ? await this.#items.one(asked) : this.#unindexed(asked);
    if (!known) return null;
    const item = this.#now(known, live);
    const from = this.#from(moment, parseDay(needBy));
    const wanted = part ? wantedItem(item, part) : item;
    const answer = waysToRead(wanted, from, true);
    if (!wantsAlternatives(answer.best)) return answer;
    const versions = await this.#versions(item);
    return {
      ...answer,
      alternatives: alternativesFor(item, versions, from),
    };
  }
  /** The other records of an item's work, with what they depend on. */
  async #versions(item: AccessItem): Promise<AccessItem[]> {
    if (item.record.id === NO_RECORD) return [];
    const tied = await this.#engine.relations(item.record.id, VERSIONS_LOOKED_AT);
    return [...(await this.#items.byId(tied?.work ?? [])).values()];
  }

  /** Things looked up together, in the order asked; null for a record that is not there. */
  async #askedItems(things: readonly ThingAsked[]): Promise<(AccessItem | null)[]> {
    const known = await this.#items.byId(things.flatMap((t) => ('record' in t ? t.record : [])));
    return things.map((t) => ('record' in t ? (known.get(t.record) ?? null) : this.#unindexed(t.csl)));
  }
  /** When kept things can be read, and where they stand. */
  async kept(things: readonly ThingAsked[], moment: Moment): Promise<(KeptAnswer | null)[]> {
    const from = this.#from(moment);
    return (await this.#askedItems(things)).map((item) => item && keptAnswer(item, from));
  }
  /** What brings the most of a pile by an ISO day; another text is a RangeError. */
  async plan(
    things: readonly ThingAsked[],
    moment: Moment,
    needBy: string,
    limits: PlanLimits,
  ): Promise<PlanAnswer> {
    const day = parseDay(needBy);
    if (day === null) throw new RangeError('A pile is planned for an ISO day.');
    const from = { ...this.#from(moment, day), needBy: day };
    return planFor(await this.#askedItems(things), from, limits, (item) => this.#versions(item));
  }

  /** The last minute of each way to things that are needed by their days; another text is a RangeError. */
  async askBy(things: readonly AskByQuestion[], moment: Moment): Promise<(AskBy | null)[]> {
    const from = this.#from(moment);
    return (await this.#askedItems(things)).map((item, i) => {
      const { needBy: day, wanted } = things[i] as AskByQuestion;
      const needBy = parseDay(day);
      if (needBy === null) throw new RangeError('An ask-by is for an ISO day.');
      return item && askBy(wanted ? wantedItem(item, wanted) : item, { ...from, needBy });
    });
  }

  /** The records whose copies are asked for at the desk: a thing's own, and that of the book it stands in. */
  async shelved(records: readonly string[]): Promise<readonly string[]> {
    const known = await this.#items.byId(records);
    const ids = [...known.values()].flatMap(({ record, host }) =>
      [record, host].flatMap((r) => (r?.copies?.length ? [r.id as string] : [])),
    );
    return [...new Set(ids)];
  }
  #now(item: AccessItem, live: LiveCopies): AccessItem {
    return itemWithLive(item, live, this.#library.campuses);
  }
  /** Lines of results whose copies stand otherwise than the index has it, as they are now. */
  async nowLines(
    records: readonly string[],
    live: LiveCopies,
    moment: Moment,
    needBy: string,
  ): Promise<Readonly<Record<string, NowLine>>> {
    const from = this.#from(moment, parseDay(needBy));
    const known = await this.#items.byId(records);
    return Object.fromEntries(
      [...known].flatMap(([id, item]): [string, NowLine][] => {
        const now = this.#now(item, live);
        if (now === item) return [];
        return [[id, { ...inShort(soonestWay(now, from)), copies: copyCount(now) }]];
      }),
    );
  }

  async promise(
    slip: Slip,
    moment: Moment,
    history: CopyHistory,
    live: LiveCopies = NO_LIVE,
  ): Promise<SlipPromise | null> {
    const known = await this.slipItem(slip);
    if (!known) return null;
    const item = this.#now(known, live);
    const versions = slip.editions === 'this' ? [] : await this.#versions(item);
    return promiseFor(slip, item, this.#from(moment), { history, versions });
  }
}

/** A name that is one in every language. */
const nameOf = (name: string): Message => msg('label.name', { name });
const CODED: ReadonlySet<Group> = new Set(['kind', 'carrier', 'audience', 'wait', 'open']);
/** What a value of a group is called: by the catalogue where it is a code, as it is where it is a name. */
function valueName(group: Group, value: string): Message {
  if (group === 'language') return msg('label.language', { name: { language: value } });
  if (group === 'peer') return msg(`label.peer.${value}.short`);
  return CODED.has(group) ? msg(`label.${group}.${value}`) : nameOf(value);
}
