/** CSL-JSON: one array of items, one item, or an item a line. Bad items are named and left out. */

import { CSL_NUMBERS, CSL_TEXTS } from '../model/cslTypes';
import { readDoi } from '../model/identifiers';
import { type Message, msg } from '../model/message';
import type { CslItem, CslName } from '../model/record';
import { errorText, parted } from '../text';
import { cslDate } from './dates';
import type { Problem, ReadItems } from './item';

const NAMES = ['author', 'editor', 'translator'] as const;
const textOf = (v: unknown): string =>
  typeof v === 'string' ? v.replace(/\s+/g, ' ').trim() : typeof v === 'number' ? String(v) : '';
/** `Family, Given`, or a whole name that nothing is known of. */
const nameFrom = (raw: string): CslName => {
  const [family = '', ...given] = parted(raw, ',');
  return given.length ? { family, given: given.join(', ') } : { literal: raw };
};
/** A name, with its particles before the family name; null where it says none. */
export function cslName(value: unknown): CslName | null {
  if (typeof value === 'string') return value.trim() ? nameFrom(value.trim()) : null;
  if (typeof value !== 'object' || value === null) return null;
  const v = value as Record<string, unknown>;
  const family = [v['dropping-particle'], v['non-dropping-particle'], v.family]
    .map(textOf)
    .filter(Boolean)
    .join(' ');
  const [given, suffix, literal, raw] = [v.given, v.suffix, v.literal, v.raw].map(textOf) as [
    string,
    string,
    string,
    string,
  ];
  if (family) return { family, ...(given ? { given } : {}), ...(suffix ? { suffix } : {}) };
  if (literal || given) return { literal: literal || given };
  return raw ? nameFrom(raw) : null;
}
/** HTML that CSL-JSON may have in titles says nothing to a search. */
const plain = (t: string): string =>
  t.includes('</')
    ? t.replace(/<(i|b|em|strong|sup|sub|sc|span)(?:\s[^<>]{0,80})?>([^<>]*)<\/\1>/gi, '$2')
    : t;
/** An item with the fields we know, each of the sort that it must be; a message when it has no title. */
export function cslItem(value: unknown, n: number): CslItem | Message {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return msg('file.isNotAnObject');
  const v = value as Record<string, unknown>;
  const out: Record<string, unknown> = {
    id: typeof v.id === 'string' || typeof v.id === 'number' ? String(v.id) : `csl-${n}`,
    type: typeof v.type === 'string' ? v.type : 'document',
  };
  for (const k of ['title', 'keyword', ...CSL_TEXTS, ...CSL_NUMBERS]) {
    // Some write a list of titles, the first of which is the title.
    const t = textOf(Array.isArray(v[k]) ? (v[k] as unknown[]).find((x) => textOf(x)) : v[k]);
    if (t) out[k] = k.includes('title') ? plain(t) : t;
  }
  const doi = readDoi(textOf(v.DOI));
  if (doi) out.DOI = doi;
  for (const k of NAMES) {
    const list = Array.isArray(v[k]) ? (v[k] as unknown[]).flatMap((x) => cslName(x) ?? []) : [];
    if (list.length) out[k] = list;
  }
  const issued = cslDate(v.issued);
  if (issued) out.issued = issued;
  return typeof out.title === 'string' ? (out as unknown as CslItem) : msg('file.hasNoTitle');
}

/**
 * Reads CSL-JSON: an array, one item, or an item a line. `before` is how many items were read before these;
 * `origins` notes what each was as it came.
 */
export function readCslItems(
  text: string,
  before = 0,
  origins?: { set(item: CslItem, origin: { readonly csl: unknown }): unknown },
): ReadItems {
  const items: CslItem[] = [];
  const problems: Problem[] = [];
  const take = (value: unknown, line: number): void => {
    const item = cslItem(value, before + items.length + 1);
    if ('code' in item) problems.push({ line, text: item });
    else {
      items.push(item);
      origins?.set(item, { csl: value });
    }
  };
  try {
    const whole: unknown = JSON.parse(text);
    for (const [i, v] of (Array.isArray(whole) ? whole : [whole]).entries()) take(v, i + 1);
  } catch (error) {
    const lines = text.split(/\r\n|\n|\r/);
    if (lines.filter((l) => l.trim().startsWith('{')).length < 2)
      return {
        items,
        problems: [
          {
            line: lineOfError(error, text),
            text: msg('file.thisIsNotJson', { part: errorText(error) }),
          },
        ],
      };
    lines.forEach((l, i) => {
      if (!l.trim()) return;
      try {
        take(JSON.parse(l), i + 1);
      } catch {
        problems.push({ line: i + 1, text: msg('file.thisLineIsNotJsonAnd') });
      }
    });
  }
  return { items, problems };
}
function lineOfError(error: unknown, text: string): number {
  const at = Number(/position (\d+)/.exec(String(error))?.[1] ?? 0);
  return text.slice(0, at).split('\n').length;
}
/** Items as a CSL-JSON array. */
export const writeCslItems = (items: readonly CslItem[]): string => `${JSON.stringify(items, null, 1)}\n`;
