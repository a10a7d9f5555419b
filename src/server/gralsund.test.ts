/**
 * The second library from its folder alone: the folder is what its maker makes, is fine to the checker, has nothing of
 * the first; and a file of each sort, damaged in ten ways, loses what is damaged and says so.
 */
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { gunzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { say } from '../words/generated/libraryfolder';
import '../words/generated/file';
import '../words/generated/policyfile';
import '../words/generated/shape';
import type { DiscoveryRecord } from '../core/model/record';
import { gralsundFolder } from '../demo/gralsund/folder';
import { descriptionsOf, joinedRecords } from './folderRecords';
import { type FolderProblem, type LibraryFolder, openLibraryFolder } from './libraryFolder';

const DIR = 'examples/gralsund';
let root: string;
beforeAll(() => {
  root = mkdtempSync(join(tmpdir(), 'gralsund-'));
});
afterAll(() => rmSync(root, { recursive: true, force: true }));

interface Read {
  readonly folder: LibraryFolder | null;
  readonly records: readonly DiscoveryRecord[];
  readonly problems: readonly FolderProblem[];
}
function read(dir: string): Read {
  const problems: FolderProblem[] = [];
  const told = (p: FolderProblem): void => void problems.push(p);
  const folder = openLibraryFolder(dir, told);
  return { folder, records: folder ? [...descriptionsOf(dir, folder, told)] : [], problems };
}

describe('the folder', () => {
  it('is what its maker makes: npm run tool -- gralsund', () => {
    for (const [path, made] of gralsundFolder()) {
      const there = readFileSync(join(DIR, path));
      const bytes = typeof made === 'string' ? Buffer.from(made) : Buffer.from(made);
      // Packed files may differ by the packer, not in what is in them.
      const plain = (b: Uint8Array) => (path.endsWith('.gz') ? Buffer.from(gunzipSync(b)) : Buffer.from(b));
      expect(plain(there).equals(plain(bytes)), path).toBe(true);
    }
  });
  it('is read whole, without a problem; what several sources describe is one record with everybody’s copies', () => {
    const { folder, records, problems } = read(DIR);
    expect(problems).toEqual([]);
    let said = { joined: 0, works: 0 };
    const texts = new WeakMap<DiscoveryRecord, string>();
    const told = (j: typeof said): void => {
      said = j;
    };
    const whole = [...joinedRecords(records, join(root, 'records.tmp'), told, texts)];
    // Those that went into a record with others, or name what did, are written anew; the text of the others is theirs.
    const asCame = whole.filter((r) => texts.has(r));
    expect(asCame.length).toBeGreaterThan(1500);
    expect(asCame.length).toBeLessThan(whole.length);
    for (const r of asCame) expect(texts.get(r)).toBe(JSON.stringify(r));
    // The bibliography has 88 books and 77 articles of others, and 60 of its own; the seminar 25 articles.
    expect([records.length, said.joined, whole.length]).toEqual([3131, 191, 2940]);
    expect(new Set(whole.map((r) => r.id)).size).toBe(whole.length);
    expect(said.works).toBeGreaterThan(10);
    const by = new Map(whole.map((r) => [r.id as string, r]));
    expect(by.get('gs000001')).toMatchObject({
      kind: 'book',
      languages: ['de'],
      csl: { author: [{ family: expect.stringMatching(/^[A-ZÄÖÜ]/) }], publisher: 'Kleine Sielpresse' },
      ebook: [{ provider: 'deichverlag' }],
    });
    // The cataloguer's heading for every textbook is left out.
    expect(whole.some((r) => r.subjects.includes('Lehrbuch'))).toBe(false);
    expect(
      whole.filter((r) => r.kind === 'thesis').every((r) => r.openCopies?.length && r.carrier === 'online'),
    ).toBe(true);
    expect(folder?.serials.journals.filter((j) => j.print.length).length).toBe(7);
    expect(folder?.courses[0]?.meetings.length).toBe(2);
  });
  it('has nothing of the first library', () => {
    const all = [...gralsundFolder().values()]
      .map((c) =>
        typeof c === 'string' ? c : Buffer.from(c[0] === 0x1f ? gunzipSync(c) : c).toString('utf8'),
      )
      .join('\n');
    expect(all).not.toMatch(/Tarnholm|Quayside|Fellgate|Saltmarsh|Skerry|Ostmere|Vessary|Lindqvarn|\bcr\b/);
  });
});

/** Ten ways in which files get damaged. */
const DAMAGES: readonly (readonly [string, (bytes: Buffer) => Buffer, local: boolean])[] = [
  ['cut in the middle', (b) => b.subarray(0, b.length >> 1), false],
  ['its end lost', (b) => b.subarray(0, b.length - 7), true],
  ['its beginning lost', (b) => b.subarray(20), true],
  [
    'a hole in the middle',
    (b) => Buffer.concat([b.subarray(0, b.length >> 1), b.subarray((b.length >> 1) + 40)]),
    true,
  ],
  [
    'a byte turned over',
    (b) => Buffer.from(b.map((x, i) => (i === (b.length / 3) >> 0 ? x ^ 0xff : x))),
    true,
  ],
  [
    'noughts within',
    (b) => Buffer.concat([b.subarray(0, b.length >> 2), Buffer.alloc(9), b.subarray(b.length >> 2)]),
    true,
  ],
  [
    'junk at a line’s end',
    (b) => {
      const at = b.indexOf(10, b.length >> 1) + 1 || b.length;
      return Buffer.concat([b.subarray(0, at), Buffer.from('%%%;<<<{"@\n'), b.subarray(at)]);
    },
    true,
  ],
  [
    'in another encoding',
    (b) => Buffer.from(b.toString('utf8').replace(/[^\t-\u00ff]/g, '?'), 'latin1'),
    true,
  ],
  [
    'lines ended otherwise',
    (b) => Buffer.from(b.toString('latin1').replace(/\r?\n/g, '\r\n'), 'latin1'),
    true,
  ],
  ['empty', () => Buffer.alloc(0), false],
];
/** A part of each file of records that is small and whole. */
function smaller(path: string, bytes: Buffer): Buffer {
  const plain = path.endsWith('.gz') ? Buffer.from(gunzipSync(bytes)) : bytes;
  const text = plain.toString('utf8');
  const upTo = (mark: string | number, from: number): number =>
    plain.indexOf(mark, from) + (typeof mark === 'string' ? Buffer.byteLength(mark) : 1);
  if (path.includes('.mrc')) return plain.subarray(0, upTo(0x1d, 30_000));
  if (path.includes('.jsonl')) return plain.subarray(0, upTo(10, 20_000));
  if (path.endsWith('.xml'))
    return Buffer.concat([
      plain.subarray(0, upTo('</record>', 30_000)),
      Buffer.from('</ListRecords></OAI-PMH>'),
    ]);
  if (path.endsWith('.ris')) return plain.subarray(0, upTo('ER  - \r\n\r\n', 8000));
  return Buffer.from(text.slice(0, text.indexOf('\n}\n', 8000) + 3));
}

describe.each([...gralsundFolder()].map(([path, made]) => [path, Buffer.from(made as string)] as const))(
  '%s',
  (path, made) => {
    const isRecords = path.startsWith('records/');
    it('damaged in ten ways loses what is damaged, and says so', () => {
      const dir = join(root, path.replace(/\W/g, '-'));
      cpSync(DIR, dir, { recursive: true, filter: (from) => !/records\/./.test(from) });
      const name = path.replace(/\.gz$/, '');
      const whole = isRecords ? smaller(path, made) : made;
      mkdirSync(dirname(join(dir, name)), { recursive: true });
      writeFileSync(join(dir, name), whole);
      const before = read(dir);
      // Copies and courses of what is not there in this smaller folder.
      const here = ({ problems }: Read) =>
        problems.filter((p) => p.file === name && p.text.code !== 'libraryfolder.fitsNothing');
      expect(here(before)).toEqual([]);
      for (const [how, damage, local] of DAMAGES) {
        writeFileSync(join(dir, name), damage(Buffer.from(whole)));
        const after = read(dir);
        const about = here(after);
        for (const { text } of after.problems) expect(say(text), how).toMatch(/\w/);
        if (isRecords) {
          const lost = before.records.length - after.records.length;
          if (lost > 0) expect(about.length, `${how}: ${lost} lost in silence`).toBeGreaterThan(0);
          if (local)
            expect(lost, `${how}: ${JSON.stringify(about.map((p) => p.text))}`).toBeLessThanOrEqual(3);
          else if (how.startsWith('cut'))
            expect(after.records.length, how).toBeGreaterThanOrEqual((before.records.length >> 1) - 3);
          continue;
        }
        // A damaged file takes none of the others along, but for the two without which there is no library.
        if (after.folder === null) {
          expect(['library.yaml', 'policy.yaml'], how).toContain(name);
          expect(
            about.some((p) => p.fatal),
            how,
          ).toBe(true);
          continue;
        }
        const sizes = ({ folder: f }: Read) => ({
          'lenders.csv': f?.library.lenders.length ?? 0,
          'courses.csv': f?.courses.length ?? 0,
          'guides.yaml': f?.guidance.guides.length ?? 0,
          'databases.yaml': f?.guidance.databases.length ?? 0,
          'questions.yaml': f?.guidance.answers?.length ?? 0,
          'librarians.yaml': f?.guidance.librarians?.length ?? 0,
          'subjects.yaml': f?.guidance.topics.length ?? 0,
          'holdings.csv': f?.holdings.copies ?? 0,
        });
        const [was, is] = [sizes(before), sizes(after)];
        for (const [file, size] of Object.entries(was)) {
          const now = is[file as keyof typeof is];
          if (file !== name && !(name === 'lenders.csv' || name === 'library.yaml'))
            expect(now, `${how}: ${file}`).toBe(size);
          if (
            file === name &&
            now < size &&
            how !== 'cut in the middle' &&
            how !== 'its end lost' &&
            how !== 'empty'
          )
            expect(about.length, `${how}: ${size - now} of ${file} lost in silence`).toBeGreaterThan(0);
        }
      }
    });
  },
);
