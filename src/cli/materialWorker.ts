/** Sets references in public styles, in a thread of its own: every style it is given, so many things each. */
import { parentPort, workerData } from 'node:worker_threads';
import { random } from '../core/random';
import { openStyles } from './references/families';
import { type MaterialOrder, type MaterialRow, rowsOf } from './references/material';

const { styles, each, half, seed } = workerData as MaterialOrder;
const open = await openStyles();
let rows: MaterialRow[] = [];
for (const [k, id] of styles.entries()) {
  rows.push(...rowsOf(open, id, each, half, random(seed + k * 7919 + each)));
  if (rows.length > 500) {
    parentPort?.postMessage({ rows, last: false });
    rows = [];
  }
}
parentPort?.postMessage({ rows, last: true });
