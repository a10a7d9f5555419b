/** What every bench needs: its options, and a demo index of so many records, made when it is missing. */
import { closeSync, existsSync, openSync, readSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { FORMAT_VERSION } from '../core/engine/format/format';
import { buildIndex } from '../server/build';
import { damage } from '../server/manifest';
import { demoWorld } from './demoRecords';

export const benchOptions = () =>
  parseArgs({
    options: {
      records: { type: 'string', default: '100000' },
      json: { type: 'boolean', default: false },
      rounds: { type: 'string', default: '5' },
      spread: { type: 'boolean', default: false },
      requests: { type: 'string', default: '1000' },
      items: { type: 'string', default: '1000' },
      seconds: { type: 'string', default: '8' },
      connections: { type: 'string', default: '1,10,50,2500' },
      tex: { type: 'string' },
      main: { type: 'string' },
      flood: { type: 'string' },
      index: { type: 'string' },
      bench: { type: 'string' },
      engines: { type: 'string' },
    },
    allowPositionals: true,
  });

function canBeOpened(dir: string): boolean {
  const head = Buffer.alloc(4096);
  const fd = openSync(`${dir}/index.lgd`, 'r');
  readSync(fd, head);
  closeSync(fd);
  return head.includes(`"version":${FORMAT_VERSION},`) && damage(dir) === null;
}

export function benchIndex(count: number): { dir: string; buildSeconds: number | null } {
  const dir = `data/demo-${count}`;
  // One of an older format, or of two builds, is made anew.
  if (existsSync(`${dir}/index.lgd`) && canBeOpened(dir)) return { dir, buildSeconds: null };
  const began = Date.now();
  buildIndex(
    demoWorld(count),
    dir,
    (done, stage) => stage === 'records' && done % 50_000 === 0 && console.error(`  ${done} records`),
  );
  return { dir, buildSeconds: (Date.now() - began) / 1000 };
}
