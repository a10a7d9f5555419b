/**
 * Which index and which rules an answer is of. A server takes another index over while it runs, and several servers do
 * so one after the other: a page that has an answer of one edition beside an answer of another would show lines twice,
 * or counts that are not those of its list.
 */

/** The header of answers that an edition matters to: a digest of the index and of the rules in force. */
export const EDITION = 'Legendum-Edition';
/** In its place where another was taken over while the question was answered: it is of neither for certain. */
export const BETWEEN = 'between';

/** Questions whose answers are said to be of an edition: what is found, where it stands, when it can be read. */
const OF_AN_EDITION =
  /^\/api\/(?:search|values|suggest|shelf|browse|journals|related|courses|records|references|ways|promise|kept|plan|live)(?:\/|$)/;
export const isOfAnEdition = (path: string): boolean => OF_AN_EDITION.test(path);
