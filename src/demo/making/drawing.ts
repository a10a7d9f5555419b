/** What the makers of records share: the randomness, the numbers given out, and what was made before. */

import { isbn13 } from '../../core/model/identifiers';
import type { Kind, Language } from '../../core/model/kinds';
import type { CslName, DiscoveryRecord, RecordId } from '../../core/model/record';
import { type Random, random } from '../../core/random';
import type { JournalWorld } from '../journals';
import { DISCIPLINES, type Discipline } from '../vocabulary/disciplines';
import { someone } from '../vocabulary/people';
import { PLACES } from '../vocabulary/places';
import { short } from './wording';

/** Of each discipline, so many earlier pieces can still be referred to, so many books reviewed. */
const [REMEMBERED, REVIEWABLE] = [4000, 61];
/** A person for every so many records, and never fewer than that many. */
const [RECORDS_PER_PERSON, FEWEST_PEOPLE] = [90, 40];

export const recordId = (n: number): RecordId => `tu${String(n).padStart(7, '0')}` as RecordId;

/** What is settled of a piece before its kind is looked at. */
export interface Piece {
  readonly d: Discipline;
  readonly kind: Kind;
  readonly year: number;
  readonly date: readonly [number, number?, number?];
  readonly language: Language;
  readonly base: Pick<DiscoveryRecord, 'id' | 'subjects' | 'languages' | 'audience'>;
}
interface Reviewable {
  readonly title: string;
  readonly by: CslName;
}

export class Drawing {
  readonly r: Random;
  readonly world: JournalWorld;
  readonly #stop: number;
  readonly #people: number;
  readonly #past = new Map<string, { id: RecordId; year: number }[]>();
  readonly #books = new Map<string, readonly Reviewable[]>();
  #n: number;
  #works = 0;

  constructor(count: number, first: number, world: JournalWorld, seed: number) {
    this.r = random(seed);
    this.world = world;
    this.#n = first;
    this.#stop = first + count;
    this.#people = Math.max(FEWEST_PEOPLE, Math.round(count / RECORDS_PER_PERSON));
  }
  /** The number that comes next. */
  get n(): number {
    return this.#n;
  }
  /** Whether more than `k` records may still be made. */
  room(k = 0): boolean {
    return this.#n + k < this.#stop;
  }
  nextId(): RecordId {
    return recordId(this.#n++);
  }
  nextWork(): string {
    return `w${++this.#works}`;
  }
  /** An ISBN that no other number gives. */
  isbn(): string {
    return isbn13(`99${String(this.#n).padStart(7, '0')}`);
  }

  people(d: Discipline, most: number): CslName[] {
    const list: CslName[] = [];
    for (let k = 1 + this.r.skew(most, 2); k > 0; k--) {
      const one = someone(this.r, d.id, this.#people);
      if (!list.some((x) => x.family === one.family)) list.push(one);
    }
    return list;
  }
  subjectsOf(d: Discipline): string[] {
    const { r } = this;
    const list = new Set<string>();
    for (let k = r.int(1, 3); k > 0; k--) list.add(r.pick(d.subjects));
    if (r.chance(0.2)) list.add(`${r.pick(d.subjects)}—${short(r.pick(PLACES))}`);
    if (r.chance(0.12)) list.add(r.pick(r.pick(DISCIPLINES).subjects));
    return [...list];
  }

  /** Makes a piece one that later ones may refer to. */
  remember(d: Discipline, id: RecordId, year: number): void {
    const list = this.#past.get(d.id) ?? [];
    if (list.length < REMEMBERED) list.push({ id, year });
    else list[this.r.int(0, REMEMBERED - 1)] = { id, year };
    this.#past.set(d.id, list);
  }
  references(d: Discipline, year: number, most: number): RecordId[] {
    const list = this.#past.get(d.id) ?? [];
    const found = new Set<RecordId>();
    if (list.length > 5)
      for (let k = this.r.skew(most + 1, 1.5); k > 0; k--) {
        const one = this.r.pick(list);
        if (one.year <= year) found.add(one.id);
      }
    return [...found];
  }
  rememberBook(d: Discipline, book: Reviewable): void {
    this.#books.set(d.id, [...(this.#books.get(d.id) ?? []), book].slice(-REVIEWABLE));
  }
  bookToReview(d: Discipline): Reviewable | null {
    const list = this.#books.get(d.id);
    return list?.length ? this.r.pick(list) : null;
  }
}
