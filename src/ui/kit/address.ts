/**
 * The address as state: read with `useAddress`, changed with `go` (a step that Back undoes) or `adjust` (no
 * step).
 */
import { useSyncExternalStore } from 'react';

const listeners = new Set<() => void>();
const tell = () => {
  for (const l of listeners) l();
};
function subscribe(listener: () => void): () => void {
  if (listeners.size === 0) window.addEventListener('popstate', tell);
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
    if (listeners.size === 0) window.removeEventListener('popstate', tell);
  };
}
export const useAddress = (): URLSearchParams =>
  new URLSearchParams(
    useSyncExternalStore(
      subscribe,
      () => window.location.search,
      () => '',
    ),
  );

const write = (params: URLSearchParams, step: boolean) => {
  const text = params.toString();
  const url = `${window.location.pathname}${text ? `?${text}` : ''}`;
  if (url === window.location.pathname + window.location.search) return;
  if (step) window.history.pushState(null, '', url);
  else window.history.replaceState(window.history.state, '', url);
  tell();
};
export const go = (params: URLSearchParams): void => write(params, true);
export const adjust = (params: URLSearchParams): void => write(params, false);
