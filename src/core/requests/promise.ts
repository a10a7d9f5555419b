/** The promise beside a slip: price line by line, dates, chance, who is asked, and the rules that apply to this request. */
import { type AccessItem, lendingFor } from '../access/options';
import { timesFor } from '../access/times';
import { ownersLine, type Route, type Verdict, verdictOf, type Way, waitLabel, waysToRead } from '../access/ways';
import { pageCount } from '../bibliography/describe';
import { KINDS } from '../bibliography/kinds';
import type { Cents, Library, ReaderSituation } from '../policy/types';
import { dayOf, dayText, isoLocal, type Minutes, parseDay, parseLocal, yearOf } from '../time';
import { canHurry, type PriceLine, priceOf, totalOf } from './price';
import { limitOf, type Slip, type Wanted } from './slip';

export interface RuleSaid {
  /** refuse: it can't be sent like this · royalty: it costs · note: worth knowing. */
  readonly weight: 'refuse' | 'royalty' | 'note';
  readonly text: string;
}
export interface SlipPromise {
  readonly route: Route;
  readonly from: string;
  readonly median: string | null;
  readonly likely: string | null;
  readonly label: string;
  readonly sub: string;
  readonly verdict: Verdict | null;
  readonly chance: number;
  readonly lines: readonly PriceLine[];
  readonly total: Cents;
  readonly asked: readonly { name: string; cumulative: number; days: number }[];
  readonly owners: string | null;
  readonly rules: readonly RuleSaid[];
  readonly canHurry: boolean;
  /** Every way a slip of this sort could take, soonest first. */
  readonly routes: readonly { route: Route; from: string; title: string; label: string; sub: string; price: Cents }[];
  /** What would be quicker or simpler than this slip. */
  readonly better: { title: string; label: string; place: string; href: string | null; route: Route | null; from: string | null } | null;
}
/** What the rules need to know of the reader's other slips: copies of the same journal or issue this year. */
export interface CopyHistory {
  readonly journalThisYear: number;
  readonly sameIssue: number;
  readonly sameBookCopies: number;
}
export const NO_HISTORY: CopyHistory = { journalThisYear: 0, sameIssue: 0, sameBookCopies: 0 };

/** The item as the slip wants it: a chapter asked for out of a book is a part standing in that book. */
export function wantedItem(item: AccessItem, wanted: Wanted): AccessItem {
  const { record } = item;
  if (wanted !== 'chapter' || record.kind === 'chapter') return item;
  const { copies: _c, partnerCopies: _p, ebook: _e, owners: _o, ...rest } = record;
  return { record: { ...rest, kind: 'chapter' }, lines: [], host: record };
}

/** The copyright and terms rules (job: "Copyright and terms"), each with the words shown. */
export function rulesFor(slip: Slip, item: AccessItem, library: Library, at: Minutes, history: CopyHistory): RuleSaid[] {
  const { copyright } = library.policy;
  const rules: RuleSaid[] = [];
  const year = Number(slip.item.year) || null;
  if (slip.wanted === 'loan') {
    if (item.record.carrier === 'online' && KINDS[item.record.kind].family === 'book') {
      rules.push({ weight: 'refuse', text: 'A whole e-book can’t be borrowed from elsewhere. A chapter can be copied.' });
    } else rules.push({ weight: 'note', text: 'A loan lends you the volume itself; it goes back by its due date.' });
    return rules;
  }
  if (slip.speed === 'fast')
    rules.push({ weight: 'royalty', text: 'The fastest service is outside the private-study exception: a royalty is due.' });
  if (slip.wanted === 'article') {
    if (history.sameIssue >= copyright.articlesPerIssue) {
      rules.push({
        weight: 'royalty',
        text: `You already have ${history.sameIssue} from this issue; one is free for private study, a royalty is due on the next.`,
      });
    }
    if (year !== null && yearOf(dayOf(at)) - year < copyright.recentYears && history.journalThisYear >= copyright.copiesPerJournalYear) {
      rules.push({
        weight: 'royalty',
        text: `More than ${copyright.copiesPerJournalYear} recent articles from this journal this year: a royalty is due.`,
      });
    }
    if (!rules.length) rules.push({ weight: 'note', text: 'One article from an issue, for private study: no royalty.' });
    return rules;
  }
  const asked = pageCount(slip.item.pages);
  const all = Number(slip.item.totalPages) || null;
  const named = slip.item.kind === 'chapter' || slip.item.chapter.trim() !== '';
  const share = asked && all ? asked / all : null;
  if (asked && all && asked > all)
    rules.push({ weight: 'refuse', text: `The book has ${all} pages and ${asked} are asked for: check the pages.` });
  else if (share !== null && share > 0.5)
    rules.push({ weight: 'refuse', text: `${asked} of ${all} pages is more than half the book: that is not copied. Borrow the volume.` });
  else if (history.sameBookCopies >= copyright.chaptersPerBook)
    rules.push({ weight: 'royalty', text: 'You already have a chapter of this book; a royalty is due on the next.' });
  else if (!named && share !== null && share > copyright.shareOfPages) {
    rules.push({
      weight: 'royalty',
      text: `${asked} of ${all} pages is over ${Math.round(copyright.shareOfPages * 100)} %, and no chapter is named: a royalty is due.`,
    });
  } else
    rules.push({
      weight: 'note',
      text: named
        ? 'Within one chapter, for private study: no royalty.'
        : `Up to ${Math.round(copyright.shareOfPages * 100)} % of the pages, for private study: no royalty.`,
    });
  return rules;
}

