/**
 * The HTTP interface from the outside: every endpoint's own handler, over an index of its own, with what goes
 * in and what comes out.
 */
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import { ok, serverOf } from '../../tests/fixtures/server';
import { storyItemTitled } from '../../tests/fixtures/story';
import { asked, moment } from '../../tests/fixtures/world';
import type { KeptAnswer, PlanAnswer, RecordAnswer, SearchAnswer } from '../core/discovery/answers';
import type { Reader } from '../core/model/reader';
import type { Promised, Slip } from '../core/model/slip';
import type { WaysAnswer } from '../core/model/ways';
import { NEW_SEARCH, printRequest } from '../core/query/request';
import { NO_HISTORY } from '../core/requests/history';
import { type HeardMessage, markSent, putInOutgoing } from '../core/requests/lifecycle';
import type { SlipPromise } from '../core/requests/promise';
import { newSlip } from '../core/requests/slip';
import { READERS } from '../demo/library';
import * as ask from '../pages/api/ask';
import * as guidance from '../pages/api/guidance';
import * as journals from '../pages/api/journals';
import * as keptThings from '../pages/api/kept';
import * as library from '../pages/api/library';
import * as plan from '../pages/api/plan';
import * as promise from '../pages/api/promise';
import * as record from '../pages/api/records/[id]';
import * as resolve from '../pages/api/references/resolve';
import * as search from '../pages/api/search';
import * as act from '../pages/api/slips/act';
import * as slips from '../pages/api/slips/index';
import * as news from '../pages/api/slips/news';
import * as suggest from '../pages/api/suggest';
import * as values from '../pages/api/values';
import * as ways from '../pages/api/ways';
import * as atom from '../pages/feeds/search.atom';
import * as openSearch from '../pages/opensearch.xml';
import * as openUrl from '../pages/openurl';
import * as sru from '../pages/sru';

const server = serverOf(600);
const { call, post } = server;
const xml = new XMLParser({ ignoreAttributes: false, removeNSPrefix: true, parseTagValue: false });
const parsed = async (response: Response) => {
  const text = await response.text();
  expect(XMLValidator.validate(text)).toBe(true);
  return xml.parse(text) as Record<string, never>;
};
const kelp = () => storyItemTitled('Kelp on the plate').record;

