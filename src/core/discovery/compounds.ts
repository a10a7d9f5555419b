/**
 * Words that are written as one in one place and as two in another: `Algenzucht` and `Algen Zucht`, `seaweed` and
 * `sea weed`. Only words that stand in the index are made of what was typed.
 */

/** Letters that languages put between the parts of a compound (German, Dutch, the Scandinavian ones). */
const BETWEEN = ['', 's', 'es', 'n', 'en', 'e', 'er'] as const;
/** Shorter parts stand in too many words by chance. */
const LEAST = 3;

/**
 * All ways to take a folded word apart in two.
 * @example parts('algenzucht').some(([a, b]) => a === 'algen' && b === 'zucht') // true
 */
export function parts(word: string): readonly (readonly [string, string])[] {
  const found: (readonly [string, string])[] = [];
  for (let at = LEAST; at <= word.length - LEAST; at++) {
    const [left, right] = [word.slice(0, at), word.slice(at)];
    for (const between of BETWEEN) {
      const bare = left.slice(0, left.length - between.length);
      if (left.endsWith(between) && bare.length >= LEAST) found.push([bare, right]);
    }
  }
  return found;
}
/**
 * The two words that a word is best taken as: of those that stand in the index, the pair whose rarer one is the most
 * frequent. Null where there is none.
 */
export function bestParts(
  word: string,
  frequency: (part: string) => number,
): readonly [string, string] | null {
  let best: readonly [string, string] | null = null;
  let most = 0;
  for (const pair of parts(word)) {
    const rarer = Math.min(frequency(pair[0]), frequency(pair[1]));
    // The longer first part at equal strength: `algen` + `zucht` before `alge` with an n between.
    if (rarer > most || (rarer === most && best && rarer > 0 && pair[0].length > best[0].length)) {
      most = rarer;
      best = pair;
    }
  }
  return best;
}
/** What two words side by side would be as one. */
export const asOne = (left: string, right: string): readonly string[] => BETWEEN.map((b) => left + b + right);
