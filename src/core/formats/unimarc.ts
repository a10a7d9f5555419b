/** UNIMARC records (IFLA, bibliographic format) as CSL items: the fields that a reference needs. */
import { readDoi, readIsbn, readIssn } from '../model/identifiers';
import { languageNamed } from '../model/kinds';
import { type Message, msg } from '../model/message';
import type { CslItem, CslName } from '../model/record';
import { withoutIsbd } from './isbd';
import type { MarcField, MarcRecord } from './marc';
import { hostPlace } from './marcHost';

/** Its title stands in 200; MARC 21 has nothing there, and its own in 245. */
export const isUnimarc = (m: MarcRecord): boolean =>
  !m.fields.some((f) => f.tag === '245') &&
  m.fields.some((f) => f.tag === '200' && f.subfields.some(([c]) => c === 'a'));

/** Relator codes (UNIMARC, appendix C). */
const [EDITOR, TRANSLATOR] = [/^(?:340|651|650)$/, /^730$/];
const AUTHOR = /^(?:070|100|300|330|)$/;
const sub = (f: MarcField | undefined, code: string): string =>
  f?.subfields.find(([c, t]) => c === code && t.trim())?.[1].trim() ?? '';
const bare = (text: string): string =>
  withoutIsbd(text)
    .replace(/[\u0088\u0089\u0098\u009c]/g, '')
    .trim();

/** A message instead of an item when there is no title. */
export function itemOfUnimarc(m: MarcRecord, n: number): CslItem | Message {
  const fields = (...tags: string[]): MarcField[] => m.fields.filter((f) => tags.includes(f.tag));
  const first = (...tags: string[]): MarcField | undefined => fields(...tags)[0];
  const head = first('200');
  const rest = head?.subfields.filter(([c]) => c === 'e').map(([, t]) => bare(t)) ?? [];
  const part = [sub(head, 'h'), sub(head, 'i')].filter(Boolean).map(bare).join(', ');
  const title = [[bare(sub(head, 'a')), part].filter(Boolean).join('. '), ...rest].filter(Boolean).join(': ');
  if (!title) return msg('file.recordHasNo245');
  const names = (fits: (code: string, tag: string) => boolean): CslName[] | undefined => {
    const list = fields('700', '701', '702', '710', '711', '712').flatMap((f): CslName[] => {
      const [family, given] = [bare(sub(f, 'a')), bare(sub(f, 'b'))];
      if (!family || !fits(sub(f, '4'), f.tag)) return [];
      if (f.tag.startsWith('71')) return [{ literal: [family, given].filter(Boolean).join('. ') }];
      return [given ? { family, given } : f.ind2 === '0' ? { literal: family } : { family }];
    });
    return list.length ? list : undefined;
  };
  const imprint = first('214', '210', '219');
  const host = fields('463', '461', '462').find((f) => sub(f, 't'));
  const place = host
    ? hostPlace([sub(host, 'v'), sub(host, 'h'), sub(host, 'p')].filter(Boolean), undefined)
    : {};
  const thesis = first('328');
  const level = m.leader[7] ?? 'm';
  const kind = m.leader[6] ?? 'a';
  const type = thesis
    ? 'thesis'
    : level === 's'
      ? 'periodical'
      : kind === 'c' || kind === 'd'
        ? 'musical_score'
        : kind === 'e' || kind === 'f'
          ? 'map'
          : kind === 'g'
            ? 'motion_picture'
            : host
              ? sub(host, 'x')
                ? 'article-journal'
                : 'chapter'
              : 'book';
  const year = (text: string): string | undefined => /(?:1[4-9]|20)\d\d/.exec(text)?.[0];
  const date =
    year(sub(imprint, 'd')) ??
    place.year ??
    year(sub(host, 'd')) ??
    year(sub(thesis, 'd')) ??
    year(sub(first('100'), 'a').slice(9, 13));
  const marc = sub(first('101'), 'a').toLowerCase();
  const all = {
    id: m.control.find(([t]) => t === '001')?.[1] || `marc-${n}`,
    type,
    title,
    author: names((code, tag) => AUTHOR.test(code) && tag !== '702' && tag !== '712'),
    editor: names((code) => EDITOR.test(code)),
    translator: names((code) => TRANSLATOR.test(code)),
    issued: date ? { 'date-parts': [[Number(date)]] } : undefined,
    'container-title': host && bare(sub(host, 't')),
    'collection-title': bare(sub(first('225'), 'a')) || undefined,
    volume: place.volume,
    issue: place.issue,
    page:
      place.page ??
      (host ? /\d+\s*[-–]\s*\d+/.exec(sub(first('215'), 'a'))?.[0].replace(/\s*[-–]\s*/, '-') : undefined),
    'number-of-pages': host ? undefined : /\d+/.exec(sub(first('215'), 'a'))?.[0],
    edition: /\d+/.exec(sub(first('205'), 'a'))?.[0] ?? (bare(sub(first('205'), 'a')) || undefined),
    publisher: bare(sub(imprint, 'c')) || bare(sub(thesis, 'e')) || undefined,
    'publisher-place': bare(sub(imprint, 'a')) || undefined,
    genre: thesis ? bare(sub(thesis, 'b')) || bare(sub(thesis, 'a')) || undefined : undefined,
    abstract: sub(first('330'), 'a') || undefined,
    language: languageNamed(marc) ?? undefined,
    ISBN:
      fields('010')
        .flatMap((f) => readIsbn(sub(f, 'a')) ?? [])
        .join(' ') || undefined,
    ISSN: readIssn(sub(first('011'), 'a') || sub(host, 'x')) ?? undefined,
    DOI:
      fields('017', '856')
        .map((f) => readDoi(sub(f, 'a') || sub(f, 'u')))
        .find((d) => d !== null) ?? undefined,
    keyword:
      fields('606', '610')
        .map((f) =>
          f.subfields
            .filter(([c]) => /[axyz]/.test(c))
            .map(([, t]) => t.trim())
            .join(' -- '),
        )
        .filter(Boolean)
        .join('; ') || undefined,
  };
  return Object.fromEntries(
    Object.entries(all).filter(([, v]) => v !== undefined && v !== ''),
  ) as unknown as CslItem;
}
