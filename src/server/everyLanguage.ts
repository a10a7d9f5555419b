/**
 * On a server each question has its own language: who asks says it, and what is said on the way to the answer is
 * said in it. The programs of the server are bundled apart, so that what they share stands in the global object.
 */
import { AsyncLocalStorage } from 'node:async_hooks';
import '../words/generated/every';
import { FIRST, type Language } from '../words/languages';
import { speakBy } from '../words/say';

const KEY = Symbol.for('legendum.language');
const shared = globalThis as { [KEY]?: AsyncLocalStorage<Language> };
shared[KEY] ??= new AsyncLocalStorage<Language>();
const asked = shared[KEY];
speakBy(() => asked.getStore() ?? FIRST);

/** Does some work, and all that comes of it, in a language. */
export const inLanguage = <T>(language: Language, work: () => T): T => asked.run(language, work);
