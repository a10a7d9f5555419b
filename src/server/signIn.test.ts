/** Signing in and out, the account at the desk, and copies as they stand now, through the endpoints' own handlers. */
import { describe, expect, it } from 'vitest';
import { ok, serverOf } from '../../tests/fixtures/server';
import { moment } from '../../tests/fixtures/world';
import type { DeskAccount } from '../core/circulation/account';
import type { PaiaDocument } from '../core/circulation/paia';
import { DeskSilent, type SignedIn, SignInAgain } from '../core/discovery/ports';
import type { CampusId } from '../core/model/record';
import { READERS } from '../demo/library';
import * as act from '../pages/api/account/act';
import * as account from '../pages/api/account/index';
import * as library from '../pages/api/library';
import * as live from '../pages/api/live';
import * as ways from '../pages/api/ways';
import * as back from '../pages/sign-in/back';
import * as begin from '../pages/sign-in/index';
import * as out from '../pages/sign-out';
import { CLIENT } from '../standins/identity';
import { LiveDesk } from './live';
import { Sessions, safePath } from './session';
import { OidcSignIn } from './signIn';

const server = serverOf(1500);
const { call, post } = server;
const BASE = 'http://library.example';
const cookieOf = (answer: Response, name: string): string | undefined =>
  answer.headers
    .getSetCookie()
    .find((c) => c.startsWith(`${name}=`))
    ?.split(';')[0];

/** As the forms and redirects do it; `tamper` changes what comes back. */
async function through(
  to: string,
  { account: username = 'imke', password = 'demo', tamper = (url: URL) => url } = {},
) {
  const sent = await call(begin.GET, `/sign-in?to=${encodeURIComponent(to)}`);
  const kept = cookieOf(sent, 'legendum-sign-in') ?? '';
  const form = new URLSearchParams(new URL(sent.headers.get('location') ?? '').search);
  form.set('username', username);
  form.set('password', password);
  const { identity } = server.locals.standins as NonNullable<App.Locals['standins']>;
  const request = () =>
    new Request(`${BASE}/standin/identity/login`, { method: 'POST', body: new URLSearchParams(form) });
  const answered = await identity.answer(request(), `${BASE}/standin/identity`, 'login');
  const there = answered.headers.get('location') ?? '';
  if (!there.startsWith('http')) return { refused: there };
  const url = tamper(new URL(there));
  const come = (cookie = kept) => call(back.GET, `${url.pathname}${url.search}`, { headers: { cookie } });
  return { kept, url, come, came: await come() };
}

