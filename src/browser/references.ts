/** The reader's bibliography: read in a worker, kept in the store, one a reader. */

import type { ReadReference } from '../core/references/read';
import type { Role } from '../core/references/roles';
import { say } from '../words/generated/workers';
import type { ReadingProgress, ReadingTask } from './reading';
import type { WorkerAnswer, WorkerTask } from './references.worker';
import program from './references.worker.ts?worker&url';
import type { Bibliography } from './rows';
import { isObject } from './shapes';
import { referencesFrom } from './slipShapes';
import type { Store } from './store';
import { startWorker } from './trusted';

export const NO_BIBLIOGRAPHY: Omit<Bibliography, 'reader'> = { text: '', read: '', needBy: '', rows: [] };

export async function bibliographyOf(store: Store, reader: string): Promise<Bibliography | undefined> {
  const kept: unknown = await store.bibliographies.get(reader);
  if (!isObject(kept)) return undefined;
  const said = (name: string): string => (typeof kept[name] === 'string' ? kept[name] : '');
  return {
    reader,
    text: said('text'),
    read: said('read'),
    needBy: said('needBy'),
    rows: referencesFrom(kept.rows),
  };
}
export const keepBibliography = (store: Store, b: Bibliography): Promise<unknown> =>
  store.bibliographies.put(b);

/** Reading was told to stop, or another task took its place. */
export class Stopped extends Error {
  override readonly name = 'Stopped';
}

/**
 * A worker that reads; a new task takes the place of one under way. One that is done is asked again, since it has
 * the model loaded.
 */
export class ReferenceReader {
  #worker: Worker | null = null;
  #n = 0;
  #busy = false;
  #give: (error: Error) => void = () => undefined;

  /**
   * Reads text or a file; `progress` is called with each few references. Rejects with a message for people,
   * or with Stopped.
   */
  async read(what: ReadingTask, progress: (p: ReadingProgress) => void): Promise<void> {
    if (this.#busy) this.stop();
    this.#worker ??= startWorker(program);
    const worker = this.#worker;
    const n = ++this.#n;
    this.#busy = true;
    try {
      await new Promise<void>((resolve, reject) => {
        this.#give = reject;
        worker.onmessage = ({ data }: MessageEvent<WorkerAnswer>) => {
          if (data.n !== n) return;
          if (data.failed !== undefined) reject(new Error(data.failed));
          else if (data.end) resolve();
          else if (data.progress) progress(data.progress);
        };
        worker.onerror = () => {
          // It will not answer again.
          this.#worker = null;
          reject(new Error(say('workers.readerNotStarted')));
        };
        worker.postMessage({ n, ...what } satisfies WorkerTask);
      });
    } finally {
      if (n === this.#n) this.#busy = false;
    }
  }
  /** Parts lists into references. */
  async split(lists: readonly string[]): Promise<readonly (readonly string[])[]> {
    let parted: readonly (readonly string[])[] = [];
    if (lists.some((l) => l.trim())) await this.read({ lists }, (p) => (parted = p.parted ?? []));
    return parted;
  }
  /** The reference with the words at [start, end) given a role by hand. */
  async correct(ref: ReadReference, start: number, end: number, role: Role): Promise<ReadReference> {
    let corrected = ref;
    await this.read({ ref, start, end, role }, (p) => (corrected = p.refs[0] ?? ref));
    return corrected;
  }
  stop(): void {
    this.#worker?.terminate();
    this.#worker = null;
    this.#busy = false;
    this.#give(new Stopped());
  }
}
