/** MARC 21 records as CSL items: the fields that a reference needs. */

import { readDoi, readIsbn, readIssn } from '../model/identifiers';
import { LANGUAGE_LIST, LANGUAGES } from '../model/kinds';
import { type Message, msg } from '../model/message';
import type { CslItem, CslName } from '../model/record';
import { table } from '../table';
import type { MarcRecord } from './marc';

/** Punctuation that cataloguing rules (ISBD) put between parts, not part of them. */
const bare = (t: string): string =>
  t
    .replace(/\s*[/:;,=]\s*$/, '')
    .replace(/(?<!\b\p{L})\.$/u, '')
    .trim();

const TYPES = table<string>({
  c: 'musical_score',
  d: 'musical_score',
  e: 'map',
  f: 'map',
  g: 'motion_picture',
  i: 'song',
  j: 'song',
});

/** A message instead of an item when there is no title. */
export function itemOfMarc(m: MarcRecord, n: number): CslItem | Message {
  const fields = (...tags: string[]) => m.fields.filter((f) => tags.includes(f.tag));
  const get = (tag: string, code: string): string | undefined => {
    for (const f of fields(tag))
      for (const [c, t] of f.subfields) if (c === code && t.trim()) return t.trim();
    return undefined;
  };
  const names = (role: (e: string) => boolean, ...tags: string[]): CslName[] | undefined => {
    const list = fields(...tags).flatMap((f): CslName[] => {
      const sub = (code: string): string => f.subfields.find(([c]) => c === code)?.[1] ?? '';
      if (!role(sub('e').toLowerCase()) || !sub('a')) return [];
      if (f.tag.endsWith('10')) return [{ literal: bare(sub('a')) }];
      const [family = '', ...given] = bare(sub('a')).split(/,\s*/);
      return given.length
        ? [{ family, given: given.join(', ') }]
        : f.ind1 === '0'
          ? [{ literal: family }]
          : [{ family }];
    });
    return list.length ? list : undefined;
  };
  const title = [get('245', 'a'), get('245', 'b')]
    .filter(Boolean)
    .map((t) => bare(t as string))
    .join(': ');
  if (!title) return msg('file.recordHasNo245');
  const level = m.leader[7] ?? 'm';
  const kind = m.leader[6] ?? 'a';
  const container = get('773', 't');
  const place = get('773', 'g') ?? '';
  const thesis = fields('502').length > 0;
  const type = thesis
    ? 'thesis'
    : level === 's'
      ? 'periodical'
      : (TYPES.get(kind) ?? (container ? (level === 'b' ? 'article-journal' : 'chapter') : 'book'));
  const date =
    /(1[4-9]|20)\d\d/.exec(get('264', 'c') ?? get('260', 'c') ?? '')?.[0] ??
    /(1[4-9]|20)\d\d/.exec(place)?.[0] ??
    /^.{7}(\d{4})/.exec(m.control.find(([t]) => t === '008')?.[1] ?? '')?.[1];
  const numbers = /^(\d+)(?:\(([^)]+)\))?/.exec(place);
  const pages = /(\p{L}?\d+)[-–](\p{L}?\d+)|(?:p\.|pages?)\s*(\p{L}?\d+)/iu.exec(
    place.replace(/^\d+(\([^)]*\))?,?\s*(\d{4})?,?/, ''),
  );
  const marc = m.control.find(([t]) => t === '008')?.[1].slice(35, 38);
  const fieldsOf = {
    id: m.control.find(([t]) => t === '001')?.[1] || `marc-${n}`,
    type,
    title,
    author: names(
      (e) => !/edit|transl|hrsg/.test(e),
      '100',
      '110',
      ...(fields('100', '110').length ? ['700', '710'] : ['700', '710']),
    ),
    editor: names((e) => /edit|hrsg/.test(e), '100', '700', '710'),
    translator: names((e) => /transl/.test(e), '100', '700'),
    issued: date ? { 'date-parts': [[Number(date)]] } : undefined,
    'container-title': container && bare(container),
    'collection-title': get('490', 'a') && bare(get('490', 'a') as string),
    volume: numbers?.[1],
    issue: numbers?.[2],
    page: pages ? (pages[1] ? `${pages[1]}-${pages[2]}` : pages[3]) : undefined,
    'number-of-pages': /\d+/.exec(get('300', 'a') ?? '')?.[0],
    edition: /\d+/.exec(get('250', 'a') ?? '')?.[0] ?? (get('250', 'a') && bare(get('250', 'a') as string)),
    publisher: (get('264', 'b') ?? get('260', 'b')) && bare((get('264', 'b') ?? get('260', 'b')) as string),
    'publisher-place':
      (get('264', 'a') ?? get('260', 'a')) && bare((get('264', 'a') ?? get('260', 'a')) as string),
    genre: get('502', 'b') && bare(get('502', 'b') as string),
    abstract: get('520', 'a'),
    language: LANGUAGE_LIST.find((l) => LANGUAGES[l].marc === marc),
    ISBN:
      fields('020')
        .flatMap((f) =>
          f.subfields
            .filter(([c]) => c === 'a')
            .flatMap(([, t]) => readIsbn(t.replace(/\s*\(.*$/, '')) ?? []),
        )
        .join(' ') || undefined,
    ISSN: readIssn(get('022', 'a') ?? get('773', 'x') ?? '') ?? undefined,
    DOI:
      readDoi(
        fields('024')
          .find((f) => f.subfields.some(([c, t]) => c === '2' && t === 'doi'))
          ?.subfields.find(([c]) => c === 'a')?.[1] ?? '',
      ) ?? undefined,
  };
  return Object.fromEntries(
    Object.entries(fieldsOf).filter(([, v]) => v !== undefined && v !== ''),
  ) as unknown as CslItem;
}
