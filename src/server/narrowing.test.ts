/**
 * Any words with any conditions, against looking through every record: what is found, what each value counts,
 * what a condition costs.
 */
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { asked, moment, openWorld } from '../../tests/fixtures/world';
import { optionsFor } from '../core/access/options';
import { soonestWay } from '../core/access/ways';
import { fullName } from '../core/model/describe';
import { peerReviewOf } from '../core/model/peerReview';
import { yearOfRecord } from '../core/model/record';
import { type Minutes, parseLocal } from '../core/model/time';
import { type Choices, type Group, NEW_SEARCH, type SearchRequest, SORTS } from '../core/query/request';
import { termOf, termsFor } from '../core/words/analysis';
import { fieldTexts } from '../core/words/fieldTexts';
import { words } from '../core/words/fold';

const COUNT = 1500;
/** The groups whose values can be read off a record, or worked out of it by the exact ways. */
const CHECKED = [
  'kind',
  'language',
  'peer',
  'carrier',
  'audience',
  'source',
  'place',
  'journal',
  'subject',
  'person',
  'wait',
] as const;
type Checked = (typeof CHECKED)[number];
interface Known {
  readonly id: string;
  readonly year: number | null;
  readonly terms: ReadonlySet<string>;
  readonly values: Readonly<Record<Checked, readonly string[]>>;
}
let world: ReturnType<typeof openWorld>;
let present: Known[];

beforeAll(async () => {
  world = openWorld(COUNT);
  const { service } = world;
  const { situation, at } = moment();
  const items = await Promise.all(Array.from({ length: COUNT }, (_, doc) => service.itemAt(doc)));
  present = items.flatMap((item): Known[] => {
    const { record: r } = item;
    if (r.added) return [];
    const there = optionsFor(item, service.library).flatMap((o) =>
      o.type === 'copy' || o.type === 'scan' ? [o.campus.id as string] : [],
    );
    const names = [...(r.csl.author ?? []), ...(r.csl.editor ?? [])].map(fullName);
    const some = (v: string | undefined): string[] => (v ? [v] : []);
    return [
      {
        id: r.id,
        year: yearOfRecord(r.csl),
        terms: new Set(
          fieldTexts(r).flatMap((values) =>
            values.flatMap(({ text, language }) => words(text).map((w) => termOf(w, language))),
          ),
        ),
        values: {
          kind: [r.kind],
          language: r.languages.slice(0, 1),
          peer: [peerReviewOf(r, item.journal).status],
          carrier: [r.carrier],
          audience: some(r.audience),
          source: [r.source],
          place: [...new Set(there)],
          journal: some(r.csl['container-title']),
          subject: [...new Set(r.subjects)],
          person: [...new Set(names)],
          wait: [
            soonestWay(item, { library: service.library, situation, at: parseLocal(at) as Minutes }).wait
              .class,
          ],
        },
      },
    ];
  });
}, 60_000);
afterAll(() => world.close());

const hasWord = (known: Known, word: string): boolean =>
  words(word).every((w) => termsFor(w).some((t) => known.terms.has(t)));
/** The conditions that a record breaks. */
function broken(known: Known, { keep, drop, from, to }: SearchRequest): (Checked | 'years')[] {
  const out: (Checked | 'years')[] = CHECKED.filter((g) => {
    const own = known.values[g];
    const [kept, dropped] = [keep[g] ?? [], drop[g] ?? []];
    return (kept.length > 0 && !own.some((v) => kept.includes(v))) || own.some((v) => dropped.includes(v));
  });
  const { year } = known;
  if ((from !== null || to !== null) && !(year !== null && year >= (from ?? year) && year <= (to ?? year)))
    out.push('years');
  return out;
}

/** Choices among what occurs, frequent or not, in one to three groups. */
const choices: fc.Arbitrary<Choices> = fc
  .array(fc.tuple(fc.constantFrom(...CHECKED), fc.array(fc.nat(9_999), { minLength: 1, maxLength: 3 })), {
    maxLength: 3,
  })
  .map((made) =>
    Object.fromEntries(
      made.map(([g, picks]): [Group, readonly string[]] => {
        const all = present.flatMap((k) => k.values[g]);
        return [g, [...new Set(picks.map((n) => all[(n * 7919) % all.length] as string))]];
      }),
    ),
  );
