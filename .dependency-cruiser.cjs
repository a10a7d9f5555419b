// The layer arrows of docs/architecture.md: what may import what. A new arrow needs a decision in docs/decisions.
const layer = (name, from, allowed) => ({
  name: `${name}-arrows`,
  severity: 'error',
  from: { path: from },
  to: { path: '^src/', pathNot: allowed },
});
/** The floors inside the core, lowest first: each may import what stands in its list, and the ground (`core/*.ts`). */
const FLOORS = {
  model: [],
  words: ['model'],
  shelf: ['model'],
  query: ['model', 'words'],
  coverage: ['model'],
  policy: ['model'],
  access: ['model', 'policy', 'coverage'],
  engine: ['model', 'words', 'query', 'shelf', 'access'],
  references: ['model', 'words'],
  plan: ['model', 'access'],
  citing: ['model'],
  account: ['model', 'piles', 'references', 'courses', 'appointments'],
  notices: ['model', 'account', 'piles', 'references', 'requests', 'courses', 'circulation', 'appointments'],
  piles: ['model', 'words', 'shelf'],
  appointments: ['model', 'access'],
  courses: ['model', 'words', 'references', 'access', 'plan'],
  requests: ['model', 'policy', 'access', 'coverage'],
  circulation: ['model', 'access', 'requests'],
  formats: ['model', 'coverage', 'requests', 'references', 'courses'],
  sru: ['model', 'query', 'formats'],
  discovery: [
    'model',
    'words',
    'query',
    'shelf',
    'coverage',
    'policy',
    'access',
    'engine',
    'references',
    'requests',
    'plan',
    'piles',
    'courses',
    'circulation',
    'appointments',
  ],
};
/** The rooms of the embedded engine. The port stands apart: nothing in it knows of any engine. */
const ROOMS = {
  port: [],
  format: [],
  match: ['format'],
  count: ['format'],
  rank: ['format', 'count'],
  help: ['format', 'match'],
  build: ['format', 'rank', 'help'],
};
const ground = { name: 'core-ground', severity: 'error', from: { path: '^src/core/[^/]+\\.ts$' }, to: { path: '^src/core/.+/' } };
const floor = ([name, below]) => ({
  name: `core-${name}`,
  severity: 'error',
  from: { path: `^src/core/${name}/` },
  to: { path: '^src/core/.+/', pathNot: `^src/core/(${[name, ...below].join('|')})/` },
});
const room = ([name, others]) => ({
  name: `engine-${name}`,
  severity: 'error',
  from: { path: `^src/core/engine/${name}/` },
  to: { path: '^src/core/engine/', pathNot: `^src/core/engine/(${[name, 'port', ...others].join('|')})/` },
});
module.exports = {
  forbidden: [
    ground,
    ...Object.entries(FLOORS).map(floor),
    ...Object.entries(ROOMS).map(room),
    {
      name: 'discovery-knows-no-engine',
      comment: 'What is made of an engine’s answers is made of any engine’s: only the port is known.',
      severity: 'error',
      from: { path: '^src/core/discovery/' },
      to: { path: '^src/core/engine/(?!port/)' },
    },
    layer('core', '^src/core/', '^src/core/'),
    layer('demo', '^src/demo/', '^src/(core|demo)/'),
    layer('standins', '^src/standins/', '^src/(core|words|standins)/'),
    layer('start', '^src/start/', '^src/(core|demo|standins|server|words|start)/'),
    layer('browser', '^src/browser/', '^src/(core|words|browser)/'),
    layer('words', '^src/words/', '^src/(core|words)/'),
    layer('ui', '^src/ui/', '^src/(core|browser|words|ui)/'),
    layer('server', '^src/server/', '^src/(core|words|server)/'),
    layer('pages', '^src/pages/(?!standin/)', '^src/(core|server|ui|words|pages)/'),
    layer('standin-pages', '^src/pages/standin/', '^src/(core|standins|server|words|pages)/'),
    {
      name: 'core-is-pure',
      comment: 'The core runs in the server, a worker and a test alike: no Node, no framework.',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-without-frameworks',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { path: 'node_modules/(react|astro|dexie|recharts|pino)' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    exclude: { path: '\\.test\\.tsx?$' },
  },
};
