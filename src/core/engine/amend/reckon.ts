/**
 * An index whose records stand as they are, while what they are lent, licensed and refereed by has changed: their
 * combinations and access rows made anew, all else left as it is (docs/decisions/0055).
 */
import type { AccessItem } from '../../access/options';
import type { Library } from '../../model/library';
import { CellMaker } from '../build/cells';
import type { IndexData } from '../format/data';
import { packCells, yearAt } from '../format/facts';
import type { Section } from '../format/format';
import { ownWorth } from '../rank/weights';

/**
 * @param library of the same campuses, partners and language that the index was made for
 * @param items of every document, in any order
 * @returns the sections that take the place of those that stand
 */
export function reckoned(
  data: IndexData,
  library: Library,
  items: Iterable<readonly [doc: number, item: AccessItem]>,
): Readonly<Record<string, Section>> {
  const maker = new CellMaker(library);
  const [combo, row] = [new Uint32Array(data.n), new Uint32Array(data.n)];
  for (const [doc, item] of items) {
    const own = maker.of(item);
    combo[doc] = own.combo;
    row[doc] = own.row;
  }
  const { combos, rows, placeSets, ...cells } = maker.finish(maker.values(), combo, row);
  const year = Int16Array.from({ length: data.n }, (_, doc) => yearAt(data, doc));
  return {
    ...packCells(cells.combo, cells.row),
    worth: ownWorth(cells.combo, combos, year),
    ...{ combos, rows, placeSets },
  };
}
