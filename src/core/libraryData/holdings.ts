/**
 * `holdings.csv`: the copies of the library, each by the record or the ISBN of what it is a copy of; and its printed
 * volumes of journals, by ISSN and their years.
 */
import type { Problem } from '../formats/item';
import { readIsbn, readIssn } from '../model/identifiers';
import { msg } from '../model/message';
import type { CampusId, Copy, CopyStatus } from '../model/record';
import { parseDay } from '../model/time';
import type { PrintedVolumes } from './journals';
import { anyText, type Cell, codeOf, readTable, type TableSource, yearOf } from './table';

const none: Cell<string> = { read: (t) => (parseDay(t) === null ? null : t), want: 'day', otherwise: '' };
const count: Cell<number> = {
  read: (t) => (/^\d{1,4}$/.test(t) ? Number(t) : null),
  want: 'number',
  otherwise: 0,
};
const COPY = {
  record: anyText,
  isbn: anyText,
  issn: anyText,
  /** Where it stands: a campus, or of a journal's volumes a partner. */
  campus: anyText,
  partner: anyText,
  level: anyText,
  callNumber: anyText,
  status: codeOf(['in', 'out', 'transit', 'missing'], 'status', 'in'),
  due: none,
  queue: count,
  rule: codeOf(['loan', 'short-loan', 'premises'], 'rule', 'loan'),
  from: yearOf(0),
  to: yearOf(0),
};
export const HOLDING_COLUMNS = Object.keys(COPY);

export interface Holdings {
  /** Of a record, or of all records with an ISBN (in 13 digits): its copies with the line of each. */
  readonly byRecord: ReadonlyMap<string, readonly PlacedCopy[]>;
  readonly byIsbn: ReadonlyMap<string, readonly PlacedCopy[]>;
  readonly copies: number;
  readonly print: readonly PrintedVolumes[];
  readonly problems: readonly Problem[];
}
export interface PlacedCopy {
  readonly copy: Copy;
  readonly line: number;
}

/**
 * Reads the copies. One that is on loan or on its way needs the day on which it is due back.
 * @param campuses ids of library.yaml, and partners
 */
export function readHoldings(
  text: TableSource,
  campuses: ReadonlySet<string>,
  partners: ReadonlySet<string> = new Set(),
): Holdings {
  const { rows, problems } = readTable(text, COPY);
  const all = [...problems];
  const [byRecord, byIsbn] = [new Map<string, PlacedCopy[]>(), new Map<string, PlacedCopy[]>()];
  const print: PrintedVolumes[] = [];
  let copies = 0;
  for (const {
    line,
    record,
    isbn,
    issn,
    campus,
    partner,
    level,
    callNumber,
    status,
    due,
    queue,
    rule,
    from,
    to,
  } of rows) {
    const number = readIsbn(isbn);
    const serials = !record && !isbn && issn !== '';
    if (serials && partner && !campus ? !partners.has(partner) : !campuses.has(campus)) {
      all.push({ line, text: msg('libraryfolder.noSuchCampus', { id: (campus || partner).slice(0, 60) }) });
      continue;
    }
    if (serials) {
      const serial = readIssn(issn);
      if (!serial || !from)
        all.push({ line, text: msg('libraryfolder.noVolumes', { value: issn.slice(0, 60) }) });
      else
        print.push({
          issn: serial,
          campus,
          partner: campus ? '' : partner,
          run: { from, ...(to ? { to } : {}), callNumber, rule },
          line,
        });
      continue;
    }
    if (!record && !number) {
      const value = isbn.slice(0, 60);
      all.push({ line, text: value ? msg('libraryfolder.noIsbn', { value }) : msg('libraryfolder.neither') });
      continue;
    }
    const stands: CopyStatus =
      status === 'out'
        ? { state: 'out', due, queue }
        : status === 'transit'
          ? { state: 'transit', due }
          : { state: status };
    if ((status === 'out' || status === 'transit') && !due) {
      all.push({ line, text: msg('libraryfolder.noDue', { status }) });
      continue;
    }
    const copy: Copy = { campus: campus as CampusId, location: level, callNumber, status: stands, rule };
    const [by, key] = record ? ([byRecord, record] as const) : ([byIsbn, number as string] as const);
    by.set(key, [...(by.get(key) ?? []), { copy, line }]);
    copies++;
  }
  return { byRecord, byIsbn, copies, print, problems: all };
}
