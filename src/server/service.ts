/** The embedded engine behind the port: opens an index directory and answers, synchronously, inside a worker thread. */
import { closeSync, openSync, readFileSync, readSync } from 'node:fs';
import { join } from 'node:path';
import { type AccessItem, optionsFor } from '../core/access/options';
import { WAIT_CLASSES, WAIT_LABEL } from '../core/access/times';
import { type WaysAnswer, waysToRead } from '../core/access/ways';
import { creators, editionText, numbering, peopleLine } from '../core/bibliography/describe';
import { CARRIERS, KINDS } from '../core/bibliography/kinds';
import { peerReviewOf } from '../core/bibliography/peerReview';
import type { DiscoveryRecord, Journal } from '../core/bibliography/record';
import type { KbartLine } from '../core/coverage/kbart';
import { openIndex } from '../core/engine/data';
import { markable, marksIn } from '../core/engine/marks';
import type { BreakdownValue, Hit, LendingTimeline, Moment, RecordAnswer, RelatedRecord, SearchAnswer } from '../core/engine/port';
import { EmbeddedEngine } from '../core/engine/search';
import { readPolicy } from '../core/policy/schema';
import type { Library, Reader } from '../core/policy/types';
import { type QueryNote, readPlain } from '../core/query/plain';
import { GROUPS, type Group, type SearchRequest } from '../core/query/request';
import { sentence, valueLabel } from '../core/query/sentence';
import { wanted } from '../core/query/tree';
import { type CopyHistory, promiseFor, type SlipPromise, wantedItem } from '../core/requests/promise';
import type { Slip, Wanted } from '../core/requests/slip';
import { type Minutes, parseDay, parseLocal } from '../core/time';
import { lendingTimeline, type SentSlip } from '../standins/lending';
import { readShared } from './shared';

interface LibraryFile {
  readonly library: Library;
  readonly journals: readonly Journal[];
  readonly lines: readonly (readonly [string, readonly KbartLine[]])[];
  readonly readers: readonly Reader[];
  readonly start: string;
}
export class DiscoveryService {
  readonly #engine: EmbeddedEngine;
  readonly #library: Library;
  readonly #journals: ReadonlyMap<string, Journal>;
  readonly #lines: ReadonlyMap<string, readonly KbartLine[]>;
  readonly #start: string;
  readonly #records: number;
  readonly #loadMs: number;

  /** Opens an index directory. Throws with a message for people when it can't be used. */
  constructor(dir: string, buffer: SharedArrayBuffer = readShared(dir)) {
    const began = performance.now();
    const data = openIndex(buffer);
    if ('problem' in data) throw new Error(data.problem);
    const file = JSON.parse(readFileSync(join(dir, 'library.json'), 'utf8')) as LibraryFile;
    const policy = readPolicy(file.library.policy);
    if ('problem' in policy) throw new Error(policy.problem);
    this.#library = { ...file.library, policy: policy.policy };
    this.#journals = new Map(file.journals.map((j) => [j.id, j]));
    this.#lines = new Map(file.lines);
    this.#start = file.start;
    this.#records = openSync(join(dir, 'records.jsonl'), 'r');
    this.#engine = new EmbeddedEngine(data, this.#library);
    this.#loadMs = performance.now() - began;
  }

  /** The engine itself, for measuring and for tests that look underneath. */
  get engine(): EmbeddedEngine {
    return this.#engine;
  }
  get library(): Library {
    return this.#library;
  }

