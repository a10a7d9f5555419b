import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isbn13, issn, readDoi, readIsbn, readIssn } from './identifiers';

const digits = (n: number) => fc.stringMatching(new RegExp(`^\\d{${n}}$`));

describe('ISBN', () => {
  it('reads its own making, with or without hyphens', () => {
    fc.assert(
      fc.property(digits(9), (nine) => {
        const made = isbn13(nine);
        expect(readIsbn(made)).toBe(made);
        expect(readIsbn(`${made.slice(0, 3)}-${made.slice(3, 8)} ${made.slice(8)}`)).toBe(made);
      }),
    );
  });
  it('turns ten digits into thirteen', () => expect(readIsbn('9-99990-000-3')).toBe(isbn13('999990000')));
  it('a wrong digit is noticed', () => {
    fc.assert(
      fc.property(
        digits(9),
        fc.integer({ min: 3, max: 12 }),
        fc.integer({ min: 1, max: 9 }),
        (nine, at, by) => {
          const made = isbn13(nine);
          const wrong = made.slice(0, at) + ((Number(made[at]) + by) % 10) + made.slice(at + 1);
          expect(readIsbn(wrong)).toBeNull();
        },
      ),
    );
  });
  it('refuses a ten-digit number with a wrong check digit', () =>
    expect(readIsbn('9-99990-000-4')).toBeNull());
});

describe('ISSN', () => {
  it('reads its own making', () => {
    fc.assert(
      fc.property(digits(7), (seven) => {
        expect(readIssn(issn(seven).replace('-', ''))).toBe(issn(seven));
      }),
    );
  });
  it('knows the check digit X', () => expect(issn('0000006')).toMatch(/^0000-006[\dX]$/));
  it('refuses a wrong check digit', () => expect(readIssn('7000-0009')).toBeNull());
});

describe('DOI', () => {
  it.each([
    '10.5555/s1.2023.101',
    'doi:10.5555/S1.2023.101',
    'https://doi.example/10.5555/s1.2023.101',
    ' 10.5555/s1.2023.101. ',
  ])('reads %s', (text) => expect(readDoi(text)).toBe('10.5555/s1.2023.101'));
  it.each(['10.55/x', 'kelp', '11.5555/x', ''])('refuses %s', (text) => expect(readDoi(text)).toBeNull());
});
