// `npm run demo [-- --records N | --index DIR] [-- --port P]`: installs, builds, makes the demo index (or takes one that
// is there), starts the server, prints the address. `npm run demo -- --export DIR [--records N]`: writes the made-up
// university as a library's folder instead (docs/library-data.md).
import { fork, spawnSync } from 'node:child_process';
import { parseArgs } from 'node:util';
import { withLargePages } from './memory.mjs';
import { ensureBuild, ensureIndex, ensurePackages } from './setup.mjs';

const { values } = parseArgs({
  options: {
    records: { type: 'string', default: '100000' },
    port: { type: 'string', default: process.env.PORT ?? '4321' },
    index: { type: 'string' },
    export: { type: 'string' },
  },
});
for (const [name, low, high] of [
  ['records', 1000, 5_000_000],
  ['port', 1, 65_535],
]) {
  const n = Number(values[name]);
  if (!Number.isInteger(n) || n < low || n > high) {
    console.error(
      `--${name} ${values[name]} is not a whole number from ${low.toLocaleString('en')} to ${high.toLocaleString('en')}.`,
    );
    process.exit(2);
  }
}

ensurePackages();
if (values.export !== undefined) {
  const args = ['scripts/run.mjs', 'demoExport', '--out', values.export, '--records', values.records];
  process.exit(spawnSync(process.execPath, args, { stdio: 'inherit' }).status ?? 1);
}
ensureBuild();
const index = values.index ?? ensureIndex(values.records);
const env = {
  LEGENDUM_LOG: 'warn',
  LEGENDUM_DEMO: '1',
  ...withLargePages(),
  PORT: values.port,
  LEGENDUM_INDEX: index,
};
const server = fork('dist/app/main.mjs', { env });
server.on('message', (address) => console.log(`\nLegendum is at ${address}\nStop it with Ctrl C.`));
server.on('exit', (code) => process.exit(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill('SIGTERM'));
