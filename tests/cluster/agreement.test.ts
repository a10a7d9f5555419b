/** The distributed engine beside the embedded one: the same is found, and counted to the last record. */
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { Discovery } from '../../src/core/discovery/discovery';
import type { EngineAnswer, EngineConditions } from '../../src/core/engine/port/engine';
import { creators, fullName } from '../../src/core/model/describe';
import type { DiscoveryRecord } from '../../src/core/model/record';
import { type Minutes, parseLocal } from '../../src/core/model/time';
import { GROUPS, NEW_SEARCH, type SearchRequest } from '../../src/core/query/request';
import { fold, words } from '../../src/core/words/fold';
import { anySearch } from '../fixtures/anySearch';
import { narrows } from '../fixtures/narrowing';
import { asked, itemsAsTheyCame, moment } from '../fixtures/world';
import { bothOf, queryOf } from './cluster';

const both = bothOf('agree', 1200, { shards: 2 });
const AT = parseLocal(moment().at) as Minutes;
let records: readonly DiscoveryRecord[];
beforeAll(async () => {
  records = (await itemsAsTheyCame(both.world.service)).map((i) => i.record);
}, 60_000);

const QUERIES = [
  '',
  'food',
  'history of food',
  'the sea',
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
  'kelp NEAR3 food',
  'vitamin A',
  'year:2010-2015',
  'small-scale',
  '"kelp of the plate"',
  '"food hist*"',
  'TX 1',
  'isbn:978*',
  'lang:de',
  'constructor prototype',
  '__proto__',
  '(food OR sea) title:history -"local food"',
];
/** All but the lines, which each engine orders by its own weights. */
const counts = ({ slice: _, ...answer }: EngineAnswer) => answer;
const EVERYTHING: EngineConditions = { ...queryOf(NEW_SEARCH) };

function requests(): fc.Arbitrary<SearchRequest> {
  const titles = records.slice(0, 200).map((r) => words(r.csl.title).slice(0, 2).join(' '));
  const campuses = both.world.service.library.campuses.map((c) => c.id as string);
  return anySearch(records, [...QUERIES, ...titles], campuses).map((r) => ({ ...r, exact: true }));
}

/** Of several records that are equal to a list, each engine has another first. */
const alike = <T extends { readonly id?: string | null }>(rows: readonly T[]) =>
  rows.map(({ id: _, ...row }) => row);

