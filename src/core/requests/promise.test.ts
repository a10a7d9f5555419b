/**
 * The promise beside a slip: its steps in order, what options change, where it goes, and when staff look
 * first.
 */

import { describe, expect, it } from 'vitest';
import { moment, worldOf } from '../../../tests/fixtures/world';
import { READERS } from '../../demo/library';
import { type InWords, inWords } from '../../words/inWords';
import type { Reader } from '../model/reader';
import type { Slip } from '../model/slip';
import { totalOf } from '../policy/price';
import { NO_HISTORY } from './history';
import type { SlipPromise } from './promise';
import { newSlip } from './slip';
import '../../words/spoken';

const world = worldOf(300);

const slip = (id: string, more: Partial<Slip> = {}): Slip => {
  const record = world.service.recordAt(world.service.engine.find(id));
  const base = newSlip({
    id: 'S-promise',
    record,
    reader: READERS[0] as Reader,
    wanted: more.wanted ?? 'loan',
    route: more.route ?? 'ill-loan',
    from: 'lending',
    needBy: '',
    now: moment().at,
  });
  return { ...base, ...more };
};
const promise = async (s: Slip, history = NO_HISTORY): Promise<InWords<SlipPromise>> =>
  inWords((await world.service.promise(s, moment(), history)) as SlipPromise);
const DRYING = 'tu0000049';
const SALT = 'tu0000043';
const EBOOK = 'tu0000052';

describe('the promise', () => {
  it('has its steps in order of time, from sending to the likely-by day', async () => {
    for (const s of [
      slip(DRYING),
      slip(DRYING, { speed: 'fast' }),
      slip(SALT, { route: 'partner-loan', from: 'ostmere' }),
      slip(EBOOK, { wanted: 'chapter', route: 'ill-copy', speed: 'fast' }),
    ]) {
      const p = await promise(s);
      const times = p.steps.map((x) => x.by);
      expect(times).toEqual([...times].sort());
      expect(p.steps[0]).toEqual({ what: 'sent', by: moment().at });
      expect(times.at(-1)).toBe(p.likely);
      expect(times).toContain(p.median);
    }
  });
  it('what an option would change is what it then is', async () => {
    const p = await promise(slip(DRYING));
    const fast = p.options.find((o) => o.what === 'Fast instead of standard');
    const then = await promise(slip(DRYING, { speed: 'fast' }));
    expect(p.total + (fast?.cents ?? 0)).toBe(then.total);
    expect(fast?.label).toBe(then.label);
    expect((then.median as string) < (p.median as string)).toBe(true);
    const partner = (await promise(slip(SALT, { route: 'partner-loan', from: 'ostmere' }))).options.find(
      (o) => o.what === 'Interlibrary loan',
    );
    expect(partner?.cents).toBe((await promise(slip(SALT))).total);
  });
  it('over the price staff look first, which takes its days, and the total is still what the lines say', async () => {
    const plain = await promise(slip(EBOOK, { wanted: 'chapter', route: 'ill-copy' }));
    const fast = await promise(slip(EBOOK, { wanted: 'chapter', route: 'ill-copy', speed: 'fast' }));
    expect([plain.mediated, fast.mediated]).toEqual([false, true]);
    expect(fast.steps.some((s) => s.what === 'looked at by staff')).toBe(true);
    expect(fast.total).toBe(totalOf(fast.lines));
    expect(fast.rules.find((r) => r.weight === 'mediate')?.rule).toBe('mediated.above');
  });
  it('goes where the slip goes: another campus takes the courier’s days, a letter box the post’s', async () => {
    const at = async (delivery: Slip['delivery']) =>
      (await promise(slip(SALT, { route: 'partner-loan', from: 'ostmere', delivery }))).median as string;
    const here = await at({ to: 'pickup', campus: 'quayside' });
    expect((await at({ to: 'pickup', campus: 'saltmarsh' })) > here).toBe(true);
    expect(await at({ to: 'post', address: '3 Lighthouse Row' })).not.toBe(here);
    expect(
      (await promise(slip(DRYING, { delivery: { to: 'post', address: '3 Lighthouse Row' } }))).lines.map(
        (l) => l.what,
      ),
    ).toContain('postage');
  });
  it('a limit below the price refuses and names the limit that would do', async () => {
    const refused = (await promise(slip(DRYING, { limit: '2.50' }))).rules.find((r) => r.weight === 'refuse');
    expect(refused).toMatchObject({ rule: 'limit', allowed: expect.stringContaining('3.00') });
    expect((await promise(slip(DRYING, { limit: '3' }))).rules.some((r) => r.weight === 'refuse')).toBe(
      false,
    );
  });
  it('too late offers what else would do; in time does not', async () => {
    expect((await promise(slip(DRYING, { needBy: '2026-11-06' }))).alternatives.map((a) => a.sort)).toContain(
      'chapter',
    );
    expect((await promise(slip(DRYING, { needBy: '2027-01-15' }))).alternatives).toEqual([]);
  });
  it('a suggestion and a question cost nothing and have their own days', async () => {
    const [purchase, question] = [
      await promise(slip(DRYING, { wanted: 'purchase', route: 'purchase' })),
      await promise(slip(DRYING, { wanted: 'question', route: 'question' })),
    ];
    expect([purchase.total, question.total, question.chance]).toEqual([0, 0, 1]);
    expect(purchase.chance).toBeCloseTo(0.55, 5);
    expect((question.median as string) < (purchase.median as string)).toBe(true);
  });
});
