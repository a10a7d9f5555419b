/**
 * The loan desk, simulated: accounts and copies as they are at a moment. What readers did stands in a log; all
 * else is worked out from it, so that the same log and moment give the same account. The log is kept as long as
 * the process lives.
 */
import {
  type PaiaDocument,
  type PaiaFee,
  type PaiaFees,
  type PaiaPatron,
  writeAmount,
} from '../../core/circulation/paia';
import type { Library } from '../../core/model/library';
import type { Reader } from '../../core/model/reader';
import { addDays, type DayNumber, dayOf, isoDay, type Minutes, startOf } from '../../core/model/time';
import {
  type CopyFacts,
  CopyLife,
  type CopyState,
  type DeskAct,
  hindersRenewal,
  type LifeRules,
  type Opening,
  type Past,
} from './life';

/** What a reader has when the demo begins: a copy, since when, and how often renewed. */
export interface OpeningLoan extends Opening {
  readonly copy: CopyFacts;
}
export interface OpeningAccount {
  readonly loans: readonly OpeningLoan[];
  /** Copies that this reader waits for. */
  readonly holds: readonly { readonly patron: string; readonly copy: CopyFacts; readonly pickup: string }[];
  readonly fees: readonly {
    readonly patron: string;
    readonly cents: number;
    readonly about: string;
    readonly day: DayNumber;
  }[];
}
/** What the desk looks up of the index. */
export interface Holdings {
  /** The copies of records, in the order of the records; none for one that is not there. */
  copies(records: readonly string[]): Promise<readonly (readonly CopyFacts[])[]>;
  /** What the readers have when the demo begins. */
  opening(): Promise<OpeningAccount>;
}
export interface Payment {
  readonly patron: string;
  readonly at: Minutes;
}
export const copyUri = ({ record, n }: Pick<CopyFacts, 'record' | 'n'>): string =>
  `urn:x-copy:${record}:${n}`;
export const editionUri = (record: string): string => `urn:x-record:${record}`;
export const campusUri = (id: string): string => `urn:x-campus:${id}`;
/** The record and place of a copy's URI; null for another. */
export function copyOf(uri: string): { readonly record: string; readonly n: number } | null {
  const found = /^urn:x-copy:(.{1,400}):(\d{1,3})$/.exec(uri);
  return found ? { record: found[1] as string, n: Number(found[2]) } : null;
}
export const recordOf = (uri: string): string => /^urn:x-record:(.+)$/.exec(uri)?.[1] ?? '';

/** Whom the index counts in the queue and who has an account joins it by asking. */
const withoutOurs = (facts: CopyFacts, ours: number): CopyFacts =>
  ours === 0 || facts.copy.status.state !== 'out'
    ? facts
    : {
        ...facts,
        copy: {
          ...facts.copy,
          status: { ...facts.copy.status, queue: Math.max(0, facts.copy.status.queue - ours) },
        },
      };

