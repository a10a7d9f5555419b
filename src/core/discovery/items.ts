/**
 * Records with all that decides how they can be had: their journal and its coverage, the book they stand in.
 */
import type { AccessItem } from '../access/options';
import type { SearchEngine } from '../engine/port/engine';
import type { DiscoveryRecord, Journal } from '../model/record';
import type { KbartLine } from '../model/titleList';

type RecordSaid = (record: DiscoveryRecord) => DiscoveryRecord;

export class Items {
  readonly #engine: SearchEngine;
  readonly journals: ReadonlyMap<string, Journal>;
  readonly lines: ReadonlyMap<string, readonly KbartLine[]>;
  readonly #said: RecordSaid;

  /** @param said a record as it is said in the language that is spoken: where its copies stand */
  constructor(
    engine: SearchEngine,
    journals: ReadonlyMap<string, Journal>,
    lines: ReadonlyMap<string, readonly KbartLine[]>,
    said: RecordSaid = (record) => record,
  ) {
    this.#engine = engine;
    this.journals = journals;
    this.lines = lines;
    this.#said = said;
  }

  /** By id; an id that no record has is not in the map. */
  async byId(ids: readonly string[]): Promise<ReadonlyMap<string, AccessItem>> {
    const records = await this.#known(ids);
    const hosts = await this.#known([...records.values()].flatMap((r) => r.host ?? []));
    return new Map([...records].map(([id, record]) => [id, this.#item(record, hosts)]));
  }
  async one(id: string): Promise<AccessItem | null> {
    return (await this.byId([id])).get(id) ?? null;
  }
  /** The records themselves; one that isn't there is left out. */
  async records(ids: readonly string[]): Promise<readonly DiscoveryRecord[]> {
    return (await this.#engine.records(ids)).flatMap((r) => (r ? this.#said(r) : []));
  }

  async #known(ids: readonly string[]): Promise<ReadonlyMap<string, DiscoveryRecord>> {
    const asked = [...new Set(ids)];
    if (asked.length === 0) return new Map();
    const records = await this.#engine.records(asked);
    return new Map(asked.flatMap((id, i) => (records[i] ? [[id, this.#said(records[i])] as const] : [])));
  }
  #item(record: DiscoveryRecord, hosts: ReadonlyMap<string, DiscoveryRecord>): AccessItem {
    const host = record.host ? hosts.get(record.host) : undefined;
    return {
      record,
      lines: record.journal ? (this.lines.get(record.journal) ?? []) : [],
      ...(record.journal ? { journal: this.journals.get(record.journal) } : {}),
      ...(host ? { host } : {}),
    };
  }
}