describe('signing in', () => {
  it('leads to the university and back to where the work was, and says who it is by a cookie nobody can read', async () => {
    const { came } = await through('/requests/S-abc?x=1');
    expect([came?.status, came?.headers.get('location')]).toEqual([303, '/requests/S-abc?x=1']);
    const line = came?.headers.getSetCookie().find((c) => c.startsWith('legendum=')) ?? '';
    expect(line).toMatch(/HttpOnly/);
    expect(line).toMatch(/SameSite=Lax/);
    expect(line).not.toMatch(/imke|Sørland/);
    const cookie = cookieOf(came as Response, 'legendum') ?? '';
    const who = (await server.locals.sessions.read(cookie, BASE)) as SignedIn;
    expect(who).toMatchObject({ patron: 'imke', reader: READERS[0] });
    expect(await new Sessions('another secret').read(cookie, BASE)).toBeNull();
    expect(await server.locals.sessions.read(`${cookie.slice(0, -4)}AAAA`, BASE)).toBeNull();
    // Its token opens the account at the desk; another server, which has none in memory, gets one anew.
    const token = await server.locals.signIn?.token(BASE, who);
    const known = await server.locals.circulation?.account('imke', token ?? '', '2026-11-02T09:10');
    expect(known?.patron.name).toBe(READERS[0]?.name);
    const other = (await through('/')).came as Response;
    const again = (await server.locals.sessions.read(cookieOf(other, 'legendum') ?? '', BASE)) as SignedIn;
    expect(await server.locals.signIn?.token(BASE, { ...again, refresh: 'made up' })).toBeNull();
    expect(await server.locals.signIn?.token(BASE, { ...again, refresh: null })).toBeNull();
  });
  it('says who works at the library where a claim does, and the cookie keeps it', async () => {
    const { identity } = server.locals.standins as NonNullable<App.Locals['standins']>;
    const signIn = (staff: { readonly claim: string; readonly value: string } | null) =>
      new OidcSignIn(
        {
          issuer: (base) => `${base}/standin/identity`,
          client: CLIENT,
          secret: '',
          scope: 'openid profile email offline_access',
          insecure: true,
          staff,
          fetch: (address, init) => {
            const request = new Request(address as string, init);
            return identity.answer(
              request,
              `${BASE}/standin/identity`,
              new URL(request.url).pathname.slice('/standin/identity/'.length),
            );
          },
        },
        () => server.info.campuses,
      );
    const who = async (staff: Parameters<typeof signIn>[0]): Promise<SignedIn> => {
      const own = signIn(staff);
      const { address, kept } = await own.begin(BASE);
      const form = new URLSearchParams(new URL(address).search);
      form.set('username', 'imke');
      form.set('password', 'demo');
      const answered = await identity.answer(
        new Request(`${BASE}/standin/identity/login`, { method: 'POST', body: form }),
        `${BASE}/standin/identity`,
        'login',
      );
      return own.complete(BASE, new URL(answered.headers.get('location') ?? ''), kept);
    };
    expect((await who(null)).staff).toBeUndefined();
    expect((await who({ claim: 'category', value: 'staff' })).staff).toBeUndefined();
    const staff = await who({ claim: 'category', value: 'undergraduate' });
    expect(staff.staff).toBe(true);
    const { sessions } = server.locals;
    const cookie = (line: string): string => line.split(';')[0] ?? '';
    expect((await sessions.read(cookie(await sessions.write(staff, BASE)), BASE))?.staff).toBe(true);
    // The desk's own cookie is another, and no other opens it.
    const desk = cookie(await sessions.writeDesk(BASE));
    expect([
      await sessions.atDesk(desk, BASE),
      await sessions.atDesk(desk.replace('legendum-desk', 'legendum'), BASE),
      await sessions.atDesk(null, BASE),
    ]).toEqual([true, false, false]);
    expect(
      await sessions.atDesk(
        cookie(await sessions.write(staff, BASE)).replace('legendum=', 'legendum-desk='),
        BASE,
      ),
    ).toBe(false);
  });
  it('takes behind https only the cookie that no other host can have set', async () => {
    const { sessions } = server.locals;
    const [safe, plain] = ['https://library.example', BASE];
    const desk = (base: string) => sessions.writeDesk(base).then((line) => line.split(';')[0] ?? '');
    expect(await sessions.writeDesk(safe)).toMatch(
      /^__Host-legendum-desk=[^;]+;(?=.*Path=\/)(?=.*Secure)(?!.*Domain)/,
    );
    expect(await sessions.atDesk(await desk(safe), safe)).toBe(true);
    expect(await sessions.atDesk(await desk(plain), safe)).toBe(false);
  });
  it('signs nobody in by a wrong password, another state, a code used twice, or a cookie that is not there', async () => {
    expect((await through('/', { password: 'other' })).refused).toMatch(/^authorize\?.*wrong=1/);
    const refused = (answer: Response | undefined) => [
      answer?.headers.get('location'),
      answer && cookieOf(answer, 'legendum'),
    ];
    server.locals.failure = () => 'noted';
    const other = await through('/piles', {
      tamper: (url) => {
        url.searchParams.set('state', 'another');
        return url;
      },
    });
    expect(refused(other.came)).toEqual(['/sign-in/refused?why=refused&to=%2Fpiles', undefined]);
    const good = await through('/piles');
    expect(refused(await good.come?.())).toEqual(['/sign-in/refused?why=refused&to=%2Fpiles', undefined]);
    const gone = { ...server.locals.signIn, begin: () => Promise.reject(new Error('gone')) };
    const away = { locals: { ...server.locals, signIn: gone as unknown as App.Locals['signIn'] } };
    const unreached = await call(begin.GET, '/sign-in?to=/piles', {}, {}, away);
    expect(refused(unreached)).toEqual(['/sign-in/refused?why=refused&to=%2Fpiles', undefined]);
    expect(refused(await good.come?.(''))).toEqual(['/sign-in/refused?why=late&to=%2F', undefined]);
  });
  it('goes on to no address but ours', () => {
    for (const bad of ['//evil.example', 'https://evil.example', '/\\evil.example', '/sign-out', '', null])
      expect([bad, safePath(bad)]).toEqual([bad, '/']);
    expect(safePath('/records/a%2Fb?need=2026-11-09#x')).toBe('/records/a%2Fb?need=2026-11-09#x');
  });
  it('tells a browser of its own reader only', async () => {
    const mine = await (await call(library.GET, '/api/library')).text();
    expect(mine).toContain(READERS[0]?.name);
    for (const r of READERS.slice(1)) expect(mine).not.toContain(r.name);
    const nobody = { locals: { ...server.locals, who: async () => null } };
    expect(
      (await ok<{ reader: null }>(await call(library.GET, '/api/library', {}, {}, nobody))).reader,
    ).toBeNull();
  });
  it('ends here and there', async () => {
    const left = await call(out.POST, '/sign-out', { method: 'POST' });
    expect(left.headers.getSetCookie()[0]).toMatch(/^legendum=;.*Max-Age=0/);
    const { to: there } = (await left.json()) as { to: string };
    expect(there).toMatch(/\/standin\/identity\/end\?/);
    const { identity } = server.locals.standins as NonNullable<App.Locals['standins']>;
    const end = await identity.answer(new Request(there), `${BASE}/standin/identity`, 'end');
    expect(end.headers.get('location')).toBe(`${BASE}/`);
    const evil = new Request(there.replace(encodeURIComponent(`${BASE}/`), 'https%3A%2F%2Fevil.example%2F'));
    expect((await identity.answer(evil, `${BASE}/standin/identity`, 'end')).status).toBe(400);
  });
});

