/**
 * Worker threads behind one bounded queue. Each worker answers one question at a time, so that a slow one
 * holds up a worker and not the others. What keeps the pool alive whatever is asked of it:
 *
 * - every question has a deadline, in the queue and at work; a worker that is late is ended, and another
 * takes its place;
 * - a worker that crashes or can't be started is started again, with longer and longer pauses, for as long as
 * it takes;
 * - what can't be handed to a worker (nothing can clone it) fails its own question only;
 * - more than a queue's worth of questions is refused at once, since they would only wait in vain.
 */
import { Worker } from 'node:worker_threads';
import { FIRST, type Language } from '../words/languages';
import { spokenLanguage } from '../words/say';
import { hearEngine } from './edition';
import { Busy, EngineAway, Gone, TooSlow } from './faults';

/** Number -1 is for what is told to every worker and not answered. */
export interface Job {
  readonly n: number;
  readonly method: string;
  readonly args: readonly unknown[];
  /** In which the answer is said. */
  readonly language: Language;
}
/**
 * The answer as JSON text: most of them are passed on as they are, and text crosses between threads faster
 * than objects.
 */
export type Reply =
  /** `of`: what the engine was that answered, where it is none of this machine (`edition.ts`). */
  | { readonly n: number; readonly json: string; readonly of?: string }
  | { readonly n: number; readonly bytes: Uint8Array }
  | { readonly n: number; readonly error: string; readonly slow: boolean; readonly away?: boolean };
export type Answer = string | Uint8Array;

export interface PoolOptions {
  /** A module that posts `{ready: …}` once it can answer, and then a Reply to each Question. */
  readonly script: URL;
  readonly workerData: object;
  readonly workers: number;
  /** Milliseconds that a question may take at work, and may wait before. */
  readonly limit: number;
  /** Questions that may wait. */
  readonly queue: number;
  /** Hears what happened to workers; never what was asked. */
  readonly log: (event: string, error?: unknown) => void;
}
export interface PoolState {
  readonly workers: number;
  /** Workers that can answer. */
  readonly ready: number;
  readonly waiting: number;
}

/**
 * A worker watches its time itself where it can; it is ended when it is still at work so many milliseconds
 * later.
 */
const GRACE = 1000;
/** Milliseconds that a worker may take to start: a large index is read meanwhile. */
const START_LIMIT = 120_000;
/** Milliseconds between two looks whether a pool that is given up has answered all. */
const DRAINING = 20;
const FIRST_PAUSE = 200;
const LONGEST_PAUSE = 30_000;

interface Waiting {
  readonly question: Omit<Job, 'n'>;
  readonly resolve: (answer: Answer) => void;
  readonly reject: (error: Error) => void;
  readonly heard: (engine: string | undefined) => void;
  timer: NodeJS.Timeout | undefined;
}
interface Slot {
  readonly worker: Worker;
  /** What it has been handed, in order; the first is at work. */
  readonly handed: { readonly n: number; readonly one: Waiting }[];
}
/**
 * While many wait, a worker is handed some ahead, so that it need not stand still until this thread, which
 * has much to do then, comes round to it. Else one at a time: what waits behind a slow question could have
 * gone to another worker.
 */
const HANDED_AHEAD = 8;
const MANY_WAIT = 4;

/** Takes off our own listeners; the platform has some on it as well. */
const failureOf = ({ error, slow, away }: Extract<Reply, { error: string }>): Error =>
  slow ? new TooSlow(error) : away ? new EngineAway(error) : new Error(error);
const deaf = (worker: Worker): void => {
  for (const event of ['message', 'error', 'messageerror', 'exit']) worker.removeAllListeners(event);
};

export class WorkerPool {
  readonly #options: PoolOptions;
  readonly #slots = new Set<Slot>();
  readonly #queue: Waiting[] = [];
  #next = 0;
  #closed = false;
  /** Starts that failed one after the other. */
  #failures = 0;
  /** Told to every worker, the later ones too: by method, the latest. */
  readonly #told = new Map<string, readonly unknown[]>();
  #greeting: unknown = null;
  /** What the engine was by the answer before, where it stands elsewhere. */
  #engine: string | undefined;

  private constructor(options: PoolOptions) {
    this.#options = options;
  }

