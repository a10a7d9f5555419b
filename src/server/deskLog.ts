/**
 * What the library desk remembers: how many slips went which way on a day, and what staff did or what happened to the
 * server. Lines of JSON behind each other in a file beside the index, without anything of readers; read at the start,
 * cut when it is long.
 */
import { LRUCache } from 'lru-cache';
import { parseDay } from '../core/model/time';
import { LineFile } from './lineFile';

const DONE = ['opened', 'takenOver', 'notTakenOver', 'policy', 'answered', 'built', 'notBuilt'] as const;
export type Done = (typeof DONE)[number];
export interface DoneEntry {
  /** ISO local time. */
  readonly at: string;
  readonly what: Done;
  readonly of: string;
}
interface Line {
  readonly at: string;
  readonly what: 'slip' | Done;
  readonly of: string;
}
/** Days of slips and entries that are kept; bytes beyond which the file is cut to them. */
const [DAYS, ENTRIES, LONG] = [60, 500, 2_000_000];
/** Slips that are known to be counted; in memory only. */
const REMEMBERED = 10_000;

function lineOf(value: unknown): Line | null {
  const line = value as Partial<Line> | null;
  return line &&
    typeof line.at === 'string' &&
    parseDay(line.at.slice(0, 10)) !== null &&
    typeof line.of === 'string' &&
    (line.what === 'slip' || DONE.includes(line.what as Done))
    ? (line as Line)
    : null;
}

export class DeskLog {
  readonly #file: LineFile<Line>;
  readonly #failed: (error: unknown) => void;
  readonly #slips = new Map<string, Map<string, number>>();
  #done: DoneEntry[] = [];
  readonly #counted = new LRUCache<string, true>({ max: REMEMBERED });

  /** @param failed hears that the file can't be written; what is counted stands in memory then */
  constructor(path: string, failed: (error: unknown) => void = () => undefined) {
    this.#file = new LineFile(path, lineOf);
    this.#failed = failed;
    this.#catchUp();
    if (this.#file.bytes > LONG) this.#cut();
  }
  /** What other servers have added, too. */
  #catchUp(): void {
    const { lines, afresh } = this.#file.news();
    if (afresh) {
      this.#slips.clear();
      this.#done = [];
    }
    for (const line of lines) this.#take(line);
  }
  #take({ at, what, of }: Line): void {
    if (what !== 'slip') {
      this.#done.push({ at, what, of });
      if (this.#done.length > ENTRIES) this.#done.shift();
      return;
    }
    const day = at.slice(0, 10);
    const own = this.#slips.get(day) ?? new Map<string, number>();
    own.set(of, (own.get(of) ?? 0) + 1);
    this.#slips.set(day, own);
    if (this.#slips.size > DAYS) this.#slips.delete([...this.#slips.keys()].sort()[0] as string);
  }
  #cut(): void {
    const lines: Line[] = [
      ...[...this.#slips].flatMap(([at, ways]) =>
        [...ways].flatMap(([of, n]) => Array.from({ length: n }, () => ({ at, what: 'slip' as const, of }))),
      ),
      ...this.#done,
    ];
    try {
      this.#file.rewrite(lines);
    } catch (error) {
      this.#failed(error);
    }
  }
  #add(line: Line): void {
    try {
      this.#file.add(line);
    } catch (error) {
      this.#failed(error);
      this.#take(line);
      return;
    }
    this.#catchUp();
  }

  /**
   * @param at ISO local time
   * @param route by which it goes
   * @param id of the slip: one that is sent again counts once, for as long as it is remembered
   */
  slip(at: string, route: string, id: string): void {
    if (this.#counted.has(id)) return;
    this.#counted.set(id, true);
    this.#add({ at: at.slice(0, 10), what: 'slip', of: route });
  }
  done(at: string, what: Done, of = ''): void {
    this.#add({ at, what, of });
  }
  /** The latest days first; of each how many went which way. */
  slips(): readonly { readonly day: string; readonly ways: ReadonlyMap<string, number> }[] {
    this.#catchUp();
    return [...this.#slips].map(([day, ways]) => ({ day, ways })).sort((a, b) => (a.day < b.day ? 1 : -1));
  }
  /** The latest first. */
  entries(): readonly DoneEntry[] {
    this.#catchUp();
    return [...this.#done].reverse();
  }
}