const [DAY_ONE, MOST_ACTS] = [1, 20_000];
export class Desk {
  readonly #holdings: Holdings;
  readonly #library: () => Library;
  readonly #readers: ReadonlyMap<string, Reader>;
  readonly #start: DayNumber;
  /** By the copy's URI. */
  readonly #acts = new Map<string, DeskAct[]>();
  #payments: Payment[] = [];
  #count = 0;
  #opening: Promise<{
    readonly account: OpeningAccount;
    readonly byCopy: ReadonlyMap<string, OpeningLoan>;
  }> | null = null;

  constructor(holdings: Holdings, library: () => Library, readers: readonly Reader[], start: Minutes) {
    this.#holdings = holdings;
    this.#library = library;
    this.#readers = new Map(readers.map((r) => [r.id, r]));
    this.#start = dayOf(start);
  }
  get library(): Library {
    return this.#library();
  }
  reader(patron: string): Reader | null {
    return this.#readers.get(patron) ?? null;
  }
  /** Forgets what was done since the start. */
  beginAgain(): void {
    this.#acts.clear();
    this.#payments = [];
    this.#count = 0;
  }

  /** Asked once; a question that failed is asked again: an index that has just begun may be slow. */
  #opened() {
    const asked = () => this.#holdings.opening();
    this.#opening ??= asked()
      .catch(asked)
      .then(
        (account) => ({
          account,
          byCopy: new Map(account.loans.map((l) => [copyUri(l.copy), l])),
        }),
        (error: unknown) => {
          this.#opening = null;
          throw error;
        },
      );
    return this.#opening;
  }
  #rules(): LifeRules {
    const library = this.library;
    return {
      library,
      start: this.#start,
      habitsOf: (patron) => {
        const category = this.#readers.get(patron)?.category ?? 'undergraduate';
        const { ownDays, renewals } = library.policy.loans;
        return { days: ownDays[category], mostRenewals: renewals[category] };
      },
    };
  }
  async #stateOf(copy: CopyFacts, at: Minutes): Promise<CopyState> {
    const { account, byCopy } = await this.#opened();
    const rules = this.#rules();
    const own = byCopy.get(copyUri(copy));
    const opening = own ?? null;
    const asked = account.holds
      .filter((h) => copyUri(h.copy) === copyUri(copy))
      .map(
        ({ patron, pickup }): DeskAct => ({
          at: startOf(addDays(this.#start, -DAY_ONE)),
          patron,
          what: 'request',
          pickup,
        }),
      );
    const acts = [...asked, ...(this.#acts.get(copyUri(copy)) ?? [])];
    return CopyLife.at(withoutOurs(copy, asked.length), opening, acts, at, rules);
  }

  /** The copies of records with their states. */
  async copies(
    records: readonly string[],
    at: Minutes,
  ): Promise<readonly (readonly { readonly copy: CopyFacts; readonly state: CopyState }[])[]> {
    const found = await this.#holdings.copies(records);
    return Promise.all(
      found.map((list) =>
        Promise.all(list.map(async (copy) => ({ copy, state: await this.#stateOf(copy, at) }))),
      ),
    );
  }
  async copy(uri: string): Promise<CopyFacts | null> {
    const place = copyOf(uri);
    if (!place) return null;
    const [copies] = await this.#holdings.copies([place.record]);
    return copies?.[place.n] ?? null;
  }
  /** The copy of an edition that comes soonest: one that is in, else that with the fewest before. */
  async copyOfEdition(record: string, at: Minutes): Promise<CopyFacts | null> {
    const [copies = []] = await this.copies([record], at);
    const lent = copies.filter(({ copy, state }) => copy.copy.rule === 'loan' && !state.missing);
    const before = ({ state }: (typeof lent)[number]): number =>
      state.queue.length + (state.lent || state.aside ? 1 : 0);
    return lent.sort((a, b) => before(a) - before(b))[0]?.copy ?? null;
  }

  /** Everything of a patron's: each copy that they have, had, or wait for, with its state. */
  async #own(patron: string, at: Minutes) {
    const { account } = await this.#opened();
    const uris = new Map<string, CopyFacts>();
    for (const { copy, patron: who } of [...account.loans, ...account.holds])
      if (who === patron) uris.set(copyUri(copy), copy);
    for (const [uri, acts] of this.#acts)
      if (acts.some((a) => a.patron === patron) && !uris.has(uri)) {
        const copy = await this.copy(uri);
        if (copy) uris.set(uri, copy);
      }
    return Promise.all(
      [...uris.values()].map(async (copy) => ({ copy, state: await this.#stateOf(copy, at) })),
    );
  }
  async documents(patron: string, at: Minutes): Promise<readonly PaiaDocument[]> {
    const blocked = await this.blocked(patron, at);
    return (await this.#own(patron, at)).flatMap(({ copy, state }) => {
      const said = this.document(copy, state, patron, at, blocked);
      return said ? [said] : [];
    });
  }
  /** A copy as its patron's account has it; null where it is not theirs at present. */
  document(
    copy: CopyFacts,
    state: CopyState,
    patron: string,
    at: Minutes,
    blocked: boolean,
  ): PaiaDocument | null {
    const day = dayOf(at);
    const base = {
      item: copyUri(copy),
      edition: editionUri(copy.record),
      about: copy.title,
      label: copy.copy.callNumber,
    };
    const place = (campus: string) => ({
      storage: this.library.campuses.find((c) => c.id === campus)?.name ?? campus,
      storageid: campusUri(campus),
    });
    const { lent, aside } = state;
    if (lent?.patron === patron) {
      const { mostRenewals } = this.#rules().habitsOf(patron);
      return {
        ...base,
        ...place(copy.copy.campus),
        status: 3,
        starttime: isoDay(lent.begun),
        duedate: isoDay(lent.due),
        endtime: isoDay(lent.due),
        renewals: lent.renewals,
        queue: state.queue.length,
        reminder: day <= lent.due ? 0 : 1 + Math.floor((day - lent.due - 1) / REMINDED_EVERY),
        canrenew: !blocked && hindersRenewal(state, patron, day, mostRenewals) === null,
        cancancel: false,
      };
    }
    if (aside?.patron === patron) {
      const here = day >= aside.ready;
      return {
        ...base,
        ...place(aside.pickup),
        status: here ? 4 : 2,
        starttime: isoDay(here ? aside.ready : aside.since),
        ...(here ? { endtime: isoDay(aside.until) } : {}),
        canrenew: false,
        cancancel: true,
      };
    }
    const at_ = state.queue.findIndex((w) => w.patron === patron);
    if (at_ < 0) return null;
    return {
      ...base,
      ...place((state.queue[at_] as { pickup: string }).pickup),
      // Nobody has it: it is being fetched.
      status: lent || aside || state.transit !== null || state.missing ? 1 : 2,
      starttime: isoDay((state.queue[at_] as { since: DayNumber }).since),
      ...(lent ? { duedate: isoDay(lent.due) } : {}),
      queue: at_ + (aside ? 1 : 0),
      canrenew: false,
      cancancel: true,
    };
  }

  async fees(patron: string, at: Minutes): Promise<PaiaFees> {
    const { code } = this.library.policy.currency;
    const lines = await this.#feeLines(patron, at);
    return {
      amount: writeAmount(
        lines.reduce((sum, l) => sum + l.cents, 0),
        code,
      ),
      fee: lines.map(
        ({ cents, day, about, copy }): PaiaFee => ({
          amount: writeAmount(cents, code),
          date: isoDay(day),
          about,
          feetype: copy ? 'overdue' : 'other',
          ...(copy ? { item: copyUri(copy), edition: editionUri(copy.record) } : {}),
        }),
      ),
    };
  }
  async #feeLines(patron: string, at: Minutes) {
    const { overdueFee } = this.library.policy.loans;
    const { account } = await this.#opened();
    const paid = Math.max(
      Number.NEGATIVE_INFINITY,
      ...this.#payments.filter((p) => p.patron === patron && p.at <= at).map((p) => p.at),
    );
    const lines: { cents: number; day: DayNumber; about: string; copy: CopyFacts | null }[] = account.fees
      .filter((f) => f.patron === patron && paid === Number.NEGATIVE_INFINITY)
      .map(({ cents, about, day }) => ({ cents, about, day, copy: null }));
    if (!overdueFee) return lines;
    const costs = (days: number): number => Math.min(overdueFee.most, days * overdueFee.day);
    const today = dayOf(at);
    const paidOn = paid === Number.NEGATIVE_INFINITY ? null : dayOf(paid as Minutes);
    for (const { copy, state } of await this.#own(patron, at)) {
      const late: { day: DayNumber; days: number; since: DayNumber }[] = state.past
        .filter((p): p is Past => p.patron === patron && p.late > 0)
        .map((p) => ({ day: p.day, days: p.late, since: addDays(p.day, 1 - p.late) }));
      if (state.lent?.patron === patron && today > state.lent.due)
        late.push({ day: today, days: today - state.lent.due, since: addDays(state.lent.due, 1) });
      for (const { day, days, since } of late) {
        // What was paid for up to a day is not asked for again.
        const before = paidOn === null ? 0 : Math.max(0, days - Math.max(0, day - paidOn));
        const cents = costs(days) - costs(Math.min(days, before));
        if (cents > 0) lines.push({ cents, day: since, about: copy.title, copy });
      }
    }
    return lines;
  }
  async owed(patron: string, at: Minutes): Promise<number> {
    return (await this.#feeLines(patron, at)).reduce((sum, l) => sum + l.cents, 0);
  }
  /** So much is owed that nothing is lent or renewed. */
  async blocked(patron: string, at: Minutes): Promise<boolean> {
    const most = this.library.policy.loans.blockedAbove;
    return most !== undefined && (await this.owed(patron, at)) > most;
  }
  async patron(patron: string, at: Minutes): Promise<PaiaPatron | null> {
    const reader = this.reader(patron);
    return (
      reader && {
        name: reader.name,
        email: reader.email,
        address: reader.address,
        expires: isoDay((this.#start + EXPIRES) as DayNumber),
        status: (await this.blocked(patron, at)) ? 3 : 0,
        type: [`urn:x-reader:${reader.category}`],
      }
    );
  }

  /** Pays all that is owed by then. */
  pay(patron: string, at: Minutes): void {
    this.#payments.push({ patron, at });
  }
  /** Does what a patron asks for with a copy; says why where it is not done. */
  async act(copy: CopyFacts, act: DeskAct): Promise<string | null> {
    const hindered = await this.hinders(copy, act);
    if (hindered) return hindered;
    const uri = copyUri(copy);
    this.#acts.set(uri, [...(this.#acts.get(uri) ?? []), act]);
    // The oldest go first where somebody tries the desk for days.
    if (++this.#count > MOST_ACTS) {
      const [oldest] = this.#acts.keys();
      this.#count -= this.#acts.get(oldest ?? '')?.length ?? 0;
      this.#acts.delete(oldest ?? '');
    }
    return null;
  }
  /** Why it would not be done; null where it would. */
  async hinders(copy: CopyFacts, { what, patron, at }: DeskAct): Promise<string | null> {
    const state = await this.#stateOf(copy, at);
    const day = dayOf(at);
    const blocked = await this.blocked(patron, at);
    const waits = state.queue.some((w) => w.patron === patron) || state.aside?.patron === patron;
    switch (what) {
      case 'renew':
        return blocked
          ? 'Fees are owed: pay them first.'
          : hindersRenewal(state, patron, day, this.#rules().habitsOf(patron).mostRenewals);
      case 'cancel':
        return waits ? null : 'Nothing of this is asked for.';
      case 'return':
        return state.lent?.patron === patron ? null : 'This is not with you.';
      case 'collect':
        return state.aside?.patron !== patron || day < state.aside.ready ? 'It does not wait for you.' : null;
      case 'request':
        if (state.lent?.patron === patron) return 'You have it.';
        if (waits) return null;
        if (copy.copy.rule !== 'loan') return 'This is not lent.';
        if (state.missing) return 'It is missing.';
        return blocked ? 'Fees are owed: pay them first.' : null;
    }
  }
}
const [REMINDED_EVERY, EXPIRES] = [7, 330];
