/** A library's folder, checked or built: what was read, what is missing for what, and every problem by its place. */
import { rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { learnt } from '../core/access/calibration';
import { UNKNOWN_OWNERS } from '../core/access/chance';
import type { Lender } from '../core/model/library';
import type { DiscoveryRecord } from '../core/model/record';
import { dayOf, type Minutes, parseLocal } from '../core/model/time';
import { type Built, buildIndex, type Progress } from '../server/build';
import { machineClock } from '../server/clock';
import { FolderItems } from '../server/folderItems';
import { descriptionsOf, type Joined, joinedRecords } from '../server/folderRecords';
import { type LibraryFolder, openLibraryFolder } from '../server/libraryFolder';
import { Outcomes } from '../server/outcomes';
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
const n = (count: number, one: string, many = `${one}s`): string =>
  `${count.toLocaleString('en')} ${count === 1 ? one : many}`;

/** What a folder has, counted as its records go by. */
class Counts {
  records = 0;
  copies = 0;
  readonly kinds = new Map<string, number>();
  booksWithoutCopy = 0;
  partsOfNoList = 0;
  unrefereed = 0;
  withoutYear = 0;

  withoutHeadings = 0;
  ownersUnknown = 0;
  readonly #listed: ReadonlySet<string>;
  readonly #refereedUnknown: ReadonlySet<string>;
  constructor({ serials }: LibraryFolder) {
    this.#listed = new Set(serials.lines.keys());
    this.#refereedUnknown = new Set(
      serials.journals.filter((j) => j.refereed === 'unknown').map((j) => j.id),
    );
  }
  saw(record: DiscoveryRecord): DiscoveryRecord {
    const { csl, copies, ebook, openCopies, journal, partnerCopies, kind } = record;
    this.records++;
    this.kinds.set(kind, (this.kinds.get(kind) ?? 0) + 1);
    this.copies += copies?.length ?? 0;
    if (kind === 'book' && ![copies, ebook, openCopies, partnerCopies].some((l) => l?.length))
      this.booksWithoutCopy++;
    if (csl.ISSN && !this.#listed.has(journal ?? '')) this.partsOfNoList++;
    if (journal && this.#refereedUnknown.has(journal)) this.unrefereed++;
    if (!csl.issued) this.withoutYear++;
    if (!record.subjects.length) this.withoutHeadings++;
    if (record.owners === UNKNOWN_OWNERS) this.ownersUnknown++;
    return record;
  }
  /** What is missing for which capability, as sentences. */
  gaps({ library, guidance, courses }: LibraryFolder): string[] {
    const said: (readonly [number | boolean, string])[] = [
      [
        this.booksWithoutCopy,
        `${n(this.booksWithoutCopy, 'book has', 'books have')} no copy and no e-book: they can only be borrowed from elsewhere`,
      ],
      [
        this.partsOfNoList,
        `${n(this.partsOfNoList, 'thing')} of journals that stand in no title list: they can’t be read at once`,
      ],
      [
        this.unrefereed,
        `${n(this.unrefereed, 'article is', 'articles are')} of journals of which refereed.csv says nothing: whether they were peer-reviewed is not known`,
      ],
      [
        this.withoutYear,
        `${n(this.withoutYear, 'record has', 'records have')} no year: they fall out when years are chosen`,
      ],
      [
        this.withoutHeadings,
        `${n(this.withoutHeadings, 'record has', 'records have')} no subject heading: they are found by their own words only`,
      ],
      [!library.lenders.length, 'there are no lenders: nothing can be promised from elsewhere'],
      [
        library.lenders.length > 0 && this.ownersUnknown,
        `of ${n(this.ownersUnknown, 'record')} nobody says which lenders own them: they are asked for at the odds of the past`,
      ],
      [!guidance.databases.length, 'there are no databases: a search that finds little is not handed on'],
      [!guidance.answers?.length, 'there are no ready answers: every question goes to a librarian'],
      [!courses.length, 'there are no courses'],
    ];
    return said.flatMap(([holds, text]) => (holds ? [text] : []));
  }
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
export function indexFolder(
  dir: string,
  { check, out, reports, afresh }: Options,
  progress: Progress,
): number {
  const problems = new Problems();
  const folder = openLibraryFolder(dir, problems.told);
  const report = (found: Omit<Found, 'folder'>): void => {
    for (const file of reports) writeReport(file, { folder: dir, ...found }, problems);
  };
  if (!folder) {
    problems.print();
    report({ name: null, usable: false, counts: {}, kinds: {}, gaps: [] });
    console.error('Nothing can be built of this folder.');
    return 2;
  }
  const counts = new Counts(folder);
  const kept = check ? null : `${out}.read`;
  if (kept && afresh) rmSync(kept, { recursive: true, force: true });
  const files = new FolderItems(dir, folder, kept);
  let joined: Joined = { joined: 0, works: 0 };
  const place = join(tmpdir(), `legendum-records-${process.pid}.tmp`);
  const texts = new WeakMap<DiscoveryRecord, string>();
  function* records(): Generator<DiscoveryRecord> {
    if (!folder) return;
    const all = descriptionsOf(dir, folder, problems.told, files);
    const whole = folder.mapping.join
      ? joinedRecords(
          all,
          place,
          (came) => {
            joined = came;
          },
          texts,
        )
      : all;
    for (const record of whole) yield counts.saw(record);
  }
  const found = (): Omit<Found, 'folder'> => ({
    name: folder.library.name,
    usable: true,
    counts: {
      records: counts.records,
      joined: joined.joined,
      works: joined.works,
      copies: counts.copies,
      journals: folder.serials.journals.length,
      lenders: folder.library.lenders.length,
      courses: folder.courses.length,
      problems: problems.count,
    },
    kinds: Object.fromEntries([...counts.kinds].sort(([, a], [, b]) => b - a)),
    gaps: counts.gaps(folder),
  });
  const logo = folder.library.appearance?.logo;
  let built: Built | null = null;
  if (check) for (const _ of records());
  else
    built = buildIndex(
      {
        library: folder.library,
        journals: folder.serials.journals,
        lines: folder.serials.lines,
        readers: folder.readers,
        built: machineClock(() => folder.library.policy.zone).now(),
        guidance: folder.guidance,
        services: folder.services,
        ...learntOf(out, folder),
        ...(logo ? { logo: join(dir, logo) } : {}),
        courses: { saw: () => undefined, made: () => folder.courses },
        records: { [Symbol.iterator]: records },
        textOf: (record) => texts.get(record),
        report: () => deskReport({ folder: resolve(dir), ...found() }, problems),
      },
      out,
      progress,
      { afresh },
    );
  problems.print();
  const gaps = counts.gaps(folder);
  report(found());
  console.log(
    `${folder.library.name}: ${n(counts.records, 'record')}${joined.joined ? ` (${n(joined.joined, 'description')} joined with another’s)` : ''}, ${n(counts.copies, 'copy', 'copies')}, ${n(folder.serials.journals.length, 'journal')}, ${n(folder.library.lenders.length, 'lender')}`,
  );
  for (const gap of gaps) console.log(`  ${gap}`);
  console.log(`  ${n(problems.count, 'problem')}${reports.length ? `, all in ${reports.join(', ')}` : ''}`);
  if (built && (files.unchanged || built.again))
    console.log(
      `  Taken over as they were: ${n(files.unchanged, 'file')} of ${(folder.recordFiles.length + folder.changeFiles.length).toLocaleString('en')}, ${n(built.again, 'record')}; ${n(built.records - built.again, 'record')} new or changed`,
    );
  if (!check) console.log(`  The index is in ${out}: start with LEGENDUM_INDEX=${out}`);
  return problems.count > folder.warnings ? 1 : 0;
}
