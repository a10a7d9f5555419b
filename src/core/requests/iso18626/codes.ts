/** The closed code lists of ISO 18626 v1.2, and what our kinds of things are called in its open ones. */

import type { Kind } from '../../model/kinds';
import type { Message } from '../../model/message';

export const STATUSES = [
  'RequestReceived',
  'ExpectToSupply',
  'WillSupply',
  'Loaned',
  'Overdue',
  'Recalled',
  'RetryPossible',
  'Unfilled',
  'CopyCompleted',
  'LoanCompleted',
  'CompletedWithoutReturn',
  'Cancelled',
] as const;
export type IsoStatus = (typeof STATUSES)[number];

/** Reasons for a supplying agency message. */
export const REASONS = [
  'RequestResponse',
  'StatusRequestResponse',
  'RenewResponse',
  'CancelResponse',
  'StatusChange',
  'Notification',
] as const;
export type IsoReason = (typeof REASONS)[number];

/** Actions of the requesting agency. */
export const ACTIONS = [
  'StatusRequest',
  'Received',
  'Cancel',
  'Renew',
  'ShippedReturn',
  'ShippedForward',
  'Notification',
] as const;
export type IsoAction = (typeof ACTIONS)[number];

export const SERVICES = ['Copy', 'Loan', 'CopyOrLoan'] as const;
export type IsoService = (typeof SERVICES)[number];
export const REQUEST_TYPES = ['New', 'Retry', 'Reminder'] as const;

export const ERROR_TYPES = [
  'BadlyFormedMessage',
  'UnrecognisedDataElement',
  'UnrecognisedDataValue',
  'UnsupportedActionType',
  'UnsupportedReasonForMessageType',
] as const;
/**
 * What is wrong with a message, as its confirmation says it: `value` names the element or the value at fault,
 * or says what is wrong with the whole.
 */
export interface IsoError {
  readonly type: (typeof ERROR_TYPES)[number];
  readonly value: string | Message;
}

/** PublicationType, an open list. An article's is that of what it stands in. */
export const PUBLICATION_TYPE: Readonly<Record<Kind, string>> = {
  'research-article': 'Journal',
  'review-article': 'Journal',
  editorial: 'Journal',
  'book-review': 'Journal',
  letter: 'Journal',
  'retraction-notice': 'Journal',
  book: 'Book',
  chapter: 'Chapter',
  thesis: 'Dissertation',
  report: 'Report',
  'conference-paper': 'ConferenceProc',
  'newspaper-article': 'Newspaper',
  video: 'Movie',
  'sound-recording': 'SoundRecording',
  score: 'Score',
  map: 'Map',
  journal: 'Journal',
};
/** Whether a text is one of a closed list. */
export const isAmong = <T extends string>(list: readonly T[], value: string): value is T =>
  (list as readonly string[]).includes(value);
