/** Citations from a worker, and the reader's own styles. */
import type { Cited } from '../core/citing/cite';
import { localeName } from '../core/citing/locale';
import type { PackedNode } from '../core/citing/style';
import { say } from '../words/generated/browser';
import { say as sayCiting } from '../words/generated/citing';
import type { CiteTask, CitingAnswer, CitingTask, StyleSource } from './citing.worker';
import { getLocale, getStyle } from './client';
import { shortId } from './ids';
import type { OwnStyle } from './rows';
import { rowsWith } from './shapes';
import type { Store } from './store';

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

/** A worker that sets; a new task takes the place of the one before. */
export class Citer {
  #worker: Worker | null = null;
  #busy = false;
  #n = 0;
  /** The latest that was asked for. */
  #turn = 0;
  #start(): Worker {
    if (this.#busy) this.stop();
    this.#worker ??= new Worker(new URL('./citing.worker.ts', import.meta.url), { type: 'module' });
    return this.#worker;
  }
  #ask(task: Omit<CitingTask, 'n'>, told: (answer: CitingAnswer) => boolean): Promise<void> {
    const worker = this.#start();
    const n = ++this.#n;
    this.#busy = true;
    return new Promise((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<CitingAnswer>) => {
        if (data.n !== this.#n) return;
        if (data.failed) {
          this.#busy = false;
          reject(new Error(sayCiting(data.failed)));
        } else if (told(data)) {
          this.#busy = false;
          resolve();
        }
      };
      worker.onerror = () => {
        this.stop();
        reject(new Error(say('browser.readerNotStarted')));
      };
      worker.postMessage({ n, ...task } as CitingTask);
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
    const xml = id.startsWith('own:') ? (await store.styles.get(id))?.xml : undefined;
    const style: StyleSource =
      xml === undefined ? { packed: await held(`style ${id}`, () => getStyle(id)) } : { xml };
    const task = { do: 'cite', ...rest, style, locales: await localesFor(citing, style) } as const;
    if (turn !== this.#turn) return;
    await this.#ask(task, ({ part, cited }) => {
      if (part) told(part, false);
      if (cited) told(cited, true);
      return cited !== undefined;
    });
  }
  /** The title of a style in a file. Rejects with what is wrong with one that can't be used. */
  async check(xml: string): Promise<string> {
    let title = '';
    await this.#ask({ do: 'check', xml } as Omit<CitingTask, 'n'>, (answer) => {
      title = answer.title ?? '';
      return true;
    });
    return title;
  }
  stop(): void {
    this.#worker?.terminate();
    this.#worker = null;
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
