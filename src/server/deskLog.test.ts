/** The desk's memory: counted, kept over a restart, cut, and lost by nobody's fault but a line's own. */
import { appendFileSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { DeskLog } from './deskLog';

let dir: string;
let path: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'desk-'));
  path = join(dir, 'desk.jsonl');
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));
const counts = (log: DeskLog) => log.slips().map(({ day, ways }) => [day, Object.fromEntries(ways)]);

it('counts slips by day and way, and remembers what was done', () => {
  const log = new DeskLog(path);
  log.slip('2026-11-02T09:10', 'hold', 'S-1');
  log.slip('2026-11-02T10:10', 'hold', 'S-2');
  // Sent again, since the answer was lost.
  log.slip('2026-11-02T10:11', 'hold', 'S-2');
  log.slip('2026-11-03T09:10', 'ill-loan', 'S-3');
  log.done('2026-11-03T09:11', 'policy', '2026-12');
  const said = [
    ['2026-11-03', { 'ill-loan': 1 }],
    ['2026-11-02', { hold: 2 }],
  ];
  expect(counts(log)).toEqual(said);
  const again = new DeskLog(path);
  expect(counts(again)).toEqual(said);
  expect(again.entries()).toEqual([{ at: '2026-11-03T09:11', what: 'policy', of: '2026-12' }]);
});
it('a line that is damaged is passed over, the others stand', () => {
  const log = new DeskLog(path);
  log.slip('2026-11-02T09:10', 'hold', 'S-1');
  appendFileSync(path, '{"at":"2026\n{"at":"2026-11-02","what":"wish","of":""}\nnull\n');
  log.slip('2026-11-02T09:10', 'scan', 'S-2');
  expect(counts(new DeskLog(path))).toEqual([['2026-11-02', { hold: 1, scan: 1 }]]);
});
it('is cut to what is kept when it is long', () => {
  const line = `${JSON.stringify({ at: '2026-11-02', what: 'slip', of: 'hold' })}\n`;
  const old = Array.from({ length: 30_000 }, () =>
    JSON.stringify({ at: '2026-11-02T09:10', what: 'opened', of: '' }),
  ).join('\n');
  writeFileSync(path, `${old}\n${line.repeat(3)}${'x'.repeat(600_000)}\n`);
  const log = new DeskLog(path);
  expect(counts(log)).toEqual([['2026-11-02', { hold: 3 }]]);
  expect(log.entries().length).toBe(500);
  expect(statSync(path).size).toBeLessThan(100_000);
  expect(readFileSync(path, 'utf8')).not.toContain('xxx');
});
it('a file that can’t be written costs the file only', () => {
  const heard: unknown[] = [];
  const log = new DeskLog(join(dir, 'nowhere', 'desk.jsonl'), (e) => heard.push(e));
  log.slip('2026-11-02T09:10', 'hold', 'S-1');
  expect([counts(log).length, heard.length]).toEqual([1, 1]);
});
