import { writeFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { benchIndex } from './benchIndex';
import { startBuilt } from './builtServer';

const server = await startBuilt(benchIndex(100000).dir);
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`http://127.0.0.1:${server.port}/`);
await page.locator('#query').waitFor();
await page.waitForTimeout(4000);
const cdp = await page.context().newCDPSession(page);
await cdp.send('Profiler.enable');
await cdp.send('Profiler.setSamplingInterval', { interval: 200 });
const Q = [
  'seaweed',
  'kelp farming',
  'seaweed food',
  'tide',
  'history of the coast',
  'water law',
  'harbour',
  'diet and iodine',
  'salt marsh birds',
  'review',
  'school meals',
  'sea ice',
  'public health',
];
let n = 0;
const mode = process.argv[2];
for (const q of Q) {
  await page.locator('#query').fill(q);
  await page.waitForTimeout(900);
  if (n >= 3 && mode === 'ask') await cdp.send('Profiler.start');
  await page.locator('#query').press('Enter');
  await page.waitForTimeout(150);
  if (n >= 3 && mode === 'ask') {
    const { profile } = await cdp.send('Profiler.stop');
    writeFileSync(`/tmp/prof/e${n}.json`, JSON.stringify(profile));
  }
  await page.waitForTimeout(600);
  if (mode === 'open') {
    await cdp.send('Profiler.start');
    await page.locator(`li[data-index="1"] [data-line]`).click();
    await page.waitForTimeout(150);
    const { profile } = await cdp.send('Profiler.stop');
    if (n >= 3) writeFileSync(`/tmp/prof/e${n}.json`, JSON.stringify(profile));
    await page.waitForTimeout(400);
    await page.keyboard.press('Escape');
    await page.waitForTimeout(400);
  }
  n++;
}
await browser.close();
await server.stop();
