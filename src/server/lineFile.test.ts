/** Lines that were added are there, whatever became of some of them. */
import {
  appendFileSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { LineFile } from './lineFile';

let dir: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'lines-'));
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));
const numbers = (path: string) => new LineFile(path, (v) => (typeof v === 'number' ? v : null));

it('has what was added; a line that is damaged, or none, costs the others nothing', () => {
  const path = join(dir, 'a.jsonl');
  const file = numbers(path);
  expect(file.lines()).toEqual([]);
  for (const n of [1, 2, 3]) file.add(n);
  appendFileSync(path, '"text"\n{"cut\n\nnull\n');
  file.add(4);
  const again = numbers(path);
  expect(again.lines()).toEqual([1, 2, 3, 4]);
  expect([again.count, again.bytes]).toEqual([7, readFileSync(path).length]);
  truncateSync(path, readFileSync(path).length - 1);
  // The end of a line is missing: it is none yet, and the next one does not go with it.
  expect(numbers(path).lines()).toEqual([1, 2, 3]);
  again.add(5);
  expect(again.lines()).toEqual([1, 2, 3, 4, 5]);
  again.rewrite([4, 5]);
  expect(numbers(path).lines()).toEqual([4, 5]);
  expect([existsSync(`${path}.making`), existsSync(`${path}.lock`)]).toEqual([false, false]);
  expect(() => numbers(join(dir, 'nowhere', 'b.jsonl')).add(1)).toThrow('ENOENT');
});

it('several stand on one file: each hears what the others added, and nothing is lost when one cuts it', () => {
  const path = join(dir, 'a.jsonl');
  const [a, b] = [numbers(path), numbers(path)];
  expect([a.news(), b.news()]).toEqual([
    { lines: [], afresh: false },
    { lines: [], afresh: false },
  ]);
  a.add(1);
  b.add(2);
  // The first time, it is all of it.
  expect(a.news()).toEqual({ lines: [1, 2], afresh: true });
  expect(b.news()).toEqual({ lines: [1, 2], afresh: true });
  a.add(3);
  expect(b.news()).toEqual({ lines: [3], afresh: false });
  expect(b.news().lines).toEqual([]);
  // b has not heard of 4, and cuts what it knows.
  a.add(4);
  b.rewrite([2, 3]);
  expect(b.news()).toEqual({ lines: [4], afresh: false });
  expect(a.news()).toEqual({ lines: [2, 3, 4], afresh: true });
  writeFileSync(`${path}.lock`, '');
  b.rewrite([]);
  expect(numbers(path).lines()).toEqual([2, 3, 4]);
});
