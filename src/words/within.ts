/** Names within a sentence. */
import { spokenLanguage, spokenLocale } from './say';

/** A name as it stands behind other words: German nouns keep their capital, others lose that of a beginning. */
export const within = (name: string): string =>
  spokenLanguage() === 'de' ? name : name.charAt(0).toLocaleLowerCase(spokenLocale()) + name.slice(1);
