/** An hour with a librarian that a reader took, as it is kept in the browser and carried in an account file. */
import { MAX_ID } from '../model/record';
import { filled, listOf, localTime, maybe, oneOf, type Shaped, shape, text, whole } from '../model/shape';
import { isoLocal, type Minutes, parseLocal } from '../model/time';

const [ID, LINE, LONG] = [100, 2000, 1e6];

export const appointmentShape = shape({
  /** The UID of its calendar entry, less our name. */
  id: filled(ID),
  reader: filled(ID),
  librarian: filled(ID),
  /** The librarian's, as it was when the hour was taken. */
  name: text(LINE),
  start: localTime(),
  minutes: whole(1, 1440),
  /** Where; empty for online. */
  campus: text(ID),
  /** Room, and address of the call, as the calendar said them. */
  place: text(LINE),
  conference: text(LINE),
  note: text(LONG),
  /** What goes with it, by its title; one of the three, or nothing. */
  title: maybe(text(LONG)),
  record: maybe(text(MAX_ID)),
  search: maybe(text(LONG)),
  pile: maybe(text(ID)),
  /** The whole addresses that the librarian has of it. */
  attach: listOf(text(LONG), 10),
  /** How often it was changed (RFC 5545, 3.8.7.4). */
  sequence: whole(0, 1e6),
  /** Given back by the reader, called off by the librarian. */
  state: oneOf(['taken', 'given-back', 'called-off']),
  /** What the librarian said to it. */
  said: maybe(text(LINE)),
  changed: localTime(),
});
export type Appointment = Shaped<typeof appointmentShape>;

/** Those that are still to come or going on, the next first. */
export const toCome = (all: readonly Appointment[], now: string): readonly Appointment[] =>
  all.filter((a) => a.state === 'taken' && endOf(a) > now).sort((a, b) => (a.start < b.start ? -1 : 1));
/** ISO local time of its end. */
export const endOf = ({ start, minutes }: Pick<Appointment, 'start' | 'minutes'>): string =>
  isoLocal(minutesAfter(start, minutes));
const minutesAfter = (start: string, n: number): Minutes => ((parseLocal(start) ?? 0) + n) as Minutes;
