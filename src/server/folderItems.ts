/**
 * The files of records of a library's folder, each read by itself: what stands in it, described by the library's
 * mapping. What was read of a file is kept beside the index, and taken from there as long as neither the file nor
 * anything that it is read by has changed.
 */
import { createHash } from 'node:crypto';
import {
  closeSync,
  existsSync,
  fstatSync,
  mkdirSync,
  openSync,
  readdirSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { Gunzip } from 'fflate';
import { readCslRecord } from '../core/formats/cslJson';
import { isDeleted } from '../core/formats/marc';
import { formatOf, type Origins } from '../core/formats/read';
import { StreamReader } from '../core/formats/stream';
import { cleanItem } from '../core/libraryData/clean';
import { readCustom } from '../core/libraryData/custom';
import { copiesOfMarc } from '../core/libraryData/marcCopies';
import { detailsOf, hostsOf, ledTo, withDetails } from '../core/libraryData/marcDetails';
import { type Message, msg } from '../core/model/message';
import type { CslItem, DiscoveryRecord } from '../core/model/record';
import { isOfState, type ReadFile } from './folderState';
import type { FolderProblem, LibraryFolder } from './libraryFolder';
import { programDigest } from './program';

const PIECE = 1 << 20;

/** What was read at one place of a file: a record, that one is gone, or only what was wrong. */
export interface ReadItem {
  /** Number of the item in its file, from 1. */
  readonly n: number;
  readonly record?: DiscoveryRecord;
  /** The id of a record that is deleted (MARC: record status d). */
  readonly gone?: string;
  readonly problems: readonly Omit<FolderProblem, 'file'>[];
}

/** A file's bytes, piece by piece; each is good until the next. */
function* bytesOf(path: string): Generator<Uint8Array> {
  const fd = openSync(path, 'r');
  try {
    const buffer = Buffer.allocUnsafe(PIECE);
    for (let n = readSync(fd, buffer); n > 0; n = readSync(fd, buffer)) yield buffer.subarray(0, n);
  } finally {
    closeSync(fd);
  }
}
/** The same, unpacked where it is packed, to keep. */
function* piecesOf(path: string): Generator<Uint8Array> {
  let out: Uint8Array[] = [];
  const unpack = path.endsWith('.gz') ? new Gunzip((piece) => out.push(piece)) : null;
  for (const bytes of bytesOf(path)) {
    const piece = Uint8Array.from(bytes);
    if (!unpack) yield piece;
    else {
      unpack.push(piece);
      yield* out;
      out = [];
    }
  }
  if (unpack) {
    unpack.push(new Uint8Array(0), true);
    yield* out;
  }
}
/** Size, times and place of a file on the disk. */
export const statOf = (path: string): string => {
  const { size, mtimeMs, ctimeMs, ino } = statSync(path);
  return [size, mtimeMs, ctimeMs, ino].join(' ');
};
type Told = (problem: Omit<FolderProblem, 'file'>) => void;
function* itemsIn(path: string, before: number, origins: Origins, told: Told): Generator<CslItem> {
  let reader: StreamReader | null = null;
  const taken = function* ({ items, problems }: ReturnType<StreamReader['end']>): Generator<CslItem> {
    for (const problem of problems) told(problem);
    yield* items;
  };
  try {
    for (const piece of piecesOf(path)) {
      if (!reader) {
        const format = formatOf(path.replace(/\.gz$/, ''), piece);
        if (!format) {
          told({ line: 0, text: msg('libraryfolder.notKnownFile') });
          return;
        }
        reader = new StreamReader(format, undefined, before, origins);
      }
      yield* taken(reader.push(piece));
    }
  } catch (error) {
    // A packed file that was cut off: what came before the cut is there.
    const said = error instanceof Error ? error.message : String(error);
    told({ line: 0, text: msg('libraryfolder.cutOff', { said }) });
  }
  if (reader) yield* taken(reader.end());
  else told({ line: 0, text: msg('libraryfolder.emptyFile') });
}

/** Ids that stand a line each, of records that are gone. */
function* idsIn(path: string): Generator<ReadItem> {
  const text = Buffer.concat([...piecesOf(path)]).toString('utf8');
  let n = 0;
  for (const line of text.split(/\r?\n/)) {
    const gone = line.trim();
    if (gone && !gone.startsWith('#')) yield { n: ++n, gone, problems: [] };
  }
}

/** @param before how many items the files before it have: those without an id of their own are numbered on */
function* readFile(path: string, file: string, before: number, folder: LibraryFolder): Generator<ReadItem> {
  const { mapping, library } = folder;
  const campuses = new Set<string>(library.campuses.map((c) => c.id));
  const lenders = new Map(library.lenders.map((l, n) => [l.id, n]));
  const hosts = hostsOf(mapping, library.providers);
  const origins: Origins = new WeakMap();
  let n = 0;
  let problems: Omit<FolderProblem, 'file'>[] = [];
  const taken = (): typeof problems => {
    const all = problems;
    problems = [];
    return all;
  };
  for (const item of itemsIn(path, before, origins, (problem) => problems.push(problem))) {
    n++;
    const wrong = (text: Message): number => problems.push({ line: n, text });
    const origin = origins.get(item);
    if (origin && 'marc' in origin && isDeleted(origin.marc)) {
      yield { n, gone: item.id, problems: taken() };
      continue;
    }
    const raw = origin && 'csl' in origin ? (origin.csl as CslItem & { custom?: unknown }) : null;
    // As it came where it came as CSL: names have parts there that other formats don't.
    const asCame = raw ? readCslRecord(raw, file) : null;
    const clean = cleanItem(asCame && 'record' in asCame ? asCame.record.csl : item);
    const read = readCslRecord(
      asCame && 'record' in asCame && raw ? { keyword: raw.keyword, ...clean } : clean,
      file,
    );
    if ('problem' in read) {
      wrong(read.problem);
      yield { n, problems: taken() };
      continue;
    }
    let { record } = read;
    // What says nothing of its language is taken to be in the library's: its words are told apart by it.
    if (!record.csl.language) record = { ...record, languages: [library.language ?? 'en'] };
    if (origin && 'marc' in origin) {
      record = withDetails(record, detailsOf(origin.marc, record.csl, mapping, hosts));
      const own = copiesOfMarc(origin.marc, mapping, campuses);
      if (own.copies.length) record = { ...record, copies: [...(record.copies ?? []), ...own.copies] };
      for (const text of own.problems) wrong(text);
    } else {
      const renamed = record.subjects.flatMap((s) => mapping.subject(s) ?? []);
      const { own, problem } = readCustom(raw?.custom, lenders);
      if (problem) wrong(problem);
      const { URL } = record.csl;
      const led = URL ? ledTo([URL], record.csl.title, hosts) : {};
      record = {
        ...record,
        subjects: renamed,
        ...(Object.keys(led).length ? { ...led, carrier: 'online' as const } : {}),
        ...own,
      };
    }
    yield { n, record, problems: taken() };
  }
  if (problems.length) yield { n, problems: taken() };
}

/** A file of what was read has its key, then a line for each item, then their number. */
function* linesOf(path: string): Generator<string> {
  let rest = '';
  const decoder = new TextDecoder();
  for (const bytes of bytesOf(path)) {
    const lines = (rest + decoder.decode(bytes, { stream: true })).split('\n');
    rest = lines.pop() ?? '';
    yield* lines;
  }
}
const TAIL = 64;
/** A file that was written to its end says there how many items it has. */
function isWhole(path: string): boolean {
  const fd = openSync(path, 'r');
  try {
    const tail = Buffer.alloc(TAIL);
    const got = readSync(fd, tail, 0, TAIL, Math.max(0, fstatSync(fd).size - TAIL));
    return /\n\{"items":\d+\}\n$/.test(tail.toString('utf8', 0, got));
  } finally {
    closeSync(fd);
  }
}

export class FolderItems {
  readonly #dir: string;
  readonly #folder: LibraryFolder;
  /** Where what was read is kept; null: nowhere. */
  readonly #kept: string | null;
  readonly #used = new Set<string>();
  readonly #marks = new Map<string, ReadFile>();
  /** Files that had not changed. */
  unchanged = 0;

  constructor(dir: string, folder: LibraryFolder, kept: string | null = null) {
    this.#dir = dir;
    this.#folder = folder;
    this.#kept = kept;
    if (kept) mkdirSync(kept, { recursive: true });
  }

  /** By what a file is known to be the same, as it is when it is first asked for: before it is read. */
  markOf(file: string, before: number): ReadFile {
    const known = this.#marks.get(file);
    if (known?.before === before) return known;
    const stat = statOf(join(this.#dir, file));
    const own = createHash('sha1').update(
      JSON.stringify([programDigest(), this.#folder.readBy, file, before]),
    );
    for (const bytes of bytesOf(join(this.#dir, file))) own.update(bytes);
    const mark = { file, before, stat, key: own.digest('hex') };
    this.#marks.set(file, mark);
    return mark;
  }
  /** What stands in a file of the folder. @param before items of the files before it */
  *in(file: string, before: number): Generator<ReadItem> {
    const path = join(this.#dir, file);
    const ids = file.startsWith('changes/') && file.endsWith('.txt');
    const read = (): Generator<ReadItem> => (ids ? idsIn(path) : readFile(path, file, before, this.#folder));
    if (!this.#kept) {
      yield* read();
      return;
    }
    const name = `${file.replace(/[^\w.-]+/g, '_')}-${createHash('sha1').update(file).digest('hex').slice(0, 8)}.jsonl`;
    this.#used.add(name);
    const key = JSON.stringify({ key: this.markOf(file, before).key });
    const place = join(this.#kept, name);
    if (existsSync(place) && isWhole(place)) {
      const lines = linesOf(place);
      if (lines.next().value === key) {
        this.unchanged++;
        for (const line of lines) if (!line.startsWith('{"items"')) yield JSON.parse(line) as ReadItem;
        return;
      }
      lines.return(undefined);
    }
    yield* this.#keeping(read(), key, place);
  }
  *#keeping(items: Generator<ReadItem>, key: string, place: string): Generator<ReadItem> {
    const making = `${place}.making`;
    const fd = openSync(making, 'w');
    let [text, count] = [`${key}\n`, 0];
    try {
      for (const item of items) {
        count++;
        text += `${JSON.stringify(item)}\n`;
        if (text.length > PIECE) {
          writeSync(fd, text);
          text = '';
        }
        yield item;
      }
      writeSync(fd, `${text}${JSON.stringify({ items: count })}\n`);
      renameSync(making, place);
    } finally {
      closeSync(fd);
      rmSync(making, { force: true });
    }
  }
  /** What was kept of files that are no longer there goes. */
  tidy(): void {
    if (!this.#kept) return;
    for (const name of readdirSync(this.#kept))
      if (!this.#used.has(name) && !isOfState(name)) rmSync(join(this.#kept, name), { force: true });
  }
}
