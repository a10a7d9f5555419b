/** A folder that changes: what is built upon what was read before is what is built afresh. */
import {
  appendFileSync,
  cpSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { recordsIn as recordsOf } from '../../tests/fixtures/recordTexts';
import { expectSameIndex } from '../../tests/fixtures/sameIndex';
import { indexFolder } from '../cli/folderIndex';
import { writeIso2709 } from '../core/formats/iso2709';
import type { DiscoveryRecord } from '../core/model/record';
import { isOfState } from './folderState';
import { readHistory } from './historyFile';
import { RECORDS } from './recordFile';

let root: string;
let dir: string;
let said: string[];
beforeEach(() => {
  root = mkdtempSync(join(tmpdir(), 'legendum-items-'));
  dir = join(root, 'library');
  cpSync('examples/gralsund', dir, { recursive: true });
  // The smaller files are enough.
  for (const large of ['1-katalog.mrc.gz', '3-aufsaetze.jsonl.gz']) rmSync(join(dir, 'records', large));
  said = [];
  // When it was built stands in an index, too: two that are held against each other are of one minute.
  vi.useFakeTimers({ toFake: ['Date'], now: new Date('2026-11-02T09:10:00Z') });
  vi.spyOn(console, 'log').mockImplementation((text: string) => void said.push(text));
  vi.spyOn(console, 'error').mockImplementation((text: string) => void said.push(text));
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.useRealTimers();
  rmSync(root, { recursive: true, force: true });
});
const build = (out: string, afresh = false): number =>
  indexFolder(dir, { check: false, out: join(root, out), reports: [], afresh }, () => {});
const recordsIn = (out: string): DiscoveryRecord[] => recordsOf(join(root, out));
/** Builds upon what stands and afresh, and holds one against the other. @returns what was said to be taken over */
function both(): string {
  said = [];
  build('upon');
  const taken = said.find((text) => /Taken over|Amended|worked out anew/.test(text)) ?? '';
  build('afresh', true);
  if (taken.includes('Amended')) {
    expectSameIndex(join(root, 'upon'), join(root, 'afresh'));
    return taken;
  }
  for (const file of ['index.lgd', RECORDS, 'report.json'])
    expect(
      readFileSync(join(root, 'upon', file)).equals(readFileSync(join(root, 'afresh', file))),
      file,
    ).toBe(true);
  return taken;
}
const keptIn = (kept: string): string[] => readdirSync(kept).filter((f) => !isOfState(f));
const bookOf = (list: readonly DiscoveryRecord[], n: number): DiscoveryRecord =>
  list.filter((r) => r.kind === 'book' && !r.id.includes('~'))[n] as DiscoveryRecord;
const marc = (id: string, title: string, status = 'n') =>
  writeIso2709({
    leader: `00000${status}am a2200000 a 4500`,
    control: [['001', id]],
    fields: [
      { tag: '100', ind1: '1', ind2: ' ', subfields: [['a', 'Ebbesen, Telse']] },
      { tag: '245', ind1: '1', ind2: '0', subfields: [['a', title]] },
    ],
  } as never) as Uint8Array;

describe('a folder that is built again', () => {
  it('is read where a file has changed, and nowhere else', () => {
    build('upon');
    expect(both()).toContain('Waits and refereeing worked out anew');
    const csv = join(dir, 'holdings.csv');
    writeFileSync(csv, readFileSync(csv, 'utf8').split('\n').slice(0, -40).join('\n'));
    expect(both()).toContain('Amended by what has changed');
    rmSync(join(root, 'upon.read/known.lgd'));
    expect(both()).toContain('4 files of 4');
    const [first = ''] = readdirSync(join(dir, 'records')).filter((f) => /\.(ris|bib|jsonl|json)$/.test(f));
    const list = join(dir, 'records', first);
    writeFileSync(list, readFileSync(list, 'utf8').split('\n').slice(5).join('\n'));
    // Those behind it whose items are numbered on are read again where their number is another.
    expect(both()).toMatch(/Taken over as they were: [1-3] files of 4/);
  });
  it('reads again what was kept and is damaged, and all by another mapping', () => {
    build('upon');
    const kept = join(root, 'upon.read');
    const [one = '', two = ''] = keptIn(kept).sort();
    truncateSync(join(kept, one), 3000);
    appendFileSync(join(kept, two), 'x');
    rmSync(join(kept, 'known.lgd'));
    expect(both()).toContain('2 files of 4');
    appendFileSync(join(dir, 'mapping.yaml'), "leave: ['520']\n");
    expect(both()).toContain(' 0 files of 4');
    rmSync(join(dir, 'records', readdirSync(join(dir, 'records')).sort().at(-1) as string));
    both();
    expect(keptIn(kept).length).toBe(3);
  });
  it('takes what comes behind records that say on which day they came', () => {
    const item = (id: string, added?: string) =>
      JSON.stringify({ id, type: 'book', title: `Siel ${id}`, ...(added ? { custom: { added } } : {}) });
    writeFileSync(
      join(dir, 'records/7-spaet.jsonl'),
      `${item('s1', '2026-12-02')}\n${item('s2', '2026-12-01')}\n`,
    );
    mkdirSync(join(dir, 'changes'));
    writeFileSync(join(dir, 'changes/neu.jsonl'), `${item('s3')}\n`);
    build('upon');
    const last = recordsIn('upon').slice(-3);
    expect(last.map((r) => [r.id, r.added])).toEqual([
      ['s1', '2026-12-02'],
      ['s2', '2026-12-02'],
      ['s3', '2026-12-02'],
    ]);
    // They say nothing of their language: the library's.
    expect(last.map((r) => r.languages)).toEqual([['de'], ['de'], ['de']]);
    both();
  });
  it('has what has changed in the place of what was, new things behind, and not what is gone', () => {
    build('upon');
    const before = recordsIn('upon');
    const [changed, gone, both1] = [bookOf(before, 3), bookOf(before, 9), bookOf(before, 12)];
    mkdirSync(join(dir, 'changes'));
    writeFileSync(
      join(dir, 'changes/2026-11-03.mrc'),
      Buffer.concat([
        marc(changed.id, 'Deichbau an stillen Tagen'),
        marc(gone.id, '', 'd'),
        marc('neu-1', 'Warften im Wind'),
        marc(both1.id, 'Zwischenstand'),
      ]),
    );
    expect(both()).toContain('Amended by what has changed: 3 records new or otherwise, 1 record gone');
    writeFileSync(join(dir, 'changes/2026-11-04.txt'), `# gone\n${both1.id}\nneu-9\n`);
    expect(both()).toContain('Amended by what has changed: 0 records new or otherwise, 1 record gone');
    // What has come since stands behind the others, until all is read again.
    const after = recordsIn('upon');
    const place = (list: readonly DiscoveryRecord[], id: string): number =>
      list.findIndex((r) => r.id === id);
    expect(after[place(after, changed.id)]?.csl.title).toBe('Deichbau an stillen Tagen');
    expect(place(after, gone.id)).toBe(-1);
    expect(place(after, both1.id)).toBe(-1);
    expect(after.at(-1)?.id).toBe('neu-1');
    const history = readHistory(join(root, 'upon'));
    const ids = (list: readonly (readonly [string, string])[] = []): string[] => list.map(([id]) => id);
    expect(ids(history?.changed)).toEqual(expect.arrayContaining([changed.id, 'neu-1']));
    expect(ids(history?.gone)).toEqual(expect.arrayContaining([gone.id, both1.id]));
    expect(ids(history?.changed).length).toBeLessThan(20);
  });
});
