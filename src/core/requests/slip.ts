/**
 * A slip: one request for one thing, as a value. Filled from a record, edited field by field, sent as an ISO 18626 request,
 * moved along by messages. Everything that changes a slip is a function from slip to slip.
 */
import type { Route } from '../access/ways';
import { creators, fullName } from '../bibliography/describe';
import { KINDS, type Kind } from '../bibliography/kinds';
import { type DiscoveryRecord, type RecordId, yearOfRecord } from '../bibliography/record';
import type { Cents, Reader, Speed } from '../policy/types';
import type { PriceLine } from './price';

/** What is wanted of the thing: the volume, one article, one chapter (or pages). */
export type Wanted = 'loan' | 'article' | 'chapter';
export type SlipState =
  | 'draft'
  | 'outgoing'
  | 'sent'
  | 'sourcing'
  | 'preparing'
  | 'on-its-way'
  | 'ready'
  | 'finished'
  | 'not-supplied'
  | 'withdrawn';

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

export interface SlipMessage {
  readonly id: string;
  /** ISO local time. */
  readonly time: string;
  readonly from: string;
  readonly text: string;
  readonly status: string;
}
export interface Promised {
  readonly median: string;
  readonly likely: string;
  readonly chance: number;
  readonly lines: readonly PriceLine[];
  readonly total: Cents;
}
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
  readonly anyEdition: boolean;
  readonly note: string;
  readonly declared: boolean;
  readonly state: SlipState;
  readonly created: string;
  readonly changed: string;
  readonly sent: string | null;
  readonly promised: Promised | null;
  readonly messages: readonly SlipMessage[];
  /** Where the delivered file stands, and until when. */
  readonly file: string | null;
  readonly ended: string | null;
}

export const UNDER_WAY: ReadonlySet<SlipState> = new Set(['sent', 'sourcing', 'preparing', 'on-its-way']);
export const OPEN_STATES: ReadonlySet<SlipState> = new Set(['outgoing', ...UNDER_WAY, 'ready']);
export const STATE_LABEL: Record<SlipState, string> = {
  draft: 'draft',
  outgoing: 'not sent yet',
  sent: 'sent',
  sourcing: 'being sourced',
  preparing: 'being prepared',
  'on-its-way': 'on its way',
  ready: 'ready',
  finished: 'finished',
  'not-supplied': 'not supplied',
  withdrawn: 'withdrawn',
};

export interface WantedChoice {
  readonly wanted: Wanted;
  readonly label: string;
  readonly sub: string;
  /** Why it can't be chosen, in words: a choice that isn't allowed explains itself. */
  readonly refusal: string | null;
}

/** What can be wanted of a kind of thing in a form, in the order offered. */
export function wantedChoices(kind: Kind, carrier: string): readonly WantedChoice[] {
  const loan = (refusal: string | null): WantedChoice => ({ wanted: 'loan', label: 'Whole volume', sub: 'collect and return', refusal });
  const chapter = (refusal: string | null): WantedChoice => ({
    wanted: 'chapter',
    label: kind === 'chapter' ? 'Copy of the chapter' : 'Chapter or pages',
    sub: 'file by e-mail',
    refusal,
  });
  const article: WantedChoice = { wanted: 'article', label: 'Copy of the article', sub: 'file by e-mail', refusal: null };
  switch (KINDS[kind].family) {
    case 'article':
      return [article, loan('an article is copied, not lent')];
    case 'chapter':
      return [chapter(null), loan('open the book itself for a loan')];
    case 'book':
      return [loan(carrier === 'online' ? 'a whole e-book can’t be lent: licence' : null), chapter(null)];
    case 'media':
      return [loan(null), chapter('recordings have no pages')];
    case 'journal':
      return [loan('journals are not lent whole; ask for the article')];
  }
}

