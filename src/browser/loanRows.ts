/** What is kept of the reader's loans: the account as it was seen last, and what was brought back. */
import type { DeskAccount } from '../core/circulation/account';
import { paiaDocumentShape, paiaFeeShape, paiaPatronShape } from '../core/circulation/paia';
import { filled, listOf, localTime, orNull, type Shaped, shape, text } from '../core/model/shape';

const [MANY, LONG] = [10_000, 10_000];
export const seenAccountShape = shape({
  reader: filled(100),
  /** The clock's. */
  at: localTime(),
  patron: paiaPatronShape,
  documents: listOf(paiaDocumentShape, MANY),
  fees: shape({ amount: orNull(text(40)), fee: listOf(paiaFeeShape, MANY) }),
});
/** An account with the records of its editions. */
export interface SeenAccount extends DeskAccount {
  readonly reader: string;
  readonly at: string;
  readonly records: Readonly<Record<string, string>>;
}
export const pastLoanShape = shape({
  id: filled(3000),
  reader: filled(100),
  title: text(LONG),
  callNumber: text(LONG),
  record: text(2000),
  /** ISO days; empty where it is not known. */
  begun: text(40),
  /** The day on which it was not there any more. */
  ended: localTime(),
});
export type PastLoan = Shaped<typeof pastLoanShape>;
