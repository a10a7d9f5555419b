/**
 * Builds an index directory from a world: records one behind the other, the inverted index, the library's
 * data, and the providers' KBART lists. Written beside the target and moved into place whole, so that no half
 * index is ever opened.
 */
import { CodedError } from '../core/codedError';
import '../words/generated/indexfile';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { rowLayout } from '../core/access/summary';
import { type Course, readingsOf } from '../core/courses/course';
import { type Again, IndexBuilder } from '../core/engine/build/builder';
import type { Library } from '../core/model/library';
import { msg } from '../core/model/message';
import { type DiscoveryRecord, MAX_ID } from '../core/model/record';
import type { KbartLine } from '../core/model/titleList';
import { parsePolicy, placesProblem, readPolicy } from '../core/policy/schema';
import type { Analysis } from '../core/words/analysis';
import { say } from '../words/generated/policyfile';
import { comingItems } from './comingItems';
import { complete, writeTitleLists } from './complete';
import { FileSpool } from './fileSpool';
import { type EditedRules, type IndexSource, writeIndex } from './indexFiles';
import { digestOfText, readManifest } from './manifest';
import { programDigest } from './program';
import { RECORDS, RecordFile } from './recordFile';
import { RecordsAside } from './recordsAside';
import { makingPlace, tidy } from './replace';
import { openStanding, type StandingIndex } from './standing';

export type { IndexSource };
export type Progress = (done: number, stage: 'records' | 'index' | 'done') => void;

/** What came of a build. */
export interface Built {
  readonly records: number;
  /** Of the records, without what is made of them. */
  readonly bytes: number;
  readonly policy: 'new' | 'kept' | 'set-aside';
  /** Records that stood in the directory before, unchanged. */
  readonly again: number;
  /** Records that stood there and stand there no more, or otherwise. */
  readonly dropped: number;
}
/**
 * Builds an index directory. The rules that somebody has edited in the directory that is there are kept and
 * built with; where they don't fit the new library they are set beside the new ones, as policy.edited.json.
 * What has not changed since the index that is there is taken over from it, unless it is to be made afresh: the
 * same comes of both, to the byte.
 */
