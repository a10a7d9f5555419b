/** The ways to a thing as a plan weighs them: how surely each brings it by the day. */
import { AT_LIKELY, AT_MEDIAN } from '../access/turnaround';
import { type DayNumber, dayOf, type Minutes, parseLocal } from '../model/time';
import type { Way } from '../model/ways';
import type { PlanThing, PlanWay } from './choose';

/**
 * The share of such waits that are over by the end of a day: what the median and the likely-by date say of
 * themselves (decision 9). A wait that ends at one moment is over then, surely.
 */
export function overBy(ready: NonNullable<Way['ready']>, day: DayNumber): number {
  const [median, likely] = [ready.median, ready.likely].map((t) => dayOf(parseLocal(t) as Minutes)) as [
    DayNumber,
    DayNumber,
  ];
  if (median > day) return 0;
  if (ready.median === ready.likely) return 1;
  return likely <= day ? AT_LIKELY : AT_MEDIAN;
}

type Weighed = Pick<Way, 'id' | 'ready' | 'chance' | 'price' | 'action' | 'setsWait'>;
/**
 * A thing with the ways that would bring it by the day. What can only be looked at in a building counts where
 * the reader can go there.
 */
export const planThing = (id: string, ways: readonly Weighed[], day: DayNumber): PlanThing => ({
  id,
  ways: ways.flatMap((way): PlanWay[] => {
    const { ready, action } = way;
    if (!ready || action.do === 'nothing' || (!way.setsWait && action.do !== 'go')) return [];
    const inTime = way.chance * overBy(ready, day);
    return inTime > 0 ? [{ key: way.id, inTime, cents: way.price, slip: action.do === 'slip' }] : [];
  }),
});
