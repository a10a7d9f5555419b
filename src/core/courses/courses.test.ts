import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moment, worldOf } from '../../../tests/fixtures/world';
import { makeWorld } from '../../demo/world';
import { wrongIn } from '../model/shape';
import { type DayNumber, parseDay } from '../model/time';
import { splitReferences } from '../references/split';
import { decodeModel } from '../references/tagger';
import { courseShape, neededBy, readingsOf } from './course';
import { CourseFinder } from './find';
import { listsOf, readSyllabus, type SyllabusWords, withDays, withReadings } from './syllabus';
import { isDueThisWeek, standingOfReading } from './weekPlan';

const WORDS: SyllabusWords = {
  months: [
    ['January', 'Jan'],
    ['February', 'Feb'],
    ['March', 'Mar'],
    ['April', 'Apr'],
    ['May'],
    ['June', 'Jun'],
    ['July', 'Jul'],
    ['August', 'Aug'],
    ['September', 'Sep'],
    ['October', 'Oct'],
    ['November', 'Nov'],
    ['December', 'Dec'],
  ],
  weekdays: [
    ['Sunday', 'Sun'],
    ['Monday', 'Mon'],
    ['Tuesday', 'Tue'],
    ['Wednesday', 'Wed'],
    ['Thursday', 'Thu'],
    ['Friday', 'Fri'],
    ['Saturday', 'Sat'],
  ],
  today: ['today'],
  tomorrow: ['tomorrow'],
  week: ['week', 'weeks'],
  between: ['of'],
  session: ['week', 'session', 'meeting', 'class', 'unit'],
  required: ['required', 'required reading'],
  further: ['further', 'further reading', 'optional'],
};
const TODAY = parseDay('2026-11-02') as DayNumber;
const model = decodeModel(readFileSync('public/models/references.bin'));
const read = (text: string, first: DayNumber | null = null) => {
  const outline = readSyllabus(text, TODAY, first, WORDS);
  return withReadings(
    outline,
    listsOf(outline).map((list) => splitReferences(list, model).map((r) => r.text)),
  );
};

