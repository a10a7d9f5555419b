/**
 * The README's tour in the real interface: from a question to a request that arrives, with reloads and a
 * server restart.
 */
import { dayByDay, expect, kept, lines, moveClock, search, test } from './app';

test('an article is found, narrowed to reviewed and recent, and its PDF opens', async ({ page, context }) => {
  await page.goto('/');
  await search(page, 'seaweed farming "food security"');
  const before = await total(page);

  await page.getByRole('button', { name: /^peer-reviewed or not/ }).click();
  await page.getByRole('radio', { name: /^Only peer-reviewed/ }).check();
  await lines(page);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^any year/ }).click();
  await page.getByRole('button', { name: 'last 5', exact: true }).first().click();
  await lines(page);
  const after = await total(page);
  expect(after).toBeGreaterThan(0);
  expect(after).toBeLessThan(before);

  await page.getByRole('link', { name: /^Kelp on the plate/ }).click();
  const pane = page.getByRole('complementary', { name: 'The item' });
  await expect(pane.getByRole('heading', { name: /^Kelp on the plate/ })).toBeVisible();
  const opened = context.waitForEvent('page');
  await pane.getByRole('link', { name: 'Read', exact: true }).first().click();
  const publisher = await opened;
  const file = await context.request.get(
    (await publisher.getByRole('link', { name: 'Open the PDF' }).getAttribute('href')) ?? '',
  );
  expect(file.headers()['content-type']).toBe('application/pdf');
  expect((await file.body()).subarray(0, 5).toString()).toBe('%PDF-');

  // Back undoes one step after another, and the address alone brings everything back.
  const address = page.url();
  await page.goBack();
  await expect(page.getByRole('complementary', { name: 'Breakdown of the results' })).toBeVisible();
  await page.goBack();
  await expect.poll(() => total(page)).toBeGreaterThan(after);
  await page.goForward();
  await expect.poll(() => total(page)).toBe(after);
  await page.goto(address);
  await expect(pane.getByRole('heading', { name: /^Kelp on the plate/ })).toBeVisible();
});

test('a book on loan here is asked for elsewhere, and arrives', async ({ page, server, faults }) => {
  await page.goto('/');
  await page.getByLabel('Need by').fill('2026-11-13');
  await search(page, 'Salt, smoke, weed');
  await page.getByRole('link', { name: /^Salt, smoke, weed/ }).click();
  const ways = page.getByRole('region', { name: 'Ways to read' });
  // Every way with its own time: ours comes back too late, a partner's in time.
  await expect(
    ways.getByRole('listitem').filter({ hasText: 'University of Ostmere lends it' }),
  ).toContainText('by Mon 9 Nov');
  await expect(ways.getByRole('listitem').filter({ hasText: 'Hold it when it comes back' })).toContainText(
    'too late',
  );
  await expect(ways.getByRole('listitem').filter({ hasText: 'Interlibrary loan' })).toContainText(
    'can be asked',
  );
  await ways
    .getByRole('listitem')
    .filter({ hasText: 'University of Ostmere lends it' })
    .getByRole('link', { name: 'Make slip' })
    .click();

  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue(
    'Salt, smoke, weed: preserving in the northern isles',
  );
  await expect(page.getByLabel('Need by')).toHaveValue('Fri 13 Nov');
  await page.getByLabel('Note to the library').fill('For the seminar');
  await expect(page.getByText('You pay, if it is supplied')).toBeVisible();
  // The draft is kept while typing: a reload loses nothing.
  await kept(page, 'slips', 'For the seminar');
  await page.reload();
  await expect(page.getByLabel('Note to the library')).toHaveValue('For the seminar');
  await page.getByRole('button', { name: 'Send slip' }).click();
  await expect(page.getByText(/^sent|^being/).first()).toBeVisible();
  const slip = page.url();

  // The server may go and come back: the slip is the reader's.
  await server.stop();
  await server.start();
  await page.goto(slip);
  await expect(page.getByRole('heading', { name: /^Salt, smoke, weed/ })).toBeVisible();
  await page.goto('/requests');
  await expect(page.getByRole('link', { name: /^Salt, smoke, weed/ })).toBeVisible();

  await moveClock(page, /^To the next promised arrival/);
  await page.goto(slip);
  await dayByDay(page, page.getByText(/^Ready for you at Quayside/).first());
  await page.reload();
  await page.getByRole('button', { name: 'I have it' }).click();
  await expect(page.getByText('on loan').first()).toBeVisible();
  faults.length = 0; // the moment without a server may have left a failed request
});

async function total(page: import('@playwright/test').Page): Promise<number> {
  const text = (await page.getByRole('heading', { name: /to read/ }).textContent()) ?? '';
  return Number(/[\d,]+/.exec(text)?.[0].replaceAll(',', ''));
}
