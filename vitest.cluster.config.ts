import { defineConfig } from 'vitest/config';

/** The tests of the distributed engine, run by scripts/clusterTests.mjs, which starts its nodes. */
export default defineConfig({
  test: {
    include: ['tests/cluster/*.test.ts'],
    testTimeout: 60_000,
    // One after the other: some of them take nodes away.
    fileParallelism: false,
    reporters: ['default', ['json', { outputFile: '.cache/cluster.json' }]],
  },
});
