/** Tables that are asked by what somebody wrote: none of them answers with what every object has. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { valueLabel } from '../words/labels';
import { readOpenUrl, writeOpenUrl } from './coverage/openurl';
import { kindOfCsl } from './model/cslTypes';
import { advance, type SlipEvent, type SlipState } from './model/slipStates';
import { readCql } from './query/cql';
import { fieldNamed } from './query/fields';
import { readPlain } from './query/plain';
import { readSru } from './sru/sru';
import { own, table } from './table';

const INHERITED = ['constructor', 'toString', 'valueOf', 'hasOwnProperty', '__proto__', '__defineGetter__'];

describe.each(INHERITED)('%s', (word) => {
  it('stands in no table', () => {
    expect(table({ kelp: 1 }).get(word)).toBeUndefined();
    expect(own({ kelp: 1 }, word)).toBeUndefined();
    expect(kindOfCsl(word)).toBeNull();
    expect(fieldNamed(word)).toBeNull();
    expect(advance(word as SlipState, 'send')).toBeNull();
    expect(advance('sent', word as SlipEvent)).toBeNull();
    for (const group of ['wait', 'carrier', 'kind', 'peer', 'audience', 'language', 'open'] as const)
      expect(typeof valueLabel(group, word)).toBe('string');
  });
  it('is a word in a query, no field and no index', () => {
    expect(readPlain(`${word}:x`).tree).toMatchObject({ op: 'word', text: `${word}:x` });
    expect(readCql(`${word}=x`)).toMatchObject({ problem: { code: 16 } });
    expect(
      readSru(new URLSearchParams({ operation: 'searchRetrieve', query: 'a', recordSchema: word })),
    ).toMatchObject({
      operation: 'fault',
    });
  });
  it('is no genre of an OpenURL', () => {
    const read = readOpenUrl(new URLSearchParams({ genre: word, title: 'x', 'rft.genre': word }));
    expect(read?.csl.type).toBe('book');
    expect(writeOpenUrl({ type: word, title: 'x' }).get('rft.genre')).toBe('document');
  });
});

/** Plain objects with open keys that are never asked by a key from outside; each with why. */
const ALLOWED = new Map([
  ['src/core/coverage/kbart.ts', 'a line being filled, its keys from the list of columns'],
  ['src/core/formats/cslItems.ts', 'an item being filled'],
  ['src/core/formats/bibtexRead.ts', 'an item being filled'],
  ['src/core/formats/csv.ts', 'an item being filled, its keys from the list of columns'],
  ['src/core/engine/format/format.ts', 'sections of an index file, filled and handed on'],
  ['src/server/serve.ts', 'headers that are written out'],
  ['src/server/params.ts', 'parameters being collected'],
]);
function* sources(dir: string): Generator<string> {
  for (const entry of readdirSync(dir, { withFileTypes: true })) {
    const path = join(dir, entry.name);
    if (entry.isDirectory()) yield* sources(path);
    else if (/\.(ts|tsx|astro)$/.test(path) && !/\.test\.tsx?$/.test(path)) yield path;
  }
}
it('plain objects with open keys are few and named here: others are made by `table`', () => {
  const found = [...sources('src')].filter(
    (path) =>
      !/^src\/(demo|cli)\//.test(path) &&
      /const \w+: (?:Readonly<)?Record<string, [^=]*= \{/.test(readFileSync(path, 'utf8')),
  );
  expect(found.filter((path) => !ALLOWED.has(path) && !path.startsWith('src/ui/'))).toEqual([]);
});
