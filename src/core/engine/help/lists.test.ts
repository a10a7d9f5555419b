import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { PlainEngine } from '../../../../tests/fixtures/plainEngine';
import { itemsAsTheyCame, worldOf } from '../../../../tests/fixtures/world';
import type { Copy, DiscoveryRecord } from '../../model/record';
import { type Minutes, parseLocal } from '../../model/time';
import { alphabetOf, bareLetter, filedName, filedTitle } from '../../words/filing';
import { EmbeddedSearch } from '../embedded';
import { BROWSE_LISTS, type BrowseAsked, type SearchEngine, type ShelfAsked } from '../port/engine';
import { akinTo, citationsIn } from './akin';

const world = worldOf(700);
const AT = parseLocal('2026-11-02T09:10') as Minutes;
let records: readonly DiscoveryRecord[];
let engines: readonly [SearchEngine, SearchEngine];
beforeAll(async () => {
  const { service } = world;
  const items = await itemsAsTheyCame(service);
  records = items.map((i) => i.record);
  engines = [
    new EmbeddedSearch(service.engine, (doc) => service.recordAt(doc)),
    new PlainEngine(items, service.library),
  ];
});

describe('lists, by two engines', () => {
  it('give the same rows from any beginning, at any time', async () => {
    const beginning = fc.oneof(
      fc.constantFrom('', 'a', 'Z', 'the sea', 'SEA', 'é', '“', '2026-10-30', '2025-01-01', 'zzzz', 'ø'),
      fc.nat(9999).map((n) => {
        const r = records[n % records.length] as DiscoveryRecord;
        return [r.csl.title, r.subjects[0], r.id, r.csl.author?.[0]?.family, r.added][n % 5] ?? r.csl.title;
      }),
    );
    const asked: fc.Arbitrary<BrowseAsked> = fc.record({
      list: fc.constantFrom(...BROWSE_LISTS),
      from: beginning,
      before: fc.nat(12),
      after: fc.nat(12),
      at: fc.constantFrom(
        AT,
        parseLocal('2026-10-20T08:00') as Minutes,
        parseLocal('2027-03-01T08:00') as Minutes,
      ),
    });
    await fc.assert(
      fc.asyncProperty(asked, async (a) => {
        expect(await engines[0].browse(a)).toEqual(await engines[1].browse(a));
      }),
      { numRuns: 200 },
    );
  });
  it('walk without end: every row once, down as up, in the order of the alphabet', async () => {
    for (const list of BROWSE_LISTS) {
      const all = await engines[0].browse({ list, from: '', before: 0, after: 5000, at: AT });
      expect(all.more).toEqual({ before: false, after: false });
      const walked: string[] = [];
      const key = (r: (typeof all.rows)[number]): string => (list === 'new' ? (r.id as string) : r.text);
      for (let from = ''; ; ) {
        const piece = await engines[0].browse({ list, from, before: 0, after: 40, at: AT });
        walked.push(...piece.rows.slice(from ? 1 : 0).map(key));
        if (!piece.more.after) break;
        from = key(piece.rows.at(-1) as (typeof all.rows)[number]);
      }
      expect(walked).toEqual(all.rows.map(key));
      const back = await engines[0].browse({
        list,
        from: walked.at(-1) as string,
        before: 7,
        after: 1,
        at: AT,
      });
      expect(back.rows.map(key)).toEqual(walked.slice(-8));
    }
    const { rows } = await engines[0].browse({ list: 'subjects', from: '', before: 0, after: 5000, at: AT });
    const { compare } = alphabetOf('en');
    rows.slice(1).forEach((r, i) => {
      expect(compare(filedName(rows[i]?.text ?? ''), filedName(r.text))).toBeLessThanOrEqual(0);
    });
    expect(rows.reduce((sum, r) => sum + r.count, 0)).toBe(
      records
        .filter((r) => (r.added ?? '') <= '2026-11-02')
        .reduce((n, r) => n + new Set(r.subjects).size, 0),
    );
  });
});

it('their letters, by two engines', async () => {
  for (const list of BROWSE_LISTS) {
    const letters = await engines[0].initials(list);
    expect(letters).toEqual(await engines[1].initials(list));
    expect(letters.length).toBeGreaterThan(list === 'new' ? -1 : 5);
  }
});

describe('the shelf, by two engines', () => {
  it('has the same neighbours at any place, along any campus, with what is looked for', async () => {
    const held = records.filter((r) => r.copies?.length);
    const asked: fc.Arbitrary<ShelfAsked> = fc
      .record({
        n: fc.nat(9999),
        own: fc.boolean(),
        number: fc.option(fc.constantFrom('QK 569 .A4', '641.3 HAR', '', 'zzz', 'Ω', 'TX', '99999')),
        campus: fc.option(fc.constantFrom('quayside', 'fellgate', 'saltmarsh', 'nowhere')),
        before: fc.nat(15),
        after: fc.nat(15),
        word: fc.option(fc.constantFrom('food', 'history', 'qzxv')),
        at: fc.constantFrom(AT, parseLocal('2026-10-20T08:00') as Minutes),
      })
      .map(({ n, own, number, word, ...rest }) => {
        const r = held[n % held.length] as DiscoveryRecord;
        return {
          ...rest,
          id: own ? r.id : null,
          callNumber: number ?? (r.copies?.[0]?.callNumber as string),
          tree: word === null ? null : { op: 'word', text: word },
        };
      });
    await fc.assert(
      fc.asyncProperty(asked, async (a) => {
        expect(await engines[0].shelf(a)).toEqual(await engines[1].shelf(a));
      }),
      { numRuns: 200 },
    );
  });
  it('puts the copy asked for in the middle, and goes on from its ends', async () => {
    const r = records.find((x) => x.copies?.length) as DiscoveryRecord;
    const [{ campus, callNumber }] = r.copies as unknown as [Copy];
    const ask = (id: string | null, number: string, before: number, after: number) =>
      engines[0].shelf({ callNumber: number, id, campus, before, after, at: AT, tree: null });
    const piece = await ask(r.id, callNumber, 5, 5);
    expect(piece.places[piece.at]).toMatchObject({ id: r.id, callNumber, campus });
    const last = piece.places.at(-1) as (typeof piece.places)[number];
    const on = await ask(last.id, last.callNumber, 5, 3);
    expect(on.places.slice(0, 6)).toEqual(piece.places.slice(-6));
  });
});

