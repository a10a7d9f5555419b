/** Names and texts within a sentence. */
import { say } from './generated/label';
import { sayJoined } from './say';

export { within } from './say';

/** What somebody wrote, or a title, in the marks of the language that speaks of it. */
export const quoted = (text: string): string => say('label.quoted', { text });
/** `Closed: Harbour Day`; French leaves a space before its colon. */
export const pair = (label: string, value: string | number): string => say('label.pair', { label, value });
/** A way to read with its place, where the place is not in its name already. */
export const wayName = (way: { title: string; place: string; titled?: boolean }): string =>
  way.titled || !way.place ? way.title : sayJoined([way.title, way.place]);