describe('searching', () => {
  it('answers what the index answers, and each hit’s record is there', async () => {
    const answer = await ok<SearchAnswer>(await call(search.GET, '/api/search?q=kelp&limit=5'));
    expect(answer.total).toBe(
      (
        await server.service.search(asked({ ...NEW_SEARCH, q: 'kelp', drop: {} }), moment(), {
          offset: 0,
          limit: 5,
        })
      ).total,
    );
    expect(answer.hits.length).toBeGreaterThan(0);
    for (const { id, csl } of answer.hits) {
      const whole = await ok<RecordAnswer>(await call(record.GET, `/api/records/${id}`, {}, { id }));
      expect(whole.record.csl.title).toBe(csl.title);
    }
    expect((await call(search.GET, '/api/search?limit=0')).status).toBe(400);
  });
  it('tells who listens which searches found nothing, and no others', async () => {
    const heard: string[] = [];
    const locals = { ...server.locals, foundNothing: (q: string) => void heard.push(q) };
    for (const q of ['kelp', 'zzyzzx', 'title:zzyzzx'])
      await call(search.GET, `/api/search?q=${encodeURIComponent(q)}`, {}, {}, { locals });
    expect(heard).toEqual(['zzyzzx', 'title:zzyzzx']);
  });
  it('a group’s values: all, those that begin so, and none for a group there is not', async () => {
    const all = await ok<{ values: { value: string; count: number }[]; distinct: number }>(
      await call(values.GET, '/api/values?group=subject&q=kelp'),
    );
    expect(all.values.length).toBeGreaterThan(3);
    expect(all.values.map((v) => v.count)).toEqual(all.values.map((v) => v.count).toSorted((a, b) => b - a));
    const some = await ok<typeof all>(
      await call(values.GET, '/api/values?group=subject&q=kelp&contains=alg'),
    );
    expect(some.values.every((v) => /\balg/i.test(v.value))).toBe(true);
    expect(some.values.length).toBeLessThan(all.values.length);
    for (const bad of ['group=colour', `group=subject&contains=${'x'.repeat(201)}`, 'group=subject&from=1'])
      expect((await call(values.GET, `/api/values?${bad}`)).status, bad).toBe(400);
  });
  it('suggestions: nothing for nothing, something for a beginning, a refusal for what is not asked there', async () => {
    expect(await ok(await call(suggest.GET, '/api/suggest?q=%20'))).toEqual({ suggestions: [] });
    expect(await ok(await call(suggest.GET, `/api/suggest?q=${'k'.repeat(300)}`))).toEqual({
      suggestions: [],
    });
    const { suggestions } = await ok<{ suggestions: { text: string }[] }>(
      await call(suggest.GET, '/api/suggest?q=kelp'),
    );
    expect(suggestions.some((s) => /kelp/i.test(s.text))).toBe(true);
    for (const [route, path] of [
      [suggest.GET, '/api/suggest?q=kelp&max=3'],
      [journals.GET, '/api/journals?q=food&toString=1'],
      [guidance.GET, '/api/guidance?all=1'],
      [library.GET, '/api/library?constructor=1'],
    ] as const) {
      const refused = await call(route, path);
      expect([path, refused.status, ((await refused.json()) as { parameter: string }).parameter]).toEqual([
        path,
        400,
        expect.stringMatching(/max|toString|all|constructor/),
      ]);
    }
  });
  it('journals, the library and what else there is to look in', async () => {
    const { journals: found } = await ok<{ journals: { title: string }[] }>(
      await call(journals.GET, '/api/journals?q=food'),
    );
    expect(found.length).toBeGreaterThan(0);
    expect(await ok(await call(library.GET, '/api/library'))).toMatchObject({
      name: server.info.name,
      now: server.info.now,
      movable: true,
    });
    expect(
      (await ok<{ databases: unknown[] }>(await call(guidance.GET, '/api/guidance'))).databases.length,
    ).toBeGreaterThan(5);
  });
  it('a record in every format, by name or by what is accepted; an id or a format there is not is said', async () => {
    const { id, csl } = kelp();
    const types = { csl: 'json', marcxml: 'marcxml', dc: 'xml', ris: 'research-info', bibtex: 'bibtex' };
    for (const [format, type] of Object.entries(types)) {
      const response = await call(record.GET, `/api/records/${id}?format=${format}`, {}, { id });
      expect(response.headers.get('content-type')).toContain(type);
      expect(await response.text(), format).toContain(csl.title.slice(0, 12));
    }
    const byAccept = await call(
      record.GET,
      `/api/records/${id}`,
      { headers: { accept: 'application/marcxml+xml' } },
      { id },
    );
    expect(await parsed(byAccept)).toHaveProperty('record');
    expect((await call(record.GET, `/api/records/${id}?format=word`, {}, { id })).status).toBe(400);
    expect((await call(record.GET, `/api/records/${id}?style=apa`, {}, { id })).status).toBe(400);
    for (const wrong of ['tu999999', 'x'.repeat(500)])
      expect((await call(record.GET, '/api/records/x', {}, { id: wrong })).status).toBe(404);
  });
});

