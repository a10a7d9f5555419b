/** The simulated desk: its copies against the index and against the estimate, its doors as a client meets them. */
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { copyStatusOf, readDaia } from '../../core/circulation/daia';
import { readAmount, readDocuments, readFees, readPatron, readToken } from '../../core/circulation/paia';
import { holdDays } from '../../core/circulation/queue';
import type { CampusId, CopyStatus, RecordId } from '../../core/model/record';
import {
  addDays,
  type DayNumber,
  dayOf,
  isoDay,
  isoLocal,
  type Minutes,
  parseDay,
  parseLocal,
  startOf,
} from '../../core/model/time';
import { DEMO_START } from '../../demo/clock';
import { LIBRARY, READERS } from '../../demo/library';
import { movableClock } from '../clock';
import { copyUri, Desk, editionUri, type OpeningAccount } from './desk';
import { DeskHttp } from './http';
import { type CopyFacts, CopyLife, type DeskAct, type LifeRules } from './life';
import { DeskTokens } from './tokens';

const START = parseLocal(DEMO_START) as Minutes;
const TODAY = dayOf(START);
const RULES: LifeRules = {
  library: LIBRARY,
  start: TODAY,
  habitsOf: () => ({ days: 21, mostRenewals: 1 }),
};
const facts = (record: string, status: CopyStatus): CopyFacts => ({
  record: record as RecordId,
  n: 0,
  title: `Title of ${record}`,
  copy: {
    campus: 'quayside' as CampusId,
    location: 'Level 2',
    callNumber: 'QK 570',
    status,
    rule: 'loan',
  },
});
const out = (due: number, queue = 0): CopyStatus => ({
  state: 'out',
  due: isoDay(addDays(TODAY, due)),
  queue,
});
const day = (n: number): Minutes => startOf(addDays(TODAY, n), 600);

describe('the life of a copy', () => {
  test('begins as the index has it, and is the same whenever it is asked', () => {
    const begins: readonly CopyStatus[] = [
      { state: 'in' },
      out(5, 2),
      out(-3),
      { state: 'transit', due: isoDay(addDays(TODAY, 2)) },
      { state: 'missing' },
    ];
    for (const [i, status] of begins.entries()) {
      const state = CopyLife.at(facts(`r${i}`, status), null, [], START, RULES);
      expect(Boolean(state.lent)).toBe(status.state === 'out');
      expect(state.queue.length).toBe(status.state === 'out' ? status.queue : 0);
      expect(state.missing).toBe(status.state === 'missing');
      expect(state.transit !== null).toBe(status.state === 'transit');
      for (const at of [3, 40, 120])
        expect(CopyLife.at(facts(`r${i}`, status), null, [], day(at), RULES)).toEqual(
          CopyLife.at(facts(`r${i}`, status), null, [], day(at), RULES),
        );
    }
  });
  test('of three hundred copies some are borrowed, waited for, brought back late, found again', () => {
    const after = Array.from({ length: 300 }, (_, i) =>
      CopyLife.at(
        facts(`s${i}`, i % 2 ? { state: 'in' } : i % 50 ? out(i % 30, i % 3) : { state: 'missing' }),
        null,
        [],
        day(90),
        RULES,
      ),
    );
    const [lent, waited, late, missing] = [
      after.filter((s) => s.lent).length,
      after.filter((s) => s.queue.length).length,
      after.filter((s) => s.lent && s.lent.due < TODAY + 90).length,
      after.filter((s) => s.missing).length,
    ];
    expect(lent).toBeGreaterThan(45);
    expect(lent).toBeLessThan(150);
    expect(waited).toBeGreaterThan(5);
    expect(late).toBeGreaterThan(2);
    expect(missing).toBeLessThan(6);
  });
  test('of a day that nobody will see is answered at once', () => {
    const began = performance.now();
    for (let i = 0; i < 20; i++) CopyLife.at(facts(`far${i}`, out(3)), null, [], day(2_900_000), RULES);
    expect(performance.now() - began).toBeLessThan(1000);
  });
  test('what one reader does moves nobody else’s luck', () => {
    const copy = facts('luck', out(6, 1));
    const act: DeskAct = { at: day(1), patron: 'imke', what: 'request' };
    const [without, asked] = [[], [act]].map((acts) => CopyLife.at(copy, null, acts, day(4), RULES));
    expect(asked?.lent).toEqual(without?.lent);
    expect(asked?.queue.slice(0, -1)).toEqual(without?.queue);
    expect(asked?.queue.at(-1)?.patron).toBe('imke');
  });
  test('the estimate of a hold is kept as often as it says', () => {
    let [byMedian, byLikely, all] = [0, 0, 0];
    for (let i = 0; i < 600; i++) {
      const [due, queue] = [(i * 7) % 24, i % 3];
      const copy = facts(`hold${i}`, out(due, queue));
      const acts: DeskAct[] = [{ at: START, patron: 'imke', what: 'request' }];
      const said = holdDays({ due: addDays(TODAY, due), ahead: queue }, LIBRARY.policy, TODAY);
      const there = (n: number): boolean => {
        const { aside, past } = CopyLife.at(copy, null, acts, day(n), RULES);
        return (aside?.patron === 'imke' && aside.ready <= TODAY + n) || past.length > 0;
      };
      if (there((said?.median as number) - TODAY)) byMedian++;
      if (there((said?.likely as number) - TODAY)) byLikely++;
      all++;
    }
    expect(byMedian / all).toBeGreaterThan(0.4);
    expect(byMedian / all).toBeLessThan(0.75);
    expect(byLikely / all).toBeGreaterThan(0.85);
  });
});

