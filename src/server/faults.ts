/**
 * What can go wrong between a question and its answer. Pages and the index host are bundled apart, so each
 * has a class of its own of every name: `faultOf` therefore goes by the name.
 */
/** The question took longer than its time, in the queue or at work. */
export class TooSlow extends Error {
  override readonly name = 'TooSlow';
}
/** The asker went away before the question was begun. */
export class Gone extends Error {
  override readonly name = 'Gone';
}
/** So many questions wait already that this one would only wait in vain. */
export class Busy extends Error {
  override readonly name = 'Busy';
}
/** The search engine, which is not of this process, does not answer. */
export class EngineAway extends Error {
  override readonly name = 'EngineAway';
}

const FAULTS: ReadonlySet<string> = new Set(['TooSlow', 'Gone', 'Busy', 'EngineAway']);
export type Fault = 'TooSlow' | 'Gone' | 'Busy' | 'EngineAway';
/** Which of these an error is; null for anything that nobody expected. */
export const faultOf = (error: unknown): Fault | null =>
  error instanceof Error && FAULTS.has(error.name) ? (error.name as Fault) : null;
