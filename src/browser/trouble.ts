/**
 * When the browser does not keep what it is told to: site data blocked, no room left, the store closed by a
 * newer version in another tab. Said once in the page's notice; what can do without the store goes on.
 */

import { Dexie } from 'dexie';
import { say } from '../words/generated/browser';

const RELOAD = say('browser.legendumWasOpenedInANewer');
const FULL = say('browser.thisBrowserHasNoRoomLeft');
const BLOCKED = say('browser.thisBrowserKeepsNothingForThis');

const SILENT = say('browser.thisBrowsersStoreDoesNotAnswer');
const UNFETCHED = say('browser.partNotFetched');

const UNOPENED = new Set([
  'DatabaseClosedError',
  'MissingAPIError',
  'OpenFailedError',
  'SecurityError',
  'UnknownError',
]);

const namesOf = (error: unknown): string[] => {
  const names: string[] = [];
  for (let e = error; e instanceof Error && names.length < 5; e = (e as { inner?: unknown }).inner)
    names.push(e.name);
  return names;
};
/** What went wrong with keeping, in the reader's words; null for an error that is not the store's. */
export function storeTrouble(error: unknown): string | null {
  const names = namesOf(error);
  if (names.includes('QuotaExceededError')) return FULL;
  // A store that could not be opened carries the reason inside; one that was closed under way carries none.
  if (names.length === 1 && names[0] === 'DatabaseClosedError') return RELOAD;
  if (names.some((n) => UNOPENED.has(n))) return BLOCKED;
  return error instanceof Dexie.DexieError
    ? say('browser.theLastChangeWasNotKept', { message: error.message })
    : null;
}
/** The same for a place that must say something in any case. */
export const notKept = (error: unknown): string =>
  storeTrouble(error) ?? (error instanceof Error ? error.message : say('browser.thatDidNotWorkNothingHas'));

/** One telling; a new one is a new object, also with the same words. */
export interface Trouble {
  readonly text: string;
}
let current: Trouble | null = null;
const listeners = new Set<() => void>();
function tell(said: Trouble | null): void {
  current = said;
  for (const heard of listeners) heard();
}
/**
 * Notes trouble with the store. Returns false for an error that is not the store's.
 * @param change a change that was lost is told each time, also after the notice was read; what can't be read
 *   only once
 */
export function noteTrouble(error: unknown, change = false): boolean {
  const text = storeTrouble(error);
  if (text === null) return false;
  if (change || text !== current?.text) tell({ text });
  return true;
}
/** Notes that the store has not answered for some seconds; taken back by `noteAnswer`. */
export function noteSilence(): void {
  if (current === null) tell({ text: SILENT });
}
export function noteAnswer(): void {
  if (current?.text === SILENT) tell(null);
}
/** Notes that a part of the page could not be fetched; taken back by `noteFetched`. */
export function noteUnfetched(): void {
  if (current === null) tell({ text: UNFETCHED });
}
export function noteFetched(): void {
  if (current?.text === UNFETCHED) tell(null);
}
export const trouble = (): Trouble | null => current;
/** Why news of the slips under way could not be had; null when they were. Told where slips are shown. */
let newsTrouble: string | null = null;
export function noteNews(error: unknown): void {
  newsTrouble = error === null ? null : notKept(error);
  for (const heard of listeners) heard();
}
export const newsFailure = (): string | null => newsTrouble;
export function onTrouble(heard: () => void): () => void {
  listeners.add(heard);
  return () => listeners.delete(heard);
}
