/**
 * The page's side of being without a network: it starts the service worker, tells it what to keep, and knows whether
 * the library is reached. Whoever opens a page again after it was not is told so, and what waits goes out.
 */
import { startServiceWorker } from '../trusted';
import type { Said, Told } from './rules';

/** A reader who wants nothing kept for it. */
const OFF = 'legendum.offline';
/** Milliseconds between two looks whether the library is there again. */
const LOOK = 10_000;

export interface Reach {
  /** False where the library was not reached the last time; null before that is known. */
  readonly reached: boolean | null;
  /** Since when, in milliseconds since 1970; null while it is reached. */
  readonly since: number | null;
  /** From when what the library said of itself is, where it was not reached; milliseconds since 1970. */
  readonly from: number | null;
  readonly kept: Said['kept'];
  readonly newer: boolean;
}
let now: Reach = { reached: null, since: null, from: null, kept: null, newer: false };
const listeners = new Set<() => void>();
export const reach = (): Reach => now;
export function onReach(heard: () => void): () => void {
  listeners.add(heard);
  return () => listeners.delete(heard);
}
let looking: ReturnType<typeof setInterval> | null = null;
function change(next: Partial<Reach>): void {
  const before = now.reached;
  now = { ...now, ...next };
  if (now.reached === false) now = { ...now, since: now.since ?? Date.now() };
  else now = { ...now, since: null, from: null };
  for (const heard of listeners) heard();
  if (now.reached === false) looking ??= setInterval(() => void look(), LOOK);
  else if (looking) {
    clearInterval(looking);
    looking = null;
  }
  // What waits for the connection listens for it; a library that was away is one that is back.
  if (before === false && now.reached) window.dispatchEvent(new Event('online'));
}
/** Whether the library is there, asked of itself. */
export async function look(): Promise<boolean> {
  try {
    const there = (await fetch('/healthz', { cache: 'no-store' })).ok;
    change({ reached: there });
    return there;
  } catch {
    change({ reached: false });
    return false;
  }
}

export const canKeep = (): boolean => typeof navigator !== 'undefined' && 'serviceWorker' in navigator;
export function isOff(): boolean {
  try {
    return localStorage.getItem(OFF) === 'off';
  } catch {
    return true;
  }
}
/** Tells the worker something; nothing where there is none. */
async function tell(told: Told): Promise<void> {
  if (!canKeep()) return;
  const registration = await navigator.serviceWorker.getRegistration();
  const worker = registration?.active ?? registration?.waiting ?? registration?.installing;
  worker?.postMessage(told);
}
export const keepRecords = (records: readonly string[]): Promise<void> => tell({ do: 'keep', records });

let begun: Promise<void> | null = null;
/** Once a page, when it is quiet. Resolves when there is a worker to be told something, or will be none. */
export function begin(): Promise<void> {
  begun ??= start();
  return begun;
}
async function start(): Promise<void> {
  window.addEventListener('offline', () => change({ reached: false }));
  window.addEventListener('online', () => {
    if (now.reached === false) void look();
  });
  if (!navigator.onLine) change({ reached: false });
  if (!canKeep() || isOff()) return;
  navigator.serviceWorker.addEventListener('message', ({ data }: MessageEvent<Said>) => {
    if (data?.legendum !== 'offline') return;
    const { reached, from, kept, newer } = data;
    change({ kept, newer, ...(reached === null ? {} : { reached }), ...(reached === false ? { from } : {}) });
  });
  try {
    await startServiceWorker('/sw.js');
    await navigator.serviceWorker.ready;
  } catch {
    // A browser that keeps no programs (a private window) goes on without.
    return;
  }
  await tell({ do: 'say' });
  await tell({ do: 'fill', language: document.documentElement.lang });
}
/** Lets the browser keep what is needed without a network, or takes all of it out. */
export async function turn(on: boolean): Promise<void> {
  if (on) {
    localStorage.removeItem(OFF);
    begun = null;
    return begin();
  }
  localStorage.setItem(OFF, 'off');
  await forget();
  change({ kept: null, newer: false });
}
/** Takes out all that was kept for it; the reader’s own data stay. */
export async function forget(): Promise<void> {
  if (canKeep())
    for (const registration of await navigator.serviceWorker.getRegistrations())
      await registration.unregister();
  if ('caches' in window) for (const name of await caches.keys()) await caches.delete(name);
}
/** Bytes that this site keeps in the browser; null where it does not say. */
export const bytesKept = async (): Promise<number | null> =>
  (await navigator.storage?.estimate?.().catch(() => null))?.usage ?? null;