const slipWays = (ways: readonly Way[]) =>
  ways.flatMap((way) => (way.action.do === 'slip' && way.ready ? [{ way, route: way.action.route, from: way.action.from }] : []));

/**
 * Computes the promise for a slip as it stands. If its route is not open for what is now wanted (a loan turned into a
 * chapter), the soonest route that is takes its place, and the answer says so by naming it.
 */
export function promiseFor(
  slip: Slip,
  whole: AccessItem,
  library: Library,
  situation: ReaderSituation,
  at: Minutes,
  history: CopyHistory = NO_HISTORY,
): SlipPromise {
  const item = wantedItem(whole, slip.wanted);
  const needBy = parseDay(slip.needBy);
  const { ways } = waysToRead(item, library, situation, at, needBy);
  const open = slipWays(ways);
  const chosen = open.find((o) => o.route === slip.route && o.from === slip.from) ?? open[0];
  const route = chosen?.route ?? slip.route;
  const from = chosen?.from ?? slip.from;
  const rules = [...rulesFor(slip, whole, library, at, history)];
  const hurried = canHurry(route) ? slip.speed : 'standard';
  const royalty = rules.some((r) => r.weight === 'royalty') ? library.policy.copyright.royaltyPerCopy : 0;
  const lines = priceOf({ route, speed: hurried, category: situation.category, remote: situation.remote, royalty }, library.policy);
  const total = totalOf(lines);
  const lending = route === 'ill-loan' || route === 'ill-copy';
  const plan = lending ? lendingFor(item, library, hurried) : null;

  let ready = chosen?.way.ready
    ? { median: parseLocal(chosen.way.ready.median) as Minutes, likely: parseLocal(chosen.way.ready.likely) as Minutes }
    : null;
  if (plan?.asked.length) ready = timesFor(library, situation, at).lending(plan.days, plan.service);
  const { label, sub } = waitLabel(ready, at, library, lending);
  if (!chosen)
    rules.push({
      weight: 'refuse',
      text: slip.wanted === 'loan' ? 'Nobody we can ask lends this volume.' : 'Nobody we can ask supplies a copy of this.',
    });
  const limit = limitOf(slip);
  if (limit !== null && Number.isFinite(limit) && total > limit)
    rules.push({ weight: 'refuse', text: 'The price is over the limit you set.' });
  if (verdictOf(ready, needBy) === 'too-late' && needBy !== null)
    rules.push({ weight: 'note', text: `It would come after ${dayText(needBy, dayOf(at))}, when you need it.` });

  const quicker = waysToRead(whole, library, situation, at, needBy).best;
  const isBetter =
    quicker?.ready && (!ready || (parseLocal(quicker.ready.median) as Minutes) < ready.median) && quicker.action.do !== 'slip';
  const slower =
    quicker?.action.do === 'slip' &&
    ready &&
    quicker.ready &&
    (parseLocal(quicker.ready.median) as Minutes) < ready.median &&
    quicker.action.route !== route;
  return {
    route,
    from,
    median: ready ? isoLocal(ready.median) : null,
    likely: ready ? isoLocal(ready.likely) : null,
    label,
    sub,
    verdict: verdictOf(ready, needBy),
    chance: plan ? plan.chance : (chosen?.way.chance ?? 0),
    lines,
    total,
    asked:
      plan?.asked.map((a) => ({
        name: a.lender.name,
        cumulative: a.cumulative,
        days: plan.service === 'copy' ? a.lender.copyDays.median : a.lender.loanDays.median,
      })) ?? [],
    owners: plan ? ownersLine(plan) : null,
    rules,
    canHurry: canHurry(route),
    routes: open.map((o) => ({ route: o.route, from: o.from, title: o.way.title, label: o.way.label, sub: o.way.sub, price: o.way.price })),
    better:
      quicker && (isBetter || slower)
        ? {
            title: quicker.title,
            label: quicker.label,
            place: quicker.place,
            href: quicker.action.do === 'open' ? quicker.action.href : null,
            route: quicker.action.do === 'slip' ? quicker.action.route : null,
            from: quicker.action.do === 'slip' ? quicker.action.from : null,
          }
        : null,
  };
}
