/**
 * What the title lists of a library say of its journals and e-books: journals are made of their lines, since a list
 * is where a library names them first.
 */
import { readIsbn, readIssn } from '../model/identifiers';
import type { Journal, JournalId } from '../model/record';
import type { KbartLine } from '../model/titleList';

export interface Titles {
  readonly journals: readonly Journal[];
  readonly lines: ReadonlyMap<JournalId, readonly KbartLine[]>;
  /** Which journal an ISSN is of, the printed one's or the other. */
  readonly byIssn: ReadonlyMap<string, JournalId>;
  /** By ISBN (13 digits). */
  readonly ebooks: ReadonlyMap<string, readonly KbartLine[]>;
}
const yearIn = (date: string | undefined): number | undefined => {
  const year = /^\d{4}/.exec(date ?? '')?.[0];
  return year ? Number(year) : undefined;
};

/** Lines that share an ISSN are of one journal, whatever list they stand in. */
export function titlesOf(all: readonly KbartLine[], language: string): Titles {
  const byIssn = new Map<string, JournalId>();
  const lines = new Map<JournalId, KbartLine[]>();
  const journals = new Map<JournalId, Journal>();
  const ebooks = new Map<string, KbartLine[]>();
  for (const line of all) {
    const numbers = [line.print_identifier, line.online_identifier];
    const issns = numbers.flatMap((n) => (n ? (readIssn(n) ?? []) : []));
    if (!issns.length) {
      for (const isbn of new Set(numbers.flatMap((n) => (n ? (readIsbn(n) ?? []) : []))))
        ebooks.set(isbn, [...(ebooks.get(isbn) ?? []), line]);
      continue;
    }
    const [first, second] = issns as [string, string?];
    const id = byIssn.get(first) ?? (second ? byIssn.get(second) : undefined) ?? (first as JournalId);
    // Two that were taken for different journals so far turn out to be one.
    const other = issns.flatMap((issn) => byIssn.get(issn) ?? []).find((j) => j !== id);
    if (other) {
      for (const [issn, of] of byIssn) if (of === other) byIssn.set(issn, id);
      lines.set(id, [...(lines.get(id) ?? []), ...(lines.get(other) ?? [])]);
      lines.delete(other);
      journals.delete(other);
    }
    for (const issn of issns) byIssn.set(issn, id);
    lines.set(id, [...(lines.get(id) ?? []), line]);
    const known = journals.get(id);
    const from = yearIn(line.date_first_issue_online) ?? 0;
    const alsoAs = issns.find((i) => i !== (known?.issn ?? first));
    journals.set(id, {
      id,
      title: known?.title ?? line.publication_title ?? first,
      issn: known?.issn ?? first,
      ...(known?.eissn || alsoAs ? { eissn: known?.eissn ?? alsoAs } : {}),
      publisher: known?.publisher || (line.publisher_name ?? ''),
      language,
      discipline: '',
      from: known ? Math.min(known.from || from, from || known.from) : from,
      refereed: 'unknown',
      print: [],
      partnerPrint: [],
      owners: '',
    });
  }
  return { journals: [...journals.values()], lines, byIssn, ebooks };
}
