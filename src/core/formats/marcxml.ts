/** MARC 21 in XML (the "slim" schema of the MARCXML format), written and read. */

import { XMLParser } from 'fast-xml-parser';
import { msg } from '../model/message';
import { errorText } from '../text';
import { element, textElement, writeXml, type Xml, xmlDocument } from '../xml';
import { lineCounter, type Problem } from './item';
import { type MarcField, type MarcRecord, type MarcSource, marcOf, type PlacedRecord } from './marc';

export const MARCXML_SCHEMA = 'info:srw/schema/1/marcxml-v1.1';
const NAMESPACE = 'http://www.loc.gov/MARC21/slim';

const recordXml = (m: MarcRecord, attributes: Readonly<Record<string, string>>): Xml =>
  element(
    'record',
    [
      textElement('leader', m.leader),
      ...m.control.map(([tag, text]) => textElement('controlfield', text, { tag })),
      ...m.fields.map(({ tag, ind1, ind2, subfields }) =>
        element(
          'datafield',
          subfields.map(([code, text]) => textElement('subfield', text, { code })),
          { tag, ind1, ind2 },
        ),
      ),
    ],
    attributes,
  );
/** A record as MARCXML. */
export const marcxmlOf = (r: MarcSource): Xml => recordXml(marcOf(r), { xmlns: NAMESPACE });
/** A record as MARCXML, as text. */
export const writeMarcxml = (r: MarcSource): string => writeXml(marcxmlOf(r));
/** Records as a MARCXML collection, with the XML declaration. */
export const writeMarcxmlCollection = (records: readonly MarcSource[]): string =>
  xmlDocument(
    element(
      'collection',
      records.map((r) => recordXml(marcOf(r), {})),
      { xmlns: NAMESPACE },
      true,
    ),
    'indented',
  );

interface Node {
  readonly [name: string]: unknown;
}
const list = (v: unknown): Node[] =>
  Array.isArray(v) ? (v as Node[]) : v === undefined || v === '' ? [] : [v as Node];
const text = (v: unknown): string =>
  typeof v === 'object' && v !== null ? String((v as Node)['#text'] ?? '') : String(v ?? '');

/**
 * Reads MARCXML record by record, so that one that is broken costs the others nothing. Document types are
 * refused: they can define entities that grow without end or point outside.
 */
export function readMarcxml(xml: string): { records: PlacedRecord[]; problems: Problem[] } {
  if (/<!DOCTYPE|<!ENTITY/i.test(xml))
    return {
      records: [],
      problems: [
        {
          line: 1 + xml.slice(0, xml.search(/<!DOCTYPE|<!ENTITY/i)).split('\n').length - 1,
          text: msg('file.aDocumentTypeOrEntityIs'),
        },
      ],
    };
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    removeNSPrefix: true,
    trimValues: false,
    // Letters by their numbers (`&#x41;`), too.
    htmlEntities: true,
    parseTagValue: false,
    parseAttributeValue: false,
  });
  const records: PlacedRecord[] = [];
  const problems: Problem[] = [];
  const lineAt = lineCounter(xml);
  // Within an answer of OAI-PMH there is a record around each, with a header of its own.
  const opening = /<(?:[\w-]+:)?record(?=[\s>])(?![^<>]*>\s*<(?:[\w-]+:)?header[\s>])/g;
  for (let m = opening.exec(xml); m; m = opening.exec(xml)) {
    const line = lineAt(m.index);
    const close = /<\/(?:[\w-]+:)?record\s*>/g;
    close.lastIndex = m.index;
    const end = close.exec(xml);
    if (!end) {
      problems.push({ line, text: msg('file.isCutShort') });
      break;
    }
    opening.lastIndex = end.index;
    try {
      const { record } = parser.parse(xml.slice(m.index, end.index + end[0].length)) as { record: Node };
      const fields: MarcField[] = list(record.datafield).map((f) => ({
        tag: String(f['@tag'] ?? ''),
        ind1: String(f['@ind1'] ?? ' '),
        ind2: String(f['@ind2'] ?? ' '),
        subfields: list(f.subfield).map((s) => [String(s['@code'] ?? ''), text(s)] as const),
      }));
      records.push({
        line,
        leader: text(record.leader),
        control: list(record.controlfield).map((c) => [String(c['@tag'] ?? ''), text(c)] as const),
        fields,
      });
    } catch (error) {
      problems.push({
        line,
        text: msg('file.thisRecordCantBeRead', { part: errorText(error) }),
      });
    }
  }
  if (!records.length && !problems.length)
    problems.push({ line: 1, text: msg('file.thereIsNoRecordInThis') });
  return { records, problems };
}
