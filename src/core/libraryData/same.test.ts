/** Clean texts, what is the same, and what CSL has no place for. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CslItem, DiscoveryRecord } from '../model/record';
import { cleanItem, plainText } from './clean';
import { itemWithCustom, readCustom } from './custom';
import { digest, joinedRecord, SameFinder } from './same';

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
