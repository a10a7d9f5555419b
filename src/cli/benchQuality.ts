/**
 * `bench quality [--records N] [--items N] [--language CODE] [--json]`: is the known item first? Items are drawn from the
 * index, seeded; what a student would type for them is made from their title, people and place in a journal,
 * whole or damaged.
 *
 * A success is the item itself, a version of the same work, or (made-up titles repeat, and real ones do)
 * another record that what was typed describes just as well: the same title where a title was asked for, the
 * same title before the subtitle where only that was. `strict` counts only the item and its versions. For
 * "two words missing" items are drawn whose remaining words are not all in another, no longer title: nothing
 * typed could tell those apart.
 */

import type { CampusId, DiscoveryRecord } from '../core/model/record';
import { type Minutes, parseLocal } from '../core/model/time';
import { type AskedSearch, askedSearch } from '../core/query/read';
import { NEW_SEARCH, type SearchRequest } from '../core/query/request';
import { type Random, random } from '../core/random';
import { SMALL_WORDS, words } from '../core/words/fold';
import { DEMO_START } from '../demo/clock';
import { DiscoveryService } from '../server/service';
import { benchIndex, benchIndexIn, benchOptions } from './benchIndex';
import { MADE_LANGUAGES } from './languageRecords';

const asked = (request: SearchRequest): AskedSearch => askedSearch(request) as AskedSearch;

const { values } = benchOptions();
const language = values.language ?? '';
const dir = MADE_LANGUAGES.includes(language)
  ? benchIndexIn(language, Number(values.records))
  : benchIndex(Number(values.records)).dir;
const service = DiscoveryService.open(dir);
const moment = {
  situation: { campus: 'quayside' as CampusId, category: 'undergraduate' as const, remote: false },
  at: DEMO_START,
};
const r = random(20);
const items = Number(values.items);
/** Only what is in the index on the demo's first day can be found. */
const present = service.engine.sizeAt(parseLocal(moment.at) as Minutes);

const folded = (title: string): string => words(title).join(' ');
const mainOf = (title: string): string => title.split(/[:?](?=\s)/)[0] ?? title;
const strongWords = (title: string): string[] => words(title).filter((w) => !SMALL_WORDS.has(w));

/** One letter left out, doubled, swapped or changed, inside a word of at least five letters. */
function typo(title: string, rand: Random): string | null {
  const parts = title.split(' ');
  const able = parts.flatMap((p, i) => (/^\p{L}{5,}$/u.test(p) ? [i] : []));
  if (!able.length) return null;
  const i = rand.pick(able);
  const w = parts[i] as string;
  const at = rand.int(1, w.length - 2);
  // A letter of the word's own script.
  const letter = /[a-z]/i.test(w)
    ? String.fromCharCode(97 + rand.int(0, 25))
    : (w[rand.int(0, w.length - 1)] as string);
  const forms = [
    w.slice(0, at) + w.slice(at + 1),
    w.slice(0, at) + w[at] + w.slice(at),
    w.slice(0, at) + w[at + 1] + w[at] + w.slice(at + 2),
    w.slice(0, at) + letter + w.slice(at + 1),
  ];
  parts[i] = rand.pick(forms);
  return parts[i] === w ? null : parts.join(' ');
}
function without(title: string, n: number, rand: Random): string | null {
  // Chinese has no blanks: there a letter is a word.
  const blank = title.includes(' ') ? ' ' : '';
  const parts = blank ? title.split(blank) : [...title];
  if (strongWords(title).length < n + 3) return null;
  const able = parts.flatMap((p, i) => (strongWords(p).length ? [i] : []));
  if (able.length < n) return null;
  const gone = new Set<number>();
  while (gone.size < n) gone.add(rand.pick(able));
  return parts.filter((_, i) => !gone.has(i)).join(blank);
}

interface Case {
  readonly make: (record: DiscoveryRecord) => string | null;
  readonly rank: number;
  /** Does another record fit what was typed just as well? */
  readonly fits: (record: DiscoveryRecord, other: DiscoveryRecord, typed: string) => boolean;
}
const sameTitle = (a: DiscoveryRecord, b: DiscoveryRecord): boolean =>
  folded(a.csl.title) === folded(b.csl.title);
