/** The records behind the index: read from their file by position, with what each depends on. */
import { closeSync, openSync, readSync } from 'node:fs';
import { join } from 'node:path';
import type { AccessItem } from '../core/access/options';
import type { EmbeddedEngine } from '../core/engine/search';
import type { DiscoveryRecord, Journal } from '../core/model/record';
import type { KbartLine } from '../core/model/titleList';

/** So many records are remembered as they were read. */
export const RECORDS_KEPT = 4000;

export class Records {
  readonly #engine: EmbeddedEngine;
  readonly #journals: ReadonlyMap<string, Journal>;
  readonly #lines: ReadonlyMap<string, readonly KbartLine[]>;
  readonly #file: number;
  readonly #held: Buffer | null;
  readonly #parsed = new Map<number, DiscoveryRecord>();

  /** @param held the whole file in memory, where it is shared between workers */
  constructor(
    dir: string,
    engine: EmbeddedEngine,
    held: SharedArrayBuffer | null | undefined,
    journals: ReadonlyMap<string, Journal>,
    lines: ReadonlyMap<string, readonly KbartLine[]>,
  ) {
    this.#engine = engine;
    this.#journals = journals;
    this.#lines = lines;
    this.#held = held ? Buffer.from(held) : null;
    this.#file = openSync(join(dir, 'records.jsonl'), 'r');
  }

  /** A record by its position. The latest few thousand are remembered as they were read: what comes first, comes again. */
  at(doc: number): DiscoveryRecord {
    let record = this.#parsed.get(doc);
    if (!record) {
      record = this.#readRecord(doc);
      if (this.#parsed.size >= RECORDS_KEPT) this.#parsed.clear();
      this.#parsed.set(doc, record);
    }
    return record;
  }
  #readRecord(doc: number): DiscoveryRecord {
    const { recordAt, recordSize } = this.#engine.data;
    const [from, size] = [recordAt[doc] as number, recordSize[doc] as number];
    if (this.#held) return JSON.parse(this.#held.toString('utf8', from, from + size)) as DiscoveryRecord;
    const bytes = Buffer.allocUnsafe(size);
    readSync(this.#file, bytes, 0, bytes.length, from);
    return JSON.parse(bytes.toString('utf8')) as DiscoveryRecord;
  }
  /** A record with its journal, coverage and host. */
  item(doc: number): AccessItem {
    const record = this.at(doc);
    const host = record.host ? this.#engine.find(record.host) : -1;
    return {
      record,
      lines: record.journal ? (this.#lines.get(record.journal) ?? []) : [],
      ...(record.journal ? { journal: this.#journals.get(record.journal) } : {}),
      ...(host >= 0 ? { host: this.at(host) } : {}),
    };
  }
  byId(id: string): AccessItem | null {
    const doc = this.#engine.find(id);
    return doc < 0 ? null : this.item(doc);
  }

  close(): void {
    closeSync(this.#file);
  }
}
