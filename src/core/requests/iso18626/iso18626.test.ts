/**
 * ISO 18626: every message that is made is valid by the structure schema, comes back as it went, and bad ones
 * are refused by name.
 */

import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { validateXML } from 'xmllint-wasm';
import { CAMPUSES, READERS } from '../../../demo/library';
import { POLICY } from '../../../demo/policy';
import { say } from '../../../words/generated/iso';
import { KIND_LIST } from '../../model/kinds';
import type { Reader } from '../../model/reader';
import type { DiscoveryRecord } from '../../model/record';
import type { Slip, SlipItem } from '../../model/slip';
import { newSlip } from '../slip';
import {
  ACTIONS,
  type Correspondent,
  confirmationOf,
  isForOthers,
  NOTHING_MORE,
  REASONS,
  readRequest,
  readRequestingMessage,
  readSupplyingMessage,
  requestFor,
  requestingMessage,
  STATUSES,
  supplyingMessage,
  xmlText,
} from '.';

const schema = readFileSync('tests/fixtures/schemas/iso18626-structure.xsd', 'utf8');
/** Faults that xmllint finds in documents, with the document at fault. */
async function faults(documents: readonly string[]): Promise<readonly string[]> {
  const xml = documents.map((contents, i) => ({ fileName: `${i}.xml`, contents }));
  const { errors } = await validateXML({ xml, schema: [{ fileName: 'iso18626.xsd', contents: schema }] });
  return errors.map((e) => `${e.message} in ${documents[Number.parseInt(e.loc?.fileName ?? '', 10)] ?? ''}`);
}
const us: Correspondent = { agency: 'LGD:T', zone: POLICY.zone, currency: 'XVC', campuses: CAMPUSES };
const { zone } = us;
const NOW = '2026-11-02T09:10';
const record = {
  id: 'tu1',
  kind: 'book',
  csl: { id: 'tu1', type: 'book', title: 'T' },
} as unknown as DiscoveryRecord;
const slip = (more: Partial<Slip> = {}, item: Partial<SlipItem> = {}): Slip => {
  const base = newSlip({
    id: 'S-test-0001',
    record,
    reader: READERS[0] as Reader,
    wanted: 'loan',
    route: 'ill-loan',
    from: 'lending',
    needBy: '',
    now: NOW,
  });
  return { ...base, ...more, item: { ...base.item, ...item } };
};
const request = (s: Slip) => requestFor(s, 'LGD:X', us, NOW);
const read = (xml: string) => {
  const r = readRequest(xml, zone);
  if ('error' in r) throw new Error(`${r.error.type}: ${r.error.value}`);
  return r;
};
const error = (xml: string) => {
  const r = readRequest(xml, zone);
  return 'error' in r ? r.error : null;
};

