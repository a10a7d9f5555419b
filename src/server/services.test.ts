/** Services are listened to, and answer as they would alone. */
import { expect, it } from 'vitest';
import { Services } from './services';

class Desk {
  readonly #secret = 7;
  readonly name = 'desk';
  async ask(n: number): Promise<number> {
    if (n < 0) throw new RangeError(`no ${n}`);
    return n + this.#secret;
  }
  now(): string {
    return 'today';
  }
}
it('counts answers and failures by service, and passes everything on', async () => {
  const services = new Services(() => '2026-11-02T08:00:00.000Z');
  const desk = services.watch('desk', new Desk(), 'https://desk.example', {
    expected: (e) => e instanceof TypeError,
  });
  services.watch('mail', {}, null);
  expect([await desk.ask(1), desk.now(), desk.name]).toEqual([8, 'today', 'desk']);
  await expect(desk.ask(-1)).rejects.toThrow('no -1');
  expect(services.states()).toMatchObject([
    {
      name: 'desk',
      address: 'https://desk.example',
      asked: 2,
      failed: 1,
      why: 'RangeError',
      failedAt: '2026-11-02T08:00:00.000Z',
      median: expect.any(Number),
    },
    { name: 'mail', address: null, asked: 0, failed: 0, median: null },
  ]);
  // No word of what was asked.
  expect(JSON.stringify(services.states())).not.toContain('no -1');
});
it('what is to be expected is no failure', async () => {
  const services = new Services();
  const port = services.watch('p', { ask: () => Promise.reject(new TypeError('sign in')) }, null, {
    expected: (e) => e instanceof TypeError,
  });
  await expect(port.ask()).rejects.toThrow('sign in');
  expect(services.states()[0]).toMatchObject({ asked: 1, failed: 0 });
});

/** Answers so often, then not any more, until it is mended. */
class Failing {
  asked = 0;
  broken = true;
  async read(): Promise<string> {
    this.asked++;
    if (this.broken) throw new Error('no answer');
    return 'read';
  }
  async write(): Promise<string> {
    return this.read();
  }
}
it('a real one that fails is asked once more for what may be asked twice, then left in peace, then asked again', async () => {
  const services = new Services();
  const inner = new Failing();
  const port = services.watch('desk', inner, 'https://desk.example', {
    again: ['read'],
    silent: () => new TypeError('left in peace'),
    peace: 200,
  });
  await expect(port.read()).rejects.toThrow('no answer');
  expect(inner.asked).toBe(2);
  await expect(port.write()).rejects.toThrow('no answer');
  expect(inner.asked).toBe(3);
  await expect(port.read()).rejects.toThrow();
  expect(services.states()[0]).toMatchObject({ paused: true, asked: 5, failed: 5 });
  const began = performance.now();
  for (let i = 0; i < 5; i++) await expect(port.write()).rejects.toThrow('left in peace');
  expect(performance.now() - began).toBeLessThan(100);
  expect(inner.asked).toBe(5);
  inner.broken = false;
  await new Promise((done) => setTimeout(done, 250));
  expect(await port.write()).toBe('read');
  expect(services.states()[0]).toMatchObject({ paused: false, failed: 5 });
});
it('what does not go out is there, however often the rest has failed', async () => {
  const services = new Services();
  const port = services.watch(
    'peer',
    { out: async () => Promise.reject(new Error('no answer')), inside: async () => 'here' },
    'https://peer.example',
    { out: ['out'] },
  );
  for (let i = 0; i < 8; i++) await expect(port.out()).rejects.toThrow();
  expect(services.states()[0]?.paused).toBe(true);
  expect(await port.inside()).toBe('here');
});
it('what is to be expected leaves a real one in no peace', async () => {
  const services = new Services();
  const port = services.watch(
    'desk',
    { ask: async () => Promise.reject(new TypeError('sign in')) },
    'https://desk.example',
    { expected: (e) => e instanceof TypeError },
  );
  for (let i = 0; i < 12; i++) await expect(port.ask()).rejects.toThrow('sign in');
  expect(services.states()[0]).toMatchObject({ paused: false, failed: 0 });
});
