/**
 * How the services behind the ports are doing: how often each was asked since the start, how often it failed, when
 * and why last, how long it takes. Every port is put behind a watcher that only listens.
 */

/** What is known of one service. */
export interface ServiceState {
  readonly name: string;
  /** Its address; null for a simulated one. */
  readonly address: string | null;
  readonly asked: number;
  readonly failed: number;
  /** ISO time (UTC) of the last answer, of the last failure; null where there was none. */
  readonly answeredAt: string | null;
  readonly failedAt: string | null;
  /** Name of the last failure. */
  readonly why: string;
  /** Milliseconds of an answer, half of the last ones take less. */
  readonly median: number | null;
}
const TIMES = 50;
interface Watched {
  asked: number;
  failed: number;
  answeredAt: string | null;
  failedAt: string | null;
  why: string;
  readonly times: number[];
}

export class Services {
  readonly #known = new Map<string, Watched & { readonly address: string | null }>();
  readonly #clock: () => string;
  /** @param clock ISO time, UTC */
  constructor(clock: () => string = () => new Date().toISOString()) {
    this.#clock = clock;
  }
  /**
   * The same port, listened to. What `expected` says of an error is no failure of the service.
   * @param address null for a simulated one
   */
  watch<T extends object>(
    name: string,
    port: T,
    address: string | null,
    expected: (error: unknown) => boolean = () => false,
  ): T {
    const own = { asked: 0, failed: 0, answeredAt: null, failedAt: null, why: '', times: [], address };
    this.#known.set(name, own);
    const note = (watched: Watched, began: number, error?: unknown): void => {
      watched.asked++;
      if (error === undefined || expected(error)) {
        watched.answeredAt = this.#clock();
        watched.times.push(performance.now() - began);
        if (watched.times.length > TIMES) watched.times.shift();
        return;
      }
      watched.failed++;
      watched.failedAt = this.#clock();
      // The name and no message: that may be of what a reader asked.
      watched.why = error instanceof Error ? error.name : 'unknown';
    };
    return new Proxy(port, {
      get: (target, key) => {
        const value: unknown = Reflect.get(target, key, target);
        if (typeof value !== 'function') return value;
        return (...args: unknown[]): unknown => {
          const began = performance.now();
          const answer: unknown = Reflect.apply(value, target, args);
          if (!(answer instanceof Promise)) return answer;
          answer.then(
            () => note(own, began),
            (error: unknown) => note(own, began, error ?? new Error('unknown')),
          );
          return answer;
        };
      },
    });
  }
  states(): ServiceState[] {
    return [...this.#known].map(([name, { times, ...own }]) => {
      const sorted = [...times].sort((a, b) => a - b);
      const middle = sorted[sorted.length >> 1];
      return { name, ...own, median: middle === undefined ? null : Math.round(middle) };
    });
  }
}
