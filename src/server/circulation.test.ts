/** The loan desk's patience: where copies stand is told soon, or not at all. */
import { describe, expect, it } from 'vitest';
import { DeskSilent } from '../core/discovery/ports';
import { HttpCirculation } from './circulation';

describe('where copies stand', () => {
  it('is waited for once, however many questions it takes', async () => {
    const asked: number[] = [];
    /** Answers well, and slowly. */
    const slow = (url: URL | RequestInfo, init?: RequestInit): Promise<Response> =>
      new Promise((answer, gone) => {
        asked.push(new URL(String(url)).searchParams.get('id')?.split('|').length ?? 0);
        const timer = setTimeout(() => answer(Response.json({ document: [] })), 700);
        init?.signal?.addEventListener('abort', () => {
          clearTimeout(timer);
          gone(new DOMException('late', 'TimeoutError'));
        });
      });
    const desk = new HttpCirculation({
      core: 'http://desk.example/core',
      daia: 'http://desk.example/daia',
      edition: 'r:{id}',
      place: 'p:{id}',
      fetch: slow,
    });
    const records = Array.from({ length: 250 }, (_, n) => `r${n}`);
    const began = performance.now();
    await expect(desk.copies(records, '2026-11-02T09:10')).rejects.toThrow(DeskSilent);
    expect(performance.now() - began).toBeLessThan(1400);
    // The third hundred was not asked for.
    expect(asked).toEqual([100, 100]);
    expect(await desk.copies(records.slice(0, 3), '2026-11-02T09:10')).toEqual({});
  });
});
