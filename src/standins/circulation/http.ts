/**
 * The simulated desk over HTTP: PAIA auth, PAIA core and DAIA, as a foreign client meets them. The moment is
 * the demo's; a client that moves its clock says so by `at`, which no other desk knows.
 */
import type { DaiaDocument, DaiaItem } from '../../core/circulation/daia';
import type { PaiaDocument, Scope } from '../../core/circulation/paia';
import type { Clock } from '../../core/discovery/ports';
import { type DayNumber, dayOf, isoDay, type Minutes, parseLocal } from '../../core/model/time';
import { copyOf, copyUri, type Desk, editionUri, recordOf } from './desk';
import type { CopyFacts, CopyState, DeskAct } from './life';
import { type Access, type DeskTokens, LASTS, scopesAsked } from './tokens';

/** The password of every demo account. */
export const PASSWORD = 'demo';
const MOST_BYTES = 200_000;
const [MOST_DOCUMENTS, MOST_IDS] = [200, 500];

type Headers_ = Readonly<Record<string, string>>;
const HEADERS: Headers_ = {
  'content-type': 'application/json; charset=utf-8',
  'cache-control': 'no-store',
  'access-control-allow-origin': '*',
};
const json = (value: unknown, status = 200, more: Headers_ = {}): Response =>
  new Response(JSON.stringify(value), { status, headers: { ...HEADERS, ...more } });
/** PAIA 1.3, 4.3. */
const FAULTS = {
  not_found: 404,
  not_implemented: 501,
  invalid_request: 422,
  invalid_token: 401,
  access_denied: 403,
  insufficient_scope: 403,
} as const;
const fault = (error: keyof typeof FAULTS, description: string): Response =>
  json(
    { error, code: FAULTS[error], error_description: description },
    FAULTS[error],
    error === 'invalid_token' ? { 'www-authenticate': 'Bearer realm="desk", error="invalid_token"' } : {},
  );
const isObject = (v: unknown): v is Readonly<Record<string, unknown>> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);

/** What each method of PAIA core asks of a token. */
const METHODS = {
  '': { verb: 'GET', scope: 'read_patron' },
  items: { verb: 'GET', scope: 'read_items' },
  fees: { verb: 'GET', scope: 'read_fees' },
  request: { verb: 'POST', scope: 'write_items' },
  renew: { verb: 'POST', scope: 'write_items' },
  cancel: { verb: 'POST', scope: 'write_items' },
} as const satisfies Record<string, { verb: string; scope: Scope }>;
type Method = keyof typeof METHODS;

/** A choice of where it is collected (PAIA 1.3, 5.3): its type and the options' ids. */
const PICKUP = 'http://purl.org/ontology/paia#StorageCondition';

