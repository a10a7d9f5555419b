import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { decodeModel } from '../core/references/tagger';
import { say } from '../words/generated/file';
import { type ReadingProgress, type ReadingTask, readTask } from './reading';

const model = decodeModel(readFileSync('public/models/references.bin'));
async function read(task: ReadingTask) {
  const told: ReadingProgress[] = [];
  let asked = 0;
  await readTask(task, {
    say: (p) => told.push(p),
    model: async () => {
      asked++;
      return model;
    },
  });
  return {
    told,
    asked,
    titles: told.flatMap((p) => p.refs.map((r) => r.csl.title)),
    problems: told.flatMap((p) => p.problems),
  };
}
const file = (name: string, ...parts: BlobPart[]): ReadingTask => ({ name, file: new Blob(parts) });
const line = (n: number): string =>
  `Ovesen, K. (${1950 + (n % 70)}). Tides of the ${n}th kind. Harrow Tide Press.`;

describe('reading text', () => {
  it('goes on a few at a time, and the last says that all is there', async () => {
    const { told } = await read({ text: Array.from({ length: 60 }, (_, n) => line(n + 1)).join('\n\n') });
    expect(told.map((p) => [p.done, p.total, p.refs.length])).toEqual([
      [25, 60, 25],
      [50, 60, 25],
      [60, 60, 10],
    ]);
    expect(told[0]?.refs[1]?.csl).toMatchObject({
      title: 'Tides of the 2th kind',
      author: [{ family: 'Ovesen', given: 'K.' }],
    });
  });
  it('of nothing is said without asking for the tagger', async () => {
    const { told, asked } = await read({ text: ' \n\n ' });
    expect([told, asked]).toEqual([[{ refs: [], done: 0, total: 0, problems: [] }], 0]);
  });
});

describe('reading a file', () => {
  it('of text is like text, whatever its name', async () => {
    const { titles, asked } = await read(file('list.dat', `${line(1)}\n\n${line(2)}`));
    expect([titles, asked]).toEqual([['Tides of the 1th kind', 'Tides of the 2th kind'], 1]);
  });
  it('of a format needs no tagger; what is bad in it is named by its line, the rest is read', async () => {
    const ris =
      'TY  - BOOK\r\nTI  - The tide\r\nPY  - 2001\r\nER  - \r\nTY  - JOUR\r\nTI  - Kelp\r\nPY  - soon\r\nER  - \r\n';
    const { titles, asked, problems, told } = await read(file('list.ris', ris));
    expect([titles, asked]).toEqual([['The tide', 'Kelp'], 0]);
    expect(problems.map((p) => say(p))).toEqual([expect.stringMatching(/^Line \d+: .*soon/)]);
    const last = told.at(-1);
    expect([last?.done, last?.total]).toEqual([2, 2]);
  });
  it('longer than a piece is one list; a piece may end within a record', async () => {
    const one = (n: number) => `TY  - BOOK\r\nTI  - Book ${n}\r\nAB  - ${'x'.repeat(2000)}\r\nER  - \r\n`;
    const { told, titles } = await read(
      file('list.ris', Array.from({ length: 2500 }, (_, n) => one(n)).join('')),
    );
    expect(titles).toEqual(Array.from({ length: 2500 }, (_, n) => `Book ${n}`));
    expect(told.length).toBeGreaterThan(2);
    for (const p of told.slice(0, -1)) expect(p.done).toBeLessThan(p.total);
  });
  it('whose columns nobody knows is asked about, and read by what was said', async () => {
    const csv = 'Wat,Wie,Jaar\nDe zee,"Ovesen, K.",1971\n';
    const asked = await read(file('lijst.csv', csv));
    expect(asked.told).toEqual([
      { refs: [], done: 0, total: 0, problems: [], headings: ['Wat', 'Wie', 'Jaar'] },
    ]);
  });
});
