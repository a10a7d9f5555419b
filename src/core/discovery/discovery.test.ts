import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PlainEngine } from '../../../tests/fixtures/plainEngine';
import { asked, itemsAsTheyCame, moment, openWorld } from '../../../tests/fixtures/world';
import { DISCIPLINES } from '../../demo/vocabulary/disciplines';
import { inWords } from '../../words/inWords';
import { peerReviewOf } from '../model/peerReview';
import type { DiscoveryRecord } from '../model/record';
import { parseDay } from '../model/time';
import { WAIT_CLASSES, type WaitClass } from '../model/waits';
import { NEW_SEARCH, type SearchRequest } from '../query/request';
import { termOf, termsFor } from '../words/analysis';
import { fieldTexts } from '../words/fieldTexts';
import { fold, words } from '../words/fold';
import { Discovery } from './discovery';
import '../../words/spoken';

const COUNT = 1800;
let world: ReturnType<typeof openWorld>;
let records: DiscoveryRecord[];
/** Those that are in the index on the demo's first day. */
let present: DiscoveryRecord[];
/** The same service over the embedded engine and over one that looks at every record. */
const SERVICES = ['embedded', 'plain'] as const;
let services: Record<(typeof SERVICES)[number], Discovery>;
let discovery: Discovery;
beforeAll(async () => {
  world = openWorld(COUNT);
  const { service } = world;
  records = Array.from({ length: COUNT }, (_, i) => service.recordAt(i));
  present = records.filter((r) => !r.added);
  const items = await itemsAsTheyCame(service);
  services = {
    embedded: service,
    plain: new Discovery(new PlainEngine(items, service.library), service.file),
  };
});
afterAll(() => world.close());

const all = { ...NEW_SEARCH, drop: {} };
const search = (more: Partial<SearchRequest>, limit = 25, offset = 0) =>
  discovery.search(asked({ ...all, ...more }), moment(), { offset, limit });
/**
 * The slow and obvious way: in each word's own language, does one of the wanted stems stand in the record's
 * text?
 */
const has = (r: DiscoveryRecord, word: string): boolean => {
  const wanted = new Set(words(word).flatMap(termsFor));
  return fieldTexts(r).some((values) =>
    values.some(({ text, language }) => words(text).some((w) => wanted.has(termOf(w, language)))),
  );
};

