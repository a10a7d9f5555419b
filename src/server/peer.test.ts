/** Two libraries over HTTP: a request goes out and is confirmed, what the supplier says comes in and is heard. */

import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { serverOf } from '../../tests/fixtures/server';
import { slip as slipOf } from '../../tests/fixtures/slips';
import type { Slip } from '../core/model/slip';
import { correspondent } from '../core/requests/correspondent';
import {
  confirmationOf,
  type IsoSupplyingMessage,
  NOTHING_MORE,
  readRequest,
  requestFor,
  supplyingMessage,
} from '../core/requests/iso18626';
import { POST } from '../pages/iso18626';
import { Inbox } from './inbox';
import { PeerLending, PeerSilent } from './peer';

const world = serverOf(300);
let dir: string;
let supplier: Server;
let heard: string[];
/** What the supplier answers instead of a confirmation. */
let instead: { status: number; text: string } | null;
beforeEach(async () => {
  dir = mkdtempSync(join(tmpdir(), 'peer-'));
  heard = [];
  instead = null;
  supplier = createServer((req, res) => {
    let body = '';
    req.on('data', (piece) => {
      body += piece;
    });
    req.on('end', () => {
      if (req.headers.authorization !== 'Bearer agreed') return void res.writeHead(401).end();
      heard.push(body);
      if (instead) return void res.writeHead(instead.status).end(instead.text);
      res
        .writeHead(200, { 'content-type': 'application/xml' })
        .end(confirmationOf(body, { zone: 'CET' }, '2026-11-02T09:11'));
    });
  });
  await new Promise<void>((done) => supplier.listen(0, '127.0.0.1', done));
});
afterEach(() => {
  supplier.close();
  rmSync(dir, { recursive: true, force: true });
});
const peerOf = (inbox: Inbox, secret = 'agreed') =>
  new PeerLending(
    { address: `http://127.0.0.1:${(supplier.address() as AddressInfo).port}/iso18626`, secret },
    inbox,
    () => world.info,
  );
const us = () => correspondent(world.info);
const slip = (): Slip => slipOf('S-peer-0001');
const request = (s: Slip): string => requestFor(s, 'LGD:XG-HS', us(), '2026-11-02T09:10');
const said = (s: Slip, more: Partial<IsoSupplyingMessage>): string =>
  supplyingMessage(
    {
      ...NOTHING_MORE,
      requestId: s.id,
      supplyingAgency: 'LGD:XG-HS',
      timestamp: '2026-11-03T10:00',
      reason: 'StatusChange',
      status: 'WillSupply',
      note: '',
      ...more,
    },
    us(),
  );
const at = (time: string) => ({ at: time }) as never;

describe('a lending partner', () => {
  it('confirms what it is told, and is heard when it speaks, in the order of time and not before it', async () => {
    const inbox = new Inbox(join(dir, 'inbox.jsonl'));
    const peer = peerOf(inbox);
    const s = slip();
    expect(await peer.receive(request(s))).toContain('<messageStatus>OK</messageStatus>');
    expect(readRequest(heard[0] ?? '', us().zone)).toMatchObject({ requestId: s.id });
    const push = async (xml: string, authorization = 'Bearer agreed') =>
      world.call(
        POST,
        '/iso18626',
        { method: 'POST', body: xml, headers: { authorization } },
        {},
        { locals: { ...world.locals, peer } },
      );
    const loaned = said(s, { status: 'Loaned', timestamp: '2026-11-04T10:00', due: '2026-12-01' });
    for (const xml of [loaned, said(s, {}), loaned])
      expect(await (await push(xml)).text()).toContain('<messageStatus>OK</messageStatus>');
    const messages = await peer.messages(s, at('2026-11-05T09:00'));
    expect(messages.map((m) => [m.status, m.supplierName])).toEqual([
      ['WillSupply', 'LGD:XG-HS'],
      ['Loaned', 'LGD:XG-HS'],
    ]);
    expect((await peer.messages(s, at('2026-11-03T12:00'))).length).toBe(1);
    // Kept over a restart.
    const again = peerOf(new Inbox(join(dir, 'inbox.jsonl')));
    expect((await again.messages(s, at('2026-11-05T09:00'))).length).toBe(2);
    // Nobody without the secret; of nothing that never left; nothing that is no such message.
    expect((await push(said(s, {}), 'Bearer guessed')).status).toBe(401);
    expect(await (await push(said({ ...s, id: 'S-unknown-1' }, {}))).text()).toContain(
      'requestingAgencyRequestId: S-unknown-1',
    );
    expect(await (await push('<junk')).text()).toContain('<messageStatus>ERROR</messageStatus>');
    expect((await world.call(POST, '/iso18626', { method: 'POST', body: '' })).status).toBe(404);
  });
  it('that refuses has answered; one that says anything else, or nothing, has not', async () => {
    const peer = peerOf(new Inbox(join(dir, 'inbox.jsonl')));
    const s = slip();
    instead = {
      status: 200,
      text: confirmationOf(request(s), us(), '2026-11-02T09:11', { type: 'BadlyFormedMessage', value: 'no' }),
    };
    expect(await peer.receive(request(s))).toContain('ERROR');
    for (const wrong of [
      { status: 500, text: 'oops' },
      { status: 200, text: '<html/>' },
      { status: 200, text: said(s, {}) },
    ]) {
      instead = wrong;
      await expect(peer.receive(request(s))).rejects.toBeInstanceOf(PeerSilent);
    }
    await expect(peerOf(new Inbox(join(dir, 'x.jsonl')), 'other').receive(request(s))).rejects.toThrow(
      'status 401',
    );
    supplier.close();
    supplier.closeAllConnections();
    await expect(peer.receive(request(s))).rejects.toBeInstanceOf(PeerSilent);
  });
});

describe('the inbox', () => {
  it('forgets what nobody has spoken of for long, and passes over what is damaged', () => {
    const path = join(dir, 'inbox.jsonl');
    let now = 1_000 * 86_400_000;
    const inbox = new Inbox(path, () => now);
    inbox.left('old');
    inbox.came('old', '<a/>');
    now += 300 * 86_400_000;
    inbox.left('new');
    inbox.came('new', '<b/>');
    now += 200 * 86_400_000;
    writeFileSync(path, `${readFileSync(path, 'utf8')}{"id":\n[]\n{"id":"x","at":"y"}\n`);
    const again = new Inbox(path, () => now);
    expect([again.of('old'), again.of('new'), again.came('old', '<c/>')]).toEqual([[], ['<b/>'], false]);
    expect(readFileSync(path, 'utf8')).not.toContain('"old"');
  });
  it('takes only so much of one request', () => {
    const inbox = new Inbox(join(dir, 'inbox.jsonl'));
    inbox.left('a');
    const taken = Array.from({ length: 300 }, (_, i) => inbox.came('a', `<m n="${i}"/>`)).filter(Boolean);
    expect(taken.length).toBe(200);
  });
});
