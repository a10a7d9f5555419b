/** CSL item types and our kinds, and the variables of an item that we know. */

import { table } from '../table';
import { KIND_LIST, KINDS, type Kind } from './kinds';

const BY_TYPE = table<Kind>({
  ...Object.fromEntries([...KIND_LIST].reverse().map((k) => [KINDS[k].csl, k])),
  'article-journal': 'research-article',
  article: 'research-article',
  'article-magazine': 'newspaper-article',
  review: 'book-review',
  broadcast: 'video',
  patent: 'report',
  monograph: 'book',
});

/** The kind that a CSL type is read as; null for types that are none of ours. */
export const kindOfCsl = (type: string): Kind | null => BY_TYPE.get(type) ?? null;

/** Variables that are text, beside the title. */
export const CSL_TEXTS = [
  'container-title',
  'collection-title',
  'publisher',
  'publisher-place',
  'genre',
  'medium',
  'language',
  'abstract',
  'ISBN',
  'ISSN',
  'DOI',
  'URL',
  'event-title',
  'original-title',
] as const;
/** Variables that may be given as numbers. */
export const CSL_NUMBERS = ['volume', 'issue', 'page', 'edition', 'number', 'number-of-pages'] as const;
