// @vitest-environment happy-dom
/** What a reading says of itself: until when it is to be asked for, where it stands, what comes too late. */
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { hereAt, show } from '../../../tests/fixtures/here';
import type { Reading } from '../../core/courses/course';
import type { ReadingStanding } from '../../core/courses/weekPlan';
import { type Minutes, parseLocal } from '../../core/model/time';
import type { AskByAnswer, KeptAnswer } from '../../words/answers';
import { axisOf, ReadingRow, whenText } from './ReadingRow';
import type { ReadingLine } from './useReadings';

afterEach(cleanup);
const NOW = parseLocal('2026-11-02T09:10') as Minutes;
const best = (does: 'open' | 'go' | 'slip', askBy: string | null) => ({
  id: 'w',
  does,
  title: 'Sends it',
  place: 'Fellgate',
  titled: false,
  route: does === 'slip' ? ('transfer' as const) : null,
  from: 'fellgate',
  askBy,
  likelyBy: '2026-11-11T10:00',
  price: 300 as never,
});
function row(standing: ReadingStanding, ask: AskByAnswer | null, more: Partial<Reading> = {}, at?: string) {
  const asked: ReadingLine[] = [];
  const line: ReadingLine = {
    reading: { id: 'r', record: 'tu1', need: 'required', ...more },
    csl: { type: 'book', title: 'Kelp', author: [{ family: 'Ada' }] },
    found: { best: { action: { do: 'open', href: '/x', signIn: false } } } as unknown as KeptAnswer,
    ask,
    standing,
  };
  show(
    <ol>
      <ReadingRow
        line={line}
        meeting="2026-11-12"
        axis={axisOf([{ day: '2026-11-12' }], NOW)}
        past={false}
        askFor={(l) => asked.push(l)}
      />
    </ol>,
    hereAt(at),
  );
  return { asked, text: () => screen.getByRole('listitem').textContent ?? '' };
}
describe('a reading', () => {
  it('that must be asked for says until when, how, for what money, and is asked for', () => {
    const { asked, text } = row('ask', { ways: [], best: best('slip', '2026-11-09T12:00'), late: null });
    expect(text()).toMatch(/^ask for itby Mon 9 Nov, 12:00Kelp/);
    expect(text()).toMatch(/Sends it, Fellgate, 3\.00\scr, then there by Wed 11 Nov/);
    fireEvent.click(screen.getByRole('button', { name: /^Ask for it/ }));
    expect(asked).toHaveLength(1);
  });
  it('that nobody brings in time says when it would come, or that nothing does', () => {
    const { text } = row('late', { ways: [], best: null, late: '2026-11-20T16:00' });
    expect(text()).toContain('would come by Fri 20 Nov, 16:00');
    cleanup();
    expect(row('late', { ways: [], best: null, late: null }).text()).toContain('no way to get it');
  });
  it('that can be read is a link; one on a desk says where, for how long, and when the doors are open', () => {
    row('read', { ways: [], best: best('open', null), late: null });
    expect(screen.getByRole('link', { name: /^read now/ }).getAttribute('href')).toBe('/x');
    cleanup();
    const desk = { campus: 'quayside' as never, rule: 'two-hours' as const, callNumber: 'QK 1' };
    const { text } = row(
      'fetch',
      { ways: [], best: best('slip', null), late: null },
      { desk, part: 'ch. 2' },
    );
    expect(text()).toContain('On the course desk at Quayside, QK 1: for two hours · open until 22:00');
    expect(text()).toContain('Kelp ch. 2');
    cleanup();
    const night = row('fetch', null, { desk }, '2026-11-02T23:10');
    expect(night.text()).toContain('opens Tue 3 Nov, 08:00');
  });
  it('writes a moment as it is said, and nothing for what is none', () => {
    expect(whenText('2027-01-05T09:00', NOW)).toBe('Tue 5 Jan 2027, 09:00');
    expect(whenText('soon', NOW)).toBe('');
  });
});
