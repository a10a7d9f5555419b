/** What a slip must look like before it is sent: one Joi schema, used by the editor and by the server alike. */
import Joi from 'joi';
import { readIsbn, readIssn } from '../bibliography/identifiers';
import { KIND_LIST } from '../bibliography/kinds';
import type { ReaderSituation } from '../policy/types';
import { parseDay } from '../time';
import { contradictions } from './details';
import { isCopy, type Slip } from './slip';

const text = (label: string, max = 500) => Joi.string().allow('').max(max).label(label);
const needed = (label: string, hint: string, max = 1000) =>
  Joi.string()
    .max(max)
    .required()
    // Spaces around it do no harm; nothing but spaces is nothing.
    .custom((value: string, helpers) => (value.trim() === '' ? helpers.error('string.empty') : value))
    .label(label)
    .messages({
      'string.empty': `${label} is missing: ${hint}`,
      'string.max': `${label} is longer than ${max} characters: shorten it.`,
    });
const number = (label: string, read: (s: string) => string | null, hint: string) =>
  text(label, 40)
    .custom((value: string, helpers) =>
      value === '' || value.split(/[;,]\s*/).every((v) => read(v)) ? value : helpers.error('number.bad'),
    )
    .messages({ 'number.bad': `${label} ${hint}` });

const isDay = (label: string) =>
  Joi.string()
    .allow('')
    .custom((value: string, helpers) => (value === '' || parseDay(value) !== null ? value : helpers.error('day.bad')))
    .messages({ 'day.bad': `${label} is not a day: write it as 2026-11-13.` })
    .label(label);

const item = Joi.object({
  kind: Joi.string()
    .valid(...KIND_LIST)
    .required(),
  title: needed('Title', 'say what it is called.', 2000),
  author: text('Author', 4000),
  container: text('In', 2000),
  volume: text('Volume', 60),
  issue: text('Issue', 60),
  pages: text('Pages', 60),
  year: Joi.string()
    .allow('')
    .pattern(/^\d{4}$/)
    .label('Year')
    .messages({ 'string.pattern.base': 'Year is not a year: write four digits, like 2017.' }),
  publisher: text('Publisher'),
  edition: text('Edition', 200),
  isbn: number('ISBN', readIsbn, 'has a wrong digit: check it against the back of the title page.'),
  issn: number('ISSN', readIssn, 'has a wrong digit: it is printed on the cover, like 1234-5679.'),
  doi: text('DOI', 300),
  chapter: text('Chapter', 1000),
  totalPages: text('Pages in all', 20),
});

export const slipSchema = Joi.object<Slip>({
  id: Joi.string()
    .pattern(/^[A-Za-z0-9-]{6,60}$/)
    .required(),
  reader: Joi.string().max(60).required(),
  record: Joi.string().allow('').max(100).required(),
  wanted: Joi.string().valid('loan', 'article', 'chapter', 'purchase', 'question').required(),
  route: Joi.string()
    .valid('hold', 'transfer', 'post', 'scan', 'partner-loan', 'partner-copy', 'ill-loan', 'ill-copy', 'purchase', 'question')
    .required(),
  from: Joi.string().max(60).required(),
  item: item.required(),
  delivery: Joi.alternatives(
    Joi.object({ to: Joi.string().valid('pickup').required(), campus: Joi.string().max(60).required() }),
    Joi.object({
      to: Joi.string().valid('email').required(),
      email: Joi.string().email({ tlds: false }).max(200).required().label('E-mail').messages({
        'string.email': 'E-mail is not an address: it looks like name@place.example.',
        'string.empty': 'E-mail is missing: the file is sent there.',
      }),
    }),
    Joi.object({ to: Joi.string().valid('post').required(), address: needed('Address', 'the parcel is sent there.', 500) }),
  ).required(),
  needBy: isDay('Need by').required(),
  speed: Joi.string().valid('standard', 'fast').required(),
  limit: Joi.string()
    .allow('')
    .pattern(/^\d{1,4}([.,]\d{1,2})?$/)
    .required()
    .label('Not more than')
    .messages({ 'string.pattern.base': 'Not more than is not an amount: write it like 6 or 6.50, or leave it empty.' }),
  editions: Joi.string().valid('this', 'any', 'any-language').required(),
  note: text('Note', 1000).required(),
  reference: text('Your reference', 200).required(),
  commercial: Joi.boolean().required(),
  declared: Joi.boolean().required(),
  state: Joi.string().required(),
  going: Joi.boolean(),
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

export interface SlipFault {
  /** Path of the field, like `item.title`. */
  readonly field: string;
  readonly text: string;
}

/** All that keeps the slip from being sent on `today` (ISO day); empty when it can go. */
export function slipFaults(slip: Slip, today: string): SlipFault[] {
  const { error } = slipSchema.validate(slip, { abortEarly: false, convert: false });
  const faults: SlipFault[] = (error?.details ?? []).flatMap((d) => {
    // An alternative that fails reports its branches; the branch chosen by `to` is the one that counts.
    const inner = d.type.startsWith('alternatives')
      ? (d.context?.details as { path: (string | number)[]; message: string }[] | undefined)
      : undefined;
    return inner?.length
      ? inner.map((x) => ({ field: `delivery.${x.path.at(-1)}`, text: x.message.replaceAll('"', '') }))
      : [{ field: d.path.join('.'), text: d.message.replaceAll('"', '') }];
  });
  if (slip.needBy && parseDay(slip.needBy) !== null && slip.needBy < today)
    faults.push({ field: 'needBy', text: 'Need by lies in the past: choose today or later, or leave it empty.' });
  if (slip.wanted === 'chapter' && slip.item.kind !== 'chapter' && !slip.item.chapter.trim() && !slip.item.pages.trim()) {
    faults.push({ field: 'item.chapter', text: 'Say which chapter or which pages: a whole book is not copied.' });
  }
  if (slip.wanted === 'question' && !slip.note.trim()) faults.push({ field: 'note', text: 'Write what you want to know.' });
  if (slip.wanted === 'article' && slip.item.kind === 'journal')
    faults.push({ field: 'item.title', text: 'Say which article: its title, and its year, volume or pages.' });
  faults.push(...contradictions(slip.item));
  if (isCopy(slip) && !slip.declared)
    faults.push({ field: 'declared', text: 'Acknowledge the copyright statement: it is asked for each copy.' });
  return faults;
}

export const situationSchema = Joi.object<ReaderSituation>({
  campus: Joi.string().max(60).required(),
  category: Joi.string().valid('undergraduate', 'postgraduate', 'distance', 'staff').required(),
  remote: Joi.boolean().required(),
});