  /** Starts the workers and waits for all of them. Rejects with their message when the first start fails. */
  static async open(options: PoolOptions): Promise<WorkerPool> {
    const pool = new WorkerPool(options);
    try {
      await Promise.all(Array.from({ length: options.workers }, () => pool.#start()));
    } catch (error) {
      await pool.close();
      throw error;
    }
    return pool;
  }

  /** What the worker that started last said of itself. */
  get greeting(): unknown {
    return this.#greeting;
  }
  get state(): PoolState {
    return { workers: this.#options.workers, ready: this.#slots.size, waiting: this.#queue.length };
  }
  /** Nobody more would be let into the queue. */
  get full(): boolean {
    return this.#queue.length >= this.#options.queue;
  }

  async #start(): Promise<void> {
    const worker = new Worker(this.#options.script, { workerData: this.#options.workerData });
    const slot: Slot = { worker, handed: [] };
    await new Promise<void>((resolve, reject) => {
      const late = setTimeout(
        () => reject(new TooSlow(`A worker did not start within ${START_LIMIT} ms.`)),
        START_LIMIT,
      );
      const failed = (error: Error) => {
        clearTimeout(late);
        reject(error);
      };
      worker.once('error', failed);
      worker.once('exit', (code) =>
        failed(new Error(`A worker ended with code ${code} before it could answer.`)),
      );
      worker.once('message', (first: { ready?: unknown }) => {
        clearTimeout(late);
        deaf(worker);
        this.#greeting = first.ready ?? null;
        resolve();
      });
    }).catch(async (error: unknown) => {
      deaf(worker);
      worker.on('error', this.#unheard);
      await worker.terminate();
      throw error;
    });
    if (this.#closed) {
      await worker.terminate();
      return;
    }
    this.#failures = 0;
    worker.on('message', (reply: Reply) => this.#answered(slot, reply));
    worker.on('error', (error) => this.#lost(slot, error));
    worker.on('messageerror', (error) => this.#lost(slot, error));
    worker.on('exit', (code) => this.#lost(slot, new Error(`A worker ended with code ${code}.`)));
    for (const [method, args] of this.#told)
      worker.postMessage({ n: -1, method, args, language: FIRST } satisfies Job);
    this.#slots.add(slot);
    this.#begin();
  }

  /** A thread that is being ended may still throw; its question has failed and its place is taken already. */
  readonly #unheard = (error: unknown): void =>
    this.#options.log('a worker failed while it was ended', error);

  /**
   * A worker that answers no more: its question fails, another takes its place. Told once for each worker.
   */
  #lost(slot: Slot, error: Error): void {
    if (!this.#slots.delete(slot)) return;
    const [atWork, ...ahead] = slot.handed.splice(0);
    if (atWork) this.#settle(atWork.one, () => atWork.one.reject(error));
    // What was only handed ahead is not at fault: it goes to the next worker, before those that came later.
    for (const { one } of ahead.reverse()) this.#wait(one, true);
    deaf(slot.worker);
    slot.worker.on('error', this.#unheard);
    void slot.worker.terminate();
    if (this.#closed) return;
    this.#options.log('a worker was lost', error);
    this.#startAgain();
    this.#begin();
  }
  #startAgain(): void {
    const pause = this.#failures === 0 ? 0 : Math.min(LONGEST_PAUSE, FIRST_PAUSE * 2 ** (this.#failures - 1));
    setTimeout(() => {
      if (this.#closed) return;
      this.#start().then(
        () => this.#options.log('a worker was started again'),
        (error: unknown) => {
          this.#failures++;
          this.#options.log('a worker could not be started', error);
          this.#startAgain();
        },
      );
    }, pause).unref();
  }

  #settle(one: Waiting, how: () => void): void {
    clearTimeout(one.timer);
    how();
  }
  #answered(slot: Slot, reply: Reply): void {
    const [busy] = slot.handed;
    // Not an answer to what this worker is at.
    if (!busy || busy.n !== reply.n) return;
    slot.handed.shift();
    this.#watch(slot);
    this.#begin();
    this.#settle(busy.one, () => {
      if ('json' in reply) {
        busy.one.heard(reply.of);
        if (reply.of !== undefined && reply.of !== this.#engine) this.#otherEngine(reply.of);
        busy.one.resolve(reply.json);
      }
      if ('bytes' in reply) busy.one.resolve(reply.bytes);
      if ('error' in reply) busy.one.reject(failureOf(reply));
    });
  }

  /** One has gone over to another: the rest look as well, at once, so that answers differ for a moment only. */
  #otherEngine(engine: string): void {
    const first = this.#engine === undefined;
    this.#engine = engine;
    if (!first) this.tell('look');
  }

  #begin(): void {
    // The idle first, each one question; then, while many wait, some more to each.
    for (let ahead = 0; ahead < HANDED_AHEAD; ahead++) {
      for (const slot of this.#slots) {
        if (ahead > 0 && this.#queue.length < MANY_WAIT * this.#slots.size) return;
        while (slot.handed.length <= ahead) {
          const one = this.#queue.shift();
          if (!one) return;
          this.#hand(slot, one);
        }
      }
    }
  }
  #hand(slot: Slot, one: Waiting): void {
    const n = this.#next++;
    clearTimeout(one.timer);
    try {
      slot.worker.postMessage({ n, ...one.question } satisfies Job);
    } catch (error) {
      one.reject(error instanceof Error ? error : new Error(String(error)));
      return;
    }
    slot.handed.push({ n, one });
    if (slot.handed.length === 1) this.#watch(slot);
  }
  /** Starts the time of what a worker is at now. */
  #watch(slot: Slot): void {
    const [atWork] = slot.handed;
    if (!atWork) return;
    const { limit } = this.#options;
    atWork.one.timer = setTimeout(
      () => this.#lost(slot, new TooSlow(`No answer within ${limit} ms.`)),
      limit + GRACE,
    );
  }

  /**
   * Asks one of the workers. Rejects with Busy when the queue is full, TooSlow when it took too long, Gone
   * when `signal` says so before it was begun, and with the worker's own error otherwise.
   */
  ask(method: string, args: readonly unknown[], signal?: AbortSignal): Promise<Answer> {
    return new Promise<Answer>((resolve, reject) => {
      if (signal?.aborted) return reject(new Gone('The asker has gone.'));
      if (this.full) return reject(new Busy(`${this.#queue.length} questions wait already.`));
      const one: Waiting = {
        question: { method, args, language: spokenLanguage() },
        resolve,
        reject,
        heard: hearEngine(),
        timer: undefined,
      };
      signal?.addEventListener('abort', () => this.#drop(one, new Gone('The asker has gone.')), {
        once: true,
      });
      this.#wait(one);
      this.#begin();
    });
  }

  /** Into the queue, with a time after which it is given up there. */
  #wait(one: Waiting, first = false): void {
    clearTimeout(one.timer);
    const { limit } = this.#options;
    one.timer = setTimeout(() => this.#drop(one, new TooSlow(`Not begun within ${limit} ms.`)), limit);
    if (first) this.#queue.unshift(one);
    else this.#queue.push(one);
  }
  #drop(one: Waiting, error: Error): void {
    const at = this.#queue.indexOf(one);
    if (at < 0) return;
    this.#queue.splice(at, 1);
    this.#settle(one, () => one.reject(error));
  }

  /**
   * Tells every worker something that is not answered; one that starts later hears the latest of each method.
   */
  tell(method: string, ...args: readonly unknown[]): void {
    this.#told.set(method, args);
    for (const { worker } of this.#slots)
      worker.postMessage({ n: -1, method, args, language: FIRST } satisfies Job);
  }

  /** Lets what was asked be answered, then closes. Nobody asks any more. */
  async drain(): Promise<void> {
    while (this.#queue.length || [...this.#slots].some((s) => s.handed.length))
      await new Promise((done) => setTimeout(done, DRAINING));
    await this.close();
  }
  async close(): Promise<void> {
    this.#closed = true;
    for (const one of this.#queue.splice(0))
      this.#settle(one, () => one.reject(new Gone('The server is stopping.')));
    const slots = [...this.#slots];
    const stopping = new Gone('The server is stopping.');
    for (const slot of slots) this.#lost(slot, stopping);
    // Those that were handed ahead are back in the queue.
    for (const one of this.#queue.splice(0)) this.#settle(one, () => one.reject(stopping));
    await Promise.all(slots.map((s) => s.worker.terminate()));
  }
}
