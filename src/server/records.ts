/** The records behind the embedded index: read from their file by document number. */
import { closeSync, openSync, readSync } from 'node:fs';
import { join } from 'node:path';
import { LRUCache } from 'lru-cache';
import type { IndexData } from '../core/engine/format/data';
import type { DiscoveryRecord } from '../core/model/record';

/** So many records are remembered as they were read: what comes first, comes again. */
const RECORDS_KEPT = 4000;

export class Records {
  readonly #data: Pick<IndexData, 'recordAt' | 'recordSize'>;
  readonly #file: number;
  readonly #held: Buffer | null;
  readonly #read = new LRUCache<number, DiscoveryRecord>({ max: RECORDS_KEPT });

  /** @param held the whole file in memory, where it is shared between workers */
  constructor(dir: string, data: Pick<IndexData, 'recordAt' | 'recordSize'>, held: SharedArrayBuffer | null) {
    this.#data = data;
    this.#held = held ? Buffer.from(held) : null;
    this.#file = openSync(join(dir, 'records.jsonl'), 'r');
  }

  /** A record by its document number. */
  readonly at = (doc: number): DiscoveryRecord => {
    let record = this.#read.get(doc);
    if (!record) {
      record = this.#readRecord(doc);
      this.#read.set(doc, record);
    }
    return record;
  };
  #readRecord(doc: number): DiscoveryRecord {
    const { recordAt, recordSize } = this.#data;
    const [from, size] = [recordAt[doc] as number, recordSize[doc] as number];
    if (this.#held) return JSON.parse(this.#held.toString('utf8', from, from + size)) as DiscoveryRecord;
    const bytes = Buffer.allocUnsafe(size);
    readSync(this.#file, bytes, 0, bytes.length, from);
    return JSON.parse(bytes.toString('utf8')) as DiscoveryRecord;
  }

  close(): void {
    closeSync(this.#file);
  }
}
