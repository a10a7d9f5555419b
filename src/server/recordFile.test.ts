/** Whatever is written comes back, by its number and one behind the other; a file that is not whole is refused. */
import {
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { deflateRawSync } from 'node:zlib';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { random } from '../core/random';
import { makeWorld } from '../demo/world';
import {
  appendRecords,
  IN_BLOCK,
  inflateNative,
  inflateScripted,
  RecordFile,
  RecordWriter,
} from './recordFile';

let dir: string;
let path: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'legendum-records-'));
  path = join(dir, 'records.lgr');
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));

function written(texts: Iterable<string>): string {
  const writer = new RecordWriter(path);
  for (const text of texts) writer.write(Buffer.from(`${text}\n`));
  return writer.finish().digest;
}
const shared = (bytes: Buffer): SharedArrayBuffer => {
  const held = new SharedArrayBuffer(bytes.length);
  new Uint8Array(held).set(bytes);
  return held;
};
const read = (file: RecordFile): string[] => [...file.all()].map((b) => b.toString('utf8').slice(0, -1));

describe('a file of records', () => {
  it('gives back what was written, by number and in order, from the disk and from memory', () => {
    fc.assert(
      fc.property(fc.array(fc.json(), { maxLength: 40 }), fc.nat(), (values, some) => {
        const digest = written(values);
        for (const file of [new RecordFile(path), new RecordFile(path, shared(readFileSync(path)))]) {
          expect(file.size).toBe(values.length);
          expect(file.digest).toBe(digest);
          expect(read(file)).toEqual(values);
          if (values.length) {
            const k = some % values.length;
            expect(file.at(k).toString('utf8')).toBe(`${values[k]}\n`);
          }
          file.close();
        }
      }),
      { numRuns: 60 },
    );
  });
  it('is long, and some records much longer than the dictionary', () => {
    const r = random(5);
    const texts = Array.from({ length: 40 * IN_BLOCK + 3 }, (_, i) =>
      JSON.stringify({
        i,
        text: Array.from({ length: i % 50 ? 300 : 200_000 }, () => r.int(0, 35).toString(36)).join(''),
      }),
    );
    written(texts);
    const file = new RecordFile(path);
    for (let k = texts.length - 1; k >= 0; k -= 7) expect(file.at(k).toString('utf8')).toBe(`${texts[k]}\n`);
    expect(read(file)).toEqual(texts);
    file.close();
  });
  it('is taken apart the same by Node and by script, whatever its length', () => {
    const same = (text: Buffer, dictionary: Buffer): void => {
      const block = deflateRawSync(text, dictionary.length ? { dictionary } : {});
      expect(inflateNative(block, dictionary).equals(text)).toBe(true);
      expect(inflateScripted(block, dictionary).equals(text)).toBe(true);
      const cut = block.subarray(0, block.length >> 1);
      expect(() => inflateScripted(cut, dictionary)).toThrow();
    };
    fc.assert(
      fc.property(
        fc.string({ minLength: 60, maxLength: 4000 }),
        fc.string({ maxLength: 600 }),
        (text, dictionary) => same(Buffer.from(text), Buffer.from(dictionary)),
      ),
      { numRuns: 60 },
    );
    const r = random(7);
    for (const length of [(256 << 10) - 1, 256 << 10, (256 << 10) + 1, 3 << 20])
      same(Buffer.from(Array.from({ length }, () => 32 + Math.floor(r() * 64))), Buffer.from('words'));
  });
  it('takes a fourth of the room of the records’ JSON', () => {
    const texts = [...makeWorld(3000).records].map((r) => JSON.stringify(r));
    written(texts);
    expect(statSync(path).size).toBeLessThan(texts.reduce((sum, t) => sum + t.length, 0) / 4);
  });
  it('has more behind it and some places empty, one time after the other; what stood there stays', () => {
    const batch = fc.record({
      come: fc.array(fc.json(), { maxLength: 11 }),
      gone: fc.array(fc.nat(), { maxLength: 4 }),
    });
    fc.assert(
      fc.property(
        fc.array(fc.json(), { minLength: 1, maxLength: 20 }),
        fc.array(batch, { maxLength: 4 }),
        (base, batches) => {
          let digest = written(base);
          const stands = new Map(base.map((text, k) => [k, text]));
          for (const { come, gone } of batches) {
            const old = [...stands.keys()];
            const leaving = gone.flatMap((g) => old[g % Math.max(1, old.length)] ?? []);
            const texts = come.map((text) => Buffer.from(`${text}\n`));
            const appended = appendRecords(path, `${path}.next`, texts, leaving);
            renameSync(`${path}.next`, path);
            expect(appended.digest).not.toBe(come.length || new Set(leaving).size ? digest : '');
            digest = appended.digest;
            for (const k of leaving) stands.delete(k);
            come.forEach((text, i) => {
              stands.set(appended.first + i, text);
            });
            const file = new RecordFile(path);
            expect(file.digest).toBe(digest);
            expect(read(file)).toEqual([...stands].sort(([a], [b]) => a - b).map(([, text]) => text));
            for (const [k, text] of stands) expect(file.at(k).toString('utf8')).toBe(`${text}\n`);
            file.close();
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('is read as those before it were written, eight in a block', () => {
    const texts = Array.from({ length: 11 }, (_, i) => `{"i":${i}}\n`);
    const blocks = [texts.slice(0, 8), texts.slice(8)].map((own) =>
      deflateRawSync(Buffer.from(own.join(''))),
    );
    const numbers = (...list: number[]): Buffer => Buffer.from(Uint32Array.from(list).buffer);
    const magic = Buffer.from('LEGENREC');
    const sizes = numbers(...blocks.map((b) => b.length));
    writeFileSync(
      path,
      Buffer.concat([magic, numbers(1, 0), ...blocks, sizes, numbers(texts.length, blocks.length), magic]),
    );
    const file = new RecordFile(path);
    expect([...file.all()].map(String)).toEqual(texts);
    expect(String(file.at(9))).toBe(texts[9]);
    file.close();
  });
  it('that is another kind of file, or cut anywhere, is refused in words', () => {
    written([...makeWorld(50).records].map((r) => JSON.stringify(r)));
    const { size } = statSync(path);
    const whole = readFileSync(path);
    for (const cut of [0, 7, 20, 500, size >> 1, size - 20, size - 1]) {
      writeFileSync(path, whole);
      truncateSync(path, cut);
      expect(() => new RecordFile(path), String(cut)).toThrow(
        /is no file of an index’s records, or is cut short/,
      );
    }
    writeFileSync(path, `{"id":"a"}\n`.repeat(100));
    expect(() => new RecordFile(path)).toThrow(/is no file of an index’s records/);
  });
});
