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
  #looked = 0;

  constructor(address: ClusterAddress, library: Library) {
    this.#address = address;
    this.#library = library;
  }
  get opened(): OpenedEngine | null {
    return this.#now;
  }
  get engine(): SearchEngine {
    if (!this.#now) throw new EngineAway('The search engine has not answered yet.');
    return this.#now.engine;
  }
  setLibrary(library: Library): void {
    this.#library = library;
  }
  /**
   * Opens what was not there yet, goes over to what was filled since. Rejects where there is nothing to ask.
   * @returns whether another engine is asked from now on
   */
  async fresh(): Promise<boolean> {
    if (!this.#now) {
      this.#now = await openCluster(this.#address, this.#library);
      this.#looked = Date.now();
      return true;
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
/** The port over whichever engine stands. */
const delegate = (standing: Standing): SearchEngine =>
  new Proxy({ name: 'opensearch' } as SearchEngine, {
    get: (own, name: keyof SearchEngine) =>
      name === 'name'
        ? own.name
        : async (...args: never[]) => {
            const { engine } = standing;
            return (engine[name] as (...args: never[]) => unknown).apply(engine, args);
          },
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
    try {
      await standing.fresh();
    } catch (error) {
      if (!(error instanceof EngineAway || error instanceof TooSlow)) throw error;
    }
    return new ClusterDiscovery(standing, dir, performance.now() - began);
  }
  /** Before each question. */
  async fresh(): Promise<void> {
    if (await this.#standing.fresh()) this.forget();
  }
  override async setPolicy(policy: Policy): Promise<void> {
    this.#standing.setLibrary({ ...this.library, policy });
    // An engine that is away is opened with these rules when it comes.
    if (this.#standing.opened) await super.setPolicy(policy);
  }
  health() {
    return {
      records: this.#standing.opened?.index.size ?? 0,
      engine: 'opensearch',
      loadMs: Math.round(this.#loadMs),
    };
  }
  close(): void {
    void this.#standing.close();
  }
}
