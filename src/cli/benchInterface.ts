/**
 * `bench interface [--records N] [--json]`: what is felt, in Chromium over the built server: from Enter to the
 * painted list (after a pause, in which the box asks ahead, and with the last letter, with the parts of that time), a
 * key in the box, opening an item and a stroke over the years to the next frame, and tasks over 50 ms on the main
 * thread. Milliseconds, medians of ten.
 */
import { type Browser, chromium, type Page } from '@playwright/test';
import { benchIndex, benchOptions } from './benchIndex';
import { startBuilt } from './builtServer';

/** Asked by Enter after a pause, and by Enter with the last letter. */
const PAUSED = [
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
];
const AT_ONCE = [
  'sea ice',
  'public health',
  'children and books',
  'market towns',
  'plant breeding',
  'island languages',
  'river floods',
  'cell walls',
  'taxes',
  'migrating birds',
];
/** Asked beforehand, by another: a server that has been running for a while has its loops compiled. */
const BEFORE =
  'law food coast water plant child school island health market bird sea story tax river cell'.split(' ');
const { values } = benchOptions();
const server = await startBuilt(benchIndex(Number(values.records)).dir);
const browser: Browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic'],
});
const median = (list: readonly number[]): number =>
  Math.round(([...list].sort((a, b) => a - b)[list.length >> 1] ?? 0) * 10) / 10;

/** A frame that was long in coming, with what ran in it (W3C Long Animation Frames). */
interface LongFrame extends PerformanceEntry {
  readonly scripts: readonly {
    readonly duration: number;
    readonly invoker: string;
    readonly sourceURL: string;
    readonly sourceFunctionName: string;
  }[];
}
/** What the page itself measures; put in before anything of ours runs. */
function watch(): void {
  const seen = { long: [] as number[], blamed: [] as string[] };
  Object.assign(window, { seen });
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) seen.long.push(Math.round(entry.duration));
  }).observe({ type: 'longtask', buffered: true });
  new PerformanceObserver((list) => {
    for (const { duration, startTime, scripts } of list.getEntries() as LongFrame[])
      seen.blamed.push(
        [
          `${Math.round(duration)} ms, ${performance.getEntriesByType('mark').findLast((m) => m.startTime <= startTime)?.name}:`,
          ...scripts.map(
            (s) =>
              `${Math.round(s.duration)} ${s.invoker} ${s.sourceURL.split('/').pop()} ${s.sourceFunctionName}`,
          ),
        ].join(' | '),
      );
  }).observe({ type: 'long-animation-frame', buffered: true });
}
interface Watched {
  readonly seen: { readonly long: number[]; readonly blamed: string[] };
}
/** From an event of a sort to the end of the frame after it. */
const toNextFrame = (page: Page, sort: string, act: () => Promise<unknown>): Promise<number> =>
  page
    .evaluate((name) => {
      Object.assign(window, {
        frame: new Promise<number>((done) => {
          window.addEventListener(
            name,
            (event) =>
              requestAnimationFrame(() => setTimeout(() => done(performance.now() - event.timeStamp))),
            { capture: true, once: true },
          );
        }),
      });
    }, sort)
    .then(act)
    .then(() => page.evaluate(() => (window as unknown as { frame: Promise<number> }).frame));

/** What is done next, for what is found to take long in it. */
const act = (page: Page, what: string): Promise<unknown> =>
  page.evaluate((name) => performance.mark(name), what);
interface Asked {
  /** Of the question that Enter asked; null where it had been asked ahead. */
  readonly asked: { readonly leaves: number; readonly answered: number } | null;
  readonly painted: number;
}
/** Milliseconds that somebody looks at what was typed. */
const PAUSE = 700;
/** Enter, until the list of this search is painted. */
async function ask(page: Page, q: string, pause: number): Promise<Asked> {
  const box = page.locator('#query');
  await page.evaluate(() => {
    document.querySelector('li[data-index="0"] [data-line]')?.setAttribute('data-before', '');
    Object.assign(window, {
      asked: new Promise((done) => {
        const entered = (event: KeyboardEvent): void => {
          if (event.key !== 'Enter') return;
          window.removeEventListener('keydown', entered, true);
          const look = (): void => {
            const there = document.querySelector(
              'section[aria-busy="false"] li[data-index="0"] [data-line]:not([data-before])',
            );
            if (!there) return void requestAnimationFrame(look);
            // A message is next after the frame; a timer waits behind whatever else is to be done.
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = () => {
              const painted = performance.now() - event.timeStamp;
              const search = performance
                .getEntriesByType('resource')
                .find(
                  (e): e is PerformanceResourceTiming =>
                    e.name.includes('/api/search?') && e.startTime >= event.timeStamp,
                );
              const asked = search && {
                leaves: search.startTime - event.timeStamp,
                answered: search.responseEnd - event.timeStamp,
              };
              done({ asked: asked ?? null, painted });
            };
            port2.postMessage(null);
          };
          requestAnimationFrame(look);
        };
        window.addEventListener('keydown', entered, true);
      }),
    });
  });
  await act(page, `asked ${q}`);
  await box.fill(q);
  if (pause) await page.waitForTimeout(pause);
  await page.evaluate(() => performance.clearResourceTimings());
  await box.press('Enter');
  return page.evaluate(() => (window as unknown as { asked: Promise<Asked> }).asked);
}

