/**
 * CSV (RFC 4180) of bibliographic items, one a line. Cells that a spreadsheet would run as a formula get an
 * apostrophe before them.
 */

import Papa from 'papaparse';
import { fullName } from '../model/describe';
import { readDoi } from '../model/identifiers';
import { msg } from '../model/message';
import type { CslItem, CslName } from '../model/record';
import { parted } from '../text';
import { CSV_COLUMNS, type CsvColumn, columnFor, typeFor } from './csvColumns';
import type { Problem, ReadItems } from './item';

const names = (list: readonly CslName[] | undefined): string => (list ?? []).map(fullName).join('; ');
const FORMULA = /^[=+\-@\t\r]/;
const safe = (text: string): string => (FORMULA.test(text) ? `'${text}` : text);

/** Items as CSV (RFC 4180) with a heading; cells that a spreadsheet would run as a formula are made safe. */
export function writeCsv(items: readonly CslItem[]): string {
  const rows = items.map((c) =>
    CSV_COLUMNS.map((k) => {
      if (k === 'author' || k === 'editor') return safe(names(c[k]));
      if (k === 'year') return String(c.issued?.['date-parts'][0][0] ?? '');
      return safe(c[k] ?? '');
    }),
  );
  return `${Papa.unparse({ fields: [...CSV_COLUMNS], data: rows }, { newline: '\r\n' })}\r\n`;
}

/** What parts names in a cell: the first of these that stands in it. */
const BETWEEN = [/;/, /[\n|]/, /\s(?:and|und|&)\s/i, /(?<=\.),\s?(?=\p{Lu}[\p{Ll}’'-]{1,40},)/u] as const;
/**
 * `Vik, Ada; Ost, Bo`, and as other programs write them: `Vik, Ada and Ost, Bo`, `Ada Vik | Bo Ost`, `Vik, A., Ost, B.`.
 */
export function readNames(text: string): CslName[] {
  const mark = BETWEEN.find((m) => m.test(text));
  const whole = mark ? text.split(mark) : pairsIn(text);
  return whole
    .map((t) => withoutNumber(t.trim()))
    .filter((t) => t && !/^(?:et al\.?|u\. ?a\.|others)$/i.test(t))
    .map((t) => {
      const [family = '', ...given] = parted(t, ',');
      if (given.length) return { family, given: given.join(', ') };
      // Behind a mark that is not ours whole names stand as they are spoken.
      const words = t.split(/\s+/);
      return mark && mark !== BETWEEN[0] && words.length > 1 && words.length < 4
        ? { family: words.at(-1) as string, given: words.slice(0, -1).join(' ') }
        : { literal: t };
    });
}
/** Some exports number their authors: `Vik, Ada (12345)`. */
function withoutNumber(name: string): string {
  const at = name.lastIndexOf('(');
  return at > 0 && /^\(\d[\d; ]*\)$/.test(name.slice(at)) ? name.slice(0, at).trim() : name;
}
/** `Vik, A., Ost, B.`: pairs, where every second is initials. */
function pairsIn(text: string): string[] {
  const parts = parted(text, ',').filter(Boolean);
  const isInitials = (t: string): boolean => /^(?:\p{Lu}\.?[\s-]?){1,4}$/u.test(t);
  if (parts.length < 4 || parts.length % 2 || !parts.every((p, i) => i % 2 === 0 || isInitials(p)))
    return [text];
  return parts.flatMap((p, i) => (i % 2 ? [] : [`${p}, ${parts[i + 1]}`]));
}

/** The headings of a CSV file. */
export const csvHeadings = (text: string): string[] =>
  Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { preview: 1 }).data[0] ?? [];

/**
 * Rows that say something, each with the line on which it begins: a cell in quotation marks may go over
 * several.
 */
export function csvRows(written: string): { rows: { cells: string[]; line: number }[]; errors: Problem[] } {
  const text = written.replace(/^\uFEFF/, '');
  const rows: { cells: string[]; line: number }[] = [];
  const errors: Problem[] = [];
  let [line, at] = [1, 0];
  // Told apart by the first lines that say something.
  const { delimiter } = Papa.parse(text, { skipEmptyLines: 'greedy', preview: 10 }).meta;
  Papa.parse<string[]>(text, {
    delimiter,
    step: ({ data, errors: found, meta }) => {
      for (const e of found)
        if (e.type === 'Quotes')
          errors.push({ line, text: msg('file.quotationMarksDontMatch', { message: e.message }) });
      if (data.some((cell) => cell.trim() !== '')) rows.push({ cells: data, line });
      line += text.slice(at, meta.cursor).match(/\r\n|\n|\r/g)?.length ?? 0;
      at = meta.cursor;
    },
  });
  return { rows, errors };
}

/**
 * Reads CSV, comma, semicolon or tab. `columns` says what each column is, by its heading; without it the
 * headings themselves do. Rows without a title are named and left out.
 */
export function readCsv(
  text: string,
  columns?: Readonly<Record<string, CsvColumn | ''>>,
  before = 0,
): ReadItems {
  const { rows: all, errors } = csvRows(text);
  const [{ cells: heading } = { cells: [] }, ...rows] = all;
  const meaning = heading.map((h) => (columns ? columns[h] || null : columnFor(h)));
  if (!meaning.includes('title'))
    return {
      items: [],
      problems: [
        { line: 1, text: msg('file.noColumnIsTheTitleThe', { heading: heading.join(', ').slice(0, 300) }) },
      ],
    };
  const items: CslItem[] = [];
  const problems: Problem[] = [...errors];
  rows.forEach(({ cells, line }) => {
    const value = (k: CsvColumn): string =>
      (cells[meaning.indexOf(k)] ?? '').trim().replace(/^'(?=[=+\-@])/, '');
    if (!value('title')) {
      problems.push({ line, text: msg('file.thisRowHasNoTitleAnd') });
      return;
    }
    const year = /\d{4}/.exec(value('year'))?.[0];
    if (value('year') && !year)
      problems.push({
        line,
        text: msg('file.hasNoYearInItThe2', { value: value('year').slice(0, 60) }),
      });
    const item: Record<string, unknown> = {
      id: value('id') || `csv-${before + items.length + 1}`,
      type: value('type') ? typeFor(value('type')) : value('container-title') ? 'article-journal' : 'book',
    };
    for (const k of CSV_COLUMNS)
      if (!['id', 'type', 'author', 'editor', 'year'].includes(k) && value(k)) item[k] = value(k);
    for (const k of ['author', 'editor'] as const) if (value(k)) item[k] = readNames(value(k));
    if (item.DOI) item.DOI = readDoi(String(item.DOI)) ?? item.DOI;
    if (year) item.issued = { 'date-parts': [[Number(year)]] };
    items.push(item as unknown as CslItem);
  });
  return { items, problems };
}
