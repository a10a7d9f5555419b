/** Records as they come one behind the other, each with what decides how it can be had. */
import type { AccessItem } from '../core/access/options';
import type { DiscoveryRecord, Journal } from '../core/model/record';
import type { KbartLine } from '../core/model/titleList';

/** Chapters follow their book at once; a few books back is far enough. */
const HOSTS_KEPT = 64;

/**
 * @param journals, lines by the journal's id
 * @param find a record by its id, where what a part stands in did not come shortly before it
 * @returns the item of the record that comes next
 */
export function comingItems(
  journals: ReadonlyMap<string, Journal>,
  lines: ReadonlyMap<string, readonly KbartLine[]>,
  find: (id: string) => DiscoveryRecord | undefined = () => undefined,
): (record: DiscoveryRecord) => AccessItem {
  const hosts = new Map<string, DiscoveryRecord>();
  return (record) => {
    if (record.kind === 'book') {
      hosts.set(record.id, record);
      if (hosts.size > HOSTS_KEPT) hosts.delete(hosts.keys().next().value as string);
    }
    const host = record.host && (hosts.get(record.host) ?? find(record.host));
    return {
      record,
      lines: record.journal ? (lines.get(record.journal) ?? []) : [],
      ...(record.journal ? { journal: journals.get(record.journal) } : {}),
      ...(host ? { host } : {}),
    };
  };
}
