/**
 * `bench references [--records N] [--items N] [--tex DIR] [--json]`: how well references are parted, read and
 * matched. They are set in public styles of families that the reader was not trained with, from three sorts of
 * things: made-up ones whose words and names it has not met, the demo's, which another program makes, and those of
 * real bibliographies, where Debian's TeX is installed. Strangers come from a world made with another seed.
 * They are read as they are pasted, in lists of one style (`clean`, `damaged` and all else), and each by itself
 * (`alone`). Half of the families held back are sealed: what goes wrong in them is counted and never printed, so that
 * nobody mends the reader by it.
 */
import type { DiscoveryRecord } from '../core/model/record';
import { type Random, random } from '../core/random';
import { ListReader } from '../core/references/alike';
import { isMisread, mended } from '../core/references/mended';
import { type ReadReference, readReference } from '../core/references/read';
import { splitReferences } from '../core/references/split';
import { words } from '../core/words/fold';
import { DEMO_START } from '../demo/clock';
import { makeWorld } from '../demo/world';
import { DiscoveryService } from '../server/service';
import { benchIndex, benchOptions } from './benchIndex';
import { DAMAGES, damaged, damagedBy } from './references/damage';
import { familiesOf, openStyles } from './references/families';
import type { FullItem } from './references/items/items';
import { FIELDS, type Field, type Verdict, verdictOf } from './references/judge';
import { LAYOUT_NAMES, laidOut, textOf } from './references/layouts';
import { type MaterialRow, rowsOf, setRows, stylesOf } from './references/material';
import { theModel } from './references/modelFile';
import { realItems, TEX_DIR } from './references/realWorld';
import { NUMBER } from './references/train';

const { values } = benchOptions();
const perStyle = Math.max(4, Math.min(Math.round(Number(values.items) / 50), 100));
const r = random(99);
const model = theModel();
const open = await openStyles();
const families = familiesOf(open);
/** One style of each family that was held back. */
const styles = stylesOf(families, true, 1);
const sealed = new Set(families.flatMap((f) => (f.held && f.sealed ? f.styles : [])));
const isOpen = ({ row }: Judged): boolean => !sealed.has(row.style);
const familyOf = new Map(families.flatMap((f) => f.styles.map((s): [string, string] => [s, f.name])));

const percent = (n: number, of: number): number | null => (of ? Math.round((1000 * n) / of) / 10 : null);
const rates = (list: readonly Verdict[]): Record<Field, number | null> =>
  Object.fromEntries(
    FIELDS.map((f) => {
      const own = list.map((v) => v[f]).filter((x) => x !== null);
      return [f, percent(own.filter(Boolean).length, own.length)];
    }),
  ) as Record<Field, number | null>;
interface Judged {
  readonly row: MaterialRow;
  readonly verdict: Verdict;
}
/** As a text is when it has been pasted, before it is parted. */
const pastedText = ({ text }: MaterialRow): string => mended(text, isMisread(text));
/** Reads them in the lists that they make: those of one style stand together. */
function readInLists(rows: readonly MaterialRow[]): ReadReference[] {
  const lists = new Map<string, string[]>();
  for (const row of rows) lists.set(row.style, [...(lists.get(row.style) ?? []), pastedText(row)]);
  const readers = new Map([...lists].map(([style, texts]) => [style, new ListReader(texts, model)]));
  return rows.map((row) => (readers.get(row.style) as ListReader).read(pastedText(row)));
}
const readAlone = (rows: readonly MaterialRow[]): ReadReference[] =>
  rows.map((row) => readReference(pastedText(row), model));
const judge = (rows: readonly MaterialRow[], areDamaged: boolean, read = readInLists): Judged[] => {
  const said = read(rows);
  return rows.map((row, i) => ({
    row,
    verdict: verdictOf(row, (said[i] as ReadReference).csl, areDamaged),
  }));
};
const bent = (row: MaterialRow): MaterialRow => ({ ...row, ...damaged(row, r).row });
function grouped(list: readonly Judged[], key: (row: MaterialRow) => string, least = 1) {
  const by = new Map<string, Judged[]>();
  for (const j of list) by.set(key(j.row), [...(by.get(key(j.row)) ?? []), j]);
  return [...by]
    .filter(([, own]) => own.length >= least)
    .map(([name, own]) => ({ name, n: own.length, ...rates(own.map((j) => j.verdict)) }))
    .sort((a, b) => (a.key ?? 0) - (b.key ?? 0));
}
const worst = (list: readonly Judged[]): string[] =>
  list
    .filter((j) => !j.verdict.key)
    .sort(
      (a, b) =>
        FIELDS.filter((f) => b.verdict[f] === false).length -
        FIELDS.filter((f) => a.verdict[f] === false).length,
    )
    .slice(0, 10)
    .map(
      (j) =>
        `[${j.row.style}, ${j.row.type}: ${FIELDS.filter((f) => j.verdict[f] === false).join(', ')}] ${j.row.text}`,
    );

