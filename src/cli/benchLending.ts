/**
 * `bench lending [--records N] [--requests N] [--spread] [--json]`: plays requests over the demo's readers,
 * items and lenders, and holds what happened against what was promised: the chance in ten bins, the likely-by
 * day. The reader accepts every condition and answers every question within the hour, as the promise
 * supposes; nothing else of the simulation is known to it.
 *
 * Most items of the demo are nearly sure, so that a draw at random says little of the middle of the scale.
 * `--spread` takes not more than a sixth of all requests from one tenth of promised chances; with some
 * thousands of them each bin says something.
 */

import type { Moment } from '../core/discovery/answers';
import type { Wanted } from '../core/model/codes';
import { KINDS } from '../core/model/kinds';
import type { Reader } from '../core/model/reader';
import type { Slip } from '../core/model/slip';
import { isUnderWay } from '../core/model/slipStates';
import { isoLocal, type Minutes, minutes, parseLocal } from '../core/model/time';
import { serviceOf } from '../core/policy/price';
import { random } from '../core/random';
import { NO_HISTORY } from '../core/requests/history';
import { readSupplyingMessage, supplyingMessage } from '../core/requests/iso18626';
import { act, applyMessage, applyNotice, markSent, putInOutgoing } from '../core/requests/lifecycle';
import { newSlip } from '../core/requests/slip';
import { DEMO_START } from '../demo/clock';
import { READERS } from '../demo/library';
import { DiscoveryService } from '../server/service';
import { lendingTimeline } from '../standins/lending/timeline';
import { benchIndex, benchOptions } from './benchIndex';

const { values } = benchOptions();
const wantedRequests = Number(values.requests);
const { dir } = benchIndex(Number(values.records));
const service = DiscoveryService.open(dir);
const r = random(18_626);
const start = parseLocal(DEMO_START) as Minutes;

interface Played {
  readonly route: string;
  readonly promised: number;
  readonly supplied: boolean;
  readonly days: number;
  readonly likelyMet: boolean;
  readonly medianMet: boolean;
}

/** So many of one promised chance at most, so that the bins say something of small chances too. */
const most = Math.ceil(wantedRequests / 6);
const bins = new Array<number>(10).fill(0);
/** Requests to our own desks and partners so far: a fifth of all at most. */
let near = 0;
const binOf = (chance: number): number => Math.min(9, Math.floor(chance * 10));

const { agency, campuses, policy } = service.library;
const us = { agency, campuses, zone: policy.zone, currency: policy.currency.code };
/** The slip as it stands once everything has been said up to the reader's next act, or to the end. */
async function told(slip: Slip, moment: Moment): Promise<Slip> {
  const item = await service.slipItem(slip);
  const story =
    item && lendingTimeline({ ...slip, sent: slip.sent as string }, item, service.library, moment.situation);
  let next = slip;
  for (const m of story?.messages ?? []) {
    // Through the XML, as the app does it.
    const read = readSupplyingMessage(supplyingMessage(m, us), us.zone);
    if ('error' in read) throw new Error(`A message can’t be read: ${JSON.stringify(read.error)}`);
    next = applyMessage(next, { ...read, supplierName: m.supplierName });
    // The reader does not let an offer lapse; what would come if they did is not told.
    if (next.state === 'question' || next.state === 'conditional') return next;
  }
  for (const n of story?.notices ?? []) next = applyNotice(next, n);
  return next;
}

