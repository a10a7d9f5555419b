/**
 * Bibliographies that people keep, read where Debian's TeX packages put them (`texlive-bibtex-extra`): a look at the
 * world beside what is made up here. Read when the bench runs, and never copied.
 */
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { decodeText } from '../../core/decode';
import { readBibtex } from '../../core/formats/bibtexRead';
import type { Random } from '../../core/random';
import type { FullItem } from './items/items';

export const TEX_DIR = '/usr/share/texlive/texmf-dist/bibtex/bib';
function* filesUnder(dir: string): Generator<string> {
  for (const name of readdirSync(dir).sort()) {
    const path = join(dir, name);
    if (statSync(path).isDirectory()) yield* filesUnder(path);
    else if (name.endsWith('.bib')) yield path;
  }
}
/** So many of their items, at most a share of each file; null where there are none. */
export function realItems(dir: string, count: number, r: Random): FullItem[] | null {
  if (!existsSync(dir)) return null;
  const files = [...filesUnder(dir)].filter((f) => statSync(f).size > 3000);
  const out: FullItem[] = [];
  // No more of a large one than of the others, as far as they go.
  const each = Math.ceil((count / Math.max(1, files.length)) * 1.5);
  for (const file of files) {
    const text = decodeText(readFileSync(file));
    // Large files are looked into at a place of chance.
    const at = text.length > 400_000 ? text.indexOf('\n@', r.int(0, text.length - 400_000)) : 0;
    const strings = [...text.matchAll(/^@string\s*[{(][^\n]*$/gim)].map((m) => m[0]).join('\n');
    const { items } = readBibtex(`${at ? strings : ''}\n${text.slice(at, at + 400_000)}`);
    const good = items.filter(
      (i) =>
        i.title &&
        !/[\\{}$]/.test(
          JSON.stringify(i)
            .replaceAll('\\"', '')
            .replace(/^\{|\}$/g, '')
            .replace(/"[\w-]+":|[{}[\]]/g, ''),
        ),
    );
    for (let k = 0; k < each && good.length; k++)
      out.push({ ...good.splice(r.int(0, good.length - 1), 1)[0], id: `${file} ${k}` } as FullItem);
  }
  while (out.length > count) out.splice(r.int(0, out.length - 1), 1);
  return out;
}
