/**
 * Records by the day of their last change, for who gathers them: from any engine. First those that stand as they came,
 * in the order of the index, then those that have changed since, then those that are gone; a place is one in all three.
 */
import type { SearchEngine } from '../engine/port/engine';
import type { HarvestAnswer, HarvestAsked, HarvestEntry } from './answers';
import type { History } from './history';

interface Come {
  readonly added?: string;
}
/** The first of so many that does not come before. */
async function firstFrom(
  count: number,
  isBefore: (n: number) => boolean | Promise<boolean>,
): Promise<number> {
  let [low, high] = [0, count];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (await isBefore(middle)) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Ids of what has changed, once for each history: a list is asked for in many pieces. */
const moved = new WeakMap<History, ReadonlySet<string>>();
function movedIn(history: History): ReadonlySet<string> {
  const known = moved.get(history) ?? new Set(history.changed.map(([id]) => id));
  moved.set(history, known);
  return known;
}

export async function harvested(
  engine: Pick<SearchEngine, 'inOrder' | 'size' | 'records'>,
  history: History,
  { from, until, today, place, limit }: HarvestAsked,
): Promise<HarvestAnswer> {
  const { since, changed, gone } = history;
  const cameOn = ({ added }: Come): string => (added !== undefined && added > since ? added : since);
  const others = movedIn(history);
  const size = await engine.size();
  const found: (HarvestEntry & { readonly place: number })[] = [];
  const full = (): boolean => found.length > limit;

  // They stand in the order of these days: the first of them is found by halving.
  const start =
    place > 0
      ? place
      : await firstFrom(size, async (n) => {
          const [record] = await engine.inOrder(n, 1);
          return record !== undefined && cameOn(record) < from;
        });
  for (let at = start; at < size && !full(); ) {
    const ahead = await engine.inOrder(at, limit + 1);
    const fitting = ahead.filter((r) => cameOn(r) <= until && (r.added ?? '') <= today);
    for (const [i, record] of ahead.entries())
      if (!others.has(record.id) && cameOn(record) <= until && (record.added ?? '') <= today)
        found.push({ id: record.id, day: cameOn(record), record, place: at + i });
    at = fitting.length < ahead.length ? size : at + ahead.length;
  }
  const fits = ([, day]: readonly [string, string]): boolean => day >= from && day <= until;
  for (let n = Math.max(0, start - size); n < changed.length && !full(); n++) {
    const one = changed[n] as readonly [string, string];
    if (!fits(one)) continue;
    const [record] = await engine.records([one[0]]);
    if (record) found.push({ id: one[0], day: one[1], record, place: size + n });
  }
  const behind = size + changed.length;
  for (let n = Math.max(0, start - behind); n < gone.length && !full(); n++) {
    const [id, day] = gone[n] as readonly [string, string];
    if (fits([id, day])) found.push({ id, day, record: null, place: behind + n });
  }
  return {
    entries: found.slice(0, limit).map(({ place: _, ...entry }) => entry),
    next: found[limit]?.place ?? null,
    since,
  };
}
/** The day on which a record was changed last, or went. */
export function dayOf(history: History, id: string, record: Come | null): string {
  const said = [...history.changed, ...history.gone].find(([other]) => other === id)?.[1];
  const added = record?.added;
  return said ?? (added !== undefined && added > history.since ? added : history.since);
}
