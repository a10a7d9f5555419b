// @vitest-environment happy-dom
/** Parts of views come as soon as they can be had, and nobody is left without a word meanwhile. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { persistently } from './parts';
import { trouble } from './trouble';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** Fails so many times, then brings 7. */
function failing(times: number) {
  let asked = 0;
  const load = () => (++asked > times ? Promise.resolve(7) : Promise.reject(new TypeError('no network')));
  return { load, asked: () => asked };
}

describe('parts that are fetched', () => {
  it('are asked for again at growing distances; said while they are missing', async () => {
    const { load, asked } = failing(3);
    const part = persistently(load);
    await vi.advanceTimersByTimeAsync(999);
    expect(asked()).toBe(1);
    expect(trouble()?.text).toMatch(/could not be fetched.*what you have here is kept/);
    await vi.advanceTimersByTimeAsync(1);
    expect(asked()).toBe(2);
    await vi.advanceTimersByTimeAsync(1999);
    expect(asked()).toBe(2);
    await vi.advanceTimersByTimeAsync(4001);
    expect(asked()).toBe(4);
    await expect(part).resolves.toBe(7);
    expect(trouble()).toBeNull();
  });

  it('that fail by themselves are not asked for again', async () => {
    let asked = 0;
    const broken = () => {
      asked++;
      return Promise.reject(new RangeError('of its own'));
    };
    await expect(persistently(broken)).rejects.toThrow('of its own');
    expect(asked).toBe(1);
  });

  it('come at once when the browser is connected again', async () => {
    const { load, asked } = failing(1);
    const part = persistently(load);
    await vi.advanceTimersByTimeAsync(10);
    expect(asked()).toBe(1);
    window.dispatchEvent(new Event('online'));
    await expect(part).resolves.toBe(7);
    expect(asked()).toBe(2);
  });
});
