/**
 * What a slip must look like before it is sent: one Joi schema, used by the editor and by the server alike.
 */
import Joi from 'joi';
import { readIsbn, readIssn } from '../model/identifiers';
import { KIND_LIST } from '../model/kinds';
import type { ReaderSituation } from '../model/library';
import { type Message, msg } from '../model/message';
import { MAX_ID } from '../model/record';
import type { Slip } from '../model/slip';
import { STATES } from '../model/slipStates';
import { parseDay, parseLocal } from '../model/time';
import { contradictions } from './details';
import { isCopy } from './slip';

const text = (max = 500) => Joi.string().allow('').max(max);
/** Spaces around it do no harm; nothing but spaces is nothing. */
const needed = (max = 1000) =>
  Joi.string()
    .max(max)
    .required()
    .custom((value: string, helpers) => (value.trim() === '' ? helpers.error('string.empty') : value));
const number = (read: (s: string) => string | null) =>
  text(40).custom((value: string, helpers) =>
    value === '' || value.split(/[;,]\s*/).every((v) => read(v)) ? value : helpers.error('number.bad'),
  );
const isDay = Joi.string()
  .allow('')
  .custom((value: string, helpers) =>
    value === '' || parseDay(value) !== null ? value : helpers.error('day.bad'),
  );

const item = Joi.object({
  kind: Joi.string()
    .valid(...KIND_LIST)
    .required(),
  title: needed(2000),
  author: text(4000),
  container: text(2000),
  volume: text(60),
  issue: text(60),
  pages: text(60),
  year: Joi.string()
    .allow('')
    .pattern(/^\d{4}$/),
  publisher: text(),
  edition: text(200),
  isbn: number(readIsbn),
  issn: number(readIssn),
  doi: text(300),
  chapter: text(1000),
  totalPages: text(20),
});

const email = Joi.string().email({ tlds: false }).max(200).required();
/** What is wrong with an e-mail address; null when nothing is. */
export const emailFault = (address: string): Message | null => {
  const detail = email.validate(address.trim()).error?.details[0];
  return detail ? faultMessage('email', detail) : null;
};

/** What is wrong with a field, by the sort of fault that the schema found. */
function faultMessage(field: string, { type, message, context }: Joi.ValidationErrorItem): Message {
  const label = msg(`fault.label.${field}`);
  switch (type) {
    case 'string.empty':
      return msg(`fault.missing.${field}`);
    case 'string.max':
      return msg('fault.tooLong', { label, limit: (context as { limit: number }).limit });
    case 'number.bad':
    case 'string.pattern.base':
    case 'string.email':
      return msg(`fault.form.${field}`);
    case 'day.bad':
      return msg('fault.day', { label });
    default:
      // A shape that no form writes: said as the schema says it, for whoever wrote the program that did.
      return msg('fault.other', { detail: message.replaceAll('"', '') });
  }
}

export const slipSchema = Joi.object<Slip>({
  id: Joi.string()
    .pattern(/^[A-Za-z0-9-]{6,60}$/)
    .required(),
  reader: Joi.string().max(60).required(),
  record: Joi.string().allow('').max(MAX_ID).required(),
  wanted: Joi.string().valid('loan', 'article', 'chapter', 'purchase', 'question').required(),
  route: Joi.string()
    .valid(
      'hold',
      'transfer',
      'post',
      'scan',
      'partner-loan',
      'partner-copy',
      'ill-loan',
      'ill-copy',
      'purchase',
      'question',
    )
    .required(),
  from: Joi.string().max(60).required(),
  item: item.required(),
  delivery: Joi.alternatives(
    Joi.object({ to: Joi.string().valid('pickup').required(), campus: Joi.string().max(60).required() }),
    Joi.object({
      to: Joi.string().valid('email').required(),
      email,
    }),
    Joi.object({
      to: Joi.string().valid('post').required(),
      address: needed(500),
    }),
  ).required(),
  needBy: isDay.required(),
  speed: Joi.string().valid('standard', 'fast').required(),
  limit: Joi.string()
    .allow('')
    .pattern(/^\d{1,4}([.,]\d{1,2})?$/)
    .required(),
  editions: Joi.string().valid('this', 'any', 'any-language').required(),
  note: text(1000).required(),
  reference: text(200).required(),
  commercial: Joi.boolean().required(),
  declared: Joi.boolean().required(),
  state: Joi.string().required(),
  going: Joi.boolean(),
  agreed: Joi.object().unknown(true).allow(null),
  waived: Joi.boolean(),
  created: Joi.string().required(),
  changed: Joi.string().required(),
  sent: Joi.string().allow(null).required(),
  promised: Joi.object().unknown(true).allow(null).required(),
  messages: Joi.array().max(500).required(),
  file: Joi.string().allow(null).required(),
  fileUntil: Joi.string().allow(null),
  due: Joi.string().allow(null),
  renewals: Joi.number(),
  ended: Joi.string().allow(null).required(),
});

/*
 * A slip as it comes over the wire, a draft still being typed or one with a history: every field of the right
 * sort and bounded, whatever stands in it. Whether it may be sent is asked of `slipFaults`.
 */
