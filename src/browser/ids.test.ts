import { expect, test, vi } from 'vitest';
import { shortId } from './ids';
import { newSlipId } from './slips';

test('short ids have one form, differ, and need no secure page', () => {
  vi.stubGlobal('crypto', { getRandomValues: crypto.getRandomValues.bind(crypto) });
  const ids = Array.from({ length: 2000 }, shortId);
  for (const id of ids) expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}$/);
  expect(new Set(ids).size).toBe(2000);
  expect(newSlipId()).toMatch(/^S-[0-9a-f]{8}-[0-9a-f]{4}$/);
  vi.unstubAllGlobals();
});