/** All words typed stand in a title that is no longer than the item's own. */
const asShort = (a: DiscoveryRecord, b: DiscoveryRecord, typed: string): boolean => {
  const own = new Set(words(b.csl.title));
  return (
    sameTitle(a, b) ||
    (strongWords(b.csl.title).length <= strongWords(a.csl.title).length &&
      strongWords(typed).every((w) => own.has(w)))
  );
};
const CASES: Readonly<Record<string, Case>> = {
  'exact title': { rank: 1, fits: sameTitle, make: (x) => x.csl.title },
  'one typo': {
    rank: 1,
    fits: sameTitle,
    make: (x) => (strongWords(x.csl.title).length < 3 ? null : typo(x.csl.title, r)),
  },
  'without subtitle': {
    rank: 1,
    fits: (a, b) => folded(mainOf(a.csl.title)) === folded(mainOf(b.csl.title)),
    make: (x) =>
      mainOf(x.csl.title) !== x.csl.title &&
      !/[“”]/.test(x.csl.title) &&
      strongWords(mainOf(x.csl.title)).length > 1
        ? mainOf(x.csl.title)
        : null,
  },
  'two words missing': { rank: 1, fits: asShort, make: (x) => without(x.csl.title, 2, r) },
  'in quotes with one slip': {
    rank: 1,
    fits: asShort,
    make: (x) => {
      const slip =
        strongWords(x.csl.title).length < 4
          ? null
          : r.chance(0.5)
            ? typo(x.csl.title, r)
            : without(x.csl.title, 1, r);
      return slip && `"${slip.replaceAll('"', '')}"`;
    },
  },
  'family name + two title words': {
    rank: 3,
    fits: () => false,
    make: (x) => {
      const family = x.csl.author?.[0]?.family;
      const rare = strongWords(x.csl.title)
        .filter((w) => w.length > 3)
        .sort((a, b) => service.engine.evaluator.frequency(a) - service.engine.evaluator.frequency(b));
      return family && rare.length > 1 ? `${family} ${rare.slice(0, 2).join(' ')}` : null;
    },
  },
  'journal + volume + first page': {
    rank: 1,
    fits: (a, b) =>
      a.csl['container-title'] === b.csl['container-title'] &&
      a.csl.volume === b.csl.volume &&
      a.csl.page?.split('-')[0] === b.csl.page?.split('-')[0],
    make: (x) =>
      x.csl['container-title'] && x.csl.volume && x.csl.page
        ? `${x.csl['container-title']} ${x.csl.volume} ${x.csl.page.split('-')[0]}`
        : null,
  },
};

const result: Record<
  string,
  { n: number; success: number; strict: number; msP50: number; missed: string[] }
> = {};
for (const [name, { make, rank, fits }] of Object.entries(CASES)) {
  let [n, good, strict] = [0, 0, 0];
  const missed: string[] = [];
  const times: number[] = [];
  for (let tries = 0; n < items && tries < items * (language ? 400 : 40); tries++) {
    const doc = r.int(0, present - 1);
    const record = service.recordAt(doc);
    if (language && record.csl.language !== language) continue;
    const typed = make(record);
    if (typed === null) continue;
    n++;
    const began = performance.now();
    const answer = await service.search(asked({ ...NEW_SEARCH, drop: {}, q: typed }), moment, {
      offset: 0,
      limit: rank,
    });
    times.push(performance.now() - began);
    const found = answer.hits.map((h) => service.recordAt(service.engine.find(h.id)));
    const itself = answer.hits.some((h) => h.id === record.id || h.versions.some((v) => v.id === record.id));
    if (itself) strict++;
    if (itself || found.some((f) => fits(record, f, typed))) good++;
    else if (missed.length < 8)
      missed.push(`${typed} ≠ ${record.csl.title} ← ${found[0]?.csl.title ?? 'nothing'}`);
  }
  times.sort((a, b) => a - b);
  const share = (x: number) => Math.round((10_000 * x) / Math.max(1, n)) / 100;
  result[name] = {
    n,
    success: share(good),
    strict: share(strict),
    msP50: Math.round((times[times.length >> 1] ?? 0) * 10) / 10,
    missed,
  };
}
if (values.json) console.log(JSON.stringify({ records: service.engine.size, classes: result }, null, 2));
else
  for (const [name, x] of Object.entries(result)) {
    console.log(
      `${name.padEnd(32)} ${String(x.success).padStart(6)} %  (strict ${x.strict} %, n ${x.n}, ${x.msP50} ms)`,
    );
    for (const m of x.missed.slice(0, 3)) console.log(`    ${m}`);
  }
process.exit(0);
