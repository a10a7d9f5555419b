/** A bucket of tokens for each client: so many at once, so many more each second. Who has none waits. */
import { LRUCache } from 'lru-cache';

/** So many clients are remembered at a time; one that is forgotten has a full bucket again. */
const REMEMBERED = 50_000;

interface Bucket {
  tokens: number;
  at: number;
}
/**
 * @param perSecond tokens that come back each second; 0 for no limit
 * @param burst tokens that a bucket holds
 * @returns takes a token of a client's: 0, or the seconds after which there is one
 * @example tokenBucket(1, 2)('192.0.2.1') // 0
 */
export function tokenBucket(
  perSecond: number,
  burst: number,
  now: () => number = Date.now,
): (client: string) => number {
  if (perSecond <= 0) return () => 0;
  const buckets = new LRUCache<string, Bucket>({ max: REMEMBERED });
  return (client) => {
    const at = now();
    const known = buckets.get(client) ?? { tokens: burst, at };
    // A clock that goes back gives nothing.
    known.tokens = Math.min(burst, known.tokens + (Math.max(0, at - known.at) / 1000) * perSecond);
    known.at = at;
    buckets.set(client, known);
    if (known.tokens >= 1) {
      known.tokens--;
      return 0;
    }
    return Math.ceil((1 - known.tokens) / perSecond);
  };
}
