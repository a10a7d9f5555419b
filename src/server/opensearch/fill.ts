/**
 * Fills the distributed engine from an index directory's records and library data, or brings what has changed in
 * them since. Filling afresh goes into an index of its own, which takes the alias's place once it is whole; the
 * one before stays until the next, for those who still ask it.
 */
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import type { AccessItem } from '../../core/access/options';
import { rowLayout } from '../../core/access/summary';
import type { LibraryFile } from '../../core/discovery/discovery';
import type { Library } from '../../core/model/library';
import type { DiscoveryRecord } from '../../core/model/record';
import { say } from '../../words/generated/indexfile';
import { comingItems } from '../comingItems';
import { RECORDS, RecordFile } from '../recordFile';
import { readLibraryFile } from '../service';
import { recordsById } from '../standing';
import { packRow } from './accessRows';
import { type Cluster, idOf } from './cluster';
import { documents, type MadeDocument, mappingOf, SHAPE, settingsOf } from './shape';

/** What a filled index says of itself. */
export interface IndexMeta {
  readonly shape: number;
  readonly language: string;
  /** The layout of the access rows, as JSON. */
  readonly layout: string;
  readonly filled: string;
  /** When changes were brought last; what was remembered of it before does not hold any more. */
  readonly changed: string;
}
/** What a filling for a library says of itself. */
const metaFor = (library: Library, now: string): IndexMeta => ({
  shape: SHAPE,
  language: library.language ?? 'en',
  layout: JSON.stringify(rowLayout(library)),
  filled: now,
  changed: now,
});
/** Why what was filled can't be asked for a library, or added to; null where it can. */
export function misfit(meta: IndexMeta, library: Library): 'otherShape' | 'otherLibrary' | null {
  const own = metaFor(library, '');
  if (meta.shape !== own.shape) return 'otherShape';
  return meta.language === own.language && meta.layout === own.layout ? null : 'otherLibrary';
}
export interface FillOptions {
  readonly alias: string;
  readonly shards: number;
  readonly replicas: number;
  /** ISO moment, which the new index is named by. */
  readonly now: string;
  readonly progress?: (done: number) => void;
}
export interface Filled {
  readonly index: string;
  readonly records: number;
  readonly written: number;
  readonly removed: number;
}

const ROWS_A_PIECE = 1000;
const BULK_BYTES = 4_000_000;
const AT_ONCE = 2;
const COMPARED_AT_ONCE = 1000;
const TOLD_EVERY = 5000;

/** The records of an index directory with what decides how they can be had. */
function* itemsOf(dir: string, { journals, lines }: LibraryFile): Generator<AccessItem> {
  const itemOf = comingItems(journals, lines, recordsById(dir));
  const file = new RecordFile(join(dir, RECORDS));
  try {
    for (const text of file.all()) yield itemOf(JSON.parse(text.toString('utf8')) as DiscoveryRecord);
  } finally {
    file.close();
  }
}

