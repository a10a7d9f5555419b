/** Formats as other programs write them: each case as it is met, none written by our own writers. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CslItem } from '../model/record';
import { writeBibtex } from './bibtex';
import { readBibtex } from './bibtexRead';
import { readCslItems } from './cslItems';
import { readCsv } from './csv';
import { cslDate } from './dates';
import { ProblemBundle } from './item';
import { readRis, writeRis } from './ris';

describe('BibTeX and BibLaTeX', () => {
  const one = (text: string) => readBibtex(text).items.at(-1) as CslItem;
  it('a part takes from its whole, and from what is shared', () => {
    const { items, problems } =
      readBibtex(`@incollection{kid, author={Lind, Ada and others}, title={A Part}, pages={3--9}, crossref={Par}}
@book{par, title={The Whole}, editor={Ost, Bo}, year=2001, xdata={tide}}
@xdata{tide, publisher={Tide Press}, location={Harrow}}`);
    expect(problems).toEqual([]);
    expect(items).toHaveLength(2);
    expect(items[0]).toMatchObject({
      type: 'chapter',
      title: 'A Part',
      'container-title': 'The Whole',
      author: [{ family: 'Lind', given: 'Ada' }],
      editor: [{ family: 'Ost', given: 'Bo' }],
      publisher: 'Tide Press',
      'publisher-place': 'Harrow',
      issued: { 'date-parts': [[2001]] },
    });
    const lost = readBibtex('@incollection{k, title={P}, crossref={gone}}');
    expect([lost.items.length, lost.problems[0]?.text.code]).toEqual([1, 'file.noSuchParent']);
    // Wholes that name one another, many times, end.
    const names = (of: string) => Array.from({ length: 200 }, () => of).join(',');
    const round = readBibtex(
      `@xdata{x, publisher={P}, xdata={${names('y')}}}\n@xdata{y, xdata={${names('x')}}}\n@book{b, title={B}, xdata={${names('y,x')}}}`,
    );
    expect(round.items).toMatchObject([{ title: 'B', publisher: 'P' }]);
    // One that is its own whole ends.
    expect(readBibtex('@book{a, title={A}, crossref={a}}').items).toHaveLength(1);
  });
  it('bodies are braced, particles and suffixes kept', () => {
    expect(
      one('@book{a, title={T}, author={{World Kelp Office} and van der Oost, Nils and Lind, Jr., Ada}}')
        .author,
    ).toEqual([
      { literal: 'World Kelp Office' },
      { family: 'van der Oost', given: 'Nils' },
      { family: 'Lind', given: 'Ada', suffix: 'Jr.' },
    ]);
  });
  it.each([
    ['{\\AA}ngstr{\\"o}m', 'Ångström'],
    ["S{\\'{\\i}}n", 'Sín'],
    ['\\AA{}ker og \\O{}st', 'Åker og Øst'],
    ["{\\L}{\\'o}d{\\'z}", 'Łódź'],
    ['50\\% \\& \\emph{more}', '50% & more'],
  ])('%s', (tex, text) => expect(one(`@book{a, title={${tex}}, year=2001}`).title).toBe(text));
  it('brackets in the place of braces, names that nothing stands for, days', () => {
    const { items, problems } = readBibtex(
      '@article(c, author = "M{\\"u}ller, J{\\"o}rg", title = "Paren", journal = nosuch, year = 2010, month = mar, day = 5, eid = {e123}, number = 4)',
    );
    expect(problems.map((p) => [p.text.code, p.text.values])).toEqual([
      ['file.stringUndefined', { name: 'nosuch' }],
    ]);
    expect(items[0]).toMatchObject({
      title: 'Paren',
      'container-title': 'nosuch',
      page: 'e123',
      issue: '4',
      issued: { 'date-parts': [[2010, 3, 5]] },
    });
  });
  it('dates with a range, addresses, numbers, kinds', () => {
    expect(
      one(
        '@report{t, author={Lind, A}, title={R}, institution={I}, number={TR-7}, type={techreport}, date={1999-03/2001}, url={http://a.example/x_y}}',
      ),
    ).toMatchObject({
      type: 'report',
      number: 'TR-7',
      genre: 'Technical report',
      URL: 'http://a.example/x_y',
      issued: { 'date-parts': [[1999, 3]] },
    });
    expect(
      one('@mastersthesis{m, author={Lind, A}, title={Th}, school={Uni}, year={circa 2003}}'),
    ).toMatchObject({
      type: 'thesis',
      genre: 'Master’s thesis',
      issued: { 'date-parts': [[2003]] },
    });
    expect(one('@online{o, title={P}, url={http://x.example}, year=2019}').URL).toBe('http://x.example');
    expect(
      one('@inproceedings{i, title={P}, booktitle={Proc.}, doi={https://doi.org/10.5555/A_b}, year=2003}')
        .DOI,
    ).toBe('10.5555/a_b');
  });
  it('what is written keeps everything, and TeX can read it', () => {
    const item = {
      id: 'a',
      type: 'report',
      title: 'A \\ back {slash} ~ ^ 5 % & #1 $x_y',
      author: [{ family: 'Lind', given: 'Ada', suffix: 'Jr.' }],
      translator: [{ family: 'Ost', given: 'Bo' }],
      issued: { 'date-parts': [[2003, 4, 5]] },
      URL: 'http://x.example/a_b?c=1&d',
      number: 'TR-7',
      page: '3-9',
    } as unknown as CslItem;
    const text = writeBibtex([item]);
    expect(text).toContain(
      'A \\textbackslash{} back \\{slash\\} \\textasciitilde{} \\textasciicircum{} 5 \\% \\& \\#1 \\$x\\_y',
    );
    expect(text).toContain('url = {http://x.example/a_b?c=1&d}');
    expect(one(text)).toMatchObject({
      translator: item.translator,
      author: item.author,
      URL: item.URL,
      number: 'TR-7',
      issued: item.issued,
    });
  });
});

describe('RIS', () => {
  it('without blanks, in small letters, indented', () => {
    const { items, problems } = readRis(
      'TY  -JOUR\nAU  -Lind, Ada\nTI  - Kelp\nPY - 1975-1979\nT2- Shore\nC7 - e123\nER  -\n\n  ty  - chap\n  au  - Ost, Bo\n  ti  - Part\n  t2  - Whole\n  er  -\n'.replace(
        'chap',
        'CHAP',
      ),
    );
    expect(problems).toEqual([]);
    expect(items).toMatchObject([
      {
        type: 'article-journal',
        author: [{ family: 'Lind', given: 'Ada' }],
        page: 'e123',
        issued: { 'date-parts': [[1975]] },
        'container-title': 'Shore',
      },
      { type: 'chapter', author: [{ family: 'Ost' }], title: 'Part', 'container-title': 'Whole' },
    ]);
  });
  it('a line of text with a hyphen is no tag', () => {
    const { items } = readRis('TY  - BOOK\nTI  - Salt\nAB  - One\nin - between\nX-ray\nER  - \n');
    expect(items[0]?.abstract).toBe('One in - between X-ray');
  });
  it('a DOI where others put it, numbers of reports, addresses, meetings', () => {
    const { items } = readRis(
      'TY  - RPRT\nT1  - Rep\nSN  - TR-77\nM3  - 10.5555/ABC\nUR  - http://x.example\nKW  - kelp\nKW  - salt, sea\nER  - \nTY  - CONF\nTI  - Talk\nC3  - Proc. of Kelp\nUR  - https://doi.org/10.5555/x\nER  - \n',
    );
    expect(items[0]).toMatchObject({
      type: 'report',
      number: 'TR-77',
      DOI: '10.5555/abc',
      URL: 'http://x.example',
      keyword: 'kelp; salt, sea',
    });
    expect(items[0]).not.toHaveProperty('ISBN');
    expect(items[0]).not.toHaveProperty('genre');
    expect(items[1]).toMatchObject({
      type: 'paper-conference',
      'container-title': 'Proc. of Kelp',
      DOI: '10.5555/x',
    });
  });
  it('subjects, suffixes and addresses are written', () => {
    const text = writeRis([
      {
        id: 'a',
        type: 'book',
        title: 'T',
        keyword: 'kelp; salt',
        URL: 'http://x.example',
        author: [{ family: 'Lind', given: 'Ada' }],
      } as CslItem,
    ]);
    expect(text.match(/^KW {2}- .*$/gm)).toEqual(['KW  - kelp', 'KW  - salt']);
    expect(text).toContain('UR  - http://x.example');
  });
});

describe('CSL-JSON', () => {
  const one = (item: object) =>
    readCslItems(JSON.stringify([{ id: 'a', type: 'book', title: 'T', ...item }])).items[0] as CslItem;
  it.each([
    [
      { family: 'Oost', 'non-dropping-particle': 'van der', given: 'N', suffix: 'Jr.' },
      { family: 'van der Oost', given: 'N', suffix: 'Jr.' },
    ],
    [{ family: 'Rade', 'dropping-particle': 'de' }, { family: 'de Rade' }],
    [{ raw: 'Lind, Ada' }, { family: 'Lind', given: 'Ada' }],
    [{ literal: 'Kelp Office' }, { literal: 'Kelp Office' }],
    ['Lind, Ada', { family: 'Lind', given: 'Ada' }],
  ])('a name %j', (name, read) => expect(one({ author: [name] }).author).toEqual([read]));
  it.each([
    [{ 'date-parts': [['2001', '3']] }, [2001, 3]],
    [{ 'date-parts': [[1990], [1992]] }, [1990]],
    [{ 'date-parts': [2004] }, [2004]],
    [{ raw: '2019-03-04' }, [2019, 3, 4]],
    [{ literal: 'ca. 1850' }, [1850]],
    [{ 'date-parts': [[2001]], season: 2, circa: true }, [2001]],
    ['2004-05', [2004, 5]],
    ['2004-21', [2004]],
    ['1999-03/2001', [1999, 3]],
    ['199X', [1990]],
    ['2004~', [2004]],
    ['2004-05-06T10:00:00Z', [2004, 5, 6]],
    [2004, [2004]],
  ])('a date %j', (date, parts) => expect(cslDate(date)?.['date-parts'][0]).toEqual(parts));
  it.each([['soon'], [{}], [null], [{ 'date-parts': [['']] }], [{ 'date-parts': 'x' }]])(
    'no date: %j',
    (date) => expect(cslDate(date)).toBeUndefined(),
  );
  it('any date ends, and is none or begins with a whole number', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const date = cslDate(value);
        if (date) expect(date['date-parts'][0].every(Number.isInteger)).toBe(true);
      }),
    );
  });
  it('titles in a list, numbers, addresses, marks of HTML', () => {
    expect(
      one({
        title: ['<i>Kelp</i> &c', 'x'],
        number: 7,
        URL: 'http://x.example',
        DOI: 'https://doi.org/10.5555/A',
        page: 12,
      }),
    ).toMatchObject({
      title: 'Kelp &c',
      number: '7',
      URL: 'http://x.example',
      DOI: '10.5555/a',
      page: '12',
    });
  });
});

describe('CSV', () => {
  const one = (heading: string, row: string) => readCsv(`${heading}\n${row}\n`).items[0];
  it('columns and kinds as exports name them, in English and German', () => {
    expect(
      one(
        'Item Type;Publication Year;Author;Title;Publication Title;ISBN',
        'bookSection;2011;Lind, Ada;Kelp;Whole;',
      ),
    ).toMatchObject({
      type: 'chapter',
      title: 'Kelp',
      'container-title': 'Whole',
      issued: { 'date-parts': [[2011]] },
    });
    expect(
      one(
        'Titel;Autor(en);Erscheinungsjahr;Verlag;Verlagsort;Auflage;Dokumenttyp',
        'Tang;Ost, Bo;1999;Quai;Port;2;Monografie',
      ),
    ).toMatchObject({
      type: 'book',
      title: 'Tang',
      publisher: 'Quai',
      'publisher-place': 'Port',
      edition: '2',
    });
    expect(
      one(
        '"Authors","Author full names","Title","Year","Source title","Volume","Issue","DOI","Document Type"',
        '"Lind A.; Ost B.","Lind, Ada (123); Ost, Bo (456)","Kelp","2019","Shore","3","4","https://doi.org/10.5555/A","Article"',
      ),
    ).toMatchObject({ type: 'article-journal', 'container-title': 'Shore', DOI: '10.5555/a' });
  });
  it.each([
    [
      'Lind, Ada; Ost, Bo',
      [
        { family: 'Lind', given: 'Ada' },
        { family: 'Ost', given: 'Bo' },
      ],
    ],
    [
      'Lind, Ada and Ost, Bo',
      [
        { family: 'Lind', given: 'Ada' },
        { family: 'Ost', given: 'Bo' },
      ],
    ],
    [
      'Ada Lind | Bo Ost',
      [
        { family: 'Lind', given: 'Ada' },
        { family: 'Ost', given: 'Bo' },
      ],
    ],
    [
      'Lind, A., Ost, B.',
      [
        { family: 'Lind', given: 'A.' },
        { family: 'Ost', given: 'B.' },
      ],
    ],
    ['Kelp Office', [{ literal: 'Kelp Office' }]],
  ])('names in a cell: %s', (cell, names) =>
    expect(one('title\tauthor', `Kelp\t${cell}`)?.author).toEqual(names),
  );
});

it('of each sort of problem the first few are said, and how many more there are', () => {
  const bundle = new ProblemBundle();
  for (let line = 1; line <= 500; line++)
    bundle.add([{ line, text: { code: 'file.hasNoTitle', values: {} } }]);
  bundle.add([{ line: 7, text: { code: 'file.isCutShort', values: {} } }]);
  const all = bundle.all();
  expect(all).toHaveLength(22);
  expect(all[20]).toEqual({ line: 21, text: { code: 'file.moreOfTheSame', values: { count: 480 } } });
});
