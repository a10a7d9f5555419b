/** Answers in words: every message in a value becomes its text, whatever stands around it. */
import type { Message } from '../core/model/message';
import { say } from './say';

export type InWords<T> = T extends string | number | boolean | null | undefined
  ? T
  : T extends Message
    ? string
    : { readonly [K in keyof T]: InWords<T[K]> };

/**
 * A message: nothing but a code of the catalogue, its values, and the text that a server has put beside them.
 */
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

/**
 * The same value, each message with its text beside its code: `{ "code": …, "values": …, "text": … }`.
 * Messages that are values of others have none of their own. What holds no message is not copied.
 */
export function withTexts(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return listWithTexts(value);
  if (isMessage(value)) return 'text' in value ? value : { ...value, text: say(value) };
  const given = value as Record<string, unknown>;
  let said: Record<string, unknown> | null = null;
  // What is made of JSON has nothing that it was not given; to list its keys first takes as long as all the rest.
  for (const key in given) {
    const v = given[key];
    // Most of an answer is plain values: they cost no call.
    if (typeof v !== 'object' || v === null) continue;
    const text = withTexts(v);
    if (text === v) continue;
    // The copy has all keys of its own already, so that `__proto__` stays a name like any other.
    said ??= { ...given };
    said[key] = text;
  }
  return said ?? value;
}
function listWithTexts(list: readonly unknown[]): readonly unknown[] {
  let said: unknown[] | null = null;
  for (let i = 0; i < list.length; i++) {
    const v = list[i];
    if (typeof v !== 'object' || v === null) continue;
    const text = withTexts(v);
    if (text === v) continue;
    said ??= [...list];
    said[i] = text;
  }
  return said ?? list;
}
/** As JSON. A replacer would be asked about every key, which takes several times as long. */
export const jsonWithTexts = (value: unknown): string => JSON.stringify(withTexts(value)) ?? 'null';
