/** Writing XML: pieces as data, made into text by one builder. What XML 1.0 can't carry is left out. */
import { XMLBuilder } from 'fast-xml-parser';

interface XmlNode {
  readonly [name: string]: unknown;
}
/** Elements side by side; empty where there is nothing to say. */
export type Xml = readonly XmlNode[];
type Attributes = Readonly<Record<string, string | undefined>>;

const OPTIONS = { preserveOrder: true, ignoreAttributes: false, suppressEmptyNode: true } as const;
const plain = new XMLBuilder(OPTIONS);
const indented = new XMLBuilder({ ...OPTIONS, format: true });

/** Text without the characters that XML 1.0 section 2.2 leaves out. */
export const xmlClean = (text: string): string => text.replace(/[^\P{Cc}\t\n\r]|[\ufffe\uffff]|\p{Cs}/gu, '');

/** An element with attributes. Without content it is left out unless `empty`. */
export function element(name: string, body: readonly Xml[], attributes: Attributes = {}, empty = false): Xml {
  const children = body.flat();
  if (!children.length && !empty) return [];
  const given = Object.entries(attributes).flatMap(([k, v]) =>
    v === undefined ? [] : [[`@_${k}`, xmlClean(v)] as const],
  );
  return [{ [name]: children, ...(given.length ? { ':@': Object.fromEntries(given) } : {}) }];
}
const written = (text: string): Xml => [{ '#text': xmlClean(text) }];
/** An element with nothing but text in it; left out when there is none. */
export const textElement = (name: string, text: string | undefined, attributes: Attributes = {}): Xml =>
  text ? element(name, [written(text)], attributes) : [];

/** Elements as text, without a declaration. */
export const writeXml = (xml: Xml): string => plain.build(xml);
/**
 * A document of one element, with its declaration.
 * @example writeXml(element('a', [textElement('b', 'x < y')])) // '<a><b>x &lt; y</b></a>'
 */
export const xmlDocument = (root: Xml, format: 'plain' | 'indented' = 'plain'): string =>
  `<?xml version="1.0" encoding="UTF-8"?>\n${(format === 'plain' ? plain : indented).build(root).trimStart()}`;
