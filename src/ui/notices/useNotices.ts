/** The reader's notices: asked for when the clock moves or something was asked or kept; slips are known here. */
import { useEffect, useMemo, useState } from 'react';
import { type Asked, askForNotices } from '../../browser/notices';
import { questionsOf } from '../../browser/questions';
import { standingSearches } from '../../browser/searches';
import { theStore } from '../../browser/store';
import { dayOf, type Minutes, parseLocal } from '../../core/model/time';
import { type Notice, noticesOf } from '../../core/notices/notices';
import { useHere } from '../kit/app';
import { useKept } from '../kit/useKept';

export interface Notices {
  readonly notices: readonly Notice[];
  /** Something could not be asked: the list may lack it. */
  readonly partly: boolean;
}
/** Null until it is known. */
export function useNotices(): Notices | null {
  const { reader, moment, slips, info } = useHere();
  const questions = useKept(() => questionsOf(theStore(), reader.id), [reader.id], []);
  const standing = useKept(() => standingSearches(theStore(), reader.id), [reader.id], []);
  const [asked, setAsked] = useState<Asked | null>(null);
  useEffect(() => {
    if (!questions || !standing) return;
    let gone = false;
    void askForNotices(questions, standing, moment).then((heard) => !gone && setAsked(heard));
    return () => {
      gone = true;
    };
  }, [questions, standing, moment]);
  const { noticeDays } = info.policy.loans;
  return useMemo(() => {
    if (!asked || !questions) return null;
    const today = dayOf(parseLocal(moment.at) as Minutes);
    return { notices: noticesOf({ slips, questions, ...asked }, today, noticeDays), partly: asked.partly };
  }, [asked, questions, slips, moment.at, noticeDays]);
}
