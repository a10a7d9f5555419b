// One place for how our Node code is bundled: ESM, packages left outside.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';

/** Of all that reads a library's folder and builds its index: the same in whichever program it is bundled. */
function programDigest() {
  const hash = createHash('sha1');
  for (const folder of ['src/core', 'src/server'])
    for (const name of readdirSync(folder, { recursive: true }).sort())
      if (/\.ts$/.test(name) && !/\.test\.ts$/.test(name))
        hash.update(name).update(readFileSync(join(folder, name)));
  return hash.update(readFileSync('package-lock.json')).digest('hex');
}

export async function bundleNode(entryPoints, outdir, logLevel = 'error') {
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
    define: { PROGRAM_DIGEST: JSON.stringify(programDigest()) },
    logLevel,
  });
  return outdir;
}

/** A program of a browser's that stands by itself, under an address of its own. */
export const bundleBrowser = (entry, outfile) =>
  build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    define: { 'process.env.NODE_ENV': '"production"' },
    logLevel: 'error',
  });
