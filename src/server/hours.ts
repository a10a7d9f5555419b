/** Hours with a librarian, for the endpoints: what is free, and what is said to a calendar in the reader's name. */
import { DAYS_SHOWN, type FreeDay, freeHours } from '../core/appointments/free';
import { type Calendars, DeskSilent, type HourAnswer, type SignedIn } from '../core/discovery/ports';
import type { Librarian } from '../core/model/librarian';
import { type Message, msg } from '../core/model/message';
import { addDays, type DayNumber, dayOf, type Minutes, parseLocal, startOf } from '../core/model/time';
import { say } from '../words/generated/hours';
import type { HourBody } from './bodies';
import { problem } from './problem';

export interface Hours {
  readonly librarian: Librarian;
  readonly days: readonly FreeDay[];
}
/** What became of an hour that was asked for. */
export type HourTold = { readonly id: string } & (
  | ({ readonly state: 'taken' } & Pick<HourAnswer, 'place' | 'conference' | 'comment'>)
  | { readonly state: 'refused'; readonly why: Message | string }
  | { readonly state: 'given-back' }
);

/** Answers with a problem document where nobody gives hours, and where a calendar is silent. */
export async function atTheCalendars(
  locals: App.Locals,
  work: (calendars: Calendars, librarians: readonly Librarian[]) => Promise<Response>,
): Promise<Response> {
  const { calendars } = locals;
  const { librarians = [] } = await locals.index.guidance();
  if (!calendars || !locals.info.hours || !librarians.length)
    return problem('not-found', msg('http.nobodyGivesHours'));
  try {
    return await work(calendars, librarians);
  } catch (error) {
    if (!(error instanceof DeskSilent)) throw error;
    locals.failure(error);
    return problem('too-slow', msg('http.theCalendarDoesNotAnswer'));
  }
}

const days = async (
  { info }: Pick<App.Locals, 'info'>,
  calendars: Calendars,
  librarian: Librarian,
  from: DayNumber,
  n: number,
  at: string,
  moving: string | null,
): Promise<readonly FreeDay[]> => {
  const busy = await calendars.busy(librarian, startOf(from), startOf(addDays(from, n)), at);
  // What is moved is not in its own way; the calendar, which knows whose it is, has the last word.
  const [was, length] = [parseLocal(moving ?? ''), info.policy.appointments?.minutes ?? 0];
  const others = busy.filter((b) => was === null || b.from !== was || b.to !== was + length);
  return freeHours(librarian, info, others, { from, days: n, now: parseLocal(at) as Minutes });
};
export const freeOf = async (
  locals: Pick<App.Locals, 'info'>,
  calendars: Calendars,
  librarian: Librarian,
  from: DayNumber,
  at: string,
  moving: string | null,
): Promise<Hours> => ({
  librarian,
  days: await days(locals, calendars, librarian, from, DAYS_SHOWN, at, moving),
});

/**
 * Says one thing to a calendar. What is taken has to be one of the free hours; what stands already is asked
 * about as it is.
 */
export async function tellCalendar(
  locals: Pick<App.Locals, 'info' | 'base'>,
  calendars: Calendars,
  librarian: Librarian,
  who: SignedIn,
  { what, hour, at }: { what: 'take' | 'stands' | 'give-back'; hour: HourBody; at: string },
): Promise<HourTold> {
  const { id, sequence, minutes, campus, title, note } = hour;
  const { info, base } = locals;
  const start = parseLocal(hour.start) as Minutes;
  const place = info.campuses.find((c) => c.id === campus);
  if (what === 'take') {
    const day = await days(locals, calendars, librarian, dayOf(start), 1, at, hour.was ?? null);
    const free = day[0]?.starts.find((s) => s.at === hour.start);
    const fits =
      free &&
      minutes === info.policy.appointments?.minutes &&
      (campus ? free.campus === campus : librarian.online || free.campus === null);
    if (!fits) return { id, state: 'refused', why: msg('hours.notFree') };
  }
  const { name } = who.reader;
  const asked = {
    id,
    sequence,
    librarian,
    reader: { name, email: who.reader.email },
    start,
    minutes,
    summary: say('hours.calendarTitle', { name, title: title || 'none' }),
    description: note,
    location: place?.name ?? '',
    // Only what is ours is passed on in the library's name.
    attach: hour.attach.filter((a) => a.startsWith(`${base}/`)),
  };
  if (what === 'give-back') {
    await calendars.giveBack(asked, at);
    return { id, state: 'given-back' };
  }
  const { accepted, comment, ...where } = await calendars.take(asked, at);
  return accepted
    ? { id, state: 'taken', comment, ...where }
    : { id, state: 'refused', why: comment || msg('hours.notFree') };
}
