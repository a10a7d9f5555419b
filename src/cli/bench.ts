/**
 * `bench search|quality|references|ways|cite|lending|peers|load|interface|related|change|learning|slow [--records N] [--json]`: each bench is a module
 * that measures when it is loaded.
 */

import { table } from '../core/table';
import { benchOptions } from './benchIndex';

const BENCHES = table<() => Promise<unknown>>({
  search: () => import('./benchSearch'),
  quality: () => import('./benchQuality'),
  references: () => import('./benchReferences'),
  ways: () => import('./benchWays'),
  cite: () => import('./benchCite'),
  lending: () => import('./benchLending'),
  peers: () => import('./benchPeers'),
  load: () => import('./benchLoad'),
  interface: () => import('./benchInterface'),
  related: () => import('./benchRelated'),
  change: () => import('./benchChange'),
  engines: () => import('./benchEngines'),
  learning: () => import('./benchLearning'),
  slow: () => import('./benchSlow'),
});
const [what = 'search'] = benchOptions().positionals.filter((p) => p !== '--');
const bench = BENCHES.get(what);
if (!bench) {
  console.error(`bench knows ${[...BENCHES.keys()].join(', ')}; not “${what}”.`);
  process.exit(2);
}
await bench();
