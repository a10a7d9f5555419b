/**
 * Whether a thing was peer-reviewed, and why we say so.
 *
 * Rule (job: "Peer review"): the journal must have been refereed in the year of publication *and* the piece must be of a
 * sort that goes to referees. An editorial in a refereed journal was not reviewed. Books and the rest: only where the
 * description says so.
 */
import { KINDS, type Kind } from './kinds';
import type { DiscoveryRecord, Journal } from './record';
import { yearOfRecord } from './record';

export type PeerStatus = 'reviewed' | 'not-reviewed' | 'not-known';
export const PEER_LIST = ['reviewed', 'not-reviewed', 'not-known'] as const satisfies readonly PeerStatus[];
export const PEER_LABEL: Record<PeerStatus, string> = {
  reviewed: 'peer-reviewed',
  'not-reviewed': 'not peer-reviewed',
  'not-known': 'peer review not known',
};
export interface PeerReview {
  readonly status: PeerStatus;
  readonly reason: string;
}

const NEVER: ReadonlySet<Kind> = new Set([
  'editorial',
  'book-review',
  'letter',
  'newspaper-article',
  'retraction-notice',
]);
const THROUGH_JOURNAL: ReadonlySet<Kind> = new Set([
  'research-article',
  'review-article',
  'conference-paper',
]);

/** Pure: the same record and journal give the same answer. `journal` is the one the piece appeared in, if any. */
export function peerReviewOf(record: DiscoveryRecord, journal: Journal | undefined): PeerReview {
  const kind = KINDS[record.kind].label.toLowerCase();
  if (NEVER.has(record.kind)) {
    return {
      status: 'not-reviewed',
      reason: `Pieces of this kind (${kind}) are not sent to referees, whatever the journal.`,
    };
  }
  if (record.statedPeerReviewed)
    return { status: 'reviewed', reason: 'The publisher’s description says that it was peer-reviewed.' };
  if (!THROUGH_JOURNAL.has(record.kind)) {
    return {
      status: 'not-known',
      reason: `Nothing in the description of this ${kind} says whether it was peer-reviewed.`,
    };
  }
  if (!journal) return { status: 'not-known', reason: 'It is not tied to a journal whose practice we know.' };
  if (journal.refereed === 'unknown')
    return { status: 'not-known', reason: `We don’t know whether ${journal.title} is refereed.` };
  const year = yearOfRecord(record.csl);
  if (year === null)
    return { status: 'not-known', reason: 'It has no year to compare with the journal’s refereed years.' };
  const span = journal.refereed.find((s) => s.from <= year && year <= (s.to ?? 9999));
  if (span) {
    return {
      status: 'reviewed',
      reason: `${journal.title} was refereed in ${year} (${span.from}–${span.to ?? 'now'}), and a ${kind} goes to its referees.`,
    };
  }
  const known = journal.refereed.map((s) => `${s.from}–${s.to ?? 'now'}`).join(', ');
  return {
    status: 'not-reviewed',
    reason: `${journal.title} was not refereed in ${year}${known ? ` (refereed ${known})` : ''}.`,
  };
}
