import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import '../../words/generated/file';
import { inWords } from '../../words/inWords';
import { type DayNumber, parseDay } from '../model/time';
import type { KbartLine } from '../model/titleList';
import { coverageWindow, coversOn } from './covers';
import { readDepth } from './depth';
import { readEmbargo } from './embargo';
import { readKbart, writeKbart } from './kbart';
import '../../words/spoken';

const line = (more: Partial<KbartLine>): KbartLine => ({
  provider: 'p',
  publication_title: 'T',
  date_first_issue_online: '2005',
  num_first_vol_online: '15',
  ...more,
});
const on = (iso: string) => parseDay(iso) as DayNumber;
const covered = (
  l: KbartLine,
  date: [number, number?, number?],
  today = '2026-11-02',
  volume?: string,
  issue?: string,
) => coversOn(l, { date, ...(volume ? { volume } : {}), ...(issue ? { issue } : {}) }, on(today)).covered;

describe('coverage', () => {
  it('first and last issue by date', () => {
    expect(covered(line({}), [2004])).toBe(false);
    expect(covered(line({}), [2005])).toBe(true);
    expect(covered(line({ date_last_issue_online: '2010-06' }), [2010, 6])).toBe(true);
    expect(covered(line({ date_last_issue_online: '2010-06' }), [2010, 7])).toBe(false);
  });
  it('within the first year the volume and issue decide', () => {
    const l = line({
      date_first_issue_online: '2005',
      num_first_vol_online: '15',
      num_first_issue_online: '3',
    });
    expect(covered(l, [2005], '2026-11-02', '14')).toBe(false);
    expect(covered(l, [2005], '2026-11-02', '15', '2')).toBe(false);
    expect(covered(l, [2005], '2026-11-02', '15', '3')).toBe(true);
    expect(covered(l, [2005], '2026-11-02', '15', 'suppl.')).toBe(true);
  });
  it('P1Y: the current calendar year is missing', () => {
    const l = line({ embargo_info: 'P1Y' });
    expect(covered(l, [2025, 12])).toBe(true);
    expect(covered(l, [2026, 1])).toBe(false);
    expect(covered(l, [2026, 1], '2027-01-01')).toBe(true);
    expect(inWords(coversOn(l, { date: [2026, 5] }, on('2026-11-02'))).why).toContain('Fri 1 Jan 2027');
  });
  it('R10Y: only the last ten calendar years', () => {
    const l = line({ embargo_info: 'R10Y' });
    expect(covered(l, [2017])).toBe(true);
    expect(covered(l, [2016])).toBe(false);
    expect(covered(l, [2017], '2027-01-01')).toBe(false);
  });
  it('R10Y;P30D joins both', () => {
    const l = line({ embargo_info: 'R10Y;P30D' });
    expect(covered(l, [2026, 10, 30])).toBe(false);
    expect(covered(l, [2026, 9, 1])).toBe(true);
  });
  it('365D rolls by the day', () => {
    expect(covered(line({ embargo_info: 'P365D' }), [2025, 11, 1])).toBe(true);
    expect(covered(line({ embargo_info: 'P365D' }), [2025, 11, 5])).toBe(false);
  });
  it('says why not', () =>
    expect(inWords(coverageWindow(line({}), { date: [1999] }))).toMatchObject({
      covered: false,
      why: 'p starts with volume 15, 2005.',
    }));
  it('a wall never takes away what was there before it ended: windows are intervals', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1990, max: 2026 }),
        fc.constantFrom('P1Y', 'P6M', 'R5Y', 'P90D', 'R10Y;P1Y'),
        fc.integer({ min: 20000, max: 22000 }),
        (year, embargo, day) => {
          const w = coverageWindow(
            line({ date_first_issue_online: '1980', num_first_vol_online: undefined, embargo_info: embargo }),
            {
              date: [year, 6],
            },
          );
          if (!w.covered) return;
          expect(w.from).toBeLessThan(w.until);
          expect(
            coversOn(
              line({
                date_first_issue_online: '1980',
                num_first_vol_online: undefined,
                embargo_info: embargo,
              }),
              { date: [year, 6] },
              day as DayNumber,
            ).covered,
          ).toBe(day >= w.from && day < w.until);
        },
      ),
    );
  });
});

