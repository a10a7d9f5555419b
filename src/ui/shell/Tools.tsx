/** The right side of the shell: the demo clock, who is reading, the theme, the keys, the command palette. */

import { Suspense, useEffect, useLayoutEffect, useState } from 'react';
import { part } from '../../browser/parts';
import { clockOf, clockText, dayOf, type Minutes, parseLocal } from '../../core/model/time';
import { dayText } from '../../words/days';
import { say } from '../../words/generated/shell';
import { sayDay, sayJoined } from '../../words/say';
import { App, useHere } from '../kit/app';
import kit from '../kit/kit.module.css';
import { Popover } from '../kit/Popover';
import { Notice } from './Notice';
import styles from './shell.module.css';

const loadPalette = () => import('./Palette');
const Palette = part(loadPalette);
const ClockMenu = part(() => import('./ClockMenu'));
const Readers = part(() => import('./Readers'));
const Afterwards = part(() => import('./Afterwards'));
const SlipTraffic = part(() => import('../kit/SlipTraffic'));
const KeysHelp = part(() => import('./KeysHelp').then((m) => ({ default: m.KeysHelp })));
const PALETTE_AFTER = 3000;

function Clock() {
  const { moment, info } = useHere();
  if (!info.movable) return null;
  const now = parseLocal(moment.at) as Minutes;
  return (
    <Popover
      describe={say('shell.demoClockMoveIt', {
        dayOf: dayText(dayOf(now)),
        clockOf: clockText(clockOf(now)),
      })}
      label={
        <time className={styles.clock}>
          {sayJoined([sayDay(moment.at.slice(0, 10), ''), clockText(clockOf(now))])}
        </time>
      }
      className={styles.tool}
    >
      {(close) => (
        <Suspense>
          <ClockMenu close={close} />
        </Suspense>
      )}
    </Popover>
  );
}

function ReaderSwitch() {
  const { info, reader } = useHere();
  const place = (id: string) => info.campuses.find((c) => c.id === id)?.name ?? id;
  return (
    <Popover
      describe={info.reader ? say('shell.readingAsChange', { name: reader.name }) : say('shell.notSignedIn')}
      label={
        <span className={styles.reader}>
          {info.reader ? reader.name : say(info.signsIn ? 'shell.signIn' : 'shell.reading')}
          <span className={styles.at}>
            , <span className={styles.place}>{place(reader.campus)}</span>
          </span>
        </span>
      }
      className={styles.tool}
    >
      <div className={styles.menu}>
        <Suspense>
          <Readers />
        </Suspense>
      </div>
    </Popover>
  );
}

function Theme() {
  const [dark, setDark] = useState(() => document.documentElement.dataset.theme === 'dark');
  const turn = () => {
    const next = dark ? 'light' : 'dark';
    document.documentElement.dataset.theme = next;
    setDark(!dark);
    try {
      localStorage.setItem('legendum.theme', next);
    } catch {
      // Site data is blocked: the theme holds for this page.
    }
  };
  return (
    <button type="button" className={styles.tool} onClick={turn} aria-pressed={dark}>
      {dark ? say('shell.light') : say('shell.dark')}
    </button>
  );
}

/** Fetched ahead of time: what does not come is fetched when the palette is opened. */
const notYet = (): null => null;

function Tools() {
  const { slips } = useHere();
  const [palette, setPalette] = useState(false);
  const [keys, setKeys] = useState(false);
  const [quiet, setQuiet] = useState(!navigator.onLine);
  // Fetched once the page is quiet, so that typing right after Ctrl K goes into it.
  useEffect(() => {
    const timer = setTimeout(() => {
      loadPalette().catch(notYet);
      setQuiet(true);
    }, PALETTE_AFTER);
    return () => clearTimeout(timer);
  }, []);
  // There as soon as what they belong to is seen.
  useLayoutEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        setPalette((p) => !p);
      }
      if (
        event.key === '?' &&
        !(event.target instanceof HTMLInputElement) &&
        !(event.target instanceof HTMLTextAreaElement)
      )
        setKeys(true);
    };
    document.addEventListener('keydown', pressed);
    return () => document.removeEventListener('keydown', pressed);
  }, []);
  return (
    <>
      <Clock />
      <ReaderSwitch />
      <Theme />
      <button
        type="button"
        className={`${styles.tool} ${styles.commands}`}
        onClick={() => setPalette(true)}
        aria-label={say('shell.commandsCtrlK')}
      >
        <kbd className={`${kit.key} ${kit.forKeys}`}>{say('shell.ctrlK')}</kbd>
        <span className={kit.forTouch}>{say('shell.commands')}</span>
      </button>
      {slips.length > 0 && (
        <Suspense>
          <SlipTraffic />
        </Suspense>
      )}
      {(quiet || slips.length > 0) && (
        <Suspense>
          <Afterwards />
        </Suspense>
      )}
      {keys && (
        <Suspense>
          <KeysHelp close={() => setKeys(false)} />
        </Suspense>
      )}
      {palette && (
        <Suspense>
          <Palette close={() => setPalette(false)} showKeys={() => setKeys(true)} />
        </Suspense>
      )}
    </>
  );
}

export default function ShellTools() {
  return (
    <>
      <Notice />
      <App quiet>
        <Tools />
      </App>
    </>
  );
}
