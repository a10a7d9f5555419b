/** From where a thing is looked at: every wait and every way depends on it, and on nothing else. */
import type { Library } from '../model/library';
import type { ReaderSituation } from '../model/reader';
import type { DayNumber, Minutes } from '../model/time';

export interface Vantage {
  readonly library: Library;
  readonly situation: ReaderSituation;
  readonly at: Minutes;
  /** The day by which it is needed; none when left out. */
  readonly needBy?: DayNumber | null;
}
