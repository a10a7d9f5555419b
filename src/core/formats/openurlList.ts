/** A list of OpenURLs, one a line: whole links or their query parts alone, as link sources export them. */

import { readOpenUrl } from '../coverage/openurl';
import { msg } from '../model/message';
import type { CslItem } from '../model/record';
import type { Problem, ReadItems } from './item';

/** Reads OpenURLs (Z39.88-2004 KEV), one a line; lines that begin with # are passed over. */
export function readOpenUrls(text: string, before = 0): ReadItems {
  const items: CslItem[] = [];
  const problems: Problem[] = [];
  text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r/)
    .forEach((raw, i) => {
      const line = raw.trim();
      if (!line || line.startsWith('#')) return;
      const read = readOpenUrl(new URLSearchParams(line.slice(line.indexOf('?') + 1)));
      if (!read) problems.push({ line: i + 1, text: msg('file.thisLineSaysNothingOfWhat') });
      else {
        items.push({ ...read.csl, id: `openurl-${before + items.length + 1}` } as CslItem);
        for (const p of read.problems) problems.push({ line: i + 1, text: p });
      }
    });
  return { items, problems };
}
