/**
 * What belongs together in an index directory: every file's size and digest, written last. Opening holds the
 * files against it, so that a directory put together from two builds, cut in copying or damaged since is
 * refused in words and not met later as a wrong answer.
 */

import { createHash, type Hash } from 'node:crypto';
import { closeSync, existsSync, fstatSync, openSync, readFileSync, readSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Message, msg } from '../core/model/message';
import { RECORDS } from './recordFile';

export const MANIFEST = 'manifest.json';
/** Files whose contents must be those of the build; policy.json may be edited. */
export const BOUND = ['index.lgd', 'library.json', 'courses.json', RECORDS] as const;

interface FileMark {
  readonly size: number;
  /** SHA-1 of the whole file: against accidents, not against forgery. */
  readonly whole: string;
  /** The same of samples from all over it, for files too large to be read whole at every start. */
  readonly samples: string;
}
export interface Manifest {
  readonly files: Readonly<Record<string, FileMark>>;
  /** Digest of policy.json as it was written: another one means that somebody has edited it. */
  readonly policy: string;
}

const PIECE = 4 << 20;
const SAMPLES = 256;
const SAMPLE = 4096;
/** Larger files are held against their samples only; `tool check` reads them whole. */
const READ_WHOLE = 256 << 20;

/** Bytes of a file by place: an open file, or one that is in memory already. */
interface Bytes {
  readonly size: number;
  readonly at: (from: number, to: number) => Uint8Array;
}
function wholeOf({ size, at }: Bytes, hash: Hash = createHash('sha1')): string {
  for (let from = 0; from < size; from += PIECE) hash.update(at(from, Math.min(size, from + PIECE)));
  return hash.digest('hex');
}
function samplesOf({ size, at }: Bytes): string {
  const hash = createHash('sha1');
  const last = Math.max(0, size - SAMPLE);
  for (let k = 0; k < SAMPLES; k++) {
    const from = Math.floor((last * k) / (SAMPLES - 1));
    hash.update(at(from, Math.min(size, from + SAMPLE)));
  }
  return hash.digest('hex');
}
function withFile<T>(path: string, work: (bytes: Bytes) => T): T {
  const fd = openSync(path, 'r');
  try {
    const buffer = new Uint8Array(PIECE);
    const at = (from: number, to: number): Uint8Array => {
      let got = 0;
      while (got < to - from) {
        const n = readSync(fd, buffer, got, to - from - got, from + got);
        if (n === 0) break;
        got += n;
      }
      return buffer.subarray(0, got);
    };
    return work({ size: fstatSync(fd).size, at });
  } finally {
    closeSync(fd);
  }
}
/** SHA-1 of a text, in hexadecimal: to tell that it is another, not against anybody. */
export const digestOfText = (text: string): string => createHash('sha1').update(text).digest('hex');

/** Writes down sizes and digests of an index directory’s files. */
export function writeManifest(dir: string, policy: string): void {
  const files = Object.fromEntries(
    BOUND.map((name) => [
      name,
      withFile(
        join(dir, name),
        (b): FileMark => ({ size: b.size, whole: wholeOf(b), samples: samplesOf(b) }),
      ),
    ]),
  );
  writeFileSync(
    join(dir, MANIFEST),
    `${JSON.stringify({ files, policy: digestOfText(policy) } satisfies Manifest, null, 1)}\n`,
  );
}
/** The manifest of an index directory; null where there is none, or none that can be read. */
export function readManifest(dir: string): Manifest | null {
  const path = join(dir, MANIFEST);
  if (!existsSync(path)) return null;
  try {
    const read = JSON.parse(readFileSync(path, 'utf8')) as Partial<Manifest>;
    return read.files && typeof read.policy === 'string' ? (read as Manifest) : null;
  } catch {
    // A manifest that can't be read is one that isn't there: the caller says so.
    return null;
  }
}

const AGAIN = msg('indexfile.again');
/**
 * What of an index directory is not as it was built, as a message; null when all is well.
 * @param held files that are in memory already
 * @param thorough reads also the largest files whole
 */
export function damage(
  dir: string,
  held: Readonly<Partial<Record<string, SharedArrayBuffer | null>>> = {},
  thorough = false,
): Message | null {
  const missing = BOUND.find((name) => !existsSync(join(dir, name)));
  if (missing) return msg('indexfile.directoryLacks', { dir, name: missing, again: AGAIN });
  const manifest = readManifest(dir);
  if (!manifest) return msg('indexfile.manifestUnreadable', { dir, name: MANIFEST, again: AGAIN });
  for (const name of BOUND) {
    const mark = Object.hasOwn(manifest.files, name) ? manifest.files[name] : undefined;
    if (!mark) return msg('indexfile.notNamed', { manifest: MANIFEST, dir, name, again: AGAIN });
    const memory = held[name];
    const judge = (bytes: Bytes): Message | null => {
      if (bytes.size !== mark.size)
        return msg('indexfile.otherSize', { name, dir, found: bytes.size, built: mark.size, again: AGAIN });
      const right =
        thorough || bytes.size <= READ_WHOLE
          ? wholeOf(bytes) === mark.whole
          : samplesOf(bytes) === mark.samples;
      return right ? null : msg('indexfile.damaged', { name, dir, again: AGAIN });
    };
    const view = memory ? Buffer.from(memory) : null;
    const wrong = view
      ? judge({ size: view.length, at: (from, to) => view.subarray(from, to) })
      : withFile(join(dir, name), judge);
    if (wrong) return wrong;
  }
  return null;
}
