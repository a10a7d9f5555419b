/** OAI-PMH: what each side says, alone and to each other. */
import { XMLValidator } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import { readDublinCore } from '../formats/dublinCoreRead';
import type { DiscoveryRecord } from '../model/record';
import { HarvestError, harvest, type OaiAnswer, type OaiPage } from './harvest';
import {
  idIn,
  type OaiSource,
  oaiFault,
  oaiFormats,
  oaiId,
  oaiIdentify,
  oaiList,
  oaiRecord,
  readOai,
  tokenOf,
} from './provider';

const SOURCE: OaiSource = {
  address: 'https://read.example/oai',
  name: 'Koog & Siel',
  mail: 'desk@read.example',
  earliest: '2026-11-02',
  now: '2026-11-05T09:10:00Z',
};
const record = (n: number): DiscoveryRecord =>
  ({
    id: `r${n}`,
    csl: { id: `r${n}`, type: 'book', title: `Watt <${n}>`, author: [{ family: 'Ost', given: 'Nele' }] },
    kind: 'book',
    carrier: 'print',
    languages: ['de'],
    subjects: ['Siele'],
    source: 's',
  }) as unknown as DiscoveryRecord;
const entry = (n: number, day = '2026-11-02') => ({ id: `r${n}`, day, record: record(n) });
const asked = (query: string) => readOai(new URLSearchParams(query));

describe('what is asked', () => {
  it.each([
    ['', 'badVerb'],
    ['verb=Nothing', 'badVerb'],
    ['verb=Identify&verb=Identify', 'badVerb'],
    ['verb=Identify&x=1', 'badArgument'],
    ['verb=ListSets', 'noSetHierarchy'],
    ['verb=GetRecord&metadataPrefix=oai_dc', 'badArgument'],
    ['verb=GetRecord&metadataPrefix=mods&identifier=x', 'cannotDisseminateFormat'],
    ['verb=ListRecords', 'badArgument'],
    ['verb=ListRecords&metadataPrefix=oai_dc&set=a', 'noSetHierarchy'],
    ['verb=ListRecords&metadataPrefix=oai_dc&from=yesterday', 'badArgument'],
    ['verb=ListRecords&metadataPrefix=oai_dc&from=2026-01-02&until=2026-01-01', 'badArgument'],
    ['verb=ListRecords&resumptionToken=x', 'badResumptionToken'],
    ['verb=ListRecords&resumptionToken=oai_dc~2026-01-01~9999-12-31~9&metadataPrefix=oai_dc', 'badArgument'],
    ['verb=ListRecords&metadataPrefix=constructor', 'cannotDisseminateFormat'],
  ])('%s is %s', (query, error) => expect(asked(query)).toMatchObject({ verb: 'fault', error }));
  it('a list, and where it goes on', () => {
    const list = asked('verb=ListIdentifiers&metadataPrefix=marcxml&from=2026-11-03');
    expect(list).toEqual({
      verb: 'ListIdentifiers',
      prefix: 'marcxml',
      from: '2026-11-03',
      until: '9999-12-31',
      place: 0,
    });
    if (list.verb !== 'ListIdentifiers') throw new Error();
    expect(asked(`verb=ListIdentifiers&resumptionToken=${tokenOf({ ...list, place: 200 })}`)).toEqual({
      ...list,
      place: 200,
    });
  });
});

describe('what is answered', () => {
  it('is well-formed, whatever stands in it', () => {
    const list = {
      verb: 'ListRecords',
      prefix: 'oai_dc',
      from: '1000-01-01',
      until: '9999-12-31',
      place: 0,
    } as const;
    for (const xml of [
      oaiIdentify(SOURCE),
      oaiFormats(SOURCE),
      oaiFault(SOURCE, 'badVerb', '<x>'),
      oaiRecord(SOURCE, entry(1), 'marcxml', oaiId(SOURCE, 'r1')),
      oaiList(SOURCE, list, [entry(1), { ...entry(2, '2026-11-04'), record: null }], 2),
    ])
      expect(XMLValidator.validate(xml)).toBe(true);
    expect(oaiList(SOURCE, list, [entry(1)], 1)).toMatch(
      /<datestamp>2026-11-02<.*<resumptionToken>oai_dc~1000-01-01~9999-12-31~1</s,
    );
    expect(oaiList(SOURCE, { ...list, place: 1 }, [entry(2)], null)).toMatch(/<resumptionToken\s*\/>/);
    expect(oaiList(SOURCE, list, [entry(2)], null)).not.toContain('resumptionToken');
  });
  it('ids come back as they went', () => {
    expect(idIn(SOURCE, oaiId(SOURCE, 'a:b/c'))).toBe('a:b/c');
    expect(idIn(SOURCE, 'oai:other.example:a')).toBe('');
  });
});

