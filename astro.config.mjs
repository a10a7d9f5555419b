import { fileURLToPath } from 'node:url';
import node from '@astrojs/node';
import react from '@astrojs/react';
import { defineConfig } from 'astro/config';
import { mark } from './scripts/languages.mjs';

const NO_FETCH = fileURLToPath(new URL('./src/browser/noFetch.ts', import.meta.url));

/** In a browser's programs a mark stands for each namespace's words (see scripts/languages.mjs). */
const words = {
  name: 'words',
  enforce: 'pre',
  apply: 'build',
  resolveId(id, from, { ssr } = {}) {
    const [, namespace] = /^\.\/en\/([a-z]+)\.js$/.exec(id) ?? [];
    return namespace && !ssr && from?.includes('/words/generated/') ? `\0words:${namespace}` : null;
  },
  load(id) {
    const [, namespace] = /^\0words:([a-z]+)$/.exec(id) ?? [];
    return namespace ? `export default ${JSON.stringify(mark(namespace))};` : null;
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
    // Which program needs which is read by scripts/build.mjs.
    build: { assetsInlineLimit: 0, manifest: true },
    plugins: [words],
    // They stand in licences.txt, in full.
    esbuild: { legalComments: 'none' },
    // Citation.js brings Node's ways of fetching; in the browser nothing is to be fetched by it.
    resolve: {
      alias: [
        ...['node-fetch', 'sync-fetch', 'fetch-ponyfill'].map((find) => ({ find, replacement: NO_FETCH })),
        // As it is written, and not as it is made for browsers of ten years ago: a tenth smaller.
        { find: /^dexie$/, replacement: 'dexie/dist/modern/dexie.mjs' },
      ],
    },
    worker: { format: 'es', plugins: () => [words] },
    css: { modules: { generateScopedName: '[local]_[hash:base64:4]' } },
  },
});
