/** Promises that learn while the server runs: what becomes of requests is noted, and the lenders are reckoned with anew. */
import { type Learnt, learnt } from '../core/access/calibration';
import type { Lender } from '../core/model/library';
import type { Policy } from '../core/model/policy';
import type { Slip } from '../core/model/slip';
import { dayOf, type Minutes, parseLocal } from '../core/model/time';
import { serviceOf } from '../core/policy/price';
import type { DeskNotice, HeardMessage } from '../core/requests/lifecycle';
import { keptOf, outcomesOf } from '../core/requests/outcomes';
import { Outcomes } from './outcomes';

export class Learning {
  readonly outcomes: Outcomes;
  readonly #policy: () => Policy;
  readonly #told: (lenders: readonly Lender[]) => void;
  readonly #now: () => string;
  #published: readonly Lender[] = [];
  #learnt: readonly Learnt[] = [];
  #said = '';

  /**
   * @param told hears of the lenders as they are reckoned with, when that has changed
   * @param now ISO local time
   */
  constructor(
    path: string,
    policy: () => Policy,
    told: (lenders: readonly Lender[]) => void,
    now: () => string,
    failed: (error: unknown) => void = () => undefined,
  ) {
    this.outcomes = new Outcomes(path, now().slice(0, 10), failed);
    this.#policy = policy;
    this.#told = told;
    this.#now = now;
  }
  /** Other lenders, as they are published: with the index, and with another. Whoever answers has to be told. */
  publish(lenders: readonly Lender[]): void {
    this.#published = lenders;
    this.#said = JSON.stringify(lenders);
    this.again();
  }
  get published(): readonly Lender[] {
    return this.#published;
  }
  /** Lenders as they are reckoned with. */
  get learnt(): readonly Learnt[] {
    return this.#learnt;
  }
  get frozen(): boolean {
    return this.#policy().lending.frozen === true;
  }
  /** Reckons anew: what is past counts less from day to day, and rules may say that nothing is learnt. */
  again(): void {
    const today = dayOf(parseLocal(this.#now()) as Minutes);
    this.#learnt = this.frozen
      ? this.#published.map((lender) => ({ lender, weight: 0 }))
      : learnt(this.#published, this.outcomes.lending(), today);
    const lenders = this.#learnt.map((l) => l.lender);
    const said = JSON.stringify(lenders);
    if (said === this.#said) return;
    this.#said = said;
    this.#told(lenders);
  }
  /** What was said of a slip up to now. */
  heard(slip: Slip, messages: readonly HeardMessage[], notices: readonly DeskNotice[]): void {
    const service = serviceOf(slip.route);
    const ids = new Map(this.#published.map((l) => [l.agency, l.id]));
    const found = service ? outcomesOf(messages, service, this.#policy()) : [];
    const known = found.flatMap(({ agency, ...o }) => {
      const lender = ids.get(agency);
      return lender === undefined ? [] : [{ ...o, lender }];
    });
    const kept = keptOf(slip, messages, notices);
    if (kept) this.outcomes.promise(slip.id, slip.route, kept.kept, kept.day);
    if (this.outcomes.settled(slip.id, known)) this.again();
  }
}
