import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareCallNumbers, readCallNumber, SCHEMES, shelfKey } from './callNumber';

const sorted = (list: readonly string[]): string[] => [...list].sort(compareCallNumbers);
const inOrder = (...list: string[]): void => {
  expect(sorted([...list].reverse())).toEqual(list);
};

describe('the order', () => {
  it('of the Library of Congress: letters, whole class number, its decimals, cutters as fractions', () => {
    inOrder('Q 1 .A1', 'QA 9 .B2', 'QK 56 .B2', 'QK 569 .A35', 'QK 569 .A4', 'QK 569.5 .A1', 'QK 1020 .A1');
    inOrder('SH 389 .F29 2001', 'SH 389 .F3 1999', 'SH 389 .F3 2004', 'SH 389 .F3 A4', 'SH 389 .F32');
    inOrder('B 105 .C6', 'BF 1 .A2', 'BF 11 .A2', 'BFA 1', 'BL 1');
    inOrder('QH 541.5 .S3 C6', 'QH 541.5 .S3 C64', 'QH 541.5 .S3 D1', 'QH 541.5 .S35 A1', 'QH 541.53');
  });
  it('puts nothing before something: an older edition without year, a first volume', () => {
    inOrder(
      'TX 402 .S3',
      'TX 402 .S3 1998',
      'TX 402 .S3 1998b',
      'TX 402 .S3 1998 v.2',
      'TX 402 .S3 1998 v.10',
    );
    inOrder('TX 402 .S3 1998', 'TX 402 .S3 1998 c.2', 'TX 402 .S3 1999', 'TX 402 .S3 2010');
  });
  it('of volumes however they are written: as whole numbers', () => {
    inOrder('QA 76 .B4 v.2', 'QA 76 .B4 v.10', 'QA 76 .B5');
    inOrder('QA 76 .B4 v2', 'QA 76 .B4 v10');
    inOrder('QA 76 .B4 Vol. 2', 'QA 76 .B4 Vol. 10');
    inOrder('QA 76 .B4 1990 pt 2', 'QA 76 .B4 1990 pt 11');
  });
  it('takes a large V with its number for the cutter that it is', () => {
    inOrder('QA 76 .V10', 'QA 76 .V2');
    inOrder('QA 76 .A1 V15', 'QA 76 .A1 V2');
  });
  it('of Dewey: the class number by its decimals, then letters, then volumes', () => {
    inOrder(
      '005.1 ABE',
      '641 HAR',
      '641.3 HAR',
      '641.303 ABE',
      '641.31 HAL',
      '641.6 ABE',
      '641.6 ABE Bd. 2',
      '641.6 ABE Bd. 10',
      '641.6 ABF',
      '700 AA',
    );
    inOrder('813.54 S42', '813.54 S425', '813.54 S43');
    expect(shelfKey("641.3'09 ABE")).toBe(shelfKey('641.309 ABE'));
  });
  it('of running numbers: as numbers', () => {
    inOrder('20031', '20031 a', '104233', '2003111');
    expect(readCallNumber('20031-4').scheme).toBe('number');
  });
  it('of any other scheme: by its letters and numbers', () => {
    inOrder('Mag. 7', 'Mag. 12', 'Mag. 12 b');
    expect(shelfKey('')).toBe('4');
  });
  it('keeps each scheme together on a shelf of all campuses', () => {
    inOrder('QK 569 .A4', 'Z 1 .A1', '005.1 ABE', '641.3 HAR', '20031', 'Mag. 7');
  });
});

