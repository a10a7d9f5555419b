/** Dublin Core as repositories give it. */
import { describe, expect, it } from 'vitest';
import { readAs } from './read';

describe('Dublin Core', () => {
  const dc = (body: string): string =>
    `<oai_dc:dc xmlns:oai_dc="http://www.openarchives.org/OAI/2.0/oai_dc/" xmlns:dc="http://purl.org/dc/elements/1.1/">${body}</oai_dc:dc>`;
  const record = (id: string, body: string, status = ''): string =>
    `<record><header${status}><identifier>${id}</identifier><datestamp>2026-01-01</datestamp></header>${body ? `<metadata>${dc(body)}</metadata>` : ''}</record>`;
  const read = (xml: string) => readAs('oai_dc', new TextEncoder().encode(xml));
  it('in answers of OAI-PMH: theses, articles with their place, deletions, a torn record', () => {
    const { items, problems } = read(
      `<?xml version="1.0"?><OAI-PMH><ListRecords>\n${record('oai:x:1', '<dc:title>Watt &amp; Meer</dc:title><dc:creator>Lind, Ada</dc:creator><dc:type>Dissertation</dc:type><dc:date>2019-05-01</dc:date><dc:language>deu</dc:language><dc:identifier>https://repo.example/1</dc:identifier><dc:identifier>doi:10.5555/Q1</dc:identifier>')}
${record('oai:x:2', '<dc:title>Ebbe</dc:title><dc:type>article</dc:type><dc:source>Annalen der Küste, 12(3), 33–57 (2011)</dc:source><dc:source>1234-5679</dc:source>')}
${record('oai:x:3', '', ' status="deleted"')}
<record><header><identifier>oai:x:4</identifier></header><metadata><oai_dc:dc><dc:title>Torn</ListRecords></OAI-PMH>`,
    );
    expect(items).toMatchObject([
      {
        id: 'oai:x:1',
        type: 'thesis',
        title: 'Watt & Meer',
        author: [{ family: 'Lind', given: 'Ada' }],
        issued: { 'date-parts': [[2019, 5, 1]] },
        language: 'de',
        DOI: '10.5555/q1',
        URL: 'https://repo.example/1',
      },
      {
        id: 'oai:x:2',
        type: 'article-journal',
        'container-title': 'Annalen der Küste',
        volume: '12',
        issue: '3',
        page: '33-57',
        issued: { 'date-parts': [[2011]] },
        ISSN: '1234-5679',
      },
    ]);
    expect(problems.map((p) => `${p.line} ${p.text.code}`)).toEqual(['5 file.isCutShort']);
  });
  it('alone, without a title, with a document type', () => {
    expect(read(dc('<dc:title>Alone</dc:title>')).items).toMatchObject([{ title: 'Alone', type: 'book' }]);
    expect(read(dc('<dc:date>2019</dc:date>')).problems.map((p) => p.text.code)).toEqual(['file.noDcTitle']);
    expect(
      read(`<!DOCTYPE x [<!ENTITY a "b">]>${dc('<dc:title>&a;</dc:title>')}`).problems.map(
        (p) => p.text.code,
      ),
    ).toEqual(['file.aDocumentTypeOrEntityIs']);
  });
  it('made to be slow takes no longer than it is long', () => {
    for (const piece of ['<dc ', '<oai_dc:dc>', '<record><header>', '<dc:title>', '</dc>']) {
      const began = performance.now();
      read(`<dc:title>${piece.repeat(200_000 / piece.length)}`);
      expect(performance.now() - began, piece).toBeLessThan(3000);
    }
  });
});
