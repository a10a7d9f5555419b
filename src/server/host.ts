/** The index port over a pool of worker threads, which share one copy of the index. */
import type { DiscoveryIndex, PastedReference, SearchText } from '../core/discovery/answers';
import type { Lender } from '../core/model/library';
import type { Policy } from '../core/model/policy';
import type { ClusterAddress } from './opensearch/cluster';
import { type Answer, type PoolOptions, type PoolState, WorkerPool } from './pool';
import { readShared } from './shared';

export type HostOptions = Pick<PoolOptions, 'script' | 'workers' | 'limit' | 'queue' | 'log'> & {
  readonly dir: string;
  /** Where the distributed engine stands; null for the embedded one. */
  readonly cluster?: ClusterAddress | null;
  /** Searches that a worker asks itself when it has opened the index. */
  readonly warmup?: number;
};
/** What a worker says of itself when it has opened the index. */
export type IndexGreeting = Awaited<ReturnType<DiscoveryIndex['health']>>;

/** References that one question reads and resolves: some tenths of a second. */
const REFERENCES_AT_ONCE = 40;

export class IndexHost implements DiscoveryIndex, SearchText {
  #pool: WorkerPool;
  readonly #options: HostOptions;

  private constructor(pool: WorkerPool, options: HostOptions) {
    this.#pool = pool;
    this.#options = options;
  }
  static #workers({ dir, warmup = 0, cluster = null, ...options }: HostOptions): Promise<WorkerPool> {
    return WorkerPool.open({
      ...options,
      workerData: { dir, shared: cluster ? null : readShared(dir), cluster, limit: options.limit, warmup },
    });
  }

  /**
   * Starts the workers and waits until each has opened the index. Rejects with their message when they can't.
   */
  static async open(options: HostOptions): Promise<IndexHost> {
    return new IndexHost(await IndexHost.#workers(options), options);
  }
  /**
   * Goes over to the index that lies in the directory now: others start beside those at work, and take the next
   * question when all of them can answer. What was asked before is answered by the old ones. Rejects where the new
   * index can't be opened; the old one stays then. Rules that were told have to be told again.
   */
  async takeOver(): Promise<void> {
    const next = await IndexHost.#workers(this.#options);
    const before = this.#pool;
    this.#pool = next;
    void before.drain();
  }

  get state(): PoolState {
    return this.#pool.state;
  }
  /** A question asked now would be refused. */
  get full(): boolean {
    return this.#pool.full;
  }

  async #text(method: string, args: readonly unknown[], signal?: AbortSignal): Promise<string> {
    const answer: Answer = await this.#pool.ask(method, args, signal);
    if (typeof answer !== 'string') throw new Error(`${method} is answered with text.`);
    return answer;
  }
  /** Any method of the worker's, its own or one that was added to it. */
  async ask<T>(method: string, ...args: unknown[]): Promise<T> {
    return JSON.parse(await this.#text(method, args)) as T;
  }

  /** Known since the workers started: it is not asked, so that it stands in no queue. */
  health: DiscoveryIndex['health'] = () => Promise.resolve(this.#pool.greeting as IndexGreeting);
  search: DiscoveryIndex['search'] = (...args) => this.ask('search', ...args);
  searchText: SearchText['searchText'] = (asked, moment, slice, signal) =>
    this.#text('search', [asked, moment, slice], signal);
  retrieve: DiscoveryIndex['retrieve'] = (...args) => this.ask('retrieve', ...args);
  harvest: DiscoveryIndex['harvest'] = (...args) => this.ask('harvest', ...args);
  harvestOne: DiscoveryIndex['harvestOne'] = (...args) => this.ask('harvestOne', ...args);
  values: DiscoveryIndex['values'] = (...args) => this.ask('values', ...args);
  suggest: DiscoveryIndex['suggest'] = (...args) => this.ask('suggest', ...args);
  journals: DiscoveryIndex['journals'] = (...args) => this.ask('journals', ...args);
  guidance: DiscoveryIndex['guidance'] = () => this.ask('guidance');
  answers: DiscoveryIndex['answers'] = (...args) => this.ask('answers', ...args);
  shelf: DiscoveryIndex['shelf'] = (...args) => this.ask('shelf', ...args);
  browse: DiscoveryIndex['browse'] = (...args) => this.ask('browse', ...args);
  related: DiscoveryIndex['related'] = (...args) => this.ask('related', ...args);
  courses: DiscoveryIndex['courses'] = (...args) => this.ask('courses', ...args);
  course: DiscoveryIndex['course'] = (...args) => this.ask('course', ...args);
  initials: DiscoveryIndex['initials'] = (...args) => this.ask('initials', ...args);
  record: DiscoveryIndex['record'] = (...args) => this.ask('record', ...args);
  resolve: DiscoveryIndex['resolve'] = (...args) => this.ask('resolve', ...args);
  ways: DiscoveryIndex['ways'] = (...args) => this.ask('ways', ...args);
  shelved: DiscoveryIndex['shelved'] = (...args) => this.ask('shelved', ...args);
  nowLines: DiscoveryIndex['nowLines'] = (...args) => this.ask('nowLines', ...args);
  promise: DiscoveryIndex['promise'] = (...args) => this.ask('promise', ...args);
  askBy: DiscoveryIndex['askBy'] = (...args) => this.ask('askBy', ...args);
  kept: DiscoveryIndex['kept'] = (...args) => this.ask('kept', ...args);
  plan: DiscoveryIndex['plan'] = (...args) => this.ask('plan', ...args);

  /** In pieces, one after the other: each has a deadline of its own, and others are answered in between. */
  references: DiscoveryIndex['references'] = async (text, moment, needBy, signal) => {
    const texts = JSON.parse(await this.#text('splitReferences', [text], signal)) as string[];
    const read: PastedReference[] = [];
    // Pieces of one size: the references of each are read by what they have in common.
    const size = Math.ceil(texts.length / Math.ceil(texts.length / REFERENCES_AT_ONCE));
    for (let at = 0; at < texts.length; at += size) {
      const piece = texts.slice(at, at + size);
      read.push(
        ...(JSON.parse(
          await this.#text('readReferences', [piece, moment, needBy], signal),
        ) as PastedReference[]),
      );
    }
    return read;
  };

  /** Other rules from now on, in every worker; what is asked before the answer still goes by the old ones. */
  setPolicy(policy: Policy): void {
    this.#pool.tell('setPolicy', policy);
  }

  /** Lenders as they are reckoned with from now on, in every worker. */
  setLenders(lenders: readonly Lender[]): void {
    this.#pool.tell('setLenders', lenders);
  }

  close(): Promise<void> {
    return this.#pool.close();
  }
}
