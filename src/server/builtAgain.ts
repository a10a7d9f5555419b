/**
 * An index directory that was built again while the server runs: its manifest is looked at now and then, and another
 * one means another index. One after the other is taken over, the latest last.
 */
import { readFileSync, unwatchFile, watchFile } from 'node:fs';
import { join } from 'node:path';
import { MANIFEST } from './manifest';

const LOOKED_AT_EVERY = 1000;

export class BuiltAgain {
  readonly #path: string;
  readonly #goOver: () => Promise<void>;
  readonly #failed: (error: unknown) => void;
  #text: string;
  #going = false;

  /** @param failed hears why another index could not be taken over */
  constructor(dir: string, goOver: () => Promise<void>, failed: (error: unknown) => void) {
    this.#path = join(dir, MANIFEST);
    this.#goOver = goOver;
    this.#failed = failed;
    this.#text = this.#read() ?? '';
    watchFile(this.#path, { interval: LOOKED_AT_EVERY, persistent: false }, () => void this.look());
  }
  /** Null while the directory is being replaced. */
  #read(): string | null {
    try {
      return readFileSync(this.#path, 'utf8');
    } catch {
      return null;
    }
  }
  /** Looks now. */
  async look(): Promise<void> {
    if (this.#going) return;
    this.#going = true;
    try {
      for (let text = this.#read(); text !== null && text !== this.#text; text = this.#read()) {
        this.#text = text;
        try {
          await this.#goOver();
        } catch (error) {
          this.#failed(error);
        }
      }
    } finally {
      this.#going = false;
    }
  }
  close(): void {
    unwatchFile(this.#path);
  }
}
