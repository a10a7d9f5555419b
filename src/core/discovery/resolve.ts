/** References: the records that they mean, and when each of those could be read. */
import type { AccessItem } from '../access/options';
import type { Vantage } from '../access/vantage';
import { soonestWay } from '../access/ways';
import type { SearchEngine } from '../engine/port/engine';
import type { ReferenceItem } from '../model/record';
import { choose, type Match, type MatchResult } from '../references/match';
import type { ResolvedMatch, ResolvedReference } from './answers';
import { candidatesFor } from './candidates';
import { inShort } from './inShort';
import type { Items } from './items';
import { relatedRecord } from './lines';

interface Looked {
  readonly engine: SearchEngine;
  readonly items: Items;
}

/** The record that a reference means, if that is sure enough, and those that it might mean. */
export async function matchReference(said: ReferenceItem, { engine, items }: Looked): Promise<MatchResult> {
  const records = await items.records(await candidatesFor(said, engine));
  return choose(
    said,
    records.map((record) => ({ record })),
  );
}

function resolved(m: Match, item: AccessItem, from: Vantage): ResolvedMatch {
  const { abstract: _abstract, ...csl } = item.record.csl;
  return {
    ...m,
    csl,
    kind: item.record.kind,
    line: relatedRecord(item.record, item.record).line,
    ...inShort(soonestWay(item, from)),
  };
}
/** What references mean, and when each could be read. */
export async function resolveReferences(
  references: readonly ReferenceItem[],
  from: Vantage,
  looked: Looked,
): Promise<ResolvedReference[]> {
  const out: ResolvedReference[] = [];
  // One after the other: a time limit that passes meanwhile ends it between two.
  for (const said of references) {
    const { match, others } = await matchReference(said, looked);
    const known = await looked.items.byId([match, ...others].flatMap((m) => m?.id ?? []));
    const shown = (m: Match): ResolvedMatch[] => {
      const item = known.get(m.id);
      return item ? [resolved(m, item, from)] : [];
    };
    out.push({ match: match ? (shown(match)[0] ?? null) : null, others: others.flatMap(shown) });
  }
  return out;
}
