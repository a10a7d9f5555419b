/**
 * A file beside the index to which lines of JSON are only ever added: what a server has to remember and no database is
 * needed for. Several servers may stand on one file: each reads what the others have added before it says anything. A
 * line that was cut off, or is none, is passed over; the others stand.
 */
import {
  appendFileSync,
  closeSync,
  existsSync,
  fstatSync,
  linkSync,
  openSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { hostname } from 'node:os';
import { isRunning } from './replace';

const NEWLINE = 10;
/** Milliseconds after which a lock of another machine's is nobody's any more. */
const FORSAKEN = 60_000;
/** Who writes the file anew, and how far it had been read by then. */
interface Lock {
  readonly host: string;
  readonly pid: number;
  readonly at: number;
}

export class LineFile<T> {
  readonly #path: string;
  readonly #read: (value: unknown) => T | null;
  /** Which file it was, and how far it has been read: up to the end of its last whole line. */
  #file = 0;
  #at = 0;
  /** Lines of it so far, those that could not be used as well. */
  count = 0;

  /** @param read what a line's value is; null for what it can't be */
  constructor(path: string, read: (value: unknown) => T | null) {
    this.#path = path;
    this.#read = read;
  }
  get #lock(): string {
    return `${this.#path}.lock`;
  }
  /** The file as it was, while what others have added to it is carried over. */
  get #before(): string {
    return `${this.#path}.before`;
  }
  /** Bytes of the file as far as it has been read. */
  get bytes(): number {
    return this.#at;
  }
  /**
   * What has been added since it was last read, by whomever; all of it the first time, and where somebody has put
   * other lines in its place (`afresh`: what was taken so far does not count any more).
   */
  news(): { readonly lines: readonly T[]; readonly afresh: boolean } {
    this.#mend();
    const stat = statSync(this.#path, { throwIfNoEntry: false });
    const afresh = stat ? stat.ino !== this.#file || stat.size < this.#at : this.#at > 0;
    if (afresh) {
      this.#at = 0;
      this.count = 0;
    }
    this.#file = stat?.ino ?? 0;
    if (!stat || stat.size === this.#at) return { lines: [], afresh };
    const bytes = this.#from(this.#at);
    const whole = bytes.subarray(0, bytes.lastIndexOf(NEWLINE) + 1);
    this.#at += whole.length;
    return { lines: this.#linesOf(whole), afresh };
  }
  /** All lines, from the beginning. */
  lines(): readonly T[] {
    this.#file = 0;
    return this.news().lines;
  }
  #from(at: number): Buffer {
    const file = openSync(this.#path, 'r');
    try {
      return readFrom(file, at);
    } finally {
      closeSync(file);
    }
  }
  #linesOf(bytes: Buffer): T[] {
    const lines = bytes.toString('utf8').split('\n').filter(Boolean);
    this.count += lines.length;
    return lines.flatMap((line): T[] => {
      try {
        const value = this.#read(JSON.parse(line));
        return value === null ? [] : [value];
      } catch {
        return [];
      }
    });
  }
  /** Throws where there is no room, or no right to write. It is among the next news, like anybody's. */
  add(line: T): void {
    this.#append(JSON.stringify(line));
  }
  #append(lines: string): void {
    // A line that was cut off by a crash is ended first, or this one would be lost with it.
    const stat = statSync(this.#path, { throwIfNoEntry: false });
    const torn = stat !== undefined && stat.size > 0 && this.#from(stat.size - 1)[0] !== NEWLINE;
    appendFileSync(this.#path, `${torn ? '\n' : ''}${lines}\n`);
  }
  /**
   * Puts these lines in the place of all that have been read; killed in between, those stand. What others add
   * meanwhile is kept. One server at a time: where another is at it, nothing is done.
   */
  rewrite(lines: readonly T[]): void {
    if (!this.#mend()) return;
    try {
      const lock = openSync(this.#lock, 'wx');
      writeSync(lock, JSON.stringify({ host: hostname(), pid: process.pid, at: this.#at } satisfies Lock));
      closeSync(lock);
    } catch {
      return;
    }
    this.#replace(lines.map((l) => `${JSON.stringify(l)}\n`).join(''), lines.length);
    rmSync(this.#lock, { force: true });
  }
  /**
   * Ends what a server that is gone had begun: what others added while it wrote the file anew is carried over.
   * @returns whether nobody is at it
   */
  #mend(): boolean {
    const stat = statSync(this.#lock, { throwIfNoEntry: false });
    if (!stat) return true;
    let of: Partial<Lock> = {};
    try {
      of = JSON.parse(readFileSync(this.#lock, 'utf8')) as Lock;
    } catch {
      // It is being written, or was cut off: then nothing else had begun.
    }
    const gone = of.host === hostname() && !isRunning(of.pid ?? 0);
    if (!gone && Date.now() - stat.mtimeMs < FORSAKEN) return false;
    if (existsSync(this.#before) && of.at !== undefined) {
      const there = new Set(readFileSync(this.#path, 'utf8').split('\n'));
      const late = readLate(this.#before, of.at).filter((line) => !there.has(line));
      if (late.length) this.#append(late.join('\n'));
    }
    rmSync(this.#before, { force: true });
    rmSync(this.#lock, { force: true });
    return true;
  }
  #replace(text: string, count: number): void {
    const making = `${this.#path}.making`;
    writeFileSync(making, text);
    rmSync(this.#before, { force: true });
    linkSync(this.#path, this.#before);
    renameSync(making, this.#path);
    const late = readLate(this.#before, this.#at);
    if (late.length) appendFileSync(this.#path, `${late.join('\n')}\n`);
    rmSync(this.#before, { force: true });
    // What stands there now has been taken, but for what others added.
    this.#file = statSync(this.#path).ino;
    this.#at = Buffer.byteLength(text);
    this.count = count;
  }
}
/** The whole lines behind a place of a file. */
function readLate(path: string, at: number): string[] {
  const file = openSync(path, 'r');
  try {
    return readFrom(file, at).toString('utf8').split('\n').slice(0, -1).filter(Boolean);
  } finally {
    closeSync(file);
  }
}
function readFrom(file: number, at: number): Buffer {
  const bytes = Buffer.alloc(Math.max(0, fstatSync(file).size - at));
  let read = 0;
  while (read < bytes.length) {
    const n = readSync(file, bytes, read, bytes.length - read, at + read);
    if (n === 0) break;
    read += n;
  }
  return bytes.subarray(0, read);
}
