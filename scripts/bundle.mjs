// One place for how our Node code is bundled: ESM, packages left outside.
import { build } from 'esbuild';

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
    logLevel,
  });
  return outdir;
}
