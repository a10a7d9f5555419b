import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inWords } from '../../words/inWords';
import { type DayNumber, dayNumber, parseDay } from '../model/time';
import type { KbartLine } from '../model/titleList';
import { coversOn } from './covers';
import { decideCoverage, spanOf } from './decide';
import { readKbart } from './kbart';
import { readOpenUrl, writeOpenUrl } from './openurl';
import '../../words/spoken';

const TODAY = parseDay('2026-11-02') as DayNumber;
const line = (more: Partial<KbartLine> = {}): KbartLine => ({
  provider: 'p',
  publication_title: 'T',
  date_first_issue_online: '2005',
  num_first_vol_online: '15',
  ...more,
});
const decide = (a: Parameters<typeof decideCoverage>[0], ...lines: KbartLine[]) => {
  const { covered, reason } = decideCoverage(a, lines, TODAY);
  return [covered, reason];
};

describe('decideCoverage', () => {
  it.each([
    ['within', { date: '2010-05' }, [line()], [true, 'covered']],
    ['before the first issue', { date: '2004-12' }, [line()], [false, 'before-start']],
    ['after the last', { date: '2012' }, [line({ date_last_issue_online: '2011-06' })], [false, 'after-end']],
    [
      'in the first year, an earlier volume',
      { date: '2005', volume: '14' },
      [line()],
      [false, 'before-start'],
    ],
    [
      'in the first year, the first volume',
      { date: '2005', volume: '15', issue: '1' },
      [line({ num_first_issue_online: '1' })],
      [true, 'covered'],
    ],
    [
      'the first volume, an earlier issue',
      { date: '2005', volume: '15', issue: '2' },
      [line({ num_first_issue_online: '3' })],
      [false, 'before-start'],
    ],
    [
      'a year where months are needed',
      { date: '2005' },
      [line({ date_first_issue_online: '2005-07', num_first_vol_online: undefined })],
      [null, 'unknown-date'],
    ],
    [
      'no date, but a volume',
      { volume: '20' },
      [line({ num_last_vol_online: '30', date_last_issue_online: '2020' })],
      [true, 'covered'],
    ],
    ['neither date nor volume', {}, [line()], [null, 'unknown-date']],
    ['a date nobody can read', { date: 'spring' }, [line()], [null, 'unknown-date']],
    ['P1Y, this year', { date: '2026-03' }, [line({ embargo_info: 'P1Y' })], [false, 'moving-wall']],
    ['P1Y, last year', { date: '2025' }, [line({ embargo_info: 'P1Y' })], [true, 'covered']],
    [
      'P6M, a year that straddles it',
      { date: '2026' },
      [line({ embargo_info: 'P6M' })],
      [null, 'unknown-date'],
    ],
    ['R10Y, long ago', { date: '2015' }, [line({ embargo_info: 'R10Y' })], [false, 'left-window']],
    [
      'R10Y;P30D, last month',
      { date: '2026-10-20' },
      [line({ embargo_info: 'R10Y;P30D' })],
      [false, 'moving-wall'],
    ],
    ['abstracts', { date: '2010' }, [line({ coverage_depth: 'abstracts' })], [false, 'abstracts']],
    [
      'selected articles',
      { date: '2010' },
      [line({ coverage_depth: 'selected articles' })],
      [null, 'selected-articles'],
    ],
    [
      'a gap',
      { date: '2010' },
      [
        line({ date_last_issue_online: '2008' }),
        line({ date_first_issue_online: '2012', num_first_vol_online: undefined }),
      ],
      [false, 'gap'],
    ],
    [
      'the second line has it',
      { date: '2013' },
      [
        line({ date_last_issue_online: '2008' }),
        line({ date_first_issue_online: '2012', num_first_vol_online: undefined }),
      ],
      [true, 'covered'],
    ],
    ['a book', {}, [line({ publication_type: 'monograph' })], [true, 'covered']],
    ['no line', { date: '2010' }, [], [false, 'no-line']],
  ] as const)('%s', (_, article, lines, expected) => expect(decide(article, ...lines)).toEqual(expected));

  it('names the line and the day on which a wall has passed', () => {
    const d = decideCoverage({ date: '2026-05' }, [line({ embargo_info: 'P1Y' })], TODAY, { numbers: [7] });
    expect(d.line).toBe(7);
    expect(inWords(d.text)).toContain('Fri 1 Jan 2027');
  });
  it('what is not licensed is not covered, and says so', () =>
    expect(decideCoverage({ date: '2010' }, [line()], TODAY, { entitled: () => false }).reason).toBe(
      'not-entitled',
    ));
  it('agrees with the windows that the index is built from, wherever the date is exact', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2003, max: 2026 }),
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom(undefined, 'P1Y', 'R5Y', 'P90D', 'R10Y;P1Y'),
        (y, m, embargo_info) => {
          const l = line({ num_first_vol_online: undefined, ...(embargo_info ? { embargo_info } : {}) });
          const exact = `${y}-${String(m).padStart(2, '0')}-15`;
          expect(decide({ date: exact }, l)[0]).toBe(coversOn(l, { date: [y, m, 15] }, TODAY).covered);
        },
      ),
    );
  });
  it('once a wall has passed an article it stays passed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20_000, max: 22_000 }),
        fc.integer({ min: 0, max: 400 }),
        (today, later) => {
          const at = (t: number) =>
            decideCoverage({ date: '2025-03-10' }, [line({ embargo_info: 'P6M' })], dayNumber(t)).covered;
          if (at(today)) expect(at(today + later)).toBe(true);
        },
      ),
    );
  });
  it('dates mean spans', () => {
    expect(spanOf('2024-02')).toEqual({ from: parseDay('2024-02-01'), to: parseDay('2024-02-29') });
    expect(spanOf('2024-13')).toBeNull();
  });
});