export function itemOf(record: Pick<DiscoveryRecord, 'csl' | 'kind'>): SlipItem {
  const c = record.csl;
  return {
    kind: record.kind,
    title: c.title,
    author: creators(c).names.map(fullName).join('; '),
    container: c['container-title'] ?? '',
    volume: c.volume ?? '',
    issue: c.issue ?? '',
    pages: c.page ?? '',
    year: String(yearOfRecord(c) ?? ''),
    publisher: c.publisher ?? '',
    edition: c.edition ?? '',
    isbn: c.ISBN ?? '',
    issn: c.ISSN ?? '',
    doi: c.DOI ?? '',
    chapter: '',
    totalPages: c['number-of-pages'] ?? '',
  };
}

/** What a slip's fields say, as a CSL item: for things that have no record. */
export function cslOfSlip(item: SlipItem): Omit<DiscoveryRecord['csl'], 'id'> {
  const names = item.author
    .split(/;\s*/)
    .filter(Boolean)
    .map((n) => {
      const [family = '', given] = n.split(/,\s*/);
      return given ? { family, given } : { literal: n };
    });
  const fields = {
    type: KINDS[item.kind].csl as string,
    title: item.title,
    author: names.length ? names : undefined,
    issued: /^\d{4}$/.test(item.year) ? { 'date-parts': [[Number(item.year)]] } : undefined,
    'container-title': item.container || undefined,
    volume: item.volume || undefined,
    issue: item.issue || undefined,
    page: item.pages || undefined,
    publisher: item.publisher || undefined,
    edition: item.edition || undefined,
    ISBN: item.isbn || undefined,
    ISSN: item.issn || undefined,
    DOI: item.doi || undefined,
  };
  return Object.fromEntries(Object.entries(fields).filter(([, v]) => v !== undefined)) as unknown as Omit<DiscoveryRecord['csl'], 'id'>;
}

/** Where a slip of this sort goes by default: files by e-mail, volumes to the home campus or by post. */
export const defaultDelivery = (wanted: Wanted, reader: Reader): Delivery =>
  wanted !== 'loan'
    ? { to: 'email', email: reader.email }
    : reader.remote
      ? { to: 'post', address: reader.address }
      : { to: 'pickup', campus: reader.campus };

export function newSlip(input: {
  id: string;
  record: Pick<DiscoveryRecord, 'id' | 'csl' | 'kind'>;
  reader: Reader;
  wanted: Wanted;
  route: Route;
  from: string;
  needBy: string;
  now: string;
}): Slip {
  const { id, record, reader, wanted, route, from, needBy, now } = input;
  return {
    id,
    reader: reader.id,
    record: record.id,
    wanted,
    route,
    from,
    item: itemOf(record),
    delivery: defaultDelivery(wanted, reader),
    needBy,
    speed: 'standard',
    limit: '',
    anyEdition: true,
    note: '',
    declared: false,
    state: 'draft',
    created: now,
    changed: now,
    sent: null,
    promised: null,
    messages: [],
    file: null,
    ended: null,
  };
}

/** Title as it heads the slip: the part first, if a part is wanted. */
export const slipTitle = (s: Slip): string =>
  s.wanted === 'chapter' && s.item.kind !== 'chapter' && s.item.chapter ? `${s.item.chapter} — in ${s.item.title}` : s.item.title;

/** The limit in hundredths, or null for none. The schema has made sure that it reads as an amount. */
export const limitOf = (s: Slip): Cents | null => (s.limit.trim() === '' ? null : Math.round(Number(s.limit.replace(',', '.')) * 100));

/** The first open slip of the same reader for the same thing (and the same pages), if any. */
export function duplicateOf(slip: Slip, others: readonly Slip[]): Slip | null {
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
  const found = others
    .filter(
      (o) =>
        o.id !== slip.id && o.reader === slip.reader && OPEN_STATES.has(o.state) && o.record === slip.record && o.wanted === slip.wanted,
    )
    // Things without a record are the same when they are called the same and stand in the same place.
    .filter((o) => slip.record !== '' || (same(o.item.title, slip.item.title) && same(o.item.container, slip.item.container)))
    .filter((o) => slip.wanted !== 'chapter' || (same(o.item.chapter, slip.item.chapter) && same(o.item.pages, slip.item.pages)))
    .sort((a, b) => (a.created < b.created ? -1 : 1));
  return found[0] ?? null;
}
