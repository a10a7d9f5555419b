import { expect, it } from 'vitest';
import { isFromTheRight } from './text';

it.each([
  ['Brandsæter, I. (2024). الطبعة', false],
  ['(2024) علم الطحالب by Lindqvarn', true],
  ['שלום', true],
  ['2024', false],
  ['', false],
])('“%s” is written from the right: %s', (text, right) => {
  expect(isFromTheRight(text)).toBe(right);
});
