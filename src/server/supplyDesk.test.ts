/** Two libraries, each with a server of its own, lend to each other over HTTP; and one that serves its own readers. */
import { appendFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { serverOf } from '../../tests/fixtures/server';
import { slip as slipOf } from '../../tests/fixtures/slips';
import type { LibraryInfo } from '../core/discovery/answers';
import type { Slip } from '../core/model/slip';
import { correspondent } from '../core/requests/correspondent';
import { readRequestingMessage, requestFor, requestingMessage } from '../core/requests/iso18626';
import { applyMessage } from '../core/requests/lifecycle';
import { NO_WORDS } from '../core/requests/supply';
import { POST } from '../pages/iso18626';
import { DeskNetwork, OwnAskDesk } from './deskNetwork';
import { Inbox } from './inbox';
import { openLibraryFolder } from './libraryFolder';
import { PeerLending, PeerSilent } from './peer';
import { SupplyDesk } from './supplyDesk';

const world = serverOf(300);
let dir: string;
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'supply-'));
});
afterEach(() => rmSync(dir, { recursive: true, force: true }));
const at = (time: string) => ({ at: time }) as never;

interface House {
  readonly info: LibraryInfo;
  readonly network: DeskNetwork;
  readonly desk: SupplyDesk;
  readonly peer: PeerLending;
  now: string;
  reached: boolean;
  readonly server: Server;
}
/** A library whose door is an HTTP server; it asks the one whose address it is told later. */
async function house(name: string, info: LibraryInfo, other: () => string): Promise<House> {
  const inbox = new Inbox(join(dir, `${name}.inbox.jsonl`));
  const peer = new PeerLending(
    {
      get address() {
        return other();
      },
      secret: 'agreed',
    },
    inbox,
    () => info,
  );
  const desk = new SupplyDesk(
    join(dir, `${name}.requests.jsonl`),
    () => info,
    async (xml, agency, id) => {
      if (agency === info.agency) inbox.came(id, xml);
      else await peer.tell(xml);
    },
  );
  const network = new DeskNetwork(desk, inbox, () => info, peer);
  const own: House = {
    ...{ info, network, desk, peer, now: '2026-11-02T09:10', reached: true },
    server: createServer((req, res) => {
      let body = '';
      req.on('data', (piece) => {
        body += piece;
      });
      req.on('end', () => {
        if (!own.reached) return void res.destroy();
        void world
          .call(
            POST,
            '/iso18626',
            { method: 'POST', body, headers: { authorization: req.headers.authorization ?? '' } },
            {},
            {
              locals: {
                ...world.locals,
                peer,
                supplies: desk,
                lendsOut: true,
                info: { ...info, now: own.now },
              },
            },
          )
          .then(async (answer) => res.writeHead(answer.status).end(await answer.text()));
      });
    }),
  };
  await new Promise<void>((done) => own.server.listen(0, '127.0.0.1', done));
  return own;
}
const doorOf = ({ server }: House): string =>
  `http://127.0.0.1:${(server.address() as AddressInfo).port}/iso18626`;
function gralsund(): LibraryInfo {
  const folder = openLibraryFolder('examples/gralsund', () => undefined);
  if (!folder) throw new Error('no folder');
  const { name, agency, campuses, policy } = folder.library;
  return { ...world.info, name, agency, campuses, policy, partners: [] };
}
const request = (from: House, to: House, slip: Slip): string =>
  requestFor(slip, to.info.agency, correspondent(from.info), from.now);

