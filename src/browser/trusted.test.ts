// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest';

const made: unknown[] = [];
class FakeWorker {
  constructor(url: unknown, options: unknown) {
    made.push([url, options]);
  }
}
afterEach(() => {
  vi.unstubAllGlobals();
  vi.resetModules();
  made.length = 0;
});
const load = async () => {
  vi.stubGlobal('Worker', FakeWorker);
  return import('./trusted');
};

describe('what is trusted', () => {
  it('is a program of this server, and no other', async () => {
    const { startWorker } = await load();
    startWorker('/_astro/citing.worker-abc.js');
    expect(made).toEqual([['/_astro/citing.worker-abc.js', { type: 'module' }]]);
    for (const url of [
      'https://elsewhere.example/x.js',
      '//elsewhere.example/x.js',
      'data:text/javascript,1',
      'blob:x',
    ])
      expect(() => startWorker(url), url).toThrow(/Not of this server/);
    expect(made).toHaveLength(1);
  });
  it('goes through one policy where the browser has such', async () => {
    const names: string[] = [];
    vi.stubGlobal('trustedTypes', {
      createPolicy: (
        name: string,
        rules: { createScriptURL(u: string): string; createHTML(h: string): string },
      ) => {
        names.push(name);
        return {
          createScriptURL: (u: string) => `trusted ${rules.createScriptURL(u)}`,
          createHTML: rules.createHTML,
        };
      },
    });
    const { startWorker, pageIn } = await load();
    startWorker('/a.js');
    startWorker('/b.js');
    expect(made.map((m) => (m as unknown[])[0])).toEqual(['trusted /a.js', 'trusted /b.js']);
    expect(pageIn('<p id="x">here</p>').getElementById('x')?.textContent).toBe('here');
    expect(names).toEqual(['legendum']);
  });
});
