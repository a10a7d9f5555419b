/** Pages, volumes, dates, DOIs, addresses as they are found: in more ways than one. */
import { isbn13 } from '../../../core/model/identifiers';
import type { Random } from '../../../core/random';
import { type Half, place } from './people';

export const pagesOf = (r: Random): string => {
  const [first, n] = [
    r.chance(0.12) ? r.int(1000, 2099) : r.chance(0.1) ? r.int(2100, 19_999) : 1 + r.skew(999, 1.4),
    r.int(1, 40),
  ];
  return r.pick<() => string>([
    ...Array.from({ length: 9 }, () => () => `${first}-${first + n}`),
    ...Array.from({ length: 2 }, () => () => `${first}–${first + n}`),
    () => String(first),
    () => {
      const letter = r.pick(['S', 'e', 'L', 'A', 'R', 'W', 'H', 'D']);
      const at = r.int(1, 900);
      return `${letter}${at}-${letter}${at + n}`;
    },
    () => `${r.pick(['iii', 'v', 'vii', 'ix', 'xi'])}-${r.pick(['xii', 'xv', 'xix', 'xxiv'])}`,
    // As some sources shorten the end.
    () => `${first + 100}-${String(first + 100 + n).slice(-2)}`,
    () => `${first}-${first + 9}, ${first + 30}`,
    () => `${r.int(1, 20)}-${r.int(1, 20)}–${r.int(1, 20)}-${r.int(21, 40)}`,
  ])();
};
export const articleNumber = (r: Random): string =>
  r.pick<() => string>([
    () => `e${r.int(1000, 299_999)}`,
    () => String(r.int(1000, 199_999)),
    () => `0${r.int(10_000, 99_999)}`,
    () => `${r.pick(['A', 'L', 'R', 'dkaa', 'eab', 'bty', 'fww'])}${r.int(10, 9999)}`,
    () => String(r.int(1, 999)),
    () => `CD00${r.int(1000, 9999)}`,
    () => `10${r.int(1000, 9999)}`,
  ])();
export const volumeOf = (r: Random): string =>
  r.chance(0.06)
    ? String(r.int(1980, 2024))
    : r.chance(0.03)
      ? r.pick(['XII', 'IV', 'XXVII', 'A12', '12B', 's2-4'])
      : String(1 + r.skew(400, 2));
export const issueOf = (r: Random): string =>
  r.pick<() => string>([
    ...Array.from({ length: 8 }, () => () => String(r.int(1, 12))),
    () => String(r.int(13, 300)),
    () => `${r.int(1, 5)}-${r.int(6, 9)}`,
    () => `${r.int(1, 5)}/${r.int(6, 9)}`,
    () => `Suppl ${r.int(1, 4)}`,
    () => `S${r.int(1, 9)}`,
    () => `${r.int(1, 6)}, pt. ${r.int(1, 3)}`,
    () => r.pick(['Spring', 'Special Issue', 'supplement']),
  ])();
const LETTERS = 'abcdefghijklmnopqrstuvwxyz';
export const code = (r: Random, n: number): string =>
  Array.from({ length: n }, () => r.pick([...LETTERS])).join('');
export const doiOf = (r: Random): string => {
  const prefix = `10.${r.int(1000, 69_999)}`;
  return r.pick<() => string>([
    () => `${prefix}/${code(r, 4)}.${r.int(1990, 2025)}.${r.int(1, 99)}.${r.int(1, 999)}`,
    () => `${prefix}/s${r.int(10_000, 99_999)}-0${r.int(10, 25)}-${r.int(1000, 9999)}-${r.int(0, 9)}`,
    () => `${prefix}/j.${code(r, 5)}.${r.int(2000, 2025)}.${r.int(10, 12)}.0${r.int(10, 99)}`,
    () => `${prefix}/${r.int(1_000_000, 99_999_999)}`,
    () => `${prefix}/${code(r, 3)}/${code(r, 2)}${r.int(100, 999)}`,
    () =>
      `${prefix}/(SICI)1097-${r.int(1000, 9999)}(19990${r.int(1, 9)})${r.int(10, 99)}:${r.int(1, 9)}<${r.int(1, 999)}::AID-${code(r, 3).toUpperCase()}${r.int(1, 9)}>3.0.CO;2-${r.pick(['X', 'G', '#'])}`,
    () => `${prefix}/978-3-${r.int(100, 999)}-${r.int(10_000, 99_999)}-${r.int(0, 9)}_${r.int(1, 40)}`,
    () => `${prefix}/${code(r, 4).toUpperCase()}.${r.int(1, 9)}.${r.int(1, 99)}`,
  ])();
};
const HOSTS = ['example', 'example.org', 'example.com', 'example.net'];
export const urlOf = (r: Random, half: Half): string => {
  const host = `${r.pick(['www.', '', 'docs.', 'archive.', 'data.'])}${place(r, half).toLowerCase()}.${r.pick(HOSTS)}`;
  return `${r.pick(['https://', 'https://', 'http://'])}${host}${r.pick<() => string>([
    () => '/',
    () => `/${code(r, 5)}/${code(r, 7)}`,
    () => `/${r.int(2000, 2025)}/${r.int(10, 12)}/${code(r, 4)}-${code(r, 6)}-${code(r, 3)}.html`,
    () => `/index.php?id=${r.int(1, 9999)}`,
    () => `/~${code(r, 5)}/${code(r, 4)}.pdf`,
    () => `/${code(r, 4)}_${code(r, 5)}#${code(r, 4)}`,
    () => `/abs/${r.int(1000, 2512)}.${r.int(10_000, 99_999)}`,
  ])()}`;
};
export const isbnOf = (r: Random): string => {
  const all = isbn13(`${r.int(0, 9)}${r.int(10_000_000, 99_999_999)}`);
  return r.chance(0.5)
    ? all
    : `${all.slice(0, 3)}-${all.slice(3, 4)}-${all.slice(4, 8)}-${all.slice(8, 12)}-${all.slice(12)}`;
};
const yearOf = (r: Random): number =>
  r.chance(0.05) ? r.int(1750, 1899) : r.chance(0.2) ? r.int(1900, 1979) : 1980 + r.skew(46, 0.6);
export const dated = (r: Random, detail: 'year' | 'month' | 'day', year = yearOf(r)): unknown => ({
  'date-parts': [
    detail === 'year'
      ? [year]
      : detail === 'month'
        ? [year, r.int(1, 12)]
        : [year, r.int(1, 12), r.int(1, 28)],
  ],
});
export const seen = (r: Random): unknown => ({
  'date-parts': [[r.int(2005, 2026), r.int(1, 12), r.int(1, 28)]],
});
