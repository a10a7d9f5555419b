/** How often somebody may do what costs others something. */
import { LRUCache } from 'lru-cache';

const HOUR = 3_600_000;
/** So many addresses are remembered at a time. */
const REMEMBERED = 10_000;
/**
 * Lets so many through in an hour for each client, told by its address.
 * @example perHour(1)('192.0.2.1') // true
 */
export function perHour(most: number, now: () => number = Date.now): (client: string) => boolean {
  const counts = new LRUCache<string, { readonly from: number; n: number }>({ max: REMEMBERED });
  return (client) => {
    const known = counts.get(client);
    if (!known || now() - known.from >= HOUR) {
      counts.set(client, { from: now(), n: 1 });
      return most > 0;
    }
    known.n++;
    return known.n <= most;
  };
}
