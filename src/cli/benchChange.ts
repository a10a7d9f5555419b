/**
 * `bench change [--records N] [--json]`: what a day's changes (a hundredth of the records: half of them other words,
 * a quarter gone, a quarter new) take in a library's folder, from the command to the index that has them: amended by
 * them alone; with all that was read taken over, where a mapping has changed, too; and all of it read for the first
 * time. Between them what other rules take, and copies that are others (of a two-hundredth of the records). Beside it
 * what a server takes to read the index.
 */
import {
  appendFileSync,
  createReadStream,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { random } from '../core/random';
import { worldFolder } from '../demo/folder';
import { makeWorld } from '../demo/world';
import { readShared } from '../server/shared';
import { benchOptions } from './benchIndex';
import { demoWorld } from './demoRecords';
import { indexFolder } from './folderIndex';
import { writeFolder } from './writeFolder';

const { values } = benchOptions();
const count = Number(values.records);
const root = `data/changing-${count}`;
const [folder, out] = [join(root, 'library'), join(root, 'index')];
/** A few ids of records that stand. */
const some: string[] = [];
/** What a day changes, drawn by a seed, as files of changes. @returns how many records */
async function day(seed: number): Promise<number> {
  const r = random(seed);
  const [told, gone]: [string[], string[]] = [[], []];
  for (const file of readdirSync(join(folder, 'records')).sort()) {
    const lines = createInterface({ input: createReadStream(join(folder, 'records', file)) });
    for await (const line of lines) {
      const lot = r();
      if (seed === 1 && lot > 0.5 && lot < 0.505) some.push((JSON.parse(line) as { id: string }).id);
      if (lot >= 0.005 && lot <= 0.995) continue;
      const item = JSON.parse(line) as { id: string; title: string; custom?: { added?: string } };
      // Records that say on which day they came decide on those behind them: all is read then.
      if (item.custom?.added) continue;
      if (lot < 0.0025) gone.push(`${item.id}\n`);
      else if (lot > 0.995)
        told.push(`${JSON.stringify({ ...item, title: `${item.title}, reconsidered` })}\n`);
      else
        told.push(
          `${JSON.stringify({ ...item, id: `new-${seed}-${told.length}`, title: `On ${item.title}` })}\n`,
        );
    }
  }
  mkdirSync(join(folder, 'changes'), { recursive: true });
  writeFileSync(join(folder, `changes/${seed}.jsonl`), told.join(''));
  writeFileSync(join(folder, `changes/${seed}.txt`), gone.join(''));
  return told.length + gone.length;
}
/** What is said meanwhile goes where it does not stand in the way. */
function build(): { readonly seconds: number; readonly said: string } {
  const { log, error } = console;
  let said = '';
  console.log = (text: string) => {
    said += `${text}\n`;
  };
  console.error = console.log;
  const began = performance.now();
  try {
    indexFolder(folder, { check: false, out, reports: [], afresh: false }, () => {});
  } finally {
    [console.log, console.error] = [log, error];
  }
  return { seconds: (performance.now() - began) / 1000, said };
}
rmSync(root, { recursive: true, force: true });
writeFolder(folder, worldFolder(demoWorld(count) as never));
const whole = build();
const changed = await day(1);
const amended = build();
const isAmended = amended.said.includes('Amended by what has changed');
if (!isAmended) console.error(`Not amended, but read whole:\n${amended.said}`);
const began = performance.now();
readShared(out);
const openSeconds = (performance.now() - began) / 1000;
appendFileSync(join(folder, 'policy.yaml'), '\n# other rules\n');
const rules = build();
const campus = makeWorld(200).library.campuses[0]?.id ?? '';
const [head = '', ...volumes] = readFileSync(join(folder, 'holdings.csv'), 'utf8').trim().split('\n');
const rows = some.map((id) =>
  ['record', ...head.split(','), 'status']
    .map((c) => ({ record: id, campus, callNumber: 'K 1', rule: 'loan', status: 'in' })[c] ?? '')
    .join(','),
);
writeFileSync(
  join(folder, 'holdings.csv'),
  [`record,${head},status`, ...volumes.map((v) => `,${v},`), ...rows, ''].join('\n'),
);
const copies = build();
for (const [what, { said }] of Object.entries({ rules, copies }))
  if (said.includes('Taken over')) console.error(`${what}: read whole:\n${said}`);
await day(2);
appendFileSync(join(folder, 'mapping.yaml'), '\n# another day\n');
const upon = build();
const figures = {
  records: count,
  changed,
  amendSeconds: isAmended ? amended.seconds : null,
  openSeconds,
  rulesSeconds: rules.seconds,
  copies: some.length,
  copiesSeconds: copies.seconds,
  uponSeconds: upon.seconds,
  wholeSeconds: whole.seconds,
  memoryMb: process.resourceUsage().maxRSS / 1024,
};
rmSync(root, { recursive: true, force: true });
if (values.json) console.log(JSON.stringify(figures));
else
  console.log(
    `${count.toLocaleString('en')} records, ${changed.toLocaleString('en')} of them changed, gone or new: amended in ${amended.seconds.toFixed(1)} s, ${openSeconds.toFixed(1)} s to read it; other rules in ${rules.seconds.toFixed(1)} s, ${some.length.toLocaleString('en')} copies in ${copies.seconds.toFixed(1)} s; ${upon.seconds.toFixed(1)} s with what was read taken over; ${whole.seconds.toFixed(1)} s for the first time`,
  );
