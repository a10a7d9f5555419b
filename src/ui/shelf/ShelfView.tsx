/**
 * The shelf, drawn to scale: every book a spine as thick as its pages, in the order of call numbers, what is
 * out left as a gap with its date. Arrow keys walk, the item follows.
 */
import {
  type FormEvent,
  type KeyboardEvent,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { parseDay } from '../../core/model/time';
import type { ShelfRow } from '../../words/answers';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/walk';
import { sayJoined } from '../../words/say';
import { ItemPane } from '../item/ItemPane';
import { adjust, go, useAddress } from '../kit/address';
import { useHere } from '../kit/app';
import { CampusOptions } from '../kit/CampusOptions';
import { Failure } from '../kit/Failure';
import kit from '../kit/kit.module.css';
import { AskingApp } from '../kit/queries';
import { WhereIsIt } from '../kit/WhereIsIt';
import styles from './shelf.module.css';
import { keyOf, type Place, useShelf } from './useShelf';

/** Pixels a page; spines too thin to be hit are as wide as a finger needs. */
const [PER_PAGE, THINNEST, UNKNOWN] = [0.13, 24, 32];
const PAGE_STEP = 10;
/** Places that a key walks. */
const STEPS: ReadonlyMap<string, number> = new Map([
  ['ArrowLeft', -1],
  ['ArrowUp', -1],
  ['ArrowRight', 1],
  ['ArrowDown', 1],
  ['PageUp', -PAGE_STEP],
  ['PageDown', PAGE_STEP],
]);
/** Milliseconds at a book before its item is asked for: who holds an arrow passes most of them. */
const SETTLED = 150;
const widthOf = (r: ShelfRow): number =>
  r.pages === null ? UNKNOWN : Math.max(THINNEST, Math.min(160, Math.round(r.pages * PER_PAGE)));
/** The class of a call number: what a shelf's label says. */
const classOf = (callNumber: string): string =>
  /^\s*[A-Za-z]{0,3}\s*\d+(?:\.\d+)?/.exec(callNumber)?.[0].trim() ?? callNumber.split(/\s/)[0] ?? '';

/** Pixels of a letter of a label, and the room after it. */
const [LETTER, ROOM] = [8, 10];
/** The labels of the classes where they begin, as many as stand beside each other without touching. */
function labelsOf(rows: readonly ShelfRow[]): readonly string[] {
  let [x, free, last] = [0, 0, ''];
  return rows.map((r) => {
    const label = classOf(r.callNumber);
    const shown = label !== last && x >= free;
    last = label;
    if (shown) free = x + label.length * LETTER + ROOM;
    x += widthOf(r);
    return shown ? label : '';
  });
}

const day = (iso: string): string => dayText(parseDay(iso) ?? (0 as never));
/** Whether it should have been back by now. */
const isLate = (due: string, at: string): boolean => due < at.slice(0, 10);
function statusText(r: ShelfRow, at: string): string {
  const { status } = r;
  const told =
    status.state === 'out'
      ? say(isLate(status.due, at) ? 'walk.late' : 'walk.out', { due: day(status.due) })
      : status.state === 'transit'
        ? say('walk.transit', { due: day(status.due) })
        : say(`walk.${status.state}`);
  const rule =
    r.rule === 'premises' ? say('walk.premises') : r.rule === 'short-loan' ? say('walk.shortLoan') : '';
  return rule ? sayJoined([told, rule]) : told;
}
/** What stands in a gap. */
const gapText = ({ status }: ShelfRow, at: string): string | null =>
  status.state === 'in'
    ? null
    : status.state === 'out'
      ? say(isLate(status.due, at) ? 'walk.lateShort' : 'walk.outShort', { due: day(status.due) })
      : status.state === 'transit'
        ? say('walk.transitShort')
        : say('walk.missing');

interface StripProps {
  readonly rows: readonly ShelfRow[];
  readonly at: number;
  readonly ends: { readonly before: boolean; readonly after: boolean };
  readonly placeOf: (r: ShelfRow) => string;
  readonly walk: (to: number, focus: boolean) => void;
  readonly open: (r: ShelfRow) => void;
}
function Strip({ rows, at, ends, placeOf, walk, open }: StripProps) {
  const list = useRef<HTMLOListElement>(null);
  const { moment } = useHere();
  const current = rows[at];
  const labels = useMemo(() => labelsOf(rows), [rows]);
  const key = current && keyOf(current);
  // biome-ignore lint/correctness/useExhaustiveDependencies: also when books have come before it
  useLayoutEffect(() => {
    const el = list.current?.querySelector<HTMLElement>('[aria-current]')?.parentElement;
    const box = list.current;
    if (!el || !box) return;
    // Beside each other, and on narrow screens above each other.
    box.scrollLeft = el.offsetLeft - (box.clientWidth - el.offsetWidth) / 2;
    box.scrollTop = el.offsetTop - (box.clientHeight - el.offsetHeight) / 2;
  }, [key, rows.length]);
  const keys = (event: KeyboardEvent) => {
    const by = STEPS.get(event.key);
    if (by === undefined || event.altKey || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    walk(at + by, true);
  };
  return (
    <ol ref={list} className={styles.shelf} aria-label={say('walk.books')} onKeyDown={keys}>
      {!ends.before && <li className={styles.end}>{say('walk.begin')}</li>}
      {rows.map((r, i) => {
        const gap = gapText(r, moment.at);
        return (
          <li key={keyOf(r)} style={{ width: widthOf(r) }} className={styles.place}>
            <button
              type="button"
              className={styles.spine}
              data-gap={gap !== null || undefined}
              data-fits={r.fits || undefined}
              aria-current={i === at || undefined}
              tabIndex={i === at ? 0 : -1}
              aria-label={say('walk.spine', {
                title: r.csl.title,
                line: r.line,
                callNumber: r.callNumber,
                place: placeOf(r),
                status: statusText(r, moment.at),
                fits: r.fits ? say('walk.fitsSaid') : '',
              })}
              onClick={() => walk(i, false)}
              onDoubleClick={() => open(r)}
              onKeyDown={(e) => {
                if (e.key === 'Enter') open(r);
              }}
            >
              {gap === null ? (
                <span className={styles.spineTitle} lang={r.csl.language}>
                  {r.csl.title}
                </span>
              ) : (
                <span className={styles.gapText}>{gap}</span>
              )}
            </button>
            <span className={styles.class} aria-hidden="true">
              {labels[i]}
            </span>
          </li>
        );
      })}
      {!ends.after && <li className={styles.end}>{say('walk.end')}</li>}
    </ol>
  );
}

/** One field with its button. */
function Ask({
  label,
  hint,
  value,
  button,
  mono = false,
  ask,
}: {
  label: string;
  hint: string;
  value: string;
  button: string;
  mono?: boolean;
  ask: (text: string) => void;
}) {
  const [text, setText] = useState(value);
  useEffect(() => setText(value), [value]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    ask(text.trim());
  };
  return (
    <form className={styles.ask} onSubmit={submit}>
      <label>
        {label}{' '}
        <input
          type="text"
          className={mono ? `${kit.box} ${styles.mono}` : kit.box}
          value={text}
          placeholder={hint}
          onChange={(e) => setText(e.target.value)}
        />
      </label>{' '}
      <button type="submit" className={kit.link}>
        {button}
      </button>
    </form>
  );
}

/** What has stood for a moment; the first at once. */
function useSettled(value: string | null): string | null {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), SETTLED);
    return () => clearTimeout(timer);
  }, [value]);
  return settled ?? value;
}

