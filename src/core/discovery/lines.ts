/**
 * What the result list shows of a record: its line, its soonest way, why it matched, the versions behind it.
 */
import { LRUCache } from 'lru-cache';
import type { AccessItem } from '../access/options';
import { soonestWay } from '../access/ways';
import type { EngineLine } from '../engine/port/engine';
import { editionOf, numbering, peopleOf } from '../model/describe';
import type { Library } from '../model/library';
import { type Message, type MessageValue, msg } from '../model/message';
import { peerReviewOf } from '../model/peerReview';
import type { DiscoveryRecord } from '../model/record';
import type { DayNumber, Minutes } from '../model/time';
import type { WaysAnswer } from '../model/ways';
import type { AskedWord } from '../query/tree';
import { SMALL_WORDS, words } from '../words/fold';
import { markable, marksIn } from '../words/marks';
import type { Hit, Moment, RelatedRecord } from './answers';
import { inShort } from './inShort';
import type { Items } from './items';

/** Versions that a line shows. */
export const VERSIONS_SHOWN = 12;
const WHY_SHOWN = 8;
/** Soonest ways that are remembered: narrowing a search shows the same records again. */
const WAYS_KEPT = 4000;

/** For whom and when a list of results is written, and what was asked. */
export interface Listing {
  readonly moment: Moment;
  readonly at: Minutes;
  readonly needBy: DayNumber | null;
  readonly marks: ReturnType<typeof markable>;
  /** The words that are looked for in each line's record, folded. */
  readonly asked: readonly AskedWord[];
}
/** What a list of results is written with. */
export function listing(
  moment: Moment,
  at: Minutes,
  needBy: DayNumber | null,
  asked: readonly AskedWord[],
): Listing {
  return { moment, at, needBy, marks: markable(asked), asked: explained(asked) };
}
/** What was asked, word by word, folded. */
export const foldedWords = (asked: readonly AskedWord[]): AskedWord[] =>
  asked.flatMap(({ text, prefix }) => words(text).map((word) => ({ text: word, prefix })));
/** The words of which each line says where they stand. */
export const explained = (asked: readonly AskedWord[]): AskedWord[] =>
  foldedWords(asked)
    .filter(({ text }) => !SMALL_WORDS.has(text))
    .slice(0, WHY_SHOWN);

/** A record as another's page names it. */
export function relatedRecord(r: DiscoveryRecord): RelatedRecord {
  const joined = (by: string, ...parts: readonly (MessageValue | undefined | null)[]): Message =>
    msg('label.joined', { parts: { joined: parts.filter((p) => p !== undefined && p !== null), by } });
  const { csl } = r;
  const edition = editionOf(csl.edition);
  return {
    id: r.id,
    title: csl.title,
    line: joined(' · ', peopleOf(csl), csl['container-title'] ?? csl.publisher, numbering(csl) || null),
    note: joined(
      ', ',
      msg(`label.kind.${r.kind}`),
      r.carrier === 'print' ? null : msg(`label.carrier.${r.carrier}`),
      edition,
      csl.genre,
    ),
  };
}

type Soonest = Pick<WaysAnswer, 'best' | 'wait'>;

export class LineWriter {
  readonly #items: Items;
  readonly #library: () => Library;
  readonly #ways = new LRUCache<string, Soonest>({ max: WAYS_KEPT });

  constructor(items: Items, library: () => Library) {
    this.#items = items;
    this.#library = library;
  }

  /** Other rules: what was worked out by the old ones is worked out again. */
  forget(): void {
    this.#ways.clear();
  }

  async lines(slice: readonly EngineLine[], shown: Listing): Promise<Hit[]> {
    const listed = slice.map((line) => ({ ...line, versions: line.versions.slice(0, VERSIONS_SHOWN) }));
    const items = await this.#items.byId(listed.flatMap((line) => [line.id, ...line.versions]));
    return listed.flatMap((line) => {
      const item = items.get(line.id);
      if (!item) return [];
      const versions = line.versions.flatMap((id) => items.get(id) ?? []);
      return [this.#line(line, item, versions, shown)];
    });
  }

  #line(line: EngineLine, item: AccessItem, versions: readonly AccessItem[], shown: Listing): Hit {
    const { record } = item;
    const copies = record.copies ?? item.host?.copies ?? [];
    const language = record.languages[0] ?? 'en';
    const { abstract: _abstract, ...csl } = record.csl;
    return {
      id: record.id,
      csl,
      kind: record.kind,
      carrier: record.carrier,
      peerReview: peerReviewOf(record, item.journal),
      ...inShort(this.#soonest(item, shown, shown.needBy)),
      copies: { in: copies.filter((c) => c.status.state === 'in').length, of: copies.length },
      versions: versions.map((version) => this.#version(version, shown)),
      editions: line.editions,
      why: shown.asked.map(({ text }, i) => ({ word: text, fields: line.why[i] ?? [] })),
      retracted: Boolean(record.retraction),
      marks: {
        title: marksIn(record.csl.title, language, shown.marks),
        container: marksIn(record.csl['container-title'] ?? '', language, shown.marks),
      },
    };
  }

  #version(item: AccessItem, shown: Listing): Hit['versions'][number] {
    const { wait } = this.#soonest(item, shown, null);
    const { id, note, line } = relatedRecord(item.record);
    return { id, note, line, wait: wait.label, class: wait.class };
  }

  #soonest(item: AccessItem, { moment, at }: Listing, needBy: DayNumber | null): Soonest {
    const { campus, category, remote } = moment.situation;
    const key = `${campus}|${category}|${remote}|${at}|${needBy}|${item.record.id}`;
    let way = this.#ways.get(key);
    if (!way) {
      way = soonestWay(item, { library: this.#library(), situation: moment.situation, at, needBy });
      this.#ways.set(key, way);
    }
    return way;
  }
}
