/** Citations from a worker, and the reader's own styles. */
import type { Cited, Place } from '../core/citing/cited';
import { localeName } from '../core/citing/locale';
import type { PackedNode } from '../core/citing/style';
import type { CslItem } from '../core/model/record';
import { say as sayCiting } from '../words/generated/citing';
import { say } from '../words/generated/workers';
import type { CitingAnswer, CitingTask, Manner, Stage, StyleSource } from './citing.worker';
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

/** What longer lists lack is found out by a second worker. */
const LONG = 24;
/** A style that is made ready in a hurry is tried on so many: as many as are there before the rest of a list. */
const FIRST = 12;
/** At leisure on more: a program that has run is faster, up to twice. */
const TRIED = 60;
/** Lists that are not longer are set ahead at leisure. */
const AHEAD = 1000;
/** hurry: somebody goes towards the button · leisure: nobody does, and a long list is set ahead. */
export type Pace = 'hurry' | 'leisure';
type Task = CitingTask extends infer T ? (T extends CitingTask ? Omit<T, 'n'> : never) : never;
interface Step {
  readonly hand: number;
  readonly task: Task;
  /** Begins when the answer is so far; at once where it is not given. */
  readonly after?: Stage;
}

/** Workers that set; a new task takes the place of the one before. */
export class Citer {
  #workers: Worker[] = [];
  #busy = false;
  #n = 0;
  /** The latest that was asked for. */
  #turn = 0;
  /** The first worker is setting a list that nobody has asked for. */
  #ahead = false;
  /** The processor is on its way while nobody knows the style yet. */
  prepare(): void {
    this.#worker(0);
  }
  /** The style, too, where it is known in which; nothing that fails is said before it is asked for. */
  async makeReady(store: Store, citeIn: CiteIn, items: readonly CslItem[], pace: Pace): Promise<void> {
    const turn = this.#turn;
    const manner = await mannerOf(store, citeIn, items).catch(() => null);
    if (!manner || turn !== this.#turn) return;
    const first = items.slice(0, FIRST);
    const tried = pace === 'hurry' ? first : items.slice(0, TRIED);
    const long = items.length > LONG;
    const ready = { n: 0, do: 'ready', ...manner } as const;
    this.#ahead = pace === 'leisure' && items.length <= AHEAD;
    this.#send(0, { ...ready, items: this.#ahead ? items : tried, asked: long ? [] : tried });
    if (long) this.#send(1, { ...ready, items: first, asked: tried });
  }
  #send(hand: number, task: CitingTask): void {
    this.#worker(hand).postMessage(task);
  }
  #worker(hand: number): Worker {
    const known = this.#workers[hand];
    if (known) return known;
    const made = startWorker(program);
    this.#workers[hand] = made;
    made.addEventListener('message', ({ data }: MessageEvent<CitingAnswer>) => {
      if (data.ready && made === this.#workers[0]) this.#ahead = false;
    });
    return made;
  }
  /**
   * One task a worker at a time.
   * @param told with each answer; true when nothing more is waited for
   */
  #ask(steps: readonly Step[], told: (said: CitingAnswer) => boolean): Promise<void> {
    if (this.#busy) this.stop();
    const n = ++this.#n;
    this.#busy = true;
    return new Promise((resolve, reject) => {
      const fail = (why: string): void => {
        this.stop();
        reject(new Error(why));
      };
      const begin = (reached?: Stage): void => {
        for (const { hand, task, after } of steps) if (after === reached) this.#send(hand, { n, ...task });
      };
      for (const { hand } of steps) {
        const worker = this.#worker(hand);
        worker.onmessage = ({ data: answer }: MessageEvent<CitingAnswer>) => {
          if (answer.n !== this.#n) return;
          if (answer.failed) return fail(sayCiting(answer.failed));
          if (answer.stage) begin(answer.stage);
          if (!told(answer)) return;
          this.#busy = false;
          resolve();
        };
        worker.onerror = () => fail(say('workers.readerNotStarted'));
      }
      begin();
    });
  }
  /** A long list; what it lacks is found out when it is there, which somebody waits for. */
  #stepsOf(citing: Citing, manner: Manner): readonly Step[] {
    const { items, place } = citing;
    const how = { ...manner, items };
    if (items.length <= LONG) return [{ hand: 0, task: { do: 'cite', ...how, place } }];
    const first: readonly Step[] = this.#ahead ? [{ hand: 1, task: { do: 'first', ...how } }] : [];
    return [
      { hand: 0, task: { do: 'set', ...how, place } },
      ...first,
      { hand: 1, task: { do: 'ask', ...how }, after: 'list' },
    ];
  }
  /**
   * `told` is called with the first entries of a long list, with the list, and then with all that it lacks.
   * What is asked for later takes its place, also while its style is still on its way. Rejects with a text for
   * people.
   */
  async cite(store: Store, citing: Citing, told: (cited: Cited, all: boolean) => void): Promise<void> {
    const turn = ++this.#turn;
    const { items } = citing;
    const manner = await mannerOf(store, citing, items);
    if (turn !== this.#turn) return;
    let listed = false;
    await this.#ask(this.#stepsOf(citing, manner), ({ stage, cited, asked }) => {
      // The first worker comes to it when its list is set.
      if (asked) this.#send(0, { n: this.#n, do: 'holes', asked, items });
      listed ||= stage === 'list';
      if (cited && !(listed && stage === 'first')) told(cited, stage === 'all');
      return stage === 'all';
    });
  }
  /** The title of a style in a file. Rejects with what is wrong with one that can't be used. */
  async check(xml: string): Promise<string> {
    let title = '';
    await this.#ask([{ hand: 0, task: { do: 'check', xml } }], (answer) => {
      title = answer.title ?? '';
      return true;
    });
    return title;
  }
  stop(): void {
    for (const worker of this.#workers) worker.terminate();
    this.#workers = [];
    this.#ahead = false;
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
