/** Reads references in a thread of their own, so that the page never stands still: text or a file in, references out, a few at a time. */
import { type Columns, itemsAsReferences, kindOfFile } from '../core/formats/read';
import { StreamReader } from '../core/formats/stream';
import { decodeText } from '../core/formats/text';
import { type ReadReference, readReference } from '../core/references/read';
import { splitReferences } from '../core/references/split';
import { decodeModel, type Model } from '../core/references/tagger';

export type ReadingTask = { readonly n: number } & (
  | { readonly text: string }
  | { readonly name: string; readonly file: Blob; readonly columns?: Columns }
);
export interface ReadingProgress {
  readonly n: number;
  readonly refs: readonly ReadReference[];
  readonly done: number;
  readonly total: number;
  readonly problems: readonly string[];
  readonly failed?: string;
  /** The headings of a CSV file that must be asked about. */
  readonly headings?: readonly string[];
}
const AT_A_TIME = 25;
const FILE_PIECE = 4 << 20;
let model: Promise<Model> | undefined;
const theModel = (): Promise<Model> => {
  model ??= fetch('/models/references.bin').then(async (r) => {
    if (!r.ok) throw new Error('The reader of references could not be loaded. Try again when you are connected.');
    return decodeModel(new Uint8Array(await r.arrayBuffer()));
  });
  model.catch(() => {
    model = undefined;
  });
  return model;
};
const say = (progress: ReadingProgress): void => postMessage(progress);

async function readText(n: number, text: string, problems: readonly string[]): Promise<void> {
  const own = await theModel();
  const pieces = splitReferences(text);
  if (!pieces.length) say({ n, refs: [], done: 0, total: 0, problems });
  for (let at = 0; at < pieces.length; at += AT_A_TIME) {
    const refs = pieces.slice(at, at + AT_A_TIME).map((p) => readReference(p.text, own));
    say({ n, refs, done: at + refs.length, total: pieces.length, problems: at === 0 ? problems : [] });
  }
}
/** A file, piece by piece; the whole of it is in memory only when it is text to be read. */
async function readBlob(n: number, { name, file, columns }: Extract<ReadingTask, { file: Blob }>): Promise<void> {
  const bytes = async (blob: Blob): Promise<Uint8Array> => new Uint8Array(await blob.arrayBuffer());
  const kind = kindOfFile(name, await bytes(file.slice(0, 8192)), columns);
  if (kind === 'text') return readText(n, decodeText(await bytes(file)), []);
  if ('headings' in kind) return say({ n, refs: [], done: 0, total: 0, problems: [], headings: kind.headings });
  const reader = new StreamReader(kind.format, columns);
  let done = 0;
  const give = ({ items, problems }: ReturnType<StreamReader['push']>, last: boolean): void => {
    const refs = itemsAsReferences(items);
    done += refs.length;
    say({ n, refs, done, total: last ? done : done + 1, problems: problems.map((p) => `Line ${p.line}: ${p.text}`) });
  };
  for (let at = 0; at < file.size; at += FILE_PIECE) give(reader.push(await bytes(file.slice(at, at + FILE_PIECE))), false);
  give(reader.end(), true);
}

self.onmessage = async ({ data }: MessageEvent<ReadingTask>) => {
  const { n } = data;
  try {
    if ('text' in data) return await readText(n, data.text, []);
    await readBlob(n, data);
  } catch (error) {
    say({ n, refs: [], done: 0, total: 0, problems: [], failed: error instanceof Error ? error.message : String(error) });
  }
};
