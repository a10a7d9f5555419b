/** What every island shares: the library's data, who reads and when, the reader's slips. */

import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';
import { currentReader, NO_SETTINGS, readSettings, type Settings } from '../../browser/settings';
import { slipsOf } from '../../browser/slipRows';
import { theStore } from '../../browser/store';
import type { LibraryInfo, Moment } from '../../core/discovery/answers';
import type { Reader } from '../../core/model/reader';
import type { Slip } from '../../core/model/slip';
import { isoLocal, type Minutes, minutes, parseLocal } from '../../core/model/time';
import { Boundary } from './Boundary';
import { Failure } from './Failure';
import { useKept } from './useKept';
import { useLibrary } from './useLibrary';

export interface Here {
  readonly info: LibraryInfo;
  readonly settings: Settings;
  readonly reader: Reader;
  readonly moment: Moment;
  readonly slips: readonly Slip[];
}
export const HereContext = createContext<Here | null>(null);

/** Who, when, and with which slips. Only inside `App`, or where a test says who is here. */
export function useHere(): Here {
  const here = useContext(HereContext);
  if (!here) throw new Error('useHere outside App');
  return here;
}

/** Minutes after which waits are worked out anew, and news asked for, while a page stays open. */
const TICK = 5;
/** Now by the library's clock: as the server said it, and as long after as it is by this machine's. */
function useNow(info: LibraryInfo | undefined): string {
  const [said, setSaid] = useState<{ readonly now: Minutes; readonly heard: number } | null>(null);
  const [passed, setPassed] = useState(0);
  useEffect(() => {
    if (!info || info.movable) return;
    setSaid({ now: parseLocal(info.now) as Minutes, heard: performance.now() });
  }, [info]);
  useEffect(() => {
    if (!said) return;
    const look = () => {
      const minutesPassed = Math.floor((performance.now() - said.heard) / 60_000);
      if (document.visibilityState === 'visible') setPassed(minutesPassed - (minutesPassed % TICK));
    };
    const timer = setInterval(look, 60_000);
    document.addEventListener('visibilitychange', look);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
    };
  }, [said]);
  return said ? isoLocal(minutes(said.now + passed)) : (info?.now ?? '');
}

/** Milliseconds that the page waits for what was kept before signing in. */
const PATIENCE = 3000;
/** Whether what belongs to who is signed in now is theirs already: what was kept before signing in comes along. */
function useArrival(info: LibraryInfo | undefined, settings: Settings | undefined): boolean {
  const now = info ? (info.reader?.id ?? null) : undefined;
  const before = settings?.reader;
  const same = now !== undefined && before === now;
  const [left, setLeft] = useState(false);
  useEffect(() => {
    if (now === undefined || before === undefined || before === now) return;
    const store = theStore();
    // A browser that keeps nothing, or whose store does not answer, has nothing to take along.
    const goOn = () => setLeft(true);
    const patience = setTimeout(goOn, PATIENCE);
    import('../../browser/arrive').then((m) => m.arrive(store, now)).catch(goOn);
    return () => clearTimeout(patience);
  }, [now, before]);
  return same || left;
}

function Ready({ children, quiet }: { children: ReactNode; quiet: boolean }) {
  const library = useLibrary();
  const settings = useKept(() => readSettings(theStore()), [], NO_SETTINGS);
  const { info } = library;
  const arrived = useArrival(info, settings);
  const reader = useMemo(() => (info && settings ? currentReader(info, settings) : null), [info, settings]);
  const slips = useKept(() => (reader ? slipsOf(theStore(), reader.id) : []), [reader?.id], []);
  const now = useNow(info);
  const at = info?.movable ? (settings?.clock ?? info.now) : now;
  const { campus, category, remote } = reader ?? {};
  // The same value as long as it says the same: what is asked for a moment is not asked again with every slip.
  const moment = useMemo(
    (): Moment | null =>
      campus === undefined || category === undefined || remote === undefined
        ? null
        : { situation: { campus, category, remote }, at },
    [campus, category, remote, at],
  );
  const here = useMemo(
    () =>
      info && settings && reader && slips && moment && arrived
        ? { info, settings, reader, slips, moment }
        : null,
    [info, settings, reader, slips, moment, arrived],
  );
  if (library.error !== null)
    return quiet ? null : <Failure error={library.error} again={library.again} whole />;
  return here ? <HereContext value={here}>{children}</HereContext> : null;
}

/** `quiet`: shows nothing instead of a failure, where another island of the page already says it. */
export function App({ children, quiet = false }: { children: ReactNode; quiet?: boolean }) {
  return (
    <Boundary quiet={quiet}>
      <Ready quiet={quiet}>{children}</Ready>
    </Boundary>
  );
}
