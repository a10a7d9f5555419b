/**
 * What the result list shows of a record: its line, its soonest way, why it matched, the versions behind it.
 */
import { LRUCache } from 'lru-cache';
import type { AccessItem } from '../access/options';
import { soonestWay } from '../access/ways';
import type { EngineLine } from '../engine/port/engine';
import { editionOf, numbering, peopleOf } from '../model/describe';
import { genreOf } from '../model/genre';
import type { Library } from '../model/library';
import { type Message, type MessageValue, msg } from '../model/message';
import { peerReviewOf } from '../model/peerReview';
import { type DiscoveryRecord, languageOf } from '../model/record';
import type { DayNumber, Minutes } from '../model/time';
import { WAIT_CLASSES } from '../model/waits';
import type { WaysAnswer } from '../model/ways';
import { type AskedWord, FIELDS, type Field } from '../query/tree';
import { termOf, termsFor } from '../words/analysis';
import { type FieldText, fieldTexts } from '../words/fieldTexts';
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
  /** The line of a work is that of the version which this reader can have soonest; else of the one found. */
  readonly soonest?: boolean;
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

/** A record as another's page names it. @param beside the other, whose language needs no word */
export function relatedRecord(r: DiscoveryRecord, beside: DiscoveryRecord): RelatedRecord {
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
      r.carrier === 'print' ? null : msg(`label.carrier.${r.carrier}.one`),
      sameLanguage(r, beside) ? null : msg('label.inLanguage', { language: { language: languageOf(r) } }),
      edition,
      csl.genre && genreOf(csl.genre),
    ),
  };
}

/** How many copies there are of a thing, or of the book it stands in, and how many are in. */
export function copyCount({ record, host }: AccessItem): Hit['copies'] {
  const copies = record.copies ?? host?.copies ?? [];
  return { in: copies.filter((c) => c.status.state === 'in').length, of: copies.length };
}

/** A translation is another text, whatever it is a version of. */
const sameLanguage = (a: DiscoveryRecord, b: DiscoveryRecord): boolean => languageOf(a) === languageOf(b);

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
      const first = shown.soonest ? this.#first(item, versions, shown) : item;
      const rest = first === item ? versions : [item, ...versions.filter((v) => v !== first)];
      return [this.#line(line, first, rest, shown)];
    });
  }

  /**
   * Of a work's versions the one that can be had in a better class of wait than the one found; not one in
   * another language, nor one that was retracted.
   */
  #first(found: AccessItem, versions: readonly AccessItem[], shown: Listing): AccessItem {
    let [first, best] = [found, this.#classOf(found, shown)];
    for (const version of versions) {
      if (best === 0) break;
      if (version.record.retraction || !sameLanguage(version.record, found.record)) continue;
      const own = this.#classOf(version, shown);
      if (own < best) [first, best] = [version, own];
    }
    return first;
  }

  #isSoonest(item: AccessItem, versions: readonly AccessItem[], shown: Listing): boolean {
    const own = this.#classOf(item, shown);
    const others = versions.map((v) => this.#classOf(v, shown));
    return others.some((c) => c > own) && others.every((c) => c >= own);
  }
  #classOf(item: AccessItem, shown: Listing): number {
    return WAIT_CLASSES.indexOf(this.#soonest(item, shown, shown.needBy).wait.class);
  }

  #line(line: EngineLine, item: AccessItem, versions: readonly AccessItem[], shown: Listing): Hit {
    const { record } = item;
    const language = languageOf(record);
    const { abstract: _abstract, ...csl } = record.csl;
    return {
      id: record.id,
      csl,
      kind: record.kind,
      carrier: record.carrier,
      peerReview: peerReviewOf(record, item.journal),
      ...inShort(this.#soonest(item, shown, shown.needBy)),
      copies: copyCount(item),
      versions: versions.map((version) => this.#version(version, record, shown)),
      editions: line.editions,
      soonest: shown.soonest === true && this.#isSoonest(item, versions, shown),
      why: shown.asked.map((word, i) => ({
        word: word.text,
        fields: (line.id === record.id ? line.why[i] : this.#fieldsOf(record, word)) ?? [],
      })),
      retracted: Boolean(record.retraction),
      marks: {
        title: marksIn(record.csl.title, language, shown.marks),
        container: marksIn(record.csl['container-title'] ?? '', language, shown.marks),
      },
    };
  }

  /** The fields of a record in which a word stands: for a line that is not that of the record found. */
  #fieldsOf(record: DiscoveryRecord, { text, prefix }: AskedWord): Field[] {
    const terms = new Set(termsFor(text));
    const stands = ({ text: value, language }: FieldText): boolean =>
      words(value).some((word) => (prefix && word.startsWith(text)) || terms.has(termOf(word, language)));
    return fieldTexts(record, this.#library().language).flatMap((values, i) =>
      values.some(stands) ? [FIELDS[i] as Field] : [],
    );
  }

  #version(item: AccessItem, beside: DiscoveryRecord, shown: Listing): Hit['versions'][number] {
    const { wait } = this.#soonest(item, shown, null);
    const { id, note, line } = relatedRecord(item.record, beside);
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
