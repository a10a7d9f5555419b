/** What every island shares: the query cache, the library's data, who reads and when, the reader's slips. */

import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query';
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';
import { AskError, getLibrary } from '../../browser/client';
import { currentReader, NO_SETTINGS, readSettings, type Settings } from '../../browser/settings';
import { sendGoing, slipsOf, takeNews } from '../../browser/slips';
import { theStore } from '../../browser/store';
import { noteNews, noteTrouble } from '../../browser/trouble';
import type { LibraryInfo, Moment } from '../../core/discovery/answers';
import type { Reader } from '../../core/model/reader';
import type { Slip } from '../../core/model/slip';
import { isListening } from '../../core/model/slipStates';
import { isoLocal, type Minutes, minutes, parseLocal } from '../../core/model/time';
import { Boundary } from './Boundary';
import { Failure } from './Failure';
import { useKept } from './useKept';

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

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 60_000,
      retry: (n, error) => n < 2 && error instanceof AskError && error.sort === 'failed',
      networkMode: 'always',
      refetchOnWindowFocus: false,
    },
  },
});

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

function Ready({ children, quiet }: { children: ReactNode; quiet: boolean }) {
  const library = useQuery({
    queryKey: ['library'],
    queryFn: getLibrary,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const settings = useKept(() => readSettings(theStore()), [], NO_SETTINGS);
  const info = library.data;
  const reader = useMemo(() => (info && settings ? currentReader(info, settings) : null), [info, settings]);
  const slips = useKept(() => (reader ? slipsOf(theStore(), reader.id) : []), [reader?.id], []);
  const now = useNow(info);
  const here = useMemo(() => {
    if (!info || !settings || !reader || !slips) return null;
    const { campus, category, remote } = reader;
    return {
      info,
      settings,
      reader,
      slips,
      moment: {
        situation: { campus, category, remote },
        at: info.movable ? (settings.clock ?? info.now) : now,
      },
    };
  }, [info, settings, reader, slips, now]);
  if (library.isError)
    return quiet ? null : <Failure error={library.error} again={() => void library.refetch()} />;
  return here ? <HereContext value={here}>{children}</HereContext> : null;
}

/** `quiet`: shows nothing instead of a failure, where another island of the page already says it. */
export function App({ children, quiet = false }: { children: ReactNode; quiet?: boolean }) {
  return (
    <QueryClientProvider client={client}>
      <Boundary quiet={quiet}>
        <Ready quiet={quiet}>{children}</Ready>
      </Boundary>
    </QueryClientProvider>
  );
}

/**
 * Takes in news whenever the clock moves or a slip goes out, and sends again what was told to go when the
 * connection is back.
 */
export function useSlipTraffic(): void {
  const { reader, moment, slips } = useHere();
  const under = slips.filter((s) => isListening(s.state)).length;
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again when the clock or the number under way changes, not on every message
  useEffect(() => {
    let gone = false;
    takeNews(theStore(), reader.id, moment)
      .then(() => !gone && noteNews(null))
      .catch((error: unknown) => {
        // What the store could not keep is the store's trouble; that nothing was heard is said with the
        // requests.
        if (!noteTrouble(error, true) && !gone) noteNews(error);
      });
    return () => {
      gone = true;
    };
  }, [reader.id, moment.at, under]);
  useEffect(() => {
    // What could not be sent stays in Outgoing with its reason; what the store could not keep is said in the
    // notice.
    const retry = () =>
      void sendGoing(theStore(), reader.id, moment).catch((error: unknown) => void noteTrouble(error, true));
    retry();
    window.addEventListener('online', retry);
    return () => window.removeEventListener('online', retry);
  }, [reader.id, moment]);
}