async function play(n: number): Promise<Played | null> {
  const reader = r.pick(READERS) as Reader;
  const at = minutes(start + r.int(0, 150) * 1440 + r.int(-60, 700));
  const moment: Moment = {
    situation: { campus: reader.campus, category: reader.category, remote: reader.remote },
    at: isoLocal(at),
  };
  const record = service.recordAt(r.int(0, service.engine.size - 1));
  const ways = (await service.ways(record.id, moment, ''))?.ways ?? [];
  const slips = ways.filter((w) => w.action.do === 'slip' && w.ready);
  // Four in five go to the interlibrary network, where chance matters; the others take the soonest way.
  const way =
    (r.chance(0.8) ? slips.find((w) => w.id === 'lending') : undefined) ?? slips.find((w) => w.setsWait);
  if (way?.action.do !== 'slip') return null;
  const { route, from } = way.action;
  const family = KINDS[record.kind].family;
  const wanted: Wanted = serviceOf(route) === 'loan' ? 'loan' : family === 'article' ? 'article' : 'chapter';
  const draft = newSlip({
    id: `S-bench-${String(n).padStart(5, '0')}`,
    record,
    reader,
    wanted,
    route,
    from,
    needBy: '',
    now: moment.at,
  });
  const speed = r.chance(0.15) && route.startsWith('ill') ? ('fast' as const) : ('standard' as const);
  const base: Slip = { ...draft, speed, declared: true };
  const promise = await service.promise(base, moment, NO_HISTORY);
  if (!promise?.median || !promise.likely || promise.rules.some((x) => x.weight === 'refuse')) return null;
  const { median, likely, chance, lines, total, mediated } = promise;
  const bin = binOf(chance);
  const outside = promise.route.startsWith('ill');
  if (values.spread && (outside ? (bins[bin] as number) >= most : near >= wantedRequests / 5)) return null;
  if (outside) bins[bin] = (bins[bin] as number) + 1;
  else near++;
  let slip = markSent(
    putInOutgoing(
      { ...base, route: promise.route, from: promise.from },
      { median, likely, chance, lines, total, mediated },
      moment.at,
    ),
    moment.at,
  );
  for (let turn = 0; turn < 12; turn++) {
    slip = await told(slip, moment);
    if (slip.state !== 'question' && slip.state !== 'conditional') break;
    const last = slip.messages.at(-1)?.time as string;
    slip = act(
      slip,
      slip.state === 'question' ? 'answer' : 'accept',
      isoLocal(minutes((parseLocal(last) as Minutes) + 45)),
      {
        text: 'Yes.',
      },
    );
  }
  if (isUnderWay(slip.state))
    throw new Error(`${slip.id} stays ${slip.state}: ${slip.messages.at(-1)?.text}`);
  const came = slip.messages.find((m) => m.event === 'arrive' || m.event === 'file');
  const days = came ? ((parseLocal(came.time) as Minutes) - at) / 1440 : 0;
  return {
    route: promise.route,
    promised: chance,
    supplied: came !== undefined,
    days,
    likelyMet: came !== undefined && came.time.slice(0, 10) <= likely.slice(0, 10),
    medianMet: came !== undefined && came.time.slice(0, 10) <= median.slice(0, 10),
  };
}

const played: Played[] = [];
for (let n = 0; played.length < wantedRequests && n < wantedRequests * 200; n++) {
  const one = await play(n);
  if (one) played.push(one);
}
const share = (list: readonly Played[], of: (p: Played) => boolean): number =>
  list.length ? Math.round((1000 * list.filter(of).length) / list.length) / 1000 : 0;
const middle = (list: readonly number[]): number =>
  Math.round(10 * ([...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0)) / 10;
const supplied = played.filter((p) => p.supplied);
const calibration = Array.from({ length: 10 }, (_, i) => {
  const bin = played.filter((p) => binOf(p.promised) === i);
  const mean = bin.reduce((sum, p) => sum + p.promised, 0) / (bin.length || 1);
  return { promised: Math.round(mean * 1000) / 1000, observed: share(bin, (p) => p.supplied), n: bin.length };
}).filter((b) => b.n > 0);
const byRoute = Object.fromEntries(
  [...new Set(played.map((p) => p.route))].sort().map((route) => {
    const own = played.filter((p) => p.route === route);
    const here = own.filter((p) => p.supplied);
    return [
      route,
      {
        n: own.length,
        supplied: share(own, (p) => p.supplied),
        medianDays: middle(here.map((p) => p.days)),
        medianMet: share(here, (p) => p.medianMet),
        likelyByMet: share(here, (p) => p.likelyMet),
      },
    ];
  }),
);
const result = {
  requests: played.length,
  fillRate: share(played, (p) => p.supplied),
  medianDays: middle(supplied.map((p) => p.days)),
  calibration,
  medianMet: share(supplied, (p) => p.medianMet),
  likelyByMet: share(supplied, (p) => p.likelyMet),
  byRoute,
};
if (values.json) console.log(JSON.stringify(result, null, 2));
else {
  console.log(
    `${result.requests} requests, ${Math.round(result.fillRate * 100)} % supplied, half of them within ${result.medianDays} days`,
  );
  console.log(
    `likely-by day met: ${(result.likelyByMet * 100).toFixed(1)} % (promised: 90); median met: ${(result.medianMet * 100).toFixed(1)} % (promised: 50)`,
  );
  for (const b of calibration)
    console.log(
      `  promised ${(b.promised * 100).toFixed(0).padStart(3)} %  happened ${(b.observed * 100).toFixed(0).padStart(3)} %  of ${b.n}`,
    );
  for (const [route, x] of Object.entries(byRoute))
    console.log(
      `  ${route.padEnd(14)} ${x.n}: ${(x.supplied * 100).toFixed(0)} % supplied, median ${x.medianDays} days, likely-by met ${(x.likelyByMet * 100).toFixed(0)} %`,
    );
}
service.close();
