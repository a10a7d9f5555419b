/** MARC 21 records as CSL items: the fields that a reference needs. */

import { readDoi, readIsbn, readIssn } from '../model/identifiers';
import { languageNamed } from '../model/kinds';
import { type Message, msg } from '../model/message';
import type { CslItem, CslName } from '../model/record';
import { table } from '../table';
import { withoutIsbd as bare } from './isbd';
import type { MarcField, MarcRecord } from './marc';
import { hostPlace } from './marcHost';
import { isUnimarc, itemOfUnimarc } from './unimarc';

const TYPES = table<string>({
  c: 'musical_score',
  d: 'musical_score',
  e: 'map',
  f: 'map',
  g: 'motion_picture',
  i: 'song',
  j: 'song',
});

/** What somebody had to do with it, by relator code (MARC) or in words of the catalogue's language. */
const EDITORS = /^(?:edt|edc|com|pbd|isb)\b|edit|hrsg|herausg|compil|\bred\b|redakt|toim|dir\./;
const TRANSLATORS = /^trl\b|transl|übers|trad|övers|overs/;
const OTHERS =
  /^(?:ill|aui|aft|win|fnd|pbl|prt|dte|ctb|spn|own|his|bnd|rev|trc)\b|illus|foreword|preface|sponsor|print/;
/** A linked field in its own script, of the field that it is linked to. */
function linked(m: MarcRecord, tag: string): string[] {
  return m.fields
    .filter((f) => f.tag === '880' && f.subfields.some(([c, t]) => c === '6' && t.startsWith(tag)))
    .map((f) => titleIn(f))
    .filter(Boolean);
}
/** 245 with its rest of title, number and name of the part. */
function titleIn(f: MarcField | undefined): string {
  const of = (code: string): string[] =>
    f?.subfields.filter(([c, t]) => c === code && t.trim()).map(([, t]) => bare(t)) ?? [];
  const part = [...of('n'), ...of('p')].join(', ');
  const main = [of('a')[0], part].filter(Boolean).join('. ');
  return [main, of('b').join(': ')].filter(Boolean).join(': ');
}
/** A message instead of an item when there is no title. */
export function itemOfMarc(m: MarcRecord, n: number): CslItem | Message {
  if (isUnimarc(m)) return itemOfUnimarc(m, n);
  const tags = new Set(m.fields.map((f) => f.tag));
  const fields = (...wanted: string[]): readonly MarcField[] =>
    wanted.some((tag) => tags.has(tag)) ? m.fields.filter((f) => wanted.includes(f.tag)) : [];
  const get = (tag: string, code: string): string | undefined => {
    for (const f of fields(tag))
      for (const [c, t] of f.subfields) if (c === code && t.trim()) return t.trim();
    return undefined;
  };
  const names = (role: (said: readonly string[]) => boolean, ...tags: string[]): CslName[] | undefined => {
    const list = fields(...tags).flatMap((f): CslName[] => {
      const sub = (code: string): string => f.subfields.find(([c]) => c === code)?.[1] ?? '';
      const roles = f.subfields
        .filter(([c]) => c === 'e' || c === '4')
        .map(([, t]) => t.toLowerCase().replace(/^.*\//, ''));
      if (!role(roles) || !sub('a')) return [];
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
  const ownScript = linked(m, '245')[0];
  const title = titleIn(fields('245')[0]) || ownScript;
  if (!title) return msg('file.recordHasNo245');
  const level = m.leader[7] ?? 'm';
  const kind = m.leader[6] ?? 'a';
  // Several may be named: the one with a title, and of these the one that says where in it.
  const hosts = fields('773').filter((f) => f.subfields.some(([c]) => c === 't' || c === 'a'));
  const host = hosts.find((f) => f.subfields.some(([c]) => c === 'g' || c === 'q')) ?? hosts[0];
  const inHost = (code: string): string | undefined =>
    host?.subfields.find(([c, t]) => c === code && t.trim())?.[1].trim();
  const container = inHost('t') ?? inHost('a');
  const related = host?.subfields.filter(([c]) => c === 'g').map(([, t]) => t) ?? [];
  const place = hostPlace(related, inHost('q'));
  const hostImprint = /^\s*(?:([^:]+?)\s*:\s*)?([^:,]+?)\s*(?:,\s*\[?c?((?:1[4-9]|20)\d\d).*)?\.?$/.exec(
    inHost('d') ?? '',
  );
  const thesis = fields('502').length > 0;
  const type = thesis
    ? 'thesis'
    : level === 's'
      ? 'periodical'
      : (TYPES.get(kind) ?? (container ? (level === 'b' ? 'article-journal' : 'chapter') : 'book'));
  const date =
    /(1[4-9]|20)\d\d/.exec(get('264', 'c') ?? get('260', 'c') ?? '')?.[0] ??
    place.year ??
    hostImprint?.[3] ??
    /^.{7}(\d{4})/.exec(m.control.find(([t]) => t === '008')?.[1] ?? '')?.[1];
  const marc = m.control.find(([t]) => t === '008')?.[1].slice(35, 38);
  const fieldsOf = {
    id: m.control.find(([t]) => t === '001')?.[1] || `marc-${n}`,
    type,
    title,
    author: names(
      (said) => said.every((e) => !EDITORS.test(e) && !TRANSLATORS.test(e) && !OTHERS.test(e)),
      '100',
      '110',
      '700',
      '710',
    ),
    editor: names((said) => said.some((e) => EDITORS.test(e)), '100', '700', '710'),
    translator: names((said) => said.some((e) => TRANSLATORS.test(e)), '100', '700'),
    'event-title': get('111', 'a') && bare(get('111', 'a') as string),
    'original-title': ownScript && ownScript !== title ? ownScript : undefined,
    issued: date ? { 'date-parts': [[Number(date)]] } : undefined,
    'container-title': container && bare(container),
    'collection-title': get('490', 'a') && bare(get('490', 'a') as string),
    volume: place.volume,
    issue: place.issue,
    page: place.page,
    'number-of-pages': /\d+/.exec(get('300', 'a') ?? '')?.[0],
    edition: /\d+/.exec(get('250', 'a') ?? '')?.[0] ?? (get('250', 'a') && bare(get('250', 'a') as string)),
    publisher: bare(get('264', 'b') ?? get('260', 'b') ?? hostImprint?.[2] ?? '') || undefined,
    'publisher-place': bare(get('264', 'a') ?? get('260', 'a') ?? hostImprint?.[1] ?? '') || undefined,
    genre: get('502', 'b') && bare(get('502', 'b') as string),
    abstract: get('520', 'a'),
    language: languageNamed(marc ?? '') ?? undefined,
    ISBN:
      fields('020')
        .flatMap((f) =>
          f.subfields
            .filter(([c]) => c === 'a')
            .flatMap(([, t]) => readIsbn(t.replace(/\s*\(.*$/, '')) ?? []),
        )
        .join(' ') || undefined,
    ISSN: readIssn(get('022', 'a') ?? inHost('x') ?? '') ?? undefined,
    keyword:
      fields('650', '651', '653')
        .map((f) =>
          f.subfields
            .filter(([c]) => /[axyz]/.test(c))
            .map(([, t]) => bare(t))
            .join(' -- '),
        )
        .filter(Boolean)
        .join('; ') || undefined,
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
