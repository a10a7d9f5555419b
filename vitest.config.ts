import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

/** Milliseconds after which a test hangs: a machine that others use as well may be several times as slow as this one. */
const PATIENCE = 120_000;
/** Views and what the browser keeps: each file has a document and a store of its own. */
const APART = ['src/ui/**', 'src/browser/**'];

export default defineConfig({
  test: {
    // By itself it leaves one processor unused: on two that is half of the time.
    maxWorkers: Math.max(2, availableParallelism() - 1),
    reporters: ['default', ['json', { outputFile: '.cache/vitest.json' }]],
    projects: [
      {
        test: {
          name: 'views',
          include: APART.map((folder) => `${folder}/*.test.{ts,tsx}`),
          testTimeout: PATIENCE,
          hookTimeout: PATIENCE,
          setupFiles: ['tests/fixtures/patience.ts'],
        },
      },
      {
        // What has no state between its files shares what it has loaded: the made-up university is built once.
        test: {
          name: 'the rest',
          include: ['src/**/*.test.{ts,tsx}'],
          exclude: APART,
          testTimeout: PATIENCE,
          hookTimeout: PATIENCE,
          isolate: false,
        },
      },
    ],
  },
});
