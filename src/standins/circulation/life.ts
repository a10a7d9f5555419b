/**
 * The life of one copy, simulated: who has it, who waits, where it is, from the day on which the index was made
 * up to a moment. A pure function of (the copy as the index knows it, what readers of ours did, the moment):
 * other readers borrow, return early or late, queue up and forget to collect by the copy's own luck, which is
 * drawn the same number of times a day, so that what one reader does changes nobody else's.
 */
import { addWorkingDays, isWorkingDay } from '../../core/access/calendar';
import type { Library } from '../../core/model/library';
import type { Policy } from '../../core/model/policy';
import type { Copy, RecordId } from '../../core/model/record';
import {
  addDays,
  clock,
  type DayNumber,
  dayOf,
  type Minutes,
  parseDay,
  startOf,
} from '../../core/model/time';
import { fraction, random } from '../../core/random';
import { dueDay } from '../../core/requests/loans';

/** One copy of ours, as the index knows it. */
export interface CopyFacts {
  readonly record: RecordId;
  /** Its place among the record's copies, from 0. */
  readonly n: number;
  readonly copy: Copy;
  readonly title: string;
}
/** What a reader with an account did. */
export interface DeskAct {
  readonly at: Minutes;
  readonly patron: string;
  readonly what: 'request' | 'cancel' | 'renew' | 'return' | 'collect';
  /** Where it is to be collected (request). */
  readonly pickup?: string;
}
/** Somebody with an account has it from before. */
export interface Opening {
  readonly patron: string;
  readonly begun: DayNumber;
  readonly renewals: number;
}
export interface Lent {
  /** Null for a reader who has no account here. */
  readonly patron: string | null;
  readonly begun: DayNumber;
  readonly due: DayNumber;
  readonly renewals: number;
  /** The day on which it was called back; null for never. */
  readonly recalled: DayNumber | null;
}
export interface Waiting {
  readonly patron: string | null;
  readonly since: DayNumber;
  /** Campus. */
  readonly pickup: string;
}
/** Being fetched for somebody, or lying ready for them. */
export interface PutAside extends Waiting {
  readonly ready: DayNumber;
  /** Last day at the pickup point. */
  readonly until: DayNumber;
}
export interface Past {
  readonly patron: string;
  readonly what: 'returned' | 'lapsed' | 'cancelled';
  readonly day: DayNumber;
  /** What it cost to bring it back late, in days. */
  readonly late: number;
}
/** A copy at a moment. */
export interface CopyState {
  readonly lent: Lent | null;
  readonly aside: PutAside | null;
  readonly queue: readonly Waiting[];
  /** It is under way to its shelf until this day. */
  readonly transit: DayNumber | null;
  readonly missing: boolean;
  /** What is over of our readers' doings. */
  readonly past: readonly Past[];
}

/** Chances of a day. */
const CHANCE = { found: 0.02, borrowed: 0.018, joins: 0.015, recall: 0.3, lost: 0.0002 } as const;
const MOST_WAITING = 4;
/** Of the loans of others: the share back before their day, and on it or soon after; the rest is late. */
const HABIT = { early: 0.55, onTime: 0.85, late: 9, veryLate: 0.03 } as const;
const OPENS = clock('09:00');
/** Beyond so many days everything stays as it is: nobody looks there, and somebody might ask for the year 9999. */
const MOST_DAYS = 730;

/** The day on which another reader brings back what they borrowed: by a habit of their own. */
export function backOn(begun: DayNumber, due: DayNumber, u: number): DayNumber {
  const days = Math.max(1, due - begun);
  if (u < HABIT.early) return addDays(due, -Math.floor((1 - u / HABIT.early) * days * 0.45));
  if (u < HABIT.onTime)
    return addDays(due, Math.floor(((u - HABIT.early) / (HABIT.onTime - HABIT.early)) * 2));
  const late = (u - HABIT.onTime) / (1 - HABIT.onTime);
  return addDays(due, 1 + Math.floor(late * HABIT.late) + (late > 1 - HABIT.veryLate * 5 ? 14 : 0));
}

const worked = new WeakMap<Policy, Map<DayNumber, boolean>>();
/** Whether the desk works on a day: asked for each copy, and the same for all. */
function worksOn(policy: Policy, day: DayNumber): boolean {
  let known = worked.get(policy);
  if (!known) {
    known = new Map();
    worked.set(policy, known);
  }
  let works = known.get(day);
  if (works === undefined) {
    works = isWorkingDay(policy, day);
    known.set(day, works);
  }
  return works;
}

interface Habits {
  readonly days: number;
  readonly mostRenewals: number;
}
/** What the desk asks of the library while a copy lives. */
export interface LifeRules {
  readonly library: Library;
  /** Of a reader with an account. */
  readonly habitsOf: (patron: string) => Habits;
  /** The day of the index. */
  readonly start: DayNumber;
}

