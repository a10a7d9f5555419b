/** Slips and what the desk says, as one account. */
import { useMemo } from 'react';
import { type Account, accountOf, type DeskAccount } from '../../core/circulation/account';
import { dayOf, type Minutes, parseLocal } from '../../core/model/time';
import { own } from '../../core/table';
import { useHere } from '../kit/app';

/** Before the reader said anything: reminded as the library's notices are. */
export const NO_LOAN_SETTINGS = { remind: -1, keepsPast: true } as const;
type Known = DeskAccount & { readonly records: Readonly<Record<string, string>> };

/** @param desk null where the desk was not asked: what slips brought, then */
export function useOneAccount(desk: Known | null): Account {
  const { info, reader, slips, moment } = useHere();
  const today = dayOf(parseLocal(moment.at) as Minutes);
  return useMemo(
    () =>
      accountOf(desk, slips, {
        campuses: info.campuses,
        policy: info.policy,
        category: reader.category,
        today,
        recordOf: (edition) => own<string, string>(desk?.records ?? {}, edition) ?? '',
      }),
    [desk, slips, info, reader.category, today],
  );
}
