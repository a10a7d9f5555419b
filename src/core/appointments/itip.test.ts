/** iTIP and VFREEBUSY: what we write is read back as it was, and what other programs write is read. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Minutes, parseLocal } from '../model/time';
import { type HourMessage, readBusy, readHour, readReply, writeBusy, writeHour, writeReply } from './itip';

const at = (iso: string): Minutes => parseLocal(iso) as Minutes;
const MESSAGE: HourMessage = {
  method: 'REQUEST',
  uid: 'H-abcdef@legendum',
  sequence: 1,
  organizer: { name: 'Imke Sørland', email: 'imke@tarnholm.example' },
  attendee: { name: 'Oddny; "the" sea, Farstrand', email: 'oddny@library.tarnholm.example' },
  start: at('2026-11-05T10:00'),
  minutes: 60,
  summary:
    'An hour; with, commas\\ and ünïcödë — and a title that is longer than the seventy-five octets of a line',
  description: 'First line\nBEGIN:VEVENT\nEND:VCALENDAR',
  location: 'Fellgate',
  attach: ['https://library.example/records/tu1'],
  stamp: at('2026-11-02T09:10'),
};

describe('messages to a calendar', () => {
  it('come back as they were, whatever the texts hold', () => {
    const text = writeHour(MESSAGE, 'CET');
    expect(readHour(text, 'CET')).toEqual(MESSAGE);
    expect(text).toContain('DTSTART:20261105T090000Z');
    // Octets, not letters (RFC 5545, 3.1).
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(76);
    expect(text.match(/^BEGIN:VEVENT/gm)).toHaveLength(1);
  });
  it('summer time is summer time', () => {
    const july = { ...MESSAGE, start: at('2027-07-05T10:00') };
    expect(writeHour(july, 'CET')).toContain('DTSTART:20270705T080000Z');
    expect(readHour(writeHour(july, 'CET'), 'CET')?.start).toBe(july.start);
  });
  it('answers say whether, where and why', () => {
    const reply = { uid: MESSAGE.uid, sequence: 1, location: '', conference: '', comment: '' };
    const yes = writeReply(MESSAGE, { ...reply, accepted: true, location: 'Room 4' }, 'CET');
    expect(readReply(yes)).toEqual({ ...reply, accepted: true, location: 'Room 4' });
    const no = writeReply(MESSAGE, { ...reply, accepted: false, comment: 'Ill, sorry' }, 'CET');
    expect(readReply(no)).toEqual({ ...reply, accepted: false, comment: 'Ill, sorry' });
  });
  it('of other programs: zones of their own, times without a zone, calls, folded lines', () => {
    const other = [
      'BEGIN:VCALENDAR',
      'PRODID:-//Other//Calendar 3.1//DE',
      'VERSION:2.0',
      'METHOD:REPLY',
      'BEGIN:VEVENT',
      'DTSTAMP:20261102T081000Z',
      'ATTENDEE;CN="Farstrand, Oddny";ROLE=REQ-PARTICIPANT;PARTSTAT=ACCEP',
      ' TED;RSVP=TRUE:mailto:oddny@library.tarnholm.example',
      'UID:H-abcdef@legendum',
      'CONFERENCE;VALUE=URI;FEATURE=VIDEO:https://calls.example/abc',
      'SEQUENCE:1',
      'END:VEVENT',
      'END:VCALENDAR',
      '',
    ].join('\n');
    expect(readReply(other)).toMatchObject({ accepted: true, conference: 'https://calls.example/abc' });
    const request = (start: string, end: string) =>
      readHour(
        `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nMETHOD:REQUEST\r\nBEGIN:VTIMEZONE\r\nTZID:Fixed\r\nBEGIN:STANDARD\r\nDTSTART:19700101T000000\r\nTZOFFSETFROM:+0300\r\nTZOFFSETTO:+0300\r\nEND:STANDARD\r\nEND:VTIMEZONE\r\nBEGIN:VEVENT\r\nUID:x\r\nDTSTART${start}\r\nDTEND${end}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`,
        'CET',
      )?.start;
    expect(request(';TZID=Fixed:20261105T120000', ';TZID=Fixed:20261105T130000')).toBe(
      at('2026-11-05T10:00'),
    );
    expect(request(':20261105T100000', ':20261105T110000')).toBe(at('2026-11-05T10:00'));
    expect(request(':20261105T110000', ':20261105T100000')).toBeUndefined();
  });
  it('what is taken: periods by end and by length, several in a line, free ones left out', () => {
    const text = [
      'BEGIN:VCALENDAR',
      'VERSION:2.0',
      'BEGIN:VFREEBUSY',
      'DTSTART:20261105T000000Z',
      'DTEND:20261106T000000Z',
      'FREEBUSY:20261105T090000Z/20261105T100000Z,20261105T120000Z/PT30M',
      'FREEBUSY;FBTYPE=FREE:20261105T140000Z/PT1H',
      'FREEBUSY;FBTYPE=BUSY-UNAVAILABLE:20261105T160000Z/PT1H',
      'END:VFREEBUSY',
      'END:VCALENDAR',
    ].join('\r\n');
    expect(readBusy(text, 'CET')).toEqual([
      { from: at('2026-11-05T10:00'), to: at('2026-11-05T11:00') },
      { from: at('2026-11-05T13:00'), to: at('2026-11-05T13:30') },
      { from: at('2026-11-05T17:00'), to: at('2026-11-05T18:00') },
    ]);
    const busy = [{ from: at('2026-11-05T10:00'), to: at('2026-11-05T10:30') }];
    expect(readBusy(writeBusy(busy, at('2026-11-05T00:00'), at('2026-11-06T00:00'), 'CET'), 'CET')).toEqual(
      busy,
    );
  });
  it('whatever is cut out of one or put into it is read or is none', () => {
    const whole = writeHour(MESSAGE, 'CET');
    const said = { uid: 'x', sequence: 0, accepted: true, location: '', conference: '', comment: '' };
    const reply = writeReply(MESSAGE, said, 'CET');
    const taken = [{ from: at('2026-11-05T10:00'), to: at('2026-11-05T10:30') }];
    const busy = writeBusy(taken, at('2026-11-05T00:00'), at('2026-11-06T00:00'), 'CET');
    const put = fc.oneof(
      fc.string(),
      fc.constantFrom('T25', '\r\nEND:VEVENT', ';TZID=Nowhere', '99999999999'),
    );
    fc.assert(
      fc.property(fc.constantFrom(whole, reply, busy), fc.nat(900), fc.nat(60), put, (text, from, n, odd) => {
        const cut = text.slice(0, from) + odd + text.slice(from + n);
        for (const read of [readHour(cut, 'CET'), readReply(cut), readBusy(cut, 'CET')])
          expect(read === null || typeof read === 'object').toBe(true);
      }),
      { numRuns: 400 },
    );
  });
  it.each([
    '',
    'hello',
    'BEGIN:VCALENDAR',
    'BEGIN:VCALENDAR\r\nEND:VCALENDAR',
    '{"a":1}',
    'BEGIN:VEVENT\r\nUID',
    '\u0000',
  ])('what is none is none: %j', (text) =>
    expect([readHour(text, 'CET'), readReply(text), readBusy(text, 'CET')]).toEqual([null, null, null]),
  );
});
