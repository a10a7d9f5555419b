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

const text = Joi.string().allow('').max(20_000);
const name = Joi.object({ family: text, given: text, literal: text }).unknown(true);
const names = Joi.array().items(name).max(2000);
const number = Joi.alternatives(Joi.string().max(200), Joi.number());
const schema = Joi.object({
  id: Joi.alternatives(Joi.string().min(1).max(200), Joi.number()).required(),
  type: Joi.string().max(60).required(),
  title: Joi.string().trim().min(1).max(5000).required(),
  author: names,
  editor: names,
  translator: names,
  issued: Joi.object({
    'date-parts': Joi.array()
      .items(Joi.array().items(Joi.number(), Joi.string().pattern(/^\d+$/)).max(3))
      .min(1),
  }).unknown(true),
  abstract: text,
  keyword: text,
  volume: number,
  issue: number,
  page: number,
  edition: number,
  'number-of-pages': number,
}).unknown(true);

const languageCode = (tag: string | undefined): string => {
  const code = (tag ?? 'en').toLowerCase().split(/[-_]/)[0] ?? 'en';
  return languageNamed(code) ?? code;
};

/** One item as a record; `source` names the file it came from. */
export function readCslRecord(
  value: unknown,
  source: string,
): { record: DiscoveryRecord } | { problem: Message } {
  const { error } = schema.validate(value, { convert: false });
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
