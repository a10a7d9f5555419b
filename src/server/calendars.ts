/**
 * The librarians' calendars over HTTP: what is taken is read as VFREEBUSY, an hour is asked for and given back
 * by iTIP messages (RFC 5546) that are posted to the calendar and answered at once.
 */
import type { Busy } from '../core/appointments/free';
import { type HourMessage, readBusy, readReply, writeHour } from '../core/appointments/itip';
import { type Calendars, DeskSilent, type HourAnswer, type HourAsk } from '../core/discovery/ports';
import type { Librarian } from '../core/model/librarian';
import { type Minutes, minutes, parseLocal } from '../core/model/time';
import { offsetAt, type Zone } from '../core/model/zone';

export interface CalendarAddresses {
  /** A librarian's calendar, `{id}` standing for their id. */
  readonly calendar: string;
  readonly zone: () => Zone;
  readonly fetch?: typeof fetch;
  /** The calendar's clock is moved: it is told the moment. */
  readonly movable?: boolean;
}
/** Milliseconds that a calendar has to answer; letters that an answer may have. */
const [PATIENCE, LONGEST] = [8000, 500_000];
const CALENDAR = 'text/calendar; charset=utf-8';

/** `20261102T081000Z`, as calendars write moments. */
const utc = (zone: Zone, t: Minutes): string =>
  new Date((t - offsetAt(zone, t)) * 60_000).toISOString().replace(/[-:]|\.\d+/g, '');

export class HttpCalendars implements Calendars {
  readonly #at: CalendarAddresses;
  constructor(at: CalendarAddresses) {
    this.#at = at;
  }
  async #ask(
    { id }: Librarian,
    at: string,
    query: Readonly<Record<string, string>>,
    init: RequestInit = {},
  ): Promise<string> {
    const url = new URL(this.#at.calendar.replace('{id}', encodeURIComponent(id)));
    for (const [name, value] of Object.entries(query)) url.searchParams.set(name, value);
    if (this.#at.movable) url.searchParams.set('at', at);
    let answer: Response;
    try {
      answer = await (this.#at.fetch ?? fetch)(url, { ...init, signal: AbortSignal.timeout(PATIENCE) });
    } catch (error) {
      throw new DeskSilent(error instanceof Error ? error.name : 'unknown');
    }
    if (!answer.ok) throw new DeskSilent(String(answer.status));
    const text = await answer.text().catch(() => '');
    if (text.length > LONGEST) throw new DeskSilent('an answer that is too long');
    return text;
  }
  async busy(librarian: Librarian, from: Minutes, to: Minutes, at: string): Promise<readonly Busy[]> {
    const zone = this.#at.zone();
    const asked = { start: utc(zone, from), end: utc(zone, to) };
    const read = readBusy(await this.#ask(librarian, at, asked, { headers: { accept: CALENDAR } }), zone);
    if (!read) throw new DeskSilent('an answer that is none');
    return read;
  }
  async #tell(method: HourMessage['method'], hour: HourAsk, at: string): Promise<HourAnswer> {
    const { id, sequence, librarian, reader, start, summary, description, location, attach } = hour;
    const uid = `${id}@legendum`;
    const body = writeHour(
      {
        method,
        uid,
        sequence,
        organizer: reader,
        attendee: { name: librarian.name, email: librarian.email },
        start,
        minutes: hour.minutes,
        summary,
        description,
        location,
        attach,
        stamp: parseLocal(at) ?? minutes(0),
      },
      this.#at.zone(),
    );
    const reply = readReply(
      await this.#ask(librarian, at, {}, { method: 'POST', headers: { 'content-type': CALENDAR }, body }),
    );
    if (reply?.uid !== uid) throw new DeskSilent('an answer that is none');
    return {
      accepted: reply.accepted,
      place: reply.location,
      conference: /^(https?:\/\/|\/(?!\/))/i.test(reply.conference) ? reply.conference : '',
      comment: reply.comment,
    };
  }
  async take(hour: HourAsk, at: string): Promise<HourAnswer> {
    return this.#tell('REQUEST', hour, at);
  }
  async giveBack(hour: HourAsk, at: string): Promise<HourAnswer> {
    return this.#tell('CANCEL', hour, at);
  }
}
