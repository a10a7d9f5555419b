/** The files of an index directory, as a build writes them and an amendment does. */
import { closeSync, copyFileSync, ftruncateSync, openSync, writeFileSync, writeSync } from 'node:fs';
import { basename, join } from 'node:path';
import type { Course } from '../core/courses/course';
import type { Guidance } from '../core/discovery/guidance';
import { type IndexParts, layoutIndex, type Section } from '../core/engine/format/format';
import type { ServicesFile } from '../core/libraryData/services';
import type { Lender, Library } from '../core/model/library';
import type { Policy } from '../core/model/policy';
import type { Reader } from '../core/model/reader';
import type { DiscoveryRecord, Journal, JournalId } from '../core/model/record';
import type { KbartLine } from '../core/model/titleList';
import { writeServices } from './servicesFile';

/** Where records and the library's data come from: the made-up world, or a library's own files. */
export interface IndexSource {
  readonly library: Library;
  readonly journals: readonly Journal[];
  readonly lines: ReadonlyMap<JournalId, readonly KbartLine[]>;
  readonly readers: readonly Reader[];
  /** ISO local time at which the data stood so. */
  readonly built: string;
  /** Databases and study guides, and the map from subjects to them. */
  readonly guidance?: Guidance;
  /** Courses, made when every record was seen. */
  readonly courses?: { saw(record: DiscoveryRecord): void; made(): readonly Course[] };
  /** Hosts come before the chapters that stand in them. */
  readonly records: Iterable<DiscoveryRecord>;
  /** What was found of the source when all its records were read, for the library desk. */
  readonly report?: () => object;
  /** Where the library's own systems stand. */
  readonly services?: ServicesFile;
  /** Lenders as they are reckoned with, where that is not what they publish: the waits are worked out by them. */
  readonly learnt?: readonly Lender[];
  /** Path of the file that `library.appearance.logo` names. */
  readonly logo?: string;
  /** A record as JSON, where the source has it as text already. */
  readonly textOf?: (record: DiscoveryRecord) => string | undefined;
}

const CHUNK = 64 << 20;

/** Writes the index itself. */
export function writeIndex(
  path: string,
  meta: Readonly<Record<string, unknown>>,
  { sections, fill }: IndexParts,
): void {
  const { prefix, placeOf, size } = layoutIndex(meta, sections);
  const out = openSync(path, 'w');
  const write = (bytes: Uint8Array, place: number): void => {
    for (let at = 0; at < bytes.length; )
      at += writeSync(out, bytes, at, Math.min(CHUNK, bytes.length - at), place + at);
  };
  const bytesOf = (s: Section): Uint8Array => new Uint8Array(s.buffer, s.byteOffset, s.byteLength);
  try {
    ftruncateSync(out, size);
    write(prefix, 0);
    for (const [name, s] of Object.entries(sections)) if (!('type' in s)) write(bytesOf(s), placeOf(name));
    fill((name, piece, at) => write(bytesOf(piece), placeOf(name) + at * piece.BYTES_PER_ELEMENT));
  } finally {
    closeSync(out);
  }
}

const listFile = (dir: string, provider: string): string => join(dir, 'kbart', `${provider}.tsv`);
/** A provider's title list, by titles. @param text with its heading */
export function writeTitleList(dir: string, provider: string, text: string): void {
  const [head, ...lines] = text.split('\n');
  writeFileSync(listFile(dir, provider), [head, ...lines.sort()].join('\n'));
}
export const titleListFile = listFile;

/** All of a library but its records, courses and rules. */
export function writeLibrary(dir: string, source: Omit<IndexSource, 'records' | 'courses'>): void {
  const { library, learnt, journals, lines, readers, built, guidance, services, logo, report } = source;
  writeFileSync(
    join(dir, 'library.json'),
    JSON.stringify({
      library,
      ...(learnt ? { learnt } : {}),
      journals,
      lines: [...lines],
      readers,
      built,
      guidance: guidance ?? { databases: [], guides: [], topics: [] },
    }),
  );
  if (services) writeServices(dir, services);
  if (logo) copyFileSync(logo, join(dir, basename(logo)));
  if (report) writeFileSync(join(dir, 'report.json'), JSON.stringify(report()));
}

/** Rules that somebody has edited in an index directory; without `policy` where they don't fit the library. */
export interface EditedRules {
  readonly text: string;
  readonly policy?: Policy;
}
/**
 * The rules once more as a file of their own: the one to edit, looked at while the server runs.
 * @param policy as the library has them
 * @returns these as text
 */
export function writeRules(dir: string, policy: Policy, edited: EditedRules | null): string {
  const rules = `${JSON.stringify(policy, null, 2)}\n`;
  writeFileSync(join(dir, 'policy.json'), edited?.policy ? edited.text : rules);
  if (edited && !edited.policy) writeFileSync(join(dir, 'policy.edited.json'), edited.text);
  return rules;
}
