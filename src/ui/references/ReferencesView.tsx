/**
 * References: a pasted bibliography on the left, each of its references read, matched and timed on the right.
 */

import {
  type ChangeEvent,
  type DragEvent,
  lazy,
  Suspense,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { setAside } from '../../browser/aside';
import { AskError, resolveReferences } from '../../browser/client';
import { shortId } from '../../browser/ids';
import type { ReadingTask } from '../../browser/reading';
import {
  bibliographyOf,
  keepBibliography,
  NO_BIBLIOGRAPHY,
  ReferenceReader,
  Stopped,
} from '../../browser/references';
import type { Bibliography, KeptReference } from '../../browser/rows';
import { theStore } from '../../browser/store';
import { noteTrouble, notKept } from '../../browser/trouble';
import { matchOf, STANDINGS, type Standing, standingOf } from '../../core/discovery/standing';
import { parseDay } from '../../core/model/time';
import type { ResolvedReference } from '../../words/answers';
import '../../words/generated/file';
import { say } from '../../words/generated/references';
import { standingLabel } from '../../words/labels';
import { App, useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { type AskedColumns, ColumnChooser } from './ColumnChooser';
import { Export } from './Export';
import { ReferenceRow } from './ReferenceRow';
import styles from './references.module.css';

const BulkSlips = lazy(() => import('./BulkSlips'));
const AT_A_TIME = 20;
const LARGEST = 50_000_000;

/**
 * What is known of each reference, asked for a few at a time; what is asked twice is answered from memory.
 */
function useResolved(rows: readonly KeptReference[], needBy: string) {
  const { moment } = useHere();
  const known = useRef(new Map<string, ResolvedReference>());
  const [, redraw] = useState(0);
  const [failure, setFailure] = useState<string | null>(null);
  const [again, setAgain] = useState(0);
  const keyOf = useCallback(
    (r: KeptReference) =>
      `${moment.at}|${moment.situation.campus}|${moment.situation.remote}|${needBy}|${JSON.stringify(r.ref.csl)}`,
    [moment, needBy],
  );
  const keys = useMemo(() => rows.map(keyOf).join('\n'), [rows, keyOf]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the keys say all that matters of the rows
  useEffect(() => {
    const stop = new AbortController();
    const open = rows.filter((r) => !known.current.has(keyOf(r)));
    const work = async () => {
      let next = 0;
      const take = async (): Promise<void> => {
        const some = open.slice(next, next + AT_A_TIME);
        next += AT_A_TIME;
        if (!some.length) return;
        const found = await resolveReferences(
          some.map((r) => r.ref.csl),
          moment,
          needBy,
          stop.signal,
        );
        some.forEach((r, i) => {
          known.current.set(keyOf(r), found[i] as ResolvedReference);
        });
        redraw((n) => n + 1);
        await take();
      };
      // Two at a time: the index has more than one thread.
      await Promise.all([take(), take()]);
      setFailure(null);
    };
    work().catch((error: unknown) => {
      if (!stop.signal.aborted)
        setFailure(error instanceof AskError ? error.message : say('references.theyCouldNotBeLookedUp'));
    });
    return () => stop.abort();
  }, [keys, again]);
  return {
    found: (r: KeptReference) => known.current.get(keyOf(r)),
    failure,
    retry: () => setAgain((n) => n + 1),
  };
}

/** What can be brought back, and how that is said. */
interface Undoing {
  readonly bib: Bibliography;
  readonly text: string;
  readonly act: string;
}
const replaced = (bib: Bibliography): Undoing => ({
  bib,
  text: say('references.whatStoodHereBeforeIsKept'),
  act: say('references.bringItBack'),
});

function References() {
  const { reader, moment, info } = useHere();
  const example = info.words.examples.bibliography ?? '';
  const [bib, setBib] = useState<Bibliography | null>(null);
  const [reading, setReading] = useState<{ done: number; total: number } | null>(null);
  const [said, setSaid] = useState<readonly string[]>([]);
  const [undo, setUndo] = useState<Undoing | null>(null);
  const [only, setOnly] = useState<Standing | null>(null);
  const [bulk, setBulk] = useState(false);
  const [over, setOver] = useState(false);
  const [columns, setColumns] = useState<AskedColumns | null>(null);
  const work = useRef<ReferenceReader | null>(null);
  /** What stood here before the reading that goes on. */
  const earlier = useRef<Bibliography | null>(null);
  useEffect(() => {
    work.current = new ReferenceReader();
    return () => work.current?.stop();
  }, []);
  useEffect(() => {
    let here = true;
    void bibliographyOf(theStore(), reader.id)
      .catch((error) => void noteTrouble(error))
      .then((b) => here && setBib(b ?? { ...NO_BIBLIOGRAPHY, reader: reader.id }));
    return () => {
      here = false;
    };
  }, [reader.id]);
  const set = (next: Bibliography) => {
    setBib(next);
    void keepBibliography(theStore(), next);
  };
  const rows = bib?.rows ?? [];
  const needBy = bib && parseDay(bib.needBy) !== null ? bib.needBy : '';
  const { found, failure, retry } = useResolved(rows, needBy);
  const standings = rows.map((r) => {
    const f = found(r);
    return standingOf(r.ref.csl, f, matchOf(f, r.chosen));
  });
  const counts = STANDINGS.map((s) => [s, standings.filter((x) => x === s).length] as const).filter(
    ([, n]) => n > 0,
  );
  const late = rows.filter((r) => matchOf(found(r), r.chosen)?.wait.verdict === 'too-late').length;
  const lookedUp = standings.filter((s) => s !== 'open').length;
  const pasted = useRef(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when the store has answered
  useEffect(() => {
    const paste = new URLSearchParams(window.location.search).get('paste');
    if (!bib || !paste || pasted.current) return;
    pasted.current = true;
    window.history.replaceState(null, '', '/references');
    void read({ text: paste });
  }, [bib]);
  if (!bib) return null;

  async function read(what: ReadingTask): Promise<void> {
    if (!bib) return;
    const before = { ...bib, text: bib.read };
    earlier.current = before;
    let taken: readonly KeptReference[] = [];
    const told: string[] = [];
    let asked: AskedColumns | null = null;
    setSaid([]);
    setOnly(null);
    setReading({ done: 0, total: 0 });
    const text = 'text' in what ? what.text : say('references.fromTheFile', { name: what.name });
    const base: Bibliography = { ...bib, text, read: text };
    try {
      await work.current?.read(what, (p) => {
        taken = [...taken, ...p.refs.map((ref) => ({ id: shortId(), ref }))];
        told.push(...p.problems.map((said) => say(said)));
        if (p.headings && 'name' in what) asked = { name: what.name, file: what.file, headings: p.headings };
        setReading({ done: p.done, total: p.total });
        // Shown at once, kept when all are there: writing a growing list again and again would cost more than
        // reading it.
        setBib({ ...base, rows: taken });
      });
      setColumns(asked);
      if (!asked && taken.length) await keepBibliography(theStore(), { ...base, rows: taken });
      if (asked) {
        set(before);
        return;
      }
      if (before.rows.length) setUndo(replaced(before));
      const n = taken.length;
      setSaid([n ? say('references.read2', { n }) : say('references.noReferenceWasFoundInThis'), ...told]);
      if (!n) set({ ...bib, text });
    } catch (error) {
      if (error instanceof Stopped) return;
      set(taken.length ? { ...base, rows: taken } : { ...bib, text });
      setSaid([notKept(error), say('references.whatYouPastedIsStillHere')]);
    } finally {
      setReading(null);
    }
  }
  const takeFile = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > LARGEST) return setSaid([say('references.isOver50MbTakeA', { name: file.name })]);
    await read({ name: file.name, file });
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void takeFile(event.dataTransfer.files[0]);
  };
  const cancel = () => {
    work.current?.stop();
    setReading(null);
    const [before, partly] = [earlier.current, bib];
    if (!before?.rows.length) {
      // Nothing stood here before: what was read until now was only shown so far, and is kept.
      set(partly);
      setSaid([say('references.stoppedWhatWasReadUntilThen')]);
      return;
    }
    // The text stays in its box; what stood below comes back, and what was read is not lost either.
    set({ ...before, text: partly.text });
    setSaid([say('references.stoppedWhatStoodHereBeforeIs')]);
    const n = partly.rows.length;
    setUndo(
      n
        ? {
            bib: partly,
            text: say('references.readUntilThen', { n }),
            act: say('references.takeThose'),
          }
        : null,
    );
  };
  const shown = rows.filter((_, i) => only === null || standings[i] === only);
  const wanting = rows.filter((_, i) => ['slip', 'ask', 'unlikely'].includes(standings[i] as string));

  const matched = rows.flatMap((r) => matchOf(found(r), r.chosen) ?? []);
  const putAside = async () => {
    const n = await setAside(
      theStore(),
      reader.id,
      matched.map((m) => ({ record: m.id, title: m.csl.title, line: m.line })),
      moment.at,
    );
    setSaid([
      n === matched.length
        ? say('references.setAside', { n })
        : say('references.setAsideTheOthersWereThere', { n }),
    ]);
  };

  return (
    <div className={styles.columns}>
      <section className={styles.left} aria-label={say('references.yourText')}>
        <h1>{say('references.references')}</h1>
        <p className={styles.hint}>{say('references.pasteAReferenceAReadingList')}</p>
        {/* biome-ignore lint/a11y/noStaticElementInteractions: dropping a file is an extra; the button below does the same */}
        <div
          className={styles.drop}
          data-over={over || undefined}
          onDragOver={(e) => {
            e.preventDefault();
            setOver(true);
          }}
          onDragLeave={() => setOver(false)}
          onDrop={drop}
        >
          <label className="sr" htmlFor="paste">
            {say('references.referencesAsText')}
          </label>
          <textarea
            id="paste"
            value={bib.text}
            onChange={(e) => set({ ...bib, text: e.target.value })}
            placeholder={example}
            spellCheck={false}
          />
        </div>
        <div className={styles.tools}>
          <button
            type="button"
            className={kit.main}
            disabled={reading !== null || !bib.text.trim()}
            onClick={() => void read({ text: bib.text })}
          >
            {rows.length ? say('references.readAgain') : say('references.read')}
          </button>
          <label className={styles.file}>
            <input
              type="file"
              accept=".ris,.bib,.json,.txt,.xml,.mrc,.csv,text/plain"
              className="sr"
              onChange={(e: ChangeEvent<HTMLInputElement>) => {
                void takeFile(e.target.files?.[0]);
                e.target.value = '';
              }}
            />
            <span className={kit.link}>{say('references.chooseAFile')}</span>
          </label>
          {!bib.text && example && (
            <button type="button" className={kit.link} onClick={() => set({ ...bib, text: example })}>
              {say('references.tryAnExample')}
            </button>
          )}
          {bib.text && rows.length > 0 && (
            <button
              type="button"
              className={kit.link}
              onClick={() => {
                setUndo(replaced(bib));
                set({ ...NO_BIBLIOGRAPHY, reader: reader.id, needBy: bib.needBy });
                setSaid([]);
              }}
            >
              {say('references.clear')}
            </button>
          )}
        </div>
        {columns && (
          <ColumnChooser
            asked={columns}
            take={(chosen) => void read({ name: columns.name, file: columns.file, columns: chosen })}
            close={() => setColumns(null)}
          />
        )}
        {reading && (
          <p className={styles.progress}>
            <progress
              max={Math.max(1, reading.total)}
              value={reading.done}
              aria-label={say('references.referencesRead')}
            />{' '}
            {say('references.of', { done: reading.done })} {reading.total || '…'} {say('references.read3')}
            <button type="button" className={kit.link} onClick={cancel}>
              {say('references.stop')}
            </button>
          </p>
        )}
        <div aria-live="polite">
          {said.slice(0, 8).map((t) => (
            <p key={t} className={styles.said}>
              {t}
            </p>
          ))}
          {said.length > 8 && (
            <p className={styles.said}>{say('references.andMore', { said: said.length - 8 })}</p>
          )}
          {undo && (
            <p className={styles.said}>
              {undo.text}{' '}
              <button
                type="button"
                className={kit.link}
                onClick={() => {
                  set(undo.bib);
                  setUndo(rows.length ? replaced(bib) : null);
                  setSaid([]);
                }}
              >
                {undo.act}
              </button>
            </p>
          )}
        </div>
      </section>
      <section
        className={styles.right}
        aria-label={say('references.whatTheyAre')}
        aria-busy={reading !== null || lookedUp < rows.length}
      >
        {rows.length > 0 && (
          <header className={styles.head}>
            <div className={styles.headRow}>
              <h2>
                {rows.length} {rows.length === 1 ? 'reference' : 'references'}
              </h2>
              <label className={styles.need}>
                {say('references.needBy')}
                <input
                  type="date"
                  min={moment.at.slice(0, 10)}
                  value={bib.needBy}
                  onChange={(e) => set({ ...bib, needBy: e.target.value })}
                />
              </label>
              {needBy && (
                <span className={late ? kit.tag : styles.hint}>
                  {late ? say('references.tooLate', { late }) : say('references.allThatIsKnownComesIn')}
                </span>
              )}
            </div>
            <fieldset className={styles.bar}>
              <legend className="sr">{say('references.whereTheyStand')}</legend>
              {counts.map(([s, n]) => (
                <button
                  key={s}
                  type="button"
                  className={styles.segment}
                  data-standing={s}
                  aria-pressed={only === s}
                  data-off={(only !== null && only !== s) || undefined}
                  style={{ flexGrow: n }}
                  onClick={() => setOnly(only === s ? null : s)}
                >
                  <b>{n}</b> <span>{standingLabel(s, n)}</span>
                </button>
              ))}
            </fieldset>
            <div className={styles.bulk}>
              {wanting.length > 0 && (
                <button
                  type="button"
                  className={kit.plum}
                  onClick={() => setBulk(!bulk)}
                  aria-expanded={bulk}
                >
                  {wanting.length === 1
                    ? say('references.aSlipForTheOneMissing')
                    : say('references.slipsForTheMissing', { wanting: wanting.length })}
                </button>
              )}
              {matched.length > 0 && (
                <button type="button" className={kit.link} onClick={() => void putAside()}>
                  {say('references.setAsideFound', {
                    part:
                      matched.length === 1
                        ? say('references.theOne')
                        : say('references.the', { matched: matched.length }),
                  })}
                </button>
              )}
              <Export
                items={rows.map((r) => ({
                  said: r.ref.csl,
                  record: matchOf(found(r), r.chosen)?.csl ?? null,
                }))}
              />
            </div>
          </header>
        )}
        {failure && (
          <p role="alert" className={kit.failure}>
            {failure}{' '}
            <button type="button" className={kit.link} onClick={retry}>
              {say('references.tryAgain')}
            </button>
          </p>
        )}
        {bulk && wanting.length > 0 && (
          <Suspense fallback={<p className={styles.hint}>{say('references.writingTheSlips')}</p>}>
            <BulkSlips
              things={wanting.map((r) => ({ id: r.id, csl: r.ref.csl, match: matchOf(found(r), r.chosen) }))}
              needBy={needBy}
              close={() => setBulk(false)}
            />
          </Suspense>
        )}
        <ol className={styles.rows}>
          {shown.map((r) => (
            <ReferenceRow
              key={r.id}
              row={r}
              found={found(r)}
              needBy={needBy}
              change={(next) => set({ ...bib, rows: rows.map((x) => (x.id === r.id ? next : x)) })}
              remove={() => {
                setUndo(replaced(bib));
                set({ ...bib, rows: rows.filter((x) => x.id !== r.id) });
              }}
            />
          ))}
        </ol>
        {rows.length === 0 && !reading && (
          <div className={styles.empty}>
            <h2>{say('references.whatComesOut')}</h2>
            <p>{say('references.eachReferenceIsReadItsParts')}</p>
            <p>{say('references.aSyllabusAFootnoteTheEnd')}</p>
          </div>
        )}
      </section>
    </div>
  );
}

export default function ReferencesView() {
  return (
    <App>
      <References />
    </App>
  );
}
