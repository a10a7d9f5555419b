/** What waits for a network, and files that were kept to be read without one: the store's rows. */
import { filled, localTime, oneOf, type Shaped, shape, text, whole } from '../../core/model/shape';

const [ID, LONG] = [2000, 10_000];
/** Something that the reader did while nobody could be told. */
export const waitingShape = shape({
  id: filled(ID),
  reader: filled(100),
  /** The clock's, when it was done. */
  at: localTime(),
  /** In which order things were done. */
  nth: whole(0, 1e15),
  /** What it is about, as it is called. */
  title: text(LONG),
  /** The slip that it is about; empty for what is with the loan desk. */
  slip: text(ID),
  /** The act: of a reader about a slip, or at the desk. */
  what: oneOf([
    'cancel',
    'accept',
    'decline',
    'answer',
    'collect',
    'finish',
    'renew',
    'return',
    'note',
    'request',
  ]),
  text: text(LONG),
  /** For what is collected: the day on which it is due. */
  due: text(40),
  /** At the desk: the item, and where it is to be collected. */
  item: text(ID),
  pickup: text(ID),
  /** Why it was refused when it was told at last; empty while it waits. */
  refused: text(LONG),
});
export type Waiting = Shaped<typeof waitingShape>;

/** Files of these sorts are kept. */
export const PAPER_SORTS = ['application/pdf', 'application/epub+zip'] as const;
export type PaperSort = (typeof PAPER_SORTS)[number];
/** What is known of a file that a reader keeps here to read it without a network. */
export const paperShape = shape({
  /** Reader and key: one of a thing. */
  id: filled(2 * ID),
  reader: filled(100),
  /** Of what it is a copy: `keyOf`. */
  key: filled(ID),
  title: text(LONG),
  name: text(LONG),
  sort: oneOf(PAPER_SORTS),
  /** Bytes. */
  size: whole(0, 1e12),
  added: localTime(),
});
export interface Paper extends Shaped<typeof paperShape> {
  readonly file: Blob;
}