const HEADING = 'publication_title\tprint_identifier\tdate_first_issue_online\tdate_last_issue_online';
describe('KBART files', () => {
  it('are read back as written', () => {
    const lines = [
      line({ embargo_info: 'P1Y', coverage_depth: 'fulltext', print_identifier: '7000-0050' }),
      line({ publication_title: 'Ü, "quoted"' }),
    ];
    expect(readKbart(writeKbart(lines), 'p')).toEqual({ lines, numbers: [2, 3], problems: [] });
  });
  it('bad lines are named and left out, the rest is kept', () => {
    const file = `${HEADING}\tembargo_info\nGood\t\t2001\t\tP1Y\n\t\t2001\t\tP1Y\nBad\t\t2001\t\tsoon\n`;
    const { lines, problems } = readKbart(file, 'p');
    expect(lines.map((l) => l.publication_title)).toEqual(['Good']);
    expect(problems.map((p) => p.line)).toEqual([3, 4]);
    expect(inWords(problems[1])?.text).toContain('“soon”');
  });
  it.each([
    ['another file', 'name;place\nx;y', 'not a KBART title list'],
    [
      'a list of titles without coverage',
      'publication_title\tprint_identifier\nA\t7000-0050',
      'no heading date_first_issue_online',
    ],
    [
      'a list that names nothing by a number or address',
      'publication_title\tdate_first_issue_online\tdate_last_issue_online\nA\t2001\t',
      'none of the headings',
    ],
    ['one with commas', `${HEADING.replaceAll('\t', ',')}\nA,,2001,`, 'parted by “,”'],
    ['an empty file', '', 'not a KBART title list'],
    ['a picture', '\u0089PNG\r\n\u0000\u0000', 'not a KBART title list'],
  ])('%s is refused whole', (_what, file, words) => {
    const { lines, problems } = readKbart(file, 'p');
    expect(lines).toEqual([]);
    expect(problems).toHaveLength(1);
    expect(inWords(problems[0])?.text).toContain(words);
  });
  it.each([
    ['a date in another order', 'A\t7000-0050\t15.07.2005\t'],
    ['a month that is none', 'A\t7000-0050\t2005-13\t'],
    ['a day that is none', 'A\t7000-0050\t2005-02-30\t'],
    ['an end that is words', 'A\t7000-0050\t2001\tpresent'],
    ['an end before its beginning', 'A\t7000-0050\t2005\t1999'],
    ['volumes that run backwards', 'A\t7000-0050\t\t\t9\t3'],
    ['one column too many', 'A\t7000-0050\tx\t2001\t\t\t\t\tmore'],
    ['no tabs at all', 'A 7000-0050 2001'],
    ['a depth that nobody knows', 'A\t7000-0050\t2001\t\t\t\tsome'],
  ])('%s grants nothing and is named, never “first issue to now”', (_what, row) => {
    const file = `${HEADING}\tnum_first_vol_online\tnum_last_vol_online\tcoverage_depth\n${row}\nGood\t7000-0050\t2001\t\n`;
    const { lines, numbers, problems } = readKbart(file, 'p');
    expect([lines.map((l) => l.publication_title), numbers, problems.map((p) => p.line)]).toEqual([
      ['Good'],
      [3],
      [2],
    ]);
    expect(inWords(problems[0])?.text).toMatch(/The line is left out\.$/);
  });
  it('a line that came another way with a span that can’t be read grants nothing either', () => {
    const odd = line({ date_first_issue_online: 'last year' });
    expect(inWords(coverageWindow(odd, { date: [2010] }))).toMatchObject({
      covered: false,
      why: expect.stringContaining('last year'),
    });
    expect(coverageWindow(line({ coverage_depth: 'some' }), { date: [2010] }).covered).toBe(false);
  });
  it('depths as vendors write them', () => {
    expect(
      [
        '',
        'fulltext',
        'Full Text',
        'full-text',
        'ebook',
        'Selected Articles',
        'abstracts',
        'Abstract',
        'toString',
      ].map(readDepth),
    ).toEqual([...Array(5).fill('fulltext'), 'selected articles', 'abstracts', 'abstracts', null]);
  });
  it.each(['P1Y', 'R10Y', 'R10Y;P30D'])('embargo %s', (code) => expect(readEmbargo(code)).not.toBeNull());
  it.each(['1Y', 'P1W', 'PY', 'P1Y;', ''])('no embargo %s', (code) => expect(readEmbargo(code)).toBeNull());
});
