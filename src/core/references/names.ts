/**
 * People in a reference, read from the text between its start and its date or title: family and given names,
 * particles, bodies.
 */
import type { CslName } from '../model/record';
import { trimmed } from '../text';

/** Looked for at the end of the text only, see `withoutTail`. */
const ET_AL = /(?:\bet\.? al\b\.?|\band others\b|\bu\.\s?a\.|…|\.\.\.)[\s.,;]*$/iu;
const ROLE_MARK = /\(?\b(?:eds?|editors?|hrsg|trans|translators?)\b\.?\)?[\s,.]*$/iu;
/** Longer than any such mark with what may stand behind it. */
const TAIL = 40;
/** Letters of a list of people that are read: some three hundred names. */
const READ_AT_MOST = 6000;
const BODY =
  /\b(?:university|office|ministry|department|bureau|agency|council|cent(?:re|er)|committee|organi[sz]ation|society|association|institute|library|commission|board|foundation|group|network)\b/iu;
const PARTICLES = 'van von der den de del della di da dos du la le ter ten zu af av al el bin ibn'.split(' ');
const PARTICLE = `(?:${PARTICLES.join('|')})`;
const isParticle = (word: string): boolean => PARTICLES.includes(word);
const INITIALS = /^(?:\p{Lu}\p{M}?\.?[\s-]*){1,4}$/u;
/** One family name: words, hyphens and particles. */
const FAMILY = new RegExp(
  `^(?:${PARTICLE}\\s+)*[\\p{L}\\p{M}’'-]+(?:[\\s-](?:${PARTICLE}\\s+)*[\\p{L}\\p{M}’'-]+)?$`,
  'iu',
);

/**
 * A pattern for the end of a text, tried there only: tried everywhere, it would take the square of the text's
 * length.
 */
const withoutTail = (text: string, mark: RegExp): string =>
  text.slice(0, -TAIL) + text.slice(-TAIL).replace(mark, '');
const clean = (text: string): string => trimmed(text.replace(/\s+/g, ' '), ' ,;.&', ' ,;&');
const isInitials = (text: string): boolean =>
  INITIALS.test(text) && text.replace(/[^\p{L}]/gu, '').length <= 4;

/** `Given Family`, `G. H. Family`, `Family GH`. */
function direct(text: string): CslName {
  const words = text.split(' ');
  const last = words.at(-1) as string;
  const behind = particlesBehind(text);
  // `Family G van der`
  if (behind) {
    const own = direct(behind.before);
    return { ...own, family: `${behind.particles} ${own.family}` };
  }
  // `Family GH`: initials behind the name.
  if (words.length > 1 && /^\p{Lu}{1,3}$/u.test(last) && !isInitials(words[0] as string))
    return { family: words.slice(0, -1).join(' '), given: dotted(last) };
  if (words.length === 1) return { family: last };
  let from = words.length - 1;
  while (from > 1 && isParticle(words[from - 1] as string)) from--;
  return { family: words.slice(from).join(' '), given: spaced(words.slice(0, from).join(' ')) };
}
const dotted = (initials: string): string => [...initials].map((i) => `${i}.`).join(' ');
const spaced = (given: string): string =>
  /^(?:\p{Lu}\.){2,}$/u.test(given) ? dotted(given.replaceAll('.', '')) : given.trim();
/** Particles that stand behind the given name belong before the family name: `Calawa, N. van der`. */
function particlesBehind(text: string): { readonly before: string; readonly particles: string } | null {
  const words = text.split(' ');
  let from = words.length;
  while (from > 1 && isParticle((words[from - 1] as string).toLowerCase())) from--;
  return from === words.length
    ? null
    : { before: words.slice(0, from).join(' '), particles: words.slice(from).join(' ') };
}
function inverted(family: string, given: string): CslName {
  const behind = particlesBehind(given);
  return behind
    ? upright(`${behind.particles.toLowerCase()} ${family}`, behind.before)
    : upright(family, given);
}
const upright = (family: string, given: string): CslName => ({
  family,
  given: /^\p{Lu}{1,3}$/u.test(given) ? dotted(given) : spaced(given),
});

/** Capitals are how some styles write family names, not how they are spelt. */
const lower = (n: CslName): CslName =>
  n.family && n.family.length > 2 && n.family === n.family.toUpperCase() && /\p{Lu}{3}/u.test(n.family)
    ? {
        ...n,
        family: n.family.replace(/(\p{Lu})(\p{Lu}+)/gu, (_, a: string, b: string) => a + b.toLowerCase()),
      }
    : n;

/**
 * @example readNames('Lindqvarn, T., & Ostholt, N.') // [{ family: 'Lindqvarn', given: 'T.' }, { family:
 *   'Ostholt', given: 'N.' }]
 * @example readNames('Theodora Lindqvarn and Nils van der Ostholt').map((n) => n.family) // ['Lindqvarn',
 *   'van der Ostholt']
 */
export function readNames(text: string): CslName[] {
  const bare = clean(withoutTail(clean(withoutTail(text.slice(0, READ_AT_MOST), ROLE_MARK)), ET_AL));
  if (!bare) return [];
  if (BODY.test(bare) && !/[;&]/.test(bare)) return [{ literal: bare }];
  const strong = bare
    .split(/\s*(?:;|\s\/\s)\s*/u)
    .map(clean)
    .filter(Boolean);
  const groups = (strong.length > 1 ? strong : [bare])
    .flatMap((s) => s.split(/(?:,\s*)?(?:\s&\s|\s+(?:and|und|y|et|og|och|ja|ve)\s+|\s*&\s*)/u))
    .map(clean)
    .filter(Boolean);
  const out: CslName[] = [];
  for (const [g, group] of groups.entries()) {
    const parts = group.split(/\s*,\s*/u).filter(Boolean);
    const [first, second] = parts as [string, string | undefined];
    if (second === undefined) {
      out.push(BODY.test(group) || group.split(' ').length > 5 ? { literal: group } : direct(group));
      continue;
    }
    // A group from between semicolons is one name turned round.
    if (strong.length > 1 && parts.length === 2) {
      out.push(inverted(first, second));
      continue;
    }
    const pairs = parts.some((x, i) => i % 2 === 1 && isInitials(x));
    const single =
      parts.every((x) => x.split(' ').length <= 2 && !isInitials(x)) &&
      parts.length % 2 === 0 &&
      FAMILY.test(first) &&
      !first.includes(' ');
    if (pairs || (single && parts.length > 2 && parts.every((x, i) => i % 2 === 1 || !x.includes(' ')))) {
      for (let i = 0; i < parts.length; i += 2) {
        const [a, b] = [parts[i] as string, parts[i + 1]];
        // `Lind, A., Nils Ost`: from some name on the order is the usual one.
        if (b !== undefined && !isInitials(b) && a.includes(' ') && /\s\p{Lu}/u.test(a)) {
          out.push(direct(a));
          i--;
        } else out.push(b === undefined ? direct(a) : inverted(a, b));
      }
    } else if (g === 0 && !first.includes(' ') && FAMILY.test(first) && !isInitials(second)) {
      // Only the first is turned round.
      out.push(inverted(first, second), ...parts.slice(2).map(direct));
    } else if (
      g === 0 &&
      parts.length === 2 &&
      FAMILY.test(first) &&
      !/\s\p{Lu}{1,3}$/u.test(first) &&
      second.split(' ').length <= 2 &&
      !second.includes('.')
    ) {
      out.push(inverted(first, second));
    } else out.push(...parts.map(direct));
  }
  return out.map(lower);
}
