/** What the first view loads: at most 130 KB of JavaScript, gzip. */
import { gzipSync } from 'node:zlib';
import { expect, test } from './app';

// Whoever comes for the first time is not signed in.
test.use({ reader: null });

test('first-view JavaScript is at most 130 KB gzip', async ({ page }) => {
  const scripts: Promise<Buffer>[] = [];
  page.on('response', (r) => {
    if (r.request().resourceType() === 'script') scripts.push(r.body());
  });
  await page.goto('/', { waitUntil: 'networkidle' });
  await page.getByRole('heading', { name: /^What can you be reading/ }).waitFor();
  const bytes = (await Promise.all(scripts)).reduce(
    (sum, body) => sum + gzipSync(body, { level: 9 }).length,
    0,
  );
  console.log(`first-view JavaScript: ${(bytes / 1000).toFixed(1)} KB gzip in ${scripts.length} files`);
  expect(scripts.length).toBeGreaterThan(3);
  expect(bytes).toBeLessThanOrEqual(130_000);
});
