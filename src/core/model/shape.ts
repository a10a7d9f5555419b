/**
 * Shapes: what a thing that comes from outside must look like, as a Joi schema, with the type worked out from
 * the same fields, so that neither can drift from the other.
 * @example
 * const point = shape({ x: whole(0, 9), y: whole(0, 9), name: maybe(text(20)) });
 * type Point = Shaped<typeof point>; // { readonly x: number; readonly y: number; readonly name?: string }
 */
import Joi from 'joi';
import { table } from '../table';
import { type Message, type MessageCode, msg } from './message';
import { parseDay, parseLocal } from './time';

declare const TYPE: unique symbol;
declare const LACKING: unique symbol;
/** A schema of values of a type. */
export type Field<T> = Joi.AnySchema & { readonly [TYPE]: T };
/** A field that may be left out. */
export type Maybe<T> = Field<T> & { readonly [LACKING]: true };
type Fields = Readonly<Record<string, Field<unknown>>>;
type Lacking<F extends Fields> = { [K in keyof F]: F[K] extends Maybe<unknown> ? K : never }[keyof F];
type Written<F extends Fields> = { readonly [K in keyof F]: Shaped<F[K]> };
/** The type of the values that a schema lets in. */
export type Shaped<S> = S extends { readonly [TYPE]: infer T } ? T : never;
type ShapedBy<F extends Fields> = Pick<Written<F>, Exclude<keyof F, Lacking<F>>> &
  Partial<Pick<Written<F>, Lacking<F>>>;
/** A schema of things with fields. */
export type Shape<T> = Field<T> & Joi.ObjectSchema<T>;

const field = <T>(schema: Joi.AnySchema): Field<T> => schema as Field<T>;
/** The forms that texts can be asked to have; each has its message in the catalogue. */
export type Form =
  | 'day'
  | 'moment'
  | 'clock'
  | 'year'
  | 'zone'
  | 'currency'
  | 'span'
  | 'country'
  | 'offset'
  | 'limit'
  | 'id';
const inForm =
  <T>(name: Form, holds: (value: T) => boolean) =>
  (value: T, helpers: Joi.CustomHelpers) =>
    holds(value) ? value : helpers.error('form', { name });

/** A text, which may be empty, of at most so many characters. */
export const text = (max: number) => field<string>(Joi.string().allow('').max(max));
/** A text with something in it. */
export const filled = (max: number) => field<string>(Joi.string().max(max));
/** A text that is wholly of a form. */
export const formed = (form: RegExp, name: Form) => field<string>(Joi.string().pattern(form, { name }));
/** A text that something holds of. */
export const holding = (name: Form, holds: (text: string) => boolean) =>
  field<string>(Joi.string().custom(inForm(name, holds)));
/** One of some codes. */
export const oneOf = <const T extends string>(codes: readonly T[]) => field<T>(Joi.string().valid(...codes));
export const yesOrNo = () => field<boolean>(Joi.boolean());
/** A whole number between bounds, both taken in. */
export const whole = (min: number, max: number) => field<number>(Joi.number().integer().min(min).max(max));
/** A share of one. */
export const share = () => field<number>(Joi.number().min(0).max(1));
/** A number that is not below another field of the same thing. */
export const notBelow = (other: string, of: Field<number>) =>
  field<number>((of as unknown as Joi.NumberSchema).min(Joi.ref(other)));
/** An ISO day. */
export const isoDay = () => holding('day', (t) => parseDay(t) !== null);
/** An ISO day, or empty for none. */
export const dayOrNone = () => field<string>(isoDay().allow(''));
/** An ISO local time: `2026-11-02T09:10`. */
export const localTime = () => holding('moment', (t) => parseLocal(t) !== null);
export const listOf = <T>(item: Field<T>, max: number, min = 0) =>
  field<readonly T[]>(Joi.array().items(item.optional()).min(min).max(max));
/** Things of one shape under names of their own. */
export const byName = <T>(of: Field<T>) =>
  field<Readonly<Record<string, T>>>(Joi.object().pattern(Joi.string(), of));
export const orNull = <T>(of: Field<T>) => field<T | null>(of.allow(null));
export const maybe = <T>(of: Field<T>) => of.optional() as Maybe<T>;
/** What stands for a field that was left out. */
export const otherwise = <T>(of: Field<T>, value: T) =>
  field<T>(of.optional().default(value as Joi.BasicType));
/** A thing with these fields. What else it has is let through: it may come from a newer program. */
export const shape = <F extends Fields>(fields: F) =>
  Joi.object(fields).unknown(true).prefs({ presence: 'required' }) as unknown as Shape<ShapedBy<F>>;
/** A thing with these fields and no others: what people write, where a field unknown is a slip of the pen. */
export const closed = <F extends Fields>(fields: F) =>
  Joi.object(fields).prefs({ presence: 'required' }) as unknown as Shape<ShapedBy<F>>;
/** A thing of one of several shapes. */
export const either = <S extends readonly Field<unknown>[]>(...shapes: S) =>
  field<Shaped<S[number]>>(Joi.alternatives(...shapes));
/** A thing of which something more holds than its fields can say. */
export const also = <T>(of: Shape<T>, name: Form, holds: (value: T) => boolean) =>
  of.custom(inForm(name, holds)) as Shape<T>;

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
  'array.length': 'shape.soMany',
  'boolean.base': 'shape.yesOrNo',
  'number.base': 'shape.number',
  'number.integer': 'shape.whole',
  'number.min': 'shape.atLeast',
  'number.max': 'shape.atMost',
  'string.base': 'shape.text',
  'string.empty': 'shape.empty',
  'string.max': 'shape.tooLong',
  'string.length': 'shape.soLong',
});
/** `terms[0].from`. */
const pathText = (path: readonly (string | number)[]): string =>
  path.map((step, i) => (typeof step === 'number' ? `[${step}]` : i ? `.${step}` : step)).join('');
/** What is wrong with a field, in a sentence without its full stop. */
export function shapeFault({ type, context, path }: Joi.ValidationErrorItem): Message {
  const { name, limit, valids, peers } = (context ?? {}) as Readonly<Record<string, unknown>>;
  const label = pathText(path) || 'body';
  if (typeof name === 'string') return msg(`shape.form.${name as Form}`, { label });
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
