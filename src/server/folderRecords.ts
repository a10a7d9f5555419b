/**
 * The records of a library's folder: read from files of every sort, described by the library's mapping, with the
 * copies and lists that belong to them; then what is the same joined, and editions and carriers of a work together.
 * Between the two they stand in a file, so that memory holds digests of them only.
 */
import { closeSync, openSync, readSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { Gunzip } from 'fflate';
import { UNKNOWN_OWNERS } from '../core/access/chance';
import { readCslRecord } from '../core/formats/cslJson';
import { formatOf, type Origins } from '../core/formats/read';
import { StreamReader } from '../core/formats/stream';
import { cleanItem } from '../core/libraryData/clean';
import { readCustom } from '../core/libraryData/custom';
import type { Holdings, PlacedCopy } from '../core/libraryData/holdings';
import { copiesOfMarc } from '../core/libraryData/marcCopies';
import { detailsOf, hostsOf, ledTo, withDetails } from '../core/libraryData/marcDetails';
import { isbnsOf, joinedRecord, SameFinder } from '../core/libraryData/same';
import { readIssn } from '../core/model/identifiers';
import { msg } from '../core/model/message';
import { type CslItem, type DiscoveryRecord, type RecordId, recordId } from '../core/model/record';
import type { LibraryFolder, Told } from './libraryFolder';

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
function* itemsIn(
  dir: string,
  file: string,
  before: number,
  origins: Origins,
  told: Told,
): Generator<CslItem> {
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
        reader = new StreamReader(format, undefined, before, origins);
      }
      yield* taken(reader.push(piece));
    }
  } catch (error) {
    // A packed file that was cut off: what came before the cut is there.
    const said = error instanceof Error ? error.message : String(error);
    told({ file, line: 0, text: msg('libraryfolder.cutOff', { said }) });
  }
  if (reader) yield* taken(reader.end());
  else told({ file, line: 0, text: msg('libraryfolder.emptyFile') });
}