describe('two libraries that lend to each other', () => {
  let [tarnholm, other]: [House, House] = [null as never, null as never];
  beforeEach(async () => {
    tarnholm = await house('tarnholm', world.info, () => doorOf(other));
    other = await house('gralsund', gralsund(), () => doorOf(tarnholm));
  });
  afterEach(() => {
    for (const h of [tarnholm, other]) {
      h.desk.close();
      h.server.close();
      h.server.closeAllConnections();
    }
  });
  const first = (h: House) => h.desk.all()[0];

  it('a loan from asking to coming back, as both sides see it', async () => {
    const slip = slipOf('S-lend-0001', {
      sent: '2026-11-02T09:10',
      state: 'sent',
      route: 'ill-loan',
    } as never);
    const says = (action: 'Renew' | 'ShippedReturn', time: string) =>
      tarnholm.network.receive(
        requestingMessage(
          { requestId: slip.id, supplyingAgency: other.info.agency, timestamp: time, action, note: '' },
          correspondent(tarnholm.info),
        ),
        time,
      );
    const xml = request(tarnholm, other, slip);
    expect(await tarnholm.network.receive(xml, tarnholm.now)).toContain('<messageStatus>OK</messageStatus>');
    expect(await tarnholm.network.receive(xml, tarnholm.now)).toContain('<messageStatus>OK</messageStatus>');
    expect(other.desk.all().length).toBe(1);
    expect(first(other)).toMatchObject({ state: 'asked', ours: false, request: { title: slip.item.title } });
    const key = first(other)?.key as string;
    // Days apart, by each one's own clock and zone.
    expect(other.desk.act(key, 'accept', NO_WORDS, '2026-11-03T10:00')).toBeNull();
    expect(other.desk.act(key, 'send', NO_WORDS, '2026-11-04T10:00')).toBe('due');
    expect(other.desk.act(key, 'send', { ...NO_WORDS, due: '2026-12-01' }, '2026-11-04T10:00')).toBeNull();
    await other.desk.push();
    expect(first(other)).toMatchObject({ state: 'sent', unconfirmed: 0 });
    await says('Renew', '2026-11-20T10:00');
    expect(first(other)?.waits).toBe('renew');
    other.desk.act(key, 'renew', { ...NO_WORDS, due: '2027-01-05' }, '2026-11-21T10:00');
    await other.desk.push();
    await says('ShippedReturn', '2026-12-20T10:00');
    expect(first(other)?.returning).toBe(true);
    other.desk.act(key, 'complete', NO_WORDS, '2026-12-23T10:00');
    await other.desk.push();
    const heard = await tarnholm.network.messages(slip, at('2027-01-01T10:00'));
    expect(heard.map((m) => [m.status, m.reason, m.due])).toEqual([
      ['WillSupply', 'StatusChange', ''],
      ['Loaned', 'StatusChange', '2026-12-01'],
      ['Loaned', 'RenewResponse', '2027-01-05'],
      ['LoanCompleted', 'StatusChange', ''],
    ]);
    expect(heard.slice(0, 2).reduce(applyMessage, slip).state).toBe('on-its-way');
    // Nothing of who asked for it, and it is all there after a restart.
    const kept = readFileSync(join(dir, 'gralsund.requests.jsonl'), 'utf8');
    expect(kept).not.toContain(slip.reader);
    appendFileSync(join(dir, 'gralsund.requests.jsonl'), '{"key":"x","at"\nnull\n[]\n');
    const again = new SupplyDesk(
      join(dir, 'gralsund.requests.jsonl'),
      () => other.info,
      async () => undefined,
    );
    expect(again.all()).toEqual(other.desk.all());
    again.close();
  });
  it('the other way round: a copy that can’t be supplied, with its reason', async () => {
    const slip = slipOf('S-lend-0002', { wanted: 'article', route: 'ill-copy' } as never);
    await other.network.receive(request(other, tarnholm, slip), other.now);
    const key = first(tarnholm)?.key as string;
    expect(
      tarnholm.desk.act(key, 'refuse', { ...NO_WORDS, why: 'OnLoan', note: 'Bis Mai.' }, tarnholm.now),
    ).toBeNull();
    expect(tarnholm.desk.act(key, 'accept', NO_WORDS, tarnholm.now)).toBe('gone');
    await tarnholm.desk.push();
    expect(await other.network.messages(slip, at('2026-12-01T10:00'))).toMatchObject([
      { status: 'Unfilled', reasonUnfilled: 'OnLoan', note: 'Bis Mai.' },
    ]);
  });
  it('what the other side does not hear is said again, in order, until it has; what is too much is refused', async () => {
    const slip = slipOf('S-lend-0003');
    await tarnholm.network.receive(request(tarnholm, other, slip), tarnholm.now);
    const key = first(other)?.key as string;
    tarnholm.reached = false;
    other.desk.act(key, 'accept', NO_WORDS, '2026-11-03T10:00');
    other.desk.act(key, 'send', { ...NO_WORDS, due: '2026-12-01' }, '2026-11-04T10:00');
    await other.desk.push();
    expect(first(other)?.unconfirmed).toBe(2);
    other.desk.close();
    const again = new SupplyDesk(
      join(dir, 'gralsund.requests.jsonl'),
      () => other.info,
      (xml) => other.peer.tell(xml),
    );
    await again.push();
    expect(again.all()[0]?.unconfirmed).toBe(2);
    tarnholm.reached = true;
    await again.push();
    expect(again.all()[0]?.unconfirmed).toBe(0);
    expect((await tarnholm.network.messages(slip, at('2026-12-01T10:00'))).map((m) => m.status)).toEqual([
      'WillSupply',
      'Loaned',
    ]);
    other.reached = false;
    await expect(
      tarnholm.network.receive(request(tarnholm, other, slipOf('S-lend-0004')), tarnholm.now),
    ).rejects.toBeInstanceOf(PeerSilent);
    again.close();
  });
  it('no message about what was never asked; none that is none', async () => {
    const about = requestingMessage(
      {
        requestId: 'S-never-001',
        supplyingAgency: other.info.agency,
        timestamp: '2026-11-02T09:10',
        action: 'Renew',
        note: '',
      },
      correspondent(tarnholm.info),
    );
    expect('error' in readRequestingMessage(about, tarnholm.info.policy.zone)).toBe(false);
    expect(await tarnholm.network.receive(about, tarnholm.now)).toContain('S-never-001</errorValue>');
    expect(other.desk.received('<junk', other.now)).toContain('<messageStatus>ERROR</messageStatus>');
    expect(other.desk.all()).toEqual([]);
  });
});

