import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['src/**/*.test.{ts,tsx}'],
    testTimeout: 20_000,
    reporters: ['default', ['json', { outputFile: '.cache/vitest.json' }]],
  },
});
