/** Reads an index directory's large files into shared memory, so that all workers use one copy. */

import { closeSync, existsSync, fstatSync, openSync, readSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { openIndex } from '../core/engine/format/data';
import { say } from '../words/generated/indexfile';
import { damage } from './manifest';
import { RECORDS } from './recordFile';
import { recover } from './replace';

const READ_CHUNK = 256 << 20;

export interface SharedIndex {
  readonly index: SharedArrayBuffer;
  /** The records, unless they are too large to be held; then they are read from the file one by one. */
  readonly records: SharedArrayBuffer | null;
}
/** Records beyond this many bytes stay in their file, where the system has them at hand. */
const HELD = 64 << 20;

/**
 * Throws with a message for people when there is no index, or when its files are not those that were built
 * together.
 */
export function readShared(dir: string): SharedIndex {
  recover(dir);
  const path = join(dir, 'index.lgd');
  if (!existsSync(path)) throw new Error(say('indexfile.noIndex', { dir }));
  const records = join(dir, RECORDS);
  const index = readWhole(path);
  // What can't be opened at all, or is of another version, says that better than a digest does.
  const opened = openIndex(index);
  if ('problem' in opened) throw new Error(say(opened.problem));
  const shared = {
    index,
    records: existsSync(records) && statSync(records).size <= HELD ? readWhole(records) : null,
  };
  const wrong = damage(dir, { 'index.lgd': shared.index, [RECORDS]: shared.records });
  if (wrong) throw new Error(say(wrong));
  return shared;
}

function readWhole(path: string): SharedArrayBuffer {
  const fd = openSync(path, 'r');
  try {
    const size = fstatSync(fd).size;
    const buffer = new SharedArrayBuffer(size);
    const bytes = new Uint8Array(buffer);
    for (let at = 0; at < size; ) {
      const got = readSync(fd, bytes, at, Math.min(READ_CHUNK, size - at), at);
      if (got === 0) break;
      at += got;
    }
    return buffer;
  } finally {
    closeSync(fd);
  }
}
