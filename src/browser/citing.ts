/** Citations from a worker, and the reader's own styles. */
import { type Cited, joined } from '../core/citing/cited';
import { localeName } from '../core/citing/locale';
import type { PackedNode } from '../core/citing/style';
import { say as sayCiting } from '../words/generated/citing';
import { say } from '../words/generated/workers';
import type { CiteTask, CitingAnswer, CitingTask, Stage, StyleSource } from './citing.worker';
import program from './citing.worker.ts?worker&url';
import { getLocale, getStyle } from './further';
import { shortId } from './ids';
import type { OwnStyle } from './rows';
import { rowsWith } from './shapes';
import type { Store } from './store';
import { startWorker } from './trusted';

/** What is to be set, and how; `style` is the id of a public style or of one of the reader's own. */
export interface Citing extends Pick<CiteTask, 'items' | 'locale' | 'byRecord' | 'place'> {
  readonly style: string;
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
  { items, locale, byRecord }: Citing,
  style: StyleSource,
): Promise<CiteTask['locales']> {
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

/** Lists longer than this are set by several workers, a part each. */
const LONG = 24;
/** As many as there are processors for; each knows of the whole list, so that more than four add little. */
const HANDS = Math.min(4, Math.max(2, navigator.hardwareConcurrency || 2));
interface Told {
  readonly answer: CitingAnswer;
  /** Whose answer it is. */
  readonly hand: number;
}

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
  #worker(hand: number): Worker {
    const made = this.#workers[hand] ?? startWorker(program);
    this.#workers[hand] = made;
    return made;
  }
  /**
   * One task a worker.
   * @param told with each answer; true when nothing more is waited for
   */
  #ask(tasks: readonly Omit<CitingTask, 'n'>[], told: (said: Told) => boolean): Promise<void> {
    if (this.#busy) this.stop();
    const n = ++this.#n;
    this.#busy = true;
    return new Promise((resolve, reject) => {
      const fail = (why: string): void => {
        this.stop();
        reject(new Error(why));
      };
      for (const [hand, task] of tasks.entries()) {
        const worker = this.#worker(hand);
        worker.onmessage = ({ data: answer }: MessageEvent<CitingAnswer>) => {
          if (answer.n !== this.#n) return;
          if (answer.failed) return fail(sayCiting(answer.failed));
          if (!told({ answer, hand })) return;
          this.#busy = false;
          resolve();
        };
        worker.onerror = () => fail(say('workers.readerNotStarted'));
        worker.postMessage({ n, ...task } as CitingTask);
      }
    });
  }
  /**
   * `told` is called with the first entries of a long list, with the list, and then with all that it lacks.
   * What is asked for later takes its place, also while its style is still on its way. Rejects with a text for
   * people.
   */
  async cite(store: Store, citing: Citing, told: (cited: Cited, all: boolean) => void): Promise<void> {
    const turn = ++this.#turn;
    const { style: id, ...rest } = citing;
    // Asked for beside the style: nearly every one of them wants it. Whether it came is seen below.
    void held(`locale ${FALLBACK}`, () => getLocale(FALLBACK)).catch(() => undefined);
    const xml = id.startsWith('own:') ? (await store.styles.get(id))?.xml : undefined;
    const style: StyleSource =
      xml === undefined ? { packed: await held(`style ${id}`, () => getStyle(id)) } : { xml };
    const locales = await localesFor(citing, style);
    if (turn !== this.#turn) return;
    const of = citing.items.length > LONG ? HANDS : 1;
    const tasks = Array.from({ length: of }, (_, part) => {
      return { do: 'cite', ...rest, style, locales, share: { part, of } } as const;
    });
    /** By stage: the shares that have come so far. */
    const come = new Map<Stage, Map<number, Cited>>();
    await this.#ask(tasks, ({ hand, answer: { stage, cited } }) => {
      if (!stage || !cited) return false;
      const shares = (come.get(stage) ?? new Map<number, Cited>()).set(hand, cited);
      come.set(stage, shares);
      const all = stage === 'all' && shares.size === of;
      if (stage === 'first') told(cited, false);
      else if (shares.size === of) told(joined(tasks.flatMap((t) => shares.get(t.share.part) ?? [])), all);
      return all;
    });
  }
  /** The title of a style in a file. Rejects with what is wrong with one that can't be used. */
  async check(xml: string): Promise<string> {
    let title = '';
    await this.#ask([{ do: 'check', xml } as Omit<CitingTask, 'n'>], ({ answer }) => {
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
