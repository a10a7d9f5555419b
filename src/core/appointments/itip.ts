/**
 * What a calendar is asked and answers: iTIP (RFC 5546) messages of one VEVENT, and VFREEBUSY (RFC 5545, 3.6.4).
 * All times in them are UTC; here they are local to the library. Addresses of calls as RFC 7986 has them.
 */
import ICAL from 'ical.js';
import { isoLocal, type Minutes, minutes, parseLocal } from '../model/time';
import { localAt, offsetAt, type Zone } from '../model/zone';
import type { Busy } from './free';

export interface Person {
  readonly name: string;
  readonly email: string;
}
/** An hour as a calendar is asked for it: the reader's, so the reader is its organizer. */
export interface HourMessage {
  readonly method: 'REQUEST' | 'CANCEL';
  readonly uid: string;
  readonly sequence: number;
  readonly organizer: Person;
  readonly attendee: Person;
  readonly start: Minutes;
  readonly minutes: number;
  readonly summary: string;
  readonly description: string;
  /** Where; empty for online. */
  readonly location: string;
  /** Addresses of what goes with it. */
  readonly attach: readonly string[];
  /** ISO local time at which it is said. */
  readonly stamp: Minutes;
}
export interface HourReply {
  readonly uid: string;
  readonly sequence: number;
  readonly accepted: boolean;
  readonly location: string;
  /** Address of the call; empty for none. */
  readonly conference: string;
  readonly comment: string;
}
const PRODUCT = '-//Legendum//Hours//EN';
const moment = (zone: Zone, t: Minutes): ICAL.Time =>
  ICAL.Time.fromJSDate(new Date((t - offsetAt(zone, t)) * 60_000), true);
/** A time without a zone is taken as the library's own. */
function local(zone: Zone, time: ICAL.Time): Minutes {
  const floating = time.zone === ICAL.Timezone.localTimezone ? parseLocal(time.toString()) : null;
  return floating ?? localAt(zone, minutes(Math.floor(time.toJSDate().getTime() / 60_000)));
}

function calendar(method: string | null, inner: ICAL.Component): string {
  const whole = new ICAL.Component('vcalendar');
  whole.addPropertyWithValue('version', '2.0');
  whole.addPropertyWithValue('prodid', PRODUCT);
  if (method) whole.addPropertyWithValue('method', method);
  whole.addSubcomponent(inner);
  return `${whole.toString()}\r\n`;
}
function addPerson(
  to: ICAL.Component,
  role: 'organizer' | 'attendee',
  { name, email }: Person,
): ICAL.Property {
  const property = new ICAL.Property(role);
  if (name) property.setParameter('cn', name);
  property.setValue(`mailto:${email}`);
  to.addProperty(property);
  return property;
}

/** An event with what message and answer have in common. */
function eventOf(m: HourMessage, sequence: number, zone: Zone) {
  const event = new ICAL.Component('vevent');
  const put = (name: string, value: unknown) => event.addPropertyWithValue(name, value as string);
  put('uid', m.uid);
  put('sequence', sequence);
  put('dtstamp', moment(zone, m.stamp));
  put('dtstart', moment(zone, m.start));
  put('dtend', moment(zone, minutes(m.start + m.minutes)));
  return { event, put };
}

/** @returns the message as text/calendar */
export function writeHour(m: HourMessage, zone: Zone): string {
  const { event, put } = eventOf(m, m.sequence, zone);
  put('summary', m.summary);
  if (m.description) put('description', m.description);
  if (m.location) put('location', m.location);
  for (const address of m.attach) put('attach', address);
  if (m.method === 'CANCEL') put('status', 'CANCELLED');
  addPerson(event, 'organizer', m.organizer);
  const attendee = addPerson(event, 'attendee', m.attendee);
  attendee.setParameter('partstat', 'NEEDS-ACTION');
  attendee.setParameter('rsvp', 'TRUE');
  return calendar(m.method, event);
}

/**
 * Reads the one component of a sort in a calendar; null for what is none. ical.js throws at what is no calendar,
 * at whatever line or value it meets it.
 */
function within<T>(
  text: string,
  sort: string,
  read: (inner: ICAL.Component, method: string) => T | null,
): T | null {
  try {
    const whole = new ICAL.Component(ICAL.parse(text) as ConstructorParameters<typeof ICAL.Component>[0]);
    const inner = whole.getFirstSubcomponent(sort);
    return inner && read(inner, String(whole.getFirstPropertyValue('method') ?? '').toUpperCase());
  } catch {
    return null;
  }
}
const textOf = (of: ICAL.Component, name: string): string => String(of.getFirstPropertyValue(name) ?? '');
const wholeOf = (of: ICAL.Component, name: string): number => {
  const n = Number(textOf(of, name));
  return Number.isSafeInteger(n) && n >= 0 ? n : 0;
};
function personOf(of: ICAL.Component, role: string): Person {
  const property = of.getFirstProperty(role);
  return {
    name: String(property?.getParameter('cn') ?? ''),
    email: String(property?.getFirstValue() ?? '').replace(/^mailto:/i, ''),
  };
}

