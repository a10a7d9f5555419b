/** Reads references in a thread of their own, so that the page never stands still: text or a file in, references out, a few at a time. */
import { type Columns, itemsAsReferences, readFile } from '../core/formats/read';
import { type ReadReference, readReference } from '../core/references/read';
import { splitReferences } from '../core/references/split';
import { decodeModel, type Model } from '../core/references/tagger';

export type ReadingTask = { readonly n: number } & (
  | { readonly text: string }
  | { readonly name: string; readonly bytes: ArrayBuffer; readonly columns?: Columns }
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
self.onmessage = async ({ data }: MessageEvent<ReadingTask>) => {
  const { n } = data;
  try {
    if ('text' in data) return await readText(n, data.text, []);
    const read = readFile(data.name, new Uint8Array(data.bytes), data.columns);
    if ('headings' in read) return say({ n, refs: [], done: 0, total: 0, problems: [], headings: read.headings });
    if ('text' in read) return await readText(n, read.text, []);
    const refs = itemsAsReferences(read.items);
    say({ n, refs, done: refs.length, total: refs.length, problems: read.problems.map((p) => `Line ${p.line}: ${p.text}`) });
  } catch (error) {
    say({ n, refs: [], done: 0, total: 0, problems: [], failed: error instanceof Error ? error.message : String(error) });
  }
};
