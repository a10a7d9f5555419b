/**
 * The ask desk, simulated: a pure function of question and clock. The desk sits on working days from nine to
 * five; an answer comes one and a half to four desk hours after the question.
 */

import type { AskDesk, DeskAnswer, DeskQuestion } from '../core/discovery/ports';
import {
  addDays,
  clockOf,
  dayOf,
  isoDay,
  isoLocal,
  type Minutes,
  parseLocal,
  startOf,
  weekdayOf,
} from '../core/model/time';
import { fraction } from '../core/random';

const [OPENS, CLOSES] = [9 * 60, 17 * 60];

export function deskAnswer(
  q: DeskQuestion,
  holidays: readonly { readonly from: string; readonly to: string }[],
  at: string,
): DeskAnswer | null {
  const asked = parseLocal(q.asked);
  if (asked === null) return null;
  const sits = (t: Minutes): boolean => {
    const day = dayOf(t);
    const iso = isoDay(day);
    return weekdayOf(day) > 0 && weekdayOf(day) < 6 && !holidays.some((h) => h.from <= iso && iso <= h.to);
  };
  let left = 90 + Math.floor(fraction(`${q.id}/desk`) * 150);
  let t = asked;
  for (let day = 0; day < 60; day++) {
    const close = startOf(dayOf(t), CLOSES);
    const open = startOf(dayOf(t), OPENS);
    const from = (t > open ? t : open) as Minutes;
    if (sits(t) && from < close) {
      if (close - from >= left) {
        t = (from + left) as Minutes;
        break;
      }
      left -= close - from;
    }
    t = startOf(addDays(dayOf(t), 1), 0);
  }
  const time = isoLocal(t);
  if (time > at) return null;
  const text =
    q.kind === 'link'
      ? 'Thank you for telling us. We tried the link, saw the same, and have written to the provider. Until it works, take the next way on the item’s page; nothing is counted against you.'
      : 'Thank you for your question. We have looked at what you attached. Widen the reach to “everything indexed” and try the subject headings of a record that fits; if it is still missing, make a slip and we will look further. Answer here if that does not help.';
  return {
    id: q.id,
    time: `${isoDay(dayOf(t))}T${String(Math.floor(clockOf(t) / 60)).padStart(2, '0')}:${String(clockOf(t) % 60).padStart(2, '0')}`,
    text,
  };
}

/** @param holidays asked each time: the rules may change while the server runs */
export const standinAskDesk = (
  holidays: () => readonly { readonly from: string; readonly to: string }[],
): AskDesk => ({
  answers: async (questions, at) => questions.flatMap((q) => deskAnswer(q, holidays(), at) ?? []),
});