/** Reads what was asked of a calendar; null for what is no request or cancellation of one event in time. */
export const readHour = (text: string, zone: Zone): HourMessage | null =>
  within(text, 'vevent', (inner, method) => {
    if (method !== 'REQUEST' && method !== 'CANCEL') return null;
    const [from, to] = [inner.getFirstPropertyValue('dtstart'), inner.getFirstPropertyValue('dtend')];
    const uid = textOf(inner, 'uid');
    if (!(from instanceof ICAL.Time) || !(to instanceof ICAL.Time) || !uid) return null;
    const [start, end, stamp] = [local(zone, from), local(zone, to), inner.getFirstPropertyValue('dtstamp')];
    if (!(start < end)) return null;
    return {
      method,
      uid,
      sequence: wholeOf(inner, 'sequence'),
      organizer: personOf(inner, 'organizer'),
      attendee: personOf(inner, 'attendee'),
      start,
      minutes: end - start,
      summary: textOf(inner, 'summary'),
      description: textOf(inner, 'description'),
      location: textOf(inner, 'location'),
      attach: inner.getAllProperties('attach').map((p) => String(p.getFirstValue())),
      stamp: stamp instanceof ICAL.Time ? local(zone, stamp) : start,
    };
  });

/** @returns the calendar's answer as text/calendar (RFC 5546, 3.2.3) */
export function writeReply(to: HourMessage, reply: HourReply, zone: Zone): string {
  const { event, put } = eventOf(to, reply.sequence, zone);
  put('request-status', reply.accepted ? '2.0;Success' : '3.8;No authority');
  if (reply.location) put('location', reply.location);
  if (reply.conference) put('conference', reply.conference);
  if (reply.comment) put('comment', reply.comment);
  addPerson(event, 'organizer', to.organizer);
  addPerson(event, 'attendee', to.attendee).setParameter(
    'partstat',
    reply.accepted ? 'ACCEPTED' : 'DECLINED',
  );
  return calendar('REPLY', event);
}
/** Reads a calendar's answer; null for what is none, or none yet (NEEDS-ACTION). */
export const readReply = (text: string): HourReply | null =>
  within(text, 'vevent', (inner, method) => {
    const partstat = String(inner.getFirstProperty('attendee')?.getParameter('partstat') ?? '').toUpperCase();
    if (method !== 'REPLY' || !['ACCEPTED', 'DECLINED', 'TENTATIVE'].includes(partstat)) return null;
    return {
      uid: textOf(inner, 'uid'),
      sequence: wholeOf(inner, 'sequence'),
      accepted: partstat !== 'DECLINED',
      location: textOf(inner, 'location'),
      conference: textOf(inner, 'conference'),
      comment: textOf(inner, 'comment'),
    };
  });

/** @returns a calendar's taken stretches as text/calendar */
export function writeBusy(busy: readonly Busy[], from: Minutes, to: Minutes, zone: Zone): string {
  const all = new ICAL.Component('vfreebusy');
  all.addPropertyWithValue('uid', `busy-${isoLocal(from)}`);
  all.addPropertyWithValue('dtstamp', moment(zone, from) as never);
  all.addPropertyWithValue('dtstart', moment(zone, from) as never);
  all.addPropertyWithValue('dtend', moment(zone, to) as never);
  for (const b of busy)
    all.addPropertyWithValue(
      'freebusy',
      ICAL.Period.fromData({ start: moment(zone, b.from), end: moment(zone, b.to) }) as never,
    );
  return calendar('PUBLISH', all);
}
/** What of a calendar is taken: everything but stretches said to be free. Null for what is no answer. */
export const readBusy = (text: string, zone: Zone): readonly Busy[] | null =>
  within(text, 'vfreebusy', (inner) =>
    inner
      .getAllProperties('freebusy')
      .filter((p) => String(p.getParameter('fbtype') ?? 'BUSY').toUpperCase() !== 'FREE')
      .flatMap((p) => p.getValues() as readonly unknown[])
      .flatMap((period): Busy[] => {
        if (!(period instanceof ICAL.Period)) return [];
        return [{ from: local(zone, period.start), to: local(zone, period.getEnd()) }];
      }),
  );
