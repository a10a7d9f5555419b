/**
 * The application over the distributed engine: what a worker opens where the search is not of this process. It
 * starts without the engine, too, and finds it again; what was filled anew is gone over to between two questions,
 * so that no answer is made of two.
 */
import { Discovery } from '../../core/discovery/discovery';
import type { SearchEngine } from '../../core/engine/port/engine';
import type { Library } from '../../core/model/library';
import type { Policy } from '../../core/model/policy';
import { EngineAway, TooSlow } from '../faults';
import { readLibraryFile } from '../service';
import type { ClusterAddress } from './cluster';
import { indexOf, metaOf } from './fill';
import { type OpenedEngine, openCluster } from './open';

/** Milliseconds between two looks whether something was filled anew, or changed. */
const LOOK_EVERY = 5000;

/** The engine that is asked now: none yet, or one of several that follow each other. */
class Standing {
  readonly #address: ClusterAddress;
  #library: Library;
  #now: OpenedEngine | null = null;
  #next: OpenedEngine | null = null;
  #opening: Promise<void> | null = null;
  /** Why there is none. */
  #why: Error = new EngineAway('The search engine has not answered yet.');
  #looked = 0;

  constructor(address: ClusterAddress, library: Library) {
    this.#address = address;
    this.#library = library;
  }
  get size(): number {
    return this.#now?.index.size ?? 0;
  }
  get mark(): string | undefined {
    return this.#now ? `${this.#now.index.name} ${this.#now.index.changed}` : undefined;
  }
  lookAgain(): void {
    this.#looked = 0;
  }
  /** Throws why there is none, where there is none. */
  get engine(): SearchEngine {
    if (!this.#now) throw this.#why;
    return this.#now.engine;
  }
  /** Whichever engine stands, or comes, goes by these rules. */
  async setPolicy(policy: Policy): Promise<void> {
    this.#library = { ...this.#library, policy };
    for (const opened of [this.#now, this.#next]) await opened?.engine.setPolicy(policy);
  }
  /**
   * Opens what was not there yet, goes over to what was filled since.
   * @returns whether another engine is asked from now on
   */
  async fresh(): Promise<boolean> {
    if (!this.#now) {
      this.#opening ??= this.#open().finally(() => {
        this.#opening = null;
      });
      await this.#opening;
      return this.#now !== null;
    }
    if (this.#next) {
      const { cluster } = this.#now;
      this.#now = this.#next;
      this.#next = null;
      // What was asked before is still answered by it.
      setTimeout(() => void cluster.close(), this.#address.limit * 2).unref();
      return true;
    }
    if (Date.now() - this.#looked > LOOK_EVERY) {
      this.#looked = Date.now();
      void this.#look(this.#now);
    }
    return false;
  }
  async #open(): Promise<void> {
    try {
      this.#now = await openCluster(this.#address, this.#library);
      this.#looked = Date.now();
    } catch (error) {
      this.#why = error as Error;
    }
  }
  /** What goes wrong while looking is said by the next question. */
  async #look(now: OpenedEngine): Promise<void> {
    try {
      const name = await indexOf(now.cluster, this.#address.alias);
      if (!name) return;
      const { changed } = await metaOf(now.cluster, name);
      if (name !== now.index.name || changed !== now.index.changed)
        this.#next = await openCluster(this.#address, this.#library);
    } catch {
      this.#next = null;
    }
  }
  async close(): Promise<void> {
    await Promise.all([this.#now?.cluster.close(), this.#next?.cluster.close()]);
  }
}
/** The port over whichever engine stands. Rules are told whether one does or not. */
const delegate = (standing: Standing): SearchEngine =>
  new Proxy({ name: 'opensearch', setPolicy: (p: Policy) => standing.setPolicy(p) } as SearchEngine, {
    get: (own, name: keyof SearchEngine) =>
      own[name] ??
      (async (...args: never[]) => {
        const { engine } = standing;
        return (engine[name] as (...args: never[]) => unknown).apply(engine, args);
      }),
  });

export class ClusterDiscovery extends Discovery {
  readonly #standing: Standing;
  readonly #loadMs: number;

  private constructor(standing: Standing, dir: string, loadMs: number) {
    super(delegate(standing), readLibraryFile(dir));
    this.#standing = standing;
    this.#loadMs = loadMs;
  }
  /**
   * Opens the library of an index directory over the engine at an address. Rejects with a message for people
   * where the engine has nothing for this library; an engine that is away is waited for.
   */
  static async open(dir: string, address: ClusterAddress): Promise<ClusterDiscovery> {
    const began = performance.now();
    const { library } = readLibraryFile(dir);
    const standing = new Standing(address, library);
    await standing.fresh();
    try {
      void standing.engine;
    } catch (error) {
      if (!(error instanceof EngineAway || error instanceof TooSlow)) throw error;
    }
    return new ClusterDiscovery(standing, dir, performance.now() - began);
  }
  /** Before each question: another engine may stand by now. What needs one where none does is refused. */
  async fresh(): Promise<void> {
    if (await this.#standing.fresh()) this.forget();
  }
  /** What is asked now: changes whenever something was filled anew, or brought. */
  get mark(): string | undefined {
    return this.#standing.mark;
  }
  /** Looks with the next question whether another engine stands, however lately it was looked. */
  look(): void {
    this.#standing.lookAgain();
  }
  health() {
    return {
      records: this.#standing.size,
      engine: 'opensearch',
      loadMs: Math.round(this.#loadMs),
    };
  }
  close(): void {
    void this.#standing.close();
  }
}
