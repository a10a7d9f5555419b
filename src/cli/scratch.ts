import { chromium } from '@playwright/test';
import { benchIndex } from './benchIndex';
import { startBuilt } from './builtServer';
const server = await startBuilt(benchIndex(100000).dir);
const BEFORE = 'law food coast water plant child school island health market bird sea story tax river cell'.split(' ');
for (const a of BEFORE) for (const b of BEFORE.slice(0, 8)) await fetch(`http://127.0.0.1:${server.port}/api/search?${new URLSearchParams({ q: `${a} ${b}`, limit: '25' })}`).then((r) => r.arrayBuffer());
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`http://127.0.0.1:${server.port}/`);
await page.locator('#query').waitFor();
await page.waitForTimeout(4000);
const Q = ['seaweed', 'kelp','sea ice','public health','children and books','market towns','plant breeding','island languages','river floods','cell walls','taxes','migrating birds'];
for (const q of Q) {
  await page.evaluate(() => { (window as any).t = new Promise((d) => addEventListener('keydown', (e) => { if (e.key === 'Enter') d(e.timeStamp); }, true)); });
  await page.locator('#query').fill(q);
  await page.evaluate(() => performance.clearResourceTimings());
  await page.locator('#query').press('Enter');
  await page.waitForTimeout(900);
  console.log(q, JSON.stringify(await page.evaluate(async () => { const t = await (window as any).t; const all = performance.getEntriesByType('resource') as any[]; return all.map((e) => [e.name.split('/').pop().split('?')[0], ...[e.startTime, e.requestStart, e.responseStart, e.responseEnd].map((x: number) => Math.round(x - t))]); })));
}
await browser.close(); await server.stop();