describe('reading', () => {
  it('finds the scheme', () => {
    const of = (text: string) => readCallNumber(text).scheme;
    expect(['QK569.A4', 'qk 569 .a4', 'Ref. QK 569 .A4', 'K 3 .B2'].map(of)).toEqual([
      'lc',
      'lc',
      'lc',
      'lc',
    ]);
    expect(['641.3 HAR', '641 HAR', '641.3HAR', '64 HAR'].map(of)).toEqual(['ddc', 'ddc', 'ddc', 'ddc']);
    expect(['1998231', 'Mag. 12', 'Harbour papers', ''].map(of)).toEqual([
      'number',
      'other',
      'other',
      'other',
    ]);
  });
  it('names what is wrong and puts it near its like', () => {
    const fault = (text: string) => readCallNumber(text).fault;
    expect(fault('QK 569 .A4')).toBeNull();
    expect(fault('QK .A4')).toBe('number');
    expect(fault('QK')).toBe('number');
    expect(fault('64 HAR')).toBe('short');
    expect(fault('   ')).toBe('empty');
    expect(readCallNumber('XK 12 .A4', 'lc').fault).toBe('class');
    expect(readCallNumber('QK 12 .A4', 'ddc').fault).toBe('rest');
    inOrder('Q 999 .Z9', 'QK .A4', 'QK 1 .A1', 'QL 1 .A1');
    inOrder('63 HAR', '064 HAR', '64 HAR', '641 HAR');
  });
  it('does not mind case, marks and spaces, nor on which sort of shelf it stands', () => {
    expect(shelfKey('qk569.a4 2019')).toBe(shelfKey('QK 569 .A4 2019'));
    expect(shelfKey('Oversize QK 569 .A4 2019')).toBe(shelfKey('QK 569 .A4 2019'));
    expect(shelfKey('PT 8951 .\u00d82 1990')).toBe(shelfKey('PT 8951 .\u00d82 1990'));
  });
});

const odd = fc.oneof(
  fc.string(),
  fc.string({ unit: 'grapheme' }),
  fc.stringMatching(/^[A-Z]{0,3} ?\d{0,4}(\.\d{1,3})?( \.[A-Z]\d{1,3})?( \d{4})?( (v|c|pt)\.\d{1,2})?$/),
);
it('is an order: any three agree, however odd', () => {
  fc.assert(
    fc.property(odd, odd, odd, (a, b, c) => {
      expect(Math.sign(compareCallNumbers(a, b))).toBe(-Math.sign(compareCallNumbers(b, a)) + 0);
      if (compareCallNumbers(a, b) <= 0 && compareCallNumbers(b, c) <= 0)
        expect(compareCallNumbers(a, c)).toBeLessThanOrEqual(0);
    }),
  );
});
it('reads anything as any scheme, and orders numbers drawn by their parts as the parts are ordered', () => {
  fc.assert(
    fc.property(odd, fc.constantFrom(...SCHEMES), (text, scheme) => {
      expect(readCallNumber(text, scheme).scheme).toBe(scheme);
    }),
  );
  const part = fc.record({
    letters: fc.constantFrom('B', 'BF', 'QK', 'QL', 'SH', 'TX'),
    number: fc.integer({ min: 1, max: 9999 }),
    decimals: fc.stringMatching(/^[1-9]{0,2}$/),
    cutter: fc.constantFrom('A', 'F', 'S'),
    fraction: fc.stringMatching(/^[1-9]{1,3}$/),
    year: fc.constantFrom(0, 1998, 2004),
    volume: fc.integer({ min: 0, max: 30 }),
  });
  type Part = typeof part extends fc.Arbitrary<infer T> ? T : never;
  const write = (p: Part): string =>
    `${p.letters} ${p.number}${p.decimals && `.${p.decimals}`} .${p.cutter}${p.fraction}${p.year ? ` ${p.year}` : ''}${p.volume ? ` v.${p.volume}` : ''}`;
  const values = (p: Part) => [
    p.letters,
    p.number,
    Number(`0.${p.decimals || 0}`),
    p.cutter,
    Number(`0.${p.fraction}`),
    p.year,
    p.volume,
  ];
  fc.assert(
    fc.property(part, part, (a, b) => {
      const [x, y] = [values(a), values(b)];
      const at = x.findIndex((v, i) => v !== y[i]);
      // A volume of no year stands behind the years of the same work: both are further than nothing.
      fc.pre(at < 5 || (a.year > 0 && b.year > 0) || at < 0);
      const wanted = at < 0 ? 0 : (x[at] as number) < (y[at] as number) ? -1 : 1;
      expect(Math.sign(compareCallNumbers(write(a), write(b)))).toBe(wanted);
    }),
  );
});
