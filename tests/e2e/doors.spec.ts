/** The server under small attacks, over HTTP: it answers each, and goes on answering. */
import { once } from 'node:events';
import { request as ask, type IncomingMessage } from 'node:http';
import { connect } from 'node:net';
import { expect, test } from './app';

interface Answer {
  readonly status: number;
  readonly headers: IncomingMessage['headers'];
  readonly text: string;
  readonly ms: number;
}
/** Sent as it is: no library tidies the address or the method. */
function send(
  base: string,
  method: string,
  path: string,
  body?: string | Iterable<Buffer>,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const { hostname, port } = new URL(base);
  return new Promise((resolve, reject) => {
    const began = performance.now();
    const sent = ask({ hostname, port, method, path, headers }, (response) => {
      let text = '';
      response.setEncoding('utf8');
      response.on('data', (piece: string) => {
        text += piece;
      });
      response.on('end', () =>
        resolve({
          status: response.statusCode ?? 0,
          headers: response.headers,
          text,
          ms: performance.now() - began,
        }),
      );
    });
    // A server that refuses a body closes the door; what it said counts if it was heard.
    sent.on('error', (error) => reject(error));
    if (typeof body === 'string' || body === undefined) sent.end(body);
    else {
      for (const piece of body) sent.write(piece);
      sent.end();
    }
  });
}

test('names that every object has, again and again, stop nothing', async ({ server }) => {
  const base = server.address;
  for (let n = 0; n < 4; n++) {
    const opened = await send(base, 'GET', '/openurl?genre=toString&title=x');
    expect([opened.status, opened.headers.location ?? '']).toEqual([
      302,
      expect.stringMatching(/^\/(requests\/new|records)/),
    ]);
    for (const path of [
      '/api/search?q=constructor:x',
      '/sru?operation=searchRetrieve&version=1.2&query=constructor%3Dx',
      '/?q=constructor:x',
      '/api/search?q=isbn:123',
    ])
      expect([path, (await send(base, 'GET', path)).status]).toEqual([path, 200]);
  }
  expect((await send(base, 'GET', '/readyz')).status).toBe(200);
});

test('references made to be slow are answered in time, long ones in pieces', async ({ server }) => {
  const base = server.address;
  const type = { 'content-type': 'text/plain' };
  const slow = `Lind${' ,;'.repeat(10_000)} et ab (2019)`;
  const [a, b] = await Promise.all([
    send(base, 'POST', '/api/references', slow, type),
    send(base, 'POST', '/api/references', slow, type),
  ]);
  expect([a.status, b.status]).toEqual([200, 200]);
  expect(Math.max(a.ms, b.ms)).toBeLessThan(5000);
  const one =
    'Lindqvarn, T. (2017). Kelp on the plate: taste and habit. Annals of Island Nutrition, 8(2), 55–71.\n';
  const many = await send(base, 'POST', '/api/references', one.repeat(2400), type);
  expect(many.status, many.text.slice(0, 200)).toBe(200);
  expect(JSON.parse(many.text) as unknown[]).toHaveLength(2400);
});

test('what nobody needs is closed, wrong methods and types are named', async ({ server }) => {
  const base = server.address;
  for (const [method, path, status] of [
    ['GET', '/_image?href=/favicon.svg&w=5000&h=5000&f=avif', 404],
    ['POST', '/_server-islands/x', 405],
    ['TRACE', '/?q=secretword', 405],
    ['DELETE', '/api/search', 405],
    ['GET', '/api/slips', 405],
    ['GET', '/%E0%A4%A', 404],
    ['GET', '/records/%E0%A4%A', 404],
    ['GET', '/api/records/%2e%2e%2f', 404],
  ] as const) {
    const answer = await send(base, method, path);
    expect([method, path, answer.status < 500 ? answer.status : answer.text]).toEqual([method, path, status]);
  }
  expect((await send(base, 'PUT', '/api/search')).headers.allow).toBe('GET, HEAD');
  const typed = await send(base, 'POST', '/api/ways', '{}', { 'content-type': 'text/plain' });
  expect([typed.status, (JSON.parse(typed.text) as { type: string }).type]).toEqual([
    415,
    'urn:legendum:problem:bad-type',
  ]);
});

test('too much is refused while it comes, in words', async ({ server }) => {
  const base = server.address;
  const json = { 'content-type': 'application/json' };
  const said = await send(base, 'POST', '/api/ways', '', { ...json, 'content-length': '400000000' }).catch(
    (e: Error) => e.message,
  );
  expect(typeof said === 'string' ? said : said.status).toBe(413);
  function* endless(): Generator<Buffer> {
    for (let n = 0; n < 40; n++) yield Buffer.alloc(100_000, 0x20);
  }
  const pieces = await send(base, 'POST', '/api/ways', endless(), {
    ...json,
    'transfer-encoding': 'chunked',
  }).catch((e: Error) => e.message);
  // Refused with words, or the door was shut before the last of it was sent.
  expect(typeof pieces === 'string' ? pieces : String(pieces.status)).toMatch(/413|ECONNRESET|EPIPE|hang up/);
  const long = await send(base, 'GET', `/api/search?q=${'%E6%B5%B7'.repeat(9000)}`);
  expect([long.status, JSON.parse(long.text)]).toEqual([
    431,
    expect.objectContaining({ detail: expect.stringContaining('shorten the query') }),
  ]);
  expect((await send(base, 'GET', `/api/search?q=${'%E6%B5%B7'.repeat(4000)}`)).status).toBe(200);
});

