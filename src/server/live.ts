/**
 * Where copies stand now, by the loan desk, for what is shown. A desk that does not answer costs nobody their
 * answer: what it said last is told with its time, else the index's own status stands.
 */
import { LRUCache } from 'lru-cache';
import type { LiveCopies, LiveCopy } from '../core/circulation/live';
import { DeskSilent } from '../core/discovery/ports';

interface Kept {
  readonly copies: readonly LiveCopy[];
  readonly at: string;
}
export interface Live {
  readonly copies: LiveCopies;
  /** ISO local time of the oldest status, where the desk is silent; null where all are of now. */
  readonly since: string | null;
  /** The desk did not answer. */
  readonly silent: boolean;
}
const KEPT = 20_000;
/** Milliseconds for which a silent desk is not asked again: nobody waits for it one after the other. */
const REST = 5000;
export const NOTHING_LIVE: Live = { copies: {}, since: null, silent: false };

export class LiveDesk {
  readonly #kept = new LRUCache<string, Kept>({ max: KEPT });
  #restsUntil = 0;

  /** @param records those with copies of ours, and others, of which the desk says nothing */
  async of(
    { circulation, index, failure }: Pick<App.Locals, 'circulation' | 'index' | 'failure'>,
    records: readonly string[],
    at: string,
  ): Promise<Live> {
    if (!circulation || !records.length) return NOTHING_LIVE;
    const shelved = await index.shelved(records);
    if (!shelved.length) return NOTHING_LIVE;
    if (Date.now() < this.#restsUntil) return this.#asKept(shelved);
    try {
      const copies = await circulation.copies(shelved, at);
      for (const [id, list] of Object.entries(copies)) this.#kept.set(id, { copies: list, at });
      return { copies, since: null, silent: false };
    } catch (error) {
      if (!(error instanceof DeskSilent)) throw error;
      failure(error);
      this.#restsUntil = Date.now() + REST;
      return this.#asKept(shelved);
    }
  }
  #asKept(records: readonly string[]): Live {
    const known = records.flatMap((id): [string, Kept][] => {
      const kept = this.#kept.get(id);
      return kept ? [[id, kept]] : [];
    });
    const times = known.map(([, k]) => k.at).sort();
    return {
      copies: Object.fromEntries(known.map(([id, k]) => [id, k.copies])),
      since: times[0] ?? null,
      silent: true,
    };
  }
}