export class CopyLife {
  readonly #facts: CopyFacts;
  readonly #rules: LifeRules;
  readonly #luck: ReturnType<typeof random>;
  #lent: (Lent & { readonly back: DayNumber | null }) | null = null;
  #aside: (PutAside & { readonly collected: DayNumber | null }) | null = null;
  #queue: Waiting[] = [];
  #transit: DayNumber | null = null;
  #missing = false;
  readonly #past: Past[] = [];

  private constructor(facts: CopyFacts, opening: Opening | null, rules: LifeRules) {
    this.#facts = facts;
    this.#rules = rules;
    const key = `${facts.record}/${facts.n}`;
    this.#luck = random(Math.floor(fraction(`desk ${key}`) * 2 ** 31));
    const { status } = facts.copy;
    const due = status.state === 'out' || status.state === 'transit' ? parseDay(status.due) : null;
    if (status.state === 'missing') this.#missing = true;
    else if (status.state === 'transit') this.#transit = due;
    else if (status.state === 'out' && due !== null) {
      const begun = opening?.begun ?? addDays(due, -rules.library.policy.shelf.queueLoanDays);
      this.#lent = {
        patron: opening?.patron ?? null,
        begun,
        due,
        renewals: opening?.renewals ?? 0,
        recalled: null,
        back: opening ? null : this.#backAfter(begun, due, rules.start),
      };
      for (let n = 0; n < status.queue; n++)
        this.#queue.push({ patron: null, since: addDays(rules.start, -n - 1), pickup: facts.copy.campus });
    }
  }

  /** A copy at a moment. */
  static at(
    facts: CopyFacts,
    opening: Opening | null,
    acts: readonly DeskAct[],
    at: Minutes,
    rules: LifeRules,
  ): CopyState {
    const life = new CopyLife(facts, opening, rules);
    const told = acts.filter((a) => a.at <= at).sort((a, b) => a.at - b.at);
    let next = 0;
    const first = rules.start;
    // What is done before the doors open counts for the day before.
    const upTo = (t: number): void => {
      for (; next < told.length && (told[next] as DeskAct).at < t; next++) life.#act(told[next] as DeskAct);
    };
    for (let n = 1; n <= MOST_DAYS && startOf(addDays(first, n), OPENS) <= at; n++) {
      const day = addDays(first, n);
      upTo(startOf(day, OPENS));
      life.#morning(day);
    }
    upTo(Number.POSITIVE_INFINITY);
    const { back: _back, ...lent } = life.#lent ?? { back: null };
    const { collected: _collected, ...aside } = life.#aside ?? { collected: null };
    return {
      lent: life.#lent ? (lent as Lent) : null,
      aside: life.#aside ? (aside as PutAside) : null,
      queue: life.#queue,
      transit: life.#transit,
      missing: life.#missing,
      past: life.#past,
    };
  }

  /** A day of bringing back that has not passed yet. */
  #backAfter(begun: DayNumber, due: DayNumber, now: DayNumber): DayNumber {
    const back = backOn(begun, due, this.#luck());
    return back > now ? back : addDays(now, 1 + Math.floor(this.#luck() * 6));
  }
  get #held(): Pick<CopyState, 'lent' | 'queue'> {
    return { lent: this.#lent, queue: this.#queue };
  }
  get #policy() {
    return this.#rules.library.policy;
  }

  #morning(day: DayNumber): void {
    const luck = this.#luck;
    // As many as there are, whether or not they are wanted: so the next day's are the same.
    const [main, joins, recall, habit, collects] = [luck(), luck(), luck(), luck(), luck()];
    if (!worksOn(this.#policy, day)) return;
    if (this.#missing) {
      if (main >= CHANCE.found) return;
      this.#missing = false;
    }
    if (this.#transit !== null && day >= this.#transit) this.#transit = null;
    const { rule } = this.#facts.copy;
    if (this.#lent?.back && day >= this.#lent.back) this.#lent = null;
    if (this.#lent) {
      if (joins < CHANCE.joins && this.#queue.length < MOST_WAITING)
        this.#queue.push({ patron: null, since: day, pickup: this.#facts.copy.campus });
      this.#recall(day, recall);
    }
    this.#pickup(day, habit);
    if (this.#lent || this.#aside || this.#transit !== null) return;
    if (this.#queue.length) this.#putAside(day, habit, collects);
    else if (rule === 'loan' && main < CHANCE.borrowed) this.#lendToOther(day, habit);
    else if (rule === 'loan' && 1 - main < CHANCE.lost) this.#missing = true;
  }
  /** The copy goes to the next in the queue: fetched, and sent where it is collected. */
  #putAside(day: DayNumber, habit: number, collects: number): void {
    const [next, ...rest] = this.#queue;
    if (!next) return;
    this.#queue = rest;
    const { shelf, courier } = this.#policy;
    const road =
      next.pickup === this.#facts.copy.campus
        ? 0
        : (courier.transit[this.#facts.copy.campus]?.[next.pickup]?.median ?? 0);
    const ready = addWorkingDays(this.#policy, day, shelf.returned.median + road);
    // Others come soon, now and then never.
    const collected = collects < 0.93 ? addWorkingDays(this.#policy, ready, Math.floor(habit * 3)) : null;
    this.#aside = {
      ...next,
      ready,
      until: addDays(ready, shelf.pickupDays),
      collected: next.patron === null ? collected : null,
    };
  }
  #pickup(day: DayNumber, habit: number): void {
    const aside = this.#aside;
    if (!aside) return;
    if (aside.collected !== null && day >= aside.collected) {
      this.#aside = null;
      this.#lendToOther(day, habit);
    } else if (day > aside.until) {
      if (aside.patron !== null) this.#past.push({ patron: aside.patron, what: 'lapsed', day, late: 0 });
      this.#aside = null;
    }
  }
  #lendToOther(day: DayNumber, habit: number): void {
    const due = this.#due(day, this.#policy.shelf.queueLoanDays);
    this.#lent = {
      patron: null,
      begun: day,
      due,
      renewals: 0,
      recalled: null,
      back: backOn(day, due, habit),
    };
  }
  /** What others wait for is now and then called back from who has it long. */
  #recall(day: DayNumber, u: number): void {
    const lent = this.#lent;
    const { recallDays } = this.#policy.loans;
    if (!lent || lent.patron === null || lent.recalled !== null || !this.#queue.length) return;
    if (u >= CHANCE.recall || lent.due - day <= recallDays) return;
    this.#lent = { ...lent, due: this.#due(day, recallDays), recalled: day };
  }
  #due(day: DayNumber, days: number): DayNumber {
    return dueDay(this.#rules.library, this.#facts.copy.campus, day, days);
  }

  #act({ at, patron, what, pickup }: DeskAct): void {
    const day = dayOf(at);
    const lent = this.#lent?.patron === patron ? this.#lent : null;
    switch (what) {
      case 'return':
        if (!lent) return;
        this.#past.push({ patron, what: 'returned', day, late: Math.max(0, day - lent.due) });
        this.#lent = null;
        return;
      case 'renew':
        if (!lent || hindersRenewal(this.#held, patron, day, this.#rules.habitsOf(patron).mostRenewals))
          return;
        this.#lent = {
          ...lent,
          due: this.#due(lent.due, this.#policy.loans.renewalDays),
          renewals: lent.renewals + 1,
        };
        return;
      case 'collect':
        if (this.#aside?.patron !== patron || day < this.#aside.ready) return;
        this.#aside = null;
        this.#lent = {
          patron,
          begun: day,
          due: this.#due(day, this.#rules.habitsOf(patron).days),
          renewals: 0,
          recalled: null,
          back: null,
        };
        return;
      case 'cancel': {
        const waits = this.#queue.some((w) => w.patron === patron) || this.#aside?.patron === patron;
        if (!waits) return;
        this.#queue = this.#queue.filter((w) => w.patron !== patron);
        if (this.#aside?.patron === patron) this.#aside = null;
        this.#past.push({ patron, what: 'cancelled', day, late: 0 });
        return;
      }
      case 'request': {
        const to = pickup ?? this.#facts.copy.campus;
        const waiting = this.#queue.findIndex((w) => w.patron === patron);
        // Asked for again: it is to be collected elsewhere.
        if (waiting >= 0) this.#queue[waiting] = { ...(this.#queue[waiting] as Waiting), pickup: to };
        else if (this.#aside?.patron === patron) {
          if (this.#aside.pickup === to) return;
          const road = this.#policy.courier.transit[this.#aside.pickup]?.[to]?.median ?? 0;
          const ready = addWorkingDays(this.#policy, day > this.#aside.ready ? day : this.#aside.ready, road);
          this.#aside = {
            ...this.#aside,
            pickup: to,
            ready,
            until: addDays(ready, this.#policy.shelf.pickupDays),
          };
        } else if (!lent) this.#queue.push({ patron, since: day, pickup: to });
      }
    }
  }
}
/** Why a loan is not renewed, as the desk says it; null where it is. */
export function hindersRenewal(
  state: Pick<CopyState, 'lent' | 'queue'>,
  patron: string,
  day: DayNumber,
  mostRenewals: number,
): string | null {
  const { lent } = state;
  if (lent?.patron !== patron) return 'This is not with you.';
  if (lent.recalled !== null) return 'It has been called back.';
  if (day > lent.due) return 'It is overdue: bring it back first.';
  if (state.queue.length) return 'Somebody else waits for it.';
  if (lent.renewals >= mostRenewals) return 'It has been renewed as often as it can be.';
  return null;
}