export class DeskHttp {
  readonly #desk: Desk;
  readonly #tokens: DeskTokens;
  readonly #clock: Clock;
  constructor(desk: Desk, tokens: DeskTokens, clock: Clock) {
    this.#desk = desk;
    this.#tokens = tokens;
    this.#clock = clock;
  }
  /** @param path what of the address follows the desk's own */
  async answer(request: Request, path: string): Promise<Response> {
    const url = new URL(request.url);
    const said = this.#clock.movable ? url.searchParams.get('at') : null;
    const at = parseLocal(said ?? this.#clock.now());
    if (at === null) return fault('invalid_request', 'at is a local time: 2026-11-02T09:10');
    if (path === 'daia') return this.#daia(url, at);
    const [area, ...rest] = path.split('/');
    if (area === 'auth') return this.#auth(request, rest.join('/'));
    if (area === 'core' && rest.length <= 2 && rest[0])
      return this.#core(request, url, at, { patron: decodeURIComponent(rest[0]), method: rest[1] ?? '' });
    return fault('not_found', 'There is nothing at this address.');
  }

  async #auth(request: Request, method: string): Promise<Response> {
    if (method === 'change') return fault('not_implemented', 'Passwords are not changed here.');
    if (method !== 'login' && method !== 'logout')
      return fault('not_found', 'There is nothing at this address.');
    const body = await bodyOf(request);
    if (!body) return fault('invalid_request', 'This is sent as JSON or as a form.');
    const text = (name: string): string => (typeof body[name] === 'string' ? (body[name] as string) : '');
    if (method === 'logout') {
      const token = bearer(request, new URL(request.url));
      if (token) await this.#tokens.end(token);
      return json({ patron: text('patron') });
    }
    if (text('grant_type') !== 'password') return fault('invalid_request', 'grant_type is password.');
    const patron = text('username');
    if (!this.#desk.reader(patron) || text('password') !== PASSWORD)
      return fault('access_denied', 'There is no such account, or the password is another.');
    const scopes = scopesAsked(text('scope'));
    return json(
      {
        access_token: await this.#tokens.issue({ patron, scopes }),
        token_type: 'Bearer',
        patron,
        expires_in: LASTS,
        scope: scopes.join(' '),
      },
      200,
      { 'x-oauth-scopes': scopes.join(' ') },
    );
  }

  async #core(
    request: Request,
    url: URL,
    at: Minutes,
    { patron, method }: { patron: string; method: string },
  ): Promise<Response> {
    if (!Object.hasOwn(METHODS, method)) return fault('not_found', 'There is nothing at this address.');
    const { verb, scope } = METHODS[method as Method];
    if (request.method !== verb && !(verb === 'GET' && request.method === 'HEAD'))
      return json(
        { error: 'invalid_request', code: 405, error_description: `This address takes ${verb}.` },
        405,
        {
          allow: verb,
        },
      );
    const token = bearer(request, url);
    const access: Access | null = token ? await this.#tokens.read(token) : null;
    if (!access) return fault('invalid_token', 'A valid access token is asked for.');
    if (access.patron !== patron) return fault('access_denied', 'This is somebody else’s account.');
    const scoped = (answer: Response): Response => {
      answer.headers.set('x-oauth-scopes', access.scopes.join(' '));
      answer.headers.set('x-accepted-oauth-scopes', scope);
      return answer;
    };
    if (!access.scopes.includes(scope))
      return scoped(fault('insufficient_scope', `This needs the scope ${scope}.`));
    switch (method as Method) {
      case '':
        return scoped(json(await this.#desk.patron(patron, at)));
      case 'items':
        return scoped(json({ doc: await this.#desk.documents(patron, at) }));
      case 'fees':
        return scoped(json(await this.#desk.fees(patron, at)));
      case 'request':
      case 'renew':
      case 'cancel':
        return scoped(await this.#write(request, method as 'request' | 'renew' | 'cancel', patron, at));
    }
  }
  async #write(
    request: Request,
    what: 'request' | 'renew' | 'cancel',
    patron: string,
    at: Minutes,
  ): Promise<Response> {
    const body = await bodyOf(request);
    const list = body?.doc;
    if (!Array.isArray(list) || list.length === 0 || list.length > MOST_DOCUMENTS || !list.every(isObject))
      return fault('invalid_request', `doc is a list of 1 to ${MOST_DOCUMENTS} documents.`);
    const doc: (PaiaDocument | Readonly<Record<string, unknown>>)[] = [];
    // One after the other: what is done to one may decide about the next.
    for (const asked of list) doc.push(await this.#one(asked, what, patron, at));
    return json({ doc });
  }
  async #one(
    asked: Readonly<Record<string, unknown>>,
    what: 'request' | 'renew' | 'cancel',
    patron: string,
    at: Minutes,
  ): Promise<PaiaDocument | Readonly<Record<string, unknown>>> {
    const text = (name: string): string => (typeof asked[name] === 'string' ? (asked[name] as string) : '');
    const [item, edition] = [text('item'), text('edition')];
    const copy = item
      ? await this.#desk.copy(item)
      : edition
        ? await this.#desk.copyOfEdition(recordOf(edition), at)
        : null;
    const named = { ...(item ? { item } : {}), ...(edition ? { edition } : {}) };
    if (!copy)
      return {
        ...named,
        status: 0,
        error: item || edition ? 'Nothing here is called that.' : 'item or edition is missing.',
      };
    const act: DeskAct = { at, patron, what };
    if (what !== 'request') return this.#done(copy, act, await this.#desk.act(copy, act));
    const pickup = this.#pickup(asked);
    if (pickup === null && this.#desk.reader(patron)) {
      const [now] = await this.#desk.copies([copy.record], at);
      const own = now?.[copy.n];
      const waits = own?.state.queue.some((w) => w.patron === patron) || own?.state.aside?.patron === patron;
      const hindered = waits ? null : await this.#desk.hinders(copy, act);
      if (hindered) return this.#done(copy, act, hindered);
      return {
        ...named,
        item: copyUri(copy),
        edition: editionUri(copy.record),
        status: 0,
        condition: this.#condition(copy, patron),
      };
    }
    const to = { ...act, ...(pickup ? { pickup } : {}) };
    return this.#done(copy, to, await this.#desk.act(copy, to));
  }
  async #done(copy: CopyFacts, { patron, at }: DeskAct, error: string | null): Promise<PaiaDocument> {
    const [copies] = await this.#desk.copies([copy.record], at);
    const state = copies?.[copy.n]?.state as CopyState;
    const blocked = await this.#desk.blocked(patron, at);
    const said = this.#desk.document(copy, state, patron, at, blocked) ?? {
      item: copyUri(copy),
      edition: editionUri(copy.record),
      about: copy.title,
      label: copy.copy.callNumber,
      status: 0,
    };
    return error ? { ...said, error } : said;
  }
  /** The campus that was chosen: by `storageid`, or in `confirm`; null where none was. */
  #pickup({ storageid, confirm }: Readonly<Record<string, unknown>>): string | null {
    const chosen = isObject(confirm) ? confirm[PICKUP] : undefined;
    const [first] = Array.isArray(chosen) ? (chosen as unknown[]) : [storageid];
    const id = typeof first === 'string' ? first.replace(/^urn:x-campus:/, '') : '';
    return this.#desk.library.campuses.some((c) => c.id === id) ? id : null;
  }
  /** What has to be chosen before it is put aside. */
  #condition(copy: CopyFacts, patron: string) {
    const home = this.#desk.reader(patron)?.campus ?? copy.copy.campus;
    return {
      [PICKUP]: {
        option: this.#desk.library.campuses.map((c) => ({ id: `urn:x-campus:${c.id}`, about: c.name })),
        multiple: false,
        default: [`urn:x-campus:${home}`],
      },
    };
  }

  async #daia(url: URL, at: Minutes): Promise<Response> {
    const ids = url.searchParams
      .getAll('id')
      .flatMap((id) => id.split('|'))
      .filter(Boolean);
    if ((url.searchParams.get('format') ?? 'json') !== 'json')
      return fault('invalid_request', 'format is json.');
    if (!ids.length || ids.length > MOST_IDS)
      return fault('invalid_request', `id names 1 to ${MOST_IDS} documents, with | between them.`);
    const records = ids.map((id) => copyOf(id)?.record ?? (recordOf(id) || id));
    const found = await this.#desk.copies(records, at);
    const document = ids.flatMap((requested, i): DaiaDocument[] => {
      const copies = found[i] ?? [];
      const only = copyOf(requested);
      const shown = only ? copies.filter(({ copy }) => copy.n === only.n) : copies;
      return shown.length
        ? [{ id: editionUri(records[i] as string), requested, item: shown.map((c) => this.#item(c, at)) }]
        : [];
    });
    const { name } = this.#desk.library;
    return json({
      document,
      institution: { content: name },
      timestamp: `${url.searchParams.get('at') ?? this.#clock.now()}:00`,
    });
  }
  #item({ copy, state }: { copy: CopyFacts; state: CopyState }, at: Minutes): DaiaItem {
    const { campus, location, callNumber, rule } = copy.copy;
    const name = this.#desk.library.campuses.find((c) => c.id === campus)?.name ?? campus;
    const base: DaiaItem = {
      id: copyUri(copy),
      label: callNumber,
      department: { id: `urn:x-campus:${campus}`, content: name },
      storage: { content: location },
    };
    const services = rule === 'premises' ? ['presentation'] : ['presentation', 'loan'];
    const limitation = rule === 'short-loan' ? { limitation: [{ content: 'short loan' }] } : {};
    const away = state.lent ?? state.aside ?? state.queue[0];
    if (!away && state.transit === null && !state.missing)
      return { ...base, available: services.map((service) => ({ service, ...limitation })) };
    // Nobody has it and nobody waits: it is under way to its shelf.
    if (!away && state.transit !== null) {
      const delay = `P${Math.max(1, state.transit - dayOf(at))}D`;
      return { ...base, available: services.map((service) => ({ service, delay, ...limitation })) };
    }
    const expected = state.missing
      ? 'unknown'
      : isoDay(
          state.lent?.due ??
            state.transit ??
            // Put aside, or to be: it is free again a loan after that.
            state.aside?.until ??
            (state.queue[0] as { since: DayNumber }).since,
        );
    return {
      ...base,
      unavailable: services.map((service) => ({
        service,
        expected,
        queue: state.queue.length + (state.aside && state.lent === null ? 1 : 0),
      })),
    };
  }
}

const bearer = (request: Request, url: URL): string | null =>
  /^Bearer\s+(\S+)$/i.exec(request.headers.get('authorization') ?? '')?.[1] ??
  url.searchParams.get('access_token');
/** A body as an object; null for what is none. */
async function bodyOf(request: Request): Promise<Readonly<Record<string, unknown>> | null> {
  const text = await request.text();
  if (text.length > MOST_BYTES) return null;
  if (/^application\/x-www-form-urlencoded\b/i.test(request.headers.get('content-type') ?? ''))
    return Object.fromEntries(new URLSearchParams(text));
  try {
    const body: unknown = JSON.parse(text);
    return isObject(body) ? body : null;
  } catch {
    return null;
  }
}
