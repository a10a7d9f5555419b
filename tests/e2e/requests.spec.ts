/**
 * Requests from draft to returned, in the real interface: what a student meets, and what goes wrong on the
 * way.
 */
import { PDFDocument } from '@cantoo/pdf-lib';
import type { Page } from '@playwright/test';
import { expect, moveClock, readAs, search, test } from './app';
import { draft, send } from './views';

const SALT = 'record=tu0000043&route=partner-loan&from=ostmere';
/** Next morning after next morning, until the page says it. */
async function until(page: Page, says: RegExp, days = 20): Promise<void> {
  for (let i = 0; i < days; i++) {
    if (await page.getByText(says).first().isVisible()) return;
    await moveClock(page, 'Next day, 9:10');
    await page.waitForTimeout(250);
  }
  await expect(page.getByText(says).first()).toBeVisible();
}
const state = (page: Page) => page.locator('section > p > b').first();

test('a first-time user’s loan: registered inside the slip, collected, returned', async ({ page }) => {
  await readAs(page, 'Tove Askelund');
  await draft(page, SALT);
  await page.getByRole('textbox', { name: 'Address' }).fill('Room 3, Netloft House');
  await page.getByRole('checkbox', { name: /^Register me/ }).check();
  await send(page);
  await until(page, /^Ready for you at Saltmarsh/);
  await page.getByRole('button', { name: 'I have it' }).click();
  await expect(state(page)).toHaveText('on loan');
  await expect(page.getByText(/^on loan.*Due/)).toBeVisible();
  await page.getByRole('button', { name: 'I brought it back' }).click();
  await until(page, /Back on its shelf/, 4);
  await page.reload();
  await expect(state(page)).toHaveText('finished');
});

