/**
 * An index directory with what has come and gone since it was built, written beside it and moved into its place: of the
 * index that stands, and of the records that have changed alone (docs/decisions/0054).
 */
import '../words/generated/indexfile';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { AccessItem } from '../core/access/options';
import { rowLayout } from '../core/access/summary';
import { type Course, readingsOf } from '../core/courses/course';
import { writeKbart } from '../core/coverage/kbart';
import { amend } from '../core/engine/amend/amend';
import { type IndexData, openIndex } from '../core/engine/format/data';
import { findString } from '../core/engine/format/strings';
import { type DiscoveryRecord, MAX_ID } from '../core/model/record';
import type { KbartLine } from '../core/model/titleList';
import { type Built, editedPolicy, type IndexSource, inWords } from './build';
import { comingItems } from './comingItems';
import { complete } from './complete';
import { titleListFile, writeIndex, writeTitleList } from './indexFiles';
import { programDigest } from './program';
import { appendRecords, RECORDS, RecordFile } from './recordFile';
import { Records } from './records';
import { makingPlace, tidy } from './replace';
import { readShared } from './shared';
import { contextBefore, contextOf, isLike } from './standing';

export interface Delta {
  /** Records that are new, or not as they were. */
  readonly come: readonly DiscoveryRecord[];
  /** Ids of records that are no more. */
  readonly gone: readonly string[];
  /** Ids of those whose waits may be others: what stands in one that has changed. */
  readonly again?: readonly string[];
}
export type AmendSource = Omit<IndexSource, 'records' | 'courses' | 'textOf'> & {
  readonly courses: readonly Course[];
};
/** Of more than this share of the records an index is made anew. */
const MOST_CHANGED = 10;
/** So is the file of records where this share of it is of no use any more. */
const MOST_EMPTY = 6;

/**
 * @returns null, and nothing has changed, where the index must be made anew: there is none, or none of this program and
 *   library; what it is made by has changed; too much has come or gone; or words would weigh otherwise
 */
export function amendIndex(source: AmendSource, dir: string, delta: Delta): Built | null {
  tidy(dir);
  const opened = openToGoOn(source, dir);
  if (!opened?.sameContext) return null;
  const { world, edited, data, held, library } = opened;
  const before = new Records(dir, data, held);
  const making = makingPlace(dir);
  try {
    const docOf = (id: string): number => {
      const k = findString(data.tables.id, id);
      return k < 0 ? -1 : (data.idDoc[k] as number);
    };
    const standing = (ids: readonly string[]): number[] => ids.map(docOf).filter((doc) => doc >= 0);
    const { gone } = delta;
    const come = [...delta.come, ...standing(delta.again ?? []).map((doc) => before.at(doc))];
    const left = new Set(standing([...gone, ...come.map((r) => r.id)]));
    const { texts, places, changed, empty } = placed(come, gone, docOf, data, dir);
    if (
      come.some((r) => /^\.{0,2}$/.test(r.id) || r.id.length > MAX_ID) ||
      left.size * MOST_CHANGED > data.n ||
      come.length * MOST_CHANGED > data.n ||
      empty.total * MOST_EMPTY > data.n
    )
      return null;
    const coming = new Map(come.map((r) => [r.id as string, r]));
    const find = (id: string): DiscoveryRecord | undefined => {
      const doc = docOf(id);
      return coming.get(id) ?? (doc < 0 || left.has(doc) ? undefined : before.at(doc));
    };
    const itemOf = comingItems(new Map(world.journals.map((j) => [j.id, j])), world.lines, find);
    const parts = amend({
      standing: data,
      recordAt: before.at,
      library,
      gone: left,
      come: come.map((record, i): { item: AccessItem; place: number } => ({
        item: itemOf(record),
        place: places[i] as number,
      })),
    });
    if (!parts) return null;
    rmSync(making, { recursive: true, force: true });
    mkdirSync(join(making, 'kbart'), { recursive: true });
    const { digest } = appendRecords(join(dir, RECORDS), join(making, RECORDS), texts, empty.now);
    const records = data.n - left.size + come.length;
    writeIndex(
      join(making, 'index.lgd'),
      {
        ...{ layout: rowLayout(world.library), records, built: world.built, analysis: data.analysis },
        ...{ program: programDigest(), texts: digest },
      },
      parts,
    );
    amendTitleLists(
      dir,
      making,
      [...left].flatMap((doc) => before.at(doc).ebook ?? []),
      come.flatMap((r) => r.ebook ?? []),
    );
    const { courses } = source;
    const leaving = standing(gone).filter((doc) => !coming.has(before.at(doc).id));
    const policy = complete(dir, making, {
      ...{ world, policy: source.library.policy, edited, courses, titles: titlesOf(courses, find) },
      changes: { changed, gone: leaving.map((doc) => before.at(doc).id), size: records },
      goesOn: true,
    });
    return {
      records,
      bytes: texts.reduce((sum, t) => sum + t.length, 0),
      policy,
      again: records - changed.size,
      dropped: left.size - (come.length - changed.size),
    };
  } catch (error) {
    rmSync(making, { recursive: true, force: true });
    throw inWords(error, dir);
  } finally {
    before.close();
  }
}

