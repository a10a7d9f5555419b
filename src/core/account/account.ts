/**
 * The account: everything of a reader, as one value; what two browsers have made one, without loss.
 * `docs/account-file.md` describes the file.
 */
import { type Appointment, appointmentShape } from '../appointments/appointment';
import { type OwnCourse, ownCourseShape } from '../courses/course';
import { listOf, maybe, orNull, type Shaped, shape, text, type Value } from '../model/shape';
import { type Slip, slipShape } from '../model/slip';
import { placesBetween } from '../piles/order';
import { type PileItem, pileItemShape, pileShape, READING_STATES } from '../piles/pile';
import {
  type Bibliography,
  bibliographyShape,
  binnedShape,
  type Correction,
  citeAsShape,
  contactShape,
  correctionShape,
  loanSettingsShape,
  ownStyleShape,
  pastSearchShape,
  questionShape,
  type StandingSearch,
  standingSearchShape,
} from './rows';

const MANY = 1e6;
const settingsShape = shape({
  contacts: maybe(contactShape),
  /** Conditions kept for later searches; as the app has them. */
  kept: maybe(shape({}) as Value<unknown>),
  inboxSeen: maybe(text(100)),
  noticesSeen: maybe(text(100)),
  lastPile: maybe(text(2000)),
  loans: maybe(loanSettingsShape),
  citeAs: maybe(citeAsShape),
});
/** What of a reader's there is, table by table. */
export const ACCOUNT_TABLES = {
  piles: pileShape,
  pileItems: pileItemShape,
  bin: binnedShape,
  corrections: correctionShape,
  styles: ownStyleShape,
  courses: ownCourseShape,
  slips: slipShape,
  history: pastSearchShape,
  standing: standingSearchShape,
  questions: questionShape,
  appointments: appointmentShape,
} as const;
export type AccountTable = keyof typeof ACCOUNT_TABLES;
export const TABLE_NAMES = Object.keys(ACCOUNT_TABLES) as readonly AccountTable[];
type Rows = { readonly [T in AccountTable]: readonly Shaped<(typeof ACCOUNT_TABLES)[T]>[] };
export interface Account extends Rows {
  readonly bibliography: Bibliography | null;
  readonly settings: Shaped<typeof settingsShape>;
}
export const accountShape = shape({
  ...Object.fromEntries(TABLE_NAMES.map((t) => [t, listOf(ACCOUNT_TABLES[t] as Value<unknown>, MANY)])),
  bibliography: orNull(bibliographyShape),
  settings: settingsShape,
}) as Value<unknown> as Value<Account>;
export const EMPTY_ACCOUNT: Account = {
  piles: [],
  pileItems: [],
  bin: [],
  corrections: [],
  styles: [],
  courses: [],
  slips: [],
  history: [],
  standing: [],
  questions: [],
  appointments: [],
  bibliography: null,
  settings: {},
};

/** Deep equality of plain data; fields that are undefined count as left out. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].every((k) => same((a as never)[k], (b as never)[k]));
}
/** Both texts, neither twice. */
const both = (ours: string, theirs: string): string =>
  !theirs || ours.includes(theirs) ? ours : theirs.includes(ours) ? theirs : `${ours}\n${theirs}`;
const later = <T>(ours: T, theirs: T, timeOf: (row: T) => string): T =>
  timeOf(theirs) > timeOf(ours) ? theirs : ours;

interface Keyed {
  readonly id: string;
}
/** All of both, in the order of the first; those of one id joined. */
function withAll<T extends Keyed>(ours: readonly T[], theirs: readonly T[], join: (a: T, b: T) => T): T[] {
  const known = new Map(theirs.map((t) => [t.id, t]));
  const ids = new Set(ours.map((o) => o.id));
  return [
    ...ours.map((o) => {
      const their = known.get(o.id);
      return their ? join(o, their) : o;
    }),
    ...theirs.filter((t) => !ids.has(t.id)),
  ];
}

