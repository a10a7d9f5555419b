import { useQueries } from '@tanstack/react-query';
import { getSearch } from '../../browser/client';
import type { StandingSearch } from '../../browser/rows';
import { parseDay } from '../../core/model/time';
import { readRequest } from '../../core/query/request';
import { useHere } from '../kit/app';

/** How many are new for each standing search since it was last looked at. */
export function useNews(standing: readonly StandingSearch[]): readonly (number | null)[] {
  const { moment } = useHere();
  const today = moment.at.slice(0, 10);
  const answers = useQueries({
    queries: standing.map((s) => ({
      queryKey: ['news', s.id, s.seen, today, moment.situation],
      queryFn: () =>
        getSearch({ ...readRequest(new URLSearchParams(s.address)), since: parseDay(s.seen) }, moment, {
          offset: 0,
          limit: 1,
        }),
    })),
  });
  return answers.map((a) => a.data?.total ?? null);
}
export const newHref = (s: StandingSearch): string => `/?${s.address}&since=${s.seen}&sort=added`;