// Reading: made-up things of words that the reader has not met.
const made = styles.flatMap((s, k) => rowsOf(open, s, perStyle, 'bench', random(901 + k * 7919)));
const madeBent = made.map(bent);
const clean = judge(made, false);
const hurt = judge(madeBent, true);
const byDamage = DAMAGES.map((sort) => {
  const some = made.filter((_, i) => i % 6 === 0);
  const own = judge(
    some.map((row) => ({ ...row, ...damagedBy(row, sort, r) })),
    true,
  ).filter((j, i) => j.row.text !== some[i]?.text);
  return { name: sort, n: own.length, ...rates(own.map((j) => j.verdict)) };
}).sort((a, b) => (a.key ?? 0) - (b.key ?? 0));

// The demo's things, which are made elsewhere.
const { dir } = benchIndex(Number(values.records));
const service = DiscoveryService.open(dir);
const size = service.engine.size;
const CITED = new Set([
  'research-article',
  'review-article',
  'book-review',
  'editorial',
  'letter',
  'book',
  'chapter',
  'thesis',
  'report',
  'conference-paper',
  'newspaper-article',
  'video',
]);
function sample(n: number): DiscoveryRecord[] {
  const out = new Map<string, DiscoveryRecord>();
  while (out.size < n) {
    const record = service.recordAt(r.int(0, size - 1));
    if (CITED.has(record.kind)) out.set(record.id, record);
  }
  return [...out.values()];
}
const records = new Map<string, DiscoveryRecord>();
const setItems = (items: readonly FullItem[], each: number): MaterialRow[] =>
  styles.flatMap((s, k) => {
    const from = (k * each) % Math.max(1, items.length);
    const own = [
      ...items.slice(from, from + each),
      ...items.slice(0, Math.max(0, from + each - items.length)),
    ];
    return setRows(open, s, own);
  });
const ofDemo = sample(Math.round(styles.length * perStyle * 0.6));
for (const x of ofDemo) records.set(x.id, x);
const demoRows = setItems(
  ofDemo.map((x) => x.csl as FullItem),
  Math.ceil(perStyle * 0.6),
);
const demo = judge(demoRows, false);

// The world as it is.
const tex = values.tex ?? TEX_DIR;
const items = realItems(tex, 1500, r);
const real = items && judge(setItems(items, perStyle), false);

// Parting: lists of a dozen in different layouts, of one style each.
const squash = (t: string): string => t.replace(/[\s\u00ad-]+/g, '');
const lost: string[] = [];
const byStyle = new Map<string, string[]>();
for (const row of made)
  byStyle.set(row.style, [
    ...(byStyle.get(row.style) ?? []),
    row.text.replace(NUMBER, '').replace(/\s+/g, ' ').trim(),
  ]);
const lists = [...byStyle]
  .filter(([, l]) => l.length >= 6)
  .map(([style, l]) => ({ style, list: l.slice(0, 14) }));
const IN_A_PARAGRAPH = (l: readonly string[], q: Random): string => {
  const [a, b] = q.pick([
    ['[', '] '],
    ['(', ') '],
    ['', '. '],
  ] as const);
  return l.map((t, i) => `${a}${i + 1}${b}${t}`).join(' ');
};
const layouts: readonly (readonly [string, (l: readonly string[]) => string])[] = [
  ...LAYOUT_NAMES.map((name) => [name, (l: readonly string[]) => textOf(laidOut(l, name, r), r)] as const),
  ['numbers in one paragraph', (l) => IN_A_PARAGRAPH(l, r)],
];
const splitting = layouts.map(([name, lay]) => {
  let [good, all] = [0, 0];
  for (const { style, list } of lists) {
    const found = new Set(splitReferences(lay(list), model).map((s) => squash(s.text)));
    for (const t of list) {
      all++;
      if (found.has(squash(t))) good++;
      else if (lost.length < 30 && !sealed.has(style)) lost.push(`[${name}] ${t.slice(0, 140)}`);
    }
  }
  return { name, right: percent(good, all) ?? 0 };
});

