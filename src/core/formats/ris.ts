/**
 * RIS: two-letter tags, a line each, records ended by ER. Tags as reference managers agree on them; what CSL
 * has no place for is kept in notes or left out. Unknown tags are ignored, lines without a tag continue the
 * one before.
 */

import { fullName } from '../model/describe';
import { msg } from '../model/message';
import type { CslItem, CslName } from '../model/record';
import { table } from '../table';
import { parted } from '../text';
import type { Problem, ReadItems } from './item';

const TYPE_TO = table<string>({
  'article-journal': 'JOUR',
  'article-magazine': 'MGZN',
  'article-newspaper': 'NEWS',
  'review-book': 'JOUR',
  book: 'BOOK',
  chapter: 'CHAP',
  thesis: 'THES',
  report: 'RPRT',
  'paper-conference': 'CPAPER',
  motion_picture: 'VIDEO',
  song: 'SOUND',
  musical_score: 'MUSIC',
  map: 'MAP',
  periodical: 'JFULL',
  patent: 'PAT',
  webpage: 'ELEC',
});
const TYPE_FROM = table<string>({
  ...Object.fromEntries(Object.entries(TYPE_TO).map(([csl, ris]) => [ris, csl])),
  JOUR: 'article-journal',
  EJOUR: 'article-journal',
  ABST: 'article-journal',
  INPR: 'article-journal',
  EBOOK: 'book',
  EDBOOK: 'book',
  ECHAP: 'chapter',
  CONF: 'paper-conference',
  GEN: 'document',
  ELEC: 'webpage',
});

const person = (text: string): CslName => {
  const [family = '', ...given] = parted(text, ',');
  return given.length ? { family, given: given.join(', ') } : { literal: text };
};
const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim();

/** Items as RIS, with CRLF at the ends of lines as the format has it. */
export function writeRis(items: readonly CslItem[]): string {
  return items
    .map((c) => {
      const lines: string[] = [];
      const put = (tag: string, value: string | undefined): void => {
        if (value) lines.push(`${tag}  - ${oneLine(value)}`);
      };
      put('TY', TYPE_TO.get(c.type) ?? 'GEN');
      put('ID', c.id);
      for (const n of c.author ?? []) put('AU', fullName(n));
      for (const n of c.editor ?? []) put(c['container-title'] ? 'A2' : 'ED', fullName(n));
      for (const n of c.translator ?? []) put('A4', fullName(n));
      const [y, m, d] = c.issued?.['date-parts'][0] ?? [];
      if (y !== undefined) {
        put('PY', String(y));
        if (m !== undefined)
          put(
            'DA',
            `${String(y).padStart(4, '0')}/${String(m).padStart(2, '0')}/${d === undefined ? '' : String(d).padStart(2, '0')}`,
          );
      }
      put('TI', c.title);
      put('T2', c['container-title']);
      put(c['container-title'] ? 'T3' : 'T2', c['collection-title']);
      put('VL', c.volume);
      put('IS', c.issue);
      const [first, last] = (c.page ?? '').split(/[-–]/);
      put('SP', first);
      put('EP', last);
      put('ET', c.edition);
      put('PB', c.publisher);
      put('CY', c['publisher-place']);
      put('M3', c.genre);
      put('AB', c.abstract);
      put('LA', c.language);
      for (const n of (c.ISBN ?? c.ISSN ?? '').split(/[;,\s]+/)) put('SN', n);
      put('DO', c.DOI);
      lines.push('ER  - ');
      return lines.join('\r\n');
    })
    .join('\r\n\r\n')
    .concat(items.length ? '\r\n' : '');
}

const TAG = /^([A-Z][A-Z0-9])\s{1,2}-(?:\s(.*)|)$/;

/**
 * Reads RIS. Records that can't be used are named by the line on which they begin; the others come in.
 * @example readRis('TY  - BOOK\nTI  - Kelp\nER  - ').items[0].title // 'Kelp'
 */
