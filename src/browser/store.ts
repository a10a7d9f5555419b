/**
 * The reader's own data, in the browser (Dexie over IndexedDB). Views use the repositories beside this file and never
 * Dexie itself. A new schema version is a new `version(n)` with an upgrade; old ones stay so that every browser can follow.
 */
import Dexie, { type DexieOptions, type Table } from 'dexie';
import type { Slip } from '../core/requests/slip';

export interface Setting {
  readonly key: string;
  readonly value: unknown;
}

export class Store extends Dexie {
  slips!: Table<Slip, string>;
  settings!: Table<Setting, string>;

  constructor(options?: DexieOptions) {
    super('legendum', options);
    this.version(1).stores({ slips: 'id, reader, state, record', settings: 'key' });
  }
}

let store: Store | undefined;
/** The one store of this page. */
export const theStore = (): Store => {
  store ??= new Store();
  return store;
};
