/**
 * When the browser does not keep what it is told to: site data blocked, no room left, the store closed by a newer
 * version in another tab. Said once in the page's notice; what can do without the store goes on.
 */
import { Dexie } from 'dexie';

const RELOAD =
  'Legendum was opened in a newer version in another tab. Reload this page; what was kept is there.';
const FULL =
  'This browser has no room left, so the last change was not kept. What was kept before is safe. Free some room, or remove old slips, then do it again.';
const BLOCKED =
  'This browser keeps nothing for this address: site data is blocked, or this is a private window. You can search and read; slips, lists and settings need it. Allow site data, then reload.';

const SILENT =
  'This browser’s store does not answer. You can search and read meanwhile; slips, lists and settings come when it does. If it goes on, close other tabs of Legendum and reload.';

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
    ? `The last change was not kept (${error.message}). What was kept before is safe.`
    : null;
}
/** The same for a place that must say something in any case. */
export const notKept = (error: unknown): string =>
  storeTrouble(error) ?? (error instanceof Error ? error.message : 'That did not work; nothing has changed.');

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
 * @param change a change that was lost is told each time, also after the notice was read; what can't be read only once
 */
export function noteTrouble(error: unknown, change = false): boolean {
  const text = storeTrouble(error);
  if (text === null) return false;
  if (change || text !== current?.text) {
    tell({ text });
  }
  return true;
}
/** Notes that the store has not answered for some seconds; taken back by `noteAnswer`. */
export function noteSilence(): void {
  if (current === null) tell({ text: SILENT });
}
export function noteAnswer(): void {
  if (current?.text === SILENT) tell(null);
}
export const trouble = (): Trouble | null => current;
/** Why news of the slips under way could not be had; null when they were. Told where slips are shown. */
let newsTrouble: string | null = null;
export function noteNews(error: unknown): void {
  newsTrouble = error === null ? null : error instanceof Error ? error.message : 'News could not be had.';
  for (const heard of listeners) heard();
}
export const newsFailure = (): string | null => newsTrouble;
export function onTrouble(heard: () => void): () => void {
  listeners.add(heard);
  return () => listeners.delete(heard);
}
