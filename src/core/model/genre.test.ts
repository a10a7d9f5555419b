import { expect, it } from 'vitest';
import { genreOf } from './genre';

it.each([
  ['Doctoral thesis', 'label.genre.doctoral'],
  ['PhD thesis', 'label.genre.doctoral'],
  ['Ph. D. dissertation', 'label.genre.doctoral'],
  ['Master’s thesis', 'label.genre.master'],
  ["master's thesis", 'label.genre.master'],
  ['M.Sc. thesis', 'label.genre.master'],
  ['Bachelor thesis', 'label.genre.bachelor'],
  ['Preprint', 'label.genre.preprint'],
  [' Technical report ', 'label.genre.technical'],
])('“%s” has a name in every language', (written, code) => {
  expect(genreOf(written)).toEqual({ code });
});
it.each(['Habilitationsschrift', 'Keynote', 'A dissertation on pigs', 'constructor', ''])(
  '“%s” is said as it is written',
  (written) => {
    expect(genreOf(written)).toBe(written);
  },
);
