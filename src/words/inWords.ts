/** Answers in words: every message in a value becomes its text, whatever stands around it. */
import type { Message } from '../core/model/message';
import './spoken';
import { say } from './say';

export type InWords<T> = T extends string | number | boolean | null | undefined
  ? T
  : T extends Message
    ? string
    : { readonly [K in keyof T]: InWords<T[K]> };

/** A message: nothing but a code of the catalogue, its values, and the text that a server has put beside them. */
export const isMessage = (value: unknown): value is Message =>
  typeof value === 'object' &&
  value !== null &&
  'code' in value &&
  typeof value.code === 'string' &&
  value.code.includes('.') &&
  Object.keys(value).every((k) => k === 'code' || k === 'values' || k === 'text');

/** The same value with texts in place of messages. */
export function inWords<T>(value: T): InWords<T> {
  if (isMessage(value)) return ((value as { text?: string }).text ?? say(value)) as InWords<T>;
  if (Array.isArray(value)) return value.map(inWords) as InWords<T>;
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, inWords(v)])) as InWords<T>;
  return value as InWords<T>;
}

/** As JSON, each message with its text beside its code: `{ "code": …, "values": …, "text": … }`. */
export const jsonWithTexts = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) => (isMessage(v) && !('text' in v) ? { ...v, text: say(v) } : v)) ??
  'null';
/** The same as a value: each message with its text beside its code. */
export const withTexts = (value: unknown): unknown => JSON.parse(jsonWithTexts(value));
