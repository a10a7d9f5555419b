/**
 * References in many manners, with each of their parts known: what the reader of references is trained on.
 * The manners are drawn at random (how names, dates, titles, volumes and pages are written, and in which
 * order), so that no one style is learnt by heart. What is measured afterwards is written by a CSL processor,
 * which this knows nothing of.
 */
import { KINDS } from '../core/model/kinds';
import type { CslName, DiscoveryRecord } from '../core/model/record';
import type { Random } from '../core/random';
import type { Role } from '../core/references/roles';

/** `2nd`; what is no number stands as it is. */
function ordinal(edition: string): string {
  const n = Number(edition);
  if (!Number.isInteger(n)) return edition;
  const tail = n % 100 > 10 && n % 100 < 14 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th');
  return `${n}${tail}`;
}

export interface Piece {
  readonly role: Role;
  readonly text: string;
}
const o = (text: string): Piece => ({ role: 'other', text });
const p = (role: Role, text: string | undefined): Piece[] => (text ? [{ role, text }] : []);
const MONTHS = 'January February March April May June July August September October November December'.split(
  ' ',
);

/** One way to write names, drawn once a reference. */
interface Names {
  readonly write: (list: readonly CslName[], inverted: boolean) => string;
}
function namesManner(r: Random): Names {
  const given = r.pick(['full', 'full', 'dots', 'dots', 'tight', 'bare'] as const);
  const comma = given === 'bare' && r.chance(0.85) ? ' ' : ', ';
  const between = r.pick([', ', ', ', ', ', '; ', ' / ']);
  const last = r.pick([', & ', ' & ', ' and ', ', and ', between, ' und ', '; ']);
  const caps = r.chance(0.06);
  const most = r.pick([2, 3, 6, 6, 20]);
  const shown = r.pick([1, 1, 3]);
  const etAl = r.pick([' et al.', ', et al.', ' et al', ', et al', ' and others', ', …']);
  const firstOnly = r.chance(0.35);
  const short = (text: string): string => {
    const initials = text
      .split(/[\s-]+/)
      .filter(Boolean)
      .map((g) => g.replace('.', '').charAt(0).toUpperCase());
    return given === 'dots'
      ? initials.map((i) => `${i}.`).join(' ')
      : given === 'tight'
        ? initials.map((i) => `${i}.`).join('')
        : initials.join('');
  };
  const one = (n: CslName, inverted: boolean): string => {
    if (n.literal) return n.literal;
    const own = n.given ? (given === 'full' ? n.given : short(n.given)) : '';
    const family = caps ? (n.family ?? '').toUpperCase() : (n.family ?? '');
    return inverted ? [family, own].filter(Boolean).join(comma) : [own, family].filter(Boolean).join(' ');
  };
  return {
    write: (list, inverted) => {
      const names = list.map((n, i) => one(n, inverted && (i === 0 || !firstOnly)));
      if (names.length > most) return names.slice(0, shown).join(between) + etAl;
      return names.length < 2 ? (names[0] ?? '') : names.slice(0, -1).join(between) + last + names.at(-1);
    },
  };
}

const titleCase = (t: string): string =>
  t.replace(
    /(^|[\s-])(\p{Ll})(\p{L}{3,})/gu,
    (_, a: string, b: string, c: string) => a + b.toUpperCase() + c,
  );

