/** What the index and the library make of each reference. */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { AskError, resolveReferences } from '../../browser/client';
import { onOtherEdition } from '../../browser/edition';
import type { KeptReference } from '../../browser/rows';
import type { ResolvedReference } from '../../words/answers';
import { say } from '../../words/generated/references';
import { useHere } from '../kit/app';

const AT_A_TIME = 20;

/**
 * What is known of each reference, asked for a few at a time; what is asked twice is answered from memory.
 */
export function useResolved(rows: readonly KeptReference[], needBy: string) {
  const { moment } = useHere();
  const known = useRef(new Map<string, ResolvedReference>());
  const [, redraw] = useState(0);
  const [failure, setFailure] = useState<string | null>(null);
  const [again, setAgain] = useState(0);
  const seenFrom = `${moment.at}|${moment.situation.campus}|${moment.situation.remote}|${needBy}`;
  const keyOf = useCallback((r: KeptReference) => `${seenFrom}|${JSON.stringify(r.ref.csl)}`, [seenFrom]);
  const keys = useMemo(() => rows.map(keyOf).join('\n'), [rows, keyOf]);
  useEffect(
    () =>
      onOtherEdition(() => {
        known.current = new Map();
        setAgain((n) => n + 1);
      }),
    [],
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: the keys say all that matters of the rows and the moment
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
        if (stop.signal.aborted) return;
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
