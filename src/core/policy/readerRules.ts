/** What the policy means for a reader, topic by topic, in plain sentences; staff read the file's own paths. */
import { CATEGORIES, type ReaderCategory, type Route } from '../model/codes';
import { type Message, moneyValue, msg, shareValue, type WithinValue } from '../model/message';
import type { Policy } from '../model/policy';
import { priceOf, totalOf } from './price';

export interface Topic {
  readonly topic: 'borrowing' | 'copies' | 'prices' | 'asking';
  readonly heading: Message;
  readonly rules: readonly Message[];
}
const kinds = (list: Policy['kindsNeverLent']): readonly WithinValue[] =>
  list.map((kind) => ({ within: msg(`label.kind.${kind}.many`) }));
const categories = (list: readonly ReaderCategory[]): readonly Message[] =>
  list.map((category) => msg(`label.category.${category}`));

/**
 * The rules that decide what a reader may have, for how long and for what price.
 * @example readerRules(policy).map((t) => t.topic) // ['borrowing', 'copies', 'prices', 'asking']
 */
export function readerRules(policy: Policy): readonly Topic[] {
  const { loans, copyright, price, mediated, purchase, files, shelf } = policy;
  const money = (cents: number) => moneyValue(cents, policy.currency);
  const pays = (category: ReaderCategory, route: Route) =>
    money(
      totalOf(priceOf({ route, speed: 'standard', category, remote: false, royalty: 0 as never }, policy)),
    );
  return [
    {
      topic: 'borrowing',
      heading: msg('houserules.topic.borrowing'),
      rules: [
        ...CATEGORIES.map((category) =>
          msg('houserules.ownLoans', {
            category: msg(`label.category.${category}`),
            days: loans.ownDays[category],
            renewals: loans.renewals[category],
          }),
        ),
        msg('houserules.fromElsewhere', { partner: loans.partnerDays, interlibrary: loans.interlibraryDays }),
        msg('houserules.renewalAdds', { days: loans.renewalDays }),
        msg('houserules.recalled', { days: loans.recallDays }),
        ...(loans.overdueFee
          ? [
              msg('houserules.overdueFee', {
                day: money(loans.overdueFee.day),
                most: money(loans.overdueFee.most),
              }),
            ]
          : []),
        ...(loans.blockedAbove === undefined
          ? []
          : [msg('houserules.blockedAbove', { most: money(loans.blockedAbove) })]),
        msg('houserules.waitsForYou', { days: shelf.pickupDays }),
        ...(policy.kindsNeverLent.length
          ? [msg('houserules.neverLent', { kinds: kinds(policy.kindsNeverLent) })]
          : []),
      ],
    },
    {
      topic: 'copies',
      heading: msg('houserules.topic.copies'),
      rules: [
        msg('houserules.parts', {
          articles: copyright.articlesPerIssue,
          chapters: copyright.chaptersPerBook,
          share: shareValue(copyright.shareOfPages),
        }),
        msg('houserules.neverAbove', { share: shareValue(copyright.neverAbove) }),
        msg('houserules.recentCopies', {
          years: copyright.recentYears,
          copies: copyright.copiesPerJournalYear,
          royalty: money(copyright.royaltyPerCopy),
        }),
        msg(copyright.ebookLoans ? 'houserules.ebooksWhole' : 'houserules.ebooksInParts'),
        msg('houserules.filesOpen', { days: files.openDays }),
      ],
    },
    {
      topic: 'prices',
      heading: msg('houserules.topic.prices'),
      rules: [
        ...CATEGORIES.map((category) =>
          msg('houserules.youPay', {
            category: msg(`label.category.${category}`),
            loan: pays(category, 'ill-loan'),
            copy: pays(category, 'ill-copy'),
            partner: pays(category, 'partner-loan'),
          }),
        ),
        msg('houserules.hurry', { fast: money(price.fast), days: policy.lending.fastSaves }),
        msg('houserules.byPost', { post: money(price.post) }),
        msg('houserules.ceiling', { ceiling: money(price.ceiling) }),
        msg('houserules.nothingOwed'),
      ],
    },
    {
      topic: 'asking',
      heading: msg('houserules.topic.asking'),
      rules: [
        msg('houserules.openSlips', { n: policy.openSlips }),
        msg('houserules.needBy', { days: policy.needBy.latestDays }),
        msg('houserules.staffLook', { above: money(mediated.above), days: mediated.answer.median }),
        ...(mediated.categories.length || mediated.kinds.length
          ? [
              msg('houserules.staffLookAlways', {
                what: [...categories(mediated.categories), ...kinds(mediated.kinds)],
              }),
            ]
          : []),
        msg('houserules.withdrawn'),
        ...(purchase.categories.length
          ? [
              msg('houserules.purchase', {
                categories: categories(purchase.categories),
                share: shareValue(purchase.share),
              }),
            ]
          : []),
        msg('houserules.questions', { days: policy.question.median }),
        ...(policy.appointments
          ? [
              msg('houserules.hours', {
                minutes: policy.appointments.minutes,
                ahead: Math.ceil(policy.appointments.aheadMinutes / 60),
                days: policy.appointments.days,
              }),
            ]
          : []),
      ],
    },
  ];
}
