/**
 * The browser's programs in a page: those of its language, and all that they need asked for at once. A browser that has
 * to read a program before it knows what else it needs waits there and back for each step of that way. The sheets go
 * first, since the page can be read and the box written into with them alone.
 */

import { own } from '../core/table';

/** By program, the programs that it can't run without, at any distance, its own left out: file names. */
export type Needs = Readonly<Record<string, readonly string[]>>;

/** A page names programs as they were built: those of a language stand in a folder of their own. */
const PROGRAM = /"\/_astro\/([\w.-]+\.js)"/g;
/**
 * @param html a page as it was made
 * @param folder of the programs in the language that is spoken
 */
export function withPrograms(html: string, folder: string, needs: Needs): string {
  const named = [...html.matchAll(PROGRAM)].map(([, file = '']) => file);
  const all = new Set(named.flatMap((file) => [file, ...(own(needs, file) ?? [])]));
  const links = [...all]
    .map((file) => `<link rel="modulepreload" fetchpriority="low" href="/_astro/${folder}/${file}">`)
    .join('');
  return html.replace(PROGRAM, `"/_astro/${folder}/$1"`).replace('</head>', `${links}</head>`);
}
