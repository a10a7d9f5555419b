/** Makes the demo's records in a thread of its own and hands them over in batches, never too far ahead. */
import { type MessagePort, workerData } from 'node:worker_threads';
import { makeWorld } from '../demo/world';

export interface WorldOrder {
  readonly count: number;
  /** [batches sent, batches taken]: the reader waits on the first, the maker on the second. */
  readonly state: SharedArrayBuffer;
  readonly port: MessagePort;
}
const BATCH = 400;
const AHEAD = 30;

const { count, state, port } = workerData as WorldOrder;
const progress = new Int32Array(state);
let batch: string[] = [];
const send = (last: boolean): void => {
  for (
    let taken = Atomics.load(progress, 1);
    Atomics.load(progress, 0) - taken > AHEAD;
    taken = Atomics.load(progress, 1)
  )
    Atomics.wait(progress, 1, taken);
  port.postMessage({ lines: batch, last });
  batch = [];
  Atomics.add(progress, 0, 1);
  Atomics.notify(progress, 0);
};
for (const record of makeWorld(count).records) {
  batch.push(JSON.stringify(record));
  if (batch.length === BATCH) send(false);
}
send(true);
