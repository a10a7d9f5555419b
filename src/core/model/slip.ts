/** A slip: one request for one thing, as a value, with all that was said about it. */
import type { Kind } from './kinds';
import type { Cents, Route, Speed } from './library';
import type { RecordId } from './record';
import type { SlipEvent, SlipState } from './slipStates';

/** What an amount is for. */
export const PRICE_WHATS = [
  'hold',
  'transfer',
  'post',
  'scan',
  'partner-loan',
  'partner-copy',
  'ill-loan',
  'ill-copy',
  'fast',
  'postage',
  'royalty',
  'subsidy',
  'ceiling',
  /** The library named another price than was agreed. */
  'changed',
] as const;
export type PriceWhat = (typeof PRICE_WHATS)[number];
export interface PriceLine {
  readonly what: PriceWhat;
  readonly cents: Cents;
}
/**
 * What is wanted of the thing: the volume, one article, one chapter (or pages); that it be bought; an answer
 * about it.
 */
export type Wanted = 'loan' | 'article' | 'chapter' | 'purchase' | 'question';
export interface SlipItem {
  readonly kind: Kind;
  readonly title: string;
  readonly author: string;
  /** Journal or book that the part stands in. */
  readonly container: string;
  readonly volume: string;
  readonly issue: string;
  readonly pages: string;
  readonly year: string;
  readonly publisher: string;
  readonly edition: string;
  readonly isbn: string;
  readonly issn: string;
  readonly doi: string;
  /** For a chapter out of a book record: which chapter. */
  readonly chapter: string;
  /** Pages of the whole book, where known. */
  readonly totalPages: string;
}
export type Delivery =
  | { readonly to: 'pickup'; readonly campus: string }
  | { readonly to: 'email'; readonly email: string }
  | { readonly to: 'post'; readonly address: string };

export interface Promised {
  readonly median: string;
  readonly likely: string;
  readonly chance: number;
  readonly lines: readonly PriceLine[];
  readonly total: Cents;
  /** Staff look at it before it goes out. */
  readonly mediated?: boolean;
}
/**
 * One specific edition, any edition in its language, or a translation as well (ISO 18626 anyEdition, and
 * preferredLanguage left open).
 */
export type EditionWish = 'this' | 'any' | 'any-language';
export interface Slip {
  readonly id: string;
  readonly reader: string;
  readonly record: RecordId;
  readonly wanted: Wanted;
  readonly route: Route;
  /** Campus, partner, or `lending` for the interlibrary network. */
  readonly from: string;
  readonly item: SlipItem;
  readonly delivery: Delivery;
  readonly needBy: string;
  readonly speed: Speed;
  /** Empty: no limit. Otherwise an amount like 6.00. */
  readonly limit: string;
  readonly editions: EditionWish;
  readonly note: string;
  /** The reader's own reference: a course, a chapter of a thesis. Stays with the reader. */
  readonly reference: string;
  /** The copy serves a commercial end. */
  readonly commercial: boolean;
  readonly declared: boolean;
  readonly state: SlipState;
  /** Told to go: it is sent as soon as it can be, also after the page was left while sending. */
  readonly going?: boolean;
  readonly created: string;
  readonly changed: string;
  readonly sent: string | null;
  /** With the price as it stands now. */
  readonly promised: Promised | null;
  /** The promise as it was when the slip was sent; a price named later is worked out from it. */
  readonly agreed?: Promised | null;
  /** Nothing is owed: it was not supplied, was withdrawn in time, or went back uncollected. */
  readonly waived?: boolean;
  /** All that was said, by the library and by the reader, in order of time. */
  readonly messages: readonly SlipMessage[];
  /** Where the delivered file stands, and the last day on which it can be opened. */
  readonly file: string | null;
  readonly fileUntil?: string | null;
  /** ISO day on which the volume is due. */
  readonly due?: string | null;
  readonly renewals?: number;
  readonly ended: string | null;
}

export interface SlipMessage {
  readonly id: string;
  /** ISO local time. */
  readonly time: string;
  readonly by: 'library' | 'reader';
  readonly from: string;
  readonly text: string;
  /** ISO 18626 status or action; `arrived` and `lapsed` are the circulation desk's own. */
  readonly status: string;
  readonly event: SlipEvent | null;
  /** Which of the messages of that minute and side it is. */
  readonly seq: number;
  /** It answers something the reader did. */
  readonly reply?: boolean;
  readonly due?: string;
  readonly file?: string;
  readonly fileUntil?: string;
  /** A new price, where one was named. */
  readonly cost?: Cents;
  /** Until when it waits at the pickup point, or an offer stands. */
  readonly until?: string;
  /** ISO 18626 reason for an Unfilled or RetryPossible, or the loan's condition. */
  readonly reason?: string;
  /** The messages as they were exchanged, a document each. */
  readonly xml?: readonly string[];
}
