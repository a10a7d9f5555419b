/**
 * A set entry as runs of text: what the processor writes as HTML, taken apart once, and written again in the
 * form that somebody needs. The processor escapes all text, so that every `<` of its HTML begins a tag of its
 * own.
 */

import { table } from '../table';

export interface Run {
  readonly text: string;
  readonly italic?: true;
  readonly bold?: true;
  readonly sup?: true;
  readonly sub?: true;
  readonly smallCaps?: true;
  readonly underline?: true;
  /** A hole in place of what the record lacks: the variable's name. */
  readonly gap?: string;
}
type Look = Omit<Run, 'text' | 'gap'>;
type Mark = keyof Look;
const BY_TAG = table<Mark>({
  i: 'italic',
  em: 'italic',
  b: 'bold',
  strong: 'bold',
  sup: 'sup',
  sub: 'sub',
});
const BY_STYLE: readonly (readonly [RegExp, Mark, boolean])[] = [
  [/font-variant:\s*small-caps/, 'smallCaps', true],
  [/font-variant:\s*normal/, 'smallCaps', false],
  [/font-style:\s*normal/, 'italic', false],
  [/font-style:\s*(?:italic|oblique)/, 'italic', true],
  [/font-weight:\s*(?:normal|light)/, 'bold', false],
  [/font-weight:\s*bold/, 'bold', true],
  [/text-decoration:\s*underline/, 'underline', true],
  [/vertical-align:\s*sup/, 'sup', true],
  [/vertical-align:\s*sub/, 'sub', true],
];
function entered(look: Look, tag: string, attributes: string): Look {
  const mark = BY_TAG.get(tag);
  let next: Look = mark ? { ...look, [mark]: true } : look;
  for (const [is, by, on] of BY_STYLE)
    if (is.test(attributes)) {
      const { [by]: _gone, ...rest } = next;
      next = on ? { ...rest, [by]: true } : rest;
    }
  return next;
}
const ENTITIES: ReadonlyMap<string, string> = new Map([
  ['amp', '&'],
  ['lt', '<'],
  ['gt', '>'],
  ['quot', '"'],
  ['nbsp', '\u00a0'],
]);
const decoded = (text: string): string =>
  text.replace(
    /&(?:#(\d{1,7})|#x([\da-f]{1,6})|(\w{2,8}));/gi,
    (all, dec?: string, hex?: string, name?: string) => {
      if (name) return ENTITIES.get(name.toLowerCase()) ?? all;
      const code = dec ? Number(dec) : Number.parseInt(hex ?? '', 16);
      return code <= 0x10ffff ? String.fromCodePoint(code) : all;
    },
  );
const same = (a: Run, b: Look): boolean =>
  a.gap === undefined &&
  (['italic', 'bold', 'sup', 'sub', 'smallCaps', 'underline'] as const).every((k) => a[k] === b[k]);

/** The runs of an entry; what stands in blocks beside each other (a number and its entry) is parted by a space. */
export function runsOf(html: string): Run[] {
  const runs: Run[] = [];
  const looks: Look[] = [{}];
  let pending = '';
  const look = (): Look => looks.at(-1) ?? {};
  const add = (text: string): void => {
    const said = decoded(text).replace(/\s*\n\s*/g, ' ');
    if (!said) return;
    const last = runs.at(-1);
    const full = pending && last && !/\s$/.test(last.text) && !/^\s/.test(said) ? pending + said : said;
    pending = '';
    if (last && same(last, look())) runs[runs.length - 1] = { ...last, text: last.text + full };
    else runs.push({ ...look(), text: full });
  };
  for (const [, closing, tag = '', attributes = '', text] of html.matchAll(
    /<(\/?)([a-z]\w*)([^>]*)>|([^<]+)/gi,
  )) {
    if (text !== undefined) {
      if (/\S/.test(text) || runs.length) add(text);
    } else if (closing) {
      if (looks.length > 1) looks.pop();
      if (/^div$/i.test(tag)) pending = ' ';
    } else if (!attributes.endsWith('/')) looks.push(entered(look(), tag.toLowerCase(), attributes));
  }
  return trimmedRuns(runs);
}
function trimmedRuns(runs: readonly Run[]): Run[] {
  const out = [...runs];
  while (out[0] && !out[0].text.trimStart()) out.shift();
  while (out.length && !out.at(-1)?.text.trimEnd()) out.pop();
  const [first] = out;
  if (first) out[0] = { ...first, text: first.text.trimStart() };
  const last = out.at(-1);
  if (last) out[out.length - 1] = { ...last, text: last.text.trimEnd() };
  return out;
}

/** The text alone; holes are left out, with the space before them. */
export const asText = (runs: readonly Run[]): string =>
  runs
    .map((r) => (r.gap === undefined ? r.text : ''))
    .join('')
    .replace(/ {2,}/g, ' ')
    .trim();

/** In tags or commands around a text, innermost first. */
function wrapped(run: Run, text: string, around: (mark: Mark, inner: string) => string): string {
  let out = text;
  for (const mark of ['sup', 'sub', 'smallCaps', 'underline', 'italic', 'bold'] as const)
    if (run[mark]) out = around(mark, out);
  return out;
}
const said = (runs: readonly Run[]): readonly Run[] => runs.filter((r) => r.gap === undefined);

const HTML: Readonly<Record<Mark, readonly [string, string]>> = {
  italic: ['<i>', '</i>'],
  bold: ['<b>', '</b>'],
  sup: ['<sup>', '</sup>'],
  sub: ['<sub>', '</sub>'],
  smallCaps: ['<span style="font-variant:small-caps">', '</span>'],
  underline: ['<u>', '</u>'],
};
/** Text as it stands in HTML. */
export const escapedHtml = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
export const asHtml = (runs: readonly Run[]): string =>
  said(runs)
    .map((r) => wrapped(r, escapedHtml(r.text), (mark, inner) => `${HTML[mark][0]}${inner}${HTML[mark][1]}`))
    .join('');

const MARKDOWN: Readonly<Record<Mark, readonly [string, string]>> = {
  italic: ['*', '*'],
  bold: ['**', '**'],
  sup: ['<sup>', '</sup>'],
  sub: ['<sub>', '</sub>'],
  smallCaps: ['<span style="font-variant:small-caps">', '</span>'],
  underline: ['<u>', '</u>'],
};
/** CommonMark; blanks at the ends stand outside the marks, or they would mark nothing. */
export const asMarkdown = (runs: readonly Run[]): string =>
  said(runs)
    .map((r) => {
      const text = r.text.replace(/[\\`*_[\]<>#~|]/g, '\\$&');
      const inner = text.trim();
      if (!inner) return text;
      const at = text.indexOf(inner);
      const [before, after] = [text.slice(0, at), text.slice(at + inner.length)];
      return before + wrapped(r, inner, (mark, t) => `${MARKDOWN[mark][0]}${t}${MARKDOWN[mark][1]}`) + after;
    })
    .join('');

const LATEX: Readonly<Record<Mark, string>> = {
  italic: '\\textit',
  bold: '\\textbf',
  sup: '\\textsuperscript',
  sub: '\\textsubscript',
  smallCaps: '\\textsc',
  underline: '\\underline',
};
const LATEX_CHARACTERS: ReadonlyMap<string, string> = new Map([
  ['\\', '\\textbackslash{}'],
  ['~', '\\textasciitilde{}'],
  ['^', '\\textasciicircum{}'],
  ['\u00a0', '~'],
  ['–', '--'],
  ['—', '---'],
]);
/** LaTeX, in UTF-8 as every engine reads it. */
export const asLatex = (runs: readonly Run[]): string =>
  said(runs)
    .map((r) =>
      wrapped(
        r,
        r.text.replace(/[\\~^\u00a0–—&%$#_{}]/g, (c) => LATEX_CHARACTERS.get(c) ?? `\\${c}`),
        (mark, inner) => `${LATEX[mark]}{${inner}}`,
      ),
    )
    .join('');

const RTF: Readonly<Record<Mark, string>> = {
  italic: 'i',
  bold: 'b',
  sup: 'super',
  sub: 'sub',
  smallCaps: 'scaps',
  underline: 'ul',
};
/** Text as RTF has it: ASCII, all else by the numbers of its UTF-16 units. */
const rtfText = (text: string): string =>
  [...text]
    .map((c) => {
      if (/[\\{}]/.test(c)) return `\\${c}`;
      if (c >= ' ' && c <= '~') return c;
      return c
        .split('')
        .map((unit) => {
          const n = unit.charCodeAt(0);
          return `\\u${n > 32767 ? n - 65536 : n}?`;
        })
        .join('');
    })
    .join('');
export const asRtf = (runs: readonly Run[]): string =>
  said(runs)
    .map((r) => wrapped(r, rtfText(r.text), (mark, inner) => `{\\${RTF[mark]} ${inner}}`))
    .join('');

/** What a list can be copied or saved as. */
export const LIST_FORMS = ['text', 'html', 'latex', 'markdown', 'rtf'] as const;
export type ListForm = (typeof LIST_FORMS)[number];
/** A whole list, an entry a paragraph. */
export function listAs(form: ListForm, entries: readonly (readonly Run[])[]): string {
  switch (form) {
    case 'text':
      return `${entries.map(asText).join('\n\n')}\n`;
    case 'html':
      return entries.map((e) => `<p>${asHtml(e)}</p>\n`).join('');
    case 'latex':
      return `${entries.map((e) => `\\noindent\\hangindent=1.5em ${asLatex(e)}\\par`).join('\n\n')}\n`;
    case 'markdown':
      return `${entries.map(asMarkdown).join('\n\n')}\n`;
    case 'rtf':
      return `{\\rtf1\\ansi\\deff0{\\fonttbl{\\f0 Times New Roman;}}\n${entries
        .map((e) => `{\\pard\\fi-360\\li360\\sa120 ${asRtf(e)}\\par}`)
        .join('\n')}\n}\n`;
  }
}
