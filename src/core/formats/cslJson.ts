/**
 * CSL-JSON (Citation Style Language 1.0.2 data schema) into records of the index. What CSL has and we need is
 * taken over; what is missing is left open (peer review not known, no holdings). A line that can't be used is
 * named, never guessed.
 */

import Joi from 'joi';
import { CSL_NUMBERS, CSL_TEXTS, kindOfCsl } from '../model/cslTypes';
import { languageNamed } from '../model/kinds';
import { type Message, msg } from '../model/message';
import { type CslItem, type DiscoveryRecord, type JournalId, recordId } from '../model/record';
import { shapeFault } from '../model/schema';
import { parted } from '../text';

const LONGEST = { text: 20_000, names: 2000, number: 200, id: 200, type: 60, title: 5000 } as const;
const NAME_LISTS = ['author', 'editor', 'translator'] as const;
const LONG_TEXTS = ['abstract', 'keyword'] as const;
const NUMBERS = ['volume', 'issue', 'page', 'edition', 'number-of-pages'] as const;
const text = Joi.string().allow('').max(LONGEST.text);
const name = Joi.object({ family: text, given: text, literal: text }).unknown(true);
const names = Joi.array().items(name).max(LONGEST.names);
const number = Joi.alternatives(Joi.string().max(LONGEST.number), Joi.number());
const each = <T>(keys: readonly string[], rule: T): Record<string, T> =>
  Object.fromEntries(keys.map((key) => [key, rule]));
const schema = Joi.object({
  id: Joi.alternatives(Joi.string().min(1).max(LONGEST.id), Joi.number()).required(),
  type: Joi.string().max(LONGEST.type).required(),
  title: Joi.string().trim().min(1).max(LONGEST.title).required(),
  ...each(NAME_LISTS, names),
  issued: Joi.object({
    'date-parts': Joi.array()
      .items(Joi.array().items(Joi.number(), Joi.string().pattern(/^\d+$/)).max(3))
      .min(1),
  }).unknown(true),
  ...each(LONG_TEXTS, text),
  ...each(NUMBERS, number),
}).unknown(true);
/**
 * Whether an item is plainly as the schema has it, which asking the schema takes eighty times as long to say; where it
 * is not, the schema decides. Whatever passes here passes there (`formats.test.ts`).
 */
export function isPlain(value: unknown): boolean {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const item = value as Readonly<Record<string, unknown>>;
  const short = (v: unknown, most: number): boolean =>
    typeof v === 'string' && v.length > 0 && v.length <= most;
  const named = (v: unknown): boolean =>
    typeof v === 'object' &&
    v !== null &&
    !Array.isArray(v) &&
    Object.values(v).every((part) => typeof part === 'string' && part.length <= LONGEST.text);
  const { id, type, title, issued } = item;
  const dates = (issued as { readonly 'date-parts'?: unknown } | null | undefined)?.['date-parts'];
  const [parts, ...more]: unknown[] = Array.isArray(dates) ? dates : [];
  return (
    short(id, LONGEST.id) &&
    short(type, LONGEST.type) &&
    short(title, LONGEST.title) &&
    (title as string).trim() === title &&
    (issued === undefined ||
      (Array.isArray(parts) &&
        !more.length &&
        parts.length <= 3 &&
        parts.every((n) => Number.isSafeInteger(n)))) &&
    NAME_LISTS.every((key) => {
      const list = item[key];
      return list === undefined || (Array.isArray(list) && list.length <= LONGEST.names && list.every(named));
    }) &&
    LONG_TEXTS.every((key) => item[key] === undefined || short(item[key], LONGEST.text)) &&
    NUMBERS.every((key) => item[key] === undefined || short(item[key], LONGEST.number))
  );
}

/** What the schema says of a value. */
export const isShaped = (value: unknown): Joi.ValidationResult => schema.validate(value, { convert: false });

const languageCode = (tag: string | undefined): string => {
  const code = (tag ?? 'en').toLowerCase().split(/[-_]/)[0] ?? 'en';
  return languageNamed(code) ?? code;
};

/** One item as a record; `source` names the file it came from. */
export function readCslRecord(
  value: unknown,
  source: string,
): { record: DiscoveryRecord } | { problem: Message } {
  const { error } = isPlain(value) ? { error: undefined } : isShaped(value);
  if (error) return { problem: shapeFault(error.details[0] as Joi.ValidationErrorItem) };
  const item = value as Record<string, unknown> & { id: string | number; type: string; title: string };
  const kind = kindOfCsl(item.type);
  if (!kind) return { problem: msg('file.typeUnknown', { type: item.type }) };
  const id = recordId(String(item.id));
  const parts = (item.issued as CslItem['issued'] | undefined)?.['date-parts'][0]?.map(Number) as
    | [number, number?, number?]
    | undefined;
  const csl: CslItem = {
    id,
    type: item.type,
    title: item.title.trim(),
    ...Object.fromEntries(
      ['author', 'editor', 'translator'].flatMap((k) =>
        Array.isArray(item[k]) && (item[k] as unknown[]).length ? [[k, item[k]]] : [],
      ),
    ),
    ...(parts && Number.isInteger(parts[0]) ? { issued: { 'date-parts': [parts] } } : {}),
    ...Object.fromEntries(
      CSL_TEXTS.flatMap((k) => (typeof item[k] === 'string' && item[k] !== '' ? [[k, item[k]]] : [])),
    ),
    ...Object.fromEntries(
      CSL_NUMBERS.flatMap((k) => (item[k] === undefined || item[k] === '' ? [] : [[k, String(item[k])]])),
    ),
  };
  const custom = item.custom as { peerReviewed?: unknown } | undefined;
  return {
    record: {
      id,
      csl,
      kind,
      carrier: csl.DOI ? 'online' : 'print',
      languages: [languageCode(csl.language)],
      subjects:
        typeof item.keyword === 'string' ? [...new Set(parted(item.keyword, /[,;]/).filter(Boolean))] : [],
      source,
      ...(custom?.peerReviewed === true ? { statedPeerReviewed: true } : {}),
      ...(csl.ISSN ? { journal: csl.ISSN as JournalId } : {}),
    },
  };
}
