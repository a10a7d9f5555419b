/** A record as simple Dublin Core 1.1 (ISO 15836-1), in the SRU schema info:srw/schema/1/dc-v1.1. */
import { creators, fullName, numbering } from '../model/describe';
import type { DiscoveryRecord } from '../model/record';
import { element, textElement, writeXml, type Xml } from '../xml';

export const DC_SCHEMA = 'info:srw/schema/1/dc-v1.1';
const DC_NAMESPACE = 'info:srw/schema/1/dc-schema';

/** A record as unqualified Dublin Core in XML. */
export const writeDublinCore = (r: DiscoveryRecord): string => writeXml(dublinCoreOf(r));
/** The same as a piece of an answer. */
export const dublinCoreOf = (r: DiscoveryRecord): Xml =>
  element('srw_dc:dc', elementsOf(r), {
    'xmlns:srw_dc': DC_NAMESPACE,
    'xmlns:dc': 'http://purl.org/dc/elements/1.1/',
  });
const OAI_DC = 'http://www.openarchives.org/OAI/2.0/oai_dc/';
/** The same as OAI-PMH has it (Implementation Guidelines, `oai_dc`). */
export const oaiDcOf = (r: DiscoveryRecord): Xml =>
  element('oai_dc:dc', elementsOf(r), {
    'xmlns:oai_dc': OAI_DC,
    'xmlns:dc': 'http://purl.org/dc/elements/1.1/',
    'xmlns:xsi': 'http://www.w3.org/2001/XMLSchema-instance',
    'xsi:schemaLocation': `${OAI_DC} http://www.openarchives.org/OAI/2.0/oai_dc.xsd`,
  });
function elementsOf(r: DiscoveryRecord): readonly Xml[] {
  const { csl } = r;
  const by = creators(csl).names;
  const date = csl.issued?.['date-parts'][0].map((n) => String(n).padStart(2, '0')).join('-');
  return [
    textElement('dc:title', csl.title),
    ...by.map((n) => textElement('dc:creator', fullName(n))),
    ...(csl.author?.length ? (csl.editor ?? []) : []).map((n) => textElement('dc:contributor', fullName(n))),
    ...(csl.translator ?? []).map((n) => textElement('dc:contributor', fullName(n))),
    ...r.subjects.map((s) => textElement('dc:subject', s)),
    textElement('dc:description', csl.abstract),
    textElement('dc:publisher', csl.publisher),
    textElement('dc:date', date),
    textElement('dc:type', csl.genre ?? r.kind.replaceAll('-', ' ')),
    ...[
      csl.DOI && `doi:${csl.DOI}`,
      csl.ISBN && `urn:ISBN:${csl.ISBN}`,
      csl.ISSN && `urn:ISSN:${csl.ISSN}`,
      r.id,
    ].map((id) => textElement('dc:identifier', id || undefined)),
    textElement(
      'dc:source',
      csl['container-title'] ? `${csl['container-title']} ${numbering(csl)}`.trim() : undefined,
    ),
    ...r.languages.map((l) => textElement('dc:language', l)),
  ];
}
