/**
 * A part of a thing, as an item of its own: what is asked for when a chapter of a book or an article of a
 * journal is.
 */
import type { Wanted } from '../model/codes';
import type { AccessItem } from './options';

/**
 * The item as the slip wants it: a chapter asked for out of a book record is a part standing in that book.
 */
export function wantedItem(item: AccessItem, wanted: Wanted): AccessItem {
  const { record } = item;
  if (wanted === 'article' && record.kind === 'journal') {
    // Which article it is decides on coverage by date; that is in the description the slip carries (see
    // `unindexedItem`).
    const { ebook: _e, copies: _c, partnerCopies: _p, ...rest } = record;
    return { ...item, record: { ...rest, kind: 'research-article' } };
  }
  if (wanted !== 'chapter' || record.kind === 'chapter') return item;
  const { copies: _c, partnerCopies: _p, ebook: _e, owners: _o, ...rest } = record;
  return { record: { ...rest, kind: 'chapter' }, lines: [], host: record };
}
