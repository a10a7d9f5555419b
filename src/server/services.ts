/**
 * How the services behind the ports are doing: how often each was asked since the start, how often it failed, when
 * and why last, how long it takes. A simulated one is only listened to. A real one is asked once more for what it may
 * be asked for twice, and left in peace for a while after it has failed several times: who asks then hears at once that
 * it does not answer, and nobody waits for it.
 */
import {
  BrokenCircuitError,
  CircuitState,
  ConsecutiveBreaker,
  ConstantBackoff,
  circuitBreaker,
  handleWhen,
  type IPolicy,
  retry,
} from 'cockatiel';

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
  /** It failed so often that it is not asked for a while. */
  readonly paused: boolean;
}
const TIMES = 50;
/** Only what may wait for an answer is sheltered. */
const AsyncFunction = (async () => undefined).constructor;
/** Failures behind each other after which a service is left in peace; for so long; before it is asked once more. */
const [FAILURES, PEACE, AGAIN] = [5, 30_000, 300];

/** How a real service is dealt with. */
export interface Dealing {
  /** What of it goes out; the rest is only listened to. Left out: all. */
  readonly out?: readonly string[];
  /** What of it may be asked for twice. */
  readonly again?: readonly string[];
  /** An error that says something of what was asked, and nothing against the service. */
  readonly expected?: (error: unknown) => boolean;
  /** What is said in its place while it is left in peace. */
  readonly silent?: () => Error;
  readonly peace?: number;
}
interface Watched {
  asked: number;
  failed: number;
  answeredAt: string | null;
  failedAt: string | null;
  why: string;
  readonly times: number[];
}

export class Services {
  readonly #known = new Map<
    string,
    Watched & { readonly address: string | null; readonly paused: () => boolean }
  >();
  readonly #clock: () => string;
  /** @param clock ISO time, UTC */
  constructor(clock: () => string = () => new Date().toISOString()) {
    this.#clock = clock;
  }
  /**
   * The same port, listened to, and sheltered where it is a real one.
   * @param address null for a simulated one
   */
  watch<T extends object>(name: string, port: T, address: string | null, dealing: Dealing = {}): T {
    const {
      out,
      again = [],
      expected = () => false,
      silent = () => new Error('paused'),
      peace = PEACE,
    } = dealing;
    const against = handleWhen((error) => !expected(error));
    const breaker = circuitBreaker(against, {
      halfOpenAfter: peace,
      breaker: new ConsecutiveBreaker(FAILURES),
    });
    const twice = retry(
      handleWhen((error) => !expected(error) && !(error instanceof BrokenCircuitError)),
      { maxAttempts: 1, backoff: new ConstantBackoff(AGAIN) },
    );
    const own = {
      ...{ asked: 0, failed: 0, answeredAt: null, failedAt: null, why: '', times: [], address },
      paused: () => breaker.state !== CircuitState.Closed,
    };
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
    const heard = async (ask: () => unknown): Promise<unknown> => {
      const began = performance.now();
      try {
        const answer = await ask();
        note(own, began);
        return answer;
      } catch (error) {
        note(own, began, error ?? new Error('unknown'));
        throw error;
      }
    };
    const sheltered = async (policies: readonly IPolicy[], ask: () => Promise<unknown>): Promise<unknown> => {
      const [outer, ...inner] = policies;
      if (outer) return outer.execute(() => sheltered(inner, ask));
      return ask();
    };
    return new Proxy(port, {
      get: (target, key) => {
        const value: unknown = Reflect.get(target, key, target);
        if (typeof value !== 'function') return value;
        return (...args: unknown[]): unknown => {
          const ask = (): unknown => Reflect.apply(value, target, args);
          const goesOut = address !== null && (out?.includes(String(key)) ?? value instanceof AsyncFunction);
          if (!goesOut) {
            const answer = ask();
            return answer instanceof Promise ? heard(() => answer) : answer;
          }
          const policies = again.includes(String(key)) ? [twice, breaker] : [breaker];
          return sheltered(policies, () => heard(ask)).catch((error: unknown) => {
            throw error instanceof BrokenCircuitError ? silent() : error;
          });
        };
      },
    });
  }
  states(): ServiceState[] {
    return [...this.#known].map(([name, { times, paused, ...own }]) => {
      const sorted = [...times].sort((a, b) => a - b);
      const middle = sorted[sorted.length >> 1];
      return { name, ...own, median: middle === undefined ? null : Math.round(middle), paused: paused() };
    });
  }
}
