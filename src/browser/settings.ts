/**
 * Who is reading, and what time it is: the demo's reader and clock, kept in the store and the same in every
 * tab.
 */

import type { LibraryInfo } from '../core/discovery/answers';
import type { Reader } from '../core/model/reader';
import type { KeptConditions } from '../core/query/request';
import { own } from '../core/table';
import { isObject, isTime } from './shapes';
import type { Store } from './store';

export interface Contact {
  readonly email: string;
  readonly address: string;
  /** Other addresses that parcels may go to. */
  readonly addresses?: readonly string[];
}
export interface Registering {
  readonly email: string;
  readonly address: string;
  readonly agreed: boolean;
}
export interface Settings {
  readonly reader: string | null;
  /** ISO local time of the demo clock; null before it was ever moved. */
  readonly clock: string | null;
  readonly contacts: Readonly<Record<string, Contact>>;
  /** By reader: what was typed into the registration and not sent yet. */
  readonly registering: Readonly<Record<string, Registering>>;
  /** By reader: the conditions kept for later searches. */
  readonly kept: Readonly<Record<string, KeptConditions>>;
  /** By reader: the time of the latest message that was looked at in the inbox. */
  readonly inboxSeen: Readonly<Record<string, string>>;
  /** By reader: the time at which the notices were last looked at. */
  readonly noticesSeen: Readonly<Record<string, string>>;
  /** By reader: the pile that something was put into last. */
  readonly lastPile: Readonly<Record<string, string>>;
  /** By reader: how they cited last. */
  readonly citeAs: Readonly<Record<string, CiteAs>>;
}
export interface CiteAs {
  readonly style: string;
  readonly title: string;
  /** A locale in place of the style’s own; empty for that. */
  readonly locale: string;
  readonly byRecord: boolean;
}
/** Before anything was chosen. */
export const NO_SETTINGS: Settings = {
  reader: null,
  clock: null,
  contacts: {},
  registering: {},
  kept: {},
  inboxSeen: {},
  noticesSeen: {},
  lastPile: {},
  citeAs: {},
};

export async function readSettings(store: Store): Promise<Settings> {
  const rows = new Map((await store.settings.toArray()).map((r) => [r.key, r.value]));
  const byReader = <T>(key: string): Readonly<Record<string, T>> => {
    const value = rows.get(key);
    return isObject(value) ? (value as Record<string, T>) : {};
  };
  const [reader, clock] = [rows.get('reader'), rows.get('clock')];
  return {
    reader: typeof reader === 'string' ? reader : null,
    // A clock that shows no time is one that was never moved.
    clock: isTime(clock) ? clock : null,
    contacts: byReader('contacts'),
    registering: byReader('registering'),
    kept: byReader('kept'),
    inboxSeen: byReader('inboxSeen'),
    noticesSeen: byReader('noticesSeen'),
    lastPile: byReader('lastPile'),
    citeAs: byReader('citeAs'),
  };
}
export const chooseReader = (store: Store, id: string): Promise<unknown> =>
  store.settings.put({ key: 'reader', value: id });
/** Moves the clock; never backwards. */
export const moveClock = (store: Store, to: string, start: string): Promise<unknown> =>
  store.transaction('rw', store.settings, async () => {
    const kept = (await store.settings.get('clock'))?.value;
    const now = isTime(kept) ? kept : start;
    if (to > now) await store.settings.put({ key: 'clock', value: to });
  });
/** One reader's entry in a setting that is kept by reader. */
const putFor = <T>(
  store: Store,
  key: 'contacts' | 'registering' | 'kept' | 'inboxSeen' | 'noticesSeen' | 'lastPile' | 'citeAs',
  reader: string,
  value: T,
): Promise<unknown> =>
  store.transaction('rw', store.settings, async () => {
    const all = ((await store.settings.get(key))?.value as Record<string, T> | undefined) ?? {};
    await store.settings.put({ key, value: { ...all, [reader]: value } });
  });
export const sawInbox = (store: Store, reader: string, time: string): Promise<unknown> =>
  putFor(store, 'inboxSeen', reader, time);

export const sawNotices = (store: Store, reader: string, time: string): Promise<unknown> =>
  putFor(store, 'noticesSeen', reader, time);

export const usedPile = (store: Store, reader: string, pile: string): Promise<unknown> =>
  putFor(store, 'lastPile', reader, pile);

export const citedAs = (store: Store, reader: string, how: CiteAs): Promise<unknown> =>
  putFor(store, 'citeAs', reader, how);

/** Registers a reader for interlibrary loan, with where to reach them; later, changes that. */
export const register = (store: Store, reader: string, contact: Contact): Promise<unknown> =>
  putFor(store, 'contacts', reader, contact);
/** Kept on every keystroke, as the slip is. */
export const keepRegistering = (store: Store, reader: string, typed: Registering): Promise<unknown> =>
  putFor(store, 'registering', reader, typed);
export const saveKept = (store: Store, reader: string, kept: KeptConditions): Promise<unknown> =>
  putFor(store, 'kept', reader, kept);

/** The reader as they are now: the library's entry, and what they registered since. */
export function currentReader(info: LibraryInfo, settings: Settings): Reader {
  const reader = info.readers.find((r) => r.id === settings.reader) ?? info.readers[0];
  if (!reader) throw new Error('the library has no readers');
  const contact = own(settings.contacts, reader.id);
  return contact ? { ...reader, ...contact, registered: true } : reader;
}
