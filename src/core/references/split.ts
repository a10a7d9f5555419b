/**
 * A pasted bibliography, cut into references. Which sign parts them is found out first: numbers or bullets
 * before each, blank lines, hanging indents; and where there is none of these, every line break is judged by
 * what ends before and begins after it.
 */
export interface SplitReference {
  /** On one line, hyphens at line ends mended. */
  readonly text: string;
  /** Place in the pasted text, UTF-16 units. */
  readonly start: number;
  readonly end: number;
}
interface Line {
  readonly text: string;
  readonly start: number;
  readonly indent: number;
}

const HEADING =
  /^(?:references|bibliography|works cited|literature(?: cited)?|sources|literatur(?:verzeichnis)?|bibliographie|bibliografía|notes|further reading|reading list)\s*:?$/i;
/** A page's running head or foot: a number alone, or `page 3 of 9`. */
const PAGE_LINE = /^(?:page\s*)?\d{1,4}(?:\s*(?:of|\/)\s*\d{1,4})?$|^[–—-]\s*\d{1,4}\s*[–—-]$/i;
const NUMBERED = /^(?:\[(\d{1,3})\]|\((\d{1,3})\)|(\d{1,3})[.)]|(\d{1,3})(?=\s+\p{Lu}))\s*/u;
const BULLET = /^[•●▪◦‣∙*·–—-]\s+/u;
const DASHES = /^(?:[–—_-]{2,}|[–—]\s*[–—]\s*[–—])[.,]?\s/u;
const YEAR = /\b(?:1[5-9]|20)\d\d[a-z]?\b|\bn\.\s?d\.|\bforthcoming\b|\bin press\b/i;
const NAME_START =
  /^(?:(?:van|von|de|del|della|di|da|der|den|du|la|le|af|av|ter|ten)\s+)*\p{Lu}[\p{L}\p{M}’'-]+(?:[\s-]\p{Lu}[\p{L}\p{M}’'-]+)?(?:,\s*\p{Lu}|\s+\p{Lu}{1,3}\b|\s+and\s|\s*\()/u;
const GIVEN_START =
  /^(?:\p{Lu}\.[\s-]?){1,3}\s*\p{Lu}[\p{L}’'-]+|^\p{Lu}[\p{L}’'-]+(?:\s\p{Lu}\.)?\s\p{Lu}[\p{L}’'-]+(?:,|\s+and\s|\s*\(|:)/u;
const TITLE_START = /^[“"«‘„]/u;

/** Letters at the beginning of a line that tell whether a reference starts there. */
const LOOKED_AT = 120;
const looksLikeStart = (line: string): boolean => {
  const head = line.slice(0, LOOKED_AT);
  return NAME_START.test(head) || GIVEN_START.test(head) || DASHES.test(head) || TITLE_START.test(head);
};
const ADDRESS = /\b10\.\d{4,9}\/\S|https?:\/\/\S/;
/** The last word of a line, of which no more than an address needs is looked at. */
const lastWord = (line: string): string => line.slice(line.lastIndexOf(' ') + 1).slice(0, 300);
/** A reference can end here: with a stop, a bracket, a number, an address. */
const isEnded = (line: string): boolean => /[.)\]”"\d]$/u.test(line) || ADDRESS.test(lastWord(line));

function linesOf(text: string): Line[] {
  const lines: Line[] = [];
  let start = 0;
  for (const raw of text.split(/\r\n|[\n\r\f\u2028\u2029]/)) {
    const indent = /^[\t \u00a0]*/.exec(raw)?.[0].replaceAll('\t', '    ').length ?? 0;
    lines.push({ text: raw.trim(), start: start + (raw.length - raw.trimStart().length), indent });
    start += raw.length + (text.startsWith('\r\n', start + raw.length) ? 2 : 1);
  }
  return lines;
}

/**
 * Lines as one: a word cut by a hyphen at the line's end is mended, a range of pages or an address keeps its
 * own.
 */
function join(lines: readonly Line[]): string {
  const pieces: string[] = [];
  // Only the end of what is joined already is looked at, so that many lines take no longer than they are
  // long.
  let tail = '';
  const add = (text: string): void => {
    pieces.push(text);
    tail = (tail + text).slice(-LOOKED_AT);
  };
  for (const { text } of lines) {
    if (!tail) add(text);
    else if (/[\p{Ll}]-$/u.test(tail) && /^\p{Ll}/u.test(text)) {
      pieces.push((pieces.pop() as string).slice(0, -1));
      tail = tail.slice(0, -1);
      add(text);
    } else if (/[/.\-_=&?]$/.test(tail) && ADDRESS_BEGUN.test(lastWord(tail)) && /^\S/.test(text)) add(text);
    else if (/\d[-–]$/u.test(tail) && /^\d/.test(text)) add(text);
    else add(` ${text}`);
  }
  return pieces
    .join('')
    .replace(/\u00ad/g, '')
    .replace(/\s+/g, ' ')
    .trim();
}
const ADDRESS_BEGUN = /https?:\/\/|10\.\d{4,9}\/|^\S{80}/;
const marker = (line: string): number | null => {
  const m = NUMBERED.exec(line);
  return m ? Number(m[1] ?? m[2] ?? m[3] ?? m[4]) : null;
};

/** Numbers before the references: the lines that carry the next number, one after the other. */
function byNumbers(lines: readonly Line[]): number[] | null {
  const starts: number[] = [];
  let next: number | null = null;
  lines.forEach((l, i) => {
    const n = marker(l.text);
    if (n === null || !/\p{L}/u.test(l.text)) return;
    if (next === null ? n < 400 : n === next || n === next + 1) {
      starts.push(i);
      next = n + 1;
    }
  });
  const [first] = starts;
  const content = lines.filter((l) => l.text).length;
  return first !== undefined &&
    starts.length > 1 &&
    starts.length * 8 >= content &&
    first <= lines.findIndex((l) => l.text) + 1
    ? starts
    : null;
}

/**
 * Cuts pasted text into references; headings and page numbers are left out.
 * @example splitReferences('Lind, A. (2019). Kelp.\n\nOst, N. (2020). Dulse.').length // 2
 */
export function splitReferences(text: string): SplitReference[] {
  const all = linesOf(text);
  const lines = all.map((l) => (PAGE_LINE.test(l.text) || HEADING.test(l.text) ? { ...l, text: '' } : l));
  const filled = lines.flatMap((l, i) => (l.text ? [i] : []));
  if (filled.length === 0) return [];
  const starts = new Set<number>([filled[0] as number]);
  const numbers = byNumbers(lines);
  const bullets = filled.filter((i) => BULLET.test((lines[i] as Line).text));
  /** Lines after a blank one; a page's break is none, since the page number itself was blanked. */
  const afterBlank = filled.filter(
    (i, k) => k > 0 && all.slice((filled[k - 1] as number) + 1, i).some((l) => l.text === ''),
  );
  const indents = filled.map((i) => (lines[i] as Line).indent);
  const least = indents.reduce((a, b) => Math.min(a, b));
  const hanging = indents.filter((n) => n > least).length;
  if (numbers) for (const i of numbers) starts.add(i);
  else if (bullets.length > 1 && bullets.length * 6 >= filled.length) for (const i of bullets) starts.add(i);
  else if (
    afterBlank.length > 0 &&
    (afterBlank.length + 1) * 7 >= filled.length &&
    blocksAreWhole(lines, filled, afterBlank)
  ) {
    const before = new Map(filled.map((i, k) => [i, filled[k - 1]]));
    for (const i of afterBlank) if (!continues(lines, before.get(i) as number, i)) starts.add(i);
  } else if (
    hanging > 0 &&
    hanging < filled.length &&
    hanging * 6 >= filled.length &&
    filled
      .filter((i) => (lines[i] as Line).indent === least)
      .every((i) => startsWell((lines[i] as Line).text))
  ) {
    for (const i of filled) if ((lines[i] as Line).indent === least) starts.add(i);
  } else judge(lines, filled, starts);
  const order = [...starts].sort((a, b) => a - b);
  return order.flatMap((from, k) => {
    const to = order[k + 1] ?? lines.length;
    const own = lines.slice(from, to).filter((l) => l.text);
    const joined = join(own)
      .replace(numbers ? NUMBERED : /^$/, '')
      .replace(BULLET, '');
    const last = own.at(-1) as Line;
    return joined.length > 3
      ? [{ text: joined, start: (own[0] as Line).start, end: last.start + last.text.length }]
      : [];
  });
}
const startsWell = (text: string): boolean =>
  /^[\p{Lu}“"«‘„]|^(?:van|von|de|del|di|da|der|den|du|la|le|af|av)\s/u.test(text);

/** After a blank line that a page's break may have made: does the sentence before go on? */
function continues(lines: readonly Line[], last: number, i: number): boolean {
  const before = (lines[last] as Line).text;
  const own = (lines[i] as Line).text;
  return /[-,;:(]$/u.test(before) || (/^[\p{Ll}\d(]/u.test(own) && !marker(own) && !isEnded(before));
}
/** Blank lines part references when most of what stands between them has a year. */
function blocksAreWhole(
  lines: readonly Line[],
  filled: readonly number[],
  afterBlank: readonly number[],
): boolean {
  const cuts = [filled[0] as number, ...afterBlank, lines.length];
  const blocks = cuts.slice(0, -1).map((from, k) =>
    lines
      .slice(from, cuts[k + 1])
      .map((l) => l.text)
      .join(' '),
  );
  return blocks.filter((b) => YEAR.test(b) || /10\.\d{4}/.test(b)).length * 10 >= blocks.length * 7;
}

/** No sign at all: each line break is weighed. */
function judge(lines: readonly Line[], filled: readonly number[], starts: Set<number>): void {
  const lengths = filled.map((i) => (lines[i] as Line).text.length).sort((a, b) => a - b);
  // Where lines were wrapped, most of them are about as long as the longest.
  const wide = lengths[Math.floor(lengths.length * 0.9)] as number;
  const wrapped = wide < 140 && lengths.filter((n) => n > wide * 0.8).length * 2 > lengths.length * 0.7;
  // Whether a year stands in what has been read since the last beginning; `in press` may stand across two
  // lines.
  let tail = (lines[filled[0] as number] as Line).text;
  let dated = YEAR.test(tail);
  for (let k = 1; k < filled.length; k++) {
    const own = (lines[filled[k] as number] as Line).text;
    const before = (lines[filled[k - 1] as number] as Line).text;
    const gap = (filled[k] as number) - (filled[k - 1] as number) > 1;
    let weight = 0;
    weight += looksLikeStart(own) ? 2 : startsWell(own) ? 0 : -3;
    weight += isEnded(before) ? 1 : -2;
    weight += /[,;:&(-]$|\b(?:and|in|of|the|for|vol|no|pp|eds?)\.?$/iu.test(before) ? -3 : 0;
    weight += dated ? 1 : -1.5;
    weight += YEAR.test(own) ? 0.5 : 0;
    weight += gap ? 0.5 : 0;
    if (wrapped) weight += before.length < wide * 0.75 ? 1.5 : before.length > wide * 0.9 ? -0.5 : 0;
    else weight += 1;
    if (weight > 1.4) {
      starts.add(filled[k] as number);
      tail = own;
      dated = YEAR.test(own);
    } else {
      dated ||= YEAR.test(`${tail.slice(-20)} ${own}`);
      tail = own;
    }
  }
}
