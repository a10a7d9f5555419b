/** Putting lines elsewhere: by dragging them, onto another pile too, or with Alt and an arrow key. */
import { type RefObject, useCallback, useEffect, useRef } from 'react';
import { carry, change, itemsOf } from '../../browser/piles';
import { theStore } from '../../browser/store';
import { movedTo } from '../../core/piles/order';
import type { Pile } from '../../core/piles/pile';
import { say } from '../../words/generated/piles';
import { useHere } from '../kit/app';
import type { Dropped } from './dragging';
import type { PileListHandle } from './PileList';
import type { Acts } from './useActs';
import type { Choosing } from './useChoosing';
import type { PileLine } from './usePileLines';
import { pileName } from './usePiles';

export function usePlacing({
  pile,
  piles,
  lines,
  list,
  choosing,
  acts,
}: {
  pile: Pile;
  piles: readonly Pile[];
  /** The lines shown now. */
  lines: RefObject<readonly PileLine[]>;
  list: RefObject<PileListHandle | null>;
  choosing: Choosing;
  acts: Acts;
}): void {
  const { moment } = useHere();
  const { chosen, clear } = choosing;
  const { act } = acts;
  const placed = pile.order === 'hand';
  /** @param before the item that they are put before; null for the end */
  const place = useCallback(
    async (ids: ReadonlySet<string>, before: string | null, focus: string | null) => {
      const all = await itemsOf(theStore(), pile.id);
      const staying = all.filter((i) => !ids.has(i.id));
      const at = before === null ? staying.length : staying.findIndex((i) => i.id === before);
      const moved = at < 0 ? null : movedTo(all, ids, at);
      if (!moved) return;
      await act(say('piles.reordered', { n: moved.length }), change(theStore(), { items: moved }));
      // The line keeps the focus where it stands now, once the store has told of it.
      setTimeout(() => {
        const now = lines.current.findIndex((l) => l.item.id === focus);
        if (now >= 0) list.current?.goTo(now);
      }, 60);
    },
    [pile.id, act, lines, list],
  );
  const dropped = useRef<(d: Dropped) => void>(() => undefined);
  dropped.current = ({ id, onto }) => {
    // All that are chosen go with the one that was dragged.
    const ids = chosen.has(id) ? chosen : new Set([id]);
    if ('pile' in onto) {
      const to = piles.find((p) => p.id === onto.pile);
      const items = lines.current.map((l) => l.item).filter((i) => ids.has(i.id));
      if (!to || !items.length) return;
      const carrying = carry(theStore(), items, to, { move: true, now: moment.at });
      void act(say('piles.moved', { n: items.length, pile: pileName(to) }), carrying).then(clear);
      return;
    }
    const staying = lines.current.map((l) => l.item.id).filter((one) => !ids.has(one));
    const at = staying.indexOf(onto.line);
    if (at >= 0) void place(ids, staying[onto.edge === 'before' ? at : at + 1] ?? null, null);
  };
  useEffect(() => {
    let stop = (): void => undefined;
    let left = false;
    void import('./dragging').then(({ watchDrops }) => {
      if (!left) stop = watchDrops((d) => dropped.current(d));
    });
    return () => {
      left = true;
      stop();
    };
  }, []);
  useEffect(() => {
    if (!placed) return;
    const pressed = (event: KeyboardEvent) => {
      const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
      const at = list.current?.focused() ?? -1;
      const id = lines.current[at]?.item.id;
      if (!event.altKey || !by || id === undefined) return;
      event.preventDefault();
      const beyond = lines.current[by < 0 ? at - 1 : at + 2]?.item.id ?? null;
      if (by < 0 && beyond === null) return;
      void place(new Set([id]), beyond, id);
    };
    document.addEventListener('keydown', pressed);
    return () => document.removeEventListener('keydown', pressed);
  }, [placed, place, lines, list]);
}