const request = (): fc.Arbitrary<SearchRequest> =>
  fc
    .record({
      q: fc.constantFrom(
        '',
        '',
        'history',
        'evidence',
        'local',
        'food',
        'kelp',
        'review data',
        'theory OR policy',
      ),
      keep: choices,
      drop: choices,
      from: fc.option(fc.integer({ min: 1950, max: 2026 }), { freq: 2 }),
      span: fc.option(fc.nat(40), { freq: 2 }),
      sort: fc.constantFrom(...SORTS),
    })
    .map(({ span, ...r }) => ({
      ...NEW_SEARCH,
      ...r,
      exact: true,
      to: span === null ? null : (r.from ?? 1980) + span,
    }));

describe('any words with any conditions', () => {
  it('find, count and cost what looking through every record says', async () => {
    await fc.assert(
      fc.asyncProperty(request(), async (r) => {
        const answer = await world.service.search(asked(r), moment(), { offset: 0, limit: 100 });
        const parts = r.q.split(' OR ').map((p) => p.split(' ').filter(Boolean));
        const matching = present
          .filter((k) => parts.some((p) => p.every((w) => hasWord(k, w))))
          .map((k) => ({ k, broken: broken(k, r) }));
        const passing = matching.filter((m) => m.broken.length === 0);
        expect(answer.total).toBe(passing.length);
        const breaking = (g: string) => matching.filter((m) => m.broken.length === 1 && m.broken[0] === g);
        for (const g of CHECKED) {
          const counts = new Map<string, number>();
          for (const { k } of [...passing, ...breaking(g)])
            for (const v of k.values[g]) counts.set(v, (counts.get(v) ?? 0) + 1);
          for (const { value, count } of answer.breakdown[g])
            expect([g, value, count]).toEqual([g, value, counts.get(value) ?? 0]);
          // What is not shown is no more frequent than what is.
          const shown = new Set(answer.breakdown[g].map((v) => v.value));
          const chosen = new Set([...(r.keep[g] ?? []), ...(r.drop[g] ?? [])]);
          const least = Math.min(
            ...answer.breakdown[g].filter((v) => !chosen.has(v.value)).map((v) => v.count),
          );
          for (const [value, count] of counts)
            if (!shown.has(value)) expect([value, count <= least]).toEqual([value, true]);
        }
        for (const [c, cost] of Object.entries(answer.cost))
          expect([c, cost]).toEqual([c, breaking(c).length]);
        const years = new Map<number, number>();
        for (const { k } of [...passing, ...breaking('years')])
          if (k.year !== null) years.set(k.year, (years.get(k.year) ?? 0) + 1);
        expect(answer.years).toEqual([...years].sort(([a], [b]) => a - b));
      }),
      { numRuns: 150 },
    );
  }, 60_000);

  it('list every record that passes once, as a line or behind one, in the order asked', async () => {
    await fc.assert(
      fc.asyncProperty(request(), async (r) => {
        const lines = [];
        for (let offset = 0; ; offset += 100) {
          const { hits, lines: all } = await world.service.search(asked(r), moment(), { offset, limit: 100 });
          lines.push(...hits);
          if (lines.length >= all || hits.length === 0) {
            expect(lines).toHaveLength(all);
            break;
          }
          if (offset >= 300) return;
        }
        const parts = r.q.split(' OR ').map((p) => p.split(' ').filter(Boolean));
        const passing = present.filter(
          (k) => parts.some((p) => p.every((w) => hasWord(k, w))) && broken(k, r).length === 0,
        );
        const listed = lines.flatMap((h) => [h.id, ...h.versions.map((v) => v.id)]);
        expect(listed.toSorted()).toEqual(passing.map((k) => k.id).toSorted());
        const yearOf = new Map(passing.map((k) => [k.id, k.year ?? -1]));
        const years = lines.map((h) => yearOf.get(h.id) as number);
        if (r.sort === 'newest') expect(years).toEqual(years.toSorted((a, b) => b - a));
        if (r.sort === 'oldest') {
          const known = years.filter((y) => y >= 0);
          expect(years).toEqual([...known.toSorted((a, b) => a - b), ...years.filter((y) => y < 0)]);
        }
      }),
      { numRuns: 40 },
    );
  }, 60_000);
});
