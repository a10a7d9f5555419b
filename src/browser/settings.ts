/**
 * Who was here, from where somebody looks who is not signed in, and what time it is by the demo's clock: kept in
 * the store and the same in every tab.
 */

import type { LibraryInfo } from '../core/discovery/answers';
import { CATEGORIES, type ReaderCategory } from '../core/model/codes';
import { type Reader, type ReaderSituation, visitorAt } from '../core/model/reader';
import type { CampusId } from '../core/model/record';
import type { KeptConditions } from '../core/query/request';
import { own } from '../core/table';
import { isObject, isTime } from './shapes';
import type { Store } from './store';

export interface Contact {
  readonly email: string;
  readonly address: string;
  /** Other addresses that parcels may go to. */
  readonly addresses?: readonly string[];
  /** Where things are collected, where not at the reader's own campus. */
  readonly pickup?: CampusId;
}
export interface Registering {
  readonly email: string;
  readonly address: string;
  readonly agreed: boolean;
}
export interface Settings {
  /** Who was signed in last in this browser; null for nobody. */
  readonly reader: string | null;
  /** From where somebody looks who is not signed in; null before they said it. */
  readonly situation: ReaderSituation | null;
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
  /** By reader: how they want to be reminded, and what is kept of what was brought back. */
  readonly loans: Readonly<Record<string, LoanSettings>>;
  /** By reader: how they cited last. */
  readonly citeAs: Readonly<Record<string, CiteAs>>;
}
export interface LoanSettings {
  /** So many days before it is due. */
  readonly remind: number;
  /** What was brought back is kept. */
  readonly keepsPast: boolean;
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
  situation: null,
  clock: null,
  contacts: {},
  registering: {},
  kept: {},
  inboxSeen: {},
  noticesSeen: {},
  lastPile: {},
  loans: {},
  citeAs: {},
};

const isSituation = (value: unknown): value is ReaderSituation =>
  isObject(value) &&
  typeof value.campus === 'string' &&
  CATEGORIES.includes(value.category as ReaderCategory) &&
  typeof value.remote === 'boolean';

export async function readSettings(store: Store): Promise<Settings> {
  const rows = new Map((await store.settings.toArray()).map((r) => [r.key, r.value]));
  const byReader = <T>(key: string): Readonly<Record<string, T>> => {
    const value = rows.get(key);
    // Readers are called what their university calls them: `constructor` is one who has kept nothing yet.
    return Object.assign(Object.create(null) as Record<string, T>, isObject(value) ? value : {});
  };
  const [reader, clock, situation] = [rows.get('reader'), rows.get('clock'), rows.get('situation')];
  return {
    reader: typeof reader === 'string' ? reader : null,
    situation: isSituation(situation) ? situation : null,
    // A clock that shows no time is one that was never moved.
    clock: isTime(clock) ? clock : null,
    contacts: byReader('contacts'),
    registering: byReader('registering'),
    kept: byReader('kept'),
    inboxSeen: byReader('inboxSeen'),
    noticesSeen: byReader('noticesSeen'),
    lastPile: byReader('lastPile'),
    loans: byReader('loans'),
    citeAs: byReader('citeAs'),
  };
}
/** Moves the clock; never backwards. */
export const moveClock = (store: Store, to: string, start: string): Promise<unknown> =>
  store.transaction('rw', store.settings, async () => {
    const kept = (await store.settings.get('clock'))?.value;
    const now = isTime(kept) ? kept : start;
    if (to > now) await store.settings.put({ key: 'clock', value: to });
  });
/** One reader's entry in a setting that is kept by reader. */
export const putFor = <T>(
  store: Store,
  key: 'contacts' | 'registering' | 'kept' | 'inboxSeen' | 'noticesSeen' | 'lastPile' | 'loans' | 'citeAs',
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

/** The reader as they are now: who is signed in, with what they registered since; else nobody in particular. */
export function currentReader(info: LibraryInfo, settings: Settings): Reader {
  const reader = info.reader ?? visitorAt(situationOf(info, settings));
  const contact = own(settings.contacts, reader.id);
  return contact ? { ...reader, ...contact, registered: true } : reader;
}
function situationOf({ campuses }: LibraryInfo, { situation }: Settings): ReaderSituation {
  const known = situation && campuses.some((c) => c.id === situation.campus) ? situation : null;
  const [first] = campuses;
  if (!first) throw new Error('the library has no campus');
  return known ?? { campus: first.id, category: 'undergraduate', remote: false };
}
