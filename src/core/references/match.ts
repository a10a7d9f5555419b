/**
 * Does a reference mean this record? Each part that both have speaks for it or against; what a part is worth
 * was set with `npm run bench -- references`. A wrong link is worse than none: where the evidence is thin, or
 * two records have nearly as much of it, nothing is linked and the candidates are shown.
 */
import type { CslName, DiscoveryRecord, ReferenceItem } from '../model/record';
import { fold, SMALL_WORDS, words } from '../words/fold';

export const PARTS_COMPARED = [
  'title',
  'person',
  'year',
  'container',
  'volume',
  'issue',
  'page',
  'publisher',
  'DOI',
  'ISBN',
] as const;
export type PartCompared = (typeof PARTS_COMPARED)[number];
export interface Disagreement {
  readonly part: PartCompared;
  /** What the reference says, and what the record says. */
  readonly said: string;
  readonly record: string;
}
export interface Agreement {
  /** Sum of what speaks for it and against. */
  readonly weight: number;
  readonly title: number;
  readonly agrees: readonly PartCompared[];
  readonly disagreements: readonly Disagreement[];
}
export interface Candidate {
  readonly record: Pick<DiscoveryRecord, 'id' | 'csl' | 'work'>;
}
export interface Match {
  readonly id: string;
  /** 0 to 1. */
  readonly confidence: number;
  readonly agrees: readonly PartCompared[];
  readonly disagreements: readonly Disagreement[];
}
export interface MatchResult {
  /** The record meant, or null when none is sure enough. */
  readonly match: Match | null;
  /** Runners-up, or those that it might be. */
  readonly others: readonly Match[];
}

/** How alike two texts are, 0 to 1: their pairs of neighbouring letters in common (Dice 1945). */
export function likeness(a: string, b: string): number {
  if (a === b) return a ? 1 : 0;
  if (a.length < 2 || b.length < 2) return 0;
  const pairs = new Map<string, number>();
  for (let i = 0; i + 1 < a.length; i++) {
    const p = a.slice(i, i + 2);
    pairs.set(p, (pairs.get(p) ?? 0) + 1);
  }
  let common = 0;
  for (let i = 0; i + 1 < b.length; i++) {
    const p = b.slice(i, i + 2);
    const n = pairs.get(p) ?? 0;
    if (n > 0) {
      common++;
      pairs.set(p, n - 1);
    }
  }
  return (2 * common) / (a.length + b.length - 2);
}
const key = (text: string): string => words(text).join(' ');
const main = (title: string): string => title.split(/[:?–—.](?=\s)/)[0] ?? title;

function titleLikeness(said: string, record: string): number {
  const [a, b] = [key(said), key(record)];
  const whole = likeness(a, b);
  if (whole > 0.9) return whole;
  // One of them without its subtitle.
  const [am, bm] = [key(main(said)), key(main(record))];
  const short = Math.max(
    a.length < b.length ? likeness(a, bm) : 0,
    b.length < a.length ? likeness(am, b) : 0,
  );
  return Math.max(whole, words(a.length < b.length ? said : record).length > 1 ? 0.95 * short : 0);
}
const firstPage = (page: string | undefined): string =>
  /[\p{L}]?\d+/u.exec(page ?? '')?.[0]?.toLowerCase() ?? '';
const familyKey = (n: CslName): string => fold(n.family ?? n.literal ?? '').replace(/[^\p{L}]+/gu, '');
const namesText = (names: readonly CslName[] | undefined): string =>
  (names ?? []).map((n) => n.family ?? n.literal ?? '').join(', ');

