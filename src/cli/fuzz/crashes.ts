/** What is written to the disk, killed at any write: whatever was there before or after is there, whole. */
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { type Random, random } from '../../core/random';
import { worldFolder } from '../../demo/folder';
import { makeWorld } from '../../demo/world';
import { buildIndex, type IndexSource } from '../../server/build';
import { LineFile } from '../../server/lineFile';
import { RECORDS } from '../../server/recordFile';
import { recover } from '../../server/replace';
import { DiscoveryService } from '../../server/service';
import { indexFolder } from '../folderIndex';
import { writeFolder } from '../writeFolder';
import { type Death, living } from './crash';
import { differenceOf } from './sameIndex';

/** Says what was wrong; nothing where nothing was. */
export type Scenario = (seed: number) => string | null;

const inFolder = <T>(work: (dir: string) => T): T => {
  const dir = mkdtempSync(join(tmpdir(), 'legendum-crash-'));
  try {
    return work(dir);
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
};
const [SMALL, MOST] = [40, 90];
const world = makeWorld(MOST);
const ALL = [...world.records];
const sourceOf = (from: number, to: number): IndexSource => ({
  ...makeWorld(SMALL),
  records: ALL.slice(from, to).filter((r) => !r.host),
});
const FILES = ['index.lgd', RECORDS, 'library.json', 'manifest.json'];
const bytesIn = (dir: string): string => FILES.map((f) => readFileSync(join(dir, f), 'latin1')).join('');
/** Bytes of the index that is built of some records afresh; there are few of them. */
const known = new Map<string, string>();
function bytesOf(from: number, to: number): string {
  const key = `${from}-${to}`;
  const made =
    known.get(key) ??
    inFolder((dir) => {
      buildIndex(sourceOf(from, to), join(dir, 'index'));
      return bytesIn(join(dir, 'index'));
    });
  known.set(key, made);
  return made;
}
const deathOf = (r: Random, most: number): Death => ({
  at: r.int(0, most - 1),
  torn: r.chance(0.5) ? r() : 0,
});
/** Operations of a build, found out once. */
let operations = 0;

/** An index is built, and built again of other records, over one that stands; it dies, once or twice. */
const index: Scenario = (seed) =>
  inFolder((folder) => {
    const r = random(seed);
    const dir = join(folder, 'index');
    const ends = [r.int(60, 70), r.int(71, MOST)] as const;
    const stood = r.chance(0.8);
    const build = (to: number) => (): void => void buildIndex(sourceOf(0, to), dir);
    if (stood) operations = Math.max(operations, living(build(ends[0]), null).operations);
    const wanted = bytesOf(0, ends[1]);
    const before = stood ? bytesOf(0, ends[0]) : null;
    for (let times = r.int(1, 2); times > 0; times--) {
      const { died } = living(build(ends[1]), deathOf(r, operations || 60));
      // What opens it brings back what was set beside.
      living(() => recover(dir), null);
      if (!existsSync(dir)) {
        if (stood || !died) return 'there is no index any more';
        continue;
      }
      const is = bytesIn(dir);
      if (is !== wanted && is !== before) return 'the index is neither what it was nor what it was to be';
      DiscoveryService.open(dir).close();
    }
    living(build(ends[1]), null);
    if (bytesIn(dir) !== wanted) return 'built again, it is not what building afresh makes';
    const left = readdirSync(dirname(dir)).filter((name) => name !== basename(dir));
    return left.length ? `left behind: ${left.join(', ')}` : null;
  });

interface Line {
  readonly n: number;
}
/** Lines are added and the file written anew by one server, while another adds its own; the first dies. */
const lines: Scenario = (seed) =>
  inFolder((folder) => {
    const r = random(seed);
    const path = join(folder, 'lines.jsonl');
    const open = (): LineFile<Line> => new LineFile<Line>(path, (v) => v as Line);
    const [done, begun] = [new Set<number>(), new Set<number>()];
    let n = 0;
    const add = (file: LineFile<Line>): void => {
      const line = { n: n++ };
      begun.add(line.n);
      file.add(line);
      done.add(line.n);
    };
    const other = open();
    const death: Death = {
      ...deathOf(r, 30),
      meanwhile: () => {
        if (r.chance(0.3)) add(other);
      },
    };
    const work = (): void => {
      const file = open();
      for (let i = 0; i < 12; i++)
        if (r.chance(0.3) && done.size) file.rewrite([...file.lines()]);
        else add(file);
    };
    living(work, death);
    add(open());
    const said = open()
      .lines()
      .map((l) => l.n);
    const lost = [...done].filter((x) => !said.includes(x));
    if (lost.length) return `lost: ${lost.join(', ')}`;
    if (new Set(said).size !== said.length) return 'a line stands there twice';
    const odd = said.filter((x) => !begun.has(x));
    return odd.length ? `never written: ${odd.join(', ')}` : null;
  });

/** Books of a made-up folder, a line each. @param turn says their titles otherwise */
const booksOf = (numbers: readonly number[], turn: number): string =>
  numbers
    .map(
      (n) =>
        `${JSON.stringify({ id: `b${n}`, type: 'book', title: `Ebb and flood of ${turn + n} harbours`, author: [{ family: `Lind${n % 7}` }] })}\n`,
    )
    .join('');
/** Whatever is said meanwhile is not asked here. */
function quietly<T>(work: () => T): T {
  const { log, error } = console;
  console.log = () => undefined;
  console.error = () => undefined;
  try {
    return work();
  } finally {
    [console.log, console.error] = [log, error];
  }
}
/** A folder gets files of changes, copies and other rules; its index is amended by them and dies, and is amended again. */
const days: Scenario = (seed) =>
  inFolder((root) => {
    const r = random(seed);
    const folder = join(root, 'library');
    const world = makeWorld(SMALL);
    const campus = world.library.campuses[0]?.id;
    const all = [...worldFolder(world)];
    writeFolder(
      folder,
      all.filter(([path]) => !path.startsWith('records/') && !path.startsWith('courses')),
    );
    for (const own of ['records', 'changes']) mkdirSync(join(folder, own));
    const books = Array.from({ length: 60 }, (_, n) => n);
    writeFileSync(join(folder, 'records/1.jsonl'), booksOf(books, 0));
    const build = (out: string) => (): void =>
      void quietly(() =>
        indexFolder(folder, { check: false, out: join(root, out), reports: [], afresh: false }, () => {}),
      );
    living(build('upon'), null);
    for (let day = 1; day <= 2; day++) {
      const some = books.filter(() => r.chance(0.06));
      writeFileSync(join(folder, `changes/${day}.jsonl`), booksOf([...some, 100 + day], 1000 * day));
      if (r.chance(0.4)) {
        const state = day > 1 ? 'missing' : 'in';
        const rows = some.map((n) => `b${n},${campus},${state},K ${n}\n`);
        writeFileSync(join(folder, 'holdings.csv'), `record,campus,status,callNumber\n${rows.join('')}`);
      }
      if (r.chance(0.4)) {
        const rules = join(folder, 'policy.yaml');
        const queue = `queueLoanDays: ${20 + day}`;
        writeFileSync(rules, readFileSync(rules, 'utf8').replace(/queueLoanDays: \d+/, queue));
      }
      const { died } = living(build('upon'), deathOf(r, 60));
      living(() => recover(join(root, 'upon')), null);
      if (!existsSync(join(root, 'upon'))) return 'there is no index any more';
      DiscoveryService.open(join(root, 'upon')).close();
      if (died) living(build('upon'), null);
    }
    living(build('anew'), null);
    const other = differenceOf(join(root, 'upon'), join(root, 'anew'));
    if (other) return `amended, it is not what building anew makes: ${other}`;
    const left = readdirSync(root).filter((name) => !/^(?:library|(?:upon|anew)(?:\.read)?)$/.test(name));
    return left.length ? `left behind: ${left.join(', ')}` : null;
  });

export const CRASHES: Readonly<Record<string, Scenario>> = { index, lines, days };
