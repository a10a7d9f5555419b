/** A line of text as it is drawn, from left to right, by the Unicode bidirectional algorithm (UAX 9). */
import bidiFactory from 'bidi-js';

/** A stretch of a line in one face. */
export interface LineRun {
  /** In the order in which it is drawn; of a run that is set backwards, in that in which it is read. */
  readonly text: string;
  readonly face: number;
}
const bidi = bidiFactory();

/** @param readBackwards of a run that goes to the left: whoever sets it draws it from its end, as Arabic is set */
export function lineRuns(
  text: string,
  rightToLeft: boolean,
  faceOf: (letter: string) => number,
  readBackwards: (face: number) => boolean,
): readonly LineRun[] {
  const { levels } = bidi.getEmbeddingLevels(text, rightToLeft ? 'rtl' : 'ltr');
  /** Stretches of one level and face, as they are read. */
  const read: { text: string; readonly face: number; readonly level: number }[] = [];
  let at = 0;
  for (const letter of text) {
    const [face, level] = [faceOf(letter), levels[at] ?? 0];
    const last = read.at(-1);
    if (last?.face === face && last.level === level) last.text += letter;
    else read.push({ text: letter, face, level });
    at += letter.length;
  }
  // Rule L2: from the highest level on, what stands at it or above is turned round.
  const highest = Math.max(0, ...read.map((r) => r.level));
  for (let level = highest; level > 0; level--)
    for (let from = 0; from < read.length; from++) {
      let to = from;
      while ((read[to]?.level ?? -1) >= level) to++;
      if (to > from + 1) read.splice(from, to - from, ...read.slice(from, to).reverse());
      from = Math.max(from, to);
    }
  return read.map(({ text: said, face, level }) => ({
    face,
    text: level % 2 && !readBackwards(face) ? turned(said) : said,
  }));
}
const turned = (text: string): string =>
  [...text]
    .reverse()
    .map((letter) => bidi.getMirroredCharacter(letter) ?? letter)
    .join('');
