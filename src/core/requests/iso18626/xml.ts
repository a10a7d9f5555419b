/**
 * ISO 18626 messages as XML: written in the namespace of the standard, read with whatever prefix it has
 * there. What is not well-formed, of another namespace, deeper than any message, or declares entities is
 * refused before it is looked at.
 */
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { type Message, msg } from '../../model/message';
import { isoLocal, parseLocal } from '../../model/time';
import type { Zone } from '../../model/zone';
import { fromZoned, zoned } from '../../model/zone';
import { errorText } from '../../text';
import { element, textElement, type Xml, xmlDocument } from '../../xml';
import type { IsoError } from './codes';

export const NAMESPACE = 'http://illtransactions.org/2013/iso18626';
const MAX_DEPTH = 24;
/** Of what a parser says, or of what stands in a message. */
const SAID_AT_MOST = 250;

const parser = new XMLParser({
  ignoreAttributes: true,
  removeNSPrefix: true,
  parseTagValue: false,
  trimValues: true,
  // Only the five of XML itself: a message with a document type is refused before.
  processEntities: { enabled: true, maxTotalExpansions: 100_000, maxExpandedLength: 1_000_000 },
});

type Written = string | { readonly [name: string]: Written | readonly Written[] | undefined };
/**
 * An element with its children in the order of the standard; what is empty is left out, and an element of
 * which nothing is left as well.
 */
const pieces = (name: string, value: Written | readonly Written[] | undefined): Xml => {
  if (value === undefined) return [];
  if (typeof value === 'string') return textElement(name, value);
  if (Array.isArray(value)) return value.flatMap((v: Written) => pieces(name, v));
  return element(
    name,
    Object.entries(value).map(([child, v]) => pieces(child, v as Written)),
  );
};
/** A whole document of one message. */
export const documentOf = (body: { readonly [name: string]: Written }): string =>
  xmlDocument(
    element(
      'ISO18626Message',
      Object.entries(body).map(([name, v]) => pieces(name, v)),
      { xmlns: NAMESPACE, 'xmlns:ill': NAMESPACE, 'ill:version': '1.2' },
      true,
    ),
    'indented',
  );

/** An agency id as the standard writes it, by its ISIL. */
export const agency = (value: string): Written => ({ agencyIdType: 'ISIL', agencyIdValue: value });
/** ISO 4217 code and a decimal with a point. */
export const amount = (cents: number | null, currency: string): Written | undefined =>
  cents === null ? undefined : { currencyCode: currency, monetaryValue: (cents / 100).toFixed(2) };

/** xs:dateTime with the offset of the library's zone; inside, times are its local ones. */
export const stamp = (zone: Zone, local: string): string => {
  const t = parseLocal(local);
  return t === null ? '' : zoned(zone, t);
};
/** The end of an ISO day as a dateTime; nothing for no day. */
export const dayEnd = (zone: Zone, day: string): string => (day ? stamp(zone, `${day}T23:59`) : '');
/** The library's local time of a dateTime; null when it is none. */
export const unstamp = (zone: Zone, text: string): string | null => {
  const t = fromZoned(zone, text);
  return t === null ? null : isoLocal(t);
};
/** The local day of a dateTime; empty for nothing and for what is no time. */
export const dayOfStamp = (zone: Zone, text: string): string =>
  text ? (unstamp(zone, text)?.slice(0, 10) ?? '') : '';

export type Node = { readonly [name: string]: unknown };
const isNode = (value: unknown): value is Node =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const child = (node: unknown, name: string): unknown => {
  const found = isNode(node) && Object.hasOwn(node, name) ? node[name] : undefined;
  return Array.isArray(found) ? found[0] : found;
};
/** The text of an element by its path; empty where there is none. */
export function textAt(node: unknown, ...path: readonly string[]): string {
  const found = path.reduce(child, node);
  return typeof found === 'string' ? found : '';
}
/** All elements of a name, one or several. */
export function listAt(node: unknown, name: string): readonly unknown[] {
  const found = isNode(node) && Object.hasOwn(node, name) ? node[name] : undefined;
  return Array.isArray(found) ? found : found === undefined ? [] : [found];
}

