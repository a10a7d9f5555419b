/**
 * The service worker: pages that open without a network, or before it has answered. What is kept for that is fetched
 * whole, version by version (`fill`), and another version takes over when nobody writes a slip. It keeps nothing of
 * what was read but the records that are in piles; what is the reader's own is in the store, and never here.
 */
import { ExpirationPlugin } from 'workbox-expiration';
import { registerRoute } from 'workbox-routing';
import { CacheFirst, StaleWhileRevalidate } from 'workbox-strategies';
import type { LibraryInfo } from '../../core/discovery/answers';
import { EDITION } from '../../core/discovery/edition';
import {
  addressesOf,
  aged,
  CACHE,
  dropped,
  type Kept,
  NOWHERE,
  type OtherLibrary,
  PAST,
  type Said,
  SHELLS,
  type Sort,
  sameLibrary,
  shellOf,
  sortOf,
  type ToKeep,
  type Told,
  WRITING,
} from './rules';

/** What could not be had now is asked for with the next page. */
const another = (): void => undefined;

/** What of a service worker's world is used here. */
interface Client {
  postMessage(said: Said | OtherLibrary): void;
}
interface Waiting {
  waitUntil(work: Promise<unknown>): void;
}
/** What of itself it can say when it is installed; not in every browser yet. */
interface Installing extends Waiting {
  addRoutes?(
    routes: readonly { readonly condition: { readonly urlPattern: string }; readonly source: 'network' }[],
  ): Promise<void>;
}
interface World {
  readonly clients: { matchAll(): Promise<readonly Client[]>; claim(): Promise<void> };
  skipWaiting(): Promise<void>;
  addEventListener(name: 'install', heard: (event: Installing) => void): void;
  addEventListener(name: 'activate', heard: (event: Waiting) => void): void;
  addEventListener(
    name: 'message',
    heard: (event: Waiting & { readonly data: Told; readonly source: Client | null }) => void,
  ): void;
}
const world = self as unknown as World;

/** Milliseconds between two looks for another version, and between two records that are fetched to be kept. */
const [LOOK_AGAIN, GENTLY] = [60_000, 150];
/** Records that are kept. */
const MOST_KEPT = 500;
const [STAMP, SPOKEN] = ['x-kept-at', 'x-spoken'];
const LIBRARY = '/api/library';
/** One answer an address: which language it is in is the version’s. */
const HERE = { ignoreVary: true } as const;

// --- what it knows of itself ---
const STATE = '/kept.json';
async function readKept(): Promise<Kept | null> {
  const kept = await (await caches.open(CACHE.state)).match(STATE, HERE);
  return kept ? ((await kept.json()) as Kept) : null;
}
const writeKept = async (kept: Kept): Promise<void> =>
  (await caches.open(CACHE.state)).put(STATE, new Response(JSON.stringify(kept)));

let reached: boolean | null = null;
let from: number | null = null;
let newer = false;
async function state(): Promise<Said> {
  const kept = await readKept();
  return {
    legendum: 'offline',
    reached,
    from,
    kept: kept && { at: kept.at, version: kept.version },
    newer,
  };
}
async function tell(): Promise<void> {
  const said = await state();
  for (const client of await world.clients.matchAll()) client.postMessage(said);
}
function note(answered: boolean): void {
  const before = reached;
  reached = answered;
  if (answered) from = null;
  if (before !== answered) void tell();
}