/** A library with the rules that will be in force: those that somebody has edited in the directory, where they fit. */
function inForce(source: AmendSource, dir: string) {
  const edited = editedPolicy(dir, source.library);
  const world = edited?.policy
    ? { ...source, library: { ...source.library, policy: edited.policy } }
    : source;
  const library = source.learnt ? { ...world.library, lenders: source.learnt } : world.library;
  return { edited, world, library };
}
/** Whether the waits and the refereeing in an index directory are worked out for such a library. */
export function isMadeFor(source: AmendSource, dir: string): boolean {
  const { library, world } = inForce(source, dir);
  return contextBefore(dir).context === contextOf(library, world.journals, world.lines);
}
/** The index that stands, where one can go on from it: it is of this program, and of a library like this one. */
export function openToGoOn(source: AmendSource, dir: string) {
  try {
    const { edited, world, library } = inForce(source, dir);
    const { index, records: held } = readShared(dir);
    const data = openIndex(index);
    if ('problem' in data) return null;
    const like = isLike(dir, data.meta, { ...world, library }, data.analysis);
    const { usable, ...same } = like;
    return usable ? { world, edited, index, data, held, library, ...same } : null;
  } catch {
    // A directory that can't be read gives nothing to go on from.
    return null;
  }
}

/** What is written behind the file of records, and the places of all that comes: of what has not changed, its own. */
function placed(
  come: readonly DiscoveryRecord[],
  gone: readonly string[],
  docOf: (id: string) => number,
  { cameAs }: IndexData,
  dir: string,
) {
  const file = new RecordFile(join(dir, RECORDS));
  try {
    const texts: Buffer[] = [];
    const changed = new Set<string>();
    const now = new Set(gone.map(docOf).flatMap((doc) => (doc < 0 ? [] : (cameAs[doc] as number))));
    // Those that come begin in a block of their own.
    const first = file.layout.sizes.length * file.layout.inBlock;
    const places = come.map((record) => {
      const text = Buffer.from(`${JSON.stringify(record)}\n`);
      const doc = docOf(record.id);
      const own = doc < 0 ? -1 : (cameAs[doc] as number);
      if (own >= 0 && file.at(own).equals(text)) {
        now.delete(own);
        return own;
      }
      if (own >= 0) now.add(own);
      changed.add(record.id);
      return first + texts.push(text) - 1;
    });
    return { texts, places, changed, empty: { now, total: file.empty.length + now.size } };
  } finally {
    file.close();
  }
}

/** The lists of providers, with what records that have come and gone say of e-books. */
function amendTitleLists(
  dir: string,
  making: string,
  gone: readonly KbartLine[],
  come: readonly KbartLine[],
): void {
  const rowsOf = (lines: readonly KbartLine[]): string[] => writeKbart(lines).split('\n').slice(1);
  const providers = new Set([
    ...(existsSync(join(dir, 'kbart')) ? readdirSync(join(dir, 'kbart')) : []).map((f) =>
      f.replace(/\.tsv$/, ''),
    ),
    ...come.map((l) => l.provider as string),
  ]);
  for (const provider of providers) {
    const path = titleListFile(dir, provider);
    const [head = '', ...rows] = (existsSync(path) ? readFileSync(path, 'utf8') : writeKbart([])).split('\n');
    const left = new Map<string, number>();
    for (const row of rowsOf(gone.filter((l) => l.provider === provider)))
      left.set(row, (left.get(row) ?? 0) + 1);
    const stays = rows.filter((row) => {
      const n = left.get(row) ?? 0;
      if (n) left.set(row, n - 1);
      return !n;
    });
    const all = [...stays, ...rowsOf(come.filter((l) => l.provider === provider))];
    if (all.length) writeTitleList(making, provider, [head, ...all].join('\n'));
  }
}

/** The titles of what is read for courses, by the records' ids. */
export function titlesOf(
  courses: readonly Course[],
  find: (id: string) => DiscoveryRecord | undefined,
): Readonly<Record<string, string>> {
  const read = new Set(courses.flatMap((c) => readingsOf(c).flatMap((r) => r.record || [])));
  return Object.fromEntries(
    [...read].flatMap((id) => {
      const record = find(id);
      return record ? [[id, record.csl.title] as const] : [];
    }),
  );
}
