/** The records behind the embedded index: read from their file by document number. */
import { join } from 'node:path';
import { LRUCache } from 'lru-cache';
import type { IndexData } from '../core/engine/format/data';
import { msg } from '../core/model/message';
import type { DiscoveryRecord } from '../core/model/record';
import { say } from '../words/generated/indexfile';
import { RECORDS, RecordFile } from './recordFile';

/** So many records are remembered as they were read: what comes first, comes again. */
const RECORDS_KEPT = 4000;

export class Records {
  readonly #cameAs: Uint32Array;
  readonly #file: RecordFile;
  readonly #read = new LRUCache<number, DiscoveryRecord>({ max: RECORDS_KEPT });

  /**
   * @param held the whole file in memory, where it is shared between workers
   * @throws Error in words where the file is not the one that the index was built with
   */
  constructor(
    dir: string,
    { cameAs, meta }: Pick<IndexData, 'cameAs' | 'meta'>,
    held: SharedArrayBuffer | null,
  ) {
    this.#cameAs = cameAs;
    this.#file = new RecordFile(join(dir, RECORDS), held);
    if (this.#file.digest === meta.texts) return;
    this.#file.close();
    throw new Error(say('indexfile.damaged', { name: RECORDS, dir, again: msg('indexfile.again') }));
  }

  /** A record by its document number. */
  readonly at = (doc: number): DiscoveryRecord => {
    let record = this.#read.get(doc);
    if (!record) {
      record = JSON.parse(this.#file.at(this.#cameAs[doc] as number).toString('utf8')) as DiscoveryRecord;
      this.#read.set(doc, record);
    }
    return record;
  };

  close(): void {
    this.#file.close();
  }
}
