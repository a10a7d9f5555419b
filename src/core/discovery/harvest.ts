/** Records by the day on which they came into the index, for who gathers them: from any engine. */
import type { SearchEngine } from '../engine/port/engine';
import type { HarvestAnswer, HarvestAsked } from './answers';

interface Come {
  readonly added?: string;
}
/** @param built the day on which those came that say no other */
export async function harvested(
  engine: Pick<SearchEngine, 'inOrder' | 'size'>,
  built: string,
  { from, until, today, place, limit }: HarvestAsked,
): Promise<HarvestAnswer> {
  const cameOn = ({ added }: Come): string => added ?? built;
  let start = place;
  if (place === 0) {
    // They stand in the order of these days: the first of them is found by halving.
    let end = await engine.size();
    while (start < end) {
      const middle = (start + end) >> 1;
      const [record] = await engine.inOrder(middle, 1);
      if (record && cameOn(record) < from) start = middle + 1;
      else end = middle;
    }
  }
  const ahead = await engine.inOrder(start, limit + 1);
  const fitting = ahead.filter((r) => cameOn(r) <= until && (r.added ?? '') <= today);
  return {
    records: fitting.slice(0, limit),
    next: fitting.length > limit ? start + limit : null,
    built,
  };
}
