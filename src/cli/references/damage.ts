/**
 * What happens to references on their way: copied from PDFs, scanned, typed, searched and pasted. Each sort of
 * damage keeps what every character is.
 */
import type { Random } from '../../core/random';
import { ROLES, type Role } from '../../core/references/roles';
import type { Labelled } from './labelled';

/** A text that is being changed, with its labels. */
class Draft {
  text: string;
  roles: number[];
  parts: number[];
  whose: number[];
  constructor(from: Labelled) {
    this.text = from.text;
    this.roles = [...from.roles];
    this.parts = [...from.parts];
    this.whose = [...from.whose];
  }
  /** Puts a text in the place of [from, to); it is what stood there, or before it. */
  put(from: number, to: number, text: string, role?: number): void {
    const at = Math.max(0, to > from ? from : from - 1);
    const fill = (list: number[], own: number | undefined): void => {
      list.splice(from, to - from, ...Array.from({ length: text.length }, () => own ?? list[at] ?? 0));
    };
    fill(this.roles, role);
    fill(this.parts, role === undefined ? undefined : 0);
    fill(this.whose, role === undefined ? undefined : 0);
    this.text = this.text.slice(0, from) + text + this.text.slice(to);
  }
  /** Every place of a pattern, from the end, changed or left. */
  each(pattern: RegExp, change: (found: string) => string | null): void {
    for (const m of [...this.text.matchAll(pattern)].reverse()) {
      const to = change(m[0]);
      if (to !== null && to !== m[0]) this.put(m.index ?? 0, (m.index ?? 0) + m[0].length, to);
    }
  }
  /** Stretches of a role. */
  spans(role: Role): [number, number][] {
    const own = ROLES.indexOf(role);
    const out: [number, number][] = [];
    for (let i = 0; i < this.text.length; i++) {
      if (this.roles[i] !== own) continue;
      const from = i;
      while (i < this.text.length && this.roles[i] === own) i++;
      out.push([from, i]);
    }
    return out;
  }
  done(): Labelled {
    return {
      text: this.text,
      roles: Uint8Array.from(this.roles),
      parts: Uint8Array.from(this.parts),
      whose: Uint8Array.from(this.whose),
    };
  }
}
const OTHER = ROLES.indexOf('other');
const MONTHS = ['January', 'March', 'May', 'July', 'Sept.', 'Nov', 'mars', 'Okt.', 'junio', '03', '11'];
const seen = (r: Random): string =>
  r.pick([
    `${r.int(1, 28)} ${r.pick(MONTHS)} ${r.int(2008, 2026)}`,
    `${r.pick(MONTHS)} ${r.int(1, 28)}, ${r.int(2008, 2026)}`,
    `${r.int(2008, 2026)}-${r.int(10, 12)}-${r.int(10, 28)}`,
    `${r.int(1, 28)}.${r.int(1, 12)}.${r.int(2008, 2026)}`,
  ]);
const bits = (r: Random, n: number): string =>
  Array.from({ length: n }, () => r.pick([...'abcdefghiklmnoprstuvwyz'])).join('');
const address = (r: Random): string =>
  `http${r.pick(['', 's'])}://${r.pick(['www.', ''])}${bits(r, 6)}.example${r.pick(['', '.org', '.com'])}/${bits(r, 4)}${r.pick(['', '/', `?id=${r.int(1, 999)}`, '.pdf'])}`;

