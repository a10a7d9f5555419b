/** An index directory: whole or not there at all, and the same whatever order its records came in. */
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { asked, moment } from '../../tests/fixtures/world';
import { differenceOf } from '../cli/fuzz/sameIndex';
import type { SearchAnswer } from '../core/discovery/answers';
import { FORMAT_VERSION } from '../core/engine/format/format';
import type { Policy } from '../core/model/policy';
import type { DiscoveryRecord } from '../core/model/record';
import { NEW_SEARCH, type SearchRequest } from '../core/query/request';
import { random } from '../core/random';
import { makeWorld } from '../demo/world';
import { buildIndex, type IndexSource } from './build';
import { RECORDS } from './recordFile';
import { DiscoveryService } from './service';

let dir: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'legendum-build-'));
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));

const COUNT = 1500;
const source = (records: Iterable<DiscoveryRecord>): IndexSource => ({ ...makeWorld(200), records });
/** The same records in another order: hosts still before what stands in them, days still rising. */
function shuffled(records: readonly DiscoveryRecord[], seed: number): DiscoveryRecord[] {
  const r = random(seed);
  const parts = new Map<string, DiscoveryRecord[]>();
  for (const x of records) if (x.host) parts.set(x.host, [...(parts.get(x.host) ?? []), x]);
  const keyed = records
    .filter((x) => !x.host)
    .map((x) => ({ x, key: r() }))
    .sort((a, b) => a.key - b.key);
  const late = (x: DiscoveryRecord): string => x.added ?? '';
  return keyed
    .flatMap(({ x }) => [x, ...(parts.get(x.id) ?? [])])
    .map((x, i) => ({ x, i }))
    .sort((a, b) => (late(a.x) < late(b.x) ? -1 : late(a.x) > late(b.x) ? 1 : a.i - b.i))
    .map(({ x }) => x);
}
const SEARCHES: readonly Partial<SearchRequest>[] = [
  { q: '' },
  { q: 'seaweed food' },
  { q: '"food security"', sort: 'newest' },
  { q: 'history', keep: { peer: ['reviewed'] }, from: 2005 },
  { q: 'food OR history', drop: { kind: ['book-review'] }, reach: 'shelves' },
  { q: 'subject:algae', sort: 'title' },
  { q: 'kelp', needBy: null, sort: 'soonest' },
];

describe('the same records in another order', () => {
  it('make an index that answers the same: totals, counts of every value, years, reach', async () => {
    const records = [...makeWorld(COUNT).records];
    const services = [records, shuffled(records, 1), shuffled(records, 2)].map((list, i) => {
      buildIndex(source(list), join(dir, String(i)));
      return DiscoveryService.open(join(dir, String(i)));
    });
    const said = (a: SearchAnswer): object => ({
      total: a.total,
      lines: a.lines,
      years: a.years,
      reach: a.reach,
      waits: a.waits,
      cost: a.cost,
      // Values that tie may come in another order, and the last of the twenty shown may be another one.
      breakdown: Object.fromEntries(
        Object.entries(a.breakdown).map(([g, values]) => {
          const least = values.length < 20 ? 0 : Math.min(...values.map((v) => v.count));
          return [g, values.filter((v) => v.count > least).sort((x, y) => (x.value < y.value ? -1 : 1))];
        }),
      ),
    });
    for (const more of SEARCHES) {
      const request = { ...NEW_SEARCH, ...more };
      const [first, ...others] = await Promise.all(
        services.map((s) => s.search(asked(request), moment(), { offset: 0, limit: 25 })),
      );
      for (const other of others)
        expect(said(other), JSON.stringify(more)).toEqual(said(first as SearchAnswer));
      expect(first?.total, JSON.stringify(more)).toBeGreaterThan(0);
    }
    for (const record of records) {
      const pages = await Promise.all(services.map((s) => s.record(record.id)));
      expect(pages[0]?.record).toEqual(record);
      const ids = (list: readonly { id: string }[] | undefined): string[] =>
        (list ?? []).map((x) => x.id).sort();
      for (const page of pages.slice(1)) {
        expect(page?.record).toEqual(record);
        expect(ids(page?.cites)).toEqual(ids(pages[0]?.cites));
        expect(ids(page?.editions)).toEqual(ids(pages[0]?.editions));
        expect(page?.host?.id).toBe(pages[0]?.host?.id);
      }
    }
    for (const s of services) s.close();
  });
});

