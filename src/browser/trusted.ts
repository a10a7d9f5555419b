/**
 * The one place where a text becomes a program's address or a page (Trusted Types): what is not of our own server is
 * refused. Browsers that know no such types take what they are given.
 */
interface Policy {
  createScriptURL(url: string): string;
  createHTML(html: string): string;
}
declare global {
  interface Window {
    readonly trustedTypes?: { createPolicy(name: string, rules: Policy): Policy };
  }
}
const own: Policy = {
  createScriptURL: (url) => {
    if (new URL(url, location.href).origin !== location.origin)
      throw new TypeError(`Not of this server: ${url}`);
    return url;
  },
  // What the server sends is a page already; nothing of it is run.
  createHTML: (html) => html,
};
let policy: Policy | null = null;
/** Made once: browsers allow one of a name. */
const trusted = (): Policy => {
  policy ??= window.trustedTypes?.createPolicy('legendum', own) ?? own;
  return policy;
};
/** @param url of a program of this server's */
export const startWorker = (url: string): Worker =>
  new Worker(trusted().createScriptURL(url), { type: 'module' });
/** The program that stands between pages and the network. */
export const startServiceWorker = (url: string): Promise<ServiceWorkerRegistration> =>
  navigator.serviceWorker.register(trusted().createScriptURL(url));
/** A page of this server's, to be looked into. */
export const pageIn = (html: string): Document =>
  new DOMParser().parseFromString(trusted().createHTML(html), 'text/html');
