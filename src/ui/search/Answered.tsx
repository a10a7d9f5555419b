/**
 * An answered search: the sentence, the wait bar, the timetable, the pane. Loaded with the first search, not
 * before.
 */

import { Suspense, startTransition, useEffect, useMemo, useRef, useState } from 'react';
import { AHEAD, AskError, getSearch } from '../../browser/client';
import { part } from '../../browser/parts';
import { remember } from '../../browser/searches';
import { theStore } from '../../browser/store';
import type { Moment } from '../../core/discovery/answers';
import { recordHref } from '../../core/model/address';
import {
  type Condition,
  NOTHING_KEPT,
  printRequest,
  type SearchRequest,
  withConditionOf,
} from '../../core/query/request';
import { own } from '../../core/table';
import type { Hit, SearchAnswer } from '../../words/answers';
import { say } from '../../words/generated/results';
import { sayJoined } from '../../words/say';
import { conditionText } from '../../words/sentence';
import { CiteOpen } from '../cite/Cite';
import type { ToCite } from '../cite/CiteSheet';
import { ItemPane } from '../item/ItemPane';
import { slipHref } from '../item/links';
import { afterFrame, useAfterFrame } from '../kit/afterFrame';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import { useKeys } from '../kit/keys';
import kit from '../kit/kit.module.css';
import { client, Queries } from '../kit/queries';
import { KeptSaid } from '../piles/Keep';
import { useChoosing } from '../piles/useChoosing';
import { useKeeping, usePiles } from '../piles/usePiles';
import { Breakdown } from './Breakdown';
import breakdownStyles from './breakdown.module.css';
import { toCite, toKeep } from './ChosenLines';
import { Sentence } from './Sentence';
import { Timetable, type TimetableHandle } from './Timetable';
import { PAGE, pageQuery, useResults } from './useResults';
import styles from './view.module.css';
import { WaitBar } from './WaitBar';

const YearsChart = part(() => import('./YearsChart'));
const Beside = part(() => import('./Beside'));

/** Conditions that did not come along to other words. */
export interface LeftBehind {
  readonly before: SearchRequest;
  readonly names: readonly Condition[];
  readonly q: string;
}
export interface SearchFault {
  readonly text: string;
  readonly at: number;
}
interface Props {
  readonly request: SearchRequest;
  readonly open: string | null;
  readonly left: LeftBehind | null;
  /** Whether words were asked for just now, and the focus has not gone on to the first line yet. */
  readonly asked?: { current: boolean };
  readonly change: (r: SearchRequest) => void;
  readonly show: (id: string | null) => void;
  /** Told when a query can't be read, and where. */
  readonly setFault: (fault: SearchFault | null) => void;
}

/** Asks before anything is drawn: what is drawn meanwhile costs no time then. */
export const askAhead = (request: SearchRequest, moment: Moment): void =>
  void client.prefetchQuery(pageQuery(request, moment, 0));

/** Whether the reader wants as little as can be over the network (Save Data API); not every browser tells. */
const savesData = (): boolean =>
  (navigator as { readonly connection?: { readonly saveData?: boolean } }).connection?.saveData === true;
/**
 * Asks for what stands in the box while its writer thinks about pressing Enter: then the list need only be drawn. What
 * finds nothing is asked again when it is meant.
 */
export async function askSoon(request: SearchRequest, moment: Moment): Promise<void> {
  const { queryKey } = pageQuery(request, moment, 0);
  if (savesData() || client.getQueryData(queryKey)) return;
  const answer = await getSearch(request, moment, { offset: 0, limit: PAGE }, { headers: AHEAD });
  if (answer.total > 0) client.setQueryData(queryKey, answer);
}