it('files titles without their article, quotation marks and brackets', () => {
  expect(filedTitle('The Edible Shore', 'en')).toBe('Edible Shore');
  expect(filedTitle('Die Küste', 'de')).toBe('Küste');
  expect(filedTitle('Die Another Day', 'en')).toBe('Die Another Day');
  expect(filedTitle("L'estuaire", 'fr')).toBe('estuaire');
  expect(filedTitle('«[The] Shore»', 'en')).toBe('The] Shore»');
  expect(filedTitle('The', 'en')).toBe('The');
  const names = ['Berg, Anna', 'Berg Dahl, Anna', 'Berg-Dahl, Anna', 'Bergen, A.'];
  expect([...names].reverse().sort((a, b) => alphabetOf('en').compare(filedName(a), filedName(b)))).toEqual(
    names,
  );
  const { compare, compareLetters } = alphabetOf('sv');
  expect(['ö', 'z', 'å', 'a', 'ä'].sort(compare)).toEqual(['a', 'z', 'å', 'ä', 'ö']);
  expect(['ö', 'z', 'a'].sort(alphabetOf('de').compare)).toEqual(['a', 'ö', 'z']);
  expect(compareLetters('SEA', 'sea')).toBe(0);
  expect(['de', 'sv'].map((l) => bareLetter('Ö', alphabetOf(l)))).toEqual(['O', 'Ö']);
  expect(['Newark', 'New Harbour'].sort(alphabetOf('no such language').compare)).toEqual([
    'New Harbour',
    'Newark',
  ]);
});

it('what hangs together by citations, by two engines, with a reference taken away', async () => {
  const cited = new Set<string>(records.flatMap((r) => r.references ?? []));
  const tied = records.filter((r) => (r.references?.length ?? 0) > 1 || cited.has(r.id));
  expect(tied.length).toBeGreaterThan(5);
  for (const r of tied.slice(0, 120))
    for (const without of [null, r.references?.[0] ?? null]) {
      const asked = { id: r.id as string, most: 9, without, at: AT };
      const [a, b] = await Promise.all(engines.map((e) => e.akin(asked)));
      expect(a, r.id).toEqual(b);
      expect(a?.together.some((x) => x.id === r.id)).toBe(false);
    }
  expect(await engines[0].akin({ id: 'nothing', most: 3, without: null, at: AT })).toBeNull();
});

it('finds by citations what looking at every pair finds', () => {
  const graph = fc
    .integer({ min: 2, max: 14 })
    .chain((n) =>
      fc.tuple(
        fc.array(fc.uniqueArray(fc.nat(n - 1), { maxLength: 6 }), { minLength: n, maxLength: n }),
        fc.nat(n - 1),
        fc.option(fc.nat(n - 1)),
      ),
    );
  const flat = (lists: readonly (readonly number[])[]) => {
    const start = Uint32Array.from([0, ...lists.map((_, i) => lists.slice(0, i + 1).flat().length)]);
    return { start, values: Uint32Array.from(lists.flat()) };
  };
  fc.assert(
    fc.property(graph, ([all, doc, without]) => {
      const lists = all.map((list, d) => list.filter((x) => x !== d));
      const citing = lists.map((_, x) => lists.flatMap((list, d) => (list.includes(x) ? [d] : [])));
      const [a, b] = [flat(lists), flat(citing)];
      const data = { citeStart: a.start, cite: a.values, citedStart: b.start, cited: b.values };
      const found = akinTo(citationsIn(data), doc, {
        without,
        most: 99,
        fits: (d) => d !== doc,
        compare: (x, y) => x - y,
      });
      const own = (lists[doc] ?? []).filter((x) => x !== without);
      const shared = lists.map((list) => list.filter((x) => own.includes(x)).length);
      expect(new Map(found.sharing.map((f) => [f.doc, f.n]))).toEqual(
        new Map([...shared.entries()].filter(([d, n]) => d !== doc && n > 0)),
      );
      const beside = lists.map((_, y) => (citing[doc] ?? []).filter((c) => lists[c]?.includes(y)).length);
      for (const { doc: y, n } of found.together) expect(n, `${y}`).toBe(beside[y]);
      for (const [y, n] of beside.entries())
        if (n > 0 && y !== doc) expect(found.together.some((f) => f.doc === y)).toBe(true);
    }),
  );
});
