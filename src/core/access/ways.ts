/**
 * Ways to read: every way to get one item, soonest first; what each says of itself is in `way.ts`.
 *
 * The best link rule (job: "Best link") orders what is online now; a way that only lets you look at the thing
 * in a building, or go and fetch it yourself from another campus, is listed but does not set the wait, unless
 * there is no other: then the wait is one on site.
 */

import { msg, NOTHING } from '../model/message';
import type { Ready } from '../model/waits';
import { bestOf, type Way, type WaysAnswer } from '../model/ways';
import { serviceFor } from './chance';
import {
  type AccessItem,
  entitled,
  IN,
  lendingFor,
  type Option,
  optionsFor,
  type TextVersion,
} from './options';
import { type Times, timesFor } from './times';
import type { Vantage } from './vantage';
import { PARTNER_COPY, wayFor } from './way';

export type { Verdict } from '../model/waits';
export { waitLabel } from './waitLabel';
export { ownersLine } from './way';

const VERSION_RANK: Record<TextVersion, number> = {
  'version-of-record': 0,
  'accepted-manuscript': 1,
  preprint: 2,
};
const ORDER: Record<Option['type'], number> = {
  online: 0,
  copy: 1,
  aside: 2,
  scan: 3,
  'partner-copy': 4,
  'partner-loan': 5,
  lending: 6,
  'not-online': 7,
};

/**
 * All ways to read a thing, soonest first, with the best and the wait that it sets. Pure: the same moment
 * gives the same ways.
 * @example say(waysToRead(aBook, here).best.label) // '≈ 5 Nov'
 */
export function waysToRead(item: AccessItem, from: Vantage, detailed = false): WaysAnswer {
  const times = timesFor(from);
  const { needBy = null } = from;
  const drafts = optionsFor(item, from.library)
    .map((option) => ({ option, way: wayFor(option, { item, times, needBy, detailed }) }))
    .filter((d) => d.way !== null) as { option: Option; way: Way }[];
  const key = (d: { option: Option; way: Way }): number[] => {
    const o = d.option;
    return [
      d.way.setsWait ? 0 : d.way.ready ? 1 : 2,
      d.way.ready ? sortable(d.way.ready.median) : Number.MAX_SAFE_INTEGER,
      ORDER[o.type],
      ...onlineRank(o),
      -d.way.chance,
    ];
  };
  drafts.sort((a, b) => {
    return compareKeys(key(a), key(b)) || (a.way.id < b.way.id ? -1 : 1);
  });
  const ways = withoutRepeats(drafts.map((d) => d.way));
  const best = bestOf(ways);
  return {
    ways,
    best,
    wait: waitOf(best),
  };
}

/**
 * The first that sets the wait, and the wait it sets: the same as `waysToRead` says, without the words of all
 * the others.
 * @example soonestWay(aBook, here).wait.class // 'week'
 */
export function soonestWay(item: AccessItem, from: Vantage): Pick<WaysAnswer, 'best' | 'wait'> {
  const times = timesFor(from);
  const { library, needBy = null } = from;
  const { unlikelyBelow } = library.policy.wait;
  let first: { option: Option; key: readonly number[] }[] = [];
  const offer = (option: Option, found: Found | null): void => {
    if (!found || found.chance < unlikelyBelow) return;
    const key = [found.ready.median, ORDER[option.type], ...onlineRank(option), -found.chance];
    const order = first[0] ? compareKeys(key, first[0].key) : -1;
    if (order < 0) first = [{ option, key }];
    else if (order === 0) first.push({ option, key });
  };
  const options = optionsFor(item, library, false);
  for (const option of options) offer(option, readyOf(option, times));
  // No lender is asked before the next working day: what is sooner than that needs no plan.
  const service = serviceFor(item.record.kind);
  const bound = service && times.lending(NEXT_DAY, service);
  if (bound && !(first[0] && (first[0].key[0] as number) <= bound.median)) {
    const plan = lendingFor(item, library);
    if (plan) offer({ type: 'lending', plan }, readyOf({ type: 'lending', plan }, times));
  }
  if (!first.length)
    for (const option of options)
      if (option.type === 'copy' && isOnSite(option)) offer(option, sure(times.visit(option.campus)));
  const ways = first
    .flatMap(({ option }) => wayFor(option, { item, times, needBy, detailed: false }) ?? [])
    .sort((a, b) => (a.id < b.id ? -1 : 1));
  const best = ways[0] ?? null;
  return { best, wait: waitOf(best) };
}
/** May be read where it is kept, and not taken away; it sets a wait of its own while it stands there. */
const isOnSite = ({ copy, available }: Extract<Option, { type: 'copy' }>): boolean =>
  copy.rule === 'premises' && available === IN;
type Found = { readonly ready: Ready; readonly chance: number };
const sure = (ready: Ready | null, chance = 1): Found | null => ready && { ready, chance };
const NEXT_DAY = { median: 1, likely: 1 } as const;
const onlineRank = (o: Option): readonly [number, number] =>
  o.type === 'online' ? [VERSION_RANK[o.version], o.open ? 0 : 1] : [9, 9];
function compareKeys(x: readonly number[], y: readonly number[]): number {
  for (let i = 0; i < x.length; i++) if (x[i] !== y[i]) return (x[i] ?? 0) - (y[i] ?? 0);
  return 0;
}
const waitOf = (best: Way | null): WaysAnswer['wait'] =>
  best
    ? { class: best.class, date: best.ready?.median ?? null, label: best.label, sub: best.sub }
    : { class: 'unlikely', date: null, label: msg('access.unlikely'), sub: NOTHING };

/**
 * When an option would set the wait, and how surely; null for one that does not. `wayFor` puts the words to
 * it.
 */
function readyOf(option: Option, times: Times): Found | null {
  const { situation } = times;
  switch (option.type) {
    case 'online':
      return entitled(option, situation.campus) ? sure(times.online(option.from, option.until)) : null;
    // Going to the shelf oneself is never later.
    case 'aside':
    case 'not-online':
      return null;
    case 'copy':
      return option.available === null || option.copy.rule === 'premises'
        ? null
        : sure(times.copy(option.campus, option.available));
    case 'scan':
      return sure(times.scan(option.campus));
    case 'partner-copy':
      return sure(times.partnerCopy(option.partner), PARTNER_COPY);
    case 'partner-loan':
      return option.available === null ? null : sure(times.partnerLoan(option.partner, option.available));
    case 'lending': {
      const { plan } = option;
      return plan.asked.length ? sure(times.lending(plan.days, plan.service), plan.chance) : null;
    }
  }
}

const sortable = (iso: string): number => Number(iso.replace(/\D/g, ''));

/**
 * Of several copies that differ in nothing but their shelf mark, one line is enough; the copies table lists
 * them all.
 */
function withoutRepeats(ways: readonly Way[]): Way[] {
  const seen = new Set<string>();
  return ways.filter((w) => {
    if (seen.has(w.id)) return false;
    seen.add(w.id);
    return true;
  });
}
