/** What a part of a reference can be: the roles that the tagger gives and that the reader sees named. */
export const ROLES = [
  'other',
  'author',
  'editor',
  'translator',
  'year',
  'title',
  'container',
  'series',
  'volume',
  'issue',
  'page',
  'edition',
  'publisher',
  'place',
  'genre',
  'doi',
  'url',
  'isbn',
  'issn',
  'accessed',
] as const;
export type Role = (typeof ROLES)[number];
