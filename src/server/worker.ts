/** The worker thread that holds the index: takes questions as messages, answers in order. */
import { readFileSync } from 'node:fs';
import { parentPort, workerData } from 'node:worker_threads';
import type { Moment, Slice } from '../core/discovery/answers';
import type { Discovery } from '../core/discovery/discovery';
import { TimeUp } from '../core/engine/match/timeUp';
import { type AskedSearch, askedSearch } from '../core/query/read';
import { NEW_SEARCH } from '../core/query/request';
import { ListReader } from '../core/references/alike';
import { splitReferences } from '../core/references/split';
import { decodeModel, type Model } from '../core/references/tagger';
import { words } from '../core/words/fold';
import { jsonWithTexts } from '../words/inWords';
import { sentence } from '../words/sentence';
import { inLanguage } from './everyLanguage';
import { faultOf } from './faults';
import type { ClusterAddress } from './opensearch/cluster';
import type { Job, Reply } from './pool';
import { DiscoveryService } from './service';
import type { SharedIndex } from './shared';
import '../words/spoken';

type Method = (...args: never[]) => unknown;
type Methods = readonly (readonly [name: string, method: Method])[];

/** The service's methods, by the names that the host asks them by. */
const methodsOf = (service: Discovery): Methods => [
  [
    'search',
    async (asked: AskedSearch, moment: Moment, slice: Slice) => ({
      ...(await service.search(asked, moment, slice)),
      sentence: sentence(asked.request, service.library.campuses),
    }),
  ],
  ['retrieve', service.retrieve.bind(service)],
  ['harvest', service.harvest.bind(service)],
  ['harvestOne', service.harvestOne.bind(service)],
  ['values', service.values.bind(service)],
  ['suggest', service.suggest.bind(service)],
  ['journals', service.journals.bind(service)],
  ['guidance', service.guidance.bind(service)],
  ['answers', service.answers.bind(service)],
  ['shelf', service.shelf.bind(service)],
  ['browse', service.browse.bind(service)],
  ['related', service.related.bind(service)],
  ['courses', service.courses.bind(service)],
  ['course', service.course.bind(service)],
  ['initials', service.initials.bind(service)],
  ['record', service.record.bind(service)],
  ['resolve', service.resolve.bind(service)],
  ['ways', service.ways.bind(service)],
  ['shelved', service.shelved.bind(service)],
  ['nowLines', service.nowLines.bind(service)],
  ['promise', service.promise.bind(service)],
  ['askBy', service.askBy.bind(service)],
  ['kept', service.kept.bind(service)],
  ['plan', service.plan.bind(service)],
];
/** What is told to all workers, of the library in whatever language. */
const toldOf = (service: Discovery): Methods => [
  ['setPolicy', service.setPolicy.bind(service)],
  ['setLenders', service.setLenders.bind(service)],
];

/** Splitting and reading pasted references; `late` says when a question's time is over. */
function referenceMethods(service: Discovery, late: () => boolean): Methods {
  let model: Model | undefined;
  /** The model for reading references stands among the files that browsers load, too. */
  const theModel = (): Model => {
    model ??= decodeModel(readFileSync(new URL('../client/models/references.bin', import.meta.url)));
    return model;
  };
  return [
    ['splitReferences', (text: string) => splitReferences(text, theModel()).map((r) => r.text)],
    [
      'readReferences',
      async (texts: readonly string[], moment: Moment, needBy: string) => {
        const inTime = (): void => {
          if (late()) throw new TimeUp();
        };
        const list = new ListReader(texts, theModel(), inTime);
        const read = texts.map((text) => {
          inTime();
          return list.read(text);
        });
        const items = read.map((r) => r.csl);
        const found = await service.resolve(items, moment, needBy);
        return read.map((r, i) => ({ ...r, ...found[i] }));
      },
    ],
  ];
}

/** The application over the engine that was chosen. */
async function opened(
  dir: string,
  {
    shared,
    cluster,
    late,
  }: { shared: SharedIndex | null; cluster: ClusterAddress | null; late: () => boolean },
) {
  if (cluster) {
    // The client is loaded by those who ask it.
    const { ClusterDiscovery } = await import('./opensearch/service');
    const service = await ClusterDiscovery.open(dir, cluster);
    return {
      service,
      health: service.health(),
      before: () => service.fresh(),
      look: () => service.look(),
      of: () => service.mark,
      warm: null,
    };
  }
  const service = DiscoveryService.open(dir, shared ?? undefined);
  service.engine.evaluator.expired = late;
  return {
    service,
    health: service.health(),
    before: async () => {},
    look: () => {},
    of: () => undefined,
    warm: service,
  };
}

