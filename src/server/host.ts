/**
 * The index port over worker threads. Workers share one copy of the index; each answers one question at a time, and what
 * waits stands in one queue, so that a slow question holds up one worker and not the others, and a question whose asker
 * has gone (a newer keystroke, a closed page) is never begun.
 */
import { Worker } from 'node:worker_threads';
import type { DiscoveryIndex, SearchText } from '../core/engine/port';
import type { Policy } from '../core/policy/types';
import type { Question, Reply } from './index.worker';
import { readShared } from './shared';

/** The question took longer than its time, in the queue or at work. */
export class TooSlow extends Error {
  override readonly name = 'TooSlow';
}
/** The asker went away before the question was begun. */
export class Gone extends Error {
  override readonly name = 'Gone';
}

/** Milliseconds before a worker that crashed is replaced. */
const STARTED_AGAIN_AFTER = 200;

interface Waiting {
  readonly question: Omit<Question, 'n'>;
  readonly resolve: (json: string) => void;
  readonly reject: (error: Error) => void;
  readonly timer: NodeJS.Timeout;
}
interface Slot {
  readonly worker: Worker;
  busy: { readonly n: number; readonly one: Waiting } | null;
}

export class IndexHost implements DiscoveryIndex, SearchText {
  readonly #slots: Slot[] = [];
  readonly #queue: Waiting[] = [];
  readonly #limit: number;
  #next = 0;
  #closed = false;
  /** Rules set since the start, for a worker that starts later. */
  #policy: Policy | null = null;

  private constructor(limit: number) {
    this.#limit = limit;
  }

  /** Starts the workers and waits until each has opened the index. Rejects with their message when they can't. */
  static async open(script: URL, dir: string, workers: number, limit: number): Promise<IndexHost> {
    const host = new IndexHost(limit);
    const workerData = { dir, shared: readShared(dir), limit };
    await Promise.all(Array.from({ length: workers }, () => host.#start(script, workerData)));
    return host;
  }

  async #start(script: URL, workerData: object): Promise<void> {
    const worker = new Worker(script, { workerData });
    await new Promise<void>((resolve, reject) => {
      worker.once('message', () => resolve());
      worker.once('error', reject);
    });
    const slot: Slot = { worker, busy: null };
    worker.on('message', (reply: Reply) => this.#answered(slot, reply));
    worker.on('error', (error) => {
      this.#slots.splice(this.#slots.indexOf(slot), 1);
      slot.busy?.one.reject(error);
      // Another takes its place; what waits in the queue meanwhile is answered by it or by the others.
      setTimeout(() => {
        if (!this.#closed) this.#start(script, workerData).catch(() => {});
      }, STARTED_AGAIN_AFTER).unref();
    });
    if (this.#policy) worker.postMessage({ n: -1, method: 'setPolicy', args: [this.#policy] } satisfies Question);
    this.#slots.push(slot);
    this.#begin();
  }

  #answered(slot: Slot, reply: Reply): void {
    // Not an answer to a question in the queue.
    if (reply.n < 0) return;
    const { busy } = slot;
    slot.busy = null;
    this.#begin();
    if (!busy || busy.n !== reply.n) return;
    clearTimeout(busy.one.timer);
    if ('json' in reply) busy.one.resolve(reply.json);
    else busy.one.reject(reply.slow ? new TooSlow(reply.error) : new Error(reply.error));
  }

  #begin(): void {
    for (const slot of this.#slots) {
      if (slot.busy) continue;
      const one = this.#queue.shift();
      if (!one) return;
      const n = this.#next++;
      slot.busy = { n, one };
      slot.worker.postMessage({ n, ...one.question } satisfies Question);
    }
  }

  #text(method: Question['method'], args: readonly unknown[], signal?: AbortSignal): Promise<string> {
    return new Promise<string>((resolve, reject) => {
      const drop = (error: Error) => {
        const at = this.#queue.indexOf(one);
        if (at >= 0) this.#queue.splice(at, 1);
        clearTimeout(one.timer);
        reject(error);
      };
      // The worker watches the limit itself while at work; the second limit here is for one that no longer answers.
      const timer = setTimeout(() => drop(new TooSlow(`The index took longer than ${this.#limit} ms.`)), this.#limit * 2);
      const one: Waiting = { question: { method, args }, resolve, reject, timer };
      signal?.addEventListener('abort', () => drop(new Gone('The asker has gone.')), { once: true });
      this.#queue.push(one);
      this.#begin();
    });
  }
  async #ask<T>(method: Question['method'], ...args: unknown[]): Promise<T> {
    return JSON.parse(await this.#text(method, args)) as T;
  }

  health: DiscoveryIndex['health'] = () => this.#ask('health');
  search: DiscoveryIndex['search'] = (...args) => this.#ask('search', ...args);
  searchText: SearchText['searchText'] = (request, moment, slice, signal) => this.#text('search', [request, moment, slice], signal);
  retrieve: DiscoveryIndex['retrieve'] = (...args) => this.#ask('retrieve', ...args);
  values: DiscoveryIndex['values'] = (...args) => this.#ask('values', ...args);
  suggest: DiscoveryIndex['suggest'] = (...args) => this.#ask('suggest', ...args);
  journals: DiscoveryIndex['journals'] = (...args) => this.#ask('journals', ...args);
  guidance: DiscoveryIndex['guidance'] = () => this.#ask('guidance');
  record: DiscoveryIndex['record'] = (...args) => this.#ask('record', ...args);
  resolve: DiscoveryIndex['resolve'] = (...args) => this.#ask('resolve', ...args);
  references: DiscoveryIndex['references'] = (...args) => this.#ask('references', ...args);
  ways: DiscoveryIndex['ways'] = (...args) => this.#ask('ways', ...args);
  promise: DiscoveryIndex['promise'] = (...args) => this.#ask('promise', ...args);
  timeline: DiscoveryIndex['timeline'] = (...args) => this.#ask('timeline', ...args);

  /** Other rules from now on, in every worker; what is asked before the answer still goes by the old ones. */
  setPolicy(policy: Policy): void {
    this.#policy = policy;
    for (const { worker } of this.#slots) worker.postMessage({ n: -1, method: 'setPolicy', args: [policy] } satisfies Question);
  }

  async close(): Promise<void> {
    this.#closed = true;
    await Promise.all(this.#slots.map((s) => s.worker.terminate()));
  }
}