test('a chapter of an e-book: the whole is refused with its reason, the part is copied', async ({ page }) => {
  await draft(page, 'record=tu0000052&route=ill-copy&from=lending');
  await expect(page.getByText('a whole e-book can’t be lent: licence')).toBeVisible();
  await expect(page.getByRole('radio', { name: /^Whole volume/ })).toHaveAttribute('aria-disabled', 'true');
  await page.getByLabel(/^Pages \(of/).fill('1-300');
  await expect(page.getByText(/more than 50\s% of the book: that is not copied/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Send slip' })).toBeDisabled();
  await page.getByLabel(/^Pages \(of/).fill('40-62');
  await page.getByLabel('Chapter wanted').fill('Grain and weed');
  await expect(page.getByText('Within one chapter, for private study: no royalty.')).toBeVisible();
  await page.getByRole('button', { name: 'Send slip' }).click();
  await expect(page.getByText(/Acknowledge the copyright statement/).first()).toBeVisible();
  await page.getByRole('checkbox', { name: /copyright statement/ }).check();
  await send(page);
  await expect(state(page)).toHaveText('sent');
});

test('a rare item that nobody lends: plainly said, counted, with what else would do', async ({ page }) => {
  await page.goto('/');
  await search(page, 'Gathering rights 1880');
  await page.getByRole('link', { name: /^Gathering rights/ }).click();
  const ways = page.getByRole('region', { name: 'Ways to read' });
  await expect(ways.getByText(/5 libraries own it, 0 can be asked/)).toBeVisible();
  await ways.getByText('Who is asked, and who is not').click();
  await expect(ways.getByText(/^3 keep it in an archive: /)).toBeVisible();
  await ways.getByRole('link', { name: 'Suggest that we buy it' }).click();
  await page.getByRole('heading', { name: /^Suggest “Gathering rights/ }).waitFor();
  await expect(page.getByText(/55\s% was bought/)).toBeVisible();
  await send(page);
  await until(page, /It has been ordered|Not bought/, 12);
});

test('three slips in one go with one failing: the others go, it stays with its reason', async ({
  page,
  faults,
}) => {
  for (const [query, copy] of [
    [SALT, false],
    ['record=tu0000049&route=ill-loan&from=lending', false],
    ['record=tu0000011&route=scan&from=saltmarsh', true],
  ] as const) {
    await draft(page, query);
    if (copy) await page.getByRole('checkbox', { name: /copyright statement/ }).check();
    await page.getByRole('button', { name: 'Add to Outgoing' }).click();
    await page.waitForURL(/\/requests$/);
  }
  // The second one's sending is refused on the way, as by a server that finds something wrong with it.
  let refused = 0;
  await page.route('**/api/slips', async (route) => {
    const { slip } = route.request().postDataJSON() as { slip: { record: string } };
    if (slip.record !== 'tu0000049' || refused > 0) return route.continue();
    refused++;
    return route.fulfill({
      status: 400,
      contentType: 'application/problem+json',
      body: JSON.stringify({ detail: 'The pickup place is closed for moving.' }),
    });
  });
  await page.getByRole('button', { name: /^Send all 3, you pay 3\.00/ }).click();
  await expect(page.getByText(/^2 sent\..*What was not sent stays in Outgoing/)).toBeVisible();
  await expect(page.getByText('Not sent: The pickup place is closed for moving.')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Under way, 2' })).toBeVisible();
  await page.getByRole('button', { name: /^Send it, you pay 3\.00/ }).click();
  await expect(page.getByRole('heading', { name: 'Under way, 3' })).toBeVisible();
  faults.length = 0; // the refusal that was staged
});

test('what can be read now, and a second slip for the same thing, are found before sending', async ({
  page,
}) => {
  await draft(page, 'record=tu0000001&route=ill-copy&from=lending');
  await page.getByRole('checkbox', { name: /copyright statement/ }).check();
  await page.getByRole('button', { name: 'Add to Outgoing' }).click();
  await page.waitForURL(/\/requests$/);
  await expect(page.getByText(/^It can be read now: Meridian Tideline/)).toBeVisible();
  // It does not go unless the reader insists.
  await expect(page.getByRole('button', { name: /^Send/ })).toBeDisabled();
  await page.getByRole('checkbox', { name: /^Send Kelp on the plate/ }).check();
  await expect(page.getByRole('button', { name: /^Send it/ })).toBeEnabled();
});

test('approval with a question: staff ask, the reader answers, it goes on', async ({ page }) => {
  await draft(page, 'record=tu0000052&route=ill-copy&from=lending');
  await page.getByLabel('Chapter wanted').fill('3');
  await page.getByRole('checkbox', { name: /copyright statement/ }).check();
  await page.getByLabel('Speed').selectOption('fast');
  await expect(page.getByText(/It costs more than 20\.00\u00a0cr in all: staff look at it/)).toBeVisible();
  await page.getByLabel('Note to the library').fill('Please ask me before you spend much.');
  await send(page);
  await expect(state(page)).toHaveText('awaiting approval');
  await until(page, /needs your answer/, 5);
  await page.goto('/requests');
  await expect(page.getByText('1 needs you')).toBeVisible();
  await page
    .getByRole('region', { name: /^Inbox/ })
    .getByRole('link')
    .first()
    .click();
  await page.getByLabel('Your answer').fill('Only chapter 3, please, the fast way.');
  await page.getByRole('button', { name: 'Answer' }).click();
  await expect(
    page.getByRole('listitem').getByText('Only chapter 3, please, the fast way.', { exact: true }),
  ).toBeVisible();
  await until(page, /^Approved/, 5);
  // The exchange is there to be read, in the standard's terms.
  await page.getByText('Technical details: ISO 18626').first().click();
  await expect(page.getByText(/<requestConfirmation>/).first()).toBeVisible();
});

test('need by too tight: said at once, and the alternative taken', async ({ page }) => {
  await draft(page, 'record=tu0000049&route=ill-loan&from=lending&need=2026-11-13');
  await expect(page.getByText('too late', { exact: true }).first()).toBeVisible();
  await page.getByRole('button', { name: 'A copy of a chapter, or of some pages' }).click();
  await expect(page.getByRole('heading', { name: /^A chapter from/ })).toBeVisible();
  await expect(page.getByLabel('Chapter wanted')).toBeVisible();
  await expect(page.getByText('too late', { exact: true })).toHaveCount(0);
});

test('cancel before work started, and no more after', async ({ page, faults }) => {
  await draft(page, SALT);
  await send(page);
  await page.getByRole('button', { name: 'Withdraw' }).click();
  await expect(state(page)).toHaveText('withdrawn');
  await expect(page.getByText('Withdrawn. You owe nothing.').first()).toBeVisible();
  await draft(page, SALT);
  await send(page);
  await until(page, /will be supplied|on its way/, 6);
  await expect(page.getByRole('button', { name: 'Withdraw' })).toHaveCount(0);
  faults.length = 0;
});

test('a delivered PDF opens with its cover page, and is closed after its day', async ({ page, context }) => {
  await draft(page, 'record=tu0000011&route=scan&from=saltmarsh');
  await page.getByRole('checkbox', { name: /copyright statement/ }).check();
  await send(page);
  await until(page, /^The file is here/, 8);
  await expect(state(page)).toHaveText('delivered');
  const href = (await page.getByRole('link', { name: 'Open the file' }).getAttribute('href')) ?? '';
  const file = await context.request.get(href);
  expect(file.headers()['content-type']).toBe('application/pdf');
  const pdf = await PDFDocument.load(await file.body());
  expect(pdf.getPageCount()).toBeGreaterThan(2);
  const over = await context.request.get(href.replace(/at=[^&]+/, 'at=2027-03-01T09%3A00'));
  expect(over.status()).toBe(410);
  expect(((await over.json()) as { detail: string }).detail).toContain('could be opened until');
  for (let i = 0; i < 6; i++) await moveClock(page, 'In a week, 9:10');
  await expect(state(page)).toHaveText('finished');
  await expect(page.getByText(/it is closed now/)).toBeVisible();
});

test('a renewal and a recall', async ({ page }) => {
  await draft(page, SALT);
  await page.getByLabel('Note to the library').fill('Recall this, to see how it goes.');
  await send(page);
  await until(page, /^Ready for you at Quayside/);
  await page.getByRole('button', { name: 'I have it' }).click();
  await page.getByRole('button', { name: 'Renew' }).click();
  await expect(page.getByText(/^Renewed until/)).toBeVisible();
  await expect(page.getByText('No renewal left.')).toBeVisible();
  await page.getByRole('button', { name: 'Renew' }).click();
  await expect(page.getByText(/^Not renewed\. It has been renewed as often/)).toBeVisible();
  await until(page, /needs it back: return it by/, 45);
  await expect(state(page)).toHaveText('recalled');
  await expect(page.getByRole('button', { name: 'Renew' })).toBeDisabled();
  const calendar = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Into my calendar' }).click();
  expect((await calendar).suggestedFilename()).toMatch(/\.ics$/);
  const mail = page.waitForEvent('download');
  await page.getByRole('button', { name: 'As a mail draft' }).click();
  expect((await mail).suggestedFilename()).toMatch(/\.eml$/);
  await page.getByRole('button', { name: 'I brought it back' }).click();
  await until(page, /Nothing more to do/, 4);
});

test('a slip by hand is filled in from its number; an article is asked for from its journal', async ({
  page,
}) => {
  await page.goto('/requests/new?by=hand');
  await page.waitForURL(/\/requests\/S-/);
  await page.getByRole('textbox', { name: 'ISBN' }).fill('9789800000497');
  await page.getByRole('button', { name: 'Send slip' }).click();
  await expect(page.getByText(/ISBN has a wrong digit/).first()).toBeVisible();
  await page.getByRole('textbox', { name: 'ISBN' }).fill('9789800000496');
  await page.getByRole('button', { name: 'Fill in from the ISBN' }).click();
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue(/^Drying racks/);
  await page.goto('/journals?q=Annals+of+Island');
  await page.getByRole('link', { name: 'Ask for an article from it' }).first().click();
  await page.waitForURL(/\/requests\/S-/);
  await expect(page.getByRole('textbox', { name: 'In', exact: true })).toHaveValue(
    'Annals of Island Nutrition',
  );
  await page.getByLabel('Year').fill('1801');
  await expect(page.getByText(/1801 lies outside/)).toBeVisible();
});

test('several addresses, and another campus, change the promise', async ({ page }) => {
  await readAs(page, 'Davit Okonmere');
  await draft(page, SALT);
  await page.getByLabel('Send the parcel to').fill('c/o Harbour Office, Outer Skerries');
  await page.getByRole('button', { name: 'Keep this address' }).click();
  await expect(page.getByText('Kept with your addresses.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Address', { exact: true })).toHaveValue('c/o Harbour Office, Outer Skerries');
  await expect(page.getByText('in your letter box')).toBeVisible();
  await page.getByLabel(/^Goes/).selectOption('saltmarsh');
  await expect(page.getByText('ready to collect')).toBeVisible();
});

test('a condition is accepted, and the loan comes', async ({ page }) => {
  await draft(page, 'record=tu0000049&route=ill-loan&from=lending');
  await page.getByLabel('Note to the library').fill('Library only is fine.');
  await send(page);
  await until(page, /needs your decision|not supplied/, 20);
  // Whether anybody supplies is the network's luck; with a condition it is the reader's to decide.
  if ((await state(page).textContent()) === 'needs your decision') {
    await expect(page.getByText(/lends it to be read in the library only/).first()).toBeVisible();
    await page.getByRole('button', { name: 'Accept' }).click();
    await expect(page.getByText('I accept the condition.')).toBeVisible();
    await until(page, /^Ready for you|lost on the road/, 30);
  }
});
