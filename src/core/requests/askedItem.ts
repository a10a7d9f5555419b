/** What a request of another library asks for, as a reference that the index can be asked for. */
import type { ReferenceItem } from '../model/record';
import type { IsoRequest } from './iso18626';

const year = (text: string): number | null => {
  const [found] = /\d{4}/.exec(text) ?? [];
  return found ? Number(found) : null;
};
const names = (text: string): ReferenceItem['author'] =>
  text
    .split(/;\s*/)
    .filter(Boolean)
    .map((literal) => {
      const [family = '', given] = literal.split(/,\s*/);
      return given ? { family, given } : { literal };
    });

/** A part is what is asked for where one is named; its whole is what it stands in. */
export function askedItem(r: IsoRequest): ReferenceItem {
  const part = r.part !== '';
  const published = year(r.year);
  const author = names(part ? r.authorOfPart : r.author) ?? [];
  const said = {
    title: part ? r.part : r.title,
    'container-title': part ? r.title : '',
    volume: r.volume,
    issue: r.issue,
    page: r.pages,
    DOI: r.doi[0] ?? '',
    ISBN: r.isbn.join(' '),
    ISSN: r.issn[0] ?? '',
    PMID: r.pmid,
  };
  return {
    type: !part ? 'book' : r.issn.length ? 'article-journal' : 'chapter',
    ...(author.length ? { author } : {}),
    ...(published === null ? {} : { issued: { 'date-parts': [[published]] } }),
    ...Object.fromEntries(Object.entries(said).filter(([, text]) => text !== '')),
  } as ReferenceItem;
}
