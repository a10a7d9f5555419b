/**
 * The languages that the app speaks, as `Intl` is asked for them. The last is that of the tests: whatever has no
 * accents in it does not stand in the catalogue; no reader is offered it.
 */
export const LANGUAGES = ['en', 'de', 'fr', 'es', 'pt', 'tr', 'ar', 'pseudo'] as const;
export type Language = (typeof LANGUAGES)[number];
/** What is said where another language has no words, and to whom asks for none. */
export const FIRST: Language = 'en';
export const localeOf = (language: Language): string => (language === 'pseudo' ? FIRST : language);
/** As `Intl` is asked for it: hours, volumes and call numbers are in European digits everywhere, so all digits are. */
export const writtenAs = (language: Language): string =>
  language === 'ar' ? 'ar-u-nu-latn' : localeOf(language);
/** Languages that are written from right to left. */
export const isRightToLeft = (language: Language): boolean => language === 'ar';
/** Those that a reader is offered. */
export const OFFERED: readonly Language[] = LANGUAGES.filter((l) => l !== 'pseudo');
export const isLanguage = (text: string): text is Language => (LANGUAGES as readonly string[]).includes(text);
