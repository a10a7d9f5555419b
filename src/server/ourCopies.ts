/** What the library has of things that it is asked for: the record, and where copies stand. */
import type { DiscoveryIndex, Moment } from '../core/discovery/answers';
import type { Copy } from '../core/model/record';
import { askedItem } from '../core/requests/askedItem';
import type { IsoRequest } from '../core/requests/iso18626';

export interface Held {
  /** Null: the index has no such record. */
  readonly record: string | null;
  /** Copies that stand alike are one, with how many they are. */
  readonly copies: readonly { readonly copy: Copy; readonly n: number }[];
}
function alike(copies: readonly Copy[]): Held['copies'] {
  const found = new Map<string, { readonly copy: Copy; n: number }>();
  for (const copy of copies) {
    const key = [copy.campus, copy.location, copy.callNumber, copy.status.state].join('|');
    const own = found.get(key) ?? { copy, n: 0 };
    own.n++;
    found.set(key, own);
  }
  return [...found.values()];
}
/**
 * In the order of the requests. Requests that name none of our records are looked for by what they describe, all in
 * one question. Rejects where the index does not answer.
 */
export async function heldOf(
  requests: readonly IsoRequest[],
  index: Pick<DiscoveryIndex, 'record' | 'resolve'>,
  moment: Moment,
): Promise<readonly Held[]> {
  const named = await Promise.all(requests.map((r) => (r.record ? index.record(r.record) : null)));
  const unnamed = requests.filter((_, i) => !named[i]);
  const found = unnamed.length ? await index.resolve(unnamed.map(askedItem), moment, '') : [];
  const byRequest = new Map(unnamed.map((r, i) => [r, found[i]?.match?.id]));
  return Promise.all(
    requests.map(async (r, i): Promise<Held> => {
      const id = byRequest.get(r);
      const record = (named[i] ?? (id ? await index.record(id) : null))?.record;
      return { record: record?.id ?? null, copies: alike(record?.copies ?? []) };
    }),
  );
}
