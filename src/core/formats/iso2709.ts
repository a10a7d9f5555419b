/**
 * MARC 21 in its exchange form (ISO 2709): leader, directory, fields, in bytes. Ours, since the packages for
 * it stand on Node's streams and the core runs in a browser's worker as well; the format is a leader, a table
 * and separators. UTF-8 where the leader says so (position 09 = a) or the bytes are; else MARC-8, or
 * Windows-1252 where it can be no MARC-8: that of programs which write their own characters and say nothing.
 */

import { decodeText } from '../decode';
import { type Message, msg } from '../model/message';
import type { Problem } from './item';
import type { MarcField, MarcRecord, PlacedRecord } from './marc';
import { decodeMarc8 } from './marc8';

/** The record terminator. */
export const RECORD_END = 0x1d;
const FIELD_END = 0x1e;
const SUBFIELD = 0x1f;
const encoder = new TextEncoder();
const MOST_FIELD = 9999;
const MOST_RECORD = 99_999;
const MARKS = /\p{Cc}/gu;

/**
 * Writes a record; null when it is over what the format's lengths can say (99,999 bytes). Fields over 9,999
 * bytes are cut.
 */
export function writeIso2709(m: MarcRecord): Uint8Array | null {
  const parts: { tag: string; bytes: Uint8Array }[] = [
    ...m.control.map(([tag, text]) => ({ tag, bytes: encoder.encode(`${text.replace(MARKS, ' ')}\u001e`) })),
    ...m.fields.map((f) => ({
      tag: f.tag,
      bytes: encoder.encode(
        `${f.ind1}${f.ind2}${f.subfields.map(([c, t]) => `\u001f${c}${t.replace(MARKS, ' ')}`).join('')}\u001e`,
      ),
    })),
  ].map((p) => {
    if (p.bytes.length <= MOST_FIELD) return p;
    const cut = new Uint8Array(MOST_FIELD);
    // Not inside a letter: bytes that continue one begin with 10.
    let end = MOST_FIELD - 1;
    while (((p.bytes[end] as number) & 0xc0) === 0x80) end--;
    cut.set(p.bytes.subarray(0, end));
    cut[end] = FIELD_END;
    return { tag: p.tag, bytes: cut.subarray(0, end + 1) };
  });
  const digits = (n: number, width: number): string => String(n).padStart(width, '0');
  let at = 0;
  const directory = parts
    .map(({ tag, bytes }) => {
      const entry = `${tag}${digits(bytes.length, 4)}${digits(at, 5)}`;
      at += bytes.length;
      return entry;
    })
    .join('');
  const base = 24 + directory.length + 1;
  const size = base + at + 1;
  if (size > MOST_RECORD) return null;
  const leader = `${digits(size, 5)}${m.leader.slice(5, 9)}a22${digits(base, 5)}${m.leader.slice(17, 20)}4500`;
  const out = new Uint8Array(size);
  out.set(encoder.encode(leader));
  out.set(encoder.encode(directory), 24);
  out[base - 1] = FIELD_END;
  let p = base;
  for (const { bytes } of parts) {
    out.set(bytes, p);
    p += bytes.length;
  }
  out[p] = RECORD_END;
  return out;
}

const isUtf8 = (bytes: Uint8Array): boolean => {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return true;
  } catch {
    return false;
  }
};
/** How the text of a record is to be read, by what its leader says and its bytes can be. */
function decoderFor(leader: string, data: Uint8Array, unread: Set<string>): (bytes: Uint8Array) => string {
  if (leader[9] === 'a' || (isUtf8(data) && !data.includes(ESCAPE))) return decodeText;
  if (decodeMarc8(data).odd) return decodeText;
  return (bytes) => {
    const { text, unread: names } = decodeMarc8(bytes);
    for (const name of names) unread.add(name);
    return text;
  };
}
const ESCAPE = 0x1b;

interface Entry {
  readonly tag: string;
  readonly length: number;
  readonly at: number;
}
/** A shorter record than this there is none. */
const ANOTHER = 40;
/** The entries of a directory; null where it is none. */
function entriesIn(directory: string): Entry[] | null {
  const entries: Entry[] = [];
  for (let d = 0; d + 12 <= directory.length; d += 12) {
    const entry = directory.slice(d, d + 12);
    if (!/^[0-9A-Za-z]{3}\d{9}$/.test(entry)) return null;
    entries.push({ tag: entry.slice(0, 3), length: Number(entry.slice(3, 7)), at: Number(entry.slice(7)) });
  }
  return entries;
}
interface Found {
  readonly entries: readonly { readonly tag: string; readonly body: Uint8Array }[];
  readonly exact: boolean;
}
/** Fields by the lengths that the directory gives; null where one does not end where a field ends. */
function byLengths(entries: readonly Entry[], data: Uint8Array): Found | null {
  const found: { tag: string; body: Uint8Array }[] = [];
  for (const { tag, length, at } of entries) {
    if (at + length > data.length || data[at + length - 1] !== FIELD_END) return null;
    found.push({ tag, body: data.subarray(at, at + length - 1) });
  }
  return { entries: found, exact: true };
}
/**
 * Fields by their separators, in the order in which the directory has them: lengths are wrong where somebody has put
 * the file into another encoding, or edited it.
 */
