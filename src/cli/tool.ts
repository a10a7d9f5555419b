/**
 * `tool query|references|coverage|convert|cite|shelf|check|records|schemas|gralsund|train-references`: each tool is a module that works when it
 * is loaded.
 */
import { table } from '../core/table';

const TOOLS = table<() => Promise<unknown>>({
  query: () => import('./tools/query'),
  references: () => import('./tools/references'),
  coverage: () => import('./tools/coverage'),
  convert: () => import('./tools/convert'),
  cite: () => import('./tools/cite'),
  shelf: () => import('./tools/shelf'),
  check: () => import('./tools/check'),
  records: () => import('./tools/records'),
  schemas: () => import('./tools/schemas'),
  gralsund: () => import('./tools/gralsund'),
  'train-references': () => import('./trainReferences').then((m) => m.runTraining()),
});
const what = process.argv.slice(2).find((a) => a !== '--') ?? '';
const tool = TOOLS.get(what);
if (!tool) {
  console.error(`tool knows ${[...TOOLS.keys()].join(', ')}; not “${what}”.`);
  process.exit(2);
}
await tool();
