/** What a library's own cataloguing comes to: copies and details of MARC, clean texts, what is the same. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { MarcField, MarcRecord } from '../formats/marc';
import { itemOfMarc } from '../formats/marcItems';
import { readAs } from '../formats/read';
import type { CslItem, DiscoveryRecord } from '../model/record';
import { cleanItem, plainText } from './clean';
import { itemWithCustom, readCustom } from './custom';
import { readHelp } from './help';
import { serialsOf } from './journals';
import { type Mapping, readMapping } from './mapping';
import { copiesOfMarc, dayIn } from './marcCopies';
import { detailsOf, hostsOf } from './marcDetails';
import { readOwners } from './owners';
import { digest, joinedRecord, SameFinder } from './same';
import { titlesOf } from './titles';

const f = (tag: string, ...subfields: (readonly [string, string])[]): MarcField => ({
  tag,
  ind1: ' ',
  ind2: ' ',
  subfields,
});
const marc = (fields: readonly MarcField[], more: Partial<MarcRecord> = {}): MarcRecord => ({
  leader: '00000nam a2200000 a 4500',
  control: [['001', 'x']],
  fields,
  ...more,
});
const mappingOf = (file: object): Mapping => {
  const { mapping, problems } = readMapping(file);
  expect(problems).toEqual([]);
  return mapping;
};
const PIECES = {
  copies: {
    field: '852',
    campus: 'b',
    level: 'c',
    callNumber: ['h', 'i'],
    items: { field: '876', status: 'j', due: 'd', rule: 'h', queue: 'q' },
  },
  campuses: { HG: 'haus' },
  levels: { MAG: 'Magazin' },
  statuses: { verfügbar: 'in', entliehen: 'out' },
  rules: { 'kurz ': 'short-loan' },
};

describe('copies in MARC', () => {
  it('are the pieces of a place, linked to it by number', () => {
    const { copies, problems } = copiesOfMarc(
      marc([
        f('852', ['8', '1'], ['b', 'hg'], ['c', 'MAG'], ['h', '641.3'], ['i', 'KEL']),
        f('852', ['8', '2'], ['b', 'HG'], ['c', 'EG'], ['h', '641.3']),
        f('876', ['8', '1.1'], ['j', 'Verfügbar']),
        f('876', ['8', '1.2'], ['j', 'entliehen'], ['d', '1.12.2026'], ['q', '3'], ['h', 'Kurz']),
      ]),
      mappingOf(PIECES),
      new Set(['haus', 'other']),
    );
    expect(problems).toEqual([]);
    expect(copies).toEqual([
      { campus: 'haus', location: 'Magazin', callNumber: '641.3 KEL', status: { state: 'in' }, rule: 'loan' },
      {
        campus: 'haus',
        location: 'Magazin',
        callNumber: '641.3 KEL',
        status: { state: 'out', due: '2026-12-01', queue: 3 },
        rule: 'short-loan',
      },
      // A place without pieces is a copy itself.
      { campus: 'haus', location: 'EG', callNumber: '641.3', status: { state: 'in' }, rule: 'loan' },
    ]);
  });
  it('at places that nobody named are left out; in states that nobody named they count as missing', () => {
    const { copies, problems } = copiesOfMarc(
      marc([
        f('852', ['8', '1'], ['b', 'moon']),
        f('852', ['8', '2'], ['b', 'HG']),
        f('876', ['8', '2.1'], ['j', 'eaten']),
        f('876', ['8', '2.2'], ['j', 'entliehen'], ['d', 'soon']),
      ]),
      mappingOf(PIECES),
      new Set(['haus', 'other']),
    );
    expect(copies.map((c) => c.status.state)).toEqual(['missing', 'missing']);
    expect(problems.map((p) => p.code.split('.')[1])).toEqual(['copyNowhere', 'statusUnknown', 'copyNoDue']);
  });
  it('need no mapping where there is one campus', () => {
    const { copies } = copiesOfMarc(
      marc([f('852', ['b', 'X'], ['c', 'Stacks'], ['k', 'REF'], ['h', 'QK 5'], ['i', '.L5 :'])]),
      mappingOf({}),
      new Set(['main']),
    );
    expect(copies).toEqual([
      {
        campus: 'main',
        location: 'Stacks',
        callNumber: 'REF QK 5 .L5',
        status: { state: 'in' },
        rule: 'loan',
      },
    ]);
  });
  it.each([
    ['2026-12-01', '2026-12-01'],
    ['20261201', '2026-12-01'],
    ['1.2.2026', '2026-02-01'],
    ['31/12/2026 18:00', '2026-12-31'],
    ['30.2.2026', null],
    ['tomorrow', null],
  ])('%s is the day %s', (text, day) => expect(dayIn(text)).toBe(day));
});

describe('details of MARC', () => {
  const detailed = (m: MarcRecord, file: object = {}) => {
    const item = itemOfMarc(m, 1);
    if ('code' in item) throw new Error(item.code);
    return detailsOf(
      m,
      item,
      mappingOf(file),
      hostsOf(mappingOf(file), [
        { id: 'verlag', entitlement: 'all' },
        { id: 'repo', entitlement: 'open' },
      ]),
    );
  };
  it('headings with commas stay whole; languages, contents, persons and genres are told', () => {
    const details = detailed(
      marc(
        [
          f('041', ['a', 'ger'], ['a', 'fre']),
          f('245', ['a', 'Watt']),
          f('505', ['a', 'Ebbe -- Flut.']),
          f('600', ['a', 'Lind, Ada,'], ['d', '1950-']),
          f('650', ['a', 'Kelp, edible'], ['x', 'History.']),
          f('650', ['a', 'Kochkunst']),
          f('650', ['a', 'Lehrbuch']),
          f('655', ['a', 'Hochschulschrift']),
          f('521', ['a', 'Studierende.']),
          f('856', ['u', 'https://repo.example/1']),
          f('856', ['u', 'https://buch.verlag.example/2']),
          f('856', ['u', 'https://nobody.example/3']),
        ],
        {
          control: [
            ['001', 'x'],
            ['008', '260101s2015    xx ||||f||||||||||||eng d'],
          ],
        },
      ),
      {
        subjects: { rename: { kochkunst: 'Kochen' }, leave: ['Lehrbuch'] },
        kinds: { Hochschulschrift: 'thesis' },
        audiences: { Studierende: 'student' },
        links: { 'repo.example': 'repo', 'buch.verlag.example': 'verlag' },
      },
    );
    expect(details).toMatchObject({
      kind: 'thesis',
      carrier: 'print',
      languages: ['en', 'de', 'fr'],
      subjects: ['Kelp, edible -- History', 'Kochen'],
      audience: 'student',
      contents: ['Ebbe', 'Flut'],
      about: [{ family: 'Lind', given: 'Ada' }],
      openCopies: [{ provider: 'repo', url: 'https://repo.example/1', version: 'version-of-record' }],
      ebook: [{ provider: 'verlag', title_url: 'https://buch.verlag.example/2' }],
    });
  });
  it.each<[string, Partial<MarcRecord>, MarcField[], string, string | undefined]>([
    [
      'an online resource by 008',
      { control: [['008', '260101s2015    xx |||| o|||||||||||eng d']] },
      [],
      'online',
      undefined,
    ],
    ['an online resource by 338', {}, [f('338', ['b', 'cr'])], 'online', undefined],
    [
      'large print',
      { control: [['008', '260101s2015    xx |||| d|||||||||||eng d']] },
      [],
      'large-print',
      undefined,
    ],
    ['a text that is read aloud', { leader: '00000nim a2200000 a 4500' }, [], 'audiobook', 'book'],
    ['a film', { leader: '00000ngm a2200000 a 4500' }, [], 'dvd', undefined],
  ])('%s', (_, more, fields, carrier, kind) =>
    expect(detailed(marc([f('245', ['a', 'Watt']), ...fields], more))).toMatchObject({
      carrier,
      ...(kind ? { kind } : {}),
    }),
  );
  it('fields that are left out are as if they were not there', () =>
    expect(
      detailed(marc([f('245', ['a', 'W']), f('650', ['a', 'Kelp'])]), { leave: ['650'] }).subjects,
    ).toEqual([]));
  it('UNIMARC has them under its own tags', () =>
    expect(
      detailed(
        marc([
          f('101', ['a', 'fre']),
          f('200', ['a', 'Le goémon']),
          f('327', ['a', 'Marée']),
          f('600', ['a', 'Lind'], ['b', 'Ada']),
          f('606', ['a', 'Algues'], ['x', 'Récolte']),
        ]),
      ),
    ).toMatchObject({
      languages: ['fr'],
      subjects: ['Algues -- Récolte'],
      contents: ['Marée'],
      about: [{ family: 'Lind', given: 'Ada' }],
    }));
});

describe('mapping.yaml', () => {
  it('that can’t be used is said, and what holds without it holds', () => {
    const { mapping, problems } = readMapping({ copies: { field: '85' }, kinds: { x: 'poem' }, colour: 1 });
    expect(problems.map((p) => p.code)).toEqual(['shape.form.tag', 'shape.oneOf', 'shape.unknown']);
    expect(mapping.copies.field).toBe('852');
    expect(mapping.kinds('x')).toBeUndefined();
    expect(mapping.campuses('constructor')).toBeUndefined();
  });
});

describe('cleaning', () => {
  it.each([
    [
      '<jats:title>Abstract</jats:title><jats:p>Kelp &amp; <jats:italic>dulse</jats:italic></jats:p>',
      'Abstract Kelp & dulse',
    ],
    ['H<sub>2</sub>O', 'H2O'],
    ['&lt;p&gt;Ebbe&lt;/p&gt;', 'Ebbe'],
    ['a < b and c > d', 'a < b and c > d'],
    ['Sor\u00adtier\u200bung\u0098', 'Sortierung'],
  ])('%s', (text, plain) => expect(plainText(text)).toBe(plain));
  it('takes off punctuation, years of a life and addresses', () => {
    const item = {
      id: '1',
      type: 'book',
      title: 'Watt :',
      publisher: 'Deichverlag,',
      author: [
        { family: 'Lind', given: 'Ada, 1950-' },
        { literal: 'Ost, Bo (1890-1961)' },
        { family: 'Kerr', given: 'J. D.' },
      ],
      DOI: 'https://doi.org/10.5555/ABC',
      collection: undefined,
    } as unknown as CslItem;
    expect(cleanItem(item)).toMatchObject({
      title: 'Watt',
      publisher: 'Deichverlag',
      author: [{ family: 'Lind', given: 'Ada' }, { literal: 'Ost, Bo' }, { family: 'Kerr', given: 'J. D.' }],
      DOI: '10.5555/abc',
    });
  });
  it('leaves alone what is clean, and a title that is nothing but marks', () => {
    const item = { id: '1', type: 'book', title: '1984', author: [{ family: 'Lind', given: 'Ada' }] };
    expect(cleanItem(item)).toBe(item);
    expect(cleanItem({ id: '1', type: 'book', title: ':' }).title).toBe(':');
  });
  it('done twice is done once', () =>
    fc.assert(
      fc.property(fc.string(), fc.string(), (title, given) => {
        const once = cleanItem({ id: '1', type: 'book', title, author: [{ family: 'L', given }] });
        expect(cleanItem(once)).toEqual(once);
      }),
    ));
});

const book = (id: string, csl: Partial<CslItem> = {}, more: Partial<DiscoveryRecord> = {}): DiscoveryRecord =>
  ({
    id,
    csl: {
      id,
      type: 'book',
      title: 'Die Ordnung der Siele',
      author: [{ family: 'Ost', given: 'Nele' }],
      issued: { 'date-parts': [[2015]] },
      ...csl,
    },
    kind: 'book',
    carrier: 'print',
    languages: ['de'],
    subjects: [],
    source: 's',
    ...more,
  }) as DiscoveryRecord;
const groupsOf = (...records: DiscoveryRecord[]) => {
  const same = new SameFinder();
  for (const r of records) same.add(r);
  return { joined: [...same.joined().values()], works: [...same.works()] };
};

describe('what is the same', () => {
  it('is told by a number, or by title, person, year and edition', () => {
    expect(
      groupsOf(
        book('a'),
        book('b', { title: 'Die Ordnung der Siele.' }),
        book('c', { issued: { 'date-parts': [[2016]] } }),
      ).joined,
    ).toEqual([[0, 1]]);
    const article = { kind: 'research-article' as const };
    expect(
      groupsOf(
        book('a', { DOI: '10.5555/x', title: 'One' }, article),
        book('b', { DOI: 'https://doi.org/10.5555/X', title: 'Other' }, article),
      ).joined,
    ).toEqual([[0, 1]]);
  });
  it('is not told where numbers speak against it, of another edition, or by a short title alone', () => {
    const isbn = (ISBN: string) => ({ ISBN });
    expect(groupsOf(book('a', isbn('9789900000525')), book('b', isbn('9789800000014'))).joined).toEqual([]);
    expect(groupsOf(book('a', isbn('9789900000525')), book('b')).joined).toEqual([[0, 1]]);
    expect(groupsOf(book('a'), book('b', { edition: '2' })).joined).toEqual([]);
    expect(
      groupsOf(book('a', { title: 'Watt', author: [] }), book('b', { title: 'Watt', author: [] })).joined,
    ).toEqual([]);
  });
  it('parts of a whole are the same whatever they come in, at one place in it', () => {
    const part = (id: string, page: string, carrier: 'print' | 'online') =>
      book(id, { page, volume: '3', 'container-title': 'Watt' }, { kind: 'research-article', carrier });
    expect(
      groupsOf(part('a', '1-9', 'print'), part('b', '1–9', 'online'), part('c', '10-12', 'print')).joined,
    ).toEqual([[0, 1]]);
  });
  it('editions and carriers are works', () => {
    const { joined, works } = groupsOf(
      book('a'),
      book('b', { edition: '2' }),
      book('c', {}, { carrier: 'online' }),
      book('d', { title: 'Sand, Schlick und Ton' }),
    );
    expect(joined).toEqual([]);
    expect(new Map(works)).toEqual(
      new Map([
        [0, 0],
        [1, 0],
        [2, 0],
      ]),
    );
  });
  it('joined keeps the first’s words and everybody’s copies, links and headings', () => {
    const copy = (callNumber: string) =>
      ({ campus: 'h', location: '', callNumber, status: { state: 'in' }, rule: 'loan' }) as never;
    const one = joinedRecord(
      book('a', { abstract: 'Short.' }, { subjects: ['Siele'], copies: [copy('1')] }),
      [
        book(
          'b',
          { abstract: 'A longer one.', publisher: 'Koog' },
          { subjects: ['SIELE', 'Deich'], copies: [copy('1'), copy('2')] },
        ),
        book('c', { ISBN: '9789900000525' }, { ebook: [{ provider: 'p' }] }),
      ],
    );
    expect(one).toMatchObject({ id: 'a', subjects: ['Siele', 'Deich'], ebook: [{ provider: 'p' }] });
    expect(one.csl).toMatchObject({ abstract: 'A longer one.', publisher: 'Koog', ISBN: '9789900000525' });
    expect(one.copies?.length).toBe(2);
  });
  it('two texts have two digests', () => {
    const texts = Array.from({ length: 200_000 }, (_, i) => `book ${i} lind 2015 ${i % 7}`);
    expect(new Set(texts.map(digest)).size).toBe(texts.length);
  });
});

describe('custom', () => {
  it('goes out and comes back', () => {
    const record = book(
      'a',
      {},
      {
        owners: '5',
        work: 'w1',
        statedPeerReviewed: true,
        references: ['b' as never],
        copies: [
          {
            campus: 'h' as never,
            location: '',
            callNumber: 'X',
            status: { state: 'out', due: '2026-12-01', queue: 0 },
            rule: 'loan',
          },
        ],
      },
    );
    const item = itemWithCustom(record, ['p', 'q', 'r']) as { custom: object };
    expect(item.custom).toMatchObject({ owners: ['p', 'r'], peerReviewed: true, work: 'w1' });
    const { own, problem } = readCustom(
      JSON.parse(JSON.stringify(item.custom)),
      new Map([
        ['p', 0],
        ['q', 1],
        ['r', 2],
      ]),
    );
    expect(problem).toBeNull();
    const { id: _, csl: _c, ...rest } = record;
    expect(own).toEqual(rest);
  });
  it('of another program is let be; a field of ours that is wrong is said', () => {
    expect(readCustom({ tags: ['x'] }, new Map())).toEqual({ own: {}, problem: null });
    expect(readCustom({ kind: 'poem' }, new Map()).problem?.code).toBe('libraryfolder.custom');
  });
});

describe('journals, what was refereed, and owners', () => {
  const titles = titlesOf(
    [{ provider: 'p', publication_title: 'Watt', print_identifier: '1234-5679' }],
    'de',
  );
  it('are told by either ISSN; print runs and spans belong to them', () => {
    const { journals, problems } = serialsOf(
      titles,
      {
        journals:
          'issn,eissn,title,from,continues\n1234-5679,7000-9910,Wattblätter,1980,\n6000-0015,,Koog,1990,1234-5679\n',
        refereed: 'issn,from,to\n7000-9910,1999,\n9999-9994,1999,\n1234-5679,2005,2001\n',
      },
      [{ issn: '7000-9910', campus: 'h', run: { from: 1980, callNumber: 'Z 1', rule: 'premises' }, line: 2 }],
      'de',
    );
    expect(problems.journals).toEqual([]);
    expect(problems.refereed.map((p) => `${p.line} ${p.text.code.split('.')[1]}`)).toEqual([
      '3 noSuchJournal',
      '4 endsBefore',
    ]);
    expect(journals[0]).toMatchObject({
      title: 'Wattblätter',
      refereed: [{ from: 1999 }],
      print: [{ campus: 'h', from: 1980 }],
    });
    expect(journals[1]).toMatchObject({ title: 'Koog', continues: '1234-5679', refereed: [] });
  });
  it('nothing is known of referees where nothing is said', () =>
    expect(serialsOf(titles, { journals: null, refereed: null }, [], 'de').journals[0]?.refereed).toBe(
      'unknown',
    ));
  it('owners are lenders by their place; of what is not named nobody knows', () => {
    const owners = readOwners(
      'isbn;issn;record;lenders\n9789900000525;;;a c\n;1234-5679;;b\n;;r1;c nobody\n;;;a\n',
      ['a', 'b', 'c'],
    );
    expect(owners.of('x', ['9789900000525'])).toBe('5');
    expect(owners.of('r1', [])).toBe('4');
    expect(owners.of('x', [])).toBe('?');
    expect(owners.ofJournal(['1234-5679'])).toBe('2');
    expect(owners.problems.map((p) => p.text.code.split('.')[1])).toEqual(['noSuchLender', 'ownedNothing']);
  });
});

it('help is read entry by entry', () => {
  const nothing = {
    'questions.yaml': undefined,
    'databases.yaml': 'x',
    'guides.yaml': [{ id: 'g', title: 'G', about: 'A' }, { id: 'G!' }],
    'subjects.yaml': [{ subject: 'Küste', words: ['Deich und Siel'], headings: [] }],
    'librarians.yaml': [
      {
        id: 'l',
        name: 'L',
        email: 'l@x.example',
        sits: [{ weekday: 1, from: '10:00', to: '11:00', campus: 'moon' }],
      },
    ],
    'readers.yaml': undefined,
  };
  const { guidance, problems } = readHelp(nothing, new Set(['h']));
  expect(guidance.guides.map((g) => g.id)).toEqual(['g']);
  expect(guidance.topics[0]?.words).toContain('deich');
  expect(guidance.librarians?.[0]?.sits).toEqual([]);
  expect(problems.map((p) => `${p.file} ${p.text.code.split('.')[1]}`)).toEqual([
    'librarians.yaml sitsNowhere',
    'databases.yaml noList',
    'guides.yaml entry',
    'guides.yaml entry',
    'guides.yaml entry',
  ]);
});

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
});
