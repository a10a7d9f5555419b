/**
 * The providers' habits: what happens when a reader follows a link to one. Simulated, so that every case can
 * be met.
 */
import type { Provider } from '../core/model/library';
import { fraction } from '../core/random';

/**
 * pdf: the PDF at once · page: a page with a button · sign-in: asks who you are, even on campus · faulty: now
 * and then it fails.
 */
export type Habit = NonNullable<Provider['habit']>;
/** A faulty provider fails for a third of its items, always the same ones. */
export const fails = (habit: Habit, provider: string, record: string): boolean =>
  habit === 'faulty' && fraction(`${provider}/${record}`) < 1 / 3;
