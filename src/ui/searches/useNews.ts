import { useQueries } from '@tanstack/react-query';
import type { StandingSearch } from '../../browser/rows';
import { countNew } from '../../browser/searches';
import { useHere } from '../kit/app';

/** How many are new for each standing search since it was last looked at. */
export function useNews(standing: readonly StandingSearch[]): readonly (number | null)[] {
  const { moment } = useHere();
  const today = moment.at.slice(0, 10);
  const answers = useQueries({
    queries: standing.map((s) => ({
      queryKey: ['news', s.id, s.seen, today, moment.situation],
      queryFn: () => countNew(s, moment),
    })),
  });
  return answers.map((a) => a.data ?? null);
}
export const newHref = (s: StandingSearch): string => `/?${s.address}&since=${s.seen}&sort=added`;
