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
  const levels = bidi.getEmbeddingLevels(text, rightToLeft ? 'rtl' : 'ltr');
  /** Stretches of one level and face, as they are read; and by place in the text, in which a letter stands. */
  const read: { text: string; readonly face: number; readonly level: number }[] = [];
  const standsIn: number[] = [];
  for (const letter of text) {
    const [face, level] = [faceOf(letter), levels.levels[standsIn.length] ?? 0];
    const last = read.at(-1);
    if (last?.face === face && last.level === level) last.text += letter;
    else read.push({ text: letter, face, level });
    for (let i = 0; i < letter.length; i++) standsIn.push(read.length - 1);
  }
  // Letters of one level are turned round together: a stretch stays in one piece.
  const drawn = new Set(bidi.getReorderedIndices(text, levels).map((at) => standsIn[at]));
  return [...drawn].flatMap((n) => {
    const run = n === undefined ? undefined : read[n];
    if (!run) return [];
    const backwards = run.level % 2 === 1 && !readBackwards(run.face);
    return [{ face: run.face, text: backwards ? turned(run.text) : run.text }];
  });
}
const turned = (text: string): string =>
  [...text]
    .reverse()
    .map((letter) => bidi.getMirroredCharacter(letter) ?? letter)
    .join('');
