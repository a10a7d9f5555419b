/**
 * Which descriptions are of the same thing, and which things are of one work, when a library's records come from
 * several sources. The same by a number that only one thing has (DOI, PMID), or by what two people would compare:
 * whole title, first person, year, kind, carrier or place in a whole, with nothing in their numbers that speaks against it. One work
 * are editions and carriers of a book: whole title and first person.
 *
 * Only digests are kept, so that a million records take some hundred megabytes less than their texts.
 */
import { readDoi, readIsbn } from '../model/identifiers';
import { KINDS } from '../model/kinds';
import { type DiscoveryRecord, yearOfRecord } from '../model/record';
import { fold } from '../words/fold';

const flat = (text: string): string => fold(text).replace(/[^\p{L}\p{N}]+/gu, '');
/** 53 bits of a text (FNV-1a over its letters, twice): two of a million differ with odds of 10⁴ to one. */
export function digest(text: string): number {
  let [a, b] = [0x811c9dc5, 0xc9dc5118];
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    a = Math.imul(a ^ c, 0x01000193);
    b = Math.imul(b ^ (c + i), 0x85ebca6b);
  }
  return ((a >>> 0) & 0x1fffff) * 0x100000000 + (b >>> 0);
}
const firstPerson = ({ csl }: DiscoveryRecord): string => {
  const [name] = csl.author?.length ? csl.author : (csl.editor ?? []);
  // A name that nothing is known of has its family name last, or before a comma.
  const literal = name?.literal ?? '';
  const family = name?.family ?? (literal.includes(',') ? literal.split(',')[0] : literal.split(' ').at(-1));
  return flat(family ?? '');
};
export const isbnsOf = ({ csl }: DiscoveryRecord): string[] =>
  (csl.ISBN ?? '').split(/[;,\s]+/).flatMap((n) => readIsbn(n) ?? []);
/** Titles of fewer letters are had by many: those alone tell nothing. */
const TELLING = 12;

/** What a record is held against others by, as digests: what it can be known again by, and its work. */
interface Keys {
  readonly sure: readonly number[];
  readonly likely: number | null;
  readonly work: number | null;
}
/** Parts of a whole also say where they stand in it. */
function digestsOf(r: DiscoveryRecord): Keys {
  const { csl } = r;
  const doi = readDoi(csl.DOI ?? '');
  const title = flat(csl.title);
  const person = firstPerson(r);
  const place = (): string =>
    [csl.volume, csl.issue, csl.page?.split(/[-–]/)[0], flat(csl['container-title'] ?? '')]
      .map((t) => t ?? '')
      .join('|');
  // A part is the same on paper and on the screen; of a volume those are two things.
  const { family } = KINDS[r.kind];
  const part = family === 'article' || family === 'chapter' ? place() : `${r.carrier} ${csl.edition ?? ''}`;
  const sure = [...(doi ? [`doi ${doi.toLowerCase()}`] : []), ...(csl.PMID ? [`pmid ${csl.PMID}`] : [])];
  const tells = title.length >= TELLING || person !== '';
  // Given works stand; else a book's editions and carriers share one.
  const work =
    r.work !== undefined
      ? `given ${r.work}`
      : r.kind === 'book' && person && title.length >= TELLING / 2
        ? `book ${title} ${person}`
        : null;
  return {
    sure: sure.map((key) => digest(`${key} ${r.kind}`)),
    likely: tells ? digest(`${r.kind} ${title} ${person} ${yearOfRecord(csl) ?? ''} ${part}`) : null,
    work: work === null ? null : digest(work),
  };
}

/** What `SameFinder.add` gives back, of a record by itself. */
export function sharedKeys(r: DiscoveryRecord): readonly number[] {
  return sharedKeysOf(digestsOf(r));
}
const sharedKeysOf = ({ sure, likely, work }: Keys): readonly number[] =>
  [...sure, likely, work].filter((d) => d !== null);

export class SameFinder {
  /** By digest of a key: the first record that had it. */
  readonly #first = new Map<number, number>();
  readonly #works = new Map<number, number>();
  /** ISBNs of a record as digests of their set, where it has any: another set is another printing, not the same. */
  readonly #isbns = new Map<number, readonly number[]>();
  readonly #parent: number[] = [];
  readonly #work: number[] = [];