const DeskSilent = part(() => import('../kit/DeskSilent').then((m) => ({ default: m.DeskSilent })));
/** The chart is drawn after the bars beside it: each is a good part of what a frame has room for. */
function Years({ request, answer, change }: Pick<Props, 'request' | 'change'> & { answer: SearchAnswer }) {
  const given = useMemo(() => ({ request, answer }), [request, answer]);
  const [drawn, setDrawn] = useState(given);
  useEffect(() => startTransition(() => setDrawn(given)), [given]);
  return useMemo(
    () => (
      <YearsChart
        years={drawn.answer.years}
        from={drawn.request.from}
        to={drawn.request.to}
        pick={(from, to) => change({ ...drawn.request, from, to })}
      />
    ),
    [drawn, change],
  );
}
export default function Answered(props: Props) {
  return (
    <Queries>
      <TheAnswer {...props} />
    </Queries>
  );
}
function TheAnswer({ request, open, left, asked, change, show, setFault }: Props) {
  const { info, moment, reader, settings } = useHere();
  const kept = own(settings.kept, reader.id) ?? NOTHING_KEPT;
  const results = useResults(request, moment, true, info.desk);
  const { answer, positionOf, lineAt, error } = results;
  // The list stays what it is until the next one is there, and is painted before what stands beside it.
  const listed = useRef(request);
  if (!results.before) listed.current = request;
  const listedKey = printRequest(listed.current).toString();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the request by its key
  const shown = useMemo(() => answer && { answer, request: listed.current }, [answer, listedKey]);
  const beside = useAfterFrame(shown);
  const breakdown = useMemo(
    () =>
      beside && (
        <>
          <Breakdown request={beside.request} answer={beside.answer} change={change}>
            <Suspense fallback={<div className={breakdownStyles.chartToCome} />}>
              <Years {...beside} change={change} />
            </Suspense>
          </Breakdown>
          <Suspense>
            <Beside request={beside.request} answer={beside.answer} />
          </Suspense>
        </>
      ),
    [beside, change],
  );
  const table = useRef<TimetableHandle>(null);
  const faultText = error instanceof AskError && error.at !== undefined ? error.message : null;
  const faultAt = error instanceof AskError ? (error.at ?? 0) : 0;
  useEffect(() => {
    setFault(faultText === null ? null : { text: faultText, at: faultAt });
  }, [faultText, faultAt, setFault]);

  const printed = printRequest(request).toString();
  const said = answer && !results.fetching ? answer.sentence : null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each search that was answered
  useEffect(() => {
    if (said === null || !answer || !request.q.trim()) return;
    const { total } = answer;
    return afterFrame(() => {
      void remember(theStore(), {
        reader: reader.id,
        address: printed,
        q: request.q,
        sentence: said,
        at: moment.at,
        total,
      });
    });
  }, [printed, said, reader.id]);

  const there = answer !== undefined && !results.fetching && !results.before;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each search that was answered
  useEffect(() => {
    if (!there || !asked?.current) return;
    // Once the lines are painted: to go there at once would have them laid out before the frame has room for it.
    return afterFrame(() => {
      asked.current = false;
      // Not from where the reader has gone meanwhile; nor on a touch screen, where nothing is typed next.
      const at = document.activeElement;
      const waiting = at === document.body || at?.closest('search') != null;
      if (waiting && window.matchMedia?.('(pointer: fine)').matches) table.current?.goOn();
    });
  }, [there, printed, asked]);
  const pane = useRef<HTMLElement>(null);
  const wasOpen = useRef(open);
  useEffect(() => {
    // What was opened is read on there; going from item to item stays with the line.
    const opened = open && !wasOpen.current;
    wasOpen.current = open;
    return opened ? afterFrame(() => pane.current?.focus({ preventScroll: true })) : undefined;
  }, [open]);

  /** On a narrow screen the Breakdown is a screen of its own. */
  const [side, setSide] = useState(false);
  const keeping = useKeeping();
  const { last } = usePiles();
  const choosing = useChoosing(() => results.hits().map((h) => h.id));
  const { chosen } = choosing;
  const [citing, setCiting] = useState<readonly ToCite[] | null>(null);
  const position = positionOf(open);
  const focused = () => table.current?.focused() ?? -1;
  const move = (by: number) => (event: KeyboardEvent) => {
    if (!results.lines) return;
    event.preventDefault();
    const at = open ? position : focused();
    const next = Math.max(0, Math.min(results.lines - 1, at < 0 ? 0 : at + by));
    table.current?.goTo(next, true);
    const hit = lineAt(next);
    if (open && hit) show(hit.id);
  };
  const current = (): Hit | undefined => lineAt(open ? position : focused());
  const close = () => {
    const at = position;
    show(null);
    requestAnimationFrame(() => at >= 0 && table.current?.goTo(at, true));
  };
  useKeys({
    ArrowDown: move(1),
    ArrowUp: move(-1),
    j: move(1),
    k: move(-1),
    Escape: () => open && close(),
    o: () => {
      const hit = current();
      const action = hit?.best?.action;
      if (action?.do === 'open') window.open(action.href, '_blank', 'noopener');
      else if (hit && action?.do === 'slip') window.location.href = slipHref(hit.id, action, request.needBy);
    },
    r: () => {
      const hit = current();
      if (hit)
        window.location.href = slipHref(
          hit.id,
          hit.best?.action.do === 'slip' ? hit.best.action : null,
          request.needBy,
        );
    },
    a: () => {
      const things = chosen.size ? results.hits().filter((h) => chosen.has(h.id)) : [current() ?? []].flat();
      if (things.length) void keeping.put(things.map(toKeep), last).then(choosing.clear);
    },
    A: () => {
      const button = chosen.size ? document.querySelector('[data-chosen-lines] [aria-haspopup]') : null;
      if (button instanceof HTMLElement) button.click();
      else {
        const hit = current();
        if (hit) choosing.set([hit.id]);
      }
    },
    x: () => {
      const hit = current();
      if (hit) choosing.turn(hit.id, false);
    },
    X: () => {
      const hit = current();
      if (hit) choosing.turn(hit.id, true);
    },
    c: () => {
      const some = chosen.size ? results.hits().filter((h) => chosen.has(h.id)) : [current() ?? []].flat();
      if (some.length) setCiting(some.map(toCite));
    },
    f: () => {
      const hit = current();
      if (hit) window.location.href = recordHref(hit.id);
    },
  });

  return (
    <>
      {citing && <CiteOpen things={citing} close={() => setCiting(null)} />}
      <KeptSaid keeping={keeping} className={styles.left} />
      {faultText === null && <Sentence request={request} answer={answer} change={change} kept={kept} />}
      {left && left.q === request.q && (
        <p className={styles.left}>
          {say('results.leftBehindWithTheOtherWords', {
            names: sayJoined(left.names.map((n) => conditionText(left.before, n, info.campuses))),
          })}
          <button
            type="button"
            className={kit.link}
            onClick={() => change(left.names.reduce((r, n) => withConditionOf(r, left.before, n), request))}
          >
            {say('results.putThemBack')}
          </button>
        </p>
      )}
      {answer && faultText === null && (
        <WaitBar byNeed={answer.byNeed} waits={answer.waits} request={request} change={change} />
      )}
      {results.silent && (
        <Suspense>
          <DeskSilent since={results.silent.since} today={moment.at} />
        </Suspense>
      )}
      {error !== null && faultText === null && <Failure error={error} again={results.again} whole />}
      {error === null && (
        <div
          className={styles.columns}
          data-item={open ? '' : undefined}
          data-side={side && !open ? '' : undefined}
        >
          <Timetable
            key={listedKey}
            handle={table}
            request={listed.current}
            results={results}
            open={open}
            change={change}
            show={show}
            choosing={choosing}
            keeping={keeping}
            showBeside={() => setSide(true)}
          />
          <aside
            ref={pane}
            tabIndex={-1}
            className={styles.pane}
            aria-label={open ? say('results.theItem') : say('results.breakdownOfTheResults')}
          >
            {side && !open && (
              <button
                type="button"
                className={`${kit.link} ${styles.narrowOnly}`}
                onClick={() => setSide(false)}
              >
                {say('results.backToTheResults')}
              </button>
            )}
            {open ? (
              <ItemPane
                key={open}
                id={open}
                needBy={request.needBy}
                why={lineAt(position)?.id === open ? lineAt(position)?.why : undefined}
                position={position < 0 ? null : { at: position + 1, of: results.lines }}
                back={
                  <>
                    <span className={styles.wideOnly}>{say('results.breakdown')}</span>
                    <span className={styles.narrowOnly}>{say('results.backToTheResults')}</span>
                  </>
                }
                close={close}
                step={(by) => {
                  const hit = lineAt(position + by);
                  if (hit) show(hit.id);
                }}
              />
            ) : (
              breakdown
            )}
          </aside>
        </div>
      )}
    </>
  );
}
