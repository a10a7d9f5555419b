/** Calendar entries (RFC 5545) and mail drafts (RFC 5322) as files to download. */
import ical, { ICalAlarmType } from 'ical-generator';
import { createMimeMessage } from 'mimetext/browser';
import { minutes, parseLocal } from '../model/time';
import { offsetAt, type Zone } from '../model/zone';

/** A day or an hour, for a calendar. */
export interface SlipDate {
  readonly id: string;
  readonly title: string;
  readonly about: string;
  /** Local moments. */
  readonly start: string;
  readonly end: string;
  readonly allDay: boolean;
  /** Minutes before at which to remind; null: not at all. */
  readonly remind: number | null;
  readonly where?: string;
  /** How often it was changed (RFC 5545, 3.8.7.4). */
  readonly changed?: number;
}
/** A mail, before it is a file. */
export interface Letter {
  /** `Name <address>`, or addresses with commas between; may be empty. */
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

/**
 * A calendar. Whole days have no time zone; what begins at an hour is written in UTC. Stamps come from the
 * caller's clock.
 * @param zone of the library, for what begins at an hour
 */
export function calendarFile(
  dates: readonly SlipDate[],
  name: string,
  now: string,
  zone: Zone = 'UTC',
): string {
  const moment = (local: string): Date => {
    const t = parseLocal(local) ?? minutes(0);
    return new Date((t - offsetAt(zone, t)) * 60_000);
  };
  const calendar = ical({ name, prodId: { company: 'Legendum', product: 'Requests', language: 'EN' } });
  for (const d of dates) {
    const next = new Date(`${d.start.slice(0, 10)}T00:00:00Z`);
    next.setUTCDate(next.getUTCDate() + 1);
    const event = calendar.createEvent({
      id: `${d.id}@legendum`,
      stamp: new Date(`${now}:00Z`),
      ...(d.allDay
        ? { start: new Date(`${d.start.slice(0, 10)}T00:00:00Z`), end: next, allDay: true, timezone: 'UTC' }
        : { start: moment(d.start), end: moment(d.end) }),
      ...(d.where ? { location: d.where } : {}),
      ...(d.changed ? { sequence: d.changed } : {}),
      summary: d.title,
      description: d.about,
    });
    if (d.remind !== null)
      event.createAlarm({ type: ICalAlarmType.display, trigger: d.remind * 60, description: d.title });
  }
  return calendar.toString();
}

type Sender = { readonly name: string; readonly email: string };
/** A mail that has not been sent: opened by a mail program as a draft (X-Unsent). */
export function mailDraft(letter: Letter, from: Sender): string {
  const message = composed(letter, from);
  message.setHeader('X-Unsent', '1');
  return message.asRaw();
}
/** A mail as it goes out (RFC 5322), with a Message-ID of its own. */
export const letterMessage = (letter: Letter, from: Sender): string => composed(letter, from).asRaw();

function composed(letter: Letter, from: Sender): ReturnType<typeof createMimeMessage> {
  const message = createMimeMessage();
  message.setSender({ name: from.name, addr: from.email });
  const named = /^(.*?)\s*<(.+)>$/.exec(letter.to);
  if (named) message.setTo({ name: named[1] ?? '', addr: named[2] ?? '' });
  else {
    const all = letter.to.split(',').flatMap((addr) => (addr.trim() ? [{ addr: addr.trim() }] : []));
    // A draft may still lack its recipients.
    if (all.length) message.setTo(all);
  }
  message.setSubject(letter.subject);
  message.addMessage({ contentType: 'text/plain', data: letter.text });
  return message;
}
