/**
 * The rules of copyright, terms and the house (job: "Copyright and terms"), each decided from the policy's data and said in
 * words: what it does, which rule it is by its path in the policy file, and what would be allowed instead. The slip, its
 * promise and the page on which staff try cases all ask here.
 */
import { pageCount } from '../model/describe';
import { type Carrier, KINDS, type Kind } from '../model/kinds';
import type { Cents, Policy, ReaderCategory, Route, Speed } from '../model/library';
import type { Wanted } from '../model/slip';
import { type DayNumber, dayText, yearOf } from '../model/time';
import { money } from '../policy/price';
import type { CopyHistory } from './history';

/** refuse: not like this · royalty: allowed, it costs · mediate: staff look at it first · note: worth knowing. */
export type Weight = 'refuse' | 'royalty' | 'mediate' | 'note';
export interface RuleSaid {
  readonly weight: Weight;
  /** Path of the rule in the policy file. */
  readonly rule: string;
  readonly text: string;
  /** What would be allowed, where something else would. */
  readonly allowed?: string;
}
export interface RuleCase {
  readonly wanted: Wanted;
  readonly route: Route;
  readonly kind: Kind;
  readonly carrier: Carrier;
  readonly year: number | null;
  /** Pages asked for, as written: `101-128`, `3, 7-9`. */
  readonly pages: string;
  /** Pages of the whole book; null when not known. */
  readonly totalPages: number | null;
  /** Whether a chapter is named. */
  readonly chapter: boolean;
  readonly speed: Speed;
  readonly commercial: boolean;
  readonly category: ReaderCategory;
  readonly needBy: DayNumber | null;
  readonly history: CopyHistory;
}

const percent = (share: number): string => `${Math.round(share * 100)} %`;
const times = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;

/** Everything that the rules say of a case on a day. The gross price (before the library's share) decides on mediation. */
export function rulesFor(c: RuleCase, policy: Policy, today: DayNumber, gross: Cents): RuleSaid[] {
  const said: RuleSaid[] = [];
  const { copyright } = policy;
  const say = (weight: Weight, rule: string, text: string, allowed?: string): void => {
    said.push({ weight, rule, text, ...(allowed ? { allowed } : {}) });
  };
  if (c.history.open >= policy.openSlips) {
    const allowed = 'Finish or withdraw one of them first.';
    say(
      'refuse',
      'openSlips',
      `You have ${c.history.open} open slips; ${policy.openSlips} is the most at a time.`,
      allowed,
    );
  }
  if (c.needBy !== null && c.needBy - today > policy.needBy.latestDays) {
    const latest = dayText((today + policy.needBy.latestDays) as DayNumber, today);
    say(
      'refuse',
      'needBy.latestDays',
      `Need by is more than ${policy.needBy.latestDays} days away.`,
      `A day up to ${latest}, or none.`,
    );
  }
  if (c.wanted === 'question') return said;
  if (c.wanted === 'purchase') {
    if (!policy.purchase.categories.includes(c.category))
      say(
        'refuse',
        'purchase.categories',
        'Purchases are not suggested by readers of your category.',
        'Ask the desk about it.',
      );
    if (KINDS[c.kind].family === 'article' || KINDS[c.kind].family === 'chapter')
      say(
        'refuse',
        'purchase',
        'A part is not bought: it is copied.',
        'Suggest the book or journal it stands in.',
      );
    say('note', 'purchase.share', `Of what readers suggested, ${percent(policy.purchase.share)} was bought.`);
    return said;
  }
  const copy = c.wanted !== 'loan';
  if (!copy) loanRules(c, policy, say);
  else copyRules(c, policy, today, say);
  if (c.route === 'ill-copy' && policy.files.encrypted.includes(c.route))
    say('note', 'files.encrypted', `The file comes encrypted. It opens in ${policy.files.software}.`);
  if (copy)
    say(
      'note',
      'files.openDays',
      `The file can be opened for ${times(policy.files.openDays, 'day', 'days')}.`,
    );
  const outside = c.route === 'ill-loan' || c.route === 'ill-copy';
  const { mediated } = policy;
  const answer = `They answer in ${times(mediated.answer.median, 'working day', 'working days')}.`;
  if (outside && gross > mediated.above)
    say(
      'mediate',
      'mediated.above',
      `It costs more than ${money(mediated.above, policy.currency)} in all: staff look at it before it goes out.`,
      answer,
    );
  else if (outside && mediated.categories.includes(c.category))
    say(
      'mediate',
      'mediated.categories',
      'Slips of your category are looked at by staff before they go out.',
      answer,
    );
  else if (outside && mediated.kinds.includes(c.kind))
    say(
      'mediate',
      'mediated.kinds',
      `${KINDS[c.kind].plural} are looked at by staff before they are asked for.`,
      answer,
    );
  if (copy && copyright.royaltyPerCopy === 0)
    return said.map((r) => (r.weight === 'royalty' ? { ...r, weight: 'note' } : r));
  return said;
}

