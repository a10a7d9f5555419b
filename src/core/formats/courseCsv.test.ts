/** Courses as tables, as libraries write them: grouped, in the order of days, and every odd cell named. */
import { describe, expect, it } from 'vitest';
import { courseShape } from '../courses/course';
import { wrongIn } from '../model/shape';
import { readCourseCsv } from './courseCsv';

const read = (text: string) => readCourseCsv(text, new Set(['quayside']));
const said = (text: string) => read(text).problems.map((p) => `${p.line} ${p.text.code}`);

describe('courses as a table', () => {
  it('become courses with meetings and readings', () => {
    const { courses, problems } = read(
      [
        '\uFEFFCourse;Code;Name;Lecturers;Term;Day;Time;Meeting;Record;Title;Author;Year;Part;Need;Desk;Rule;Call number',
        'kelp;NUT 214;Kelp as food;Vik, Ada; ;2026-11-12;9.15;Drying;tu1;;;;pp. 1–20;required;quayside;two-hours;QK 1',
        'kelp;;;;;2026-11-05;14:15;Farms;;"Kelp; a book";Ost, Bo;2019;;further;;;',
        'kelp;;;;;2026-11-12;9.15;Drying;tu2;;;;;;;;',
        'dulse;;Dulse;;;;;;;;;;;;;;',
      ].join('\r\n'),
    );
    expect(problems).toEqual([]);
    expect(courses.map((c) => [c.id, c.name, c.meetings.length])).toEqual([
      ['kelp', 'Kelp as food', 2],
      ['dulse', 'Dulse', 1],
    ]);
    for (const c of courses) expect(wrongIn(courseShape, c)).toBeNull();
    const [farms, drying] = courses[0]?.meetings ?? [];
    expect(farms).toMatchObject({
      day: '2026-11-05',
      time: '14:15',
      readings: [
        {
          need: 'further',
          csl: {
            title: 'Kelp; a book',
            author: [{ family: 'Ost', given: 'Bo' }],
            issued: { 'date-parts': [[2019]] },
          },
        },
      ],
    });
    expect(drying).toMatchObject({ day: '2026-11-12', time: '09:15', title: 'Drying' });
    expect(drying?.readings).toMatchObject([
      {
        record: 'tu1',
        part: 'pp. 1–20',
        desk: { campus: 'quayside', rule: 'two-hours', callNumber: 'QK 1' },
      },
      { record: 'tu2', need: 'required' },
    ]);
  });
  it('what can’t be read is named by its line, and the rest stands', () => {
    const text =
      'course,name,day,time,title,need,desk,rule,colour\nkelp,Kelp,soon,25:99,Farms,perhaps,nowhere,two-hours,red\n,Nobody,,,,,,,\nx,,,,"T\nwo",,quayside,forever,\n';
    expect(said(text)).toEqual([
      '1 file.columnNotKnown',
      '2 file.cellNotUsed',
      '2 file.cellNotUsed',
      '2 file.cellNotUsed',
      '2 file.cellNotUsed',
      '3 file.noCourse',
      '4 file.cellNotUsed',
      '4 file.courseWithoutName',
    ]);
    expect(read(text).courses[0]?.meetings[0]).toMatchObject({ day: '', readings: [{ need: 'required' }] });
    expect(read(text).courses[0]?.meetings[0]?.time).toBeUndefined();
    expect(read(text).courses[1]).toMatchObject({ id: 'x', name: 'x' });
  });
  it('too many readings and meetings are said; no table is said', () => {
    const many = ['course,name,day,title', ...Array.from({ length: 210 }, (_, i) => `k,K,2026-11-05,T ${i}`)];
    expect(read(many.join('\n')).problems).toHaveLength(10);
    const days = ['course,name,meeting', ...Array.from({ length: 205 }, (_, i) => `k,K,M ${i}`)];
    expect(read(days.join('\n')).problems).toHaveLength(5);
    expect(said('a,b\n1,2')).toEqual(['1 file.noCourseColumn']);
    expect(said('')).toEqual(['1 file.noCourseColumn']);
  });
});