describe('a request', () => {
  it('of any kind, for anything, to anywhere is valid, whatever is written in it', async () => {
    const documents: string[] = [];
    const text = fc.oneof(
      fc.string(),
      fc.string({ unit: 'grapheme' }),
      fc.constantFrom('', 'A & B <C>', ']]>', '“q”', '\u0000\u0007', '\ud800'),
    );
    const any = fc.record({
      kind: fc.constantFrom(...KIND_LIST),
      wanted: fc.constantFrom('loan', 'article', 'chapter'),
      title: text.map((t) => `T${t}`),
      author: text,
      container: text,
      isbn: fc.constantFrom('', '9789990000528', '9789990000528; 9789990000535'),
      issn: fc.constantFrom('', '7000-9910'),
      doi: fc.constantFrom('', '10.5555/a.b<c>'),
      pmid: fc.constantFrom('', '12345'),
      year: fc.constantFrom('', '2017'),
      pages: fc.constantFrom('', '1–4'),
      needBy: fc.constantFrom('', '2026-11-13'),
      limit: fc.constantFrom('', '6', '6,50'),
      note: text,
      delivery: fc.constantFrom(
        { to: 'email' as const, email: 'imke@reader.example' },
        { to: 'post' as const, address: '3 Lighthouse Row\nFlat 2\nSaltmarsh' },
        { to: 'pickup' as const, campus: CAMPUSES[0]?.id as string },
      ),
    });
    fc.assert(
      fc.property(any, ({ wanted, needBy, limit, note, delivery, ...item }) => {
        documents.push(
          request(
            slip({ wanted, needBy, limit, note, delivery } as Partial<Slip>, item as Partial<SlipItem>),
          ),
        );
      }),
      { numRuns: 150 },
    );
    expect(await faults(documents)).toEqual([]);
  });
  it('keeps an article’s title and its journal’s apart, with its numbers', () => {
    const xml = request(
      slip(
        {
          wanted: 'article',
          limit: '6',
          needBy: '2026-11-13',
          delivery: { to: 'email', email: 'imke@reader.example' },
        },
        {
          kind: 'research-article',
          title: 'Kelp on the plate',
          author: 'Lind, A.',
          container: 'Coastal Food Systems',
          issn: '7000-9910',
          doi: '10.5555/x',
          pmid: '12345',
          volume: '14',
          issue: '2',
          pages: '101–128',
          year: '2023',
        },
      ),
    );
    expect(read(xml)).toMatchObject({
      title: 'Coastal Food Systems',
      author: '',
      part: 'Kelp on the plate',
      authorOfPart: 'Lind, A.',
      issn: ['7000-9910'],
      doi: ['10.5555/x'],
      pmid: '12345',
      publicationType: 'Journal',
      service: 'Copy',
      needBefore: '2026-11-13',
      maximumCosts: { amount: '6.00', currency: 'XVC' },
      record: 'tu1',
    });
    expect(xml).toContain('<electronicAddressData>imke@reader.example<');
    expect(xml).toContain('<needBeforeDate>2026-11-13T23:59:00+01:00<');
    expect(xml).not.toMatch(/summaryHoldings|serviceSubtype|PickupLocation/);
  });
  it('of a chapter names the book and the chapter; of a book its author, edition and series', () => {
    const chapter = slip(
      { wanted: 'chapter' },
      { title: 'The edible shore', author: 'Ost, N.', chapter: 'Nori', isbn: '9789990000528' },
    );
    expect(read(request(chapter))).toMatchObject({
      title: 'The edible shore',
      author: 'Ost, N.',
      part: 'Nori',
      isbn: ['9789990000528'],
    });
    const record = slip(
      { wanted: 'chapter' },
      { kind: 'chapter', title: 'Nori', author: 'Ost, N.', container: 'The edible shore' },
    );
    expect(read(request(record))).toMatchObject({
      title: 'The edible shore',
      author: '',
      part: 'Nori',
      authorOfPart: 'Ost, N.',
      publicationType: 'Chapter',
    });
    const book = request(
      slip({}, { title: 'The edible shore', author: 'Ost, N.', edition: '2', container: 'Shore studies' }),
    );
    expect(book).toMatch(/<author>Ost, N\.<[\s\S]*<seriesTitle>Shore studies<[\s\S]*<edition>2</);
  });
  it('goes to the address that was given, not to the word for it', () => {
    expect(
      request(slip({ delivery: { to: 'post', address: '3 Lighthouse Row\nFlat 2\nSaltmarsh' } })),
    ).toMatch(/<line1>3 Lighthouse Row<[\s\S]*<line2>Flat 2<[\s\S]*<locality>Saltmarsh</);
    expect(request(slip({ delivery: { to: 'pickup', campus: CAMPUSES[0]?.id as string } }))).toContain(
      `<line1>${CAMPUSES[0]?.name}<`,
    );
  });
  it('is not made of a suggestion or a question', () => {
    expect(
      (['loan', 'article', 'chapter', 'purchase', 'question'] as const).map((wanted) =>
        isForOthers({ wanted }),
      ),
    ).toEqual([true, true, true, false, false]);
  });
});

