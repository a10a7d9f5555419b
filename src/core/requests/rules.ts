/**
 * The rules of copyright, terms and the house (job: "Copyright and terms"), each decided from the policy's
 * data and said in words: what it does, which rule it is by its path in the policy file, and what would be
 * allowed instead. The slip, its promise and the page on which staff try cases all ask here.
 */

import type { Cents, ReaderCategory, Route, Speed, Wanted } from '../model/codes';
import { pageCount } from '../model/describe';
import { type Carrier, KINDS, type Kind } from '../model/kinds';
import { dayValue, type Message, moneyValue, msg, NOTHING, shareValue } from '../model/message';
import type { Policy } from '../model/policy';
import { type DayNumber, yearOf } from '../model/time';
import type { CopyHistory } from './history';

/**
 * refuse: not like this · royalty: allowed, it costs · mediate: staff look at it first · note: worth knowing.
 */
export type Weight = 'refuse' | 'royalty' | 'mediate' | 'note';
export interface RuleSaid {
  readonly weight: Weight;
  /** Path of the rule in the policy file. */
  readonly rule: string;
  readonly text: Message;
  /** What would be allowed, where something else would. */
  readonly allowed?: Message;
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

/**
 * Everything that the rules say of a case on a day. The gross price (before the library's share) decides on
 * mediation.
 * @example rulesFor(aCase, policy, parseDay('2026-11-02'), 0)[0].rule // 'loans.interlibraryDays'
 */
export function rulesFor(c: RuleCase, policy: Policy, today: DayNumber, gross: Cents): RuleSaid[] {
  const said: RuleSaid[] = [];
  const { copyright } = policy;
  const add = (weight: Weight, rule: string, text: Message, allowed?: Message): void => {
    said.push({ weight, rule, text, ...(allowed ? { allowed } : {}) });
  };
  if (c.history.open >= policy.openSlips) {
    const allowed = msg('rules.finishOrWithdrawOneOfThem');
    add(
      'refuse',
      'openSlips',
      msg('rules.youHaveOpenSlipsIsThe', { open: c.history.open, openSlips: policy.openSlips }),
      allowed,
    );
  }
  if (c.needBy !== null && c.needBy - today > policy.needBy.latestDays) {
    const latest = dayValue((today + policy.needBy.latestDays) as DayNumber, today);
    add(
      'refuse',
      'needBy.latestDays',
      msg('rules.needByIsMoreThanDays', { latestDays: policy.needBy.latestDays }),
      msg('rules.aDayUpToOrNone', { latest }),
    );
  }
  if (c.wanted === 'question') return said;
  if (c.wanted === 'purchase') {
    if (!policy.purchase.categories.includes(c.category))
      add(
        'refuse',
        'purchase.categories',
        msg('rules.purchasesAreNotSuggestedByReaders'),
        msg('rules.askTheDeskAboutIt'),
      );
    if (KINDS[c.kind].family === 'article' || KINDS[c.kind].family === 'chapter')
      add('refuse', 'purchase', msg('rules.aPartIsNotBoughtIt'), msg('rules.suggestTheBookOrJournalIt'));
    add(
      'note',
      'purchase.share',
      msg('rules.ofWhatReadersSuggestedWasBought', { share: shareValue(policy.purchase.share) }),
    );
    return said;
  }
  const copy = c.wanted !== 'loan';
  if (!copy) loanRules(c, policy, add);
  else copyRules(c, policy, today, add);
  if (c.route === 'ill-copy' && policy.files.encrypted.includes(c.route))
    add(
      'note',
      'files.encrypted',
      msg('rules.theFileComesEncryptedItOpens', { software: policy.files.software }),
    );
  if (copy)
    add('note', 'files.openDays', msg('rules.theFileCanBeOpenedFor', { openDays: policy.files.openDays }));
  const outside = c.route === 'ill-loan' || c.route === 'ill-copy';
  const { mediated } = policy;
  const answer = msg('rules.theyAnswerInOther', { median: mediated.answer.median });
  if (outside && gross > mediated.above)
    add(
      'mediate',
      'mediated.above',
      msg('rules.itCostsMoreThanInAll', { above: moneyValue(mediated.above, policy.currency) }),
      answer,
    );
  else if (outside && mediated.categories.includes(c.category))
    add('mediate', 'mediated.categories', msg('rules.slipsOfYourCategoryAreLooked'), answer);
  else if (outside && mediated.kinds.includes(c.kind))
    add(
      'mediate',
      'mediated.kinds',
      msg('rules.areLookedAtByStaffBefore', { plural: msg(`label.kind.${c.kind}.many`) }),
      answer,
    );
  if (copy && copyright.royaltyPerCopy === 0)
    return said.map((r) => (r.weight === 'royalty' ? { ...r, weight: 'note' } : r));
  return said;
}

type AddRule = (weight: Weight, rule: string, text: Message, allowed?: Message) => void;

function loanRules(c: RuleCase, policy: Policy, add: AddRule): void {
  const outside = c.route === 'ill-loan' || c.route === 'partner-loan';
  if (!policy.copyright.ebookLoans && c.carrier === 'online' && KINDS[c.kind].family === 'book') {
    add('refuse', 'copyright.ebookLoans', msg('rules.aWholeEBookCantBe'), msg('rules.aChapterCanBeCopied'));
    return;
  }
  if (outside && policy.kindsNeverLent.includes(c.kind))
    add(
      'refuse',
      'kindsNeverLent',
      msg('rules.areNotLent', { plural: msg(`label.kind.${c.kind}.many`) }),
      msg('rules.aCopyOfAPart'),
    );
  const { loans } = policy;
  const [days, rule] =
    c.route === 'ill-loan'
      ? [loans.interlibraryDays, 'loans.interlibraryDays']
      : c.route === 'partner-loan'
        ? [loans.partnerDays, 'loans.partnerDays']
        : [loans.ownDays[c.category], `loans.ownDays.${c.category}`];
  const renewals = loans.renewals[c.category];
  add(
    'note',
    rule,
    msg('rules.aLoanLendsYouTheVolume', {
      days,
      part: renewals ? msg('rules.renewableOtherWhileNobodyWaits', { renewals }) : NOTHING,
    }),
  );
}

function copyRules(c: RuleCase, policy: Policy, today: DayNumber, add: AddRule): void {
  const { copyright } = policy;
  const before = { royalty: 0 };
  const royalty = (rule: string, text: Message, allowed?: Message): void => {
    before.royalty++;
    add('royalty', `copyright.${rule}`, text, allowed);
  };
  if (c.commercial) royalty('statement', msg('rules.commercialUseIsOutsideThePrivate'));
  if (c.speed === 'fast' && copyright.fastExcluded && (c.route === 'ill-copy' || c.route === 'ill-loan'))
    royalty('fastExcluded', msg('rules.theFastestServiceIsOutsideThe'), msg('rules.standardSpeed'));
  if (c.wanted === 'article') {
    if (c.history.sameIssue >= copyright.articlesPerIssue)
      royalty(
        'articlesPerIssue',
        msg('rules.youAlreadyHaveFromThisIssue', {
          sameIssue: c.history.sameIssue,
          articlesPerIssue: copyright.articlesPerIssue,
        }),
      );
    const recent = c.year !== null && yearOf(today) - c.year < copyright.recentYears;
    if (recent && c.history.journalThisYear >= copyright.copiesPerJournalYear)
      royalty(
        'copiesPerJournalYear',
        msg('rules.recentArticlesOfThisJournalThis', {
          journalThisYear: c.history.journalThisYear,
          copiesPerJournalYear: copyright.copiesPerJournalYear,
        }),
      );
    if (!before.royalty) add('note', 'copyright.articlesPerIssue', msg('rules.oneArticleFromAnIssueFor'));
    return;
  }
  const asked = pageCount(c.pages);
  const all = c.totalPages;
  const share = asked && all ? asked / all : null;
  const most = all
    ? msg('rules.upToPagesOrOneChapter', { floor: Math.floor(all * copyright.shareOfPages) })
    : undefined;
  if (asked && all && asked > all) {
    add(
      'refuse',
      'copyright.shareOfPages',
      msg('rules.theBookHasPagesAndAre', { all, asked }),
      msg('rules.checkThePages'),
    );
    return;
  }
  if (share !== null && share > copyright.neverAbove) {
    add(
      'refuse',
      'copyright.neverAbove',
      msg('rules.ofPagesIsMoreThanOf', { asked, all, neverAbove: shareValue(copyright.neverAbove) }),
      msg('rules.borrowTheVolume', { most }),
    );
    return;
  }
  if (c.history.sameBookCopies >= copyright.chaptersPerBook)
    royalty(
      'chaptersPerBook',
      msg('rules.youAlreadyHaveOtherOfThis', { sameBookCopies: c.history.sameBookCopies }),
    );
  else if (!c.chapter && share !== null && share > copyright.shareOfPages)
    royalty(
      'shareOfPages',
      msg('rules.ofPagesIsOverAndNo', { asked, all, shareOfPages: shareValue(copyright.shareOfPages) }),
      most,
    );
  if (!before.royalty)
    add(
      'note',
      c.chapter ? 'copyright.chaptersPerBook' : 'copyright.shareOfPages',
      c.chapter
        ? msg('rules.withinOneChapterForPrivateStudy')
        : msg('rules.upToOfThePagesFor', { shareOfPages: shareValue(copyright.shareOfPages) }),
    );
}
