/** The reader's piles, where things are kept, and the one gesture that keeps them. */
import { useCallback, useMemo, useState } from 'react';
import { change, keep, keptWhere, newPile, pilesOf, type ToKeep } from '../../browser/piles';
import { usedPile } from '../../browser/settings';
import { theStore } from '../../browser/store';
import { isAside, keyOf, newAside, type Pile } from '../../core/piles/pile';
import { own } from '../../core/table';
import { say } from '../../words/generated/keep';
import { sayList } from '../../words/say';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';

/** What a pile is called; Aside by the language's word. */
export const pileName = (pile: Pick<Pile, 'id' | 'reader' | 'name'>): string =>
  isAside(pile) ? say('keep.aside') : pile.name;
export const pileHref = (id: string): string => `/piles?${new URLSearchParams({ pile: id })}`;

const NOWHERE: ReadonlyMap<string, readonly string[]> = new Map();
const NONE: readonly Pile[] = [];
export interface Piles {
  /** Aside first, then by need-by; empty until they are read. */
  readonly piles: readonly Pile[];
  /** The one that something was put into last; Aside before that. */
  readonly last: Pile;
  /** The piles that a thing is in, by name, as a sentence has them; empty when it is in none. */
  readonly namesOf: (thing: Pick<ToKeep, 'record' | 'csl'>) => string;
}
export function usePiles(): Piles {
  const { reader, moment, settings } = useHere();
  const day = moment.at.slice(0, 10);
  const piles = useKept(() => pilesOf(theStore(), reader.id, `${day}T00:00`), [reader.id, day], NONE) ?? NONE;
  const where = useKept(() => keptWhere(theStore(), reader.id), [reader.id], NOWHERE) ?? NOWHERE;
  const lastId = own(settings.lastPile, reader.id);
  return useMemo(() => {
    const names = new Map(piles.map((p) => [p.id, pileName(p)]));
    return {
      piles,
      last: piles.find((p) => p.id === lastId) ?? piles[0] ?? newAside(reader.id, `${day}T00:00`),
      namesOf: ({ record, csl }) =>
        sayList((where.get(keyOf(record, csl)) ?? []).flatMap((id) => names.get(id) ?? [])),
    };
  }, [piles, where, lastId, reader.id, day]);
}

export interface Done {
  readonly said: string;
  /** The pile that was put into. */
  readonly pile: string | null;
  readonly undo: (() => Promise<unknown>) | null;
}
export interface Keeping {
  readonly done: Done | null;
  readonly put: (things: readonly ToKeep[], pile: Pile) => Promise<void>;
  readonly putIntoNew: (things: readonly ToKeep[], name: string) => Promise<void>;
  /** Says what was put elsewhere. */
  readonly tell: (said: string, undo: () => Promise<unknown>) => void;
  readonly takeBack: () => void;
}
/** Puts things into piles, says so, and takes it back. */
export function useKeeping(): Keeping {
  const { reader, moment } = useHere();
  const [done, setDone] = useState<Done | null>(null);
  const put = useCallback(
    async (things: readonly ToKeep[], pile: Pile) => {
      const { fresh, undo } = await keep(theStore(), pile, things, moment.at);
      await usedPile(theStore(), reader.id, pile.id);
      const name = pileName(pile);
      const title = things[0]?.csl.title ?? '';
      const there = things.length - fresh;
      setDone({
        said:
          there === 0
            ? say('keep.nowIn', { n: fresh, pile: name, title })
            : things.length === 1
              ? say('keep.alreadyThere', { pile: name, title })
              : say('keep.someWereThere', { fresh, there, pile: name }),
        pile: pile.id,
        undo: fresh ? () => change(theStore(), undo) : null,
      });
    },
    [reader.id, moment.at],
  );
  const putIntoNew = useCallback(
    async (things: readonly ToKeep[], name: string) => {
      const pile = newPile(reader.id, { name }, moment.at);
      await change(theStore(), { piles: [pile] });
      await put(things, pile);
    },
    [put, reader.id, moment.at],
  );
  const tell = useCallback<Keeping['tell']>((said, undo) => setDone({ said, pile: null, undo }), []);
  const takeBack = useCallback(() => {
    if (!done?.undo) return;
    void done.undo().then(() => setDone({ said: say('keep.takenBack'), pile: null, undo: null }));
  }, [done]);
  return { done, put, putIntoNew, tell, takeBack };
}
