/** How the tests start Debian's Chromium: no downloads, no background traffic. */
import { existsSync } from 'node:fs';
import type { PlaywrightTestOptions, PlaywrightWorkerOptions } from '@playwright/test';

export const BROWSER: Partial<PlaywrightTestOptions & PlaywrightWorkerOptions> = {
  browserName: 'chromium',
  viewport: { width: 1280, height: 800 },
  locale: 'en-GB',
  timezoneId: 'UTC',
  contextOptions: { reducedMotion: 'reduce' },
  // A service worker would answer in the place of what tests put in the way; those of it say that they want it.
  serviceWorkers: 'block',
  launchOptions: {
    // The same browser without windows of its own draws a third faster.
    executablePath:
      ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium', '/usr/bin/chromium-browser'].find((path) =>
        existsSync(path),
      ) ?? 'chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  },
};
