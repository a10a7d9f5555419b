/**
 * Another library than the demo's: other scripts, odd ids, many campuses, headings in German; everything
 * still found and counted.
 */

import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { asked } from '../../tests/fixtures/world';
import type { AccessItem } from '../core/access/options';
import { soonestWay } from '../core/access/ways';
import { recordHref } from '../core/model/address';
import type { CampusId, DiscoveryRecord } from '../core/model/record';
import { type Minutes, parseLocal } from '../core/model/time';
import { NEW_SEARCH, type SearchRequest } from '../core/query/request';
import { makeWorld } from '../demo/world';
import { buildIndex, type IndexSource } from './build';
import { partsOf } from './path';
import { DiscoveryService } from './service';

const CAMPUSES = 40;
const PARTNERS = 35;
const AT = '2026-11-02T09:10';
const base = makeWorld(200);
const first = <T>(list: readonly T[]): T => list[0] as T;
const campus = first(base.library.campuses);
const partner = first(base.library.partners);
const name = (i: number) => `campus-${i}` as CampusId;
const library: IndexSource['library'] = {
  ...base.library,
  language: 'de',
  campuses: Array.from({ length: CAMPUSES }, (_, i) => ({ ...campus, id: name(i), name: `Campus ${i}` })),
  partners: Array.from({ length: PARTNERS }, (_, i) => ({
    ...partner,
    id: `partner-${i}` as never,
    name: `Partner ${i}`,
  })),
  policy: {
    ...base.library.policy,
    courier: {
      ...base.library.policy.courier,
      transit: Object.fromEntries(
        [
          ...Array.from({ length: CAMPUSES }, (_, i) => name(i) as string),
          ...Array.from({ length: PARTNERS }, (_, i) => `partner-${i}`),
        ].map((from) => [
          from,
          Object.fromEntries(Array.from({ length: CAMPUSES }, (_, i) => [name(i), { median: 2, likely: 3 }])),
        ]),
      ),
    },
    lending: { ...base.library.policy.lending, desk: name(0) },
  },
};
const record = (
  id: string,
  title: string,
  more: Omit<Partial<DiscoveryRecord>, 'csl'> & { csl?: object } = {},
): DiscoveryRecord =>
  ({
    kind: 'book',
    carrier: 'print',
    languages: ['en'],
    subjects: [],
    source: 'own',
    ...more,
    id,
    csl: { id, type: 'book', title, ...more.csl },
  }) as DiscoveryRecord;
const copyAt = (i: number) =>
  ({
    campus: name(i),
    shelf: 'Main',
    callNumber: 'QK 1 .A1',
    rule: 'loan',
    status: { state: 'in' },
  }) as never;
const ODD_IDS = [
  'a:b',
  'a/b',
  'a?b',
  'a#b',
  'a&b=c',
  '海藻-1',
  'x'.repeat(300),
  'toString',
  '%2F',
  'a b+c',
  '../x',
];
const RECORDS: readonly DiscoveryRecord[] = [
  record('ja', '海藻の食文化', { languages: ['ja'], csl: { author: [{ literal: '山田花子' }] } }),
  record('ja2', '海の文化と藻', { languages: ['ja'] }),
  record('ko', '해조류의 역사', { languages: ['ko'] }),
  record('ga', 'ガラスの海', { languages: ['ja'] }),
  record('ka', 'カラスの海', { languages: ['ja'] }),
  record('c', 'C', { csl: { author: [{ family: 'Ostholt', given: 'Nils' }] } }),
  record('va', 'Vitamin A in kelp', { csl: { abstract: 'About vitamins.' } }),
  record('ve', 'Vitamin E in kelp', { csl: { abstract: 'About vitamins.' } }),
  record('hughes', 'One', { csl: { author: [{ family: 'Hughes', given: 'Inez' }] } }),
  record('hugh', 'Two', { csl: { author: [{ family: 'Hugh', given: 'Ine' }] } }),
  record('van', 'Three', {
    csl: { author: [{ 'non-dropping-particle': 'van', family: 'Oosterlund', given: 'Jan' }] },
  }),
  record('des', 'Four', {
    csl: { author: [{ family: 'Ferrandel', given: 'Luc', 'dropping-particle': 'des' }] },
  }),
  record('de', 'Fünf', { languages: ['de'], subjects: ['Algen', 'Küchen'] }),
  record('pl', 'Wodorosty w kuchni', { languages: ['pl'] }),
  ...ODD_IDS.map((id) => record(id, `Odd ${id.length}`)),
  ...Array.from({ length: CAMPUSES }, (_, i) => record(`copy-${i}`, `Shelved ${i}`, { copies: [copyAt(i)] })),
  record('two', 'Shelved twice', { copies: [copyAt(3), copyAt(37)] }),
  ...Array.from({ length: PARTNERS }, (_, i) =>
    record(`lent-${i}`, `Lent ${i}`, {
      partnerCopies: [{ partner: `partner-${i}`, status: { state: 'in' } } as never],
    }),
  ),
  ...Array.from({ length: 300 }, (_, i) => record(`source-${i}`, `From ${i}`, { source: `source ${i}` })),
];