describe('for other programs', () => {
  it('SRU explains itself, finds what a search finds, and says what it can’t read', async () => {
    const explained = await parsed(await call(sru.GET, '/sru'));
    expect(JSON.stringify(explained)).toContain('marcxml');
    // Every name that explain tells is a name that can be asked by.
    const names = [...(await (await call(sru.GET, '/sru')).text()).matchAll(/<name set="(\w+)">([^<]+)</g)];
    expect(names.map(([, set]) => set)).toEqual(expect.arrayContaining(['dc', 'bib', 'bath', 'rec']));
    for (const [, set, name] of names) {
      const refused = await (await call(sru.GET, `/sru?query=${set}.${name}%3D1`)).text();
      expect(refused, `${set}.${name}`).not.toMatch(/diagnostic\/1\/1[56]\b/);
    }
    const answered = (await parsed(
      await call(sru.GET, '/sru?query=title%3Dkelp&maximumRecords=3&recordSchema=marcxml'),
    )) as Record<string, { numberOfRecords: string; records: { record: unknown[] } }>;
    const said = answered.searchRetrieveResponse;
    const cql = { ...NEW_SEARCH, q: 'title=kelp', syntax: 'cql' as const, drop: {} };
    expect(Number(said?.numberOfRecords)).toBe(
      (await server.service.search(asked(cql), moment(), { offset: 0, limit: 1 })).total,
    );
    expect(said?.records.record).toHaveLength(Math.min(3, Number(said?.numberOfRecords)));
    const wrong = await (await call(sru.GET, '/sru?query=kelp%20and')).text();
    expect(wrong).toContain('info:srw/diagnostic/1/10');
  });
  it('an Atom feed of a search is well-formed and has its latest; the description’s address is a search that works', async () => {
    const feed = (await parsed(await call(atom.GET, '/feeds/search.atom?q=kelp'))) as Record<
      string,
      { entry: unknown[]; title: string }
    >;
    expect(feed.feed?.title).toContain('kelp');
    expect(feed.feed?.entry.length).toBeGreaterThan(1);
    expect((await call(atom.GET, '/feeds/search.atom?sort=best')).status).toBe(400);
    const text = await (await call(openSearch.GET, '/opensearch.xml')).text();
    const template =
      /template="([^"]*\?q=\{searchTerms\}[^"]*)"/.exec(text)?.[1]?.replaceAll('&amp;', '&') ?? '';
    const filled = new URL(template.replace('{searchTerms}', encodeURIComponent('kelp & dulse')));
    expect((await call(search.GET, `/api/search?${filled.searchParams}`)).status).toBe(200);
  });
  it('an OpenURL leads to the record, or to a slip that has all of it; one that says nothing is refused', async () => {
    const { id, csl } = kelp();
    const known = await call(openUrl.GET, `/openurl?ctx_ver=Z39.88-2004&rft_id=info:doi/${csl.DOI}`);
    expect([known.status, known.headers.get('location')]).toEqual([302, `/records/${id}`]);
    const strange =
      'rft_val_fmt=info:ofi/fmt:kev:mtx:book&rft.btitle=Tides+Nobody+Wrote&rft.aulast=Ovesen&rft.date=1971';
    const unknown = await call(openUrl.GET, `/openurl?${strange}`);
    const to = new URL(unknown.headers.get('location') ?? '', 'http://x');
    expect([to.pathname, to.searchParams.get('rft.btitle'), to.searchParams.get('rft.aulast')]).toEqual([
      '/requests/new',
      'Tides Nobody Wrote',
      'Ovesen',
    ]);
    const told = await call(openUrl.GET, `/openurl?${strange}`, { headers: { accept: 'application/json' } });
    expect(await ok(told)).toMatchObject({ csl: { title: 'Tides Nobody Wrote' }, match: null });
    expect((await call(openUrl.GET, '/openurl?rft.spage=3')).status).toBe(400);
    const many = Array.from({ length: 500 }, (_, i) => `rft.x${i}=1`).join('&');
    expect((await call(openUrl.GET, `/openurl?${many}`)).status).toBe(400);
  });
  it('references that were read already are matched, in their order', async () => {
    const { id, csl } = kelp();
    const strange = { type: 'book', title: 'A book that nobody has ever catalogued anywhere' };
    const items = [strange, { type: csl.type, title: csl.title, author: csl.author, issued: csl.issued }];
    const found = await ok<{ match: { id: string } | null }[]>(
      await post(resolve.POST, { items, moment: moment() }),
    );
    expect(found.map((f) => f.match?.id ?? null)).toEqual([null, id]);
  });
});

