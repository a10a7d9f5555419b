/** Hours with a librarian through the endpoints, and the simulated calendar as a foreign client meets it. */
import { describe, expect, it } from 'vitest';
import { ok, serverOf } from '../../tests/fixtures/server';
import { readBusy, readReply, writeHour } from '../core/appointments/itip';
import { DeskSilent } from '../core/discovery/ports';
import { type Minutes, parseLocal } from '../core/model/time';
import { LIBRARIANS } from '../demo/librarians';
import { GET } from '../pages/api/hours';
import { POST } from '../pages/api/hours/act';
import { GET as calendar, POST as told } from '../pages/standin/calendars/[id]';
import { HttpCalendars } from './calendars';
import type { Hours, HourTold } from './hours';

const server = serverOf(300);
const at = (iso: string): Minutes => parseLocal(iso) as Minutes;
const moment = {
  situation: { campus: 'quayside', category: 'undergraduate', remote: false },
  at: '2026-11-02T09:10',
};
const free = async (librarian = 'oddny', from = '2026-11-02', when = moment.at) => {
  const hours = await ok<Hours>(
    await server.call(GET, `/api/hours?${new URLSearchParams({ librarian, from, at: when })}`),
  );
  return hours.days.flatMap((d) => d.starts);
};
let n = 0;
const hour = (more: object = {}) => ({
  id: `H-test${String(++n).padStart(4, '0')}`,
  sequence: 0,
  librarian: 'oddny',
  start: '2026-11-05T09:00',
  minutes: 60,
  campus: 'fellgate',
  title: 'Kelp',
  attach: [],
  note: '',
  ...more,
});
const act = async (what: string, ...hours: object[]) =>
  (await ok<{ told: HourTold[] }>(await server.post(POST, { what, hours, moment }))).told;

describe('an hour', () => {
  it('is free, taken, not free for others, moved, and free again where it was', async () => {
    const before = await free();
    const [first, second, third] = before;
    if (!first || !second || !third) throw new Error('nothing is free');
    const mine = hour({ start: first.at, campus: first.campus ?? '' });
    expect(await act('take', mine)).toMatchObject(
      [{ state: 'taken', place: /Fellgate, room \d/ }].map((t) => ({
        ...t,
        place: expect.stringMatching(t.place),
      })),
    );
    expect((await free()).map((s) => s.at)).not.toContain(first.at);
    expect(await act('take', hour({ start: first.at, campus: first.campus ?? '' }))).toMatchObject([
      { state: 'refused' },
    ]);
    // Half an hour later is not in its own way; of a moved hour its own start is free, too.
    const own = await ok<Hours>(
      await server.call(GET, `/api/hours?librarian=oddny&moving=${first.at}&at=${moment.at}`),
    );
    expect(own.days.flatMap((d) => d.starts)).toEqual(before);
    const moved = { ...mine, sequence: 1, was: first.at, start: third.at, campus: third.campus ?? '' };
    expect(await act('take', moved)).toMatchObject([{ state: 'taken' }]);
    const now = (await free()).map((s) => s.at);
    expect(now).toContain(first.at);
    expect(now).not.toContain(third.at);
    expect(await act('stands', moved)).toMatchObject([{ state: 'taken' }]);
    expect(await act('give-back', { ...moved, sequence: 2 })).toEqual([{ id: mine.id, state: 'given-back' }]);
    expect((await free()).map((s) => s.at)).toContain(third.at);
  });
  it('online has a call and no room; where nobody is reached online it is refused', async () => {
    const [start] = await free();
    const [online] = await act('take', hour({ start: start?.at, campus: '' }));
    expect(online).toMatchObject({
      state: 'taken',
      place: '',
      conference: expect.stringMatching(/^\/standin\/call\/H-/),
    });
    const [ambrose] = await free('ambrose');
    expect(await act('take', hour({ librarian: 'ambrose', start: ambrose?.at, campus: '' }))).toMatchObject([
      { state: 'refused' },
    ]);
  });
  it('at no free time, of nobody, and on another campus is refused; the others are taken', async () => {
    const starts = await free('katla');
    const told = await act(
      'take',
      hour({ start: '2026-11-05T03:00' }),
      hour({ minutes: 120, start: starts[0]?.at, librarian: 'katla', campus: starts[0]?.campus ?? '' }),
      hour({ librarian: 'nobody' }),
      hour({ start: starts[0]?.at, librarian: 'katla', campus: 'saltmarsh' }),
      hour({ start: starts[0]?.at, librarian: 'katla', campus: starts[0]?.campus ?? '' }),
    );
    expect(told.map((t) => t.state)).toEqual(['refused', 'refused', 'refused', 'refused', 'taken']);
  });
  it('needs somebody; a silent calendar is said; nobody gives hours where there is none', async () => {
    const asNobody = { locals: { ...server.locals, who: async () => null } };
    const init = {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ what: 'take', hours: [hour()], moment }),
    };
    expect((await server.call(POST, '/', init, {}, asNobody)).status).toBe(401);
    const silent = {
      busy: () => Promise.reject(new DeskSilent('gone')),
      take: () => Promise.reject(new DeskSilent('gone')),
      giveBack: () => Promise.reject(new DeskSilent('gone')),
    };
    const heard: unknown[] = [];
    const locals = { ...server.locals, calendars: silent, failure: (e: unknown) => String(heard.push(e)) };
    const answer = await server.call(GET, '/api/hours?librarian=oddny', {}, {}, { locals });
    expect([answer.status, heard.length]).toEqual([503, 1]);
    const none = { locals: { ...server.locals, calendars: null } };
    expect((await server.call(GET, '/api/hours?librarian=oddny', {}, {}, none)).status).toBe(404);
  });
  it('what can’t be used is named', async () => {
    for (const [query, parameter] of [
      ['librarian=nobody', 'librarian'],
      ['librarian=oddny&from=soon', 'from'],
      ['librarian=oddny&at=now', 'at'],
      ['librarian=oddny&x=1', 'x'],
    ]) {
      const answer = await server.call(GET, `/api/hours?${query}`);
      expect((await answer.json()) as object).toMatchObject({ parameter });
    }
  });
});

