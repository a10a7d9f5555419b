/** Files that are kept here to be read without a network: the reader says which, sees how large, and takes them out. */
import { wrongIn } from '../../core/model/shape';
import type { Store } from '../store';
import { type Paper, type PaperSort, paperShape } from './rows';

/** What of a file is shown; it itself is read when it is opened. */
export type PaperShown = Omit<Paper, 'file'>;
/** Bytes; more than any article has. */
export const MOST_BYTES = 200 * 1024 * 1024;

const idOf = (reader: string, key: string): string => `${reader}|${key}`;
/** By its first bytes, whatever it calls itself: nothing that a browser would run is kept. */
export async function sortOfFile(file: Blob): Promise<PaperSort | null> {
  const head = new Uint8Array(await file.slice(0, 64).arrayBuffer());
  const text = String.fromCharCode(...head);
  if (text.startsWith('%PDF-')) return 'application/pdf';
  return text.startsWith('PK') && text.includes('application/epub+zip') ? 'application/epub+zip' : null;
}
/** Why a file can't be kept. */
export type NotKept = 'sort' | 'size';
/** @returns null where it is kept */
export async function keepPaper(
  store: Store,
  of: Pick<Paper, 'reader' | 'key' | 'title' | 'name' | 'added'>,
  file: Blob,
): Promise<NotKept | null> {
  if (file.size > MOST_BYTES) return 'size';
  const sort = await sortOfFile(file);
  if (!sort) return 'sort';
  await store.papers.put({
    ...of,
    id: idOf(of.reader, of.key),
    sort,
    size: file.size,
    // Bytes of its own: a file that was chosen may be moved or changed where it came from.
    file: new Blob([await file.arrayBuffer()], { type: sort }),
  });
  return null;
}
/** Of a row what is shown; null for one that is none of ours. */
function shownOf(row: Paper | undefined): PaperShown | null {
  if (!row) return null;
  const { file: _, ...shown } = row;
  return wrongIn(paperShape, shown) === null ? shown : null;
}
export const papersOf = async (store: Store, reader: string): Promise<readonly PaperShown[]> =>
  (await store.papers.where('reader').equals(reader).toArray())
    .flatMap((row) => shownOf(row) ?? [])
    .sort((a, b) => b.size - a.size);
export const paperOf = async (store: Store, reader: string, key: string): Promise<PaperShown | null> =>
  shownOf(await store.papers.get(idOf(reader, key)));
export const openPaper = async (store: Store, id: string): Promise<Blob | null> =>
  (await store.papers.get(id))?.file ?? null;
/** @returns what was there, to be put back */
export async function dropPaper(store: Store, id: string): Promise<Paper | null> {
  const row = await store.papers.get(id);
  await store.papers.delete(id);
  return row ?? null;
}
export const putPaper = (store: Store, paper: Paper): Promise<unknown> => store.papers.put(paper);

const UNITS = ['byte', 'kilobyte', 'megabyte', 'gigabyte'] as const;
/**
 * A size as people read it.
 * @example bytesText(1_300_000, 'en') // '1.3 MB'
 */
export function bytesText(bytes: number, locale: string): string {
  const step = Math.min(UNITS.length - 1, Math.floor(Math.log10(Math.max(1, bytes)) / 3));
  return new Intl.NumberFormat(locale, {
    style: 'unit',
    unit: UNITS[step] ?? 'byte',
    maximumFractionDigits: step > 1 ? 1 : 0,
  }).format(bytes / 1000 ** step);
}
