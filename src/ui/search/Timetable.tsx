/** The timetable: each line begins with when it could be read. Only the lines in view are drawn. */

import { useWindowVirtualizer, type Virtualizer, windowScroll } from '@tanstack/react-virtual';
import {
  type FormEvent,
  type PointerEvent,
  type RefObject,
  startTransition,
  useEffect,
  useImperativeHandle,
  useRef,
  useState,
} from 'react';
import { type SearchRequest, SORTS, type Sort } from '../../core/query/request';
import type { Hit } from '../../words/answers';
import { dayText } from '../../words/days';
import '../../words/generated/results';
import { say } from '../../words/generated/search';
import { sortLabel } from '../../words/labels';
import { recordQuery } from '../item/ItemPane';
import { afterFrame } from '../kit/afterFrame';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { client } from '../kit/queries';
import { usePrinting } from '../kit/usePrinting';
import type { Choosing } from '../piles/useChoosing';
import { type Keeping, usePiles } from '../piles/usePiles';
import { ChosenLines } from './ChosenLines';
import { Few } from './Few';
import { HitLine } from './HitLine';
import { NoResults } from './NoResults';
import shared from './shared.module.css';
import styles from './timetable.module.css';
import { MOST_LINES, type Results } from './useResults';
import view from './view.module.css';

export interface TimetableHandle {
  /** Brings a line into view and the focus to it. */
  readonly goTo: (line: number, focus: boolean) => void;
  /** The focus to the first line, which stays where it is. */
  readonly goOn: () => void;
  readonly focused: () => number;
  /** The lines that stand in the window. */
  readonly inView: () => readonly Hit[];
}
interface Props {
  readonly handle: RefObject<TimetableHandle | null>;
  readonly request: SearchRequest;
  readonly results: Results;
  readonly open: string | null;
  readonly change: (r: SearchRequest) => void;
  readonly show: (id: string | null) => void;
  readonly choosing: Choosing;
  readonly keeping: Keeping;
  /** Where the Breakdown does not stand beside the list. */
  readonly showBeside: () => void;
}
const LINE = 92;
/** Lines drawn above and below the window, and milliseconds until they are. */
const [AROUND, SOON] = [6, 120];
/**
 * The height of a line as the browser has laid it out. The lines follow each other in the page, so that they
 * stand where they belong before any was measured; to ask for a height while they are drawn would have the page
 * laid out twice.
 */
const whenLaidOut = (
  line: Element,
  entry: ResizeObserverEntry | undefined,
  virtual: Virtualizer<Window, Element>,
): number =>
  entry?.borderBoxSize[0]
    ? Math.round(entry.borderBoxSize[0].blockSize)
    : (virtual.measurementsCache[virtual.indexFromElement(line)]?.size ?? LINE);
/** It begins by going to where the window is: that would have the page laid out before it is painted, for nothing. */
const whereItIsNot: typeof windowScroll<Window> = (offset, options, virtual) => {
  if (options.adjustments || offset !== virtual.scrollOffset) windowScroll(offset, options, virtual);
};
/** Milliseconds of waiting after which what is shown is drawn as that of before. */
const SLOW = 150;
/** A fast answer takes the place of the one before it at once; to dim that first would only flicker. */
function useSlow(waiting: boolean): boolean {
  const [slow, setSlow] = useState(false);
  useEffect(() => {
    if (!waiting) return;
    const timer = setTimeout(() => setSlow(true), SLOW);
    return () => {
      clearTimeout(timer);
      setSlow(false);
    };
  }, [waiting]);
  return slow && waiting;
}
/** Where the list before stood in the page, from its top: nearly always that is where the next one does. */
let stoodAt = 0;
interface KeptLines {
  readonly line?: number;
  readonly into?: number;
}

/**
 * Lines that are looked through for an item opened by its address; what comes first is what was linked to.
 */
const LOOKED_THROUGH = 100;
const isOf = (hit: Hit | undefined, id: string): boolean =>
  hit !== undefined && (hit.id === id || hit.versions.some((v) => v.id === id));
function lineOf(results: Results, id: string): number {
  for (let i = 0; i < Math.min(results.lines, LOOKED_THROUGH); i++) if (isOf(results.lineAt(i), id)) return i;
  return -1;
}

