/** What the reader says of things where their records say nothing, or otherwise: one row a thing and reader. */
import type { ReferenceItem } from '../core/model/record';
import type { Correction } from './rows';
import { isObject, rowsWith } from './shapes';
import type { Store } from './store';

const idOf = (reader: string, key: string): string => `${reader}|${key}`;
/** By key of the thing (`core/piles`): its fields. */
export const correctionsOf = async (
  store: Store,
  reader: string,
): Promise<ReadonlyMap<string, Partial<ReferenceItem>>> =>
  new Map(
    rowsWith(await store.corrections.where('reader').equals(reader).toArray(), 'id', 'key')
      .filter((c) => isObject(c.csl))
      .map((c) => [c.key, c.csl]),
  );
export const correctionOf = async (
  store: Store,
  reader: string,
  key: string,
): Promise<Partial<ReferenceItem> | undefined> => {
  const row = await store.corrections.get(idOf(reader, key));
  return row && isObject(row.csl) ? row.csl : undefined;
};
/** Says something of a field; undefined takes back what was said. */
export const correct = (
  store: Store,
  { reader, key }: Pick<Correction, 'reader' | 'key'>,
  field: string,
  value: unknown,
): Promise<unknown> =>
  store.transaction('rw', store.corrections, async () => {
    const id = idOf(reader, key);
    const { [field]: _before, ...others } = ((await store.corrections.get(id))?.csl ?? {}) as Record<
      string,
      unknown
    >;
    const csl = value === undefined ? others : { ...others, [field]: value };
    if (Object.keys(csl).length) await store.corrections.put({ id, reader, key, csl });
    else await store.corrections.delete(id);
  });
