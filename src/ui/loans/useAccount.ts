/** The signed-in reader's account: as the desk has it now, else as it was seen last. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { AskError } from '../../browser/client';
import { getAccount } from '../../browser/desk';
import { type SeenAccount, sawAccount, seenAccount } from '../../browser/loans';
import { theStore } from '../../browser/store';
import type { Account } from '../../core/circulation/account';
import { own } from '../../core/table';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';
import { NO_LOAN_SETTINGS, useOneAccount } from './useOneAccount';

export interface AccountNow {
  /** Null before anything is known. */
  readonly account: Account | null;
  /** ISO local time at which the desk said it; null where it was not asked. */
  readonly seen: string | null;
  readonly pending: boolean;
  /** Why the desk's answer is not there; what was seen last is shown, then. */
  readonly error: unknown;
  readonly again: () => void;
}
export function useAccount(): AccountNow {
  const { info, reader, moment, settings } = useHere();
  const asks = info.desk && info.reader !== null;
  const seen = useKept(() => seenAccount(theStore(), reader.id), [reader.id], null);
  const query = useQuery({
    queryKey: ['account', reader.id, moment.at],
    queryFn: async () => {
      const known = await getAccount(moment);
      return { ...known, reader: reader.id, at: moment.at } satisfies SeenAccount;
    },
    enabled: asks,
    placeholderData: (before) => (before?.reader === reader.id ? before : undefined),
  });
  const { data } = query;
  const keepsPast = (own(settings.loans, reader.id) ?? NO_LOAN_SETTINGS).keepsPast;
  useEffect(() => {
    // A browser that keeps nothing shows it all the same.
    if (data) sawAccount(theStore(), data, keepsPast).catch(() => undefined);
  }, [data, keepsPast]);
  const known = asks ? (data ?? (query.error ? seen : null) ?? null) : null;
  const account = useOneAccount(known);
  return {
    account: asks && !known && !query.error ? null : account,
    seen: known ? known.at : null,
    pending: query.isFetching,
    error: query.error,
    again: () => void query.refetch(),
  };
}
/** Lets the account be asked anew: something was done at the desk. */
export function useLookAgain(): () => Promise<void> {
  const client = useQueryClient();
  return () => client.invalidateQueries({ queryKey: ['account'] });
}
/** Whether somebody has to sign in (again) first. */
export const wantsSignIn = (error: unknown): boolean => error instanceof AskError && error.sort === 'sign-in';
