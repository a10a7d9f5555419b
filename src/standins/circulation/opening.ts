/** Which copies of an index the demo's readers have when it begins: such as the index says are out like that. */

import type { Moment, SearchAnswer, Slice } from '../../core/discovery/answers';
import type { Library } from '../../core/model/library';
import type { DiscoveryRecord } from '../../core/model/record';
import { addDays, type DayNumber, parseDay } from '../../core/model/time';
import { type AskedSearch, askedSearch } from '../../core/query/read';
import { NEW_SEARCH } from '../../core/query/request';
import { random } from '../../core/random';
import type { OpeningAccount } from './desk';
import type { CopyFacts } from './life';

export interface OpeningWish {
  readonly patron: string;
  /** What these books are about, as a search. */
  readonly topic: string;
  readonly loans: readonly {
    /** Days as numbers. */
    readonly due: { readonly from: number; readonly to: number };
    readonly waiting: number;
    readonly renewals: number;
  }[];
  readonly holds: readonly { readonly waiting: number }[];
  readonly fees: readonly { readonly cents: number; readonly about: string; readonly day: number }[];
}
/** What of an index is looked through. */
export interface Looked {
  readonly library: Library;
  size(): Promise<number>;
  /** Records in the order in which they came, from a place in it on. */
  inOrder(place: number, limit: number): Promise<readonly DiscoveryRecord[]>;
  item(id: string): Promise<{ readonly record: DiscoveryRecord } | null>;
  search(asked: AskedSearch, moment: Moment, slice: Slice): Promise<Pick<SearchAnswer, 'hits'>>;
}

/** The copies of a record, as the desk knows them. */
export const copiesOf = (record: DiscoveryRecord): readonly CopyFacts[] =>
  (record.copies ?? []).map((copy, n) => ({ record: record.id, n, copy, title: record.csl.title }));

const [SEED, PAGES, PAGE, MOST_LOOKED] = [1402, 3, 100, 30_000];

/** First what the topic finds, then anything, in an order of its own; at most so many. */
async function* candidates(looked: Looked, topic: string): AsyncGenerator<DiscoveryRecord> {
  const asked = askedSearch({ ...NEW_SEARCH, q: topic });
  const [campus] = looked.library.campuses;
  if ('query' in asked && campus) {
    const situation = { campus: campus.id, category: 'undergraduate', remote: false } as const;
    for (let page = 0; page < PAGES; page++) {
      const { hits } = await looked.search(
        asked,
        { situation, at: '2026-01-12T09:00' },
        { offset: page * PAGE, limit: PAGE },
      );
      for (const { id } of hits) {
        const item = await looked.item(id);
        if (item) yield item.record;
      }
    }
  }
  const r = random(SEED);
  const size = await looked.size();
  for (let n = 0; size > 0 && n < MOST_LOOKED; n++) yield* await looked.inOrder(r.int(0, size - 1), 1);
}

/**
 * A copy for every wish that the index can fulfil; the others are left out.
 * @param left records that nobody is to have
 */
export async function openingFrom(
  looked: Looked,
  wishes: readonly OpeningWish[],
  left: ReadonlySet<string> = new Set(),
): Promise<OpeningAccount> {
  const loans: OpeningAccount['loans'][number][] = [];
  const holds: OpeningAccount['holds'][number][] = [];
  const taken = new Set<string>();
  const { ownDays } = looked.library.policy.loans;
  for (const wish of wishes) {
    const wanted = [...wish.loans];
    const wantedHolds = [...wish.holds];
    for await (const record of candidates(looked, wish.topic)) {
      if (!wanted.length && !wantedHolds.length) break;
      if (taken.has(record.id) || left.has(record.id)) continue;
      for (const facts of copiesOf(record)) {
        const { status, rule } = facts.copy;
        const due = status.state === 'out' ? parseDay(status.due) : null;
        if (status.state !== 'out' || rule !== 'loan' || due === null) continue;
        const at = wanted.findIndex(
          (w) => w.due.from <= due && due <= w.due.to && w.waiting === status.queue,
        );
        if (at >= 0) {
          const [{ renewals }] = wanted.splice(at, 1) as [OpeningWish['loans'][number]];
          const days = ownDays.undergraduate + renewals * looked.library.policy.loans.renewalDays;
          loans.push({ patron: wish.patron, begun: addDays(due, -days), renewals, copy: facts });
          taken.add(record.id);
          break;
        }
        const hold = wantedHolds.findIndex((h) => h.waiting === status.queue);
        if (hold >= 0) {
          wantedHolds.splice(hold, 1);
          holds.push({ patron: wish.patron, copy: facts, pickup: facts.copy.campus });
          taken.add(record.id);
          break;
        }
      }
    }
  }
  return {
    loans,
    holds,
    fees: wishes.flatMap((w) => w.fees.map((f) => ({ ...f, day: f.day as DayNumber, patron: w.patron }))),
  };
}
