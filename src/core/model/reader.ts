/** Readers: what decides how soon things reach them, and what a slip is filled in from. */
import type { ReaderCategory } from './codes';
import type { CampusId } from './record';

/** What decides how soon a reader gets things: where they study and whether they can walk in. */
export interface ReaderSituation {
  readonly campus: CampusId;
  readonly category: ReaderCategory;
  /** True for distance learners: things come by post and licensed texts through the sign-in. */
  readonly remote: boolean;
}
export interface Reader extends ReaderSituation {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly address: string;
  readonly registered: boolean;
  /** Where things are collected, where not at the reader's own campus. */
  readonly pickup?: CampusId;
}
/** Whose things are kept in the browser while nobody is signed in. */
export const VISITOR = 'visitor';
/** Nobody in particular, who looks from somewhere all the same. */
export const visitorAt = (situation: ReaderSituation): Reader => ({
  ...situation,
  id: VISITOR,
  name: '',
  email: '',
  address: '',
  registered: false,
});
