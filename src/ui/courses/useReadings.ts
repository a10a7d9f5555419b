/** A course's readings with when they can be read and until when they must be asked for. */
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { getKept } from '../../browser/client';
import { getAskBy } from '../../browser/further';
import { type Course, type Meeting, neededBy, type Reading } from '../../core/courses/course';
import { type ReadingStanding, standingOfReading } from '../../core/courses/weekPlan';
import type { ReferenceItem } from '../../core/model/record';
import { isEnded } from '../../core/model/slipStates';
import { dayOf, isoDay, type Minutes, parseLocal } from '../../core/model/time';
import { slipsByThing } from '../../core/requests/slip';
import type { AskByAnswer, KeptAnswer } from '../../words/answers';
import { useHere } from '../kit/app';

/** Readings that one question asks for. */
const AT_ONCE = 100;

export interface ReadingLine {
  readonly reading: Reading;
  readonly csl: ReferenceItem;
  /** Undefined before it was heard of; null for a record that is not there. */
  readonly found: KeptAnswer | null | undefined;
  readonly ask: AskByAnswer | null | undefined;
  /** Null before it was worked out. */
  readonly standing: ReadingStanding | null;
}
export interface MeetingLines {
  readonly meeting: Meeting;
  /** ISO day by which its readings are to be there; empty where the meeting has no day. */
  readonly needBy: string;
  readonly past: boolean;
  readonly lines: readonly ReadingLine[];
}
const NO_TITLE: ReferenceItem = { type: 'document', title: '' };

export function useReadings(course: Pick<Course, 'meetings'>): {
  readonly meetings: readonly MeetingLines[];
  readonly error: unknown;
  readonly again: () => void;
} {
  const { moment, slips } = useHere();
  const today = dayOf(parseLocal(moment.at) as Minutes);
  const all = useMemo(
    () =>
      course.meetings.flatMap((m) => {
        const by = neededBy(m);
        // What was needed in the past is looked up as if it were needed today: it may still be wanted.
        const needBy = by === null ? '' : isoDay(by < today ? today : by);
        return m.readings.map((r) => ({ record: r.record, csl: r.csl ?? NO_TITLE, needBy }));
      }),
    [course.meetings, today],
  );
  const pieces = useMemo(
    () =>
      Array.from({ length: Math.ceil(all.length / AT_ONCE) }, (_, i) =>
        all.slice(i * AT_ONCE, (i + 1) * AT_ONCE),
      ),
    [all],
  );
  const kept = useQueries({
    queries: pieces.map((things) => ({
      queryKey: ['readings', things, moment],
      queryFn: () => getKept(things, moment),
    })),
  });
  const asks = useQueries({
    queries: pieces.map((things) => ({
      queryKey: ['ask-by', things, moment],
      queryFn: async () => {
        const dated = things.filter((t) => t.needBy !== '');
        const answers = dated.length ? await getAskBy(dated, moment) : [];
        const by = new Map(dated.map((t, i) => [t, answers[i]]));
        return things.map((t) => by.get(t));
      },
    })),
  });
  const founds = kept.flatMap(
    (q, i): readonly (KeptAnswer | null | undefined)[] => q.data ?? (pieces[i] ?? []).map(() => undefined),
  );
  const answers = asks.flatMap(
    (q, i): readonly (AskByAnswer | null | undefined)[] => q.data ?? (pieces[i] ?? []).map(() => undefined),
  );
  const slipsOf = slipsByThing(slips);
  let n = 0;
  const meetings = course.meetings.map((meeting): MeetingLines => {
    const by = neededBy(meeting);
    return {
      meeting,
      needBy: by === null ? '' : isoDay(by),
      past: by !== null && by < today - 1,
      lines: meeting.readings.map((reading): ReadingLine => {
        const [found, ask] = [founds[n], answers[n]];
        n++;
        const csl = (found?.csl ?? reading.csl ?? NO_TITLE) as ReferenceItem;
        const own = slipsOf({ record: reading.record, csl, ...(reading.kind ? { kind: reading.kind } : {}) });
        return {
          reading,
          csl,
          found,
          ask,
          standing:
            (by === null ? found : ask) === undefined
              ? null
              : standingOfReading(ask ?? null, {
                  asked: own.some((s) => !isEnded(s.state) && s.state !== 'draft'),
                  onDesk: reading.desk !== undefined,
                  soonest: by === null ? (found?.best?.action.do ?? 'nothing') : null,
                }),
        };
      }),
    };
  });
  const failed = [...kept, ...asks].find((q) => q.isError);
  return {
    meetings,
    error: failed?.error ?? null,
    again: () => {
      for (const q of [...kept, ...asks]) if (q.isError) void q.refetch();
    },
  };
}
