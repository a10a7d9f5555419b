/** What a reader says in place of what a record lacks: from a typed text to a field of CSL. */
import type { CslDate, CslItem, CslName, ReferenceItem } from '../model/record';

/** Fields that are not plain text. */
const NAMES: ReadonlySet<string> = new Set(['author', 'editor', 'translator']);
const DATES: ReadonlySet<string> = new Set(['issued', 'accessed']);

/** `Falk, Ann; Vellacott, R.`, people parted by semicolons; one without a comma is a body, as it stands. */
function namesOf(text: string): CslName[] {
  return text
    .split(';')
    .map((one) => one.trim())
    .filter(Boolean)
    .map((one) => {
      const at = one.indexOf(',');
      const [family, given] = [one.slice(0, at).trim(), one.slice(at + 1).trim()];
      return at > 0 && given ? { family, given } : { literal: one };
    });
}
/** `2023`, `2023-05-17`; null for what is no date. */
function dateOf(text: string): CslDate | null {
  const m = /^(\d{1,4})(?:-(\d{1,2})(?:-(\d{1,2}))?)?$/.exec(text.trim());
  if (!m) return null;
  const parts = m.slice(1).flatMap((p) => (p === undefined ? [] : Number(p))) as [number, number?, number?];
  return { 'date-parts': [parts] };
}
/**
 * The field as CSL has it; null for a text that can't be one, undefined for an empty text.
 * @example fieldOf('issued', '2023-05') // { 'date-parts': [[2023, 5]] }
 */
export function fieldOf(
  variable: string,
  text: string,
): string | readonly CslName[] | CslDate | null | undefined {
  const said = text.replace(/\s+/g, ' ').trim();
  if (!said) return undefined;
  if (NAMES.has(variable)) return namesOf(said);
  return DATES.has(variable) ? dateOf(said) : said;
}
/** A field as a text that `fieldOf` reads back. */
export function fieldText(variable: string, value: unknown): string {
  if (NAMES.has(variable) && Array.isArray(value))
    return (value as CslName[])
      .map((n) => n.literal ?? [n.family, n.given].filter(Boolean).join(', '))
      .join('; ');
  const parts = (value as Partial<CslDate> | null)?.['date-parts']?.[0];
  if (DATES.has(variable) && parts) return parts.map((p) => String(p).padStart(2, '0')).join('-');
  return typeof value === 'string' ? value : '';
}
/** A description with what the reader says of it. */
export const corrected = <T extends ReferenceItem | CslItem>(
  csl: T,
  said: Partial<ReferenceItem> | undefined,
): T => (said ? { ...csl, ...said } : csl);