/** A reference to a record, as pieces in order. */
export function composeReference(record: DiscoveryRecord, r: Random): Piece[] {
  const { csl } = record;
  const names = namesManner(r);
  const authors = csl.author?.length ? csl.author : [];
  const dash = r.pick(['–', '–', '-', '--']);
  const pages = csl.page?.replace('-', dash);
  const family = KINDS[record.kind].family;
  const [year, month, day] = csl.issued?.['date-parts'][0] ?? [];
  const y = year === undefined ? r.pick(['n.d.', 'undated']) : String(year);
  const cased =
    r.pick(['as is', 'as is', 'as is', 'title'] as const) === 'title' ? titleCase(csl.title) : csl.title;
  const quotes =
    family === 'article' || family === 'chapter'
      ? r.pick([
          ['', ''],
          ['', ''],
          ['“', '”'],
          ['"', '"'],
          ['‘', '’'],
          ['«', '»'],
        ] as const)
      : (['', ''] as const);
  const inQuotes = quotes[0] && r.chance(0.5);
  const ends = r.pick(['.', '.', ',']);
  const title = (end: string): Piece[] =>
    quotes[0]
      ? inQuotes && /[.,]/.test(end)
        ? [o(quotes[0]), ...p('title', cased), o(end + quotes[1])]
        : [o(quotes[0]), ...p('title', cased), o(quotes[1] + end)]
      : /[?!.]$/.test(cased) && end === '.'
        ? p('title', cased)
        : [...p('title', cased), o(end)];
  const who = (inverted: boolean): Piece[] =>
    p('author', authors.length ? names.write(authors, inverted) : undefined);
  const full = (form: number): string => {
    if (record.kind !== 'newspaper-article' || month === undefined) return y;
    const m = MONTHS[month - 1] as string;
    return form === 0
      ? `${y}, ${m} ${day ?? 1}`
      : form === 1
        ? `${day ?? 1} ${m} ${y}`
        : `${m.slice(0, 3)} ${day ?? 1}, ${y}`;
  };
  const edition: Piece[] = csl.edition
    ? p('edition', r.pick([`${ordinal(csl.edition)} ${r.pick(['ed.', 'edn', 'edition', 'ed'])}`]))
    : [];
  const imprint = (): Piece[] => {
    if (!csl.publisher) return [];
    const place =
      csl['publisher-place'] ??
      (r.chance(0.5)
        ? r.pick(['Quayside', 'Harrow Coast', 'Rønnvik', 'Aldersund', 'Port Sarnow', 'Norrhaven'])
        : undefined);
    const form = r.int(0, 2);
    if (!place || form === 0) return p('publisher', csl.publisher);
    return form === 1
      ? [...p('place', place), o(': '), ...p('publisher', csl.publisher)]
      : [...p('publisher', csl.publisher), o(', '), ...p('place', place)];
  };
  const tail = (): Piece[] => {
    const out: Piece[] = [];
    if (csl.DOI && r.chance(0.6))
      out.push(
        o(r.pick([' ', '. ', ' ', ', '])),
        ...p('doi', r.pick([`https://doi.org/${csl.DOI}`, `doi:${csl.DOI}`, `doi: ${csl.DOI}`, csl.DOI])),
      );
    else if (r.chance(0.12)) {
      const url = `https://${r.pick(['www.', 'archive.', ''])}${r.pick(['tarnholm', 'vessary', 'skerry'])}.example/${r.int(100, 99999)}`;
      const seen = `${r.int(1, 28)} ${r.pick(MONTHS)} ${r.int(2015, 2026)}`;
      out.push(
        ...r.pick<Piece[]>([
          [o(' Available at: '), ...p('url', url), o(' (Accessed: '), ...p('accessed', seen), o(')')],
          [o(' Retrieved '), ...p('accessed', seen), o(', from '), ...p('url', url)],
          [o(' '), ...p('url', url), o(' [accessed '), ...p('accessed', seen), o(']')],
          [o(' '), ...p('url', url)],
        ]),
      );
    }
    if (csl.ISBN && r.chance(0.12))
      out.push(o(r.pick(['. ISBN ', ', ISBN: ', ' ISBN '])), ...p('isbn', csl.ISBN));
    if (csl.ISSN && r.chance(0.05)) out.push(o(r.pick(['. ISSN ', ', ISSN: '])), ...p('issn', csl.ISSN));
    return out;
  };
  const medium: Piece[] = csl.genre
    ? p('genre', csl.genre)
    : record.kind === 'video'
      ? p('genre', r.pick(['Video', 'Film', 'Motion picture', 'DVD']))
      : record.kind === 'map'
        ? p('genre', 'Map')
        : record.kind === 'report' && r.chance(0.3)
          ? p('genre', 'Report')
          : [];
  const container = csl['container-title'];
  const vol = csl.volume;
  const iss = csl.issue;
  const start = r.chance(0.25)
    ? [
        o(
          r.pick([
            `[${r.int(1, 99)}] `,
            `${r.int(1, 99)}. `,
            `(${r.int(1, 99)}) `,
            `${r.int(1, 99)} `,
            '• ',
            '– ',
          ]),
        ),
      ]
    : [];
  const pageMark = r.pick(['', '', 'pp. ', 'p. ', 'S. ', 'pp ', 'pages ']);
  const pg = (mark = pageMark): Piece[] => (pages ? [o(mark), ...p('page', pages)] : []);
  const comma = (list: Piece[][]): Piece[] =>
    list.filter((l) => l.length).flatMap((l, i) => (i ? [o(', '), ...l] : l));
  const numbers = (withYear: boolean): Piece[] => {
    const when = withYear ? [o(' ('), ...p('year', y), o(')')] : [];
    if (!vol) return [...when, ...(pages ? [o(r.pick([', ', ': '])), ...pg()] : [])];
    const v = p('volume', vol);
    const i = iss && r.chance(0.9) ? p('issue', iss) : [];
    switch (r.int(0, 8)) {
      case 0:
        return [
          ...v,
          ...(i.length ? [o('('), ...i, o(')')] : []),
          ...when,
          ...(pages ? [o(', '), ...pg()] : []),
        ];
      case 1:
        return [
          ...v,
          ...(i.length ? [o('('), ...i, o(')')] : []),
          ...when,
          ...(pages ? [o(r.pick([':', ': '])), ...pg('')] : []),
        ];
      case 2:
        return [
          ...comma([
            [o(r.pick(['vol. ', 'Vol. ', 'volume '])), ...v],
            i.length ? [o(r.pick(['no. ', 'No. ', 'issue '])), ...i] : [],
          ]),
          ...when,
          ...(pages ? [o(', '), ...pg()] : []),
        ];
      case 3:
        return [
          ...v,
          ...(i.length ? [o(', no. '), ...i] : []),
          ...when,
          ...(pages ? [o(r.pick([': ', ', '])), ...pg()] : []),
        ];
      case 4:
        return [
          ...v,
          ...(i.length ? [o('.'), ...i] : []),
          ...when,
          ...(pages ? [o(r.pick([': ', ', '])), ...pg()] : []),
        ];
      case 5:
        return [...v, ...(i.length ? [o('/'), ...i] : []), ...when, ...(pages ? [o(', '), ...pg()] : [])];
      case 6:
        return [
          o('Vol. '),
          ...v,
          ...(i.length ? [o(' No. '), ...i] : []),
          ...when,
          ...(pages ? [o(r.pick([', ', ' '])), ...pg()] : []),
        ];
      case 7:
        return [
          o(r.pick(['Jg. ', 'Bd. ', 't. '])),
          ...v,
          ...(i.length ? [o(r.pick([', H. ', ', Nr. ', ', n° '])), ...i] : []),
          ...when,
          ...(pages ? [o(', '), ...pg()] : []),
        ];
      default:
        return [...v, ...when, ...(pages ? [o(r.pick([', ', ':'])), ...pg()] : [])];
    }
  };
  const editors = csl.editor ?? [];
  const eds = (inverted: boolean): Piece[] =>
    p('editor', editors.length ? names.write(editors, inverted) : undefined);
  const edMark = r.pick([' (Ed.)', ' (ed.)', ', ed.', ' (eds)', ', editor', ' (Hrsg.)', ' (Eds.)']);
  const byline = authors.length
    ? who(true)
    : editors.length && family !== 'chapter'
      ? [...eds(true), o(edMark)]
      : [];
  /** After the names: the year, or nothing when it comes later. */
  const yearForm = r.int(0, 5);
  const early = yearForm < 3;
  const head = (): Piece[] => {
    if (!byline.length) return early ? [...title(ends), o(' ('), ...p('year', full(0)), o('). ')] : [];
    const stop = /\.$/.test(byline.at(-1)?.text ?? '') ? '' : '.';
    if (!early) return [...byline, o(r.pick([`${stop} `, ', ', ': ', `${stop} `]))];
    return yearForm === 0
      ? [...byline, o(' ('), ...p('year', full(0)), o(r.pick(['). ', ') ', '), ', '): ']))]
      : yearForm === 1
        ? [
            ...byline,
            o(r.pick([`${stop} `, ', ', ' '])),
            ...p('year', full(1)),
            o(r.pick(['. ', ', ', ': '])),
          ]
        : [...byline, o(r.pick([`${stop} `, ' '])), o('['), ...p('year', y), o('] ')];
  };
  const titled = early && !byline.length;
  const body = (): Piece[] => {
    if (record.kind === 'newspaper-article') {
      return [
        ...(titled ? [] : [...title(ends), o(' ')]),
        ...p('container', container),
        ...(early ? [] : [o(', '), ...p('year', full(r.int(1, 2)))]),
        ...(pages && r.chance(0.6) ? [o(', '), ...pg(r.pick(['p. ', 'page ', '']))] : []),
      ];
    }
    if (family === 'article') {
      const review = record.kind === 'conference-paper' && r.chance(0.3) ? 'In ' : '';
      const sep = r.pick([', ', ' ', '. ', ', ']);
      if (!early && r.chance(0.35)) {
        // Numbered styles of the sciences: the year before the volume.
        return [
          ...title('.'),
          o(` ${review}`),
          ...p('container', container),
          o(r.pick(['. ', '; ', ', '])),
          ...p('year', y),
          ...(vol ? [o(r.pick(['; ', ';', ', '])), ...numbers(false)] : pages ? [o(': '), ...pg()] : []),
        ];
      }
      return [
        ...(titled ? [] : [...title(ends), o(' ')]),
        o(review),
        ...p('container', container),
        o(vol ? sep : ''),
        ...numbers(!early),
      ];
    }
    if (family === 'chapter') {
      const inMark = r.pick(['In ', 'In: ', 'in ', 'In ', 'in: ']);
      const form = r.int(0, 3);
      const imp = imprint();
      const late: Piece[] = early ? [] : [o(r.pick([', ', ' '])), ...p('year', y)];
      const first = titled ? [] : [...title(ends), o(' ')];
      if (form === 0 && editors.length)
        return [
          ...first,
          o(inMark),
          ...eds(false),
          o(`${edMark}, `),
          ...p('container', container),
          ...(pages ? [o(' ('), ...pg('pp. '), o(')')] : []),
          o('. '),
          ...imp,
          ...late,
        ];
      if (form === 1 && editors.length)
        return [
          ...first,
          o(inMark),
          ...p('container', container),
          o(r.pick([', edited by ', ', ed. ', ', ed. by ', ', hrsg. von '])),
          ...eds(false),
          ...(pages ? [o(', '), ...pg()] : []),
          o('. '),
          ...imp,
          ...late,
        ];
      if (form === 2 && editors.length)
        return [
          ...first,
          o(inMark),
          ...eds(true),
          o(`${edMark}${r.pick([', ', '. ', ': ', ' '])}`),
          ...p('container', container),
          o('. '),
          ...imp,
          ...late,
          ...(pages ? [o(r.pick(['. ', ', ', ': '])), ...pg()] : []),
        ];
      return [
        ...first,
        o(inMark),
        ...p('container', container),
        ...(imp.length ? [o(r.pick([' (', ', ', '. '])), ...imp] : []),
        ...late,
        ...(pages ? [o(r.pick([', ', '), ', '. '])), ...pg()] : []),
      ];
    }
    const imp = imprint();
    const kind: Piece[] = medium.length
      ? [o(r.pick([' [', ' (', ', ', '. '])), ...medium, o(r.pick([']. ', '). ', ', ', '. ']))]
      : [];
    const ed: Piece[] = edition.length
      ? [o(r.pick([' (', ', ', '. '])), ...edition, o(r.pick(['). ', '. ', ', ']))]
      : [];
    const series: Piece[] =
      csl['collection-title'] && r.chance(0.5)
        ? [o(r.pick([' (', '. ', ', '])), ...p('series', csl['collection-title']), o(r.pick(['). ', '. ']))]
        : [];
    const first = titled ? [] : title(ed.length || kind.length ? '' : r.pick(['.', '.', ',', ' (']));
    return [
      ...first,
      ...ed,
      ...kind,
      ...series,
      ...(ed.length || kind.length || series.length ? [] : [o(' ')]),
      ...imp,
      ...(early || !imp.length ? [] : [o(r.pick([', ', ' ', '; ']))]),
      ...(early ? [] : p('year', y)),
      o(r.pick(['', ')', ''])),
    ];
  };
  const out = [
    ...start,
    ...head(),
    ...body(),
    o(r.pick(['.', '.', '', ''])),
    ...tail(),
    o(r.chance(0.3) ? '.' : ''),
  ];
  return out.filter((x) => x.text !== '');
}

