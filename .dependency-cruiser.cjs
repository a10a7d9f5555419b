// The layer arrows of docs/architecture.md: what may import what. A new arrow needs a decision in docs/decisions.
const layer = (name, from, allowed) => ({
  name: `${name}-arrows`,
  severity: 'error',
  from: { path: from },
  to: { path: '^src/', pathNot: allowed },
});
module.exports = {
  forbidden: [
    layer('core', '^src/core/', '^src/core/'),
    layer('demo', '^src/demo/', '^src/(core|demo)/'),
    layer('standins', '^src/standins/', '^src/(core|standins)/'),
    layer('browser', '^src/browser/', '^src/(core|browser)/'),
    layer('ui', '^src/ui/', '^src/(core|browser|ui)/'),
    layer('server', '^src/server/', '^src/(core|standins|server)/'),
    layer('pages', '^src/pages/', '^src/(core|standins|server|ui|pages)/'),
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
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    exclude: { path: '\\.test\\.tsx?$' },
  },
};
