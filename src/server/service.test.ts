import { readFileSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openWorld, situation } from '../../tests/fixtures/world';
import { soonestWay, waysToRead } from '../core/access/ways';
import { readKbart } from '../core/coverage/kbart';
import { type Minutes, parseLocal } from '../core/model/time';
import { DiscoveryService } from './service';

const COUNT = 3000;
let world: ReturnType<typeof openWorld>;
beforeAll(() => {
  world = openWorld(COUNT);
});
afterAll(() => world.close());

describe('the access summary and the exact ways', () => {
  const moments: [string, string, boolean][] = [
    ['2026-11-02T09:10', 'quayside', false],
    ['2026-11-02T21:40', 'fellgate', false],
    ['2026-11-07T15:30', 'saltmarsh', false],
    ['2026-11-10T15:20', 'quayside', true],
    ['2026-12-23T10:00', 'quayside', false],
    ['2027-01-02T12:00', 'fellgate', false],
  ];
  it.each(moments)('agree on class and moment at %s, %s, remote %s', async (at, campus, remote) => {
    const here = situation(campus, remote);
    const now = parseLocal(at) as Minutes;
    for (let doc = 0; doc < COUNT; doc++) {
      const item = await world.service.itemAt(doc);
      const all = waysToRead(item, { library: world.service.library, situation: here, at: now });
      const exact = all.wait;
      // What a line of results is given is the first of all ways, found without the others.
      expect(soonestWay(item, { library: world.service.library, situation: here, at: now })).toEqual({
        best: all.best,
        wait: all.wait,
      });
      const quick = world.service.engine.accessOf(doc, here, now);
      expect([quick.wait, quick.ready], `${item.record.id} ${item.record.csl.title}`).toEqual([
        exact.class,
        exact.date ? parseLocal(exact.date) : null,
      ]);
    }
  });
});

describe('index directory', () => {
  it('keeps each provider’s title list as KBART', () => {
    const { lines, problems } = readKbart(
      readFileSync(join(world.dir, 'kbart', 'harbourlight.tsv'), 'utf8'),
      'harbourlight',
    );
    expect(problems).toEqual([]);
    expect(lines.find((l) => l.publication_title === 'Annals of Island Nutrition')).toMatchObject({
      embargo_info: 'P1Y',
      date_first_issue_online: '2018',
    });
  });
  it('a missing or broken index says what to do', () => {
    expect(() => DiscoveryService.open('/nowhere')).toThrow(/npm run index/);
    const other = openWorld(300);
    truncateSync(join(other.dir, 'index.lgd'), 50_000);
    expect(() => DiscoveryService.open(other.dir)).toThrow(/cut short/);
    writeFileSync(join(other.dir, 'index.lgd'), 'hello, this is no index at all');
    expect(() => DiscoveryService.open(other.dir)).toThrow(/not a Legendum index/);
    other.close();
  });
});