/** Compares a reference with a record, part by part. */
export function agreementOf(said: ReferenceItem, record: DiscoveryRecord['csl']): Agreement {
  const agrees: PartCompared[] = [];
  const disagreements: Disagreement[] = [];
  let weight = 0;
  const judge = (
    part: PartCompared,
    a: string | undefined,
    b: string | undefined,
    fits: boolean,
    good: number,
    bad: number,
  ): void => {
    if (!a || !b) return;
    weight += fits ? good : bad;
    if (fits) agrees.push(part);
    else disagreements.push({ part, said: a, record: b });
  };
  const title = said.title
    ? Math.max(
        titleLikeness(said.title, record.title),
        record['original-title'] ? titleLikeness(said.title, record['original-title']) : 0,
      )
    : 0;
  if (said.title) {
    weight += title >= 0.92 ? 4 : title >= 0.82 ? 3 : title >= 0.7 ? 1 : -4;
    if (title >= 0.7) agrees.push('title');
    if (title < 0.92) disagreements.push({ part: 'title', said: said.title, record: record.title });
  }
  const people = said.author?.length ? said.author : said.editor;
  const known = [...(record.author ?? []), ...(record.editor ?? [])];
  if (people?.length && known.length) {
    const first = familyKey(people[0] as CslName);
    const near = Math.max(...known.map((n, i) => likeness(first, familyKey(n)) * (i === 0 ? 1 : 0.95)));
    // Parts of a double name, or a name read together with a stray word.
    const within = known.some(
      (n) =>
        first.length > 3 &&
        (familyKey(n).includes(first) || first.includes(familyKey(n))) &&
        familyKey(n).length > 3,
    );
    judge(
      'person',
      namesText(people),
      namesText(known),
      near > 0.62 || within,
      near > 0.85 || within ? 2 : 1.2,
      -3,
    );
  } else if (people?.length) weight -= 1;
  const [y, ry] = [said.issued?.['date-parts'][0][0], record.issued?.['date-parts'][0][0]];
  if (y !== undefined && ry !== undefined) {
    const apart = Math.abs(y - ry);
    judge('year', String(y), String(ry), apart === 0, 1.5, apart === 1 ? -0.3 : -2);
  }
  const [c, rc] = [said['container-title'], record['container-title']];
  judge('container', c, rc, c !== undefined && rc !== undefined && containerFits(c, rc), 1.5, -2);
  judge('volume', said.volume, record.volume, said.volume === record.volume, 1, -1.2);
  judge('issue', said.issue, record.issue, said.issue === record.issue, 0.4, -0.4);
  judge('page', said.page, record.page, firstPage(said.page) === firstPage(record.page), 1.5, -1.2);
  if (!rc)
    judge(
      'publisher',
      said.publisher,
      record.publisher,
      likeness(key(said.publisher ?? ''), key(record.publisher ?? '')) > 0.6,
      0.7,
      -0.7,
    );
  judge('DOI', said.DOI, record.DOI, said.DOI?.toLowerCase() === record.DOI?.toLowerCase(), 5, -5);
  judge(
    'ISBN',
    said.ISBN,
    record.ISBN,
    (record.ISBN ?? '').replace(/-/g, '').includes((said.ISBN ?? '').replace(/-/g, '')),
    4,
    -0.5,
  );
  return { weight, title, agrees, disagreements };
}
/** The same container, also abbreviated: each word begins a word of the other, in order. */
function containerFits(a: string, b: string): boolean {
  const [x, y] = [words(a), words(b)].map((l) => l.filter((w) => !SMALL_WORDS.has(w))) as [
    string[],
    string[],
  ];
  if (likeness(x.join(' '), y.join(' ')) > 0.7) return true;
  const [short, long] = x.join('').length < y.join('').length ? [x, y] : [y, x];
  let at = 0;
  return (
    short.length > 0 &&
    short.every((w) => {
      const k = long.findIndex((l, i) => i >= at && l.startsWith(w));
      at = k + 1;
      return k >= 0;
    })
  );
}

const ENOUGH = 5;
const AHEAD = 1.2;
/** A title with fewer words is many works'. */
const TELLING_WORDS = 3;
const CONFIDENT = 6.5;
const confidenceOf = (weight: number): number => 1 / (1 + Math.exp(CONFIDENT - 4 - weight * 0.9));

/** Chooses among candidates. A title alone is enough only when it is the whole title and nobody else's. */
export function choose(said: ReferenceItem, candidates: readonly Candidate[]): MatchResult {
  const telling = words(said.title).filter((w) => !SMALL_WORDS.has(w)).length >= TELLING_WORDS;
  const judged = candidates
    .map(({ record }) => ({ record, ...agreementOf(said, record.csl) }))
    // The very title by somebody else, in another year, is not linked, but shown: the reference may be wrong
    // in the rest.
    .filter((x) => x.weight > 0 || (x.title >= 0.92 && telling))
    .sort((a, b) => b.weight - a.weight || (a.record.id < b.record.id ? -1 : 1));
  const asMatch = (x: (typeof judged)[number]): Match => ({
    id: x.record.id,
    confidence: Math.round(confidenceOf(x.weight) * 1000) / 1000,
    agrees: x.agrees,
    disagreements: x.disagreements,
  });
  const [best, ...rest] = judged;
  if (!best) return { match: null, others: [] };
  const sameWork = (x: (typeof judged)[number]): boolean =>
    x.record.work !== undefined && x.record.work === best.record.work;
  const rival = rest.find((x) => !sameWork(x));
  const ahead = rival ? best.weight - rival.weight : Number.POSITIVE_INFINITY;
  const onlyTitle = best.agrees.length === 1 && best.agrees[0] === 'title';
  const bare = onlyTitle && best.disagreements.length === 0 && best.title > 0.97 && ahead >= 1;
  const byNumber = best.agrees.includes('DOI') || best.agrees.includes('ISBN');
  const someone = best.disagreements.some((d) => d.part === 'person');
  // Somebody else's work of the same name, unless its place in the journal says otherwise.
  const placed =
    best.agrees.includes('container') && (best.agrees.includes('page') || best.agrees.includes('volume'));
  const sure =
    bare ||
    (best.weight >= ENOUGH &&
      ahead >= AHEAD &&
      (best.title >= 0.7 ||
        (byNumber && !someone) ||
        (placed &&
          best.agrees.includes('person') &&
          best.agrees.includes('page') &&
          best.agrees.includes('year'))) &&
      (!someone || byNumber || placed));
  return { match: sure ? asMatch(best) : null, others: (sure ? rest : judged).slice(0, 4).map(asMatch) };
}
