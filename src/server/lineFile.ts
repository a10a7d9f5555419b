/**
 * A file beside the index to which lines of JSON are only ever added: what a server has to remember and no database is
 * needed for. A line that was cut off, or is none, is passed over; the others stand.
 */
import { appendFileSync, existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';

export class LineFile<T> {
  readonly #path: string;
  readonly #read: (value: unknown) => T | null;
  /** Bytes of the file when it was read. */
  bytes = 0;
  /** Lines of it, those that could not be used as well. */
  count = 0;

  /** @param read what a line's value is; null for what it can't be */
  constructor(path: string, read: (value: unknown) => T | null) {
    this.#path = path;
    this.#read = read;
  }
  lines(): readonly T[] {
    if (!existsSync(this.#path)) return [];
    const text = readFileSync(this.#path, 'utf8');
    const lines = text.split('\n').filter(Boolean);
    this.bytes = Buffer.byteLength(text);
    this.count = lines.length;
    return lines.flatMap((line): T[] => {
      try {
        const value = this.#read(JSON.parse(line));
        return value === null ? [] : [value];
      } catch {
        return [];
      }
    });
  }
  /** Throws where there is no room, or no right to write. */
  add(line: T): void {
    appendFileSync(this.#path, `${JSON.stringify(line)}\n`);
  }
  /** Puts these lines in the place of all that stand there; killed in between, those stand. */
  rewrite(lines: readonly T[]): void {
    writeFileSync(`${this.#path}.making`, lines.map((l) => `${JSON.stringify(l)}\n`).join(''));
    renameSync(`${this.#path}.making`, this.#path);
  }
}