describe.each(SERVICES)('over the %s engine', (name) => {
  // The plain engine looks at every record for every question: a quarter of them is enough there.
  const few = (n: number): number => (name === 'plain' ? Math.ceil(n / 4) : n);
  beforeAll(() => {
    discovery = services[name];
  });

  describe('the line of a work', () => {
    it('is that of the version to be had soonest, in the same language, wherever the order leaves it open', async () => {
      const rank = (hit: { wait: { class: WaitClass } }) => WAIT_CLASSES.indexOf(hit.wait.class);
      const languageOf = (id: string) => records.find((r) => r.id === id)?.languages[0];
      let turned = 0;
      for (const q of ['', 'food', 'history', 'sea']) {
        const { hits } = await search({ q }, 100);
        const newest = await search({ q, sort: 'newest' }, 100);
        for (const hit of hits) {
          const own = languageOf(hit.id);
          for (const v of hit.versions)
            if (languageOf(v.id) === own)
              expect(WAIT_CLASSES.indexOf(v.class), `${hit.csl.title}: ${v.id}`).toBeGreaterThanOrEqual(
                rank(hit),
              );
          if (hit.soonest) turned++;
          expect(new Set([hit.id, ...hit.versions.map((v) => v.id)]).size).toBe(hit.versions.length + 1);
        }
        for (const hit of newest.hits) expect(hit.soonest).toBe(false);
      }
      expect(turned).toBeGreaterThan(0);
    });
    it('says of each word where it stands in the record that is shown', async () => {
      const { hits } = await search({ q: 'sea food' }, 100);
      for (const hit of hits)
        for (const { word, fields } of hit.why) {
          const r = records.find((x) => x.id === hit.id) as DiscoveryRecord;
          expect(fields.length > 0, `${word} in ${r.csl.title}`).toBe(has(r, word));
        }
    });
    it('names the language of what is a translation', async () => {
      const { hits } = await search({ q: '' }, 400);
      const others = hits.flatMap((h) =>
        h.versions.filter(
          (v) =>
            records.find((r) => r.id === v.id)?.languages[0] !==
            records.find((r) => r.id === h.id)?.languages[0],
        ),
      );
      expect(others.length).toBeGreaterThan(0);
      for (const v of others) expect(inWords(v.note)).toMatch(/ in [A-Z]/);
    });
  });

  describe('in another language of the library', () => {
    it('finds the same, and calls levels and ready answers as the library says in it', async () => {
      const german = discovery.in('de');
      expect(german).not.toBe(discovery);
      expect(discovery.in('de')).toBe(german);
      expect(discovery.in('xx')).toBe(discovery);
      const shelved = present.find((r) => r.copies?.some((c) => c.location === 'Level 2')) as DiscoveryRecord;
      const both = await Promise.all([discovery, german].map((d) => d.record(shelved.id)));
      const [own, said] = both.map((answer) => JSON.stringify(answer));
      expect(own).toContain('Level 2');
      expect(said).toContain('Ebene 2');
      expect(said).not.toContain('Level 2');
      const slice = { offset: 0, limit: 50 };
      const [here, there] = await Promise.all(
        [discovery, german].map((d) => d.search(asked({ ...all, q: 'sea' }), moment(), slice)),
      );
      expect(there?.hits.map((h) => h.id)).toEqual(here?.hits.map((h) => h.id));
      expect(there?.breakdown.place.map((v) => v.count)).toEqual(here?.breakdown.place.map((v) => v.count));
      // Nobody is told what it is called in languages that are not spoken.
      for (const d of [discovery, german])
        expect(
          JSON.stringify([await d.guidance(), d.library.words, await d.answers('', null, 50)]),
        ).not.toContain('inOther');
      // Other rules hold in every language.
      await discovery.setPolicy({ ...discovery.library.policy, version: 'other' });
      expect(discovery.in('de').library.policy.version).toBe('other');
      await discovery.setPolicy({ ...discovery.library.policy, version: '2026-11' });
    });
  });

  describe('broad and narrow', () => {
    const groups = ['journal', 'subject', 'person'] as const;
    it('the first values, counted value by value, are those of the whole list, counted record by record', async () => {
      const requests: Partial<SearchRequest>[] = [
        { q: '' },
        { q: 'history', from: 1990 },
        { q: '', keep: { wait: ['now'] }, drop: { kind: ['book'] } },
        { q: '', keep: { subject: [(await search({ q: '' })).breakdown.subject[2]?.value as string] } },
      ];
      for (const r of requests)
        for (const group of groups) {
          const first = (await search(r)).breakdown[group].map((v) => [v.value, v.count]);
          const whole = (await discovery.values(asked({ ...all, ...r }), moment(), group, '')).values;
          const chosen = r.keep?.[group] ?? [];
          const counts = new Map(whole.map((v) => [v.value, v.count]));
          for (const [value, count] of first)
            expect([value, counts.get(value as string)], `${JSON.stringify(r)} ${group}`).toEqual([
              value,
              count,
            ]);
          const floor = Math.min(
            ...first.filter(([v]) => !chosen.includes(v as string)).map(([, n]) => n as number),
          );
          expect(first.length).toBeGreaterThanOrEqual(Math.min(20, whole.length));
          for (const v of whole) if (v.count > floor) expect(first.map(([x]) => x)).toContain(v.value);
        }
    });
    it('says what a wider reach would add, and how long that would take', async () => {
      const near = await search({ q: 'food', reach: 'online' });
      for (const reach of ['shelves', 'partners', 'index'] as const) {
        const far = await search({ q: 'food', reach });
        const more = (c: string): number =>
          (far.waits.find((w) => w.class === c)?.count ?? 0) -
          (near.waits.find((w) => w.class === c)?.count ?? 0);
        const said = near.wider[reach];
        for (const [c, n] of Object.entries(said ?? {})) expect([reach, c, n]).toEqual([reach, c, more(c)]);
        expect(Object.values(said ?? {}).reduce((a, b) => a + b, 0)).toBe(far.total - near.total);
      }
      expect((await search({ q: 'food', reach: 'index' })).wider).toEqual({});
    });
  });

  describe('search', () => {
    it('finds what looking through every record finds', async () => {
      for (const q of ['kelp', 'history', 'food', 'evidence review', 'küste', 'Hallgrim iodine']) {
        const expected = present.filter((r) => q.split(' ').every((w) => has(r, w))).length;
        expect((await search({ q })).total, q).toBe(expected);
      }
    });
    it('a phrase stands together in that order', async () => {
      const found = await search({ q: '"food security"' }, 100);
      expect(found.total).toBeGreaterThan(10);
      const texts = (r: DiscoveryRecord) =>
        fieldTexts(r).flatMap((values) => values.map((v) => words(v.text).join(' ')));
      for (const hit of found.hits)
        expect(
          texts(records.find((r) => r.id === hit.id) as DiscoveryRecord).some((t) => /food secur/.test(t)),
          hit.id,
        ).toBe(true);
      expect((await search({ q: '"security food"', exact: true })).total).toBe(0);
    });
    it('OR, NOT and fields are sets', async () => {
      const [dulse, nori, both] = [
        (await search({ q: 'dulse' })).total,
        (await search({ q: 'nori' })).total,
        (await search({ q: 'dulse nori' })).total,
      ];
      expect((await search({ q: 'dulse OR nori' })).total).toBe(dulse + nori - both);
      expect((await search({ q: 'dulse -nori' })).total).toBe(dulse - both);
      expect(
        (await search({ q: 'by:Hallgrim' })).hits.every((h) =>
          h.csl.author?.some((a) => a.family === 'Hallgrim'),
        ),
      ).toBe(true);
      expect((await search({ q: 'title:iodine' })).total).toBeLessThan((await search({ q: 'iodine' })).total);
      expect((await search({ q: 'seaw*' })).total).toBeGreaterThanOrEqual(
        (await search({ q: 'seaweed' })).total,
      );
    });
    it('a whole title comes first', async () => {
      for (const r of records.slice(0, few(60))) {
        const first = (await search({ q: r.csl.title })).hits[0];
        expect(fold(first?.csl.title ?? ''), r.csl.title).toContain(fold(r.csl.title));
      }
    });
    it('finds by DOI, ISBN with hyphens, ISSN', async () => {
      expect((await search({ q: '10.5555/s1.2023.101' })).hits[0]?.csl.title).toMatch(/^Kelp on the plate/);
      const book = records.find((r) => r.csl.ISBN) as DiscoveryRecord;
      const isbn = book.csl.ISBN ?? '';
      expect(
        (await search({ q: `${isbn.slice(0, 3)}-${isbn.slice(3, 8)}-${isbn.slice(8)}` })).hits.map(
          (h) => h.id,
        ),
      ).toContain(book.id);
      expect((await search({ q: records[0]?.csl.ISSN ?? '' })).total).toBeGreaterThan(5);
    });
    it('words in no record are named', async () => {
      const answer = await search({ q: 'kelp qzxv', exact: true });
      expect([answer.total, answer.notes.map((n) => n.code)]).toEqual([0, ['unknown-word']]);
      expect(inWords(answer).notes[0]?.text).toContain('“qzxv”');
      const helped = await search({ q: 'kelp qzxv' });
      expect([helped.total, helped.notes.map((n) => n.code)]).toEqual([
        (await search({ q: 'kelp' })).total,
        ['without'],
      ]);
    });
    it('a heading’s name in another language finds what has the heading, and says so', async () => {
      const headings = DISCIPLINES.find((d) => d.name === 'Phycology')?.subjects ?? [];
      const { total } = await search({ q: headings.map((h) => `subject:"${h}"`).join(' OR ') });
      expect(total).toBeGreaterThan(0);
      for (const q of ['Algenkunde', 'phycologie', 'علم الطحالب']) {
        const found = await search({ q });
        expect([found.total, found.notes.map((n) => n.code)], q).toEqual([total, ['heading']]);
        expect(inWords(found).notes[0]?.text).toContain('“Phycology”');
        expect((await search({ q, exact: true })).total).toBe(0);
      }
    });
    it('nothing asked is everything', async () =>
      expect((await search({ q: '' })).total).toBe(present.length));
    it('only small words are searched after all', async () =>
      expect((await search({ q: 'the of' })).total).toBeGreaterThan(0));
  });

  describe('what comes in later', () => {
    const onDay = (day: string, more: Partial<SearchRequest> = {}) =>
      discovery.search(asked({ ...all, ...more }), moment(`${day}T09:00`), { offset: 0, limit: 100 });
    it('is not there before its day, and is what is new since', async () => {
      const came = (from: string, to: string) =>
        records.filter((r) => r.added && r.added > from && r.added <= to).map((r) => r.id);
      expect((await onDay('2026-11-20')).total).toBe(present.length + came('', '2026-11-20').length);
      const fresh = await onDay('2026-11-20', { since: parseDay('2026-11-10'), sort: 'added' });
      expect(came('2026-11-10', '2026-11-20').length).toBeGreaterThan(1);
      expect(fresh.hits.flatMap((h) => [h.id, ...h.versions.map((v) => v.id)]).sort()).toEqual(
        came('2026-11-10', '2026-11-20').sort(),
      );
      expect(fresh.breakdown.kind.reduce((n, v) => n + v.count, 0)).toBe(fresh.total);
    });
  });

  describe('counts', () => {
    const q = 'evidence';
    it('are over all results', async () => {
      const answer = await search({ q });
      const matching = present.filter((r) => has(r, q));
      for (const v of answer.breakdown.kind)
        expect(v.count, v.value).toBe(matching.filter((r) => r.kind === v.value).length);
      for (const v of answer.breakdown.subject)
        expect(v.count, v.value).toBe(matching.filter((r) => r.subjects.includes(v.value)).length);
      expect(answer.years.reduce((n, [, c]) => n + c, 0)).toBe(answer.total);
      expect(answer.waits.reduce((n, w) => n + w.count, 0)).toBe(answer.total);
      expect(answer.reach.index).toBe(answer.total);
    });
    it('disregard the choice made inside the same group, and keep those of others', async () => {
      const free = await search({ q });
      const books = await search({ q, keep: { kind: ['book'] } });
      expect(books.breakdown.kind).toEqual(free.breakdown.kind);
      expect(books.total).toBe(free.breakdown.kind.find((v) => v.value === 'book')?.count);
      const english = await search({ q, keep: { kind: ['book'], language: ['en'] } });
      expect(english.breakdown.kind.find((v) => v.value === 'chapter')?.count).toBe(
        (await search({ q, keep: { kind: ['chapter'], language: ['en'] } })).total,
      );
    });
    it('what a count says is what choosing it leaves', async () => {
      const free = await search({ q });
      for (const group of [
        'kind',
        'peer',
        'language',
        'subject',
        'journal',
        'person',
        'carrier',
        'place',
        'source',
        'audience',
        'wait',
      ] as const) {
        for (const v of free.breakdown[group].slice(0, few(4))) {
          expect((await search({ q, keep: { [group]: [v.value] } })).total, `${group} ${v.value}`).toBe(
            v.count,
          );
          expect(
            (await search({ q, drop: { [group]: [v.value] } })).total,
            `without ${group} ${v.value}`,
          ).toBe(free.total - v.count);
        }
      }
      expect((await search({ q, from: 2010, to: 2015 })).total).toBe(
        free.years.filter(([y]) => y >= 2010 && y <= 2015).reduce((n, [, c]) => n + c, 0),
      );
      for (const reach of ['online', 'shelves', 'partners', 'index'] as const)
        expect((await search({ q, reach })).total).toBe(free.reach[reach]);
    });
    it('a choice of a value that nothing has leaves nothing, without failing', async () =>
      expect((await search({ q, keep: { subject: ['No such heading'] } })).total).toBe(0));
  });

  describe('order and slices', () => {
    it('newest and oldest by year, soonest by wait', async () => {
      const years = async (sort: SearchRequest['sort']) =>
        (await search({ q: 'history', sort }, 60)).hits.map((h) => h.csl.issued?.['date-parts'][0][0] ?? 0);
      expect(await years('newest')).toEqual([...(await years('newest'))].sort((a, b) => b - a));
      expect(await years('oldest')).toEqual([...(await years('oldest'))].sort((a, b) => a - b));
      const dates = (await search({ q: 'history', sort: 'soonest' }, 100)).hits.map(
        (h) => h.wait.date ?? '9',
      );
      expect([...dates].sort()).toEqual(dates);
    });
    it('slices join without gap or repeat', async () => {
      const whole = (await search({ q: 'history' }, 50)).hits.map((h) => h.id);
      const parts = await Promise.all(
        [0, 20, 40].map((offset) => search({ q: 'history' }, offset === 40 ? 10 : 20, offset)),
      );
      expect(parts.flatMap((p) => p.hits.map((h) => h.id))).toEqual(whole);
    });
    it('counts what can be had by the day needed', async () => {
      const answer = await search({ q: 'history', needBy: 20762 as never }, 100);
      const own = await search({ q: 'history' }, 100);
      expect(answer.byNeed).toBeLessThanOrEqual(answer.total);
      expect(own.byNeed).toBeNull();
    });
  });

  describe('records', () => {
    it('a record brings its relations', async () => {
      const kelp = records.find((r) => r.csl.title.startsWith('Kelp on the plate')) as DiscoveryRecord;
      const answer = await discovery.record(kelp.id);
      expect(answer?.cites.map((c) => c.title)).toContain(
        'Salt, smoke, weed: preserving in the northern isles',
      );
      expect(answer?.citedBy.length).toBeGreaterThan(0);
      expect(answer?.peerReview).toEqual(
        peerReviewOf(kelp, undefined).status === 'reviewed'
          ? answer?.peerReview
          : expect.objectContaining({ status: 'reviewed' }),
      );
    });
    it('editions stand together and stay distinguishable', async () => {
      const shore = await discovery.record(
        (await search({ q: 'edible shore history seaweeds' })).hits[0]?.id ?? '',
      );
      expect(inWords(shore)?.editions.map((e) => e.note)).toEqual(
        expect.arrayContaining(['Book', 'Book, large print']),
      );
      expect(shore?.editions).toHaveLength(3);
    });
    it('a retracted article points to its notice and back', async () => {
      const bad = records.find((r) => r.csl.title.startsWith('Seaweed extracts halve')) as DiscoveryRecord;
      const answer = await discovery.record(bad.id);
      expect((await discovery.record(answer?.retraction?.id ?? ''))?.retracts?.id).toBe(bad.id);
    });
    it('an unknown id is null', async () => expect(await discovery.record('tu9999999')).toBeNull());
  });

  describe('what has no record', () => {
    const journal = () =>
      [...records].find((r) => r.kind === 'research-article' && r.csl.ISSN && !r.added) as DiscoveryRecord;
    it('an article of a known journal has the ways of its siblings', async () => {
      const { csl } = journal();
      const found = await discovery.ways(
        {
          type: 'article-journal',
          title: 'Never indexed',
          ISSN: csl.ISSN as string,
          issued: csl.issued as never,
          volume: csl.volume as string,
        },
        moment(),
        '',
      );
      const sibling = await discovery.ways(journal().id, moment(), '');
      const online = (a: typeof found) =>
        a?.ways.filter((w) => w.id.startsWith('online:') || w.id.startsWith('none:')).map((w) => w.id);
      expect(online(found)?.length).toBeGreaterThan(0);
      for (const id of online(found) ?? []) expect(online(sibling)).toContain(id);
    });
    it('a book that nobody is known to own is asked for all the same, at the odds of the past', async () => {
      const answer = await discovery.ways(
        { type: 'book', title: 'A book that is not there', issued: { 'date-parts': [[2001]] } },
        moment(),
        '',
      );
      const way = answer?.ways[0];
      expect(inWords(way)?.reasons[0]).toContain('No record says who owns it');
      expect(way?.action).toMatchObject({ do: 'slip', route: 'ill-loan' });
      const { unrecordedShare, askAtMost } = discovery.library.policy.lending;
      const most = 1 - (1 - unrecordedShare) ** askAtMost;
      expect(way?.chance).toBeGreaterThan(0);
      expect(way?.chance).toBeLessThanOrEqual(most);
    });
    it('references are matched to the records they were made from', async () => {
      for (const r of present.filter((x) => x.kind === 'research-article').slice(0, 60)) {
        const { abstract: _a, id: _i, DOI: _d, ...said } = r.csl;
        const { match, others } = await discovery.matchReference(said);
        expect([match?.id, ...others.map((o) => o.id)], r.csl.title).toContain(r.id);
      }
    });
  });
});
