/**
 * Files of references, read and written piece by piece, so that a large one never stands in memory whole. The
 * bytes are cut where a record ends, and what is before the cut goes to the same readers as a small file.
 */
import type { CslItem } from '../model/record';
import { RECORD_END } from './iso2709';
import type { Problem, ReadItems } from './item';
import { type Columns, type Origins, type ReadFormat, readAs } from './read';
import { joinedBytes, type WrittenFormat, writeItems } from './write';

/** Less than this is not worth a cut. */
const PIECE = 1 << 20;
const NEWLINE = 0x0a;
const decoder = new TextDecoder('latin1');

/**
 * Where the last whole record in these bytes ends; 0 when none does. Byte by byte, since all marks are ASCII.
 */
function cutOf(format: ReadFormat, bytes: Uint8Array): number {
  if (format === 'marc') return bytes.lastIndexOf(RECORD_END) + 1;
  const text = decoder.decode(bytes);
  const after = (pattern: RegExp): number => {
    let end = 0;
    for (const m of text.matchAll(pattern)) end = m.index + m[0].length;
    return end;
  };
  switch (format) {
    case 'ris':
      return after(/^[ \t]*ER {0,3}-[^\n]*\n/gim);
    case 'marcxml':
      return after(/<\/(?:[\w-]+:)?record\s*>/g);
    case 'oai_dc':
      return after(/<\/(?:[\w-]+:)?(?:record|dc)\s*>(?!\s*<\/(?:[\w-]+:)?metadata)/g);
    case 'bibtex': {
      // Before the last entry that begins a line.
      const at = text.lastIndexOf('\n@');
      return at < 0 ? 0 : at + 1;
    }
    case 'csv': {
      // A line's end outside quotation marks.
      let quotes = 0;
      let end = 0;
      for (let i = 0; i < text.length; i++) {
        if (text[i] === '"') quotes++;
        else if (text[i] === '\n' && quotes % 2 === 0) end = i + 1;
      }
      return end;
    }
    default:
      return text.lastIndexOf('\n') + 1;
  }
}
/** UTF-16 can't be cut by bytes, nor can one JSON array: those are read whole at the end. */
const wholeOnly = (format: ReadFormat, bytes: Uint8Array): boolean =>
  (bytes[0] === 0xff && bytes[1] === 0xfe) ||
  (bytes[0] === 0xfe && bytes[1] === 0xff) ||
  bytes.subarray(0, 64).includes(0) ||
  (format === 'csl' && /^\s*\[/.test(decoder.decode(bytes.subarray(0, 64))));

export class StreamReader {
  readonly #format: ReadFormat;
  readonly #columns: Columns | undefined;
  #rest = new Uint8Array(0);
  #lines = 0;
  /** MARC has no lines: its records are counted. */
  #records = 0;
  #items = 0;
  #begun = false;
  #whole: boolean | null = null;
  /** What every later piece needs before it: a table's headings, BibTeX's abbreviations. */
  #head = '';
  readonly #origins: Origins | undefined;

  /**
   * @param before how many items other files gave: those without an id of their own are numbered on from there
   * @param origins where to note what the items were made of
   */
  constructor(format: ReadFormat, columns?: Columns, before = 0, origins?: Origins) {
    this.#format = format;
    this.#columns = columns;
    this.#items = before;
    this.#origins = origins;
  }

  /** Takes the next bytes; gives what could be read of them so far. */
  push(bytes: Uint8Array): ReadItems {
    const all = joinedBytes([this.#rest, bytes]);
    this.#rest = all;
    this.#whole ??= all.length >= 64 ? wholeOnly(this.#format, all) : null;
    if (this.#whole !== false || all.length < PIECE) return { items: [], problems: [] };
    const cut = cutOf(this.#format, all);
    if (cut === 0) return { items: [], problems: [] };
    this.#rest = all.slice(cut);
    return this.#read(all.subarray(0, cut));
  }
  end(): ReadItems {
    const rest = this.#rest;
    this.#rest = new Uint8Array(0);
    const blank =
      this.#begun &&
      /^\s*(?:<\/[\w:-]+>\s*)*$/.test(decoder.decode(rest.subarray(0, 200))) &&
      rest.length < 200;
    return blank ? { items: [], problems: [] } : this.#read(rest);
  }

  #read(piece: Uint8Array): ReadItems {
    const head = new TextEncoder().encode(this.#head);
    const bytes = joinedBytes([head, piece]);
    const { items, problems } = readAs(this.#format, bytes, this.#columns, this.#items, this.#origins);
    this.#items += items.length;
    const shift =
      this.#format === 'marc'
        ? this.#records
        : this.#lines - (this.#head ? this.#head.split('\n').length - 1 : 0);
    const moved = problems.map((p): Problem => (shift === 0 ? p : { ...p, line: p.line + shift }));
    const first = !this.#begun;
    this.#begun = true;
    for (const b of piece) {
      if (b === NEWLINE) this.#lines++;
      else if (b === RECORD_END) this.#records++;
    }
    if (first && this.#format === 'csv') {
      const headings = new TextDecoder()
        .decode(piece)
        .split(/\r?\n/)
        .find((l) => l.trim() !== '');
      this.#head = `${headings ?? ''}\n`;
    }
    if (this.#format === 'bibtex') {
      const strings = new TextDecoder().decode(piece).match(/^@string\s*[{(][^\n]*$/gim) ?? [];
      if (strings.length) this.#head += `${strings.join('\n')}\n`;
    }
    return { items, problems: moved };
  }
}

/** Writes items piece by piece: what stands around and between them is written once. */
export class StreamWriter {
  readonly #format: WrittenFormat;
  #begun = false;
  constructor(format: WrittenFormat) {
    this.#format = format;
  }
  write(items: readonly CslItem[]): string | Uint8Array {
    if (!items.length) return '';
    const first = !this.#begun;
    this.#begun = true;
    const out = writeItems(this.#format, items);
    if (typeof out !== 'string') return out;
    switch (this.#format) {
      case 'csl':
        return `${first ? '[\n' : ',\n'}${items.map((i) => JSON.stringify(i)).join(',\n')}`;
      case 'csv':
        return first ? out : out.slice(out.indexOf('\r\n') + 2);
      case 'marcxml': {
        const [open, close] = [out.indexOf('<record'), out.lastIndexOf('</collection>')];
        return `${first ? out.slice(0, open) : '\n'}${out.slice(open, close)}`;
      }
      default:
        return first ? out : `${this.#format === 'ris' ? '\r\n' : '\n'}${out}`;
    }
  }
  end(): string | Uint8Array {
    if (!this.#begun) return writeItems(this.#format, []);
    return this.#format === 'csl' ? '\n]\n' : this.#format === 'marcxml' ? '</collection>\n' : '';
  }
}
