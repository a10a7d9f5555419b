/** Reading references out of text or a file, a few at a time: what the worker does, apart from being one. */

import { decodeText } from '../core/decode';
import { ProblemBundle } from '../core/formats/item';
import { type Columns, itemsAsReferences, kindOfFile } from '../core/formats/read';
import { StreamReader } from '../core/formats/stream';
import { type Message, msg } from '../core/model/message';
import { ListReader } from '../core/references/alike';
import { type ReadReference, withRole } from '../core/references/read';
import type { Role } from '../core/references/roles';
import { splitReferences } from '../core/references/split';
import type { Model } from '../core/references/tagger';

/**
 * Text, texts of which each is one reference, or a file; `columns` where those of a table were asked about. Lists
 * that are only to be parted; words of a reference that are given another role by hand.
 */
export type ReadingTask =
  | { readonly text: string }
  | { readonly texts: readonly string[] }
  | { readonly lists: readonly string[] }
  | { readonly ref: ReadReference; readonly start: number; readonly end: number; readonly role: Role }
  | { readonly name: string; readonly file: Blob; readonly columns?: Columns };
export interface ReadingProgress {
  readonly refs: readonly ReadReference[];
  readonly done: number;
  readonly total: number;
  readonly problems: readonly Message[];
  /** For each list its references. */
  readonly parted?: readonly (readonly string[])[];
  /** The headings of a CSV file that must be asked about. */
  readonly headings?: readonly string[];
}
const AT_A_TIME = 25;
const FILE_PIECE = 4 << 20;
interface Reading {
  readonly say: (progress: ReadingProgress) => void;
  /** The trained tagger; asked for only where there is text to be read. */
  readonly model: () => Promise<Model>;
}

const NOTHING: ReadingProgress = { refs: [], done: 0, total: 0, problems: [] };
const partedBy = (text: string, model: Model): string[] => splitReferences(text, model).map((p) => p.text);
async function readText(text: string, reading: Reading): Promise<void> {
  if (!text.trim()) return reading.say(NOTHING);
  const own = await reading.model();
  return readTexts(partedBy(text, own), { ...reading, model: () => Promise.resolve(own) });
}
async function partLists(lists: readonly string[], { say, model }: Reading): Promise<void> {
  const own = await model();
  say({ ...NOTHING, parted: lists.map((text) => partedBy(text, own)) });
}
async function readTexts(pieces: readonly string[], { say, model }: Reading): Promise<void> {
  if (!pieces.length) return say(NOTHING);
  const own = await model();
  const list = new ListReader(pieces, own);
  for (let at = 0; at < pieces.length; at += AT_A_TIME) {
    const refs = pieces.slice(at, at + AT_A_TIME).map((text) => list.read(text));
    say({ refs, done: at + refs.length, total: pieces.length, problems: [] });
  }
}
/** A file, piece by piece; the whole of it is in memory only when it is text to be read. */
async function readBlob(
  { name, file, columns }: Extract<ReadingTask, { file: Blob }>,
  reading: Reading,
): Promise<void> {
  const bytes = async (blob: Blob): Promise<Uint8Array> => new Uint8Array(await blob.arrayBuffer());
  const kind = kindOfFile(name, await bytes(file.slice(0, 8192)), columns);
  if (kind === 'text') return readText(decodeText(await bytes(file)), reading);
  if ('headings' in kind) return reading.say({ ...NOTHING, headings: kind.headings });
  const reader = new StreamReader(kind.format, columns);
  let done = 0;
  const bundle = new ProblemBundle();
  const give = ({ items, problems }: ReturnType<StreamReader['push']>, last: boolean): void => {
    const refs = itemsAsReferences(items);
    bundle.add(problems);
    done += refs.length;
    reading.say({
      refs,
      done,
      total: last ? done : done + 1,
      problems: (last ? bundle.all() : []).map((p) =>
        msg(kind.format === 'marc' ? 'file.atRecord' : 'file.atLine', { line: p.line, text: p.text }),
      ),
    });
  };
  for (let at = 0; at < file.size; at += FILE_PIECE)
    give(reader.push(await bytes(file.slice(at, at + FILE_PIECE))), false);
  give(reader.end(), true);
}

/** Says what was found as it goes; resolves when all is read, rejects with a message for people. */
export async function readTask(task: ReadingTask, reading: Reading): Promise<void> {
  if ('text' in task) return readText(task.text, reading);
  if ('texts' in task) return readTexts(task.texts, reading);
  if ('lists' in task) return partLists(task.lists, reading);
  if ('file' in task) return readBlob(task, reading);
  const { ref, start, end, role } = task;
  reading.say({ ...NOTHING, refs: [withRole(ref, start, end, role, await reading.model())] });
}
