/** What of the reader's notices has to be asked of the library: answers, and what is new in standing searches. */
import type { Moment } from '../core/discovery/answers';
import type { Heard } from '../core/notices/notices';
import { getAnswers } from './client';
import type { Question, StandingSearch } from './rows';
import { countNew } from './searches';

/** So many standing searches are looked at; nobody follows more. */
const FOLLOWED = 20;
export interface Asked extends Pick<Heard, 'answers' | 'news'> {
  /** Something could not be asked, and is left out. */
  readonly partly: boolean;
}
export async function askForNotices(
  questions: readonly Question[],
  standing: readonly StandingSearch[],
  moment: Moment,
): Promise<Asked> {
  let partly = false;
  const orElse = <T>(asked: Promise<T>, otherwise: T): Promise<T> =>
    asked.catch(() => {
      partly = true;
      return otherwise;
    });
  const [answers, news] = await Promise.all([
    questions.length ? orElse(getAnswers(questions, moment), []) : [],
    Promise.all(
      standing
        .slice(0, FOLLOWED)
        .map(async (search) => ({ search, n: await orElse(countNew(search, moment), 0) })),
    ),
  ]);
  return { answers, news, partly };
}
