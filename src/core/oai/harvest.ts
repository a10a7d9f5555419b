/**
 * OAI-PMH 2.0, the side that asks: all records of a source that were changed since a day, page by page. A source that
 * is busy says so (503 with Retry-After) and is waited for; one that fails is asked again, a few times, at growing
 * distances; what had been got by then stands.
 */
import { decodeXML } from 'entities';
import { type OaiRecord, oaiRecordsIn } from '../formats/dublinCoreRead';
import type { Problem } from '../formats/item';

export interface OaiAddress {
  readonly address: string;
  readonly prefix: string;
  readonly set?: string;
  /** ISO day, taken in; none for everything. */
  readonly from?: string;
}
/** What came back over the wire. */
export interface OaiAnswer {
  readonly status: number;
  readonly retryAfter: string | null;
  readonly text: string;
}
export interface OaiPage {
  readonly records: readonly OaiRecord[];
  readonly problems: readonly Problem[];
  /** The source's own clock: from there on is asked the next time. */
  readonly responseDate: string;
}
export interface Politeness {
  /** Milliseconds between two questions. */
  readonly pause: number;
  /** How often a question that failed is asked again. */
  readonly attempts: number;
  /** The longest that a busy source is waited for, in milliseconds. */
  readonly patience: number;
}
export const POLITE: Politeness = { pause: 1000, attempts: 5, patience: 10 * 60_000 };
/** A source that can't be read; `said` is what it answered, or why it did not. */
export class HarvestError extends Error {
  override readonly name = 'HarvestError';
}

const first = (xml: string, pattern: RegExp): string => pattern.exec(xml)?.[1]?.trim() ?? '';
/** Milliseconds of a Retry-After: seconds, or a date. */
function waitOf(said: string | null, now: number): number | null {
  if (said === null) return null;
  const seconds = Number(said);
  const at = Number.isFinite(seconds) ? now + seconds * 1000 : Date.parse(said);
  return Number.isFinite(at) ? Math.max(0, at - now) : null;
}

/**
 * Page after page, as they come.
 * @param ask rejects where nothing was reached
 * @param wait resolves after so many milliseconds
 * @throws HarvestError where the source refuses, or goes on failing
 */
export async function* harvest(
  source: OaiAddress,
  ask: (address: string) => Promise<OaiAnswer>,
  wait: (ms: number) => Promise<void>,
  { pause, attempts, patience }: Politeness = POLITE,
  clock: () => number = Date.now,
): AsyncGenerator<OaiPage> {
  const tokens = new Set<string>();
  let token = '';
  for (let page = 0; ; page++) {
    if (page) await wait(pause);
    const url = new URL(source.address);
    url.searchParams.set('verb', 'ListRecords');
    if (token) url.searchParams.set('resumptionToken', token);
    else {
      url.searchParams.set('metadataPrefix', source.prefix);
      if (source.set) url.searchParams.set('set', source.set);
      if (source.from) url.searchParams.set('from', source.from);
    }
    const xml = await answered(url.href);
    const error =
      /<error\s+code\s*=\s*["'](\w+)["'][^>]*>([\s\S]*?)<\/error>|<error\s+code\s*=\s*["'](\w+)["']\s*\/>/.exec(
        xml,
      );
    const code = error?.[1] ?? error?.[3];
    if (code === 'noRecordsMatch') {
      yield { records: [], problems: [], responseDate: first(xml, /<responseDate>([^<]*)</) };
      return;
    }
    if (code) throw new HarvestError(`${code}: ${decodeXML(error?.[2] ?? '').trim()}`);
    if (!/<(?:[\w-]+:)?OAI-PMH[\s>]/.test(xml)) throw new HarvestError('no answer of OAI-PMH');
    const { records, problems } = oaiRecordsIn(xml);
    yield { records, problems, responseDate: first(xml, /<responseDate>([^<]*)</) };
    token = decodeXML(first(xml, /<resumptionToken[^>]*>([^<]*)</));
    if (!token) return;
    // A source that hands out the same place again would be asked for ever.
    if (tokens.has(token)) throw new HarvestError(`the resumption token ${token.slice(0, 60)} came again`);
    tokens.add(token);
  }

  async function answered(address: string): Promise<string> {
    let left = attempts;
    let waited = 0;
    for (let distance = pause || 1; ; distance *= 2) {
      let why: string;
      try {
        const { status, retryAfter, text } = await ask(address);
        if (status === 200) return text;
        const busy = status === 503 || status === 429 ? waitOf(retryAfter, clock()) : null;
        if (busy !== null && waited + busy <= patience) {
          waited += busy;
          await wait(busy);
          continue;
        }
        why = `status ${status}`;
        if (status >= 400 && status < 500 && status !== 429 && status !== 408) throw new HarvestError(why);
      } catch (failure) {
        if (failure instanceof HarvestError) throw failure;
        why = failure instanceof Error ? failure.message : String(failure);
      }
      if (left-- === 0) throw new HarvestError(why);
      await wait(distance);
    }
  }
}
