/** The lines of one pile: its items with when they can be read and where they stand, ordered and filtered. */
import { useMemo } from 'react';
import { correctionsOf } from '../../browser/corrections';
import { itemsOf } from '../../browser/piles';
import { theStore } from '../../browser/store';
import { corrected } from '../../core/citing/fill';
import { fullName } from '../../core/model/describe';
import { type ReferenceItem, yearOfRecord } from '../../core/model/record';
import { parseDay } from '../../core/model/time';
import { type Double, doublesIn } from '../../core/piles/doubles';
import { ordered } from '../../core/piles/order';
import type { Pile, PileItem } from '../../core/piles/pile';
import { type PileStanding, pileStanding, shelvesLeft } from '../../core/piles/standing';
import { slipsByThing } from '../../core/requests/slip';
import { fold } from '../../core/words/fold';
import type { KeptAnswer } from '../../words/answers';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';
import { type Reachables, useReachable } from './useReachable';

export interface PileLine {
  readonly item: PileItem;
  /** As the record describes it now, else as it was kept. */
  readonly csl: ReferenceItem;
  readonly found: KeptAnswer | null | undefined;
  readonly standing: PileStanding;
  readonly double: Double | undefined;
}
export interface PileLines {
  /** Every item, in the pile's order; undefined until they are read. */
  readonly all: readonly PileLine[] | undefined;
  readonly reach: Reachables;
}

const NONE: readonly PileItem[] = [];
const NOTHING_SAID: ReadonlyMap<string, Partial<ReferenceItem>> = new Map();
export function usePileLines(pile: Pile | undefined): PileLines {
  const { moment, slips, reader } = useHere();
  const id = pile?.id ?? '';
  const items = useKept(() => (id ? itemsOf(theStore(), id) : []), [id], []);
  const said = useKept(() => correctionsOf(theStore(), reader.id), [reader.id], NOTHING_SAID) ?? NOTHING_SAID;
  const reach = useReachable(items ?? NONE, moment);
  const { heard } = reach;
  const order = pile?.order ?? 'added';
  const needBy = parseDay(pile?.needBy ?? '');
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was heard changes what `reach.of` answers
  const all = useMemo(() => {
    if (!items) return undefined;
    const slipsOf = slipsByThing(slips);
    const doubles = doublesIn(items, (i) => reach.of(i)?.work ?? undefined);
    const current = items.map((item): PileItem => {
      const csl = reach.of(item)?.csl ?? item.csl;
      return { ...item, csl: corrected(csl as ReferenceItem, said.get(item.key)) };
    });
    const now = new Map(current.map((i) => [i.id, i]));
    const raw = new Map(items.map((i) => [i.id, i]));
    return ordered([...now.values()], order, (i) => reach.of(i)?.wait).map(({ id: own }): PileLine => {
      const item = raw.get(own) as PileItem;
      const found = reach.of(item);
      return {
        item,
        csl: now.get(own)?.csl ?? item.csl,
        found,
        standing: pileStanding(slipsOf(item), found ?? undefined, { needBy, looked: item }),
        double: doubles.get(own),
      };
    });
  }, [items, slips, order, needBy, heard, said]);
  return { all, reach };
}

/** Lines that have every word somewhere: title, people, where it appeared, year, note. */
export function matching(
  lines: readonly PileLine[],
  words: string,
  only: PileStanding | null,
): readonly PileLine[] {
  const asked = fold(words).split(/\s+/).filter(Boolean);
  if (!asked.length && only === null) return lines;
  return lines.filter(({ item, csl, standing }) => {
    if (only !== null && standing !== only) return false;
    if (!asked.length) return true;
    const text = fold(
      [
        csl.title,
        ...(csl.author ?? []).map(fullName),
        ...(csl.editor ?? []).map(fullName),
        csl['container-title'] ?? '',
        String(yearOfRecord(csl) ?? ''),
        item.note,
      ].join(' '),
    );
    return asked.every((w) => text.includes(w));
  });
}
/** Where a thing still stands on a shelf. */
export const shelvesOf = ({ found, item }: PileLine) => shelvesLeft(found?.shelves ?? [], item);
