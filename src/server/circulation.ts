/** The loan desk over HTTP: PAIA for accounts, DAIA for copies, with any library system that speaks them. */
import type { DeskAccount } from '../core/circulation/account';
import { copyStatusOf, readDaia } from '../core/circulation/daia';
import type { LiveCopies, LiveCopy } from '../core/circulation/live';
import {
  type PaiaDocument,
  paiaErrorShape,
  readDocuments,
  readFees,
  readPatron,
} from '../core/circulation/paia';
import { type Circulation, type DeskAsk, DeskSilent, SignInAgain } from '../core/discovery/ports';
import { wrongIn } from '../core/model/shape';
import { dayNumber, parseDay } from '../core/model/time';

export interface DeskAddresses {
  /** PAIA core, without a slash at its end. */
  readonly core: string;
  readonly daia: string;
  /** What the desk calls an edition, `{id}` standing for our record's id. */
  readonly edition: string;
  /** What it calls a place of collecting, `{id}` standing for our campus. */
  readonly place: string;
  readonly fetch?: typeof fetch;
  /** The desk's clock is moved: it is told the moment. */
  readonly movable?: boolean;
}
/** Milliseconds that the desk has to answer; about copies, however often it has to be asked. */
const [PATIENCE, COPIES_PATIENCE] = [8000, 1200];
const IDS_AT_ONCE = 100;

/** @param template with `{id}` in it */
const filled = (template: string, id: string): string => template.replace('{id}', id);
/** What stands for `{id}`; empty where the text is not of the template. */
function unfilled(template: string, text: string): string {
  const [before = '', after = ''] = template.split('{id}');
  return text.startsWith(before) && text.endsWith(after) && text.length > before.length + after.length
    ? text.slice(before.length, text.length - after.length)
    : '';
}

export class HttpCirculation implements Circulation {
  readonly #at: DeskAddresses;
  constructor(at: DeskAddresses) {
    this.#at = at;
  }
  async #ask(address: string, at: string, patience: AbortSignal, init: RequestInit = {}): Promise<unknown> {
    const url = new URL(address);
    if (this.#at.movable) url.searchParams.set('at', at);
    let answer: Response;
    try {
      answer = await (this.#at.fetch ?? fetch)(url, { ...init, signal: patience });
    } catch (error) {
      throw new DeskSilent(error instanceof Error ? error.name : 'unknown');
    }
    const body: unknown = await answer.json().catch(() => null);
    if (answer.status === 401) throw new SignInAgain();
    if (answer.ok) return body;
    const said = wrongIn(paiaErrorShape, body) === null ? (body as { error: string }).error : '';
    throw new DeskSilent(`${answer.status} ${said}`.trim());
  }
  #core(path: string, token: string, at: string, doc?: readonly object[]): Promise<unknown> {
    return this.#ask(`${this.#at.core}/${path}`, at, AbortSignal.timeout(PATIENCE), {
      headers: {
        authorization: `Bearer ${token}`,
        accept: 'application/json',
        ...(doc ? { 'content-type': 'application/json' } : {}),
      },
      ...(doc ? { method: 'POST', body: JSON.stringify({ doc }) } : {}),
    });
  }
  async account(patron: string, token: string, at: string): Promise<DeskAccount> {
    const who = encodeURIComponent(patron);
    const [own, items, fees] = await Promise.all([
      this.#core(who, token, at),
      this.#core(`${who}/items`, token, at),
      this.#core(`${who}/fees`, token, at),
    ]);
    const [read, documents] = [readPatron(own), readDocuments(items)];
    if (!read || !documents) throw new DeskSilent('an answer that is none');
    return { patron: read, documents, fees: readFees(fees) ?? { amount: null, fee: [] } };
  }
  async act(
    what: 'renew' | 'cancel' | 'request',
    asked: readonly DeskAsk[],
    patron: string,
    token: string,
    at: string,
  ): Promise<readonly PaiaDocument[]> {
    const doc = asked.map(({ item, record, pickup }) => ({
      ...(item ? { item } : {}),
      ...(record ? { edition: filled(this.#at.edition, record) } : {}),
      ...(pickup ? { storageid: filled(this.#at.place, pickup) } : {}),
    }));
    const answer = readDocuments(await this.#core(`${encodeURIComponent(patron)}/${what}`, token, at, doc));
    if (!answer) throw new DeskSilent('an answer that is none');
    return answer;
  }
  async copies(records: readonly string[], at: string): Promise<LiveCopies> {
    const today = parseDay(at.slice(0, 10)) ?? dayNumber(0);
    const out: Record<string, readonly LiveCopy[]> = Object.create(null) as Record<string, never>;
    const patience = AbortSignal.timeout(COPIES_PATIENCE);
    for (let n = 0; n < records.length; n += IDS_AT_ONCE) {
      const url = new URL(this.#at.daia);
      // An id that holds what parts them can't be asked for.
      const ids = records.slice(n, n + IDS_AT_ONCE).filter((id) => !id.includes('|'));
      url.searchParams.set('id', ids.map((id) => filled(this.#at.edition, id)).join('|'));
      url.searchParams.set('format', 'json');
      const answer = readDaia(await this.#ask(url.href, at, patience));
      if (!answer) throw new DeskSilent('an answer that is none');
      for (const { id, requested, item } of answer.document) {
        const record = unfilled(this.#at.edition, requested ?? id);
        if (!record) continue;
        out[record] = (item ?? []).flatMap((i): LiveCopy[] => {
          const status = copyStatusOf(i, today);
          return status ? [{ label: i.label ?? '', department: i.department?.content ?? '', status }] : [];
        });
      }
    }
    return out;
  }
  recordOf(edition: string): string {
    return unfilled(this.#at.edition, edition);
  }
}
