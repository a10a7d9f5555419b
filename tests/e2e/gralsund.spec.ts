/**
 * Another library, from its folder alone: checked, built, searched, read, held, borrowed from elsewhere, seen from its
 * desk, and built again while it runs.
 */
import { execFile, execFileSync } from 'node:child_process';
import { cpSync, rmSync, writeFileSync } from 'node:fs';
import { promisify } from 'node:util';
import {
  AppServer,
  DESK_TOKEN,
  dayByDay,
  expect,
  faultsOf,
  freePort,
  lines,
  moveClock,
  signIn,
  test,
} from './app';
import { everyWay } from './everyWay';
import { draft, send } from './views';

const [OUT, FOLDER] = ['.cache/gralsund', '.cache/gralsund-folder'];
test('a library from its folder: search, read, hold, loan from elsewhere, desk; nothing of the first shows', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const command = (...args: string[]): string =>
    execFileSync(process.execPath, ['scripts/run.mjs', 'index', '--library', 'examples/gralsund', ...args], {
      encoding: 'utf8',
    });
  expect(command('--check')).toMatch(
    /2,940 records \(191 descriptions joined with another’s\), 2,459 copies[\s\S]*0 problems/,
  );
  for (const old of [`${OUT}.desk.jsonl`, FOLDER]) rmSync(old, { recursive: true, force: true });
  command('--out', OUT);
  const server = new AppServer(await freePort(), { LEGENDUM_INDEX: OUT });
  await server.start();
  try {
    const context = await browser.newContext({ baseURL: server.address });
    await signIn(context, server.address, 'tamme');
    const page = await context.newPage();
    const faults = faultsOf(page);
    const seen: string[] = [];
    const look = async (): Promise<void> => void seen.push(await page.locator('body').innerText());

    await page.goto('/');
    await page.getByRole('heading', { name: /^What can you be reading/ }).waitFor();
    await look();
    await page.goto('/?q=Deichbau');
    await lines(page);
    await expect(page.getByText('147 of 2,940 records')).toBeVisible();
    await look();
    // Read: at the publisher's own address, and in the repository.
    const row = page.locator('li[data-index]').filter({ hasText: 'Online, Deichverlag Online' }).first();
    await expect(row.getByRole('link', { name: 'Read' })).toHaveAttribute(
      'href',
      /^https:\/\/buch\.deichverlag\.example\/978/,
    );
    await page.goto('/?q=Pflegeberatung&keep.kind=thesis');
    await lines(page);
    await expect(page.locator('li[data-index]').first().getByRole('link', { name: 'Read' })).toHaveAttribute(
      'href',
      /^https:\/\/repo\.gralsund\.example\/gt/,
    );

    // Held: out of the stacks, collected, on loan.
    await draft(page, 'record=gs000003&route=hold&from=haus');
    await look();
    await send(page);
    await moveClock(page, 'In a week, 9:10');
    await dayByDay(page, page.getByText(/Bibliothekshaus|Library House/).first());
    await look();
    // From elsewhere, in its own money.
    await draft(page, 'record=gs000059&route=ill-loan&from=lending');
    await expect(page.getByText(/\bMk\b/).first()).toBeVisible();
    await look();
    await send(page);
    for (const path of [
      '/loans',
      '/places',
      '/policy',
      '/about',
      '/databases',
      '/guides/pflege',
      '/courses',
      '/journals?q=Marsch',
      '/ask',
      '/browse?list=people&from=Arf',
      '/shelf?callno=627&q=Deichbau',
    ]) {
      await page.goto(path);
      await page.waitForLoadState('networkidle');
      await look();
    }
    const all = seen.join('\n');
    // In English it calls its house, and in German its own.
    expect(all).toContain('Library House');
    const german = { headers: { 'accept-language': 'de' } };
    const own = (await (await context.request.get('/api/library', german)).json()) as { campuses: unknown[] };
    expect(own.campuses).toMatchObject([{ name: 'Bibliothekshaus' }]);
    expect(all).toContain('Landesbibliothek Hohensiel');
    expect(
      all.match(/Tarnholm|Quayside|Fellgate|Saltmarsh|Skerry|Ostmere|Vessary|Lindqvarn|\bcr\b/g) ?? [],
    ).toEqual([]);
    expect(faults).toEqual([]);
    await context.close();

    // The desk is closed to readers, and opens with its token.
    const shut = await browser.newContext({ baseURL: server.address });
    await signIn(shut, server.address, 'tamme');
    expect((await shut.request.get('/desk')).status()).toBe(403);
    const wrong = await shut.request.get('/desk?token=guessed', { headers: { 'accept-language': 'en' } });
    expect([wrong.status(), await wrong.text()]).toEqual([
      403,
      expect.stringContaining('not the desk’s token'),
    ]);
    const desk = await shut.newPage();
    await desk.goto(`/desk?token=${DESK_TOKEN}`);
    await expect(desk).toHaveURL(/\/desk$/);
    const loaded = desk.getByRole('region', { name: 'What is loaded' });
    await expect(loaded).toContainText('From ');
    await expect(loaded).toContainText('145 books have no copy and no e-book');
    await expect(desk.getByRole('row', { name: /^Loan desk/ })).toContainText('fine');
    await expect(desk.getByRole('row', { name: /^Mon 2 Nov/ })).toContainText('2');

    // Built again in its place while readers search: taken over by itself, and nobody’s question is lost.
    cpSync('examples/gralsund', FOLDER, { recursive: true });
    const added = {
      id: 'neu1',
      type: 'book',
      title: 'Quellfluren am Deichfuß',
      author: [{ family: 'Ost', given: 'Nele' }],
      language: 'de',
    };
    writeFileSync(`${FOLDER}/records/7-neu.jsonl`, `${JSON.stringify(added)}\n`);
    const total = async (q: string): Promise<number> => {
      const answer = await shut.request.get(`/api/search?q=${q}&campus=haus&at=2026-11-02T09%3A10`);
      expect(answer.status()).toBe(200);
      return ((await answer.json()) as { total: number }).total;
    };
    expect(await total('Quellfluren')).toBe(0);
    let building = true;
    const built = promisify(execFile)(process.execPath, [
      'scripts/run.mjs',
      'index',
      '--library',
      FOLDER,
      '--out',
      OUT,
    ]).finally(() => {
      building = false;
    });
    const patience = Date.now() + 120_000;
    while ((building || (await total('Quellfluren')) === 0) && Date.now() < patience)
      expect(await total('Deichbau')).toBe(147);
    await built;
    expect(await total('Quellfluren')).toBe(1);
    await desk.reload();
    await expect(loaded).toContainText('2,941');
    await expect(desk.getByText('Another index was taken over')).toBeVisible();
    // Once more by hand: nothing has changed, and all of it is taken over.
    await desk.getByRole('button', { name: 'Build by what has changed' }).click();
    await expect(loaded.getByRole('status')).toContainText('done,', { timeout: 120_000 });
    await expect(loaded.getByRole('status')).toContainText('2,941 records');
    await shut.close();
  } finally {
    await server.stop();
  }
});

