/**
 * The doors of the stand-ins, and references as text: what comes in from outside, and what goes out to it.
 */

import { PDFDocument } from '@cantoo/pdf-lib';
import { describe, expect, it } from 'vitest';
import { serverOf } from '../../tests/fixtures/server';
import { storyItemTitled } from '../../tests/fixtures/story';
import { moment } from '../../tests/fixtures/world';
import type { OutgoingMail } from '../core/discovery/ports';
import { requestFor } from '../core/requests/iso18626';
import { newSlip } from '../core/requests/slip';
import { LIBRARY, PROVIDERS, READERS } from '../demo/library';
import * as mailing from '../pages/api/mail';
import * as reports from '../pages/api/policy-reports';
import * as references from '../pages/api/references/index';
import * as delivery from '../pages/standin/delivery/[record].pdf';
import * as lending from '../pages/standin/lending';
import * as publisher from '../pages/standin/publisher/[provider]/[record].pdf';
import { fails } from '../standins/habits';
import { standinMail } from '../standins/mail';

const server = serverOf(400);
const { call } = server;
const refused = async (response: Response): Promise<[number, string]> => {
  expect(response.headers.get('content-type')).toContain('application/problem+json');
  return [response.status, ((await response.json()) as { detail: string }).detail];
};
const bytesOf = async (response: Response): Promise<Uint8Array> => {
  expect([response.status, response.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  return new Uint8Array(await response.arrayBuffer());
};

describe('reports about the content security policy', () => {
  const report = (body: string, type = 'application/csp-report') =>
    call(reports.POST, '/api/policy-reports', { method: 'POST', body, headers: { 'content-type': type } });
  it('are kept as rule and origin; what is none, too long or of another type is refused', async () => {
    const text = JSON.stringify({
      'csp-report': {
        'document-uri': 'https://a/?q=mine',
        'effective-directive': 'img-src',
        'blocked-uri': 'data',
      },
    });
    expect((await report(text)).status).toBe(204);
    expect(server.breaches).toEqual([{ directive: 'img-src', blocked: 'data' }]);
    expect(await refused(await report(text, 'text/html'))).toEqual([415, expect.any(String)]);
    expect(await refused(await report('{}'))).toEqual([400, expect.any(String)]);
    expect(await refused(await report(' '.repeat(20_000)))).toEqual([
      413,
      expect.stringContaining('16,000 bytes'),
    ]);
    expect(server.breaches).toHaveLength(1);
  });
});

describe('mail', () => {
  const mail = (more: object, context: object = {}) =>
    call(
      mailing.POST,
      '/api/mail',
      {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          to: ['somebody@tarnholm.example', 'other@tarnholm.example'],
          subject: 'Two things to read',
          text: 'Kelp — and dulse.',
          moment: moment(),
          ...more,
        }),
      },
      {},
      context,
    );
  it('goes out through the library’s mail server as the reader’s, to all of them', async () => {
    const sent: OutgoingMail[] = [];
    const port = {
      send: (m: OutgoingMail) => {
        sent.push(m);
        return standinMail.send(m);
      },
    };
    const answer = await mail({}, { locals: { ...server.locals, mail: port } });
    expect(answer.status).toBe(200);
    expect(sent[0]?.to).toEqual(['somebody@tarnholm.example', 'other@tarnholm.example']);
    expect(sent[0]?.message).toContain(READERS[0]?.email);
    expect(sent[0]?.message).not.toContain('X-Unsent');
  });
  it('is refused without a mail server, by nobody in particular, with anything but right addresses, one line of subject, or too often', async () => {
    expect(await refused(await mail({}, { locals: { ...server.locals, mail: null } }))).toEqual([
      404,
      expect.stringMatching(/sends no mail/),
    ]);
    const nobody = { locals: { ...server.locals, who: async () => null } };
    expect(await refused(await mail({}, nobody))).toEqual([401, expect.stringMatching(/^Sign in/)]);
    for (const to of [
      [],
      ['a'],
      ['a@b.example\r\nBcc: c@d.example'],
      ['a@b.example, c@d.example'],
      Array.from({ length: 11 }, (_, i) => `a${i}@b.example`),
    ])
      expect((await refused(await mail({ to })))[0], String(to)).toBe(400);
    expect((await refused(await mail({ subject: 'x\r\nBcc: c@d.example' })))[0]).toBe(400);
    expect((await refused(await mail({ text: 'x'.repeat(60_000) })))[0]).toBe(400);
    expect(await refused(await mail({}, { locals: { ...server.locals, mayMail: () => false } }))).toEqual([
      409,
      expect.stringMatching(/many mails/),
    ]);
  });
});

describe('references as text', () => {
  const line = 'Ovesen, K. (1971). Tides nobody wrote about. Nowhere Press.';
  const send = (body: string, type = 'text/plain', query = '') =>
    call(references.POST, `/api/references${query}`, {
      method: 'POST',
      body,
      headers: { 'content-type': type },
    });
  it('of another type, none at all, too many, or for a day that is none: refused with the reason', async () => {
    expect(await refused(await send('{}', 'application/json'))).toEqual([
      415,
      expect.stringContaining('not as application/json'),
    ]);
    expect(await refused(await send('  \n '))).toEqual([400, 'There is no text.']);
    expect(await refused(await send('x'.repeat(400_001)))).toEqual([
      413,
      expect.stringContaining('over 400,000 characters'),
    ]);
    expect((await refused(await send(line, 'text/plain', '?need=2026-02-30')))[0]).toBe(400);
  });
});

