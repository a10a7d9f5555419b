/**
 * `bench references [--records N] [--items N] [--json]`: how well references are split, read and matched.
 * They are written by a CSL processor in twelve styles, from items that the reader was not trained with; once
 * as they are, once damaged. Those that are not in the index come from a world made with another seed.
 */

import { readFileSync } from 'node:fs';
import CSL from 'citeproc';
import type { CslItem, DiscoveryRecord, ReferenceItem } from '../core/model/record';
import { type Random, random } from '../core/random';
import { likeness } from '../core/references/match';
import { readReference } from '../core/references/read';
import { splitReferences } from '../core/references/split';
import { decodeModel } from '../core/references/tagger';
import { table } from '../core/table';
import { fold, words } from '../core/words/fold';
import { DEMO_START } from '../demo/clock';
import { makeWorld } from '../demo/world';
import { DiscoveryService } from '../server/service';
import { benchIndex, benchOptions } from './benchIndex';
import { cslStyle, LOCALE, STYLES } from './references/styles';
import { isTestItem, MODEL_FILE } from './trainReferences';

const { values } = benchOptions();
const perStyle = Math.min(Number(values.items), 400);
const { dir } = benchIndex(Number(values.records));
const service = DiscoveryService.open(dir);
const model = decodeModel(readFileSync(MODEL_FILE));
const r = random(99);

interface Written {
  readonly style: string;
  readonly record: DiscoveryRecord;
  readonly text: string;
}
function write(style: string, records: readonly DiscoveryRecord[]): Written[] {
  const items = new Map<string, CslItem>(records.map((x) => [x.id, x.csl]));
  const manner = STYLES[style];
  if (!manner) throw new Error(style);
  const engine = new CSL.Engine(
    { retrieveLocale: () => LOCALE, retrieveItem: (id) => items.get(id) },
    cslStyle(style, manner),
  );
  engine.setOutputFormat('text');
  engine.updateItems([...items.keys()]);
  const [, lines] = engine.makeBibliography() || [null, []];
  // A style may sort; ours do not, so the lines stand in the order of the items.
  return records.map((record, i) => ({ style, record, text: (lines[i] ?? '').trim() }));
}

/**
 * Typing slips, lost quotation marks, ligatures, capitals, a date of access. Numbers and identifiers stay.
 */
