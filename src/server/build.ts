/**
 * Builds an index directory from a world: records one behind the other, the inverted index, the library's data, and the
 * providers' KBART lists. Written beside the target and moved into place whole, so that no half index is ever opened.
 */
import { closeSync, ftruncateSync, mkdirSync, openSync, renameSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import type { AccessItem } from '../core/access/options';
import { rowLayout } from '../core/access/summary';
import type { DiscoveryRecord, Journal, JournalId } from '../core/bibliography/record';
import { type KbartLine, writeKbart } from '../core/coverage/kbart';
import type { Analysis } from '../core/engine/analysis';
import { IndexBuilder } from '../core/engine/builder';
import { layoutIndex, type Section } from '../core/engine/format';
import type { Guidance } from '../core/guidance/guidance';
import { placesProblem, readPolicy } from '../core/policy/schema';
import type { Library, Reader } from '../core/policy/types';
import { FileSpool } from './fileSpool';

/** Where records and the library's data come from: the made-up world, or a library's own files. */
export interface IndexSource {
  readonly library: Library;
  readonly journals: readonly Journal[];
  readonly lines: ReadonlyMap<JournalId, readonly KbartLine[]>;
  readonly readers: readonly Reader[];
  /** ISO local time at which the demo clock starts. */
  readonly start: string;
  /** Databases and study guides, and the map from subjects to them. */
  readonly guidance?: Guidance;
  /** Hosts come before the chapters that stand in them. */
  readonly records: Iterable<DiscoveryRecord>;
  /** A record as JSON, where the source has it as text already. */
  readonly textOf?: (record: DiscoveryRecord) => string | undefined;
}
export type Progress = (done: number, stage: 'records' | 'index' | 'done') => void;
const CHUNK = 4 << 20;
/** Chapters follow their book at once; a few books back is far enough. */
const HOSTS_KEPT = 64;

export function buildIndex(
  world: IndexSource,
  dir: string,
  progress: Progress = () => {},
  analysis: Analysis = 'stems',
): { records: number; bytes: number } {
  const checked = readPolicy(world.library.policy);
  const problem = 'problem' in checked ? checked.problem : placesProblem(checked.policy, world.library);
  if (problem) throw new Error(problem);
  const making = `${dir}.making-${process.pid}`;
  rmSync(making, { recursive: true, force: true });
  mkdirSync(join(making, 'kbart'), { recursive: true });
  try {
    const journals = new Map(world.journals.map((j) => [j.id, j]));
    const spool = new FileSpool(join(making, 'words.tmp'));
    const builder = new IndexBuilder(world.library, analysis, spool);
    const hosts = new Map<string, DiscoveryRecord>();
    const ebooks: KbartLine[] = [];
    const fd = openSync(join(making, 'records.jsonl'), 'w');
    let buffer: Buffer[] = [];
    let buffered = 0;
    let total = 0;
    const flush = () => {
      if (buffered) writeSync(fd, Buffer.concat(buffer));
      total += buffered;
      buffer = [];
      buffered = 0;
    };
    for (const record of world.records) {
      const bytes = Buffer.from(`${world.textOf?.(record) ?? JSON.stringify(record)}\n`);
      buffer.push(bytes);
      buffered += bytes.length;
      if (buffered > CHUNK) flush();
      if (record.kind === 'book') {
        hosts.set(record.id, record);
        if (hosts.size > HOSTS_KEPT)
          for (const oldest of hosts.keys()) {
            hosts.delete(oldest);
            break;
          }
      }
      for (const line of record.ebook ?? []) ebooks.push(line);
      const item: AccessItem = {
        record,
        lines: record.journal ? (world.lines.get(record.journal) ?? []) : [],
        ...(record.journal ? { journal: journals.get(record.journal) } : {}),
        ...(record.host ? { host: hosts.get(record.host) } : {}),
      };
      builder.add(item, bytes.length);
      if (builder.count % 5000 === 0) progress(builder.count, 'records');
    }
    flush();
    closeSync(fd);
    progress(builder.count, 'index');
    const records = builder.count;
    const meta = { layout: rowLayout(world.library), records, built: world.start, analysis };
    const { sections, fill } = builder.finish();
    const { prefix, placeOf, size } = layoutIndex(meta, sections);
    const out = openSync(join(making, 'index.lgd'), 'w');
    const write = (bytes: Uint8Array, place: number): void => {
      for (let at = 0; at < bytes.length; ) at += writeSync(out, bytes, at, Math.min(CHUNK * 16, bytes.length - at), place + at);
    };
    const bytesOf = (s: Section): Uint8Array => new Uint8Array(s.buffer, s.byteOffset, s.byteLength);
    ftruncateSync(out, size);
    write(prefix, 0);
    for (const [name, s] of Object.entries(sections)) if (!('type' in s)) write(bytesOf(s), placeOf(name));
    fill((name, piece, at) => write(bytesOf(piece), placeOf(name) + at * piece.BYTES_PER_ELEMENT));
    closeSync(out);
    spool.remove();
    const lists = [...[...world.lines.values()].flat(), ...ebooks];
    for (const p of world.library.providers) {
      const own = lists.filter((l) => l.provider === p.id);
      if (own.length) writeFileSync(join(making, 'kbart', `${p.id}.tsv`), writeKbart(own));
    }
    writeFileSync(
      join(making, 'library.json'),
      JSON.stringify({
        library: world.library,
        journals: world.journals,
        lines: [...world.lines],
        readers: world.readers,
        start: world.start,
        guidance: world.guidance ?? { databases: [], guides: [], topics: [] },
      }),
    );
    // The rules once more as a file of their own: the one to edit, looked at while the server runs.
    writeFileSync(join(making, 'policy.json'), `${JSON.stringify(world.library.policy, null, 2)}\n`);
    rmSync(dir, { recursive: true, force: true });
    renameSync(making, dir);
    progress(records, 'done');
    return { records, bytes: total };
  } catch (error) {
    rmSync(making, { recursive: true, force: true });
    throw error;
  }
}
