import { defineConfig } from 'vitest/config';

/** The tests of equal servers behind a balancer, run by scripts/equalTests.mjs. */
export default defineConfig({
  test: {
    include: ['tests/equal/*.test.ts'],
    testTimeout: 60_000,
    reporters: ['default', ['json', { outputFile: '.cache/equal.json' }]],
  },
});