// --- what is kept of the library ---
let looked = 0;
let filling: Promise<void> | null = null;
/** Fetches what is not here yet, one after the other: a slow network is the reader's first. */
async function fetchAll(addresses: readonly string[], into: Cache): Promise<void> {
  for (const address of addresses) {
    if (await into.match(address, HERE)) continue;
    const answer = await fetch(address, { credentials: 'same-origin' });
    if (!answer.ok || answer.redirected) throw new Error(`${address}: ${answer.status}`);
    await into.put(address, asKept(answer));
  }
}
/** What is kept is of no edition: it is answered when nobody says which is in force. */
function asKept(answer: Response): Response {
  const headers = new Headers(answer.headers);
  headers.delete(EDITION);
  const { status, statusText } = answer;
  return new Response(answer.body, { status, statusText, headers });
}
async function fill(seen: string): Promise<void> {
  const kept = await readKept();
  if (kept?.language === seen && Date.now() - looked < LOOK_AGAIN) return;
  looked = Date.now();
  // In which language pages come is the server's to say: a page that is seen may have been asked for in another.
  const page = await fetch(NOWHERE, { headers: { accept: 'text/html' } });
  const language = page.headers.get('content-language');
  if (!page.ok || !language) return;
  const answer = await fetch('/api/offline', { headers: { 'accept-language': language } });
  if (!answer.ok) return;
  const wanted = (await answer.json()) as ToKeep;
  if (kept?.version === wanted.version) return;
  await fetchAll(wanted.files, await caches.open(CACHE.files));
  await fetchAll(SHELLS, await caches.open(CACHE.pages(wanted.version)));
  await fetchSettled(language);
  await takeOver({ ...wanted, at: Date.now(), before: kept?.files ?? [] });
}
/** The styles that courses ask for most. */
const STYLES = 12;
/** What is answered at once and asked anew behind it, so that it is there when nobody answers: as much as can be had. */
async function fetchSettled(language: string): Promise<void> {
  const data = await caches.open(CACHE.data);
  await library(new Request(LIBRARY, { headers: { 'accept-language': language } }));
  await fetchAll(['/theme.js', '/copy.js', '/favicon.svg', '/manifest.webmanifest'], data);
  const listed = '/api/styles?q=';
  await fetchAll(['/api/guidance', listed], data);
  const known = await data.match(listed, HERE);
  if (!known) return;
  const { styles, locales } = (await known.json()) as {
    readonly styles: readonly { readonly id: string }[];
    readonly locales: readonly string[];
  };
  const spoken = locales.filter((l) => l.startsWith(language.slice(0, 2)));
  await fetchAll(
    [
      ...styles.slice(0, STYLES).map(({ id }) => `/api/styles/${encodeURIComponent(id)}`),
      ...spoken.map((l) => `/api/locales/${encodeURIComponent(l)}`),
    ],
    data,
  );
}
/** Another version for all pages at once; later, where somebody writes a slip. */
async function takeOver(next: Kept): Promise<void> {
  const done = await navigator.locks.request(WRITING, { ifAvailable: true }, async (lock) => {
    if (!lock) return false;
    await writeKept(next);
    return true;
  });
  newer = !done;
  if (!done) {
    looked = 0;
    return tell();
  }
  for (const name of await caches.keys())
    if (name.startsWith(CACHE.pages('')) && name !== CACHE.pages(next.version)) await caches.delete(name);
  const files = await caches.open(CACHE.files);
  const there = (await files.keys()).map((r) => new URL(r.url).pathname);
  for (const file of dropped(there, next)) await files.delete(file);
  await tell();
  // Pages of records are of the version before, and ask for its files.
  const records = await caches.open(CACHE.kept);
  for (const { url } of await records.keys()) await fetchRecord(new URL(url).pathname, records);
}
/** A record that is gone is kept by nobody; a network that is gone is asked another time. */
async function fetchRecord(address: string, into: Cache): Promise<void> {
  const accept = address.startsWith('/api/') ? 'application/json' : 'text/html';
  const answer = await fetch(address, { headers: { accept } });
  if (answer.ok && !answer.redirected) await into.put(address, asKept(answer));
  await new Promise((later) => setTimeout(later, GENTLY));
}
/** Keeps the records that are in piles, so that they can be read about; and no others. */
async function keep(records: readonly string[]): Promise<void> {
  const kept = await caches.open(CACHE.kept);
  const wanted = new Set(records.slice(0, MOST_KEPT).flatMap(addressesOf));
  for (const request of await kept.keys())
    if (!wanted.has(new URL(request.url).pathname)) await kept.delete(request);
  for (const address of wanted) if (!(await kept.match(address, HERE))) await fetchRecord(address, kept);
}

// --- what is answered ---
/** The page kept for a path, whole with its headers. */
async function keptPage(path: string): Promise<Response | null> {
  const shell = shellOf(path);
  const kept = shell && (await readKept());
  return (kept && (await (await caches.open(CACHE.pages(kept.version))).match(shell, HERE))) || null;
}
const nowhere = async (): Promise<Response> => (await keptPage(NOWHERE)) ?? Response.error();

/**
 * What the library answers; null where nobody was reached, which pages are told. A question that its page has given up
 * says nothing of the network.
 */
