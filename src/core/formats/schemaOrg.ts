/** A record as JSON-LD in the words of schema.org: only its own types and properties, each of the sort it must be. */
import { fullName } from '../model/describe';
import type { CslItem, CslName } from '../model/record';
import { table } from '../table';

/** By CSL type. */
const TYPES = table<string>({
  'article-journal': 'ScholarlyArticle',
  'review-book': 'ScholarlyArticle',
  'paper-conference': 'ScholarlyArticle',
  'article-newspaper': 'NewsArticle',
  'article-magazine': 'Article',
  book: 'Book',
  chapter: 'Chapter',
  'entry-encyclopedia': 'Chapter',
  thesis: 'Thesis',
  report: 'Report',
  motion_picture: 'Movie',
  song: 'AudioObject',
  musical_score: 'SheetMusic',
  map: 'Map',
  periodical: 'Periodical',
  webpage: 'WebPage',
  dataset: 'Dataset',
  software: 'SoftwareApplication',
});
type Node = Readonly<Record<string, unknown>>;
const full = (node: Record<string, unknown>): Node =>
  Object.fromEntries(
    Object.entries(node).filter(([, v]) => v !== undefined && v !== '' && !(Array.isArray(v) && !v.length)),
  );

/** A body is none of the persons. */
function agent(n: CslName): Node {
  if (n.literal) return { '@type': 'Organization', name: n.literal };
  const spoken = [n.given, n.family, n.suffix].filter(Boolean).join(' ');
  return full({ '@type': 'Person', name: spoken || fullName(n), familyName: n.family, givenName: n.given });
}
const agents = (list: readonly CslName[] | undefined): Node[] | undefined => list?.map(agent);
/** ISO 8601, as far as it is known. */
const date = (c: CslItem): string | undefined =>
  c.issued?.['date-parts'][0]
    .filter((n) => n !== undefined)
    .map((n, i) => String(n).padStart(i ? 2 : 4, '0'))
    .join('-');
/** An article stands in an issue, which stands in a volume, which is part of a journal. */
function whole(c: CslItem): Node | undefined {
  const name = c['container-title'];
  if (!name) return undefined;
  if (c.type === 'chapter' || c.type === 'entry-encyclopedia')
    return full({ '@type': 'Book', name, isbn: isbn(c), editor: agents(c.editor) });
  if (c.type === 'paper-conference' && !c.ISSN) return full({ '@type': 'Book', name, isbn: isbn(c) });
  const journal = full({
    '@type': c.type === 'article-newspaper' ? 'Newspaper' : 'Periodical',
    name,
    issn: issn(c),
  });
  const volume = c.volume
    ? { '@type': 'PublicationVolume', volumeNumber: c.volume, isPartOf: journal }
    : journal;
  return c.issue ? { '@type': 'PublicationIssue', issueNumber: c.issue, isPartOf: volume } : volume;
}
const several = (text: string | undefined): string | string[] | undefined => {
  const list = (text ?? '').split(/[;,\s]+/).filter(Boolean);
  return list.length > 1 ? list : list[0];
};
const isbn = (c: CslItem): string | string[] | undefined => several(c.ISBN);
const issn = (c: CslItem): string | string[] | undefined => several(c.ISSN);

/**
 * @param url where the record has its page; null where that is not known
 * @example jsonLdOf({ id: 'a', type: 'book', title: 'Kelp' }, null)['@type'] // 'Book'
 */
export function jsonLdOf(c: CslItem, url: string | null): Node {
  const inBook = c.type === 'chapter' || c.type === 'entry-encyclopedia';
  const [first, last] = (c.page ?? '').split(/[-–]/);
  const type = TYPES.get(c.type) ?? 'CreativeWork';
  const paged = /Article$|^Chapter$/.test(type);
  return full({
    '@context': 'https://schema.org',
    '@type': type,
    '@id': url ?? undefined,
    name: c.title,
    author: agents(c.author),
    editor: inBook ? undefined : agents(c.editor),
    translator: agents(c.translator),
    datePublished: date(c),
    isPartOf: whole(c),
    pagination: paged ? c.page : undefined,
    pageStart: paged && last ? first : undefined,
    pageEnd: paged ? last : undefined,
    publisher: c.publisher ? { '@type': 'Organization', name: c.publisher } : undefined,
    inLanguage: c.language,
    bookEdition: type === 'Book' ? c.edition : undefined,
    numberOfPages:
      type === 'Book' && /^\d+$/.test(c['number-of-pages'] ?? '') ? Number(c['number-of-pages']) : undefined,
    isbn: type === 'Book' ? isbn(c) : undefined,
    issn: type === 'Periodical' ? issn(c) : undefined,
    inSupportOf: type === 'Thesis' ? c.genre : undefined,
    identifier: c.DOI ? { '@type': 'PropertyValue', propertyID: 'DOI', value: c.DOI } : undefined,
    sameAs: c.DOI ? `https://doi.org/${encodeURI(c.DOI)}` : undefined,
    abstract: c.abstract,
  });
}
