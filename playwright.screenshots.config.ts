import { defineConfig } from '@playwright/test';
import { BROWSER } from './tests/e2e/browser';

/** `npm run screenshots`: one picture of each main view, from the demo data, into docs/screenshots. */
export default defineConfig({
  testDir: 'tests/screenshots',
  workers: 1,
  timeout: 120_000,
  reporter: [['list']],
  outputDir: '.cache/screenshots',
  use: BROWSER,
});
