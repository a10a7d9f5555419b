/** Doing something about a slip that has left: tells the network, keeps what went wrong in words. */
import { useState } from 'react';
import { doOrWait } from '../../browser/offline/waiting';
import { theStore } from '../../browser/store';
import { notKept } from '../../browser/trouble';
import type { Slip } from '../../core/model/slip';
import { dayOf, isoDay, type Minutes, parseLocal } from '../../core/model/time';
import type { ReaderAct } from '../../core/requests/lifecycle';
import { dueDay, loanDays } from '../../core/requests/loans';
import { useHere } from '../kit/app';

export interface Acting {
  readonly busy: boolean;
  /** Why the last act did not work; empty when it did. */
  readonly said: string;
  /** Resolves to whether it was done, or waits for the network. */
  readonly act: (slip: Slip, what: ReaderAct, text?: string) => Promise<boolean>;
}
export function useAct(): Acting {
  const { info, reader, moment } = useHere();
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState('');
  const act = async (slip: Slip, what: ReaderAct, text?: string): Promise<boolean> => {
    setBusy(true);
    const campus = slip.delivery.to === 'pickup' ? slip.delivery.campus : reader.campus;
    const today = dayOf(parseLocal(moment.at) as Minutes);
    const due =
      what === 'collect'
        ? isoDay(dueDay(info, campus, today, loanDays(info.policy, slip.route, reader.category)))
        : undefined;
    try {
      await doOrWait(theStore(), slip, { what, ...(text ? { text } : {}), ...(due ? { due } : {}) }, moment);
      setSaid('');
      return true;
    } catch (error) {
      setSaid(notKept(error));
      return false;
    } finally {
      setBusy(false);
    }
  };
  return { busy, said, act };
}
