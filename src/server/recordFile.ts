/**
 * The file of an index directory's records: their JSON in the order in which they came, in blocks that are
 * compressed each by itself (raw DEFLATE, RFC 1951) with one dictionary drawn from the first of them, so that
 * a few records in a row are as small as many. Behind the blocks stand their sizes.
 *
 * Layout, little-endian: magic (8 bytes), version, length of the dictionary (4 each), dictionary, blocks, the
 * size of each block (4 each), number of records, number of blocks (4 each), magic.
 */
import { createHash } from 'node:crypto';
import { closeSync, fstatSync, openSync, readSync, writeSync } from 'node:fs';
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
const IN_BLOCK_OF = [0, 8, IN_BLOCK] as const;
const VERSION = IN_BLOCK_OF.length - 1;
/** What DEFLATE looks back on. */
const DICTIONARY = 32 << 10;
/** The dictionary is drawn from the records up to here, in bytes. */
const DRAWN_FROM = 4 << 20;
const WRITTEN_AT_ONCE = 4 << 20;
const LEVEL = 6;

/** Writes the file, a record at a time. */
export class RecordWriter {
  readonly #fd: number;
  #dictionary: Buffer | null = null;
  /** Records that wait for the dictionary, or for their block to be full. */
  #waiting: Buffer[] = [];
  #waitingBytes = 0;
  #out: Buffer[] = [];
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
    const sizes = Buffer.alloc(4 * this.#sizes.length);
    this.#sizes.forEach((size, i) => {
      sizes.writeUInt32LE(size, 4 * i);
    });
    const foot = Buffer.alloc(FOOT);
    foot.writeUInt32LE(this.#count, 0);
    foot.writeUInt32LE(this.#sizes.length, 4);
    foot.write(MAGIC, 8, 'latin1');
    this.#put(sizes);
    this.#put(foot);
    this.#flush();
    closeSync(this.#fd);
    return { digest: digestOf(this.#dictionary as Buffer, sizes) };
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
      const block = deflateRawSync(Buffer.concat(waiting.slice(at, at + IN_BLOCK)), {
        level: LEVEL,
        ...(dictionary.length ? { dictionary } : {}),
      });
      this.#sizes.push(block.length);
      this.#put(block);
    }
    this.#waiting = waiting.slice(at);
  }
  #put(bytes: Buffer): void {
    this.#out.push(bytes);
    this.#outBytes += bytes.length;
    if (this.#outBytes > WRITTEN_AT_ONCE) this.#flush();
  }
  #flush(): void {
    const bytes = Buffer.concat(this.#out);
    for (let at = 0; at < bytes.length; ) at += writeSync(this.#fd, bytes, at);
    this.#out = [];
    this.#outBytes = 0;
  }
}
/** Whole records from all over the first ones, as much of them as a dictionary holds. */
function drawn(records: readonly Buffer[], bytes: number): Buffer {
  const step = Math.max(1, Math.floor(bytes / DICTIONARY));
  const chosen = records.filter((_, i) => i % step === 0);
  return Buffer.concat(chosen).subarray(0, DICTIONARY);
}
const digestOf = (dictionary: Buffer, sizes: Buffer): string =>
  createHash('sha1').update(dictionary).update(sizes).digest('hex');

/** A file of records, open for reading: in memory where it is held there, else from the disk. */
export class RecordFile {
  readonly #fd: number | null;
  readonly #held: Buffer | null;
  readonly #dictionary: Buffer;
  readonly #inBlock: number;
  /** Where each block begins, and one place more. */
  readonly #starts: Float64Array;
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
      const [dictionary, blocks] = [head.readUInt32LE(12), foot.readUInt32LE(4)];
      this.#inBlock = IN_BLOCK_OF[head.readUInt32LE(8)] ?? 0;
      const from = length - FOOT - 4 * blocks;
      if (
        head.toString('latin1', 0, 8) !== MAGIC ||
        foot.toString('latin1', 8) !== MAGIC ||
        !this.#inBlock ||
        from < HEAD + dictionary
      )
        throw odd();
      this.#dictionary = Buffer.from(this.#read(HEAD, dictionary));
      const sizes = this.#read(from, 4 * blocks);
      this.#starts = new Float64Array(blocks + 1);
      this.#starts[0] = HEAD + dictionary;
      for (let i = 0; i < blocks; i++)
        this.#starts[i + 1] = (this.#starts[i] as number) + sizes.readUInt32LE(4 * i);
      if (this.#starts[blocks] !== from) throw odd();
      this.size = foot.readUInt32LE(0);
      this.digest = digestOf(this.#dictionary, sizes);
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
  /** All records, as they came. */
  *all(): Generator<Buffer> {
    for (let k = 0; k < this.size; k++) yield this.at(k);
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
