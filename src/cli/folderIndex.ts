/** A library's folder, checked or built: what was read, what is missing for what, and every problem by its place. */
import { writeFileSync } from 'node:fs';
import type { DiscoveryRecord } from '../core/model/record';
import { buildIndex, type Progress } from '../server/build';
import { machineClock } from '../server/clock';
import { type FolderProblem, openLibraryFolder, recordsOf } from '../server/libraryFolder';
import { say } from '../words/generated/libraryfolder';
import '../words/generated/file';
import '../words/generated/policyfile';
import '../words/generated/shape';

/** Of one sort of problem, so many are printed; the report file has all. */
const PRINTED = 20;
interface Options {
  readonly check: boolean;
  readonly out: string;
  readonly report: string | undefined;
}
/** What a folder has, counted as its records go by. */
class Counts {
  records = 0;
  readonly kinds = new Map<string, number>();
  copies = 0;
  booksWithoutCopy = 0;
  articlesOfNoList = 0;
  saw(record: DiscoveryRecord, listed: ReadonlySet<string>): DiscoveryRecord {
    this.records++;
    this.kinds.set(record.kind, (this.kinds.get(record.kind) ?? 0) + 1);
    this.copies += record.copies?.length ?? 0;
    if (record.kind === 'book' && !record.copies?.length && !record.ebook?.length) this.booksWithoutCopy++;
    if (record.csl.ISSN && !listed.has(record.journal ?? '')) this.articlesOfNoList++;
    return record;
  }
  /** What is missing for which capability, as sentences. */
  gaps(lenders: number): string[] {
    const n = (count: number, what: string): string => `${count.toLocaleString('en')} ${what}`;
    return [
      ...(this.booksWithoutCopy
        ? [
            n(
              this.booksWithoutCopy,
              'books have no copy and no e-book: they can only be borrowed from elsewhere',
            ),
          ]
        : []),
      ...(this.articlesOfNoList
        ? [
            n(
              this.articlesOfNoList,
              'things of journals that stand in no title list: they can’t be read at once',
            ),
          ]
        : []),
      ...(lenders ? [] : ['there are no lenders: nothing can be promised from elsewhere']),
    ];
  }
}
/** Problems of a sort together, the first of them printed. */
function printed(problems: readonly FolderProblem[]): void {
  const sorts = new Map<string, FolderProblem[]>();
  for (const p of problems) sorts.set(p.text.code, [...(sorts.get(p.text.code) ?? []), p]);
  for (const list of sorts.values()) {
    for (const { file, line, text } of list.slice(0, PRINTED))
      console.error(`  ${file}${line ? `:${line}` : ''}: ${say(text)}`);
    if (list.length > PRINTED)
      console.error(`  and ${(list.length - PRINTED).toLocaleString('en')} more of the same kind`);
  }
}

/** @returns the exit status: 0, 1 where something could not be used, 2 where nothing can be built */
export function indexFolder(dir: string, { check, out, report }: Options, progress: Progress): number {
  const problems: FolderProblem[] = [];
  const told = (p: FolderProblem): void => void problems.push(p);
  const folder = openLibraryFolder(dir, told);
  const counts = new Counts();
  const write = (more: object): void => {
    if (!report) return;
    const said = problems.map(({ text, ...place }) => ({ ...place, code: text.code, text: say(text) }));
    writeFileSync(report, `${JSON.stringify({ folder: dir, ...more, problems: said }, null, 1)}\n`);
  };
  if (!folder) {
    printed(problems);
    write({ usable: false });
    console.error('Nothing can be built of this folder.');
    return 2;
  }
  const listed = new Set<string>(folder.titles.lines.keys());
  function* records() {
    if (folder) for (const record of recordsOf(dir, folder, told)) yield counts.saw(record, listed);
  }
  if (check) for (const _ of records());
  else
    buildIndex(
      {
        library: folder.library,
        journals: folder.titles.journals,
        lines: folder.titles.lines,
        readers: [],
        built: machineClock(() => folder.library.policy.zone).now(),
        courses: { saw: () => undefined, made: () => folder.courses },
        records: { [Symbol.iterator]: records },
      },
      out,
      progress,
    );
  printed(problems);
  const gaps = counts.gaps(folder.library.lenders.length);
  const kinds = Object.fromEntries([...counts.kinds].sort(([, a], [, b]) => b - a));
  write({ usable: true, records: counts.records, kinds, copies: counts.copies, gaps });
  const n = (count: number): string => count.toLocaleString('en');
  console.log(
    `${folder.library.name}: ${n(counts.records)} records, ${n(counts.copies)} copies, ${n(folder.titles.journals.length)} journals in title lists, ${n(folder.library.lenders.length)} lenders`,
  );
  for (const gap of gaps) console.log(`  ${gap}`);
  console.log(
    `  ${n(problems.length)} ${problems.length === 1 ? 'problem' : 'problems'}${report ? `, all in ${report}` : ''}`,
  );
  if (!check) console.log(`  The index is in ${out}: start with LEGENDUM_INDEX=${out}`);
  return problems.length ? 1 : 0;
}