describe('KBART problems', () => {
  it('a wrong ISSN is named with its line and costs nothing else, a wrong date costs the line; blank lines are counted', () => {
    const file =
      '\uFEFFpublication_title\tprint_identifier\tdate_first_issue_online\tdate_last_issue_online\r\nA\t1234-5678\t2001\r\n\r\nB\t\tlast year\r\nC\t\t2003\r\n';
    const { lines, numbers, problems } = readKbart(file, 'p');
    expect(lines.map((l) => l.publication_title)).toEqual(['A', 'C']);
    expect(numbers).toEqual([2, 5]);
    expect(problems.map((p) => p.line)).toEqual([2, 4]);
  });
});

it('a line whose span can’t be read decides nothing in our favour', () => {
  const odd = [line({ date_first_issue_online: 'last year' })];
  expect(decideCoverage({ date: '2010' }, odd, parseDay('2026-11-02') as DayNumber)).toMatchObject({
    covered: false,
    reason: 'no-line',
  });
});

describe('OpenURL', () => {
  const read = (q: string) => readOpenUrl(new URLSearchParams(q));
  it('an article, with the prefix and without', () => {
    const csl = {
      type: 'article-journal',
      title: 'Kelp',
      'container-title': 'J',
      volume: '3',
      issue: '2',
      page: '1-9',
      ISSN: '6900-0018',
      author: [{ family: 'Lind', given: 'Ada' }],
      issued: { 'date-parts': [[2019, 5]] },
    };
    expect(
      read(
        'ctx_ver=Z39.88-2004&rft_val_fmt=info:ofi/fmt:kev:mtx:journal&rft.genre=article&rft.atitle=Kelp&rft.jtitle=J&rft.volume=3&rft.issue=2&rft.spage=1&rft.epage=9&rft.issn=69000018&rft.aulast=Lind&rft.aufirst=Ada&rft.date=2019-05',
      )?.csl,
    ).toEqual(csl);
    expect(
      read(
        'genre=article&atitle=Kelp&title=J&volume=3&issue=2&pages=1-9&issn=6900-0018&aulast=Lind&aufirst=Ada&date=2019-05',
      )?.csl,
    ).toEqual(csl);
  });
  it('identifiers as URIs; a wrong one is left out and said', () => {
    expect(read('rft_id=info:doi/10.5555/A.1')?.csl.DOI).toBe('10.5555/a.1');
    const wrong = read('rft.btitle=X&rft.isbn=9789800000428');
    expect(wrong?.csl.ISBN).toBeUndefined();
    expect(wrong?.problems[0]?.values?.value).toBe('9789800000428');
  });
  it('a chapter, a dissertation, a patent', () => {
    expect(
      read('rft_val_fmt=info:ofi/fmt:kev:mtx:book&rft.genre=bookitem&rft.atitle=C&rft.btitle=B')?.csl,
    ).toMatchObject({
      type: 'chapter',
      title: 'C',
      'container-title': 'B',
    });
    expect(read('rft_val_fmt=info:ofi/fmt:kev:mtx:dissertation&rft.title=D&rft.inst=U')?.csl).toMatchObject({
      type: 'thesis',
      publisher: 'U',
    });
    expect(read('rft_val_fmt=info:ofi/fmt:kev:mtx:patent&rft.title=P&rft.number=12')?.csl).toMatchObject({
      type: 'patent',
      title: 'P',
    });
  });
  it('nothing said, nothing read', () => expect(read('ctx_ver=Z39.88-2004&rfr_id=x')).toBeNull());
  it('what is written is read back', () => {
    const word = fc.stringMatching(/^[A-Z][a-z]{2,12}( [a-z]{2,9}){0,3}$/);
    fc.assert(
      fc.property(
        word,
        word,
        word,
        fc.integer({ min: 1500, max: 2026 }),
        fc.constantFrom('article-journal', 'chapter', 'book', 'thesis'),
        (title, container, family, year, type) => {
          const csl = {
            type,
            title,
            author: [{ family, given: 'Ada' }],
            issued: { 'date-parts': [[year]] as [[number]] },
            ...(type === 'article-journal' || type === 'chapter' ? { 'container-title': container } : {}),
            ...(type === 'article-journal' ? { volume: '3', page: '1-9' } : {}),
          };
          expect(readOpenUrl(writeOpenUrl(csl))?.csl).toEqual(csl);
        },
      ),
    );
  });
});
