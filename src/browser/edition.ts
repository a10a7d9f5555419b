/** The edition of the library (`core/discovery/edition`) that what this page shows is of. */

/** Editions that may follow each other within so many milliseconds before the servers are taken to disagree. */
const [MANY, WITHIN] = [5, 20_000];

let shown: string | null = null;
let changes = 0;
const told = new Set<() => void>();

/**
 * Takes note of which edition an answer is of. Another one than what was answered before is told to all who hold
 * answers: they forget them and ask anew. Servers that go on saying one and then another are believed as they come, so
 * that a page does not ask without end.
 * @param edition as the answer says; null where it does not. One that was given between two is of neither.
 */
export function noteEdition(edition: string | null): void {
  if (edition === null || edition === shown) return;
  const first = shown === null;
  shown = edition;
  if (first) return;
  if (++changes <= MANY) for (const forget of told) forget();
  setTimeout(() => changes--, WITHIN);
}
/** @param forget called when what was answered is of another edition than what is answered now */
export function onOtherEdition(forget: () => void): () => void {
  told.add(forget);
  return () => void told.delete(forget);
}
