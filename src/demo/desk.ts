/** What the demo's readers have and wait for when it begins: what sort of loan each is, not which book. */
import { DEMO_TODAY } from './clock';

/** Days from the demo's first day. */
const due = (from: number, to: number) => ({ from: DEMO_TODAY + from, to: DEMO_TODAY + to });

export const OPENING = [
  {
    patron: 'imke',
    topic: 'seaweed OR coast OR food',
    loans: [
      { due: due(2, 5), waiting: 0, renewals: 0 },
      { due: due(9, 13), waiting: 0, renewals: 0 },
      { due: due(6, 9), waiting: 0, renewals: 1 },
      { due: due(14, 20), waiting: 1, renewals: 0 },
      { due: due(-3, -1), waiting: 0, renewals: 0 },
    ],
    holds: [{ waiting: 1 }, { waiting: 2 }],
    fees: [],
  },
  {
    patron: 'noor',
    topic: 'health OR medicine OR care',
    loans: [
      { due: due(20, 38), waiting: 0, renewals: 1 },
      { due: due(4, 12), waiting: 0, renewals: 0 },
    ],
    holds: [{ waiting: 1 }],
    fees: [{ cents: 1200, about: 'A map that was lost', day: DEMO_TODAY - 12 }],
  },
  {
    patron: 'davit',
    topic: 'history OR law',
    loans: [{ due: due(16, 30), waiting: 0, renewals: 0 }],
    holds: [],
    fees: [],
  },
] as const;
