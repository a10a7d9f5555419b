/** Reads an index directory's large files into shared memory, so that all workers use one copy. */
import { closeSync, existsSync, fstatSync, openSync, readSync, statSync } from 'node:fs';
import { join } from 'node:path';

const READ_CHUNK = 256 << 20;

export interface SharedIndex {
  readonly index: SharedArrayBuffer;
  /** The records, unless they are too large to be held; then they are read from the file one by one. */
  readonly records: SharedArrayBuffer | null;
}
/** Records beyond this many bytes stay in their file. */
const HELD = 1_500_000_000;

/** Throws with a message for people when there is no index. */
export function readShared(dir: string): SharedIndex {
  const path = join(dir, 'index.lgd');
  if (!existsSync(path))
    throw new Error(`There is no index in ${dir}. Make one with npm run demo (the made-up university) or npm run index (your own files).`);
  const records = join(dir, 'records.jsonl');
  return { index: readWhole(path), records: statSync(records).size <= HELD ? readWhole(records) : null };
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