describe('the account', () => {
  const signed = async () => {
    const { came } = await through('/');
    const who = await server.locals.sessions.read(cookieOf(came as Response, 'legendum') ?? '', BASE);
    return { locals: { ...server.locals, who: async () => who } };
  };
  it('is what the desk says, with our records; renewing is answered one by one', async () => {
    const as = await signed();
    type Answer = DeskAccount & { records: Record<string, string> };
    const own = await ok<Answer>(await call(account.GET, '/api/account?campus=quayside', {}, {}, as));
    const held = own.documents.filter((d) => d.status === 3);
    expect(held.length).toBeGreaterThanOrEqual(2);
    for (const d of held) {
      const record = await server.service.record(own.records[d.edition ?? ''] ?? '');
      expect(record?.record.csl.title).toBe(d.about);
    }
    const things = held.map((d) => ({ item: d.item }));
    const body = JSON.stringify({ what: 'renew', things, moment: moment() });
    const headers = { 'content-type': 'application/json' };
    const renewed = await ok<{ documents: PaiaDocument[] }>(
      await call(act.POST, '/api/account/act', { method: 'POST', body, headers }, {}, as),
    );
    renewed.documents.forEach((d, i) => {
      expect([d.item, Boolean(d.error)]).toEqual([held[i]?.item, !held[i]?.canrenew]);
    });
    server.locals.standins?.desk.beginAgain();
  });
  it('is nobody’s without signing in; a desk that is silent or takes the token no more says what to do', async () => {
    const asked = (locals: Partial<App.Locals>) =>
      call(account.GET, '/api/account?campus=quayside', {}, {}, { locals: { ...server.locals, ...locals } });
    expect((await asked({ who: async () => null })).status).toBe(401);
    expect((await asked({ circulation: null })).status).toBe(404);
    const as = (await signed()).locals;
    const desk = (error: Error) =>
      new Proxy({} as NonNullable<App.Locals['circulation']>, {
        get: () => () => Promise.reject(error),
      });
    const failure = () => 'noted';
    expect((await asked({ ...as, circulation: desk(new SignInAgain()), failure })).status).toBe(401);
    const silent = await asked({ ...as, circulation: desk(new DeskSilent('gone')), failure });
    expect([silent.status, ((await silent.json()) as { detail: string }).detail]).toEqual([
      503,
      expect.stringMatching(/Nothing was changed/),
    ]);
  });
});

