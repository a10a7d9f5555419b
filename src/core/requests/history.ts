/** Of a reader's other slips, what the rules count. */

import type { Slip } from '../model/slip';
import { isOpen } from '../model/slipStates';
import { serviceOf } from '../policy/price';

/**
 * What the rules count of the reader's other slips: copies of the same journal or issue this year, of the
 * same book, open slips.
 */
export interface CopyHistory {
  readonly journalThisYear: number;
  readonly sameIssue: number;
  readonly sameBookCopies: number;
  readonly open: number;
}
export const NO_HISTORY: CopyHistory = { journalThisYear: 0, sameIssue: 0, sameBookCopies: 0, open: 0 };

/**
 * What the reader’s other slips count for this one: copies of the journal this year, of the issue, of the
 * book, open slips.
 */
export function historyFor(slip: Slip, all: readonly Slip[]): CopyHistory {
  const others = all.filter((s) => s.id !== slip.id);
  const open = others.filter((s) => isOpen(s.state)).length;
  const copies = others.filter(
    (s) => (isOpen(s.state) || s.state === 'finished') && serviceOf(s.route) === 'copy',
  );
  const sameJournal = copies.filter((s) => slip.item.issn !== '' && s.item.issn === slip.item.issn);
  return {
    ...NO_HISTORY,
    open,
    journalThisYear: sameJournal.filter((s) => s.created.slice(0, 4) === slip.created.slice(0, 4)).length,
    sameIssue: sameJournal.filter(
      (s) =>
        s.item.volume === slip.item.volume &&
        s.item.issue === slip.item.issue &&
        s.item.year === slip.item.year,
    ).length,
    sameBookCopies: copies.filter(
      (s) => s.wanted === 'chapter' && s.record === slip.record && slip.record !== '',
    ).length,
  };
}