/** Access rows by their numbers, as they come up; those that are new are written beside the records. */
class RowNumbers {
  readonly #numbers = new Map<string, number>();
  #written: number;
  constructor(known: readonly string[]) {
    for (const row of known) this.#numbers.set(row, this.#numbers.size);
    this.#written = known.length;
  }
  of(packed: string): number {
    let n = this.#numbers.get(packed);
    if (n === undefined) {
      n = this.#numbers.size;
      this.#numbers.set(packed, n);
    }
    return n;
  }
  async write(cluster: Cluster, index: string): Promise<void> {
    if (this.#written === this.#numbers.size) return;
    const all = [...this.#numbers.keys()];
    for (let from = this.#written; from < all.length; from += ROWS_A_PIECE)
      await cluster.client.index({
        index,
        id: String(from),
        body: { from, rows: all.slice(from, from + ROWS_A_PIECE) },
      });
    this.#written = all.length;
    await cluster.client.indices.refresh({ index });
  }
}
const rowsIndexOf = (index: string): string => `${index}.rows`;
const digestOf = ({ document }: MadeDocument, packed: string): string =>
  createHash('sha1').update(JSON.stringify(document)).update(packed).digest('base64url');

/** An index of its own with all records; the alias goes over to it when it is whole. */
export async function fill(cluster: Cluster, dir: string, options: FillOptions): Promise<Filled> {
  const { client } = cluster;
  const { alias, shards, replicas, now, progress } = options;
  const file = readLibraryFile(dir);
  const index = `${alias}-${now.toLowerCase().replace(/[^a-z0-9]/g, '')}`;
  const before = await indexOf(cluster, alias);
  const rows = new RowNumbers([]);
  const made = documents(file.library);
  let order = 0;
  try {
    await client.indices.create({
      index,
      body: {
        settings: settingsOf(shards, replicas),
        mappings: mappingOf(metaFor(file.library, now)),
      } as never,
    });
    await createRows(cluster, index, replicas);
    await bulk(
      cluster,
      index,
      (async function* () {
        for (const item of itemsOf(dir, file)) {
          const one = made(item);
          const packed = packRow(one.row);
          yield {
            ...one.document,
            digest: digestOf(one, packed),
            order: order++,
            row: rows.of(packed),
          } as unknown as Written;
          if (order % TOLD_EVERY === 0) progress?.(order);
        }
      })(),
    );
    await rows.write(cluster, rowsIndexOf(index));
    await settled(cluster, index);
  } catch (error) {
    await removeIndex(cluster, index);
    throw error;
  }
  await client.indices.updateAliases({
    body: {
      actions: [...(before ? [{ remove: { index: before, alias } }] : []), { add: { index, alias } }],
    } as never,
  });
  for (const old of await indexesOf(cluster, alias))
    if (old !== index && old !== before) await removeIndex(cluster, old);
  return { index, records: order, written: order, removed: 0 };
}

type Written = { readonly id: string; readonly line: string };

/**
 * What has changed in the directory since the index was filled: what is other is written anew, what is gone is
 * taken out, all else is left alone.
 */
export async function bringChanges(cluster: Cluster, dir: string, options: FillOptions): Promise<Filled> {
  const index = await indexOf(cluster, options.alias);
  if (!index) return fill(cluster, dir, options);
  const file = readLibraryFile(dir);
  const meta = await metaOf(cluster, index);
  // Filled for another shape, alphabet or set of campuses, nothing of it could be kept.
  if (misfit(meta, file.library)) return fill(cluster, dir, options);
  const rows = new RowNumbers(await readRows(cluster, index));
  const made = documents(file.library);
  let order = await highestOrder(cluster, index);
  const came = new Set<string>();
  let written = 0;
  /** Those of some documents that are not there yet, or otherwise. What they need is there before they are. */
  const compared = async (some: readonly Prepared[]): Promise<readonly Written[]> => {
    const { hits } = await cluster.search(index, {
      query: { terms: { id: some.map((b) => b.one.document.id) } },
      size: some.length,
      track_total_hits: false,
      _source: ['line', 'digest', 'order'],
      docvalue_fields: ['id'],
    });
    const there = new Map(
      hits.hits.map((h) => [
        idOf(h),
        h._source as { readonly line: string; readonly digest: string; readonly order: number },
      ]),
    );
    const changed = some.filter((b) => there.get(b.one.document.id)?.digest !== b.digest);
    // With its work a record changes its part of the index: it would stand in both.
    await remove(
      cluster,
      index,
      changed.flatMap(({ one: { document } }) => {
        const had = there.get(document.id);
        return had && had.line !== document.line ? [{ id: document.id, line: had.line }] : [];
      }),
    );
    const documents = changed.map(
      ({ one: { document }, packed, digest }) =>
        ({
          ...document,
          digest,
          order: there.get(document.id)?.order ?? ++order,
          row: rows.of(packed),
        }) as Written,
    );
    await rows.write(cluster, rowsIndexOf(index));
    written += documents.length;
    return documents;
  };
  const changes = async function* (): AsyncGenerator<Written> {
    let batch: Prepared[] = [];
    for (const item of itemsOf(dir, file)) {
      const one = made(item);
      const packed = packRow(one.row);
      came.add(one.document.id);
      batch.push({ one, packed, digest: digestOf(one, packed) });
      if (came.size % TOLD_EVERY === 0) options.progress?.(came.size);
      if (batch.length < COMPARED_AT_ONCE) continue;
      yield* await compared(batch);
      batch = [];
    }
    if (batch.length) yield* await compared(batch);
  };
  await bulk(cluster, index, changes());
  const gone = await goneFrom(cluster, index, came);
  await remove(cluster, index, gone);
  await cluster.client.indices.refresh({ index });
  if (written || gone.length)
    await cluster.client.indices.putMapping({
      index,
      body: { _meta: { ...meta, changed: options.now } } as never,
    });
  return { index, records: came.size, written, removed: gone.length };
}
interface Prepared {
  readonly one: MadeDocument;
  readonly packed: string;
  readonly digest: string;
}
async function remove(cluster: Cluster, index: string, list: readonly Written[]): Promise<void> {
  for (let at = 0; at < list.length; at += COMPARED_AT_ONCE)
    await cluster.client.bulk({
      body: list
        .slice(at, at + COMPARED_AT_ONCE)
        .map(({ id, line }) => ({ delete: { _index: index, _id: id, routing: line } })) as never,
    });
}

/** Streams documents in, no faster than they are taken. Rejects where one of them is not. */
async function bulk(cluster: Cluster, index: string, source: AsyncGenerator<Written>): Promise<void> {
  let refused: string | null = null;
  await cluster.client.helpers.bulk({
    datasource: source as never,
    flushBytes: BULK_BYTES,
    concurrency: AT_ONCE,
    retries: 5,
    wait: 1000,
    onDocument: (d: unknown) => {
      const { id, line } = d as Written;
      return { index: { _index: index, _id: id, routing: line } } as never;
    },
    onDrop: (d: { error?: { reason?: string } | null }) => {
      refused ??= d.error?.reason ?? 'refused';
    },
  });
  if (refused !== null) throw new Error(say('indexfile.notTaken', { reason: refused }));
}
async function settled(cluster: Cluster, index: string): Promise<void> {
  const settings = { refresh_interval: '5s', translog: { durability: 'request' } };
  await cluster.client.indices.putSettings({ index, body: { index: settings } as never });
  await cluster.client.indices.refresh({ index });
  await cluster.client.cluster.health({ index, wait_for_status: 'yellow', timeout: '60s' } as never);
}
async function createRows(cluster: Cluster, index: string, replicas: number): Promise<void> {
  await cluster.client.indices.create({
    index: rowsIndexOf(index),
    body: {
      settings: { number_of_shards: 1, number_of_replicas: replicas },
      mappings: {
        dynamic: 'strict',
        properties: { from: { type: 'integer' }, rows: { type: 'keyword', index: false, doc_values: false } },
      },
    } as never,
  });
}
async function removeIndex(cluster: Cluster, index: string): Promise<void> {
  await cluster.client.indices.delete({
    index: [index, rowsIndexOf(index)],
    ignore_unavailable: true,
  } as never);
}

/** The index behind the alias; null when nothing has been filled. */
export async function indexOf(cluster: Cluster, alias: string): Promise<string | null> {
  return cluster.asked(async () => {
    const { body, statusCode } = await cluster.client.indices.getAlias({ name: alias }, { ignore: [404] });
    return statusCode === 404 ? null : (Object.keys(body as object)[0] ?? null);
  });
}
async function indexesOf(cluster: Cluster, alias: string): Promise<string[]> {
  const { body } = await cluster.client.indices.get({ index: `${alias}-*` } as never);
  return Object.keys(body as object).filter((name) => !name.endsWith('.rows'));
}
export async function metaOf(cluster: Cluster, index: string): Promise<IndexMeta> {
  return cluster.asked(async () => {
    const { body } = await cluster.client.indices.getMapping({ index });
    const { mappings } =
      (body as unknown as Record<string, { mappings: { _meta?: IndexMeta } }>)[index] ?? {};
    return mappings?._meta ?? { shape: 0, language: '', layout: '', filled: '', changed: '' };
  });
}
/** Access rows from a number on, in the order of their numbers. */
export async function readRows(cluster: Cluster, index: string, from = 0): Promise<readonly string[]> {
  const rows: string[] = [];
  for (;;) {
    const { hits } = await cluster.search(rowsIndexOf(index), {
      query: { range: { from: { gte: from + rows.length } } },
      sort: [{ from: 'asc' }],
      size: 50,
    });
    if (hits.hits.length === 0) return rows;
    for (const h of hits.hits) rows.push(...(h._source as { readonly rows: readonly string[] }).rows);
  }
}
async function highestOrder(cluster: Cluster, index: string): Promise<number> {
  const { hits } = await cluster.search(index, {
    size: 1,
    sort: [{ order: 'desc' }],
    _source: false,
    track_total_hits: false,
  });
  return Number(hits.hits[0]?.sort?.[0] ?? -1);
}
/** What stands in the index and did not come again. */
async function goneFrom(cluster: Cluster, index: string, came: ReadonlySet<string>): Promise<Written[]> {
  await cluster.client.indices.refresh({ index });
  const gone: Written[] = [];
  let after: number | null = null;
  for (;;) {
    const { hits } = await cluster.search(index, {
      size: 10_000,
      sort: [{ order: 'asc' }],
      _source: false,
      docvalue_fields: ['id', 'line'],
      track_total_hits: false,
      ...(after === null ? {} : { search_after: [after] }),
    });
    if (hits.hits.length === 0) return gone;
    for (const h of hits.hits) {
      const id = idOf(h);
      if (!came.has(id)) gone.push({ id, line: String(h.fields?.line?.[0]) });
    }
    after = Number(hits.hits.at(-1)?.sort?.[0]);
  }
}
