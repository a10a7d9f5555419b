/** Reads references in a thread of their own, so that the page never stands still. */
import { decodeModel, type Model } from '../core/references/tagger';
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
    if (!r.ok)
      throw new Error('The reader of references could not be loaded. Try again when you are connected.');
    return decodeModel(new Uint8Array(await r.arrayBuffer()));
  });
  model.catch(() => {
    model = undefined;
  });
  return model;
};
const say = (answer: WorkerAnswer): void => postMessage(answer);

self.onmessage = async ({ data: { n, ...task } }: MessageEvent<WorkerTask>) => {
  try {
    await readTask(task, { say: (progress) => say({ n, progress }), model: theModel });
    say({ n, end: true });
  } catch (error) {
    say({ n, failed: error instanceof Error ? error.message : String(error) });
  }
};
