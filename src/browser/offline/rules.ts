/**
 * What the service worker does with an address, and what it tells and is told: plain data and functions, so that
 * they can be tried without one.
 */
import { clockOf, dayOf, isoLocal, type Minutes, minutes, parseLocal } from '../../core/model/time';

/**
 * Pages that are the same whoever reads, and work with what is in the browser: they open at once from what was kept,
 * network or not. A slip's own page is one for all slips, by the address of the first of them.
 */
export const SHELLS = [
  '/',
  '/references',
  '/piles',
  '/requests',
  '/requests/new',
  '/requests/slip',
  '/loans',
  '/courses',
  '/notices',
  '/searches',
  '/account',
  '/ask',
  '/browse',
  '/journals',
  '/policy',
  '/places',
  '/about',
  '/offline',
] as const;
export type Shell = (typeof SHELLS)[number];
const KNOWN: ReadonlySet<string> = new Set(SHELLS);
/** The page that says what can be done without a network. */
export const NOWHERE: Shell = '/offline';

/** Under which names the browser keeps what came over the network. */
export const CACHE = {
  state: 'legendum-state',
  files: 'legendum-files',
  data: 'legendum-data',
  kept: 'legendum-kept',
  pages: (version: string): string => `legendum-pages-${version}`,
} as const;

/**
 * What is asked for at every letter and search goes by the worker without its being woken (Service Worker, static
 * routing), in browsers that can: it would look at it, and do nothing. Paths of `past`.
 */
export const PAST = ['search', 'suggest', 'live', 'courses', 'answers', 'related', 'ways', 'values'].map(
  (name) => `/api/${name}`,
);

/** A path without the stroke at its end. */
const bare = (path: string): string => (path.length > 1 ? path.replace(/\/+$/, '') : path);
/** The kept page that stands for a path; null for a page that is the server's to write. */
export function shellOf(path: string): Shell | null {
  const own = bare(path);
  if (KNOWN.has(own)) return own as Shell;
  return /^\/requests\/[^/]+$/.test(own) ? '/requests/slip' : null;
}
/**
 * What is done with a question of a page: `file` never changes under its address; `settled` changes seldom, and is
 * answered from what was kept while it is asked anew; `library` and `record` are asked, and kept for when nobody
 * answers; `shell` and `page` are pages; `account` says who reads; `past` goes by without being looked at.
 */
export type Sort = 'file' | 'settled' | 'library' | 'record' | 'shell' | 'page' | 'account' | 'past';
export function sortOf(url: URL, mode: string): Sort {
  const { pathname } = url;
  if (/^\/(sign-in|sign-out)(\/|$)/.test(pathname)) return 'account';
  if (mode === 'navigate') {
    if (/^\/records\/[^/]+$/.test(pathname)) return 'record';
    if (/^\/(desk|standin|pass|cleared)(\/|$)/.test(pathname)) return 'past';
    return shellOf(pathname) ? 'shell' : 'page';
  }
  if (pathname.startsWith('/_astro/') || pathname.startsWith('/models/')) return 'file';
  if (pathname === '/api/library') return 'library';
  if (/^\/api\/records\/[^/]+$/.test(pathname) && !url.searchParams.has('format')) return 'record';
  if (
    /^\/(theme\.js|copy\.js|favicon\.svg|library\.css|library-logo|manifest\.webmanifest|icons\/.+)$/.test(
      pathname,
    )
  )
    return 'settled';
  return /^\/api\/(styles|locales|guidance)(\/|$)/.test(pathname) ? 'settled' : 'past';
}
/** The addresses under which a record is kept: its page, and what is said of it in a list. */
export const addressesOf = (record: string): readonly string[] => {
  const id = encodeURIComponent(record);
  return [`/records/${id}`, `/api/records/${id}`];
};

/** What the server says is to be kept: `GET /api/offline`. */
export interface ToKeep {
  /** Of all that is kept: another one is another Legendum, or another library’s. */
  readonly version: string;
  readonly language: string;
  readonly files: readonly string[];
}
/** What is kept, as the worker writes it down for itself. */
export interface Kept extends ToKeep {
  /** Milliseconds since 1970 at which it was fetched. */
  readonly at: number;
  /** Files of the version before: pages that are open may still ask for them. */
  readonly before: readonly string[];
}
/** What pages tell the worker. */
export type Told =
  | { readonly do: 'fill'; readonly language: string }
  | { readonly do: 'keep'; readonly records: readonly string[] }
  | { readonly do: 'say' };
/** What the worker tells pages. */
export interface Said {
  readonly legendum: 'offline';
  /** Whether the library answered the last time it was asked; null before it was. */
  readonly reached: boolean | null;
  /** Since when what stands here was last heard from the library, in milliseconds since 1970; null for now. */
  readonly from: number | null;
  readonly kept: { readonly at: number; readonly version: string } | null;
  /** A newer one is all here and waits until nobody writes a slip. */
  readonly newer: boolean;
}
/** The library says something else of itself than it said before, and is to be asked anew. */
export interface OtherLibrary {
  readonly legendum: 'library';
}
/** Whether the library says the same of itself but for the time. */
export const sameLibrary = <T extends { readonly now: string }>(before: T, after: T): boolean =>
  JSON.stringify({ ...before, now: '' }) === JSON.stringify({ ...after, now: '' });
/** While somebody writes a slip in any tab, this lock is held, and no other version takes over. */
export const WRITING = 'legendum-writing';

/**
 * What the library said of itself, some time later: its clock has gone on meanwhile. A clock that is moved by hand
 * stands still.
 * @param passed milliseconds
 * @example aged({ now: '2026-11-02T09:10', movable: false }, 3_600_000).now // '2026-11-02T10:10'
 */
export function aged<T extends { readonly now: string; readonly movable: boolean }>(
  info: T,
  passed: number,
): T {
  const said = parseLocal(info.now);
  if (info.movable || said === null) return info;
  return { ...info, now: isoLocal(minutes(said + Math.floor(passed / 60_000))) };
}
/** Day and hour of a moment of this machine's, as minutes count here. */
export function localOf(ms: number): Minutes {
  const d = new Date(ms);
  return minutes(Math.floor((ms - d.getTimezoneOffset() * 60_000) / 60_000));
}
/** The clock's part and the day's of such a moment. */
export const partsOf = (
  ms: number,
): { readonly day: ReturnType<typeof dayOf>; readonly clock: ReturnType<typeof clockOf> } => {
  const at = localOf(ms);
  return { day: dayOf(at), clock: clockOf(at) };
};
/** Which files are dropped: those of neither what is kept now nor what was before. */
export const dropped = (
  there: readonly string[],
  kept: Pick<Kept, 'files' | 'before'>,
): readonly string[] => {
  const wanted = new Set([...kept.files, ...kept.before]);
  return there.filter((f) => !wanted.has(f));
};
