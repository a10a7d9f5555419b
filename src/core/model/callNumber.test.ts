import fc from 'fast-check';
import { expect, it } from 'vitest';
import { compareCallNumbers, shelfKey } from './callNumber';

const sorted = (list: readonly string[]): string[] => [...list].sort(compareCallNumbers);
const inOrder = (...list: string[]): void => {
  expect(sorted([...list].reverse())).toEqual(list);
};

it('orders the Library of Congress: letters, whole class number, its decimals, cutters as fractions', () => {
  inOrder('Q 1 .A1', 'QA 9 .B2', 'QK 56 .B2', 'QK 569 .A35', 'QK 569 .A4', 'QK 569.5 .A1', 'QK 1020 .A1');
  inOrder('SH 389 .F29 2001', 'SH 389 .F3 1999', 'SH 389 .F3 2004', 'SH 389 .F3 A4', 'SH 389 .F32');
});
it('puts nothing before something: an older edition without year, a first volume', () => {
  inOrder('TX 402 .S3', 'TX 402 .S3 1998', 'TX 402 .S3 1998 v.2', 'TX 402 .S3 1998 v.10');
});
it('orders Dewey: the class number by its decimals, then letters, then volumes', () => {
  inOrder(
    '641.3 HAR',
    '641.303 ABE',
    '641.31 HAL',
    '641.6 ABE',
    '641.6 ABE Bd. 2',
    '641.6 ABE Bd. 10',
    '641.6 ABF',
    '700 AA',
  );
});
it('copes with any other scheme by its letters and numbers', () => {
  inOrder('Mag. 7', 'Mag. 12', 'Mag. 12 b');
  expect(shelfKey('')).toBe('');
});
it('does not mind case, marks and spaces', () => {
  expect(shelfKey('qk569.a4 2019')).toBe(shelfKey('QK 569 .A4 2019'));
  expect(shelfKey('PT 8951 .\u00d82 1990')).toBe(shelfKey('PT 8951 .\u00d82 1990'));
});
it('is an order: any three agree, however odd', () => {
  const odd = fc.oneof(
    fc.string(),
    fc.stringMatching(/^[A-Z]{0,3} ?\d{0,4}(\.\d{1,3})?( \.[A-Z]\d{1,3})?( \d{4})?$/),
  );
  fc.assert(
    fc.property(odd, odd, odd, (a, b, c) => {
      expect(Math.sign(compareCallNumbers(a, b))).toBe(-Math.sign(compareCallNumbers(b, a)) + 0);
      if (compareCallNumbers(a, b) <= 0 && compareCallNumbers(b, c) <= 0)
        expect(compareCallNumbers(a, c)).toBeLessThanOrEqual(0);
    }),
  );
});
