/** Journals, what was refereed, owners, and what a library says where its index ends. */
import { describe, expect, it } from 'vitest';
import { readHelp } from './help';
import { readHoldings } from './holdings';
import { serialsOf } from './journals';
import { readOwners } from './owners';
import { titlesOf } from './titles';

describe('journals, what was refereed, and owners', () => {
  const titles = titlesOf(
    [{ provider: 'p', publication_title: 'Watt', print_identifier: '1234-5679' }],
    'de',
  );
  it('are told by either ISSN; print runs and spans belong to them', () => {
    const { journals, problems } = serialsOf(
      titles,
      {
        journals:
          'issn,eissn,title,from,continues\n1234-5679,7000-9910,Wattblätter,1980,\n6000-0015,,Koog,1990,1234-5679\n',
        refereed: 'issn,from,to\n7000-9910,1999,\n9999-9994,1999,\n1234-5679,2005,2001\n',
      },
      [
        {
          issn: '7000-9910',
          partner: '',
          campus: 'h',
          run: { from: 1980, callNumber: 'Z 1', rule: 'premises' },
          line: 2,
        },
      ],
      'de',
    );
    expect(problems.journals).toEqual([]);
    expect(problems.refereed.map((p) => `${p.line} ${p.text.code.split('.')[1]}`)).toEqual([
      '3 noSuchJournal',
      '4 endsBefore',
    ]);
    expect(journals[0]).toMatchObject({
      title: 'Wattblätter',
      refereed: [{ from: 1999 }],
      print: [{ campus: 'h', from: 1980 }],
    });
    expect(journals[1]).toMatchObject({ title: 'Koog', continues: '1234-5679', refereed: [] });
  });
  it('nothing is known of referees where nothing is said', () =>
    expect(serialsOf(titles, { journals: null, refereed: null }, [], 'de').journals[0]?.refereed).toBe(
      'unknown',
    ));
  it('owners are lenders by their place; of what is not named nobody knows', () => {
    const owners = readOwners(
      'isbn;issn;record;lenders\n9789900000525;;;a c\n;1234-5679;;b\n;;r1;c nobody\n;;;a\n',
      ['a', 'b', 'c'],
    );
    expect(owners.of('x', ['9789900000525'])).toBe('5');
    expect(owners.of('r1', [])).toBe('4');
    expect(owners.of('x', [])).toBe('?');
    expect(owners.ofJournal(['1234-5679'])).toBe('2');
    expect(owners.problems.map((p) => p.text.code.split('.')[1])).toEqual(['noSuchLender', 'ownedNothing']);
  });
});

it('help is read entry by entry', () => {
  const nothing = {
    'questions.yaml': undefined,
    'databases.yaml': 'x',
    'guides.yaml': [{ id: 'g', title: 'G', about: 'A' }, { id: 'G!' }],
    'subjects.yaml': [{ subject: 'Küste', words: ['Deich und Siel'], headings: [] }],
    'librarians.yaml': [
      {
        id: 'l',
        name: 'L',
        email: 'l@x.example',
        sits: [{ weekday: 1, from: '10:00', to: '11:00', campus: 'moon' }],
      },
    ],
    'readers.yaml': undefined,
  };
  const { guidance, problems } = readHelp(nothing, new Set(['h']));
  expect(guidance.guides.map((g) => g.id)).toEqual(['g']);
  expect(guidance.topics[0]?.words).toContain('deich');
  expect(guidance.librarians?.[0]?.sits).toEqual([]);
  expect(problems.map((p) => `${p.file} ${p.text.code.split('.')[1]}`)).toEqual([
    'librarians.yaml sitsNowhere',
    'databases.yaml noList',
    'guides.yaml entry',
    'guides.yaml entry',
    'guides.yaml entry',
  ]);
});

it('a table may be a list: the same rows, what is no entry is named', () => {
  const rows = [
    { issn: '1234-5679', lenders: ['a', 'c'] },
    { record: 'r1', lenders: 'b' },
    'no entry',
    null,
    { isbn: '9789900000525', lenders: ['a'] },
  ];
  const owners = readOwners(rows, ['a', 'b', 'c']);
  expect(owners.ofJournal(['1234-5679'])).toBe('5');
  expect(owners.of('r1', [])).toBe('2');
  expect(owners.of('x', ['9789900000525'])).toBe('1');
  expect(owners.problems.map((p) => [p.line, p.text.code.split('.')[1]])).toEqual([
    [3, 'noEntry'],
    [4, 'noEntry'],
  ]);
});
it('journals have the names that the library gives them; volumes stand at partners, too', () => {
  const list = titlesOf(
    [
      {
        provider: 'p',
        publication_title: 'Wattblätter',
        print_identifier: '1234-5679',
        online_identifier: '7000-9910',
      },
    ],
    'de',
  );
  const holdings = readHoldings(
    'issn,campus,partner,callNumber,rule,from,to\n1234-5679,h,,Z 1,premises,1980,1990\n7000-9910,,q,Z 2,loan,1991,\n1234-5679,,moon,Z 3,loan,1991,\n',
    new Set(['h']),
    new Set(['q']),
  );
  const { journals, lines, byIssn } = serialsOf(
    list,
    {
      journals: [
        { id: 'watt', issn: '1234-5679', title: 'Wattblätter' },
        { issn: '6000-0015', title: 'Koog' },
      ],
      refereed: 'issn,from,to,known\n1234-5679,,,no\n',
    },
    holdings.print,
    'de',
  );
  expect([...lines.keys()]).toEqual(['watt']);
  expect(byIssn.get('7000-9910')).toBe('watt');
  const [watt, koog] = [journals.find((j) => j.id === 'watt'), journals.find((j) => j.title === 'Koog')];
  expect(watt?.refereed).toBe('unknown');
  expect(koog?.refereed).toEqual([]);
  expect(watt?.print.map((r) => [r.campus, r.from])).toEqual([['h', 1980]]);
  expect(watt?.partnerPrint.map((r) => [r.partner, r.callNumber])).toEqual([['q', 'Z 2']]);
  expect(holdings.problems.map((p) => p.line)).toEqual([4]);
});
