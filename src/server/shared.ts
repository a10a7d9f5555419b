/** Reads the index file of a directory into shared memory, so that all workers use one copy. */
import { closeSync, existsSync, fstatSync, openSync, readSync } from 'node:fs';
import { join } from 'node:path';

const READ_CHUNK = 256 << 20;

/** Throws with a message for people when there is no index. */
export function readShared(dir: string): SharedArrayBuffer {
  const path = join(dir, 'index.lgd');
  if (!existsSync(path))
    throw new Error(`There is no index in ${dir}. Make one with npm run demo (the made-up university) or npm run index (your own files).`);
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
