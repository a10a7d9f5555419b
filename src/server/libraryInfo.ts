/** Reads what the interface needs to know of the library from an index directory. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { LibraryInfo } from '../core/discovery/answers';
import { libraryIn } from '../core/model/inOther';
import type { Lender, Library, LibraryWords } from '../core/model/library';

/** What a library that says nothing of itself is called by. */
const NO_WORDS: LibraryWords = {
  country: '',
  partnership: '',
  desk: '',
  footer: '',
  about: [],
  examples: {},
};

/** All of it that stands in files; who reads and what time it is, the ports say. */
export type LibraryData = Omit<
  LibraryInfo,
  'reader' | 'signsIn' | 'desk' | 'now' | 'movable' | 'mails' | 'hours'
>;

/** The lenders as they are published. */
export function readLenders(dir: string): readonly Lender[] {
  return (JSON.parse(readFileSync(join(dir, 'library.json'), 'utf8')) as { library: Library }).library
    .lenders;
}

/** Throws when the directory has no readable library.json. */
export function readLibraryData(dir: string): LibraryData {
  const { library } = JSON.parse(readFileSync(join(dir, 'library.json'), 'utf8')) as { library: Library };
  return {
    name: library.name,
    language: library.language ?? 'en',
    agency: library.agency,
    campuses: library.campuses,
    partners: library.partners.map(({ id, name, agency }) => ({ id, name, agency })),
    policy: library.policy,
    words: library.words ?? NO_WORDS,
    ...(library.appearance ? { appearance: library.appearance } : {}),
    elsewhere: library.elsewhere ?? [],
  };
}
/** What the library says of itself, in the language that is spoken where it has that. */
export const sayingOf = (data: LibraryData, language: string): LibraryData => libraryIn(data, language);
