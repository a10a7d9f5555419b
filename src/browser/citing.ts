/** Citations from a worker, and the reader's own styles. */
import type { Cited, Place } from '../core/citing/cited';
import { localeName } from '../core/citing/locale';
import type { PackedNode } from '../core/citing/style';
import type { CslItem } from '../core/model/record';
import { say as sayCiting } from '../words/generated/citing';
import { say } from '../words/generated/workers';
import type { CitingAnswer, CitingTask, Manner, StyleSource } from './citing.worker';
import program from './citing.worker.ts?worker&url';
import { getLocale, getStyle } from './further';
import { shortId } from './ids';
import type { OwnStyle } from './rows';
import { rowsWith } from './shapes';
import type { Store } from './store';
import { startWorker } from './trusted';

/** In which style; `style` is the id of a public style or of one of the reader's own. */
export interface CiteIn {
  readonly style: string;
  readonly locale: string | null;
  readonly byRecord: boolean;
}
/** What is to be set, and how. */
export interface Citing extends CiteIn {
  readonly items: readonly CslItem[];
  readonly place: Place | null;
}
const packs = new Map<string, Promise<PackedNode>>();
/** Asked once a page; what failed is asked again. */
function held(key: string, ask: () => Promise<PackedNode>): Promise<PackedNode> {
  const known = packs.get(key);
  if (known) return known;
  const asked = ask();
  packs.set(key, asked);
  asked.catch(() => packs.delete(key));
  return asked;
}
const FALLBACK = 'en-US';
/** All locales that the processor may ask for. */
async function localesFor(
  { locale, byRecord }: CiteIn,
  items: readonly CslItem[],
  style: StyleSource,
): Promise<Manner['locales']> {
  const own =
    'packed' in style ? style.packed.a?.['default-locale'] : /default-locale="([\w-]+)"/.exec(style.xml)?.[1];
  const wanted = new Set([
    FALLBACK,
    ...[own, locale].flatMap((l) => (l ? [localeName(l)] : [])),
    ...(byRecord ? items.flatMap((i) => (i.language ? [localeName(i.language)] : [])) : []),
  ]);
  const found = await Promise.all(
    [...wanted].map(async (name): Promise<[string, PackedNode][]> => {
      try {
        return [[name, await held(`locale ${name}`, () => getLocale(name))]];
      } catch (error) {
        // A language without a locale is set as the rest is.
        if (name === FALLBACK) throw error;
        return [];
      }
    }),
  );
  return Object.fromEntries(found.flat());
}

async function mannerOf(store: Store, citeIn: CiteIn, items: readonly CslItem[]): Promise<Manner> {
  const { style: id, locale, byRecord } = citeIn;
  // Asked for beside the style: nearly every one of them wants it. Whether it came is seen below.
  void held(`locale ${FALLBACK}`, () => getLocale(FALLBACK)).catch(() => undefined);
  const xml = id.startsWith('own:') ? (await store.styles.get(id))?.xml : undefined;
  const style: StyleSource =
    xml === undefined ? { packed: await held(`style ${id}`, () => getStyle(id)) } : { xml };
  return { style, locale, byRecord, locales: await localesFor(citeIn, items, style) };
}

/** What longer lists lack is found out by a second worker, while the first sets them. */
const LONG = 24;
/**
 * So many of what is to be set are tried beforehand, in a hurry and at leisure: a program that has run is faster.
 */
const TRIED = { hurry: 12, leisure: 60 } as const;
export type Pace = keyof typeof TRIED;
type Task<T> = T extends CitingTask ? Omit<T, 'n'> : never;

