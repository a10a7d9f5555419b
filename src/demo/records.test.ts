/** Generated records hang together: what is said in one place is borne out in another. */
import { describe, expect, it } from 'vitest';
import { fullName } from '../core/model/describe';
import { isLanguage, KINDS } from '../core/model/kinds';
import { type DiscoveryRecord, ownersIn, yearOfRecord } from '../core/model/record';
import { parseDay } from '../core/model/time';
import { DEMO_START } from './clock';
import { makeWorld } from './world';

const world = makeWorld(5000);
const records: DiscoveryRecord[] = [...world.records];
const byId = new Map(records.map((r) => [r.id, r]));
const journals = new Map(world.journals.map((j) => [j.id, j]));
const { campuses, partners, providers, lenders } = world.library;
const year = (r: DiscoveryRecord): number | null => yearOfRecord(r.csl);

describe('articles', () => {
  const articles = records.filter((r) => r.journal && r.kind !== 'journal');
  it('stand in a journal that was coming out that year, under its title and number', () => {
    expect(articles.length).toBeGreaterThan(1500);
    for (const r of articles) {
      const j = journals.get(r.journal as never);
      expect(j, r.id).toBeDefined();
      expect(r.csl['container-title'], r.id).toBe(j?.title);
      const y = year(r);
      if (y !== null)
        expect([y >= (j?.from ?? 0), y <= (j?.to ?? 9999)], `${r.id} ${y} in ${j?.title}`).toEqual([
          true,
          true,
        ]);
      if (r.csl.ISSN) expect([j?.issn, j?.eissn]).toContain(r.csl.ISSN);
    }
  });
  it('have pages that go forward, a place of their own in the volume, and a DOI that nothing else has', () => {
    // Records of one work may share it: a preprint and what was published of it.
    const works = new Map<string, Set<string>>();
    for (const r of records) {
      const doi = r.csl.DOI?.toLowerCase();
      if (doi) works.set(doi, (works.get(doi) ?? new Set()).add(r.work ?? r.id));
    }
    for (const [doi, own] of works) expect(own.size, doi).toBe(1);
    for (const r of articles) {
      const [from, to] = (r.csl.page ?? '').split(/[–-]/).map(Number);
      if (from && to) expect(to, r.id).toBeGreaterThanOrEqual(from);
    }
  });
});

describe('books and their chapters', () => {
  it('a chapter is in its book: the title, the year, pages inside it, the editors and not the authors', () => {
    const chapters = records.filter((r) => r.host);
    expect(chapters.length).toBeGreaterThan(100);
    for (const c of chapters) {
      const host = byId.get(c.host as never) as DiscoveryRecord;
      expect([host.kind, c.csl['container-title'], year(c)], c.id).toEqual([
        'book',
        host.csl.title,
        year(host),
      ]);
      const last = Number((c.csl.page ?? '').split(/[–-]/)[1]);
      const all = Number(host.csl['number-of-pages']);
      if (last && all) expect(last, `${c.id} in ${host.id}`).toBeLessThanOrEqual(all);
    }
  });
  it('have valid copies: a campus that there is, a call number of its form, a loan that ends after today', () => {
    const today = parseDay(DEMO_START.slice(0, 10)) as number;
    const copies = records.flatMap((r) => (r.copies ?? []).map((c) => ({ r, c })));
    expect(copies.length).toBeGreaterThan(300);
    for (const { r, c } of copies) {
      expect(
        campuses.some((x) => x.id === c.campus),
        r.id,
      ).toBe(true);
      expect(c.callNumber, r.id).toMatch(/^([A-Z]{1,3} )?\d+/);
      expect(c.location, r.id).not.toBe('');
      if (c.status.state === 'out') {
        expect(parseDay(c.status.due), r.id).not.toBeNull();
        expect(c.status.queue, r.id).toBeGreaterThanOrEqual(0);
        // Some are overdue, as on every shelf; none by more than a few months.
        expect((parseDay(c.status.due) as number) - today, r.id).toBeGreaterThan(-120);
      }
    }
    for (const r of records)
      for (const p of r.partnerCopies ?? []) expect(partners.map((x) => x.id)).toContain(p.partner);
    for (const r of records)
      for (const o of r.openCopies ?? []) expect(providers.map((x) => x.id)).toContain(o.provider);
  });
  it('are owned by lenders that there are, more often the more there is of them', () => {
    const owned = records.filter((r) => r.owners);
    for (const r of owned) for (const n of ownersIn(r.owners)) expect(n, r.id).toBeLessThan(lenders.length);
    const mean = (list: readonly DiscoveryRecord[]): number =>
      list.reduce((n, r) => n + ownersIn(r.owners).length, 0) / list.length;
    expect(mean(owned.filter((r) => r.kind === 'book'))).toBeGreaterThan(
      mean(owned.filter((r) => r.kind === 'thesis')),
    );
  });
});

