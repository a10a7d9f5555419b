/**
 * What else: records near another one, each with why. Five sorts of nearness are asked for apart and mixed so
 * that the few that are shown differ: what cites the same, what is cited beside it, its subjects, its words, its
 * place on the shelf.
 */
import type { AccessItem } from '../access/options';
import type { Vantage } from '../access/vantage';
import { soonestWay } from '../access/ways';
import type { SearchEngine } from '../engine/port/engine';
import { type Message, msg } from '../model/message';
import type { DiscoveryRecord, RecordId } from '../model/record';
import { dayOf, isoDay } from '../model/time';
import { SMALL_WORDS, words } from '../words/fold';
import type { RelatedAnswer } from './answers';
import { inShort } from './inShort';
import type { Items } from './items';
import { relatedRecord } from './lines';

/** Of each sort so many are looked at; of subjects and words more, since many are versions or not there yet. */
const [LOOKED_AT, WIDER, ON_SHELF] = [12, 24, 4];
/** A heading or title has no more words that count. */
const WORDS = 8;
const HEADINGS = 2;
/** References and citing records that a page shows, at most. */
const TIED = 400;

interface Near {
  readonly id: string;
  /** Why it stands here; null where it turns out that it should not. */
  readonly why: (other: DiscoveryRecord) => Message | null;
}
const always = (why: Message) => (): Message => why;
/** The lists, the surest sort first. */
async function listsFor(
  { record, host }: AccessItem,
  { engine, from, without }: { engine: SearchEngine; from: Vantage; without: string | null },
): Promise<readonly (readonly Near[])[]> {
  const { at } = from;
  const akin = await engine.akin({ id: record.id, most: LOOKED_AT, without, at });
  const headings = record.subjects
    .slice(0, HEADINGS)
    .map((s) => words(s).join(' '))
    .filter(Boolean);
  const bySubject = headings.length
    ? await engine.find(
        {
          op: 'or',
          of: headings.map((text) => ({ op: 'phrase' as const, text, field: 'subject' as const })),
        },
        WIDER,
      )
    : [];
  const title = words(record.csl.title)
    .filter((w) => !SMALL_WORDS.has(w))
    .slice(0, WORDS);
  const byWords = title.length > 1 ? await engine.find({ op: 'closest', words: title }, WIDER) : [];
  const copy = (record.copies ?? host?.copies)?.[0];
  const shelf = copy
    ? await engine.shelf({
        callNumber: copy.callNumber,
        id: record.copies ? record.id : (host?.id ?? null),
        campus: copy.campus,
        before: ON_SHELF,
        after: ON_SHELF,
        at,
        tree: null,
      })
    : null;
  // The nearest on either side first.
  const neighbours = (shelf?.places ?? [])
    .map((p, i) => ({ p, far: Math.abs(i - (shelf?.at ?? 0)) }))
    .filter(({ far }) => far > 0)
    .sort((a, b) => a.far - b.far);
  const sharedSubject = (other: DiscoveryRecord): Message | null => {
    const subject = record.subjects.find((s) => other.subjects.includes(s));
    return subject === undefined ? null : msg('related.subject', { subject });
  };
  return [
    (akin?.sharing ?? []).map(({ id, n }) => ({ id, why: always(msg('related.sharing', { n })) })),
    (akin?.together ?? []).map(({ id, n }) => ({
      id,
      why: always(n ? msg('related.together', { n }) : msg('related.beside')),
    })),
    bySubject.map((id) => ({ id, why: sharedSubject })),
    neighbours.map(({ p }) => ({ id: p.id, why: always(msg('related.shelf')) })),
    byWords.map((id) => ({ id, why: always(msg('related.words')) })),
  ];
}

/**
 * Records near another; null where there is no such record.
 * @param without a reference that is taken as if it were not there: for measuring
 */
export async function relatedTo(
  id: string,
  most: number,
  {
    engine,
    items,
    from,
    without = null,
  }: {
    readonly engine: SearchEngine;
    readonly items: Items;
    readonly from: Vantage;
    readonly without?: string | null;
  },
): Promise<RelatedAnswer | null> {
  const item = await items.one(id);
  if (!item) return null;
  const { record } = item;
  const lists = await listsFor(item, { engine, from, without });
  // What it cites and what cites it stand on its page already.
  const tied = await engine.relations(id, TIED);
  const shown = new Set([...(tied?.cites ?? []), ...(tied?.citedBy ?? [])].filter((x) => x !== without));
  const known = await items.byId([...new Set(lists.flat().map((n) => n.id))]);
  const today = isoDay(dayOf(from.at));
  const fits = (near: Near): boolean => {
    const other = known.get(near.id)?.record;
    return (
      other !== undefined &&
      near.id !== id &&
      !shown.has(near.id) &&
      (other.added ?? '') <= today &&
      (!record.work || other.work !== record.work) &&
      !other.retraction &&
      other.id !== record.host &&
      other.host !== (record.id as RecordId) &&
      near.why(other) !== null
    );
  };
  const left = lists.map((list) => list.filter(fits));
  const taken = new Map<string, Message[]>();
  for (let round = 0; taken.size < most && left.some((l) => l.length > round); round++)
    for (const list of left) {
      const next = list.find((n) => !taken.has(n.id));
      if (next && taken.size < most) taken.set(next.id, []);
    }
  for (const list of left)
    for (const near of list) {
      const other = known.get(near.id)?.record;
      const why = other && near.why(other);
      if (why) taken.get(near.id)?.push(why);
    }
  return {
    related: [...taken].flatMap(([near, why]) => {
      const other = known.get(near);
      return other
        ? [{ ...relatedRecord(other.record, record), why, wait: inShort(soonestWay(other, from)).wait }]
        : [];
    }),
  };
}
