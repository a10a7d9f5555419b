/** Parts of things, as syllabuses say them; and what is none. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isoDay, parseDay } from '../model/time';
import { partOf } from './part';
import { weeklyDays } from './weekly';

const WORDS = {
  chapter: ['chapter', 'chapters', 'chap', 'ch', 'chs'],
  page: ['p', 'pp', 'page', 'pages'],
  of: ['of', 'in', 'from'],
  and: ['and'],
  read: ['read', 'only'],
};
const KELP = 'Vik, A. (2019). Kelp: a history. Oslo: Tang.';

describe('what of it is read', () => {
  it.each([
    [`Chapter 3 of ${KELP}`, 'Chapter 3', KELP],
    [`Read chapters 2–4 in ${KELP}`, 'chapters 2–4', KELP],
    [`Ch. 2, 5 and 7: ${KELP}`, 'Ch. 2, 5 and 7', KELP],
    [`${KELP} Chapter 3.`, 'Chapter 3', KELP.slice(0, -1)],
    [`${KELP} (chs. ii–iv)`, 'chs. ii–iv', KELP.slice(0, -1)],
    [`${KELP.slice(0, -1)}, chap. 12 only`, 'chap. 12', KELP.slice(0, -1)],
  ])('%s', (text, part, rest) => expect(partOf(text, WORDS)).toEqual({ text: rest, part }));
  it('pages are a part of a book, and not of an article', () => {
    const text = `${KELP} (pp. 12–40)`;
    expect(partOf(text, WORDS)).toEqual({ text, part: '' });
    expect(partOf(text, WORDS, true).part).toBe('pp. 12–40');
    expect(partOf('pp. 12–40 of Vik, A. Kelp.', WORDS, true)).toEqual({
      text: 'Vik, A. Kelp.',
      part: 'pp. 12–40',
    });
  });
  it.each([
    KELP,
    'Chapter and verse: a memoir. London: Quill, 2001.',
    'Ost, B. (2020). Chapter 11 bankruptcies in fishing towns. Law 3, 1–20.',
    'Chapter 3',
    'Ilves, C. Vitamin C. Health 12.',
    'Ch. 2',
  ])('nothing of %s', (text) => expect(partOf(text, WORDS)).toEqual({ text, part: '' }));
  it('loses nothing, whatever is written, and takes no longer', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => {
        const { text: rest, part } = partOf(text, WORDS, true);
        expect(text).toContain(rest);
        expect(text).toContain(part);
      }),
    );
    const begun = performance.now();
    for (const hostile of [
      `ch ${'1, '.repeat(40_000)}`,
      `${'1-'.repeat(40_000)} ch. 1`,
      ` ${'('.repeat(80_000)}`,
    ])
      partOf(hostile, WORDS, true);
    expect(performance.now() - begun).toBeLessThan(500);
  });
});

describe('days of every week', () => {
  it('as every day looked at for itself says', () => {
    const from = parseDay('2026-11-02') as NonNullable<ReturnType<typeof parseDay>>;
    const harbourDay = parseDay('2026-11-11');
    const days = weeklyDays(from, (from + 13) as typeof from, [1, 3], (d) => d === harbourDay, 99).map(
      isoDay,
    );
    expect(days).toEqual(['2026-11-02', '2026-11-04', '2026-11-09']);
    expect(weeklyDays(from, (from + 13) as typeof from, [1, 3], () => false, 2)).toHaveLength(2);
    expect(weeklyDays(from, (from - 1) as typeof from, [1], () => false, 9)).toEqual([]);
    expect(
      weeklyDays(from, (from + 1e9) as typeof from, [0, 1, 2, 3, 4, 5, 6], () => false, 1e9),
    ).toHaveLength(366);
  });
});