/** Workers that set; a new task takes the place of the one before. */
export class Citer {
  #workers: Worker[] = [];
  #busy = false;
  #n = 0;
  /** The latest that was asked for. */
  #turn = 0;
  /** The processor is on its way while nobody knows the style yet. */
  prepare(): void {
    this.#worker(0);
  }
  /** The style, too, where it is known in which; nothing that fails is said before it is asked for. */
  async makeReady(store: Store, citeIn: CiteIn, items: readonly CslItem[], pace: Pace): Promise<void> {
    const turn = this.#turn;
    const manner = await mannerOf(store, citeIn, items).catch(() => null);
    if (!manner || turn !== this.#turn) return;
    const task = { n: 0, do: 'ready', ...manner, items: items.slice(0, TRIED[pace]) } as const;
    if (items.length <= LONG) return this.#send(0, { ...task, for: 'cite' });
    this.#send(0, { ...task, for: 'set' });
    this.#send(1, { ...task, for: 'ask' });
  }
  #send(hand: number, task: CitingTask): void {
    this.#worker(hand).postMessage(task);
  }
  #worker(hand: number): Worker {
    const made = this.#workers[hand] ?? startWorker(program);
    this.#workers[hand] = made;
    return made;
  }
  /**
   * One task a worker; the second begins when the first has its list, which somebody waits for.
   * @param told with each answer; true when nothing more is waited for
   */
  #ask(tasks: readonly Task<CitingTask>[], told: (said: CitingAnswer) => boolean): Promise<void> {
    if (this.#busy) this.stop();
    const n = ++this.#n;
    this.#busy = true;
    return new Promise((resolve, reject) => {
      const fail = (why: string): void => {
        this.stop();
        reject(new Error(why));
      };
      const begin = (hand: number): void => {
        const task = tasks[hand];
        if (task) this.#send(hand, { n, ...task });
      };
      for (const hand of tasks.keys()) {
        const worker = this.#worker(hand);
        worker.onmessage = ({ data: answer }: MessageEvent<CitingAnswer>) => {
          if (answer.n !== this.#n) return;
          if (answer.failed) return fail(sayCiting(answer.failed));
          if (answer.stage === 'list') begin(1);
          if (!told(answer)) return;
          this.#busy = false;
          resolve();
        };
        worker.onerror = () => fail(say('workers.readerNotStarted'));
      }
      begin(0);
    });
  }
  /**
   * `told` is called with the first entries of a long list, with the list, and then with all that it lacks.
   * What is asked for later takes its place, also while its style is still on its way. Rejects with a text for
   * people.
   */
  async cite(store: Store, citing: Citing, told: (cited: Cited, all: boolean) => void): Promise<void> {
    const turn = ++this.#turn;
    const { items, place } = citing;
    const manner = await mannerOf(store, citing, items);
    if (turn !== this.#turn) return;
    const how = { ...manner, items };
    const tasks: Task<CitingTask>[] =
      items.length > LONG
        ? [
            { do: 'set', ...how, place },
            { do: 'ask', ...how },
          ]
        : [{ do: 'cite', ...how, place }];
    await this.#ask(tasks, ({ stage, cited, asked }) => {
      // The first worker comes to it when its list is set.
      if (asked) this.#send(0, { n: this.#n, do: 'holes', asked, items });
      if (cited) told(cited, stage === 'all');
      return stage === 'all';
    });
  }
  /** The title of a style in a file. Rejects with what is wrong with one that can't be used. */
  async check(xml: string): Promise<string> {
    let title = '';
    await this.#ask([{ do: 'check', xml }], (answer) => {
      title = answer.title ?? '';
      return true;
    });
    return title;
  }
  stop(): void {
    for (const worker of this.#workers) worker.terminate();
    this.#workers = [];
    this.#busy = false;
  }
}

export const ownStyles = async (store: Store, reader: string): Promise<OwnStyle[]> =>
  rowsWith(await store.styles.where('reader').equals(reader).toArray(), 'id', 'title', 'xml').sort((a, b) =>
    a.title < b.title ? -1 : 1,
  );
/** Keeps a style that was looked over. @returns its id */
export async function keepStyle(store: Store, style: Omit<OwnStyle, 'id'>): Promise<string> {
  const same = (await ownStyles(store, style.reader)).find((s) => s.title === style.title);
  const id = same?.id ?? `own:${shortId()}`;
  await store.styles.put({ ...style, id });
  return id;
}
export const dropStyle = (store: Store, id: string): Promise<unknown> => store.styles.delete(id);
