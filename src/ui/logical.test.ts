/** Styles say where a line begins and ends, and not left and right: in Arabic it begins at the right. */
import { readdirSync, readFileSync } from 'node:fs';
import { expect, it } from 'vitest';

/** Of four sides in a row the second is the right one, the fourth the left. */
const FOUR = /^(?:padding|margin):\s*(.+);$/;
const SIDED =
  /^(?:(?:padding|margin|border)-(?:left|right)\b|(?:left|right|float|text-align):.*\b(?:left|right)\b)/;
const partsOf = (value: string): readonly string[] =>
  value.match(/(?:[\w.%-]+\((?:[^()]|\([^()]*\))*\)|[^\s()]+)/g) ?? [];

it('no style has another left than right, but where it is meant', () => {
  const files = readdirSync('src/ui', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.css'))
    .map((file) => `src/ui/${file}`);
  expect(files.length).toBeGreaterThan(20);
  const sided = files.flatMap((file) =>
    readFileSync(file, 'utf8')
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => {
        const parts = partsOf(FOUR.exec(line)?.[1] ?? '');
        return SIDED.test(line) || (parts.length === 4 && parts[1] !== parts[3]);
      })
      .map((line) => `${file}: ${line}`),
  );
  expect(sided).toEqual([]);
});
