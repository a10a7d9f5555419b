/** What a thread of its own writes is what would be written here; what goes wrong there is told here. */
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bundleNode } from '../../scripts/bundle.mjs';
import { random } from '../core/random';
import { RecordWriter } from './recordFile';
import { RecordsAside } from './recordsAside';

let dir: string;
let script: URL;
beforeAll(async () => {
  // Within the project, so that its packages are found from there.
  mkdirSync('.cache', { recursive: true });
  dir = mkdtempSync(join('.cache', 'aside-'));
  await bundleNode({ recordThread: 'src/server/recordThread.ts' }, dir);
  script = pathToFileURL(join(dir, 'recordThread.mjs'));
}, 60_000);
afterAll(() => rmSync(dir, { recursive: true, force: true }));

/** Records of all lengths, more than wait at once. */
function texts(megabytes: number): Buffer[] {
  const r = random(megabytes);
  const all: Buffer[] = [];
  for (let size = 0; size < megabytes << 20; ) {
    const length = r.int(1, 40) ** 2;
    const text = Array.from({ length }, () => r.pick(['kelp', 'tide', 'salt', 'Ünst', '𝔘'])).join(' ');
    all.push(Buffer.from(`${JSON.stringify({ n: all.length, text })}\n`));
    size += (all.at(-1) as Buffer).length;
  }
  return all;
}
const written = (writer: RecordsAside | RecordWriter, all: readonly Buffer[]): string => {
  for (const text of all) writer.write(text);
  return writer.finish().digest;
};

describe('records written aside', () => {
  it.each([0, 1, 18])('are the same to the byte, %i MB of them', (megabytes) => {
    const all = texts(megabytes);
    const [here, aside] = [join(dir, 'here.lgr'), join(dir, 'aside.lgr')];
    const digest = written(new RecordWriter(here), all);
    expect(written(new RecordsAside(aside, script), all)).toBe(digest);
    expect(readFileSync(aside).equals(readFileSync(here))).toBe(true);
  });
  it('are written here where there is no thread’s program', () => {
    const all = texts(2);
    const [here, aside] = [join(dir, 'here.lgr'), join(dir, 'aside.lgr')];
    const digest = written(new RecordWriter(here), all);
    for (const none of [
      pathToFileURL(join(tmpdir(), 'there-is-none.mjs')),
      new URL('http://localhost/recordThread.mjs'),
    ])
      expect(written(new RecordsAside(aside, none), all)).toBe(digest);
  });
  it('that can’t be written say so by the same code as here, and not by hanging', () => {
    const [nowhere, full] = [join(dir, 'nowhere', 'records.lgr'), '/dev/full'];
    const codeOf = (path: string): unknown => {
      const aside = new RecordsAside(path, script);
      try {
        written(aside, texts(6));
        return null;
      } catch (error) {
        return (error as NodeJS.ErrnoException).code;
      } finally {
        aside.stop();
      }
    };
    expect([codeOf(nowhere), codeOf(full)]).toEqual(['ENOENT', 'ENOSPC']);
  });
});
