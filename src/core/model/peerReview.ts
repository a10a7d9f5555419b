/**
 * Whether a thing was peer-reviewed, and why we say so.
 *
 * Rule (job: "Peer review"): the journal must have been refereed in the year of publication *and* the piece
 * must be of a sort that goes to referees. An editorial in a refereed journal was not reviewed. Books and the
 * rest: only where the description says so.
 */

import type { Kind } from './kinds';
import type { Message } from './message';
import { msg } from './message';
import type { DiscoveryRecord, Journal } from './record';
import { yearOfRecord } from './record';

export type PeerStatus = 'reviewed' | 'not-reviewed' | 'not-known';
export const PEER_LIST = ['reviewed', 'not-reviewed', 'not-known'] as const satisfies readonly PeerStatus[];
export interface PeerReview {
  readonly status: PeerStatus;
  readonly reason: Message;
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

/**
 * Pure: the same record and journal give the same answer. `journal` is the one the piece appeared in, if any.
 */
export function peerReviewOf(record: DiscoveryRecord, journal: Journal | undefined): PeerReview {
  const kind = msg(`label.kind.${record.kind}.one`);
  if (NEVER.has(record.kind)) {
    return {
      status: 'not-reviewed',
      reason: msg('peer.piecesOfThisKindAreNot', { kind }),
    };
  }
  if (record.statedPeerReviewed)
    return { status: 'reviewed', reason: msg('peer.thePublishersDescriptionSaysThatIt') };
  if (!THROUGH_JOURNAL.has(record.kind)) {
    return {
      status: 'not-known',
      reason: msg('peer.nothingInTheDescriptionOfThis', { kind }),
    };
  }
  if (!journal) return { status: 'not-known', reason: msg('peer.itIsNotTiedToA') };
  if (journal.refereed === 'unknown')
    return { status: 'not-known', reason: msg('peer.weDontKnowWhetherIsRefereed', { title: journal.title }) };
  const year = yearOfRecord(record.csl);
  if (year === null) return { status: 'not-known', reason: msg('peer.itHasNoYearToCompare') };
  const span = journal.refereed.find((s) => s.from <= year && year <= (s.to ?? 9999));
  if (span) {
    return {
      status: 'reviewed',
      reason: msg('peer.wasRefereedInAndAGoes', {
        title: journal.title,
        year,
        from: span.from,
        to: span.to ?? msg('peer.now'),
        kind,
      }),
    };
  }
  const spans = journal.refereed.map(({ from, to }) =>
    to === null || to === undefined ? msg('peer.openSpan', { from }) : msg('peer.span', { from, to }),
  );
  return {
    status: 'not-reviewed',
    reason: msg('peer.wasNotRefereedIn', {
      title: journal.title,
      year,
      part: spans.length ? msg('peer.refereed', { known: { joined: spans, by: ', ' } }) : null,
    }),
  };
}