/** Sorts of damage, by name; what they do where there is nothing for them to do is nothing. */
const SORTS: Readonly<Record<string, (d: Draft, r: Random) => void>> = {
  'line ends': (d, r) => d.each(/ /g, () => (r.chance(0.07) ? r.pick(['\n', '  ', '\n   ', ' \n']) : null)),
  hyphenation: (d, r) =>
    d.each(/\p{Ll}{3}(?=\p{Ll}{3})/gu, (t) =>
      r.chance(0.05) ? t + r.pick(['- ', '-\n', '\u00ad', '-']) : null,
    ),
  ligatures: (d) =>
    d.each(/ffi|ffl|ff|fi|fl/g, (t) => ({ ffi: 'ﬃ', ffl: 'ﬄ', ff: 'ﬀ', fi: 'ﬁ', fl: 'ﬂ' })[t] ?? null),
  'lost quotes': (d) => d.each(/[“”"„«»‘]|(?<!\p{L})’|’(?!\p{L})/gu, () => ''),
  'straight quotes': (d) => d.each(/[“”„«»‘’]/g, (t) => (/[‘’]/.test(t) ? "'" : '"')),
  'capital title': (d) => {
    for (const [a, b] of d.spans('title'))
      d.put(
        a,
        b,
        d.text
          .slice(a, b)
          .toUpperCase()
          .slice(0, b - a),
      );
  },
  'capital names': (d) => {
    for (let i = 0; i < d.text.length; i++)
      if (d.parts[i] === 1)
        d.text = d.text.slice(0, i) + (d.text[i] as string).toUpperCase().slice(0, 1) + d.text.slice(i + 1);
  },
  'small letters': (d) => {
    const low = d.text.toLowerCase();
    if (low.length === d.text.length) d.text = low;
  },
  'typing errors': (d, r) =>
    d.each(/\p{L}/gu, (t) => (r.chance(0.012) ? r.pick(['', t + t, r.pick([...'etaoinsrhld'])]) : null)),
  'changed places': (d, r) =>
    d.each(/\p{Ll}{2}(?=\p{Ll})/gu, (t) => (r.chance(0.02) ? `${t[1]}${t[0]}` : null)),
  'and others': (d, r) => {
    const [first] = d.spans('author');
    if (!first) return;
    const [a, b] = first;
    let at = a;
    while (at < b && ((d.whose[at] as number) <= 1 || d.parts[at] === 0)) at++;
    if (at >= b) return;
    while (at > a && d.parts[at - 1] === 0) at--;
    const stop = d.text[at] === '.' ? at + 1 : at;
    const how = r.pick([' et al.', ', et al.', ' et al', ', and others', ' et. al.', ' u. a.', '...', ', …']);
    d.put(stop, b, how);
    for (let i = stop; i < stop + how.length; i++) {
      d.roles[i] = ROLES.indexOf('author');
      d.parts[i] = 0;
      d.whose[i] = 0;
    }
  },
  numbering: (d, r) =>
    d.put(
      0,
      0,
      r.pick([
        `[${r.int(1, 99)}] `,
        `${r.int(1, 99)}. `,
        `(${r.int(1, 60)}) `,
        `${r.int(1, 99)} `,
        '• ',
        '- ',
        `[${bits(r, 3)}${r.int(10, 99)}] `,
        `${r.int(1, 99)}) `,
      ]),
      OTHER,
    ),
  'retrieved from': (d, r) => {
    const url = address(r);
    const before = r.pick([
      ' Retrieved from ',
      ` Retrieved ${seen(r)}, from `,
      ' Available at: ',
      ' Available: ',
      ' [Online]. Available from: ',
      ' URL: ',
      ` (accessed ${seen(r)}) `,
      ' Abgerufen von ',
      ' Disponible en: ',
      ' Disponível em: ',
      ' ',
    ]);
    d.put(d.text.length, d.text.length, before, OTHER);
    d.put(d.text.length, d.text.length, url, ROLES.indexOf('url'));
    if (r.chance(0.4))
      d.put(
        d.text.length,
        d.text.length,
        r.pick(['.', ` (Accessed ${seen(r)})`, ` [cited ${seen(r)}].`, '>']),
        OTHER,
      );
  },
  'looked at': (d, r) =>
    d.put(
      d.text.length,
      d.text.length,
      r.pick([
        ` Accessed ${seen(r)}.`,
        ` [Accessed ${seen(r)}].`,
        ` (accessed ${seen(r)}).`,
        ` Zugriff am ${seen(r)}.`,
        ` (consulté le ${seen(r)}).`,
      ]),
      OTHER,
    ),
  'other words behind': (d, r) =>
    d.put(
      d.text.length,
      d.text.length,
      r.pick([
        ' [Full text]',
        ' [Link]',
        ' View article',
        ' Cited by 37',
        ' Print.',
        ' Web.',
        ' [in German]',
        ' (in press).',
        ' Open access',
        ' PMID: 12345678',
        ' Google it.',
        ' Abstract | PDF',
        ' ↑',
        ' ]',
        ' (peer reviewed)',
      ]),
      OTHER,
    ),
  'running head': (d, r) => {
    const blanks = [...d.text.matchAll(/ /g)].map((m) => m.index ?? 0);
    if (!blanks.length) return;
    const at = r.pick(blanks);
    const head = r.pick([
      `${r.int(2, 400)} `,
      `Page ${r.int(2, 40)} of ${r.int(41, 90)} `,
      `Downloaded from library.example on ${seen(r)} `,
      `${bits(r, 6).toUpperCase()} STUDIES ${r.int(10, 99)} `,
      `References ${r.int(100, 300)} `,
    ]);
    const within = d.roles[at];
    d.put(at + 1, at + 1, head, OTHER);
    if (within === undefined) return;
  },
  decomposed: (d) => d.each(/[\u00c0-\u024f]/g, (t) => t.normalize('NFD')),
  'misread letters': (d, r) =>
    d.each(/rn|[lIO01]|cl|vv/g, (t) =>
      r.chance(0.12)
        ? ({ rn: 'm', l: '1', I: 'l', O: '0', '0': 'O', '1': 'l', cl: 'd', vv: 'w' }[t] ?? null)
        : null,
    ),
  'lost accents': (d) => d.each(/[\u00c0-\u024f]/g, (t) => t.normalize('NFD').replace(/\p{M}/gu, '')),
  'lost stops': (d, r) => d.each(/[.,;:]/g, (t) => (r.chance(0.12) ? '' : t)),
  'stops for commas': (d, r) =>
    d.each(/[.,;:](?= )/g, (t) => (r.chance(0.08) ? r.pick(['.', ',', ';', ' :', ' ,']) : t)),
  'lost blanks': (d, r) => d.each(/(?<=[.,;:]) /g, () => (r.chance(0.2) ? '' : null)),
  'more blanks': (d, r) => d.each(/ |(?<=\()|(?=[,.;])/g, (t) => (r.chance(0.05) ? `${t} ` : null)),
  dashes: (d, r) => {
    const to = r.pick(['-', '--', '—', '‐', '−', ' - ', '‑', '~']);
    d.each(/(?<=\d)[–-](?=\d)/g, () => to);
  },
  'odd blanks': (d, r) =>
    d.each(/ /g, () => (r.chance(0.2) ? r.pick(['\u00a0', '\u2009', '\u200b ', '\t']) : null)),
  entities: (d) =>
    d.each(
      /&|“|”|’|<|>/g,
      (t) =>
        ({ '&': '&amp;', '“': '&quot;', '”': '&quot;', '’': '&#39;', '<': '&lt;', '>': '&gt;' })[t] ?? null,
    ),
  'read as Latin-1': (d) =>
    d.each(/[\u00c0-\u00ff]|[“”–’]/g, (t) =>
      [...new TextEncoder().encode(t)]
        .map((b) =>
          b >= 0x80 && b < 0xa0
            ? ({ 128: '€', 147: '“', 148: '”', 153: '™', 156: 'œ', 157: '\u009d' }[b] ??
              String.fromCharCode(b))
            : String.fromCharCode(b),
        )
        .join(''),
    ),
  'cut end': (d, r) => {
    const at = d.text.length - r.int(1, Math.max(1, Math.floor(d.text.length * 0.15)));
    d.put(at, d.text.length, '');
  },
  'cut address': (d, r) => {
    for (const role of ['doi', 'url'] as const)
      for (const [a, b] of d.spans(role)) {
        const at = d.text.slice(a, b).search(/[/._-](?=[^/]*$)/);
        if (at > 8) d.put(a + at + 1, a + at + 1, r.pick([' ', '\n']));
      }
  },
  'lost brackets': (d) => d.each(/[()[\]]/g, () => ''),
  'year moved': (d, r) => {
    const [first] = d.spans('year');
    if (!first) return;
    const [a, b] = first;
    const year = d.text.slice(a, b);
    d.put(a, b, '');
    const text = r.pick([`, ${year}`, ` (${year})`, `. ${year}.`]);
    const from = d.text.length;
    d.put(from, from, text, OTHER);
    const at = from + text.indexOf(year);
    for (let i = at; i < at + year.length; i++) d.roles[i] = ROLES.indexOf('year');
  },
  'stars and lines': (d, r) => {
    for (const role of ['title', 'container'] as const)
      for (const [a, b] of d.spans(role)) {
        const mark = r.pick(['*', '_', '**']);
        if (!r.chance(0.6)) continue;
        d.put(b, b, mark, OTHER);
        d.put(a, a, mark, OTHER);
      }
  },
};
export const DAMAGES: readonly string[] = Object.keys(SORTS);

/** One sort of damage. */
export function damagedBy(row: Labelled, sort: string, r: Random): Labelled {
  const d = new Draft(row);
  SORTS[sort]?.(d, r);
  return d.text.trim().length > 8 ? d.done() : row;
}
/** One to three sorts at once. */
export function damaged(
  row: Labelled,
  r: Random,
): { readonly row: Labelled; readonly sorts: readonly string[] } {
  const sorts = [...new Set(Array.from({ length: r.pick([1, 1, 2, 2, 3]) }, () => r.pick(DAMAGES)))];
  return { row: sorts.reduce((x, sort) => damagedBy(x, sort, r), row), sorts };
}
