/**
 * RIS: two-letter tags, a line each, records ended by ER. Tags as reference managers agree on them; what CSL
 * has no place for is kept in notes or left out. Unknown tags are ignored, lines without a tag continue the
 * one before.
 */

import { fullName } from '../model/describe';
import { readDoi, readIsbn, readIssn } from '../model/identifiers';
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
  ...Object.fromEntries([...TYPE_TO].map(([csl, ris]) => [ris, csl])),
  JOUR: 'article-journal',
  EJOUR: 'article-journal',
  ABST: 'article-journal',
  INPR: 'article-journal',
  EBOOK: 'book',
  EDBOOK: 'book',
  ECHAP: 'chapter',
  CONF: 'paper-conference',
  GEN: 'document',
  DATA: 'dataset',
  COMP: 'software',
  STAND: 'standard',
  UNPB: 'manuscript',
  BLOG: 'webpage',
  ENCYC: 'entry-encyclopedia',
  DICT: 'entry-dictionary',
  CASE: 'legal_case',
  STAT: 'legislation',
  SER: 'book',
  ADVS: 'motion_picture',
  MPCT: 'motion_picture',
  ELEC: 'webpage',
});

/** `Lind, Ada, Jr.`: a suffix stands last. */
const person = (text: string): CslName => {
  const [family = '', ...given] = parted(text, ',');
  const [first = '', suffix] = given;
  if (!first) return { literal: family };
  return suffix && /^(?:jr|sr|[ivx]+)\.?$/i.test(suffix)
    ? { family, given: first, suffix }
    : { family, given: given.join(', ') };
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
      for (const n of [c.ISBN, c.ISSN]
        .filter(Boolean)
        .join(' ')
        .split(/[;,\s]+/))
        put('SN', n);
      put('DO', c.DOI);
      put('UR', c.URL);
      put('M1', c.number);
      for (const subject of parted(c.keyword ?? '', /[;,]/)) put('KW', subject);
      lines.push('ER  - ');
      return lines.join('\r\n');
    })
    .join('\r\n\r\n')
    .concat(items.length ? '\r\n' : '');
}

/**
 * A tag as programs write it: blanks before it, one or two behind it or none, small letters, nothing after the hyphen.
 * In small letters only those that are known, since `in - ` may begin a line of text.
 */
const TAG = /^\s*([A-Za-z][A-Za-z0-9])\s{0,3}-(?:\s(.*)|(\S.*)|)$/;
const KNOWN = new Set(
  'TY ER ID A1 A2 A3 A4 AB AD AN AU BT C1 C2 C3 C4 C5 C6 C7 C8 CA CN CP CT CY DA DB DO DP ED EP ET ID IS J1 J2 JA JF JO KW L1 L2 L3 L4 LA LB LK M1 M2 M3 N1 N2 NV OP PB PP PY RI RN RP SE SN SP ST T1 T2 T3 TA TI TT U1 U2 U3 U4 U5 UR VL VO Y1 Y2'.split(
    ' ',
  ),
);
function tagOf(line: string): readonly [tag: string, value: string] | null {
  const m = TAG.exec(line);
  if (!m) return null;
  const tag = (m[1] as string).toUpperCase();
  // `A-level` is no tag: what follows without a blank must follow a known one.
  return KNOWN.has(tag) || (m[1] === tag && m[3] === undefined) ? [tag, m[2] ?? m[3] ?? ''] : null;
}

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
      const m = tagOf(raw.trimEnd());
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
      const [tag, value] = m;
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
    firstMatch(/^(\d{4})(?:[/-](0?[1-9]|1[0-2])(?!\d))?(?:[/-]([0-3]?\d)(?!\d))?/, dates) ??
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
  const numbered = ['report', 'patent', 'webpage', 'dataset', 'software', 'document'].includes(type);
  const doi = ['DO', 'DI', 'M3', 'L3', 'UR', 'N1']
    .flatMap((t) => tags.get(t) ?? [])
    .map((v) => readDoi(v))
    .find((x) => x !== null);
  const numbers = (tags.get('SN') ?? [])
    .flatMap((v) => parted(v.replace(/\([^)]*\)/g, ' '), /[;,]|\s(?=97[89])/))
    .filter(Boolean);
  const isbn = numbers.flatMap((v) => readIsbn(v) ?? []);
  const issn = numbers.flatMap((v) => readIssn(v) ?? []);
  /** What is neither is a number of the publisher's own. */
  const other = numbers.find((v) => readIsbn(v) === null && readIssn(v) === null);
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
    'container-title': inContainer
      ? get('T2', 'JO', 'JF', 'JA', 'J2', 'BT', ...(type === 'paper-conference' ? ['C3'] : []))
      : undefined,
    'collection-title': inContainer ? get('T3') : get('T2', 'T3'),
    volume: get('VL'),
    issue: numbered ? undefined : get('IS', 'CP'),
    page:
      sp && ep && !sp.includes('-') && sp !== ep ? `${sp}-${ep}` : (sp ?? get('C7', 'AR'))?.replace('–', '-'),
    edition: get('ET'),
    publisher: get('PB'),
    'publisher-place': get('CY', 'PP'),
    genre: tags.get('M3')?.find((v) => v && readDoi(v) === null),
    abstract: get('AB', 'N2'),
    language: get('LA'),
    number: numbered || type === 'report' ? (get('M1') ?? get('IS') ?? other) : undefined,
    URL: tags.get('UR')?.find((u) => /^https?:/i.test(u) && readDoi(u) === null),
    ISBN: isbn.length ? isbn.join(' ') : type === 'book' || type === 'chapter' ? other : undefined,
    ISSN: issn[0] ?? (inContainer && type !== 'chapter' ? other : undefined),
    keyword: tags.get('KW')?.filter(Boolean).join('; '),
    'event-title': type === 'paper-conference' && get('T2') ? get('C3') : undefined,
    DOI: doi,
  };
  return Object.fromEntries(
    Object.entries(fields).filter(([, v]) => v !== undefined && v !== ''),
  ) as unknown as CslItem;
}
