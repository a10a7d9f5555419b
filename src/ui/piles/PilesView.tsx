/** Piles: things kept for a purpose, each pile a timetable of its own, with what to do next beside it. */
import { Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { part } from '../../browser/parts';
import { alterItem, alterPile, binOf, change, clearOld, newPile, throwAway } from '../../browser/piles';
import { theStore } from '../../browser/store';
import type { Thing } from '../../core/discovery/manySlips';
import { recordHref } from '../../core/model/address';
import type { ReferenceItem } from '../../core/model/record';
import { parseDay } from '../../core/model/time';
import { isAside, PILE_ORDERS, type Pile } from '../../core/piles/pile';
import type { PileStanding } from '../../core/piles/standing';
import { dayText } from '../../words/days';
import '../../words/generated/keep';
import '../../words/generated/item';
import { say } from '../../words/generated/piles';
import { Cite, CiteOpen } from '../cite/Cite';
import type { ToCite } from '../cite/CiteSheet';
import { ItemPane } from '../item/ItemPane';
import { adjust, go, useAddress } from '../kit/address';
import { useHere } from '../kit/app';
import { Failure } from '../kit/Failure';
import { useKeys } from '../kit/keys';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { AskingApp } from '../kit/queries';
import { Undo } from '../kit/Undo';
import { useKept } from '../kit/useKept';
import { useTyped } from '../kit/useTyped';
import { Bin } from './Bin';
import { ChosenItems } from './ChosenItems';
import { asThing, NextSteps } from './NextSteps';
import nextStyles from './next.module.css';
import type { LineActs } from './PileLineView';
import { PileList, type PileListHandle } from './PileList';
import { PileForm, type PileSaid, PilesLine } from './PilesLine';
import styles from './piles.module.css';
import { SharedPreview, sharedFile, sharedIn } from './SharedPreview';
import { ShareChosen, SharePile } from './SharePile';
import { StandingBar } from './StandingBar';
import { type Acts, useActs } from './useActs';
import { useChoosing } from './useChoosing';
import { matching, type PileLine, usePileLines } from './usePileLines';
import { pileName, usePiles } from './usePiles';
import { usePlacing } from './usePlacing';

const BulkSlips = part(() => import('../references/BulkSlips'));
/** So many are cited in no time anyway. */
const FEW_TO_CITE = 100;
const FetchSheet = part(() => import('./FetchSheet').then((m) => ({ default: m.FetchSheet })));

/** Without what the reader said of it, which the sheet adds and can take back. */
const toCite = ({ item, found }: PileLine): ToCite => ({
  key: item.key,
  csl: (found?.csl as ReferenceItem | undefined) ?? item.csl,
});
/** One place of the address changed, as a step that Back undoes, or not. */
function turnTo(changes: Readonly<Record<string, string | null>>, step = true): void {
  const params = new URLSearchParams(window.location.search);
  for (const [name, value] of Object.entries(changes))
    if (value === null) params.delete(name);
    else params.set(name, value);
  (step ? go : adjust)(params);
}

function PileHead({ pile, n, acts }: { pile: Pile; n: number; acts: Acts }) {
  const { moment } = useHere();
  const needBy = parseDay(pile.needBy);
  const save = (said: PileSaid) => {
    const fields = { ...said, name: isAside(pile) ? '' : said.name, changed: moment.at };
    return acts.act(say('piles.saved'), alterPile(theStore(), pile, fields));
  };
  return (
    <header className={styles.pileHead}>
      <h1>{pileName(pile)}</h1>
      {needBy !== null && <p className={styles.needBy}>{say('piles.by', { day: dayText(needBy) })}</p>}
      {pile.purpose && <p className={styles.purpose}>{pile.purpose}</p>}
      <Popover className={kit.link} label={say('piles.change')} describe={say('piles.change')}>
        {(close) => (
          <>
            <PileForm
              first={{ ...pile, ...(isAside(pile) ? { fixedName: pileName(pile) } : {}) }}
              save={(said) => void save(said).then(close)}
              cancel={close}
            />
            <p className={styles.away}>
              <button
                type="button"
                className={kit.link}
                onClick={() => {
                  void acts
                    .act(
                      isAside(pile)
                        ? say('piles.emptied', { n })
                        : say('piles.thrownAway', { name: pile.name }),
                      throwAway(theStore(), pile, moment.at),
                    )
                    .then(close);
                }}
              >
                {isAside(pile) ? say('piles.emptyAside') : say('piles.throwAway')}
              </button>
            </p>
          </>
        )}
      </Popover>
    </header>
  );
}

function PileNote({ pile }: { pile: Pile }) {
  const { moment } = useHere();
  const { type, ...field } = useTyped(
    pile.note,
    (note) => void alterPile(theStore(), pile, { note, changed: moment.at }),
  );
  return (
    <label className={nextStyles.pileNote}>
      {say('piles.note')}
      <textarea
        rows={3}
        maxLength={8000}
        placeholder={say('piles.pileNoteHint')}
        {...field}
        onChange={(e) => type(e.target.value)}
      />
    </label>
  );
}

function Order({ pile, acts }: { pile: Pile; acts: Acts }) {
  const name = say(`piles.order.${pile.order}`);
  return (
    <Popover className={styles.order} label={name} describe={say('piles.orderChange', { order: name })}>
      {(close) => (
        <fieldset className={styles.choices}>
          <legend className={kit.legend}>{say('piles.order')}</legend>
          {PILE_ORDERS.map((order) => (
            <label key={order} className={kit.check}>
              <input
                type="radio"
                name="order"
                checked={pile.order === order}
                onChange={() =>
                  void acts.act(say('piles.saved'), alterPile(theStore(), pile, { order })).then(close)
                }
              />
              {say(`piles.order.${order}`)}
            </label>
          ))}
        </fieldset>
      )}
    </Popover>
  );
}

/** A pile's lines, what is done with them, and what stands beside them. */
function OnePile({ pile, piles, acts }: { pile: Pile; piles: readonly Pile[]; acts: Acts }) {
  const { moment } = useHere();
  const address = useAddress();
  const open = address.get('item');
  const { all, reach } = usePileLines(pile);
  const [words, setWords] = useState('');
  const [citing, setCiting] = useState<readonly ToCite[] | null>(null);
  const [only, setOnly] = useState<PileStanding | null>(null);
  const [writing, setWriting] = useState<readonly Thing[] | null>(null);
  const lines = matching(all ?? [], words, all?.some((l) => l.standing === only) ? only : null);
  const choosing = useChoosing(() => lines.map((l) => l.item.id));
  const { chosen, turn } = choosing;
  const list = useRef<PileListHandle>(null);
  const placed = pile.order === 'hand';
  const latest = useRef(lines);
  latest.current = lines;
  usePlacing({ pile, piles, lines: latest, list, choosing, acts });

  const show = (record: string | null) => turnTo({ item: record }, !(open && record));
  const focused = () => list.current?.focused() ?? -1;
  const openAt = open === null ? -1 : lines.findIndex((l) => l.item.record === open);
  const move = (by: number) => (event: KeyboardEvent) => {
    if (!lines.length) return;
    event.preventDefault();
    const at = open ? openAt : focused();
    const next = Math.max(0, Math.min(lines.length - 1, at < 0 ? 0 : at + by));
    list.current?.goTo(next);
    const record = lines[next]?.item.record;
    if (open && record) show(record);
  };
  const close = () => {
    const at = openAt;
    turnTo({ item: null });
    requestAnimationFrame(() => at >= 0 && list.current?.goTo(at));
  };
  const current = (): PileLine | undefined => lines[open ? openAt : focused()];
  useKeys({
    ArrowDown: move(1),
    ArrowUp: move(-1),
    j: move(1),
    k: move(-1),
    x: () => {
      const line = current();
      if (line) turn(line.item.id, false);
    },
    X: () => {
      const line = current();
      if (line) turn(line.item.id, true);
    },
    Escape: () => (open ? close() : choosing.clear()),
    c: () => {
      const line = current();
      const some = chosen.size ? lines.filter((l) => chosen.has(l.item.id)) : line ? [line] : lines;
      if (some.length) setCiting(some.map(toCite));
    },
    f: () => {
      const record = current()?.item.record;
      if (record) window.location.href = recordHref(record);
    },
  });
  const { act } = acts;
  const latestShow = useRef(show);
  latestShow.current = show;
  // The same for as long as the pile is shown, so that lines which did not change are not drawn again.
  const lineActs = useMemo(
    (): LineActs => ({
      open: (record) => latestShow.current(record),
      choose: turn,
      edit: (item, fields, settled) => {
        const written = alterItem(theStore(), item, fields);
        // What was typed letter by letter is taken back as one.
        if (settled)
          void act(
            say('piles.saved'),
            written.then(() => ({ items: [settled] })),
          );
      },
    }),
    [turn, act],
  );
  if (!all) return null;
  if (address.get('sheet') === 'fetch')
    return (
      <Suspense>
        <FetchSheet pile={pile} lines={all} back={() => turnTo({ sheet: null })} />
      </Suspense>
    );
  const chosenHere = lines.filter((l) => chosen.has(l.item.id));
  return (
    <div className={styles.columns} data-item={open ? '' : undefined}>
      {citing && <CiteOpen things={citing} close={() => setCiting(null)} />}
      <section className={styles.left} aria-label={pileName(pile)} aria-busy={reach.busy}>
        <PileHead pile={pile} n={all.length} acts={acts} />
        <StandingBar lines={all} only={only} choose={setOnly} />
        {reach.error !== null && <Failure error={reach.error} again={reach.again} />}
        {all.length > 0 && (
          <div className={styles.tools}>
            <Order pile={pile} acts={acts} />
            <input
              type="search"
              className={styles.filter}
              aria-label={say('piles.filter')}
              placeholder={say('piles.filterHint')}
              value={words}
              onChange={(e) => setWords(e.target.value)}
            />
            <Cite things={() => lines.map(toCite)} long={lines.length > FEW_TO_CITE && !reach.busy} />
            <a
              href={`?${new URLSearchParams({ pile: pile.id, sheet: 'fetch' })}`}
              onClick={(e) => {
                if (e.metaKey || e.ctrlKey) return;
                e.preventDefault();
                turnTo({ sheet: 'fetch' });
              }}
            >
              {say('piles.fetchSheet')}
            </a>
            <SharePile pile={pile} lines={lines} />
            <a href={`/ask?${new URLSearchParams({ pile: pile.id })}`} aria-label={say('piles.askAboutIt')}>
              {say('piles.ask')}
            </a>
          </div>
        )}
        {chosenHere.length > 0 && (
          <ChosenItems lines={lines} pile={pile} piles={piles} choosing={choosing} acts={acts}>
            <Cite things={() => chosenHere.map(toCite)} />
            <button
              type="button"
              className={kit.link}
              onClick={() => setWriting(chosenHere.map((l) => asThing(l)))}
            >
              {say('piles.makeSlips', { n: chosenHere.length })}
            </button>
            <ShareChosen lines={chosenHere} />
          </ChosenItems>
        )}
        {writing && (
          <Suspense fallback={<p className={styles.hint}>{say('piles.workingItOut')}</p>}>
            <BulkSlips things={writing} needBy={pile.needBy} close={() => setWriting(null)} />
          </Suspense>
        )}
        {all.length === 0 && (
          <p className={styles.hint}>
            {say('piles.nothingHere')}{' '}
            <span className={kit.forKeys}>
              {say('piles.pressOnALine')} <kbd className={kit.key}>a</kbd>.
            </span>
          </p>
        )}
        {all.length > 0 && lines.length === 0 && <p className={styles.hint}>{say('piles.nothingFits')}</p>}
        <PileList
          handle={list}
          lines={lines}
          needBy={pile.needBy}
          open={open}
          chosen={chosen}
          placed={placed}
          acts={lineActs}
        />
      </section>
      <aside className={styles.pane} aria-label={open ? say('piles.theItem') : say('piles.whatToDoNext')}>
        {open ? (
          <ItemPane
            key={open}
            id={open}
            needBy={parseDay(pile.needBy)}
            position={openAt < 0 ? null : { at: openAt + 1, of: lines.length }}
            back={say('piles.back')}
            close={close}
            step={(by) => {
              const record = lines[openAt + by]?.item.record;
              if (record) show(record);
            }}
          />
        ) : (
          all.length > 0 && (
            <section className={nextStyles.nextPane}>
              <h2>{say('piles.whatToDoNext')}</h2>
              <NextSteps
                pile={pile}
                lines={all}
                setSpend={(spend) => void alterPile(theStore(), pile, { spend, changed: moment.at })}
              />
            </section>
          )
        )}
        {!open && <PileNote pile={pile} />}
      </aside>
    </div>
  );
}

function Piles() {
  const { reader, moment } = useHere();
  const address = useAddress();
  const { piles } = usePiles();
  const acts = useActs();
  const bin = useKept(() => binOf(theStore(), reader.id, moment.at), [reader.id, moment.at], []) ?? [];
  useEffect(() => {
    void clearOld(theStore(), reader.id, moment.at);
  }, [reader.id, moment.at]);
  const { undo, canUndo } = acts;
  const [sent, setSent] = useState(() => sharedIn(window.location.hash));
  useEffect(() => {
    const look = () => setSent(sharedIn(window.location.hash));
    window.addEventListener('hashchange', look);
    return () => window.removeEventListener('hashchange', look);
  }, []);
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      const into = event.target instanceof HTMLElement && event.target.matches('input, textarea, select');
      if (!(event.ctrlKey || event.metaKey) || event.key !== 'z' || event.shiftKey || into) return;
      event.preventDefault();
      undo();
    };
    document.addEventListener('keydown', pressed);
    return () => document.removeEventListener('keydown', pressed);
  }, [undo]);
  if (!piles.length) return null;
  const asked = address.get('pile');
  const inBin = address.has('bin');
  // Without an address: the pile that is needed first, else Aside.
  const first = piles.find((p) => !isAside(p) && p.needBy) ?? piles[0];
  const pile = asked === null ? first : piles.find((p) => p.id === asked);
  const make = async (said: PileSaid) => {
    const made = newPile(reader.id, said, moment.at);
    await acts.act(say('piles.saved'), change(theStore(), { piles: [made] }));
    go(new URLSearchParams({ pile: made.id }));
  };
  return (
    <div className={styles.view}>
      <PilesLine
        piles={piles}
        current={inBin ? 'bin' : (pile?.id ?? '')}
        go={(id) => go(new URLSearchParams({ pile: id }))}
        make={make}
        openFile={(file) => sharedFile(file).then(setSent)}
        bin={bin.length}
      />
      <Undo said={acts.said} back={canUndo ? undo : null} className={styles.said} />
      {typeof sent === 'string' ? (
        <p role="alert" className={kit.failure}>
          {sent}
        </p>
      ) : sent ? (
        <SharedPreview
          pile={sent}
          done={(id) => {
            setSent(null);
            window.history.replaceState(null, '', '/piles');
            go(new URLSearchParams(id === null ? {} : { pile: id }));
          }}
        />
      ) : inBin ? (
        <Bin bin={bin} acts={acts} />
      ) : pile ? (
        <OnePile key={pile.id} pile={pile} piles={piles} acts={acts} />
      ) : (
        <p className={styles.hint}>{say('piles.noSuchPile')}</p>
      )}
    </div>
  );
}

export default function PilesView() {
  return (
    <AskingApp>
      <Piles />
    </AskingApp>
  );
}
