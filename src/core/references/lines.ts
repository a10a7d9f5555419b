/**
 * Lines of a pasted list, and what is seen at each: whether a reference begins there, goes on, or whether it is none
 * (a heading, a page's number). What one line looks like says little; how it stands to those around it, and what
 * sign the whole list uses (numbers, bullets, blank lines, indents), says most of it.
 */
import { placeOf, type Seen, textNumber } from './chain';
import { asKnown, tokenise } from './tokens';

export const LINE_STATES = ['goes on', 'begins', 'none'] as const;
export type LineState = (typeof LINE_STATES)[number];
export const LINE_TABLE = 1 << 14;

export interface Line {
  /** Without white space around it; not empty. */
  readonly text: string;
  /** Place in the pasted text, UTF-16 units. */
  readonly start: number;
  /** Columns before it; a tab is four. */
  readonly indent: number;
  /** Empty lines before it. */
  readonly gap: number;
}
export function linesOf(text: string): Line[] {
  const lines: Line[] = [];
  let start = 0;
  let gap = 0;
  for (const raw of text.split(/\r\n|[\n\r\f\v\u0085\u2028\u2029]/)) {
    const own = raw.trim();
    if (own) {
      const before = raw.length - raw.trimStart().length;
      const indent = raw.slice(0, before).replaceAll('\t', '    ').length;
      lines.push({ text: own, start: start + before, indent, gap });
      gap = 0;
    } else gap++;
    start += raw.length + (text.startsWith('\r\n', start + raw.length) ? 2 : 1);
  }
  return lines;
}

