/** What is walked through: the shelf around a record or call number, and the lists in their alphabets. */
import type { AccessItem } from '../access/options';
import type { BrowseRow, SearchEngine, ShelfPlace } from '../engine/port/engine';
import type { Library } from '../model/library';
import { type Message, msg } from '../model/message';
import type { Copy, CopyStatus, DiscoveryRecord } from '../model/record';
import { readCallNumber } from '../shelf/callNumber';
import type { BrowseAnswer, ShelfAnswer, ShelfQuestion, ShelfRow, WalkQuestion } from './answers';
import type { Items } from './items';
import { relatedRecord } from './lines';

interface Walked {
  readonly engine: SearchEngine;
  readonly items: Items;
  readonly library: Library;
}

/** The copies that stand for an item: its own, or those of the book it is a part of. */
const copiesOf = ({ record, host }: AccessItem): readonly Copy[] => record.copies ?? host?.copies ?? [];

/**
 * Where a record stands: its own copy, else that of the book it is in, else that of another version.
 * @returns null where none of them stands on a shelf of ours
 */
async function standsAt(
  id: string,
  campus: string | null,
  { engine, items }: Walked,
): Promise<{ readonly id: string; readonly callNumber: string } | null> {
  const item = await items.one(id);
  if (!item) return null;
  const tied = copiesOf(item).length ? null : await engine.relations(id, VERSIONS_LOOKED_AT);
  const versions = tied ? [...(await items.byId(tied.work)).values()] : [];
  for (const one of [item, ...versions]) {
    const copies = copiesOf(one);
    const copy = copies.find((c) => c.campus === campus) ?? copies[0];
    if (copy)
      return {
        id: one.record.copies ? one.record.id : (one.host?.id ?? one.record.id),
        callNumber: copy.callNumber,
      };
  }
  return null;
}
const VERSIONS_LOOKED_AT = 12;

/** Pages of a book, as its description says them; null where it doesn't. */
function pagesOf({ csl }: DiscoveryRecord): number | null {
  const numbers = [...(csl['number-of-pages'] ?? '').matchAll(/\d+/g)].map(Number);
  return numbers.length ? Math.max(...numbers) : null;
}
/** Of several copies in one place the one that is to be had first. */
function statusAt(copies: readonly Copy[]): CopyStatus {
  const rank = { in: 0, transit: 1, out: 2, missing: 3 } as const;
  const [first] = [...copies].sort((a, b) => rank[a.status.state] - rank[b.status.state]);
  return first?.status ?? { state: 'missing' };
}

function rowOf(place: ShelfPlace & { readonly fits: boolean }, record: DiscoveryRecord): ShelfRow {
  const here = (record.copies ?? []).filter(
    (c) => c.campus === place.campus && c.callNumber === place.callNumber,
  );
  const { abstract: _abstract, ...csl } = record.csl;
  const { fault } = readCallNumber(place.callNumber);
  return {
    id: record.id,
    csl,
    kind: record.kind,
    campus: place.campus,
    location: here[0]?.location ?? '',
    callNumber: place.callNumber,
    fault: fault && msg(`shelf.fault.${fault}`),
    rule: here[0]?.rule ?? 'loan',
    status: statusAt(here),
    copies: here.length,
    pages: pagesOf(record),
    line: relatedRecord(record, record).line,
    fits: place.fits,
  };
}

/** What stands around a place; null for a record that is not there, or stands on no shelf of ours. */
export async function shelfWalk(asked: ShelfQuestion, walked: Walked): Promise<ShelfAnswer | null> {
  const { record, callNumber, ...rest } = asked;
  const stands = record !== null && callNumber === null ? await standsAt(record, asked.campus, walked) : null;
  if (record !== null && callNumber === null && !stands) return null;
  const found = await walked.engine.shelf({
    ...rest,
    id: stands?.id ?? record,
    callNumber: stands?.callNumber ?? callNumber ?? '',
  });
  const records = new Map(
    (await walked.items.records(found.places.map((p) => p.id))).map((r) => [r.id as string, r]),
  );
  return {
    ...found,
    places: found.places.flatMap((p) => {
      const one = records.get(p.id);
      return one ? [rowOf(p, one)] : [];
    }),
  };
}

/** A piece of a list. */
export async function browse(asked: WalkQuestion, walked: Walked): Promise<BrowseAnswer> {
  const { list, record, ...rest } = asked;
  if (list !== 'callnumbers') {
    const piece = await walked.engine.browse({ ...rest, list });
    const described = await namesOf(
      piece.rows.flatMap((r) => r.id ?? []),
      walked,
    );
    return { ...piece, rows: piece.rows.map((r) => ({ ...r, ...NO_PLACE, ...described(r) })) };
  }
  const { from, after, ...span } = rest;
  const found = await walked.engine.shelf({
    ...span,
    after: Math.max(0, after - 1),
    callNumber: from,
    id: record,
    campus: null,
    tree: null,
  });
  const described = await namesOf(
    found.places.map((p) => p.id),
    walked,
  );
  const campus = new Map(walked.library.campuses.map((c) => [c.id as string, c.name]));
  return {
    at: found.at,
    more: found.more,
    rows: found.places.map((p) => {
      const row: BrowseRow = { text: p.callNumber, count: 1, about: 0, id: p.id };
      const { fault } = readCallNumber(p.callNumber);
      return {
        ...row,
        ...described(row),
        place: campus.get(p.campus) ?? p.campus,
        campus: p.campus,
        fault: fault && msg(`shelf.fault.${fault}`),
      };
    }),
  };
}
const NO_PLACE = { place: null, campus: null, fault: null } as const;
/** What is said of a row's record beside its own text. */
async function namesOf(
  ids: readonly string[],
  { items }: Walked,
): Promise<(row: BrowseRow) => { readonly title: string | null; readonly line: Message | null }> {
  const records = new Map((await items.records(ids)).map((r) => [r.id as string, relatedRecord(r, r)]));
  return ({ id }) => {
    const known = id === null ? undefined : records.get(id);
    return { title: known?.title ?? null, line: known?.line ?? null };
  };
}
