/** Bytes of all sorts of programs as characters. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { decoded, decodeText } from '../decode';
import { readIso2709 } from './iso2709';
import { decodeMarc8 } from './marc8';
import { readMarcxml } from './marcxml';
import { readAs } from './read';

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
