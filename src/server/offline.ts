/**
 * What a browser is told to keep so that Legendum opens without a network: one language's programs, the sheets, the
 * letters of the Latin script, the model that reads references; and of which version it all is.
 */
import { createHash } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { LibraryInfo } from '../core/discovery/answers';
import type { Language } from '../words/languages';

export interface ToKeep {
  /** Of all of it, and of how the library calls itself on every page. */
  readonly version: string;
  readonly language: Language;
  /** Paths at the server; what is needed first stands first. */
  readonly files: readonly string[];
}
const KEPT = /\.css$|-latin(?:-ext)?-[\w-]+\.[\w-]+\.woff2$/;
const ARABIC = /-arabic-arabic-[\w-]+\.[\w-]+\.woff2$/;
const namesIn = (folder: string): string[] => {
  try {
    return readdirSync(folder);
  } catch {
    return [];
  }
};
/**
 * @param client the folder of what browsers get
 * @param folder of one language's programs in it
 */
export function filesOf(client: string, folder: string): readonly string[] {
  const programs = namesIn(join(client, '_astro', folder)).filter((f) => f.endsWith('.js'));
  return [
    ...namesIn(join(client, '_astro'))
      .filter((f) => KEPT.test(f) || (folder.startsWith('ar-') && ARABIC.test(f)))
      .map((f) => `/_astro/${f}`),
    ...programs.map((f) => `/_astro/${folder}/${f}`),
    ...namesIn(join(client, 'models'))
      .filter((f) => f.endsWith('.bin'))
      .map((f) => `/models/${f}`),
  ];
}
/** The files, with a version that differs as soon as a page would look different. */
export function toKeep(language: Language, files: readonly string[], library: LibraryInfo): ToKeep {
  const { name, words, appearance } = library;
  const version = createHash('sha1')
    .update(JSON.stringify([language, files, name, words, appearance ?? null]))
    .digest('hex')
    .slice(0, 16);
  return { version, language, files };
}
