/** Sets things in citation styles, in a thread of its own: the processor is large, and long lists take a while. */
import { Citer, citeAll } from '../core/citing/cite';
import type { Cited, Place, Share } from '../core/citing/cited';
import { type PackedNode, type StyleNode, styleFacts, unpacked } from '../core/citing/style';
import { styleFromXml } from '../core/citing/styleXml';
import { CodedError } from '../core/codedError';
import { type Message, msg } from '../core/model/message';
import type { CslItem } from '../core/model/record';
import { own } from '../core/table';

/** A public style as it is packed, or a file of the reader's own. */
export type StyleSource = { readonly packed: PackedNode } | { readonly xml: string };
export interface CiteTask {
  readonly items: readonly CslItem[];
  readonly style: StyleSource;
  readonly locale: string | null;
  readonly locales: Readonly<Record<string, PackedNode>>;
  readonly byRecord: boolean;
  readonly place: Place | null;
  /** The part of the list that is this worker's. */
  readonly share: Share;
}
export type CitingTask =
  | ({ readonly n: number; readonly do: 'cite' } & CiteTask)
  | { readonly n: number; readonly do: 'check'; readonly xml: string };
/** How far a list is: its first entries · the list · how its works are cited and what they lack, too. */
export type Stage = 'first' | 'list' | 'all';
export interface CitingAnswer {
  readonly n: number;
  readonly stage?: Stage;
  /** What is set so far of this worker's share. */
  readonly cited?: Cited;
  /** The title of a style that was looked over. */
  readonly title?: string;
  readonly failed?: Message;
}
/** So many are set before the rest, of lists that are set in parts. */
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
function citerFor({ style, locale, locales, byRecord }: CiteTask): Citer {
  const key = JSON.stringify([style, locale, byRecord, Object.keys(locales)]);
  if (ready?.key === key) return ready.citer;
  const localeOf = (name: string): StyleNode | null => {
    const packed = own(locales, name);
    return packed ? unpacked(packed) : null;
  };
  ready = { key, citer: new Citer({ style: styleOf(style), locale, byRecord, localeOf }) };
  return ready.citer;
}
function cite(n: number, task: CiteTask): void {
  const citer = citerFor(task);
  const { items, place, share } = task;
  const many = share.of > 1;
  if (many && !share.part) tell({ n, stage: 'first', cited: citer.list(items.slice(0, FIRST)) });
  const list = citer.list(items, share);
  // The list is there before it is known how its works are cited, and what it lacks.
  if (many) tell({ n, stage: 'list', cited: list });
  tell({ n, stage: 'all', cited: citer.withHoles(citer.inText(list, place), items) });
}
/** An item with all that styles print, to see that a style can be used at all. */
const TRIAL: CslItem = {
  id: 'trial',
  type: 'book',
  title: 'T',
  author: [{ family: 'F', given: 'G' }],
  issued: { 'date-parts': [[2000]] },
  publisher: 'P',
};

self.onmessage = ({ data }: MessageEvent<CitingTask>) => {
  const { n } = data;
  try {
    if (data.do === 'cite') cite(n, data);
    else {
      const style = styleFromXml(data.xml);
      const plain: StyleNode = { name: 'locale', attrs: { 'xml:lang': 'en-US' }, children: [] };
      citeAll([TRIAL], { style, locale: null, localeOf: () => plain });
      tell({ n, title: styleFacts(style).title });
    }
  } catch (error) {
    tell({ n, failed: faultOf(error) });
  }
};
