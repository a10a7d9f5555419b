/**
 * KBART title lists: what a provider gives us of which title (NISO RP-9-2014, "Knowledge Bases and Related
 * Tools", section 6.6, from which the column headings are taken unchanged).
 */

import Papa from 'papaparse';
import { readIsbn, readIssn } from '../model/identifiers';
import { type Message, msg } from '../model/message';
import { parseDay } from '../model/time';
import { KBART_COLUMNS, type KbartColumn, type KbartLine } from '../model/titleList';
import { readDepth } from './depth';
import { readEmbargo } from './embargo';

export interface KbartProblem {
  readonly line: number;
  readonly text: Message;
}

/** Headings without which a file says nothing of what is covered. */
const NEEDED = [
  'publication_title',
  'date_first_issue_online',
  'date_last_issue_online',
] as const satisfies readonly KbartColumn[];
const NAMED_BY = [
  'print_identifier',
  'online_identifier',
  'title_id',
  'title_url',
] as const satisfies readonly KbartColumn[];
const COVERAGE_DATES = [
  'date_first_issue_online',
  'date_last_issue_online',
] as const satisfies readonly KbartColumn[];
const OTHER_DATES = [
  'date_monograph_published_print',
  'date_monograph_published_online',
] as const satisfies readonly KbartColumn[];

/** Why a heading is not that of a title list; null when it is. */
function headingProblem(heading: readonly string[]): Message | null {
  const missing = NEEDED.filter((c) => !heading.includes(c));
  if (missing.length === 0)
    return NAMED_BY.some((c) => heading.includes(c))
      ? null
      : msg('file.theFirstLineHasNoneOf', { named_by: NAMED_BY.join(', ') });
  const glued = heading.find((h) => h.includes('publication_title') && /[,;|]/.test(h));
  if (glued) return msg('file.theColumnsArePartedByA', { exec: /[,;|]/.exec(glued)?.[0] });
  return msg('file.theFirstLineHasNoHeading', { missing: missing.join(', ') });
}
/** A day, month or year of the calendar as KBART writes it; null for anything else. */
const readDate = (text: string): string | null =>
  /^\d{4}(-\d{2}(-\d{2})?)?$/.test(text) && parseDay(`${text}-01-01`.slice(0, 10)) !== null ? text : null;
const whole = (text: string | undefined): number | null => (text && /^\d+$/.test(text) ? Number(text) : null);
/** Why a line's span makes no sense; null when it does. */
function spanProblem(line: Readonly<Record<string, string>>): Message | null {
  const [first, last] = COVERAGE_DATES.map((c) => line[c]);
  // At the precision that both have: 2005 and 2005-03 are no contradiction.
  const same = Math.min(first?.length ?? 0, last?.length ?? 0);
  if (first && last && last.slice(0, same) < first.slice(0, same))
    return msg('file.itEndsBeforeItBegins', { last, first });
  const [from, to] = [whole(line.num_first_vol_online), whole(line.num_last_vol_online)];
  return from !== null &&
    to !== null &&
    to < from &&
    (!first || !last || first.slice(0, same) === last.slice(0, same))
    ? msg('file.itEndsWithVolumeBeforeVolume', { to, from })
    : null;
}

/**
 * Reads a tab-separated KBART file. A line whose span can't be read grants nothing: it is left out and named
 * in `problems`, since without its dates it would say "from the first issue to now". What is wrong beside the
 * span is named and the line kept. A file that is no title list gives no line at all.
 * `line` counts from 1 with the heading as line 1.
 * @example readKbart('a', 'publication_title\tprint_identifier\n').lines.length // 0
 */
export function readKbart(
  text: string,
  provider: string,
): { lines: KbartLine[]; numbers: number[]; problems: KbartProblem[] } {
  const rows = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    delimiter: '\t',
    quoteChar: '\u0000',
    skipEmptyLines: false,
  }).data;
  const heading = (rows[0] ?? []).map((h) =>
    h
      .trim()
      .replace(/^"(.*)"$/, '$1')
      .toLowerCase(),
  );
  const refused = headingProblem(heading);
  if (refused) return { lines: [], numbers: [], problems: [{ line: 1, text: refused }] };
  const width = heading.findLastIndex((h) => h !== '') + 1;
  const lines: KbartLine[] = [];
  const numbers: number[] = [];
  const problems: KbartProblem[] = [];
  rows.slice(1).forEach((row, i) => {
    if (row.every((cell) => cell.trim() === '')) return;
    const n = i + 2;
    const read = readLine(row, heading, width, provider);
    for (const said of read.said) problems.push({ line: n, text: said });
    if (!read.line) return;
    lines.push(read.line);
    numbers.push(n);
  });
  return { lines, numbers, problems };
}
/** One row: the line, unless it can't be used, and what is wrong with it. */
function readLine(
  row: readonly string[],
  heading: readonly string[],
  width: number,
  provider: string,
): { readonly line: KbartLine | null; readonly said: readonly Message[] } {
  const out = (why: Message) => ({ line: null, said: [msg('file.theLineIsLeftOut', { why })] });
  // A tab too many moves everything behind it into the wrong column.
  if (row.slice(width).some((cell) => cell.trim() !== ''))
    return out(msg('file.itHasMoreColumnsThanThe', { row: row.length, width }));
  if (row.length === 1 && width > 1) return out(msg('file.itHasNoTabsItsColumns'));
  const line: Record<string, string> = { provider };
  for (const column of KBART_COLUMNS) {
    const value = row[heading.indexOf(column)]?.trim();
    if (value) line[column] = value;
  }
  if (!line.publication_title) return out(msg('file.publicationTitleIsEmpty'));
  if (line.embargo_info && !readEmbargo(line.embargo_info))
    return out(msg('file.embargoInfoIsNotOfThe', { embargo_info: line.embargo_info }));
  for (const column of COVERAGE_DATES)
    if (line[column] && !readDate(line[column]))
      return out(msg('file.isNotADateLike2005', { column, line: line[column] }));
  const span = spanProblem(line);
  if (span) return out(span);
  const depth = readDepth(line.coverage_depth ?? '');
  if (depth === null)
    return out(msg('file.coverageDepthIsNoneOfFulltext', { coverage_depth: line.coverage_depth }));
  if (line.coverage_depth) line.coverage_depth = depth;
  const said: Message[] = [];
  // What is wrong beside the span is said; the line stays, since the rest of it is still worth having.
  for (const column of ['print_identifier', 'online_identifier'] as const) {
    const id = line[column];
    if (id && !readIssn(id) && !readIsbn(id)) said.push(msg('file.isNeitherAnIssnNorAn', { column, id }));
  }
  for (const column of OTHER_DATES) {
    const date = line[column];
    if (!date || readDate(date)) continue;
    said.push(msg('file.isNotADateLike20052', { column, date }));
    delete line[column];
  }
  return { line: line as unknown as KbartLine, said };
}

/** Writes a title list with all standard columns, in the standard's order. */
export const writeKbart = (lines: readonly KbartLine[]): string =>
  [
    KBART_COLUMNS.join('\t'),
    ...lines.map((l) => KBART_COLUMNS.map((c) => (l[c] ?? '').replace(/[\t\n]/g, ' ')).join('\t')),
  ].join('\n');
