/**
 * Genres that records write as text (`genre` of CSL, MARC 502 $b, `M3` of RIS) and that have a name in every language:
 * after the resource types of COAR 3.1. Others are said as they are written.
 */
import { type Message, msg } from './message';

const GENRES = [
  ['doctoral', /^(?:doctoral (?:thesis|dissertation)|ph\.? ?d\.? (?:thesis|dissertation)|dissertation)$/i],
  ['master', /^(?:master[’']?s?|m\.?(?:a|sc|phil)\.?) (?:thesis|dissertation)$/i],
  ['bachelor', /^bachelor[’']?s? thesis$/i],
  ['preprint', /^pre-?print$/i],
  ['technical', /^technical report$/i],
] as const satisfies readonly (readonly [string, RegExp])[];

/**
 * A genre as it is to be said.
 * @param written what the record says
 * @example genreOf('PhD thesis') // { code: 'label.genre.doctoral' }
 */
export function genreOf(written: string): Message | string {
  const [known] = GENRES.find(([, form]) => form.test(written.trim())) ?? [];
  return known ? msg(`label.genre.${known}`) : written;
}
