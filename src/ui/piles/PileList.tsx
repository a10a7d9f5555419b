/** The lines of a pile, only those in view drawn; walked by keys, put elsewhere by hand. */
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { type RefObject, useEffect, useImperativeHandle, useLayoutEffect, useRef, useState } from 'react';
import { say } from '../../words/generated/piles';
import { usePrinting } from '../kit/usePrinting';
import { type LineActs, PileLineView } from './PileLineView';
import styles from './piles.module.css';
import type { PileLine } from './usePileLines';

export interface PileListHandle {
  /** The line that has the focus, or lies around what has; -1 for none. */
  readonly focused: () => number;
  readonly goTo: (index: number) => void;
}
const LINE = 128;

export function PileList({
  handle,
  lines,
  needBy,
  open,
  chosen,
  placed,
  acts,
}: {
  handle: RefObject<PileListHandle | null>;
  lines: readonly PileLine[];
  needBy: string;
  open: string | null;
  chosen: ReadonlySet<string>;
  placed: boolean;
  acts: LineActs;
}) {
  const list = useRef<HTMLOListElement>(null);
  const [top, setTop] = useState(0);
  useLayoutEffect(() => {
    const el = list.current;
    if (!el) return;
    const measure = () => setTop(el.getBoundingClientRect().top + window.scrollY);
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(document.body);
    return () => watch.disconnect();
  }, []);
  const virtual = useWindowVirtualizer({
    count: lines.length,
    estimateSize: () => LINE,
    overscan: 5,
    scrollMargin: top,
    getItemKey: (i) => lines[i]?.item.id ?? i,
  });
  const printing = usePrinting();
  const drawn: readonly { readonly key: React.Key; readonly index: number; readonly start: number | null }[] =
    printing ? lines.map((l, index) => ({ key: l.item.id, index, start: null })) : virtual.getVirtualItems();
  // The line that the focus goes to may not be drawn yet.
  const wanted = useRef<number | null>(null);
  const focusWanted = () => {
    if (wanted.current === null) return;
    const line = list.current?.querySelector<HTMLElement>(`li[data-index="${wanted.current}"] [data-line]`);
    if (!line) return;
    wanted.current = null;
    line.focus();
  };
  useEffect(focusWanted);
  useImperativeHandle(handle, () => ({
    focused: () =>
      Number((document.activeElement?.closest('li[data-index]') as HTMLElement | null)?.dataset.index ?? -1),
    goTo: (index) => {
      wanted.current = index;
      virtual.scrollToIndex(index, { align: 'auto' });
      focusWanted();
    },
  }));
  return (
    <ol
      ref={list}
      className={styles.lines}
      aria-label={say('piles.lines')}
      style={printing ? undefined : { height: virtual.getTotalSize() }}
    >
      {drawn.map((v) => {
        const line = lines[v.index];
        return line ? (
          <li
            key={v.key}
            ref={virtual.measureElement}
            data-index={v.index}
            aria-setsize={lines.length}
            aria-posinset={v.index + 1}
            className={styles.slot}
            data-static={v.start === null || undefined}
            style={v.start === null ? undefined : { transform: `translateY(${v.start - top}px)` }}
          >
            <PileLineView
              line={line}
              needBy={needBy}
              open={open !== null && open === line.item.record}
              chosen={chosen.has(line.item.id)}
              placed={placed}
              acts={acts}
            />
          </li>
        ) : null;
      })}
    </ol>
  );
}
