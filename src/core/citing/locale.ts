/** Locales of CSL by language. */

/** What locales there are for a language that is named without its country. */
const HOMES: ReadonlyMap<string, string> = new Map([
  ['en', 'en-US'],
  ['da', 'da-DK'],
  ['cs', 'cs-CZ'],
  ['el', 'el-GR'],
  ['et', 'et-EE'],
  ['fa', 'fa-IR'],
  ['he', 'he-IL'],
  ['hi', 'hi-IN'],
  ['ja', 'ja-JP'],
  ['ko', 'ko-KR'],
  ['nb', 'nb-NO'],
  ['no', 'nb-NO'],
  ['nn', 'nn-NO'],
  ['sl', 'sl-SI'],
  ['sr', 'sr-RS'],
  ['sv', 'sv-SE'],
  ['uk', 'uk-UA'],
  ['vi', 'vi-VN'],
  ['zh', 'zh-CN'],
  ['ca', 'ca-AD'],
]);
/** The name of the locale for a language: `de` is `de-DE`, `sv` is `sv-SE`. */
export const localeName = (language: string): string =>
  language.includes('-') ? language : (HOMES.get(language) ?? `${language}-${language.toUpperCase()}`);
