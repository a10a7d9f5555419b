/** What of a record is found by which field. */
import { fullName } from '../model/describe';
import { type CslName, type DiscoveryRecord, languageOf, yearOfRecord } from '../model/record';
import { AS_WRITTEN } from './analysis';

/** One value of a field (a heading, a person): a phrase never runs from one into the next. */
export interface FieldText {
  readonly text: string;
  /** The language whose endings are taken off; AS_WRITTEN for none. */
  readonly language: string;
}

/**
 * The text of a record, field by field in the order of FIELDS.
 * @param headings the language in which the library's subject headings are written
 */
export function fieldTexts(r: DiscoveryRecord, headings = 'en'): readonly (readonly FieldText[])[] {
  const c = r.csl;
  const named = (list: readonly CslName[]) => list.map((n) => ({ text: fullName(n), language: AS_WRITTEN }));
  const said = (language: string, ...list: readonly (string | undefined)[]) =>
    list.flatMap((text) => (text ? [{ text, language }] : []));
  const own = languageOf(r);
  return [
    said(own, c.title, c['original-title']),
    // A name has no endings to be taken off.
    named([...(c.author ?? []), ...(c.editor ?? []), ...(c.translator ?? [])]),
    [...said(headings, ...r.subjects), ...named(r.about ?? [])],
    said(own, c['container-title']),
    said(own, c.abstract, ...(r.contents ?? [])),
    said(own, c['collection-title']),
    [...said(AS_WRITTEN, c.publisher), ...said(headings, c.genre)],
    said(AS_WRITTEN, c.issued && String(yearOfRecord(c))),
  ];
}
