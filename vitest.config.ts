import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['src/**/*.test.{ts,tsx}'],
    // By itself it leaves one processor unused: on two that is half of the time.
    maxWorkers: Math.max(2, availableParallelism() - 1),
    testTimeout: 20_000,
    setupFiles: ['tests/fixtures/patience.ts'],
    reporters: ['default', ['json', { outputFile: '.cache/vitest.json' }]],
  },
});
