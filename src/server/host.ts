/** The index port over worker threads: questions go to the least busy worker, each with a time limit. */
import { Worker } from 'node:worker_threads';
import type { DiscoveryIndex } from '../core/engine/port';
import type { Question, Reply } from './index.worker';

export class TooSlow extends Error {}

interface Waiting {
  readonly resolve: (value: unknown) => void;
  readonly reject: (error: Error) => void;
  readonly timer: NodeJS.Timeout;
}
interface Slot {
  readonly worker: Worker;
  readonly waiting: Map<number, Waiting>;
}

export class IndexHost implements DiscoveryIndex {
  readonly #slots: Slot[];
  readonly #limit: number;
  #next = 0;

  private constructor(slots: Slot[], limit: number) {
    this.#slots = slots;
    this.#limit = limit;
  }

  /** Starts the workers and waits until each has opened the index. Rejects with their message when they can't. */
  static async open(script: URL, dir: string, workers: number, limit: number): Promise<IndexHost> {
    const slots = await Promise.all(
      Array.from({ length: workers }, async (): Promise<Slot> => {
        const worker = new Worker(script, { workerData: { dir } });
        await new Promise<void>((resolve, reject) => {
          worker.once('message', () => resolve());
          worker.once('error', reject);
        });
        const slot: Slot = { worker, waiting: new Map() };
        worker.on('message', (reply: Reply) => {
          const one = slot.waiting.get(reply.n);
          if (!one) return;
          slot.waiting.delete(reply.n);
          clearTimeout(one.timer);
          if ('error' in reply) one.reject(new Error(reply.error));
          else one.resolve(reply.value);
        });
        return slot;
      }),
    );
    return new IndexHost(slots, limit);
  }

  #ask<T>(method: Question['method'], ...args: unknown[]): Promise<T> {
    const slot = this.#slots.reduce((a, b) => (b.waiting.size < a.waiting.size ? b : a));
    const n = this.#next++;
    return new Promise<T>((resolve, reject) => {
      const timer = setTimeout(() => {
        slot.waiting.delete(n);
        reject(new TooSlow(`The index took longer than ${this.#limit} ms.`));
      }, this.#limit);
      slot.waiting.set(n, { resolve: resolve as (value: unknown) => void, reject, timer });
      slot.worker.postMessage({ n, method, args } satisfies Question);
    });
  }

  health: DiscoveryIndex['health'] = () => this.#ask('health');
  search: DiscoveryIndex['search'] = (...args) => this.#ask('search', ...args);
  record: DiscoveryIndex['record'] = (...args) => this.#ask('record', ...args);
  ways: DiscoveryIndex['ways'] = (...args) => this.#ask('ways', ...args);
  promise: DiscoveryIndex['promise'] = (...args) => this.#ask('promise', ...args);
  timeline: DiscoveryIndex['timeline'] = (...args) => this.#ask('timeline', ...args);

  async close(): Promise<void> {
    await Promise.all(this.#slots.map((s) => s.worker.terminate()));
  }
}
