import { firstFrom } from './postings';

/** A text as 32 bits (FNV-1a over its UTF-16 units), the same everywhere: to look things up by, not to tell them apart. */
export function hashOf(text: string): number {
  let h = 2166136261;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16777619);
  return h >>> 0;
}
/** Documents by hashes of something of theirs: ascending by hash, then by document. */
export interface Hashed {
  readonly hash: Uint32Array;
  readonly doc: Uint32Array;
}
/** @param pairs hash and document, in any order */
export function hashedInOrder(hashes: ArrayLike<number>, docs: ArrayLike<number>): Hashed {
  const order = Uint32Array.from({ length: hashes.length }, (_, i) => i).sort(
    (a, b) => (hashes[a] as number) - (hashes[b] as number) || (docs[a] as number) - (docs[b] as number),
  );
  return {
    hash: Uint32Array.from(order, (i) => hashes[i] as number),
    doc: Uint32Array.from(order, (i) => docs[i] as number),
  };
}
/** The documents under a hash. */
export function docsUnder({ hash, doc }: Hashed, wanted: number): Uint32Array {
  const bound = (v: number): number => firstFrom(hash, 0, hash.length, v);
  return doc.subarray(bound(wanted), bound(wanted + 1));
}