describe('the simulated calendar', () => {
  const ask = (init: RequestInit, query = '', id = 'wendel') =>
    server.call(init.method === 'POST' ? told : calendar, `/standin/calendars/${id}${query}`, init, { id });
  const message = (more: object = {}) =>
    writeHour(
      {
        method: 'REQUEST',
        uid: 'foreign-1@elsewhere.example',
        sequence: 0,
        organizer: { name: 'A reader', email: 'a@elsewhere.example' },
        attendee: { name: 'Wendel', email: 'wendel@library.tarnholm.example' },
        start: at('2026-11-04T09:00'),
        minutes: 60,
        summary: 'x',
        description: '',
        location: '',
        attach: [],
        stamp: at('2026-11-02T09:10'),
        ...more,
      },
      'CET',
    );
  it('tells what is taken, takes, refuses twice the same, and gives back', async () => {
    const span = '?start=20261104T000000Z&end=20261105T000000Z';
    const busy = async () => readBusy(await (await ask({}, span)).text(), 'CET') ?? [];
    const before = await busy();
    const open = [9, 9.5, 10, 10.5, 11, 11.5, 12]
      .map((h) => (at('2026-11-04T00:00') + h * 60) as Minutes)
      .find((t) => before.every((b) => t + 60 <= b.from || b.to <= t));
    if (open === undefined) throw new Error('nothing is free');
    const say = async (more: object) =>
      readReply(await (await ask({ method: 'POST', body: message({ start: open, ...more }) })).text());
    expect(await say({})).toMatchObject({ accepted: true });
    expect(await busy()).toHaveLength(before.length + 1);
    expect(await say({ uid: 'another@elsewhere.example' })).toMatchObject({ accepted: false });
    expect(await say({ start: at('2026-11-04T04:00') })).toMatchObject({ accepted: false });
    // A move that can't be leaves what there was.
    expect(await busy()).toHaveLength(before.length + 1);
    expect(await say({ method: 'CANCEL', sequence: 2 })).toMatchObject({ accepted: true });
    expect(await busy()).toEqual(before);
    // What comes late changes nothing.
    expect(await say({ sequence: 1 })).toMatchObject({ accepted: false });
    expect(await say({ sequence: 3 })).toMatchObject({ accepted: true });
    expect(await say({ sequence: 2, start: open + 30 })).toMatchObject({ accepted: true });
    expect(await busy()).toHaveLength(before.length + 1);
  });
  it('what it can’t read is refused in words', async () => {
    expect((await ask({ method: 'POST', body: 'hello' })).status).toBe(400);
    expect((await ask({}, '?start=soon')).status).toBe(400);
    expect((await ask({}, '', 'nobody')).status).toBe(404);
  });
  it('whoever is ill calls off what was taken, on the day', async () => {
    const clock = '2026-11-02T09:10';
    const all = new HttpCalendars({
      calendar: 'http://x.invalid/{id}',
      zone: () => 'CET',
      movable: true,
      fetch: (address, init) => {
        const request = new Request(address as string, init);
        return server.locals.standins?.calendars.answer(
          request,
          new URL(request.url).pathname.slice(1),
        ) as Promise<Response>;
      },
    });
    // Somebody is ill on some day of the next year: their whole day is taken, from half past seven on.
    for (let day = at(clock); day < at('2027-11-02T00:00'); day = (day + 1440) as Minutes) {
      const iso = new Date(day * 60_000).toISOString().slice(0, 10);
      for (const librarian of LIBRARIANS) {
        const [from, to] = [at(`${iso}T00:00`), at(`${iso}T23:59`)];
        const whole = (b: readonly { from: number; to: number }[]) => b.some((x) => x.to - x.from >= 1440);
        if (!whole(await all.busy(librarian, from, to, `${iso}T07:30`))) continue;
        expect(whole(await all.busy(librarian, from, to, `${iso}T07:29`))).toBe(false);
        return;
      }
    }
    throw new Error('nobody is ever ill');
  });
});

