/**
 * Details of a slip that contradict each other or what is known: pages beyond the book, a year outside the
 * journal's run.
 */

import { pageCount } from '../model/describe';
import { type Message, msg } from '../model/message';
import type { SlipItem } from '../model/slip';

export interface DetailFault {
  readonly field: string;
  readonly text: Message;
}
/** What is known of the thing from elsewhere: its journal's run, or that there is no such thing. */
export interface KnownDetails {
  readonly journal?: { readonly title: string; readonly from: number; readonly to?: number | undefined };
}

/** Faults that the fields show by themselves. */
export function contradictions(item: SlipItem): DetailFault[] {
  const faults: DetailFault[] = [];
  const all = Number(item.totalPages) || null;
  const last = item.kind === 'book' ? lastPage(item.pages) : null;
  if (all !== null && last !== null && last > all)
    faults.push({
      field: 'item.pages',
      text: msg('request.pagesGoToButTheBook', { last, all }),
    });
  if (item.pages && /^\s*\d+\s*[-–—]\s*\d+\s*$/.test(item.pages) && pageCount(item.pages) === null)
    faults.push({
      field: 'item.pages',
      text: msg('request.pagesRunBackwardsWriteTheFirst'),
    });
  return faults;
}
/** The highest page named, with no account of roman numbers. */
function lastPage(pages: string): number | null {
  const numbers = [...pages.matchAll(/\d+/g)].map((m) => Number(m[0]));
  return numbers.length ? Math.max(...numbers) : null;
}

/** Faults against what is known. They warn and don't stop: the reader may know better. */
export function doubts(item: SlipItem, known: KnownDetails): DetailFault[] {
  const faults: DetailFault[] = [];
  const year = Number(item.year) || null;
  const { journal } = known;
  if (journal && year !== null && (year < journal.from || (journal.to !== undefined && year > journal.to)))
    faults.push({
      field: 'item.year',
      text: msg('request.appearedLiesOutsideAWrongYear', {
        title: journal.title,
        from: journal.from,
        to: journal.to ?? msg('found.now'),
        year,
      }),
    });
  return faults;
}
