/**
 * Whether it was the server that kept somebody waiting, or the machine: a timer that should come every so often
 * comes late in every process at once when the machine gives its time to others.
 */
import { readFileSync } from 'node:fs';

/** Milliseconds between two beats. */
const BEAT = 20;
/** How long stalls are remembered, in milliseconds. */
const REMEMBERED = 60_000;
interface Stall {
  readonly from: number;
  readonly to: number;
}
/** Milliseconds of all processors that went to other machines so far (proc(5), `steal`); 0 where that is not told. */
function stolen(): number {
  try {
    const [, ...ticks] = (readFileSync('/proc/stat', 'utf8').split('\n')[0] ?? '').split(/\s+/);
    return Number(ticks[7] ?? 0) * 10;
  } catch {
    return 0;
  }
}

export class Standstill {
  #stalls: Stall[] = [];
  #last = performance.now();
  readonly #timer: ReturnType<typeof setInterval>;
  constructor() {
    this.#timer = setInterval(() => this.#beat(performance.now()), BEAT);
    this.#timer.unref();
  }
  #beat(now: number): void {
    if (now - this.#last > 2 * BEAT)
      this.#stalls = [
        ...this.#stalls.filter((s) => s.to > now - REMEMBERED),
        { from: this.#last + BEAT, to: now },
      ];
    this.#last = now;
  }
  /** Milliseconds between two moments (`performance.now`) in which this process did not come to its turn. */
  within(from: number, to: number): number {
    this.#beat(performance.now());
    return this.#stalls.reduce((sum, s) => sum + Math.max(0, Math.min(s.to, to) - Math.max(s.from, from)), 0);
  }
  stolen = stolen;
  stop(): void {
    clearInterval(this.#timer);
  }
}
/**
 * The longest that the server's own loop stood still since this was asked last, in milliseconds; NaN where it does
 * not say.
 */
export async function loopStood(base: URL): Promise<number> {
  const text = await fetch(new URL('/metrics', base)).then(
    (r) => r.text(),
    () => '',
  );
  return Number(/^nodejs_eventloop_lag_max_seconds (\S+)/m.exec(text)?.[1] ?? Number.NaN) * 1000;
}
