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

/** Names of columns as people and programs write them, in English and German; without marks and small words. */
const ALIASES = table<CsvColumn>(
  Object.fromEntries(
    (
      [
        [
          'title',
          'title|titel|document title|article title|item title|name of work|haupttitel|primary title|main title',
        ],
        [
          'author',
          'author|authors|autor|autoren|autorinnen|verfasser|verfasserinnen|creator|creators|author s|author names|author full names|urheber',
        ],
        ['editor', 'editor|editors|herausgeber|herausgeberinnen|hrsg|hg|editor s|book editors'],
        [
          'year',
          'year|date|publication year|publication date|jahr|datum|erscheinungsjahr|erscheinungsdatum|year published|issued|published|date published|pub year|veröffentlicht',
        ],
        [
          'container-title',
          'container title|journal|journal title|in|container|source|source title|publication title|publication name|zeitschrift|zeitschriftentitel|quelle|publication|book title|buchtitel|sammelband|periodical|host title|secondary title|proceedings title',
        ],
        ['volume', 'volume|vol|band|bd|jahrgang|jg'],
        ['issue', 'issue|number|no|nr|heft|nummer|ausgabe|issue number|heftnummer'],
        [
          'page',
          'page|pages|page range|pages range|seiten|seite|seitenzahlen|start page end page|article number',
        ],
        ['edition', 'edition|auflage|edn'],
        ['publisher', 'publisher|verlag|verleger|publisher name|institution'],
        [
          'publisher-place',
          'publisher place|place|place of publication|ort|verlagsort|erscheinungsort|publication place|city|publisher city|publisher location',
        ],
        ['language', 'language|sprache|language of document|lang'],
        ['DOI', 'doi|digital object identifier|doi link'],
        ['ISBN', 'isbn|isbns|isbn 13|isbn 10|isbn issn'],
        ['ISSN', 'issn|issns|print issn|online issn|eissn'],
        [
          'type',
          'type|kind|item type|document type|publication type|reference type|art|typ|dokumenttyp|materialart|medienart|medientyp|content type',
        ],
        ['id', 'id|key|record id|citation key|schlüssel|identifier'],
      ] as const
    ).flatMap(([column, names]) => names.split('|').map((n): [string, CsvColumn] => [n, column])),
  ),
);
/** What a column is by its heading; null when nothing is known by it. */
export const columnFor = (heading: string): CsvColumn | null => {
  const h = heading.trim().toLowerCase();
  return (
    CSV_COLUMNS.find((c) => c.toLowerCase() === h) ??
    ALIASES.get(h) ??
    ALIASES.get(
      h
        .replace(/\((?:s|en|in|innen|r)\)/g, '')
        .replace(/[^\p{L}\p{N}]+/gu, ' ')
        .trim(),
    ) ??
    null
  );
};
/** What people and programs call the kinds of things. */
const TYPES = table<string>(
  Object.fromEntries(
    (
      [
        [
          'article-journal',
          'article journal|article|journal article|journalarticle|review article|zeitschriftenartikel|aufsatz|zeitschriftenaufsatz|artikel|research article|paper|beitrag in zeitschrift|editorial|letter|note|short survey|early access',
        ],
        [
          'book',
          'book|buch|monograph|monographie|monografie|edited book|ebook|e book|sammelband|herausgeberwerk',
        ],
        [
          'chapter',
          'chapter|book chapter|booksection|book section|buchkapitel|kapitel|beitrag in sammelband|incollection|beitrag|buchbeitrag',
        ],
        [
          'paper-conference',
          'paper conference|conference paper|conferencepaper|proceedings paper|konferenzbeitrag|konferenz|inproceedings|tagungsbeitrag',
        ],
        [
          'thesis',
          'thesis|dissertation|phd thesis|doctoral thesis|masters thesis|hochschulschrift|abschlussarbeit|phdthesis',
        ],
        ['report', 'report|bericht|working paper|technical report|arbeitspapier|techreport'],
        [
          'article-newspaper',
          'article newspaper|newspaper article|newspaperarticle|newspaper|zeitungsartikel',
        ],
        ['article-magazine', 'article magazine|magazine article|magazinearticle|zeitschriftenbeitrag'],
        ['webpage', 'webpage|web page|website|webseite|online|internetdokument|blog post|blogpost'],
        ['motion_picture', 'motion picture|film|video|video recording|dvd'],
        ['song', 'song|audio|audio recording|tonaufnahme|hörbuch'],
        ['musical_score', 'musical score|score|noten|musikalie'],
        ['map', 'map|karte|landkarte'],
        ['patent', 'patent'],
        ['dataset', 'dataset|data set|datensatz'],
        ['software', 'software|computer program|computerprogram'],
        ['review-book', 'review book|book review|rezension'],
        ['periodical', 'periodical|journal|zeitschrift'],
      ] as const
    ).flatMap(([type, names]) => names.split('|').map((n): [string, string] => [n, type])),
  ),
);
/** The CSL type of a cell; what is a type already, or nobody's, stays as it is. */
export const typeFor = (cell: string): string =>
  TYPES.get(
    cell
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, ' ')
      .trim(),
  ) ?? cell.trim();
