/**
 * The columns of an index in the order of its documents, packed as sections: the last step of a build, whether its
 * documents come from records or from an index that is amended.
 */
import { COMBO_WIDTH, comboSlot, NONE } from '../format/columns';
import { packFacts } from '../format/facts';
import type { Section } from '../format/format';
import { holdersOf } from '../format/holders';
import { countStrings, type StringTable } from '../format/strings';
import { ownWorth } from '../rank/weights';
import { tuplesInOrder, usedIn } from './tuples';

/** The groups of which each value has a number, sorted. */
export const VALUE_TABLES = ['subject', 'person', 'journal', 'source', 'language'] as const;
export type ValueTables = Readonly<Record<(typeof VALUE_TABLES)[number], StringTable>>;

export interface Ordered {
  readonly year: Int16Array;
  readonly journal: Uint32Array;
  readonly subjectStart: Uint32Array;
  readonly subject: Uint32Array;
  readonly personStart: Uint32Array;
  readonly person: Uint32Array;
  readonly titleLength: Uint8Array;
  readonly mainLength: Uint8Array;
  readonly work: Uint32Array;
  readonly titleRank: Uint32Array;
  readonly added: Uint16Array;
  readonly cameAs: Uint32Array;
  readonly tables: ValueTables;
  readonly cells: Cells;
}
/** Combination and access row of each document, and the tables of both, sources and languages by their sorted numbers. */
export interface Cells {
  readonly combo: Uint32Array;
  readonly row: Uint32Array;
  readonly combos: Uint16Array;
  readonly rows: Uint16Array;
  readonly placeSets: Uint16Array;
}

/** The same, each table sorted and without what no document has: it does not depend on how the records came. */
export function cellsInOrder(
  cells: Cells,
  { width, presenceWords }: { readonly width: number; readonly presenceWords: number },
): Cells {
  const slot = comboSlot('place');
  const placeOf = (combo: number): number => cells.combos[combo * COMBO_WIDTH + slot] as number;
  const comboUsed = usedIn(cells.combo, cells.combos.length / COMBO_WIDTH);
  const places = tuplesInOrder(
    cells.placeSets,
    presenceWords,
    usedIn(
      Array.from(comboUsed, (is, c) => (is ? placeOf(c) : NONE)).filter((p) => p !== NONE),
      presenceWords ? cells.placeSets.length / presenceWords : 0,
    ),
  );
  const placed = cells.combos.slice();
  for (let i = slot; i < placed.length; i += COMBO_WIDTH)
    if (placed[i] !== NONE) placed[i] = places.renumber[placed[i] as number] as number;
  const combos = tuplesInOrder(placed, COMBO_WIDTH, comboUsed);
  const rows = tuplesInOrder(cells.rows, width, usedIn(cells.row, cells.rows.length / width));
  return {
    combo: cells.combo.map((c) => combos.renumber[c] as number),
    row: cells.row.map((r) => rows.renumber[r] as number),
    combos: combos.values,
    rows: rows.values,
    placeSets: places.values,
  };
}

export function orderedSections(o: Ordered): Record<string, Section> {
  const { combo, row, combos, rows, placeSets } = o.cells;
  const holders = holdersOf(o.personStart, o.person, countStrings(o.tables.person));
  return {
    ...packFacts({
      ...o,
      combo,
      row,
      worth: ownWorth(combo, combos, o.year),
      subjects: countStrings(o.tables.subject),
      journals: countStrings(o.tables.journal),
    }),
    holderStart: holders.start,
    holderDocs: holders.docs,
    holderOrder: holders.order,
    combos,
    rows,
    placeSets,
    cameAs: o.cameAs,
    added: o.added,
    ...Object.fromEntries(
      VALUE_TABLES.flatMap((name) => [
        [`${name}Bytes`, o.tables[name].bytes],
        [`${name}Offsets`, o.tables[name].offsets],
      ]),
    ),
  };
}
