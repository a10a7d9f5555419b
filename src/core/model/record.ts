/**
 * The bibliographic record as the index keeps it: a CSL-JSON item (Citation Style Language 1.0.2 data schema)
 * for the description, and beside it what CSL has no place for: what the thing is, its subjects, its
 * relations, and where it stands.
 */

import type { Audience, Carrier, Kind } from './kinds';
import type { KbartLine } from './titleList';

export type RecordId = string & { readonly __recordId: true };
export type JournalId = string & { readonly __journalId: true };
export type CampusId = string & { readonly __campusId: true };
export type PartnerId = string & { readonly __partnerId: true };
export type ProviderId = string & { readonly __providerId: true };
/** A text as the id of a record; nothing is checked. */
export const recordId = (text: string): RecordId => text as RecordId;
/** The id of what has no record. */
export const NO_RECORD = recordId('');

/** Characters of a record's id at most: some catalogues number by whole addresses. */
export const MAX_ID = 400;

export interface CslName {
  readonly family?: string;
  /** CSL 1.0.2: `van` in van der Oosterlund, where it is not part of `family`. */
  readonly 'non-dropping-particle'?: string;
  readonly 'dropping-particle'?: string;
  readonly suffix?: string;
  readonly given?: string;
  readonly literal?: string;
}
/** CSL date: `date-parts` holds one [year, month?, day?]. */
export interface CslDate {
  readonly 'date-parts': readonly [readonly [number, number?, number?]];
}
export interface CslItem {
  readonly id: string;
  readonly type: string;
  readonly title: string;
  readonly author?: readonly CslName[];
  readonly editor?: readonly CslName[];
  readonly translator?: readonly CslName[];
  readonly issued?: CslDate;
  readonly 'container-title'?: string;
  readonly 'collection-title'?: string;
  readonly volume?: string;
  readonly issue?: string;
  readonly page?: string;
  readonly 'number-of-pages'?: string;
  readonly edition?: string;
  readonly publisher?: string;
  readonly 'publisher-place'?: string;
  readonly genre?: string;
  readonly medium?: string;
  readonly language?: string;
  readonly abstract?: string;
  readonly ISBN?: string;
  readonly ISSN?: string;
  readonly DOI?: string;
  readonly 'original-title'?: string;
  readonly URL?: string;
  /** Of a report, a patent, a standard. */
  readonly number?: string;
  readonly 'event-title'?: string;
  readonly PMID?: string;
  /** Subjects, with commas or semicolons between. */
  readonly keyword?: string;
}

/** An item as a reference describes it. */
export type ReferenceItem = Omit<CslItem, 'id'>;

/** in: on the shelf · out: on loan until `due` with `queue` readers waiting · transit · missing. */
export type CopyStatus =
  | { readonly state: 'in' }
  | { readonly state: 'out'; readonly due: string; readonly queue: number }
  | { readonly state: 'transit'; readonly due: string }
  | { readonly state: 'missing' };
export type CopyRule = 'loan' | 'short-loan' | 'premises';

export interface Copy {
  readonly campus: CampusId;
  readonly location: string;
  readonly callNumber: string;
  readonly status: CopyStatus;
  readonly rule: CopyRule;
}
export interface PartnerCopy {
  readonly partner: PartnerId;
  readonly callNumber: string;
  readonly status: CopyStatus;
}
/** A freely readable copy outside the journal, as a repository offers it. */
export interface OpenCopy {
  readonly provider: ProviderId;
  readonly version: 'version-of-record' | 'accepted-manuscript' | 'preprint';
  /** Where it can be read. */
  readonly url?: string;
}

export interface DiscoveryRecord {
  readonly id: RecordId;
  readonly csl: CslItem;
  readonly kind: Kind;
  readonly carrier: Carrier;
  readonly languages: readonly string[];
  readonly subjects: readonly string[];
  readonly audience?: Audience;
  readonly contents?: readonly string[];
  /** The file or feed that this description was indexed from. */
  readonly source: string;
  /**
   * ISO day on which it came into the index; records come in the order of these days. Absent: with the index
   * itself.
   */
  readonly added?: string;
  /** Records of one work share this id. */
  readonly work?: string;
  readonly journal?: JournalId;
  /** The book that a chapter stands in. */
  readonly host?: RecordId;
  readonly references?: readonly RecordId[];
  readonly citedBy?: readonly RecordId[];
  readonly about?: readonly CslName[];
  readonly retraction?: { readonly notice: RecordId; readonly date: string };
  readonly retracts?: RecordId;
  /** Books: the description itself says that the work was peer-reviewed. */
  readonly statedPeerReviewed?: boolean;
  readonly copies?: readonly Copy[];
  readonly partnerCopies?: readonly PartnerCopy[];
  readonly ebook?: readonly KbartLine[];
  readonly openCopies?: readonly OpenCopy[];
  /** Which lenders own it: a bit set over the lender list, as hexadecimal digits, lowest lender first. */
  readonly owners?: string;
}

export interface RefereedSpan {
  readonly from: number;
  readonly to?: number;
}
/** Printed volumes of a journal on some shelf; years inclusive. */
export interface PrintRun {
  readonly from: number;
  readonly to?: number;
  readonly callNumber: string;
  readonly rule: CopyRule;
}
export interface Journal {
  readonly id: JournalId;
  readonly title: string;
  readonly issn: string;
  readonly eissn?: string;
  readonly publisher: string;
  readonly language: string;
  readonly discipline: string;
  readonly from: number;
  readonly to?: number;
  readonly continues?: JournalId;
  readonly continuedBy?: JournalId;
  readonly refereed: readonly RefereedSpan[] | 'unknown';
  readonly print: readonly (PrintRun & { readonly campus: CampusId })[];
  readonly partnerPrint: readonly (PrintRun & { readonly partner: PartnerId })[];
  readonly owners: string;
}

/** The year of publication; null without one. */
export const yearOfRecord = (csl: Pick<CslItem, 'issued'>): number | null =>
  csl.issued?.['date-parts'][0][0] ?? null;

/** The language a record is in; English where nothing is said. ISO 639-1. */
export const languageOf = (r: Pick<DiscoveryRecord, 'languages'>): string => r.languages[0] ?? 'en';

/** The lenders in a hexadecimal owner set, ascending. */
export function ownersIn(owners: string | undefined): number[] {
  const list: number[] = [];
  for (let i = 0; i < (owners?.length ?? 0); i++) {
    const c = (owners as string).charCodeAt(i);
    if (c === 48) continue;
    const digit = c < 58 ? c - 48 : c - 87;
    for (let bit = 0; bit < 4; bit++) if ((digit >> bit) & 1) list.push(4 * i + bit);
  }
  return list;
}
/** Writes an owner set for the lenders given by position. */
export function ownerSet(positions: Iterable<number>, lenders: number): string {
  const digits = new Array<number>(Math.ceil(lenders / 4)).fill(0);
  for (const n of positions) digits[n >> 2] = (digits[n >> 2] ?? 0) | (1 << (n & 3));
  return digits.map((d) => d.toString(16)).join('');
}
