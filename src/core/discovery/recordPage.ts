/** All that the page of a record says of it, but for the ways to read. */
import { type AccessItem, optionsFor } from '../access/options';
import { itemWithLive, type LiveCopies, NO_LIVE } from '../circulation/live';
import type { SearchEngine } from '../engine/port/engine';
import type { Library } from '../model/library';
import { peerReviewOf } from '../model/peerReview';
import type { RecordAnswer, RelatedRecord } from './answers';
import type { Items } from './items';
import { relatedRecord } from './lines';

/** Of editions, references and citing records so many each. */
const RELATED_SHOWN = 40;

/** Null where there is no such record. */
export async function recordPage(
  id: string,
  {
    engine,
    items,
    library,
  }: { readonly engine: SearchEngine; readonly items: Items; readonly library: Library },
  live: LiveCopies = NO_LIVE,
): Promise<RecordAnswer | null> {
  const indexed = await items.one(id);
  if (!indexed) return null;
  const item = itemWithLive(indexed, live, library.campuses);
  const { record, journal } = item;
  const tied = (await engine.relations(id, RELATED_SHOWN)) ?? { work: [], cites: [], citedBy: [] };
  const ids = [
    ...tied.work,
    ...tied.cites,
    ...tied.citedBy,
    ...[record.host, record.retraction?.notice, record.retracts].flatMap((x) => x ?? []),
  ];
  const known = new Map((await items.records(ids)).map((r) => [r.id as string, relatedRecord(r, record)]));
  const related = (one: string | undefined): RelatedRecord | null =>
    one === undefined ? null : (known.get(one) ?? null);
  const all = (list: readonly string[]): RelatedRecord[] => list.flatMap((x) => known.get(x) ?? []);
  return {
    record,
    journal: journal
      ? {
          id: journal.id,
          title: journal.title,
          issn: journal.issn,
          refereed: journal.refereed,
          from: journal.from,
          to: journal.to,
        }
      : null,
    host: related(record.host),
    peerReview: peerReviewOf(record, journal),
    places: placesOf(item, library),
    coverage: coverageOf(item, library),
    editions: all(tied.work),
    cites: all(tied.cites),
    citedBy: all(tied.citedBy),
    retraction: related(record.retraction?.notice),
    retracts: related(record.retracts),
  };
}

/** Copies by campus and partner; those that have none are left out. */
function placesOf({ record, host }: AccessItem, library: Library): RecordAnswer['places'] {
  const copies = [...(record.copies ?? []), ...(host?.copies ?? [])];
  const partnerCopies = [...(record.partnerCopies ?? []), ...(host?.partnerCopies ?? [])];
  return [
    ...library.campuses.map((c) => ({ name: c.name, copies: copies.filter((k) => k.campus === c.id) })),
    ...library.partners.map((p) => ({
      name: p.name,
      copies: partnerCopies.filter((k) => k.partner === p.id),
    })),
  ].filter((p) => p.copies.length);
}
/** What each provider says: shows it, or why not. */
const coverageOf = (item: AccessItem, library: Library): RecordAnswer['coverage'] =>
  optionsFor(item, library).flatMap((o) =>
    o.type === 'online' || o.type === 'not-online'
      ? [{ provider: o.provider.name, id: o.provider.id, shown: o.type === 'online', text: o.why }]
      : [],
  );
