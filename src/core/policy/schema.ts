/** The policy file's schema: checked once when an index is built or loaded, trusted everywhere after. */
import Joi from 'joi';
import { KIND_LIST } from '../bibliography/kinds';
import type { Policy } from './types';

const days = Joi.number().integer().min(0).max(365);
const cents = Joi.number().integer().min(0).max(1_000_000);
const clock = Joi.string().pattern(/^([01]\d|2[0-4]):[0-5]\d$/);
const isoDay = Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/);
const spread = { median: days.required(), likely: days.min(Joi.ref('median')).required() };
const service = Joi.object({ loan: cents.required(), copy: cents.required() });

export const policySchema = Joi.object<Policy>({
  version: Joi.string().required(),
  wait: Joi.object({
    thisWeekDays: days.required(),
    twoWeeksDays: days.required(),
    unlikelyBelow: Joi.number().min(0).max(1).required(),
  }).required(),
  holidays: Joi.array()
    .items(Joi.object({ from: isoDay.required(), to: isoDay.required(), name: Joi.string().required() }))
    .required(),
  shelf: Joi.object({
    fetchMinutes: days.required(),
    lastEntryMinutes: days.required(),
    overdueGraceDays: days.required(),
    queueLoanDays: days.required(),
  }).required(),
  transfer: Joi.object({ ...spread, cutoff: clock.required() }).required(),
  post: Joi.object(spread).required(),
  scanDesk: Joi.object({ ...spread, sentAt: clock.required() }).required(),
  lending: Joi.object({
    country: Joi.string().length(2).required(),
    region: Joi.array().items(Joi.string().length(2)).required(),
    processingDays: days.required(),
    askAtMost: Joi.number().integer().min(1).max(20).required(),
    unrecordedShare: Joi.number().min(0).max(1).required(),
    fastSaves: days.required(),
  }).required(),
  copyright: Joi.object({
    articlesPerIssue: Joi.number().integer().min(0).required(),
    chaptersPerBook: Joi.number().integer().min(0).required(),
    shareOfPages: Joi.number().min(0).max(1).required(),
    recentYears: Joi.number().integer().min(0).required(),
    copiesPerJournalYear: Joi.number().integer().min(0).required(),
    royaltyPerCopy: cents.required(),
    statement: Joi.string().required(),
  }).required(),
  price: Joi.object({
    interlibrary: service.required(),
    partner: service.required(),
    own: service.required(),
    fast: cents.required(),
    post: cents.required(),
    subsidy: Joi.object({ undergraduate: service, postgraduate: service, distance: service, staff: service }).required(),
  }).required(),
  kindsNeverLent: Joi.array()
    .items(Joi.string().valid(...KIND_LIST))
    .required(),
});

/** Returns the policy, or a message that names the rule at fault. */
export function readPolicy(value: unknown): { policy: Policy } | { problem: string } {
  const { value: policy, error } = policySchema.validate(value, { abortEarly: true, convert: false });
  return error ? { problem: `The policy file can’t be used: ${error.message}.` } : { policy: policy as Policy };
}
