/** The reader's piles as one line, by need-by, each with its standing in one short bar; things are dropped on them. */
import { type FormEvent, useEffect, useRef, useState } from 'react';
import { parseDay } from '../../core/model/time';
import { isAside, type Pile } from '../../core/piles/pile';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/piles';
import { say as sayOf } from '../../words/generated/share';
import { DateField } from '../kit/DateField';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import styles from './piles.module.css';
import { ShortBar } from './StandingBar';
import { usePileLines } from './usePileLines';
import { pileHref, pileName } from './usePiles';

function PileTab({ pile, current, go }: { pile: Pile; current: boolean; go: (id: string) => void }) {
  const { all } = usePileLines(pile);
  const link = useRef<HTMLAnchorElement>(null);
  const [over, setOver] = useState(false);
  useEffect(() => {
    const el = link.current;
    if (!el || current) return;
    let stop = (): void => undefined;
    let left = false;
    void import('./dragging').then(({ pileTarget }) => {
      if (!left) stop = pileTarget(el, pile.id, setOver);
    });
    return () => {
      left = true;
      stop();
    };
  }, [pile.id, current]);
  const needBy = parseDay(pile.needBy);
  return (
    <li>
      <a
        ref={link}
        href={pileHref(pile.id)}
        aria-current={current ? 'true' : undefined}
        data-over={over || undefined}
        title={over ? say('piles.dropHere', { pile: pileName(pile) }) : undefined}
        onClick={(e) => {
          if (e.metaKey || e.ctrlKey || e.shiftKey || e.altKey) return;
          e.preventDefault();
          go(pile.id);
        }}
      >
        <b>{pileName(pile)}</b>
        <span>
          {[
            all ? say('piles.things', { n: all.length }) : '',
            needBy === null ? '' : say('piles.by', { day: dayText(needBy) }),
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
        {all && all.length > 0 && <ShortBar lines={all} />}
      </a>
    </li>
  );
}

/** What is said of a pile: its name, what it is for, by when. */
export interface PileSaid {
  readonly name: string;
  readonly purpose: string;
  readonly needBy: string;
}
export function PileForm({
  first,
  save,
  cancel,
}: {
  first: PileSaid & { readonly fixedName?: string };
  save: (said: PileSaid) => void;
  cancel: () => void;
}) {
  const [said, setSaid] = useState<PileSaid>(first);
  const unread = said.needBy !== '' && parseDay(said.needBy) === null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    // Enter in the field of the day reads it first.
    if ((said.name.trim() || first.fixedName) && !unread) save({ ...said, name: said.name.trim() });
  };
  return (
    <form className={styles.form} onSubmit={submit}>
      {first.fixedName === undefined && (
        <label>
          {say('piles.name')}
          <input
            value={said.name}
            maxLength={200}
            required
            autoComplete="off"
            onChange={(e) => setSaid({ ...said, name: e.target.value })}
          />
        </label>
      )}
      <label>
        {say('piles.purpose')}
        <input
          value={said.purpose}
          maxLength={1000}
          placeholder={say('piles.whatIsItFor')}
          onChange={(e) => setSaid({ ...said, purpose: e.target.value })}
        />
      </label>
      <DateField
        label={say('piles.needBy')}
        value={said.needBy}
        change={(needBy) => setSaid((was) => ({ ...was, needBy }))}
      />
      <p className={styles.row}>
        <button type="submit" className={kit.main}>
          {say('piles.save')}
        </button>
        <button type="button" className={kit.link} onClick={cancel}>
          {say('piles.notNow')}
        </button>
      </p>
    </form>
  );
}
const NOTHING_SAID: PileSaid = { name: '', purpose: '', needBy: '' };

export function PilesLine({
  piles,
  current,
  go,
  make,
  openFile,
  bin,
}: {
  piles: readonly Pile[];
  current: string;
  go: (id: string) => void;
  make: (said: PileSaid) => Promise<void>;
  openFile: (file: File) => Promise<void>;
  bin: number;
}) {
  const others = piles.filter((p) => !isAside(p));
  const loose = piles.filter(isAside);
  return (
    <nav className={styles.piles} aria-label={say('piles.yourPiles')}>
      <ul>
        {[...others, ...loose].map((p) => (
          <PileTab key={p.id} pile={p} current={p.id === current} go={go} />
        ))}
      </ul>
      <p className={styles.pilesTools}>
        <Popover className={kit.link} label={say('piles.newPile')} describe={say('piles.newPile')}>
          {(close) => (
            <>
              <PileForm first={NOTHING_SAID} save={(said) => void make(said).then(close)} cancel={close} />
              <label className={styles.away}>
                {sayOf('share.openPile')}
                <input
                  type="file"
                  accept=".json,application/json"
                  onChange={(e) => {
                    const [file] = e.target.files ?? [];
                    if (file) void openFile(file).then(close);
                  }}
                />
              </label>
            </>
          )}
        </Popover>
        <a href="/piles?bin" aria-current={current === 'bin' ? 'true' : undefined}>
          {say('piles.bin', { n: bin })}
        </a>
      </p>
    </nav>
  );
}
