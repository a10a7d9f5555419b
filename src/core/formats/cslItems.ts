/** CSL-JSON: one array of items, one item, or an item a line. Bad items are named and left out. */

import { CSL_NUMBERS, CSL_TEXTS } from '../model/cslTypes';
import { type Message, msg } from '../model/message';
import type { CslItem } from '../model/record';
import { errorText } from '../text';
import type { Problem, ReadItems } from './item';

const NAMES = ['author', 'editor', 'translator'] as const;
/** An item with the fields we know, each of the sort that it must be; a message when it has no title. */
export function cslItem(value: unknown, n: number): CslItem | Message {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return msg('file.isNotAnObject');
  const v = value as Record<string, unknown>;
  const out: Record<string, unknown> = {
    id: typeof v.id === 'string' || typeof v.id === 'number' ? String(v.id) : `csl-${n}`,
    type: typeof v.type === 'string' ? v.type : 'document',
  };
  for (const k of ['title', ...CSL_TEXTS, ...CSL_NUMBERS]) {
    const t = v[k];
    if (typeof t === 'string' && t.trim()) out[k] = t.replace(/\s+/g, ' ').trim();
    else if (typeof t === 'number') out[k] = String(t);
  }
  for (const k of NAMES) {
    const list = Array.isArray(v[k])
      ? (v[k] as unknown[]).flatMap((x) => {
          if (typeof x !== 'object' || x === null) return [];
          const { family, given, literal, 'non-dropping-particle': particle } = x as Record<string, unknown>;
          const text = (t: unknown): string => (typeof t === 'string' ? t.trim() : '');
          const whole = [text(particle), text(family)].filter(Boolean).join(' ');
          return whole || text(literal)
            ? [
                whole
                  ? { family: whole, ...(text(given) ? { given: text(given) } : {}) }
                  : { literal: text(literal) },
              ]
            : [];
        })
      : [];
    if (list.length) out[k] = list;
  }
  const parts = (v.issued as { 'date-parts'?: unknown } | undefined)?.['date-parts'];
  const first =
    Array.isArray(parts) && Array.isArray(parts[0])
      ? (parts[0] as unknown[]).map(Number).filter((x) => Number.isInteger(x))
      : [];
  if (first.length) out.issued = { 'date-parts': [first.slice(0, 3)] };
  return typeof out.title === 'string' ? (out as unknown as CslItem) : msg('file.hasNoTitle');
}

/**
 * Reads CSL-JSON: an array, one item, or an item a line. `before` is how many items were read before these.
 */
export function readCslItems(text: string, before = 0): ReadItems {
  const items: CslItem[] = [];
  const problems: Problem[] = [];
  const take = (value: unknown, line: number): void => {
    const item = cslItem(value, before + items.length + 1);
    if ('code' in item) problems.push({ line, text: item });
    else items.push(item);
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
