/** A library's folder, checked or built: what was read, what is missing for what, and every problem by its place. */
import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join, resolve } from 'node:path';
import { learnt } from '../core/access/calibration';
import type { Lender } from '../core/model/library';
import type { DiscoveryRecord } from '../core/model/record';
import { dayOf, type Minutes, parseLocal } from '../core/model/time';
import { errorText } from '../core/text';
import { amendIndex, isMadeFor } from '../server/amend';
import { type Built, buildIndex, type Progress } from '../server/build';
import { machineClock } from '../server/clock';
import { amendmentOf, contextKey, marksOf } from '../server/folderAmend';
import { FolderItems } from '../server/folderItems';
import {
  descriptionsOf,
  type Joined,
  joinedRecords,
  type Keeping,
  type Reading,
} from '../server/folderRecords';
import { KnownWriter, MOST_KNOWN, newDescriptions, readState, writeState } from '../server/folderState';
import { type LibraryFolder, type Met, openLibraryFolder, type Told } from '../server/libraryFolder';
import { Outcomes } from '../server/outcomes';
import { FITS_NOTHING, tablesOf } from '../server/placing';
import { programDigest } from '../server/program';
import { reckonIndex } from '../server/reckon';
import { learntBefore, textsOf } from '../server/standing';
import { Counts, n } from './folderCounts';
import { deskReport, type Found, Problems, writeReport } from './folderReport';
import '../words/generated/file';
import '../words/generated/policyfile';
import '../words/generated/shape';

interface Options {
  readonly check: boolean;
  readonly out: string;
  /** Files that the report is written to, each by its ending: JSON or HTML. */
  readonly reports: readonly string[];
  /** Nothing is taken over of what was read and built before. */
  readonly afresh: boolean;
}
/** What a server has learnt of the lenders beside the index that stands; nothing where it has learnt nothing. */
function learntOf(out: string, { library }: LibraryFolder): { readonly learnt?: readonly Lender[] } {
  if (library.policy.lending.frozen) return {};
  const now = machineClock(() => library.policy.zone).now();
  const outcomes = new Outcomes(`${out.replace(/\/$/, '')}.outcomes.jsonl`, now.slice(0, 10));
  const today = dayOf(parseLocal(now) as Minutes);
  const known = learnt(library.lenders, outcomes.lending(), today);
  return known.some((l) => l.weight > 0) ? { learnt: known.map((l) => l.lender) } : {};
}

/** @returns the exit status: 0, 1 where more could not be used than is let pass, 2 where nothing can be built */
export function indexFolder(dir: string, options: Options, progress: Progress): number {
  const problems = new Problems();
  // As it is before it is read: what is written meanwhile is another.
  const context = options.check || !existsSync(dir) ? '' : contextKey(dir);
  const folder = openLibraryFolder(dir, problems.told);
  if (!folder) {
    problems.print();
    for (const file of options.reports)
      writeReport(
        file,
        { folder: dir, name: null, usable: false, counts: {}, kinds: {}, gaps: [] },
        problems,
      );
    console.error('Nothing can be built of this folder.');
    return 2;
  }
  const kept = options.check ? null : `${options.out}.read`;
  if (kept && options.afresh) rmSync(kept, { recursive: true, force: true });
  const round: Round = {
    ...{ dir, folder, context, options, kept, progress, problems },
    files: new FolderItems(dir, folder, kept),
    // What is told of records and their files: told again while these are not read again.
    ofRecords: new Problems(),
  };
  return amendedIndex(round) ?? wholeIndex(round);
}
interface Round {
  readonly dir: string;
  readonly context: string;
  readonly folder: LibraryFolder;
  readonly options: Options;
  readonly kept: string | null;
  readonly progress: Progress;
  readonly problems: Problems;
  readonly ofRecords: Problems;
  readonly files: FolderItems;
}
const toldTo =
  ({ problems, ofRecords }: Round): Told =>
  (problem) => {
    problems.told(problem);
    ofRecords.told(problem);
  };
