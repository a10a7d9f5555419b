/**
 * The librarians' calendars, simulated: what stands in them besides readers' hours is a pure function of
 * librarian and day; hours that readers took are remembered while the program runs, and are put in again when
 * they are asked about after that. Speaks VFREEBUSY and iTIP (RFC 5545, 5546).
 */
import { LRUCache } from 'lru-cache';
import type { Busy } from '../core/appointments/free';
import { type HourMessage, readHour, writeBusy, writeReply } from '../core/appointments/itip';
import type { Clock } from '../core/discovery/ports';
import type { Librarian } from '../core/model/librarian';
import {
  addDays,
  clock as clockIn,
  type DayNumber,
  dayOf,
  type Minutes,
  minutes,
  parseLocal,
  startOf,
  weekdayOf,
} from '../core/model/time';
import { localAt, type Zone } from '../core/model/zone';
import { fraction } from '../core/random';

/** Of the half hours of a sitting, the share that something else is in. */
const BUSY_SHARE = 0.3;
const HALF = 30;
/** A librarian is ill on one day in so many; it is known from half past seven. */
const [ILL_ONE_IN, ILL_KNOWN] = [60, 450];
const [HOURS_KEPT, LONGEST, MOST_DAYS] = [20_000, 100_000, 370];

const overlaps = (a: Busy, b: Busy): boolean => a.from < b.to && b.from < a.to;

interface Taken extends Busy {
  readonly librarian: string;
  readonly sequence: number;
}
export interface CalendarWorld {
  readonly librarians: () => readonly Librarian[] | Promise<readonly Librarian[]>;
  readonly zone: () => Zone;
  readonly clock: Clock;
  /** Address of the simulated calls. */
  readonly calls: string;
}

