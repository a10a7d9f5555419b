/**
 * A library as a folder: `library.yaml`, `policy.yaml`, `lenders.csv`, `holdings.csv`, `courses.csv`, title lists in
 * `kbart/`, records in `records/` (docs/library-data.md). What of it can't be used is named by file and line, and the
 * rest of it stands; without a library or rules there is nothing to build.
 */
import { closeSync, existsSync, openSync, readdirSync, readFileSync, readSync } from 'node:fs';
import { join } from 'node:path';
import { Gunzip } from 'fflate';
import { parseDocument } from 'yaml';
import type { Course } from '../core/courses/course';
import { readKbart } from '../core/coverage/kbart';
import { decodeText } from '../core/decode';
import { readCourseCsv } from '../core/formats/courseCsv';
import { readCslRecord } from '../core/formats/cslJson';
import type { Problem } from '../core/formats/item';
import { formatOf } from '../core/formats/read';
import { StreamReader } from '../core/formats/stream';
import { type Holdings, type PlacedCopy, readHoldings } from '../core/libraryData/holdings';
import { readLenders } from '../core/libraryData/lenders';
import { readLibraryFile } from '../core/libraryData/libraryFile';
import { type Titles, titlesOf } from '../core/libraryData/titles';
import { readIsbn, readIssn } from '../core/model/identifiers';
import type { Library } from '../core/model/library';
import { type Message, msg } from '../core/model/message';
import type { Policy } from '../core/model/policy';
import type { CslItem, DiscoveryRecord } from '../core/model/record';
import type { KbartLine } from '../core/model/titleList';
import { placesProblem, readPolicy } from '../core/policy/schema';

export interface FolderProblem {
  /** Within the folder. */
  readonly file: string;
  /** From 1; 0 for the whole file. For formats without lines the number of the record. */
  readonly line: number;
  readonly text: Message;
  /** With it nothing can be built. */
  readonly fatal?: true;
}
export type Told = (problem: FolderProblem) => void;
export interface LibraryFolder {
  readonly library: Library;
  readonly titles: Titles;
  readonly holdings: Holdings;
  readonly courses: readonly Course[];
  /** Files of records, in the order of their names. */
  readonly recordFiles: readonly string[];
}

const NO_HOLDINGS: Holdings = { byRecord: new Map(), byIsbn: new Map(), copies: 0, problems: [] };
/** A file's text; null where there is none. */
const textIn = (dir: string, file: string): string | null =>
  existsSync(join(dir, file)) ? decodeText(readFileSync(join(dir, file))) : null;
const listed = (dir: string, within: string): string[] =>
  existsSync(join(dir, within))
    ? readdirSync(join(dir, within), { withFileTypes: true })
        .filter((e) => e.isFile() && !e.name.startsWith('.'))
        .map((e) => `${within}/${e.name}`)
        .sort()
    : [];

/** What a YAML file says; undefined where it is not there or can't be read. */
function yamlIn(dir: string, file: string, told: Told): unknown {
  const text = textIn(dir, file);
  if (text === null) {
    told({ file, line: 0, text: msg('libraryfolder.missing', { file, dir }), fatal: true });
    return undefined;
  }
  const document = parseDocument(text, { prettyErrors: true, merge: false });
  const [error] = document.errors;
  if (error) {
    const said = error.message.split('\n')[0] ?? '';
    told({
      file,
      line: error.linePos?.[0].line ?? 0,
      text: msg('libraryfolder.notYaml', { said }),
      fatal: true,
    });
    return undefined;
  }
  try {
    // A few lines of aliases can stand for a billion: there are none in such a file.
    return document.toJS({ maxAliasCount: 0 });
  } catch (refused) {
    const said = refused instanceof Error ? refused.message : String(refused);
    told({ file, line: 0, text: msg('libraryfolder.notYaml', { said }), fatal: true });
    return undefined;
  }
}
function rulesIn(dir: string, told: Told): Policy | null {
  const value = yamlIn(dir, 'policy.yaml', told);
  if (value === undefined) return null;
  const read = readPolicy(value);
  if ('policy' in read) return read.policy;
  told({ file: 'policy.yaml', line: 0, text: read.problem, fatal: true });
  return null;
}
/** Title lists; the name of a file is the id of its provider, up to a first dot or underscore. */
function titlesIn(dir: string, library: Library, told: Told): Titles {
  const lines: KbartLine[] = [];
  for (const file of listed(dir, 'kbart')) {
    const id = /^kbart\/([a-z0-9-]+)/i.exec(file)?.[1]?.toLowerCase() ?? '';
    if (!library.providers.some((p) => p.id === id)) {
      told({ file, line: 0, text: msg('libraryfolder.noSuchProvider', { file, id }) });
      continue;
    }
    const read = readKbart(textIn(dir, file) ?? '', id);
    for (const problem of read.problems) told({ file, ...problem });
    lines.push(...read.lines);
  }
  return titlesOf(lines, library.language ?? 'en');
}

