/**
 * What the server counts of itself, for Prometheus: how many questions of which kind, how long they took, who was
 * refused and why. Nothing of what was asked, and nobody who asked.
 */
import { Counter, collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import type { PoolState } from './pool';
import { shapeOf } from './routes';

export type Refusal = 'queue' | 'suggestions' | 'ahead' | 'rate';
const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10];

/** @example routeOf('/records/tu-123') // '/records/:x' */
export function routeOf(path: string): string {
  const [, first = '', second] = shapeOf(path).split('/');
  if (first !== 'api' && first !== 'desk' && first !== 'standin')
    return second === undefined ? `/${first}` : `/${first}/:x`;
  return second === undefined ? `/${first}` : `/${first}/${second}`;
}

export class Metrics {
  readonly #registry = new Registry();
  readonly #answered: Histogram<'route' | 'method' | 'status'>;
  readonly #refused: Counter<'why'>;

  /** @param state of the workers, when it is asked for */
  constructor(state: () => PoolState) {
    const registers = [this.#registry];
    collectDefaultMetrics({ register: this.#registry });
    this.#answered = new Histogram({
      name: 'legendum_request_seconds',
      help: 'Seconds from a request to the end of its answer',
      labelNames: ['route', 'method', 'status'],
      buckets: SECONDS,
      registers,
    });
    this.#refused = new Counter({
      name: 'legendum_refused_total',
      help: 'Requests refused before anything was looked up',
      labelNames: ['why'],
      registers,
    });
    const gauge = (name: string, help: string, value: (s: PoolState) => number): void => {
      new Gauge({
        name,
        help,
        registers,
        collect() {
          this.set(value(state()));
        },
      });
    };
    gauge('legendum_workers', 'Index workers that there are to be', (s) => s.workers);
    gauge('legendum_workers_ready', 'Index workers that can answer', (s) => s.ready);
    gauge('legendum_questions_waiting', 'Questions that wait for a worker', (s) => s.waiting);
  }
  answered(path: string, method: string, status: number, ms: number): void {
    this.#answered.observe(
      {
        route: routeOf(path),
        method: METHODS.has(method) ? method : 'other',
        status: `${Math.floor(status / 100)}xx`,
      },
      ms / 1000,
    );
  }
  refused(why: Refusal): void {
    this.#refused.inc({ why });
  }
  get contentType(): string {
    return this.#registry.contentType;
  }
  text(): Promise<string> {
    return this.#registry.metrics();
  }
}
const METHODS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'POST']);
