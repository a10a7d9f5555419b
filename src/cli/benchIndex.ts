/** What every bench needs: its options, and a demo index of so many records, made when it is missing. */
import { existsSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { buildIndex } from '../server/build';
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
      main: { type: 'string' },
      index: { type: 'string' },
      bench: { type: 'string' },
      engines: { type: 'string' },
    },
    allowPositionals: true,
  });

export function benchIndex(count: number): { dir: string; buildSeconds: number | null } {
  const dir = `data/demo-${count}`;
  if (existsSync(`${dir}/index.lgd`)) return { dir, buildSeconds: null };
  const began = Date.now();
  buildIndex(demoWorld(count), dir, (done, stage) => stage === 'records' && done % 50_000 === 0 && console.error(`  ${done} records`));
  return { dir, buildSeconds: (Date.now() - began) / 1000 };
}
