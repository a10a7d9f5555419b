/** Opens the distributed engine for a library: which index is asked, and whether it was filled for this library. */
import type { Library } from '../../core/model/library';
import { say } from '../../words/generated/indexfile';
import { AccessRows } from './accessRows';
import type { FilledIndex } from './asking';
import { Cluster, type ClusterAddress } from './cluster';
import { OpenSearchEngine } from './engine';
import { indexOf, metaOf, misfit, readRows } from './fill';
import { ofGroup } from './shape';

export interface OpenedEngine {
  readonly engine: OpenSearchEngine;
  readonly cluster: Cluster;
  readonly index: FilledIndex;
}
const COUNTED = ['work', ...(['subject', 'person', 'journal'] as const).map(ofGroup)];

/** Rejects with a message for people where nothing has been filled, or for another library or program. */
export async function openCluster(address: ClusterAddress, library: Library): Promise<OpenedEngine> {
  const cluster = new Cluster(address);
  try {
    const name = await indexOf(cluster, address.alias);
    if (!name) throw new Error(say('indexfile.notFilled', { alias: address.alias }));
    const meta = await metaOf(cluster, name);
    const wrong = misfit(meta, library);
    if (wrong) throw new Error(say(`indexfile.${wrong}`, { alias: address.alias }));
    const reply = await cluster.search(name, {
      size: 0,
      track_total_hits: true,
      aggs: Object.fromEntries(
        COUNTED.map((field) => [field, { cardinality: { field, precision_threshold: 40_000 } }]),
      ),
    });
    const values = Object.fromEntries(
      COUNTED.map((field) => [
        field,
        (reply.aggregations?.[field] as unknown as { value: number } | undefined)?.value ?? 0,
      ]),
    );
    const index: FilledIndex = {
      name,
      changed: meta.changed,
      size: reply.hits.total?.value ?? 0,
      values,
    };
    const rows = new AccessRows(library);
    rows.learn(0, await readRows(cluster, name));
    return { cluster, index, engine: new OpenSearchEngine(cluster, index, rows, library) };
  } catch (error) {
    await cluster.close();
    throw error;
  }
}
