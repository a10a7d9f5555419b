/**
 * Reads a file of CSL-JSON lines without holding it whole: one record a line, bad lines named and passed
 * over.
 */
import { say } from '../words/generated/file';
import '../words/generated/shape';
import { closeSync, openSync, readSync } from 'node:fs';
import { readCslRecord } from '../core/formats/cslJson';
import type { DiscoveryRecord } from '../core/model/record';

const CHUNK = 1 << 22;

export function* linesOf(path: string): Generator<string> {
  const fd = openSync(path, 'r');
  const chunk = Buffer.allocUnsafe(CHUNK);
  let rest = Buffer.alloc(0);
  try {
    for (let n = readSync(fd, chunk); n > 0; n = readSync(fd, chunk)) {
      const buffer = rest.length ? Buffer.concat([rest, chunk.subarray(0, n)]) : chunk.subarray(0, n);
      let from = 0;
      for (let to = buffer.indexOf(10, from); to >= 0; to = buffer.indexOf(10, from)) {
        yield buffer.toString('utf8', from, to);
        from = to + 1;
      }
      rest = Buffer.from(buffer.subarray(from));
    }
  } finally {
    closeSync(fd);
  }
  if (rest.length) yield rest.toString('utf8');
}

export type BadLine = (file: string, line: number, text: string) => void;
/**
 * Records of a file; `problem` is told of each line that can't be used. Ids that come twice are a problem,
 * too.
 */
export function* cslRecords(path: string, source: string, problem: BadLine): Generator<DiscoveryRecord> {
  let n = 0;
  const seen = new Set<string>();
  for (const line of linesOf(path)) {
    n++;
    const text = line.replace(/^\uFEFF/, '').trim();
    if (!text) continue;
    let value: unknown;
    try {
      value = JSON.parse(text);
    } catch (error) {
      problem(path, n, error instanceof Error ? error.message : 'not JSON');
      continue;
    }
    const read = readCslRecord(value, source);
    if ('problem' in read) problem(path, n, say(read.problem));
    else if (seen.has(read.record.id)) problem(path, n, `the id ${read.record.id} came before`);
    else {
      seen.add(read.record.id);
      yield read.record;
    }
  }
}