const said = (max: number) => Joi.string().allow('').max(max);
const local = Joi.string().custom((v: string, h) => (parseLocal(v) === null ? h.error('any.invalid') : v));
const day = Joi.string()
  .allow('')
  .custom((v: string, h) => (v === '' || parseDay(v) !== null ? v : h.error('any.invalid')));
const cents = Joi.number().integer().min(-1e9).max(1e9);
const promised = Joi.object({
  median: local.required(),
  likely: local.required(),
  chance: Joi.number().min(0).max(1).required(),
  total: cents.required(),
  mediated: Joi.boolean(),
  lines: Joi.array()
    .items(Joi.object({ what: said(200).required(), cents: cents.required() }).unknown(true))
    .max(40)
    .required(),
})
  .unknown(true)
  .allow(null);
const wireItem = Joi.object({
  kind: item.extract('kind'),
  ...Object.fromEntries(
    'title author container volume issue pages year publisher edition isbn issn doi chapter totalPages'
      .split(' ')
      .map((name) => [name, said(8000).required()]),
  ),
}).unknown(true);
const wireMessage = Joi.object({
  id: said(4000).required(),
  time: local.required(),
  by: Joi.string().valid('library', 'reader').required(),
  from: said(500).required(),
  text: said(8000).required(),
  status: said(60).required(),
  event: said(30).allow(null),
  seq: Joi.number().integer().required(),
  reply: Joi.boolean(),
  due: day,
  file: said(2000),
  fileUntil: day,
  cost: Joi.number().integer().min(0).max(1e9),
  until: said(40),
  reason: said(200),
}).unknown(true);
export const slipWireSchema = Joi.object({
  id: slipSchema.extract('id'),
  reader: said(100).required(),
  record: slipSchema.extract('record'),
  wanted: slipSchema.extract('wanted'),
  route: slipSchema.extract('route'),
  from: said(60).required(),
  item: wireItem.required(),
  delivery: Joi.alternatives(
    Joi.object({ to: Joi.string().valid('pickup').required(), campus: said(60).required() }).unknown(true),
    Joi.object({ to: Joi.string().valid('email').required(), email: said(400).required() }).unknown(true),
    Joi.object({ to: Joi.string().valid('post').required(), address: said(1000).required() }).unknown(true),
  ).required(),
  needBy: said(400).required(),
  speed: slipSchema.extract('speed'),
  limit: said(400).required(),
  editions: slipSchema.extract('editions'),
  note: said(4000).required(),
  reference: said(1000).default(''),
  commercial: Joi.boolean().default(false),
  declared: Joi.boolean().default(false),
  state: Joi.string()
    .valid(...STATES)
    .required(),
  created: local.required(),
  changed: local.required(),
  sent: local.allow(null).required(),
  promised,
  agreed: promised,
  messages: Joi.array().items(wireMessage).max(500).default([]),
  file: said(2000).allow(null),
  fileUntil: day.allow(null),
  due: day.allow(null),
  renewals: Joi.number().integer().min(0).max(1000),
  ended: local.allow(null),
}).unknown(true);

export interface SlipFault {
  /** Path of the field, like `item.title`. */
  readonly field: string;
  readonly text: Message;
}

/** All that keeps the slip from being sent on `today` (ISO day); empty when it can go. */
export function slipFaults(slip: Slip, today: string): SlipFault[] {
  const { error } = slipSchema.validate(slip, { abortEarly: false, convert: false });
  const faults: SlipFault[] = (error?.details ?? []).flatMap((d) => {
    // An alternative that fails reports its branches; the branch chosen by `to` is the one that counts.
    const inner = d.type.startsWith('alternatives')
      ? (d.context?.details as Joi.ValidationErrorItem[] | undefined)
      : undefined;
    const found = inner?.length
      ? inner.map((x) => ({ field: `delivery.${x.path.at(-1)}`, detail: x }))
      : [{ field: d.path.join('.'), detail: d }];
    return found.map(({ field, detail }) => ({
      field,
      text: faultMessage(field.split('.').at(-1) ?? field, detail),
    }));
  });
  if (slip.needBy && parseDay(slip.needBy) !== null && slip.needBy < today)
    faults.push({
      field: 'needBy',
      text: msg('fault.past'),
    });
  if (
    slip.wanted === 'chapter' &&
    slip.item.kind !== 'chapter' &&
    !slip.item.chapter.trim() &&
    !slip.item.pages.trim()
  ) {
    faults.push({
      field: 'item.chapter',
      text: msg('fault.whichPart'),
    });
  }
  if (slip.wanted === 'question' && !slip.note.trim())
    faults.push({ field: 'note', text: msg('fault.question') });
  if (slip.wanted === 'article' && slip.item.kind === 'journal')
    faults.push({
      field: 'item.title',
      text: msg('fault.whichArticle'),
    });
  faults.push(...contradictions(slip.item));
  if (isCopy(slip) && !slip.declared)
    faults.push({
      field: 'declared',
      text: msg('fault.declared'),
    });
  return faults;
}

export const situationSchema = Joi.object<ReaderSituation>({
  campus: Joi.string().max(60).required(),
  category: Joi.string().valid('undergraduate', 'postgraduate', 'distance', 'staff').required(),
  remote: Joi.boolean().required(),
});
