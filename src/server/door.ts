/**
 * The door: what is answered before any page or endpoint is. Whether there is such an address and such a method,
 * whether the server is well, and whether there is room: those who come too many at once are told so at once, while
 * those who are inside are answered.
 */
import type { IncomingMessage, ServerResponse } from 'node:http';
import { type Message, msg } from '../core/model/message';
import type { IndexGreeting } from './host';
import type { Metrics } from './metrics';
import type { PoolState } from './pool';
import { BUSY, type ProblemType, problemDocument, problemHeaders } from './problem';
import { asksIndex, isClosed, isSimulated, methodsOf } from './routes';
import { tokenBucket } from './tokens';

/** What the door has to know of the house. */
export interface House {
  readonly index: {
    readonly state: PoolState;
    readonly full: boolean;
    health(): Promise<IndexGreeting>;
  };
  readonly metrics: Metrics;
  readonly queue: number;
  readonly workers: number;
  /** Questions that one client may ask in a second, and at once; 0 in a second for any number. */
  readonly rate: { readonly perSecond: number; readonly burst: number };
  /** Addresses that may read what the server counts. */
  readonly counters: readonly string[];
  simulates(): boolean;
  stopping(): boolean;
}
/** Bytes that a request may send. */
const MAX_SENT = 2_000_000;
/** Milliseconds that a refusal is held at most. */
const LONGEST_REFUSAL = 1500;
/** Of the places in the queue, the share from which on suggestions are left out: those who type do without. */
const SUGGESTIONS_UP_TO = 0.25;
const SUGGESTIONS = '/api/suggest';

/** A question that nobody waits for yet: by the header that browsers gave such questions first. */
export const isAhead = (purpose: string | string[] | null | undefined): boolean => purpose === 'prefetch';

/** Answers with a problem document; nothing where an answer was begun. */
export function refuse(
  res: ServerResponse,
  type: ProblemType,
  detail: Message,
  more: Readonly<Record<string, string>> = {},
): void {
  if (res.headersSent) return void res.end();
  const body = problemDocument(type, detail);
  for (const [name, value] of Object.entries({ ...problemHeaders(type), ...more }))
    res.setHeader(name, value);
  res.statusCode = body.status;
  res.end(JSON.stringify({ ...body, ...(more['x-failure'] ? { id: more['x-failure'] } : {}) }));
}
const plain = (address: string): string => address.replace(/^::ffff:(?=\d+\.)/, '');
const isLoopback = (address: string): boolean => address === '::1' || /^127\./.test(plain(address));

export class Door {
  readonly #house: House;
  readonly #take: (client: string) => number;
  /**
   * Requests let in that will ask the index: counted at the door, since a crowd that comes at once is past it
   * before the first has asked.
   */
  #asking = 0;
  /**
   * Refusals under way: the more there are, the longer each is held, so that refusing leaves time for
   * answering.
   */
  #refusals = 0;

  constructor(house: House) {
    this.#house = house;
    this.#take = tokenBucket(house.rate.perSecond, house.rate.burst);
  }

  /**
   * What is answered without any page or endpoint; false when it goes on to them.
   * @param client who asks, as far as it is known
   */
  answers(req: IncomingMessage, res: ServerResponse, path: string, client: string): boolean {
    const allowed = methodsOf(path);
    if (!allowed.includes(req.method ?? '')) {
      refuse(res, 'bad-method', msg('http.thisAddressTakes', { allowed }), { allow: allowed.join(', ') });
    } else if (isClosed(path) || (!this.#house.simulates() && isSimulated(path))) {
      refuse(res, 'not-found', msg('http.thereIsNothingAtThisAddress'));
    } else if (Number(req.headers['content-length'] ?? 0) > MAX_SENT) {
      refuse(res, 'too-large', msg('http.whatWasSentIsOverBytes', { max_body: MAX_SENT }));
    } else if (path === '/healthz' || path === '/readyz') {
      this.#health(res, path === '/readyz');
    } else if (path === '/metrics') {
      this.#counts(req, res);
    } else if (asksIndex(path)) {
      return this.#turnsAway(res, client, {
        suggests: path === SUGGESTIONS,
        ahead: isAhead(req.headers.purpose),
      });
    } else return false;
    return true;
  }

  #turnsAway(
    res: ServerResponse,
    client: string,
    { suggests, ahead }: { readonly suggests: boolean; readonly ahead: boolean },
  ): boolean {
    const { index, metrics, queue, workers } = this.#house;
    // Who comes by no network of ours but from this machine stands for everybody behind a proxy that is not named.
    const wait = isLoopback(client) ? 0 : this.#take(client);
    if (wait > 0) {
      metrics.refused('rate');
      refuse(res, 'too-many', msg('http.youAskTooOften', { seconds: wait }), { 'retry-after': String(wait) });
      return true;
    }
    const most = queue + workers;
    const filled = Math.max(this.#asking - workers, index.state.waiting);
    if (index.full || this.#asking >= most) {
      metrics.refused('queue');
      this.#refuseBusy(res);
      return true;
    }
    // What nobody waits for yet makes nobody wait.
    if ((suggests && filled > queue * SUGGESTIONS_UP_TO) || (ahead && this.#asking >= workers)) {
      metrics.refused(ahead ? 'ahead' : 'suggestions');
      this.#refuseBusy(res);
      return true;
    }
    this.#asking++;
    res.once('close', () => {
      this.#asking--;
    });
    return false;
  }
  #refuseBusy(res: ServerResponse): void {
    this.#refusals++;
    setTimeout(
      () => {
        this.#refusals--;
        refuse(res, 'too-busy', BUSY);
      },
      Math.min(LONGEST_REFUSAL, this.#refusals),
    );
  }
  /** Alive, and ready: who is about to stop is alive and takes nobody new. */
  #health(res: ServerResponse, mustBeReady: boolean): void {
    const { index, stopping } = this.#house;
    const { workers, ready, waiting } = index.state;
    const leaving = stopping();
    const status = leaving ? 'stopping' : ready === workers ? 'ok' : ready > 0 ? 'degraded' : 'starting';
    void index.health().then(({ records, engine }) => {
      res.statusCode = mustBeReady && (ready === 0 || leaving) ? 503 : 200;
      res.setHeader('content-type', 'application/json');
      res.setHeader('cache-control', 'no-store');
      res.end(JSON.stringify({ status, records, engine, workers, ready, waiting }));
    });
  }
  /** For those who look after the server, on this machine or named; for others there is nothing. */
  #counts(req: IncomingMessage, res: ServerResponse): void {
    const { counters, metrics } = this.#house;
    const from = plain(req.socket.remoteAddress ?? '');
    const direct =
      isLoopback(from) && req.headers['x-forwarded-for'] === undefined && req.headers.via === undefined;
    if (!direct && !counters.includes(from)) {
      refuse(res, 'not-found', msg('http.thereIsNothingAtThisAddress'));
      return;
    }
    void metrics.text().then((text) => {
      res.setHeader('content-type', metrics.contentType);
      res.setHeader('cache-control', 'no-store');
      res.end(text);
    });
  }
}
