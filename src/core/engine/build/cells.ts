/**
 * What the counts and the waits of each record depend on besides its words, as numbers of tables that grow while
 * records come: its combination (kind, language, review and the like, see columns.ts) and its access row.
 */
import type { AccessItem } from '../../access/options';
import { type RowLayout, rowLayout, summarise } from '../../access/summary';
import { AUDIENCE_LIST, CARRIER_LIST, KIND_LIST } from '../../model/kinds';
import type { Library } from '../../model/library';
import { PEER_LIST, peerReviewOf } from '../../model/peerReview';
import { COMBO_GROUPS, COMBO_WIDTH, comboSlot, NONE } from '../format/columns';
import { Values } from '../format/strings';
import { type Cells, cellsInOrder } from './ordered';
import type { NextNumbers } from './standing';
import { Tuples } from './tuples';

/** Numbers of a combination and of an access row, as they came. */
export interface CellNumbers {
  readonly combo: number;
  readonly row: number;
}
/** The values of a group, sorted, and the sorted number of each as it came. */
export type Numbered = ReturnType<Values['finish']>;

export class CellMaker {
  readonly #library: Library;
  readonly #layout: RowLayout;
  readonly #rows = new Tuples();
  readonly #combos = new Tuples();
  readonly #placeSets = new Tuples();
  readonly #sources = new Values();
  readonly #languages = new Values();
  /** For what is taken over of an index that stands. */
  readonly next: Omit<NextNumbers, 'term'> = {
    row: (row) => this.#rows.id(row),
    placeSet: (set) => this.#placeSets.id(set),
    language: (text) => this.#languages.id(text),
    source: (text) => this.#sources.id(text),
    combo: (values) => this.#combo(values),
  };

  constructor(library: Library) {
    this.#library = library;
    this.#layout = rowLayout(library);
  }
  of(item: AccessItem): CellNumbers {
    const { record: r } = item;
    const row = summarise(item, this.#library, this.#layout);
    const combo = this.#combo({
      kind: KIND_LIST.indexOf(r.kind),
      language: r.languages[0] ? this.#languages.id(r.languages[0]) : NONE,
      peer: PEER_LIST.indexOf(peerReviewOf(r, item.journal).status),
      carrier: CARRIER_LIST.indexOf(r.carrier),
      audience: r.audience ? AUDIENCE_LIST.indexOf(r.audience) : NONE,
      source: this.#sources.id(r.source),
      place: this.#placeSet(row),
    });
    return { row: this.#rows.id(row), combo };
  }
  #combo(values: Readonly<Record<(typeof COMBO_GROUPS)[number], number>>): number {
    return this.#combos.id(COMBO_GROUPS.map((g) => (values[g] < 0 ? NONE : Math.min(NONE, values[g]))));
  }
  /** The number of a set of campuses; how many there are is bounded by what really occurs. */
  #placeSet(row: Uint16Array): number {
    const { presence, presenceWords } = this.#layout;
    return this.#placeSets.id(row.subarray(presence, presence + presenceWords));
  }
  /** Sources and languages of all that came. */
  values(): Readonly<Record<'source' | 'language', Numbered>> {
    return { source: this.#sources.finish(), language: this.#languages.finish() };
  }
  /**
   * The tables as they do not depend on the order in which records came.
   * @param combo, row by document, as `of` gave them
   */
  finish(
    values: Readonly<Record<'source' | 'language', Numbered>>,
    combo: Uint32Array,
    row: Uint32Array,
  ): Cells {
    const combos = this.#combos.view().slice();
    for (const group of ['source', 'language'] as const) {
      const { renumber } = values[group];
      for (let i = comboSlot(group); i < combos.length; i += COMBO_WIDTH)
        if (combos[i] !== NONE) combos[i] = renumber[combos[i] as number] as number;
    }
    const [rows, placeSets] = [this.#rows.view(), this.#placeSets.view()];
    return cellsInOrder({ combo, row, combos, rows, placeSets }, this.#layout);
  }
}