/** How two rows of one id become one. What was written by hand is in it, from both. */
const JOIN: {
  readonly [T in AccountTable]: (ours: Rows[T][number], theirs: Rows[T][number]) => Rows[T][number];
} = {
  piles: (ours, theirs) => {
    const newer = later(ours, theirs, (p) => p.changed ?? p.created);
    const other = newer === ours ? theirs : ours;
    return {
      ...newer,
      needBy: newer.needBy || other.needBy,
      purpose: both(newer.purpose, other.purpose),
      note: both(newer.note, other.note),
      spend: newer.spend || other.spend,
    };
  },
  pileItems: (ours, theirs): PileItem => {
    const state = READING_STATES[
      Math.max(READING_STATES.indexOf(ours.state), READING_STATES.indexOf(theirs.state))
    ] as PileItem['state'];
    const notAt = [...new Set([...(ours.notAt ?? []), ...(theirs.notAt ?? [])])];
    return {
      ...ours,
      state,
      note: both(ours.note, theirs.note),
      added: ours.added < theirs.added ? ours.added : theirs.added,
      ...(ours.got || theirs.got ? { got: true } : {}),
      ...(notAt.length ? { notAt } : {}),
    };
  },
  bin: (ours) => ours,
  // What was said last in this browser stands; what only the other says is added.
  corrections: (ours, theirs): Correction => ({ ...ours, csl: { ...theirs.csl, ...ours.csl } }),
  styles: (ours) => ours,
  courses: (ours, theirs): OwnCourse => {
    const newer = later(ours, theirs, (c) => c.changed);
    const other = newer === ours ? theirs : ours;
    const note = both(newer.note ?? '', other.note ?? '');
    return {
      ...newer,
      lecturers: [...new Set([...newer.lecturers, ...other.lecturers])],
      ...(note ? { note } : {}),
      // Meetings and readings of both: what was said later stands, what only the other has is added.
      meetings: withAll(newer.meetings, other.meetings, (a, b) => ({
        ...a,
        day: a.day || b.day,
        title: a.title || b.title,
        readings: withAll(a.readings, b.readings, (x) => x),
      })),
    };
  },
  slips: (ours, theirs): Slip => {
    const further = (s: Slip): string => `${String(s.messages.length).padStart(6, '0')} ${s.changed}`;
    return later(ours, theirs, further);
  },
  history: (ours, theirs) => later(ours, theirs, (s) => s.at),
  standing: (ours, theirs): StandingSearch => ({ ...ours, seen: later(ours.seen, theirs.seen, (d) => d) }),
  questions: (ours) => ours,
  appointments: (ours, theirs): Appointment =>
    later(ours, theirs, (a) => `${String(a.sequence).padStart(7, '0')} ${a.changed}`),
};