export class StandinCalendars {
  readonly #world: CalendarWorld;
  readonly #taken = new LRUCache<string, Taken>({ max: HOURS_KEPT });
  readonly #cancelled = new LRUCache<string, number>({ max: HOURS_KEPT });
  constructor(world: CalendarWorld) {
    this.#world = world;
  }
  #ill(librarian: Librarian, day: DayNumber, at: Minutes): boolean {
    return fraction(`${librarian.id}/${day}/ill`) < 1 / ILL_ONE_IN && at >= startOf(day, ILL_KNOWN);
  }
  /** What else is in a calendar on a day, as far as it is known at a moment. */
  #own(librarian: Librarian, day: DayNumber, at: Minutes): readonly Busy[] {
    if (this.#ill(librarian, day, at)) return [{ from: startOf(day), to: startOf(addDays(day, 1)) }];
    return librarian.sits
      .filter((s) => s.weekday === weekdayOf(day))
      .flatMap((s) => {
        const [from, to] = [clockIn(s.from), clockIn(s.to)];
        const halves = Array.from({ length: Math.floor((to - from) / HALF) }, (_, i) => from + i * HALF);
        return halves
          .filter((t) => fraction(`${librarian.id}/${day}/${t}`) < BUSY_SHARE)
          .map((t) => ({ from: startOf(day, t), to: startOf(day, t + HALF) }));
      });
  }
  #busy(librarian: Librarian, from: Minutes, to: Minutes, at: Minutes, but = ''): readonly Busy[] {
    const days = Math.min(MOST_DAYS, dayOf(to) - dayOf(from) + 1);
    const own = Array.from({ length: days }, (_, i) => this.#own(librarian, addDays(dayOf(from), i), at));
    const hours = [...this.#taken.entries()].flatMap(([uid, t]) =>
      t.librarian === librarian.id && uid !== but ? [t] : [],
    );
    return [...own.flat(), ...hours].filter((b) => overlaps(b, { from, to }));
  }
  /** Why an hour can't be had; null where it can. */
  #hinders(librarian: Librarian, hour: HourMessage, at: Minutes): string | null {
    const day = dayOf(hour.start);
    const span = { from: hour.start, to: minutes(hour.start + hour.minutes) };
    if (span.to <= at) return 'That hour is over.';
    const sits = librarian.sits.some(
      (s) =>
        s.weekday === weekdayOf(day) &&
        startOf(day, clockIn(s.from)) <= span.from &&
        span.to <= startOf(day, clockIn(s.to)),
    );
    if (!sits) return `${librarian.name} does not sit then.`;
    if (this.#ill(librarian, day, at)) return 'I am ill today and sorry about it. Please take another hour.';
    if (this.#busy(librarian, span.from, span.to, at, hour.uid).length)
      return 'Somebody else has taken that hour.';
    return null;
  }
  #reply(librarian: Librarian, hour: HourMessage, at: Minutes): string {
    const { uid, sequence } = hour;
    const answer = (accepted: boolean, location = '', conference = '', comment = '') =>
      writeReply(hour, { uid, sequence, accepted, location, conference, comment }, this.#world.zone());
    if (hour.method === 'CANCEL') {
      this.#taken.delete(uid);
      this.#cancelled.set(uid, sequence);
      return answer(true);
    }
    const before = this.#taken.get(uid);
    // What was said before something that is known already changes nothing (RFC 5546, 2.1.5).
    if (before && sequence < before.sequence) return answer(true);
    if (sequence <= (this.#cancelled.get(uid) ?? -1)) return answer(false, '', '', 'This was given back.');
    const why = this.#hinders(librarian, hour, at);
    if (why) {
      // What was taken at the same time and can't be kept is given up; a move that can't be leaves it.
      if (before?.from === hour.start) this.#taken.delete(uid);
      return answer(false, '', '', why);
    }
    this.#taken.set(uid, {
      librarian: librarian.id,
      from: hour.start,
      to: minutes(hour.start + hour.minutes),
      sequence,
    });
    return hour.location
      ? answer(true, `${hour.location}, room ${1 + Math.floor(fraction(`${librarian.id}/room`) * 9)}`)
      : answer(true, '', `${this.#world.calls}${encodeURIComponent(uid.split('@')[0] ?? uid)}`);
  }

  /** @param id what of the address follows the calendars' own */
  async answer(request: Request, id: string): Promise<Response> {
    const said = (text: string, status = 200) =>
      new Response(text, {
        status,
        headers: {
          'content-type': status === 200 ? 'text/calendar; charset=utf-8' : 'text/plain; charset=utf-8',
          'cache-control': 'no-store',
        },
      });
    const { searchParams } = new URL(request.url);
    const { clock, zone } = this.#world;
    const at = parseLocal((clock.movable && searchParams.get('at')) || clock.now());
    if (at === null) return said('at is a local time: 2026-11-02T09:10', 400);
    const librarian = (await this.#world.librarians()).find((l) => l.id === decodeURIComponent(id));
    if (!librarian) return said('There is no such calendar.', 404);
    if (request.method === 'GET') {
      const [from, to] = ['start', 'end'].map((name) => momentOf(searchParams.get(name), zone()));
      if (!from || !to || from >= to) return said('start and end are moments in UTC: 20261102T081000Z', 400);
      return said(writeBusy(this.#busy(librarian, from, to, at), from, to, zone()));
    }
    const text = await request.text();
    const hour = text.length > LONGEST ? null : readHour(text, zone());
    return hour
      ? said(this.#reply(librarian, hour, at))
      : said('This is no iTIP request or cancellation of one event.', 400);
  }
}
function momentOf(text: string | null, zone: Zone): Minutes | null {
  const m = /^(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)\d\dZ$/.exec(text ?? '');
  const ms = m ? Date.parse(`${m[1]}-${m[2]}-${m[3]}T${m[4]}:${m[5]}:00Z`) : Number.NaN;
  return Number.isNaN(ms) ? null : localAt(zone, ms / 60_000);
}