describe('a publisher’s text', () => {
  const get = (provider: string, record: string) =>
    call(publisher.GET, `/standin/publisher/${provider}/${record}.pdf`);
  it('is there exactly where the coverage shows it and the provider does not fail', async () => {
    let [shown, broken] = [0, 0];
    for (let n = 1; n <= 100; n++) {
      const id = `tu${String(n).padStart(7, '0')}`;
      const coverage = (await server.service.record(id))?.coverage ?? [];
      for (const c of coverage.filter((x) => x.shown)) {
        const answer = await get(c.id, id);
        if (fails(PROVIDERS.find((p) => p.id === c.id)?.habit ?? 'page', c.id, id)) {
          broken++;
          expect(answer.status, `${c.id} ${id}`).toBe(500);
        } else if (shown++ < 5) {
          const pdf = await PDFDocument.load(await bytesOf(answer));
          expect(pdf.getTitle()).toBe((await server.service.record(id))?.record.csl.title);
        }
      }
    }
    expect([shown > 5, broken > 0]).toEqual([true, true]);
  });
  it('is not given by somebody who does not show it, nor for what is not there', async () => {
    const { id } = storyItemTitled('Kelp on the plate').record;
    expect((await refused(await get('nobody', id)))[0]).toBe(404);
    expect((await refused(await get('meridian', 'none')))[0]).toBe(404);
  });
});

describe('a delivered file', () => {
  const { id } = storyItemTitled('Salt, smoke').record;
  const get = (query: string, record: string = id) =>
    call(delivery.GET, `/standin/delivery/${record}.pdf?${query}`, {}, { record });
  it('opens until its day, by the reader’s clock, and is gone after it', async () => {
    await bytesOf(await get('slip=S-1&until=2026-12-01&at=2026-12-01T23:00'));
    expect(await refused(await get('slip=S-1&until=2026-12-01&at=2026-12-02T00:01'))).toEqual([
      410,
      expect.stringContaining('Tue 1 Dec'),
    ]);
  });
  it('locked, opens with the slip’s number only', async () => {
    const bytes = await bytesOf(await get('slip=S-1&locked=1'));
    await expect(PDFDocument.load(bytes)).rejects.toThrow();
    expect((await PDFDocument.load(bytes, { password: 'S-1' })).getPageCount()).toBeGreaterThan(1);
  });
  it('of what has no record stands under the title that was asked for; of nothing, there is none', async () => {
    const pdf = await PDFDocument.load(
      await bytesOf(await get('slip=S-1&title=Tides+nobody+wrote', 'unrecorded')),
    );
    expect(pdf.getTitle()).toBe('Tides nobody wrote');
    expect((await refused(await get('slip=S-1', 'none')))[0]).toBe(404);
  });
});

describe('the network’s own door', () => {
  const slip = newSlip({
    id: 'S-door',
    record: storyItemTitled('Salt, smoke').record,
    reader: READERS[0] as (typeof READERS)[number],
    wanted: 'loan',
    route: 'ill-loan',
    from: 'lending',
    needBy: '',
    now: '2026-11-02T09:10',
  });
  const send = (body: BodyInit, query = '') =>
    call(lending.POST, `/standin/lending${query}`, { method: 'POST', body });
  it('takes a request and confirms it by its number', async () => {
    const xml = requestFor(
      slip,
      'LGD:X',
      { agency: LIBRARY.agency, campuses: LIBRARY.campuses, zone: LIBRARY.policy.zone, currency: 'XVC' },
      '2026-11-02T09:10',
    );
    const answer = await send(xml);
    expect(answer.status, answer.status === 200 ? '' : await answer.clone().text()).toBe(200);
    expect(await answer.text()).toMatch(/<requestConfirmation>[\s\S]*S-door[\s\S]*<messageStatus>OK</);
  });
  it('answers what is no message with ERROR in a confirmation, not with a problem document', async () => {
    for (const bad of [
      '<hello/>',
      'not xml',
      `${'<a>'.repeat(1000)}${'</a>'.repeat(1000)}`,
      '<constructor/>',
      '<!DOCTYPE x [<!ENTITY a "b">]><x>&a;</x>',
    ]) {
      const answer = await send(bad);
      expect([answer.status, answer.headers.get('content-type')]).toEqual([
        200,
        'application/xml; charset=utf-8',
      ]);
      expect(await answer.text()).toMatch(
        /<requestConfirmation>[\s\S]*<messageStatus>ERROR<[\s\S]*BadlyFormedMessage/,
      );
    }
  });
  it('refuses what is too long, or at no time', async () => {
    expect((await refused(await send('x'.repeat(200_001))))[0]).toBe(413);
    expect((await refused(await send('<hello/>', '?at=soon')))[0]).toBe(400);
  });
});