type Say = (weight: Weight, rule: string, text: string, allowed?: string) => void;

function loanRules(c: RuleCase, policy: Policy, say: Say): void {
  const outside = c.route === 'ill-loan' || c.route === 'partner-loan';
  if (!policy.copyright.ebookLoans && c.carrier === 'online' && KINDS[c.kind].family === 'book') {
    say(
      'refuse',
      'copyright.ebookLoans',
      'A whole e-book can’t be borrowed from elsewhere.',
      'A chapter can be copied.',
    );
    return;
  }
  if (outside && policy.kindsNeverLent.includes(c.kind))
    say('refuse', 'kindsNeverLent', `${KINDS[c.kind].plural} are not lent.`, 'A copy of a part.');
  const { loans } = policy;
  const [days, rule] =
    c.route === 'ill-loan'
      ? [loans.interlibraryDays, 'loans.interlibraryDays']
      : c.route === 'partner-loan'
        ? [loans.partnerDays, 'loans.partnerDays']
        : [loans.ownDays[c.category], `loans.ownDays.${c.category}`];
  const renewals = loans.renewals[c.category];
  say(
    'note',
    rule,
    `A loan lends you the volume itself for ${days} days${renewals ? `, renewable ${times(renewals, 'time', 'times')} while nobody waits` : ''}.`,
  );
}

function copyRules(c: RuleCase, policy: Policy, today: DayNumber, say: Say): void {
  const { copyright } = policy;
  const before = { royalty: 0 };
  const royalty = (rule: string, text: string, allowed?: string): void => {
    before.royalty++;
    say('royalty', `copyright.${rule}`, text, allowed);
  };
  if (c.commercial)
    royalty('statement', 'Commercial use is outside the private-study exception: a royalty is due.');
  if (c.speed === 'fast' && copyright.fastExcluded && (c.route === 'ill-copy' || c.route === 'ill-loan'))
    royalty(
      'fastExcluded',
      'The fastest service is outside the private-study exception: a royalty is due.',
      'Standard speed.',
    );
  if (c.wanted === 'article') {
    if (c.history.sameIssue >= copyright.articlesPerIssue)
      royalty(
        'articlesPerIssue',
        `You already have ${c.history.sameIssue} from this issue; ${copyright.articlesPerIssue} is free for private study, a royalty is due on the next.`,
      );
    const recent = c.year !== null && yearOf(today) - c.year < copyright.recentYears;
    if (recent && c.history.journalThisYear >= copyright.copiesPerJournalYear)
      royalty(
        'copiesPerJournalYear',
        `${c.history.journalThisYear} recent articles of this journal this year are the ${copyright.copiesPerJournalYear} that are free: a royalty is due.`,
      );
    if (!before.royalty)
      say('note', 'copyright.articlesPerIssue', 'One article from an issue, for private study: no royalty.');
    return;
  }
  const asked = pageCount(c.pages);
  const all = c.totalPages;
  const share = asked && all ? asked / all : null;
  const most = all
    ? `Up to ${Math.floor(all * copyright.shareOfPages)} pages, or one chapter by its name.`
    : undefined;
  if (asked && all && asked > all) {
    say(
      'refuse',
      'copyright.shareOfPages',
      `The book has ${all} pages and ${asked} are asked for.`,
      'Check the pages.',
    );
    return;
  }
  if (share !== null && share > copyright.neverAbove) {
    say(
      'refuse',
      'copyright.neverAbove',
      `${asked} of ${all} pages is more than ${percent(copyright.neverAbove)} of the book: that is not copied.`,
      `Borrow the volume. ${most}`,
    );
    return;
  }
  if (c.history.sameBookCopies >= copyright.chaptersPerBook)
    royalty(
      'chaptersPerBook',
      `You already have ${times(c.history.sameBookCopies, 'part', 'parts')} of this book; a royalty is due on the next.`,
    );
  else if (!c.chapter && share !== null && share > copyright.shareOfPages)
    royalty(
      'shareOfPages',
      `${asked} of ${all} pages is over ${percent(copyright.shareOfPages)}, and no chapter is named: a royalty is due.`,
      most,
    );
  if (!before.royalty)
    say(
      'note',
      c.chapter ? 'copyright.chaptersPerBook' : 'copyright.shareOfPages',
      c.chapter
        ? 'Within one chapter, for private study: no royalty.'
        : `Up to ${percent(copyright.shareOfPages)} of the pages, for private study: no royalty.`,
    );
}
