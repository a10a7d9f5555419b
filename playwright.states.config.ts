import { defineConfig } from '@playwright/test';
import { BROWSER } from './tests/e2e/browser';

/** Every view in every language and state: `npm run states`. Too long for every test run. */
export default defineConfig({
  testDir: 'tests/states',
  fullyParallel: true,
  workers: 2,
  timeout: 600_000,
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json', { outputFile: '.cache/states.json' }]],
  outputDir: '.cache/states',
  use: BROWSER,
});
