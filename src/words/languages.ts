/** The languages that the app speaks, as they call themselves, and how `Intl` is asked for each. */
export const LANGUAGES = {
  en: { name: 'English', locale: 'en', dir: 'ltr' },
  de: { name: 'Deutsch', locale: 'de', dir: 'ltr' },
  fr: { name: 'Français', locale: 'fr', dir: 'ltr' },
  es: { name: 'Español', locale: 'es', dir: 'ltr' },
  /** Of the tests: whatever has no accents in it does not stand in the catalogue. No reader is offered it. */
  pseudo: { name: '', locale: 'en', dir: 'ltr' },
} as const satisfies Readonly<
  Record<string, { readonly name: string; readonly locale: string; readonly dir: 'ltr' | 'rtl' }>
>;
export type Language = keyof typeof LANGUAGES;
/** What is said where another language has no words, and to whom asks for none. */
export const FIRST: Language = 'en';
/** Those that a reader is offered. */
export const OFFERED: readonly Language[] = (Object.keys(LANGUAGES) as Language[]).filter(
  (l) => l !== 'pseudo',
);
export const isLanguage = (text: string): text is Language => Object.hasOwn(LANGUAGES, text);
