/**
 * Where copies stand at this moment (Document Availability Information API, DAIA 1.0): the shape of the wire,
 * and what of it a copy's status is.
 */
import type { CopyStatus } from '../model/record';
import { listOf, maybe, type Shaped, shape, text, whole, wrongIn } from '../model/shape';
import { addDays, type DayNumber, isoDay, parseDay } from '../model/time';

/** DAIA 1.0, 3.3: what can be done with a copy. */
export const SERVICES = ['presentation', 'loan', 'remote', 'interloan', 'openaccess'] as const;
export type DaiaService = (typeof SERVICES)[number];

const [URI, LONG, MANY] = [2000, 10_000, 1000];
const entity = maybe(shape({ id: maybe(text(URI)), content: maybe(text(LONG)), href: maybe(text(URI)) }));
const limits = maybe(listOf(shape({ id: maybe(text(URI)), content: maybe(text(LONG)) }), MANY));
const availableShape = shape({
  service: text(100),
  /** ISO 8601 duration, or `unknown`. */
  delay: maybe(text(40)),
  href: maybe(text(URI)),
  limitation: limits,
});
const unavailableShape = shape({
  service: text(100),
  /** ISO day, or `unknown`. */
  expected: maybe(text(40)),
  queue: maybe(whole(0, 1e6)),
  href: maybe(text(URI)),
  limitation: limits,
});
export const daiaItemShape = shape({
  id: maybe(text(URI)),
  label: maybe(text(LONG)),
  chronology: maybe(shape({ about: maybe(text(LONG)) })),
  department: entity,
  storage: entity,
  available: maybe(listOf(availableShape, MANY)),
  unavailable: maybe(listOf(unavailableShape, MANY)),
});
export type DaiaItem = Shaped<typeof daiaItemShape>;
export const daiaDocumentShape = shape({
  id: text(URI),
  requested: maybe(text(URI)),
  item: maybe(listOf(daiaItemShape, MANY)),
});
export type DaiaDocument = Shaped<typeof daiaDocumentShape>;
const daiaShape = shape({ document: listOf(daiaDocumentShape, MANY), timestamp: maybe(text(100)) });
export type DaiaAnswer = Shaped<typeof daiaShape>;

/** An answer; what of its documents is none is left out. Null where it is no such answer. */
export function readDaia(json: unknown): DaiaAnswer | null {
  const { document, timestamp } = (json ?? {}) as { document?: unknown; timestamp?: unknown };
  if (!Array.isArray(document)) return null;
  return {
    document: document.filter((d): d is DaiaDocument => wrongIn(daiaDocumentShape, d) === null),
    ...(typeof timestamp === 'string' ? { timestamp } : {}),
  };
}

/** Services that say whether a copy is there at all: by loan, else by reading on the premises. */
const TELLING: readonly string[] = ['loan', 'presentation'] satisfies DaiaService[];
/**
 * The status of a copy; null where nothing of it says one. What is expected on no day is missing; with a queue
 * or not, expected on a day is out; what is there after some days is under way.
 * @param today the day of the answer, from which a delay counts
 * @example copyStatusOf({ unavailable: [{ service: 'loan', expected: '2026-11-20', queue: 1 }] }, 20759)
 *   // { state: 'out', due: '2026-11-20', queue: 1 }
 */
export function copyStatusOf({ available, unavailable }: DaiaItem, today: DayNumber): CopyStatus | null {
  const here = TELLING.map((s) => available?.find((a) => a.service === s)).find(Boolean);
  if (here) {
    const days = Number(/^P(\d{1,3})D$/.exec(here.delay ?? '')?.[1] ?? 0);
    return days > 0 ? { state: 'transit', due: isoDay(addDays(today, days)) } : { state: 'in' };
  }
  const away = TELLING.map((s) => unavailable?.find((u) => u.service === s)).find(Boolean);
  if (!away) return null;
  const due = (away.expected ?? '').slice(0, 10);
  return parseDay(due) === null ? { state: 'missing' } : { state: 'out', due, queue: away.queue ?? 0 };
}
