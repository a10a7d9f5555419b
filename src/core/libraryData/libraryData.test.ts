/** The files of a library's folder, each read by itself: what is right, and what is said of the rest. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { POLICY } from '../../demo/policy';
import type { Week } from '../model/library';
import type { Message } from '../model/message';
import { readHoldings } from './holdings';
import { LENDER_COLUMNS, readLenders } from './lenders';
import { readLibraryFile } from './libraryFile';
import { titlesOf } from './titles';
import { readWeek, writeWeek } from './week';

const codes = (list: readonly { readonly line?: number; readonly text: Message }[]): string[] =>
  list.map(({ line, text }) => `${line ?? ''} ${text.code.replace(/^libraryfolder\./, '')}`.trim());

describe('opening hours', () => {
  it('are read by days and stretches of days, also over the end of a week', () => {
    const { week, problems } = readWeek({ 'Mon–Thu': '8:00–22:00', 'fri, sat': '09:00 - 24:00' }, 'hours');
    expect(problems).toEqual([]);
    expect(week).toEqual([
      null,
      ...Array.from({ length: 4 }, () => ['08:00', '22:00']),
      ['09:00', '24:00'],
      ['09:00', '24:00'],
    ]);
    expect(readWeek({ 'sat-mon': '10:00-12:00' }, '').week.map(Boolean)).toEqual([
      true,
      true,
      false,
      false,
      false,
      false,
      true,
    ]);
  });
  it('that can’t be read are named, and the others stand', () => {
    const { week, problems } = readWeek(
      {
        mon: '22:00-08:00',
        someday: '08:00-09:00',
        tue: 'closed',
        wed: '08:00-09:00',
        'wed-thu': '10:00-11:00',
      },
      'campuses.main.hours',
    );
    expect(problems.map((p) => p.code)).toEqual([
      'libraryfolder.hours',
      'libraryfolder.days',
      'libraryfolder.twice',
    ]);
    expect([week[2], week[3], week[4]]).toEqual([null, ['08:00', '09:00'], ['10:00', '11:00']]);
  });
  it('come back as they were written', () => {
    const hours = fc.option(
      fc.constantFrom<readonly [string, string]>(['08:00', '20:00'], ['09:30', '24:00']),
      { nil: null },
    );
    fc.assert(
      fc.property(fc.array(hours, { minLength: 7, maxLength: 7 }), (week) => {
        expect(readWeek(writeWeek(week as Week), '')).toEqual({ week, problems: [] });
      }),
    );
  });
});

describe('library.yaml', () => {
  const least = {
    name: 'Gralsund',
    agency: 'LGD:GS',
    campuses: [{ id: 'main', name: 'Main', hours: { 'mon-fri': '08:00-20:00' } }],
  };
  it('needs a name, an agency and a campus; the rest has plain defaults', () => {
    const { library, problems } = readLibraryFile(least, POLICY, []);
    expect(problems).toEqual([]);
    expect(library).toMatchObject({
      name: 'Gralsund',
      partners: [],
      providers: [],
      campuses: [{ id: 'main', agency: 'LGD:GS', travel: {}, fetchesHolds: true, about: '' }],
    });
    expect(library?.campuses[0]?.hours[1]).toEqual(['08:00', '20:00']);
  });
  it('is refused with every fault by its path', () => {
    const { library, problems } = readLibraryFile(
      { ...least, colour: 'blue', campuses: [{ id: 'Main Street', name: 3 }] },
      POLICY,
      [],
    );
    expect(library).toBeNull();
    expect(problems.map((p) => `${p.code} ${p.values?.label}`)).toEqual([
      'shape.form.place campuses[0].id',
      'shape.text campuses[0].name',
      'shape.missing campuses[0].hours',
      'shape.unknown colour',
    ]);
  });
  it('says an id that is there twice; the first stands', () => {
    const [campus] = least.campuses;
    const { library, problems } = readLibraryFile(
      { ...least, campuses: [campus, { ...campus, name: 'Other' }] },
      POLICY,
      [],
    );
    expect([library?.campuses.map((c) => c.name), problems.map((p) => p.code)]).toEqual([
      ['Main'],
      ['libraryfolder.idTwice'],
    ]);
  });
});

describe('lenders.csv', () => {
  it('is read in whatever order of columns, with defaults for those left out', () => {
    const { lenders, problems } = readLenders(
      'Name;Country;ID;agency;loan_days;fill rate;loan cost;lends\nNordhav;XV;n;LGD:N;3/6;0,8;12,50;book thesis\n',
    );
    expect(problems).toEqual([]);
    expect(lenders).toMatchObject([
      {
        id: 'n',
        name: 'Nordhav',
        loanDays: { median: 3, likely: 6 },
        copyDays: { median: 2, likely: 6 },
        fillRate: 0.8,
        loanCost: 1250,
        lends: ['book', 'thesis'],
        copies: true,
      },
    ]);
  });
  it.each([
    ['0.8', 0.8],
    ['82 %', 0.82],
    ['100%', 1],
    ['1', 1],
    ['1.2', null],
    ['120 %', null],
  ])('a share is written as %s', (text, share) => {
    const { lenders } = readLenders(`id;agency;name;country;fillRate\nn;LGD:N;Nordhav;XV;${text}\n`);
    expect(lenders[0]?.fillRate ?? null).toBe(share);
  });
  it('leaves out what can’t be used, and says why', () => {
    const { lenders, problems } = readLenders(
      'id,agency,name,country,loanDays,colour\na,A,One,XV,6/3,x\nb,B,,XV,,\nc,C,Three,XV,2/4,\nc,C,Again,XV,,\n',
    );
    expect(lenders.map((l) => l.id)).toEqual(['c']);
    expect(codes(problems)).toEqual(['1 columnNotKnown', '2 cell', '3 cell', '5 idTwice']);
    expect(codes(readLenders('id,name\na,One\n').problems)).toEqual(['1 noColumn']);
    expect(LENDER_COLUMNS).toContain('answerDays');
  });
});

describe('holdings.csv', () => {
  const campuses = new Set(['main']);
  it('gives copies to records and ISBNs', () => {
    const { byRecord, byIsbn, copies, problems } = readHoldings(
      'record,isbn,campus,level,call number,status,due,queue\nr1,,main,2,QK 5,,,\n,978-99-0000-052-5,main,1,QK 6,out,2026-12-01,2\n',
      campuses,
    );
    expect([problems, copies]).toEqual([[], 2]);
    expect(byRecord.get('r1')?.[0]).toMatchObject({
      line: 2,
      copy: { campus: 'main', location: '2', callNumber: 'QK 5', status: { state: 'in' }, rule: 'loan' },
    });
    expect(byIsbn.get('9789900000525')?.[0]?.copy.status).toEqual({
      state: 'out',
      due: '2026-12-01',
      queue: 2,
    });
  });
  it('says an ISBN that is none', () =>
    expect(codes(readHoldings('isbn,campus\n9789900000520,main\n', campuses).problems)).toEqual([
      '2 noIsbn',
    ]));
  it('names places that are not there, copies of nothing, and what is out for ever', () => {
    const { copies, problems } = readHoldings(
      'record,campus,status\nr1,moon,in\n,main,in\nr2,main,out\nr3,main,eaten\n',
      campuses,
    );
    expect([copies, codes(problems).sort()]).toEqual([
      0,
      ['2 noSuchCampus', '3 neither', '4 noDue', '5 cell'],
    ]);
  });
});

it('title lists make journals of lines that share an ISSN, and e-books of those with an ISBN', () => {
  const line = (more: object) => ({ provider: 'p', publication_title: 'Weeds', ...more });
  const { journals, lines, byIssn, ebooks } = titlesOf(
    [
      line({ print_identifier: '1234-5679', date_first_issue_online: '1999-01' }),
      line({
        print_identifier: '1234-5679',
        online_identifier: '7000-9910',
        date_first_issue_online: '1990',
      }),
      line({ online_identifier: '7000-9910', provider: 'q' }),
      line({ online_identifier: '978-99-0000-052-5', publication_type: 'monograph' }),
    ],
    'de',
  );
  expect(journals).toMatchObject([{ id: '1234-5679', eissn: '7000-9910', from: 1990, language: 'de' }]);
  expect([...lines.values()].map((l) => l.length)).toEqual([3]);
  const joined = titlesOf(
    [
      line({ print_identifier: '1234-5679' }),
      line({ online_identifier: '7000-9910' }),
      line({ print_identifier: '7000-9910', online_identifier: '1234-5679' }),
    ],
    'de',
  );
  expect([joined.journals.length, [...joined.lines.values()].map((l) => l.length)]).toEqual([1, [3]]);
  expect(new Set(joined.byIssn.values()).size).toBe(1);
  expect(byIssn.get('7000-9910')).toBe('1234-5679');
  expect(ebooks.get('9789900000525')).toHaveLength(1);
});
