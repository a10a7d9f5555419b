import { cpSync, existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { DiscoveryRecord, RecordId } from '../core/model/record';
import { random } from '../core/random';
import { amendIndex } from '../server/amend';
import { machineClock } from '../server/clock';
import { RECORDS, RecordFile } from '../server/recordFile';
import { readLibraryFile } from '../server/service';

const [base, work, file] = process.argv.slice(2).filter((a) => a !== 'scratch' && a !== '--') as [
  string,
  string,
  string,
];
rmSync(work, { recursive: true, force: true });
cpSync(base, work, { recursive: true });
const { library, journals, lines, guidance } = readLibraryFile(base);
if (!existsSync(file)) {
  const texts = new RecordFile(join(base, RECORDS));
  const r = random(1);
  const come: DiscoveryRecord[] = [];
  const gone: string[] = [];
  let fresh = 0;
  for (const text of texts.all()) {
    const lot = r();
    if (lot >= 0.005 && lot <= 0.995) continue;
    const record = JSON.parse(text.toString('utf8')) as DiscoveryRecord;
    const { csl } = record;
    if (lot < 0.0025) {
      if (!record.work) gone.push(record.id);
    } else if (lot < 0.005) {
      const id = `new-${fresh++}` as RecordId;
      come.push({ ...record, id, csl: { ...csl, id, title: `On ${csl.title}` } });
    } else come.push({ ...record, csl: { ...csl, title: `${csl.title}, reconsidered` } });
  }
  writeFileSync(file, JSON.stringify({ come, gone }));
}
const day = JSON.parse(readFileSync(file, 'utf8'));
const began = performance.now();
const built = amendIndex(
  {
    library,
    journals: [...journals.values()],
    lines: lines as never,
    readers: [],
    built: machineClock(() => library.policy.zone).now(),
    guidance,
    courses: [],
  },
  work,
  day,
);
console.log(
  built,
  day.come.length,
  day.gone.length,
  ((performance.now() - began) / 1000).toFixed(2),
  's',
  Math.round(process.resourceUsage().maxRSS / 1024),
  'MB',
);
