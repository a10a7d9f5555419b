/**
 * OpenURL context objects as key/encoded-value pairs (ANSI/NISO Z39.88-2004, KEV format; matrices
 * info:ofi/fmt:kev:mtx:journal, book, dissertation, patent), and the unprefixed keys of the older draft that
 * link sources still send.
 */

import { decodeText } from '../decode';
import { readDoi, readIsbn, readIssn } from '../model/identifiers';
import { type Message, msg } from '../model/message';
import type { CslName, ReferenceItem } from '../model/record';
import { table } from '../table';

const MATRIX = 'info:ofi/fmt:kev:mtx:';
export const OPENURL_KEYS_AT_MOST = 80;
const VALUE_AT_MOST = 2000;
const NAME_AT_MOST = 200;

/** CSL types by the genre of a matrix; what is not here is taken for the matrix's first. */
const GENRE = table<string>({
  article: 'article-journal',
  preprint: 'article-journal',
  proceeding: 'paper-conference',
  conference: 'paper-conference',
  issue: 'article-journal',
  journal: 'periodical',
  book: 'book',
  bookitem: 'chapter',
  report: 'report',
  document: 'book',
  dissertation: 'thesis',
  patent: 'patent',
});
const BY_MATRIX = table<string>({
  journal: 'article-journal',
  book: 'book',
  dissertation: 'thesis',
  patent: 'patent',
});

export interface OpenUrl {
  readonly csl: ReferenceItem;
  /** Parts that could not be used. */
  readonly problems: readonly Message[];
}

/** Bytes of a percent-encoded text; characters beyond ASCII that stand in it as they are go as UTF-8. */
function bytesIn(text: string): Uint8Array {
  const encoded = new TextEncoder().encode(text.replaceAll('+', ' '));
  const out: number[] = [];
  for (let i = 0; i < encoded.length; i++) {
    const hex = encoded[i] === 0x25 ? String.fromCharCode(encoded[i + 1] ?? 0, encoded[i + 2] ?? 0) : '';
    if (/^[0-9a-f]{2}$/i.test(hex)) {
      out.push(Number.parseInt(hex, 16));
      i += 2;
    } else out.push(encoded[i] as number);
  }
  return Uint8Array.from(out);
}
/**
 * The keys and values of a query, in the characters that it says (`ctx_enc`): UTF-8 unless it says ISO-8859-1, or
 * is no UTF-8, as older link sources send it.
 * @param query without the question mark; of a POST its body
 */
export function openUrlParams(query: string): URLSearchParams {
  const latin = /(?:^|&)ctx_enc=[^&]*8859-1/i.test(query);
  const decode = (text: string): string => {
    const bytes = bytesIn(text);
    return latin ? Array.from(bytes, (b) => String.fromCharCode(b)).join('') : decodeText(bytes);
  };
  const out = new URLSearchParams();
  for (const pair of query.split('&')) {
    if (!pair) continue;
    const at = pair.indexOf('=');
    out.append(decode(at < 0 ? pair : pair.slice(0, at)), at < 0 ? '' : decode(pair.slice(at + 1)));
  }
  return out;
}

const yearMonthDay = (text: string): ReferenceItem['issued'] => {
  const m = /^(\d{4})(?:-?(\d{2})(?:-?(\d{2}))?)?/.exec(text.trim());
  if (!m?.[1]) return undefined;
  const [y, mo, d] = [Number(m[1]), Number(m[2] ?? 0), Number(m[3] ?? 0)];
  return { 'date-parts': [mo >= 1 && mo <= 12 ? (d >= 1 && d <= 31 ? [y, mo, d] : [y, mo]) : [y]] };
};

/**
 * Reads a context object; null when it says nothing of what is wanted. Values are cut at a sane length, never
 * trusted.
 * @example readOpenUrl(new URLSearchParams('rft.btitle=Kelp&rft.date=2019'))?.csl.title // 'Kelp'
 */
