/** The reader's notices, gathered anew when the clock moves, a slip changes or something else was asked. */
import { useEffect, useState } from 'react';
import { type Gathered, gatherNotices } from '../../browser/notices';
import { theStore } from '../../browser/store';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';

/** Null until it is known. */
export function useNotices(): Gathered | null {
  const { reader, moment, slips, info } = useHere();
  const [gathered, setGathered] = useState<Gathered | null>(null);
  const { noticeDays } = info.policy.loans;
  // How many there are is enough to know that one came or went.
  const asked = useKept(
    () =>
      Promise.all([theStore().questions.count(), theStore().standing.count()]).then((counts) =>
        counts.join(),
      ),
    [reader.id],
    '',
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again when something was asked or kept
  useEffect(() => {
    let gone = false;
    gatherNotices(theStore(), reader.id, moment, { slips, noticeDays }).then(
      (found) => !gone && setGathered(found),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [reader.id, moment, slips, noticeDays, asked]);
  return gathered;
}
