/**
 * `engine fill|changes [--index DIR] [--shards N] [--replicas N]`: fills the distributed engine that the environment
 * names (LEGENDUM_OPENSEARCH …) from an index directory, or brings what has changed in it since. Ends with 1 where
 * the engine could not be filled: what it had stands. Ends with 2 where nothing says what to fill, or from where.
 */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { errorText } from '../core/text';
import { clusterOf } from '../server/config';
import { Cluster } from '../server/opensearch/cluster';
import { bringChanges, fill } from '../server/opensearch/fill';
import { RECORDS } from '../server/recordFile';
import { argsOf } from './args';

/** One request may write some megabytes. */
const LIMIT = 120_000;

const { values, positionals } = argsOf(
  'npm run engine -- fill|changes [--index DIR] [--shards N] [--replicas N]',
  {
    options: {
      index: { type: 'string', default: process.env.LEGENDUM_INDEX ?? 'data/demo-100000' },
      shards: { type: 'string', default: '1' },
      replicas: { type: 'string', default: '0' },
    },
  },
);
const stop = (why: string): never => {
  console.error(why);
  process.exit(2);
};
const [command = ''] = positionals;
if (command !== 'fill' && command !== 'changes')
  stop('Say what to do: npm run engine -- fill, or npm run engine -- changes.');
if (!existsSync(join(values.index, RECORDS)))
  stop(`There is no index in ${values.index}. Make one with npm run index, then fill the engine from it.`);
const address = clusterOf({ ...process.env, LEGENDUM_ENGINE: 'opensearch' }, LIMIT);
if (!address) process.exit(2);
const cluster = new Cluster(address);
const began = Date.now();
try {
  const work = command === 'fill' ? fill : bringChanges;
  const { index, records, written, removed } = await work(cluster, values.index, {
    alias: address.alias,
    shards: Number(values.shards),
    replicas: Number(values.replicas),
    now: new Date().toISOString(),
    progress: (done) => {
      if (process.stdout.isTTY) process.stdout.write(`\r  ${done.toLocaleString('en')} records `);
    },
  });
  const n = (count: number): string => count.toLocaleString('en');
  console.log(
    `${index}: ${n(records)} records, ${n(written)} written, ${n(removed)} taken out, ${((Date.now() - began) / 1000).toFixed(1)} s`,
  );
} catch (error) {
  console.error(`The engine was not filled: ${errorText(error)}. What it had stands.`);
  process.exitCode = 1;
} finally {
  await cluster.close();
}
