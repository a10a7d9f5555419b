/**
 * In which language a question is answered: the one that its address names (`lang`), the one that the reader has
 * chosen, one that the browser prefers (RFC 9110, 12.5.4), the library's own, English. Programs have no choice
 * kept with them: what they ask in stands in their question.
 */
import { parse, serialize } from 'cookie';
import Negotiator from 'negotiator';
import { FIRST, isLanguage, LANGUAGES, type Language, OFFERED } from '../words/languages';

/** What a reader has chosen stands in this cookie, which scripts may write. */
export const CHOSEN = 'legendum-language';
const PARAMETER = 'lang';

export interface Asked {
  readonly url: string;
  readonly headers: { readonly cookie?: string | undefined; readonly 'accept-language'?: string | undefined };
}
export interface Answered {
  readonly language: Language;
  /** The address without what it says of the language. */
  readonly url: string;
  /** The header line that keeps the language of the address for this visit; a choice that was made stays. */
  readonly keep: string | null;
}
/** @param library the library's language; `tried` says that the language of the tests may be asked for */
export function languageFor({ url, headers }: Asked, library: string, tried = false): Answered {
  const offered: readonly Language[] = tried ? LANGUAGES : OFFERED;
  const known = (text: string | null | undefined): Language | null =>
    text && isLanguage(text) && offered.includes(text) ? text : null;
  const [path = '', search = ''] = url.split(/\?(.*)/s);
  const params = new URLSearchParams(search);
  const named = known(params.get(PARAMETER));
  const [preferred] = new Negotiator({ headers }).languages([...offered]);
  const browser = headers['accept-language'] ? known(preferred) : null;
  const chosen = known(parse(headers.cookie ?? '')[CHOSEN]);
  const usual = known(library) ?? FIRST;
  const program = path.startsWith('/api/');
  if (!params.has(PARAMETER))
    return {
      language: (program ? (browser ?? chosen) : (chosen ?? browser)) ?? usual,
      url,
      keep: null,
    };
  params.delete(PARAMETER);
  const rest = params.toString();
  return {
    language: named ?? chosen ?? browser ?? usual,
    url: rest ? `${path}?${rest}` : path,
    keep: named && !chosen && !program ? serialize(CHOSEN, named, { path: '/', sameSite: 'lax' }) : null,
  };
}
