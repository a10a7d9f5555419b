/** How often something may be done that costs others something. */
import { LRUCache } from 'lru-cache';

export const [MINUTE, HOUR] = [60_000, 3_600_000];
/** So many clients are remembered at a time. */
const REMEMBERED = 10_000;
/**
 * Lets so many through in a span of time, for each client for itself; for all together where none is said.
 * @param span milliseconds
 * @example letThrough(1, 1000)('192.0.2.1') // true
 */
export function letThrough(
  most: number,
  span: number,
  now: () => number = Date.now,
): (client?: string) => boolean {
  const counts = new LRUCache<string, { readonly from: number; n: number }>({ max: REMEMBERED });
  return (client = '') => {
    const known = counts.get(client);
    if (!known || now() - known.from >= span) {
      counts.set(client, { from: now(), n: 1 });
      return most > 0;
    }
    known.n++;
    return known.n <= most;
  };
}
