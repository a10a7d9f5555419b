/**
 * What is known of a library's folder once its index is built: every description that went into it, as JSON one behind
 * the other in a file, and by what each can be found again. With it a day's changes are worked out without reading
 * what has not changed (docs/decisions/0054).
 *
 * Descriptions are numbered in the order in which they came; one that is no more keeps its number.
 */
import { randomBytes } from 'node:crypto';
import {
  closeSync,
  existsSync,
  openSync,
  readdirSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { growF64, growU8, growU32 } from '../core/engine/build/growable';
import { decodeIndex, layoutIndex, type Section } from '../core/engine/format/format';
import { digest } from '../core/libraryData/same';
import type { DiscoveryRecord } from '../core/model/record';
import type { Met } from './libraryFolder';

const STATE = 'known.lgd';
const DESCRIPTIONS = 'descriptions-';
const PIECE = 1 << 20;

/** A file that was read, how many items came before it, and by what it is known to be the same. */
export interface ReadFile {
  readonly file: string;
  readonly before: number;
  /** Size, times and place on the disk: where they are the same nobody has written to it. */
  readonly stat: string;
  /** Digest of what it says and of all that it is read by. */
  readonly key: string;
}
export interface StateMeta {
  /** Digest of all of the folder but its files of records; and of what these are read by. */
  readonly context: string;
  readonly readBy: string;
  readonly program: string;
  readonly records: readonly ReadFile[];
  readonly changes: readonly ReadFile[];
  /** Items of all files of changes. */
  readonly changeItems: number;
  /** Descriptions of the files of records come first, so many. */
  readonly base: number;
  /** Digest of the records of the index that belongs to it. */
  readonly texts: string;
  /** The latest day on which a record came in, where records say one. */
  readonly latest: string;
  /** When all of it was last read. */
  readonly whole: string;
  readonly joins: boolean;
  /** Ids of records that changes have taken away before all was read. */
  readonly taken: readonly string[];
  readonly counts: Readonly<Record<string, unknown>>;
  readonly problems: readonly Met[];
  /** The file of descriptions, and where it ends. */
  readonly descriptions: string;
  readonly end: number;
}

/** Digests of each description, and the other way round. */
export class Digests {
  readonly #start: Uint32Array;
  readonly #all: Float64Array;
  /** Upper bits of a digest and the description that has it, in one number each, ascending. */
  readonly #pairs: Float64Array;
  constructor(start: Uint32Array, all: Float64Array, pairs = pairsOf(start, all)) {
    [this.#start, this.#all, this.#pairs] = [start, all, pairs];
  }
  of(n: number): Float64Array {
    return this.#all.subarray(this.#start[n], this.#start[n + 1]);
  }
  /** Which descriptions have a digest. */
  with(wanted: number): number[] {
    const pairs = this.#pairs;
    const from = upper(wanted) * NUMBERS;
    let [lo, hi] = [0, pairs.length];
    while (lo < hi) {
      const mid = (lo + hi) >>> 1;
      if ((pairs[mid] as number) < from) lo = mid + 1;
      else hi = mid;
    }
    const found: number[] = [];
    for (; lo < pairs.length && (pairs[lo] as number) < from + NUMBERS; lo++) {
      const n = (pairs[lo] as number) - from;
      if (this.of(n).includes(wanted)) found.push(n);
    }
    return found;
  }
  sections(name: string): Record<string, Section> {
    return { [`${name}Start`]: this.#start, [name]: this.#all, [`${name}Pairs`]: this.#pairs };
  }
}
/** A digest has 53 bits; of them so many say where to look, beside a description's number. */
const [NUMBERS, UPPER] = [2 ** 24, 2 ** 24];
/** So many descriptions can be told apart by it; of more nothing is kept, and all is read each time. */
export const MOST_KNOWN = NUMBERS;
const upper = (d: number): number => Math.floor(d / UPPER);
function pairsOf(start: Uint32Array, all: Float64Array): Float64Array {
  const pairs = new Float64Array(all.length);
  for (let n = 0; n + 1 < start.length; n++)
    for (let k = start[n] as number; k < (start[n + 1] as number); k++)
      pairs[k] = upper(all[k] as number) * NUMBERS + n;
  return pairs.sort();
}
class GrowingDigests {
  readonly #start = growU32();
  readonly #all = growF64();
  constructor() {
    this.#start.push(0);
  }
  push(digests: ArrayLike<number>): void {
    for (let k = 0; k < digests.length; k++) this.#all.push(digests[k] as number);
    this.#start.push(this.#all.length);
  }
  finish(): Digests {
    return new Digests(this.#start.view().slice(), this.#all.view().slice());
  }
}
export const idDigest = (id: string): number => digest(`id ${id}`);
export const partDigest = (host: string): number => digest(`part of ${host}`);
export const namingDigest = (id: string): number => digest(`names ${id}`);
/** By what a description is found: its id, what it stands in, what it names. */
export function namesOf({ id, host, references, citedBy, retracts, retraction }: DiscoveryRecord): number[] {
  const named = [host, ...(references ?? []), ...(citedBy ?? []), retracts, retraction?.notice];
  return [
    idDigest(id),
    ...(host ? [partDigest(host)] : []),
    ...new Set(named.flatMap((n) => (n ? namingDigest(n) : []))),
  ];
}

/** What a description had of its own, where other files have said more of it. */
export interface Own {
  /** The first so many of its copies, and of its lines in title lists; all, where it is not said; null: it had none. */
  readonly copies?: number | null;
  readonly ebook?: number | null;
  /** Its journal as it was named; null: none was. */
  readonly journal?: string | null;
  /** Its owners were said with it. */
  readonly owners?: true;
}
/** By the digest of an id or a number that of what the folder's files say of it. */
export type Tables = ReadonlyMap<number, number>;
/** Where a description stands in the file, and how long it is and what stands behind it of its own. */
export interface Place {
  readonly at: number;
  readonly length: number;
  readonly own: number;
}
/**
 * Descriptions one behind the other in a file, each to be had again by its place; behind one at which other files of
 * the folder have laid something stands what it had of its own.
 */
export class DescriptionFile {
  readonly path: string;
  readonly #fd: number;
  #buffer: Buffer[] = [];
  #held = 0;
  /** Where the next one goes. */
  end: number;
  /** @param end of what is written in it already; none: a new file */
  constructor(path: string, end?: number) {
    this.path = path;
    this.end = end ?? 0;
    this.#fd = openSync(path, end === undefined ? 'w+' : 'r+');
  }
  push(record: DiscoveryRecord, own: Own | null): Place {
    const bytes = Buffer.from(JSON.stringify(record));
    const more = own && Buffer.from(JSON.stringify(own));
    const place = { at: this.end, length: bytes.length, own: more?.length ?? 0 };
    for (const piece of more ? [bytes, more] : [bytes]) {
      this.#buffer.push(piece);
      this.#held += piece.length;
      this.end += piece.length;
    }
    if (this.#held > PIECE) this.flush();
    return place;
  }
  flush(): void {
    const bytes = Buffer.concat(this.#buffer);
    const from = this.end - bytes.length;
    for (let at = 0; at < bytes.length; ) at += writeSync(this.#fd, bytes, at, bytes.length - at, from + at);
    this.#buffer = [];
    this.#held = 0;
  }
  bytes(from: number, length: number): Buffer {
    if (this.#held) this.flush();
    const bytes = Buffer.allocUnsafe(length);
    for (let at = 0; at < length; ) {
      const n = readSync(this.#fd, bytes, at, length - at, from + at);
      if (n === 0) throw new Error(`${this.path}: ends too soon`);
      at += n;
    }
    return bytes;
  }
  at(from: number, length: number): DiscoveryRecord {
    return JSON.parse(this.bytes(from, length).toString('utf8')) as DiscoveryRecord;
  }
  ownAt({ at, length, own }: Place): Own | null {
    return own ? (JSON.parse(this.bytes(at + length, own).toString('utf8')) as Own) : null;
  }
  close(): void {
    closeSync(this.#fd);
  }
  remove(): void {
    this.close();
    rmSync(this.path, { force: true });
  }
}

/** All descriptions, by their numbers. */
export interface Known {
  readonly at: Float64Array;
  readonly length: Uint32Array;
  /** Length of what stands behind it of its own. */
  readonly own: Uint32Array;
  /** 1: it is there, 0: it is no more. */
  readonly live: Uint8Array;
  /** The description into whose record each went; itself, mostly. */
  readonly head: Uint32Array;
  /** What they are held against each other by. */
  readonly shared: Digests;
  readonly named: Digests;
}
/** Collects what is known, as descriptions come. */
export class KnownWriter {
  readonly #at = growF64();
  readonly #length = growU32();
  readonly #own = growU32();
  readonly #live = growU8();
  readonly #shared = new GrowingDigests();
  readonly #named = new GrowingDigests();
  add(place: Place, shared: ArrayLike<number>, named: ArrayLike<number>, live = 1): void {
    this.#at.push(place.at);
    this.#length.push(place.length);
    this.#own.push(place.own);
    this.#live.push(live);
    this.#shared.push(shared);
    this.#named.push(named);
  }
  get count(): number {
    return this.#at.length;
  }
  /** @param head of those that went into another's record */
  finish(head: (n: number) => number): Known {
    return {
      at: this.#at.view().slice(),
      length: this.#length.view().slice(),
      own: this.#own.view().slice(),
      live: this.#live.view().slice(),
      head: Uint32Array.from({ length: this.count }, (_, n) => head(n)),
      shared: this.#shared.finish(),
      named: this.#named.finish(),
    };
  }
}

/** A new file of descriptions in a directory. */
export const newDescriptions = (dir: string): string =>
  join(dir, `${DESCRIPTIONS}${randomBytes(4).toString('hex')}.jsonl`);
/** Files of this module, which nobody else clears away. */
export const isOfState = (name: string): boolean => name.startsWith(STATE) || name.startsWith(DESCRIPTIONS);

/** Writes it whole, or not at all; what belonged to the one before goes. */
export function writeState(dir: string, meta: StateMeta, known: Known, tables: Tables): void {
  const { at, length, own, live, head, shared, named } = known;
  const sections = {
    ...{ at, length, own, live, head, ...shared.sections('shared'), ...named.sections('named') },
    ...{ tableKeys: Float64Array.from(tables.keys()), tableValues: Float64Array.from(tables.values()) },
  };
  const { prefix, placeOf, size } = layoutIndex({ ...meta }, sections);
  const making = join(dir, `${STATE}.making`);
  const fd = openSync(making, 'w');
  try {
    const write = (bytes: Uint8Array, place: number): void => {
      for (let done = 0; done < bytes.length; )
        done += writeSync(fd, bytes, done, bytes.length - done, place + done);
    };
    write(prefix, 0);
    for (const [name, s] of Object.entries(sections))
      write(new Uint8Array(s.buffer, s.byteOffset, s.byteLength), placeOf(name));
    // What is cut short says so by its size.
    write(new Uint8Array(1), size);
  } finally {
    closeSync(fd);
  }
  renameSync(making, join(dir, STATE));
  for (const name of readdirSync(dir))
    if (name.startsWith(DESCRIPTIONS) && name !== meta.descriptions) rmSync(join(dir, name), { force: true });
}
export interface State {
  readonly meta: StateMeta;
  readonly known: Known;
  /** What the folder's other files said of descriptions. */
  readonly tables: Tables;
}
/** Null where there is none, or none that can be read. */
export function readState(dir: string): State | null {
  const path = join(dir, STATE);
  if (!existsSync(path)) return null;
  try {
    const bytes = readFileSync(path);
    const decoded = decodeIndex(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
    if ('problem' in decoded) return null;
    const s = decoded.sections as Record<string, never>;
    const numbers = (name: string): Float64Array => s[name] as unknown as Float64Array;
    const digests = (name: string): Digests =>
      new Digests(s[`${name}Start`] as never, s[name] as never, s[`${name}Pairs`] as never);
    const meta = decoded.header.meta as unknown as StateMeta;
    if (!existsSync(join(dir, meta.descriptions))) return null;
    return {
      meta,
      known: {
        ...{ at: s.at as never, length: s.length as never, own: s.own as never },
        ...{ live: s.live as never, head: s.head as never },
        ...{ shared: digests('shared'), named: digests('named') },
      },
      tables: new Map(
        Array.from(numbers('tableKeys'), (key, i) => [key, numbers('tableValues')[i] as number]),
      ),
    };
  } catch {
    // What can't be read is not gone on from.
    return null;
  }
}
