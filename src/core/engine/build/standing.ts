/**
 * An index that stands, as far as the next one can be made of it: the words of a record that has not changed, and what
 * its waits depend on. The next index is the same to the byte as one that is made afresh (docs/decisions/0038).
 */
import type { DiscoveryRecord } from '../../model/record';
import { FIELDS } from '../../query/tree';
import { fieldTexts } from '../../words/fieldTexts';
import { words } from '../../words/fold';
import { COMBO_GROUPS, COMBO_WIDTH, NONE } from '../format/columns';
import type { Section } from '../format/format';
import { countStrings, findString, type StringTable, stringAt } from '../format/strings';
import { behind, codeAt, termsOf } from '../format/wordCodes';

/** The sections of an index file that are taken over. */
export const TAKEN_OVER = [
  ...['termBytes', 'termOffsets', 'termCode', 'forward', 'docStart', 'fieldLengths', 'titleWords'],
  ...['cell', 'cellCombo', 'cellRow', 'combos', 'placeSets', 'rows', 'cameAs', 'idDoc'],
  ...['idBytes', 'idOffsets', 'languageBytes', 'languageOffsets', 'sourceBytes', 'sourceOffsets'],
  ...['spellBytes', 'spellOffsets', 'spellCount'],
] as const;

export interface StandingOptions {
  /** Of `rowLayout`: how many numbers a row has, and how many of them say where something stands. */
  readonly width: number;
  readonly presenceWords: number;
  /** The library's language, in which texts of no language are read. */
  readonly language: string | undefined;
}
const NOT_YET = 0xffffffff;

/** Numbers of the index that stands as numbers of the next one, each found when it is first asked for. */
class Renumbering {
  readonly #now: Uint32Array;
  readonly #find: (old: number) => number;
  constructor(size: number, find: (old: number) => number) {
    this.#now = new Uint32Array(size).fill(NOT_YET);
    this.#find = find;
  }
  at(old: number): number {
    const known = this.#now[old] as number;
    if (known !== NOT_YET) return known;
    const found = this.#find(old);
    this.#now[old] = found;
    return found;
  }
}
/** Where the next index numbers what the one that stands has. */
export interface NextNumbers {
  readonly term: (text: string) => number;
  readonly row: (row: Uint16Array) => number;
  readonly placeSet: (set: Uint16Array) => number;
  readonly language: (text: string) => number;
  readonly source: (text: string) => number;
  readonly combo: (values: Readonly<Record<(typeof COMBO_GROUPS)[number], number>>) => number;
}

export class Standing {
  readonly options: StandingOptions;
  readonly #ids: StringTable;
  readonly #idDoc: Uint32Array;
  readonly #terms: StringTable;
  readonly #sources: StringTable;
  readonly #languages: StringTable;
  readonly #spelt: StringTable;
  readonly #sections: Readonly<Record<string, Section>>;

  /** @throws RangeError where a section is not there */
  constructor(sections: Readonly<Record<string, Section>>, options: StandingOptions) {
    for (const name of TAKEN_OVER) if (!sections[name]) throw new RangeError(`no section ${name}`);
    const table = (name: string): StringTable => ({
      bytes: sections[`${name}Bytes`] as Uint8Array,
      offsets: sections[`${name}Offsets`] as Uint32Array,
    });
    this.options = options;
    this.#sections = sections;
    this.#ids = table('id');
    this.#idDoc = sections.idDoc as Uint32Array;
    this.#terms = table('term');
    this.#sources = table('source');
    this.#languages = table('language');
    this.#spelt = table('spell');
  }
  get size(): number {
    return this.#idDoc.length;
  }
  /** A document by its id; -1: there is none. */
  find(id: string): number {
    const k = findString(this.#ids, id);
    return k < 0 ? -1 : (this.#idDoc[k] as number);
  }
  /** A document's place in the file of records. */
  cameAs(doc: number): number {
    return this.#sections.cameAs?.[doc] as number;
  }
  /** How often the words stand in it as they are written. */
  spelt(): Map<string, number> {
    const count = this.#sections.spellCount as Uint32Array;
    return new Map(
      Array.from({ length: countStrings(this.#spelt) }, (_, i) => [
        stringAt(this.#spelt, i),
        count[i] as number,
      ]),
    );
  }
  /** A document's words in the next index, one after the other, its fields' lengths, and its title's. */
  wordsOf(next: NextNumbers) {
    const { docStart, fieldLengths, titleWords, termCode } = this.#sections as Readonly<
      Record<string, Uint32Array>
    >;
    const forward = this.#sections.forward as Uint16Array;
    const terms = termsOf(termCode as Uint32Array);
    const term = new Renumbering(terms.length, (code) =>
      next.term(stringAt(this.#terms, terms[code] as number)),
    );
    const F = FIELDS.length;
    return {
      each: (doc: number, take: (term: number) => void): void => {
        const end = docStart?.[doc + 1] as number;
        for (let p = docStart?.[doc] as number; p < end; p = behind(forward, p))
          take(term.at(codeAt(forward, p)));
      },
      lengths: (doc: number): ArrayLike<number> => fieldLengths?.subarray(F * doc, F * (doc + 1)) ?? [],
      /** Of the title: words, and words of its main part. */
      title: (doc: number): readonly [words: number, main: number] => {
        const both = titleWords?.[doc] as number;
        return [both & 0xff, both >>> 8];
      },
    };
  }
  /** What of a document the counts depend on, as the next index numbers it. */
  cellsOf(next: NextNumbers) {
    const { cell, cellCombo, cellRow, combos, placeSets, rows } = this.#sections as Readonly<
      Record<string, Uint32Array>
    > & { combos: Uint16Array; placeSets: Uint16Array; rows: Uint16Array };
    const { width, presenceWords } = this.options;
    const sets = new Renumbering(placeSets.length / presenceWords, (s) =>
      next.placeSet(placeSets.subarray(s * presenceWords, (s + 1) * presenceWords)),
    );
    const combo = new Renumbering(combos.length / COMBO_WIDTH, (old) => {
      const values = Object.fromEntries(
        COMBO_GROUPS.map((g, k) => [g, combos[old * COMBO_WIDTH + k] as number]),
      ) as Record<(typeof COMBO_GROUPS)[number], number>;
      const place = sets.at(values.place);
      return next.combo({
        ...values,
        place,
        language: languageNow(values.language),
        source: next.source(stringAt(this.#sources, values.source)),
      });
    });
    const languageNow = (v: number): number =>
      v === NONE ? NONE : next.language(stringAt(this.#languages, v));
    const row = new Renumbering(rows.length / width, (r) =>
      next.row(rows.subarray(r * width, (r + 1) * width)),
    );
    return (doc: number): { readonly combo: number; readonly row: number } => {
      const own = cell?.[doc] as number;
      return { row: row.at(cellRow?.[own] as number), combo: combo.at(cellCombo?.[own] as number) };
    };
  }
  /** What of a record is counted by the speller: its words as they are written. */
  *spellingOf(record: DiscoveryRecord): Generator<string> {
    for (const values of fieldTexts(record, this.options.language))
      for (const { text } of values) yield* words(text);
  }
}
