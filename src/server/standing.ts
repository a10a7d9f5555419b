/**
 * The index directory that stands where one is built, opened to take over what has not changed. Whatever is odd about
 * it, it is not used: the index is then made afresh.
 */
import { closeSync, existsSync, openSync, readFileSync, readSync } from 'node:fs';
import { join } from 'node:path';
import { rowLayout } from '../core/access/summary';
import { Standing, TAKEN_OVER } from '../core/engine/build/standing';
import { FORMAT_VERSION, type Header, MAGIC, sectionOf } from '../core/engine/format/format';
import type { Lender, Library } from '../core/model/library';
import type { Journal } from '../core/model/record';
import type { KbartLine } from '../core/model/titleList';
import type { Analysis } from '../core/words/analysis';
import { damage } from './manifest';
import { programDigest } from './program';
import { RECORDS, RecordFile } from './recordFile';

/** All that waits and refereeing depend on besides the record and its host, as one text. */
export const contextOf = (
  library: Library,
  journals: readonly Journal[],
  lines: Iterable<readonly [string, readonly KbartLine[]]>,
): string => JSON.stringify([library, journals, [...lines]]);

export interface StandingIndex {
  readonly standing: Standing;
  /** Its context is that of the index to be made. */
  readonly sameContext: boolean;
  /** A document's record as it stands in the file, with the end of its line. */
  readonly textAt: (doc: number) => Buffer;
  close(): void;
}

/** Only those sections that are taken over. */
function sectionsOf(
  path: string,
): { readonly header: Header; readonly sections: ConstructorParameters<typeof Standing>[0] } | null {
  const fd = openSync(path, 'r');
  const read = (from: number, size: number): ArrayBuffer => {
    const bytes = new Uint8Array(size);
    for (let at = 0; at < size; ) {
      const got = readSync(fd, bytes, at, Math.min(size - at, 256 << 20), from + at);
      if (got === 0) break;
      at += got;
    }
    return bytes.buffer;
  };
  try {
    const head = Buffer.from(read(0, 16));
    if (head.toString('latin1', 0, 8) !== MAGIC) return null;
    const header = JSON.parse(Buffer.from(read(16, head.readUInt32LE(8))).toString('utf8')) as Header;
    if (header.version !== FORMAT_VERSION) return null;
    const start = head.readUInt32LE(12);
    return {
      header,
      sections: Object.fromEntries(
        TAKEN_OVER.flatMap((name) => {
          const s = header.sections[name];
          return s ? [[name, sectionOf(s, (from, size) => read(start + from, size))]] : [];
        }),
      ),
    };
  } finally {
    closeSync(fd);
  }
}

/** Null where there is none that can be used. */
export function openStanding(
  dir: string,
  {
    library,
    journals,
    lines,
  }: {
    readonly library: Library;
    readonly journals: readonly Journal[];
    readonly lines: ReadonlyMap<string, readonly KbartLine[]>;
  },
  analysis: Analysis,
): StandingIndex | null {
  try {
    if (!existsSync(join(dir, 'index.lgd')) || damage(dir)) return null;
    const stored = JSON.parse(readFileSync(join(dir, 'library.json'), 'utf8')) as {
      readonly library: Library;
      readonly learnt?: readonly Lender[];
      readonly journals: readonly Journal[];
      readonly lines: readonly (readonly [string, readonly KbartLine[]])[];
    };
    const read = sectionsOf(join(dir, 'index.lgd'));
    const layout = rowLayout(library);
    if (
      !read ||
      read.header.meta.analysis !== analysis ||
      read.header.meta.program !== programDigest() ||
      JSON.stringify(read.header.meta.layout) !== JSON.stringify(layout) ||
      stored.library.language !== library.language
    )
      return null;
    const { width, presenceWords } = layout;
    const standing = new Standing(read.sections, {
      width,
      presenceWords,
      language: library.language,
    });
    const texts = new RecordFile(join(dir, RECORDS));
    return {
      standing,
      sameContext:
        contextOf(
          stored.learnt ? { ...stored.library, lenders: stored.learnt } : stored.library,
          stored.journals,
          stored.lines,
        ) === contextOf(library, journals, lines),
      textAt: (doc) => texts.at(standing.cameAs(doc)),
      close: () => texts.close(),
    };
  } catch {
    // A directory that can't be read gives nothing to take over.
    return null;
  }
}
