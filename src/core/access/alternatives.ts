/**
 * What else would do, when nothing is in time or nobody supplies: another edition or carrier, an open
 * version, a copy of a chapter, a visit, a purchase suggestion, a question. Each with its own computed time
 * and reason.
 */

import { KINDS } from '../model/kinds';
import { dayValue, type Message, type MessageValue, msg, NOTHING } from '../model/message';
import { type DiscoveryRecord, languageOf } from '../model/record';
import { dayOf, isoLocal, type Minutes, minutes, parseLocal, startOf } from '../model/time';
import type { Verdict } from '../model/waits';
import type { Alternative, Way } from '../model/ways';
import { addWorkingDays, hoursIn, nextIn } from './calendar';
import type { AccessItem } from './options';
import { wantedItem } from './part';
import { timesFor } from './times';
import type { Vantage } from './vantage';
import { verdictOf } from './verdict';
import { waitLabel, waysToRead } from './ways';

/** When the wait is long or the day it is needed will be missed. */
export const wantsAlternatives = (best: Way | null): boolean =>
  best === null ||
  best.verdict === 'too-late' ||
  best.verdict === 'tight' ||
  best.class === 'later' ||
  best.class === 'on-site' ||
  best.class === 'unlikely';

/** What another version is to the one that was asked for. A translation is another text, however it comes. */
function sortOf(other: DiscoveryRecord, asked: DiscoveryRecord, { action, title }: Way) {
  if (languageOf(other) !== languageOf(asked)) return 'translation';
  if (action.do === 'open' && !action.signIn && title.code === OPEN) return 'open';
  return other.carrier === asked.carrier ? 'edition' : 'carrier';
}
const TITLE = {
  translation: (r: DiscoveryRecord) =>
    msg('access.itInAnotherLanguage', { language: { language: languageOf(r) } }),
  open: () => msg('access.anOpenVersion'),
  carrier: (r: DiscoveryRecord) =>
    msg('access.theSameInAnotherForm', { carriers: msg(`label.carrier.${r.carrier}.one`) }),
  edition: () => msg('access.anotherEdition'),
} as const;

/**
 * Going to where a partner's copy stands now: from the next hour at which one may be in there, with the way and
 * what has to be arranged before.
 */
function visitsElsewhere(
  { record, host }: AccessItem,
  { library, situation, at, needBy = null }: Vantage,
): (Alternative & { readonly ready: string })[] {
  const { policy } = library;
  const copies = [...(record.partnerCopies ?? []), ...(host?.partnerCopies ?? [])];
  return (library.elsewhere ?? []).flatMap((place) => {
    const stands = copies.some((c) => c.partner === place.partner && c.status.state === 'in');
    if (!stands || situation.remote) return [];
    const { appointment } = place;
    const leave = appointment ? startOf(addWorkingDays(policy, dayOf(at), appointment.days)) : at;
    const there = minutes(leave + (place.travel[situation.campus] ?? 0));
    const open = nextIn((day) => hoursIn(place.hours, day), there, policy.shelf.lastEntryMinutes);
    if (open === null) return [];
    const ready = isoLocal(open);
    return [
      {
        sort: 'visit' as const,
        title: msg('access.readAt', { name: place.name }),
        why: appointment
          ? msg('access.goThereArranged', { days: appointment.days })
          : msg(place.passDays ? 'access.goThereWithPass' : 'access.goThere'),
        label: msg('access.onDay', { day: dayValue(dayOf(open), dayOf(at)) }),
        sub: NOTHING,
        verdict: needBy === null ? null : verdictOf({ median: open, likely: open }, needBy),
        ready,
        record: null,
        slip: null,
        go: place.id,
      },
    ];
  });
}

const FEW = 4;
/** Values one after the other, those that are missing left out. */
const joined = (by: string, ...parts: readonly (MessageValue | null)[]): Message =>
  msg('label.joined', { parts: { joined: parts.filter((p) => p !== null), by } });
/** The title of what is open to everybody. */
const OPEN = 'access.onlineOpenToAll';

/**
 * @param versions other records of the same work
 * @returns at most a handful, those that are in time and soonest first; purchase and question close the list
 * @example alternativesFor(aBook, [], here).map((a) => a.sort) // ['purchase', 'question']
 */
