/** The app in the reader's language: by the browser, by the reader's choice, by an address; at once, and whole. */
import { OFFERED } from '../../src/words/languages';
import { expect, lines, signIn, test } from './app';
import { draft } from './views';

test('speaks as the browser prefers, from the server’s first word on, and loads no other language', async ({
  browser,
  server,
  baseURL,
}) => {
  const context = await browser.newContext({ baseURL, locale: 'de-AT' });
  await signIn(context, server.address);
  const page = await context.newPage();
  const scripts: string[] = [];
  page.on('request', (r) => r.resourceType() === 'script' && scripts.push(new URL(r.url()).pathname));
  await page.goto('/?q=seaweed+food&need=2026-11-13');
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
  await expect(page.locator('html')).toHaveAttribute('dir', 'ltr');
  await expect(page).toHaveTitle(/Fahrplan zum Lesen|Legendum/);
  await expect(page.getByRole('button', { name: 'Suchen', exact: true })).toBeVisible();
  await page.locator('section[aria-label="Ergebnisse"][aria-busy="false"]').waitFor();
  await expect(page.getByText(/^\d+ zu lesen/)).toBeVisible();
  await expect(page.getByText('so weit', { exact: false })).toHaveCount(0);
  const ours = scripts.filter((s) => s.startsWith('/_astro/'));
  expect(ours.length).toBeGreaterThan(5);
  expect(ours.filter((s) => !/^\/_astro\/de-[0-9a-f]{10}\//.test(s))).toEqual([]);
  // A record page is whole without any script, and says in which language it is.
  const record = await context.request.get('/records/tu0000044', { headers: { 'accept-language': 'de' } });
  expect(record.headers()['content-language']).toBe('de');
  expect(await record.text()).toContain('Wo die Exemplare stehen');
  // Programs ask in a language, too, and faults are told in it.
  const fault = await context.request.get('/api/search?zz=1', { headers: { 'accept-language': 'fr;q=0.9' } });
  expect(((await fault.json()) as { detail: string }).detail).toMatch(/^Il n’y a pas/);
  await context.close();
});

test('another language is chosen at the foot, stays chosen, and costs nothing that was written', async ({
  page,
}) => {
  await draft(page, 'record=tu0000043&route=partner-loan&from=ostmere&need=2026-11-13');
  await page.getByLabel('Note to the library').fill('The blue one, please.');
  await page.getByLabel('Your own reference').fill('chapter 2');
  await expect(page.getByText(/Draft kept/)).toBeVisible();
  const at = page.url();
  await page.getByRole('link', { name: 'français' }).click();
  await expect(page.locator('html')).toHaveAttribute('lang', 'fr');
  expect(page.url()).toBe(at);
  await expect(page.getByLabel('Note à la bibliothèque')).toHaveValue('The blue one, please.');
  await expect(page.getByLabel('Votre propre repère')).toHaveValue('chapter 2');
  await expect(page.getByRole('button', { name: 'Envoyer le bulletin' })).toBeVisible();
  await page.goto('/about');
  await expect(page.getByRole('heading', { name: 'Licences' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Règles' })).toBeVisible();
  await page.getByRole('link', { name: 'English' }).click();
  await expect(page.getByRole('link', { name: 'Rules' })).toBeVisible();
});

test('an address can name its language, and its links to the others are told to machines', async ({
  page,
}) => {
  await page.goto('/?q=kelp&lang=de');
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
  await page.locator('section[aria-label="Ergebnisse"][aria-busy="false"]').waitFor();
  const others = await page
    .locator('link[rel="alternate"][hreflang]')
    .evaluateAll((links) =>
      links.map((l) => [
        l.getAttribute('hreflang'),
        new URL((l as HTMLLinkElement).href).searchParams.get('lang'),
      ]),
    );
  expect(others).toEqual(OFFERED.map((l) => [l, l]));
  // For this visit the others of its pages are, too.
  await page.goto('/courses');
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
  await page.goto('/?q=kelp&lang=en');
  await lines(page);
});
