/** Another library, from its folder alone: checked, built, searched, read, held, borrowed from elsewhere. */
import { execFileSync } from 'node:child_process';
import { AppServer, dayByDay, expect, faultsOf, freePort, lines, moveClock, signIn, test } from './app';
import { draft, send } from './views';

const OUT = '.cache/gralsund';
test('a library from its folder: search, read, hold, loan from elsewhere; nothing of the first shows', async ({
  browser,
}) => {
  test.setTimeout(180_000);
  const command = (...args: string[]): string =>
    execFileSync(process.execPath, ['scripts/run.mjs', 'index', '--library', 'examples/gralsund', ...args], {
      encoding: 'utf8',
    });
  expect(command('--check')).toMatch(
    /2,940 records \(191 descriptions joined with another’s\), 2,459 copies[\s\S]*0 problems/,
  );
  command('--out', OUT);
  const server = new AppServer(await freePort(), 'dist', { LEGENDUM_INDEX: OUT });
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
    await dayByDay(page, page.getByText(/Bibliothekshaus/).first());
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
    expect(all).toContain('Landesbibliothek Hohensiel');
    expect(
      all.match(/Tarnholm|Quayside|Fellgate|Saltmarsh|Skerry|Ostmere|Vessary|Lindqvarn|\bcr\b/g) ?? [],
    ).toEqual([]);
    expect(faults).toEqual([]);
    await context.close();
  } finally {
    await server.stop();
  }
});
