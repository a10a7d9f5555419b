/**
 * Shapes: what a thing that comes from outside must look like, as data, with its type worked out from the
 * same fields, so that neither can drift from the other. Where things come in, a Joi schema is made of a
 * shape (`schema.ts`); where every byte counts, in the browser's store, `wrongIn` looks through it as it is.
 * @example
 * const point = shape({ x: whole(0, 9), y: whole(0, 9), name: maybe(text(20)) });
 * type Point = Shaped<typeof point>; // { readonly x: number; readonly y: number; readonly name?: string }
 */
import { parseDay, parseLocal } from './time';

declare const TYPE: unique symbol;
/** The forms that texts can be asked to have; each has its message in the catalogue. */
export type Form =
  | 'day'
  | 'moment'
  | 'clock'
  | 'address'
  | 'line'
  | 'year'
  | 'zone'
  | 'currency'
  | 'country'
  | 'span'
  | 'offset'
  | 'rows'
  | 'limit'
  | 'id'
  | 'place'
  | 'language'
  | 'tag'
  | 'web'
  | 'colour'
  | 'logo'
  | 'subfield';
/** What holds of a value beyond its sort. */
interface Holding<T> {
  readonly name: Form;
  readonly holds: (value: T) => boolean;
}
export type Fields = Readonly<Record<string, Value<unknown>>>;
export interface FieldsRule {
  readonly sort: 'fields';
  readonly fields: Fields;
  /** No others than these. */
  readonly closed: boolean;
  readonly also?: Holding<never>;
  /** Of these there must be one, and not two. */
  readonly oneOf?: readonly string[];
  /** Others, by the form of their names. */
  readonly others?: { readonly names: RegExp; readonly of: Value<unknown> };
}
export type Rule =
  | { readonly sort: 'text'; readonly max: number; readonly empty: boolean; readonly form?: Holding<string> }
  | { readonly sort: 'code'; readonly codes: readonly string[] }
  | { readonly sort: 'flag' }
  | {
      readonly sort: 'number';
      readonly whole: boolean;
      readonly min: number;
      readonly max: number;
      /** Another field of the same thing, below which it must not be. */
      readonly notBelow?: string;
    }
  | { readonly sort: 'list'; readonly of: Value<unknown>; readonly min: number; readonly max: number }
  | { readonly sort: 'names'; readonly of: Value<unknown> }
  | FieldsRule
  | { readonly sort: 'either'; readonly of: readonly Value<unknown>[] };

/** What values of a type look like. */
export interface Value<T> {
  readonly [TYPE]?: T;
  readonly rule: Rule;
  readonly orNull?: true;
  readonly otherwise?: unknown;
}
/** A field that may be left out. */
export interface Maybe<T> extends Value<T> {
  readonly lacking: true;
}
/** What things with fields look like. */
export interface Shape<T> extends Value<T> {
  readonly rule: FieldsRule;
}
/** The type of the values that a shape lets in. */
export type Shaped<S> = S extends Value<infer T> ? T : never;
type Lacking<F extends Fields> = { [K in keyof F]: F[K] extends Maybe<unknown> ? K : never }[keyof F];
type Written<F extends Fields> = { readonly [K in keyof F]: Shaped<F[K]> };
type ShapedBy<F extends Fields> = Pick<Written<F>, Exclude<keyof F, Lacking<F>>> &
  Partial<Pick<Written<F>, Lacking<F>>>;

