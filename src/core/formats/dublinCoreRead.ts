/**
 * Simple Dublin Core 1.1 (ISO 15836-1) as repositories give it, in answers of OAI-PMH 2.0 (`oai_dc`) or alone. Its
 * elements may be repeated and say much by custom: the DOI is an identifier, the journal a source, the full text an
 * identifier that is an address.
 */
import { decodeXML } from 'entities';
import { XMLParser } from 'fast-xml-parser';
import { readDoi, readIsbn, readIssn } from '../model/identifiers';
import { KINDS, type Kind, languageNamed } from '../model/kinds';
import { type Message, msg } from '../model/message';
import type { CslItem, CslName } from '../model/record';
import { errorText, parted } from '../text';
import { partsOfText } from './dates';
import { lineCounter, type Problem, type ReadItems } from './item';
import { hostPlace } from './marcHost';

interface Node {
  readonly [name: string]: unknown;
}
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  removeNSPrefix: true,
  htmlEntities: true,
  parseTagValue: false,
  parseAttributeValue: false,
});
const nodes = (v: unknown): unknown[] => (Array.isArray(v) ? v : v === undefined ? [] : [v]);
const text = (v: unknown): string =>
  (typeof v === 'object' && v !== null ? String((v as Node)['#text'] ?? '') : String(v ?? ''))
    .replace(/\s+/g, ' ')
    .trim();

/** Words for sorts of works (DCMI Type Vocabulary, and what repositories write), by what they hold. */
const TYPES: readonly (readonly [RegExp, Kind])[] = [
  [/thesis|dissertation|hochschulschrift|abschlussarbeit|thèse|tesis|habilitation/i, 'thesis'],
  [/review of|book ?review|rezension|buchbesprechung|compte rendu/i, 'book-review'],
  [/review article|übersichtsartikel/i, 'review-article'],
  [/editorial|leitartikel/i, 'editorial'],
  [/conference|proceedings|konferenz|tagungs/i, 'conference-paper'],
  [/book ?part|book chapter|chapter|kapitel|buchbeitrag|contribution to book/i, 'chapter'],
  [/article|artikel|aufsatz|journal paper/i, 'research-article'],
  [/report|bericht|working ?paper|preprint|technical/i, 'report'],
  [/\bmap\b|karte|cartographic/i, 'map'],
  [/moving ?image|video|film/i, 'video'],
  [/sound|audio|tonaufnahme/i, 'sound-recording'],
  [/score|notendruck|musical notation/i, 'score'],
  [/book|buch|monograph|livre/i, 'book'],
];
const nameOf = (said: string): CslName => {
  const [family = '', ...given] = parted(said, ',');
  return given.length ? { family, given: given.join(', ') } : { literal: said };
};

/**
 * One record's elements as an item.
 * @param id what the answer calls it; its first address or identifier where it stands alone
 * @param n its number, for one without
 */