export function buildIndex(
  source: IndexSource,
  dir: string,
  progress: Progress = () => {},
  { analysis = 'stems', afresh = false }: { readonly analysis?: Analysis; readonly afresh?: boolean } = {},
): Built {
  const checked = readPolicy(source.library.policy);
  const problem = 'problem' in checked ? checked.problem : placesProblem(checked.policy, source.library);
  if (problem) throw new Error(say(problem));
  const odd = source.journals.find((j) => j.id.length > MAX_ID);
  if (odd) throw new Error(say('indexfile.journalId', { title: odd.title, most: MAX_ID }));
  tidy(dir);
  const edited = editedPolicy(dir, source.library);
  // The index is built by the rules that will be in force.
  const world = edited?.policy
    ? { ...source, library: { ...source.library, policy: edited.policy } }
    : source;
  const making = makingPlace(dir);
  rmSync(making, { recursive: true, force: true });
  mkdirSync(join(making, 'kbart'), { recursive: true });
  // By what was learnt of lenders; what stands in the index is what they publish.
  const reckoned = source.learnt ? { ...world.library, lenders: source.learnt } : world.library;
  const before = afresh ? null : openStanding(dir, { ...world, library: reckoned }, analysis);
  const texts = new RecordsAside(join(making, RECORDS));
  try {
    const itemOf = comingItems(new Map(world.journals.map((j) => [j.id, j])), world.lines);
    const spool = new FileSpool(join(making, 'words.tmp'));
    const builder = new IndexBuilder(reckoned, analysis, spool, before?.standing);
    const standing = before && new Unchanged(before);
    const ebooks: KbartLine[] = [];
    /** Parts whose whole came long before, or comes later. */
    const hostless: number[] = [];
    let total = 0;
    for (const record of world.records) {
      // An address can't end in a dot or two alone: they mean the folder.
      if (/^\.{0,2}$/.test(record.id) || record.id.length > MAX_ID)
        throw new Error(
          say('indexfile.recordId', {
            id: record.id.slice(0, 60) || msg('indexfile.recordNumber', { n: builder.count + 1 }),
            most: MAX_ID,
          }),
        );
      const bytes = Buffer.from(`${world.textOf?.(record) ?? JSON.stringify(record)}\n`);
      texts.write(bytes);
      total += bytes.length;
      for (const line of record.ebook ?? []) ebooks.push(line);
      source.courses?.saw(record);
      const item = itemOf(record);
      if (record.host && !item.host) hostless.push(builder.count);
      builder.add(item, standing?.of(record, bytes) ?? null);
      if (builder.count % 5000 === 0) progress(builder.count, 'records');
    }
    const { digest } = texts.finish();
    settleHosts(hostless, builder, itemOf, join(making, RECORDS));
    const courses = source.courses?.made() ?? [];
    const titles = titlesRead(courses, builder, join(making, RECORDS));
    for (const dropped of standing?.left() ?? []) builder.dropped(dropped);
    progress(builder.count, 'index');
    const records = builder.count;
    const meta = {
      layout: rowLayout(world.library),
      records,
      built: world.built,
      analysis,
      program: programDigest(),
      texts: digest,
    };
    writeIndex(join(making, 'index.lgd'), meta, builder.finish());
    spool.remove();
    writeTitleLists(making, world, ebooks);
    const policy = complete(dir, making, {
      ...{ world, policy: source.library.policy, edited, courses, titles },
      changes: { changed: standing?.changed ?? null, gone: standing?.gone ?? [], size: records },
      goesOn: before !== null,
    });
    progress(records, 'done');
    return {
      records,
      bytes: total,
      policy,
      again: standing?.again ?? 0,
      dropped: standing?.dropped ?? 0,
    };
  } catch (error) {
    rmSync(making, { recursive: true, force: true });
    throw inWords(error, dir);
  } finally {
    texts.stop();
    before?.close();
  }
}
/** Parts by the copies of their whole, wherever among the records it came. */
function settleHosts(
  parts: readonly number[],
  builder: IndexBuilder,
  itemOf: ReturnType<typeof comingItems>,
  path: string,
): void {
  if (!parts.length) return;
  const file = new RecordFile(path);
  const at = (k: number): DiscoveryRecord => JSON.parse(file.at(k).toString('utf8')) as DiscoveryRecord;
  try {
    const records = parts.map((k) => [k, at(k)] as const);
    const came = builder.cameAs(new Set(records.flatMap(([, { host }]) => host ?? [])));
    for (const [k, record] of records) {
      const host = came.get(record.host ?? '');
      if (host !== undefined) builder.settle(k, { ...itemOf(record), host: at(host) });
    }
  } finally {
    file.close();
  }
}
/** The titles of what is read for courses, by the records' ids: courses are found by them. */
function titlesRead(
  courses: readonly Course[],
  builder: IndexBuilder,
  path: string,
): Readonly<Record<string, string>> {
  const read = new Set(courses.flatMap((c) => readingsOf(c).flatMap((r) => r.record || [])));
  if (!read.size) return {};
  const file = new RecordFile(path);
  try {
    return Object.fromEntries(
      [...builder.cameAs(read)].map(([id, k]) => [
        id,
        (JSON.parse(file.at(k).toString('utf8')) as DiscoveryRecord).csl.title,
      ]),
    );
  } finally {
    file.close();
  }
}
const [SAME, OTHERWISE] = [1, 2];
/** Which records of the index that stands come again as they were. */
class Unchanged {
  readonly #before: StandingIndex;
  readonly #came: Uint8Array;
  again = 0;
  /** Ids of what is new, or not as it was. */
  readonly changed = new Set<string>();
  readonly gone: string[] = [];
  dropped = 0;
  constructor(before: StandingIndex) {
    this.#before = before;
    this.#came = new Uint8Array(before.standing.size);
  }
  /** The document that a record was, where nothing of it has changed. */
  of(record: DiscoveryRecord, text: Buffer): Again | null {
    const { standing, sameContext, textAt } = this.#before;
    const doc = standing.find(record.id);
    if (doc < 0 || this.#came[doc] || !textAt(doc).equals(text)) {
      this.changed.add(record.id);
      if (doc >= 0 && !this.#came[doc]) this.#came[doc] = OTHERWISE;
      return null;
    }
    this.#came[doc] = SAME;
    this.again++;
    // What stands in another is read by that one's copies: they may be others.
    return { doc, facts: sameContext && !record.host };
  }
  /** The records that did not come again as they were. */
  *left(): Generator<DiscoveryRecord> {
    for (const [doc, came] of this.#came.entries())
      if (came !== SAME) {
        this.dropped++;
        const record = JSON.parse(this.#before.textAt(doc).toString('utf8')) as DiscoveryRecord;
        if (came !== OTHERWISE) this.gone.push(record.id);
        yield record;
      }
  }
}
/**
 * What went wrong in words, where it is no fault of the program: a disk without room, records out of order.
 */
export function inWords(error: unknown, dir: string): unknown {
  if (error instanceof CodedError) return new Error(say(error.said));
  return (error as NodeJS.ErrnoException).code === 'ENOSPC'
    ? new Error(say('indexfile.noRoom', { dir }))
    : error;
}
/**
 * The rules of the directory that is there, if somebody has edited them; without `policy` when they don't fit
 * the library.
 */
export function editedPolicy(dir: string, library: Library): EditedRules | null {
  const manifest = readManifest(dir);
  const path = join(dir, 'policy.json');
  if (!manifest || !existsSync(path)) return null;
  const text = readFileSync(path, 'utf8');
  if (digestOfText(text) === manifest.policy) return null;
  const read = parsePolicy(text);
  return 'policy' in read && placesProblem(read.policy, library) === null
    ? { text, policy: read.policy }
    : { text };
}