describe('copies as they stand now', () => {
  const out_ = () => {
    const n = server.service.engine.size;
    const found = Array.from({ length: n }, (_, doc) => server.service.recordAt(doc)).filter(
      (r) => r.copies?.length === 1 && r.copies[0]?.rule === 'loan',
    );
    const of = (state: string) => found.filter((r) => r.copies?.[0]?.status.state === state);
    return { in: of('in')[0], out: of('out').slice(0, 40) };
  };
  const asked = (records: readonly string[], at: string) => ({
    records,
    needBy: '',
    moment: { ...moment(at), situation: { ...moment().situation, campus: 'quayside' as CampusId } },
  });
  it('differ from the index once something has happened, and not before', async () => {
    const { out: lent } = out_();
    const ids = lent.map((r) => r.id as string);
    type Live = { lines: Record<string, { copies: { in: number; of: number } }>; silent: boolean };
    const at = async (when: string) => ok<Live>(await post(live.POST, asked(ids, when)));
    expect(await at('2026-11-02T09:10')).toEqual({ lines: {}, since: null, silent: false });
    // It comes back some day; then it is in, and its ways are those of what stands on a shelf.
    let [when, id] = ['', ''];
    for (let day = 3; day < 200 && !when; day += 2) {
      const iso = new Date(Date.UTC(2026, 10, day)).toISOString().slice(0, 10);
      const lines = Object.entries((await at(`${iso}T12:00`)).lines);
      const here = lines.find(([, line]) => line.copies.in === 1);
      if (here) [when, id] = [`${iso}T12:00`, here[0]];
    }
    expect(when).not.toBe('');
    const answer = await ok<{ ways: { id: string }[]; silent?: boolean }>(
      await post(ways.POST, { record: id, moment: { ...moment(when) }, needBy: '' }),
    );
    expect(answer.ways.some((w) => /^(shelf|transfer|visit|hold):/.test(w.id))).toBe(true);
    expect(answer.silent).toBeUndefined();
  });
  it('of a desk that is silent are those it said last, with their time; else the index’s', async () => {
    const id = out_().in?.id ?? '';
    const desk = new LiveDesk();
    const failure = () => 'noted';
    const good = { circulation: server.locals.circulation, index: server.locals.index, failure };
    const copies = async () => {
      throw new DeskSilent('gone');
    };
    const bad = {
      ...good,
      circulation: { ...good.circulation, copies } as unknown as App.Locals['circulation'],
    };
    expect(await desk.of(bad, [id], '2026-11-02T09:10')).toEqual({ copies: {}, since: null, silent: true });
    const second = new LiveDesk();
    expect((await second.of(good, [id], '2026-11-02T10:00')).silent).toBe(false);
    const kept = await second.of(bad, [id], '2026-11-02T12:00');
    expect([Object.keys(kept.copies), kept.since, kept.silent]).toEqual([[id], '2026-11-02T10:00', true]);
    // For a while it is not asked: nobody waits for it again.
    const counted = { calls: 0 };
    const counting = {
      ...good,
      circulation: {
        copies: async () => {
          counted.calls++;
          return {};
        },
      } as unknown as App.Locals['circulation'],
    };
    await second.of(counting, [id], '2026-11-02T12:01');
    expect(counted.calls).toBe(0);
    expect(await desk.of({ ...good, circulation: null }, [id], '2026-11-02T09:10')).toMatchObject({
      silent: false,
    });
  });
});
