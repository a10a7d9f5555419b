/**
 * Folding: the form in which texts are compared. Apart from the stemmers, so that what only folds stays
 * light.
 */
import { table } from '../table';

/** Letters that NFKD does not take apart. */
const WHOLE = table<string>({
  ø: 'o',
  æ: 'ae',
  œ: 'oe',
  ß: 'ss',
  ł: 'l',
  đ: 'd',
  ð: 'd',
  þ: 'th',
  ı: 'i',
  ŋ: 'n',
  ħ: 'h',
  // The sigma of a word's end; Arabic letters that are written one for the other, by place or by country.
  ς: 'σ',
  ة: 'ه',
  ى: 'ي',
  ی: 'ي',
  ک: 'ك',
  // A stroke that only stretches.
  ـ: '',
});
const MARKS = /\p{M}+/gu;
/** The marks that make other letters of kana; taking them off would make another word. */
const NOT_VOICING = /[^\u3099\u309a]/g;
const ASCII = /^[\x20-\x7e]*$/;

/**
 * Lower case without diacritics and ligatures; the same for query and record.
 * @example fold('Ærøskøbing Straße') // 'aeroskobing strasse'
 * @example fold('İstanbul') // 'istanbul'
 * @example fold('مكتبةٌ') // 'مكتبه'
 * @example fold('Λόγος') // 'λογοσ'
 */
export function fold(text: string): string {
  const lower = text.toLowerCase();
  if (ASCII.test(lower)) return lower;
  return (
    lower
      .normalize('NFKD')
      .replace(MARKS, (marks) => marks.replace(NOT_VOICING, ''))
      // What NFKD took apart and must stay whole: kana with their marks, the syllables of Hangul.
      .normalize('NFC')
      .replace(/[øæœßłđðþıŋħςةىیکـ]/g, (c) => WHOLE.get(c) ?? c)
  );
}

/**
 * Scripts that write no spaces between words, or put endings on them without one: each letter is a word of
 * its own there, and what is asked for, a row of them, is found by their standing side by side.
 */
const UNSPACED =
  '\\p{Script=Han}\\p{Script=Hiragana}\\p{Script=Katakana}\\p{Script=Hangul}\\p{Script=Thai}\\p{Script=Lao}\\p{Script=Khmer}\\p{Script=Myanmar}\u30fc';
const WORD = new RegExp(
  `[${UNSPACED}]|(?:(?![${UNSPACED}])[\\p{L}\\p{N}])+(?:['’](?:(?![${UNSPACED}])\\p{L})+)*`,
  'gu',
);
/** The same for plain ASCII, which most texts are and which needs no Unicode tables. */
const ASCII_WORD = /[a-z0-9]+(?:'[a-z]+)*/g;

/**
 * The words of a text, folded. A hyphen separates; an apostrophe inside a word is taken out with a lone
 * letter before it (l'algue → algue) or a lone s after it (reader's → reader).
 * @example words("L'algue, small-scale") // ['algue', 'small', 'scale']
 * @example words('L’Œuvre: a cook’s book') // ['oeuvre', 'a', 'cook', 'book']
 */
export function words(text: string): string[] {
  const folded = fold(text);
  const found = folded.match(ASCII.test(folded) ? ASCII_WORD : WORD) ?? [];
  for (let i = 0; i < found.length; i++) {
    const w = found[i] as string;
    if (w.includes("'") || w.includes('’'))
      found[i] = w
        .replace(/^\p{L}['’]/u, '')
        .replace(/['’]s$/, '')
        .replace(/['’]/g, '');
  }
  return found;
}

/** Words too common to ask for; they count inside phrases only. */
export const SMALL_WORDS: ReadonlySet<string> = new Set(
  'a an and are as at be by for from in into is it its of on or that the their this to was were what when which with der die das und ein eine le la les de du des et un une el los las y en il lo gli e het een och ett og av i'.split(
    ' ',
  ),
);
