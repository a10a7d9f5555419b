/**
 * What of a thing is to be read, where a syllabus says it in the reference itself: “Chapter 3 of …”, “…, chs. 2–4”,
 * “… (pp. 12–40)”. The words belong to a language and are given.
 */
export interface PartWords {
  /** `chapter`, `ch` … */
  readonly chapter: readonly string[];
  /** `pp`, `pages` … */
  readonly page: readonly string[];
  /** What stands between a part and its whole: `of`, `in`, `from`. */
  readonly of: readonly string[];
  /** What stands between the last two of several: `and`. */
  readonly and: readonly string[];
  /** What stands before a part and says nothing: `read`, `only`. */
  readonly read: readonly string[];
}
export interface Parted {
  /** The reference without its part. */
  readonly text: string;
  /** As it is written; empty for none. */
  readonly part: string;
}
const NUMBERS = '(?:\\d{1,4}|[ivxlc]{1,7})';
const RANGE = `${NUMBERS}(?:\\s*[-–—]\\s*${NUMBERS})?`;
const escaped = (word: string): string => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const among = (words: readonly string[]): string =>
  `(?:${[...words]
    .sort((a, b) => b.length - a.length)
    .map(escaped)
    .join('|')})`;
/** So much of a reference may say its part. */
const LONGEST = 60;

/**
 * Takes chapters off the beginning or the end of a reference. Pages only where `pages` says that they are no
 * part of the reference: an article has them, a book has not.
 * `Chapter 3 of Vik, A. (2019). Kelp.` is `Chapter 3` of `Vik, A. (2019). Kelp.`
 */
export function partOf(text: string, words: PartWords, pages = false): Parted {
  const sorts = pages ? [...words.chapter, ...words.page] : words.chapter;
  const ranges = `${RANGE}(?:\\s*(?:,|&|${among(words.and)})\\s*${RANGE})*`;
  const said = `${among(sorts)}\\.?\\s*${ranges}`;
  const before = new RegExp(
    `^\\s*(?:${among(words.read)}\\s*:?\\s+)?(${said})\\s*(?:,|:|${among(words.of)}\\s)\\s*(?=\\p{L})`,
    'iu',
  ).exec(text.slice(0, 2 * LONGEST));
  if (before?.[1]) return { text: text.slice(before[0].length).trim(), part: before[1].trim() };
  const tail = text.slice(-LONGEST);
  const after = new RegExp(
    `[\\s.,;:(\\[–—-]+(?:${among(words.read)}\\s+)?(${said})(?:\\s+${among(words.read)})?[)\\]]?\\s*\\.?\\s*$`,
    'iu',
  ).exec(tail);
  if (!after?.[1]) return { text, part: '' };
  const rest = text.slice(0, text.length - tail.length + after.index).trim();
  // A reference that is nothing but its part was none.
  return rest ? { text: rest, part: after[1].trim() } : { text, part: '' };
}
