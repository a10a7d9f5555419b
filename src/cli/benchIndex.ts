/** What every bench needs: its options, and a demo index of so many records, made when it is missing. */
import { closeSync, existsSync, openSync, readSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { FORMAT_VERSION } from '../core/engine/format/format';
import type { DiscoveryRecord } from '../core/model/record';
import { random } from '../core/random';
import { makeWorld } from '../demo/world';
import { buildIndex } from '../server/build';
import { damage } from '../server/manifest';
import { demoWorld } from './demoRecords';
import { recordsIn } from './languageRecords';

export const benchOptions = () =>
  parseArgs({
    options: {
      records: { type: 'string', default: '100000' },
      json: { type: 'boolean', default: false },
      rounds: { type: 'string', default: '5' },
      shards: { type: 'string', default: '1' },
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
      language: { type: 'string' },
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

/** The demo's records with as many again in another language, for `bench quality --language`. */
export function benchIndexIn(language: string, count: number): string {
  const dir = `data/demo-${count}-${language}`;
  if (existsSync(`${dir}/index.lgd`) && canBeOpened(dir)) return dir;
  const world = demoWorld(count);
  const like = [...makeWorld(FEW).records].find((record) => record.kind === 'book' && !record.host);
  // The made ones stand first: records come in the order of their days, and these have been there always.
  const own = function* () {
    if (like) {
      const { added: _, work: __, ...base } = like;
      yield* recordsIn(language, Math.min(count, MOST_MADE), random(7), base as DiscoveryRecord);
    }
    yield* world.records;
  };
  buildIndex({ ...world, records: { [Symbol.iterator]: own } }, dir);
  return dir;
}
const [MOST_MADE, FEW] = [5000, 300];

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
