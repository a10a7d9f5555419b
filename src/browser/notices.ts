/** What the list of notices is made of, gathered from the store and asked of the library. */
import type { Moment } from '../core/discovery/answers';
import type { Slip } from '../core/model/slip';
import { dayOf, type Minutes, parseDay, parseLocal } from '../core/model/time';
import { type Notice, noticesOf } from '../core/notices/notices';
import { readRequest } from '../core/query/request';
import { getAnswers, getSearch } from './client';
import { questionsOf } from './questions';
import { standingSearches } from './searches';
import type { Store } from './store';

/** So many standing searches are looked at; nobody follows more. */
const FOLLOWED = 20;
export interface Gathered {
  readonly notices: readonly Notice[];
  /** Something could not be asked: the list may lack it. */
  readonly partly: boolean;
}
/** What can't be asked now is left out, and that is said. */
export async function gatherNotices(
  store: Store,
  reader: string,
  moment: Moment,
  { slips, noticeDays }: { readonly slips: readonly Slip[]; readonly noticeDays: number },
): Promise<Gathered> {
  const [questions, standing] = await Promise.all([
    questionsOf(store, reader),
    standingSearches(store, reader),
  ]);
  let partly = false;
  const orElse = <T>(asked: Promise<T>, otherwise: T): Promise<T> =>
    asked.catch(() => {
      partly = true;
      return otherwise;
    });
  const [answers, news] = await Promise.all([
    questions.length ? orElse(getAnswers(questions, moment), []) : [],
    Promise.all(
      standing.slice(0, FOLLOWED).map(async (search) => {
        const request = readRequest(new URLSearchParams(search.address));
        const since = { ...request, since: parseDay(search.seen) };
        const found = await orElse(getSearch(since, moment, { offset: 0, limit: 1 }), null);
        return { search, n: found?.total ?? 0 };
      }),
    ),
  ]);
  const today = dayOf(parseLocal(moment.at) as Minutes);
  return { notices: noticesOf({ slips, questions, answers, news }, today, noticeDays), partly };
}
