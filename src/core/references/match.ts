/**
 * Does a reference mean this record? Each part that both have speaks for it or against; what a part is worth
 * was set with `npm run bench -- references`. A wrong link is worse than none: where the evidence is thin, or
 * two records have nearly as much of it, nothing is linked and the candidates are shown.
 */
import type { CslName, DiscoveryRecord, ReferenceItem } from '../model/record';
import { fold, SMALL_WORDS, words } from '../words/fold';
import { abbreviates } from './iso4';

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

/** What a part is worth: what speaks for the record where it fits, and against it where it does not. */
interface Worth {
  readonly fits: number;
  readonly differs: number;
}
/** Set with `npm run bench -- references`. */
const WORTH = {
  /** A family name that is nearly the same: how near is in `NAME`. */
  personNear: { fits: 2, differs: -3 },
  /** One that could be it, misread or misspelt. */
  personLike: { fits: 1.2, differs: -3 },
  year: { fits: 1.5, differs: -2 },
  /** A year beside it: in print the year after it was online. */
  yearBeside: { fits: 1.5, differs: -0.3 },
  container: { fits: 1.5, differs: -2 },
  volume: { fits: 1, differs: -1.2 },
  /** Left out or miscounted as often as not. */
  issue: { fits: 0.4, differs: -0.4 },
  page: { fits: 1.5, differs: -1.2 },
  publisher: { fits: 0.7, differs: -0.7 },
  /** It names one thing and no other. */
  DOI: { fits: 5, differs: -5 },
  /** Another printing has another. */
  ISBN: { fits: 4, differs: -0.5 },
} as const satisfies Readonly<Record<string, Worth>>;
/** Nobody is named in the record, but somebody in the reference. */
const NOBODY_KNOWN = -1;
/** How alike titles are, and what that is worth; less than the last speaks against it. */
const TITLE_STEPS = [
  /** The same but for a slip of the pen. */
  { from: 0.92, worth: 4 },
  { from: 0.82, worth: 3 },
  /** Shortened, or another edition's. */
  { from: 0.7, worth: 1 },
] as const;
const [TITLE_SAME, TITLE_AGREES] = [TITLE_STEPS[0].from, TITLE_STEPS[2].from];
const OTHER_TITLE = -4;
const NAME = {
  /** At least so alike to be called the same, and to be nearly so. */
  like: 0.62,
  near: 0.85,
  /** What it loses by not being the first person. */
  notFirst: 0.95,
  /** Parts of a double name are looked for from so many letters on. */
  letters: 4,
} as const;
const PUBLISHER_LIKE = 0.6;

function titleOf(said: ReferenceItem, record: DiscoveryRecord['csl']): number {
  if (!said.title) return 0;
  const original = record['original-title'];
  return Math.max(
    titleLikeness(said.title, record.title),
    original ? titleLikeness(said.title, original) : 0,
  );
}
/** How the first person named fits those of the record; null where one of them names nobody. */
function personOf(people: readonly CslName[], known: readonly CslName[]): 'near' | 'like' | 'other' {
  const first = familyKey(people[0] as CslName);
  const near = Math.max(
    ...known.map((n, i) => likeness(first, familyKey(n)) * (i === 0 ? 1 : NAME.notFirst)),
  );
  // Parts of a double name, or a name read together with a stray word.
  const within = known.some((n) => {
    const own = familyKey(n);
    return (
      first.length >= NAME.letters &&
      own.length >= NAME.letters &&
      (own.includes(first) || first.includes(own))
    );
  });
  if (near > NAME.near || within) return 'near';
  return near > NAME.like ? 'like' : 'other';
}

/** Compares a reference with a record, part by part. */
export function agreementOf(said: ReferenceItem, record: DiscoveryRecord['csl']): Agreement {
  const agrees: PartCompared[] = [];
  const disagreements: Disagreement[] = [];
  let weight = 0;
  const judge = (
    part: PartCompared,
    [a, b]: readonly [said: string | undefined, record: string | undefined],
    fits: boolean,
    worth: Worth,
  ): void => {
    if (!a || !b) return;
    weight += fits ? worth.fits : worth.differs;
    if (fits) agrees.push(part);
    else disagreements.push({ part, said: a, record: b });
  };
  /** A part that is the same or is not. */
  const same = (part: 'volume' | 'issue'): void =>
    judge(part, [said[part], record[part]], said[part] === record[part], WORTH[part]);

  const title = titleOf(said, record);
  if (said.title) {
    weight += TITLE_STEPS.find((s) => title >= s.from)?.worth ?? OTHER_TITLE;
    if (title >= TITLE_AGREES) agrees.push('title');
    if (title < TITLE_SAME) disagreements.push({ part: 'title', said: said.title, record: record.title });
  }
  const people = said.author?.length ? said.author : (said.editor ?? []);
  const known = [...(record.author ?? []), ...(record.editor ?? [])];
  if (people.length && known.length) {
    const person = personOf(people, known);
    const worth = person === 'near' ? WORTH.personNear : WORTH.personLike;
    judge('person', [namesText(people), namesText(known)], person !== 'other', worth);
  } else if (people.length) weight += NOBODY_KNOWN;
  const [y, ry] = [said.issued?.['date-parts'][0][0], record.issued?.['date-parts'][0][0]];
  if (y !== undefined && ry !== undefined)
    judge('year', [String(y), String(ry)], y === ry, Math.abs(y - ry) === 1 ? WORTH.yearBeside : WORTH.year);
  const [c, rc] = [said['container-title'], record['container-title']];
  // The number of a journal is as good as its name.
  const [issn, ownIssn] = [said.ISSN, record.ISSN];
  const numbered = Boolean(issn && ownIssn?.includes(issn));
  const called = c ?? (numbered ? issn : undefined);
  judge(
    'container',
    [called, rc],
    numbered || (c !== undefined && rc !== undefined && containerFits(c, rc)),
    WORTH.container,
  );
  same('volume');
  same('issue');
  judge('page', [said.page, record.page], firstPage(said.page) === firstPage(record.page), WORTH.page);
  if (!rc) {
    const like = likeness(key(said.publisher ?? ''), key(record.publisher ?? ''));
    judge('publisher', [said.publisher, record.publisher], like > PUBLISHER_LIKE, WORTH.publisher);
  }
  judge('DOI', [said.DOI, record.DOI], said.DOI?.toLowerCase() === record.DOI?.toLowerCase(), WORTH.DOI);
  const isbn = (text: string | undefined): string => (text ?? '').replace(/-/g, '');
  judge('ISBN', [said.ISBN, record.ISBN], isbn(record.ISBN).includes(isbn(said.ISBN)), WORTH.ISBN);
  return { weight, title, agrees, disagreements };
}
/** The same container, also abbreviated: each word begins a word of the other, in order. */
function containerFits(a: string, b: string): boolean {
  const [x, y] = [words(a), words(b)].map((l) => l.filter((w) => !SMALL_WORDS.has(w))) as [
    string[],
    string[],
  ];
  if (likeness(x.join(' '), y.join(' ')) > 0.7) return true;
  return x.join('').length < y.join('').length ? abbreviates(a, b) : abbreviates(b, a);
}