for (const a of BEFORE)
  for (const b of BEFORE.slice(0, 8))
    await fetch(
      `http://127.0.0.1:${server.port}/api/search?${new URLSearchParams({ q: `${a} ${b}`, limit: '25' })}`,
    ).then((r) => r.arrayBuffer());
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(watch);
  await page.goto(`http://127.0.0.1:${server.port}/`);
  await page.locator('#query').waitFor();
  // The parts that are fetched ahead are there.
  await page.waitForTimeout(4000);
  const first = await ask(page, 'seaweed', PAUSE);
  await page.waitForTimeout(1500);
  /** Tasks of the page's loading and first search, apart from those behind it. */
  const atFirst = await page.evaluate(() => {
    const { seen } = window as unknown as Watched;
    return { long: seen.long.splice(0), blamed: seen.blamed.splice(0) };
  });
  const rounds = async (queries: readonly string[], pause: number): Promise<Asked[]> => {
    const all: Asked[] = [];
    for (const q of queries) {
      all.push(await ask(page, q, pause));
      await page.waitForTimeout(500);
    }
    return all;
  };
  const paused = await rounds(PAUSED, PAUSE);
  const atOnce = await rounds(AT_ONCE, 0);
  const keys: number[] = [];
  await act(page, 'typing');
  await page.locator('#query').fill('');
  for (const key of 'kelp and di')
    keys.push(
      await toNextFrame(page, 'keydown', () => page.locator('#query').press(key === ' ' ? 'Space' : key)),
    );
  await page.keyboard.press('Escape');
  const opened: number[] = [];
  for (let i = 0; i < 10; i++) {
    const line = page.locator(`li[data-index="${i % 5}"] [data-line]`);
    await act(page, `opened ${i}`);
    opened.push(await toNextFrame(page, 'click', () => line.click()));
    await page.waitForTimeout(400);
  }
  await act(page, 'closed');
  await page.keyboard.press('Escape');
  await page.waitForTimeout(500);
  const strokes: number[] = [];
  const chart = await page.locator('.recharts-surface').first().boundingBox();
  if (chart) {
    await act(page, 'stroke over the years');
    await page.mouse.move(chart.x + chart.width * 0.4, chart.y + chart.height * 0.5);
    await page.mouse.down();
    for (let i = 0; i < 10; i++)
      strokes.push(
        await toNextFrame(page, 'mousemove', () =>
          page.mouse.move((chart?.x ?? 0) + chart.width * (0.42 + i * 0.03), chart.y + chart.height * 0.5),
        ),
      );
    await page.mouse.up();
  }
  await page.waitForTimeout(500);
  const { long, blamed } = await page.evaluate(() => (window as unknown as Watched).seen);
  const result = {
    enter: {
      first: Math.round(first.painted),
      paused: median(paused.map((a) => a.painted)),
      askedAhead: paused.filter((a) => !a.asked).length,
      atOnce: median(atOnce.map((a) => a.painted)),
      leaves: median(atOnce.flatMap((a) => a.asked?.leaves ?? [])),
      answer: median(atOnce.flatMap((a) => (a.asked ? a.asked.answered - a.asked.leaves : []))),
      draw: median(atOnce.flatMap((a) => (a.asked ? a.painted - a.asked.answered : []))),
    },
    key: median(keys),
    open: median(opened),
    stroke: strokes.length ? median(strokes) : null,
    longTasks: { n: long.length, worst: Math.max(0, ...long), frames: blamed },
    firstSearch: { n: atFirst.long.length, worst: Math.max(0, ...atFirst.long), frames: atFirst.blamed },
  };
  console.log(
    values.json
      ? JSON.stringify(result, null, 2)
      : `Enter to the painted list ${result.enter.paused} ms after a pause, ${result.enter.atOnce} ms with the last letter (leaves ${result.enter.leaves}, answer ${result.enter.answer}, draw ${result.enter.draw}); the first ${result.enter.first}; key ${result.key}, open ${result.open}, stroke ${result.stroke} ms; ${long.length} tasks over 50 ms, the longest ${result.longTasks.worst}; loading and first search ${atFirst.long.length}, the longest ${result.firstSearch.worst}${blamed.map((b) => `\n  a frame of ${b}`).join('')}`,
  );
} finally {
  await browser.close();
  await server.stop();
}