test('a library without other systems: nothing is simulated, staff answer, and the reader hears of it', async ({
  browser,
}) => {
  test.setTimeout(180_000);
  const out = '.cache/gralsund-alone';
  for (const old of ['', '.read', '.desk.jsonl', '.requests.jsonl', '.inbox.jsonl'])
    rmSync(`${out}${old}`, { recursive: true, force: true });
  execFileSync(process.execPath, [
    ...['scripts/run.mjs', 'index', '--library', 'examples/gralsund', '--out', out],
  ]);
  const server = new AppServer(await freePort(), { LEGENDUM_INDEX: out, LEGENDUM_DEMO: '' });
  await server.start();
  try {
    const context = await browser.newContext({ baseURL: server.address });
    const page = await context.newPage();
    const faults = faultsOf(page);
    expect((await context.request.get('/standin/identity/authorize')).status()).toBe(404);
    expect((await context.request.get('/sign-in')).status()).toBe(404);
    await page.goto('/?q=Deichbau');
    await lines(page);
    await expect(page.getByText('Sign in', { exact: true })).toHaveCount(0);
    await draft(page, 'record=gs000059&route=ill-loan&from=lending');
    await page.getByRole('textbox', { name: 'E-mail' }).fill('leser@gralsund.example');
    await page.getByRole('textbox', { name: 'Address' }).fill('Am Siel 1, Gralsund');
    await page.getByRole('checkbox', { name: /^Register me/ }).check();
    await send(page);
    const slip = page.url();

    const desk = await (await browser.newContext({ baseURL: server.address })).newPage();
    await desk.goto(`/desk?token=${DESK_TOKEN}`);
    await desk.getByRole('link', { name: '1 waits for an answer' }).click();
    const asked = desk.getByRole('article').first();
    await expect(asked).toContainText('our own reader');
    await everyWay(desk, 'requests to answer');
    // Without a reason it can't be refused, and says so.
    await asked.getByRole('button', { name: 'We can’t supply it' }).click();
    await expect(asked.getByRole('alert')).toContainText('Say why');
    await asked.getByRole('button', { name: 'We will supply it' }).click();
    await expect(asked).toContainText('accepted');
    await asked.getByRole('button', { name: 'It stands on the pickup shelf' }).click();
    await expect(asked).toContainText('sent');
    await page.goto(slip);
    await expect(page.getByText(/Ready for you at Library House/).first()).toBeVisible();
    // What is over is not answered once more, and that is said.
    const late = await desk.request.post('/desk/requests', {
      headers: { 'sec-fetch-site': 'same-origin', 'accept-language': 'en' },
      form: { act: 'accept', key: 'nothing of this name' },
    });
    expect([late.status(), await late.text()]).toEqual([422, expect.stringContaining('answered meanwhile')]);
    // What is told to the desk from elsewhere is no word of staff.
    const strange = await desk.request.post('/desk/requests', {
      headers: { 'sec-fetch-site': 'cross-site' },
      form: { act: 'complete', key: 'x' },
    });
    expect(strange.status()).toBe(403);
    expect(faults).toEqual([]);
  } finally {
    await server.stop();
  }
});
