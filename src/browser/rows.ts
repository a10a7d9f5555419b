/** The rows of the reader's store, beside piles and slips: what stands in each table. */
export type {
  Bibliography,
  Binned,
  Correction,
  KeptReference,
  OwnStyle,
  PastSearch,
  Question,
  StandingSearch,
} from '../core/account/rows';

export interface Setting {
  readonly key: string;
  readonly value: unknown;
}
