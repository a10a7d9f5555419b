/**
 * `tool train-references`: makes the weights of the reader of references and writes them to
 * public/models/references.bin. Everything is made anew from seeds: things, set in the public styles, damaged,
 * learnt from; a quarter of an hour with two processors. The outcome is the same wherever it is made.
 */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { deserialize, serialize } from 'node:v8';
import { Worker } from 'node:worker_threads';
import { gzipSync } from 'fflate';
import type { Chain } from '../core/references/chain';
import { encodeModel } from '../core/references/tagger';
import { familiesOf, openStyles } from './references/families';
import { type MaterialRow, material, stylesOf } from './references/material';
import { MODEL_FILE } from './references/modelFile';
import { type Job, type TrainOrder, wordsWorthKnowing } from './references/train';

const SEED = 17;
/** Styles of one family at most, and things set in each. */
const OF_A_FAMILY = 6;
const EACH = 70;
const WALKS = 5;

function run(script: URL, order: TrainOrder): Promise<Chain> {
  return new Promise((done, fail) => {
    const worker = new Worker(script, {
      workerData: order,
      resourceLimits: { maxOldGenerationSizeMb: 8000 },
    });
    worker.on('message', (m: { text?: string; chain?: Chain }) => {
      if (m.text) console.error(`  ${m.text}`);
      if (m.chain) done(m.chain);
    });
    worker.on('error', fail);
  });
}
/** @param kept a file to keep what is learnt from in, for trying several ways of learning; none usually */
export async function runTraining(kept = process.env.LEGENDUM_MATERIAL): Promise<void> {
  const began = Date.now();
  const say = (text: string): void => console.error(`${((Date.now() - began) / 1000).toFixed(0)} s: ${text}`);
  let rows: MaterialRow[];
  if (kept && existsSync(kept)) rows = deserialize(readFileSync(kept)) as MaterialRow[];
  else {
    const open = await openStyles();
    const styles = stylesOf(familiesOf(open), false, OF_A_FAMILY);
    say(`${styles.length} styles`);
    const order = { styles, each: EACH, half: 'train', seed: SEED } as const;
    rows = await material(new URL('./materialWorker.mjs', import.meta.url), order, 2);
    if (kept) writeFileSync(kept, serialize(rows));
  }
  say(`${rows.length} references`);
  const words = wordsWorthKnowing(rows);
  say(`${words.size} words`);
  const script = new URL('./trainWorker.mjs', import.meta.url);
  const job = (name: Job, halves?: readonly [Chain, Chain]): Promise<Chain> =>
    run(script, { rows, words, seed: SEED, job: name, walks: WALKS, ...(halves ? { halves } : {}) });
  const halves = await Promise.all([job('half'), job('other half')]);
  // Two at a time: each keeps a processor busy.
  const [[again, lines], [roles, names, kinds]] = await Promise.all([
    (async () => [await job('again', halves), await job('lines')] as const)(),
    (async () => [await job('roles'), await job('names'), await job('kinds', halves)] as const)(),
  ]);
  if (kept) writeFileSync(`${kept}.chains`, serialize({ words, roles, again, names, kinds, lines }));
  const bytes = encodeModel({ words, roles, again, names, kinds, lines });
  mkdirSync('public/models', { recursive: true });
  writeFileSync(MODEL_FILE, bytes);
  say(`${MODEL_FILE}: ${bytes.length >> 10} KB, ${gzipSync(bytes, { level: 9 }).length >> 10} KB compressed`);
}
