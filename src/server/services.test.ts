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
  const desk = services.watch('desk', new Desk(), 'https://desk.example', (e) => e instanceof TypeError);
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
  const port = services.watch(
    'p',
    { ask: () => Promise.reject(new TypeError('sign in')) },
    null,
    (e) => e instanceof TypeError,
  );
  await expect(port.ask()).rejects.toThrow('sign in');
  expect(services.states()[0]).toMatchObject({ asked: 1, failed: 0 });
});
