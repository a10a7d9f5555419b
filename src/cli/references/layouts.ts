/**
 * Lists of references as people have them before them: wrapped, numbered, indented, spread over pages, run into one
 * paragraph; with what each line is.
 */
import type { Random } from '../../core/random';
import { LINE_STATES, type LineState } from '../../core/references/lines';

export interface LaidLine {
  /** With its indent; empty for a blank line, which has no state. */
  readonly text: string;
  readonly state: LineState;
}
const goes = (text: string): LaidLine => ({ text, state: 'goes on' });
const begins = (text: string): LaidLine => ({ text, state: 'begins' });
const none = (text: string): LaidLine => ({ text, state: 'none' });
const BLANK = none('');

/** At this width; now and then a long word or an address is cut, as typesetters and readers of PDFs do. */
export function wrap(text: string, width: number, r: Random): string[] {
  const lines: string[] = [];
  let line = '';
  for (const w of text.split(' ')) {
    const fits = !line || line.length + 1 + w.length <= width;
    if (fits) {
      line = line ? `${line} ${w}` : w;
      continue;
    }
    const room = width - line.length - 2;
    if (/^\p{Ll}{10,}[.,]?$/u.test(w) && room > 4 && r.chance(0.4)) {
      const at = Math.min(room, Math.floor(w.length / 2));
      lines.push(`${line} ${w.slice(0, at)}-`);
      line = w.slice(at);
    } else if (/^(?:https?:|doi)/.test(w) && w.includes('/', 9) && room > 12 && r.chance(0.5)) {
      const at = w.lastIndexOf('/', room) + 1;
      if (at > 9) {
        lines.push(`${line} ${w.slice(0, at)}`);
        line = w.slice(at);
      } else {
        lines.push(line);
        line = w;
      }
    } else {
      lines.push(line);
      line = w;
    }
  }
  return [...lines, line].filter(Boolean);
}
const block = (text: string, r: Random, width: number, first = '', rest = ''): LaidLine[] =>
  wrap(first.trimStart() + text, width, r).map((l, k) =>
    k ? goes(rest + l) : begins((/^\s*/.exec(first)?.[0] ?? '') + l),
  );
const between = (blocks: readonly LaidLine[][], lines: readonly LaidLine[]): LaidLine[] =>
  blocks.flatMap((b, k) => (k ? [...lines, ...b] : b));
const INDENTS = ['    ', '  ', '\t', '        ', '      '];
const words = (r: Random): string =>
  Array.from({ length: r.int(1, 4) }, () =>
    r.pick(['Kelp', 'Studies', 'of', 'Shore', 'Annals', 'Harbour', 'and', 'Tides', 'REVIEW']),
  ).join(' ');
const runningHead = (r: Random): string =>
  r.pick([
    `${r.int(10, 400)}`,
    `Page ${r.int(2, 20)} of ${r.int(21, 40)}`,
    `${words(r)} ${r.int(10, 99)}`,
    `${r.int(10, 99)} ${words(r)}`,
    `– ${r.int(2, 90)} –`,
    `${r.int(2, 90)} | ${words(r)}`,
    `Downloaded from https://library.example on ${r.int(1, 28)} May 2024`,
    words(r).toUpperCase(),
    `${r.int(2, 9)} of ${r.int(10, 19)}`,
  ]);