  health() {
    return { records: this.#engine.size, engine: 'embedded', loadMs: Math.round(this.#loadMs), start: this.#start };
  }

  recordAt(doc: number): DiscoveryRecord {
    const { recordAt } = this.#engine.data;
    const from = recordAt[doc] as number;
    const bytes = Buffer.allocUnsafe((recordAt[doc + 1] as number) - from);
    readSync(this.#records, bytes, 0, bytes.length, from);
    return JSON.parse(bytes.toString('utf8')) as DiscoveryRecord;
  }
  itemAt(doc: number): AccessItem {
    const record = this.recordAt(doc);
    const host = record.host ? this.#engine.find(record.host) : -1;
    return {
      record,
      lines: record.journal ? (this.#lines.get(record.journal) ?? []) : [],
      ...(record.journal ? { journal: this.#journals.get(record.journal) } : {}),
      ...(host >= 0 ? { host: this.recordAt(host) } : {}),
    };
  }
  #item(id: string): AccessItem | null {
    const doc = this.#engine.find(id);
    return doc < 0 ? null : this.itemAt(doc);
  }

  search(request: SearchRequest, moment: Moment, slice: { offset: number; limit: number }): SearchAnswer {
    const began = performance.now();
    const { tree, notes } = readPlain(request.q);
    const at = parseLocal(moment.at) as Minutes;
    const answer = this.#engine.search({ ...request, ...slice, tree, situation: moment.situation, at });
    const marks = markable(wanted(tree));
    const hits = answer.docs.map((doc) => this.#hit(doc, moment, at, request, marks));
    const breakdown = Object.fromEntries(
      GROUPS.map((g) => [
        g,
        answer.breakdown[g].map(
          (v): BreakdownValue => ({
            ...v,
            label: g === 'place' ? (this.#library.campuses.find((c) => c.id === v.value)?.name ?? v.value) : valueLabel(g, v.value),
          }),
        ),
      ]),
    ) as Record<Group, BreakdownValue[]>;
    const counts = new Map(answer.breakdown.wait.map((v) => [v.value, v.count]));
    return {
      total: answer.total,
      tookMs: Math.round((performance.now() - began) * 10) / 10,
      indexed: this.#engine.size,
      hits,
      breakdown,
      waits: WAIT_CLASSES.map((c) => ({ class: c, label: WAIT_LABEL[c], count: counts.get(c) ?? 0 })),
      years: answer.years,
      reach: answer.reach,
      byNeed: answer.byNeed,
      notes: [...notes, ...unknownNotes(answer.unknown)],
      sentence: sentence(request),
    };
  }

  #hit(doc: number, moment: Moment, at: Minutes, request: SearchRequest, marks: ReturnType<typeof markable>): Hit {
    const item = this.itemAt(doc);
    const { record } = item;
    const { best, wait } = waysToRead(item, this.#library, moment.situation, at, request.needBy);
    const copies = record.copies ?? item.host?.copies ?? [];
    const language = record.languages[0] ?? 'en';
    const { workOf, workStart } = this.#engine.data;
    const work = workOf[doc] as number;
    const { abstract: _abstract, ...csl } = record.csl;
    return {
      id: record.id,
      csl,
      kind: record.kind,
      carrier: record.carrier,
      peerReview: peerReviewOf(record, item.journal),
      wait: { ...wait, verdict: best?.verdict ?? null },
      best: best ? { title: best.title, place: best.place, price: best.price, chance: best.chance, action: best.action } : null,
      copies: { in: copies.filter((c) => c.status.state === 'in').length, of: copies.length },
      editions: work ? (workStart[work + 1] as number) - (workStart[work] as number) : 1,
      retracted: Boolean(record.retraction),
      marks: {
        title: marksIn(record.csl.title, language, marks),
        container: marksIn(record.csl['container-title'] ?? '', language, marks),
      },
    };
  }

  #related(doc: number): RelatedRecord {
    const r = this.recordAt(doc);
    const c = creators(r.csl);
    const note = [KINDS[r.kind].label, r.carrier === 'print' ? '' : CARRIERS[r.carrier], editionText(r.csl.edition), r.csl.genre ?? '']
      .filter(Boolean)
      .join(', ');
    return {
      id: r.id,
      title: r.csl.title,
      line: [peopleLine(c.names) + c.role, r.csl['container-title'] ?? r.csl.publisher, numbering(r.csl)].filter(Boolean).join(' · '),
      note,
    };
  }
  #relatedById(id: string | undefined): RelatedRecord | null {
    const doc = id ? this.#engine.find(id) : -1;
    return doc < 0 ? null : this.#related(doc);
  }

  record(id: string): RecordAnswer | null {
    const doc = this.#engine.find(id);
    if (doc < 0) return null;
    const item = this.itemAt(doc);
    const { record, journal } = item;
    const d = this.#engine.data;
    const slice = (start: Uint32Array, values: Uint32Array, i: number, most: number) => [
      ...values.subarray(start[i], Math.min(start[i + 1] as number, (start[i] as number) + most)),
    ];
    const work = d.workOf[doc] as number;
    const places = [
      ...this.#library.campuses.map((c) => ({
        name: c.name,
        copies: [...(record.copies ?? []), ...(item.host?.copies ?? [])].filter((k) => k.campus === c.id),
      })),
      ...this.#library.partners.map((p) => ({
        name: p.name,
        copies: [...(record.partnerCopies ?? []), ...(item.host?.partnerCopies ?? [])].filter((k) => k.partner === p.id),
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
        ? { id: journal.id, title: journal.title, issn: journal.issn, refereed: journal.refereed, from: journal.from, to: journal.to }
        : null,
      host: this.#relatedById(record.host),
      peerReview: peerReviewOf(record, journal),
      places,
      coverage,
      editions: work
        ? slice(d.workStart, d.work, work, 40)
            .filter((x) => x !== doc)
            .map((x) => this.#related(x))
        : [],
      cites: slice(d.citeStart, d.cite, doc, 40).map((x) => this.#related(x)),
      citedBy: slice(d.citedStart, d.cited, doc, 40).map((x) => this.#related(x)),
      retraction: this.#relatedById(record.retraction?.notice),
      retracts: this.#relatedById(record.retracts),
    };
  }

  ways(id: string, moment: Moment, needBy: string, part?: Wanted): WaysAnswer | null {
    const item = this.#item(id);
    return (
      item &&
      waysToRead(part ? wantedItem(item, part) : item, this.#library, moment.situation, parseLocal(moment.at) as Minutes, parseDay(needBy))
    );
  }

  promise(slip: Slip, moment: Moment, history: CopyHistory): SlipPromise | null {
    const item = this.#item(slip.record);
    return item && promiseFor(slip, item, this.#library, moment.situation, parseLocal(moment.at) as Minutes, history);
  }

  timeline(slip: SentSlip, moment: Moment): LendingTimeline | null {
    const item = this.#item(slip.record);
    return item && lendingTimeline(slip, item, this.#library, moment.situation);
  }

  close(): void {
    closeSync(this.#records);
  }
}

/** What to say about words that stand in no record: which they are, and that they are why nothing was found. */
function unknownNotes(unknown: readonly string[]): QueryNote[] {
  if (!unknown.length) return [];
  const list = unknown.map((w) => `“${w}”`).join(', ');
  return [
    { code: 'unknown-word', text: `No record has ${list}. Check the spelling, or leave ${unknown.length === 1 ? 'it' : 'them'} out.` },
  ];
}
