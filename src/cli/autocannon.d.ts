declare module 'autocannon' {
  export interface Result {
    readonly '2xx': number;
    readonly non2xx: number;
    readonly errors: number;
    readonly timeouts: number;
    readonly duration: number;
    readonly statusCodeStats?: Readonly<Record<string, { readonly count: number }>>;
    readonly latency: { readonly p50: number; readonly p99: number; readonly max: number };
  }
  export interface Options {
    readonly url: string;
    readonly connections: number;
    readonly duration?: number;
    readonly amount?: number;
    readonly timeout?: number;
    readonly requests: readonly { readonly method: string; readonly path: string }[];
  }
  export default function autocannon(options: Options): Promise<Result>;
}