/**
 * Opens the index and answers questions for as long as the thread lives. Throws when this is no worker
 * thread.
 * @param more methods beside the service's own, for those who answer from the same data: the stand-ins
 */
export function answerQuestions(more: (service: Discovery) => Methods = () => []): void {
  void serveFrom(more);
}
async function serveFrom(more: (service: Discovery) => Methods): Promise<void> {
  if (!parentPort) throw new Error('This runs in a worker thread.');
  const port = parentPort;
  const { dir, shared, cluster, limit, warmup } = workerData as {
    dir: string;
    shared: SharedIndex | null;
    cluster: ClusterAddress | null;
    limit: number;
    warmup: number;
  };
  let until = Number.POSITIVE_INFINITY;
  const late = (): boolean => performance.now() > until;
  const { service, health, before, look, of, warm } = await opened(dir, { shared, cluster, late });
  // Maps: what stands on every object's prototype is no method of ours.
  const told = new Map<string, Method>([...toldOf(service), ['look', look]]);
  /** By the library as it is said in one of its languages. */
  const asked = new WeakMap<Discovery, ReadonlyMap<string, Method>>();
  const methodsIn = (language: string): ReadonlyMap<string, Method> => {
    const spoken = service.in(language);
    const known = asked.get(spoken);
    if (known) return known;
    const methods = new Map<string, Method>([
      ...methodsOf(spoken),
      ...referenceMethods(spoken, late),
      ...more(spoken),
    ]);
    asked.set(spoken, methods);
    return methods;
  };
  const reply = async ({ n, method, args, language }: Job): Promise<Reply> => {
    until = performance.now() + limit;
    try {
      const work = told.get(method) ?? methodsIn(language).get(method);
      if (!work) throw new Error(`There is no method ${method}.`);
      await before();
      const asked = of();
      const json = jsonWithTexts(await work(...(args as never[])));
      const answered = of();
      // Another question may have gone over to another engine meanwhile.
      return { n, json, of: answered === asked ? asked : `${asked} ${answered}` };
    } catch (error) {
      return {
        n,
        error: error instanceof Error ? (error.stack ?? error.message) : String(error),
        slow: error instanceof TimeUp || faultOf(error) === 'TooSlow',
        away: faultOf(error) === 'EngineAway',
      };
    }
  };
  port.on('message', (question: Job) => {
    void inLanguage(question.language, () => reply(question)).then((answer) => {
      if (question.n >= 0) port.postMessage(answer);
    });
  });
  port.postMessage({ ready: health });
  if (warm)
    warmUp(warm, warmup, () => {
      until = performance.now() + limit;
    });
}

/** Milliseconds between two searches of the warm-up: who asks meanwhile waits for one of them at most. */
const BETWEEN = 15;
const FIRST_WORDS = 2;
/**
 * Asks for what stands in the index, one search after the other while nobody else needs the time: what has run
 * a hundred times runs several times as fast.
 */
function warmUp(service: DiscoveryService, times: number, begin: () => void): void {
  const [campus] = service.library.campuses;
  const { size } = service.engine;
  if (!campus || !size) return;
  const situation = { campus: campus.id, category: 'undergraduate', remote: false } as const;
  let n = 0;
  const one = async (): Promise<void> => {
    const { title } = service.recordAt(Math.floor(((n - 1) * size) / times)).csl;
    begin();
    const long = words(title).filter((w) => w.length > LONG_WORD);
    const asked = askedSearch({ ...NEW_SEARCH, q: long.slice(0, FIRST_WORDS).join(' ') });
    if ('query' in asked)
      jsonWithTexts(await service.search(asked, { situation, at: WARM_AT }, { offset: 0, limit: 25 }));
  };
  const soon = (): void => {
    // What goes wrong here goes wrong for nobody; whoever asks the same is told.
    if (n++ < times) setTimeout(() => void one().then(soon, soon), BETWEEN).unref();
  };
  // What courses are found by is made ready with the first question for one.
  if (times > 0) setTimeout(() => void service.courses('', 1).then(soon, soon), BETWEEN).unref();
}
const LONG_WORD = 4;
/** Any day will do: nothing of the answers is kept that depends on it. */
const WARM_AT = '2026-01-12T09:00';
