import { defineConfig } from '@playwright/test';
import { BROWSER } from './tests/e2e/browser';

export default defineConfig({
  testDir: 'tests/e2e',
  fullyParallel: true,
  workers: 2,
  timeout: 120_000,
  expect: { timeout: 10_000 },
  forbidOnly: Boolean(process.env.CI),
  reporter: [['list'], ['json', { outputFile: '.cache/playwright.json' }]],
  outputDir: '.cache/playwright',
  use: BROWSER,
});
