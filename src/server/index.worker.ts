/** The worker thread that holds the index: takes questions as messages, answers in order. */
import { parentPort, workerData } from 'node:worker_threads';
import { DiscoveryService } from './service';

export interface Question {
  readonly n: number;
  readonly method: 'health' | 'search' | 'record' | 'ways' | 'promise' | 'timeline';
  readonly args: readonly unknown[];
}
export type Reply = { readonly n: number; readonly value: unknown } | { readonly n: number; readonly error: string };

if (!parentPort) throw new Error('index.worker runs in a worker thread');
const port = parentPort;
const service = new DiscoveryService((workerData as { dir: string }).dir);
const methods: Record<Question['method'], (...args: never[]) => unknown> = {
  health: () => service.health(),
  search: (
    request: Parameters<typeof service.search>[0],
    moment: Parameters<typeof service.search>[1],
    slice: Parameters<typeof service.search>[2],
  ) => service.search(request, moment, slice),
  record: (id: string) => service.record(id),
  ways: (id: string, moment: Parameters<typeof service.ways>[1], needBy: string, wanted?: Parameters<typeof service.ways>[3]) =>
    service.ways(id, moment, needBy, wanted),
  promise: (
    slip: Parameters<typeof service.promise>[0],
    moment: Parameters<typeof service.promise>[1],
    history: Parameters<typeof service.promise>[2],
  ) => service.promise(slip, moment, history),
  timeline: (slip: Parameters<typeof service.timeline>[0], moment: Parameters<typeof service.timeline>[1]) =>
    service.timeline(slip, moment),
};
port.on('message', ({ n, method, args }: Question) => {
  try {
    port.postMessage({ n, value: methods[method](...(args as never[])) } satisfies Reply);
  } catch (error) {
    port.postMessage({ n, error: error instanceof Error ? (error.stack ?? error.message) : String(error) } satisfies Reply);
  }
});
port.postMessage('ready');
