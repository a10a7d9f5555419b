/**
 * `bench change [--records N] [--json]`: what a day's changes (a hundredth of the records: half of them other words,
 * a quarter gone, a quarter new) take until the index stands that has them: amended by what has changed, built upon the
 * one that was there with all records read once more, and made afresh; and until a server has taken it over.
 */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import type { DiscoveryRecord, RecordId } from '../core/model/record';
import { random } from '../core/random';
import { amendIndex, type Delta } from '../server/amend';
import { buildIndex, type IndexSource } from '../server/build';
import { machineClock } from '../server/clock';
import { RECORDS, RecordFile } from '../server/recordFile';
import { readLibraryFile } from '../server/service';
import { readShared } from '../server/shared';
import { benchIndex, benchOptions } from './benchIndex';

const { values } = benchOptions();
const count = Number(values.records);
const { dir } = benchIndex(count);
const work = `${dir}-changing`;
rmSync(work, { recursive: true, force: true });
const { library, journals, lines, guidance } = readLibraryFile(dir);
/** The records as they stand, changed by a day that is drawn by a seed. */
function* changed(seed: number | null): Generator<DiscoveryRecord> {
  const texts = new RecordFile(join(dir, RECORDS));
  const r = random(seed ?? 0);
  let fresh = 0;
  for (const text of texts.all()) {
    const record = JSON.parse(text.toString('utf8')) as DiscoveryRecord;
    if (seed === null) {
      yield record;
      continue;
    }
    const lot = r();
    if (lot < 0.0025 && !record.work) continue;
    const { csl } = record;
    yield lot > 0.995 ? { ...record, csl: { ...csl, title: `${csl.title}, reconsidered` } } : record;
    if (lot >= 0.0025 && lot < 0.005) {
      const id = `new-${seed}-${fresh++}` as RecordId;
      yield { ...record, id, csl: { ...csl, id, title: `On ${csl.title}` } };
    }
  }
  texts.close();
}
/** @param seed of the day; null: as they stand */
const source = (seed: number | null): IndexSource => ({
  library,
  journals: [...journals.values()],
  lines: lines as IndexSource['lines'],
  readers: [],
  built: machineClock(() => library.policy.zone).now(),
  guidance,
  records: { [Symbol.iterator]: () => changed(seed) },
});
const timed = <T>(work: () => T): readonly [T, number] => {
  const began = performance.now();
  const made = work();
  return [made, (performance.now() - began) / 1000];
};
const [, afreshSeconds] = timed(() => buildIndex(source(null), work, undefined, { afresh: true }));
/** What a day changes, as a library's folder tells it. */
function dayOf(seed: number): Delta {
  const before = new Map<string, string>();
  for (const r of changed(null)) before.set(r.id, JSON.stringify(r));
  const come: DiscoveryRecord[] = [];
  for (const r of changed(seed)) {
    const text = before.get(r.id);
    before.delete(r.id);
    if (text !== JSON.stringify(r)) come.push(r);
  }
  return { come, gone: [...before.keys()] };
}
const day = dayOf(1);
const { records: _, ...rest } = source(1);
const [amended, amendSeconds] = timed(() => amendIndex({ ...rest, courses: [] }, work, day));
if (!amended) console.error('Not amended: the index would have to be made anew.');
const [upon, uponSeconds] = timed(() => buildIndex(source(2), work));
const [, openSeconds] = timed(() => readShared(work));
const memory = process.resourceUsage().maxRSS / 1024;
rmSync(work, { recursive: true, force: true });
const figures = {
  records: upon.records,
  changed: upon.dropped,
  again: upon.again,
  amended: day.come.length + day.gone.length,
  amendSeconds: amended ? amendSeconds : null,
  uponSeconds,
  openSeconds,
  afreshSeconds,
  ratio: afreshSeconds / uponSeconds,
  memoryMb: memory,
};
if (values.json) console.log(JSON.stringify(figures));
else
  console.log(
    `${upon.records.toLocaleString('en')} records, ${upon.dropped.toLocaleString('en')} of them changed or gone: amended by ${day.come.length + day.gone.length} in ${amendSeconds.toFixed(1)} s; ${uponSeconds.toFixed(1)} s upon the index that stood, ${openSeconds.toFixed(1)} s to read it; ${afreshSeconds.toFixed(1)} s afresh (${figures.ratio.toFixed(1)} times as long)`,
  );
