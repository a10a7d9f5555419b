/**
 * Courses of the made-up university: eight in each discipline, read from the records that there are, and the
 * storyline's own seminar. Seeded.
 */

import { closingOn } from '../core/access/calendar';
import { type Course, DESK_RULES, type Meeting, type Reading } from '../core/courses/course';
import type { DiscoveryRecord } from '../core/model/record';
import { addDays, type DayNumber, isoDay, parseDay, weekdayOf } from '../core/model/time';
import { type Random, random } from '../core/random';
import { cap } from './making/wording';
import { POLICY } from './policy';
import { STORYLINE } from './storyline/records';
import { DISCIPLINES, type Discipline } from './vocabulary/disciplines';
import { person } from './vocabulary/people';

/** Records of a discipline that are remembered to choose from. */
const REMEMBERED = 160;
const COURSES = 8;
const FORMS = [
  'Introduction to {N}',
  '{T} and {U}',
  'Methods in {N}',
  '{T}: a seminar',
  '{A} in practice',
  'Readings in {N}',
  '{N} and society',
  'Research colloquium: {T}',
] as const;
const TIMES = ['08:15', '10:15', '12:15', '14:15', '16:15'] as const;
type Known = Pick<DiscoveryRecord, 'id' | 'copies' | 'kind' | 'csl'>;

/** A term's meetings on one weekday, without those on closing days. */
function daysIn(
  term: { readonly from: string; readonly to: string },
  weekday: number,
  most: number,
): DayNumber[] {
  const days: DayNumber[] = [];
  const last = parseDay(term.to) as DayNumber;
  for (let day = parseDay(term.from) as DayNumber; day <= last && days.length < most; day = addDays(day, 1))
    if (weekdayOf(day) === weekday && !closingOn(POLICY.holidays, day)) days.push(day);
  return days;
}
/** What is read of a record for a course; a copy of it may stand on a desk. */
function reading(r: Random, record: Known, id: string, share: number): Reading {
  const copy = record.copies?.find((c) => c.status.state === 'in') ?? record.copies?.[0];
  const pages = Number(record.csl['number-of-pages'] ?? 0);
  const from = pages > 80 ? r.int(1, pages - 60) : 0;
  return {
    id,
    record: record.id,
    need: r.chance(0.6) ? 'required' : 'further',
    ...(from ? { part: `pp. ${from}–${from + r.int(12, 45)}` } : {}),
    ...(copy && r.chance(share)
      ? { desk: { campus: copy.campus, rule: r.pick(DESK_RULES), callNumber: copy.callNumber } }
      : {}),
  };
}
function course(r: Random, d: Discipline, n: number, known: readonly Known[]): Course {
  const term = POLICY.terms[n % 3] as (typeof POLICY.terms)[number];
  const [t, u] = [r.pick(d.topics), r.pick(d.topics)];
  const id = `${d.id}-${n + 1}`;
  const fill: Readonly<Record<string, string>> = { N: d.name, T: cap(t), U: u, A: cap(r.pick(d.aspects)) };
  const name = (FORMS[n % FORMS.length] as string).replace(/\{(\w)\}/g, (_, key: string) => fill[key] ?? '');
  const meetings = daysIn(term, r.int(1, 5), r.int(9, 13)).map((day, i): Meeting => {
    const read = Array.from({ length: r.int(1, 4) }, () => r.pick(known));
    return {
      id: `m${i + 1}`,
      day: isoDay(day),
      title:
        i === 0 ? `${cap(r.pick(d.topics))}: an overview` : cap(`${r.pick(d.topics)}, ${r.pick(d.aspects)}`),
      readings: [...new Set(read)].map((record, k) => reading(r, record, `m${i + 1}-${k + 1}`, 0.4)),
    };
  });
  const time = r.pick(TIMES);
  return {
    id,
    code: `${d.id.slice(0, 3).toUpperCase()} ${1 + Math.floor(n / 3)}${String(r.int(1, 79)).padStart(2, '0')}`,
    name,
    lecturers: Array.from({ length: r.chance(0.25) ? 2 : 1 }, (_, k) => {
      const { given, family } = person(`lecturers/${d.id}`, r.int(0, 9) + 10 * k);
      return `${given} ${family}`;
    }),
    term: `${term.name} ${term.from.slice(0, 4)}`,
    subject: d.name,
    meetings: meetings.map((m) => ({ ...m, time })),
  };
}

