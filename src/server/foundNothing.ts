/**
 * Words of searches that found nothing, for who buys and catalogues: off unless the library asks for it, in memory
 * only, and told only when at least five readers used a word, so that none of them can be known by it.
 */
import { createHash, randomBytes } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { words } from '../core/words/fold';

/** Words that are remembered, readers of one that are told apart, words of one search that count. */
const [WORDS, READERS, OF_ONE] = [20_000, 200, 12];
/** Fewer readers than this are nobody's business. */
const FEWEST = 5;

export class FoundNothing {
  /** Who asked stands here only as a digest that nobody can make again after the server has ended. */
  readonly #salt = randomBytes(16);
  readonly #readers = new LRUCache<string, Set<string>>({ max: WORDS });

  /** @param client who asked, as far as it can be told: the other end of the connection */
  asked(client: string, query: string): void {
    const who = createHash('sha256').update(this.#salt).update(client).digest('base64').slice(0, 12);
    for (const word of [...new Set(words(query))].slice(0, OF_ONE)) {
      const own = this.#readers.get(word) ?? new Set<string>();
      if (own.size < READERS) own.add(who);
      this.#readers.set(word, own);
    }
  }
  /** The words that most readers used, with how many. */
  often(most = 40): readonly { readonly word: string; readonly readers: number }[] {
    return [...this.#readers.entries()]
      .map(([word, readers]) => ({ word, readers: readers.size }))
      .filter((w) => w.readers >= FEWEST)
      .sort((a, b) => b.readers - a.readers || (a.word < b.word ? -1 : 1))
      .slice(0, most);
  }
}
