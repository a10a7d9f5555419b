/**
 * The index file: a magic word, a JSON header that names each section with its type, place and length, and
 * the sections themselves as little-endian typed arrays, each aligned to 8 bytes so that loading is one read
 * and no decoding.
 */
import { type Message, msg } from '../../model/message';
export const MAGIC = 'LEGENDUM';
export const FORMAT_VERSION = 16;

/** Marks in the forward index: the end of a field, and the end of a value inside one. */
export const FIELD_END = 0;
export const VALUE_END = 1;

const TYPES = {
  u8: Uint8Array,
  u16: Uint16Array,
  i16: Int16Array,
  u32: Uint32Array,
  f32: Float32Array,
  f64: Float64Array,
} as const;
type TypeName = keyof typeof TYPES;
export type Section = Uint8Array | Uint16Array | Int16Array | Uint32Array | Float32Array | Float64Array;
export interface Header {
  readonly version: number;
  readonly meta: Readonly<Record<string, unknown>>;
  readonly sections: Readonly<Record<string, { type: TypeName; offset: number; length: number }>>;
  readonly size: number;
}
const align = (n: number): number => (n + 7) & ~7;
const align8 = (n: number): number => Math.ceil(n / 8) * 8;
const typeOf = (s: Section): TypeName =>
  (Object.keys(TYPES) as TypeName[]).find((t) => s instanceof TYPES[t]) as TypeName;

/** A section that is written later, piece by piece. */
export interface Outline {
  readonly type: TypeName;
  readonly length: number;
}
/** Puts a piece of a section at a place in it, counted in its own elements. */
export type WritePiece = (name: string, piece: Section, at: number) => void;
/** What an index is made of: sections as they are, and large ones of which only the outline is there. */
export interface IndexParts {
  readonly sections: Readonly<Record<string, Section | Outline>>;
  /** Writes the sections that are outlined. */
  readonly fill: (write: WritePiece) => void;
}
const isOutline = (s: Section | Outline): s is Outline => 'type' in s;
/** The beginning of the file, and where in it each section stands, in bytes. */
export function layoutIndex(
  meta: Readonly<Record<string, unknown>>,
  sections: Readonly<Record<string, Section | Outline>>,
): { prefix: Uint8Array; placeOf: (name: string) => number; size: number } {
  const table: Record<string, { type: TypeName; offset: number; length: number }> = {};
  let offset = 0;
  for (const [name, s] of Object.entries(sections)) {
    const type = isOutline(s) ? s.type : typeOf(s);
    table[name] = { type, offset, length: s.length };
    offset = align8(offset + s.length * TYPES[type].BYTES_PER_ELEMENT);
  }
  const head = new TextEncoder().encode(
    JSON.stringify({ version: FORMAT_VERSION, meta, sections: table, size: offset } satisfies Header),
  );
  const start = align(16 + head.length);
  const prefix = new Uint8Array(start);
  prefix.set(new TextEncoder().encode(MAGIC));
  new DataView(prefix.buffer).setUint32(8, head.length, true);
  new DataView(prefix.buffer).setUint32(12, start, true);
  prefix.set(head, 16);
  return { prefix, placeOf: (name) => start + (table[name]?.offset ?? 0), size: start + offset };
}

/** Sections as views on the buffer. A foreign, cut or newer file gives a message that says what is wrong. */
export function decodeIndex(
  buffer: ArrayBufferLike,
): { header: Header; sections: Record<string, Section> } | { problem: Message } {
  const bytes = new Uint8Array(buffer);
  if (bytes.length < 16 || new TextDecoder().decode(bytes.slice(0, 8)) !== MAGIC)
    return { problem: msg('indexfile.foreign') };
  const view = new DataView(buffer);
  const headLength = view.getUint32(8, true);
  const start = view.getUint32(12, true);
  if (16 + headLength > bytes.length) return { problem: msg('indexfile.cutInHeader') };
  let header: Header;
  try {
    header = JSON.parse(new TextDecoder().decode(bytes.slice(16, 16 + headLength))) as Header;
  } catch {
    return { problem: msg('indexfile.headerUnreadable') };
  }
  if (header.version !== FORMAT_VERSION)
    return {
      problem: msg('indexfile.otherFormat', { found: header.version, read: FORMAT_VERSION }),
    };
  if (bytes.length < start + header.size) return { problem: msg('indexfile.cutShort') };
  // Entries and no assignments: a name in a file may be any.
  const sections = Object.fromEntries(
    Object.entries(header.sections).map(([name, s]): [string, Section] => {
      const Type = TYPES[s.type];
      return [name, new Type(buffer as ArrayBuffer, start + s.offset, s.length)];
    }),
  );
  return { header, sections };
}

/** One section of a file by what the header says of it. @param read bytes from a place behind the header */
export function sectionOf(
  { type, offset, length }: Header['sections'][string],
  read: (from: number, size: number) => ArrayBuffer,
): Section {
  const Type = TYPES[type];
  return new Type(read(offset, length * Type.BYTES_PER_ELEMENT), 0, length);
}

/**
 * In which stretch of its document a posting's word stands first, counted in units of the forward index from the
 * document's first (7 bits; FAR: further on than they reach), and whether it stands there again.
 */
export const STRETCH_BITS = 2;
export const FAR = 0x7f;
export const AGAIN = 0x80;
