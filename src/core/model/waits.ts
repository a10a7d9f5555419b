/** How long a reader waits: the moment, its class, how far away the thing is looked for, and what that means for a need-by day. */
import type { Minutes } from './time';

/** The median and the 90th percentile of the moment it is readable. */
export interface Ready {
  readonly median: Minutes;
  readonly likely: Minutes;
}
export type WaitClass = 'now' | 'today' | 'week' | 'two-weeks' | 'later' | 'unlikely';
export const WAIT_CLASSES = [
  'now',
  'today',
  'week',
  'two-weeks',
  'later',
  'unlikely',
] as const satisfies readonly WaitClass[];

export const REACHES = ['online', 'shelves', 'partners', 'index'] as const;
/** How far the search looks, each step including the ones before it. */
export type Reach = (typeof REACHES)[number];

/** A moment against the day on which a thing is needed. */
export type Verdict = 'in-time' | 'tight' | 'too-late';

export const WAIT_LABEL: Record<WaitClass, string> = {
  now: 'now',
  today: 'today',
  week: 'this week',
  'two-weeks': 'within two weeks',
  later: 'later',
  unlikely: 'unlikely',
};

/**
 * How long so many would take, in words: the classes that occur, soonest first.
 * @example waitsInWords({ now: 0, today: 0, week: 12, 'two-weeks': 180, later: 0, unlikely: 3 }) // '12 this week, 180 within two weeks, 3 unlikely'
 */
export const waitsInWords = (waits: Readonly<Record<WaitClass, number>>): string =>
  WAIT_CLASSES.filter((c) => waits[c] > 0)
    .map((c) => `${waits[c].toLocaleString('en')} ${WAIT_LABEL[c]}`)
    .join(', ');
