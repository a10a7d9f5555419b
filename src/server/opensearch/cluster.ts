/**
 * What is said to the cluster, through its own client: one place for time limits, for what goes wrong, and for
 * never taking half an answer for a whole one.
 */
import { readFileSync } from 'node:fs';
import { Client, errors } from '@opensearch-project/opensearch';
import { say } from '../../words/generated/indexfile';
import { EngineAway, TooSlow } from '../faults';
import type { Clause } from './queries';

export interface ClusterAddress {
  /** One or several nodes, `https://search-1:9200`. */
  readonly nodes: readonly string[];
  readonly login: { readonly username: string; readonly password: string } | null;
  /** Path of the authority's certificate, where it is none that the machine knows. */
  readonly authority: string | null;
  /** The alias under which the filled index stands. */
  readonly alias: string;
  /** Milliseconds that one question may take. */
  readonly limit: number;
}

export interface SearchHit {
  readonly _id: string;
  readonly _score: number | null;
  readonly _source?: Readonly<Record<string, unknown>>;
  readonly fields?: Readonly<Record<string, readonly unknown[]>>;
  readonly sort?: readonly (string | number)[];
}
export const idOf = (h: SearchHit): string => String(h.fields?.id?.[0]);
export const orderOf = (h: SearchHit): number => Number(h.fields?.order?.[0]);
export interface Bucket {
  readonly key: string | number;
  readonly doc_count: number;
  readonly [sub: string]: unknown;
}
export interface BucketList {
  readonly buckets: readonly Bucket[];
  readonly doc_count_error_upper_bound?: number;
  readonly sum_other_doc_count?: number;
  readonly after_key?: Readonly<Record<string, string>>;
}
export interface SearchReply {
  readonly timed_out: boolean;
  readonly _shards: { readonly failed: number };
  readonly hits: { readonly total?: { readonly value: number }; readonly hits: readonly SearchHit[] };
  readonly aggregations?: Readonly<Record<string, never>>;
  readonly suggest?: Readonly<
    Record<string, readonly { readonly options: readonly { text: string; freq: number }[] }[]>
  >;
}
export type SearchBody = Readonly<{ query?: Clause; size?: number } & Record<string, unknown>>;

/** Why a search failed, as deep down as it is said. */
interface Failure {
  readonly type?: string;
  readonly reason?: string;
  readonly root_cause?: readonly Failure[];
}
const reasonOf = (e: Failure): string => e.root_cause?.[0]?.reason ?? e.reason ?? e.type ?? '';

/** Milliseconds until a question is asked again that some node took with it; doubled, up to the last. */
const [FIRST_PAUSE, LAST_PAUSE] = [100, 1600];
/** Tries on other nodes when one does not answer. */
const TRIES = 3;

export class Cluster {
  readonly client: Client;
  readonly #limit: number;

  constructor(address: ClusterAddress) {
    this.#limit = address.limit;
    this.client = new Client({
      nodes: [...address.nodes],
      ...(address.login ? { auth: address.login } : {}),
      ...(address.authority ? { ssl: { ca: readFileSync(address.authority, 'utf8') } } : {}),
      requestTimeout: address.limit,
      maxRetries: TRIES,
      // A node that was silent is asked again soon: the others have its part meanwhile.
      resurrectStrategy: 'optimistic',
    });
  }

  /**
   * Several searches in one request. Rejects where any of them is not answered whole; what a node took with it is
   * asked again, since others have its parts a moment later.
   */
  async searches(index: string, bodies: readonly SearchBody[]): Promise<readonly SearchReply[]> {
    if (bodies.length === 0) return [];
    const until = Date.now() + this.#limit;
    for (let pause = FIRST_PAUSE; ; pause *= 2) {
      try {
        return await this.#once(index, bodies);
      } catch (error) {
        if (!(error instanceof EngineAway) || Date.now() + pause > until || pause > LAST_PAUSE) throw error;
        await new Promise((done) => setTimeout(done, pause));
      }
    }
  }
  async #once(index: string, bodies: readonly SearchBody[]): Promise<readonly SearchReply[]> {
    const lines = bodies.flatMap((body) => [
      { index, allow_partial_search_results: false },
      { timeout: `${this.#limit}ms`, ...body },
    ]);
    const reply = await this.asked(async () => {
      const { body } = await this.client.msearch({ body: lines } as never);
      return body as unknown as {
        readonly responses: readonly (SearchReply & {
          readonly error?: Failure;
          readonly status?: number;
        })[];
      };
    });
    for (const one of reply.responses) {
      if (one.error) {
        const why = `The search engine failed: ${reasonOf(one.error)}`;
        // What it can't do it can't do a moment later either.
        throw (one.status ?? 500) < 500 && one.status !== 429 ? new Error(why) : new EngineAway(why);
      }
      if (one.timed_out) throw new TooSlow('The search engine took too long.');
      if (one._shards.failed > 0) throw new EngineAway('A part of the search engine did not answer.');
    }
    return reply.responses;
  }
  async search(index: string, body: SearchBody): Promise<SearchReply> {
    const [reply] = await this.searches(index, [body]);
    return reply as SearchReply;
  }
  /** Any request of the client's; what goes wrong is said in our own words. */
  async asked<T>(work: () => Promise<T>): Promise<T> {
    try {
      return await work();
    } catch (error) {
      if (error instanceof errors.TimeoutError) throw new TooSlow('The search engine took too long.');
      if (error instanceof errors.ResponseError && error.statusCode === 401)
        throw new Error(say('indexfile.loginRefused'));
      if (
        error instanceof errors.ResponseError &&
        (error.statusCode ?? 500) < 500 &&
        error.statusCode !== 429
      )
        throw error;
      if (error instanceof errors.OpenSearchClientError)
        throw new EngineAway(`The search engine is away: ${error.message}`);
      throw error;
    }
  }
  close(): Promise<void> {
    return this.client.close();
  }
}
