/** The reader's notices: asked for when the clock moves or something was asked or kept; slips are known here. */
import { useEffect, useMemo, useState } from 'react';
import { appointmentsOf, lookAfter } from '../../browser/appointments';
import { getAccount } from '../../browser/desk';
import { sawAccount, seenAccount } from '../../browser/loans';
import { type Asked, askForNotices } from '../../browser/notices';
import { questionsOf } from '../../browser/questions';
import { standingSearches } from '../../browser/searches';
import { theStore } from '../../browser/store';
import { dayOf, type Minutes, parseLocal } from '../../core/model/time';
import { type Notice, noticesOf } from '../../core/notices/notices';
import { own } from '../../core/table';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';
import { NO_LOAN_SETTINGS, useOneAccount } from '../loans/useOneAccount';

export interface Notices {
  readonly notices: readonly Notice[];
  /** Something could not be asked: the list may lack it. */
  readonly partly: boolean;
}
/** Null until it is known. */
export function useNotices(): Notices | null {
  const { reader, moment, slips, info, settings } = useHere();
  const questions = useKept(() => questionsOf(theStore(), reader.id), [reader.id], []);
  const standing = useKept(() => standingSearches(theStore(), reader.id), [reader.id], []);
  const hours = useKept(() => appointmentsOf(theStore(), reader.id), [reader.id], []);
  const [asked, setAsked] = useState<Asked | null>(null);
  useEffect(() => {
    if (!questions || !standing) return;
    let gone = false;
    void askForNotices(questions, standing, moment).then((heard) => !gone && setAsked(heard));
    return () => {
      gone = true;
    };
  }, [questions, standing, moment]);
  // What the desk said last; asked anew once a day of the clock.
  const desk = useKept(() => seenAccount(theStore(), reader.id), [reader.id], null);
  const chosen = own(settings.loans, reader.id) ?? NO_LOAN_SETTINGS;
  const old = desk !== undefined && desk?.at.slice(0, 10) !== moment.at.slice(0, 10);
  const asks = info.desk && info.reader !== null && old;
  useEffect(() => {
    if (!asks) return;
    // Without an answer what was seen last stands.
    getAccount(moment)
      .then((now) => sawAccount(theStore(), { ...now, reader: reader.id, at: moment.at }, chosen.keepsPast))
      .catch(() => undefined);
  }, [asks, moment, reader.id, chosen.keepsPast]);
  // Whether hours stand; without an answer they stand as they did.
  const hasHours = info.hours && info.reader !== null && Boolean(hours?.length);
  useEffect(() => {
    if (hasHours) lookAfter(theStore(), reader.id, moment).catch(() => undefined);
  }, [hasHours, reader.id, moment]);
  const account = useOneAccount(info.reader ? (desk ?? null) : null);
  const { recallDays } = info.policy.loans;
  const noticeDays = chosen.remind < 0 ? info.policy.loans.noticeDays : chosen.remind;
  return useMemo(() => {
    if (!asked || !questions || !hours) return null;
    const today = dayOf(parseLocal(moment.at) as Minutes);
    return {
      notices: noticesOf({ slips, account, questions, hours, ...asked }, today, noticeDays, recallDays),
      partly: asked.partly,
    };
  }, [asked, questions, hours, slips, account, moment.at, noticeDays, recallDays]);
}