it('takes whatever comes, in pieces or in disorder, and answers with a confirmation', () => {
  const info = world.info;
  const desk = new SupplyDesk(
    join(dir, 'any.jsonl'),
    () => info,
    async () => undefined,
  );
  const whole = requestFor(slipOf('S-any-00001'), info.agency, correspondent(info), '2026-11-02T09:10');
  const about = requestingMessage(
    {
      requestId: 'S-any-00001',
      supplyingAgency: info.agency,
      timestamp: '2026-11-02T09:10',
      action: 'Renew',
      note: '',
    },
    correspondent(info),
  );
  const edit = fc.tuple(fc.nat(whole.length), fc.nat(60), fc.string({ maxLength: 12, unit: 'binary' }));
  fc.assert(
    fc.property(fc.constantFrom(whole, about), fc.array(edit, { maxLength: 4 }), (xml, edits) => {
      let text = xml;
      for (const [at, n, put] of edits) text = text.slice(0, at) + put + text.slice(at + n);
      expect(desk.received(text, '2026-11-02T09:10')).toMatch(/<messageStatus>(OK|ERROR)</);
    }),
    { numRuns: 300 },
  );
  const kept = new SupplyDesk(
    join(dir, 'any.jsonl'),
    () => info,
    async () => undefined,
  );
  expect(kept.all()).toEqual(desk.all());
  for (const d of [desk, kept]) d.close();
});

it('what can’t be kept has not come: it is refused, and comes again', () => {
  const info = world.info;
  const path = join(dir, 'full', 'a.jsonl');
  const desk = new SupplyDesk(
    path,
    () => info,
    async () => undefined,
  );
  const xml = requestFor(slipOf('S-full-0001'), info.agency, correspondent(info), '2026-11-02T09:10');
  expect(() => desk.received(xml, '2026-11-02T09:10')).toThrow('ENOENT');
  expect(desk.all()).toEqual([]);
  mkdirSync(join(dir, 'full'));
  expect(desk.received(xml, '2026-11-02T09:11')).toContain('<messageStatus>OK<');
  expect(desk.all().length).toBe(1);
  desk.close();
});

describe('a library without other systems', () => {
  it('serves its own readers: the slip hears of the shelf, a suggestion and a question are answered', async () => {
    const info = world.info;
    const inbox = new Inbox(join(dir, 'own.inbox.jsonl'));
    const desk = new SupplyDesk(
      join(dir, 'own.jsonl'),
      () => info,
      async (xml, _agency, id) => void inbox.came(id, xml),
    );
    const network = new DeskNetwork(desk, inbox, () => info, null);
    const campus = info.campuses[0]?.id as string;
    const slip = slipOf('S-own-00001', { delivery: { to: 'pickup', campus } } as never);
    await network.receive(
      requestFor(slip, info.agency, correspondent(info), '2026-11-02T09:10'),
      '2026-11-02T09:10',
    );
    expect(desk.all()[0]).toMatchObject({ ours: true, sort: 'supply' });
    desk.act(`${info.agency} ${slip.id}`, 'ready', NO_WORDS, '2026-11-02T15:00');
    await desk.push();
    expect(
      (await network.messages(slip, at('2026-11-02T16:00'))).map((m) => [m.status, m.supplierName]),
    ).toEqual([
      ['ExpectToSupply', info.name],
      ['WillSupply', info.name],
    ]);
    expect(await network.notices(slip, at('2026-11-02T16:00'))).toMatchObject([{ kind: 'arrived', campus }]);
    expect(await network.notices(slip, at('2026-11-02T14:00'))).toEqual([]);

    const wish = slipOf('S-own-00002', { wanted: 'purchase', route: 'purchase' } as never);
    await network.forDesk(wish, '2026-11-02T09:20', false);
    await network.forDesk(wish, '2026-11-02T09:30', true);
    expect(desk.all().find((s) => s.sort === 'purchase')).toMatchObject({ waits: 'cancel' });
    desk.act(`${info.agency} ${wish.id}`, 'letCancel', NO_WORDS, '2026-11-02T10:00');
    await desk.push();
    expect((await network.messages(wish, at('2026-11-02T16:00'))).map((m) => m.status)).toEqual([
      'Cancelled',
    ]);

    const ask = new OwnAskDesk(desk, () => info);
    const question = {
      id: 'Q-0000001',
      kind: 'question' as const,
      subject: 'Hours',
      text: 'Open on Sunday?',
      asked: '2026-11-02T09:00',
    };
    expect(await ask.answers([question], '2026-11-02T09:10')).toEqual([]);
    await ask.answers([question], '2026-11-02T09:11');
    expect(desk.all().filter((s) => s.sort === 'question').length).toBe(1);
    expect(desk.act(`${info.agency} Q-0000001`, 'complete', NO_WORDS, '2026-11-02T11:00')).toBe('note');
    desk.act(`${info.agency} Q-0000001`, 'complete', { ...NO_WORDS, note: 'From ten.' }, '2026-11-02T11:00');
    expect(await ask.answers([question], '2026-11-02T12:00')).toEqual([
      { id: 'Q-0000001', time: '2026-11-02T11:00', text: 'From ten.' },
    ]);
    desk.close();
  });
});
