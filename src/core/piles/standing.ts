/** Where the things of a pile stand against the day they are needed by: what its bar counts. */

import { isHere, isOnLoan, isUnderWay, type SlipState } from '../model/slipStates';
import { type DayNumber, dayOf, type Minutes, parseLocal } from '../model/time';
import type { WaitClass } from '../model/waits';
import type { WayAction } from '../model/ways';
import type { Shelf } from './fetchSheet';
import { shelfId } from './fetchSheet';
import type { PileItem } from './pile';

/**
 * hand: with the reader, or waiting for them · now: can be read at once, online · fetch: stands on a shelf ·
 * way: asked for, comes in time · ask: must be asked for · late: nothing that is known brings it in time ·
 * open: not looked up yet.
 */
export const PILE_STANDINGS = ['hand', 'now', 'fetch', 'way', 'ask', 'late', 'open'] as const;
export type PileStanding = (typeof PILE_STANDINGS)[number];

/** What is known of a thing's slip, where there is one. */
export interface AskedFor {
  readonly state: SlipState;
  readonly promised: { readonly likely: string } | null;
}
/** What is known of the soonest way to it. */
export interface Reachable {
  readonly wait: { readonly class: WaitClass; readonly date: string | null };
  readonly best: { readonly action: WayAction } | null;
  readonly shelves: readonly Shelf[];
}
/** What the reader found out on the way. */
type Looked = Pick<PileItem, 'got' | 'notAt'>;

/** The shelves on which a thing was not looked for in vain. */
export const shelvesLeft = (shelves: readonly Shelf[], { notAt = [] }: Looked): readonly Shelf[] =>
  shelves.filter((s) => !notAt.includes(shelfId(s)));

const after = (moment: string | null | undefined, needBy: DayNumber | null): boolean => {
  const at = moment ? parseLocal(moment) : null;
  return at !== null && needBy !== null && dayOf(at as Minutes) > needBy;
};
/**
 * @param slips the reader's slips for the thing, in any state
 * @param found undefined before it was looked up
 * @example pileStanding([], { wait: { class: 'now', date: null },
 *   best: { action: { do: 'open', href: '/', signIn: false } }, shelves: [] }, { needBy: null }) // 'now'
 */
export function pileStanding(
  slips: readonly AskedFor[],
  found: Reachable | undefined,
  { needBy, looked = {} }: { readonly needBy: DayNumber | null; readonly looked?: Looked },
): PileStanding {
  if (looked.got || slips.some((s) => isOnLoan(s.state) || isHere(s.state))) return 'hand';
  const coming = slips.find((s) => isUnderWay(s.state) || s.state === 'outgoing');
  if (!found) return coming ? 'way' : 'open';
  const { best, wait } = found;
  if (best?.action.do === 'open' && !after(wait.date, needBy)) return 'now';
  const fetched = best?.action.do === 'go';
  if (fetched && shelvesLeft(found.shelves, looked).length && !after(wait.date, needBy)) return 'fetch';
  if (coming) return after(coming.promised?.likely, needBy) ? 'late' : 'way';
  if (!best || wait.class === 'unlikely' || after(wait.date, needBy)) return 'late';
  return 'ask';
}

/** How many stand where, those that nothing stands at left out; in the order of the bar. */
export function standingCounts(
  standings: readonly PileStanding[],
): readonly { readonly standing: PileStanding; readonly n: number }[] {
  return PILE_STANDINGS.map((standing) => ({
    standing,
    n: standings.filter((s) => s === standing).length,
  })).filter(({ n }) => n > 0);
}
