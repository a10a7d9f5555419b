import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['src/**/*.test.{ts,tsx}'],
    testTimeout: 20_000,
    setupFiles: ['tests/fixtures/patience.ts'],
    reporters: ['default', ['json', { outputFile: '.cache/vitest.json' }]],
  },
});
