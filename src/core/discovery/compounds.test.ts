/** Compounds taken apart and put together; field names and operators in other languages; letters written one for the other. */
import { describe, expect, it } from 'vitest';
import { readPlain } from '../query/plain';
import { termOf, termsFor } from '../words/analysis';
import { fold, words } from '../words/fold';
import { asOne, bestParts } from './compounds';

const among =
  (known: Readonly<Record<string, number>>) =>
  (word: string): number =>
    known[word] ?? 0;

describe('a compound', () => {
  it('is taken apart where both parts are known, with the letters that stand between', () => {
    const known = among({ algen: 12, zucht: 3, alge: 2, meer: 20, forschung: 9, bibliothek: 4, tag: 5 });
    expect(bestParts('algenzucht', known)).toEqual(['algen', 'zucht']);
    expect(bestParts('meeresforschung', known)).toEqual(['meer', 'forschung']);
    expect(bestParts('bibliothekstag', known)).toEqual(['bibliothek', 'tag']);
    expect(bestParts('algenforscher', known)).toBeNull();
    expect(bestParts('ab', known)).toBeNull();
  });
  it('is put together with the same letters', () => {
    expect(asOne('meer', 'forschung')).toContain('meeresforschung');
    expect(asOne('sea', 'weed')).toContain('seaweed');
  });
});

describe('what is asked in another language', () => {
  it('has its field names beside the English ones, folded', () => {
    const field = (q: string) => JSON.stringify(readPlain(q).tree);
    for (const q of ['titre:algue', 'Titel:algue', 'título:algue', 'başlık:algue', 'عنوان:algue'])
      expect(field(q), q).toBe(field('title:algue'));
    for (const q of ['auteur:Falk', 'yazar:Falk', 'المؤلف:Falk']) expect(field(q), q).toBe(field('by:Falk'));
    // A title that begins so is a title.
    expect(field('Band: a history')).not.toContain('vol');
  });
  it('has its operators in capitals; small letters and initials are words', () => {
    const tree = (q: string) => readPlain(q).tree;
    expect(tree('kelp ODER dulse')).toEqual(tree('kelp OR dulse'));
    expect(tree('kelp VEYA dulse')).toEqual(tree('kelp OR dulse'));
    expect(tree('kelp SAUF dulse')).toEqual(tree('kelp NOT dulse'));
    expect(tree('kelp oder dulse')).not.toEqual(tree('kelp OR dulse'));
    expect(JSON.stringify(tree('vitamin E'))).toContain('"E"');
  });
});

describe('letters', () => {
  it('that are written one for the other are one', () => {
    expect(fold('أَعشابٌ بَحـريّة')).toBe(fold('اعشاب بحريه'));
    expect(fold('على')).toBe(fold('علي'));
    expect(fold('ΛΌΓΟΣ')).toBe(fold('λόγος'));
    expect(fold('Ёлка')).toBe(fold('елка'));
    expect(fold('IŞIK')).toBe(fold('ışık'));
    expect(words('مكتبة، كتاب؟')).toHaveLength(2);
  });
  it('say in which languages a word may have been indexed', () => {
    expect(termsFor('kelp').some((t) => t.endsWith('ar') || t.endsWith('ru'))).toBe(false);
    const asked = termsFor(fold('الكتاب'));
    expect(asked).toContain(termOf(fold('كتاب'), 'ar'));
    expect(termsFor('книги')).toContain(termOf('книга', 'ru'));
    // A Latin word in an Arabic text is found as it is written.
    expect(termsFor('pdf')).toContain(termOf('pdf', 'ar'));
  });
});
