/** Whom a reader can meet for an hour: for which subjects, and when and where they sit. */
import type { CampusId } from './record';

/** A stretch of a librarian's week that is kept for readers. */
export interface Sitting {
  /** 0 = Sunday. */
  readonly weekday: number;
  /** Clock times: `10:00`. */
  readonly from: string;
  readonly to: string;
  /** Where they sit; null where they are reached online only. */
  readonly campus: CampusId | null;
}
export interface Librarian {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  /** What they are asked about, as the library's guides name it. */
  readonly subjects: readonly string[];
  readonly about: string;
  /** Whether they are reached online, too, while they sit on a campus. */
  readonly online: boolean;
  readonly sits: readonly Sitting[];
  /** In other languages than the library's own, by ISO 639-1 code. */
  readonly inOther?: Readonly<Record<string, Partial<Pick<Librarian, 'about'>>>>;
}
