import { describe, expect, it } from 'vitest';
import { READERS } from '../../demo/library';
import { datesOf, letterAbout } from '../../words/letters';
import type { Reader } from '../model/reader';
import type { DiscoveryRecord } from '../model/record';
import type { Slip } from '../model/slip';
import { inboxOf } from '../requests/inbox';
import { NOTHING_MORE } from '../requests/iso18626';
import { act, applyMessage, applyNotice, markSent, putInOutgoing } from '../requests/lifecycle';
import { newSlip } from '../requests/slip';
import { calendarFile, mailDraft } from './letters';

const now = '2026-11-02T09:10';
const reader = READERS[0] as Reader;
const record = {
  id: 'tu1',
  kind: 'book',
  csl: { id: 'tu1', type: 'book', title: 'Sølv, “salt” & tang' },
} as unknown as DiscoveryRecord;
const promised = { median: '2026-11-10T08:00', likely: '2026-11-12T08:00', chance: 1, lines: [], total: 0 };
const sent = (id: string): Slip =>
  markSent(
    putInOutgoing(
      newSlip({
        id,
        record,
        reader,
        wanted: 'loan',
        route: 'ill-loan',
        from: 'lending',
        needBy: '2026-11-20',
        now,
      }),
      promised,
      now,
    ),
    now,
  );
const arrived = (slip: Slip) =>
  applyNotice(slip, {
    slip: slip.id,
    kind: 'arrived',
    time: '2026-11-10T08:00',
    place: 'Quayside',
    campus: null,
    until: '2026-11-20',
    text: 'Ready for you.',
  });

describe('the days of a slip', () => {
  it('follow its state', () => {
    const ids = (s: Slip) => datesOf(s).map((d) => d.id.slice(s.id.length + 1));
    expect(ids(sent('S-1'))).toEqual(['expected', 'need']);
    expect(ids(arrived(sent('S-1')))).toEqual(['collect', 'need']);
    const lent = act(arrived(sent('S-1')), 'collect', '2026-11-11T09:00', { due: '2026-12-02' });
    expect(datesOf(lent).map((d) => [d.title, d.start])).toContainEqual([
      expect.stringContaining('Return or renew: Sølv'),
      '2026-12-02T00:00',
    ]);
  });
  it('are whole days in a calendar that others read', () => {
    const text = calendarFile(datesOf(sent('S-1')), 'Slips', now).replace(/\r\n[ \t]/g, '');
    expect(text).toMatch(/^BEGIN:VCALENDAR\r\nVERSION:2\.0/);
    expect(text).toContain('DTSTART;VALUE=DATE:20261112');
    expect(text).toContain('DTEND;VALUE=DATE:20261113');
    expect(text).toContain('UID:S-1-expected@legendum');
    expect(text).toContain('SUMMARY:Expected\\, very likely by: Sølv\\, “salt” & tang');
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(2);
    expect(calendarFile(datesOf(arrived(sent('S-1'))), 'Slips', now)).toContain('BEGIN:VALARM');
  });
});

const library = { name: 'A library', words: { desk: 'desk@library.example' } };
describe('mail', () => {
  it('is a draft with the slip, what was said, and headers in ASCII', () => {
    const text = mailDraft(letterAbout(arrived(sent('S-1')), library, reader), reader);
    const [head, body] = text.split(/\r?\n\r?\n/, 2) as [string, string];
    expect(head).toContain('X-Unsent: 1');
    // biome-ignore lint/suspicious/noControlCharactersInRegex: headers are ASCII, RFC 5322
    expect(head).toMatch(/^[\u0000-\u007f]*$/);
    expect(head).toMatch(/Subject: =\?utf-8\?B\?/i);
    expect(body.length).toBeGreaterThan(0);
    expect(letterAbout(arrived(sent('S-1')), library, reader).text).toContain('Ready for you.');
  });
});

describe('the inbox', () => {
  it('has what changes something, latest first, and marks what still waits for the reader', () => {
    const message = {
      requestId: 'S-2',
      supplyingAgency: 'A',
      supplierName: 'A',
      timestamp: '2026-11-05T10:00',
      reason: 'StatusChange',
      status: 'Unfilled',
      note: 'Nobody has it.',
      ...NOTHING_MORE,
    } as const;
    const asked = applyMessage(sent('S-2'), {
      ...message,
      status: 'ExpectToSupply',
      timestamp: '2026-11-04T10:00',
      note: 'Asked.',
    });
    const entries = inboxOf([arrived(sent('S-1')), applyMessage(asked, message)]);
    expect(entries.map((e) => [e.message.text, e.asks])).toEqual([
      ['Ready for you.', true],
      ['Nobody has it.', false],
    ]);
    const collected = act(arrived(sent('S-1')), 'collect', '2026-11-11T09:00');
    expect(inboxOf([collected]).some((e) => e.asks)).toBe(false);
  });
});
