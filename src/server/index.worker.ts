/** The worker thread that holds the index: takes questions as messages, answers in order. */
import { readFileSync } from 'node:fs';
import { parentPort, workerData } from 'node:worker_threads';
import { TimeUp } from '../core/engine/match/timeUp';
import { readReference } from '../core/references/read';
import { splitReferences } from '../core/references/split';
import { decodeModel, type Model } from '../core/references/tagger';
import type { Question, Reply } from './pool';
import { DiscoveryService } from './service';
import type { SharedIndex } from './shared';

if (!parentPort) throw new Error('index.worker runs in a worker thread');
const port = parentPort;
const { dir, shared, limit } = workerData as { dir: string; shared: SharedIndex; limit: number };
const service = new DiscoveryService(dir, shared);
let until = Number.POSITIVE_INFINITY;
const late = (): boolean => performance.now() > until;
service.engine.evaluator.expired = late;
/** The model for reading references stands among the files that browsers load, too. */
let model: Model | undefined;
const theModel = (): Model => {
  model ??= decodeModel(readFileSync(new URL('../client/models/references.bin', import.meta.url)));
  return model;
};
type Resolve = DiscoveryService['resolve'];
/** Throws TimeUp when the question's time is over before all are read. */
function readReferences(texts: readonly string[], moment: Parameters<Resolve>[1], needBy: string) {
  const read = texts.map((text) => {
    if (late()) throw new TimeUp();
    return readReference(text, theModel());
  });
  const found = service.resolve(
    read.map((r) => r.csl),
    moment,
    needBy,
  );
  return read.map((r, i) => ({ ...r, ...found[i] }));
}
const ask =
  <A extends unknown[]>(method: (...args: A) => unknown) =>
  (args: readonly unknown[]): unknown =>
    method.apply(service, args as A);
/** A Map: what stands on every object's prototype is no method of ours. */
const METHODS = new Map<string, (args: readonly unknown[]) => unknown>([
  ['search', ask(service.search)],
  ['retrieve', ask(service.retrieve)],
  ['values', ask(service.values)],
  ['suggest', ask(service.suggest)],
  ['journals', ask(service.journals)],
  ['guidance', ask(service.guidance)],
  ['record', ask(service.record)],
  ['resolve', ask(service.resolve)],
  ['ways', ask(service.ways)],
  ['promise', ask(service.promise)],
  ['timeline', ask(service.timeline)],
  ['setPolicy', ask(service.setPolicy)],
  ['splitReferences', ask((text: string) => splitReferences(text).map((r) => r.text))],
  ['readReferences', ask(readReferences)],
]);
port.on('message', ({ n, method, args }: Question) => {
  until = performance.now() + limit;
  let reply: Reply;
  try {
    const work = METHODS.get(method);
    if (!work) throw new Error(`There is no method ${method}.`);
    reply = { n, json: JSON.stringify(work(args)) ?? 'null' };
  } catch (error) {
    reply = {
      n,
      error: error instanceof Error ? (error.stack ?? error.message) : String(error),
      slow: error instanceof TimeUp,
    };
  }
  if (n >= 0) port.postMessage(reply);
});
port.postMessage({ ready: service.health() });