function damage(text: string, title: string): string {
  let t = text;
  if (r.chance(0.08) && t.includes(title)) t = t.replace(title, title.toUpperCase());
  if (r.chance(0.4)) t = t.replace(/[“”"‘’]/g, '');
  if (r.chance(0.2)) t = t.replaceAll('ffi', 'ﬃ').replaceAll('fi', 'ﬁ').replaceAll('fl', 'ﬂ');
  if (r.chance(0.15))
    t = `${t.replace(/\.$/, '')}. Accessed ${r.int(1, 28)} ${r.pick(['March', 'June', 'October'])} ${r.int(2018, 2026)}.`;
  if (r.chance(0.1)) t = t.replace(/(\p{L}+)(?:,[^(]{8,60}?)(, & | and )[^(]*?(?= \(\d{4}\))/u, '$1 et al.');
  return t
    .split(/(\s+)/)
    .map((w) => {
      if (/\d|http/.test(w) || w.length < 4) return w;
      const chars = [...w];
      for (let i = 1; i < chars.length; i++) {
        if (!/\p{Ll}/u.test(chars[i] as string) || !r.chance(0.008)) continue;
        if (r.chance(0.5)) chars.splice(i, 1);
        else chars[i] = r.pick([...'etaoinsrhld']);
      }
      return chars.join('');
    })
    .join('');
}

const flat = (t: string | undefined): string => words(t ?? '').join(' ');
const alike = (a: string | undefined, b: string | undefined, least: number): boolean =>
  likeness(flat(a), flat(b)) >= least;
const COUNTED = ['title', 'person', 'year', 'container', 'numbers'] as const;
type Counted = (typeof COUNTED)[number];
/** Which parts were read right; null where the item has none. */
function right(said: ReferenceItem, csl: CslItem, least: number): Record<Counted, boolean | null> {
  const [first] = csl.author ?? [];
  const year = csl.issued?.['date-parts'][0][0];
  const family = (n: { family?: string; literal?: string } | undefined) =>
    fold(n?.family ?? n?.literal ?? '');
  const page = csl.page;
  const shown = csl.type !== 'article-newspaper' && csl.volume;
  return {
    title: alike(said.title, csl.title, least),
    person: first ? likeness(family(said.author?.[0]), family(first)) >= (least < 0.95 ? 0.7 : 0.95) : null,
    year: year === undefined ? null : said.issued?.['date-parts'][0][0] === year,
    container: csl['container-title'] ? alike(said['container-title'], csl['container-title'], least) : null,
    numbers: shown
      ? said.volume === csl.volume &&
        (!csl.issue || said.issue === csl.issue) &&
        (!page || said.page === page)
      : null,
  };
}
const rate = (list: readonly (boolean | null)[]): number | null => {
  const own = list.filter((x) => x !== null);
  return own.length ? Math.round((1000 * own.filter(Boolean).length) / own.length) / 10 : null;
};

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
    if (CITED.has(record.kind) && isTestItem(record.id)) out.set(record.id, record);
  }
  return [...out.values()];
}
const sets = Object.keys(STYLES).map((style) => ({ style, written: write(style, sample(perStyle)) }));

// Reading.
const failures: string[] = [];
const reading = Object.fromEntries(
  ['clean', 'damaged'].map((state) => {
    const least = state === 'clean' ? 0.97 : 0.9;
    const results = sets.map(({ style, written }) => {
      const judged = written.map(({ text, record }) => {
        const asked = state === 'clean' ? text : damage(text, record.csl.title);
        const { csl } = readReference(asked, model);
        const marks = right(csl, record.csl, least);
        const wrong = COUNTED.filter((c) => marks[c] === false);
        if (wrong.length && failures.length < 40 && state === 'clean')
          failures.push(`[${style}] ${wrong.join()} ← ${asked}`);
        return marks;
      });
      return { style, judged };
    });
    const table = (judged: readonly ReturnType<typeof right>[]) =>
      Object.fromEntries(COUNTED.map((c) => [c, rate(judged.map((j) => j[c]))]));
    return [
      state,
      {
        all: table(results.flatMap((x) => x.judged)),
        styles: Object.fromEntries(results.map((x) => [x.style, table(x.judged)])),
      },
    ];
  }),
);

// Splitting: bibliographies of a dozen in different layouts.
const wrap = (text: string, width: number, indent: string): string => {
  const lines: string[] = [];
  let line = '';
  for (const w of text.split(' ')) {
    if (line && `${line} ${w}`.length > width) {
      // Now and then a long word is cut, as a typesetter does.
      const cut =
        w.length > 9 && /^\p{Ll}+$/u.test(w) && r.chance(0.5) && width - line.length > 5
          ? Math.floor(w.length / 2)
          : 0;
      lines.push(cut ? `${line} ${w.slice(0, cut)}-` : line);
      line = indent + (cut ? w.slice(cut) : w);
    } else line = line ? `${line} ${w}` : w;
  }
  return [...lines, line].join('\n');
};
const LAYOUTS = table<(list: readonly string[], q: Random) => string>({
  'a line each': (l) => l.join('\n'),
  'blank lines': (l) => l.join('\n\n'),
  'wrapped, blank lines': (l) => l.map((t) => wrap(t, 78, '')).join('\n\n'),
  'wrapped, hanging': (l) => l.map((t) => wrap(t, 78, '    ')).join('\n'),
  'wrapped, no sign': (l) => l.map((t) => wrap(t, 72, '')).join('\n'),
  'numbered, wrapped': (l) => l.map((t, i) => wrap(`${i + 1}. ${t}`, 80, '')).join('\r\n'),
  'numbers in brackets': (l) => l.map((t, i) => `[${i + 1}] ${t}`).join('\n'),
  bullets: (l) => l.map((t) => wrap(`• ${t}`, 80, '  ')).join('\n'),
  footnotes: (l) => l.map((t, i) => wrap(`${i + 7} ${t}`, 76, '')).join('\n'),
  'pages of a PDF': (l) =>
    `References\n${l.map((t, i) => wrap(t, 70, '') + (i % 5 === 4 ? `\n\n${i + 20}\n\f` : '')).join('\n\n')}`,
});
const squash = (t: string): string => t.replace(/[\s\u00ad-]+/g, '');
const lost: string[] = [];
const splitting = Object.fromEntries(
  [...LAYOUTS].map(([name, layout]) => {
    let [good, all] = [0, 0];
    for (const { written } of sets) {
      for (let at = 0; at + 12 <= Math.min(written.length, 60); at += 12) {
        const list = written.slice(at, at + 12).map((w) => w.text.replace(/^\[\d+\]\s*/, ''));
        const found = new Set(splitReferences(layout(list, r)).map((s) => squash(s.text)));
        for (const t of list) {
          all++;
          if (found.has(squash(t))) good++;
          else if (lost.length < 20) lost.push(`[${name}] ${t.slice(0, 120)}`);
        }
      }
    }
    return [name, Math.round((1000 * good) / all) / 10];
  }),
);
const splitAll =
  Math.round((10 * Object.values(splitting).reduce((a, b) => a + b, 0)) / Object.keys(splitting).length) / 10;

// Matching.
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
const wrongLinks: string[] = [];
const missedLinks: string[] = [];
const matching = Object.fromEntries(
  await Promise.all(
    ['clean', 'damaged'].map(async (state) => {
      let [linked, correct, all] = [0, 0, 0];
      for (const { written } of sets)
        for (const { text, record } of written.slice(0, 100)) {
          all++;
          const asked = state === 'clean' ? text : damage(text, record.csl.title);
          const { match } = await service.matchReference(readReference(asked, model).csl);
          if (!match) {
            if (missedLinks.length < 25) missedLinks.push(asked);
            continue;
          }
          linked++;
          if (sameWork(match.id, record)) correct++;
          else if (wrongLinks.length < 25)
            wrongLinks.push(
              `${asked} ≠ ${JSON.stringify(service.recordAt(service.engine.find(match.id)).csl).slice(0, 200)}`,
            );
        }
      return [
        state,
        {
          precision: Math.round((10_000 * correct) / linked) / 100,
          recall: Math.round((10_000 * correct) / all) / 100,
          n: all,
        },
      ];
    }),
  ),
);
const strangers = [...makeWorld(6000, 777).records]
  .filter((x) => CITED.has(x.kind) && !/^tu00000/.test(x.id))
  .slice(0, 1200);
const falseLinks: string[] = [];
let asked = 0;
for (const [k, style] of Object.keys(STYLES).entries())
  for (const { text } of write(style, strangers.slice(k * 100, k * 100 + 100))) {
    asked++;
    const { match } = await service.matchReference(readReference(text, model).csl);
    if (match)
      falseLinks.push(
        `${text} ≠ ${JSON.stringify(service.recordAt(service.engine.find(match.id)).csl).slice(0, 200)}`,
      );
  }

// Speed.
const texts = sets.flatMap((s) => s.written.map((w) => w.text));
let began = performance.now();
for (const t of texts) readReference(t, model);
const perSecond = Math.round((1000 * texts.length) / (performance.now() - began));
const bibliography = texts
  .filter((_, i) => i % Math.floor(texts.length / 200) === 0)
  .slice(0, 200)
  .join('\n\n');
const moment = {
  situation: {
    campus: service.library.campuses[0]?.id as never,
    category: 'undergraduate' as const,
    remote: false,
  },
  at: DEMO_START,
};
began = performance.now();
const items = splitReferences(bibliography).map((s) => readReference(s.text, model).csl);
await service.resolve(items, moment, '2026-11-20');
const wholeMs = Math.round(performance.now() - began);

const result = {
  records: size,
  perStyle,
  reading,
  splitting: { all: splitAll, ...splitting },
  matching: {
    ...matching,
    notIndexed: { n: asked, falseMatchesPercent: Math.round((10_000 * falseLinks.length) / asked) / 100 },
  },
  speed: { readPerSecond: perSecond, bibliographyOf200Ms: wholeMs, found: items.length },
};
console.log(
  JSON.stringify(
    values.json ? result : { ...result, failures, lost, wrongLinks, missedLinks, falseLinks },
    null,
    1,
  ),
);
process.exit(0);