/** Every description of the folder, with the copies and lists that belong to it. */
export function* descriptionsOf(dir: string, folder: LibraryFolder, told: Told): Generator<DiscoveryRecord> {
  const { holdings, serials, mapping, library, owners } = folder;
  const campuses = new Set<string>(library.campuses.map((c) => c.id));
  const lenders = new Map(library.lenders.map((l, n) => [l.id, n]));
  const hosts = hostsOf(mapping, library.providers);
  const listed = new Set<string>(serials.journals.map((j) => j.id));
  const seen = new Set<string>();
  /** By an id that came again: the number behind it that is free next. */
  const again = new Map<string, number>();
  const used = new Set<readonly PlacedCopy[]>();
  let items = 0;
  for (const file of folder.recordFiles) {
    const origins: Origins = new WeakMap();
    let line = 0;
    for (const item of itemsIn(dir, file, items, origins, told)) {
      items++;
      line++;
      const origin = origins.get(item);
      const raw = origin && 'csl' in origin ? (origin.csl as CslItem & { custom?: unknown }) : null;
      // As it came where it came as CSL: names have parts there that other formats don't.
      const asCame = raw ? readCslRecord(raw, file) : null;
      const clean = cleanItem(asCame && 'record' in asCame ? asCame.record.csl : item);
      const read = readCslRecord(
        asCame && 'record' in asCame && raw ? { keyword: raw.keyword, ...clean } : clean,
        file,
      );
      if ('problem' in read) {
        told({ file, line, text: read.problem });
        continue;
      }
      let { record } = read;
      const copies: DiscoveryRecord['copies'] & object[] = [];
      if (origin && 'marc' in origin) {
        record = withDetails(record, detailsOf(origin.marc, record.csl, mapping, hosts));
        const own = copiesOfMarc(origin.marc, mapping, campuses);
        copies.push(...own.copies);
        for (const text of own.problems) told({ file, line, text });
      } else {
        const renamed = record.subjects.flatMap((s) => mapping.subject(s) ?? []);
        const { own, problem } = readCustom(raw?.custom, lenders);
        if (problem) told({ file, line, text: problem });
        const { URL } = record.csl;
        const led = URL ? ledTo([URL], record.csl.title, hosts) : {};
        record = {
          ...record,
          subjects: renamed,
          ...(Object.keys(led).length ? { ...led, carrier: 'online' as const } : {}),
          ...own,
        };
      }
      if (seen.has(record.id)) {
        let n = again.get(record.id) ?? 2;
        while (seen.has(`${record.id}~${n}`)) n++;
        again.set(record.id, n + 1);
        const as = recordId(`${record.id}~${n}`);
        told({ file, line, text: msg('libraryfolder.idBefore', { id: record.id, as }) });
        record = { ...record, id: as, csl: { ...record.csl, id: as } };
      }
      seen.add(record.id);
      const isbns = isbnsOf(record);
      const placed = [
        holdings.byRecord.get(record.id),
        ...new Set(isbns.map((isbn) => holdings.byIsbn.get(isbn))),
      ].flatMap((list) => {
        if (list) used.add(list);
        return list ?? [];
      });
      const all = [...(record.copies ?? []), ...copies, ...placed.map((p) => p.copy)];
      const ebook = [
        ...(record.ebook ?? []),
        ...new Set(isbns.flatMap((isbn) => serials.ebooks.get(isbn) ?? [])),
      ];
      const issns = (record.csl.ISSN ?? '').split(/[;,\s]+/).flatMap((n) => readIssn(n) ?? []);
      const journal =
        (record.journal && listed.has(record.journal) ? record.journal : undefined) ??
        issns.flatMap((issn) => serials.byIssn.get(issn) ?? [])[0] ??
        record.journal;
      const inJournal = journal !== undefined && listed.has(journal);
      const owned = record.owners ?? owners.of(record.id, isbns);
      yield {
        ...record,
        ...(all.length ? { copies: all } : {}),
        ...(ebook.length ? { ebook } : {}),
        ...(journal ? { journal } : {}),
        // Parts have the owners of their whole, where that is known.
        ...((inJournal || record.host) && owned === UNKNOWN_OWNERS ? {} : { owners: owned }),
      };
    }
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

/** Records behind each other in a file, each to be had again by its number. */
class RecordFile {
  readonly #path: string;
  readonly #fd: number;
  /** Where each begins; the last is where the next would. */
  readonly #starts: number[] = [0];
  #buffer: Buffer[] = [];
  #held = 0;
  constructor(path: string) {
    this.#path = path;
    this.#fd = openSync(path, 'w+');
  }
  get count(): number {
    return this.#starts.length - 1;
  }
  push(record: DiscoveryRecord): void {
    const bytes = Buffer.from(JSON.stringify(record));
    this.#buffer.push(bytes);
    this.#held += bytes.length;
    this.#starts.push((this.#starts.at(-1) as number) + bytes.length);
    if (this.#held > PIECE) this.#flush();
  }
  #flush(): void {
    const bytes = Buffer.concat(this.#buffer);
    const from = (this.#starts.at(-1) as number) - bytes.length;
    for (let at = 0; at < bytes.length; ) at += writeSync(this.#fd, bytes, at, bytes.length - at, from + at);
    this.#buffer = [];
    this.#held = 0;
  }
  #bytes(from: number, to: number): Buffer {
    const bytes = Buffer.allocUnsafe(to - from);
    for (let at = 0; at < bytes.length; ) {
      const n = readSync(this.#fd, bytes, at, bytes.length - at, from + at);
      if (n === 0) throw new Error(`${this.#path}: ends too soon`);
      at += n;
    }
    return bytes;
  }
  at(n: number): DiscoveryRecord {
    if (this.#held) this.#flush();
    const [from, to] = [this.#starts[n] as number, this.#starts[n + 1] as number];
    return JSON.parse(this.#bytes(from, to).toString('utf8')) as DiscoveryRecord;
  }
  /** All of them, one by one, with their numbers. */
  *all(wanted: (n: number) => boolean): Generator<readonly [number, DiscoveryRecord]> {
    if (this.#held) this.#flush();
    for (let first = 0; first < this.count; ) {
      let last = first + 1;
      const from = this.#starts[first] as number;
      while (last < this.count && (this.#starts[last + 1] as number) - from <= PIECE) last++;
      const bytes = this.#bytes(from, this.#starts[last] as number);
      for (let n = first; n < last; n++)
        if (wanted(n)) {
          const [a, b] = [(this.#starts[n] as number) - from, (this.#starts[n + 1] as number) - from];
          yield [n, JSON.parse(bytes.toString('utf8', a, b)) as DiscoveryRecord];
        }
      first = last;
    }
  }
  remove(): void {
    closeSync(this.#fd);
    rmSync(this.#path, { force: true });
  }
}

/** What joining has come to. */
export interface Joined {
  /** Descriptions that went into another's record. */
  joined: number;
  /** Works with several editions or carriers. */
  works: number;
}
/**
 * Descriptions of the same thing as one record, and what is of one work with the id of it; in the order in which the
 * first of each came.
 * @param path of a file that is written meanwhile
 * @param told what came of it, told at the end
 */
export function* joinedRecords(
  descriptions: Iterable<DiscoveryRecord>,
  path: string,
  told: (joined: Joined) => void,
): Generator<DiscoveryRecord> {
  const file = new RecordFile(path);
  const same = new SameFinder();
  try {
    for (const record of descriptions) {
      same.add(record);
      file.push(record);
    }
    const groups = same.joined();
    const works = same.works();
    const swallowed = new Set<number>();
    const heads = new Map<RecordId, RecordId>();
    for (const [head, group] of groups) {
      const id = file.at(head).id;
      for (const n of group)
        if (n !== head) {
          swallowed.add(n);
          heads.set(file.at(n).id, id);
        }
    }
    const ids = new Map<number, string>();
    for (const work of new Set(works.values()))
      ids.set(work, file.at(work).work ?? `work-${file.at(work).id}`);
    const now = (id: RecordId): RecordId => heads.get(id) ?? id;
    for (const [n, record] of file.all((k) => !swallowed.has(k))) {
      const others = (groups.get(n) ?? []).filter((k) => k !== n).map((k) => file.at(k));
      const whole = joinedRecord(record, others);
      const work = whole.work ?? ids.get(works.get(n) ?? -1);
      yield {
        ...whole,
        ...(work === undefined ? {} : { work }),
        // What went into another is pointed to by its new name.
        ...(heads.size === 0
          ? {}
          : {
              ...(whole.host ? { host: now(whole.host) } : {}),
              ...(whole.references ? { references: whole.references.map(now) } : {}),
              ...(whole.citedBy ? { citedBy: whole.citedBy.map(now) } : {}),
              ...(whole.retracts ? { retracts: now(whole.retracts) } : {}),
              ...(whole.retraction
                ? { retraction: { ...whole.retraction, notice: now(whole.retraction.notice) } }
                : {}),
            }),
      };
    }
    told({ joined: swallowed.size, works: ids.size });
  } finally {
    file.remove();
  }
}
