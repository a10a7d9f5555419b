import { say as sayAny } from '../../words/say';
import '../../words/spoken';
import '../../words/generated/file';
import fc from 'fast-check';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import { STORYLINE } from '../../demo/storyline/records';
import { say } from '../../words/generated/cql';
import { readSru, sruAnswer, sruExplain, sruFault } from '../sru/sru';
import { element, textElement, xmlClean, xmlDocument } from '../xml';
import { writeAtom } from './atom';
import { isPlain, isShaped, readCslRecord } from './cslJson';
import { writeDublinCore } from './dublinCore';
import { writeMarcxml } from './marcxml';

const valid = (xml: string) => XMLValidator.validate(xml);
const parser = new XMLParser({ ignoreAttributes: false, removeNSPrefix: true, parseTagValue: false });
const records = [...STORYLINE];

describe('records as XML', () => {
  it('every record of the storyline is well-formed MARCXML and Dublin Core with its title and people', () => {
    for (const r of records) {
      expect(valid(writeMarcxml(r)), r.id).toBe(true);
      expect(valid(writeDublinCore(r)), r.id).toBe(true);
      expect(parser.parse(writeDublinCore(r)).dc.title, r.id).toBe(r.csl.title);
      const fields = [parser.parse(writeMarcxml(r)).record.datafield].flat() as { '@_tag': string }[];
      expect(fields.filter((f) => ['100', '110', '700', '710'].includes(f['@_tag'])).length).toBe(
        (r.csl.author?.length ?? 0) + (r.csl.editor?.length ?? 0) + (r.csl.translator?.length ?? 0),
      );
    }
  });
  it('any text stays text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        const xml = xmlDocument(element('a', [textElement('b', text)], { c: text }, true));
        expect(valid(xml)).toBe(true);
        const read = new XMLParser({
          ignoreAttributes: false,
          parseTagValue: false,
          trimValues: false,
        }).parse(xml);
        // Line ends are normalised by every reader (XML 1.0, 2.11).
        const kept = xmlClean(text).replace(/\r\n?/g, '\n');
        expect(read.a.b ?? '').toBe(kept);
      }),
    );
  });
  it('an article says where it stands', () => {
    const kelp = records.find((r) => r.csl.title.startsWith('Kelp on the plate'));
    const xml = kelp ? writeMarcxml(kelp) : '';
    expect(xml).toContain(
      '<datafield tag="773" ind1="0" ind2=" "><subfield code="t">Coastal Food Systems</subfield><subfield code="g">14(2), 2023, 101–128, April</subfield>',
    );
    expect(xml).toMatch(/<leader>00000nab a22/);
  });
});

describe('SRU', () => {
  const read = (q: string) => readSru(new URLSearchParams(q));
  it.each([
    ['', 'explain', '2.0'],
    ['operation=explain&version=1.2', 'explain', '1.2'],
    ['query=kelp', 'searchRetrieve', '2.0'],
    ['operation=searchRetrieve&version=1.2&query=kelp', 'searchRetrieve', '1.2'],
  ])('%j is %s in %s', (q, operation, version) => expect(read(q)).toMatchObject({ operation, version }));
  it('sort keys of the older version are those of CQL', () => {
    expect(read('version=1.2&operation=searchRetrieve&query=kelp&sortKeys=date,,0')).toMatchObject({
      asked: { query: { sort: 'newest' } },
    });
    expect(read('query=kelp&sortKeys=dc.title')).toMatchObject({ asked: { query: { sort: 'title' } } });
  });
  it('what is explained as sortable is sorted by', () => {
    const explained = sruExplain('2.0', { host: 'x', port: '80' }, 'X');
    const sortable = [
      ...explained.matchAll(/<index [^>]*sort="true"[^>]*>.*?<name set="(\w+)">(\w+)<\/name>/gs),
    ].map((m) => `${m[1]}.${m[2]}`);
    expect(sortable).toEqual(['dc.title', 'dc.date']);
    for (const index of sortable)
      expect(read(`query=${encodeURIComponent(`kelp sortBy ${index}`)}`).operation).toBe('searchRetrieve');
  });
  it.each([
    ['version=3.0', 5],
    ['operation=scan', 7],
    ['operation=browse', 4],
    ['operation=searchRetrieve&query=', 27],
    ['query=kelp&sortKeys=author', 80],
    ['operation=scan&scanClause=dc.date%3D2019', 16],
    ['operation=scan&scanClause=nosuch%3Da', 16],
    ['operation=scan&scanClause=title%3D%22sea', 14],
    ['operation=scan&scanClause=sea&responsePosition=30', 120],
    ['operation=scan&scanClause=sea&maximumTerms=500', 121],
    ['operation=searchRetrieve', 7],
    ['query=kelp&colour=red', 8],
    ['query=kelp&startRecord=0', 6],
    ['query=kelp&recordSchema=cake', 66],
    ['query=kelp&recordXMLEscaping=zip', 71],
    ['query=kelp+and', 10],
  ])('%s is diagnostic %i', (q, code) => {
    const r = read(q);
    expect(r).toMatchObject({ operation: 'fault', diagnostics: [{ code }] });
    if (r.operation === 'fault') expect(sruFault(r, say)).toContain(`info:srw/diagnostic/1/${code}<`);
  });
  it('answers carry total, records and the next position, in both packings', () => {
    for (const packing of ['xml', 'string']) {
      const r = read(
        `operation=searchRetrieve&version=1.2&query=kelp&maximumRecords=2&recordPacking=${packing}&recordSchema=marcxml`,
      );
      const xml =
        r.operation === 'searchRetrieve' ? sruAnswer(r, { total: 5, records: records.slice(0, 2) }, say) : '';
      expect(valid(xml)).toBe(true);
      expect(parser.parse(xml).searchRetrieveResponse).toMatchObject({
        numberOfRecords: '5',
        nextRecordPosition: '3',
      });
    }
    const far = read('query=kelp&startRecord=9');
    expect(far.operation === 'searchRetrieve' && sruAnswer(far, { total: 5, records: [] }, say)).toContain(
      'info:srw/diagnostic/1/61',
    );
    expect(valid(sruExplain('2.0', { host: 'localhost', port: '80' }, 'A & B'))).toBe(true);
  });
});

