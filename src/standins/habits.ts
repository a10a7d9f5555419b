/** The providers' habits: what happens when a reader follows a link to one. Simulated, so that every case can be met. */
import { fraction } from '../core/random';
import { table } from '../core/table';

/** pdf: the PDF at once · page: a page with a button · sign-in: asks who you are, even on campus · faulty: now and then it fails. */
export type Habit = 'pdf' | 'page' | 'sign-in' | 'faulty';
const HABITS = table<Habit>({
  grenholm: 'pdf',
  opentide: 'pdf',
  tarnrepo: 'pdf',
  quillan: 'sign-in',
  bluewick: 'sign-in',
  loftgate: 'faulty',
  courier: 'faulty',
});
export const habitOf = (provider: string): Habit => HABITS.get(provider) ?? 'page';
/** A faulty provider fails for a third of its items, always the same ones. */
export const fails = (provider: string, record: string): boolean =>
  habitOf(provider) === 'faulty' && fraction(`${provider}/${record}`) < 1 / 3;