const AS_LONG_AS_THEIR_FORM = 1000;
/** A text, which may be empty, of at most so many characters. */
export const text = (max: number): Value<string> => ({ rule: { sort: 'text', max, empty: true } });
/** A text with something in it. */
export const filled = (max: number): Value<string> => ({ rule: { sort: 'text', max, empty: false } });
/** A text that something holds of. */
export const holding = (name: Form, holds: (text: string) => boolean): Value<string> => ({
  rule: { sort: 'text', max: AS_LONG_AS_THEIR_FORM, empty: false, form: { name, holds } },
});
/** A text that is wholly of a form. */
export const formed = (form: RegExp, name: Form): Value<string> => holding(name, (t) => form.test(t));
/** One of some codes. */
export const oneOf = <const T extends string>(codes: readonly T[]): Value<T> => ({
  rule: { sort: 'code', codes },
});
/** True or false. */
export const yesOrNo = (): Value<boolean> => ({ rule: { sort: 'flag' } });
/** A whole number between bounds, both taken in. */
export const whole = (min: number, max: number): Value<number> => ({
  rule: { sort: 'number', whole: true, min, max },
});
/** A share of one. */
export const share = (): Value<number> => ({ rule: { sort: 'number', whole: false, min: 0, max: 1 } });
/** A number that is not below another field of the same thing. */
export const notBelow = (other: string, of: Value<number>): Value<number> => ({
  rule: { ...of.rule, notBelow: other } as Rule,
});
/** An ISO day. */
export const isoDay = (): Value<string> => holding('day', (t) => parseDay(t) !== null);
/** An ISO day, or empty for none. */
export const dayOrNone = (): Value<string> => ({
  rule: { ...isoDay().rule, empty: true } as Rule,
});
/** An ISO local time: `2026-11-02T09:10`. */
export const localTime = (): Value<string> => holding('moment', (t) => parseLocal(t) !== null);
/** A list of things of one sort. */
export const listOf = <T>(of: Value<T>, max: number, min = 0): Value<readonly T[]> => ({
  rule: { sort: 'list', of, min, max },
});
/** Things of one shape under names of their own. */
export const byName = <T>(of: Value<T>): Value<Readonly<Record<string, T>>> => ({
  rule: { sort: 'names', of },
});
/** The same, or null. */
export const orNull = <T>(of: Value<T>): Value<T | null> => ({ ...of, orNull: true });
/** What may be left out. */
export const maybe = <T>(of: Value<T>): Maybe<T> => ({ ...of, lacking: true });
/** What stands for a field that was left out. */
export const otherwise = <T>(of: Value<T>, value: T): Value<T> => ({ ...of, otherwise: value });
/** A thing with these fields. What else it has is let through: it may come from a newer program. */
export const shape = <F extends Fields>(fields: F): Shape<ShapedBy<F>> => ({
  rule: { sort: 'fields', fields, closed: false },
});
/** A thing with these fields and no others: what people write, where a field unknown is a slip of the pen. */
export const closed = <F extends Fields>(
  fields: F,
  more: Pick<FieldsRule, 'oneOf' | 'others'> = {},
): Shape<ShapedBy<F>> => ({ rule: { sort: 'fields', fields, closed: true, ...more } });
/** A thing of one of several shapes. */
export const either = <S extends readonly Value<unknown>[]>(...of: S): Value<Shaped<S[number]>> => ({
  rule: { sort: 'either', of },
});
/** A thing of which something more holds than its fields can say. */
export const also = <T>(of: Shape<T>, name: Form, holds: (value: T) => boolean): Shape<T> => ({
  ...of,
  rule: { ...of.rule, also: { name, holds } as Holding<never> },
});

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
/**
 * The path of what is not of its sort; null when all is. Lengths and bounds are not looked at, nor what else
 * there is: this is for what was ours already, where an odd value would stop the page and a long one does
 * not.
 * @example wrongIn(shape({ x: whole(0, 9), y: whole(0, 9) }), { x: 1, y: 'two' }) // 'y'
 */
export function wrongIn(of: Value<unknown>, value: unknown, path = ''): string | null {
  const { rule } = of;
  if (value === undefined)
    return 'lacking' in of || of.orNull || of.otherwise !== undefined ? null : path || WHOLE;
  if (value === null) return of.orNull || 'lacking' in of ? null : path || WHOLE;
  const under = (name: string | number): string =>
    typeof name === 'number' ? `${path}[${name}]` : path ? `${path}.${name}` : name;
  const first = (all: readonly (readonly [name: string | number, of: Value<unknown>, value: unknown])[]) => {
    for (const [name, own, v] of all) {
      const wrong = wrongIn(own, v, under(name));
      if (wrong !== null) return wrong;
    }
    return null;
  };
  const when = (right: boolean): string | null => (right ? null : path || WHOLE);
  switch (rule.sort) {
    case 'text':
      return when(
        typeof value === 'string' && ((rule.empty && value === '') || (rule.form?.holds(value) ?? true)),
      );
    case 'code':
      return when(typeof value === 'string' && rule.codes.includes(value));
    case 'flag':
      return when(typeof value === 'boolean');
    case 'number':
      return when(typeof value === 'number' && Number.isFinite(value));
    case 'list':
      // What must have a first has one: that is its sort, not its length.
      return Array.isArray(value) && value.length >= rule.min
        ? first(value.map((v, i) => [i, rule.of, v]))
        : when(false);
    case 'names':
      return isObject(value)
        ? first(Object.entries(value).map(([name, v]) => [name, rule.of, v]))
        : when(false);
    case 'fields':
      return isObject(value)
        ? first(
            Object.entries(rule.fields).map(([name, own]) => [
              name,
              own,
              Object.hasOwn(value, name) ? value[name] : undefined,
            ]),
          )
        : when(false);
    case 'either':
      return when(rule.of.some((own) => wrongIn(own, value, path) === null));
  }
}
const WHOLE = 'the whole';