  #rootOf(n: number): number {
    let at = n;
    while (this.#parent[at] !== at) {
      this.#parent[at] = this.#parent[this.#parent[at] as number] as number;
      at = this.#parent[at] as number;
    }
    return at;
  }
  #join(a: number, b: number): void {
    const [x, y] = [this.#rootOf(a), this.#rootOf(b)];
    this.#parent[Math.max(x, y)] = Math.min(x, y);
  }

  /**
   * Takes the next record; they are numbered from 0 as they come.
   * @returns digests of all that it is held against others by: without one of these in common two have nothing to do
   *   with each other
   */
  add(r: DiscoveryRecord): readonly number[] {
    const n = this.#parent.length;
    this.#parent.push(n);
    const { sure, likely, work } = digestsOf(r);
    const isbns = isbnsOf(r).map(digest);
    if (isbns.length) this.#isbns.set(n, isbns);
    for (const d of sure) {
      const before = this.#first.get(d);
      if (before === undefined) this.#first.set(d, n);
      else this.#join(before, n);
    }
    if (likely !== null) {
      const before = this.#first.get(likely);
      if (before === undefined) this.#first.set(likely, n);
      else if (this.#agree(before, n)) this.#join(before, n);
    }
    const before = work === null ? undefined : this.#works.get(work);
    if (work !== null && before === undefined) this.#works.set(work, n);
    this.#work.push(before ?? n);
    return sharedKeysOf({ sure, likely, work });
  }
  /** Numbers on both sides, none of them the same: two things. */
  #agree(a: number, b: number): boolean {
    const [x, y] = [this.#isbns.get(this.#rootOf(a)) ?? this.#isbns.get(a), this.#isbns.get(b)];
    return !x || !y || x.some((d) => y.includes(d));
  }

  /** Which records are of one thing: of each that was joined, all its numbers, ascending. */
  joined(): ReadonlyMap<number, readonly number[]> {
    const groups = new Map<number, number[]>();
    for (let n = 0; n < this.#parent.length; n++) {
      const root = this.#rootOf(n);
      if (root === n) continue;
      const group = groups.get(root) ?? [root];
      group.push(n);
      groups.set(root, group);
    }
    return groups;
  }
  /** For each record the first of its work, where there are several things in it. */
  works(): ReadonlyMap<number, number> {
    const [members, of] = [new Map<number, Set<number>>(), new Map<number, number>()];
    for (let n = 0; n < this.#work.length; n++) {
      const [thing, work] = [this.#rootOf(n), this.#rootOf(this.#work[n] as number)];
      if (thing !== work) members.set(work, (members.get(work) ?? new Set([work])).add(thing));
    }
    for (const [work, things] of members) for (const thing of things) of.set(thing, work);
    return of;
  }
}

const longer = (a: string | undefined, b: string | undefined): string | undefined =>
  (b?.length ?? 0) > (a?.length ?? 0) ? b : a;
const union = <T>(key: (one: T) => string, ...lists: readonly (readonly T[] | undefined)[]): T[] => {
  const all = new Map<string, T>();
  for (const one of lists.flatMap((l) => l ?? [])) if (!all.has(key(one))) all.set(key(one), one);
  return [...all.values()];
};
const whole = JSON.stringify;
/**
 * One record of several descriptions of the same thing: the first one's, with what only others say, and everybody's
 * copies, links and headings.
 */
export function joinedRecord(first: DiscoveryRecord, others: readonly DiscoveryRecord[]): DiscoveryRecord {
  let whole = first;
  for (const other of others) whole = joinedTwo(whole, other);
  return whole;
}
function joinedTwo(a: DiscoveryRecord, b: DiscoveryRecord): DiscoveryRecord {
  const abstract = longer(a.csl.abstract, b.csl.abstract);
  const isbns = union((n: string) => n, isbnsOf(a), isbnsOf(b));
  const lists = {
    copies: union(whole, a.copies, b.copies),
    partnerCopies: union(whole, a.partnerCopies, b.partnerCopies),
    ebook: union(whole, a.ebook, b.ebook),
    openCopies: union((o) => `${o.provider} ${o.url ?? ''}`, a.openCopies, b.openCopies),
    contents: a.contents?.length ? a.contents : (b.contents ?? []),
    about: union(whole, a.about, b.about),
  };
  return {
    ...b,
    ...a,
    csl: {
      ...b.csl,
      ...a.csl,
      ...(abstract ? { abstract } : {}),
      ...(isbns.length ? { ISBN: isbns.join(' ') } : {}),
    },
    subjects: union((s) => fold(s), a.subjects, b.subjects),
    ...Object.fromEntries(Object.entries(lists).filter(([, list]) => list.length)),
    ...(a.statedPeerReviewed || b.statedPeerReviewed ? { statedPeerReviewed: true } : {}),
  };
}
