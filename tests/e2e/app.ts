/**
 * The test object: every worker has a server of its own on a free port, which a test may stop and start
 * again.
 */
import { type BrowserContext, test as base, type Locator, type Page } from '@playwright/test';
import { AppServer, freePort } from './server';

export { AppServer, DESK_TOKEN, freePort, SECRET } from './server';

/** The demo’s accounts by the names that the tests use. */
const ACCOUNTS: Readonly<Record<string, string>> = {
  'Imke Sørland': 'imke',
  'Davit Okonmere': 'davit',
  'Noor Vellstra': 'noor',
  'Tove Askelund': 'tove',
};
/** Signs a browser in, as the forms do it. */
export async function signIn(context: BrowserContext, address: string, account = 'imke'): Promise<void> {
  const asked = await context.request.get(`${address}/sign-in?to=/about`);
  const form = {
    ...Object.fromEntries(new URL(asked.url()).searchParams),
    username: account,
    password: 'demo',
  };
  const back = await context.request.post(`${address}/standin/identity/login`, { form });
  if (!back.url().endsWith('/about')) throw new Error(`signing in led to ${back.url()}`);
}

/** What a page complains about, as it comes. */
export function faultsOf(page: Page): string[] {
  const faults: string[] = [];
  page.on('pageerror', (error) => faults.push(error.message));
  page.on(
    'console',
    (message) => message.type() === 'error' && faults.push(`${message.text()} ${message.location().url}`),
  );
  return faults;
}

export const test = base.extend<
  { baseURL: string; faults: string[]; reader: string | null },
  { server: AppServer }
>({
  reader: ['imke', { option: true }],
  // Signed in, where a test says nothing else.
  context: async ({ context, server, reader }, use) => {
    if (reader !== null) await signIn(context, server.address, reader);
    await use(context);
  },
  server: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads the fixture's needs from this pattern
    async ({}, use) => {
      const server = new AppServer(await freePort());
      await server.start();
      await use(server);
      await server.stop();
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ server }, use) => use(server.address),
  // Anything that the page complains about fails the test, unless the test empties the list itself.
  faults: [
    async ({ page }, use) => {
      const faults = faultsOf(page);
      await use(faults);
      base.expect(faults, 'errors in the page').toEqual([]);
    },
    { auto: true },
  ],
});
export const expect = test.expect;

/** Searches as a reader does: into the box, Enter, until the lines stand. */
export async function search(page: Page, text: string): Promise<void> {
  const box = page.locator('#query');
  await box.fill(text);
  await box.press('Enter');
  await lines(page);
}
export async function lines(page: Page): Promise<void> {
  await page.waitForSelector('section[aria-label="Results"][aria-busy="false"]', { state: 'attached' });
}
/** Waits until something stands still: a list that is walked through is drawn anew as its lines come. */
export async function still(what: Locator): Promise<void> {
  let before = '';
  await expect
    .poll(
      async () => {
        const now = JSON.stringify(await what.boundingBox());
        const same = now === before && now !== 'null';
        before = now;
        return same;
      },
      { intervals: [250] },
    )
    .toBe(true);
}
/** Moves the demo clock by one of its steps. */
export async function moveClock(page: Page, step: string | RegExp): Promise<void> {
  await page.getByRole('button', { name: /^Demo clock/ }).click();
  await page.getByRole('button', { name: step }).click();
}
/**
 * Moves the clock on by days until something is there: slips have numbers of their own, what happens to them
 * differs, and one in ten comes later than it is said to come very likely.
 */
export async function dayByDay(page: Page, there: Locator): Promise<void> {
  for (let days = 0; days < 12; days++) {
    const came = await there.waitFor({ timeout: 3000 }).then(
      () => true,
      () => false,
    );
    if (came) return;
    await moveClock(page, 'Next day, 9:10');
  }
  await there.waitFor();
}
/**
 * Waits until what was typed or ticked stands in the reader's store, so that leaving the page loses nothing.
 * @param there false: until it stands there no more
 */
export async function kept(
  page: Page,
  table: 'slips' | 'settings' | 'pileItems',
  text: string,
  there = true,
): Promise<void> {
  await expect
    .poll(async () => {
      const rows = await page.evaluate(
        (name) =>
          new Promise<string>((done) => {
            const opening = indexedDB.open('legendum');
            opening.onsuccess = () => {
              const all = opening.result.transaction(name).objectStore(name).getAll();
              all.onsuccess = () => {
                opening.result.close();
                done(JSON.stringify(all.result));
              };
            };
          }),
        table,
      );
      return rows.includes(text);
    })
    .toBe(there);
}
/** Signs in as another of the demo's readers. */
export async function readAs(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await signIn(page.context(), new URL(page.url()).origin, ACCOUNTS[name]);
  await page.goto('/');
  await page.getByRole('button', { name: `Reading as ${name}` }).waitFor();
}