describe('a calendar elsewhere', () => {
  const [librarian] = LIBRARIANS as [(typeof LIBRARIANS)[number]];
  const calendars = (fetch: typeof globalThis.fetch) =>
    new HttpCalendars({ calendar: 'https://calendars.example/{id}', zone: () => 'CET', fetch });
  it.each([
    ['is not reached', async () => Promise.reject(new TypeError('no'))],
    ['fails', async () => new Response('', { status: 500 })],
    ['says something else', async () => new Response('<html>')],
  ])('that %s is silent', async (_, fetch) => {
    const asked = calendars(fetch as typeof globalThis.fetch).busy(
      librarian,
      at('2026-11-02T00:00'),
      at('2026-11-03T00:00'),
      '',
    );
    await expect(asked).rejects.toBeInstanceOf(DeskSilent);
  });
  it('is not told our clock, and no link but a web address is taken from it', async () => {
    const asked: URL[] = [];
    const fetch = (async (address: URL, init?: RequestInit) => {
      asked.push(address);
      const uid = /UID:(.*)/.exec(String(init?.body))?.[1]?.trim();
      return new Response(
        `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nMETHOD:REPLY\r\nBEGIN:VEVENT\r\nUID:${uid}\r\nATTENDEE;PARTSTAT=ACCEPTED:mailto:a@b.example\r\nCONFERENCE;VALUE=URI:javascript:alert(1)\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`,
      );
    }) as typeof globalThis.fetch;
    const reader = { name: 'Imke', email: 'imke@tarnholm.example' };
    const told = await calendars(fetch).take(
      {
        id: 'H-1',
        sequence: 0,
        librarian,
        reader,
        start: at('2026-11-05T10:00'),
        minutes: 60,
        summary: 's',
        description: '',
        location: '',
        attach: [],
      },
      moment.at,
    );
    expect(told).toMatchObject({ accepted: true, conference: '' });
    expect(asked[0]?.href).toBe('https://calendars.example/oddny');
  });
});
