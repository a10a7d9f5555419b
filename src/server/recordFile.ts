/**
 * The file of an index directory's records: their JSON in the order in which they came, in blocks that are
 * compressed each by itself (raw DEFLATE, RFC 1951) with one dictionary drawn from the first of them, so that
 * a few records in a row are as small as many. Behind the blocks stand their sizes.
 *
 * Layout, little-endian: magic (8 bytes), version, length of the dictionary (4 each), dictionary, blocks, the
 * size of each block (4 each), the places that nothing stands at any more and their number (4 each; none before
 * version 3), number of places, number of blocks (4 each), magic.
 */
import { createHash } from 'node:crypto';
import {
  closeSync,
  constants,
  copyFileSync,
  fstatSync,
  ftruncateSync,
  openSync,
  readSync,
  writeSync,
} from 'node:fs';
import { isMainThread } from 'node:worker_threads';
import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { inflateSync } from 'fflate';
import { msg } from '../core/model/message';
import { say } from '../words/generated/indexfile';

export const RECORDS = 'records.lgr';
const MAGIC = 'LEGENREC';
const HEAD = 16;
const FOOT = 16;
/**
 * Records in a block: reading one costs reading these. Taken apart by script one of four takes 80 µs, one of eight 170,
 * and a search that is new to a worker reads some thirty; the file is a twentieth larger for it.
 */
export const IN_BLOCK = 4;
/** By the file's version. */
const IN_BLOCK_OF = [0, 8, 4, IN_BLOCK] as const;
/** From this version on a file says at which places nothing stands. */
const WITH_EMPTY = 3;
const VERSION = IN_BLOCK_OF.length - 1;
/** What DEFLATE looks back on. */
const DICTIONARY = 32 << 10;
/** The dictionary is drawn from the records up to here, in bytes. */
const DRAWN_FROM = 4 << 20;
const WRITTEN_AT_ONCE = 1 << 20;
const LEVEL = 6;

