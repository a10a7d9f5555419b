/**
 * The doors before the endpoints: what is counted while it is read, which methods and addresses there are,
 * what the log may say.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { baseAddress } from './base';
import { readBody } from './body';
import { scrubbed, silence } from './logging';
import { asksIndex, isClosed, methodsOf, POSTED, shapeOf } from './routes';

const posted = (body: BodyInit, headers: Record<string, string> = {}) =>
  new Request('http://library.example/', { method: 'POST', body, headers, duplex: 'half' } as RequestInit);
/** A body without an end, which tells how much of it was taken. */
function endless() {
  let taken = 0;
  let ended = false;
  const body = new ReadableStream<Uint8Array>({
    pull: (to) => {
      taken += 1000;
      to.enqueue(new Uint8Array(1000));
    },
    cancel: () => {
      ended = true;
    },
  });
  return { body, taken: () => taken, ended: () => ended };
}

describe('a body', () => {
  it('is read as UTF-8, also in pieces that cut a letter', async () => {
    const bytes = new TextEncoder().encode('Küste, 海藻');
    const pieces = new ReadableStream({
      start: (to) => {
        for (const b of bytes) to.enqueue(new Uint8Array([b]));
        to.close();
      },
    });
    expect(await readBody(posted(pieces), 100)).toEqual({ text: 'Küste, 海藻' });
    expect(await readBody(posted(''), 100)).toEqual({ text: '' });
  });
  it('that says it is too long is not read at all', async () => {
    const { body, taken } = endless();
    expect(await readBody(posted(body, { 'content-length': '400000000' }), 5000)).toEqual({ over: true });
    expect(taken()).toBeLessThanOrEqual(1000);
  });
  it('without a length is read up to the limit, and then ended', async () => {
    const { body, taken, ended } = endless();
    expect(await readBody(posted(body), 5000)).toEqual({ over: true });
    expect([taken() <= 8000, ended()]).toEqual([true, true]);
  });
  it('whose sender leaves is nobody’s any more', async () => {
    const left = new ReadableStream({
      pull: (to) => to.error(Object.assign(new Error('aborted'), { code: 'ECONNRESET' })),
    });
    expect(await readBody(posted(left), 5000)).toEqual({ gone: true });
  });
});

describe('the base address', () => {
  const from = '127.0.0.1';
  const arrival = (headers: Record<string, string>) => ({ headers, from, encrypted: false });
  const forwarded = { host: 'inside:4321', 'x-forwarded-proto': 'https', 'x-forwarded-host': 'read.example' };
  it.each([
    [
      'the request’s own host with its port',
      '',
      { host: 'read.example:8080' },
      [],
      'http://read.example:8080',
    ],
    ['an IPv6 host', '', { host: '[::1]:80' }, [], 'http://[::1]:80'],
    ['the configured one', 'https://read.example', { host: 'x:1' }, [], 'https://read.example'],
    ['nothing of what anybody forwards', '', forwarded, [], 'http://inside:4321'],
    ['what a configured proxy forwards', '', forwarded, ['::ffff:127.0.0.1'], 'https://read.example'],
    ['the fallback for a host that is none', '', { host: 'evil.example/"><script>' }, [], 'http://own:4321'],
    ['the fallback without a host', '', {}, [], 'http://own:4321'],
    [
      'the own host where what is forwarded is none',
      '',
      { ...forwarded, 'x-forwarded-host': 'a b' },
      [from],
      'https://inside:4321',
    ],
  ])('is %s', (_what, configured, headers, proxies, expected) =>
    expect(
      baseAddress(configured, arrival(headers as Record<string, string>), proxies, 'http://own:4321'),
    ).toBe(expected),
  );
});

describe('addresses', () => {
  function* endpoints(dir: string): Generator<string> {
    for (const entry of readdirSync(dir, { withFileTypes: true })) {
      const path = join(dir, entry.name);
      if (entry.isDirectory()) yield* endpoints(path);
      else if (path.endsWith('.ts')) yield path;
    }
  }
  it('take the methods that their endpoints have', () => {
    for (const file of endpoints('src/pages')) {
      const path = file.replace('src/pages', '').replace(/(\/index)?\.ts$/, '');
      const own = [
        ...readFileSync(file, 'utf8').matchAll(/^export const (GET|POST|PUT|DELETE|PATCH|ALL)\b/gm),
      ].map((m) => m[1]);
      // Behind one address of the stand-ins stand many, each with a method of its own.
      const many = path === '/openurl' || (path.startsWith('/standin/') && /\[\.\.\.|calendars/.test(path));
      expect([path, own]).toEqual([path, many ? ['GET', 'POST'] : POSTED.has(path) ? ['POST'] : ['GET']]);
    }
    expect(methodsOf('/api/slips/')).toEqual(['POST']);
    expect(methodsOf('/records/tu1')).toEqual(['GET', 'HEAD']);
    for (const posted of ['auth/login', 'core/imke/renew'])
      expect(methodsOf(`/standin/circulation/${posted}`)).toEqual(['POST']);
    for (const read of ['core/imke/items', 'core/imke', 'daia'])
      expect(methodsOf(`/standin/circulation/${read}`)).toEqual(['GET', 'HEAD']);
  });
  it('of the framework’s own are closed, but for its files', () => {
    expect(
      ['/_image', '/_server-islands/x', '/_actions/x', '/_astro/a.js', '/records/_x'].map(isClosed),
    ).toEqual([true, true, true, false, false]);
  });
  it('that ask the index are refused early when it is busy; health and the shell of a page never', () => {
    for (const path of [
      '/api/search',
      '/records/tu1',
      '/sru',
      '/openurl',
      '/feeds/search.atom',
      '/standin/delivery/x.pdf',
    ])
      expect([path, asksIndex(path)]).toEqual([path, true]);
    for (const path of [
      '/',
      '/healthz',
      '/api/library',
      '/api/policy-reports',
      '/references',
      '/requests/new',
      '/about',
    ])
      expect([path, asksIndex(path)]).toEqual([path, false]);
  });
});

describe('the log', () => {
  it('has the shape of a path and no word of a reader', () => {
    expect(shapeOf('/records/tu0000052')).toBe('/records/:x');
    expect(shapeOf('/secretword')).toBe('/:x');
    expect(shapeOf('/api/records/secret%20word')).toBe('/api/records/:x');
    expect(shapeOf('/api/search')).toBe('/api/search');
    expect(shapeOf(`/${'a/'.repeat(5000)}`).length).toBeLessThan(40);
  });
  it('has of an error its name and places, not its message', () => {
    const said = scrubbed(new TypeError('Invalid URL: /?q=secretword'));
    expect(said.name).toBe('TypeError');
    expect(said.at[0]).toMatch(/^at .*doors\.test/);
    expect(JSON.stringify(said)).not.toContain('secretword');
    expect(scrubbed('secretword')).toEqual({ name: 'string', at: [] });
  });
  it('has nothing of what the framework writes to the console', () => {
    const heard: string[] = [];
    const console = { log() {}, info() {}, warn() {}, error() {}, debug() {} } as unknown as Console;
    silence(console, (level) => heard.push(level));
    console.error('TRACE /?q=secretword');
    console.log('secretword');
    expect(heard).toEqual(['error', 'info']);
  });
});