/** Reads all but the records. Null where there is no library or no rules to build with. */
export function openLibraryFolder(dir: string, told: Told): LibraryFolder | null {
  const all = (file: string, problems: readonly Problem[]): void => {
    for (const problem of problems) told({ file, ...problem });
  };
  const policy = rulesIn(dir, told);
  const value = yamlIn(dir, 'library.yaml', told);
  const lending = textIn(dir, 'lenders.csv');
  const lenders = lending === null ? { lenders: [], problems: [] } : readLenders(lending);
  all('lenders.csv', lenders.problems);
  if (!policy || value === undefined) return null;
  const { library, problems } = readLibraryFile(value, policy, lenders.lenders);
  for (const text of problems)
    told({ file: 'library.yaml', line: 0, text, ...(library ? {} : { fatal: true as const }) });
  if (!library) return null;
  const gaps = placesProblem(policy, library);
  if (gaps) {
    told({ file: 'policy.yaml', line: 0, text: gaps, fatal: true });
    return null;
  }
  const campuses = new Set<string>(library.campuses.map((c) => c.id));
  const copies = textIn(dir, 'holdings.csv');
  const holdings = copies === null ? NO_HOLDINGS : readHoldings(copies, campuses);
  all('holdings.csv', holdings.problems);
  const table = textIn(dir, 'courses.csv');
  const courses = table === null ? { courses: [], problems: [] } : readCourseCsv(table, campuses);
  all('courses.csv', courses.problems);
  return {
    library,
    titles: titlesIn(dir, library, told),
    holdings,
    courses: courses.courses,
    recordFiles: listed(dir, 'records'),
  };
}

const PIECE = 1 << 20;
/** A file's bytes, piece by piece, unpacked where it is packed. */
function* piecesOf(path: string): Generator<Uint8Array> {
  const fd = openSync(path, 'r');
  let out: Uint8Array[] = [];
  const unpack = path.endsWith('.gz') ? new Gunzip((piece) => out.push(piece)) : null;
  try {
    const buffer = Buffer.allocUnsafe(PIECE);
    for (let n = readSync(fd, buffer); n > 0; n = readSync(fd, buffer)) {
      const piece = Uint8Array.from(buffer.subarray(0, n));
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
  } finally {
    closeSync(fd);
  }
}
function* itemsIn(dir: string, file: string, before: number, told: Told): Generator<CslItem> {
  let reader: StreamReader | null = null;
  const taken = function* ({ items, problems }: ReturnType<StreamReader['end']>): Generator<CslItem> {
    for (const problem of problems) told({ file, ...problem });
    yield* items;
  };
  try {
    for (const piece of piecesOf(join(dir, file))) {
      if (!reader) {
        const format = formatOf(file.replace(/\.gz$/, ''), piece);
        if (!format) {
          told({ file, line: 0, text: msg('libraryfolder.notKnownFile') });
          return;
        }
        reader = new StreamReader(format, undefined, before);
      }
      yield* taken(reader.push(piece));
    }
  } catch (error) {
    // A packed file that was cut off: what came before the cut is there.
    const said = error instanceof Error ? error.message : String(error);
    told({ file, line: 0, text: msg('libraryfolder.cutOff', { said }) });
  }
  if (reader) yield* taken(reader.end());
}

/** The records of the folder, with the copies and lists that belong to them. */
export function* recordsOf(dir: string, folder: LibraryFolder, told: Told): Generator<DiscoveryRecord> {
  const { holdings, titles } = folder;
  const seen = new Set<string>();
  const used = new Set<readonly PlacedCopy[]>();
  let items = 0;
  for (const file of folder.recordFiles)
    for (const item of itemsIn(dir, file, items, told)) {
      items++;
      const read = readCslRecord(item, file);
      if ('problem' in read) {
        told({ file, line: items, text: read.problem });
        continue;
      }
      if (seen.has(read.record.id)) {
        told({ file, line: items, text: msg('libraryfolder.idBefore', { id: read.record.id }) });
        continue;
      }
      seen.add(read.record.id);
      const isbns = (read.record.csl.ISBN ?? '').split(/[;,\s]+/).flatMap((n) => readIsbn(n) ?? []);
      const placed = [
        holdings.byRecord.get(read.record.id),
        ...new Set(isbns.map((isbn) => holdings.byIsbn.get(isbn))),
      ].flatMap((list) => {
        if (list) used.add(list);
        return list ?? [];
      });
      const ebook = [...new Set(isbns.flatMap((isbn) => titles.ebooks.get(isbn) ?? []))];
      const issns = (read.record.csl.ISSN ?? '').split(/[;,\s]+/).flatMap((n) => readIssn(n) ?? []);
      const journal = issns.flatMap((issn) => titles.byIssn.get(issn) ?? [])[0] ?? read.record.journal;
      yield {
        ...read.record,
        ...(placed.length ? { copies: placed.map((p) => p.copy) } : {}),
        ...(ebook.length ? { ebook } : {}),
        ...(journal ? { journal } : {}),
      };
    }
  const left = (what: string, by: Holdings['byRecord']): void => {
    for (const [value, list] of by)
      if (!used.has(list))
        for (const { line } of list)
          told({ file: 'holdings.csv', line, text: msg('libraryfolder.fitsNothing', { what, value }) });
  };
  left('number', holdings.byRecord);
  left('ISBN', holdings.byIsbn);
}
