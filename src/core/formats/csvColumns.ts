/** The columns of our CSV, and what people call them. */
import { table } from '../table';

export const CSV_COLUMNS = [
  'type',
  'title',
  'author',
  'editor',
  'year',
  'container-title',
  'volume',
  'issue',
  'page',
  'edition',
  'publisher',
  'publisher-place',
  'language',
  'DOI',
  'ISBN',
  'ISSN',
  'id',
] as const;
export type CsvColumn = (typeof CSV_COLUMNS)[number];

/** Names of columns as people write them. */
const ALIASES = table<CsvColumn>({
  authors: 'author',
  editors: 'editor',
  'publication year': 'year',
  date: 'year',
  journal: 'container-title',
  'journal title': 'container-title',
  in: 'container-title',
  container: 'container-title',
  pages: 'page',
  number: 'issue',
  place: 'publisher-place',
  kind: 'type',
});
/** What a column is by its heading; null when nothing is known by it. */
export const columnFor = (heading: string): CsvColumn | null => {
  const h = heading.trim().toLowerCase();
  return CSV_COLUMNS.find((c) => c.toLowerCase() === h) ?? ALIASES.get(h) ?? null;
};