/** The seminar for which the storyline's paper is written. */
function seminar(): Course {
  const titles: readonly (readonly [title: string, read: readonly string[]])[] = [
    ['What is food?', ['The edible shore', 'The nori century']],
    ['Growing: nets, ropes and heat', ['Seaweed farming: a grower', 'Heat waves and the farmed kelp']],
    [
      'Households and security',
      ['Kelp on the plate', 'Seaweed farming between export', 'Food security on cold coasts'],
    ],
    ['Law of the tideline', ['Harvest law in the skerries', 'Seaweed farming in Vessary']],
    ['Iodine and other measures', ['Iodine, arsenic and appetite', 'Seaweed extracts halve']],
    ['Taste', ['Salt, smoke, weed', 'Shore suppers for a crowd']],
    ['School kitchens', ['School kitchens and sea vegetables', 'Salt reduction with seaweed']],
    ['History: hunger and the shore', ['Report upon the manuring', 'Songs of the kelp gatherers']],
    ['Papers', ['Seaweed, food, security']],
  ];
  const days = daysIn({ from: '2026-10-15', to: '2026-12-18' }, 4, titles.length);
  return {
    id: 'seaweed-as-food',
    code: 'NUT 214',
    name: 'Seaweed as food: growing, law, taste and history',
    lecturers: ['Maren Thornvik', 'Cato Lindholt'],
    term: 'Autumn term 2026',
    note: 'A seminar with a paper at its end.',
    subject: 'Nutrition',
    meetings: titles.map(([title, read], i) => ({
      id: `m${i + 1}`,
      day: isoDay(days[i] as DayNumber),
      time: '14:15',
      title,
      readings: read.flatMap((begins, k): Reading[] => {
        const record = STORYLINE.find((r) => r.csl.title.startsWith(begins));
        const copy = record?.copies?.[0];
        return record
          ? [
              {
                id: `m${i + 1}-${k + 1}`,
                record: record.id,
                need: k < 2 ? 'required' : 'further',
                ...(copy && k === 0
                  ? { desk: { campus: copy.campus, rule: 'two-hours', callNumber: copy.callNumber } }
                  : {}),
              },
            ]
          : [];
      }),
    })),
  };
}

/** Makes the courses of what it has seen of the records. */
export function courseMaker(seed: number): { saw(record: DiscoveryRecord): void; made(): readonly Course[] } {
  const r = random(seed);
  const byHeading = new Map(DISCIPLINES.flatMap((d) => d.subjects.map((s) => [s, d.id] as const)));
  const known = new Map<string, Known[]>();
  const counts = new Map<string, number>();
  return {
    saw(record) {
      if (record.kind !== 'book' && record.kind !== 'research-article' && record.kind !== 'chapter') return;
      const id = record.subjects.map((s) => byHeading.get(s)).find((d) => d !== undefined);
      if (!id) return;
      const { copies, kind, csl } = record;
      const one: Known = { id: record.id, kind, csl, ...(copies ? { copies } : {}) };
      const list = known.get(id) ?? [];
      const n = (counts.get(id) ?? 0) + 1;
      counts.set(id, n);
      // Each as likely as any other, however many there are.
      if (list.length < REMEMBERED) list.push(one);
      else if (r.int(0, n - 1) < REMEMBERED) list[r.int(0, REMEMBERED - 1)] = one;
      known.set(id, list);
    },
    made: () => [
      seminar(),
      ...DISCIPLINES.flatMap((d) => {
        const list = known.get(d.id) ?? [];
        return list.length ? Array.from({ length: COURSES }, (_, n) => course(r, d, n, list)) : [];
      }),
    ],
  };
}