const NUMBERED =
  /^(?:\[(\d{1,4})\]|\((\d{1,4})\)|(\d{1,4})[.)](?!\d)|(\d{1,4})(?=\s+[\p{Lu}“"«‘„'])|(\d{1,4})$)\s*/u;
const LABELLED = /^\[[\p{L}\d+]{2,12}\]\s/u;
const BULLET = /^[•●▪◦‣∙*·–—‒▸►✓-]\s+/u;
export interface Marker {
  readonly sort: 'none' | 'brackets' | 'round' | 'stop' | 'bare' | 'alone' | 'bullet' | 'label';
  readonly number: number;
  /** Letters that it takes. */
  readonly length: number;
}
const NO_MARKER: Marker = { sort: 'none', number: 0, length: 0 };
/** What stands before a reference to count it. */
export function markerOf(line: string): Marker {
  const head = line.slice(0, 24);
  const m = NUMBERED.exec(head);
  if (m) {
    const at = m.findIndex((x, i) => i > 0 && x !== undefined);
    const sort = (['none', 'brackets', 'round', 'stop', 'bare', 'alone'] as const)[at] ?? 'none';
    return { sort, number: Number(m[at]), length: m[0].length };
  }
  const bullet = BULLET.exec(head);
  if (bullet) return { sort: 'bullet', number: 0, length: bullet[0].length };
  const label = LABELLED.exec(head);
  return label ? { sort: 'label', number: 0, length: label[0].length } : NO_MARKER;
}

const YEAR = /\b(?:1[5-9]|20)\d\d[a-z]?\b|\bn\.\s?d\.|\bo\.\s?J\.|\bs\.\s?f\.|\bforthcoming\b|\bin press\b/iu;
const ADDRESS = /\b10\.\d{4,9}\/\S|https?:\/\/\S|www\.\S/;
const HEADING =
  /^(?:\d{0,2}\.?\s*)?(?:references?|bibliograph(?:y|ie|ía|ia)|works cited|literature(?: cited)?|sources|literatur(?:verzeichnis)?|referencias|referências(?: bibliográficas)?|références|källor|litteratur|notes|further reading|reading list|primary sources|secondary sources|articles|books)\s*:?$/iu;
const PAGE_LINE =
  /^(?:page\s*|p\.\s*|s\.\s*)?\d{1,4}(?:\s*(?:of|\/|von|de)\s*\d{1,4})?$|^[–—-]\s*\d{1,4}\s*[–—-]$|^\d{1,4}\s*\|\s*\S|\S\s*\|\s*\d{1,4}$/iu;
const FOREIGN =
  /^(?:downloaded from|copyright|©|all rights reserved|this content downloaded|accessed on|view publication|page \d)/iu;
const LOOKED_AT = 160;
const tenth = (a: number, b: number): number => Math.min(12, Math.floor((10 * a) / Math.max(1, b)));
const share = (n: number, of: number): number => {
  const s = n / Math.max(1, of);
  return s === 0 ? 0 : s < 0.05 ? 1 : s < 0.15 ? 2 : s < 0.35 ? 3 : s < 0.7 ? 4 : s < 1 ? 5 : 6;
};

/**
 * What is seen at each line.
 * @param words that the model knows
 */
export function linesSeen(lines: readonly Line[], words: ReadonlySet<number>): Seen {
  const n = lines.length;
  const markers = lines.map((l) => markerOf(l.text));
  const lengths = lines.map((l) => l.text.length).sort((a, b) => a - b);
  const wide = lengths[Math.floor(n * 0.9)] ?? 0;
  const full = lines.filter((l) => l.text.length > wide * 0.8).length;
  const wrapped = wide > 190 ? 0 : full * 2 > n * 0.7 ? 1 : 2;
  const indents = lines.map((l) => l.indent);
  const least = indents.reduce((a, b) => Math.min(a, b), 99);
  const deep = indents.filter((x) => x > least).length;
  const gaps = lines.filter((l) => l.gap > 0).length;
  // Numbers that count up, by their sort.
  const counting = new Uint8Array(n);
  const last = new Map<Marker['sort'], number>();
  let counted = 0;
  for (const [i, m] of markers.entries()) {
    if (m.sort === 'none' || m.sort === 'bullet' || m.sort === 'label') continue;
    const before = last.get(m.sort);
    counting[i] =
      before === undefined
        ? m.number <= 1
          ? 2
          : 1
        : m.number === before + 1
          ? 3
          : m.number === before
            ? 4
            : m.number > before && m.number < before + 4
              ? 5
              : 6;
    if (counting[i] !== 6) last.set(m.sort, m.number);
    if (counting[i] === 3) counted++;
  }
  const bullets = markers.filter((m) => m.sort === 'bullet' || m.sort === 'label').length;
  const whole = placeOf(
    1 << 30,
    0,
    share(counted, n),
    share(gaps, n),
    share(deep, n),
    share(bullets, n) * 4 + wrapped,
  );
  const heads = lines.map((l, i) =>
    asKnown(tokenise(l.text.slice(markers[i]?.length ?? 0).slice(0, 60)).slice(0, 6), words),
  );
  const tails = lines.map((l) => asKnown(tokenise(l.text.slice(-40)).slice(-4), words));
  const cue = (list: ReturnType<typeof tokenise>, k: number): number => {
    const t = list.at(k);
    return t ? textNumber(t.cue || t.shape) : 5;
  };
  const dated = lines.map((l) => (YEAR.test(l.text) ? 1 : 0));
  const places: number[] = [];
  let width = 0;
  let [sinceYear, open] = [0, 0];
  for (let i = 0; i < n; i++) {
    const line = lines[i] as Line;
    const before = lines[i - 1];
    const after = lines[i + 1];
    const head = heads[i] ?? [];
    const tail = i ? (tails[i - 1] ?? []) : [];
    const m = markers[i] as Marker;
    const sort = textNumber(m.sort);
    const rest = line.text.slice(m.length, m.length + LOOKED_AT);
    const ends = before
      ? textNumber(/[.,;:)\]”"»?!\d–-]$/u.exec(before.text)?.[0].replace(/\d/, '9') ?? 'word')
      : 3;
    const address = before && ADDRESS.test(before.text.slice(-90)) ? 1 : 0;
    const step = before ? Math.sign(line.indent - before.indent) + 1 : 3;
    const at = line.indent === least ? 0 : line.indent <= least + 2 ? 1 : 2;
    const [was, is] = [before ? tenth(before.text.length, wide) : 13, tenth(line.text.length, wide)];
    const strange = HEADING.test(line.text)
      ? 1
      : PAGE_LINE.test(line.text)
        ? 2
        : FOREIGN.test(line.text)
          ? 3
          : 0;
    const gap = Math.min(2, line.gap);
    const [h1, h2, h3, h4] = [cue(head, 0), cue(head, 1), cue(head, 2), cue(head, 3)];
    const [t1, t2, t3] = [cue(tail, -1), cue(tail, -2), cue(tail, -3)];
    const small = /^\p{Ll}/u.test(rest) ? 1 : /^[\p{Lu}]/u.test(rest) ? 2 : /^\d/.test(rest) ? 3 : 4;
    const year = (dated[i] as number) + 2 * (dated[i - 1] ?? 0) + 4 * (dated[i + 1] ?? 0);
    let q = 0;
    const ask = (a: number, b = 0, c = 0, d = 0): void => {
      places.push(placeOf(LINE_TABLE, q++, a, b, c, d));
    };
    ask(whole);
    ask(sort, counting[i] as number, share(counted, n));
    ask(sort, counting[i] as number, gap, share(gaps, n));
    ask(gap, whole);
    ask(gap, share(gaps, n), ends);
    ask(gap, share(gaps, n), h1, h2);
    ask(at, step, share(deep, n));
    ask(at, step, whole);
    ask(at, h1, h2, share(deep, n));
    ask(h1, h2, h3, ends);
    ask(h1, h2, h3, h4);
    ask(h1, h2, t1);
    ask(h1, t1, t2);
    ask(t1, t2, t3);
    ask(t1, t2, ends, small);
    ask(h1, h2, whole);
    ask(ends, small, whole);
    ask(ends, small, was, wrapped);
    ask(was, is, wrapped, small);
    ask(was, wrapped, h1, h2);
    ask(address, small, ends, was);
    ask(year, Math.min(4, sinceYear), wrapped);
    ask(year, Math.min(4, sinceYear), small, ends);
    ask(Math.min(3, open), small, ends);
    ask(strange, gap, is);
    ask(strange, whole);
    ask(strange, i === 0 ? 1 : i === n - 1 ? 2 : 3, sort);
    ask(textNumber(head[0]?.key ?? ''), small);
    ask(textNumber(tail.at(-1)?.key ?? ''), small, ends);
    ask(
      wrapped,
      Math.min(6, Math.ceil(line.text.length / 30)),
      small,
      Math.min(6, Math.ceil((before?.text.length ?? 0) / 30)),
    );
    ask(i === 0 ? 1 : 0, h1, h2);
    ask(
      after ? cue(heads[i + 1] ?? [], 0) : 7,
      after ? Math.sign(after.indent - line.indent) + 1 : 3,
      step,
      small,
    );
    ask(after ? Math.min(2, after.gap) : 3, gap, share(gaps, n), small);
    width = q;
    sinceYear = dated[i] ? 0 : sinceYear + 1;
    const opened = (line.text.match(/[([“«„]/g) ?? []).length - (line.text.match(/[)\]”»]/g) ?? []).length;
    open = Math.max(0, opened);
  }
  return { n, width, places: Uint32Array.from(places) };
}
