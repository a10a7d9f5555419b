/**
 * The embedded engine behind the port: document numbers become ids, and records are read from where the index
 * says they stand.
 */
import { LRUCache } from 'lru-cache';
import type { Policy } from '../model/policy';
import { type DiscoveryRecord, languageOf } from '../model/record';
import type { Group } from '../query/request';
import type { AskedWord } from '../query/tree';
import { fold, words } from '../words/fold';
import { titleKey } from '../words/keys';
import { Best } from './count/best';
import type { IndexData } from './format/data';
import { personsAt } from './format/facts';
import { countStrings, stringAt } from './format/strings';
import { type Akin, akinTo, citationsIn } from './help/akin';
import { Browser } from './help/browse';
import { type ShelfPosition, shelfAround } from './help/shelf';
import { spellingsOf } from './help/spelling';
import { suggest, titleRange } from './help/suggest';
import type {
  AccessMoment,
  AkinAsked,
  AkinRecord,
  BrowseAsked,
  BrowseList,
  BrowsePiece,
  EngineAnswer,
  EngineConditions,
  EngineLine,
  EngineQuery,
  EngineTree,
  Relations,
  SearchEngine,
  ShelfAsked,
  ShelfPiece,
  ShelfPlace,
  SpellingCount,
  Suggestion,
} from './port/engine';
import type { EmbeddedEngine } from './search';

const TITLES_LOOKED_AT = 40;
/** Ids that were answered with and are mostly asked for next. */
const IDS_KEPT = 20_000;
/** Documents with all the words among their people that are looked at for one name that has them. */
const NAMES_LOOKED_AT = 50;

export class EmbeddedSearch implements SearchEngine {
  readonly name = 'embedded';
  readonly #engine: EmbeddedEngine;
  readonly #data: IndexData;
  readonly #recordAt: (doc: number) => DiscoveryRecord;
  readonly #docs = new LRUCache<string, number>({ max: IDS_KEPT });
  readonly #browser: Browser;
  readonly #initials = new Map<BrowseList, readonly string[]>();
  #containers: ReadonlyMap<string, string> | null = null;

