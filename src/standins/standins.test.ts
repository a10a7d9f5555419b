import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { recordId } from '../core/model/record';
import { isoLocal, type Minutes, parseLocal } from '../core/model/time';
import type { Way, WaysAnswer } from '../core/model/ways';
import { PROVIDERS } from '../demo/library';
import type { InWords } from '../words/inWords';
import { withoutBroken } from '../words/withoutBroken';
import { deskAnswer } from './askDesk';
import { fullTextOf } from './fullText';
import { fails } from './habits';
import { makePdf } from './pdf';
import '../words/spoken';

describe('the ask desk', () => {
  const q = (asked: string, id = 'Q-1234567') => ({
    id,
    kind: 'question' as const,
    text: '',
    subject: 's',
    asked,
  });
  const HARBOUR_DAY = [{ from: '2026-11-11', to: '2026-11-11' }];
  const time = (asked: string, at = '2027-01-01T00:00') => deskAnswer(q(asked), HARBOUR_DAY, at)?.time ?? '';
  it('answers in its hours only, never on closing days', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60 * 24 * 40 }),
        fc.string({ minLength: 6, maxLength: 8 }),
        (minutes, id) => {
          const asked = isoLocal(((parseLocal('2026-11-01T00:00') as number) + minutes) as Minutes);
          const a = deskAnswer(q(asked, `Q-${id}`), HARBOUR_DAY, '2027-06-01T00:00');
          expect(a).not.toBeNull();
          const t = (a as { time: string }).time;
          expect(t > asked).toBe(true);
          expect(t.slice(11) >= '09:00' && t.slice(11) <= '17:00').toBe(true);
          expect(t.slice(0, 10)).not.toBe('2026-11-11');
          expect([0, 6]).not.toContain(new Date(`${t.slice(0, 10)}T00:00Z`).getUTCDay());
        },
      ),
    );
  });
  it('says nothing before it has answered, and always the same after', () => {
    const t = time('2026-11-02T09:10');
    expect(deskAnswer(q('2026-11-02T09:10'), [], '2026-11-02T09:20')).toBeNull();
    expect(time('2026-11-02T09:10', t)).toBe(t);
  });
  it('Friday evening is answered on Monday', () =>
    expect(time('2026-11-06T16:50').slice(0, 10)).toBe('2026-11-09'));
});

describe('links that did not work', () => {
  const way = (id: string, more: Partial<InWords<Way>> = {}): InWords<Way> =>
    ({
      id,
      title: id,
      setsWait: true,
      label: 'Now',
      sub: '',
      class: 'now',
      ready: { median: '2026-11-02T09:10', likely: '2026-11-02T09:10' },
      reasons: [],
      ...more,
    }) as InWords<Way>;
  const answer: InWords<WaysAnswer> = {
    ways: [way('a'), way('b', { label: 'Thu', class: 'week' }), way('c', { setsWait: false })],
    best: null,
    wait: { class: 'now', date: null, label: 'Now', sub: '' },
  };
  it('stand last with the reason; the next best sets the wait', () => {
    const next = withoutBroken(answer, new Set(['a']));
    expect(next.ways.map((w) => w.id)).toEqual(['b', 'c', 'a']);
    expect(next.best?.id).toBe('b');
    expect(next.wait.class).toBe('week');
    expect(next.ways[2]?.reasons[0]).toContain('did not work');
  });
  it('none left is unlikely; none broken changes nothing', () => {
    expect(withoutBroken(answer, new Set(['a', 'b'])).wait.class).toBe('unlikely');
    expect(withoutBroken(answer, new Set(['zzz']))).toBe(answer);
  });
});

describe('providers', () => {
  it('have at least four habits, and a faulty one fails for some items and always the same', () => {
    expect(new Set(PROVIDERS.map((p) => p.habit)).size).toBe(4);
    const ids = Array.from({ length: 300 }, (_, i) => `tu${i}`);
    const failing = ids.filter((id) => fails('faulty', 'courier', id));
    expect(failing.length).toBeGreaterThan(50);
    expect(failing.length).toBeLessThan(150);
    expect(ids.filter((id) => fails('faulty', 'courier', id))).toEqual(failing);
    expect(ids.some((id) => fails('page', 'meridian', id))).toBe(false);
  });
  it('make real documents of several pages about the item', async () => {
    const record = {
      id: recordId('tu1'),
      csl: { id: 'tu1', type: 'article-journal', title: 'Kelp: a “survey” from Şirin' },
      subjects: ['Kelp farming'],
    };
    const sections = fullTextOf(record);
    expect(sections).toEqual(fullTextOf(record));
    expect(JSON.stringify(sections)).toContain('kelp farming');
    const pdf = await makePdf({
      title: record.csl.title,
      people: 'Lind, Ada',
      source: 'J',
      abstract: 'A.',
      foot: 'Foot',
      sections,
    });
    expect(new TextDecoder('latin1').decode(pdf.subarray(0, 5))).toBe('%PDF-');
    const { PDFDocument } = await import('@cantoo/pdf-lib');
    expect((await PDFDocument.load(pdf)).getPageCount()).toBeGreaterThan(2);
  });
  it('keep every line on its page, addresses and long words too', async () => {
    const { PDFPage } = await import('@cantoo/pdf-lib');
    const drawn = vi.spyOn(PDFPage.prototype, 'drawText');
    const long = `https://library.example/${'x'.repeat(300)}`;
    await makePdf({
      title: `On ${'Langwortzusammensetzung'.repeat(12)} and more`,
      people: 'Lind, Ada',
      source: long,
      abstract: long,
      foot: `Supplied to somebody under terms that take more than a line to say, as terms do: ${long}`,
      sections: [],
      cover: { heading: 'Supplied', lines: [['From', long]], statement: long },
    });
    expect(drawn.mock.calls.length).toBeGreaterThan(10);
    for (const [text, { x = 0, y = 0, size = 0, font } = {}] of drawn.mock.calls) {
      expect(x + (font?.widthOfTextAtSize(text, size) ?? 0), text).toBeLessThanOrEqual(595 - 72 + 0.01);
      expect(y).toBeGreaterThan(20);
    }
    drawn.mockRestore();
  });
});
