/** An index directory that is amended, file by file against one that is built anew. */
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { expectSameIndex } from '../../tests/fixtures/sameIndex';
import { asked, moment } from '../../tests/fixtures/world';
import type { DiscoveryRecord, RecordId } from '../core/model/record';
import { NEW_SEARCH } from '../core/query/request';
import { makeWorld } from '../demo/world';
import { amendIndex, type Delta } from './amend';
import { buildIndex, type IndexSource } from './build';
import { readHistory } from './historyFile';
import { DiscoveryService } from './service';

let dir: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'legendum-amend-'));
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));

const world = makeWorld(500);
const ALL = [...world.records];
const START = ALL.slice(0, 400);
const COURSES = [...(world.courses?.made() ?? [])];
const source = (records: Iterable<DiscoveryRecord>, more: Partial<IndexSource> = {}): IndexSource => ({
  ...makeWorld(200),
  courses: { saw: () => undefined, made: () => COURSES },
  ...more,
  records,
});
const amendSource = (more: Partial<IndexSource> = {}) => {
  const { records: _, ...rest } = source([], more);
  return { ...rest, courses: COURSES };
};
/** What has come and gone between two lists; parts of what has changed come again. */
function between(before: readonly DiscoveryRecord[], after: readonly DiscoveryRecord[]): Delta {
  const texts = new Map(before.map((r) => [r.id as string, JSON.stringify(r)]));
  const there = new Set<string>(after.map((r) => r.id));
  const gone = before.flatMap((r) => (there.has(r.id) ? [] : [r.id as string]));
  const otherwise = new Set([
    ...gone,
    ...after.flatMap((r) => (texts.get(r.id) === JSON.stringify(r) ? [] : [r.id as string])),
  ]);
  return { gone, come: after.filter((r) => otherwise.has(r.id) || otherwise.has(r.host ?? '')) };
}
function same(where: string, list: readonly DiscoveryRecord[]): void {
  const afresh = join(dir, 'afresh');
  buildIndex(source(list), afresh, undefined, { afresh: true });
  expectSameIndex(where, afresh);
}
type Change = (list: DiscoveryRecord[], at: number) => void;
const CHANGES: readonly Change[] = [
  (list, at) => void list.splice(at, 1),
  (list, at) => {
    const next = ALL.find((r, i) => i >= 400 && !r.added && !list.some((x) => x.id === r.id));
    if (next) list.splice(Math.min(at, list.findIndex((r) => r.added) >>> 0), 0, next);
  },
  (list, at) => {
    const r = list[at] as DiscoveryRecord;
    list[at] = { ...r, csl: { ...r.csl, title: `${r.csl.title}, reconsidered` } };
  },
  // A whole without its copies: its parts are to be had otherwise.
  (list, at) => {
    const host = list.find((r, i) => i >= at % 200 && list.some((x) => x.host === r.id));
    if (!host) return;
    const { copies: _, ebook: __, ...bare } = host;
    list[list.indexOf(host)] = bare as DiscoveryRecord;
  },
  // A part whose whole comes much later.
  (list, at) => {
    const host = list.findLast((r) => r.kind === 'book' && r.copies?.length);
    const r = list[at] as DiscoveryRecord;
    if (host && host !== r) list[at] = { ...r, host: host.id };
  },
];
const day = fc.array(fc.tuple(fc.nat(CHANGES.length - 1), fc.nat(10_000)), { maxLength: 6 });

describe('an index directory that is amended', () => {
  it('is the one built anew, one day after the other', () => {
    let amended = 0;
    fc.assert(
      fc.property(fc.array(day, { minLength: 1, maxLength: 3 }), (days) => {
        const upon = join(dir, 'upon');
        rmSync(upon, { recursive: true, force: true });
        let list = START;
        buildIndex(source(list), upon);
        for (const changes of days) {
          const next = [...list];
          for (const [what, at] of changes) CHANGES[what]?.(next, at % next.length);
          if (amendIndex(amendSource(), upon, between(list, next))) amended++;
          else buildIndex(source(next), upon);
          list = next;
          same(upon, list);
        }
      }),
      { numRuns: 5 },
    );
    expect(amended).toBeGreaterThan(3);
  });
  it('says what has changed, and answers', async () => {
    const upon = join(dir, 'upon');
    buildIndex(source(START), upon);
    const gone = START.find(
      (r) => !r.added && !r.work && r.kind === 'research-article' && !r.host,
    ) as DiscoveryRecord;
    const made = {
      ...START[0],
      id: 'made-1' as RecordId,
      csl: { ...(START[0] as DiscoveryRecord).csl, id: 'made-1', title: 'Quagmires of the quiet estuary' },
    } as DiscoveryRecord;
    const list = [...START.filter((r) => r !== gone && !r.added), made, ...START.filter((r) => r.added)];
    const built = amendIndex(amendSource(), upon, between(START, list));
    expect(built).toMatchObject({ records: 400, again: 399, dropped: 1, policy: 'new' });
    const history = readHistory(upon);
    expect(history?.changed.map(([id]) => id)).toEqual(['made-1']);
    expect(history?.gone.map(([id]) => id)).toEqual([gone.id]);
    const service = DiscoveryService.open(upon);
    const request = { ...NEW_SEARCH, q: 'quagmires estuary' };
    const { hits } = await service.search(asked(request), moment(), { offset: 0, limit: 25 });
    expect(hits.map((h) => h.id)).toEqual(['made-1']);
    service.close();
  });
  it('is left as it stands where it must be made anew', () => {
    const upon = join(dir, 'upon');
    const none: Delta = { come: [], gone: [] };
    expect(amendIndex(amendSource(), upon, none)).toBeNull();
    expect(existsSync(upon)).toBe(false);
    buildIndex(source(START), upon);
    const bytes = () => readFileSync(join(upon, 'index.lgd'));
    const before = bytes();
    // Other rules, too much at once, and an id that none can have.
    const policy = { ...world.library.policy, name: 'Others' } as never;
    expect(amendIndex(amendSource({ library: { ...world.library, policy } }), upon, none)).toBeNull();
    expect(
      amendIndex(amendSource(), upon, { come: [], gone: START.slice(0, 60).map((r) => r.id) }),
    ).toBeNull();
    const odd = { ...START[0], id: '..' } as unknown as DiscoveryRecord;
    expect(amendIndex(amendSource(), upon, { come: [odd], gone: [] })).toBeNull();
    expect(bytes().equals(before)).toBe(true);
    // What is damaged is not gone on from.
    writeFileSync(join(upon, 'index.lgd'), before.subarray(0, before.length - 8));
    expect(amendIndex(amendSource(), upon, none)).toBeNull();
    expect(readdirSync(dir).filter((f) => f !== 'upon')).toEqual([]);
  });
});