describe('from ways to a slip to what comes back', () => {
  const loan = () => storyItemTitled('The nori century').record;
  const draft = (): Slip =>
    newSlip({
      id: 'E-0001-endpoint',
      record: loan(),
      reader: READERS[0] as Reader,
      wanted: 'loan',
      route: 'ill-loan',
      from: 'lending',
      needBy: '',
      now: server.info.now,
    });
  it('kept things are looked up together: when, and on which shelf', async () => {
    const { id } = kelp();
    const book = storyItemTitled('The edible shore').record;
    const described = { type: 'book', title: 'Tides Nobody Wrote', author: [{ family: 'Ovesen' }] };
    const things = [{ record: id }, { record: book.id }, { csl: described }, { record: 'nowhere' }];
    const answer = await ok<(KeptAnswer | null)[]>(await post(keptThings.POST, { things, moment: moment() }));
    expect(answer.map((a) => a?.csl?.id ?? null)).toEqual([id, book.id, null, null]);
    const one = await ok<WaysAnswer>(await post(ways.POST, { record: id, moment: moment() }));
    expect(answer[0]?.wait.class).toBe(one.wait.class);
    expect(answer[0]?.ready).toEqual(one.best?.ready);
    expect(answer[1]?.shelves.map((s) => s.callNumber)).toEqual(
      (book.copies ?? []).filter((c) => c.status.state === 'in').map((c) => c.callNumber),
    );
    expect(answer[2]?.best).not.toBeNull();
    expect(answer[3]).toBeNull();
    expect((await post(keptThings.POST, { things: [{}], moment: moment() })).status).toBe(400);
    expect(
      (await post(keptThings.POST, { things: [{ record: id, csl: described }], moment: moment() })).status,
    ).toBe(400);
  });
  it('a plan keeps to its limits, and gives what else would come for what nothing brings', async () => {
    const { hits } = await ok<SearchAnswer>(await call(search.GET, '/api/search?q=seaweed&limit=25'));
    const things = hits.map((h) => ({ record: h.id }));
    const asked = { things, moment: moment(), needBy: '2026-11-13', slips: 2 };
    const poor = await ok<PlanAnswer>(await post(plan.POST, { ...asked, cents: 0 }));
    const rich = await ok<PlanAnswer>(await post(plan.POST, { ...asked, cents: null, slips: 40 }));
    expect([poor.cents, poor.slips <= 2, poor.exact]).toEqual([0, true, true]);
    expect(rich.inTime).toBeGreaterThanOrEqual(poor.inTime);
    expect(poor.chosen).toHaveLength(things.length);
    for (const c of [...poor.chosen, ...rich.chosen]) expect(c.way === null).toBe(c.leftOut !== null);
    const taken = rich.chosen.flatMap((c) => c.way ?? []);
    expect(taken.reduce((sum, w) => sum + w.price, 0)).toBe(rich.cents);
    expect(taken.filter((w) => w.action.do === 'slip')).toHaveLength(rich.slips);
    expect((await post(plan.POST, { ...asked, cents: 0, needBy: 'soon' })).status).toBe(400);
  });
  it('ways of a record and of something described; what is neither is refused', async () => {
    const own = await ok<{ ways: { title: string }[]; wait: object }>(
      await post(ways.POST, { record: kelp().id, moment: moment() }),
    );
    expect(own.ways.length).toBeGreaterThan(0);
    const described = { type: 'book', title: 'Tides Nobody Wrote', author: [{ family: 'Ovesen' }] };
    expect(
      (await ok<typeof own>(await post(ways.POST, { csl: described, moment: moment() }))).ways.length,
    ).toBeGreaterThan(0);
    expect((await post(ways.POST, { record: 'tu999999', moment: moment() })).status).toBe(404);
    expect((await post(ways.POST, { moment: moment() })).status).toBe(400);
  });
  it('a slip is promised, sent, told about as time goes on, and withdrawn or not by its state', async () => {
    const slip = draft();
    const history = { journalThisYear: 0, sameIssue: 0, sameBookCopies: 0 };
    const said = await ok<SlipPromise>(await post(promise.POST, { slip, moment: moment(), history }));
    expect(said.median && said.likely && said.likely >= said.median).toBe(true);
    const out = await ok<{ documents: string[]; promised: Promised }>(
      await post(slips.POST, { slip, moment: moment() }),
    );
    expect(out.documents).toHaveLength(2);
    for (const text of out.documents)
      expect([XMLValidator.validate(text), text.includes(slip.id)]).toEqual([true, true]);
    expect(out.promised).toMatchObject({ median: said.median, total: said.total });
    // The same slip handed in again is the same request.
    expect(await ok(await post(slips.POST, { slip, moment: moment() }))).toEqual(out);

    const kept = {
      median: said.median as string,
      likely: said.likely as string,
      chance: said.chance,
      lines: said.lines,
      total: said.total,
    };
    const under = markSent(
      putInOutgoing(slip, { ...kept, mediated: said.mediated }, server.info.now),
      server.info.now,
    );
    let before: readonly HeardMessage[] = [];
    for (const day of ['2026-11-02', '2026-11-06', '2026-11-13', '2026-11-27']) {
      const when = moment(`${day}T18:00`);
      const [about] = await ok<{ slip: string; messages: HeardMessage[] }[]>(
        await post(news.POST, { slips: [under], moment: when }),
      );
      expect(about?.slip).toBe(slip.id);
      // What was said stays said.
      expect(about?.messages.slice(0, before.length)).toEqual(before);
      for (const m of about?.messages ?? [])
        expect([XMLValidator.validate(m.xml ?? ''), m.requestId, m.supplierName !== '']).toEqual([
          true,
          slip.id,
          true,
        ]);
      before = about?.messages ?? [];
    }
    expect(before.length).toBeGreaterThan(2);
    const withdrawn = await post(act.POST, {
      slip: under,
      act: 'cancel',
      text: 'Found it.',
      moment: moment('2026-11-02T09:20'),
    });
    expect((await ok<{ documents: string[] }>(withdrawn)).documents[0]).toContain('<action>Cancel</action>');
    const late = await post(act.POST, {
      slip: under,
      act: 'cancel',
      text: '',
      moment: moment('2026-11-27T18:00'),
    });
    expect(await late.json()).toMatchObject({
      status: 409,
      detail: expect.stringContaining('can’t be withdrawn'),
    });
    const back = { ...under, state: 'returned' };
    expect((await post(act.POST, { slip: back, act: 'renew', text: '', moment: moment() })).status).toBe(409);
  });
  it('a slip with something missing is refused by its field', async () => {
    const slip = draft();
    const response = await post(slips.POST, {
      slip: { ...slip, item: { ...slip.item, title: ' ' } },
      moment: moment(),
    });
    expect(response.status).toBe(400);
    expect(await response.json()).toMatchObject({
      parameter: 'item.title',
      detail: expect.stringContaining('Title is missing'),
    });
    // A space too many, as pasting leaves it, is no fault.
    const spaced = { ...slip, item: { ...slip.item, title: `${slip.item.title} ` } };
    expect((await post(slips.POST, { slip: spaced, moment: moment() })).status).toBe(200);
  });
  it('a suggestion or a question goes to our own desk, not out as a loan', async () => {
    for (const wanted of ['purchase', 'question'] as const) {
      const way =
        wanted === 'purchase'
          ? { route: 'purchase' as const, from: 'acquisitions' }
          : { route: 'question' as const, from: 'ask' };
      const slip = { ...draft(), wanted, ...way, note: 'Please.', id: `S-own-${wanted}` };
      const out = await ok<{ documents: string[]; promised: Promised }>(
        await post(slips.POST, { slip, moment: moment() }),
      );
      expect(out.documents).toEqual([]);
      const under = markSent(putInOutgoing(slip, out.promised, server.info.now), server.info.now);
      const [about] = await ok<{ messages: HeardMessage[] }[]>(
        await post(news.POST, { slips: [under], moment: moment('2026-12-01T18:00') }),
      );
      expect(about?.messages.length).toBeGreaterThan(0);
      expect(about?.messages.every((m) => m.xml === undefined)).toBe(true);
      expect(
        (
          await ok<{ documents: string[] }>(
            await post(act.POST, { slip: under, act: 'note', text: 'Thanks', moment: moment() }),
          )
        ).documents,
      ).toEqual([]);
    }
  });
  it('what the rules refuse, what has become dearer, too late or closed is not sent, whatever the slip says', async () => {
    const slip = draft();
    const now = await ok<SlipPromise>(
      await post(promise.POST, { slip, moment: moment(), history: NO_HISTORY }),
    );
    const agreed = {
      median: now.median,
      likely: now.likely,
      chance: now.chance,
      lines: now.lines,
      total: now.total,
    } as Promised;
    const send = async (more: Partial<Slip>, history: object = NO_HISTORY) => {
      const response = await post(slips.POST, { slip: { ...slip, ...more }, moment: moment(), history });
      return {
        status: response.status,
        body: (await response.json()) as { code?: string; detail?: string; promise?: SlipPromise },
      };
    };
    expect((await send({ promised: agreed })).status).toBe(200);
    const refused = await send({ promised: agreed }, { ...NO_HISTORY, open: 1000 });
    expect([refused.status, refused.body.code]).toEqual([409, 'rule']);
    const dearer = await send({ promised: { ...agreed, total: agreed.total - 1 } });
    expect([dearer.status, dearer.body.code, dearer.body.promise?.total]).toEqual([
      409,
      'price',
      agreed.total,
    ]);
    expect(dearer.body.detail).toContain('\u00a0cr');
    const late = await send({ promised: { ...agreed, likely: '2026-11-02T18:00' }, needBy: '2026-11-02' });
    expect([late.status, late.body.code]).toEqual([409, 'late']);
    const closed = await send({ promised: agreed, from: 'nowhere' });
    expect([closed.status, closed.body.code]).toEqual([409, 'way']);
    const limit = await send({ promised: agreed, limit: '0' });
    expect([limit.status, agreed.total > 0 ? limit.body.code : 'rule']).toEqual([
      agreed.total > 0 ? 409 : 200,
      'rule',
    ]);
  });
  it('numbers, nothing and lists where text belongs are refused by their field, at every door for slips', async () => {
    const slip = draft();
    const odd: readonly object[] = [
      { note: 5 },
      { limit: null },
      { item: { ...slip.item, title: ['T'] } },
      { item: { ...slip.item, kind: 'constructor' } },
      { delivery: { to: 'post', address: 7 } },
      { delivery: { to: 'toString' } },
      { messages: [{ id: 'x', time: '2026-11-02T09:10', event: { a: 1 } }] },
      { route: '__proto__' },
      { promised: { lines: 'none' } },
      { sent: 'yesterday' },
    ];
    for (const more of odd) {
      const bad = { ...slip, ...more };
      const responses = [
        await post(promise.POST, { slip: bad, moment: moment(), history: NO_HISTORY }),
        await post(slips.POST, { slip: bad, moment: moment() }),
        await post(act.POST, { slip: { ...bad, state: 'sent' }, act: 'cancel', text: '', moment: moment() }),
        await post(news.POST, { slips: [bad], moment: moment() }),
      ];
      for (const r of responses)
        expect([JSON.stringify(more), r.status, r.headers.get('content-type')]).toEqual([
          JSON.stringify(more),
          400,
          'application/problem+json',
        ]);
    }
    for (const event of ['toString', 'constructor'])
      expect(
        (
          await post(act.POST, {
            slip: { ...slip, state: 'sent', messages: [] },
            act: event,
            text: '',
            moment: moment(),
          })
        ).status,
      ).toBe(400);
  });
  it('the ask desk answers in its hours and no sooner', async () => {
    const question = { id: 'Q-000001', kind: 'question', subject: 'kelp', asked: '2026-11-02T09:10' };
    const at = async (when: string) =>
      ok<unknown[]>(await post(ask.POST, { questions: [question], moment: moment(when) }));
    expect(await at('2026-11-02T09:11')).toEqual([]);
    expect(await at('2026-11-09T09:11')).toHaveLength(1);
  });
});

describe('an address that was printed', () => {
  it('is the same search at every endpoint that takes one', async () => {
    const params = printRequest({
      ...NEW_SEARCH,
      q: 'kelp',
      keep: { kind: ['research-article'] },
      from: 1990,
    });
    const { total } = await ok<SearchAnswer>(await call(search.GET, `/api/search?${params}`));
    const kinds = await ok<{ values: { value: string; count: number }[] }>(
      await call(values.GET, `/api/values?${params}&group=kind`),
    );
    expect(kinds.values.find((v) => v.value === 'research-article')?.count).toBe(total);
    const feed = (await parsed(await call(atom.GET, `/feeds/search.atom?${params}`))) as Record<
      string,
      { entry?: unknown[] | object }
    >;
    expect([feed.feed?.entry ?? []].flat()).toHaveLength(Math.min(50, total));
  });
});