export function alternativesFor(
  item: AccessItem,
  versions: readonly AccessItem[],
  from: Vantage,
): Alternative[] {
  const { library, situation, at, needBy = null } = from;
  const { best, ways } = waysToRead(item, from);
  const family = KINDS[item.record.kind].family;
  const sooner = (way: Way): boolean => {
    if (!way.ready) return false;
    if (!best?.ready) return true;
    return way.ready.median < best.ready.median;
  };
  const found: Alternative[] = [];
  for (const version of versions) {
    const other = waysToRead(version, from).best;
    if (!other || !sooner(other)) continue;
    const { record } = version;
    const year = record.csl.issued?.['date-parts'][0][0];
    const sort = sortOf(record, item.record, other);
    found.push({
      sort,
      title: TITLE[sort](record),
      why: joined(
        ', ',
        record.kind === item.record.kind ? null : msg(`label.kind.${record.kind}.one`),
        record.csl.edition ? msg('access.edition', { edition: record.csl.edition }) : null,
        year ?? null,
        other.title,
        other.place || null,
      ),
      label: other.label,
      sub: other.sub,
      verdict: other.verdict,
      ready: other.ready?.median ?? null,
      record: record.id,
      slip: null,
    });
  }
  if (family === 'book') {
    const part = waysToRead(wantedItem(item, 'chapter'), from).ways.find(
      (w) =>
        w.setsWait &&
        w.action.do === 'slip' &&
        sooner(w) &&
        w.action.route !== 'hold' &&
        w.action.route !== 'transfer',
    );
    if (part?.action.do === 'slip' && part.ready) {
      found.push({
        sort: 'chapter',
        title: msg('access.aCopyOfAChapterOr'),
        why: msg('access.sentence', { text: joined(', ', part.title, part.place) }),
        label: part.label,
        sub: part.sub,
        verdict: part.verdict,
        ready: part.ready.median,
        record: null,
        slip: { route: part.action.route, from: part.action.from, wanted: 'chapter' },
      });
    }
  }
  for (const way of ways.filter((w) => w.id.startsWith('visit') && w.ready && sooner(w))) {
    found.push({
      sort: 'visit',
      title: way.title,
      why: joined(' ', way.place || null, ...way.reasons),
      label: way.label,
      sub: way.sub,
      verdict: way.verdict,
      ready: way.ready?.median ?? null,
      record: null,
      slip: null,
    });
  }
  for (const visit of visitsElsewhere(item, from))
    if (!best?.ready || visit.ready < best.ready.median) found.push(visit);
  const rank = (v: Verdict | null): number => (v === 'in-time' || v === null ? 0 : v === 'tight' ? 1 : 2);
  found.sort((a, b) => rank(a.verdict) - rank(b.verdict) || ((a.ready ?? '9') < (b.ready ?? '9') ? -1 : 1));
  const times = timesFor(from);
  const last: Alternative[] = [];
  const { purchase, question } = library.policy;
  if ((family === 'book' || family === 'media') && purchase.categories.includes(situation.category)) {
    const ready = times.ordered(purchase);
    last.push({
      sort: 'purchase',
      title: msg('access.suggestThatWeBuyIt'),
      why: msg('access.in100SuggestionsAreBought', { round: Math.round(purchase.share * 100) }),
      ...waitLabel(ready, at, library, true),
      verdict: verdictOf(ready, needBy),
      ready: ready && isoLocal(ready.median),
      record: null,
      slip: { route: 'purchase', from: 'acquisitions', wanted: 'purchase' },
    });
  }
  const answer = times.staff(question);
  last.push({
    sort: 'question',
    title: msg('access.askALibrarian'),
    why: answer
      ? msg('access.answeredBy', {
          dayOf: dayValue(dayOf(parseLocal(isoLocal(answer.likely)) as Minutes), dayOf(at)),
        })
      : NOTHING,
    label: answer ? waitLabel(answer, at, library).label : NOTHING,
    sub: NOTHING,
    verdict: null,
    ready: null,
    record: null,
    slip: { route: 'question', from: 'ask', wanted: 'question' },
  });
  return [...found.slice(0, FEW), ...last];
}
