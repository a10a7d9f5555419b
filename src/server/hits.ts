/** What the result list shows of a record: its line, its soonest way, why it matched, the versions behind it. */
import type { AccessItem } from '../core/access/options';
import { soonestWay } from '../core/access/ways';
import type { Hit, Moment, RelatedRecord } from '../core/discovery/answers';
import type { EmbeddedEngine } from '../core/engine/search';
import { creators, editionText, numbering, peopleLine } from '../core/model/describe';
import { CARRIERS, KINDS } from '../core/model/kinds';
import type { Library, ReaderSituation } from '../core/model/library';
import { peerReviewOf } from '../core/model/peerReview';
import type { DayNumber, Minutes } from '../core/model/time';
import type { WaysAnswer } from '../core/model/ways';
import type { Wanted } from '../core/query/tree';
import { SMALL_WORDS, words } from '../core/words/fold';
import { markable, marksIn } from '../core/words/marks';
import { RECORDS_KEPT, type Records } from './records';

const VERSIONS_SHOWN = 12;
const WHY_SHOWN = 8;

/** For whom and when a list of results is written, and what was asked. */
export interface Listing {
  readonly moment: Moment;
  readonly at: Minutes;
  readonly needBy: DayNumber | null;
  readonly marks: ReturnType<typeof markable>;
  /** The words that are looked for in each line's record, folded. */
  readonly asked: readonly { readonly word: string; readonly prefix: boolean }[];
}
/** What a list of results is written with. */
export function listing(
  moment: Moment,
  at: Minutes,
  needBy: DayNumber | null,
  asked: readonly Wanted[],
): Listing {
  const list = asked
    .flatMap((w) => words(w.text).map((word) => ({ word, prefix: w.prefix })))
    .filter((w) => !SMALL_WORDS.has(w.word));
  return { moment, at, needBy, marks: markable(asked), asked: list.slice(0, WHY_SHOWN) };
}

export class HitWriter {
  readonly #engine: EmbeddedEngine;
  readonly #records: Records;
  readonly #library: () => Library;
  readonly #ways = new Map<string, Pick<WaysAnswer, 'best' | 'wait'>>();
  /** For whom and when `#ways` were worked out. */
  #waysAt = '';

  constructor(engine: EmbeddedEngine, records: Records, library: () => Library) {
    this.#engine = engine;
    this.#records = records;
    this.#library = library;
  }

  /** Other rules: what was worked out by the old ones is worked out again. */
  forget(): void {
    this.#ways.clear();
  }

  hit(doc: number, versions: readonly number[], { moment, at, needBy, marks, asked }: Listing): Hit {
    const item = this.#records.item(doc);
    const { record } = item;
    const { best, wait } = this.#soonest(doc, item, moment.situation, at, needBy);
    const copies = record.copies ?? item.host?.copies ?? [];
    const language = record.languages[0] ?? 'en';
    const { data } = this.#engine;
    const { workStart } = data;
    const work = data.work[doc] as number;
    const { abstract: _abstract, ...csl } = record.csl;
    return {
      id: record.id,
      csl,
      kind: record.kind,
      carrier: record.carrier,
      peerReview: peerReviewOf(record, item.journal),
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
      copies: { in: copies.filter((c) => c.status.state === 'in').length, of: copies.length },
      versions: versions.slice(0, VERSIONS_SHOWN).map((d) => this.#version(d, moment, at)),
      editions: work ? (workStart[work + 1] as number) - (workStart[work] as number) : 1,
      why: this.#why(doc, asked),
      retracted: Boolean(record.retraction),
      marks: {
        title: marksIn(record.csl.title, language, marks),
        container: marksIn(record.csl['container-title'] ?? '', language, marks),
      },
    };
  }

  /** The soonest way to a record. Narrowing a search shows the same records again, so the latest are remembered. */
  #soonest(
    doc: number,
    item: AccessItem,
    situation: ReaderSituation,
    at: Minutes,
    needBy: DayNumber | null,
  ): Pick<WaysAnswer, 'best' | 'wait'> {
    const { campus, category, remote } = situation;
    const when = `${campus}|${category}|${remote}|${at}`;
    if (this.#waysAt !== when || this.#ways.size > RECORDS_KEPT) {
      this.#ways.clear();
      this.#waysAt = when;
    }
    const key = `${doc}|${needBy}`;
    let way = this.#ways.get(key);
    if (!way) {
      way = soonestWay(item, this.#library(), situation, at, needBy);
      this.#ways.set(key, way);
    }
    return way;
  }

  #version(doc: number, moment: Moment, at: Minutes): Hit['versions'][number] {
    const item = this.#records.item(doc);
    const { wait } = this.#soonest(doc, item, moment.situation, at, null);
    const { id, note, line } = this.related(doc);
    return { id, note, line, wait: wait.label, class: wait.class };
  }

  /** Which of the words stand in which fields of this record. */
  #why(doc: number, asked: Listing['asked']): Hit['why'] {
    return asked.map(({ word, prefix }) => ({
      word,
      fields: this.#engine.evaluator.fieldsOf(word, prefix, doc),
    }));
  }

  /** A record as another's page names it. */
  related(doc: number): RelatedRecord {
    const r = this.#records.at(doc);
    const c = creators(r.csl);
    const note = [
      KINDS[r.kind].label,
      r.carrier === 'print' ? '' : CARRIERS[r.carrier],
      editionText(r.csl.edition),
      r.csl.genre ?? '',
    ]
      .filter(Boolean)
      .join(', ');
    return {
      id: r.id,
      title: r.csl.title,
      line: [peopleLine(c.names) + c.role, r.csl['container-title'] ?? r.csl.publisher, numbering(r.csl)]
        .filter(Boolean)
        .join(' · '),
      note,
    };
  }
}