describe('one question, two engines', () => {
  it('any words with any conditions: totals and all counts', async () => {
    await fc.assert(
      fc.asyncProperty(requests(), async (r) => {
        const q = queryOf(r);
        expect(counts(await both.engine.search(q))).toEqual(counts(await both.embedded.search(q)));
      }),
      { numRuns: 60 },
    );
  }, 120_000);
  it('the closest titles are the same ones', async () => {
    for (const list of [
      ['iodine', 'arsenic', 'appetite'],
      ['edible', 'shore', 'seaweeds', 'food', 'lindqvarn'],
      ['qzxvw', 'kelp'],
      ['of', 'the'],
    ]) {
      const q = { ...queryOf(NEW_SEARCH), tree: { op: 'closest' as const, words: list } };
      const [a, b] = [await both.embedded.search(q), await both.engine.search(q)];
      expect(counts(b), list.join(' ')).toEqual(counts(a));
      const title = (id: string | undefined) => records.find((r) => r.id === id)?.csl.title;
      if (list.length > 2) expect(title(b.slice[0]?.id)).toBe(title(a.slice[0]?.id));
    }
  });
  it('counts of trees, with and without conditions; where words stand', async () => {
    const trees = QUERIES.map((q) => asked({ ...NEW_SEARCH, q, exact: true }).query.tree);
    for (const m of [null, EVERYTHING])
      expect(await both.engine.matching(trees, m)).toEqual(await both.embedded.matching(trees, m));
    const narrow: EngineConditions = { ...EVERYTHING, reach: 'online', keep: { kind: ['book'] }, from: 1990 };
    expect(await both.engine.passing(trees, narrow)).toEqual(await both.embedded.passing(trees, narrow));
    const q = {
      ...queryOf({ ...NEW_SEARCH, q: 'kelp food' }),
      explain: [
        { text: 'kelp', prefix: false },
        { text: 'fo', prefix: true },
      ],
    };
    const why = new Map((await both.embedded.search({ ...q, limit: 100 })).slice.map((l) => [l.id, l]));
    for (const line of (await both.engine.search(q)).slice) {
      expect(line.why, line.id).toEqual(why.get(line.id)?.why);
      expect(line.editions, line.id).toBe(why.get(line.id)?.editions);
    }
  });
  it('all values of every group, narrowed and not', async () => {
    const q = queryOf({ ...NEW_SEARCH, q: 'food' });
    for (const group of GROUPS)
      for (const contains of ['', 'fo', 'island nut']) {
        const [a, b] = await Promise.all(
          [both.embedded, both.engine].map((e) => e.values(q, group, contains, 500)),
        );
        expect(b, group).toEqual(a);
      }
  });
  it('what was asked for by its title stands first as often', async () => {
    const known = records.filter((_, i) => i % 25 === 0);
    let [first, here] = [0, 0];
    for (const r of known) {
      const q = {
        ...queryOf({ ...NEW_SEARCH, q: `"${words(r.csl.title).join(' ')}"`, exact: true }),
        limit: 1,
      };
      const isIt = (line: { id: string; versions: readonly string[] } | undefined): number =>
        line?.id === r.id || line?.versions.includes(r.id) ? 1 : 0;
      first += isIt((await both.embedded.search(q)).slice[0]);
      here += isIt((await both.engine.search(q)).slice[0]);
    }
    expect((first - here) / known.length).toBeLessThanOrEqual(0.01);
  }, 60_000);
});