export interface Counted {
  readonly added: number;
  readonly replaced: number;
  readonly left: number;
}
export interface Merged {
  readonly account: Account;
  /** What of the other account would be new here, change what is here, or is here already. */
  readonly counts: Readonly<Record<AccountTable | 'bibliography' | 'settings', Counted>>;
}
function joined<T extends Keyed>(
  ours: readonly T[],
  theirs: readonly T[],
  join: (ours: T, theirs: T) => T,
): { rows: T[]; counted: Counted } {
  const rows = new Map(ours.map((r) => [r.id, r]));
  let [added, replaced, left] = [0, 0, 0];
  for (const their of theirs) {
    const our = rows.get(their.id);
    if (!our) {
      rows.set(their.id, their);
      added++;
      continue;
    }
    const next = join(our, their);
    if (same(next, our)) left++;
    else {
      rows.set(their.id, next);
      replaced++;
    }
  }
  return { rows: [...rows.values()], counted: { added, replaced, left } };
}
const one = (before: unknown, after: unknown, came: unknown): Counted => ({
  added: came !== null && came !== undefined && (before === null || before === undefined) ? 1 : 0,
  replaced: before !== null && before !== undefined && !same(before, after) ? 1 : 0,
  left: before !== null && before !== undefined && came !== null && same(before, after) ? 1 : 0,
});
/** References of both, each once; the texts one after the other. */
function bibliographies(ours: Bibliography | null, theirs: Bibliography | null): Bibliography | null {
  if (!ours || !theirs) return ours ?? theirs;
  const known = new Set(ours.rows.map((r) => r.ref.text));
  const ids = new Set(ours.rows.map((r) => r.id));
  const more = theirs.rows
    .filter((r) => !known.has(r.ref.text))
    .map((r) => (ids.has(r.id) ? { ...r, id: `${r.id}+` } : r));
  return {
    ...ours,
    text: both(ours.text, theirs.text),
    read: both(ours.read, theirs.read),
    needBy: ours.needBy || theirs.needBy,
    rows: [...ours.rows, ...more],
  };
}
function settingsOf(ours: Account['settings'], theirs: Account['settings']): Account['settings'] {
  const contact = ours.contacts ?? theirs.contacts;
  const addresses = [
    ...new Set([
      ...(ours.contacts?.addresses ?? []),
      ...(theirs.contacts?.addresses ?? []),
      // Where parcels went there may be wanted again here.
      ...(theirs.contacts && contact && theirs.contacts.address !== contact.address
        ? [theirs.contacts.address]
        : []),
    ]),
  ].filter(Boolean);
  const [seen, noticed] = (['inboxSeen', 'noticesSeen'] as const).map((name) =>
    (ours[name] ?? '') > (theirs[name] ?? '') ? ours[name] : theirs[name],
  );
  return {
    ...theirs,
    ...ours,
    ...(contact ? { contacts: { ...contact, ...(addresses.length ? { addresses } : {}) } } : {}),
    ...(seen ? { inboxSeen: seen } : {}),
    ...(noticed ? { noticesSeen: noticed } : {}),
  };
}

/** What is new to a pile that there is here stands at its end, in the order that it had: places may be taken. */
function placed(ours: readonly PileItem[], theirs: readonly PileItem[]): readonly PileItem[] {
  const known = new Set(ours.map((i) => i.id));
  const last = new Map<string, string>();
  for (const { pile, place } of ours) if (place > (last.get(pile) ?? '')) last.set(pile, place);
  const fresh = theirs.filter((i) => !known.has(i.id) && last.has(i.pile));
  const places = new Map<string, string>();
  for (const [pile, after] of last) {
    const own = fresh.filter((i) => i.pile === pile).sort((a, b) => (a.place < b.place ? -1 : 1));
    placesBetween(after, null, own.length).forEach((place, i) => {
      places.set(own[i]?.id ?? '', place);
    });
  }
  return theirs.map((i) => ({ ...i, place: places.get(i.id) ?? i.place }));
}

/**
 * Makes two accounts one. What is in either is in it; of one thing the further state, both notes, the later
 * change. Merging the same again changes nothing.
 */
export function merge(ours: Account, theirs: Account): Merged {
  const table = (name: AccountTable) => {
    const come = name === 'pileItems' ? placed(ours.pileItems, theirs.pileItems) : theirs[name];
    // Each table's rows go with its own way of joining them.
    return joined<Keyed>(ours[name], come, JOIN[name] as unknown as (our: Keyed, their: Keyed) => Keyed);
  };
  const parts = TABLE_NAMES.map((name) => [name, table(name)] as const);
  const bibliography = bibliographies(ours.bibliography, theirs.bibliography);
  const settings = settingsOf(ours.settings, theirs.settings);
  return {
    account: {
      ...(Object.fromEntries(parts.map(([name, { rows }]) => [name, rows])) as unknown as Rows),
      bibliography,
      settings,
    },
    counts: {
      ...(Object.fromEntries(parts.map(([name, { counted }]) => [name, counted])) as Record<
        AccountTable,
        Counted
      >),
      bibliography: one(ours.bibliography, bibliography, theirs.bibliography),
      settings: one(
        Object.keys(ours.settings).length ? ours.settings : null,
        settings,
        Object.keys(theirs.settings).length ? theirs.settings : null,
      ),
    },
  };
}