export function readRis(text: string, before = 0): ReadItems {
  const items: CslItem[] = [];
  const problems: Problem[] = [];
  let open: { line: number; tags: Map<string, string[]>; last: string | null } | null = null;
  const finish = (complete: boolean): void => {
    if (!open) return;
    const { line, tags } = open;
    open = null;
    const item = fromTags(tags, before + items.length + 1);
    if (!item) problems.push({ line, text: msg('file.thisRecordHasNoTitleTi') });
    else {
      items.push(item);
      const [day] = dateTags(tags);
      if (day && !item.issued)
        problems.push({
          line,
          text: msg('file.hasNoYearInItThe', { day: day.slice(0, 60) }),
        });
      if (!complete) problems.push({ line, text: msg('file.thisRecordDoesNotEndWith') });
    }
  };
  text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r/)
    .forEach((raw, i) => {
      const m = TAG.exec(raw.trimEnd());
      if (!m) {
        const rest = raw.trim();
        if (!rest) return;
        if (open?.last) {
          const list = open.tags.get(open.last) as string[];
          list[list.length - 1] = `${list.at(-1)} ${rest}`;
        } else
          problems.push({
            line: i + 1,
            text: msg('file.standsOutsideAnyRecordAndIs', { rest: rest.slice(0, 60) }),
          });
        return;
      }
      const [, tag = '', value = ''] = m;
      if (tag === 'TY') {
        finish(false);
        open = { line: i + 1, tags: new Map([['TY', [value.trim()]]]), last: null };
      } else if (tag === 'ER') finish(true);
      else if (!open) problems.push({ line: i + 1, text: msg('file.standsBeforeAnyTyAndIs', { tag }) });
      else {
        open.tags.set(tag, [...(open.tags.get(tag) ?? []), value.trim()]);
        open.last = tag;
      }
    });
  finish(false);
  if (!items.length && !problems.length && text.trim())
    problems.push({ line: 1, text: msg('file.thereIsNoTyLineThis') });
  return { items, problems };
}

const dateTags = (tags: ReadonlyMap<string, readonly string[]>): string[] =>
  ['DA', 'PY', 'Y1'].flatMap((t) => tags.get(t)?.filter(Boolean).slice(0, 1) ?? []);
const firstMatch = (pattern: RegExp, texts: readonly string[]): RegExpExecArray | null =>
  texts.map((t) => pattern.exec(t)).find((m) => m !== null) ?? null;
function fromTags(tags: ReadonlyMap<string, readonly string[]>, n: number): CslItem | null {
  const get = (...names: string[]): string | undefined =>
    names.map((t) => tags.get(t)?.find(Boolean)).find(Boolean);
  const people = (...names: string[]): CslName[] | undefined => {
    const list = names
      .flatMap((t) => tags.get(t) ?? [])
      .filter(Boolean)
      .map(person);
    return list.length ? list : undefined;
  };
  const type = TYPE_FROM.get(get('TY') ?? '') ?? 'document';
  const title = get('TI', 'T1', 'CT', 'BT');
  if (!title) return null;
  const dates = dateTags(tags);
  const parts =
    firstMatch(/^(\d{4})(?:[/-](\d{1,2}))?(?:[/-](\d{1,2}))?/, dates) ??
    firstMatch(/(?<!\d)(\d{4})(?!\d)/, dates);
  const inContainer = ![
    'book',
    'thesis',
    'report',
    'motion_picture',
    'song',
    'map',
    'musical_score',
    'periodical',
  ].includes(type);
  const [sp, ep] = [get('SP'), get('EP')];
  const sn = tags.get('SN')?.filter(Boolean).join(' ');
  const fields = {
    id: get('ID') ?? `ris-${n}`,
    type,
    title,
    author: people('AU', 'A1'),
    editor: people('ED', ...(inContainer ? ['A2'] : [])),
    translator: people('A4'),
    issued: parts
      ? { 'date-parts': [[Number(parts[1]), ...[parts[2], parts[3]].flatMap((x) => (x ? [Number(x)] : []))]] }
      : undefined,
    'container-title': inContainer ? get('T2', 'JO', 'JF', 'JA', 'BT') : undefined,
    'collection-title': inContainer ? get('T3') : get('T2', 'T3'),
    volume: get('VL'),
    issue: get('IS'),
    page: sp && ep && !sp.includes('-') ? `${sp}-${ep}` : sp?.replace('–', '-'),
    edition: get('ET'),
    publisher: get('PB'),
    'publisher-place': get('CY', 'PP'),
    genre: get('M3'),
    abstract: get('AB', 'N2'),
    language: get('LA'),
    ...(sn
      ? inContainer && type !== 'chapter'
        ? { ISSN: sn }
        : type === 'periodical'
          ? { ISSN: sn }
          : { ISBN: sn }
      : {}),
    DOI: get('DO')?.replace(/^(https?:\/\/(dx\.)?doi\.[a-z]+\/|doi:\s*)/i, ''),
  };
  return Object.fromEntries(
    Object.entries(fields).filter(([, v]) => v !== undefined && v !== ''),
  ) as unknown as CslItem;
}
