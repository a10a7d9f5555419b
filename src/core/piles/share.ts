/**
 * A pile to be given away: as text for a file, or packed into the fragment of an address, which no server ever
 * sees. Of the reader's own there is the name, purpose, day and notes; states of reading and places stay here.
 */
import { deflateSync, Inflate } from 'fflate';
import { CodedError } from '../codedError';
import { describedShape } from '../model/described';
import { KIND_LIST } from '../model/kinds';
import { msg } from '../model/message';
import { MAX_ID } from '../model/record';
import { dayOrNone, listOf, maybe, oneOf, type Shaped, shape, text, whole, wrongIn } from '../model/shape';
import type { Pile, PileItem } from './pile';

const [FORMAT, VERSION] = ['legendum-pile', 1] as const;
const [NAME, NOTE, MANY] = [200, 8000, 5000];
const sharedShape = shape({
  format: oneOf([FORMAT]),
  version: whole(1, VERSION),
  name: text(NAME),
  purpose: text(NOTE),
  needBy: dayOrNone(),
  note: text(NOTE),
  items: listOf(
    shape({
      record: text(MAX_ID),
      kind: maybe(oneOf(KIND_LIST)),
      csl: describedShape,
      note: maybe(text(NOTE)),
    }),
    MANY,
  ),
});
export type SharedPile = Shaped<typeof sharedShape>;

/** What of a pile goes along, and of which things. */
export const shared = (
  pile: Pick<Pile, 'name' | 'purpose' | 'needBy' | 'note'>,
  items: readonly PileItem[],
): SharedPile => ({
  format: FORMAT,
  version: VERSION,
  name: pile.name,
  purpose: pile.purpose,
  needBy: pile.needBy,
  note: pile.note,
  items: items.map(({ record, kind, csl, note }) => ({
    record,
    ...(kind ? { kind } : {}),
    csl,
    ...(note ? { note } : {}),
  })),
});
/** As a file's text. */
export const writePile = (pile: SharedPile): string => `${JSON.stringify(pile, null, 1)}\n`;
/** Reads a file's text. Throws a CodedError for what is none. */
export function readPile(json: string): SharedPile {
  let value: unknown;
  try {
    value = JSON.parse(json);
  } catch {
    throw new CodedError(msg('share.notJson'));
  }
  const wrong = wrongIn(sharedShape, value);
  if (wrong !== null) throw new CodedError(msg('share.notPile', { path: wrong }));
  return value as SharedPile;
}

/** Characters that an address may have everywhere it has to go through. */
const LONGEST = 30_000;
/** What an address unpacks to at most. */
const UNPACKED = 4_000_000;
const toText = (bytes: Uint8Array): string => {
  let out = '';
  for (let at = 0; at < bytes.length; at += 8192)
    out += String.fromCharCode(...bytes.subarray(at, at + 8192));
  return btoa(out).replace(/\+/g, '-').replace(/\//g, '_').replace(/=+$/, '');
};
const toBytes = (packed: string): Uint8Array =>
  Uint8Array.from(atob(packed.replace(/-/g, '+').replace(/_/g, '/')), (c) => c.charCodeAt(0));

/** Packed for an address; null for a pile that is too large for one. */
export function packPile(pile: SharedPile): string | null {
  const packed = toText(deflateSync(new TextEncoder().encode(JSON.stringify(pile)), { level: 9 }));
  return packed.length > LONGEST ? null : packed;
}
/** Reads what an address carries. Throws a CodedError for what was cut or is none of ours. */
export function unpackPile(packed: string): SharedPile {
  const pieces: Uint8Array[] = [];
  let size = 0;
  let ended = false;
  try {
    const inflate = new Inflate((piece, final) => {
      size += piece.length;
      if (size > UNPACKED) throw new Error('too much');
      pieces.push(piece);
      ended ||= final;
    });
    inflate.push(toBytes(packed), true);
  } catch {
    throw new CodedError(msg('share.cut'));
  }
  if (!ended) throw new CodedError(msg('share.cut'));
  const all = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return readPile(new TextDecoder().decode(all));
}
