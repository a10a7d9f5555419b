/**
 * What suppliers have pushed to us, until the reader's browser asks for it: the numbers of requests that have left,
 * and behind each the messages that came. No names, and nothing else of readers. An append-only file beside the
 * index, read at the start; what is old goes, and it never grows beyond its bound.
 */
import { LineFile } from './lineFile';

/** Days for which a request is remembered after its last message; messages of one; letters of all. */
const [DAYS, MESSAGES, LETTERS] = [400, 200, 50_000_000];
const DAY = 86_400_000;

interface Line {
  /** Number of the request. */
  readonly id: string;
  /** Milliseconds since 1970 at which it left, or the message came. */
  readonly at: number;
  /** The message as it came; none where the request left. */
  readonly xml?: string;
}
interface Kept {
  at: number;
  readonly xml: string[];
}
function lineOf(value: unknown): Line | null {
  const { id, at, xml } = value as Partial<Line>;
  return typeof id === 'string' && typeof at === 'number' && (xml === undefined || typeof xml === 'string')
    ? { id, at, ...(xml === undefined ? {} : { xml }) }
    : null;
}

export class Inbox {
  readonly #file: LineFile<Line>;
  readonly #clock: () => number;
  readonly #kept = new Map<string, Kept>();
  #letters = 0;

  constructor(path: string, clock: () => number = Date.now) {
    this.#file = new LineFile(path, lineOf);
    this.#clock = clock;
    this.#catchUp();
    if (this.#forget() || this.#file.count > 2 * this.#kept.size + MESSAGES) this.#rewrite();
  }
  /** What other servers have added, too. */
  #catchUp(): void {
    const { lines, afresh } = this.#file.news();
    if (afresh) {
      this.#kept.clear();
      this.#letters = 0;
    }
    for (const line of lines) this.#take(line);
  }
  #take({ id, at, xml }: Line): void {
    const own = this.#kept.get(id) ?? { at, xml: [] };
    this.#kept.set(id, own);
    own.at = Math.max(own.at, at);
    if (xml === undefined) return;
    own.xml.push(xml);
    this.#letters += xml.length;
  }
  /** What nobody has spoken of for long goes; where there is too much, the oldest. */
  #forget(): boolean {
    const before = this.#kept.size;
    const oldest = [...this.#kept].sort(([, a], [, b]) => a.at - b.at);
    for (const [id, { at, xml }] of oldest) {
      if (at > this.#clock() - DAYS * DAY && this.#letters <= LETTERS) break;
      this.#kept.delete(id);
      for (const text of xml) this.#letters -= text.length;
    }
    return this.#kept.size < before;
  }
  #rewrite(): void {
    const lines = [...this.#kept].flatMap(([id, { at, xml }]): Line[] => [
      { id, at },
      ...xml.map((text) => ({ id, at, xml: text })),
    ]);
    this.#file.rewrite(lines);
  }
  #add(line: Line): void {
    this.#file.add(line);
    this.#catchUp();
    if (this.#letters > LETTERS && this.#forget()) this.#rewrite();
  }

  /** A request has left: of it messages may come. */
  left(id: string): void {
    this.#catchUp();
    if (!this.#kept.has(id)) this.#add({ id, at: this.#clock() });
  }
  /**
   * A message that came. One that is there already is taken as the same.
   * @returns false where no such request left, or too much was said of it
   */
  came(id: string, xml: string): boolean {
    this.#catchUp();
    const own = this.#kept.get(id);
    if (!own) return false;
    if (own.xml.includes(xml)) return true;
    if (own.xml.length >= MESSAGES) return false;
    this.#add({ id, at: this.#clock(), xml });
    return true;
  }
  /** Messages about a request, as they came. */
  of(id: string): readonly string[] {
    this.#catchUp();
    return this.#kept.get(id)?.xml ?? [];
  }
}