// Matching.
const flat = (t: string | undefined): string => words(t ?? '').join(' ');
const sameWork = (id: string, record: DiscoveryRecord): boolean => {
  if (id === record.id) return true;
  const other = service.recordAt(service.engine.find(id));
  // Twins: made-up records that nobody could tell apart by a reference.
  return (
    (record.work !== undefined && other.work === record.work) ||
    (flat(other.csl.title) === flat(record.csl.title) &&
      other.csl.author?.[0]?.family === record.csl.author?.[0]?.family &&
      other.csl.issued?.['date-parts'][0][0] === record.csl.issued?.['date-parts'][0][0])
  );
};
/** A reference without a title and without a place in a journal means nothing that could be found. */
const canBeFound = (row: MaterialRow): boolean => flat(row.title).length > 0 && row.titled;
const wrongLinks: string[] = [];
const missedLinks: string[] = [];
const askable = demoRows.filter(canBeFound);
const matching = Object.fromEntries(
  await Promise.all(
    (['clean', 'damaged'] as const).map(async (state) => {
      let [linked, correct] = [0, 0];
      const rows = state === 'clean' ? askable : askable.map(bent);
      for (const [i, { text, csl }] of readInLists(rows).entries()) {
        const { id, style } = rows[i] as MaterialRow;
        const record = records.get(id) as DiscoveryRecord;
        const { match } = await service.matchReference(csl);
        if (!match) {
          if (missedLinks.length < 25 && !sealed.has(style)) missedLinks.push(text);
          continue;
        }
        linked++;
        if (sameWork(match.id, record)) correct++;
        else if (wrongLinks.length < 25 && !sealed.has(style))
          wrongLinks.push(
            `${text} ≠ ${JSON.stringify(service.recordAt(service.engine.find(match.id)).csl).slice(0, 200)}`,
          );
      }
      const of = askable.length;
      return [
        state,
        {
          precision: Math.round((10_000 * correct) / linked) / 100,
          recall: Math.round((10_000 * correct) / of) / 100,
          n: of,
        },
      ] as const;
    }),
  ),
);
const strangers = [...makeWorld(6000, 777).records]
  .filter((x) => CITED.has(x.kind) && !/^tu00000/.test(x.id))
  .slice(0, 1200);
const falseLinks: string[] = [];
const strange = setItems(
  strangers.map((x) => x.csl as FullItem),
  Math.ceil(1200 / styles.length),
).filter(canBeFound);
let falsely = 0;
for (const [i, { text, csl }] of readInLists(strange).entries()) {
  const { match } = await service.matchReference(csl);
  if (match) falsely++;
  if (match && !sealed.has(strange[i]?.style ?? ''))
    falseLinks.push(
      `${text} ≠ ${JSON.stringify(service.recordAt(service.engine.find(match.id)).csl).slice(0, 200)}`,
    );
}

// Speed.
const perSecond = (read: (rows: readonly MaterialRow[]) => unknown): number => {
  const start = performance.now();
  read(made);
  return Math.round((1000 * made.length) / (performance.now() - start));
};
const bibliography = demoRows
  .filter((_, i) => i % Math.max(1, Math.floor(demoRows.length / 200)) === 0)
  .slice(0, 200)
  .map((m) => m.text)
  .join('\n\n');
const moment = {
  situation: {
    campus: service.library.campuses[0]?.id as never,
    category: 'undergraduate' as const,
    remote: false,
  },
  at: DEMO_START,
};
const began = performance.now();
const pasted = splitReferences(bibliography, model).map((s) => s.text);
const reader = new ListReader(pasted, model);
const found = pasted.map((t) => reader.read(t).csl);
await service.resolve(found, moment, '2026-11-20');
const wholeMs = Math.round(performance.now() - began);

const apart = (own: (j: Judged) => boolean) => ({
  clean: rates(clean.filter(own).map((j) => j.verdict)),
  damaged: rates(hurt.filter(own).map((j) => j.verdict)),
});
const result = {
  records: size,
  styles: styles.length,
  references: made.length,
  clean: rates(clean.map((j) => j.verdict)),
  damaged: rates(hurt.map((j) => j.verdict)),
  sealed: apart((j) => !isOpen(j)),
  open: apart(isOpen),
  alone: {
    clean: rates(judge(made, false, readAlone).map((j) => j.verdict)),
    damaged: rates(judge(madeBent, true, readAlone).map((j) => j.verdict)),
  },
  demoThings: { n: demo.length, ...rates(demo.map((j) => j.verdict)) },
  realBibliographies: real
    ? { n: real.length, ...rates(real.map((j) => j.verdict)) }
    : `none in ${tex}: apt-get install texlive-bibtex-extra, or --tex DIR`,
  splitting: {
    all: Math.round((10 * splitting.reduce((n, s) => n + s.right, 0)) / splitting.length) / 10,
    ...Object.fromEntries(splitting.map((s) => [s.name, s.right])),
  },
  matching: {
    ...matching,
    strangers: {
      n: strange.length,
      falseMatchesPercent: Math.round((10_000 * falsely) / strange.length) / 100,
    },
  },
  speed: {
    readPerSecond: perSecond(readInLists),
    alonePerSecond: perSecond(readAlone),
    bibliographyOf200Ms: wholeMs,
    found: found.length,
  },
  byKind: grouped(clean, (row) => row.type),
  byDamage,
  worstFamilies: grouped(clean.filter(isOpen), (row) => familyOf.get(row.style) ?? row.style, 4).slice(0, 10),
  worst: worst(clean.filter(isOpen)),
  worstReal: worst((real ?? []).filter(isOpen)),
};
const { byKind, byDamage: _d, worstFamilies: _f, ...short } = result;
console.log(
  JSON.stringify(
    values.json ? result : { ...short, byKind, lost, wrongLinks, missedLinks, falseLinks },
    null,
    1,
  ),
);
process.exit(0);