export function readOpenUrl(params: URLSearchParams): OpenUrl | null {
  const problems: Message[] = [];
  const get = (...keys: string[]): string => {
    for (const k of keys)
      for (const name of [`rft.${k}`, k]) {
        const v = params.get(name)?.trim().slice(0, VALUE_AT_MOST);
        if (v) return v;
      }
    return '';
  };
  const ids = [...params.getAll('rft_id'), ...params.getAll('id')].map((v) =>
    v.trim().slice(0, VALUE_AT_MOST),
  );
  const matrix = (params.get('rft_val_fmt') ?? '').replace(MATRIX, '');
  const atitle = get('atitle');
  const genre = get('genre') || (atitle ? (get('btitle') || get('isbn') ? 'bookitem' : 'article') : '');
  const type =
    GENRE.get(genre) ??
    BY_MATRIX.get(matrix) ??
    (get('jtitle', 'issn', 'eissn') ? 'article-journal' : 'book');
  const part = type === 'article-journal' || type === 'chapter' || type === 'paper-conference';
  const doi =
    ids.flatMap((v) => readDoi(v.replace(/^info:doi\//i, '')) ?? [])[0] ?? readDoi(get('doi')) ?? undefined;
  const isbnText = get('isbn') || (ids.find((v) => /^urn:isbn:/i.test(v))?.replace(/^urn:isbn:/i, '') ?? '');
  const issnText =
    get('issn', 'eissn') || (ids.find((v) => /^urn:issn:/i.test(v))?.replace(/^urn:issn:/i, '') ?? '');
  const isbn = isbnText ? readIsbn(isbnText) : null;
  const issn = issnText ? readIssn(issnText) : null;
  if (isbnText && !isbn)
    problems.push(msg('file.identifierHasAWrongDigit', { name: 'ISBN', value: isbnText }));
  if (issnText && !issn)
    problems.push(msg('file.identifierHasAWrongDigit', { name: 'ISSN', value: issnText }));
  const people: CslName[] = [];
  const last = get('aulast');
  if (last)
    people.push({
      family: last,
      given: get('aufirst') || [get('auinit1') || get('auinit'), get('auinitm')].filter(Boolean).join(' '),
    });
  const corp = get('aucorp', 'inst');
  if (!last && corp && type !== 'thesis') people.push({ literal: corp });
  for (const long of [...params.getAll('rft.au'), ...params.getAll('au'), ...params.getAll('rft.inv')].slice(
    0,
    200,
  )) {
    const au = long.trim().slice(0, NAME_AT_MOST);
    const [family = '', given] = au.split(/,\s*/);
    const name: CslName = given
      ? { family, given }
      : au.includes(' ')
        ? { family: au.split(' ').at(-1) as string, given: au.split(' ').slice(0, -1).join(' ') }
        : { family: au };
    // The first author is often named twice, in parts and whole; two of one family are two.
    if (au && !people.some((p) => isSame(p, name))) people.push(name);
  }
  const whole = get('btitle') || get('jtitle') || get('title') || get('stitle');
  const title = part ? atitle : atitle || whole;
  const pages = get('pages') || [get('spage'), get('epage')].filter(Boolean).join('-') || get('artnum');
  const pmid =
    ids.map((v) => /^(?:info:pmid\/|pmid:?\s*)(\d{1,9})$/i.exec(v)?.[1]).find(Boolean) ??
    (/^\d{1,9}$/.exec(get('pmid'))?.[0] || undefined);
  const fields = {
    type,
    title,
    author: people.length ? people : undefined,
    issued: yearMonthDay(get('date', 'appldate')),
    'container-title': part ? whole || undefined : undefined,
    volume: get('volume') || undefined,
    issue: get('issue') || undefined,
    page: pages || undefined,
    edition: get('edition') || undefined,
    publisher: get('pub') || (type === 'thesis' ? get('inst') : '') || undefined,
    'publisher-place': get('place') || undefined,
    'collection-title': get('series') || undefined,
    DOI: doi,
    PMID: pmid,
    ISBN: isbn ?? undefined,
    ISSN: issn ?? undefined,
    number: type === 'patent' ? get('number') || undefined : undefined,
  };
  const csl = Object.fromEntries(
    Object.entries(fields).filter(([, v]) => v !== undefined),
  ) as unknown as ReferenceItem;
  const says =
    csl.title || csl['container-title'] || csl.DOI || csl.ISBN || csl.ISSN || csl.PMID || csl.number;
  return says ? { csl, problems } : null;
}

const isSame = (a: CslName, b: CslName): boolean =>
  a.family === b.family && (!a.given || !b.given || a.given.charAt(0) === b.given.charAt(0));

/**
 * The same, with its longest values cut until it fits an address of so many characters: what stands in a
 * redirect's header is cut off by some programs on the way, which would lose more.
 */
export function fitted(params: URLSearchParams, most: number): URLSearchParams {
  const pairs = [...params];
  while (new URLSearchParams(pairs).toString().length > most) {
    const longest = pairs.reduce((a, [, v], i) => (v.length > (pairs[a]?.[1].length ?? 0) ? i : a), 0);
    const [name, value] = pairs[longest] as [string, string];
    if (value.length < 2) pairs.pop();
    else pairs[longest] = [name, value.slice(0, value.length >> 1)];
  }
  return new URLSearchParams(pairs);
}

const MATRIX_OF = table<readonly [matrix: string, genre: string]>({
  'article-journal': ['journal', 'article'],
  'article-newspaper': ['journal', 'article'],
  'review-book': ['journal', 'article'],
  review: ['journal', 'article'],
  'paper-conference': ['journal', 'proceeding'],
  periodical: ['journal', 'journal'],
  chapter: ['book', 'bookitem'],
  thesis: ['dissertation', 'dissertation'],
  report: ['book', 'report'],
  patent: ['patent', 'patent'],
});

/** The context object of an item, with our referrer id. */
export function writeOpenUrl(csl: ReferenceItem): URLSearchParams {
  const [matrix, genre] =
    MATRIX_OF.get(csl.type) ?? (['book', csl.type === 'book' ? 'book' : 'document'] as const);
  const out = new URLSearchParams({
    ctx_ver: 'Z39.88-2004',
    rfr_id: 'info:sid/legendum',
    rft_val_fmt: `${MATRIX}${matrix}`,
  });
  const put = (key: string, value: string | undefined): void => {
    if (value) out.append(`rft.${key}`, value);
  };
  const container = csl['container-title'];
  const part = matrix === 'journal' ? csl.type !== 'periodical' : csl.type === 'chapter';
  if (genre !== 'dissertation' && genre !== 'patent') put('genre', genre);
  put(part ? 'atitle' : matrix === 'book' ? 'btitle' : matrix === 'journal' ? 'jtitle' : 'title', csl.title);
  if (part) put(matrix === 'journal' ? 'jtitle' : 'btitle', container);
  const [first, ...others] = csl.author ?? [];
  if (first?.literal) put(matrix === 'dissertation' ? 'au' : 'aucorp', first.literal);
  else if (first) {
    put('aulast', first.family);
    put('aufirst', first.given);
  }
  for (const n of others) put('au', n.literal ?? [n.family, n.given].filter(Boolean).join(', '));
  const date = csl.issued?.['date-parts'][0]
    .filter((x) => x !== undefined)
    .map((x, i) => String(x).padStart(i ? 2 : 4, '0'));
  put('date', date?.join('-'));
  put('volume', csl.volume);
  put('issue', csl.issue);
  const range = /^([\p{L}]?\d+)(?:-([\p{L}]?\d+))?$/u.exec(csl.page ?? '');
  put('pages', csl.page);
  put('spage', range?.[1]);
  put('epage', range?.[2]);
  put('edition', csl.edition);
  put(matrix === 'dissertation' ? 'inst' : 'pub', matrix === 'journal' ? undefined : csl.publisher);
  put('place', csl['publisher-place']);
  put('isbn', csl.ISBN);
  put('issn', csl.ISSN);
  put('number', matrix === 'patent' ? csl.number : undefined);
  if (csl.DOI) out.append('rft_id', `info:doi/${csl.DOI}`);
  if (csl.PMID) out.append('rft_id', `info:pmid/${csl.PMID}`);
  return out;
}
