/**
 * Kept things, looked up many at a time: when each can be read and from which shelf it can be fetched; and, for
 * a whole pile, what to do next.
 */
import { alternativesFor } from '../access/alternatives';
import { type AccessItem, IN, optionsFor } from '../access/options';
import type { Vantage } from '../access/vantage';
import { soonestWay, waysToRead } from '../access/ways';
import type { DayNumber } from '../model/time';
import type { Alternative } from '../model/ways';
import type { Shelf } from '../piles/fetchSheet';
import { choosePlan, type PlanLimits } from '../plan/choose';
import { planThing } from '../plan/ways';
import type { KeptAnswer, PlanAnswer } from './answers';
import { inShort } from './inShort';

const shelvesOf = (item: AccessItem, from: Vantage): Shelf[] =>
  optionsFor(item, from.library, false).flatMap((o): Shelf[] =>
    o.type === 'copy' && o.available === IN
      ? [
          {
            campus: o.campus.id,
            location: o.copy.location,
            callNumber: o.copy.callNumber,
            premises: o.copy.rule === 'premises',
          },
        ]
      : [],
  );

/** When a kept thing can be read, and where it stands. */
export function keptAnswer(item: AccessItem, from: Vantage): KeptAnswer {
  const { record } = item;
  const soonest = soonestWay(item, from);
  const { abstract: _abstract, ...csl } = record.csl;
  return {
    csl: record.id ? csl : null,
    kind: record.kind,
    work: record.work ?? null,
    retracted: record.retraction !== undefined,
    ...inShort(soonest),
    ready: soonest.best?.ready ?? null,
    shelves: shelvesOf(item, from),
  };
}

/**
 * What to do for a pile: of the ways to each thing those that bring the most of it by the day.
 * @param items null for what is not there any more
 * @param versionsOf other records of the same work
 */
export async function planFor(
  items: readonly (AccessItem | null)[],
  from: Vantage & { readonly needBy: DayNumber },
  limits: PlanLimits,
  versionsOf: (item: AccessItem) => Promise<readonly AccessItem[]>,
): Promise<PlanAnswer> {
  const ways = items.map((item) => (item ? waysToRead(item, from).ways : []));
  const { chosen, ...plan } = choosePlan(
    ways.map((list, at) => planThing(String(at), list, from.needBy)),
    limits,
  );
  const instead = async (item: AccessItem | null): Promise<Alternative | null> => {
    if (!item) return null;
    const others = alternativesFor(item, await versionsOf(item), from);
    return others.find((a) => a.ready !== null && a.verdict !== 'too-late' && a.sort !== 'purchase') ?? null;
  };
  const out: PlanAnswer['chosen'][number][] = [];
  for (const [at, { way, leftOut }] of chosen.entries()) {
    const full = way && ways[at]?.find((w) => w.id === way.key);
    out.push({
      way: full
        ? {
            id: full.id,
            title: full.title,
            place: full.place,
            titled: full.titled,
            label: full.label,
            price: full.price,
            inTime: way.inTime,
            action: full.action,
          }
        : null,
      leftOut,
      instead: leftOut === 'no-way' ? await instead(items[at] ?? null) : null,
    });
  }
  return { ...plan, chosen: out };
}