describe('an index', () => {
  it('is the same however its records came, parts before their whole and long behind it', () => {
    const records = [...makeWorld(400).records];
    // The demo's courses are made of what it sees.
    const bare = (list: Iterable<DiscoveryRecord>): IndexSource => {
      const { courses: _, ...rest } = source(list);
      return rest;
    };
    buildIndex(bare(records), join(dir, 'as-made'));
    for (const seed of [1, 2, 3]) {
      const r = random(seed);
      const mixed = records
        .map((record) => [record.added ?? '', r(), record] as const)
        // Only the days on which they came in rise.
        .sort(([a, x], [b, y]) => (a < b ? -1 : a > b ? 1 : x - y))
        .map(([, , record]) => record);
      buildIndex(bare(mixed), join(dir, 'mixed'), undefined, { afresh: true });
      expect(differenceOf(join(dir, 'mixed'), join(dir, 'as-made'))).toBeNull();
    }
  });
});

describe('building', () => {
  it('leaves nothing behind but the index', () => {
    const stages: string[] = [];
    const out = join(dir, 'index');
    const world300 = makeWorld(300);
    const { records, bytes } = buildIndex(world300, out, (_, stage) => stages.push(stage));
    expect(records).toBe(300);
    expect(bytes).toBe(
      [...world300.records].reduce((sum, r) => sum + Buffer.byteLength(JSON.stringify(r)) + 1, 0),
    );
    expect(readdirSync(out).sort()).toEqual([
      'courses.json',
      'history.json',
      'index.lgd',
      'kbart',
      'library.json',
      'manifest.json',
      'policy.json',
      RECORDS,
    ]);
    expect(readdirSync(dir)).toEqual(['index']);
    expect(stages.at(-1)).toBe('done');
  });

  it('that fails in the middle leaves the index that was there, and nothing of its own', () => {
    const out = join(dir, 'index');
    buildIndex(makeWorld(300), out);
    const before = readFileSync(join(out, 'index.lgd'));
    function* broken(): Generator<DiscoveryRecord> {
      let n = 0;
      for (const record of makeWorld(300).records) {
        if (++n === 250) throw new Error('the disk is full');
        yield record;
      }
    }
    expect(() => buildIndex(source(broken()), out)).toThrow('the disk is full');
    expect(readdirSync(dir)).toEqual(['index']);
    expect(readFileSync(join(out, 'index.lgd')).equals(before)).toBe(true);
  });

  it('keeps rules that somebody has edited, and builds with them', () => {
    const out = join(dir, 'index');
    expect(buildIndex(makeWorld(300), out).policy).toBe('new');
    const path = join(out, 'policy.json');
    const policy = { ...JSON.parse(readFileSync(path, 'utf8')), version: 'ours', openSlips: 3 } as Policy;
    writeFileSync(path, JSON.stringify(policy));
    expect(buildIndex(makeWorld(300), out).policy).toBe('kept');
    expect(readFileSync(path, 'utf8')).toBe(JSON.stringify(policy));
    const service = DiscoveryService.open(out);
    expect(service.library.policy.version).toBe('ours');
    service.close();
    // And once more, now that the edited rules are those of the build.
    expect(buildIndex(makeWorld(300), out).policy).toBe('kept');
  });
  it('sets edited rules aside when they can’t be used, and loses no word of them', () => {
    const out = join(dir, 'index');
    buildIndex(makeWorld(300), out);
    writeFileSync(join(out, 'policy.json'), '{ "version": "half done"');
    expect(buildIndex(makeWorld(300), out).policy).toBe('set-aside');
    expect(readFileSync(join(out, 'policy.edited.json'), 'utf8')).toBe('{ "version": "half done"');
    DiscoveryService.open(out).close();
  });
  it('brings back what an interrupted replacement set beside, and clears away what is left of builds', () => {
    const out = join(dir, 'index');
    buildIndex(makeWorld(300), out);
    // Pid 2^22 + 1 is of no program: Linux counts up to 2^22.
    renameSync(out, `${out}.before-4194305`);
    mkdirSync(`${out}.making-4194305`);
    DiscoveryService.open(out).close();
    buildIndex(makeWorld(300), out);
    expect(readdirSync(dir)).toEqual(['index']);
  });
  it('does not touch what another build is at', () => {
    const out = join(dir, 'index');
    mkdirSync(`${out}.making-${process.ppid}`);
    buildIndex(makeWorld(300), out);
    expect(readdirSync(dir).sort()).toEqual(['index', `index.making-${process.ppid}`]);
  });
  it('refuses an id that nothing could be asked by', () => {
    const [first] = [...makeWorld(300).records] as [DiscoveryRecord];
    for (const id of ['', '.', '..', 'x'.repeat(401)])
      expect(() => buildIndex(source([{ ...first, id: id as never }]), join(dir, 'index'))).toThrow(
        /has no id/,
      );
  });

  it('takes the days of records as they come, never falling', () => {
    const [first, second] = [...makeWorld(300).records] as [DiscoveryRecord, DiscoveryRecord];
    const records = [
      { ...first, added: '2026-11-05' },
      { ...second, added: '2026-11-04' },
    ];
    expect(() => buildIndex(source(records), join(dir, 'index'))).toThrow(
      `Record ${second.id} was added on 2026-11-04, before`,
    );
    expect(existsSync(join(dir, 'index'))).toBe(false);
  });

  it('refuses a policy that can’t be used before it begins', () => {
    const world = makeWorld(300);
    const policy = { ...world.library.policy, openSlips: 0 };
    expect(() => buildIndex({ ...world, library: { ...world.library, policy } }, join(dir, 'index'))).toThrow(
      'openSlips',
    );
    expect(readdirSync(dir)).toEqual([]);
  });
});

