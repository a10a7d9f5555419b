/** Reads references in a thread of their own, so that the page never stands still. */
import { decodeModel, type Model } from '../core/references/tagger';
import { say } from '../words/generated/workers';
import { type ReadingProgress, type ReadingTask, readTask } from './reading';

/** `n` tells one reading from another; the last of the answers has `end`. */
export type WorkerTask = ReadingTask & { readonly n: number };
export interface WorkerAnswer {
  readonly n: number;
  readonly progress?: ReadingProgress;
  readonly end?: true;
  readonly failed?: string;
}
let model: Promise<Model> | undefined;
const theModel = (): Promise<Model> => {
  model ??= fetch('/models/references.bin').then(async (r) => {
    if (!r.ok) throw new Error(say('workers.readerNotLoaded'));
    return decodeModel(new Uint8Array(await r.arrayBuffer()));
  });
  model.catch(() => {
    model = undefined;
  });
  return model;
};
const tell = (answer: WorkerAnswer): void => postMessage(answer);

self.onmessage = async ({ data: { n, ...task } }: MessageEvent<WorkerTask>) => {
  try {
    await readTask(task, { say: (progress) => tell({ n, progress }), model: theModel });
    tell({ n, end: true });
  } catch (error) {
    tell({ n, failed: error instanceof Error ? error.message : String(error) });
  }
};
