/**
 * The index directory that stands where one is built, opened to take over what has not changed. Whatever is odd about
 * it, it is not used: the index is then made afresh.
 */
import { closeSync, existsSync, openSync, readFileSync, readSync } from 'node:fs';
import { join } from 'node:path';
import { rowLayout } from '../core/access/summary';
import { Standing, TAKEN_OVER } from '../core/engine/build/standing';
import { FORMAT_VERSION, type Header, MAGIC, sectionOf } from '../core/engine/format/format';
import { findString } from '../core/engine/format/strings';
import type { Lender, Library } from '../core/model/library';
import type { DiscoveryRecord, Journal } from '../core/model/record';
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

/** Some of the sections of an index file. */
export function sectionsOf(
  path: string,
  names: readonly string[],
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
        names.flatMap((name) => {
          const s = header.sections[name];
          return s ? [[name, sectionOf(s, (from, size) => read(start + from, size))]] : [];
        }),
      ),
    };
  } finally {
    closeSync(fd);
  }
}

export interface Context {
  /** With the lenders as they are reckoned with. */
  readonly library: Library;
  readonly journals: readonly Journal[];
  readonly lines: ReadonlyMap<string, readonly KbartLine[]>;
}
/** What an index directory was made for, as it was reckoned with. */
export function contextBefore(dir: string): { readonly before: Library; readonly context: string } {
  const stored = JSON.parse(readFileSync(join(dir, 'library.json'), 'utf8')) as {
    readonly library: Library;
    readonly learnt?: readonly Lender[];
    readonly journals: readonly Journal[];
    readonly lines: readonly (readonly [string, readonly KbartLine[]])[];
  };
  const before = stored.learnt ? { ...stored.library, lenders: stored.learnt } : stored.library;
  return { before, context: contextOf(before, stored.journals, stored.lines) };
}
/** Whether an index directory was made by the same program for such a library. @param meta of its index */
export function isLike(
  dir: string,
  meta: Header['meta'],
  { library, journals, lines }: Context,
  analysis: Analysis,
): { readonly usable: boolean; readonly samePlaces: boolean; readonly sameContext: boolean } {
  const { before, context } = contextBefore(dir);
  const places = ({ campuses, partners }: Library): string =>
    JSON.stringify([campuses, partners].map((all) => all.map((p) => p.id)));
  return {
    samePlaces: places(before) === places(library),
    usable:
      meta.analysis === analysis &&
      meta.program === programDigest() &&
      JSON.stringify(meta.layout) === JSON.stringify(rowLayout(library)) &&
      before.language === library.language,
    sameContext: context === contextOf(library, journals, lines),
  };
}

/** Null where there is none that can be used. */
export function openStanding(dir: string, context: Context, analysis: Analysis): StandingIndex | null {
  try {
    if (!existsSync(join(dir, 'index.lgd')) || damage(dir)) return null;
    const read = sectionsOf(join(dir, 'index.lgd'), TAKEN_OVER);
    if (!read) return null;
    const { usable, sameContext } = isLike(dir, read.header.meta, context, analysis);
    if (!usable) return null;
    const { width, presenceWords } = rowLayout(context.library);
    const standing = new Standing(read.sections, {
      width,
      presenceWords,
      language: context.library.language,
    });
    const texts = new RecordFile(join(dir, RECORDS));
    return {
      standing,
      sameContext,
      textAt: (doc) => texts.at(standing.cameAs(doc)),
      close: () => texts.close(),
    };
  } catch {
    // A directory that can't be read gives nothing to take over.
    return null;
  }
}
/** Records of an index directory by their ids, as far as they are in it. */
export function recordsById(dir: string): (id: string) => DiscoveryRecord | undefined {
  const read = sectionsOf(join(dir, 'index.lgd'), ['idBytes', 'idOffsets', 'idDoc', 'cameAs']);
  const file = new RecordFile(join(dir, RECORDS));
  return (id) => {
    const { idBytes, idOffsets, idDoc, cameAs } = read?.sections ?? {};
    if (!idBytes || !idOffsets || !idDoc || !cameAs) return undefined;
    const k = findString({ bytes: idBytes as Uint8Array, offsets: idOffsets as Uint32Array }, id);
    if (k < 0) return undefined;
    const place = cameAs[idDoc[k] as number] as number;
    return JSON.parse(file.at(place).toString('utf8')) as DiscoveryRecord;
  };
}
/** The digest of an index directory's records, by which what is kept beside it knows it again; null: no index. */
export function textsOf(dir: string): string | null {
  try {
    const texts = sectionsOf(join(dir, 'index.lgd'), [])?.header.meta.texts;
    return typeof texts === 'string' ? texts : null;
  } catch {
    return null;
  }
}
/** The lenders as an index directory was built with, where that is not what they publish. */
export function learntBefore(dir: string): { readonly learnt?: readonly Lender[] } {
  const { learnt } = JSON.parse(readFileSync(join(dir, 'library.json'), 'utf8')) as {
    readonly learnt?: readonly Lender[];
  };
  return learnt ? { learnt } : {};
}