let dir: string;
let service: DiscoveryService;
const situation = (i: number) => ({ campus: name(i), category: 'undergraduate' as const, remote: false });
beforeAll(() => {
  dir = join(mkdtempSync(join(tmpdir(), 'legendum-foreign-')), 'index');
  buildIndex({ ...base, library, journals: [], lines: new Map(), records: RECORDS }, dir);
  service = DiscoveryService.open(dir);
});
afterAll(() => {
  service.close();
  rmSync(dirname(dir), { recursive: true, force: true });
});
const search = (q: string, more: Partial<SearchRequest> = {}, at = 0) =>
  service.search(
    asked({ ...NEW_SEARCH, drop: {}, q, exact: true, ...more }),
    { situation: situation(at), at: AT },
    { offset: 0, limit: 100 },
  );
const ids = async (q: string, more: Partial<SearchRequest> = {}) =>
  (await search(q, more)).hits.map((h) => h.id).sort();

describe('words', () => {
  it.each([
    ['海藻', ['ja']],
    ['食文化', ['ja']],
    ['海 藻', ['ja', 'ja2']],
    ['by:花子', ['ja']],
    ['해조류', ['ko']],
    ['ガラス', ['ga']],
    ['カラス', ['ka']],
    ['title:C', ['c']],
    ['title:=C', ['c']],
    ['vitamin A', ['va']],
    ['vitamin E', ['ve']],
    ['by:Hughes', ['hughes']],
    ['by:Hugh', ['hugh']],
    ['by:Inez', ['hughes']],
    ['by:"van Oosterlund"', ['van']],
    ['by:(van Oosterlund)', ['van']],
    ['by:Oosterlund', ['van']],
    ['by:"Ferrandel Luc des"', ['des']],
    ['subject:Alge', ['de']],
    ['subject:Küche', ['de']],
    ['Wodorosty', ['pl']],
    ['wodor*', ['pl']],
  ])('%s', async (q, found) => expect(await ids(q)).toEqual(found));
  it('a name is shown with its particle', async () => {
    expect((await search('by:Oosterlund')).breakdown.person.map((v) => v.value)).toEqual([
      'van Oosterlund, Jan',
    ]);
  });
});

describe('ids', () => {
  it.each(ODD_IDS)('%s is found by itself', async (id) => {
    expect((await service.record(id))?.record.id).toBe(id);
    expect(await service.ways(id, { situation: situation(0), at: AT }, '')).not.toBeNull();
  });
});

describe('addresses', () => {
  it.each(ODD_IDS)('%s comes back out of its address', (id) => {
    const { pathname } = new URL(recordHref(id), 'http://library.example');
    expect(partsOf(pathname)).toEqual(['records', id]);
    expect(partsOf(`${pathname}.pdf`, '.pdf')).toEqual(['records', id]);
  });
  it('one that is not encoded as it should be is nobody’s', () =>
    expect(partsOf('/records/%E0%A4%A')).toBeNull());
});

describe('many campuses, partners and sources', () => {
  it('every campus is counted, kept and left out for itself', async () => {
    const counts = new Map((await search('Shelved')).breakdown.place.map((v) => [v.value, v.count]));
    for (let i = 0; i < CAMPUSES; i++) {
      expect([i, counts.get(name(i))]).toEqual([i, i === 3 || i === 37 ? 2 : 1]);
      const own = i === 3 || i === 37 ? [`copy-${i}`, 'two'] : [`copy-${i}`];
      expect(await ids('Shelved', { keep: { place: [name(i)] } })).toEqual(own);
      expect((await search('Shelved', { drop: { place: [name(i)] } })).total).toBe(CAMPUSES + 1 - own.length);
    }
    expect((await search('Shelved', { keep: { place: [name(3), name(20)] } })).total).toBe(3);
  });
  it('reach and wait agree with the exact ways, also beyond the sixteenth', async () => {
    expect((await search('Shelved', { reach: 'shelves' })).total).toBe(CAMPUSES + 1);
    expect((await search('Lent', { reach: 'shelves' })).total).toBe(0);
    expect((await search('Lent', { reach: 'partners' })).total).toBe(PARTNERS);
    for (const [q, n] of [
      ['Shelved', CAMPUSES + 1],
      ['Lent', PARTNERS],
    ] as const)
      for (const at of [0, 17, 39]) {
        const { hits, waits } = await search(q, {}, at);
        expect(hits).toHaveLength(n);
        const items = await Promise.all(hits.map((h) => service.item(h.id)));
        const classes = items.map(
          (item) =>
            soonestWay(item as AccessItem, {
              library: service.library,
              situation: situation(at),
              at: parseLocal(AT) as Minutes,
            }).wait.class,
        );
        for (const w of waits)
          expect([q, at, w.class, w.count]).toEqual([
            q,
            at,
            w.class,
            classes.filter((c) => c === w.class).length,
          ]);
      }
  });
  it('more than 255 sources are told apart', async () => {
    const all = (await search('From')).breakdown.source;
    expect(all).toHaveLength(300);
    expect(new Set(all.map((v) => v.count))).toEqual(new Set([1]));
    expect(await ids('From', { keep: { source: ['source 299'] } })).toEqual(['source-299']);
  });
});
