/** The worker thread that holds the index: takes questions as messages, answers in order. */
import { readFileSync } from 'node:fs';
import { parentPort, workerData } from 'node:worker_threads';
import { TimeUp } from '../core/engine/timeUp';
import { readReference } from '../core/references/read';
import { splitReferences } from '../core/references/split';
import { decodeModel, type Model } from '../core/references/tagger';
import { DiscoveryService } from './service';
import type { SharedIndex } from './shared';

export interface Question {
  readonly n: number;
  readonly method:
    | 'health'
    | 'search'
    | 'retrieve'
    | 'values'
    | 'suggest'
    | 'journals'
    | 'guidance'
    | 'record'
    | 'resolve'
    | 'references'
    | 'ways'
    | 'promise'
    | 'timeline'
    | 'setPolicy';
  readonly args: readonly unknown[];
}
/** The answer as JSON text: most of them are passed on as they are, and text crosses between threads faster than objects. */
export type Reply = { readonly n: number; readonly json: string } | { readonly n: number; readonly error: string; readonly slow: boolean };

if (!parentPort) throw new Error('index.worker runs in a worker thread');
const port = parentPort;
const { dir, shared, limit } = workerData as { dir: string; shared: SharedIndex; limit: number };
const service = new DiscoveryService(dir, shared);
let until = Number.POSITIVE_INFINITY;
service.engine.evaluator.expired = () => performance.now() > until;
/** The model for reading references stands among the files that browsers load, too. */
let model: Model | undefined;
const theModel = (): Model => {
  model ??= decodeModel(readFileSync(new URL('../client/models/references.bin', import.meta.url)));
  return model;
};
const methods: Record<Question['method'], (...args: never[]) => unknown> = {
  health: () => service.health(),
  search: (
    request: Parameters<typeof service.search>[0],
    moment: Parameters<typeof service.search>[1],
    slice: Parameters<typeof service.search>[2],
  ) => service.search(request, moment, slice),
  retrieve: (...args: Parameters<typeof service.retrieve>) => service.retrieve(...args),
  values: (...args: Parameters<typeof service.values>) => service.values(...args),
  suggest: (typed: string) => service.suggest(typed),
  journals: (...args: Parameters<typeof service.journals>) => service.journals(...args),
  guidance: () => service.guidance(),
  record: (id: string) => service.record(id),
  references: (text: string, moment: Parameters<typeof service.resolve>[1], needBy: string) => {
    const read = splitReferences(text).map((r) => readReference(r.text, theModel()));
    const found = service.resolve(
      read.map((r) => r.csl),
      moment,
      needBy,
    );
    return read.map((r, i) => ({ ...r, ...found[i] }));
  },
  resolve: (...args: Parameters<typeof service.resolve>) => service.resolve(...args),
  ways: (
    id: Parameters<typeof service.ways>[0],
    moment: Parameters<typeof service.ways>[1],
    needBy: string,
    wanted?: Parameters<typeof service.ways>[3],
  ) => service.ways(id, moment, needBy, wanted),
  promise: (
    slip: Parameters<typeof service.promise>[0],
    moment: Parameters<typeof service.promise>[1],
    history: Parameters<typeof service.promise>[2],
  ) => service.promise(slip, moment, history),
  setPolicy: (policy: Parameters<typeof service.setPolicy>[0]) => service.setPolicy(policy),
  timeline: (slip: Parameters<typeof service.timeline>[0], moment: Parameters<typeof service.timeline>[1]) =>
    service.timeline(slip, moment),
};
port.on('message', ({ n, method, args }: Question) => {
  until = performance.now() + limit;
  try {
    port.postMessage({ n, json: JSON.stringify(methods[method](...(args as never[]))) } satisfies Reply);
  } catch (error) {
    const text = error instanceof Error ? (error.stack ?? error.message) : String(error);
    port.postMessage({ n, error: text, slow: error instanceof TimeUp } satisfies Reply);
  }
});
port.postMessage('ready');
