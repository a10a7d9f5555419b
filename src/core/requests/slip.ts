/**
 * A slip: one request for one thing, as a value. Filled from a record, edited field by field, sent as an ISO
 * 18626 request, moved along by messages. Everything that changes a slip is a function from slip to slip.
 */

import type { Cents, Route, Wanted } from '../model/codes';
import { creators, fullName } from '../model/describe';
import { KINDS, type Kind } from '../model/kinds';
import { type Message, msg } from '../model/message';
import type { Reader } from '../model/reader';
import { type DiscoveryRecord, type ReferenceItem, yearOfRecord } from '../model/record';
import type { Delivery, Slip, SlipItem } from '../model/slip';
import { isOpen } from '../model/slipStates';

export interface WantedChoice {
  readonly wanted: Wanted;
  readonly label: Message;
  readonly sub: Message;
  /** Why it can't be chosen: a choice that isn't allowed explains itself. */
  readonly refusal: Message | null;
}

/** What can be wanted of a kind of thing in a form, in the order offered. */
export function wantedChoices(kind: Kind, carrier: string): readonly WantedChoice[] {
  const loan = (refusal: Message | null): WantedChoice => ({
    wanted: 'loan',
    label: msg('request.wholeVolume'),
    sub: msg('request.collectAndReturn'),
    refusal,
  });
  const chapter = (refusal: Message | null): WantedChoice => ({
    wanted: 'chapter',
    label: kind === 'chapter' ? msg('request.copyOfTheChapter') : msg('request.chapterOrPages'),
    sub: msg('request.fileByEMail'),
    refusal,
  });
  const article: WantedChoice = {
    wanted: 'article',
    label: msg('request.copyOfTheArticle'),
    sub: msg('request.fileByEMail'),
    refusal: null,
  };
  const buy = (refusal: Message | null): WantedChoice => ({
    wanted: 'purchase',
    label: msg('request.suggestThatWeBuyIt'),
    sub: msg('request.youAreToldWhatWasDecided'),
    refusal,
  });
  const ask: WantedChoice = {
    wanted: 'question',
    label: msg('request.askAboutIt'),
    sub: msg('request.aLibrarianAnswers'),
    refusal: null,
  };
  switch (KINDS[kind].family) {
    case 'article':
      return [
        article,
        loan(msg('request.anArticleIsCopiedNotLent')),
        buy(msg('request.suggestTheJournalItStandsIn')),
        ask,
      ];
    case 'chapter':
      return [
        chapter(null),
        loan(msg('request.openTheBookItselfForA')),
        buy(msg('request.suggestTheBookItStandsIn')),
        ask,
      ];
    case 'book':
      return [
        loan(carrier === 'online' ? msg('request.aWholeEBookCantBe') : null),
        chapter(null),
        buy(null),
        ask,
      ];
    case 'media':
      return [loan(null), chapter(msg('request.recordingsHaveNoPages')), buy(null), ask];
    case 'journal':
      return [
        { ...article, label: msg('request.anArticleFromIt'), sub: msg('request.addItsDetailsTheFileComes') },
        loan(msg('request.journalsAreNotLentWholeAsk')),
        buy(null),
        ask,
      ];
  }
}
/** The road that goes with a thing wanted that no way to read stands for. */
export const routeFor = (wanted: Wanted): { route: Route; from: string } | null =>
  wanted === 'purchase'
    ? { route: 'purchase', from: 'acquisitions' }
    : wanted === 'question'
      ? { route: 'question', from: 'ask' }
      : null;

/** What a slip says of the thing, filled in from its record. */
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
    ...(c.PMID ? { pmid: c.PMID } : {}),
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
    PMID: item.pmid || undefined,
  };
  return Object.fromEntries(Object.entries(fields).filter(([, v]) => v !== undefined)) as unknown as Omit<
    DiscoveryRecord['csl'],
    'id'
  >;
}

/** Where a slip of this sort goes by default: files by e-mail, volumes to the home campus or by post. */
export const defaultDelivery = (wanted: Wanted, reader: Reader): Delivery =>
  wanted !== 'loan' && wanted !== 'purchase'
    ? { to: 'email', email: reader.email }
    : reader.remote
      ? { to: 'post', address: reader.address }
      : { to: 'pickup', campus: reader.pickup ?? reader.campus };

/** A draft, filled in from a record and from what is known of the reader. */
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
    editions: 'any',
    note: '',
    reference: '',
    commercial: false,
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
  s.wanted === 'chapter' && s.item.kind !== 'chapter' && s.item.chapter
    ? `${s.item.chapter} — ${s.item.title}`
    : s.item.title;

/** The limit in hundredths, or null for none. The schema has made sure that it reads as an amount. */
export const limitOf = (s: Slip): Cents | null =>
  s.limit.trim() === '' ? null : Math.round(Number(s.limit.replace(',', '.')) * 100);

/** Whether this slip needs the copyright statement to be acknowledged: every copy, each time. */
export const isCopy = (s: Pick<Slip, 'wanted'>): boolean => s.wanted === 'article' || s.wanted === 'chapter';

const same = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();
interface Named {
  readonly record: string;
  readonly item: Pick<SlipItem, 'title' | 'container'>;
}
/**
 * Whether two slips are for one thing. Things without a record are the same when they are called the same and
 * stand in the same place.
 */
export const sameItem = (a: Named, b: Named): boolean =>
  a.record === b.record &&
  (a.record !== '' || (same(a.item.title, b.item.title) && same(a.item.container, b.item.container)));

/**
 * The reader's slips for a thing, in any state, found fast for many things.
 * @example slipsByThing([])({ record: '', csl: { type: 'book', title: 'A' } }) // []
 */
export function slipsByThing(
  slips: readonly Slip[],
): (thing: {
  readonly record: string;
  readonly csl: Omit<ReferenceItem, 'id'>;
  readonly kind?: Kind;
}) => readonly Slip[] {
  const byRecord = new Map<string, Slip[]>();
  for (const s of slips) byRecord.set(s.record, [...(byRecord.get(s.record) ?? []), s]);
  return ({ record, csl, kind = 'book' }) => {
    const own = byRecord.get(record) ?? [];
    if (record || !own.length) return own;
    const item = itemOf({ csl: { id: '', ...csl }, kind });
    return own.filter((s) => sameItem(s, { record: '', item }));
  };
}

/** The first open slip of the same reader for the same thing (and the same pages), if any. */
export function duplicateOf(slip: Slip, others: readonly Slip[]): Slip | null {
  const found = others
    .filter(
      (o) =>
        o.id !== slip.id &&
        o.reader === slip.reader &&
        isOpen(o.state) &&
        o.wanted === slip.wanted &&
        sameItem(o, slip),
    )
    .filter(
      (o) =>
        slip.wanted !== 'chapter' ||
        (same(o.item.chapter, slip.item.chapter) && same(o.item.pages, slip.item.pages)),
    )
    .sort((a, b) => (a.created < b.created ? -1 : 1));
  return found[0] ?? null;
}
