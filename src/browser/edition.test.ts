import { beforeEach, expect, it, vi } from 'vitest';

let edition: typeof import('./edition');
beforeEach(async () => {
  vi.resetModules();
  edition = await import('./edition');
});

it('the first edition is the page’s; another one is told to all who hold answers, once', () => {
  const forget = vi.fn();
  const stop = edition.onOtherEdition(forget);
  edition.noteEdition(null);
  edition.noteEdition('a');
  edition.noteEdition('a');
  expect(forget).not.toHaveBeenCalled();
  edition.noteEdition('b');
  edition.noteEdition('b');
  expect(forget).toHaveBeenCalledTimes(1);
  stop();
  edition.noteEdition('c');
  expect(forget).toHaveBeenCalledTimes(1);
});
it('servers that go on disagreeing don’t make a page ask without end, and later editions are told again', () => {
  vi.useFakeTimers({ now: 0 });
  const forget = vi.fn();
  edition.onOtherEdition(forget);
  for (let i = 0; i < 40; i++) edition.noteEdition(i % 2 ? 'a' : 'b');
  expect(forget).toHaveBeenCalledTimes(5);
  vi.advanceTimersByTime(60_000);
  edition.noteEdition('c');
  expect(forget).toHaveBeenCalledTimes(6);
  vi.useRealTimers();
});
