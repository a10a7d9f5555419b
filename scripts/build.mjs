// Builds the app: Astro's pages, then the server and its worker beside them, and the browser's programs in
// every language.
import { spawnSync } from 'node:child_process';
import { linkSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { transform } from 'esbuild';
import { bundleBrowser, bundleNode } from './bundle.mjs';
import { speakAll } from './languages.mjs';
import { licencesText } from './licences.mjs';
import { compileMessages } from './messages.mjs';

const OUT = 'dist';
await compileMessages();
const env = { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' };
const astro = spawnSync(
  process.execPath,
  ['node_modules/astro/astro.js', 'build', '--outDir', OUT, ...process.argv.slice(2)],
  {
    stdio: process.env.QUIET ? ['ignore', 'ignore', 'inherit'] : 'inherit',
    env,
  },
);
if (astro.status !== 0) process.exit(astro.status ?? 1);
await bundleNode(
  {
    main: 'src/start/main.ts',
    'index.worker': 'src/start/index.worker.ts',
    'pdf.worker': 'src/start/pdf.worker.ts',
    // What the library desk begins by hand.
    indexing: 'src/cli/index.ts',
    harvesting: 'src/cli/harvest.ts',
    recordThread: 'src/server/recordThread.ts',
  },
  join(OUT, 'app'),
);

/** By program, the programs that it can't run without, at any distance: what a page asks for at once. */
const map = join(OUT, 'client', '.vite');
const chunks = JSON.parse(readFileSync(join(map, 'manifest.json'), 'utf8'));
const nameOf = (key) => basename(chunks[key].file);
const closure = (key, met = new Set()) => {
  for (const next of chunks[key].imports ?? [])
    if (!met.has(next)) {
      met.add(next);
      closure(next, met);
    }
  return met;
};
const needs = Object.fromEntries(
  Object.keys(chunks)
    .filter((key) => chunks[key].file.endsWith('.js'))
    .map((key) => [nameOf(key), [...closure(key)].map(nameOf)]),
);
rmSync(map, { recursive: true });
const folders = await speakAll(join(OUT, 'client'));
writeFileSync(join(OUT, 'app', 'programs.json'), JSON.stringify({ folders, needs }));

// What runs before a page is seen, without the words for whoever reads it here.
for (const name of ['theme.js', 'copy.js']) {
  const file = join(OUT, 'client', name);
  writeFileSync(file, (await transform(readFileSync(file, 'utf8'), { minify: true })).code);
}
// A mark at the beginning says which letters it is in, whatever a server says of it.
writeFileSync(join(OUT, 'client', 'licences.txt'), `\ufeff${licencesText()}`);
// What stands between pages and the network.
await bundleBrowser('src/browser/offline/serviceWorker.ts', join(OUT, 'client', 'sw.js'));

// What public citation styles there are, so that the server need not look through them all.
const listed = spawnSync(
  process.execPath,
  ['scripts/run.mjs', 'styleIndex', join(OUT, 'app', 'styles.json')],
  { stdio: 'inherit' },
);
if (listed.status !== 0) process.exit(listed.status ?? 1);

// Every script, sheet and picture once more in small, for the server to send as it is; what is one file with
// several names once.
const small = new Map();
for (const name of readdirSync(join(OUT, 'client'), { recursive: true })) {
  if (!/\.(js|css|svg|json|txt|xml|bin)$/.test(name)) continue;
  const file = join(OUT, 'client', name);
  const body = readFileSync(file);
  if (body.length < 1024) continue;
  const { ino } = statSync(file);
  const same = small.get(ino);
  if (!same) {
    writeFileSync(`${file}.gz`, gzipSync(body, { level: 9 }));
    writeFileSync(
      `${file}.br`,
      brotliCompressSync(body, { params: { [constants.BROTLI_PARAM_QUALITY]: 10 } }),
    );
    small.set(ino, file);
  } else for (const end of ['gz', 'br']) linkSync(`${same}.${end}`, `${file}.${end}`);
}