function bySeparators(entries: readonly Entry[], data: Uint8Array): Found | null {
  const pieces: Uint8Array[] = [];
  let from = 0;
  for (let at = data.indexOf(FIELD_END); at >= 0; at = data.indexOf(FIELD_END, from)) {
    pieces.push(data.subarray(from, at));
    from = at + 1;
  }
  if (pieces.length !== entries.length) return null;
  // Directories stand in the order of the fields but for a few, whose places are to be believed then.
  const within = entries.every((e) => e.at < data.length);
  const order = entries
    .map((e, i) => [within ? e.at : i, i] as const)
    .sort(([a, i], [b, j]) => a - b || i - j);
  const found = entries.map(({ tag }) => ({ tag, body: new Uint8Array(0) }));
  for (const [k, [, i]] of order.entries()) (found[i] as { body: Uint8Array }).body = pieces[k] as Uint8Array;
  return { entries: found, exact: false };
}
function fieldsOf(
  entries: Found['entries'],
  decode: (bytes: Uint8Array) => string,
): Pick<MarcRecord, 'control' | 'fields'> {
  const fields: MarcField[] = [];
  const control: (readonly [string, string])[] = [];
  for (const { tag, body } of entries) {
    if (tag.startsWith('00')) {
      control.push([tag, decode(body)]);
      continue;
    }
    const cuts: number[] = [];
    for (let i = body.indexOf(SUBFIELD); i >= 0; i = body.indexOf(SUBFIELD, i + 1)) cuts.push(i);
    fields.push({
      tag,
      ind1: String.fromCharCode(body[0] ?? 32),
      ind2: String.fromCharCode(body[1] ?? 32),
      subfields: cuts.map(
        (c, i) =>
          [
            String.fromCharCode(body[c + 1] ?? 32),
            decode(body.subarray(c + 2, cuts[i + 1] ?? body.length)),
          ] as const,
      ),
    });
  }
  return { control, fields };
}

/**
 * Reads records one after the other; a broken one is named by its number and left out, and reading goes on at
 * the next separator.
 */
export function readIso2709(bytes: Uint8Array): { records: PlacedRecord[]; problems: Problem[] } {
  const records: PlacedRecord[] = [];
  const problems: Problem[] = [];
  const ascii = (from: number, to: number): string => String.fromCharCode(...bytes.subarray(from, to));
  let n = 0;
  for (let start = 0; start < bytes.length; ) {
    while (start < bytes.length && [0x0a, 0x0d, 0x20, 0x00].includes(bytes[start] as number)) start++;
    if (start >= bytes.length) break;
    n++;
    let end = bytes.indexOf(RECORD_END, start);
    const whole = end >= 0;
    if (!whole) end = bytes.length;
    const unread = new Set<string>();
    const bad = (text: Message): void => void problems.push({ line: n, text });
    const leader = ascii(start, start + 24);
    const base = Number(leader.slice(12, 17));
    if (!whole) bad(msg('file.isCutShort'));
    else if (!/^\d{5}/.test(leader) || !Number.isInteger(base) || base < 25 || start + base > end)
      bad(msg('file.hasNoUsableLeader'));
    else {
      const data = bytes.subarray(start + base, end);
      const decode = decoderFor(leader, data, unread);
      const entries = entriesIn(ascii(start + 24, start + base - 1));
      const own = entries && (byLengths(entries, data) ?? bySeparators(entries, data));
      if (!own) bad(msg('file.hasADirectoryThatPointsOutside'));
      else {
        const read = fieldsOf(own.entries, decode);
        records.push({ leader, ...read, line: n });
        if (!own.exact) bad(msg('file.lengthsAreWrong'));
        // Two records whose separator was lost are one now.
        else if (/^\d{5}/.test(leader) && end + 1 - start > Number(leader.slice(0, 5)) + ANOTHER)
          bad(msg('file.moreThanItSays'));
      }
      for (const name of unread) bad(msg('file.characterSetUnread', { name }));
    }
    start = end + 1;
  }
  if (!n) problems.push({ line: 1, text: msg('file.noRecord') });
  return { records, problems };
}
