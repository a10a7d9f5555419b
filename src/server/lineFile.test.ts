/** Lines that were added are there, whatever became of some of them. */
import { appendFileSync, existsSync, mkdtempSync, readFileSync, rmSync, truncateSync } from 'node:fs';
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
  expect(numbers(path).lines().length).toBe(4);
  again.rewrite([4, 5]);
  expect(numbers(path).lines()).toEqual([4, 5]);
  expect(existsSync(`${path}.making`)).toBe(false);
  expect(() => numbers(join(dir, 'nowhere', 'b.jsonl')).add(1)).toThrow('ENOENT');
});
