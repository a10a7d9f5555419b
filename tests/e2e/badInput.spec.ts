/** Odd and broken input: a clear message, nothing lost, nothing executed, nothing silent. */
import { expect, lines, search, test } from './app';
import { draft } from './views';

const EVIL = '<img src=x onerror="window.hacked=1"><script>window.hacked=1</script>';

test('an empty question, a very long one and open quotation marks all get an answer', async ({ page }) => {
  await page.goto('/?q=');
  await lines(page);
  await expect(page.getByRole('heading', { name: /to read/ })).toBeVisible();
  const long = 'seaweed '.repeat(1250);
  await search(page, long);
  await expect(page.locator('#query')).toHaveValue(long.trim());
  await expect(page.getByText(/Only the first 64 words/)).toBeVisible();
  await search(page, 'dulse "food security');
  await expect(page.getByText(/quotation mark was not closed/)).toBeVisible();
});

test('HTML in every field stays text', async ({ page }) => {
  await page.goto('/');
  await search(page, EVIL);
  await draft(page, 'record=tu0000052&route=ill-copy&from=lending');
  for (const box of await page.getByRole('textbox').all())
    if (await box.isEditable()) await box.fill(EVIL).catch(() => {});
  await page.getByRole('button', { name: 'Send slip' }).click();
  await expect(page.getByText(/Before it can go/)).toBeVisible();
  await page.goto('/requests');
  await expect(page.getByRole('link', { name: /<img/ }).first()).toBeVisible();
  expect(await page.evaluate(() => (window as unknown as { hacked?: number }).hacked)).toBeUndefined();
});

test('a day in the past is named, in the box and on the slip', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Need by').fill('2025-01-01');
  await expect(page.getByText(/Need by lies in the past/)).toBeVisible();
  await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere');
  await page.getByLabel('Need by').fill('2025-01-01');
  await page.getByRole('button', { name: 'Send slip' }).click();
  await expect(page.getByText(/Need by lies in the past/).first()).toBeVisible();
  await expect(page).toHaveURL(/\/requests\/S-/);
});

test('unknown parameters, ids, days and methods are refused with the name of what is wrong', async ({
  request,
}) => {
  const refused: readonly [string, number, string][] = [
    ['/api/search?q=a&colour=red', 400, 'colour'],
    ['/api/search?q=a&need=2026-02-30', 400, 'need'],
    ['/api/search?q=a&from=12', 400, 'from'],
    ['/api/search?q=a&limit=5000', 400, 'limit'],
    ['/api/search?q=a&campus=atlantis', 400, 'campus'],
    [`/api/search?q=${'a'.repeat(12_500)}`, 400, 'q'],
    ['/api/records/none', 404, 'id'],
    ['/api/records/tu0000001?format=cake', 400, 'format'],
  ];
  for (const [path, status, parameter] of refused) {
    const answer = await request.get(path);
    expect(answer.status(), path).toBe(status);
    expect(answer.headers()['content-type']).toContain('application/problem+json');
    const body = (await answer.json()) as { detail: string; parameter: string };
    expect(body.parameter).toBe(parameter);
    expect(body.detail.length).toBeGreaterThan(10);
  }
  for (const body of ['', '{', '{"slip":1}', '[]']) {
    const answer = await request.post('/api/slips', {
      data: body,
      headers: { 'content-type': 'application/json' },
    });
    expect(answer.status()).toBe(400);
  }
  expect((await request.get('/records/none')).status()).toBe(404);
});

test('every page carries its security headers and no inline script is allowed', async ({ request }) => {
  const answer = await request.get('/');
  const policy = answer.headers()['content-security-policy'] ?? '';
  expect(policy).toContain("default-src 'self'");
  expect(/script-src ([^;]*)/.exec(policy)?.[1]).not.toContain('unsafe-inline');
  expect(answer.headers()['x-content-type-options']).toBe('nosniff');
  expect(policy).toContain('report-uri /api/policy-reports');
  expect(answer.headers()['referrer-policy']).toBe('same-origin');
  const health = (await (await request.get('/healthz')).json()) as { status: string; records: number };
  expect(health.status).toBe('ok');
  expect(health.records).toBeGreaterThan(1000);
});

test('a script that was slipped into a page does not run, and the server hears of it', async ({
  page,
  faults,
}) => {
  await page.goto('/about');
  const heard = page.waitForResponse((r) => r.url().endsWith('/api/policy-reports'));
  const ran = await page.evaluate(() => {
    const script = document.createElement('script');
    let refused = false;
    try {
      script.textContent = 'document.title = "taken"';
    } catch {
      // A text is no script (Trusted Types); as a child it may stand there, and does not run either.
      refused = true;
      script.append('document.title = "taken"');
    }
    document.body.append(script);
    return { title: document.title, refused };
  });
  expect(ran.title).not.toBe('taken');
  expect(ran.refused).toBe(true);
  expect((await heard).status()).toBe(204);
  expect(faults.length).toBeGreaterThan(0);
  for (const fault of faults) expect(fault).toMatch(/Content Security Policy|Trusted/);
  faults.length = 0; // that is what it was to say
});

test('nothing found: what was typed is asked for in one gesture, with everything else beside it', async ({
  page,
}) => {
  await page.goto('/?q=title%3A"Zorvexq quandlip brimmiast"');
  const none = page.getByRole('region', { name: 'Results' });
  await expect(none.getByText(/Nothing in the index/)).toBeVisible();
  await expect(none.getByRole('link', { name: 'All databases' })).toBeVisible();
  await expect(none.getByRole('link', { name: 'Ask a librarian' })).toBeVisible();
  // There is nothing to break down.
  await expect(page.getByRole('button', { name: /^Research article/ })).toHaveCount(0);
  await none.getByRole('link', { name: /^Write a slip for it/ }).click();
  await page.waitForURL(/\/requests\/S-/);
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Zorvexq quandlip brimmiast');

  // A reference is read, part by part.
  const reference = 'Zorvex, Q. (2019). The quandle harbours of Brimmia. Nowhere Press.';
  await page.goto(`/?${new URLSearchParams({ q: reference })}`);
  await page
    .getByRole('link', { name: /part by part|Read it and ask/ })
    .first()
    .click();
  await expect(page.getByRole('region', { name: 'What they are' })).toContainText('quandle harbours');
});

test('a word with a slip of the pen is searched as it was meant, and said so', async ({ page }) => {
  await page.goto('/?q=seawead+farning');
  await expect(page.getByText(/seaweed farming|“seaweed”|seaweed/).first()).toBeVisible();
  await expect(page.locator('article').first()).toBeVisible();
});