describe('Atom', () => {
  it('is well-formed and as new as its newest entry', () => {
    const feed = {
      title: 'a & b',
      page: 'http://x/?q=1&b=2',
      self: 'http://x/feed?q=1&b=2',
      site: 'http://x',
      since: '2026-11-02',
    };
    const xml = writeAtom(
      feed,
      records.slice(0, 3).map((r, i) => ({ ...r, added: `2026-11-0${i + 3}` })),
    );
    expect(valid(xml)).toBe(true);
    expect(parser.parse(xml).feed.updated).toBe('2026-11-05T00:00:00Z');
  });
});

describe('CSL-JSON', () => {
  it('the storyline comes in as it went out', () => {
    for (const r of records.slice(0, 60)) {
      const back = readCslRecord(
        JSON.parse(JSON.stringify({ ...r.csl, keyword: r.subjects.join(', ') })),
        'test',
      );
      expect('record' in back && back.record.csl, r.id).toEqual(r.csl);
    }
  });
  it.each([
    [{ type: 'book', title: 'x' }, 'id is missing'],
    [{ id: 'a', type: 'book', title: '' }, 'title is empty'],
    [{ id: 'a', type: 'cake', title: 'x' }, 'type cake is none of ours'],
    ['text', 'must be an object with fields'],
    [null, 'must be an object with fields'],
  ])('%j is refused: %s', (value, problem) => {
    const read = readCslRecord(value, 't');
    expect('problem' in read && sayAny(read.problem)).toContain(problem);
  });
  it('what is plainly as it should be is so by the schema, too', () => {
    const odd = fc.oneof(
      fc.constantFrom(undefined, null, '', ' x', 'x', 'y'.repeat(201), 'y'.repeat(20_001), [], {}, ['x']),
      fc.constantFrom(0, 2.5, Number.NaN, 2001, true),
    );
    const parts = fc.array(fc.oneof(fc.constantFrom(2001, 5, 1.5, '7', 'x', null), odd), { maxLength: 4 });
    const person = fc.record({ family: odd, given: odd, literal: odd }, { requiredKeys: [] });
    const people = fc.oneof(odd, fc.array(fc.oneof(fc.constant({ family: 'Lind' }), person, odd)));
    const dates = fc.oneof(
      odd,
      fc.record({ 'date-parts': fc.oneof(odd, fc.array(parts, { maxLength: 2 })) }),
    );
    const texts = ['id', 'type', 'title', 'abstract', 'keyword', 'volume', 'page', 'number-of-pages', 'DOI'];
    const other = fc.oneof(
      fc.tuple(fc.constantFrom(...texts), odd),
      fc.tuple(fc.constantFrom('author', 'editor', 'translator'), people),
      fc.tuple(fc.constant('issued'), dates),
    );
    // A good one, with a few of its fields otherwise.
    const item = fc
      .array(other, { maxLength: 3 })
      .map((others) => ({ id: 'a', type: 'book', title: 'Kelp', ...Object.fromEntries(others) }));
    let plain = 0;
    const held = (value: unknown): void => {
      if (!isPlain(value)) return;
      plain++;
      expect(isShaped(value).error, JSON.stringify(value)).toBeUndefined();
    };
    fc.assert(fc.property(fc.oneof(item, odd), held), { numRuns: 1500 });
    expect(plain).toBeGreaterThan(100);
    expect(records.filter((r) => isPlain(r.csl)).length).toBe(records.length);
  });
});