function foundIn({ folder, problems }: Round, counts: Counts, joined: Joined): Omit<Found, 'folder'> {
  return {
    name: folder.library.name,
    usable: true,
    counts: {
      records: counts.tally.records,
      joined: joined.joined,
      works: joined.works,
      copies: counts.tally.copies,
      journals: folder.serials.journals.length,
      lenders: folder.library.lenders.length,
      courses: folder.courses.length,
      problems: problems.count,
    },
    kinds: Object.fromEntries([...counts.kinds].filter(([, k]) => k).sort(([, a], [, b]) => b - a)),
    gaps: counts.gaps(folder),
  };
}
/** All of the folder that an index is built with, but its records. */
function sourceOf({ dir, folder, problems }: Round, found: () => Omit<Found, 'folder'>) {
  const logo = folder.library.appearance?.logo;
  return {
    library: folder.library,
    journals: folder.serials.journals,
    lines: folder.serials.lines,
    readers: folder.readers,
    built: machineClock(() => folder.library.policy.zone).now(),
    guidance: folder.guidance,
    services: folder.services,
    ...(logo ? { logo: join(dir, logo) } : {}),
    report: () => deskReport({ folder: resolve(dir), ...found() }, problems),
  };
}
/** What came of it, said at the end. @returns the exit status */
function said(round: Round, found: Omit<Found, 'folder'>, takenOver: string): number {
  const { folder, problems, options } = round;
  const { counts } = found;
  const of = (name: string): number => counts[name] ?? 0;
  problems.print();
  for (const file of options.reports) writeReport(file, { folder: round.dir, ...found }, problems);
  console.log(
    `${folder.library.name}: ${n(of('records'), 'record')}${of('joined') ? ` (${n(of('joined'), 'description')} joined with another’s)` : ''}, ${n(of('copies'), 'copy', 'copies')}, ${n(of('journals'), 'journal')}, ${n(of('lenders'), 'lender')}`,
  );
  for (const gap of found.gaps) console.log(`  ${gap}`);
  console.log(
    `  ${n(problems.count, 'problem')}${options.reports.length ? `, all in ${options.reports.join(', ')}` : ''}`,
  );
  if (takenOver) console.log(`  ${takenOver}`);
  if (!options.check)
    console.log(`  The index is in ${options.out}: start with LEGENDUM_INDEX=${options.out}`);
  return problems.count > folder.warnings ? 1 : 0;
}

/** The index that stands with what new files of changes say; null where the folder must be read whole. */
function amendedIndex(round: Round): number | null {
  const { dir, folder, kept, files, options, problems, ofRecords } = round;
  const state = kept && readState(kept);
  if (!kept || !state || textsOf(options.out) !== state.meta.texts) return null;
  const before = { all: problems.all(), some: ofRecords.all() };
  const amendment = amendmentOf(dir, folder, files, kept, state, round.context, toldTo(round));
  if (!amendment) return forgotten(round, before);
  const { delta, meta } = amendment;
  const told = state.meta.problems.filter(
    ({ text }) => !amendment.laidOtherwise || text.code !== FITS_NOTHING,
  );
  problems.again(told);
  ofRecords.again(told);
  const were = state.meta.counts as unknown as Joined;
  const joined = were.joined + amendment.more.joined;
  const works = were.works + amendment.more.works;
  let counts = new Counts(folder, state.meta.counts);
  const found = (): Omit<Found, 'folder'> => foundIn(round, counts, { joined, works });
  const source = (learnt: ReturnType<typeof learntOf>) => ({
    ...sourceOf(round, found),
    ...learnt,
    courses: folder.courses,
  });
  const changes = delta.come.length + delta.gone.length + (delta.again?.length ?? 0);
  let text = '';
  if (!changes || !isMadeFor(source(learntBefore(options.out)), options.out)) {
    counts = new Counts(folder);
    const all = reckonIndex(source(learntOf(options.out, folder)), options.out, (r) => void counts.saw(r));
    if (!all) return forgotten(round, before);
    text = `Waits and refereeing worked out anew, the words of ${n(all.records, 'record')} as they stood`;
  }
  for (const record of amendment.before) counts.saw(record, -1);
  for (const record of amendment.after) counts.saw(record);
  if (changes) {
    if (!amendIndex(source(learntBefore(options.out)), options.out, delta)) return forgotten(round, before);
    text = `${text && `${text}. `}Amended by what has changed: ${n(amendment.after.length, 'record')} new or otherwise, ${n(delta.gone.length, 'record')} gone`;
  }
  keep(
    kept,
    {
      ...meta,
      texts: textsOf(options.out) ?? '',
      counts: { ...counts.kept, joined, works },
      problems: ofRecords.all(),
    },
    amendment.known,
    amendment.tables,
  );
  return said(round, found(), text);
}
/** What is known for the next time; where it can't be kept all is read then. */
function keep(...state: Parameters<typeof writeState>): void {
  try {
    writeState(...state);
  } catch (error) {
    console.error(`  What was read could not be kept: next time all is read again. ${errorText(error)}`);
  }
}
/** What was told on the way is told once more when all is read. */
function forgotten(
  { problems, ofRecords }: Round,
  { all, some }: Readonly<Record<'all' | 'some', readonly Met[]>>,
): null {
  problems.only(all);
  ofRecords.only(some);
  return null;
}