describe('a foreign request', () => {
  const own = request(slip({}, { title: 'Kelp' }));
  const prefixed = own.replace(/<(\/?)(?!\?)/g, '<$1x:').replace('xmlns="', 'xmlns:x="');
  it('with prefixed names, for a copy or a loan, in UTF-16 is read', () => {
    expect(read(prefixed).title).toBe('Kelp');
    expect(read(own.replace('>Loan<', '>CopyOrLoan<')).service).toBe('CopyOrLoan');
    const little = Buffer.from(own.replace('UTF-8', 'UTF-16'), 'utf16le');
    const big = Buffer.from(little).swap16();
    const marked = (mark: number[], bytes: Buffer) => Buffer.concat([Buffer.from(mark), bytes]);
    for (const bytes of [
      little,
      big,
      marked([0xff, 0xfe], little),
      marked([0xfe, 0xff], big),
      Buffer.from(`\ufeff${own}`),
    ])
      expect(read(xmlText(bytes)).title).toBe('Kelp');
    const latin = Buffer.from(own.replace('UTF-8', 'ISO-8859-1').replace('Kelp', 'Küste'), 'latin1');
    expect(read(xmlText(latin)).title).toBe('Küste');
    expect(read(xmlText(Buffer.from(own.replace('UTF-8', 'x-nobodys')))).title).toBe('Kelp');
  });
  it.each([
    [
      'of another namespace',
      own.replaceAll('illtransactions.org/2013', 'illtransactions.org/1999'),
      'BadlyFormedMessage',
    ],
    ['of no namespace', own.replace(/ xmlns="[^"]*"/, ''), 'BadlyFormedMessage'],
    ['with a service nobody knows', own.replace('>Loan<', '>Gift<'), 'UnrecognisedDataValue'],
    ['of a type nobody knows', own.replace('>New<', '>Old<'), 'UnrecognisedDataValue'],
    ['with a time that is none', own.replace(/<timestamp>[^<]*/, '<timestamp>soon'), 'UnrecognisedDataValue'],
    ['without a title', own.replace(/<title>[^<]*<\/title>/, ''), 'BadlyFormedMessage'],
    [
      'without its number',
      own.replace(/<requestingAgencyRequestId>[^<]*<\/requestingAgencyRequestId>/, ''),
      'BadlyFormedMessage',
    ],
    ['with two messages in it', own.replace('<request>', '<request/><request>'), 'BadlyFormedMessage'],
    [
      'that is another message',
      own.replaceAll('request>', 'patronFineInformation>'),
      'UnrecognisedDataElement',
    ],
    ['cut short', own.slice(0, 400), 'BadlyFormedMessage'],
    ['empty', '', 'BadlyFormedMessage'],
    ['with entities', own.replace('<ISO', '<!DOCTYPE x [<!ENTITY a "aaaa">]><ISO'), 'BadlyFormedMessage'],
    [
      'a thousand deep',
      own.replace('<request>', `<request>${'<a>'.repeat(1000)}${'</a>'.repeat(1000)}`),
      'BadlyFormedMessage',
    ],
    [
      'of names that every object has',
      own.replaceAll('header>', 'constructor>').replaceAll('bibliographicInfo>', '__proto__>'),
      'BadlyFormedMessage',
    ],
  ])('%s is refused, and its confirmation says why', async (_what, xml, type) => {
    expect(error(xml)?.type).toBe(type);
    const wrong = error(xml);
    if (!wrong) throw new Error('it should be refused');
    const value = typeof wrong.value === 'string' ? wrong.value : say(wrong.value);
    expect(value).not.toMatch(/^iso\./);
    const answer = confirmationOf(xml, us, NOW, { ...wrong, value });
    expect(answer).toMatch(new RegExp(`<messageStatus>ERROR<[\\s\\S]*<errorType>${type}<`));
    expect(await faults([answer])).toEqual([]);
  });
  it('half a megabyte with a quotation mark that nothing ends is refused at once', () => {
    const began = performance.now();
    for (const spoilt of [
      own.replace('ISO18626Message xmlns="', `ISO18626Me${'x'.repeat(500_000)}`),
      own.replace('<request>', `<request a='${'<b "'.repeat(100_000)}`),
      own.replace('<request>', `<${'request '.repeat(60_000)}`),
    ])
      expect(error(spoilt)?.type).toBe('BadlyFormedMessage');
    // A tenth of a second; it took minutes.
    expect(performance.now() - began).toBeLessThan(4000);
  });
  it('counts no marks within comments, character data and values', () => {
    const note = `<!-- ${'<a>'.repeat(40)} " --><![CDATA[ ${'<a>'.repeat(40)} ' ]]>`;
    expect(error(own.replace('<request>', `<request>${note}`))).toBeNull();
  });
  it('is confirmed by its own numbers when all is well', async () => {
    const answer = confirmationOf(prefixed, us, NOW);
    expect(answer).toMatch(
      /<supplyingAgencyId>[\s\S]*LGD:X[\s\S]*<requestingAgencyRequestId>S-test-0001<[\s\S]*<messageStatus>OK</,
    );
    expect(await faults([answer])).toEqual([]);
  });
});

describe('what suppliers say', () => {
  const message = {
    requestId: 'S-1',
    supplyingAgency: 'LGD:A',
    timestamp: '2026-11-02T10:00',
    reason: 'StatusChange' as const,
    note: '“n” & <more>',
    ...NOTHING_MORE,
    expected: '2026-11-05',
    due: '2026-11-30',
    cost: 450,
    answer: 'Y' as const,
    reasonRetry: 'LoanCondition',
    retryBefore: '2026-11-09',
  };
  it('is valid and comes back as it went, in every status and for every reason', async () => {
    const documents: string[] = [];
    for (const status of STATUSES)
      for (const reason of REASONS) {
        const m = {
          ...message,
          status,
          reason,
          url: status === 'CopyCompleted' ? 'https://files.example/1' : '',
        };
        const xml = supplyingMessage(m, us);
        documents.push(xml);
        expect(readSupplyingMessage(xml, zone)).toEqual(m);
        // Told of a delivery only when something was sent.
        expect([status, reason, xml.includes('<deliveryInfo>')]).toEqual([
          status,
          reason,
          status === 'CopyCompleted' || (status === 'Loaned' && reason === 'StatusChange'),
        ]);
      }
    expect(await faults(documents)).toEqual([]);
    expect(documents[0]).toMatch(
      /<offeredCosts>\s*<currencyCode>XVC<\/currencyCode>\s*<monetaryValue>4\.50</,
    );
  });
  it('in codes nobody knows is refused', () => {
    const xml = supplyingMessage({ ...message, status: 'Loaned' }, us);
    const type = (text: string) => {
      const r = readSupplyingMessage(text, zone);
      return 'error' in r ? r.error.type : null;
    };
    expect(type(xml.replace('>Loaned<', '>Lost<'))).toBe('UnrecognisedDataValue');
    expect(type(xml.replace('>StatusChange<', '>Whim<'))).toBe('UnsupportedReasonForMessageType');
    expect(type(xml.replace('>Y<', '>Maybe<'))).toBe('UnrecognisedDataValue');
    expect(type(request(slip()))).toBe('UnrecognisedDataElement');
  });
});

describe('what the reader does', () => {
  it('is valid and comes back as it was said, with summer time; an action of nobody’s is refused', async () => {
    const documents = ACTIONS.map((action) => {
      const m = {
        requestId: 'S-1',
        supplyingAgency: 'LGD:A',
        timestamp: '2027-04-02T10:00',
        action,
        note: 'two weeks & <more>',
      };
      const xml = requestingMessage(m, us);
      expect(xml).toContain('+02:00');
      expect(readRequestingMessage(xml, zone)).toEqual({ ...m, requestingAgency: 'LGD:T' });
      return xml;
    });
    const [first = ''] = documents;
    const bad = readRequestingMessage(first.replace('StatusRequest', 'Dance'), zone);
    expect(bad).toEqual({ error: { type: 'UnsupportedActionType', value: 'Dance' } });
    const confirmed = documents.map((d) => confirmationOf(d, us, NOW));
    expect(await faults([...documents, ...confirmed])).toEqual([]);
    expect(confirmed[1]).toMatch(/<requestingAgencyMessageConfirmation>[\s\S]*<action>Received</);
    const supplied = supplyingMessage(
      {
        requestId: 'S-1',
        supplyingAgency: 'LGD:A',
        timestamp: NOW,
        reason: 'StatusChange',
        status: 'Loaned',
        note: '',
        ...NOTHING_MORE,
      },
      us,
    );
    expect(await faults([confirmationOf(supplied, us, NOW)])).toEqual([]);
  });
});