describe('one library, two engines', () => {
  it('records, in their order and by id, and how they hang together', async () => {
    const came = await both.engine.inOrder(0, 3000);
    expect(came.map((r) => r.id).toSorted()).toEqual(records.map((r) => r.id as string).toSorted());
    expect(await both.engine.inOrder(1190, 50)).toHaveLength(10);
    expect(await both.engine.records(['no-such', records[3]?.id as string])).toEqual([null, records[3]]);
    for (const { id } of records.slice(0, 60)) {
      const [a, b] = await Promise.all([both.embedded, both.engine].map((e) => e.relations(id, 50)));
      expect(b?.work.toSorted(), id).toEqual(a?.work.toSorted());
      expect(b?.cites.toSorted(), id).toEqual(a?.cites.toSorted());
      expect(b?.citedBy.toSorted(), id).toEqual(a?.citedBy.toSorted());
    }
    expect(await both.engine.relations('no-such', 5)).toBeNull();
  });
  it('what hangs together by citations', async () => {
    const tied = records.filter((r) => (r.references?.length ?? 0) > 1).slice(0, 25);
    for (const { id } of tied) {
      const asking = { id, most: 200, without: null, at: AT };
      const [a, b] = await Promise.all([both.embedded, both.engine].map((e) => e.akin(asking)));
      const by = (list: readonly { id: string; n: number }[] | undefined) =>
        new Map(list?.map((x) => [x.id, x.n]));
      expect(by(b?.sharing), id).toEqual(by(a?.sharing));
      expect(by(b?.together), id).toEqual(by(a?.together));
    }
    expect(await both.engine.akin({ id: 'no-such', most: 5, without: null, at: AT })).toBeNull();
  });
  it('what is typed is completed alike, and words are corrected alike', async () => {
    for (const typed of ['k', 'the ed', 'annals', 'lindq', 'food s', 'zzz', '', '.*'])
      expect(alike(await both.engine.suggest(typed, 4)), typed).toEqual(
        alike(await both.embedded.suggest(typed, 4)),
      );
    for (const word of ['seawed', 'iodin', 'histroy', 'kelpp', 'abc', 'lindkvarn']) {
      const [near, all] = [await both.embedded.spellings(word, 6), await both.engine.spellings(word, 60)];
      // Every word at that distance there, those with a form in common here.
      expect(all[0]?.word, word).toBe(near[0]?.word);
      for (const { word: w, distance } of near)
        expect(all, word).toContainEqual(expect.objectContaining({ word: w, distance }));
    }
  });
  it('names, journals and how often words stand', async () => {
    const people = records
      .flatMap((r) => creators(r.csl).names.map(fullName))
      .slice(0, 20)
      .map((n) => words(fold(n)));
    for (const name of [...people, ['lindqvarn', 'nobody'], ['qzx']])
      expect(await both.engine.isName(name), name.join(' ')).toBe(await both.embedded.isName(name));
    const keys = ['annals of island nutrition', 'no such journal', ''];
    expect(await both.engine.containers(keys)).toEqual(await both.embedded.containers(keys));
    const list = ['kelp', 'food', 'qzxvw'].map((text) => ({ text, prefix: false }));
    const [a, b] = await Promise.all([both.embedded, both.engine].map((e) => e.frequencies(list)));
    // An upper bound there, where a word has forms in several languages.
    b?.forEach((n, i) => {
      expect(n).toBeLessThanOrEqual(a?.[i] as number);
    });
    expect(b?.[2]).toBe(0);
  });
  it('lists and shelves are walked through alike', async () => {
    for (const list of ['people', 'titles', 'subjects', 'journals'] as const) {
      expect(await both.engine.initials(list), list).toEqual(await both.embedded.initials(list));
      for (const from of ['', 'F', 'lindqvarn', 'The Edible Shore', 'zzzz', 'o']) {
        const piece = { list, from, before: 5, after: 12, at: AT };
        const [a, b] = await Promise.all([both.embedded, both.engine].map((e) => e.browse(piece)));
        expect(b && { ...b, rows: alike(b.rows) }, `${list} from ${from}`).toEqual(
          a && { ...a, rows: alike(a.rows) },
        );
      }
    }
    const [a, b] = await Promise.all(
      [both.embedded, both.engine].map((e) =>
        e.browse({ list: 'new', from: '2026-10-20', before: 4, after: 9, at: AT }),
      ),
    );
    expect(b?.rows.map((r) => r.text)).toEqual(a?.rows.map((r) => r.text));
    expect(b?.more).toEqual(a?.more);
    const shelved = records.filter((r) => r.copies?.length);
    const tree = asked({ ...NEW_SEARCH, q: 'food OR history OR kelp', exact: true }).query.tree;
    for (const r of shelved.slice(0, 6))
      for (const campus of [null, r.copies?.[0]?.campus as string])
        for (const [callNumber, id] of [
          [r.copies?.[0]?.callNumber as string, r.id as string],
          // Such a number there is not: whatever stands behind it.
          [`${r.copies?.[0]?.callNumber as string} Z9`, null],
        ] as const) {
          const asking = { callNumber, id, campus, before: 6, after: 9, at: AT, tree };
          const [x, y] = await Promise.all([both.embedded, both.engine].map((e) => e.shelf(asking)));
          const said = (p: typeof x) => p?.places.map((s) => [s.callNumber, s.fits]);
          // Under one number, the records stand in each engine's own order.
          const sorted = (p: typeof x) => said(p)?.map(String).toSorted();
          expect(sorted(y), callNumber).toEqual(sorted(x));
          expect([y?.at, y?.more], callNumber).toEqual([x?.at, x?.more]);
          for (const side of ['before', 'after'] as const)
            expect(y?.next[side]?.callNumber, `${callNumber} ${side}`).toBe(x?.next[side]?.callNumber);
          if (id) expect(y?.places[y.at]?.id).toBe(id);
        }
  });
});

narrows(
  'distributed',
  async () => ({
    discovery: new Discovery(both.engine, both.world.service.file),
    items: await itemsAsTheyCame(both.world.service),
  }),
  4,
);
