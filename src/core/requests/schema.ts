/** What must hold of a slip before it is sent, said field by field: by the editor and by the server alike. */
import Joi from 'joi';
import { readIsbn, readIssn } from '../model/identifiers';
import { type Message, msg } from '../model/message';
import { schemaOf } from '../model/schema';
import { text } from '../model/shape';
import { type Slip, slipItemShape, slipShape } from '../model/slip';
import { parseDay } from '../model/time';
import { contradictions } from './details';
import { isCopy } from './slip';

/** A text of at most so many characters, or none. */
const upTo = (max: number) => schemaOf(text(max));
/** Spaces around it do no harm; nothing but spaces is nothing. */
const needed = (max = 1000) =>
  Joi.string()
    .max(max)
    .required()
    .custom((value: string, helpers) => (value.trim() === '' ? helpers.error('string.empty') : value));
const number = (read: (s: string) => string | null) =>
  upTo(40).custom((value: string, helpers: Joi.CustomHelpers) =>
    value === '' || value.split(/[;,]\s*/).every((v) => read(v)) ? value : helpers.error('number.bad'),
  );
const isDay = Joi.string()
  .allow('')
  .custom((value: string, helpers) =>
    value === '' || parseDay(value) !== null ? value : helpers.error('day.bad'),
  );

const sendableItem = schemaOf(slipItemShape).keys({
  title: needed(2000),
  author: upTo(4000),
  container: upTo(2000),
  volume: upTo(60),
  issue: upTo(60),
  pages: upTo(60),
  year: Joi.string()
    .allow('')
    .pattern(/^\d{4}$/),
  publisher: upTo(500),
  edition: upTo(200),
  isbn: number(readIsbn),
  issn: number(readIssn),
  doi: upTo(300),
  pmid: upTo(60).optional(),
  chapter: upTo(1000),
  totalPages: upTo(20),
});

const email = Joi.string().email({ tlds: false }).max(200).required();
/**
 * What is wrong with an e-mail address; null when nothing is.
 * @example emailFault('reader@')?.code // 'fault.form.email'
 */
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

/** A slip that can be sent: of the slip's shape, and these fields filled in and readable. */
const sendable = schemaOf(slipShape).keys({
  item: sendableItem,
  delivery: Joi.alternatives(
    Joi.object({ to: 'pickup', campus: Joi.string().max(60) }),
    Joi.object({ to: 'email', email }),
    Joi.object({ to: 'post', address: needed(500) }),
  ).prefs({ presence: 'required' }),
  needBy: isDay,
  limit: Joi.string()
    .allow('')
    .pattern(/^\d{1,4}([.,]\d{1,2})?$/),
  note: upTo(1000),
  reference: upTo(200),
});

export interface SlipFault {
  /** Path of the field, like `item.title`. */
  readonly field: string;
  readonly text: Message;
}

/** All that keeps the slip from being sent on `today` (ISO day); empty when it can go. */
export function slipFaults(slip: Slip, today: string): SlipFault[] {
  const { error }: Joi.ValidationResult = sendable.validate(slip, { abortEarly: false, convert: false });
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