describe('works, reviews, retractions', () => {
  it('the records of a work share its people or are translated, and differ in something', () => {
    const works = new Map<string, DiscoveryRecord[]>();
    for (const r of records) if (r.work) works.set(r.work, [...(works.get(r.work) ?? []), r]);
    const several = [...works.values()].filter((w) => w.length > 1);
    expect(several.length).toBeGreaterThan(50);
    for (const w of several) {
      const people = w.map((r) => new Set([...(r.csl.author ?? []), ...(r.csl.editor ?? [])].map(fullName)));
      for (const own of people.slice(1))
        expect([...own].some((n) => people[0]?.has(n)) || own.size === 0, w[0]?.id).toBe(true);
      const faces = w.map((r) =>
        [
          r.carrier,
          r.csl.edition ?? '',
          r.languages[0],
          r.kind,
          year(r),
          r.csl.DOI ?? '',
          r.csl.ISBN ?? '',
        ].join('|'),
      );
      expect(new Set(faces).size, w[0]?.id).toBe(w.length);
    }
  });
  it('what is retracted names its notice, and the notice names it and is not older', () => {
    const retracted = records.filter((r) => r.retraction);
    expect(retracted.length).toBeGreaterThan(0);
    for (const r of retracted) {
      const notice = byId.get(r.retraction?.notice as never);
      expect([notice?.kind, notice?.retracts], r.id).toEqual(['retraction-notice', r.id]);
      expect((year(notice as DiscoveryRecord) ?? 0) >= (year(r) ?? 0), r.id).toBe(true);
    }
  });
  it('nothing cites what came out years after it', () => {
    let cited = 0;
    for (const r of records)
      for (const id of r.references ?? []) {
        const [own, other] = [year(r), year(byId.get(id) as DiscoveryRecord)];
        if (own !== null && other !== null) expect(other, `${r.id} cites ${id}`).toBeLessThanOrEqual(own + 1);
        cited++;
      }
    expect(cited).toBeGreaterThan(1000);
  });
});

describe('words', () => {
  it('a kind, a carrier and a language are such as there are; people have names; subjects are no duplicates', () => {
    for (const r of records) {
      expect(Object.hasOwn(KINDS, r.kind), r.id).toBe(true);
      for (const l of r.languages) expect(isLanguage(l) || /^[a-z]{2,3}$/.test(l), `${r.id} ${l}`).toBe(true);
      expect(new Set(r.subjects).size, r.id).toBe(r.subjects.length);
      for (const n of [...(r.csl.author ?? []), ...(r.csl.editor ?? [])])
        expect(fullName(n).trim(), r.id).not.toBe('');
    }
  });
  it('abstracts are sentences, and say something else than the title', () => {
    const told = records.filter((r) => r.csl.abstract);
    expect(told.length).toBeGreaterThan(500);
    for (const r of told) {
      expect(r.csl.abstract, r.id).toMatch(/[.!?]$/);
      expect(r.csl.abstract, r.id).not.toMatch(/\{\w+\}|undefined|\s{2}/);
      expect(r.csl.abstract).not.toBe(r.csl.title);
    }
  });
  it('another seed makes another library, with the same storyline', () => {
    const other = [...makeWorld(300, 7).records];
    const same = records.slice(0, 300).filter((r, i) => r.csl.title === other[i]?.csl.title).length;
    expect(same).toBeGreaterThanOrEqual(80);
    expect(same).toBeLessThan(200);
  });
});