export function Timetable({
  handle,
  request,
  results,
  open,
  change,
  show,
  choosing,
  keeping,
  showBeside,
}: Props) {
  const { moment } = useHere();
  const piles = usePiles();
  const { chosen, turn } = choosing;
  const { answer, lines, fetching } = results;
  const slow = useSlow(fetching);
  const list = useRef<HTMLOListElement>(null);
  const [top, setTop] = useState(stoodAt);
  // Looked at when it is painted: before that the page would be laid out for it, and all be drawn again.
  useEffect(
    () =>
      afterFrame(() => {
        if (!list.current) return;
        stoodAt = list.current.getBoundingClientRect().top + window.scrollY;
        startTransition(() => setTop(stoodAt));
      }),
    [],
  );
  // First what is in the window; the lines around it once that stands.
  const [around, setAround] = useState(0);
  useEffect(() => {
    const timer = setTimeout(() => setAround(AROUND), SOON);
    return () => clearTimeout(timer);
  }, []);
  const virtual = useWindowVirtualizer({
    count: lines,
    estimateSize: () => LINE,
    overscan: around,
    scrollMargin: top,
    measureElement: whenLaidOut,
    scrollToFn: whereItIsNot,
  });
  const items = virtual.getVirtualItems();
  const printing = usePrinting();
  // On paper all lines that have come.
  const drawn: readonly { readonly key: React.Key; readonly index: number }[] = printing
    ? results.hits().map((h, index) => ({ key: h.id, index }))
    : items;
  const from = items[0]?.index ?? 0;
  const to = items.at(-1)?.index ?? 0;
  const { see } = results;
  useEffect(() => see(from, to), [see, from, to]);

  // The place in the list belongs to the history's entry: Back brings it again.
  useEffect(() => {
    window.history.scrollRestoration = 'manual';
    let timer = 0;
    const scrolled = () => {
      window.clearTimeout(timer);
      timer = window.setTimeout(() => {
        const first = virtual.getVirtualItems().find((i) => i.end > window.scrollY);
        const into = first ? window.scrollY - first.start : window.scrollY;
        window.history.replaceState(
          { ...window.history.state, line: window.scrollY > top ? first?.index : undefined, into },
          '',
        );
      }, 120);
    };
    window.addEventListener('scroll', scrolled, { passive: true });
    return () => {
      window.clearTimeout(timer);
      window.removeEventListener('scroll', scrolled);
    };
  }, [virtual, top]);
  const restored = useRef(false);
  useEffect(() => {
    if (restored.current || !lines || !top) return;
    restored.current = true;
    const { line, into = 0 } = (window.history.state ?? {}) as KeptLines;
    // Somebody's link to an item of the list: its line is brought into view.
    const linked = line === undefined && into === 0 && open !== null ? lineOf(results, open) : -1;
    if (linked >= 0) virtual.scrollToIndex(linked, { align: 'auto' });
    else if (line === undefined) window.scrollTo(0, into);
    else {
      virtual.scrollToIndex(Math.min(line, lines - 1), { align: 'start' });
      requestAnimationFrame(() => window.scrollBy(0, into));
    }
  }, [lines, top, virtual, open, results]);

  /** What the mouse presses is opened: it is asked for before it is let go. A finger may but move the page. */
  const ahead = ({ target, pointerType, button }: PointerEvent) => {
    if (pointerType !== 'mouse' || button !== 0) return;
    if (!(target instanceof Element) || target.closest('input, button, label')) return;
    const hit = results.lineAt(Number(target.closest<HTMLElement>('li[data-index]')?.dataset.index));
    if (hit) void client.prefetchQuery(recordQuery(hit.id, moment));
  };
  const lineAt = (i: number) => list.current?.querySelector<HTMLElement>(`li[data-index="${i}"] [data-line]`);
  const goTo = (i: number, focus: boolean) => {
    const line = Math.max(0, Math.min(lines - 1, i));
    virtual.scrollToIndex(line, { align: 'auto' });
    if (!focus) return;
    wanted.current = line;
    stays.current = false;
    focusWanted();
  };
  // The line that the focus is to stand on: it may come later, and be drawn anew when those above it are
  // measured. It is wanted until the reader does something else.
  const wanted = useRef<number | null>(null);
  /** Whether the page is not to be moved for it. */
  const stays = useRef(false);
  const focusWanted = () => {
    const el = wanted.current === null ? null : lineAt(wanted.current);
    if (el && document.activeElement !== el) el.focus({ preventScroll: stays.current });
  };
  useEffect(focusWanted);
  useEffect(() => {
    const forget = () => {
      wanted.current = null;
    };
    const acts = ['keydown', 'pointerdown', 'wheel', 'input'] as const;
    for (const act of acts) window.addEventListener(act, forget, { capture: true, passive: true });
    return () => {
      for (const act of acts) window.removeEventListener(act, forget, { capture: true });
    };
  }, []);
  useImperativeHandle(handle, () => ({
    goTo,
    goOn: () => {
      wanted.current = 0;
      stays.current = true;
      focusWanted();
    },
    focused: () =>
      Number((document.activeElement?.closest('li[data-index]') as HTMLElement | null)?.dataset.index ?? -1),
    inView,
  }));
  const inView = (): readonly Hit[] =>
    virtual
      .getVirtualItems()
      .filter((i) => i.end > window.scrollY && i.start < window.scrollY + window.innerHeight)
      .flatMap((i) => results.lineAt(i.index) ?? []);

  return (
    <section className={view.timetable} aria-label={say('results.results2')} aria-busy={fetching}>
      <header className={shared.listHead}>
        <h1>
          {answer
            ? say('results.toRead', {
                lines: answer.lines,
                versions:
                  answer.total > answer.lines ? say('results.inVersions', { total: answer.total }) : '',
              })
            : say('search.looking')}
        </h1>
        <Popover
          className={styles.sortButton}
          describe={say('results.orderChange', { sort_label: sortLabel(request.sort) })}
          label={sortLabel(request.sort)}
        >
          {(close) => (
            <fieldset className={shared.choices}>
              <legend className={kit.legend}>{say('results.order')}</legend>
              {SORTS.map((sort: Sort) => (
                <label key={sort} className={kit.check}>
                  <input
                    type="radio"
                    name="sort"
                    checked={request.sort === sort}
                    onChange={() => {
                      change({ ...request, sort });
                      close();
                    }}
                  />
                  {sortLabel(sort)}
                </label>
              ))}
            </fieldset>
          )}
        </Popover>
        {answer && answer.byNeed !== null && request.needBy !== null && (
          <p className={shared.byNeed}>
            {say('results.canBeYoursBy', { byNeed: answer.byNeed, needBy: dayText(request.needBy) })}
          </p>
        )}
        {answer && answer.total > 0 && (
          <button type="button" className={`${kit.link} ${view.narrowOnly}`} onClick={showBeside}>
            {say('results.breakdown')}
          </button>
        )}
        {lines > 25 && <GoTo lines={lines} goTo={(n) => goTo(n, true)} />}
      </header>
      {chosen.size > 0 && (
        <ChosenLines results={results} choosing={choosing} piles={piles} keeping={keeping} inView={inView} />
      )}
      {!answer && <Waiting />}
      {answer && answer.total === 0 && <NoResults request={request} answer={answer} change={change} />}
      <ol
        ref={list}
        onPointerDown={ahead}
        className={styles.lines}
        data-stale={slow ? '' : undefined}
        style={
          printing
            ? undefined
            : { minHeight: virtual.getTotalSize(), paddingTop: Math.max(0, (items[0]?.start ?? top) - top) }
        }
      >
        {drawn.map((item) => {
          const hit = results.lineAt(item.index);
          return (
            <li
              key={item.key}
              ref={virtual.measureElement}
              data-index={item.index}
              aria-setsize={lines}
              aria-posinset={item.index + 1}
            >
              {hit ? (
                <HitLine
                  hit={hit}
                  open={open !== null && isOf(hit, open)}
                  needBy={request.needBy}
                  show={show}
                  kept={piles.namesOf({ record: hit.id, csl: hit.csl })}
                  chosen={chosen.has(hit.id)}
                  choose={turn}
                />
              ) : (
                <Ghost />
              )}
            </li>
          );
        })}
      </ol>
      {results.behind !== null && (
        <div className={styles.behind}>
          <Failure error={results.behind} again={results.again} />
        </div>
      )}
      {answer && answer.total > 0 && <Few request={request} answer={answer} change={change} />}
      {lines === MOST_LINES && (
        <p className={styles.more}>
          {say('results.theseAreTheFirstLinesNarrow', { most_lines: MOST_LINES })}
        </p>
      )}
    </section>
  );
}

function GoTo({ lines, goTo }: { lines: number; goTo: (line: number) => void }) {
  const [text, setText] = useState('');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const n = Number(text);
    if (Number.isInteger(n) && n > 0) goTo(n - 1);
  };
  return (
    <form className={shared.goTo} onSubmit={submit}>
      <label>
        {say('results.line')}
        <input
          inputMode="numeric"
          size={4}
          value={text}
          onChange={(e) => setText(e.target.value.replace(/\D/g, ''))}
          aria-label={say('results.goToLine')}
        />
      </label>{' '}
      {say('results.of', { lines })}
    </form>
  );
}

const Ghost = () => (
  <div className={styles.ghost} aria-hidden="true">
    <span />
    <span />
  </div>
);
/** Empty lines of the right height while the first answer is on its way. */
const Waiting = () => (
  <div aria-hidden="true">
    {[0, 1, 2, 3, 4].map((i) => (
      <Ghost key={i} />
    ))}
  </div>
);