describe('a pasted syllabus', () => {
  it('with dates: meetings, their titles, what is read for each', () => {
    const { name, code, note, meetings } = read(`NUT 214 Seaweed as food
Maren Thornvik, Cato Lindholt
Thursdays, 14:15

15 Oct – What is food?
Lindqvarn, T. (2019). The edible shore: a history of seaweeds as food. Harrow Tide Press.

22 October 2026: Growing
- Ostholt, N. (2021). Seaweed farming: a grower's handbook. Tide Press.
- Adewold, E. (2024). Heat waves and the farmed kelp calendar. Coastal Food Systems, 16(3), 201–222.
Further reading
Brimoto, H. (2020). Nets and ropes. Tide Press.

Thu 29.10. Law of the tideline`);
    expect({ name, code }).toEqual({ name: 'Seaweed as food', code: 'NUT 214' });
    expect(note).toBe('Maren Thornvik, Cato Lindholt\nThursdays, 14:15');
    expect(meetings.map((m) => [m.day, m.title, m.readings.length])).toEqual([
      ['2026-10-15', 'What is food?', 1],
      ['2026-10-22', 'Growing', 3],
      ['2026-10-29', 'Law of the tideline', 0],
    ]);
    expect(meetings[1]?.readings.map((r) => r.need)).toEqual(['required', 'required', 'further']);
    expect(meetings[1]?.readings[0]?.text).toMatch(/^Ostholt/);
  });
  it('with weeks: counted from the first meeting, or from one that has its date', () => {
    const weeks = `Week 1: Opening\nWeek 3 - Kelp\nSession 4. Dulse`;
    expect(read(weeks, parseDay('2026-11-05')).meetings.map((m) => [m.day, m.title])).toEqual([
      ['2026-11-05', 'Opening'],
      ['2026-11-19', 'Kelp'],
      ['2026-11-26', 'Dulse'],
    ]);
    expect(read(weeks).meetings.map((m) => m.day)).toEqual(['', '', '']);
    const one = read('Week 1: Opening\nWeek 2 (12 Nov): Kelp\nWeek 5: Dulse').meetings;
    expect(withDays(one).map((m) => [m.day, m.title])).toEqual([
      ['2026-11-05', 'Opening'],
      ['2026-11-12', 'Kelp'],
      ['2026-12-03', 'Dulse'],
    ]);
  });
  it('takes no reference for a meeting, nor a number in a list', () => {
    const { meetings } = read(`Session 1
1. Lindqvarn, T. (2019). The edible shore. Harrow Tide Press.
2. May, R. (2001). Weeks on the shore. Tide Press.
12. Brandedo, A. (2011). Twelve. Tide Press.`);
    expect(meetings).toHaveLength(1);
    expect(meetings[0]?.readings).toHaveLength(3);
  });
  it('is total and quick: whatever is pasted, days are days, and what comes first is kept', () => {
    const line = fc.oneof(
      fc.string(),
      fc.string({ unit: 'grapheme' }),
      fc.constantFrom(
        'Week 2',
        '12 Nov',
        'Further reading',
        '31.2.',
        'Session 99:',
        '# Week 1',
        'Mon',
        'Thu 5 Nov 2026 x',
        '2026-11-05',
      ),
    );
    fc.assert(
      fc.property(fc.array(line, { maxLength: 12 }), (lines) => {
        const { name, code, note, meetings } = read(lines.join('\n'));
        if (!meetings.length)
          for (const l of lines.flatMap((x) => x.split(/[\r\n]+/)).map((x) => x.trim().replace(/^#+\s*/, '')))
            if (/^[A-Za-z]{2,}$/.test(l)) expect(`${name} ${code} ${note}`).toContain(l);
        for (const m of meetings) expect(m.day === '' || parseDay(m.day) !== null).toBe(true);
      }),
    );
    expect(read('')).toEqual({ name: '', code: '', note: '', meetings: [] });
    const began = performance.now();
    read('Week '.repeat(40_000));
    read('9 '.repeat(100_000));
    expect(performance.now() - began).toBeLessThan(2000);
  });
});

describe('the library’s courses', () => {
  const world = worldOf(900);
  it('are three hundred and more, in all disciplines', () => {
    const made = makeWorld(6000);
    for (const r of made.records) made.courses.saw(r);
    const courses = made.courses.made();
    expect(courses.length).toBeGreaterThanOrEqual(300);
    expect(new Set(courses.map((c) => c.subject)).size).toBeGreaterThanOrEqual(40);
    expect(courses.flatMap(readingsOf).filter((r) => r.desk).length).toBeGreaterThan(100);
  });
  it('are as courses are, with desks that have what stands on them', async () => {
    const { courses } = world.service.file;
    expect(courses.length).toBeGreaterThan(20);
    for (const c of courses) {
      expect(wrongIn(courseShape, c), c.id).toBeNull();
      for (const r of readingsOf(c)) {
        const record = world.service.recordAt(world.service.engine.find(r.record));
        if (r.desk) expect(record.copies?.some((x) => x.campus === r.desk?.campus)).toBe(true);
      }
    }
    expect(new Set(courses.map((c) => c.id)).size).toBe(courses.length);
  });
  it('are found by code, lecturer, name, and by what is read for them', async () => {
    const { service } = world;
    const of = async (q: string) => (await service.courses(q, 50)).courses;
    expect((await of('NUT 214'))[0]?.id).toBe('seaweed-as-food');
    expect((await of('nut214'))[0]?.id).toBe('seaweed-as-food');
    expect((await of('thornvik seaweed'))[0]?.id).toBe('seaweed-as-food');
    const [byTitle] = await of('edible shore');
    expect(byTitle?.reading).toMatch(/edible shore/i);
    expect(await of('qzxv')).toEqual([]);
    expect((await service.courses('', 5)).total).toBe(service.file.courses.length);
    const course = await service.course('seaweed-as-food');
    for (const r of readingsOf(course as NonNullable<typeof course>)) expect(r.csl?.title).toBeTruthy();
    expect(await service.course('nothing')).toBeNull();
  });
  it('rank: code before lecturer before name before title', () => {
    const course = (id: string, more: object) => ({
      id,
      code: '',
      name: 'x',
      lecturers: [],
      term: '',
      meetings: [],
      ...more,
    });
    const read1 = { id: 'r', record: 'a', need: 'required' as const };
    const finder = new CourseFinder(
      [
        course('title', { meetings: [{ id: 'm', day: '', title: '', readings: [read1] }] }),
        course('name', { name: 'Kelp' }),
        course('lecturer', { lecturers: ['Ada Kelp'] }),
        course('code', { code: 'KELP 1' }),
      ] as never,
      () => 'On kelp',
    );
    expect(finder.find('kelp').map((f) => f.course.id)).toEqual(['code', 'lecturer', 'name', 'title']);
    expect(finder.find('kelp').at(-1)?.reading).toBe('On kelp');
  });
  it('have ask-bys for their readings that keep to the calendars', async () => {
    const course = await world.service.course('seaweed-as-food');
    const last = course?.meetings.at(-1);
    const needBy = neededBy(last as never) as DayNumber;
    expect(needBy).toBe((parseDay(last?.day ?? '') as number) - 1);
    const things = (last?.readings ?? []).map((r) => ({ record: r.record, needBy: '2026-12-09' }));
    const [answer] = await world.service.askBy(things, moment());
    expect(answer?.best).not.toBeNull();
  });
});

it('says what is to be done for a reading', () => {
  const facts = { asked: false, onDesk: false, soonest: null };
  const best = (does: 'open' | 'go' | 'slip') => ({ best: { does } });
  expect([
    standingOfReading(best('slip'), { ...facts, asked: true }),
    standingOfReading(best('open'), facts),
    standingOfReading(best('go'), facts),
    standingOfReading(best('slip'), { ...facts, onDesk: true }),
    standingOfReading(best('slip'), facts),
    standingOfReading({ best: null }, facts),
    standingOfReading(null, facts),
  ]).toEqual(['here', 'read', 'fetch', 'fetch', 'ask', 'late', 'open']);
  // Of a meeting that has no day.
  for (const [soonest, standing] of [
    ['open', 'read'],
    ['go', 'fetch'],
    ['slip', 'ask'],
    ['nothing', 'open'],
  ] as const)
    expect(standingOfReading(null, { ...facts, soonest })).toBe(standing);
  expect(standingOfReading({ best: null }, { ...facts, soonest: 'open' })).toBe('late');
  expect(isDueThisWeek('2026-11-08T10:00', TODAY)).toBe(true);
  expect(isDueThisWeek('2026-11-09T00:00', TODAY)).toBe(false);
  expect(isDueThisWeek(null, TODAY)).toBe(false);
});
