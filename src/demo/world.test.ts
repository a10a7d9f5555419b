/** What the made-up university promises: the same each time, valid numbers, every case to be met. */
import { describe, expect, it } from 'vitest';
import { readEmbargo } from '../core/coverage/embargo';
import { readDoi, readIsbn, readIssn } from '../core/model/identifiers';
import { KIND_LIST } from '../core/model/kinds';
import type { DiscoveryRecord } from '../core/model/record';
import { readPolicy } from '../core/policy/schema';
import { STORYLINE } from './storyline/records';
import { makeWorld } from './world';

const COUNT = 6000;
const world = makeWorld(COUNT);
const records: DiscoveryRecord[] = [...world.records];
const share = (test: (r: DiscoveryRecord) => boolean): number => records.filter(test).length / records.length;

describe('records', () => {
  it('are as many as asked for, with ids of their own, and the same each time', () => {
    expect(records).toHaveLength(COUNT);
    expect(new Set(records.map((r) => r.id)).size).toBe(COUNT);
    const again = [...makeWorld(COUNT).records];
    expect(again[COUNT - 1]).toEqual(records[COUNT - 1]);
    expect(again[2500]).toEqual(records[2500]);
  });
  it('carry valid standard numbers', () => {
    for (const r of records) {
      if (r.csl.ISBN) expect(readIsbn(r.csl.ISBN), r.id).not.toBeNull();
      if (r.csl.ISSN) expect(readIssn(r.csl.ISSN), r.id).not.toBeNull();
      if (r.csl.DOI) expect(readDoi(r.csl.DOI), r.id).not.toBeNull();
    }
  });
  it('are of every kind, in a dozen languages, skewed recent', () => {
    expect(new Set(records.map((r) => r.kind))).toEqual(new Set(KIND_LIST));
    expect(new Set(records.map((r) => r.languages[0])).size).toBeGreaterThanOrEqual(12);
    expect(share((r) => (r.csl.issued?.['date-parts'][0][0] ?? 0) >= 2010)).toBeGreaterThan(0.5);
    expect(share((r) => (r.csl.issued?.['date-parts'][0][0] ?? 0) === 2026)).toBeLessThan(0.09);
    expect(share((r) => (r.csl.issued?.['date-parts'][0][0] ?? 0) < 1950)).toBeGreaterThan(0.02);
  });
  it('cite only what there is and what is not younger; chapters follow their book', () => {
    const byId = new Map(records.map((r, i) => [r.id, i]));
    for (const [i, r] of records.entries()) {
      for (const id of r.references ?? []) expect(byId.has(id), `${r.id} cites ${id}`).toBe(true);
      if (r.host) expect(byId.get(r.host) ?? COUNT).toBeLessThan(i);
    }
  });
  it('have no numbered fillers and no broken slots in titles', () => {
    for (const r of records)
      expect(r.csl.title, r.id).not.toMatch(/\{\w+\}|undefined|\bthe the\b|\s{2}|^\s|\s$/);
    const titles = new Map<string, number>();
    for (const r of records.slice(STORYLINE.length))
      titles.set(r.csl.title, (titles.get(r.csl.title) ?? 0) + 1);
    expect(titles.size / (COUNT - STORYLINE.length)).toBeGreaterThan(0.85);
  });
  it('come in day by day at the end', () => {
    const days = records.flatMap((r) => r.added ?? []);
    expect(days.length).toBe(Math.floor(COUNT * 0.004));
    expect([...days].sort()).toEqual(days);
  });
});

describe('journals and coverage', () => {
  it('are some nine hundred with valid ISSNs, title changes and spans that make sense', () => {
    expect(world.journals.length).toBeGreaterThan(800);
    const byId = new Map(world.journals.map((j) => [j.id, j]));
    expect(world.journals.filter((j) => j.continues).length).toBeGreaterThan(20);
    for (const j of world.journals) {
      expect(readIssn(j.issn), j.title).not.toBeNull();
      if (j.continues) expect(byId.get(j.continues)?.continuedBy).toBe(j.id);
      if (j.to !== undefined) expect(j.to).toBeGreaterThanOrEqual(j.from);
    }
  });
  it('has gaps, moving walls, abstracts only, one campus only, open to all', () => {
    const lines = [...world.lines.values()].flat();
    expect(
      [...world.lines.values()].some((l) => l.filter((x) => x.provider === l[0]?.provider).length > 1),
    ).toBe(true);
    for (const l of lines) if (l.embargo_info) expect(readEmbargo(l.embargo_info)).not.toBeNull();
    expect(lines.some((l) => l.embargo_info?.startsWith('P'))).toBe(true);
    expect(lines.some((l) => l.embargo_info?.startsWith('R'))).toBe(true);
    expect(lines.some((l) => l.coverage_depth === 'abstracts')).toBe(true);
    expect(lines.some((l) => l.access_type === 'F')).toBe(true);
    expect(world.library.providers).toHaveLength(12);
  });
});

describe('library', () => {
  it('has a policy that its schema takes, 140 lenders, six partners, three campuses, four readers', () => {
    expect(readPolicy(JSON.parse(JSON.stringify(world.library.policy)))).toHaveProperty('policy');
    expect([
      world.library.lenders.length,
      world.library.partners.length,
      world.library.campuses.length,
      world.readers.length,
    ]).toEqual([140, 6, 3, 4]);
    expect(new Set(world.library.lenders.map((l) => l.name)).size).toBe(140);
  });
  it('a broken policy is named', () =>
    expect(readPolicy({ ...world.library.policy, shelf: {} })).toMatchObject({
      problem: {
        values: {
          said: {
            joined: expect.arrayContaining([
              { code: 'shape.missing', values: expect.objectContaining({ label: 'shelf.fetchMinutes' }) },
            ]),
          },
        },
      },
    }));
});

describe('storyline', () => {
  it('is at least eighty records in which the cases can be met', () => {
    expect(STORYLINE.length).toBeGreaterThanOrEqual(80);
    const copies = STORYLINE.flatMap((r) => r.copies ?? []);
    for (const state of ['in', 'out', 'transit', 'missing'])
      expect(
        copies.some((c) => c.status.state === state),
        state,
      ).toBe(true);
    for (const rule of ['loan', 'short-loan', 'premises'])
      expect(
        copies.some((c) => c.rule === rule),
        rule,
      ).toBe(true);
    expect(STORYLINE.some((r) => r.retraction)).toBe(true);
    expect(STORYLINE.some((r) => r.ebook?.length)).toBe(true);
    expect(STORYLINE.some((r) => r.openCopies?.some((o) => o.version === 'preprint'))).toBe(true);
    expect(
      STORYLINE.some((r) => r.carrier === 'large-print') && STORYLINE.some((r) => r.carrier === 'audiobook'),
    ).toBe(true);
  });
});