/** What is no element, by how it begins and ends. */
const PASSED: readonly (readonly [begins: string, ends: string])[] = [
  ['<!--', '-->'],
  ['<![CDATA[', ']]>'],
  ['<?', '?>'],
];
/** Where a tag that begins at a place ends; -1 where it never does. Marks within quotes end nothing. */
function tagEnd(xml: string, from: number): number {
  let quote = '';
  for (let at = from + 1; at < xml.length; at++) {
    const c = xml[at] as string;
    if (quote) quote = c === quote ? '' : quote;
    else if (c === '"' || c === "'") quote = c;
    else if (c === '>') return at;
  }
  return -1;
}
/**
 * How deep elements stand in each other, counted by their tags; letter by letter, since anybody may send a megabyte of
 * them, and an expression that tries again for each is asked for minutes.
 */
function depthOf(xml: string): number {
  let [depth, most] = [0, 0];
  for (let at = xml.indexOf('<'); at >= 0 && most <= MAX_DEPTH; at = xml.indexOf('<', at)) {
    const passed = PASSED.find(([begins]) => xml.startsWith(begins, at));
    const end = passed ? xml.indexOf(passed[1], at + passed[0].length) : tagEnd(xml, at);
    // What does not end is no well-formed document, and is refused as one.
    if (end < 0) return most;
    if (!passed) {
      if (xml[at + 1] === '/') depth--;
      else if (xml[end - 1] !== '/') most = Math.max(most, ++depth);
    }
    at = end;
  }
  return most;
}
/** The error of a message that can't be read as one. */
export const badlyFormed = (value: Message): { readonly error: IsoError } => ({
  error: { type: 'BadlyFormedMessage', value },
});

/** The one message in a document: its element's name and its contents. */
export function messageIn(
  xml: string,
): { readonly name: string; readonly node: Node } | { readonly error: IsoError } {
  if (/<!DOCTYPE|<!ENTITY/i.test(xml)) return badlyFormed(msg('iso.doctype'));
  if (depthOf(xml) > MAX_DEPTH) return badlyFormed(msg('iso.deep', { most: MAX_DEPTH }));
  let parsed: unknown;
  try {
    const valid = XMLValidator.validate(xml);
    if (valid !== true)
      return badlyFormed(
        msg('iso.notWellFormedAt', { said: valid.err.msg.slice(0, SAID_AT_MOST), line: valid.err.line }),
      );
    parsed = parser.parse(xml);
  } catch (error) {
    // The parser throws at what its own check lets pass.
    return badlyFormed(msg('iso.notWellFormed', { said: errorText(error).slice(0, SAID_AT_MOST) }));
  }
  const root = child(parsed, 'ISO18626Message');
  const tag = /<(?:([A-Za-z_][\w.-]*):)?ISO18626Message([\s/>][^>]*)?>/.exec(xml);
  if (!tag || !isNode(root)) return badlyFormed(msg('iso.root'));
  const declared = new RegExp(
    `\\sxmlns${tag[1] ? `:${tag[1].replaceAll('.', '\\.')}` : ''}\\s*=\\s*["']([^"']*)["']`,
  ).exec(tag[2] ?? '')?.[1];
  if (declared !== NAMESPACE)
    return badlyFormed(
      declared ? msg('iso.namespace', { declared: declared.slice(0, SAID_AT_MOST) }) : msg('iso.noNamespace'),
    );
  const names = Object.keys(root).filter((k) => k !== '#text');
  const [name] = names;
  const node = name === undefined ? undefined : child(root, name);
  if (names.length !== 1 || name === undefined || !isNode(node)) return badlyFormed(msg('iso.one'));
  return { name, node };
}

/** The number of the request that a message is about; empty where it says none. */
export function requestIdIn(xml: string): string {
  const found = messageIn(xml);
  return 'error' in found ? '' : textAt(found.node, 'header', 'requestingAgencyRequestId');
}

/**
 * The text of received bytes: by their mark, by UTF-16's empty bytes, by what the XML declaration says; UTF-8
 * else.
 */
export function xmlText(bytes: Uint8Array): string {
  const [a, b] = bytes;
  const byMark = a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : null;
  const byZeros = a === 0x3c && b === 0 ? 'utf-16le' : a === 0 && b === 0x3c ? 'utf-16be' : null;
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 200));
  const said =
    /^(?:\u00ef\u00bb\u00bf)?<\?xml[^>]*\sencoding\s*=\s*["']([\w.-]{1,40})["']/.exec(head)?.[1] ?? 'utf-8';
  const encoding = byMark ?? byZeros ?? (/^utf-?16/i.test(said) ? 'utf-8' : said);
  try {
    return new TextDecoder(encoding).decode(bytes);
  } catch {
    // An encoding that nobody knows: UTF-8 as XML has it by default, and the reader says what can't be read.
    return new TextDecoder().decode(bytes);
  }
}
