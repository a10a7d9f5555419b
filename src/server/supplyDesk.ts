/**
 * Requests that our library is asked for: by another library over ISO 18626, or by its own readers where no other
 * system takes them. They stand in an append-only file beside the index: what is asked for, by which agency, and what
 * was said; no addresses and no readers. Staff answer at `/desk/requests`; what they say goes to who asked, and again
 * until it was confirmed.
 */
import type { LibraryInfo } from '../core/discovery/answers';
import type { DeskQuestion } from '../core/discovery/ports';
import { correspondent, isOurAgency } from '../core/requests/correspondent';
import {
  confirmationOf,
  type IsoRequest,
  type IsoRequestingMessage,
  messageIn,
  readRequest,
  readRequestingMessage,
  supplyingMessage,
} from '../core/requests/iso18626';
import {
  acted,
  actsFor,
  begunSupply,
  heard,
  isOver,
  type Lacking,
  lackingFor,
  NO_WORDS,
  type Supply,
  type SupplyAct,
  type SupplySort,
  type SupplyWords,
  saidOf,
} from '../core/requests/supply';
import { say } from '../words/generated/iso';
import { LineFile } from './lineFile';

/** Days for which what is over is remembered; requests that are open at a time; milliseconds until a next attempt. */
const [DAYS, OPEN, AGAIN] = [120, 5000, 60_000];
const DAY = 86_400_000;

type Line =
  | {
      readonly key: string;
      readonly at: string;
      readonly request: IsoRequest;
      readonly ours: boolean;
      readonly sort: SupplySort;
    }
  | { readonly key: string; readonly at: string; readonly action: IsoRequestingMessage['action'] }
  | {
      readonly key: string;
      readonly at: string;
      readonly act: SupplyAct;
      readonly words: SupplyWords;
      readonly xml: readonly string[];
    }
  | { readonly key: string; readonly at: string; readonly told: number };
/** Ours, as they were written; what a damaged one says is not looked into. */
const lineOf = (value: unknown): Line | null =>
  typeof (value as Partial<Line> | null)?.key === 'string' && typeof (value as Partial<Line>).at === 'string'
    ? (value as Line)
    : null;
interface Kept {
  supply: Supply;
  readonly lines: Line[];
  /** What was said, and how many of it were confirmed. */
  readonly said: string[];
  told: number;
}
export interface Supplied extends Supply {
  readonly key: string;
  /** Messages that the other side has not confirmed yet. */
  readonly unconfirmed: number;
}
export type Tell = (xml: string, agency: string, requestId: string) => Promise<void>;

export class SupplyDesk {
  readonly #file: LineFile<Line>;
  readonly #info: () => LibraryInfo;
  readonly #tell: Tell;
  readonly #kept = new Map<string, Kept>();
  #telling: Promise<void> | null = null;
  readonly #timer: NodeJS.Timeout;

