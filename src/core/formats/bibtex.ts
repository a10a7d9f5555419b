/**
 * BibTeX and BibLaTeX. Written by ourselves, since it is a small and strict shape; read by a well-kept parser
 * (read there). Keys are the item's id made safe; braces keep what must not change.
 */
import type { CslItem, CslName } from '../model/record';
import { table } from '../table';

const TYPE = table<string>({
  'article-journal': 'article',
  'article-newspaper': 'article',
  'article-magazine': 'article',
  'review-book': 'article',
  review: 'article',
  book: 'book',
  chapter: 'incollection',
  'paper-conference': 'inproceedings',
  thesis: 'phdthesis',
  report: 'techreport',
  patent: 'patent',
  webpage: 'online',
  dataset: 'dataset',
  software: 'software',
  'entry-encyclopedia': 'incollection',
  'entry-dictionary': 'incollection',
});
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** TeX's own characters; letters beyond ASCII stay as they are (every current program reads UTF-8). */
const ESCAPES = table<string>({
  '\\': '\\textbackslash{}',
  '~': '\\textasciitilde{}',
  '^': '\\textasciicircum{}',
});
/** All in one go: what one of them becomes is none of the others. */
const escaped = (text: string): string =>
  text.replace(/[\\{}&%$#_~^]/g, (c) => ESCAPES.get(c) ?? `\\${c}`).replace(/\s+/g, ' ');
/** Addresses are taken as they stand, but for what would end the field. */
const address = (text: string | undefined): string | undefined =>
  text?.replace(/[{}\s]/g, (c) => encodeURIComponent(c));
const person = (n: CslName): string =>
  n.literal
    ? `{${escaped(n.literal)}}`
    : [n.family, n.suffix, n.given]
        .filter(Boolean)
        .map((x) => escaped(x as string))
        .join(', ');
const people = (list: readonly CslName[] | undefined): string | undefined =>
  list?.length ? list.map(person).join(' and ') : undefined;

/** Items as BibTeX, an entry each; no two have the same key. */
export function writeBibtex(items: readonly CslItem[]): string {
  const used = new Map<string, number>();
  return items
    .map((c) => {
      const base = c.id.replace(/[^A-Za-z0-9:_.-]+/g, '-') || 'item';
      const n = (used.get(base) ?? 0) + 1;
      used.set(base, n);
      const type = TYPE.get(c.type) ?? 'misc';
      const [year, month, day] = c.issued?.['date-parts'][0] ?? [];
      const text = (v: string | undefined): string | undefined => (v ? escaped(v) : undefined);
      const container = text(c['container-title']);
      const fields: readonly (readonly [string, string | undefined])[] = [
        ['author', people(c.author)],
        ['editor', people(c.editor)],
        ['translator', people(c.translator)],
        ['title', c.title ? `{${escaped(c.title)}}` : undefined],
        [type === 'article' ? 'journal' : 'booktitle', container],
        ['year', year === undefined ? undefined : String(year)],
        ['volume', text(c.volume)],
        ['number', text(c.issue ?? c.number)],
        ['pages', c.page ? escaped(c.page).replace(/\s*[-–]+\s*/g, '--') : undefined],
        ['edition', text(c.edition)],
        [
          type === 'phdthesis' ? 'school' : type === 'techreport' ? 'institution' : 'publisher',
          text(c.publisher),
        ],
        ['address', text(c['publisher-place'])],
        ['series', text(c['collection-title'])],
        ['type', text(c.genre)],
        ['isbn', text(c.ISBN)],
        ['issn', text(c.ISSN)],
        ['doi', address(c.DOI)],
        ['url', address(c.URL)],
        ['eventtitle', text(c['event-title'])],
        ['keywords', text(c.keyword)],
        ['language', text(c.language)],
        ['abstract', text(c.abstract)],
      ];
      const lines = fields.flatMap(([k, v]) => (v ? [`  ${k} = {${v}}`] : []));
      if (month !== undefined && MONTHS[month - 1]) {
        lines.push(`  month = ${MONTHS[month - 1]}`);
        if (day !== undefined) lines.push(`  day = {${day}}`);
      }
      return `@${type}{${n > 1 ? `${base}-${n}` : base},\n${lines.join(',\n')}\n}`;
    })
    .join('\n\n')
    .concat(items.length ? '\n' : '');
}