function wholeIndex(round: Round): number {
  const { dir, folder, options, kept, files, progress } = round;
  const { check, out, afresh } = options;
  const counts = new Counts(folder);
  let joined: Joined = { joined: 0, works: 0 };
  const known: Parameters<Keeping['done']>[0][] = [];
  const reading: Reading = { files: [], base: 0, changeItems: 0, gone: new Set(), latest: '' };
  if (kept) mkdirSync(kept, { recursive: true });
  const place = kept ? newDescriptions(kept) : join(tmpdir(), `legendum-records-${process.pid}.tmp`);
  const keeping: Keeping | null = kept
    ? {
        known: new KnownWriter(),
        done: (all) => {
          known.push(all);
        },
      }
    : null;
  const texts = new WeakMap<DiscoveryRecord, string>();
  const { join: joins } = folder.mapping;
  function* records(): Generator<DiscoveryRecord> {
    const all = descriptionsOf(dir, folder, toldTo(round), files, reading);
    const whole =
      joins || keeping
        ? joinedRecords(
            all,
            place,
            (came) => {
              joined = came;
            },
            texts,
            keeping,
            joins,
          )
        : all;
    for (const record of whole) yield counts.saw(record);
  }
  const found = (): Omit<Found, 'folder'> => foundIn(round, counts, joined);
  let built: Built | null = null;
  if (check) for (const _ of records());
  else
    built = buildIndex(
      {
        ...sourceOf(round, found),
        ...learntOf(out, folder),
        courses: { saw: () => undefined, made: () => folder.courses },
        records: { [Symbol.iterator]: records },
        textOf: (record) => texts.get(record),
      },
      out,
      progress,
      { afresh },
    );
  const [all] = known;
  if (kept && all)
    if (all.known.at.length < MOST_KNOWN)
      keepState(round, kept, reading, { ...all, counts, joined, path: place });
    else rmSync(place);
  const takenOver =
    built && (files.unchanged || built.again)
      ? `Taken over as they were: ${n(files.unchanged, 'file')} of ${(folder.recordFiles.length + folder.changeFiles.length).toLocaleString('en')}, ${n(built.again, 'record')}; ${n(built.records - built.again, 'record')} new or changed`
      : '';
  return said(round, found(), takenOver);
}
function keepState(
  round: Round,
  kept: string,
  { base, changeItems, latest, ...reading }: Reading,
  {
    known,
    end,
    counts,
    joined,
    path,
  }: Parameters<Keeping['done']>[0] & {
    readonly counts: Counts;
    readonly joined: Joined;
    readonly path: string;
  },
): void {
  const { context, folder, files, options, ofRecords } = round;
  keep(
    kept,
    {
      context,
      readBy: folder.readBy,
      program: programDigest(),
      ...marksOf(files, { base, changeItems, latest, ...reading }),
      ...{ changeItems, base, latest, end },
      texts: textsOf(options.out) ?? '',
      whole: new Date().toISOString(),
      joins: folder.mapping.join,
      counts: { ...counts.kept, ...joined },
      problems: ofRecords.all(),
      taken: [...reading.gone],
      descriptions: basename(path),
    },
    known,
    tablesOf(folder),
  );
}
