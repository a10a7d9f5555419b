/**
 * Two engines behind one port: the embedded one, and one that looks at every record. What is made of them is
 * the same, to the last line.
 */
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { anySearch } from '../../../tests/fixtures/anySearch';
import { PlainEngine } from '../../../tests/fixtures/plainEngine';
import { asked, itemsAsTheyCame, moment, worldOf } from '../../../tests/fixtures/world';
import { EmbeddedSearch } from '../engine/embedded';
import type { SearchEngine } from '../engine/port/engine';
import type { DiscoveryRecord } from '../model/record';
import { GROUPS, NEW_SEARCH, type SearchRequest, SORTS } from '../query/request';
import type { SearchAnswer } from './answers';
import { Discovery } from './discovery';

const COUNT = 700;
const world = worldOf(COUNT);
let records: readonly DiscoveryRecord[];
let embedded: Discovery;
let plain: Discovery;
let engines: readonly [SearchEngine, SearchEngine];
beforeAll(async () => {
  const { service } = world;
  const { engine, file } = service;
  const items = await itemsAsTheyCame(service);
  records = items.map((i) => i.record);
  engines = [
    new EmbeddedSearch(engine, (doc) => service.recordAt(doc)),
    new PlainEngine(items, service.library),
  ];
  embedded = new Discovery(engines[0], file);
  plain = new Discovery(engines[1], file);
});

/** All but how long it took. */
const said = ({ tookMs: _, ...answer }: SearchAnswer) => answer;
const both = async (r: SearchRequest, offset = 0) => {
  const [a, b] = await Promise.all(
    [embedded, plain].map((d) => d.search(asked(r), moment(), { offset, limit: 25 })),
  );
  return [said(a as SearchAnswer), said(b as SearchAnswer)] as const;
};

const QUERIES = [
  '',
  'food',
  'history of food',
  'the sea',
  'seaweed farming',
  'seaweed farming "food security"',
  'food OR history',
  'kelp -dulse',
  '-kelp',
  'kel*',
  'is*',
  'title:kelp',
  'by:lindqvarn',
  'subject:(algae edible)',
  'in:"Annals of Island Nutrition"',
  'in:="Annals of Island Nutrition"',
  'Annals of Island Nutrition 8 55',
  'kelp NEAR3 food',
  'vitamin A',
  'year:2010-2015',
  'small-scale',
  'Iodine, arsenic and appetite',
  'iodine appetite arsenic',
  'seawed farming',
  'kelp qzxvw',
  '"kelp of the plate"',
  'The Edible Shore: A History of Seaweeds as Food by Lindqvarn in some year or other',
  'food history kelp dulse island evidence',
  'TX 1',
  '10.5555/s1.2023.101',
  'evidence review',
];

describe('one search, two engines', () => {
  it.each(QUERIES)('%j: the same in every sort', async (q) => {
    for (const sort of SORTS) {
      const [a, b] = await both({ ...NEW_SEARCH, q, sort });
      expect(b, sort).toEqual(a);
    }
  });
  it('any words with any conditions, at any place in the list', async () => {
    const campuses = world.service.library.campuses.map((c) => c.id as string);
    const request = anySearch(records, QUERIES, campuses);
    await fc.assert(
      fc.asyncProperty(request, fc.constantFrom(0, 0, 10, 40), async (r, offset) => {
        const [a, b] = await both(r, offset);
        expect(b).toEqual(a);
      }),
      { numRuns: 120 },
    );
  });
  it('all values of every group, narrowed and not', async () => {
    for (const group of GROUPS)
      for (const contains of ['', 'fo', 'island nut']) {
        const asking = asked({ ...NEW_SEARCH, q: 'food' });
        const [a, b] = await Promise.all(
          [embedded, plain].map((d) => d.values(asking, moment(), group, contains)),
        );
        // Values of which none is more frequent come in the engine's own order.
        expect(b?.distinct, group).toBe(a?.distinct);
        expect(new Set(b?.values), group).toEqual(new Set(a?.values));
      }
  });
});

describe('one library, two engines', () => {
  it('every record with its relations, in every way to read it', async () => {
    for (const { id } of records.slice(0, 200)) {
      expect(await plain.record(id), id).toEqual(await embedded.record(id));
      expect(await plain.ways(id, moment(), '2026-11-10'), id).toEqual(
        await embedded.ways(id, moment(), '2026-11-10'),
      );
    }
    expect(await plain.record('no-such-record')).toBeNull();
  });
  it('references mean the same records', async () => {
    const items = records
      .filter((r) => r.kind === 'research-article' || r.kind === 'book')
      .slice(0, 40)
      .flatMap(({ csl: { id: _, abstract: __, ...csl } }) => {
        const { DOI: ___, ISBN: ____, ...bare } = csl;
        return [csl, bare, { ...bare, title: bare.title.split(' ').slice(0, 4).join(' ') }];
      });
    expect(await plain.resolve(items, moment(), '')).toEqual(await embedded.resolve(items, moment(), ''));
  });
  it('what is typed is completed alike, and words are corrected alike', async () => {
    for (const typed of ['k', 'the ed', 'annals', 'lindq', 'food s', 'zzz', ''])
      expect(await plain.suggest(typed), typed).toEqual(await embedded.suggest(typed));
    const [a, b] = engines;
    for (const word of ['seawed', 'iodin', 'histroy', 'kelpp', 'abc', 'lindkvarn'])
      expect(await b.spellings(word, 6), word).toEqual(await a.spellings(word, 6));
  });
  it('journals, with how many articles there are of each', async () => {
    for (const q of ['', 'food', 'island nutrition'])
      expect(await plain.journals(q, 'quayside', 20)).toEqual(await embedded.journals(q, 'quayside', 20));
  });
});
