/**
 * What else would do: other editions and forms, a part, a visit, a purchase, a question; and never what is
 * later than what there is.
 */

import { describe, expect, it } from 'vitest';
import { storyItem, storyItemTitled } from '../../../tests/fixtures/story';
import { situation } from '../../../tests/fixtures/world';
import { LIBRARY } from '../../demo/library';
import { STORYLINE } from '../../demo/storyline/records';
import { inWords } from '../../words/inWords';
import {
  clock,
  clockOf,
  type DayNumber,
  dayOf,
  type Minutes,
  parseDay,
  parseLocal,
  weekdayOf,
} from '../model/time';
import { alternativesFor, wantsAlternatives } from './alternatives';
import type { AccessItem } from './options';
import type { Vantage } from './vantage';
import { soonestWay, waysToRead } from './ways';
import '../../words/spoken';

const itemOf = storyItem;
const item = storyItemTitled;
const now = parseLocal('2026-11-02T09:10') as Minutes;
const day = (iso: string) => parseDay(iso) as DayNumber;
const here = situation('quayside');
const from = (need: string | null = null): Vantage => ({
  library: LIBRARY,
  situation: here,
  at: now,
  needBy: need ? day(need) : null,
});
const versionsOf = (i: AccessItem) =>
  STORYLINE.filter((r) => r.work !== undefined && r.work === i.record.work && r.id !== i.record.id).map(
    itemOf,
  );
const sorts = (start: string, need: string | null = null) =>
  alternativesFor(item(start), versionsOf(item(start)), from(need)).map((a) => a.sort);

describe('alternatives', () => {
  it('nobody lends a rare book: a chapter copy from an archive, a purchase, a question', () => {
    expect(sorts('Gathering rights, 1880')).toEqual(['chapter', 'purchase', 'question']);
  });
  it('a video has no pages to copy', () =>
    expect(sorts('The dulse sellers')).toEqual(['purchase', 'question']));
  it('an article is never suggested for purchase', () => {
    for (const r of STORYLINE.filter((x) => x.kind === 'research-article' || x.kind === 'chapter'))
      expect(alternativesFor(itemOf(r), [], from()).some((a) => a.sort === 'purchase')).toBe(false);
  });
  it('what stands first is in time, and everything with a day is sooner than the best way', () => {
    for (const r of STORYLINE) {
      const one = itemOf(r);
      const best = soonestWay(one, from('2026-11-06')).best;
      const list = alternativesFor(one, versionsOf(one), from('2026-11-06'));
      const offered = list.filter((a) => a.sort !== 'purchase' && a.sort !== 'question');
      for (const a of offered)
        if (best?.ready)
          expect((a.ready as string) < best.ready.median, `${r.csl.title}: ${a.title}`).toBe(true);
      const ranks = offered.map((a) => (a.verdict === 'in-time' ? 0 : a.verdict === 'tight' ? 1 : 2));
      expect(ranks).toEqual([...ranks].sort());
      expect(list.at(-1)?.sort).toBe('question');
    }
  });
  it('another edition or form that is sooner is named with its record', () => {
    const found = STORYLINE.flatMap((r) => {
      const one = itemOf(r);
      return alternativesFor(one, versionsOf(one), from()).filter((a) => a.record !== null);
    });
    expect(found.length).toBeGreaterThan(0);
    for (const a of found) expect(STORYLINE.some((r) => r.id === a.record)).toBe(true);
    expect(new Set(found.map((a) => a.sort)).size).toBeGreaterThan(1);
  });
  it('a visit is offered where the thing may be read on the premises sooner than it comes', () => {
    const visits = STORYLINE.flatMap((r) =>
      alternativesFor(itemOf(r), [], from()).filter((a) => a.sort === 'visit'),
    );
    const here = visits.filter((v) => !v.go);
    expect(here.length).toBeGreaterThan(0);
    for (const v of here) expect(inWords(v.why)).toMatch(/on the premises/);
  });
  it('going where a partner’s copy stands is one, from the hour its door is open and what was arranged', () => {
    const all = STORYLINE.flatMap((r) =>
      alternativesFor(itemOf(r), [], from()).flatMap((a) => (a.go ? [{ r, a }] : [])),
    );
    expect(all.length).toBeGreaterThan(0);
    for (const { r, a } of all) {
      const place = LIBRARY.elsewhere?.find((e) => e.id === a.go);
      if (!place) throw new Error(`no place ${a.go}`);
      const copies = r.partnerCopies?.filter((c) => c.partner === place.partner) ?? [];
      expect(copies.some((c) => c.status.state === 'in')).toBe(true);
      // Every minute walked through from now, after the way and whole working days of notice.
      const ready = parseLocal(a.ready ?? '') as Minutes;
      const now = parseLocal('2026-11-02T09:10') as Minutes;
      expect(ready - now).toBeGreaterThanOrEqual(place.travel.quayside ?? 0);
      const hours = place.hours[weekdayOf(dayOf(ready))];
      expect(hours).toBeTruthy();
      expect(clockOf(ready)).toBeGreaterThanOrEqual(clock(hours?.[0] ?? ''));
      expect(clockOf(ready) + 30).toBeLessThanOrEqual(clock(hours?.[1] ?? ''));
      if (place.appointment) expect(dayOf(ready)).toBeGreaterThan(dayOf(now));
    }
    // Who lives far away is not sent there.
    const far = { ...from(), situation: { ...from().situation, remote: true } };
    expect(STORYLINE.flatMap((r) => alternativesFor(itemOf(r), [], far)).some((a) => a.go)).toBe(false);
  });
  it('are wanted when nothing is in time', () => {
    const best = (start: string, need: string) => waysToRead(item(start), from(need)).best;
    expect(wantsAlternatives(null)).toBe(true);
    expect(wantsAlternatives(best('Kelp on the plate', '2026-11-03'))).toBe(false);
    expect(wantsAlternatives(best('Drying racks', '2026-11-03'))).toBe(true);
  });
});
