/**
 * The tables of a library's folder (CSV, RFC 4180; or a list of YAML or JSON, whose entries have the columns as their
 * names): rows whose cells are each read as something, and left out with a
 * word where one can't be.
 */
import { csvRows } from '../formats/csv';
import type { Problem } from '../formats/item';
import { type Message, msg } from '../model/message';

/** How a cell is read; null for a text that can't be it. */
export interface Cell<T> {
  readonly read: (text: string) => T | null;
  /** Code of what is wanted of it, in `libraryfolder.want.`. */
  readonly want: string;
  /** What an empty cell, or a table without the column, stands for; without it the cell has to be there. */
  readonly otherwise?: T;
}
export type Cells = Readonly<Record<string, Cell<unknown>>>;
/** A row as its cells were read, and where it stood. */
export type RowOf<C extends Cells> = { readonly [K in keyof C]: C[K] extends Cell<infer T> ? T : never } & {
  readonly line: number;
};

const plain = (name: string): string => name.toLowerCase().replace(/[\s_-]+/g, '');
/** The text of a CSV file, or the entries of a list; null where there is no such file. */
export type TableSource = string | readonly unknown[] | null;
type Rows = ReturnType<typeof csvRows>;

/** A list as a table would have it: the names of all entries are its columns, a list in one has blanks between. */
function listRows(list: readonly unknown[]): Rows {
  const entries = list.map((e) =>
    typeof e === 'object' && e !== null && !Array.isArray(e) ? new Map(Object.entries(e)) : null,
  );
  const columns = [...new Set(entries.flatMap((e) => [...(e?.keys() ?? [])]))];
  const cell = (v: unknown): string =>
    Array.isArray(v) ? v.map(String).join(' ') : v === null || v === undefined ? '' : String(v);
  return {
    rows: [
      { cells: columns, line: 0 },
      ...entries.flatMap((e, i) => (e ? [{ cells: columns.map((c) => cell(e.get(c))), line: i + 1 }] : [])),
    ],
    errors: entries.flatMap((e, i) => (e ? [] : [{ line: i + 1, text: msg('libraryfolder.noEntry') }])),
  };
}

/**
 * Columns are found in whatever order, case and joining; what is wrong is named by line, or by the number of an entry.
 * @param source null where there is no such file: it has no rows, and no problems
 */
export function readTable<const C extends Cells>(
  source: TableSource,
  cells: C,
): { readonly rows: readonly RowOf<C>[]; readonly problems: readonly Problem[] } {
  if (source === null) return { rows: [], problems: [] };
  const { rows, errors } = typeof source === 'string' ? csvRows(source) : listRows(source);
  const [{ cells: heading } = { cells: [] as string[] }, ...body] = rows;
  const problems: Problem[] = [...errors];
  const columns = { joined: Object.keys(cells), by: ', ' };
  const at = new Map(heading.map((name, i) => [plain(name), i]));
  const known = new Set(Object.keys(cells).map(plain));
  for (const name of heading)
    if (name.trim() && !known.has(plain(name)))
      problems.push({
        line: 1,
        text: msg('libraryfolder.columnNotKnown', { name: name.slice(0, 100), columns }),
      });
  for (const [column, { otherwise }] of Object.entries(cells))
    if (otherwise === undefined && !at.has(plain(column))) {
      problems.push({ line: 1, text: msg('libraryfolder.noColumn', { column, columns }) });
      return { rows: [], problems };
    }
  const out: RowOf<C>[] = [];
  for (const { cells: row, line } of body) {
    const own = new Map<string, unknown>([['line', line]]);
    let wrong: Message | null = null;
    for (const [column, { read, want, otherwise }] of Object.entries(cells)) {
      const value = (row[at.get(plain(column)) ?? -1] ?? '').trim();
      const got = value === '' && otherwise !== undefined ? otherwise : read(value);
      own.set(column, got);
      if (got === null)
        wrong ??= msg('libraryfolder.cell', {
          column,
          value: value.slice(0, 100),
          want: msg(`libraryfolder.want.${want as 'text'}`),
        });
    }
    if (wrong) problems.push({ line, text: wrong });
    else out.push(Object.fromEntries(own) as RowOf<C>);
  }
  return { rows: out, problems };
}

/** A text with something in it. */
export const someText: Cell<string> = { read: (t) => t || null, want: 'text' };
/** A text that may be empty. */
export const anyText: Cell<string> = { read: (t) => t, want: 'text', otherwise: '' };
/** One of some codes, written in either case. */
export const codeOf = <T extends string>(codes: readonly T[], want: string, otherwise?: T): Cell<T> => ({
  read: (t) => codes.find((c) => c === t.toLowerCase()) ?? null,
  want,
  ...(otherwise === undefined ? {} : { otherwise }),
});
/** A year, or what stands for none. */
export const yearOf = (otherwise: number): Cell<number> => ({
  read: (t) => (/^\d{4}$/.test(t) ? Number(t) : null),
  want: 'year',
  otherwise,
});
