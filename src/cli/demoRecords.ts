/**
 * The demo's records, made in another thread while this one indexes: with two cores it takes little longer
 * than the slower half.
 */
import { MessageChannel, receiveMessageOnPort, Worker } from 'node:worker_threads';
import type { DiscoveryRecord } from '../core/model/record';
import { makeWorld } from '../demo/world';
import type { IndexSource } from '../server/build';
import type { WorldOrder } from './worldWorker';

/** The made-up university with its records made in another thread; the bundle has worldWorker beside this. */
export function demoWorld(count: number): IndexSource {
  const script = new URL('./worldWorker.mjs', import.meta.url);
  return {
    ...makeWorld(count),
    records: { [Symbol.iterator]: () => recordsFromThread(count, script) },
    textOf: textOfRecord,
  };
}

const texts = new WeakMap<DiscoveryRecord, string>();
/** The text that a record came as, so that it need not be written again. */
const textOfRecord = (record: DiscoveryRecord): string | undefined => texts.get(record);

/**
 * Synchronous on purpose: the builder takes one record after the other. `script` is the bundled worldWorker.
 */
function* recordsFromThread(count: number, script: URL): Generator<DiscoveryRecord> {
  const state = new SharedArrayBuffer(8);
  const progress = new Int32Array(state);
  const { port1, port2 } = new MessageChannel();
  const worker = new Worker(script, {
    workerData: { count, state, port: port2 } satisfies WorldOrder,
    transferList: [port2],
  });
  try {
    for (let taken = 0, last = false; !last; ) {
      const sent = Atomics.load(progress, 0);
      if (sent === taken) {
        if (Atomics.wait(progress, 0, sent, 60_000) === 'timed-out')
          throw new Error('The maker of records has stopped.');
        continue;
      }
      const message = receiveMessageOnPort(port1)?.message as { lines: string[]; last: boolean } | undefined;
      if (!message) continue;
      for (const line of message.lines) {
        const record = JSON.parse(line) as DiscoveryRecord;
        texts.set(record, line);
        yield record;
      }
      taken++;
      last = message.last;
      Atomics.add(progress, 1, 1);
      Atomics.notify(progress, 1);
    }
  } finally {
    port1.close();
    void worker.terminate();
  }
}