  /** @param tell says something to who has asked; rejects where that is not confirmed */
  constructor(path: string, info: () => LibraryInfo, tell: Tell, clock: () => number = Date.now) {
    this.#file = new LineFile(path, lineOf);
    this.#info = info;
    this.#tell = tell;
    this.#catchUp();
    const long = new Date(clock() - DAYS * DAY).toISOString().slice(0, 10);
    for (const [key, { supply }] of this.#kept)
      if (isOver(supply) && supply.changed.slice(0, 10) < long) this.#kept.delete(key);
    const kept = [...this.#kept.values()].flatMap((k) => k.lines);
    if (kept.length < this.#file.count) this.#file.rewrite(kept);
    this.#timer = setInterval(() => void this.push(), AGAIN);
    this.#timer.unref();
  }
  /** What other servers have added, too. */
  #catchUp(): void {
    const { lines, afresh } = this.#file.news();
    if (afresh) this.#kept.clear();
    for (const line of lines) this.#take(line);
  }
  #take(line: Line): void {
    const own = this.#kept.get(line.key);
    if ('request' in line) {
      if (!own)
        this.#kept.set(line.key, {
          supply: begunSupply(line.request, line.at, line.ours, line.sort),
          lines: [line],
          said: [],
          told: 0,
        });
      return;
    }
    if (!own) return;
    if ('act' in line) {
      if (!actsFor(own.supply).includes(line.act)) return;
      own.supply = acted(own.supply, line.act, line.words, line.at);
      own.said.push(...line.xml);
    } else if ('told' in line) own.told = line.told;
    else own.supply = heard(own.supply, line, line.at);
    own.lines.push(line);
  }
  #add(line: Line): void {
    // What can't be kept has not come: who sent it says it again.
    this.#file.add(line);
    this.#catchUp();
  }

  /**
   * Takes a request, or a word about one; answers with its confirmation. The same once more is confirmed once more.
   * @param now ISO local time
   */
  received(xml: string, now: string, sort: SupplySort = 'supply'): string {
    this.#catchUp();
    const us = correspondent(this.#info());
    const found = messageIn(xml);
    const about = !('error' in found) && found.name === 'requestingAgencyMessage';
    const read = about ? readRequestingMessage(xml, us.zone) : readRequest(xml, us.zone);
    const refused = (type: 'UnrecognisedDataValue', value: string): string =>
      confirmationOf(xml, us, now, { type, value });
    if ('error' in read) {
      const { type, value } = read.error;
      return confirmationOf(xml, us, now, { type, value: typeof value === 'string' ? value : say(value) });
    }
    const key = `${read.requestingAgency} ${read.requestId}`;
    const own = this.#kept.get(key);
    if ('action' in read) {
      if (!own)
        return refused('UnrecognisedDataValue', `requestingAgencyRequestId: ${read.requestId.slice(0, 100)}`);
      const last = own.lines.at(-1);
      const again = last && 'action' in last && last.action === read.action && last.at === read.timestamp;
      if (!again) this.#add({ key, at: read.timestamp, action: read.action });
    } else if (!own) {
      if (this.#open() >= OPEN) return refused('UnrecognisedDataValue', 'too many open requests');
      this.#add({
        key,
        at: now,
        request: read,
        ours: isOurAgency(this.#info(), read.requestingAgency),
        sort,
      });
    }
    return confirmationOf(xml, us, now);
  }

  /** Takes a reader's question, once. */
  asked({ id, subject, text, asked }: DeskQuestion, now: string): void {
    this.#catchUp();
    const { agency } = this.#info();
    const key = `${agency} ${id}`;
    if (!text || this.#kept.has(key) || this.#open() >= OPEN) return;
    const request: IsoRequest = {
      ...{ requestId: id, requestingAgency: agency, supplyingAgency: agency, timestamp: asked },
      ...{ title: subject, author: '', part: '', authorOfPart: '', volume: '', issue: '', pages: '' },
      ...{ year: '', publicationType: '', isbn: [], issn: [], doi: [], pmid: '', record: '' },
      ...{ service: 'Loan', serviceLevel: '', needBefore: '', note: text, maximumCosts: null },
    };
    this.#add({ key, at: now, request, ours: true, sort: 'question' });
  }
  #open(): number {
    return [...this.#kept.values()].filter((k) => !isOver(k.supply)).length;
  }
  /** One request, by who asked and its number; null where there is none. */
  of(agency: string, requestId: string): Supply | null {
    this.#catchUp();
    return this.#kept.get(`${agency} ${requestId}`)?.supply ?? null;
  }
  /** What is open, the longest waiting first; then what was over last. */
  all(): readonly Supplied[] {
    this.#catchUp();
    const all = [...this.#kept].map(([key, { supply, said, told }]) => ({
      ...supply,
      key,
      unconfirmed: said.length - told,
    }));
    const open = all.filter((s) => !isOver(s)).sort((a, b) => (a.changed < b.changed ? -1 : 1));
    return [...open, ...all.filter(isOver).sort((a, b) => (a.changed > b.changed ? -1 : 1))];
  }
  /**
   * Does something about a request, and tells who has asked.
   * @returns what is missing or why it can't be, by a code; null where it was done
   */
  act(key: string, act: SupplyAct, words: SupplyWords, now: string): 'gone' | Lacking | null {
    this.#catchUp();
    const own = this.#kept.get(key);
    if (!own || !actsFor(own.supply).includes(act)) return 'gone';
    const lacking = lackingFor(own.supply, act, words);
    if (lacking) return lacking;
    const us = correspondent(this.#info());
    const { requestingAgency, supplyingAgency } = own.supply.request;
    const said = saidOf(own.supply, act, words, { agency: supplyingAgency || us.agency, at: now });
    const xml = said.map((m) => supplyingMessage(m, { ...us, agency: requestingAgency }));
    this.#add({ key, at: now, act, words: { ...NO_WORDS, ...words }, xml });
    void this.push();
    return null;
  }
  /** Says what was not confirmed yet, each request's messages in their order. */
  push(): Promise<void> {
    this.#telling ??= this.#pushAll().finally(() => {
      this.#telling = null;
    });
    return this.#telling;
  }
  async #pushAll(): Promise<void> {
    this.#catchUp();
    for (const [key, own] of this.#kept) {
      const { requestingAgency, requestId } = own.supply.request;
      try {
        while (own.told < own.said.length) {
          await this.#tell(own.said[own.told] as string, requestingAgency, requestId);
          this.#add({ key, at: own.supply.changed, told: own.told + 1 });
        }
      } catch {
        // It stands as not confirmed, and is said again.
      }
    }
  }
  close(): void {
    clearInterval(this.#timer);
  }
}
