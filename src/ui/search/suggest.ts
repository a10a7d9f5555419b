/** What the index suggests for what is typed; it comes with the first letters. */
import { getSuggestions } from '../../browser/client';
import { recordHref } from '../../core/model/address';
import { say } from '../../words/generated/yours';
import { sayNumber } from '../../words/say';

export interface Choice {
  /** What it is, in words. */
  readonly word: string;
  readonly text: string;
  readonly hint: string;
  /** What choosing it asks. */
  readonly q?: string;
  readonly href?: string;
}
const KIND_WORD = {
  title: say('yours.title'),
  person: say('yours.person'),
  subject: say('yours.subject'),
  journal: say('yours.in'),
} as const;
const ASKED = { person: 'by', subject: 'subject', journal: 'in', title: 'title' } as const;

/** Milliseconds after which who has stopped typing may be about to ask. */
const THINKS = 130;

/**
 * Rejects where the library can't be asked, or the question was given up.
 * @param soon called when it may be what will be asked
 */
export async function suggested(
  text: string,
  signal: AbortSignal,
  soon: () => void,
): Promise<readonly Choice[]> {
  signal.throwIfAborted();
  const thought = setTimeout(soon, THINKS);
  signal.addEventListener('abort', () => clearTimeout(thought));
  const { suggestions } = await getSuggestions(text, signal);
  return suggestions.map(({ kind, text: name, count, id }) => ({
    word: KIND_WORD[kind],
    text: name,
    hint: kind === 'title' ? '' : sayNumber(count),
    ...(id ? { href: recordHref(id) } : { q: `${ASKED[kind]}:"${name}"` }),
  }));
}
