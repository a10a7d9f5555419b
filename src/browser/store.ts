/**
 * The reader's own data, in the browser (Dexie over IndexedDB). Views use the repositories beside this file
 * and never Dexie itself. A new schema version is a new `version(n)` with an upgrade; old ones stay so that
 * every browser can follow.
 */

import Dexie, { type DexieOptions, type Table, type Transaction } from 'dexie';
import type { Appointment } from '../core/appointments/appointment';
import type { OwnCourse } from '../core/courses/course';
import type { Slip } from '../core/model/slip';
import { type AsideItem, asItems } from '../core/piles/aside';
import type { Pile, PileItem } from '../core/piles/pile';
import type { PastLoan, SeenAccount } from './loanRows';
import type { Paper, Waiting } from './offline/rows';
import type {
  Bibliography,
  Binned,
  Correction,
  OwnStyle,
  PastSearch,
  Question,
  Setting,
  StandingSearch,
} from './rows';
import { upgraded, upgradedTo5, upgradedTo6 } from './slipUpgrade';

export class Store extends Dexie {
  slips!: Table<Slip, string>;
  settings!: Table<Setting, string>;
  history!: Table<PastSearch, string>;
  standing!: Table<StandingSearch, string>;
  bibliographies!: Table<Bibliography, string>;
  questions!: Table<Question, string>;
  piles!: Table<Pile, string>;
  pileItems!: Table<PileItem, string>;
  bin!: Table<Binned, string>;
  corrections!: Table<Correction, string>;
  styles!: Table<OwnStyle, string>;
  courses!: Table<OwnCourse, string>;
  accounts!: Table<SeenAccount, string>;
  pastLoans!: Table<PastLoan, string>;
  appointments!: Table<Appointment, string>;
  waiting!: Table<Waiting, string>;
  papers!: Table<Paper, string>;

  constructor(options?: DexieOptions) {
    super('legendum', options);
    this.version(1).stores({ slips: 'id, reader, state, record', settings: 'key' });
    this.version(2).stores({ history: 'id, [reader+at]', standing: 'id, reader' });
    this.version(3).stores({ bibliographies: 'reader', questions: 'id, reader', aside: 'id, reader' });
    this.version(4).upgrade(ofSlips(upgraded));
    this.version(5).upgrade(ofSlips(upgradedTo5));
    this.version(6).upgrade(ofSlips(upgradedTo6));
    // What was aside becomes the loose pile; its table goes with the next version, empty.
    this.version(7)
      .stores({
        piles: 'id, reader',
        pileItems: 'id, pile, reader',
        bin: 'id, reader',
        corrections: 'id, reader',
        styles: 'id, reader',
      })
      .upgrade(async (tx) => {
        const rows = (await tx.table('aside').toArray()) as AsideItem[];
        await tx.table('pileItems').bulkPut(asItems(rows));
      });
    this.version(8).stores({ aside: null });
    this.version(9).stores({ courses: 'id, reader' });
    this.version(10).stores({ accounts: 'reader', pastLoans: 'id, reader' });
    this.version(11).stores({ appointments: 'id, reader' });
    this.version(12).stores({ waiting: 'id, reader', papers: 'id, reader' });
  }
}

/**
 * A row that can't be upgraded stays as it is, and is shown as what it is (slips.ts, oddSlips): it must not
 * keep the others from it.
 */
const ofSlips =
  <Old>(upgrade: (old: Old) => Slip) =>
  (tx: Transaction) =>
    tx
      .table('slips')
      .toCollection()
      .modify((old: Old, place: { value: Slip }) => {
        try {
          place.value = upgrade(old);
        } catch {
          // As it is.
        }
      });

let store: Store | undefined;
/** The one store of this page. */
export const theStore = (): Store => {
  store ??= new Store();
  return store;
};
