/**
 * What has changed in an index since a day, for who gathers records from it: each id once, with the day of its last
 * change, in the order of these days.
 */
export interface History {
  /** ISO day from which on changes are known; what is not named stands as it stood then. */
  readonly since: string;
  readonly changed: readonly (readonly [id: string, day: string])[];
  /** Records that are gone: they are remembered for good (`persistent`, OAI-PMH 2.0, 2.5.1). */
  readonly gone: readonly (readonly [id: string, day: string])[];
}
/** Of this share of the records and more it is simpler to say that all have changed. */
const MOST_CHANGED = 4;

/**
 * The history when an index is built again.
 * @param changed ids of records that are new or not as they were; null: it is not known of any
 */
export function nextHistory(
  before: History | null,
  today: string,
  { changed, gone, size }: { changed: ReadonlySet<string> | null; gone: Iterable<string>; size: number },
): History {
  // A day that is nearer than the last: somebody's clock was put back. What was said then stands.
  const last = [before?.since ?? today, before?.changed.at(-1)?.[1] ?? '', before?.gone.at(-1)?.[1] ?? ''];
  const day = [today, ...last].reduce((a, b) => (a > b ? a : b));
  const leaving = new Set(gone);
  const came = (id: string): boolean => changed?.has(id) ?? true;
  const left = [
    ...(before?.gone ?? []).filter(([id]) => !leaving.has(id) && (changed === null || !came(id))),
    ...[...leaving].map((id) => [id, day] as const),
  ];
  const kept = (before?.changed ?? []).filter(([id]) => !leaving.has(id) && !came(id));
  return changed === null || !before || (kept.length + changed.size) * MOST_CHANGED > size
    ? { since: day, changed: [], gone: left }
    : {
        since: before.since,
        changed: [...kept, ...[...changed].map((id) => [id, day] as const)],
        gone: left,
      };
}