/** Writes the file, a record at a time. */
export class RecordWriter {
  readonly #fd: number;
  #dictionary: Buffer | null = null;
  /** Records that wait for the dictionary, or for their block to be full. */
  #waiting: Buffer[] = [];
  #waitingBytes = 0;
  readonly #out = Buffer.allocUnsafe(WRITTEN_AT_ONCE);
  #outBytes = 0;
  readonly #sizes: number[] = [];
  #count = 0;
  constructor(path: string) {
    this.#fd = openSync(path, 'w');
  }
  /** @param text a record's JSON, on one line that is ended */
  write(text: Buffer): void {
    this.#waiting.push(text);
    this.#waitingBytes += text.length;
    this.#count++;
    if (!this.#dictionary && this.#waitingBytes >= DRAWN_FROM) this.#begin();
    if (this.#dictionary && this.#waiting.length >= IN_BLOCK) this.#blocks(false);
  }
  /** Writes what is left, and closes. @returns a digest that no other file of records has */
  finish(): { readonly digest: string } {
    if (!this.#dictionary) this.#begin();
    this.#blocks(true);
    const { end, digest } = endOf(this.#dictionary as Buffer, this.#sizes, [], this.#count);
    this.#put(end);
    this.#flush();
    closeSync(this.#fd);
    return { digest };
  }
  #begin(): void {
    const dictionary = drawn(this.#waiting, this.#waitingBytes);
    this.#dictionary = dictionary;
    const head = Buffer.alloc(HEAD);
    head.write(MAGIC, 0, 'latin1');
    head.writeUInt32LE(VERSION, 8);
    head.writeUInt32LE(dictionary.length, 12);
    this.#put(head);
    this.#put(dictionary);
  }
  #blocks(all: boolean): void {
    const dictionary = this.#dictionary as Buffer;
    const waiting = this.#waiting;
    let at = 0;
    for (; waiting.length - at >= (all ? 1 : IN_BLOCK); at += IN_BLOCK) {
      const block = packed(waiting.slice(at, at + IN_BLOCK), dictionary);
      this.#sizes.push(block.length);
      this.#put(block);
    }
    this.#waiting = waiting.slice(at);
  }
  /** Copied, since what zlib gives is a small piece of the memory that it was put in. */
  #put(bytes: Buffer): void {
    if (this.#outBytes + bytes.length > WRITTEN_AT_ONCE) this.#flush();
    if (bytes.length > WRITTEN_AT_ONCE) this.#write(bytes);
    else this.#outBytes += bytes.copy(this.#out, this.#outBytes);
  }
  #flush(): void {
    this.#write(this.#out.subarray(0, this.#outBytes));
    this.#outBytes = 0;
  }
  #write(bytes: Buffer): void {
    for (let at = 0; at < bytes.length; ) at += writeSync(this.#fd, bytes, at);
  }
}
/** Whole records from all over the first ones, as much of them as a dictionary holds. */
function drawn(records: readonly Buffer[], bytes: number): Buffer {
  const step = Math.max(1, Math.floor(bytes / DICTIONARY));
  const chosen = records.filter((_, i) => i % step === 0);
  return Buffer.concat(chosen).subarray(0, DICTIONARY);
}
const packed = (texts: readonly Buffer[], dictionary: Buffer): Buffer =>
  deflateRawSync(Buffer.concat(texts), { level: LEVEL, ...(dictionary.length ? { dictionary } : {}) });
/** @param marks the sizes of the blocks, and the places where nothing stands */
const digestOf = (dictionary: Buffer, marks: Buffer): string =>
  createHash('sha1').update(dictionary).update(marks).digest('hex');
const numbers = (values: ArrayLike<number>): Buffer => {
  const bytes = Buffer.alloc(4 * values.length);
  for (let i = 0; i < values.length; i++) bytes.writeUInt32LE(values[i] as number, 4 * i);
  return bytes;
};
/** What stands behind the blocks. */
function endOf(dictionary: Buffer, sizes: ArrayLike<number>, empty: ArrayLike<number>, count: number) {
  const marks = Buffer.concat([numbers(sizes), numbers(empty)]);
  const foot = Buffer.concat([numbers([empty.length, count, sizes.length]), Buffer.from(MAGIC, 'latin1')]);
  return { end: Buffer.concat([marks, foot]), digest: digestOf(dictionary, marks) };
}

/**
 * A file of records with more behind them: what stands in it stays where it is, packed as it was.
 * @param texts JSON of each that comes, on a line that is ended
 * @param gone places at which nothing stands any more
 * @returns the place of the first that came; the others follow
 */
export function appendRecords(
  from: string,
  to: string,
  texts: readonly Buffer[],
  gone: Iterable<number>,
): { readonly first: number; readonly digest: string } {
  const { dictionary, sizes, empty, inBlock, end, size } = withRecords(from, (file) => file.layout);
  if (inBlock !== IN_BLOCK) throw new RangeError(`records in blocks of ${inBlock}`);
  copyFileSync(from, to, constants.COPYFILE_FICLONE);
  const fd = openSync(to, 'r+');
  try {
    ftruncateSync(fd, end);
    let at = end;
    const write = (bytes: Buffer): void => {
      for (let done = 0; done < bytes.length; ) {
        const n = writeSync(fd, bytes, done, bytes.length - done, at);
        done += n;
        at += n;
      }
    };
    const head = Buffer.alloc(4);
    head.writeUInt32LE(VERSION, 0);
    writeSync(fd, head, 0, 4, MAGIC.length);
    const now = [...sizes];
    // What comes begins in a block of its own: the places left in the last one stay empty.
    const first = sizes.length * IN_BLOCK;
    for (let k = 0; k < texts.length; k += IN_BLOCK) {
      const block = packed(texts.slice(k, k + IN_BLOCK), dictionary);
      now.push(block.length);
      write(block);
    }
    const nothing = new Set([...empty, ...gone]);
    if (texts.length) for (let k = size; k < first; k++) nothing.add(k);
    const count = texts.length ? first + texts.length : size;
    const last = endOf(dictionary, now, Uint32Array.from(nothing).sort(), count);
    write(last.end);
    return { first, digest: last.digest };
  } finally {
    closeSync(fd);
  }
}
function withRecords<T>(path: string, work: (file: RecordFile) => T): T {
  const file = new RecordFile(path);
  try {
    return work(file);
  } finally {
    file.close();
  }
}

/** A file of records, open for reading: in memory where it is held there, else from the disk. */
export class RecordFile {
  readonly #fd: number | null;
  readonly #held: Buffer | null;
  readonly #dictionary: Buffer;
  readonly #inBlock: number;
  /** Where each block begins, and one place more. */
  readonly #starts: Float64Array;
  /** Places at which nothing stands, ascending. */
  readonly empty: Uint32Array;
  /** Number of places. */
  readonly size: number;
  readonly digest: string;
  #block = -1;
  #lines: Buffer[] = [];

  /**
   * @param held the whole file
   * @throws Error in words where it is no such file, or cut
   */
  constructor(path: string, held: SharedArrayBuffer | null = null) {
    this.#held = held && Buffer.from(held);
    this.#fd = held ? null : openSync(path, 'r');
    try {
      const length = held ? held.byteLength : fstatSync(this.#fd as number).size;
      const odd = (): Error =>
        new Error(say('indexfile.notRecords', { file: path, again: msg('indexfile.again') }));
      if (length < HEAD + FOOT) throw odd();
      const head = this.#read(0, HEAD);
      const foot = this.#read(length - FOOT, FOOT);
      const [version, dictionary, blocks] = [
        head.readUInt32LE(8),
        head.readUInt32LE(12),
        foot.readUInt32LE(4),
      ];
      this.#inBlock = IN_BLOCK_OF[version] ?? 0;
      const told = version >= WITH_EMPTY ? 4 : 0;
      const empty = told ? this.#read(length - FOOT - told, told).readUInt32LE(0) : 0;
      const from = length - FOOT - told - 4 * (blocks + empty);
      if (
        head.toString('latin1', 0, 8) !== MAGIC ||
        foot.toString('latin1', 8) !== MAGIC ||
        !this.#inBlock ||
        from < HEAD + dictionary
      )
        throw odd();
      this.#dictionary = Buffer.from(this.#read(HEAD, dictionary));
      const marks = Buffer.from(this.#read(from, 4 * (blocks + empty)));
      this.#starts = new Float64Array(blocks + 1);
      this.#starts[0] = HEAD + dictionary;
      for (let i = 0; i < blocks; i++)
        this.#starts[i + 1] = (this.#starts[i] as number) + marks.readUInt32LE(4 * i);
      if (this.#starts[blocks] !== from) throw odd();
      this.size = foot.readUInt32LE(0);
      this.empty = Uint32Array.from({ length: empty }, (_, i) => marks.readUInt32LE(4 * (blocks + i)));
      this.digest = digestOf(this.#dictionary, marks);
    } catch (error) {
      this.close();
      throw error;
    }
  }
  #read(from: number, size: number): Buffer {
    if (this.#held) return this.#held.subarray(from, from + size);
    const bytes = Buffer.allocUnsafe(size);
    for (let at = 0; at < size; ) {
      const got = readSync(this.#fd as number, bytes, at, size - at, from + at);
      if (got === 0) break;
      at += got;
    }
    return bytes;
  }
  /** The JSON of the k-th record, with the end of its line. Its block's others are at hand next. */
  at(k: number): Buffer {
    const block = Math.floor(k / this.#inBlock);
    if (block !== this.#block) {
      const [from, to] = [this.#starts[block] as number, this.#starts[block + 1] as number];
      const dictionary = this.#dictionary;
      this.#lines = linesOf(inflate(this.#read(from, to - from), dictionary));
      this.#block = block;
    }
    return this.#lines[k % this.#inBlock] as Buffer;
  }
  /** All records, in the order of their places. */
  *all(): Generator<Buffer> {
    let next = 0;
    for (let k = 0; k < this.size; k++)
      if (this.empty[next] === k) next++;
      else yield this.at(k);
  }
  /** All but the blocks, which end at `end`. */
  get layout() {
    const sizes = Array.from(
      { length: this.#starts.length - 1 },
      (_, i) => (this.#starts[i + 1] as number) - (this.#starts[i] as number),
    );
    return {
      dictionary: this.#dictionary,
      ...{ sizes, empty: this.empty, inBlock: this.#inBlock, size: this.size },
      end: this.#starts.at(-1) as number,
    };
  }
  close(): void {
    if (this.#fd !== null) closeSync(this.#fd);
  }
}
type Inflate = (block: Buffer, dictionary: Buffer) => Buffer;
export const inflateNative: Inflate = (block, dictionary) =>
  inflateRawSync(block, dictionary.length ? { dictionary } : {});
/** What nearly every block fits into when it is taken apart. */
const scratch = new Uint8Array(256 << 10);
/** In JavaScript alone: twice as long. */
export const inflateScripted: Inflate = (block, dictionary) => {
  const options = dictionary.length ? { dictionary } : {};
  try {
    const bytes = inflateSync(block, { ...options, out: scratch });
    // What fills it was cut without a word.
    if (bytes.length < scratch.length) return Buffer.from(bytes);
  } catch {
    // Larger than that, or damaged: that is said now.
  }
  return Buffer.from(inflateSync(block, options));
};
/**
 * A worker thread that is ended (decision 16) just after Node has made a stream of zlib's and before it is readied
 * takes the whole process with it: "close before init", Node 20. Seen on a machine that was busy.
 */
const inflate = isMainThread ? inflateNative : inflateScripted;
const NEW_LINE = 10;
function linesOf(bytes: Buffer): Buffer[] {
  const lines: Buffer[] = [];
  for (let from = 0; from < bytes.length; ) {
    const end = bytes.indexOf(NEW_LINE, from) + 1 || bytes.length;
    lines.push(bytes.subarray(from, end));
    from = end;
  }
  return lines;
}
