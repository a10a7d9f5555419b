/**
 * What became of requests, for promises that learn and for the library desk: which lender was asked on which day,
 * whether it supplied and how long it took; how promises were kept. An append-only file beside the index; of a request
 * it has a digest of its number, so that it is counted once, and nothing of readers.
 */
import { createHash } from 'node:crypto';
import type { LendingOutcome } from '../core/access/calibration';
import { type DayNumber, parseDay } from '../core/model/time';
import { LineFile } from './lineFile';

/** Days for which what happened is remembered: by then it counts next to nothing. */
const DAYS = 1000;
export const KEPT = ['intime', 'late', 'unfilled'] as const;
export type Kept = (typeof KEPT)[number];

type Line =
  | (Omit<LendingOutcome, 'day'> & { readonly of: string; readonly day: number })
  | { readonly of: string; readonly day: number; readonly kept: Kept; readonly way: string };
const digest = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 16);

function lineOf(value: unknown): Line | null {
  const line = value as Partial<Record<string, unknown>> | null;
  if (typeof line?.of !== 'string' || !Number.isInteger(line.day)) return null;
  if (typeof line.kept === 'string')
    return KEPT.includes(line.kept as Kept) && typeof line.way === 'string'
      ? (line as unknown as Line)
      : null;
  return typeof line.lender === 'string' &&
    (line.service === 'loan' || line.service === 'copy') &&
    typeof line.supplied === 'boolean' &&
    typeof line.days === 'number'
    ? (line as unknown as Line)
    : null;
}

export class Outcomes {
  readonly #file: LineFile<Line>;
  readonly #failed: (error: unknown) => void;
  readonly #seen = new Set<string>();
  /** The earliest day that is remembered. */
  readonly #least: number;
  #lines: Line[] = [];

  /**
   * @param today an ISO day
   * @param failed hears that the file can't be written; what has happened stands in memory then
   */
  constructor(path: string, today: string, failed: (error: unknown) => void = () => undefined) {
    this.#file = new LineFile(path, lineOf);
    this.#failed = failed;
    this.#least = (parseDay(today) ?? 0) - DAYS;
    this.#catchUp();
    if (this.#lines.length < this.#file.count) this.#writing(() => this.#file.rewrite(this.#lines));
  }
  /** Readers hear of their slips whether it can be written or not. */
  #writing(write: () => void): void {
    try {
      write();
    } catch (error) {
      this.#failed(error);
    }
  }
  /** What other servers have added, too. */
  #catchUp(): void {
    const { lines, afresh } = this.#file.news();
    if (afresh) {
      this.#seen.clear();
      this.#lines = [];
    }
    for (const line of lines) if (line.day >= this.#least) this.#take(line);
  }
  #take(line: Line): boolean {
    const key = `${line.of} ${'kept' in line ? 'kept' : `${line.lender} ${line.day}`}`;
    if (this.#seen.has(key)) return false;
    this.#seen.add(key);
    this.#lines.push(line);
    return true;
  }
  #add(line: Line): boolean {
    if (!this.#take(line)) return false;
    this.#writing(() => this.#file.add(line));
    return true;
  }
  /** @returns whether anything was new */
  settled(request: string, outcomes: readonly LendingOutcome[]): boolean {
    this.#catchUp();
    const of = digest(request);
    return outcomes.map((o) => this.#add({ ...o, of })).some(Boolean);
  }
  /** @param day ISO */
  promise(request: string, way: string, kept: Kept, day: string): void {
    this.#catchUp();
    this.#add({ of: digest(request), way, kept, day: parseDay(day) ?? 0 });
  }
  *lending(): Generator<LendingOutcome> {
    this.#catchUp();
    for (const line of this.#lines) if ('lender' in line) yield { ...line, day: line.day as DayNumber };
  }
  /** How promises were kept by each way, since a day (ISO). */
  kept(since: string): ReadonlyMap<string, Readonly<Record<Kept, number>>> {
    this.#catchUp();
    const from = parseDay(since) ?? 0;
    const ways = new Map<string, Record<Kept, number>>();
    for (const line of this.#lines) {
      if (!('kept' in line) || line.day < from) continue;
      const own = ways.get(line.way) ?? { intime: 0, late: 0, unfilled: 0 };
      own[line.kept]++;
      ways.set(line.way, own);
    }
    return ways;
  }
}
