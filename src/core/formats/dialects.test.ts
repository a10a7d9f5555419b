/** Formats as other programs write them: each case as it is met, none written by our own writers. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decoded, decodeText } from '../decode';
import type { CslItem } from '../model/record';
import { writeBibtex } from './bibtex';
import { readBibtex } from './bibtexRead';
import { readCslItems } from './cslItems';
import { readCsv } from './csv';
import { cslDate } from './dates';
import { readIso2709, writeIso2709 } from './iso2709';
import { ProblemBundle } from './item';
import type { MarcRecord } from './marc';
import { decodeMarc8 } from './marc8';
import { hostPlace } from './marcHost';
import { itemOfMarc } from './marcItems';
import { readMarcxml } from './marcxml';
import { readAs } from './read';
import { readRis, writeRis } from './ris';
import { writeItems } from './write';

const bytes = (...list: (string | number)[]): Uint8Array =>
  Uint8Array.from(list.flatMap((x) => (typeof x === 'number' ? [x] : [...x].map((c) => c.charCodeAt(0)))));
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);

describe('characters', () => {
  it('Windows-1252 has its quotation marks and dashes', () => {
    expect(decodeText(bytes('a', 0x80, 0x93, 'x', 0x94, 0x96, 0x85, 0xe9))).toBe('a€“x”–…é');
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom('a', 'é', 'ß', '€', '„', '“', 'Š', 'œ', 'Ÿ', ' ') }),
        (text) => {
          const table = new Map(
            [...'€‚ƒ„…†‡ˆ‰Š‹Œ'].map((c, i) => [
              c,
              [0x80, 0x82, 0x83, 0x84, 0x85, 0x86, 0x87, 0x88, 0x89, 0x8a, 0x8b, 0x8c][i] as number,
            ]),
          );
          const more = new Map([
            ['“', 0x93],
            ['œ', 0x9c],
            ['Ÿ', 0x9f],
          ]);
          const written = Uint8Array.from(text, (c) => table.get(c) ?? more.get(c) ?? c.charCodeAt(0));
          // What is valid UTF-8 by chance is taken for that.
          fc.pre(/[^ -~]/.test(text) && !/[Ã-ô]/.test(text.slice(0, -1)));
          expect(decodeText(Uint8Array.of(...written, 0xe9))).toBe(`${text}é`);
        },
      ),
    );
  });
  it('NULs go, with a word', () => {
    expect(decoded(utf8('Kelp\0 and\0 salt'))).toEqual({ text: 'Kelp and salt', nuls: 2 });
    const { items, problems } = readAs('ris', utf8('TY  - BOOK\nTI  - Ke\0lp\nER  - \n'));
    expect(items[0]?.title).toBe('Kelp');
    expect(problems).toEqual([{ line: 1, text: { code: 'file.nulsLeftOut', values: { count: 1 } } }]);
  });
  it('UTF-16 with a mark and without one', () => {
    const text = 'TY  - BOOK\nTI  - Tång\nER  - \n';
    const le = Uint8Array.from([...text].flatMap((c) => [c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8]));
    for (const file of [Uint8Array.of(0xff, 0xfe, ...le), le])
      expect(readAs('ris', file).items[0]?.title).toBe('Tång');
  });
  it.each([
    ['marks stand before their letter', bytes('M', 0xe8, 'uller, J', 0xe8, 'org'), 'Müller, Jörg'],
    ['two marks on a letter', bytes(0xe3, 0xe2, 'a'), '\u1ea5'],
    ['letters of their own', bytes(0xb2, 'ster', 0xb1, 0xa1, 0xc7), 'østerłŁß'],
    ['Cyrillic and back', bytes(0x1b, '(N', 'kNIGA', 0x1b, '(B', ' x'), 'Книга x'],
    ['Greek', bytes(0x1b, '(S', 0x6e, 0x72, 0x64, 0x72, 0x77, 0x1b, '(B', '.'), 'λογος.'],
    ['raised and lowered figures', bytes('H', 0x1b, 'b2', 0x1b, 's', 'O'), 'H₂O'],
    ['numbers of letters', bytes('&#x0141;od'), 'Łod'],
  ])('MARC-8: %s', (_, field, text) => expect(decodeMarc8(field).text).toBe(text));
  it('MARC-8: a set that is not had is named, and nothing else is lost', () => {
    const { text, unread } = decodeMarc8(bytes('a ', 0x1b, '$1', '!0!', 0x1b, '(B', ' b'));
    expect([text, unread]).toEqual(['a � b', ['East Asian']]);
  });
  it('MARC-8: whatever the bytes, it ends and says what it could not', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 60 }), (field) => {
        const { text, odd, unread } = decodeMarc8(field);
        expect(text).toBe(text.normalize('NFC'));
        if (text.includes('�')) expect(odd || unread.length > 0).toBe(true);
      }),
    );
  });
  const marc = (title: Uint8Array, flag: string): Uint8Array => {
    const field = bytes('10', 0x1f, 'a', ...title, 0x1e);
    const directory = `245${String(field.length).padStart(4, '0')}00000`;
    const base = 24 + directory.length + 1;
    const size = base + field.length + 1;
    return bytes(
      `${String(size).padStart(5, '0')}nam ${flag}22${String(base).padStart(5, '0')}   4500`,
      directory,
      0x1e,
      ...field,
      0x1d,
    );
  };
  it.each([
    ['MARC-8', bytes('T', 0xea, 'ang und Tr', 0xe8, 'aume'), ' ', 'Tång und Träume'],
    ['UTF-8 by its leader', utf8('Tång'), 'a', 'Tång'],
    ['UTF-8 whatever its leader says', utf8('Tång und Träume'), ' ', 'Tång und Träume'],
    [
      'Windows-1252 of programs that say nothing',
      bytes('T', 0xe5, 'ng f', 0xfc, 'r alle', 0x96),
      ' ',
      'Tång für alle–',
    ],
  ])('ISO 2709 in %s', (_, title, flag, text) =>
    expect(readIso2709(marc(title, flag)).records[0]?.fields[0]?.subfields).toEqual([['a', text]]),
  );
  it('XML: letters by their numbers', () => {
    const xml =
      '<collection><record><leader>00000nam a2200000 a 4500</leader><datafield tag="245" ind1="1" ind2="0"><subfield code="a">T&#xe5;ng &amp; &#8211; salt</subfield></datafield></record></collection>';
    expect(readMarcxml(xml).records[0]?.fields[0]?.subfields).toEqual([['a', 'Tång & – salt']]);
  });
});

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

const record = (
  leader: string,
  ...fields: [tag: string, ...subfields: [string, string][]][]
): MarcRecord => ({
  leader,
  control: [['001', 'x']],
  fields: fields.map(([tag, ...subfields]) => ({ tag, ind1: '1', ind2: ' ', subfields })),
});
describe('MARC', () => {
  it.each<[string[], string | undefined, object]>([
    [
      ['Vol. 12, no. 3 (Mar. 2001), p. 33-57'],
      undefined,
      { volume: '12', issue: '3', page: '33-57', year: '2001' },
    ],
    [['34(2016), Heft 3, Seite 12-19'], undefined, { volume: '34', issue: '3', page: '12-19', year: '2016' }],
    [['12(3), 33-57'], undefined, { volume: '12', issue: '3', page: '33-57' }],
    [
      ['volume:12', 'number:3', 'year:2001', 'pages:33-57'],
      undefined,
      { volume: '12', issue: '3', page: '33-57', year: '2001' },
    ],
    [[], '12:3<33', { volume: '12', issue: '3', page: '33' }],
    [['Bd. 4, S. e12'], undefined, { volume: '4', page: 'e12' }],
    [['pages 3-9'], undefined, { page: '3-9' }],
    [['2001, p. 33'], undefined, { page: '33', year: '2001' }],
  ])('773 %j %s', (related, coded, place) => expect(hostPlace(related, coded)).toEqual(place));
  it('numbers and names of parts, relators, meetings, titles in their own script', () => {
    const item = itemOfMarc(
      record(
        '00000nam a2200000 a 4500',
        ['111', ['a', 'Kelp Congress']],
        ['245', ['a', 'Handbuch.'], ['n', 'Band 2,'], ['p', 'Küste :'], ['b', 'eine Übersicht /']],
        ['700', ['a', 'Ost, Bo'], ['4', 'edt']],
        ['700', ['a', 'Lind, Ada'], ['4', 'aut']],
        ['700', ['a', 'Ver, Li'], ['4', 'http://id.example/relators/trl']],
        ['700', ['a', 'Bild, Er'], ['e', 'illustrator']],
        ['880', ['6', '245-01'], ['a', 'Книга']],
        ['650', ['a', 'Kelp'], ['x', 'History.']],
      ),
      1,
    );
    expect(item).toMatchObject({
      title: 'Handbuch. Band 2, Küste: eine Übersicht',
      editor: [{ family: 'Ost' }],
      author: [{ family: 'Lind' }],
      translator: [{ family: 'Ver' }],
      'event-title': 'Kelp Congress',
      'original-title': 'Книга',
      keyword: 'Kelp -- History',
    });
  });
  it('own chapters come back as they were', () => {
    const word = fc.stringMatching(/^[A-Z][a-z]{3,8}$/);
    fc.assert(
      fc.property(
        word,
        word,
        word,
        word,
        fc.integer({ min: 1, max: 300 }),
        fc.integer({ min: 1, max: 40 }),
        (family, whole, title, editor, from, n) => {
          const chapter = {
            id: 'c',
            type: 'chapter',
            title,
            author: [{ family, given: 'Ada' }],
            editor: [{ family: editor, given: 'Bo' }],
            'container-title': `${whole} Book`,
            page: `${from}-${from + n}`,
            publisher: 'Row Press',
            issued: { 'date-parts': [[2001]] },
          } as unknown as CslItem;
          for (const format of ['marc', 'marcxml'] as const) {
            const out = writeItems(format, [chapter]);
            const [back] = readAs(format, typeof out === 'string' ? utf8(out) : out).items;
            expect(back).toMatchObject(chapter);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
  it('UNIMARC is known by its fields, and read', () => {
    const item = itemOfMarc(
      record(
        '00000naa0 2200000   450 ',
        ['101', ['a', 'fre']],
        ['200', ['a', 'Le goémon'], ['e', 'récits'], ['f', 'Ada Lind']],
        ['210', ['a', 'Port'], ['c', 'Éd. du Quai'], ['d', '2011']],
        ['463', ['t', 'Annales du littoral'], ['v', 'Vol. 12, no 3 (2011), p. 33-57'], ['x', '1234-5679']],
        ['700', ['a', 'Lind'], ['b', 'Ada'], ['4', '070']],
        ['702', ['a', 'Ost'], ['b', 'Bo'], ['4', '340']],
        ['702', ['a', 'Ver'], ['b', 'Li'], ['4', '730']],
      ),
      1,
    );
    expect(item).toMatchObject({
      type: 'article-journal',
      title: 'Le goémon: récits',
      author: [{ family: 'Lind', given: 'Ada' }],
      editor: [{ family: 'Ost', given: 'Bo' }],
      translator: [{ family: 'Ver', given: 'Li' }],
      'container-title': 'Annales du littoral',
      volume: '12',
      issue: '3',
      page: '33-57',
      publisher: 'Éd. du Quai',
      issued: { 'date-parts': [[2011]] },
      language: 'fr',
    });
  });
  it('what is written is UTF-8 and says so', () =>
    expect(
      new TextDecoder()
        .decode(writeIso2709(record('00000nam a2200000 a 4500', ['245', ['a', 'Tång']])) as Uint8Array)
        .slice(9, 10),
    ).toBe('a'));
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
