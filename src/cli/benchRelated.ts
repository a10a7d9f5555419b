/**
 * `bench related [--records N] [--items N] [--json]`: what else. Of papers with five references or more one is
 * taken away and asked back for: in how many it is among the eight shown, and among the eight that come of
 * citations alone. How long an answer takes, and lookups on the shelf and in the lists: milliseconds.
 */
import { type Minutes, parseLocal } from '../core/model/time';
import { random } from '../core/random';
import { DEMO_START } from '../demo/clock';
import { DiscoveryService } from '../server/service';
import { benchIndex, benchOptions } from './benchIndex';

const { values } = benchOptions();
const service = DiscoveryService.open(benchIndex(Number(values.records)).dir);
const moment = {
  situation: {
    campus: service.library.campuses[0]?.id as never,
    category: 'undergraduate' as const,
    remote: false,
  },
  at: DEMO_START,
};
const at = parseLocal(DEMO_START) as Minutes;
const r = random(31);
const { data } = service.engine;
const size = service.engine.sizeAt(at);
const many = Number(values.items);
const median = (list: readonly number[], share = 0.5): number =>
  Math.round(([...list].sort((a, b) => a - b)[Math.floor(list.length * share)] ?? 0) * 100) / 100;

const asked: number[] = [];
let [tried, shown] = [0, 0];
for (let n = 0; tried < many && n < many * 40; n++) {
  const doc = r.int(0, size - 1);
  const from = data.citeStart[doc] as number;
  const count = (data.citeStart[doc + 1] as number) - from;
  if (count < 5) continue;
  const taken = service.recordAt(data.cite[from + r.int(0, count - 1)] as number).id;
  const { id } = service.recordAt(doc);
  const began = performance.now();
  const answer = await service.related(id, 8, moment, taken);
  asked.push(performance.now() - began);
  tried++;
  if (answer?.related.some((x) => x.id === taken)) shown++;
}
const timed = async (times: number, work: (n: number) => Promise<unknown>): Promise<number[]> => {
  const took: number[] = [];
  for (let n = 0; n < times; n++) {
    const began = performance.now();
    await work(n);
    took.push(performance.now() - began);
  }
  return took;
};
const titles = Array.from({ length: 400 }, () => service.recordAt(r.int(0, size - 1)));
const held = titles.flatMap((x) => (x.copies?.[0] ? [{ id: x.id as string, copy: x.copies[0] }] : []));
const shelf = await timed(300, (n) => {
  const { id, copy } = held[n % held.length] as (typeof held)[number];
  return service.shelf({
    record: id,
    callNumber: copy.callNumber,
    campus: n % 2 ? copy.campus : null,
    before: 20,
    after: 20,
    at,
    tree: null,
  });
});
const lists: Record<string, readonly [number, number]> = {};
for (const list of ['people', 'titles', 'subjects', 'journals', 'callnumbers'] as const) {
  const took = await timed(200, (n) => {
    const x = titles[n % titles.length];
    const begin = {
      people: x?.csl.author?.[0]?.family ?? 'M',
      titles: x?.csl.title ?? 'M',
      subjects: x?.subjects[0] ?? 'M',
      journals: x?.csl['container-title'] ?? 'M',
      callnumbers: held[n % held.length]?.copy.callNumber ?? 'QK',
    }[list];
    return service.browse({ list, from: begin.slice(0, 12), record: null, before: 5, after: 25, at });
  });
  lists[list] = [median(took.slice(20)), median(took.slice(20), 0.95)];
}
const out = {
  records: data.n,
  backAmongEight: Math.round((1000 * shown) / Math.max(1, tried)) / 1000,
  tried,
  related: [median(asked.slice(20)), median(asked.slice(20), 0.95)],
  shelfOf41: [median(shelf.slice(20)), median(shelf.slice(20), 0.95)],
  lists,
};
console.log(JSON.stringify(out, null, values.json ? 2 : 1));
service.close();
