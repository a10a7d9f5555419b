/** Copies with the status that the desk says now, in place of the one that the index was made with. */
import type { AccessItem } from '../access/options';
import { ownNameOf } from '../model/inOther';
import type { Campus } from '../model/library';
import type { Copy, CopyStatus, DiscoveryRecord } from '../model/record';

/** A copy at this moment, by what is said of it. */
export interface LiveCopy {
  readonly label: string;
  readonly department: string;
  readonly status: CopyStatus;
}
/** By record; what the desk does not know is not in it. */
export type LiveCopies = Readonly<Record<string, readonly LiveCopy[]>>;
export const NO_LIVE: LiveCopies = {};

const key = (campus: string, callNumber: string): string => `${campus}|${callNumber}`;
/**
 * What the desk says of each copy, in the order of the copies; null where it says nothing. Copies are told by
 * campus and call number, several of one shelf by their order.
 */
export function liveStatuses(
  copies: readonly Copy[],
  live: readonly LiveCopy[],
  campuses: readonly Pick<Campus, 'id' | 'name' | 'ownName'>[],
): readonly (CopyStatus | null)[] {
  const names = new Map(campuses.map((c) => [ownNameOf(c), c.id as string]));
  const said = new Map<string, CopyStatus[]>();
  for (const { label, department, status } of live) {
    const k = key(names.get(department) ?? department, label);
    said.set(k, [...(said.get(k) ?? []), status]);
  }
  return copies.map((c) => said.get(key(c.campus, c.callNumber))?.shift() ?? null);
}

const same = (a: CopyStatus, b: CopyStatus): boolean => JSON.stringify(a) === JSON.stringify(b);
/** The record with what the desk says of its copies; the same record where that is nothing new. */
export function withLive<R extends DiscoveryRecord>(
  record: R,
  live: LiveCopies,
  campuses: readonly Pick<Campus, 'id' | 'name' | 'ownName'>[],
): R {
  const said = Object.hasOwn(live, record.id) ? live[record.id] : undefined;
  if (!said || !record.copies) return record;
  const statuses = liveStatuses(record.copies, said, campuses);
  if (record.copies.every((c, i) => statuses[i] === null || same(statuses[i] as CopyStatus, c.status)))
    return record;
  return { ...record, copies: record.copies.map((c, i) => ({ ...c, status: statuses[i] ?? c.status })) };
}
/** The same of an item and the book that it stands in. */
export function itemWithLive(
  item: AccessItem,
  live: LiveCopies,
  campuses: readonly Pick<Campus, 'id' | 'name' | 'ownName'>[],
): AccessItem {
  const record = withLive(item.record, live, campuses);
  const host = item.host && withLive(item.host, live, campuses);
  return record === item.record && host === item.host ? item : { ...item, record, ...(host ? { host } : {}) };
}
