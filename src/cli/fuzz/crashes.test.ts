/** A few of the deaths of `npm run fuzz -- crashes`, which tries a thousand. */
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { living } from './crash';
import { CRASHES } from './crashes';

it('a process dies at the operation that it is told, with a part of it done, and does no more', () => {
  const dir = mkdtempSync(join(tmpdir(), 'legendum-crash-'));
  const work = (): void => {
    try {
      writeFileSync(join(dir, 'a'), 'whole');
      writeFileSync(join(dir, 'b'), 'torn to pieces');
    } finally {
      writeFileSync(join(dir, 'c'), 'cleaning up');
    }
  };
  expect(living(work, { at: 1, torn: 0.3 })).toEqual({ operations: 3, died: true });
  expect(readdirSync(dir).sort()).toEqual(['a', 'b']);
  expect(readFileSync(join(dir, 'b'), 'utf8')).toBe('torn');
  expect(living(work, null)).toEqual({ operations: 3, died: false });
  expect(readdirSync(dir).sort()).toEqual(['a', 'b', 'c']);
  rmSync(dir, { recursive: true });
});
it.each([
  ['index', 8],
  ['lines', 150],
  ['days', 2],
] as const)('%s: nothing is lost and nothing there twice, wherever it dies', (name, runs) => {
  for (let seed = 1; seed <= runs; seed++) expect(CRASHES[name]?.(seed) ?? null, `seed ${seed}`).toBeNull();
});
