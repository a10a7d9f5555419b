/** Without a network: what is kept opens, what is done waits and goes out once, files of one's own are read. */
import type { Page } from '@playwright/test';
import { expect, test } from './app';
import { draft, send } from './views';

test.use({ serviceWorkers: 'allow' });

/** Until all that is needed without a network is kept. */
async function filled(page: Page): Promise<void> {
  await page.goto('/offline');
  await expect(page.getByText(/Its pages are kept here as of/)).toBeVisible({ timeout: 40_000 });
}

test('every page of one’s own opens without a network, and says since when there is none', async ({
  page,
  server,
  faults,
}) => {
  test.slow();
  await page.goto('/records/tu0000044');
  await page
    .getByRole('button', { name: /^Set aside/ })
    .first()
    .click();
  await expect(page.getByText(/^In Aside/).first()).toBeVisible();
  await filled(page);
  // What is in a pile is kept to be read about.
  await expect
    .poll(() => page.evaluate(async () => (await (await caches.open('legendum-kept')).keys()).length))
    .toBe(2);
  await server.stop();
  for (const [path, heading] of [
    ['/piles', /Piles|Aside/],
    ['/requests', /Requests|Slips/],
    ['/loans', /Loans/],
    ['/references', /References/],
    ['/courses', /Courses/],
    ['/notices', /Notices/],
    ['/account', /What this browser keeps/],
    ['/records/tu0000044', /./],
  ] as const) {
    await page.goto(path);
    await expect(page.getByRole('heading', { name: heading }).first()).toBeVisible();
    await expect(page.getByText(/^No network since/).first()).toBeVisible();
  }
  await page.goto('/records/tu0000001');
  await expect(page.getByRole('heading', { name: 'This page is not kept here.' })).toBeVisible();
  await server.start();
  // By itself, once there is a network.
  await expect(page.getByRole('heading', { name: 'This page is not kept here.' })).toHaveCount(0, {
    timeout: 20_000,
  });
  // What was kept is in English, and is not taken for what was chosen.
  await page.getByRole('link', { name: 'Deutsch' }).click();
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
  await page.goto('/loans');
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
  await expect(page.getByRole('heading', { name: 'Ausleihen' }).first()).toBeVisible();
  faults.length = 0;
});

test('what was done without a network waits in order, and goes out once', async ({
  page,
  server,
  faults,
}) => {
  await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere');
  await send(page);
  const slip = page.url();
  await filled(page);
  await page.goto(slip);
  await page.getByLabel('Write to the desk about this').waitFor();
  await server.stop();
  await page.getByLabel('Write to the desk about this').fill('The second volume, please.');
  await page.getByRole('button', { name: 'Send the note' }).click();
  await expect(page.getByText('Waits for the network: Note to the desk')).toBeVisible();
  await page.goto('/offline');
  await expect(page.getByRole('heading', { name: 'Waits for the network, 1' })).toBeVisible();
  await page.goto(slip);
  await expect(page.getByText('Waits for the network: Note to the desk')).toBeVisible();
  const told: string[] = [];
  page.on('response', (r) => r.url().endsWith('/api/slips/act') && told.push(r.request().postData() ?? ''));
  await server.start();
  await expect(page.getByText('What waited has gone out.')).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText('The second volume, please.', { exact: true })).toBeVisible();
  expect(told.filter((t) => t.includes('second volume'))).toHaveLength(1);
  faults.length = 0;
});

test('a file of one’s own is kept, opened without a network, taken out and brought back', async ({
  page,
  server,
  faults,
}) => {
  await page.goto('/records/tu0000044');
  const chooser = page.getByLabel('Keep a PDF of it here');
  await chooser.setInputFiles({
    name: 'trick.pdf',
    mimeType: 'application/pdf',
    buffer: Buffer.from('<html><script>alert(1)</script></html>'),
  });
  await expect(page.getByText('“trick.pdf” is neither a PDF nor an EPUB. Nothing was kept.')).toBeVisible();
  const pdf = Buffer.from('%PDF-1.4\n1 0 obj<</Type/Catalog>>endobj\ntrailer<</Root 1 0 R>>\n%%EOF\n');
  await chooser.setInputFiles({ name: 'paper.pdf', mimeType: 'application/pdf', buffer: pdf });
  await expect(page.getByText(/^Your file, \d+ byte/)).toBeVisible();
  await filled(page);
  await server.stop();
  await page.reload();
  await expect(page.getByText('1 file,', { exact: false })).toBeVisible();
  // What is opened beside the page is the file; whether it is shown there is the browser's.
  await page.evaluate(() => {
    const make = URL.createObjectURL.bind(URL);
    URL.createObjectURL = (what: Blob) => {
      Object.assign(window, { opened: what });
      return make(what);
    };
  });
  const opened = page.context().waitForEvent('page');
  await page.getByRole('button', { name: /^Open/ }).click();
  await (await opened).close();
  const text = await page.evaluate(async () => {
    const { opened: file } = window as unknown as { opened: Blob };
    return [file.type, await file.text()];
  });
  expect(text).toEqual(['application/pdf', pdf.toString()]);
  await page.getByRole('button', { name: /^Take it out/ }).click();
  await expect(page.getByText('None yet.', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('1 file,', { exact: false })).toBeVisible();
  await server.start();
  faults.length = 0;
});

test('while a slip is written no other version takes over; nothing is kept where a reader wants nothing', async ({
  page,
}) => {
  await filled(page);
  const version = () =>
    page.evaluate(async () => {
      const kept = await (await caches.open('legendum-state')).match('/kept.json');
      return kept ? ((await kept.json()) as { version: string }).version : null;
    });
  const now = await version();
  // Another version than the server's stands here, as after an update; a slip is being written in another tab.
  const writing = await page.context().newPage();
  await draft(writing, 'record=tu0000049&route=ill-loan&from=lending');
  await page.evaluate(async () => {
    const state = await caches.open('legendum-state');
    const kept = (await (await state.match('/kept.json'))?.json()) as object;
    await caches.open('legendum-pages-before').then(async (old) => {
      const pages = (await caches.keys()).find(
        (n) => n.startsWith('legendum-pages-') && n !== 'legendum-pages-before',
      );
      const page = await (await caches.open(pages ?? '')).match('/offline');
      if (page) await old.put('/offline', page);
    });
    await state.put(
      '/kept.json',
      new Response(JSON.stringify({ ...kept, version: 'before', language: 'xx' })),
    );
  });
  await page.goto('/offline');
  await expect(page.getByText(/A newer Legendum is here/)).toBeVisible({ timeout: 20_000 });
  expect(await version()).toBe('before');
  await writing.close();
  await page.reload();
  await expect.poll(version, { timeout: 20_000 }).toBe(now);
  await page.getByRole('button', { name: 'Don’t keep its pages' }).click();
  await expect(page.getByText('Its pages are not kept here.')).toBeVisible();
  expect(await page.evaluate(async () => (await caches.keys()).length)).toBe(0);
});