test('links name the host and port that were asked, and nothing that anybody forwards', async ({
  server,
}) => {
  const { address } = server;
  const forged = { 'x-forwarded-host': 'evil.example', 'x-forwarded-proto': 'https' };
  for (const path of ['/feeds/search.atom?q=kelp', '/opensearch.xml']) {
    const { text } = await send(address, 'GET', path, undefined, forged);
    expect([
      path,
      text.includes(`${address}/`),
      /evil\.example|https?:\/\/localhost[/"<]/.test(text),
    ]).toEqual([path, true, false]);
  }
  const { text } = await send(address, 'GET', '/sru', undefined, forged);
  expect(text).toMatch(new RegExp(`<host>127\\.0\\.0\\.1</host><port>${server.port}</port>`));
});

test('stopping lets what was begun be finished', async ({ server }) => {
  const one =
    'Lindqvarn, T. (2017). Kelp on the plate: taste and habit. Annals of Island Nutrition, 8(2), 55–71.\n';
  const asked = Array.from({ length: 6 }, () =>
    send(server.address, 'POST', '/api/references', one.repeat(60), { 'content-type': 'text/plain' }),
  );
  // Until all of them are at work or in the queue; a slow machine needs its time for that.
  const patience = Date.now() + 3000;
  let waiting = 0;
  while (waiting < 4 && Date.now() < patience)
    ({ waiting } = JSON.parse((await send(server.address, 'GET', '/healthz')).text) as { waiting: number });
  await server.stop();
  expect((await Promise.all(asked)).map((a) => a.status)).toEqual(Array(6).fill(200));
  await server.start();
});

test('stopping does not wait for a connection that has asked nothing', async ({ server }) => {
  const opened = connect({ host: '127.0.0.1', port: server.port });
  await once(opened, 'connect');
  // Heard of by the server, too, once it has answered who came later.
  await send(server.address, 'GET', '/healthz');
  const gone = once(opened, 'close');
  const began = performance.now();
  await server.stop();
  await gone;
  // What it waits for at most is twice the tests’ time limit of twenty seconds.
  expect(performance.now() - began).toBeLessThan(20_000);
  await server.start();
});

test('what used to blank the page for ever does not', async ({ page }) => {
  await page.goto('/?q=constructor:x');
  await expect(page.locator('#query')).toHaveValue('constructor:x');
  await page.goto(`/?q=${encodeURIComponent('('.repeat(3000))}`);
  await expect(page.locator('#query')).toBeVisible();
  await page.goto('/?q=isbn:123');
  await page.getByRole('button', { name: 'By fields' }).click();
  await expect(page.getByLabel('Field').first()).toBeVisible();
  await page.goto('/references');
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByText('Choose a file').click(),
  ]);
  await chooser.setFiles({
    name: 'odd.json',
    mimeType: 'application/json',
    buffer: Buffer.from('[{"type":"constructor","title":"A"},{"type":"book","title":"Kelp"}]'),
  });
  await expect(page.getByText(/references? read/)).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: /\d references?/ })).toBeVisible();
});

test('a malformed row among the slips is shown as what it is, saved and removed; the others stand', async ({
  page,
}) => {
  await page.goto('/requests/new?record=tu0000043&route=partner-loan&from=ostmere');
  await page.waitForURL(/\/requests\/S-/);
  await page.evaluate(
    () =>
      new Promise<void>((done, fail) => {
        const opening = indexedDB.open('legendum');
        opening.onsuccess = () => {
          const tx = opening.result.transaction(['slips', 'settings'], 'readwrite');
          tx.objectStore('slips').put({
            id: 'S-odd',
            reader: 'imke',
            state: 'toString',
            item: { title: 'A cut row' },
          });
          tx.objectStore('settings').put({ key: 'clock', value: 'no time at all' });
          tx.oncomplete = () => {
            opening.result.close();
            done();
          };
          tx.onerror = () => fail(tx.error);
        };
      }),
  );
  await page.goto('/requests');
  const odd = page.getByRole('region', { name: 'Kept, but not readable, 1' });
  await expect(odd).toContainText('A cut row');
  await expect(page.getByRole('heading', { name: /^Outgoing/ })).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    odd.getByRole('button', { name: 'Save as a file' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('slip.json');
  await odd.getByRole('button', { name: 'Remove' }).click();
  await expect(odd).toHaveCount(0);
});
