/** Small works on text that must not take longer than the text is long. */

/**
 * A text without the characters at its ends. A pattern like `/[\s,]+$/` tries each of a run's characters as a
 * beginning, which takes the square of the run; this looks from the ends inwards.
 * @param head characters that go at the beginning
 * @param tail characters that go at the end
 * @example trimmed(', Lind, A.; ', ' ,', ' ,;') // 'Lind, A.'
 */
export function trimmed(text: string, head: string, tail = head): string {
  let [from, to] = [0, text.length];
  while (from < to && head.includes(text[from] as string)) from++;
  while (to > from && tail.includes(text[to - 1] as string)) to--;
  return text.slice(from, to);
}

/**
 * The parts between a mark, without blanks around them. Splitting by a pattern with blanks around the mark
 * would look at a run of blanks from each of them.
 * @example parted('a ; b', ';') // ['a', 'b']
 */
export const parted = (text: string, mark: string | RegExp): string[] =>
  text.split(mark).map((part) => part.trim());

/** Is a text written from the right, by its first letter? */
export const isFromTheRight = (text: string): boolean =>
  /^\P{L}*[\p{Script=Arabic}\p{Script=Hebrew}]/u.test(text);

/**
 * What an error says of itself, for people who look after the thing: the words are those of whoever threw it.
 */
export const errorText = (error: unknown): string => (error instanceof Error ? error.message : String(error));