export const LAYOUTS: Readonly<Record<string, (list: readonly string[], r: Random) => LaidLine[]>> = {
  'a line each': (l) => l.map(begins),
  'blank lines': (l) =>
    between(
      l.map((t) => [begins(t)]),
      [BLANK],
    ),
  'wrapped, blank lines': (l, r) => {
    const width = r.int(45, 110);
    return between(
      l.map((t) => block(t, r, width)),
      r.chance(0.3) ? [BLANK, BLANK] : [BLANK],
    );
  },
  'wrapped, hanging': (l, r) => {
    const [width, indent] = [r.int(50, 100), r.pick(INDENTS)];
    return between(
      l.map((t) => block(t, r, width, '', indent)),
      r.chance(0.2) ? [BLANK] : [],
    );
  },
  'wrapped, first line in': (l, r) => {
    const [width, indent] = [r.int(50, 100), r.pick(INDENTS)];
    return l.flatMap((t) => block(t, r, width, indent, ''));
  },
  'wrapped, no sign': (l, r) => {
    const width = r.int(50, 105);
    return l.flatMap((t) => block(t, r, width));
  },
  'numbered, wrapped': (l, r) => {
    const [width, from, hang] = [
      r.int(50, 100),
      r.chance(0.7) ? 1 : r.int(2, 60),
      r.chance(0.4) ? '    ' : '',
    ];
    const mark = r.pick(['. ', ') ', '.\t']);
    return between(
      l.map((t, i) => block(t, r, width, `${from + i}${mark}`, hang)),
      r.chance(0.3) ? [BLANK] : [],
    );
  },
  'numbers in brackets': (l, r) => {
    const [width, from, hang] = [
      r.int(50, 120),
      r.chance(0.7) ? 1 : r.int(2, 60),
      r.chance(0.4) ? '     ' : '',
    ];
    const [a, b] = r.pick([
      ['[', '] '],
      ['(', ') '],
      ['[', ']'],
    ] as const);
    return l.flatMap((t, i) => block(t, r, width, `${a}${from + i}${b}`, hang));
  },
  'numbers on lines of their own': (l, r) => {
    const [width, mark] = [r.int(50, 110), r.pick(['.', '', '[]'])];
    return l.flatMap((t, i) => [
      begins(mark === '[]' ? `[${i + 1}]` : `${i + 1}${mark}`),
      ...block(t, r, width).map((x) => goes(x.text)),
    ]);
  },
  bullets: (l, r) => {
    const [width, mark] = [r.int(50, 120), r.pick(['• ', '- ', '* ', '– ', '▪ '])];
    return l.flatMap((t) => block(t, r, width, mark, r.chance(0.5) ? '  ' : ''));
  },
  footnotes: (l, r) => {
    const [width, from] = [r.int(50, 100), r.int(1, 90)];
    return l.flatMap((t, i) => block(t, r, width, `${from + i} `));
  },
  labels: (l, r) => {
    const width = r.int(50, 100);
    return l.flatMap((t) =>
      block(t, r, width, `[${r.pick(['Lin', 'Ost', 'FER', 'KW', 'Tarn'])}${r.int(10, 99)}] `),
    );
  },
  'pages of a PDF': (l, r) => {
    const [width, every] = [r.int(45, 95), r.int(6, 16)];
    const sep = r.chance(0.4);
    const all = between(
      l.map((t) => block(t, r, width, '', r.chance(0.3) ? '   ' : '')),
      sep ? [BLANK] : [],
    );
    return all.flatMap((line, k) =>
      k % every === every - 1
        ? [
            line,
            ...(r.chance(0.5) ? [BLANK] : []),
            none(runningHead(r)),
            ...(r.chance(0.4) ? [none(runningHead(r))] : []),
            ...(r.chance(0.5) ? [BLANK] : []),
          ]
        : [line],
    );
  },
  'every line spaced': (l, r) => {
    const width = r.int(50, 100);
    return l.flatMap((t) => block(t, r, width)).flatMap((x) => [x, BLANK]);
  },
  'two columns’ width': (l, r) => {
    const width = r.int(30, 46);
    return l.flatMap((t) => block(t, r, width, '', r.chance(0.5) ? '  ' : ''));
  },
};
export const LAYOUT_NAMES: readonly string[] = Object.keys(LAYOUTS);
const HEADINGS = [
  'References',
  'REFERENCES',
  'Bibliography',
  'Works Cited',
  'Literatur',
  'Literature cited',
  'Bibliographie',
  'Referencias',
  'Further reading:',
  'Sources',
  'Week 3',
  'Required reading',
  'A. Books',
  '6 References',
  'Core texts',
  'Literaturverzeichnis',
  'Källor',
  'Referências bibliográficas',
  'Primary sources',
];

/** References laid out, now and then under a heading. */
export function laidOut(list: readonly string[], layout: string, r: Random): LaidLine[] {
  const lines = LAYOUTS[layout]?.(list, r) ?? list.map(begins);
  const head = r.chance(0.3) ? [none(r.pick(HEADINGS)), ...(r.chance(0.6) ? [BLANK] : [])] : [];
  return [...head, ...lines];
}
export const textOf = (lines: readonly LaidLine[], r: Random): string =>
  lines.map((l) => l.text).join(r.chance(0.2) ? '\r\n' : '\n');
/** The states of the lines that are not blank. */
export const statesOf = (lines: readonly LaidLine[]): Uint8Array =>
  Uint8Array.from(
    lines.filter((l) => l.text.trim()),
    (l) => LINE_STATES.indexOf(l.state),
  );
