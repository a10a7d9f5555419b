import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { identifiersIn, isbn13, issn, readDoi, readIsbn, readIssn, readOrcid } from './identifiers';

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

describe('identifiers as they stand in texts', () => {
  it.each([
    ['<https://doi.org/10.5555/ABC.1>', '10.5555/abc.1'],
    ['(doi: 10.5555/abc).', '10.5555/abc'],
    ['info:doi/10.5555/abc', '10.5555/abc'],
    ['urn:doi:10.5555/abc', '10.5555/abc'],
    ['[DOI 10.5555/a(b)c]', '10.5555/a(b)c'],
    ['https://doi.example.org/proxy/10.5555%2Fabc', '10.5555/abc'],
    [
      'doi:10.5555/(SICI)1097-4571(199806)49:8<693::AID-ASI4>3.0.CO;2-O',
      '10.5555/(sici)1097-4571(199806)49:8<693::aid-asi4>3.0.co;2-o',
    ],
    ['10.5555/abc<br>', '10.5555/abc'],
    ['10.5555/ and more', null],
    ['10.5555/', null],
  ])('DOI %s', (text, doi) => expect(readDoi(text)).toBe(doi));
  it('hyphens of all sorts, and names before the numbers', () => {
    expect(readIsbn('ISBN-13: 978‐0–306—40615‑7')).toBe('9780306406157');
    expect(readIsbn('urn:isbn:9780306406157')).toBe('9780306406157');
    expect(readIssn('ISSN 1234–5679.')).toBe('1234-5679');
    expect(readOrcid('https://orcid.org/0000-0002-1825-0097')).toBe('0000-0002-1825-0097');
    expect(readOrcid('0000-0002-1825-0098')).toBeNull();
  });
  it('all of them in a text, each once, and nothing that is none', () => {
    const text =
      'See https://doi.org/10.5555/a.1, or (10.5555/B(2)); again doi:10.5555/a.1. ISBN 978-0-306-40615-7; pp. 1234-5678, ISSN 1234-5679. ORCID 0000-0002-1825-0097, phone 030-1234-5679.';
    expect(identifiersIn(text)).toEqual({
      doi: ['10.5555/a.1', '10.5555/b(2)'],
      isbn: ['9780306406157'],
      issn: ['1234-5679'],
      orcid: ['0000-0002-1825-0097'],
    });
  });
  it('what is read is read again as it is', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^10\.5555\/[!-~“”’‹›]{1,20}$/), (text) => {
        const doi = readDoi(text);
        if (doi) expect(readDoi(doi)).toBe(doi);
      }),
    );
  });
});
