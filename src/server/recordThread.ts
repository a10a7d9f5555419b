/** The thread that packs an index's records while another makes the index (`recordsAside.ts`). */
import { workerData } from 'node:worker_threads';
import { RecordWriter } from './recordFile';
import { type Batch, type Ended, type Order, STATE } from './recordsAside';

const { path, state, port } = workerData as Order;
const told = new Int32Array(state);
const end = (ended: Ended): void => {
  port.postMessage(ended);
  Atomics.store(told, STATE.ended, 1);
  Atomics.add(told, STATE.written, 1);
  Atomics.notify(told, STATE.written);
  port.close();
};
const failed = (error: unknown): void => {
  const { message, code } = error as NodeJS.ErrnoException;
  end({ failed: { message, code } });
};
try {
  const writer = new RecordWriter(path);
  port.on('message', ({ bytes, ends }: Batch) => {
    try {
      if (!ends.length) {
        end(writer.finish());
        return;
      }
      let from = 0;
      for (const to of ends) {
        writer.write(Buffer.from(bytes.buffer, bytes.byteOffset + from, to - from));
        from = to;
      }
      Atomics.add(told, STATE.written, 1);
      Atomics.notify(told, STATE.written);
    } catch (error) {
      failed(error);
    }
  });
} catch (error) {
  failed(error);
}