  /** @param recordAt a record by its document number */
  constructor(engine: EmbeddedEngine, recordAt: (doc: number) => DiscoveryRecord) {
    this.#engine = engine;
    this.#data = engine.data;
    this.#recordAt = recordAt;
    this.#browser = new Browser(engine.data, engine.library.language ?? 'en', (doc) => {
      const r = recordAt(doc);
      return { id: r.id, title: r.csl.title, language: languageOf(r) };
    });
  }

  size(): Promise<number> {
    return Promise.resolve(this.#engine.size);
  }

  async search(query: EngineQuery): Promise<EngineAnswer> {
    const { docs, versions, ...answer } = this.#engine.search(query);
    const explain = query.explain ?? [];
    const line = (doc: number, i: number): EngineLine => ({
      id: this.#id(doc),
      versions: (versions[i] ?? []).map((d) => this.#id(d)),
      editions: this.#work(doc).length || 1,
      why: explain.map(({ text, prefix }) => this.#engine.evaluator.fieldsOf(text, prefix, doc)),
    });
    return { ...answer, slice: docs.map(line), indexed: this.#engine.sizeAt(query.at) };
  }

  async matching(trees: readonly EngineTree[], moment: AccessMoment | null): Promise<readonly number[]> {
    return trees.map((tree) =>
      moment ? this.#engine.matching(tree, moment) : this.#engine.evaluator.evaluate(tree).n,
    );
  }
  async passing(trees: readonly EngineTree[], conditions: EngineConditions): Promise<readonly number[]> {
    return trees.map((tree) => this.#engine.passing(tree, conditions));
  }
  async find(tree: EngineTree, limit: number): Promise<readonly string[]> {
    const { docs, score, n } = this.#engine.evaluator.evaluate(tree);
    const best = new Best(limit);
    for (let i = 0; i < n; i++) best.offer(score[i] as number, docs[i] as number);
    return best.sorted().map((d) => this.#id(d));
  }
  async values(query: EngineQuery, group: Group, contains: string, limit: number) {
    return this.#engine.values(query, group, contains, limit);
  }

  async inOrder(place: number, limit: number): Promise<readonly DiscoveryRecord[]> {
    const size = this.#engine.size;
    const out: DiscoveryRecord[] = [];
    for (let doc = place; doc < Math.min(size, place + limit); doc++) out.push(this.#recordAt(doc));
    return out;
  }
  async records(ids: readonly string[]): Promise<readonly (DiscoveryRecord | null)[]> {
    return ids.map((id) => {
      const doc = this.#doc(id);
      return doc < 0 ? null : this.#recordAt(doc);
    });
  }
  async relations(id: string, most: number): Promise<Relations | null> {
    const doc = this.#doc(id);
    if (doc < 0) return null;
    const { citeStart, cite, citedStart, cited } = this.#data;
    const listed = (start: Uint32Array, list: Uint32Array): string[] =>
      [...list.subarray(start[doc], Math.min(start[doc + 1] as number, (start[doc] as number) + most))].map(
        (d) => this.#id(d),
      );
    return {
      work: [...this.#work(doc)]
        .filter((d) => d !== doc)
        .slice(0, most)
        .map((d) => this.#id(d)),
      cites: listed(citeStart, cite),
      citedBy: listed(citedStart, cited),
    };
  }

  async frequencies(list: readonly AskedWord[]): Promise<readonly number[]> {
    return list.map(({ text, prefix }) => this.#engine.evaluator.frequency(text, prefix));
  }
  async spellings(word: string, limit: number): Promise<readonly SpellingCount[]> {
    return spellingsOf(word, this.#data, limit);
  }
  async containers(keys: readonly string[]): Promise<readonly (string | null)[]> {
    this.#containers ??= containersOf(this.#data);
    return keys.map((key) => this.#containers?.get(key) ?? null);
  }
  async isName(list: readonly string[]): Promise<boolean> {
    const { docs, n } = this.#engine.evaluator.evaluate({
      op: 'and',
      of: list.map((text) => ({ op: 'word' as const, text, field: 'person' as const })),
    });
    const { tables } = this.#data;
    for (let i = 0; i < Math.min(n, NAMES_LOOKED_AT); i++)
      for (const p of personsAt(this.#data, docs[i] as number)) {
        const own = words(fold(stringAt(tables.person, p)));
        if (list.every((w) => own.includes(w))) return true;
      }
    return false;
  }
  async suggest(typed: string, perKind: number): Promise<readonly Suggestion[]> {
    const named = suggest(typed, this.#data, perKind).map(({ kind, value, count }) => ({
      kind,
      text: stringAt(this.#data.tables[kind], value),
      count,
    }));
    const titleAt = (position: number): DiscoveryRecord =>
      this.#recordAt(this.#data.titleOrder[position] as number);
    const [from, to] = titleRange(typed, this.#data.n, (p) => titleKey(titleAt(p).csl.title));
    const titles = new Map<string, Suggestion>();
    for (let p = from; p < Math.min(to, from + TITLES_LOOKED_AT) && titles.size < perKind; p++) {
      const { id, csl } = titleAt(p);
      if (!titles.has(csl.title)) titles.set(csl.title, { kind: 'title', text: csl.title, count: 1, id });
    }
    return [...titles.values(), ...named];
  }
  async akin({ id, most, without, at }: AkinAsked) {
    const doc = this.#doc(id);
    if (doc < 0) return null;
    const { work } = this.#data;
    const end = this.#engine.sizeAt(at);
    const { sharing, together } = akinTo(citationsIn(this.#data), doc, {
      most,
      without: without === null ? null : this.#doc(without),
      fits: (d) => d !== doc && d < end && (work[doc] === 0 || work[d] !== work[doc]),
      compare: (a, b) => a - b,
    });
    const named = (list: readonly Akin<number>[]): AkinRecord[] =>
      list.map(({ doc: d, n }) => ({ id: this.#id(d), n }));
    return { sharing: named(sharing), together: named(together) };
  }
  async browse({ at, ...asked }: BrowseAsked): Promise<BrowsePiece> {
    return this.#browser.piece(asked, this.#engine.sizeAt(at));
  }
  async initials(list: BrowseList): Promise<readonly string[]> {
    const known = this.#initials.get(list) ?? this.#browser.initials(list, this.#data.n);
    this.#initials.set(list, known);
    return known;
  }
  async shelf({ id, campus, at, tree, ...asked }: ShelfAsked): Promise<ShelfPiece> {
    const { campuses } = this.#engine.library;
    const along = campus === null ? null : campuses.findIndex((c) => c.id === campus);
    const doc = id === null ? null : this.#doc(id);
    const found = tree && this.#engine.evaluator.evaluate(tree);
    const { places, next, ...piece } = shelfAround(this.#data, {
      ...asked,
      doc: doc === null || doc < 0 ? null : doc,
      campus: along,
      end: this.#engine.sizeAt(at),
      among: found && new Set(found.docs.subarray(0, found.n)),
    });
    const named = (p: ShelfPosition): ShelfPlace => ({
      id: this.#id(p.doc),
      campus: campuses[p.campus]?.id as string,
      callNumber: p.callNumber,
    });
    return {
      ...piece,
      places: places.map((p) => ({ ...named(p), fits: p.fits })),
      next: { before: next.before && named(next.before), after: next.after && named(next.after) },
    };
  }
  async setPolicy(policy: Policy): Promise<void> {
    this.#engine.setPolicy(policy);
  }

  /**
   * A document's id. Its record is asked for next, so that it is read already, and the way back is
   * remembered.
   */
  #id(doc: number): string {
    const { id } = this.#recordAt(doc);
    this.#docs.set(id, doc);
    return id;
  }
  /** A document by its id; -1: there is none. */
  #doc(id: string): number {
    return this.#docs.get(id) ?? this.#engine.find(id);
  }
  /** The documents of a document's work; none when it stands alone. */
  #work(doc: number): Uint32Array {
    const { work, workStart, workDocs } = this.#data;
    const w = work[doc] as number;
    return w === 0 ? workDocs.subarray(0, 0) : workDocs.subarray(workStart[w], workStart[w + 1]);
  }
}

/** Titles of journals and books that have parts, by their folded words. */
function containersOf({ tables }: IndexData): ReadonlyMap<string, string> {
  const titles = new Map<string, string>();
  for (let i = 0; i < countStrings(tables.journal); i++) {
    const title = stringAt(tables.journal, i);
    const key = words(title).join(' ');
    if (key) titles.set(key, title);
  }
  return titles;
}