/** A source with so many records, in pages of two, which answers as `faults` says first. */
function source(count: number, faults: readonly (OaiAnswer | Error)[] = []) {
  const waits: number[] = [];
  const questions: string[] = [];
  const left = [...faults];
  const ask = async (address: string): Promise<OaiAnswer> => {
    questions.push(new URL(address).search);
    const fault = left.shift();
    if (fault instanceof Error) throw fault;
    if (fault) return fault;
    const list = readOai(new URL(address).searchParams);
    if (list.verb !== 'ListRecords') throw new Error('not a list');
    const all = Array.from({ length: count }, (_, i) => entry(i)).slice(list.place, list.place + 2);
    const text = all.length
      ? oaiList(SOURCE, list, all, list.place + 2 < count ? list.place + 2 : null)
      : oaiFault(SOURCE, 'noRecordsMatch', '');
    return { status: 200, retryAfter: null, text };
  };
  const all = async (): Promise<OaiPage[]> => {
    const pages: OaiPage[] = [];
    for await (const page of harvest(
      { address: SOURCE.address, prefix: 'oai_dc' },
      ask,
      async (ms) => void waits.push(ms),
      { pause: 10, attempts: 3, patience: 60_000 },
      () => 0,
    ))
      pages.push(page);
    return pages;
  };
  return { all, waits, questions };
}

describe('gathering', () => {
  it('goes from page to page, with a pause between, and reads what our own side writes', async () => {
    const { all, waits, questions } = source(5);
    const pages = await all();
    expect(pages.map((p) => p.records.length)).toEqual([2, 2, 1]);
    expect(pages[0]?.responseDate).toBe(SOURCE.now);
    expect(waits).toEqual([10, 10]);
    expect(questions[1]).toContain('resumptionToken=oai_dc');
    expect(questions[1]).not.toContain('metadataPrefix');
    const [first] = readDublinCore(
      `<OAI-PMH>${pages[0]?.records.map((r) => `<record><header><identifier>${r.id}</identifier></header><metadata>${r.metadata}</metadata></record>`)}</OAI-PMH>`,
    ).items;
    expect(first).toMatchObject({
      id: 'oai:read.example:r0',
      title: 'Watt <0>',
      author: [{ family: 'Ost', given: 'Nele' }],
      language: 'de',
    });
  });
  it('nothing new is no fault', async () =>
    expect((await source(0).all()).flatMap((p) => p.records)).toEqual([]));
  it('waits for who is busy as long as they say, and asks again who fails, a few times', async () => {
    const busy = source(1, [{ status: 503, retryAfter: '7', text: '' }]);
    expect((await busy.all()).length).toBe(1);
    expect(busy.waits).toEqual([7000]);
    const failing = source(1, [new Error('reset'), { status: 500, retryAfter: null, text: '' }]);
    expect((await failing.all()).length).toBe(1);
    expect(failing.waits).toEqual([10, 20]);
    await expect(
      source(
        1,
        Array.from({ length: 9 }, () => new Error('reset')),
      ).all(),
    ).rejects.toThrow('reset');
    await expect(source(1, [{ status: 503, retryAfter: '86400', text: '' }]).all()).resolves.toHaveLength(1);
  });
  it('stops at who refuses, says what is no answer, and does not go round for ever', async () => {
    await expect(source(1, [{ status: 404, retryAfter: null, text: '' }]).all()).rejects.toThrow(
      new HarvestError('status 404'),
    );
    await expect(source(1, [{ status: 200, retryAfter: null, text: '<html></html>' }]).all()).rejects.toThrow(
      'no answer of OAI-PMH',
    );
    await expect(
      source(1, [
        {
          status: 200,
          retryAfter: null,
          text: '<OAI-PMH><error code="badArgument">no &lt;from&gt;</error></OAI-PMH>',
        },
      ]).all(),
    ).rejects.toThrow('badArgument: no <from>');
    const again = {
      status: 200,
      retryAfter: null,
      text: '<OAI-PMH><ListRecords><resumptionToken>t</resumptionToken></ListRecords></OAI-PMH>',
    };
    await expect(source(1, [again, again]).all()).rejects.toThrow('came again');
  });
});
