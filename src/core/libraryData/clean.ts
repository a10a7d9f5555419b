/**
 * What catalogues and feeds carry along that is no part of a text: tags of HTML and JATS, entities, ISBD punctuation
 * at the end, years of birth behind a name, a DOI as an address, letters that no one can see.
 */
import { decodeHTML } from 'entities';
import { readDoi } from '../model/identifiers';
import type { CslItem, CslName } from '../model/record';
import { trimmed } from '../text';

const TEXTS = [
  'title',
  'container-title',
  'collection-title',
  'publisher',
  'publisher-place',
  'event-title',
  'original-title',
  'abstract',
  'genre',
] as const;
/** Punctuation that ISBD puts between areas, left at the end when the next was cut off. */
const BETWEEN = ' \t\n/:;,=';
const TAG = /<\/?[a-z][\w:.-]{0,30}(?:\s[^<>]{0,300})?\/?>/gi;
/** What begins a new line of its own: text on both sides must not grow together. */
const BLOCK = /^<\/?(?:p|br|li|ul|ol|div|title|sec|h\d|(?:jats:)(?:p|title|sec|list|list-item))\b/i;
const UNSEEN = /[\u00ad\u0088\u0089\u0098\u009c\u200b\u200e\u200f\u2060\ufeff]|[^\P{Cc}\t\n\r]/gu;

/**
 * A text without tags, entities and what can't be seen; blanks are single.
 * @example plainText('<jats:p>Kelp &amp; <i>dulse</i></jats:p>') // 'Kelp & dulse'
 */
export function plainText(text: string): string {
  let out = text;
  if (out.includes('<')) out = out.replace(TAG, (tag) => (BLOCK.test(tag) ? ' ' : ''));
  if (out.includes('&') && /&(?:#\d{1,6}|#x[\da-f]{1,6}|[a-z]\w{1,20});/i.test(out)) {
    out = decodeHTML(out);
    // Some feeds write the tags themselves as entities.
    if (out.includes('<')) out = out.replace(TAG, (tag) => (BLOCK.test(tag) ? ' ' : ''));
  }
  return out.replace(UNSEEN, '').replace(/\s+/g, ' ').trim();
}
/** Years of a life behind a given name (MARC $d that was run into it): `Ada, 1950-`, `Bo (1890-1961)`. */
const YEARS =
  /\s*[,(]?\s*(?:b\.|d\.|ca\.?|fl\.|geb\.|née?)?\s*(?:1\d|20)\d\d\??\s*(?:[-–]\s*(?:(?:1\d|20)\d\d\??)?)?\)?\s*\.?$/u;
function cleanName(name: CslName): CslName {
  const part = (text: string | undefined): string | undefined =>
    text === undefined ? undefined : trimmed(plainText(text).replace(YEARS, ''), ' ,;', ' ,;:/');
  const out = {
    ...name,
    ...(name.family === undefined ? {} : { family: part(name.family) }),
    ...(name.given === undefined ? {} : { given: part(name.given) }),
    ...(name.literal === undefined ? {} : { literal: part(name.literal) }),
  };
  return Object.fromEntries(Object.entries(out).filter(([, v]) => v !== '' && v !== undefined)) as CslName;
}
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** An item without what is no part of its texts; the item itself where there was nothing of the kind. */
export function cleanItem(item: CslItem): CslItem {
  const out = new Map<string, unknown>(Object.entries(item));
  let changed = false;
  const set = (key: keyof CslItem, value: unknown): void => {
    if (out.get(key) === value) return;
    changed = true;
    if (value === undefined) out.delete(key);
    else out.set(key, value);
  };
  for (const key of TEXTS) {
    const text = item[key];
    if (typeof text !== 'string') continue;
    const clean = key === 'abstract' ? plainText(text) : trimmed(plainText(text), ' ', BETWEEN);
    if (clean || key !== 'title') set(key, clean || undefined);
  }
  for (const key of ['author', 'editor', 'translator'] as const) {
    const own = item[key];
    const names = own?.map(cleanName).filter((n) => Object.keys(n).length);
    if (!names?.length || !same(names, own)) set(key, names?.length ? names : undefined);
  }
  const doi =
    readDoi(item.DOI ?? '') ?? (/\bdoi\.org\//i.test(item.URL ?? '') ? readDoi(item.URL ?? '') : null);
  if (doi) set('DOI', doi);
  return changed ? (Object.fromEntries(out) as unknown as CslItem) : item;
}
