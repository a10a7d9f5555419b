/**
 * Fonts for PDFs in every language that the app speaks: Noto Sans and Vazirmatn (OFL), from where their packages are
 * installed; only the letters that are used go into the file. Arabic is joined and goes to the left.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import * as fontkit from '@cantoo/fontkit';
import type { PDFDocument, PDFFont, PDFPage, RGB } from '@cantoo/pdf-lib';
import { lineRuns } from '../core/formats/lineRuns';

/** Files of the packages by what they hold; a letter is of the first that has it. */
const FACES = [
  '@fontsource/noto-sans/files/noto-sans-latin',
  '@fontsource/noto-sans/files/noto-sans-latin-ext',
  '@fontsource/noto-sans/files/noto-sans-greek',
  '@fontsource/noto-sans/files/noto-sans-cyrillic',
  '@fontsource/vazirmatn/files/vazirmatn-arabic',
] as const;
const ARABIC = FACES.length - 1;
export type Weight = 400 | 700;
/** Vowel signs are left out, as in print: they would stand where their letters are not. */
const VOWEL_SIGNS = /[\u064b-\u0652]/g;
const UNKNOWN = '?';

interface File {
  readonly bytes: Uint8Array;
  has(letter: string): boolean;
}
const files = new Map<string, File>();
/** Throws where the package is not installed. */
function fileOf(face: number, weight: Weight): File {
  const name = `${FACES[face]}-${weight}-normal.woff`;
  let file = files.get(name);
  if (!file) {
    const bytes = new Uint8Array(readFileSync(createRequire(import.meta.url).resolve(name)));
    const font = fontkit.create(bytes);
    const has = (letter: string): boolean =>
      'hasGlyphForCodePoint' in font && font.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0);
    file = { bytes, has };
    files.set(name, file);
  }
  return file;
}
const faceOf = (letter: string): number => FACES.findIndex((_, face) => fileOf(face, 400).has(letter));

/** A text in letters that the fonts have: others lose their diacritics, or are question marks. */
export const inTheseLetters = (text: string): string =>
  [...text.replace(VOWEL_SIGNS, '')]
    .map((letter) => {
      if (/\s/.test(letter)) return ' ';
      if (faceOf(letter) >= 0) return letter;
      // Marks of direction and the like are nothing to be seen.
      if (/\p{Cf}/u.test(letter)) return '';
      const base = letter.normalize('NFKD').replace(/\p{M}/gu, '');
      return base && [...base].every((l) => faceOf(l) >= 0) ? base : UNKNOWN;
    })
    .join('');

/** Writes on the pages of one document. */
export class Pen {
  readonly #doc: PDFDocument;
  readonly #rightToLeft: boolean;
  readonly #fonts = new Map<string, PDFFont>();
  /** By weight and word, at one point. */
  readonly #widths = new Map<string, number>();
  constructor(doc: PDFDocument, rightToLeft: boolean) {
    this.#doc = doc;
    this.#rightToLeft = rightToLeft;
    doc.registerFontkit(fontkit as Parameters<PDFDocument['registerFontkit']>[0]);
  }
  /** Brings the fonts that some texts need; others can't be written. */
  async bring(texts: readonly string[]): Promise<void> {
    const faces = new Set([...new Set(inTheseLetters(texts.join(' ')))].map(faceOf));
    for (const face of faces)
      for (const weight of [400, 700] as const)
        this.#fonts.set(
          `${face} ${weight}`,
          await this.#doc.embedFont(fileOf(face, weight).bytes, { subset: true }),
        );
  }
  #runs(line: string, weight: Weight): readonly { readonly text: string; readonly font: PDFFont }[] {
    return lineRuns(line, this.#rightToLeft, faceOf, (face) => face === ARABIC).flatMap(({ text, face }) => {
      const font = this.#fonts.get(`${face} ${weight}`);
      return font ? [{ text, font }] : [];
    });
  }
  /** Points that a line takes: its words are looked at one by one, and each once. */
  width(line: string, weight: Weight, size: number): number {
    return line.split(/(?<= )|(?= )/).reduce((sum, word) => sum + this.#wide(word, weight) * size, 0);
  }
  #wide(word: string, weight: Weight): number {
    const key = `${weight} ${word}`;
    const known = this.#widths.get(key);
    if (known !== undefined) return known;
    const wide = this.#runs(word, weight).reduce(
      (sum, { text, font }) => sum + font.widthOfTextAtSize(text, 1),
      0,
    );
    this.#widths.set(key, wide);
    return wide;
  }
  /** @param x of its left end · @param y of its base line */
  draw(
    page: PDFPage,
    line: string,
    at: { readonly x: number; readonly y: number },
    look: { readonly weight: Weight; readonly size: number; readonly color: RGB },
  ): void {
    let { x } = at;
    for (const { text, font } of this.#runs(line, look.weight)) {
      page.drawText(text, { x, y: at.y, size: look.size, font, color: look.color });
      x += font.widthOfTextAtSize(text, look.size);
    }
  }
}
