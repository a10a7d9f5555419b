/**
 * The policy file's schema: checked when an index is built and whenever the file changes, trusted everywhere
 * after. What is wrong is said with the path of the value, the rule it breaks and what stands there.
 */

import Joi from 'joi';
import { KIND_LIST } from '../model/kinds';
import type { Policy } from '../model/library';
import { CATEGORIES } from '../model/library';
import { type Message, msg } from '../model/message';
import { parseDay } from '../model/time';
import { isZone } from '../model/zone';
import { errorText } from '../text';

const days = Joi.number().integer().min(0).max(365);
const few = Joi.number().integer().min(0).max(100);
const cents = Joi.number().integer().min(0).max(1_000_000);
const share = Joi.number().min(0).max(1);
const clock = Joi.string()
  .pattern(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/)
  .messages({ 'string.pattern.base': '{{#label}} is not a clock time like 08:30' });
const isoDay = Joi.string()
  .custom((value: string, helpers) => (parseDay(value) === null ? helpers.error('day.bad') : value))
  .messages({ 'day.bad': '{{#label}} is not a day like 2026-11-13' });
const spreadKeys = { median: days.required(), likely: days.min(Joi.ref('median')).required() };
const spread = Joi.object(spreadKeys);
const service = Joi.object({ loan: cents.required(), copy: cents.required() });
const byCategory = (value: Joi.Schema) =>
  Joi.object(Object.fromEntries(CATEGORIES.map((c) => [c, value.required()])));
const span = Joi.object({ from: isoDay.required(), to: isoDay.required(), name: Joi.string().required() })
  .custom((value: { from: string; to: string }, helpers) =>
    value.from > value.to ? helpers.error('span.turned') : value,
  )
  .messages({ 'span.turned': '{{#label}} ends before it begins' });
const spans = Joi.array().items(span);
const kinds = Joi.array().items(Joi.string().valid(...KIND_LIST));
const categories = Joi.array().items(Joi.string().valid(...CATEGORIES));
const country = Joi.string().length(2);
const section = (keys: Joi.SchemaMap) => Joi.object(keys).required();

export const policySchema = Joi.object<Policy>({
  version: Joi.string().required(),
  wait: section({
    thisWeekDays: days.required(),
    twoWeeksDays: days.required(),
    unlikelyBelow: share.required(),
  }),
  zone: Joi.string()
    .custom((name: string, h) => (isZone(name) ? name : h.error('zone')))
    .messages({ zone: '{{#label}} is no IANA time zone: write it like CET or Etc/GMT-1.' })
    .required(),
  currency: section({
    code: Joi.string()
      .pattern(/^[A-Z]{3}$/)
      .required(),
    sign: Joi.string().max(6).required(),
  }),
  holidays: spans.required(),
  terms: spans.required(),
  shelf: section({
    fetchMinutes: days.required(),
    lastEntryMinutes: days.required(),
    overdueGraceDays: days.required(),
    queueLoanDays: days.required(),
    returned: spread.required(),
    pickupDays: days.required(),
  }),
  courier: section({
    cutoff: clock.required(),
    transit: Joi.object().pattern(Joi.string(), Joi.object().pattern(Joi.string(), spread)).required(),
  }),
  post: spread.required(),
  scanDesk: section({ ...spreadKeys, cutoff: clock.required(), sentAt: clock.required() }),
  lending: section({
    country: country.required(),
    region: Joi.array().items(country).required(),
    desk: Joi.string().required(),
    processingDays: spread.required(),
    askAtMost: Joi.number().integer().min(1).max(20).required(),
    unrecordedShare: share.required(),
    lostShare: share.required(),
    fastSaves: days.required(),
    road: section({ home: spread.required(), abroad: spread.required() }),
    order: section({ worth: cents.required(), day: cents.required(), load: share.required() }),
  }),
  copyright: section({
    articlesPerIssue: few.required(),
    chaptersPerBook: few.required(),
    shareOfPages: share.required(),
    neverAbove: share.min(Joi.ref('shareOfPages')).required(),
    recentYears: few.required(),
    copiesPerJournalYear: few.required(),
    royaltyPerCopy: cents.required(),
    ebookLoans: Joi.boolean().required(),
    fastExcluded: Joi.boolean().required(),
    statement: Joi.string().required(),
  }),
  price: section({
    interlibrary: service.required(),
    partner: service.required(),
    own: service.required(),
    fast: cents.required(),
    post: cents.required(),
    ceiling: cents.required(),
    subsidy: byCategory(service).required(),
  }),
  mediated: section({
    above: cents.required(),
    categories: categories.required(),
    kinds: kinds.required(),
    answer: spread.required(),
  }),
  loans: section({
    interlibraryDays: days.min(1).required(),
    partnerDays: days.min(1).required(),
    ownDays: byCategory(days.min(1)).required(),
    renewals: byCategory(few).required(),
    renewalDays: days.required(),
    noticeDays: days.required(),
    recallDays: days.min(1).required(),
  }),
  files: section({
    openDays: days.min(1).required(),
    encrypted: Joi.array().items(Joi.string()).required(),
    software: Joi.string().required(),
  }),
  needBy: section({ latestDays: days.min(1).required() }),
  openSlips: Joi.number().integer().min(1).max(1000).required(),
  purchase: section({ ...spreadKeys, share: share.required(), categories: categories.required() }),
  question: spread.required(),
  kindsNeverLent: kinds.required(),
}).required();

const NAMED_AT_MOST = 5;
/** What the validator says of each value at fault, in its own words; the first few of them. */
const unusable = (said: readonly string[]): Message =>
  msg('policyfile.cantBeUsed', {
    said: { joined: said.slice(0, NAMED_AT_MOST), by: '. ' },
    more: Math.max(0, said.length - NAMED_AT_MOST),
  });

/** Returns the policy, or a message that names every value at fault by its path, at most five of them. */
export function readPolicy(value: unknown): { policy: Policy } | { problem: Message } {
  const { value: policy, error } = policySchema.validate(value, {
    abortEarly: false,
    convert: false,
    errors: { wrap: { label: false } },
  });
  if (!error) return { policy: policy as Policy };
  const said = error.details.map((d) => {
    const found = d.context?.value;
    const shown = found === undefined || typeof found === 'object' ? '' : `; it is ${JSON.stringify(found)}`;
    return `${d.message}${shown}`;
  });
  return { problem: unusable(said) };
}

/**
 * What the policy must say of the places there are, and does not: a road from every campus and partner to
 * every campus, a desk that is one of the campuses. Null when nothing is missing.
 */
export function placesProblem(
  policy: Policy,
  places: { readonly campuses: readonly Place[]; readonly partners: readonly Place[] },
): Message | null {
  const { campuses, partners } = places;
  const gaps: string[] = [];
  for (const from of [...campuses, ...partners])
    for (const to of campuses)
      if (from.id !== to.id && !policy.courier.transit[from.id]?.[to.id])
        gaps.push(`courier.transit.${from.id}.${to.id} is required`);
  if (!campuses.some((c) => c.id === policy.lending.desk))
    gaps.push(`lending.desk must be one of the campuses; it is "${policy.lending.desk}"`);
  return gaps.length ? unusable(gaps) : null;
}
interface Place {
  readonly id: string;
}

/** As `readPolicy`, from the file's text. */
export function parsePolicy(text: string): { policy: Policy } | { problem: Message } {
  try {
    return readPolicy(JSON.parse(text));
  } catch (error) {
    return {
      problem: msg('policyfile.notJson', { said: errorText(error) }),
    };
  }
}
