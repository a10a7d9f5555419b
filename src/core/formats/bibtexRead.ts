/**
 * BibTeX and BibLaTeX, read: the file is cut into entries by its braces, so that one bad entry costs no other, and each is
 * handed to Citation.js, which knows TeX's accents, names and the two dialects' fields.
 */
import { plugins } from '@citation-js/core';
import '@citation-js/plugin-bibtex';
import type { CslItem } from '../bibliography/record';
import { cslItem } from './cslItems';
import { lineCounter, type Problem, type ReadItems } from './item';

interface Entry {
  readonly line: number;
  readonly text: string;
  readonly kind: string;
  readonly closed: boolean;
}
/** Entries with the line on which each begins. An entry that does not close ends where the next one begins at a line's start. */
function entriesOf(text: string): Entry[] {
  const out: Entry[] = [];
  const lineAt = lineCounter(text);
  const start = /@(\w+)\s*([{(])/g;
  for (let m = start.exec(text); m; m = start.exec(text)) {
    let depth = 1;
    let i = start.lastIndex;
    for (; i < text.length && depth > 0; i++) {
      const c = text[i];
      if (c === '\\') i++;
      else if (c === '{' || (m[2] === '(' && c === '(')) depth++;
      else if (c === '}' || (m[2] === '(' && c === ')')) depth--;
      else if (c === '@' && text[i - 1] === '\n' && /^@\w+\s*[{(]/.test(text.slice(i, i + 40))) break;
    }
    out.push({
      line: lineAt(m.index),
      text: text.slice(m.index, i),
      kind: (m[1] as string).toLowerCase(),
      closed: depth === 0,
    });
    start.lastIndex = i;
  }
  return out;
}

export function readBibtex(text: string): ReadItems {
  const items: CslItem[] = [];
  const problems: Problem[] = [];
  const entries = entriesOf(text.replace(/\r\n?/g, '\n'));
  // Abbreviations (@string) hold for all entries.
  const strings = entries
    .filter((e) => e.kind === 'string' && e.closed)
    .map((e) => e.text)
    .join('\n');
  for (const e of entries) {
    if (e.kind === 'string' || e.kind === 'comment' || e.kind === 'preamble') continue;
    if (!e.closed) {
      problems.push({ line: e.line, text: 'A brace of this entry is never closed; it is left out.' });
      continue;
    }
    try {
      const found = plugins.input.chain(`${strings}\n${e.text}`, { generateGraph: false }) as unknown[];
      const item = cslItem(found[0], items.length + 1);
      if (typeof item === 'string') problems.push({ line: e.line, text: `This entry ${item} and is left out.` });
      else items.push(item);
    } catch (error) {
      problems.push({
        line: e.line,
        text: `This entry can’t be read (${error instanceof Error ? (error.message.split('\n')[0] ?? '') : error}) and is left out.`,
      });
    }
  }
  if (!entries.length && text.trim()) problems.push({ line: 1, text: 'There is no entry that begins with @: this is not BibTeX.' });
  return { items, problems };
}
