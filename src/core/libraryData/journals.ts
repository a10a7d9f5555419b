/**
 * `journals.csv`: what a library knows of journals beside their title lists. `refereed.csv`: in which years one was
 * refereed. `holdings.csv` says which volumes stand in print (`holdings.ts`). All by ISSN, either one of a journal.
 */
import { UNKNOWN_OWNERS } from '../access/chance';
import type { Problem } from '../formats/item';
import { readIssn } from '../model/identifiers';
import { type Message, msg } from '../model/message';
import type { Journal, JournalId, PrintRun, RefereedSpan } from '../model/record';
import { anyText, type Cell, codeOf, readTable, someText, type TableSource, yearOf } from './table';
import type { Titles } from './titles';

const issn: Cell<string> = { read: readIssn, want: 'issn' };
const issnOrNone: Cell<string> = { ...issn, otherwise: '' };
const JOURNAL = {
  /** What records call it; its ISSN where nothing stands. */
  id: anyText,
  issn,
  eissn: issnOrNone,
  title: someText,
  publisher: anyText,
  language: anyText,
  discipline: anyText,
  from: yearOf(0),
  to: yearOf(0),
  continues: issnOrNone,
  continuedBy: issnOrNone,
};
const REFEREED = {
  issn,
  from: yearOf(0),
  to: yearOf(0),
  known: codeOf(['yes', 'no'], 'yesOrNo', 'yes'),
};
export const JOURNAL_COLUMNS = Object.keys(JOURNAL);
export const REFEREED_COLUMNS = Object.keys(REFEREED);

/** What is known of journals: those of the title lists, and those that stand in `journals.csv` alone. */
export interface Serials extends Titles {
  readonly problems: {
    readonly journals: readonly Problem[];
    readonly refereed: readonly Problem[];
    readonly print: readonly Problem[];
  };
}
/** Volumes of a journal in print, by its ISSN. */
export interface PrintedVolumes {
  readonly issn: string;
  /** Empty where they stand at a partner's. */
  readonly campus: string;
  readonly partner: string;
  readonly run: PrintRun;
  readonly line: number;
}

/**
 * @param refereed null where the library has no such file: of nothing is known whether it was refereed then
 */
export function serialsOf(
  titles: Titles,
  tables: { readonly journals: TableSource; readonly refereed: TableSource },
  print: readonly PrintedVolumes[],
  language: string,
): Serials {
  const [byIssn, lines] = [new Map(titles.byIssn), new Map(titles.lines)];
  const journals = new Map(titles.journals.map((j) => [j.id, j]));
  const said = readTable(tables.journals, JOURNAL);
  const problems: Problem[] = [...said.problems];
  const rows = said.rows.map((row) => {
    const numbers = [row.issn, ...(row.eissn ? [row.eissn] : [])];
    const listed = numbers.flatMap((n) => byIssn.get(n) ?? [])[0];
    const id = (row.id || listed || row.issn) as JournalId;
    const known = listed && journals.get(listed);
    if (listed !== undefined && listed !== id) {
      // The library has a name of its own for it.
      journals.delete(listed);
      for (const [n, of] of byIssn) if (of === listed) byIssn.set(n, id);
      lines.set(id, lines.get(listed) ?? []);
      lines.delete(listed);
    }
    for (const n of numbers) if (!byIssn.has(n)) byIssn.set(n, id);
    journals.set(id, {
      id,
      issn: known?.issn ?? row.issn,
      ...(row.eissn || known?.eissn ? { eissn: row.eissn || known?.eissn } : {}),
      title: row.title,
      publisher: row.publisher || (known ? known.publisher : ''),
      language: row.language || (known?.language ?? language),
      discipline: row.discipline,
      from: row.from || (known?.from ?? 0),
      ...(row.to ? { to: row.to } : {}),
      refereed: 'unknown',
      print: [],
      partnerPrint: [],
      owners: UNKNOWN_OWNERS,
    } as Journal);
    return { ...row, id };
  });
  // Which one follows which, once all are known.
  for (const { id, continues, continuedBy, line } of rows)
    for (const [field, number] of [
      ['continues', continues],
      ['continuedBy', continuedBy],
    ] as const) {
      if (!number) continue;
      const other = byIssn.get(number);
      if (other === undefined || other === id)
        problems.push({ line, text: msg('libraryfolder.noSuchJournal', { issn: number }) });
      else journals.set(id, { ...(journals.get(id) as Journal), [field]: other });
    }
  const spans = readTable(tables.refereed, REFEREED);
  const refereedProblems: Problem[] = [...spans.problems];
  const reviewed = new Map<JournalId, RefereedSpan[]>();
  const unknown = new Set<JournalId>();
  for (const { line, issn: number, from, to, known } of spans.rows) {
    const id = byIssn.get(number);
    const text: Message | null =
      id === undefined
        ? msg('libraryfolder.noSuchJournal', { issn: number })
        : to && to < from
          ? msg('libraryfolder.endsBefore', { from: String(from), to: String(to) })
          : null;
    if (text) refereedProblems.push({ line, text });
    else if (known === 'no') unknown.add(id as JournalId);
    else
      reviewed.set(id as JournalId, [
        ...(reviewed.get(id as JournalId) ?? []),
        { from, ...(to ? { to } : {}) },
      ]);
  }
  const printProblems: Problem[] = [];
  const runs = new Map<JournalId, Journal['print'][number][]>();
  const partners = new Map<JournalId, Journal['partnerPrint'][number][]>();
  for (const { issn: number, campus, partner, run, line } of print) {
    const id = byIssn.get(number);
    if (id === undefined)
      printProblems.push({ line, text: msg('libraryfolder.noSuchJournal', { issn: number }) });
    else if (partner) partners.set(id, [...(partners.get(id) ?? []), { ...run, partner: partner as never }]);
    else runs.set(id, [...(runs.get(id) ?? []), { ...run, campus: campus as never }]);
  }
  return {
    ...titles,
    byIssn,
    lines,
    journals: [...journals.values()].map((j) => ({
      ...j,
      // Where the library says of some what was refereed, the others were not.
      refereed:
        tables.refereed === null || unknown.has(j.id) ? ('unknown' as const) : (reviewed.get(j.id) ?? []),
      print: runs.get(j.id) ?? [],
      partnerPrint: partners.get(j.id) ?? [],
    })),
    problems: { journals: problems, refereed: refereedProblems, print: printProblems },
  };
}
