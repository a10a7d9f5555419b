import { fileURLToPath } from 'node:url';
import node from '@astrojs/node';
import react from '@astrojs/react';
import { defineConfig } from 'astro/config';

const NO_FETCH = fileURLToPath(new URL('./src/browser/noFetch.ts', import.meta.url));

/** The language whose words the pages are built with; another than the first for tests. */
const WORDS = process.env.LEGENDUM_WORDS;
const otherWords = {
  name: 'words',
  enforce: 'pre',
  resolveId(id, from) {
    return WORDS && /^\.\/en\/[a-z]+\.js$/.test(id) && from?.includes('/words/generated/')
      ? this.resolve(id.replace('/en/', `/${WORDS}/`), from, { skipSelf: true })
      : null;
  },
};

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react()],
  devToolbar: { enabled: false },
  build: { inlineStylesheets: 'never' },
  // Another site has nothing to ride on: the session's cookie is SameSite=Lax, and what is done in its name is asked
  // for by POST. POST /api/references takes text/plain from anybody's programs.
  security: { checkOrigin: false },
  experimental: {
    // Hashes the inline scripts that Astro itself writes; anything else inline is refused by the browser.
    csp: {
      algorithm: 'SHA-256',
      directives: [
        "default-src 'self'",
        "img-src 'self' data:",
        "font-src 'self'",
        "connect-src 'self'",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
      ],
      scriptDirective: { resources: ["'self'"] },
      styleDirective: { resources: ["'self'"] },
    },
  },
  vite: {
    build: { assetsInlineLimit: 0 },
    plugins: [otherWords],
    // Citation.js brings Node's ways of fetching; in the browser nothing is to be fetched by it.
    resolve: {
      alias: [
        ...['node-fetch', 'sync-fetch', 'fetch-ponyfill'].map((find) => ({ find, replacement: NO_FETCH })),
        // As it is written, and not as it is made for browsers of ten years ago: a tenth smaller.
        { find: /^dexie$/, replacement: 'dexie/dist/modern/dexie.mjs' },
      ],
    },
    worker: { format: 'es', plugins: () => [otherWords] },
    css: { modules: { generateScopedName: '[name]_[local]_[hash:base64:4]' } },
  },
});
