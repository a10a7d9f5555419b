/** What other programs hand over. */
import { expect, it } from 'vitest';
import { whereShared } from './shared';

const of = (given: Partial<Parameters<typeof whereShared>[0]>) =>
  whereShared({ title: '', text: '', url: '', ...given });

it('a number in it is looked for, wherever it stands', () => {
  expect(of({ url: 'https://doi.org/10.5555/ab-1.' })).toEqual({ search: '10.5555/ab-1' });
  expect(of({ title: 'A page', text: 'https://journal.example/article/10.5555/xyz?x=1' })).toMatchObject({
    search: expect.stringContaining('10.5555/xyz'),
  });
  expect(of({ text: 'Look: ISBN 978-0-306-40615-7' })).toEqual({ search: '9780306406157' });
});
it('a reference is read as one, also with its number', () => {
  const text = 'Vestwick, M. (2011). Salt, smoke, weed: preserving in the northern isles. Oarlock Editions.';
  expect(of({ text })).toEqual({ references: text });
});
it('words are looked for, without addresses; the title of a page before what was chosen in it', () => {
  expect(of({ title: 'Kelp on the plate', url: 'https://a.example/b' })).toEqual({
    search: 'Kelp on the plate',
  });
  expect(of({ text: 'kelp farming https://a.example/c' })).toEqual({ search: 'kelp farming' });
  expect(of({ text: '  ' })).toBeNull();
  expect(of({ url: 'https://a.example/b' })).toBeNull();
});
