/**
 * Nothing of the made-up university stands outside its own folder: no name of a place, a person, a library, a
 * provider.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { CAMPUSES, LENDERS, LIBRARY, PARTNERS, PROVIDERS, READERS } from './demo/library';

const WHERE = ['core', 'server', 'ui', 'pages', 'browser', 'standins'];
/** Names of one word that are words of English too. */
const COMMON = new Set(['courier', 'abstrakta']);

function* sources(dir: string): Generator<string> {
  for (const entry of readdirSync(dir, { withFileTypes: true })) {
    const path = join(dir, entry.name);
    if (entry.isDirectory()) yield* sources(path);
    else if (/\.(ts|tsx|astro|css)$/.test(path) && !/\.test\.tsx?$/.test(path)) yield path;
  }
}

const words = LIBRARY.words;
const names = [
  LIBRARY.name,
  ...LIBRARY.name.split(' ').slice(0, 1),
  ...CAMPUSES.flatMap((c) => [c.id, c.name]),
  ...[...PARTNERS, ...LENDERS].map((p) => p.name),
  ...PARTNERS.map((p) => p.id),
  ...PROVIDERS.flatMap((p) => [p.id, p.name]),
  ...READERS.flatMap((r) => r.name.split(' ')),
  words?.country ?? '',
  ...(words?.partnership ?? '').split(' ').slice(1),
  ...Object.values(words?.examples ?? {}),
].filter((name) => name.length > 3 && !COMMON.has(name.toLowerCase()));

it('no source outside the demo names anything of it', () => {
  expect(names.length).toBeGreaterThan(150);
  const pattern = new RegExp(
    `(?<![\\p{L}])(?:${names.map((n) => n.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')).join('|')})(?![\\p{L}])`,
    'giu',
  );
  const found = WHERE.flatMap((dir) => [...sources(join('src', dir))]).flatMap((path) =>
    [...readFileSync(path, 'utf8').matchAll(pattern)].map((m) => `${path}: ${m[0]}`),
  );
  expect(found).toEqual([]);
});