/** What a reader has, by kind. */
const MINE = {
  renewable: facts('renewable', out(4)),
  waited: facts('waited', out(15, 1)),
  late: facts('late', out(-2)),
};
const FREE = facts('free', { state: 'in' });
const WANTED = facts('wanted', out(3));
const HELD = facts('held', out(5, 2));
const OPENING: OpeningAccount = {
  loans: Object.values(MINE).map((copy) => ({
    patron: 'imke',
    begun: addDays(TODAY, -18),
    renewals: 0,
    copy,
  })),
  holds: [{ patron: 'imke', copy: HELD, pickup: 'quayside' }],
  fees: [{ patron: 'noor', cents: 1200, about: 'A lost map', day: addDays(TODAY, -9) }],
};
const COMING = facts('coming', { state: 'transit', due: isoDay(addDays(TODAY, 2)) });
const GONE = facts('gone', { state: 'missing' });
const ALL = [...Object.values(MINE), FREE, WANTED, HELD, COMING, GONE];

describe('the doors of the desk', () => {
  let server: Server;
  let root = '';
  const desk = new Desk(
    {
      copies: async (records) => records.map((id) => ALL.filter((c) => c.record === id)),
      opening: async () => OPENING,
    },
    () => LIBRARY,
    READERS,
    START,
  );
  const http = new DeskHttp(desk, new DeskTokens('a secret'), movableClock(DEMO_START));
  beforeAll(async () => {
    server = createServer((req, res) => {
      const chunks: Buffer[] = [];
      req.on('data', (c: Buffer) => chunks.push(c));
      req.on('end', async () => {
        const url = new URL(req.url ?? '/', 'http://desk.example');
        const body = chunks.length ? { body: Buffer.concat(chunks).toString() } : {};
        const headers = req.headers as Record<string, string>;
        const answer = await http.answer(
          new Request(url, { method: req.method ?? 'GET', headers, ...body }),
          url.pathname.slice(1),
        );
        res.writeHead(answer.status, Object.fromEntries(answer.headers));
        res.end(await answer.text());
      });
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    root = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => server.close());

  const login = async (username: string, more: Record<string, string> = {}) => {
    const answer = await fetch(`${root}/auth/login`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ username, password: 'demo', grant_type: 'password', ...more }),
    });
    return { status: answer.status, body: (await answer.json()) as Record<string, unknown> };
  };
  const tokenOf = async (patron: string, scope = '') =>
    String((await login(patron, { scope })).body.access_token);
  const call = async (path: string, token: string | null, doc?: readonly object[]) => {
    const answer = await fetch(`${root}/${path}`, {
      ...(doc ? { method: 'POST', body: JSON.stringify({ doc }) } : {}),
      headers: { 'content-type': 'application/json', ...(token ? { authorization: `Bearer ${token}` } : {}) },
    });
    return {
      status: answer.status,
      headers: answer.headers,
      body: (await answer.json()) as Record<string, unknown>,
    };
  };

  test('lets in who has the password, with the scopes asked for, and nobody else', async () => {
    const good = await login('imke');
    expect(readToken(good.body)).toMatchObject({ patron: 'imke', token_type: 'Bearer', expires_in: 3600 });
    expect((await login('imke', { password: 'other' })).body).toMatchObject({
      error: 'access_denied',
      code: 403,
    });
    expect((await login('nobody')).status).toBe(403);
    expect((await login('imke', { grant_type: 'code' })).status).toBe(422);
    const form = await fetch(`${root}/auth/login`, {
      method: 'POST',
      headers: { 'content-type': 'application/x-www-form-urlencoded' },
      body: 'username=imke&password=demo&grant_type=password&scope=read_items',
    });
    expect(((await form.json()) as { scope: string }).scope).toBe('read_items');
    expect((await fetch(`${root}/auth/change`, { method: 'POST', body: '{}' })).status).toBe(501);
  });
  test('asks for a token of this patron with the right scope, and says which', async () => {
    const none = await call('core/imke/items', null);
    expect(none.status).toBe(401);
    expect(none.headers.get('www-authenticate')).toMatch(/^Bearer/);
    expect(none.body).toMatchObject({ error: 'invalid_token', code: 401 });
    expect((await call('core/imke/items', 'made.up.token')).status).toBe(401);
    expect((await call('core/noor/items', await tokenOf('imke'))).body.error).toBe('access_denied');
    const narrow = await call('core/imke/fees', await tokenOf('imke', 'read_items'));
    expect(narrow.body.error).toBe('insufficient_scope');
    expect(narrow.headers.get('x-accepted-oauth-scopes')).toBe('read_fees');
    expect(narrow.headers.get('x-oauth-scopes')).toBe('read_items');
    expect((await call('core/imke/anything', await tokenOf('imke'))).status).toBe(404);
    expect((await call('core/imke/renew', await tokenOf('imke'))).status).toBe(405);
    const token = await tokenOf('imke');
    await fetch(`${root}/auth/logout`, {
      method: 'POST',
      body: '{"patron":"imke"}',
      headers: { authorization: `Bearer ${token}` },
    });
    expect((await call('core/imke', token)).status).toBe(401);
  });
  test('tells patron, documents and fees as other programs read them', async () => {
    const token = await tokenOf('imke');
    expect(readPatron((await call('core/imke', token)).body)).toMatchObject({
      status: 0,
      name: READERS[0]?.name,
    });
    const documents = readDocuments((await call('core/imke/items', token)).body) ?? [];
    const by = new Map(documents.map((d) => [d.item, d]));
    expect(by.get(copyUri(MINE.renewable))).toMatchObject({
      status: 3,
      canrenew: true,
      renewals: 0,
      queue: 0,
    });
    expect(by.get(copyUri(MINE.waited))).toMatchObject({ status: 3, canrenew: false, queue: 1 });
    expect(by.get(copyUri(MINE.late))).toMatchObject({ canrenew: false, reminder: 1 });
    // One of the two whom the index counts is this reader: the other is before.
    expect(by.get(copyUri(HELD))).toMatchObject({ status: 1, queue: 1, cancancel: true });
    const fees = readFees((await call('core/imke/fees', token)).body);
    expect(readAmount(fees?.amount ?? '')).toEqual({ cents: 100, currency: 'XVC' });
    expect(fees?.fee[0]?.about).toBe('Title of late');
  });
  test('renews one by one, each with its own answer', async () => {
    const token = await tokenOf('imke');
    const asked = [MINE.renewable, MINE.waited, MINE.late].map((c) => ({ item: copyUri(c) }));
    const { body } = await call('core/imke/renew', token, [...asked, { item: 'urn:x-copy:none:0' }, {}]);
    const answers = readDocuments(body) ?? [];
    expect(answers.map((d) => Boolean(d.error))).toEqual([false, true, true, true, true]);
    expect(answers[0]).toMatchObject({
      renewals: 1,
      duedate: isoDay(addDays(parseDay('2026-11-06') as DayNumber, 14)),
    });
    // Renewed as often as it can be now.
    const again = readDocuments((await call('core/imke/renew', token, asked.slice(0, 1))).body);
    expect(again?.[0]?.error).toMatch(/as often/);
    desk.beginAgain();
  });
  test('asks where a hold is to be collected, takes the choice, changes it, takes it back', async () => {
    const token = await tokenOf('imke');
    const first = await call('core/imke/request', token, [{ edition: editionUri('wanted') }]);
    const [asking] = first.body.doc as {
      condition: Record<string, { option: { id: string }[] }>;
      item: string;
    }[];
    const [[condition, { option }]] = Object.entries(asking?.condition ?? {}) as [
      [string, { option: { id: string }[] }],
    ];
    expect(option).toHaveLength(LIBRARY.campuses.length);
    const chosen = { item: asking?.item, confirm: { [condition]: [option[1]?.id] } };
    const [held] = readDocuments((await call('core/imke/request', token, [chosen])).body) ?? [];
    expect(held).toMatchObject({
      status: 1,
      queue: 0,
      duedate: isoDay(addDays(TODAY, 3)),
      storageid: option[1]?.id,
    });
    const [moved] =
      readDocuments(
        (await call('core/imke/request', token, [{ item: asking?.item, storageid: option[2]?.id }])).body,
      ) ?? [];
    expect(moved?.storageid).toBe(option[2]?.id);
    const [gone] =
      readDocuments((await call('core/imke/cancel', token, [{ item: asking?.item }])).body) ?? [];
    expect(gone).toMatchObject({ status: 0 });
    expect(gone?.error).toBeUndefined();
    const [twice] =
      readDocuments((await call('core/imke/cancel', token, [{ item: asking?.item }])).body) ?? [];
    expect(twice?.error).toBeTruthy();
    desk.beginAgain();
  });
  test('a fee blocks and, paid, blocks no more', async () => {
    const token = await tokenOf('noor');
    expect(readPatron((await call('core/noor', token)).body)?.status).toBe(3);
    const ask = [{ item: copyUri(WANTED), storageid: 'urn:x-campus:fellgate' }];
    expect(readDocuments((await call('core/noor/request', token, ask)).body)?.[0]?.error).toMatch(/pay/);
    desk.pay('noor', START);
    expect(readPatron((await call('core/noor', token)).body)?.status).toBe(0);
    expect(readDocuments((await call('core/noor/request', token, ask)).body)?.[0]?.error).toBeUndefined();
    desk.beginAgain();
  });
  test('what is in is put aside, waits, is collected and brought back', async () => {
    const token = await tokenOf('imke');
    const ask = [{ item: copyUri(FREE), storageid: 'urn:x-campus:quayside' }];
    expect(readDocuments((await call('core/imke/request', token, ask)).body)?.[0]?.status).toBe(2);
    const at = (n: number): string => isoLocal(day(n));
    const own = async (n: number) =>
      readDocuments((await call(`core/imke/items?at=${at(n)}`, token)).body)?.find(
        (d) => d.item === copyUri(FREE),
      );
    let n = 1;
    while ((await own(n))?.status !== 4 && n < 10) n++;
    expect(await own(n)).toMatchObject({ status: 4 });
    expect(await desk.act(FREE, { at: day(n), patron: 'imke', what: 'collect' })).toBeNull();
    expect(await own(n)).toMatchObject({ status: 3, renewals: 0 });
    expect(await desk.act(FREE, { at: day(n + 2), patron: 'imke', what: 'return' })).toBeNull();
    expect(await own(n + 2)).toBeUndefined();
    desk.beginAgain();
  });
  test('DAIA tells what the index has at first, for a hundred records in one call', async () => {
    const ids = ALL.map((c) => c.record);
    const answer = readDaia((await call(`daia?id=${ids.join('|')}&format=json`, null)).body);
    for (const copy of ALL) {
      const document = answer?.document.find((d) => d.requested === copy.record);
      expect(copyStatusOf(document?.item?.[0] ?? {}, TODAY)).toEqual(copy.copy.status);
    }
    const many = Array.from({ length: 100 }, (_, i) => ids[i % ids.length]);
    expect((await call(`daia?id=${many.join('|')}`, null)).status).toBe(200);
    expect((await call('daia', null)).body).toMatchObject({ error: 'invalid_request' });
    expect((await call('daia?id=a&format=xml', null)).status).toBe(422);
  });
});
