/**
 * What is to be said, as a code with values: a reason, a note, a label, an error. Words are made of it in one place, from the
 * catalogue (`messages/<language>/*.json`), at the edge; nothing in the core looks into a text that was written for people.
 */

/** A day, with its year where that differs from the one it is looked at from. */
export interface DayValue {
  /** ISO day. */
  readonly day: string;
  readonly from?: string;
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
export type MessageValue =
  | string
  | number
  | Message
  | DayValue
  | MoneyValue
  | ShareValue
  | WeekdaysValue
  | readonly MessageValue[];
/** What is left out is said as nothing. */
export type MessageValues = Readonly<Record<string, MessageValue | null | undefined>>;

export interface Message {
  /** `namespace.key` of the catalogue. */
  readonly code: string;
  readonly values?: MessageValues;
}
/**
 * A message.
 * @example msg('way.until', { from: { day: '2026-11-05' } })
 */
export const msg = (code: string, values?: MessageValues): Message => (values ? { code, values } : { code });
