// One place for how our Node code is bundled: ESM, packages left outside.
import { resolve } from 'node:path';
import { build } from 'esbuild';

/** Takes the words of another language than the first, for esbuild and for Vite. */
const FIRST = /\/en\/([a-z]+)\.js$/;
const otherWords = (language) => ({
  name: 'words',
  setup: (on) =>
    on.onResolve({ filter: /^\.\/en\/[a-z]+\.js$/ }, ({ path, resolveDir }) => ({
      path: resolve(resolveDir, path.replace(FIRST, `/${language}/$1.js`)),
    })),
});

export async function bundleNode(entryPoints, outdir, words = undefined, logLevel = 'error') {
  await build({
    splitting: true,
    entryPoints,
    outdir,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    outExtension: { '.js': '.mjs' },
    sourcemap: 'linked',
    plugins: words ? [otherWords(words)] : [],
    logLevel,
  });
  return outdir;
}
