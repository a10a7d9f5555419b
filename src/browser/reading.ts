/** Reading references out of text or a file, a few at a time: what the worker does, apart from being one. */

import { type Columns, itemsAsReferences, kindOfFile } from '../core/formats/read';
import { StreamReader } from '../core/formats/stream';
import { decodeText } from '../core/formats/text';
import { type Message, msg } from '../core/model/message';
import { type ReadReference, readReference } from '../core/references/read';
import { splitReferences } from '../core/references/split';
import type { Model } from '../core/references/tagger';

/** Text, texts of which each is one reference, or a file; `columns` where those of a table were asked about. */
export type ReadingTask =
  | { readonly text: string }
  | { readonly texts: readonly string[] }
  | { readonly name: string; readonly file: Blob; readonly columns?: Columns };
export interface ReadingProgress {
  readonly refs: readonly ReadReference[];
  readonly done: number;
  readonly total: number;
  readonly problems: readonly Message[];
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

const readText = (text: string, reading: Reading): Promise<void> =>
  readTexts(
    splitReferences(text).map((p) => p.text),
    reading,
  );
async function readTexts(pieces: readonly string[], { say, model }: Reading): Promise<void> {
  if (!pieces.length) return say({ refs: [], done: 0, total: 0, problems: [] });
  const own = await model();
  for (let at = 0; at < pieces.length; at += AT_A_TIME) {
    const refs = pieces.slice(at, at + AT_A_TIME).map((text) => readReference(text, own));
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
  if ('headings' in kind)
    return reading.say({ refs: [], done: 0, total: 0, problems: [], headings: kind.headings });
  const reader = new StreamReader(kind.format, columns);
  let done = 0;
  const give = ({ items, problems }: ReturnType<StreamReader['push']>, last: boolean): void => {
    const refs = itemsAsReferences(items);
    done += refs.length;
    reading.say({
      refs,
      done,
      total: last ? done : done + 1,
      problems: problems.map((p) =>
        msg(kind.format === 'marc' ? 'file.atRecord' : 'file.atLine', { line: p.line, text: p.text }),
      ),
    });
  };
  for (let at = 0; at < file.size; at += FILE_PIECE)
    give(reader.push(await bytes(file.slice(at, at + FILE_PIECE))), false);
  give(reader.end(), true);
}

/** Says what was found as it goes; resolves when all is read, rejects with a message for people. */
export const readTask = (task: ReadingTask, reading: Reading): Promise<void> =>
  'text' in task
    ? readText(task.text, reading)
    : 'texts' in task
      ? readTexts(task.texts, reading)
      : readBlob(task, reading);
