/** Shapes as Joi schemas, for what comes in from outside; and what is wrong with a value, as a message. */
import Joi from 'joi';
import { table } from '../table';
import { type Message, type MessageCode, msg } from './message';
import type { FieldsRule, Form, Shape, Value } from './shape';

const holds =
  <T>({ name, holds }: { readonly name: Form; readonly holds: (value: T) => boolean }) =>
  (value: T, helpers: Joi.CustomHelpers) =>
    holds(value) ? value : helpers.error('form', { name });

function objectOf({ fields, closed, also, oneOf, others }: FieldsRule): Joi.ObjectSchema {
  const keys = Object.entries(fields).map(([name, of]): [string, Joi.Schema] => {
    const own = schemaOf(of);
    if (of.otherwise !== undefined) return [name, own.default(of.otherwise as Joi.BasicType)];
    return [name, 'lacking' in of ? own : own.required()];
  });
  let object = Joi.object(Object.fromEntries(keys)).unknown(!closed);
  if (oneOf) object = object.xor(...oneOf);
  if (others) object = object.pattern(others.names, schemaOf(others.of));
  return also ? object.custom(holds(also as { name: Form; holds: (value: unknown) => boolean })) : object;
}
function made({ rule, orNull }: Value<unknown>): Joi.Schema {
  const own = (): Joi.Schema => {
    switch (rule.sort) {
      case 'text': {
        const text = rule.empty ? Joi.string().allow('').max(rule.max) : Joi.string().max(rule.max);
        return rule.form ? text.custom(holds(rule.form)) : text;
      }
      case 'code':
        return Joi.string().valid(...rule.codes);
      case 'flag':
        return Joi.boolean();
      case 'number': {
        const bounded = Joi.number()
          .min(rule.min)
          .max(rule.max)
          .min(rule.notBelow ? Joi.ref(rule.notBelow) : rule.min);
        return rule.whole ? bounded.integer() : bounded;
      }
      case 'list':
        return Joi.array().items(schemaOf(rule.of)).min(rule.min).max(rule.max);
      case 'names':
        return Joi.object().pattern(Joi.string(), schemaOf(rule.of));
      case 'fields':
        return objectOf(rule);
      case 'either':
        return Joi.alternatives(...rule.of.map(schemaOf));
    }
  };
  return orNull ? own().allow(null) : own();
}
const known = new WeakMap<Value<unknown>, Joi.Schema>();
/** The schema of a shape, or of one field. Made once. */
export function schemaOf<T>(of: Shape<T>): Joi.ObjectSchema<T>;
export function schemaOf(of: Value<unknown>): Joi.Schema;
export function schemaOf(of: Value<unknown>): Joi.Schema {
  let schema = known.get(of);
  if (!schema) {
    schema = made(of);
    known.set(of, schema);
  }
  return schema;
}

/** Which message goes with which of the validator's faults; `label` is the path of the field. */
const FAULTS = table<MessageCode>({
  'any.required': 'shape.missing',
  'any.only': 'shape.oneOf',
  'object.unknown': 'shape.unknown',
  'object.base': 'shape.thing',
  'object.xor': 'shape.onlyOneOf',
  'object.missing': 'shape.needsOneOf',
  'array.base': 'shape.list',
  'array.max': 'shape.tooMany',
  'array.min': 'shape.tooFew',
  'boolean.base': 'shape.yesOrNo',
  'number.base': 'shape.number',
  'number.integer': 'shape.whole',
  'number.min': 'shape.atLeast',
  'number.max': 'shape.atMost',
  'string.base': 'shape.text',
  'string.empty': 'shape.empty',
  'string.max': 'shape.tooLong',
});
/** `terms[0].from`. */
const pathText = (path: readonly (string | number)[]): string =>
  path.map((step, i) => (typeof step === 'number' ? `[${step}]` : i ? `.${step}` : step)).join('');
/** What is wrong with a field, in a sentence without its full stop. */
export function shapeFault({ type, context, path }: Joi.ValidationErrorItem): Message {
  const { name, limit, valids, peers } = (context ?? {}) as Readonly<Record<string, unknown>>;
  const label = pathText(path) || 'body';
  if (type === 'form') return msg(`shape.form.${name as Form}`, { label });
  const code = FAULTS.get(type);
  if (!code) return msg('shape.other', { label });
  const list = (Array.isArray(valids) ? valids : Array.isArray(peers) ? peers : []).map(String);
  // A bound may be another field's value.
  const bound = typeof limit === 'object' && limit !== null && 'key' in limit ? String(limit.key) : limit;
  return msg(code, {
    label,
    limit: typeof bound === 'number' || typeof bound === 'string' ? bound : '',
    list: { joined: list, by: ', ' },
  });
}