const SLIPS = 'etaoinsrhld';
const LIGATURES: readonly (readonly [string, string])[] = [
  ['ffi', 'ﬃ'],
  ['fi', 'ﬁ'],
  ['fl', 'ﬂ'],
];
/**
 * What happens to references on their way: typing slips, lost quotation marks and capitals, ligatures of a
 * PDF, marks without spaces.
 */
export function damagePieces(pieces: readonly Piece[], r: Random): Piece[] {
  const capitals = r.chance(0.08);
  const noQuotes = r.chance(0.4);
  const ligatures = r.chance(0.2);
  const noStops = r.chance(0.15);
  return pieces.map(({ role, text }) => {
    let t = text;
    if (role === 'other') {
      if (noQuotes) t = t.replace(/[“”"‘’«»]/g, '');
      if (noStops) t = t.replace(/\.(?=\s)/g, ',');
    } else if (!['doi', 'url', 'isbn', 'issn', 'year', 'volume', 'issue', 'page'].includes(role)) {
      if (capitals && role === 'title') t = t.toUpperCase();
      if (ligatures) for (const [a, b] of LIGATURES) t = t.replaceAll(a, b);
      const chars = [...t];
      for (let i = 0; i < chars.length; i++) {
        if (!/\p{Ll}/u.test(chars[i] as string) || !r.chance(0.008)) continue;
        const form = r.int(0, 2);
        if (form === 0) chars[i] = r.pick([...SLIPS]);
        else if (form === 1) chars.splice(i, 1);
        else if (i + 1 < chars.length)
          [chars[i], chars[i + 1]] = [chars[i + 1] as string, chars[i] as string];
      }
      t = chars.join('');
    }
    return { role, text: t };
  });
}

export const textOf = (pieces: readonly Piece[]): string => pieces.map((x) => x.text).join('');
