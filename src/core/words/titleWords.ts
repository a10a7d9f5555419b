/** How long a title is, in words that count: what weighing by it goes by. */
import { SMALL_WORDS, words } from './fold';

/** No count is larger: it is kept in a byte. */
export const LENGTH_MOST = 255;
/** Words of a text, small ones not counted. */
export const strongWords = (text: string): number =>
  Math.min(LENGTH_MOST, words(text).filter((w) => !SMALL_WORDS.has(w)).length);
/**
 * The same of a title before its subtitle; of the whole title where there is none.
 * @example mainWords('The tidal year: a history of kelp') // 2
 */
export const mainWords = (title: string): number => strongWords(title.split(/[:?–—](?=\s)/)[0] ?? '');
