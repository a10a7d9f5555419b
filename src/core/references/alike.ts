/**
 * References of one list are set alike: who stands where, what follows what, how people are written. A reference by
 * itself leaves some of that open (`Ekland Tone` may be turned or not, a number a volume or a page); the others of its
 * list say it. So the list is read once, what its references have in common is counted, and each is read again, where
 * what the others don't do costs. A reference has no word in its own case, and nothing is learnt that outlasts the list.
 */
import { type Lean, MANNERS_KNOWN, type SetPerson, turnsTheFirst } from './manner';
import { howSet } from './names';
import {
  cslOf,
  type Known,
  type Looked,
  lookAt,
  partsOf,
  peopleText,
  type ReadReference,
  readReference,
} from './read';
import { type Part, ROLES } from './roles';
import type { Model } from './tagger';

/** Fewer are no list. */
const FEW = 4;
/** Of a long list so many are looked at beforehand, spread over it. */
const LOOKED_AT = 60;
/**
 * What it costs to be one thing where most are another, in the chain's own units, by the logarithm of how many times
 * more often that is seen. Found as those of manner.ts were; half or twice as much changes next to nothing.
 */
const COSTS = { order: 10, people: 60 } as const;
/** A logarithm of so much is enough. */
const MOST = 3;
/** Of what all do, so few may not: what was misread, and what has no title (a case, a letter). */
const SOME_DO = 0.1;
/** Who has given names written out has them where they are known: others of the list are known by initials alone. */
const MANY_DO = 0.3;
/** Seen beforehand of each, so that a short list says little. */
const BEFOREHAND = 1;
/** What somebody says of the manner of the list whose name would read one way as well as the other. */
const PLAIN = 0.2;

const costsOf = (counts: Float64Array, weight: number): Float64Array => {
  const top = Math.max(...counts);
  return counts.map((n) => weight * Math.min(MOST, Math.log((top + BEFOREHAND) / (n + BEFOREHAND))));
};
/** Of those that don't and those that do: whether all do, or none; null where that differs, or they are few. */
function allDo([no, yes]: readonly [number, number]): boolean | null {
  if (no + yes < FEW || Math.min(no, yes) >= (no + yes) * SOME_DO) return null;
  return yes > no;
}
/** How given names are set in a list, by how many people have which. */
function givenIn({ initials, words }: Readonly<Record<'initials' | 'words', number>>): Lean['given'] {
  const all = initials + words;
  if (all < FEW) return null;
  if (words <= all * SOME_DO) return 'initials';
  return words >= all * MANY_DO ? 'words' : null;
}
const bump = (counts: Float64Array | undefined, at: number, by: number): void => {
  if (counts) counts[at] = (counts[at] as number) + by;
};

/** What is counted of one reference. */
interface Sight {
  readonly looked: Looked;
  /** Its parts in their order, indices into ROLES. */
  readonly order: readonly number[];
  readonly people: readonly (readonly SetPerson[])[];
  readonly titled: boolean;
  readonly serial: boolean;
}
/** Whether it stands in something that is counted by volumes or issues. */
const isOfSerial = (parts: readonly Part[]): boolean =>
  parts.some((p) => p.role === 'volume' || p.role === 'issue');
function sightOf(looked: Looked, model: Model): Sight {
  const parts = partsOf(looked, model);
  const authors = parts.filter((p) => p.role === 'author');
  return {
    looked,
    order: parts.map((p) => ROLES.indexOf(p.role)).filter((r, k, all) => r !== all[k - 1]),
    people: authors.map((p) => howSet(peopleText(looked.text, p), model)),
    titled: parts.some((p) => p.role === 'title'),
    serial: isOfSerial(parts),
  };
}

/** What the references of a list do, counted. */
class Alike {
  readonly #order = ROLES.map(() => new Float64Array(ROLES.length));
  readonly #people = [new Float64Array(MANNERS_KNOWN), new Float64Array(MANNERS_KNOWN)] as const;

  readonly #given = { initials: 0, words: 0 };
  /** How many have no title, and how many have one: of those that are of no serial, and of those that are. */
  readonly #titles = { books: [0, 0] as [number, number], serials: [0, 0] as [number, number] };

  /** @param by 1, or -1 to take it out again */
  count({ order, people, titled, serial }: Sight, by: 1 | -1): void {
    this.#titles[serial ? 'serials' : 'books'][titled ? 1 : 0] += by;
    for (const [k, role] of order.entries()) bump(this.#order[order[k - 1] ?? 0], role, by);
    for (const list of people)
      for (const [k, { manner, telling, given }] of list.entries())
        if (manner >= 0) {
          if (given) this.#given[given] += by;
          const said = telling ? by : by * PLAIN;
          bump(this.#people[k ? 1 : 0], manner, said);
          if (k && turnsTheFirst(manner)) bump(this.#people[0], manner, said);
        }
  }
  /** What is known of a reference by the others. */
  get known(): Known {
    const { books, serials } = this.#titles;
    const all = allDo([books[0] + serials[0], books[1] + serials[1]]);
    return {
      order: this.#order.map((counts) => costsOf(counts, COSTS.order)),
      // What is of no serial has a title in lists where articles have none.
      titled: (parts) => allDo(isOfSerial(parts) ? serials : books) ?? (all || null),
    };
  }
  get lean(): Lean {
    const [first, next] = this.#people;
    return {
      first: costsOf(first, COSTS.people),
      next: costsOf(next, COSTS.people),
      given: givenIn(this.#given),
    };
  }
}

/** Reads the references of a list, each by what the others have in common. */
export class ListReader {
  readonly #model: Model;
  readonly #alike = new Alike();
  readonly #seen = new Map<string, Sight>();

  /**
   * @param texts all of the list, or as many as there are
   * @param before each that is looked at; may throw
   */
  constructor(texts: readonly string[], model: Model, before: () => void = () => {}) {
    this.#model = model;
    const many = Math.min(texts.length, LOOKED_AT);
    if (many < FEW) return;
    for (let k = 0; k < many; k++) {
      const text = texts[Math.floor((k * texts.length) / many)] as string;
      if (this.#seen.has(text)) continue;
      before();
      const sight = sightOf(lookAt(text, model), model);
      this.#seen.set(text, sight);
      this.#alike.count(sight, 1);
    }
  }
  read(text: string): ReadReference {
    if (!this.#seen.size) return readReference(text, this.#model);
    const own = this.#seen.get(text);
    if (own) this.#alike.count(own, -1);
    const parts = partsOf(own?.looked ?? lookAt(text, this.#model), this.#model, this.#alike.known);
    const csl = cslOf(text, parts, this.#model, this.#alike.lean);
    if (own) this.#alike.count(own, 1);
    return { text, parts, csl };
  }
}
