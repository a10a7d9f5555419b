/** The made-up university as a folder: built of it, the index is the one that the generator gives. */
import { appendFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { recordsIn as recordsOf } from '../../tests/fixtures/recordTexts';
import { indexFolder } from '../cli/folderIndex';
import { decodeIndex } from '../core/engine/format/format';
import { buildIndex } from '../server/build';
import { worldFolder } from './folder';
import { makeWorld } from './world';

let root: string;
beforeEach(() => {
  root = mkdtempSync(join(tmpdir(), 'legendum-demo-folder-'));
});
afterEach(() => {
  vi.restoreAllMocks();
  rmSync(root, { recursive: true, force: true });
});
const jsonIn = (where: string, file: string) =>
  JSON.parse(readFileSync(join(root, where, file), 'utf8')) as Record<string, unknown>;
const recordsIn = (where: string): unknown[] =>
  recordsOf(join(root, where)).map((record) => {
    const {
      owners = '',
      csl,
      ...r
    } = record as unknown as {
      owners?: string;
      csl: { author?: unknown[] };
    };
    // Nobody may be left out.
    const { author = [], ...more } = csl;
    return { ...r, csl: { ...more, author }, owners: /^0*$/.test(owners) ? '' : owners };
  });
const byId = (list: unknown): unknown[] =>
  [...(list as { id: string }[])].sort((a, b) => (a.id < b.id ? -1 : 1));

it('is read without a word, and the same index comes of it', () => {
  const said: string[] = [];
  vi.spyOn(console, 'log').mockImplementation((text: string) => void said.push(text));
  vi.spyOn(console, 'error').mockImplementation((text: string) => void said.push(text));
  const dir = join(root, 'folder');
  for (const [path, text] of worldFolder(makeWorld(1500))) {
    mkdirSync(dirname(join(dir, path)), { recursive: true });
    appendFileSync(join(dir, path), text);
  }
  expect(indexFolder(dir, { check: false, out: join(root, 'b'), reports: [], afresh: true }, () => {})).toBe(
    0,
  );
  expect(said.join('\n')).toContain('0 problems');
  buildIndex(makeWorld(1500), join(root, 'a'));

  expect(recordsIn('b')).toEqual(recordsIn('a'));
  const [a, b] = [jsonIn('a', 'library.json'), jsonIn('b', 'library.json')];
  expect(b.library).toEqual(a.library);
  expect(byId(b.journals)).toEqual(byId(a.journals));
  // Of a journal in several lists those are in the order of the lists' names.
  const linesOf = (all: unknown) =>
    (all as [string, object[]][])
      .map(([id, list]) => [id, list.map((l) => JSON.stringify(Object.entries(l).sort())).sort()] as const)
      .filter(([, list]) => list.length)
      .sort();
  expect(linesOf(b.lines)).toEqual(linesOf(a.lines));
  expect(b.guidance).toEqual(a.guidance);
  expect(b.readers).toEqual(a.readers);
  expect(jsonIn('b', 'courses.json')).toEqual(jsonIn('a', 'courses.json'));
  const sections = (where: string) => {
    const bytes = readFileSync(join(root, where, 'index.lgd'));
    const decoded = decodeIndex(
      bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer,
    );
    if ('problem' in decoded) throw new Error('no index');
    return decoded.sections;
  };
  const [was, now] = [sections('a'), sections('b')];
  expect(Object.keys(now)).toEqual(Object.keys(was));
  for (const [name, section] of Object.entries(was))
    expect(
      Buffer.from(section.buffer, section.byteOffset, section.byteLength).equals(
        Buffer.from(
          (now[name] as typeof section).buffer,
          (now[name] as typeof section).byteOffset,
          (now[name] as typeof section).byteLength,
        ),
      ),
      name,
    ).toBe(true);
});
