import { describe, expect, it } from 'vitest';
import { type LibraryData, sayingOf } from './libraryInfo';

const data = {
  name: 'Library',
  words: {
    country: 'Here',
    footer: 'Made up.',
    about: ['One.'],
    inOther: { de: { name: 'Bibliothek', footer: 'Erfunden.' }, fr: { about: ['Un.'] } },
  },
} as unknown as LibraryData;

describe('what the library says of itself', () => {
  it('is said in the language that is spoken, and in its own where it has no word in that', () => {
    expect(sayingOf(data, 'de')).toEqual({
      name: 'Bibliothek',
      words: { country: 'Here', footer: 'Erfunden.', about: ['One.'] },
    });
    expect(sayingOf(data, 'fr').words.about).toEqual(['Un.']);
  });
  it('is its own in any other language, without those that were not asked for', () => {
    for (const language of ['en', 'tr', 'constructor'])
      expect(sayingOf(data, language)).toEqual({
        name: 'Library',
        words: { country: 'Here', footer: 'Made up.', about: ['One.'] },
      });
  });
});
