/** Sets things in citation styles, in a thread of its own: the processor is large, and long lists take a while. */
import { type Asked, Citer, citeAll } from '../core/citing/cite';
import type { Cited, Place } from '../core/citing/cited';
import { type PackedNode, type StyleNode, styleFacts, unpacked } from '../core/citing/style';
import { styleFromXml } from '../core/citing/styleXml';
import { CodedError } from '../core/codedError';
import { type Message, msg } from '../core/model/message';
import type { CslItem } from '../core/model/record';
import { own } from '../core/table';

/** A public style as it is packed, or a file of the reader's own. */
export type StyleSource = { readonly packed: PackedNode } | { readonly xml: string };
/** In which style things are to be set. */
export interface Manner {
  readonly style: StyleSource;
  readonly locale: string | null;
  readonly locales: Readonly<Record<string, PackedNode>>;
  readonly byRecord: boolean;
}
export interface Things {
  readonly items: readonly CslItem[];
}
/**
 * ready: makes the style ready for what comes: sets a list ahead, and asks what things lack · cite: all of it ·
 * first: the first entries of a long list that another worker is setting ahead · set: a long list, without what it
 * lacks · ask: what the things lack, which another worker finds out · holes: the list that was set, with it ·
 * check: looks a style over
 */
export type CitingTask = { readonly n: number } & (
  | ({ readonly do: 'ready'; readonly asked: readonly CslItem[] } & Manner & Things)
  | ({ readonly do: 'first' } & Manner & Things)
  | ({ readonly do: 'ask' } & Manner & Things)
  | ({ readonly do: 'cite'; readonly place: Place | null } & Manner & Things)
  | ({ readonly do: 'set'; readonly place: Place | null } & Manner & Things)
  | ({ readonly do: 'holes'; readonly asked: Asked } & Things)
  | { readonly do: 'check'; readonly xml: string }
);
/** How far a list is: its first entries · the list · how its works are cited and what they lack, too. */
export type Stage = 'first' | 'list' | 'all';
export interface CitingAnswer {
  readonly n: number;
  /** What was to be made ready is, or can't be. */
  readonly ready?: true;
  readonly stage?: Stage;
  /** What is set so far. */
  readonly cited?: Cited;
  /** What the things lack, for the worker that sets them. */
  readonly asked?: Asked;
  /** The title of a style that was looked over. */
  readonly title?: string;
  readonly failed?: Message;
}
/** So many of a long list are set before the rest. */
const FIRST = 12;
const styleOf = (source: StyleSource): StyleNode =>
  'packed' in source ? unpacked(source.packed) : styleFromXml(source.xml);
const faultOf = (error: unknown): Message =>
  error instanceof CodedError
    ? (error.said as Message)
    : msg('citing.unusable', { what: error instanceof Error ? error.message : String(error) });
const tell = (answer: CitingAnswer): void => postMessage(answer);

/** The style used last, made ready: another place, or a hole that was filled, need none of that again. */
let ready: { readonly key: string; readonly citer: Citer } | null = null;
function citerFor({ style, locale, locales, byRecord }: Manner): Citer {
  const key = JSON.stringify([style, locale, byRecord, Object.keys(locales)]);
  if (ready?.key === key) return ready.citer;
  const localeOf = (name: string): StyleNode | null => {
    const packed = own(locales, name);
    return packed ? unpacked(packed) : null;
  };
  ready = { key, citer: new Citer({ style: styleOf(style), locale, byRecord, localeOf }) };
  return ready.citer;
}
/** The list that waits for what it lacks. */
let waiting: { readonly n: number; readonly citer: Citer; readonly cited: Cited } | null = null;

/** An item with all that styles print, to see that a style can be used at all. */
const TRIAL: CslItem = {
  id: 'trial',
  type: 'book',
  title: 'T',
  author: [{ family: 'F', given: 'G' }],
  issued: { 'date-parts': [[2000]] },
  publisher: 'P',
};

function check(n: number, xml: string): void {
  const style = styleFromXml(xml);
  const plain: StyleNode = { name: 'locale', attrs: { 'xml:lang': 'en-US' }, children: [] };
  citeAll([TRIAL], { style, locale: null, localeOf: () => plain });
  tell({ n, title: styleFacts(style).title });
}
type TaskTo<Do extends CitingTask['do']> = Extract<CitingTask, { readonly do: Do }>;
function cite({ n, items, place, ...manner }: TaskTo<'cite'>): void {
  const citer = citerFor(manner);
  tell({ n, stage: 'all', cited: citer.withHoles(citer.inText(citer.list(items), place), items) });
}
function set({ n, items, place, ...manner }: TaskTo<'set'>): void {
  const citer = citerFor(manner);
  if (!citer.stands(items)) tell({ n, stage: 'first', cited: citer.list(items.slice(0, FIRST)) });
  const list = citer.list(items);
  // The list is there before it is known how its works are cited, and what it lacks.
  tell({ n, stage: 'list', cited: list });
  waiting = { n, citer, cited: citer.inText(list, place) };
}
function makeHoles({ n, items, asked }: TaskTo<'holes'>): void {
  if (waiting?.n === n)
    tell({ n, stage: 'all', cited: waiting.citer.withHoles(waiting.cited, items, asked) });
}
function makeReady({ items, asked, ...manner }: TaskTo<'ready'>): void {
  const citer = citerFor(manner);
  const list = citer.list(items);
  citer.inText({ ...list, entries: list.entries.slice(0, FIRST) });
  if (asked.length) citer.asks(asked);
}
function setFirst({ n, items, ...manner }: TaskTo<'first'>): void {
  tell({ n, stage: 'first', cited: citerFor(manner).list(items.slice(0, FIRST)) });
}
function work(task: CitingTask): void {
  if (task.do === 'ready') makeReady(task);
  else if (task.do === 'first') setFirst(task);
  else if (task.do === 'ask') tell({ n: task.n, asked: citerFor(task).asks(task.items) });
  else if (task.do === 'cite') cite(task);
  else if (task.do === 'set') set(task);
  else if (task.do === 'holes') makeHoles(task);
  else check(task.n, task.xml);
}

self.onmessage = ({ data }: MessageEvent<CitingTask>) => {
  try {
    work(data);
  } catch (error) {
    // What is made ready is not asked for yet; what fails then fails again when it is.
    if (data.do !== 'ready') tell({ n: data.n, failed: faultOf(error) });
  }
  if (data.do === 'ready') tell({ n: data.n, ready: true });
};
