/**
 * How long a reader waits: the moment, its class, how far away the thing is looked for, and what that means
 * for a need-by day.
 */
import type { Minutes } from './time';

/** The median and the 90th percentile of the moment it is readable. */
export interface Ready {
  readonly median: Minutes;
  readonly likely: Minutes;
}
/** `on-site`: nothing brings it to the reader, but it may be read where it is kept. */
export type WaitClass = 'now' | 'today' | 'week' | 'two-weeks' | 'later' | 'on-site' | 'unlikely';
export const WAIT_CLASSES = [
  'now',
  'today',
  'week',
  'two-weeks',
  'later',
  'on-site',
  'unlikely',
] as const satisfies readonly WaitClass[];

export const REACHES = ['online', 'shelves', 'partners', 'index'] as const;
/** How far the search looks, each step including the ones before it. */
export type Reach = (typeof REACHES)[number];

/** A moment against the day on which a thing is needed. */
export type Verdict = 'in-time' | 'tight' | 'too-late';