function TheShelf() {
  const { info, moment } = useHere();
  const address = useAddress();
  const place: Place = {
    record: address.get('record'),
    callno: address.get('callno'),
    at: address.get('stands'),
  };
  const campus = address.get('campus');
  const q = address.get('q') ?? '';
  const shelf = useShelf(place, { campus, q, moment: moment.at });
  const { rows, at, next, near } = shelf;
  const current = at >= 0 ? rows[at] : undefined;
  const settled = useSettled(current?.id ?? null);
  const nameOf = (id: string): string => info.campuses.find((c) => c.id === id)?.name ?? id;
  const placeOf = (r: ShelfRow): string =>
    say('walk.place', { campus: nameOf(r.campus), location: r.location || 'none' });
  useEffect(() => {
    if (at >= 0) near(at);
  }, [at, near]);

  const wantsFocus = useRef(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each place that was walked to
  useEffect(() => {
    if (!wantsFocus.current) return;
    wantsFocus.current = false;
    document.querySelector<HTMLElement>(`.${styles.shelf} [aria-current]`)?.focus({ preventScroll: true });
  }, [current && keyOf(current)]);
  const change = (values: Readonly<Record<string, string | null>>, step: boolean) => {
    const params = new URLSearchParams(window.location.search);
    for (const [name, value] of Object.entries(values))
      if (value) params.set(name, value);
      else params.delete(name);
    (step ? go : adjust)(params);
  };
  const standAt = (r: { id: string; callNumber: string; campus: string }, step: boolean) =>
    change({ record: r.id, callno: r.callNumber, stands: r.campus }, step);
  const owed = useRef(0);
  const walk = (to: number, focus: boolean) => {
    const within = Math.max(0, Math.min(rows.length - 1, to));
    const row = rows[within];
    if (!row) return;
    const more = to < within ? shelf.more.before : to > within && shelf.more.after;
    owed.current = more ? to - within : 0;
    if (owed.current) near(within);
    wantsFocus.current = focus;
    standAt(row, false);
  };
  // A key that walked past what was fetched goes on when more has come.
  // biome-ignore lint/correctness/useExhaustiveDependencies: when the stretch has grown
  useEffect(() => {
    if (owed.current && at >= 0) walk(at + owed.current, true);
  }, [rows.length]);
  const open = (r: ShelfRow) => window.location.assign(`/records/${encodeURIComponent(r.id)}`);
  const asked = place.record !== null || place.callno !== null;
  return (
    <div className={styles.view}>
      <header className={styles.head}>
        <h1 className={kit.head}>{say('walk.title')}</h1>
        <Ask
          label={say('walk.callNumber')}
          hint={say('walk.callNumberHint')}
          value={current?.callNumber ?? place.callno ?? ''}
          button={say('walk.go')}
          mono
          ask={(text) => text && change({ record: null, callno: text, stands: null }, true)}
        />
        {!current && <WhereIsIt what="callno" label={say('walk.aCallNumber')} />}
        <label className={styles.along}>
          {say('walk.along')}{' '}
          <select
            className={kit.box}
            value={campus ?? ''}
            onChange={(e) => change({ campus: e.target.value || null, stands: null }, true)}
          >
            <option value="">{say('walk.allCampuses')}</option>
            <CampusOptions />
          </select>
        </label>
        <Ask
          label={say('walk.lookingFor')}
          hint={say('walk.lookingForHint')}
          value={q}
          button={say('walk.mark')}
          ask={(text) => change({ q: text || null }, true)}
        />
      </header>
      {!asked && <p className={styles.hint}>{say('walk.whereTo')}</p>}
      {shelf.error !== null && asked && <Failure error={shelf.error} again={shelf.again} />}
      {shelf.pending && <p className={styles.hint}>{say('walk.looking')}</p>}
      {asked && !shelf.pending && shelf.error === null && rows.length === 0 && (
        <p className={styles.hint}>{say('walk.empty')}</p>
      )}
      {rows.length > 0 && (
        <>
          <Strip rows={rows} at={at} ends={shelf.more} placeOf={placeOf} walk={walk} open={open} />
          <div className={styles.under}>
            {current && (
              <p aria-live="polite">
                <span className={styles.mono}>{current.callNumber}</span> · {placeOf(current)} ·{' '}
                {statusText(current, moment.at)}
                {current.copies > 1 && ` · ${say('walk.copies', { n: current.copies })}`} ·{' '}
                {current.pages === null ? say('walk.noPages') : say('walk.pages', { pages: current.pages })}
                {current.fault && (
                  <span className={styles.fault}>{say('walk.fault', { fault: current.fault })}</span>
                )}
              </p>
            )}
            {q !== '' && next && (
              <p className={styles.nearest}>
                {next.before === null && next.after === null && !current?.fits && say('walk.nothingFits')}
                {next.before && (
                  <button
                    type="button"
                    className={kit.link}
                    onClick={() => next.before && standAt(next.before, true)}
                  >
                    ← {say('walk.leftNearest')}
                  </button>
                )}{' '}
                {next.after && (
                  <button
                    type="button"
                    className={kit.link}
                    onClick={() => next.after && standAt(next.after, true)}
                  >
                    {say('walk.rightNearest')} →
                  </button>
                )}
              </p>
            )}
            <p className={`${styles.keys} ${kit.forKeys}`}>{say('walk.keysHint')}</p>
          </div>
        </>
      )}
      {current && settled && (
        <ItemPane
          id={settled}
          needBy={null}
          position={null}
          back={say('walk.title')}
          close={() => document.querySelector<HTMLElement>(`.${styles.shelf} [aria-current]`)?.focus()}
          step={() => undefined}
        />
      )}
    </div>
  );
}

export default function ShelfView() {
  return (
    <AskingApp>
      <TheShelf />
    </AskingApp>
  );
}
