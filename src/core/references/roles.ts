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
  'event',
  'volume',
  'issue',
  'page',
  'number',
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
/** A stretch of a reference that is one of them. */
export interface Part {
  readonly role: Role;
  /** Place in the text of the reference, UTF-16 units, `end` exclusive. */
  readonly start: number;
  readonly end: number;
  /** 0 to 1; 1 when the reader gave the role by hand. */
  readonly confidence: number;
}
