/**
 * What is to be said, as a code with values: a reason, a note, a label, an error. Words are made of it in one
 * place, from the catalogue (`messages/<language>/*.json`), at the edge; nothing in the core looks into a
 * text that was written for people.
 */

import { type DayNumber, isoDay } from './time';

/** A day, with its year where that differs from the one it is looked at from. */
export interface DayValue {
  /** ISO day. */
  readonly day: string;
  readonly from?: string;
  /** Without its weekday. */
  readonly bare?: true;
}
/** Hundredths of the library's currency, with the sign that readers see. */
export interface MoneyValue {
  readonly cents: number;
  readonly sign: string;
}
/** A share from 0 to 1, said in whole percent. */
export interface ShareValue {
  readonly share: number;
}
/** Weekdays, 0 = Sunday. */
export interface WeekdaysValue {
  readonly weekdays: readonly number[];
}
/** Said one after the other; a list that is written with commas and “and” is an array instead. */
export interface JoinedValue {
  readonly joined: readonly MessageValue[];
  readonly by: string;
}
/** The name of a language, by its ISO 639 code. */
export interface LanguageValue {
  readonly language: string;
}
/** A name that stands behind other words: it loses the capital of a beginning, but in German. */
export interface WithinValue {
  readonly within: Message;
}
export type MessageValue =
  | string
  | number
  | Message
  | DayValue
  | MoneyValue
  | ShareValue
  | WeekdaysValue
  | JoinedValue
  | LanguageValue
  | WithinValue
  | readonly MessageValue[];
/** What is left out is said as nothing. */
export type MessageValues = Readonly<Record<string, MessageValue | null | undefined>>;

/** `namespace.key` of the catalogue. */
export type MessageCode = `${string}.${string}`;
export interface Message {
  readonly code: MessageCode;
  readonly values?: MessageValues;
}
/**
 * A message.
 * @example msg('way.none') // { code: 'way.none' }
 */
export const msg = (code: MessageCode, values?: MessageValues): Message =>
  values ? { code, values } : { code };

/** Said as nothing at all. */
export const NOTHING: Message = { code: 'label.nothing' };

/** A day as a value; with its year where that differs from the one it is looked at from. */
export const dayValue = (day: DayNumber, from?: DayNumber): DayValue =>
  from === undefined ? { day: isoDay(day) } : { day: isoDay(day), from: isoDay(from) };
/** An amount of money, in hundredths. */
export const moneyValue = (cents: number, { sign }: { readonly sign: string }): MoneyValue => ({
  cents,
  sign,
});
/** A share from 0 to 1. */
export const shareValue = (share: number): ShareValue => ({ share });
/** Whether two messages say the same. */
export const sameMessage = (a: Message, b: Message): boolean => JSON.stringify(a) === JSON.stringify(b);
