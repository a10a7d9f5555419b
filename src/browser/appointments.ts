/** Hours with a librarian: kept here, in the librarian's calendar by what is said to it. */
import { type Appointment, appointmentShape, toCome } from '../core/appointments/appointment';
import type { FreeDay } from '../core/appointments/free';
import type { Moment } from '../core/discovery/answers';
import type { Librarian } from '../core/model/librarian';
import { wrongIn } from '../core/model/shape';
import { ask, post } from './client';
import { shortId } from './ids';
import type { Store } from './store';

/** The next first. */
export const appointmentsOf = async (store: Store, reader: string): Promise<Appointment[]> =>
  (await store.appointments.where('reader').equals(reader).toArray())
    .filter((a) => wrongIn(appointmentShape, a) === null)
    .sort((a, b) => (a.start < b.start ? -1 : 1));

export const getHours = (
  librarian: string,
  from: string,
  moment: Moment,
  /** The start of an hour that is moved. */
  moving = '',
): Promise<{ readonly librarian: Librarian; readonly days: readonly FreeDay[] }> =>
  ask(`/api/hours?${new URLSearchParams({ librarian, from, at: moment.at, ...(moving ? { moving } : {}) })}`);

type Told = { readonly id: string } & (
  | {
      readonly state: 'taken';
      readonly place: string;
      readonly conference: string;
      readonly comment: string;
    }
  | { readonly state: 'refused'; readonly why: string }
  | { readonly state: 'given-back' }
);
/** Letters of a title that a calendar is given. */
const LONGEST_TITLE = 2000;
type Asked = Pick<
  Appointment,
  'id' | 'sequence' | 'librarian' | 'start' | 'minutes' | 'campus' | 'note' | 'title' | 'attach'
> & {
  /** When it was, where it is moved. */
  readonly was?: string;
};
async function tell(
  what: 'take' | 'stands' | 'give-back',
  hours: readonly Asked[],
  moment: Moment,
): Promise<readonly Told[]> {
  const bodies = hours.map(
    ({ id, sequence, librarian, start, minutes, was, campus, note, title = '', attach }) => ({
      id,
      sequence,
      librarian,
      start,
      minutes,
      ...(was ? { was } : {}),
      campus,
      note,
      title: title.slice(0, LONGEST_TITLE),
      attach,
    }),
  );
  const { told } = await post<{ told: Told[] }>('/api/hours/act', { what, hours: bodies, moment });
  return told as readonly Told[];
}

/** The librarian's calendar said no; nothing was changed. */
export class HourRefused extends Error {}

/** What is wanted: a new hour, or one of those that there are at another time or place. */
export interface Wanted
  extends Pick<Appointment, 'reader' | 'librarian' | 'name' | 'start' | 'minutes' | 'campus' | 'note'>,
    Pick<Appointment, 'attach' | 'title' | 'record' | 'search' | 'pile'> {}
/** Takes an hour, or moves one there. Rejects with `HourRefused`, and leaves what there was. */
export async function takeHour(
  store: Store,
  wanted: Wanted,
  before: Appointment | null,
  moment: Moment,
): Promise<Appointment> {
  const id = before?.id ?? `H-${shortId()}`;
  const sequence = before ? before.sequence + 1 : 0;
  const [told] = await tell(
    'take',
    [
      {
        ...wanted,
        id,
        sequence,
        ...(before?.state === 'taken' ? { was: before.start } : {}),
      },
    ],
    moment,
  );
  if (told?.state !== 'taken') throw new HourRefused(told?.state === 'refused' ? told.why : '');
  const { place, conference, comment } = told;
  const taken: Appointment = {
    ...wanted,
    id,
    sequence,
    place,
    conference,
    ...(comment ? { said: comment } : {}),
    state: 'taken',
    changed: moment.at,
  };
  await store.appointments.put(taken);
  return taken;
}
/** Gives an hour back; it stays in the list as what it is. */
export async function giveBack(store: Store, hour: Appointment, moment: Moment): Promise<void> {
  const next = { ...hour, sequence: hour.sequence + 1, changed: moment.at };
  await tell('give-back', [next], moment);
  await store.appointments.put({ ...next, state: 'given-back' });
}
/** Hours that are not to come leave the list when the reader takes them out. */
export const forgetHour = (store: Store, id: string): Promise<void> => store.appointments.delete(id);
export const bringBackHour = (store: Store, hour: Appointment): Promise<unknown> =>
  store.appointments.put(hour);

/** Asks whether what is to come still stands; what a librarian called off is kept as that. */
export async function lookAfter(store: Store, reader: string, moment: Moment): Promise<void> {
  const own = toCome(await appointmentsOf(store, reader), moment.at);
  if (!own.length) return;
  const told = new Map((await tell('stands', own, moment)).map((t) => [t.id, t]));
  for (const hour of own) {
    const t = told.get(hour.id);
    if (t?.state !== 'refused') continue;
    await store.transaction('rw', store.appointments, async () => {
      // What was moved or given back meanwhile is another thing.
      const now = await store.appointments.get(hour.id);
      if (now?.state === 'taken' && now.sequence === hour.sequence)
        await store.appointments.put({ ...now, state: 'called-off', said: t.why, changed: moment.at });
    });
  }
}
