import { describe, expect, it } from 'vitest';
import { STORY_JOURNALS as J } from '../../demo/storyline/journals';
import { STORYLINE } from '../../demo/storyline/records';
import { inWords } from '../../words/inWords';
import { peerReviewOf } from './peerReview';
import type { DiscoveryRecord, Journal } from './record';
import '../../words/spoken';

const titled = (start: string): DiscoveryRecord => {
  const found = STORYLINE.find((r) => r.csl.title.startsWith(start));
  if (!found) throw new Error(`no record titled ${start}`);
  return found;
};
const status = (start: string, journal?: Journal) => peerReviewOf(titled(start), journal).status;

describe('peer review', () => {
  it('a research article in a refereed journal is reviewed, and says so with the years', () => {
    const review = peerReviewOf(titled('Kelp on the plate'), J.coastalFood);
    expect(review.status).toBe('reviewed');
    expect(inWords(review.reason)).toContain('refereed in 2023 (2010–now)');
  });
  it.each(['Editorial: seaweed is not a miracle', 'Review of “The edible shore”', 'Letter: iodine'])(
    '%s in the same journal is not',
    (title) => expect(status(title, J.coastalFood)).toBe('not-reviewed'),
  );
  it('the journal counts only from the year it was refereed', () => {
    expect(status('Seaweed in the skerry kitchen', J.skerryHistory)).toBe('not-reviewed');
    expect(status('Kelp burners', J.skerryHistory)).toBe('reviewed');
  });
  it('a journal we know nothing of: not known', () =>
    expect(status('Umami in red seaweeds', J.foodLetters)).toBe('not-known'));
  it('an article without a journal: not known', () => expect(status('Kelp on the plate')).toBe('not-known'));
  it('books: only where the description says so', () => {
    expect(status('Nori, dulse, kelp')).toBe('reviewed');
    expect(status('The edible shore')).toBe('not-known');
  });
  it('a newspaper is never reviewed', () => expect(status('Kelp farm divides Brae')).toBe('not-reviewed'));
});
