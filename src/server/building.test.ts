/** Works begun by hand: one at a time, with what they print, and an end that is said. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { Building, type BuildingState, hasWorked } from './building';

let dir: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'building-'));
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));
const program = (name: string, text: string): URL => {
  const path = join(dir, `${name}.mjs`);
  writeFileSync(path, text);
  return pathToFileURL(path);
};

it('is one at a time; what it prints is there, and how it ended', async () => {
  const index = program(
    'index',
    "console.log(process.argv.slice(2).join(' ')); console.log(process.env.LEGENDUM_SECRET ?? 'no secret'); for (let i = 0; i < 200; i++) console.log('line ' + i); console.error('last'); process.exitCode = process.argv.includes('--afresh') ? 2 : 1;",
  );
  const harvest = program('harvest', 'process.kill(process.pid, "SIGKILL")');
  process.env.LEGENDUM_SECRET = 'of the server';
  const ends: BuildingState[] = [];
  let ended: () => void = () => undefined;
  const building = new Building({ index, harvest }, (state) => {
    ends.push(state);
    ended();
  });
  const worked = (work: 'build' | 'afresh' | 'harvest') =>
    new Promise<void>((done) => {
      ended = done;
      expect(building.start(work, '/folder', '/index')).toBe(true);
      expect(building.start('build', '/folder', '/index')).toBe(false);
      expect(building.working).toBe(true);
    });
  expect(building.state).toBeNull();
  await worked('build');
  await worked('afresh');
  await worked('harvest');
  delete process.env.LEGENDUM_SECRET;
  expect(ends.map((e) => [e.work, e.status, hasWorked(e)])).toEqual([
    ['build', 1, true],
    ['afresh', 2, false],
    ['harvest', null, false],
  ]);
  expect(ends[0]?.lines.length).toBe(60);
  expect(ends[0]?.lines).toContain('last');
  expect(building.working).toBe(false);
});
it('hands nothing of the server’s on, and says the folder and the index', async () => {
  const index = program(
    'index',
    "console.log(process.argv.slice(2).join(' ')); console.log(Object.keys(process.env).filter((k) => k.startsWith('LEGENDUM')).length);",
  );
  process.env.LEGENDUM_SECRET = 'of the server';
  const state = await new Promise<BuildingState>((done) => {
    new Building({ index, harvest: index }, done).start('afresh', '/folder', '/index');
  });
  delete process.env.LEGENDUM_SECRET;
  expect(state.lines).toEqual(['--library /folder --out /index --afresh', '0']);
});