/** What it takes to link: a wrong link is worse than none. */
const LINKED = {
  /** So much evidence, and so much more than the next record has. */
  weight: 5,
  ahead: 1.2,
  /** A title and nothing else: the whole of it, and clearly nobody else's. */
  bareTitle: 0.97,
  bareAhead: 1,
} as const;
/** A title with fewer words is many works'. */
const TELLING_WORDS = 3;
/** The evidence at which a match is as likely right as not, and how fast it grows surer from there. */
const CONFIDENCE = { even: 2.5, slope: 0.9 } as const;
const confidenceOf = (weight: number): number =>
  1 / (1 + Math.exp(CONFIDENCE.even - weight * CONFIDENCE.slope));
const OTHERS_SHOWN = 4;

type Judged = Agreement & { readonly record: Candidate['record'] };
const asMatch = (x: Judged): Match => ({
  id: x.record.id,
  confidence: Math.round(confidenceOf(x.weight) * 1000) / 1000,
  agrees: x.agrees,
  disagreements: x.disagreements,
});
/** Whether the evidence suffices to link. `ahead`: by how much the next record has less. */
function isSure({ weight, title, agrees, disagreements }: Judged, ahead: number): boolean {
  const has = (part: PartCompared): boolean => agrees.includes(part);
  const onlyTitle = agrees.length === 1 && has('title') && disagreements.length === 0;
  if (onlyTitle && title > LINKED.bareTitle && ahead >= LINKED.bareAhead) return true;
  // Where nothing else is said, what names one thing is enough: its number, or its place in its journal.
  const untitled = !title && disagreements.length === 0 && ahead >= LINKED.ahead;
  if (untitled && (has('DOI') || has('ISBN') || (has('container') && has('volume') && has('page'))))
    return true;
  if (weight < LINKED.weight || ahead < LINKED.ahead) return false;
  const byNumber = has('DOI') || has('ISBN');
  const someoneElse = disagreements.some((d) => d.part === 'person');
  // Somebody else's work of the same name, unless its place in the journal says otherwise.
  const placed = has('container') && (has('page') || has('volume'));
  const named =
    title >= TITLE_AGREES ||
    (byNumber && !someoneElse) ||
    (placed && has('person') && has('page') && has('year'));
  return named && (!someoneElse || byNumber || placed);
}

/**
 * Chooses among candidates. A title alone is enough only when it is the whole title and nobody else's.
 * @example choose({ type: 'book', title: aBook.record.csl.title }, [aBook]).match?.agrees // ['title']
 */
export function choose(said: ReferenceItem, candidates: readonly Candidate[]): MatchResult {
  const telling = words(said.title).filter((w) => !SMALL_WORDS.has(w)).length >= TELLING_WORDS;
  const judged: readonly Judged[] = candidates
    .map(({ record }) => ({ record, ...agreementOf(said, record.csl) }))
    // The very title by somebody else, in another year, is not linked, but shown: the reference may be wrong
    // in the rest.
    .filter((x) => x.weight > 0 || (x.title >= TITLE_SAME && telling))
    .sort((a, b) => b.weight - a.weight || (a.record.id < b.record.id ? -1 : 1));
  const [best, ...rest] = judged;
  if (!best) return { match: null, others: [] };
  const { work } = best.record;
  const rival = rest.find((x) => work === undefined || x.record.work !== work);
  const sure = isSure(best, rival ? best.weight - rival.weight : Number.POSITIVE_INFINITY);
  return {
    match: sure ? asMatch(best) : null,
    others: (sure ? rest : judged).slice(0, OTHERS_SHOWN).map(asMatch),
  };
}
