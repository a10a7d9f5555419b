/** Who sets what, and when: a long list ahead, its first entries meanwhile, what it lacks when it is there. */
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Cited } from '../core/citing/cited';
import type { CslItem } from '../core/model/record';
import { Citer } from './citing';
import type { CitingAnswer, CitingTask } from './citing.worker';
import type { Store } from './store';

class Hand extends EventTarget {
  readonly tasks: CitingTask[] = [];
  stopped = false;
  onmessage: ((event: MessageEvent<CitingAnswer>) => void) | null = null;
  constructor() {
    super();
    this.addEventListener('message', (e) => this.onmessage?.(e as MessageEvent<CitingAnswer>));
  }
  postMessage(task: CitingTask): void {
    this.tasks.push(task);
  }
  terminate(): void {
    this.stopped = true;
  }
  says(answer: Omit<CitingAnswer, 'n'>): void {
    const n = this.tasks.at(-1)?.n ?? 0;
    this.dispatchEvent(new MessageEvent('message', { data: { n, ...answer } }));
  }
  get did(): readonly string[] {
    return this.tasks.map((t) => t.do);
  }
}
const hands = vi.hoisted((): Hand[] => []);
vi.mock('./trusted', () => ({
  startWorker: () => {
    const hand = new Hand();
    hands.push(hand);
    return hand;
  },
}));
vi.mock('./further', () => ({
  getStyle: async () => ({ n: 'style' }),
  getLocale: async () => ({ n: 'locale' }),
}));
beforeEach(() => void hands.splice(0));

const store = {} as Store;
const STYLE = { style: 'apa', locale: null, byRecord: false };
const things = (n: number): CslItem[] =>
  Array.from({ length: n }, (_, i) => ({ id: `i${i}`, type: 'book', title: `Weeds ${i}` }));
const citedOf = (n: number): Cited => ({
  notes: false,
  list: true,
  hanging: false,
  entries: things(n).map(({ id }) => ({ id, runs: [], cited: null, again: null, holes: null, missing: [] })),
});
const sizes = (hand: Hand): number[] => hand.tasks.map((t) => ('items' in t ? t.items.length : 0));
/** What a sheet is told, as it comes. */
function sheet(citer: Citer, n: number) {
  const told: [n: number, all: boolean][] = [];
  const done = citer.cite(store, { ...STYLE, items: things(n), place: null }, (cited, all) =>
    told.push([cited.entries.length, all]),
  );
  return { told, done };
}

describe('a list that nobody has asked for', () => {
  it('is set whole at leisure, and tried on a few in a hurry', async () => {
    await new Citer().makeReady(store, STYLE, things(500), 'leisure');
    expect(hands.map(sizes)).toEqual([[500], [12]]);
    await new Citer().makeReady(store, STYLE, things(500), 'hurry');
    expect(hands.slice(2).map(sizes)).toEqual([[12], [12]]);
    await new Citer().makeReady(store, STYLE, things(5000), 'leisure');
    expect(hands.slice(4).map(sizes)).toEqual([[60], [12]]);
    await new Citer().makeReady(store, STYLE, things(9), 'hurry');
    expect(hands.slice(6).map(sizes)).toEqual([[9]]);
  });
  it('lets the first entries come from the other hand while it is being set', async () => {
    const citer = new Citer();
    await citer.makeReady(store, STYLE, things(500), 'leisure');
    const [setter, other] = hands as [Hand, Hand];
    const { told, done } = sheet(citer, 500);
    await vi.waitFor(() => expect(other.did).toEqual(['ready', 'first']));
    other.says({ stage: 'first', cited: citedOf(12) });
    setter.says({ stage: 'list', cited: citedOf(500) });
    expect(other.did).toEqual(['ready', 'first', 'ask']);
    other.says({ asked: new Map() });
    expect(setter.did).toEqual(['ready', 'set', 'holes']);
    setter.says({ stage: 'all', cited: citedOf(500) });
    await done;
    expect(told).toEqual([
      [12, false],
      [500, false],
      [500, true],
    ]);
  });
  it('that stands is given at once; first entries that come after it are not', async () => {
    const citer = new Citer();
    await citer.makeReady(store, STYLE, things(500), 'leisure');
    const [setter, other] = hands as [Hand, Hand];
    setter.says({ ready: true });
    const { told } = sheet(citer, 500);
    await vi.waitFor(() => expect(setter.did).toEqual(['ready', 'set']));
    expect(other.did).toEqual(['ready']);
    setter.says({ stage: 'list', cited: citedOf(500) });
    setter.says({ stage: 'first', cited: citedOf(12) });
    expect(told).toEqual([[500, false]]);
  });
});

describe('what is asked for', () => {
  it('takes the place of what was asked before, with workers of its own', async () => {
    const citer = new Citer();
    const before = sheet(citer, 30);
    await vi.waitFor(() => expect(hands[0]?.did).toEqual(['set']));
    const after = sheet(citer, 3);
    await vi.waitFor(() => expect(hands.at(-1)?.did).toEqual(['cite']));
    expect(hands[0]?.stopped).toBe(true);
    hands.at(-1)?.says({ stage: 'all', cited: citedOf(3) });
    await after.done;
    expect([before.told, after.told]).toEqual([[], [[3, true]]]);
  });
  it('and can’t be set is said', async () => {
    const { done } = sheet(new Citer(), 3);
    await vi.waitFor(() => expect(hands[0]?.did).toEqual(['cite']));
    hands[0]?.says({ failed: { code: 'citing.unusable', values: { what: 'macro' } } });
    await expect(done).rejects.toThrow(/macro/);
    expect(hands[0]?.stopped).toBe(true);
  });
});