function itemOf(dc: Node, id: string, n: number): CslItem | Message {
  const all = (name: string): string[] => nodes(dc[name]).map(text).filter(Boolean);
  const [title, ...alternatives] = all('title');
  if (!title) return msg('file.noDcTitle');
  const identifiers = [...all('identifier'), ...all('relation')];
  const addresses = all('identifier').filter((t) => /^https?:\/\//i.test(t));
  const numbers = <T>(read: (t: string) => T | null, texts: readonly string[]): T[] =>
    texts.flatMap((t) => read(t.replace(/^(?:urn:)?(?:doi|isbn|issn)\s*:?\s*/i, '')) ?? []);
  const doi = numbers(readDoi, identifiers)[0];
  const types = all('type');
  const kind =
    TYPES.find(([pattern]) => types.some((t) => pattern.test(t.replace(/^.*\//, ''))))?.[1] ?? 'book';
  // A source that says where in it: “Annals of the Shore, 12(3), 33–57 (2019)”.
  const [source = ''] = all('source').filter((t) => !/^https?:/i.test(t) && !readIssn(t) && !readIsbn(t));
  const container =
    /^(.{3,300}?)[,;:.]?\s*(?=(?:vol|bd|jg|no|nr|heft|pp?|s)\b\.?\s*\d|\d|\()/i.exec(source)?.[1] ?? source;
  const part = kind !== 'book' && kind !== 'thesis' && kind !== 'report';
  const place =
    part && source ? hostPlace([source.slice(container.length).replace(/^[\s,;:.]+/, '')], undefined) : {};
  const date =
    all('date')
      .map((d) => partsOfText(d))
      .find((d) => d !== null) ?? (place.year ? [Number(place.year)] : null);
  const language = all('language')
    .map((l) => languageNamed(l.split(/[-_]/)[0] ?? ''))
    .find(Boolean);
  const fields = {
    id: id || all('identifier')[0] || `dc-${n}`,
    type: KINDS[kind].csl as string,
    title: title,
    author: all('creator').map(nameOf),
    editor: kind === 'book' || kind === 'chapter' ? all('contributor').map(nameOf) : [],
    issued: date ? { 'date-parts': [date] } : undefined,
    'container-title': part && container ? container : undefined,
    volume: place.volume,
    issue: place.issue,
    page: place.page,
    publisher: all('publisher')[0],
    genre: kind === 'thesis' ? types.find((t) => !/^info:|^https?:/i.test(t)) : undefined,
    abstract: all('description').sort((a, b) => b.length - a.length)[0],
    language,
    DOI: doi,
    ISBN: numbers(readIsbn, [...identifiers, ...all('source')]).join(' ') || undefined,
    ISSN: numbers(readIssn, [...all('source'), ...identifiers])[0],
    URL: addresses.find((a) => !/doi\.org\//i.test(a)),
    keyword:
      all('subject')
        .map((s) => s.replace(/;/g, ','))
        .join('; ') || undefined,
    'original-title': alternatives[0],
  };
  return Object.fromEntries(
    Object.entries(fields).filter(([, v]) => v !== undefined && v !== '' && !(Array.isArray(v) && !v.length)),
  ) as unknown as CslItem;
}

/** A record of an OAI-PMH answer: what it is called, when it was changed, and what it describes, if it is still there. */
export interface OaiRecord {
  readonly id: string;
  readonly datestamp: string;
  readonly deleted: boolean;
  /** The metadata as it stood, in whatever format was asked for. */
  readonly metadata: string;
  readonly line: number;
}
const inside = (xml: string, name: string): string =>
  new RegExp(`<(?:[\\w-]+:)?${name}(?:\\s[^>]*)?>([\\s\\S]*?)</(?:[\\w-]+:)?${name}\\s*>`).exec(xml)?.[1] ??
  '';
const unescaped = (t: string): string => decodeXML(t).trim();
/** The records of an answer to ListRecords or GetRecord, one by one, so that a broken one costs the others nothing. */
export function oaiRecordsIn(xml: string): { readonly records: OaiRecord[]; readonly problems: Problem[] } {
  const [records, problems]: [OaiRecord[], Problem[]] = [[], []];
  const lineAt = lineCounter(xml);
  // A record begins with its header: metadata in it may have elements of the same name.
  const opening = /<(?:[\w-]+:)?record(?:\s[^>]*)?>\s*<(?:[\w-]+:)?header[\s>]/g;
  const starts = [...xml.matchAll(opening)].map((m) => m.index);
  for (const [i, at] of starts.entries()) {
    const piece = xml.slice(at, starts[i + 1] ?? xml.length);
    const line = lineAt(at);
    const header = /<(?:[\w-]+:)?header(\s[^>]*)?>([\s\S]*?)<\/(?:[\w-]+:)?header\s*>/.exec(piece);
    const deleted = /status\s*=\s*["']deleted["']/.test(header?.[1] ?? '');
    const metadata = inside(piece, 'metadata');
    if (!header || (!metadata && !deleted)) {
      problems.push({ line, text: msg('file.isCutShort') });
      continue;
    }
    records.push({
      id: unescaped(inside(header[2] ?? '', 'identifier')),
      datestamp: unescaped(inside(header[2] ?? '', 'datestamp')),
      deleted,
      metadata,
      line,
    });
  }
  return { records, problems };
}
/** What one `oai_dc` describes. */
export function itemOfDublinCore(xml: string, id: string, n: number): CslItem | Message {
  try {
    const root = parser.parse(xml) as Node;
    const dc = root.dc;
    if (typeof dc !== 'object' || dc === null) return msg('file.noDcTitle');
    return itemOf(dc as Node, id, n);
  } catch (error) {
    return msg('file.thisRecordCantBeRead', { part: errorText(error) });
  }
}

/** Records that stand in no answer; each is looked for from where the one before ended. */
function aloneIn(
  xml: string,
  lineAt: (at: number) => number,
  problems: Problem[],
): { readonly id: string; readonly metadata: string; readonly line: number }[] {
  const found: { id: string; metadata: string; line: number }[] = [];
  const opening = /<(?:[\w-]+:)?dc(?=[\s>])/g;
  const closing = /<\/(?:[\w-]+:)?dc\s*>/g;
  for (let m = opening.exec(xml); m; m = opening.exec(xml)) {
    const line = lineAt(m.index);
    closing.lastIndex = m.index;
    const end = closing.exec(xml);
    if (!end) {
      problems.push({ line, text: msg('file.isCutShort') });
      break;
    }
    opening.lastIndex = closing.lastIndex;
    found.push({ id: '', metadata: xml.slice(m.index, closing.lastIndex), line });
  }
  return found;
}

/** Dublin Core in OAI-PMH answers (one or several behind each other), or records of it alone. */
export function readDublinCore(xml: string, before = 0): ReadItems {
  const doctype = xml.search(/<!DOCTYPE|<!ENTITY/i);
  if (doctype >= 0)
    return {
      items: [],
      problems: [
        { line: xml.slice(0, doctype).split('\n').length, text: msg('file.aDocumentTypeOrEntityIs') },
      ],
    };
  const items: CslItem[] = [];
  const problems: Problem[] = [];
  const lineAt = lineCounter(xml);
  const answers = oaiRecordsIn(xml);
  const records: readonly { id: string; metadata: string; line: number }[] =
    answers.records.length || answers.problems.length
      ? answers.records.filter((r) => !r.deleted)
      : aloneIn(xml, lineAt, problems);
  problems.push(...answers.problems);
  for (const { id, metadata, line } of records) {
    const item = itemOfDublinCore(metadata, id, before + items.length + 1);
    if ('code' in item) problems.push({ line, text: item });
    else items.push(item);
  }
  if (!items.length && !problems.length && !answers.records.length)
    problems.push({ line: 1, text: msg('file.noRecord') });
  return { items, problems };
}