describe('an index that can’t be opened', () => {
  const opened = (spoil: (path: string) => void): (() => unknown) => {
    const out = join(dir, 'index');
    buildIndex(makeWorld(300), out);
    spoil(out);
    return () => DiscoveryService.open(out);
  };
  it('is not there', () =>
    expect(() => DiscoveryService.open(join(dir, 'nowhere'))).toThrow(/There is no index in/));
  it('is something else', () =>
    expect(
      opened((out) => writeFileSync(join(out, 'index.lgd'), 'PK\u0003\u0004 a zip file, as it were')),
    ).toThrow('This is not a Legendum index file.'));
  const spoilt = (name: string, change: (bytes: Buffer) => Buffer) => (out: string) =>
    writeFileSync(join(out, name), change(readFileSync(join(out, name))));
  const turned = (at: number) => (bytes: Buffer) => {
    bytes[Math.floor(bytes.length * at)] = (bytes[Math.floor(bytes.length * at)] as number) ^ 1;
    return bytes;
  };
  it.each([
    ['has one bit turned in its records', RECORDS, turned(0.7), /records\.lgr in .* is not as it was built/],
    [
      'has one bit turned in its numbers',
      'index.lgd',
      turned(0.6),
      /index\.lgd in .* is not as it was built/,
    ],
    [
      'has one bit turned in its library',
      'library.json',
      turned(0.3),
      /library\.json in .* is not as it was built/,
    ],
    [
      'has a part of its records less',
      RECORDS,
      (b: Buffer) => b.subarray(0, b.length - 100),
      /records\.lgr in .* has .* bytes/,
    ],
    ['has no manifest that can be read', 'manifest.json', () => Buffer.from('{'), /lacks a manifest\.json/],
  ] as const)('%s', (_what, name, change, message) => expect(opened(spoilt(name, change))).toThrow(message));
  it('has files of two builds', () =>
    expect(
      opened((out) => {
        const other = join(dir, 'other');
        buildIndex(makeWorld(310), other);
        copyFileSync(join(other, RECORDS), join(out, RECORDS));
      }),
    ).toThrow(/records\.lgr/));
  it('lacks a file', () =>
    expect(opened((out) => rmSync(join(out, 'library.json')))).toThrow('lacks library.json'));
  it('is cut short', () =>
    expect(
      opened((out) => {
        const whole = readFileSync(join(out, 'index.lgd'));
        writeFileSync(join(out, 'index.lgd'), whole.subarray(0, whole.length >> 1));
      }),
    ).toThrow('cut short'));
  it('is of another version', () =>
    expect(
      opened((out) => {
        const path = join(out, 'index.lgd');
        const bytes = readFileSync(path);
        const at = bytes.indexOf('"version":');
        bytes.write(
          String(FORMAT_VERSION - 1).padStart(String(FORMAT_VERSION).length),
          at + '"version":'.length,
          'latin1',
        );
        writeFileSync(path, bytes);
      }),
    ).toThrow(
      `has format ${FORMAT_VERSION - 1}; this version reads format ${FORMAT_VERSION}. Build it again.`,
    ));
});
