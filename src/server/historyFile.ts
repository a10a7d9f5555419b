/** What has changed in an index directory since when: `history.json`, written with each build. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { History } from '../core/discovery/history';
import { parseDay } from '../core/model/time';

const NAME = 'history.json';
const isDated = (list: unknown): boolean =>
  Array.isArray(list) &&
  list.every((e) => Array.isArray(e) && typeof e[0] === 'string' && parseDay(String(e[1])) !== null);

/** Null where there is none, or none that can be read: what has changed is not known then. */
export function readHistory(dir: string): History | null {
  try {
    const read = JSON.parse(readFileSync(join(dir, NAME), 'utf8')) as Partial<History>;
    const usable = parseDay(String(read.since)) !== null && isDated(read.changed) && isDated(read.gone);
    return usable ? (read as History) : null;
  } catch {
    return null;
  }
}
export const writeHistory = (dir: string, history: History): void =>
  writeFileSync(join(dir, NAME), JSON.stringify(history));
