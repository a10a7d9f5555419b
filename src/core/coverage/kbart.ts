/**
 * KBART title lists: what a provider gives us of which title (NISO RP-9-2014, "Knowledge Bases and Related Tools",
 * section 6.6, from which the column headings are taken unchanged).
 */
import Papa from 'papaparse';
import { readIsbn, readIssn } from '../bibliography/identifiers';
import { readEmbargo } from './embargo';

export const KBART_COLUMNS = [
  'publication_title',
  'print_identifier',
  'online_identifier',
  'date_first_issue_online',
  'num_first_vol_online',
  'num_first_issue_online',
  'date_last_issue_online',
  'num_last_vol_online',
  'num_last_issue_online',
  'title_url',
  'first_author',
  'title_id',
  'embargo_info',
  'coverage_depth',
  'notes',
  'publisher_name',
  'publication_type',
  'date_monograph_published_print',
  'date_monograph_published_online',
  'monograph_volume',
  'monograph_edition',
  'first_editor',
  'parent_publication_title_id',
  'preceding_publication_title_id',
  'access_type',
] as const;
export type KbartColumn = (typeof KBART_COLUMNS)[number];
export type CoverageDepth = 'fulltext' | 'selected articles' | 'abstracts';

/** One line of a title list; empty columns are left out. `provider` is the list it came from. */
export type KbartLine = Partial<Readonly<Record<KbartColumn, string>>> & { readonly provider: string };

export interface KbartProblem {
  readonly line: number;
  readonly text: string;
}

/**
 * Reads a tab-separated KBART file. Lines that cannot be used are left out and named in `problems`; the rest is kept.
 * `line` counts from 1 with the heading as line 1.
 */
export function readKbart(text: string, provider: string): { lines: KbartLine[]; numbers: number[]; problems: KbartProblem[] } {
  const rows = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimiter: '\t', quoteChar: '\u0000', skipEmptyLines: false }).data;
  const heading = (rows[0] ?? []).map((h) => h.trim().toLowerCase());
  const problems: KbartProblem[] = [];
  if (!heading.includes('publication_title')) {
    return {
      lines: [],
      numbers: [],
      problems: [{ line: 1, text: 'The first line has no heading publication_title: this is not a KBART title list.' }],
    };
  }
  const lines: KbartLine[] = [];
  const numbers: number[] = [];
  rows.slice(1).forEach((row, i) => {
    if (row.every((cell) => cell.trim() === '')) return;
    const line: Record<string, string> = { provider };
    for (const column of KBART_COLUMNS) {
      const value = row[heading.indexOf(column)]?.trim();
      if (value) line[column] = value;
    }
    if (!line.publication_title) problems.push({ line: i + 2, text: 'publication_title is empty.' });
    else if (line.embargo_info && !readEmbargo(line.embargo_info)) {
      problems.push({ line: i + 2, text: `embargo_info “${line.embargo_info}” is not of the form P1Y, R10Y or R10Y;P30D.` });
    } else {
      // What is wrong in an identifier or a date is said; the line stays, since the rest of it is still worth having.
      for (const column of ['print_identifier', 'online_identifier'] as const) {
        const id = line[column];
        if (id && !readIssn(id) && !readIsbn(id))
          problems.push({ line: i + 2, text: `${column} “${id}” is neither an ISSN nor an ISBN: a digit is wrong. The line is kept.` });
      }
      for (const column of [
        'date_first_issue_online',
        'date_last_issue_online',
        'date_monograph_published_print',
        'date_monograph_published_online',
      ] as const) {
        const date = line[column];
        if (date && !/^\d{4}(-\d{2}(-\d{2})?)?$/.test(date))
          problems.push({
            line: i + 2,
            text: `${column} “${date}” is not a date like 2005, 2005-07 or 2005-07-15. The line is kept without it.`,
          });
        if (date && !/^\d{4}(-\d{2}(-\d{2})?)?$/.test(date)) delete line[column];
      }
      lines.push(line as unknown as KbartLine);
      numbers.push(i + 2);
    }
  });
  return { lines, numbers, problems };
}

/** Writes a title list with all standard columns, in the standard's order. */
export const writeKbart = (lines: readonly KbartLine[]): string =>
  [KBART_COLUMNS.join('\t'), ...lines.map((l) => KBART_COLUMNS.map((c) => (l[c] ?? '').replace(/[\t\n]/g, ' ')).join('\t'))].join('\n');
