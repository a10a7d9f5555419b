/**
 * BibTeX and BibLaTeX, read: the file is cut into entries by its braces, so that one bad entry costs no
 * other, and each is handed to Citation.js, which knows TeX's accents, names and the two dialects' fields.
 */

import { plugins } from '@citation-js/core';
import { msg } from '../model/message';
import { errorText } from '../text';
import '@citation-js/plugin-bibtex';
import type { CslItem } from '../model/record';
import { cslItem } from './cslItems';
import { lineCounter, type Problem, type ReadItems } from './item';

interface Entry {
  readonly line: number;
  readonly text: string;
  readonly kind: string;
  readonly closed: boolean;
}
/**
 * Entries with the line on which each begins. An entry that does not close ends where the next one begins at
 * a line's start.
 */
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

/** The abbreviations that an entry uses, and those that these use, before them. */
function stringsFor(
  entry: string,
  strings: ReadonlyMap<string, string>,
  known = new Set<string>(),
): string[] {
  if (strings.size === 0) return [];
  return [...new Set(entry.match(/[A-Za-z][\w:.+-]*/g) ?? [])].flatMap((word) => {
    const name = word.toLowerCase();
    const own = strings.get(name);
    if (own === undefined || known.has(name) || known.size >= STRINGS_AT_MOST) return [];
    known.add(name);
    return [...stringsFor(own, strings, known), own];
  });
}
/** Abbreviations that one entry is handed on with. */
const STRINGS_AT_MOST = 60;

/** Reads BibTeX. An entry that can’t be read is named by its line and left out; the others come in. */
export function readBibtex(text: string): ReadItems {
  const items: CslItem[] = [];
  const problems: Problem[] = [];
  const entries = entriesOf(text.replace(/\r\n?/g, '\n'));
  // Abbreviations (@string) hold for all entries; each is handed on with those entries that use it, else many
  // of both would be read in the square of their number.
  const strings = new Map(
    entries
      .filter((e) => e.kind === 'string' && e.closed)
      .flatMap((e): [string, string][] => {
        const name = /^@\w+\s*[{(]\s*([^\s=]{1,100})\s*=/.exec(e.text)?.[1];
        return name ? [[name.toLowerCase(), e.text]] : [];
      }),
  );
  for (const e of entries) {
    if (e.kind === 'string' || e.kind === 'comment' || e.kind === 'preamble') continue;
    if (!e.closed) {
      problems.push({ line: e.line, text: msg('file.aBraceOfThisEntryIs') });
      continue;
    }
    try {
      const found = plugins.input.chain(`${stringsFor(e.text, strings).join('\n')}\n${e.text}`, {
        generateGraph: false,
      }) as unknown[];
      const item = cslItem(found[0], items.length + 1);
      if ('code' in item) problems.push({ line: e.line, text: item });
      else items.push(item);
    } catch (error) {
      problems.push({
        line: e.line,
        text: msg('file.thisEntryCantBeReadAnd', { part: errorText(error).split('\n')[0] }),
      });
    }
  }
  if (!entries.length && text.trim()) problems.push({ line: 1, text: msg('file.thereIsNoEntryThatBegins') });
  return { items, problems };
}
