/**
 * BibTeX and BibLaTeX, read: the file is cut into entries by its braces, so that one bad entry costs no
 * other, and each is handed to Citation.js, which knows TeX's accents, names and the two dialects' fields.
 */

import { plugins } from '@citation-js/core';
import { msg } from '../model/message';
import { table } from '../table';
import { errorText } from '../text';
import '@citation-js/plugin-bibtex';
import type { CslItem } from '../model/record';
import { cslItem } from './cslItems';
import { cslDate } from './dates';
import { lineCounter, type Problem, type ReadItems } from './item';

interface Entry {
  readonly line: number;
  readonly text: string;
  readonly kind: string;
  readonly closed: boolean;
}
/**
 * Entries with the line on which each begins. An entry that does not close ends where the next one begins at
 * a line's start.
 */
function entriesOf(text: string): Entry[] {
  const out: Entry[] = [];
  const lineAt = lineCounter(text);
  const start = /@(\w+)\s*([{(])/g;
  for (let m = start.exec(text); m; m = start.exec(text)) {
    let depth = 1;
    let i = start.lastIndex;
    for (; i < text.length && depth > 0; i++) {
      const c = text[i];
      if (c === '\\') i++;
      else if (c === '{' || (m[2] === '(' && c === '(')) depth++;
      else if (c === '}' || (m[2] === '(' && c === ')')) depth--;
      else if (c === '@' && text[i - 1] === '\n' && /^@\w+\s*[{(]/.test(text.slice(i, i + 40))) break;
    }
    out.push({
      line: lineAt(m.index),
      text: text.slice(m.index, i),
      kind: (m[1] as string).toLowerCase(),
      closed: depth === 0,
    });
    start.lastIndex = i;
  }
  return out;
}

/** The abbreviations that an entry uses, and those that these use, before them. */
function stringsFor(
  entry: string,
  strings: ReadonlyMap<string, string>,
  known = new Set<string>(),
): string[] {
  if (strings.size === 0) return [];
  return [...new Set(entry.match(/[A-Za-z][\w:.+-]*/g) ?? [])].flatMap((word) => {
    const name = word.toLowerCase();
    const own = strings.get(name);
    if (own === undefined || known.has(name) || known.size >= STRINGS_AT_MOST) return [];
    known.add(name);
    return [...stringsFor(own, strings, known), own];
  });
}
/** Abbreviations that one entry is handed on with. */
const STRINGS_AT_MOST = 60;

/** A field as it is written, with its braces or quotation marks. */
type Fields = Map<string, string>;
interface Parsed {
  readonly kind: string;
  readonly key: string;
  readonly fields: Fields;
}
/** An entry's fields: cut at commas and equals signs that no brace or quotation mark holds. */
function parsed({ kind, text }: Entry): Parsed {
  const body = text.slice(text.search(/[{(]/) + 1, -1);
  const pieces: string[] = [];
  let [depth, quoted, from] = [0, false, 0];
  for (let i = 0; i <= body.length; i++) {
    const c = body[i];
    if (c === '\\') i++;
    else if (c === '{') depth++;
    else if (c === '}') depth--;
    else if (c === '"' && depth === 0) quoted = !quoted;
    else if (i === body.length || (c === ',' && depth === 0 && !quoted)) {
      pieces.push(body.slice(from, i));
      from = i + 1;
    }
  }
  const [key = '', ...rest] = pieces;
  const fields: Fields = new Map();
  for (const piece of rest) {
    const at = piece.indexOf('=');
    const [name, value] = [piece.slice(0, Math.max(0, at)).trim().toLowerCase(), piece.slice(at + 1).trim()];
    if (name && value && !/\s/.test(name)) fields.set(name, value);
  }
  return { kind, key: key.trim(), fields };
}
/** Without what holds it, where one pair holds all of it. */
function bareOf(value: string | undefined): string {
  const own = (value ?? '').trim();
  const held =
    (own.startsWith('{') && own.endsWith('}')) ||
    (own.startsWith('"') && own.endsWith('"') && own.length > 1);
  return held ? own.slice(1, -1).trim() : own;
}
/** What a part takes over from its whole, and under which name (BibLaTeX, appendix B). */
const RENAMED = table<string>({
  title: 'booktitle',
  subtitle: 'booksubtitle',
  author: 'bookauthor',
});
const NOT_TAKEN = new Set([
  'crossref',
  'xref',
  'xdata',
  'ids',
  'label',
  'key',
  'pages',
  'doi',
  'abstract',
  'note',
]);
/** Letters that an entry takes over at most: a large whole with many parts would be read in the square of its length. */
const TAKEN_AT_MOST = 20_000;
/** @param met keys that are followed already: nothing is its own whole, or taken twice */
function withParents(
  entry: Parsed,
  byKey: ReadonlyMap<string, Parsed>,
  lacking: (key: string) => void,
  met: Set<string> = new Set([entry.key.toLowerCase()]),
): Fields {
  const fields: Fields = new Map(entry.fields);
  let taken = 0;
  const take = (key: string, whole: boolean): void => {
    const low = key.toLowerCase();
    if (met.has(low)) return;
    met.add(low);
    const parent = byKey.get(low);
    if (!parent) {
      lacking(key);
      return;
    }
    for (const [name, value] of withParents(parent, byKey, lacking, met)) {
      if (NOT_TAKEN.has(name) || taken + value.length > TAKEN_AT_MOST) continue;
      const own = whole && /^(?:in|supp|suppl|article)/.test(entry.kind) ? (RENAMED.get(name) ?? name) : name;
      if (fields.has(own)) continue;
      fields.set(own, value);
      taken += value.length;
    }
  };
  for (const key of bareOf(fields.get('xdata')).split(',')) if (key.trim()) take(key.trim(), false);
  const whole = bareOf(fields.get('crossref'));
  if (whole) take(whole, true);
  return fields;
}

/** Letters that TeX has commands for, which the parser does not know with empty braces behind them. */
const LETTERS = table<string>({
  AA: 'Å',
  aa: 'å',
  AE: 'Æ',
  ae: 'æ',
  OE: 'Œ',
  oe: 'œ',
  O: 'Ø',
  o: 'ø',
  L: 'Ł',
  l: 'ł',
  ss: 'ß',
  SS: 'ẞ',
  DJ: 'Đ',
  dj: 'đ',
  DH: 'Ð',
  dh: 'ð',
  TH: 'Þ',
  th: 'þ',
  NG: 'Ŋ',
  ng: 'ŋ',
});
const texLetters = (value: string): string =>
  value
    // An accent on an i without its dot is on an i.
    .replace(
      /(\\(?:[`'^"~=.]|[uvHckbdrt](?![A-Za-z])))\s{0,3}\{?\s{0,3}\\([ij])(?:\s{0,3}\{\}|(?![A-Za-z]))\s{0,3}\}?/g,
      '$1{$2}',
    )
    .replace(
      /\\(AA|aa|AE|ae|OE|oe|SS|ss|DJ|dj|DH|dh|TH|th|NG|ng|O|o|L|l)(?:\s*\{\}|(?![A-Za-z])\s?)/g,
      (_, name: string) => LETTERS.get(name) ?? '',
    );

/** Bibstrings of BibLaTeX's types, as words. */
const GENRES = table<string>({
  mathesis: 'Master’s thesis',
  phdthesis: 'PhD thesis',
  candthesis: 'Candidate thesis',
  bathesis: 'Bachelor’s thesis',
  techreport: 'Technical report',
  resreport: 'Research report',
  software: 'Software',
  datacd: 'Data CD',
  audiocd: 'Audio CD',
});
const MONTH = /^(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*$/i;
/** Names that nothing stands for, put into braces so that they are kept as words. */
function withoutUndefined(
  value: string,
  strings: ReadonlyMap<string, string>,
  undefinedNames: string[],
): string {
  if (/^[{"\d]/.test(value) && !value.includes('#')) return value;
  return value
    .split('#')
    .map((piece) => {
      const name = piece.trim();
      if (!/^[A-Za-z][\w:.+-]*$/.test(name) || MONTH.test(name) || strings.has(name.toLowerCase()))
        return piece;
      undefinedNames.push(name);
      return `{${name}}`;
    })
    .join('#');
}
/** Parts of a list of names, cut at `and` outside braces. */
function namesIn(value: string): string[] {
  const out: string[] = [];
  let [depth, from] = [0, 0];
  for (let i = 0; i < value.length; i++) {
    if (value[i] === '{') depth++;
    else if (value[i] === '}') depth--;
    else if (depth === 0 && /^\sand\s/i.test(value.slice(i, i + 5))) {
      out.push(value.slice(from, i));
      from = i + 5;
    }
  }
  return [...out, value.slice(from)].map((n) => n.trim()).filter(Boolean);
}
const PEOPLE = ['author', 'editor', 'translator'] as const;
/** `… and others}`, at the end only, so that many blanks before it take no longer. */
const withoutOthers = (value: string): string =>
  value.slice(0, -30) + value.slice(-30).replace(/\sand\s+others\s*(?=[}"]$)/i, '');
/** A name that is braced whole is no person's. */
const isBody = (name: string): boolean => /^\{[^{}]*(?:\{[^{}]*\}[^{}]*)*\}$/.test(name);

/** What the parser leaves out or has its own way with. */
function mended(item: CslItem, { kind }: Parsed, fields: Fields): CslItem {
  const value = (name: string): string =>
    bareOf(fields.get(name))
      .replace(/\\([&%$#_])/g, '$1')
      .replace(/[{}]/g, '');
  const out: Record<string, unknown> = { ...item };
  for (const k of PEOPLE) {
    const written = namesIn(bareOf(fields.get(k)));
    const list = item[k];
    if (!list) continue;
    out[k] = list.flatMap((n, i) =>
      /^others$/i.test(n.family ?? n.literal ?? '')
        ? []
        : isBody(written[i] ?? '') && n.family
          ? [{ literal: [n.given, n.family].filter(Boolean).join(' ') }]
          : [n],
    );
  }
  const genre = GENRES.get(item.genre ?? '');
  if (genre) out.genre = genre;
  const put = (name: string, text: string): void => {
    if (text && out[name] === undefined) out[name] = text;
  };
  put(
    'URL',
    value('url') ||
      (/^https?:/.test(value('howpublished').replace(/^\\?url/, ''))
        ? value('howpublished').replace(/^\\?url/, '')
        : ''),
  );
  if (/report|patent|standard|manual|misc/.test(kind)) put('number', value('number'));
  put('page', value('eid') || value('articleno'));
  put('event-title', value('eventtitle'));
  put('keyword', value('keywords'));
  put('volume', value('volume'));
  if (item.type === 'article-journal') put('issue', value('number') || value('issue'));
  if (!item.issued) {
    const issued = cslDate(value('date') || value('year'));
    if (issued) out.issued = issued;
  }
  const [year, month] = (out.issued as CslItem['issued'])?.['date-parts'][0] ?? [];
  const day = Number(value('day'));
  if (year && month && day > 0 && day < 32 && !(out.issued as CslItem['issued'])?.['date-parts'][0][2])
    out.issued = { 'date-parts': [[year, month, day]] };
  if (item.type === 'book') delete out['container-title'];
  return out as unknown as CslItem;
}

/** Reads BibTeX. An entry that can’t be read is named by its line and left out; the others come in. */
export function readBibtex(text: string): ReadItems {
  const items: CslItem[] = [];
  const problems: Problem[] = [];
  const plain = text.replace(/\r\n?/g, '\n');
  const entries = entriesOf(plain);
  // What stands between entries is a comment, but not the fields of one that has lost its head.
  const before = plain.slice(0, Math.max(0, plain.search(/@\w+\s*[{(]/)));
  if (/^[ \t]*\w{2,20}[ \t]*=[ \t]*[{"\d]/m.test(before))
    problems.push({ line: 1, text: msg('file.entryWithoutHead') });
  // Abbreviations (@string) hold for all entries; each is handed on with those entries that use it, else many
  // of both would be read in the square of their number.
  const strings = new Map(
    entries
      .filter((e) => e.kind === 'string' && e.closed)
      .flatMap((e): [string, string][] => {
        const name = /^@\w+\s*[{(]\s*([^\s=]{1,100})\s*=/.exec(e.text)?.[1];
        return name ? [[name.toLowerCase(), e.text]] : [];
      }),
  );
  const things = entries
    .filter((e) => e.kind !== 'string' && e.kind !== 'comment' && e.kind !== 'preamble')
    .map((e) => ({ e, own: e.closed ? parsed(e) : null }));
  const byKey = new Map(
    things.flatMap(({ own }): [string, Parsed][] => (own ? [[own.key.toLowerCase(), own]] : [])),
  );
  for (const { e, own } of things) {
    if (!own) {
      problems.push({ line: e.line, text: msg('file.aBraceOfThisEntryIs') });
      continue;
    }
    // Only there for others to take from.
    if (e.kind === 'xdata') continue;
    const undefinedNames: string[] = [];
    const fields = withParents(own, byKey, (key) =>
      problems.push({ line: e.line, text: msg('file.noSuchParent', { key: key.slice(0, 60) }) }),
    );
    const written = [...fields].map(([name, value]) => {
      const clean = withoutUndefined(texLetters(value), strings, undefinedNames);
      return `${name} = ${PEOPLE.some((p) => p === name) ? withoutOthers(clean) : clean}`;
    });
    for (const name of new Set(undefinedNames))
      problems.push({ line: e.line, text: msg('file.stringUndefined', { name: name.slice(0, 60) }) });
    try {
      const entry = `@${e.kind}{${own.key},\n${written.join(',\n')}\n}`;
      const found = plugins.input.chain(`${stringsFor(entry, strings).join('\n')}\n${entry}`, {
        generateGraph: false,
      }) as unknown[];
      const item = cslItem(found[0], items.length + 1);
      if ('code' in item) problems.push({ line: e.line, text: item });
      else items.push(mended(item, own, fields));
    } catch (error) {
      problems.push({
        line: e.line,
        text: msg('file.thisEntryCantBeReadAnd', { part: errorText(error).split('\n')[0] }),
      });
    }
  }
  if (!entries.length && text.trim()) problems.push({ line: 1, text: msg('file.thereIsNoEntryThatBegins') });
  return { items, problems };
}
