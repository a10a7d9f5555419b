/**
 * `bench cite [--records N] [--json]`: 500 things drawn from the index, kept in a pile and cited in five public
 * styles of different sorts, in Chromium over the built server: milliseconds from the press of *Cite* until the
 * first entries are there, until the list is, and until all is that is asked of it; by a reader who looks at the
 * pile for three seconds, and by one who presses as soon as it stands there. The processor starts anew each time, as
 * it does for a reader; medians of three, with the slowest list.
 */
import { chromium, type Page } from '@playwright/test';
import type { CslItem } from '../core/model/record';
import { random } from '../core/random';
import { DiscoveryService } from '../server/service';
import { benchIndex, benchOptions } from './benchIndex';
import { startBuilt } from './builtServer';

const [THINGS, ROUNDS] = [500, 3];
/** Milliseconds for which nothing is done before *Cite* is pressed. */
const WAITED = { looked: 3000, atOnce: 0 };
/** Milliseconds that a hand takes from reaching it to pressing. */
const REACH = 200;
const STYLES = [
  'apa',
  'modern-language-association',
  'chicago-author-date',
  'ieee',
  'chicago-fullnote-bibliography',
];
const { values } = benchOptions();
const { dir } = benchIndex(Number(values.records));

/** Things of the index, each once. */
function thingsOf(): CslItem[] {
  const service = DiscoveryService.open(dir);
  const r = random(13);
  const drawn = new Map<string, CslItem>();
  while (drawn.size < Math.min(THINGS, service.engine.size)) {
    const { id, csl } = service.recordAt(r.int(0, service.engine.size - 1));
    drawn.set(id, { ...csl, id });
  }
  service.close();
  return [...drawn.values()];
}

/** In the page: a pile with the things in it, and the style in which its reader cited last. */
async function keep({ things, style }: { things: readonly CslItem[]; style: string }): Promise<void> {
  const [reader, pile, added] = ['visitor', 'P-cited', '2026-11-02T09:10'];
  const asked = <T>(request: IDBRequest<T>): Promise<T> =>
    new Promise((done, failed) => {
      request.onsuccess = () => done(request.result);
      request.onerror = () => failed(request.error);
    });
  const store = await asked(indexedDB.open('legendum'));
  const put = store.transaction(['piles', 'pileItems', 'settings'], 'readwrite');
  put.objectStore('piles').put({
    id: pile,
    reader,
    name: 'Cited',
    purpose: '',
    needBy: '',
    note: '',
    order: 'author',
    created: added,
  });
  for (const [i, { id, ...csl }] of things.entries())
    put.objectStore('pileItems').put({
      id: `${pile}|r:${id}`,
      pile,
      reader,
      key: `r:${id}`,
      record: id,
      csl,
      note: '',
      state: 'to-read',
      place: `c${i.toString(36).padStart(3, '0')}`,
      added,
    });
  const citeAs = { [reader]: { style, title: style, locale: '', byRecord: false } };
  await asked(put.objectStore('settings').put({ key: 'citeAs', value: citeAs }));
  store.close();
}
interface Times {
  readonly first: number;
  readonly list: number;
  readonly all: number;
}
/** From the press of *Cite* on, at each frame. */
async function timed(page: Page, n: number): Promise<Times> {
  await page.evaluate((count) => {
    Object.assign(window, {
      cited: new Promise<Times>((done) => {
        window.addEventListener(
          'click',
          ({ timeStamp }) => {
            const seen = { first: 0, list: 0 };
            const look = (): void => {
              const list = document.querySelector('dialog[open] ol');
              const entries = list?.querySelectorAll(':scope > li').length ?? 0;
              const now = performance.now() - timeStamp;
              if (entries) seen.first ||= now;
              if (entries >= count) seen.list ||= now;
              if (!seen.list || list?.getAttribute('aria-busy') !== 'false')
                return void requestAnimationFrame(look);
              done({ ...seen, all: now });
            };
            requestAnimationFrame(look);
          },
          { capture: true, once: true },
        );
      }),
    });
  }, n);
  const button = page.getByRole('button', { name: 'Cite', exact: true }).first();
  await button.hover();
  await page.waitForTimeout(REACH);
  await button.click();
  return page.evaluate(() => (window as unknown as { cited: Promise<Times> }).cited);
}
const sorted = (list: readonly number[]): number[] => list.map(Math.round).sort((a, b) => a - b);
const median = (list: readonly number[]): number => sorted(list)[list.length >> 1] ?? 0;

const things = thingsOf();
const server = await startBuilt(dir);
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic'],
});
type Pause = keyof typeof WAITED;
const PAUSES = Object.keys(WAITED) as Pause[];
interface Medians extends Times {
  readonly slowestList: number;
}
async function pressed(page: Page, pause: Pause): Promise<Medians> {
  const rounds: Times[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    await page.goto(`http://127.0.0.1:${server.port}/piles?pile=P-cited`);
    await page.getByRole('list', { name: 'What is in it' }).getByRole('listitem').first().waitFor();
    // What a pile asks of the server has been answered, and what is kept for want of a network is kept.
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.waitForLoadState('networkidle');
    await page.waitForTimeout(WAITED[pause]);
    rounds.push(await timed(page, things.length));
  }
  const of = (key: keyof Times): number[] => rounds.map((r) => r[key]);
  return {
    first: median(of('first')),
    list: median(of('list')),
    slowestList: sorted(of('list')).at(-1) ?? 0,
    all: median(of('all')),
  };
}
const out: Record<string, Record<string, Medians>> = {};
try {
  for (const style of STYLES) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.goto(`http://127.0.0.1:${server.port}/piles`);
    await page.getByText('nothing in it').waitFor();
    await page.evaluate(keep, { things, style });
    const byPause: Record<string, Medians> = {};
    for (const pause of PAUSES) byPause[pause] = await pressed(page, pause);
    out[style] = byPause;
    await context.close();
  }
} finally {
  await browser.close();
  await server.stop();
}
console.log(
  values.json
    ? JSON.stringify({ things: things.length, styles: out }, null, 2)
    : Object.entries(out)
        .flatMap(([id, byPause]) =>
          Object.entries(byPause).map(
            ([pause, o]) =>
              `${id}, ${pause}: the first entries in ${o.first} ms, the list of ${things.length} in ${o.list} ms (slowest ${o.slowestList}), with what it lacks in ${o.all} ms`,
          ),
        )
        .join('\n'),
);