async function heard(request: Request): Promise<Response | null> {
  try {
    const answer = await fetch(request);
    note(true);
    return answer;
  } catch (error) {
    if (request.signal.aborted) throw error;
    note(false);
    return null;
  }
}
async function shell(request: Request, url: URL): Promise<Response> {
  const asksLanguage = url.searchParams.has('lang');
  const kept = asksLanguage ? null : await keptPage(url.pathname);
  if (kept) return kept;
  const answer = await heard(request);
  // What is kept may be in another language now.
  if (asksLanguage && answer?.ok) await caches.delete(CACHE.state);
  return answer ?? (await keptPage(url.pathname)) ?? nowhere();
}
const page = async (request: Request): Promise<Response> => (await heard(request)) ?? nowhere();
async function record(request: Request, url: URL): Promise<Response> {
  const answer = (await heard(request)) ?? (await (await caches.open(CACHE.kept)).match(url.pathname, HERE));
  return answer ?? (request.mode === 'navigate' ? nowhere() : Response.error());
}
/** Whoever signs in or out is another to the library: what it said to the one before is not kept. */
async function account(request: Request): Promise<Response> {
  await (await caches.open(CACHE.data)).delete(LIBRARY, HERE);
  return fetch(request);
}
/**
 * Who the library is and what time it is there: as it said last, at once; it is asked meanwhile, and pages are told
 * where it says something else by now.
 */
async function library(request: Request): Promise<Response> {
  const data = await caches.open(CACHE.data);
  const language = request.headers.get('accept-language') ?? '';
  const last = await data.match(LIBRARY, HERE);
  const kept = last?.headers.get(SPOKEN) === language ? last : undefined;
  const asked = heard(request).then(async (answer) => {
    if (answer?.ok) {
      const headers = new Headers(answer.headers);
      headers.set(STAMP, String(Date.now()));
      headers.set(SPOKEN, language);
      await data.put(LIBRARY, new Response(await answer.clone().blob(), { headers }));
    }
    return answer;
  });
  if (!kept) return (await asked) ?? Response.error();
  const before = (await kept.json()) as LibraryInfo;
  const at = Number(kept.headers.get(STAMP));
  void asked
    .then((answer) => {
      if (answer) return correct(answer.clone(), before);
      from = at;
      return tell();
    })
    .catch(another);
  return new Response(JSON.stringify(aged(before, Date.now() - at)), {
    headers: { 'content-type': 'application/json' },
  });
}
/** Pages that took what the library said before are told where it says something else by now: who reads, above all. */
async function correct(answer: Response, before: LibraryInfo): Promise<void> {
  if (!answer.ok || sameLibrary(before, (await answer.json()) as LibraryInfo)) return;
  for (const client of await world.clients.matchAll()) client.postMessage({ legendum: 'library' });
}

const is =
  (...sorts: readonly Sort[]) =>
  ({ url, request, sameOrigin }: { url: URL; request: Request; sameOrigin: boolean }): boolean =>
    sameOrigin && sorts.includes(sortOf(url, request.mode));
registerRoute(is('file'), new CacheFirst({ cacheName: CACHE.files, matchOptions: HERE }));
registerRoute(
  is('settled'),
  new StaleWhileRevalidate({
    cacheName: CACHE.data,
    matchOptions: HERE,
    plugins: [new ExpirationPlugin({ maxEntries: 80 })],
  }),
);
registerRoute(is('library'), ({ request }) => library(request));
registerRoute(is('record'), ({ request, url }) => record(request, url));
registerRoute(is('shell'), ({ request, url }) => shell(request, url));
registerRoute(is('page'), ({ request }) => page(request));
registerRoute(is('account'), ({ request }) => account(request));
registerRoute(is('account'), ({ request }) => account(request), 'POST');

world.addEventListener('install', (event) => {
  event.waitUntil(world.skipWaiting());
  const routes = PAST.map((path) => ({ condition: { urlPattern: `${path}?*` }, source: 'network' }) as const);
  const told = event.addRoutes?.(routes);
  // A browser that knows other rules asks the worker, as it did before there were any.
  if (told) event.waitUntil(told.catch(another));
});
world.addEventListener('activate', (event) => event.waitUntil(world.clients.claim()));
world.addEventListener('message', (event) => {
  const told = event.data;
  if (told.do === 'say') event.waitUntil(state().then((said) => event.source?.postMessage(said)));
  if (told.do === 'keep') event.waitUntil(keep(told.records).catch(another));
  if (told.do === 'fill') {
    filling ??= fill(told.language)
      .catch(another)
      .finally(() => {
        filling = null;
      });
    event.waitUntil(filling);
  }
});
