// @vitest-environment happy-dom
/**
 * A slip from the first keystroke to the network, in its own view, with the index and the rules of the demo
 * behind it.
 */

import { inWords } from '../../words/inWords';
import { stateLabel } from '../../words/labels';
import 'fake-indexeddb/auto';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { follow, hereAt, INFO, show } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { moment, promiseNow, timelineOf, worldOf } from '../../../tests/fixtures/world';
import * as client from '../../browser/client';
import { readSettings } from '../../browser/settings';
import { slipsOf } from '../../browser/slipRows';
import { theStore } from '../../browser/store';
import type { Reader } from '../../core/model/reader';
import type { Promised, Slip } from '../../core/model/slip';
import { applyMessage, markSent, putInOutgoing } from '../../core/requests/lifecycle';
import { promisedFrom } from '../../core/requests/promise';
import { newSlip } from '../../core/requests/slip';
import { READERS } from '../../demo/library';
import type { SlipPromise } from '../../words/answers';
import { Tracks } from '../requests/Tracks';
import { Field } from './Field';
import { begin } from './NewSlip';
import { PromisePane } from './PromisePane';
import { SentSlip } from './SentSlip';
import { SlipEditor } from './SlipEditor';
import '../../words/spoken';

const [FIRST, NEW] = [READERS.find((r) => r.registered), READERS.find((r) => !r.registered)] as [
  Reader,
  Reader,
];
const world = worldOf(400);
beforeEach(() => {
  const service = world.said;
  vi.spyOn(client, 'getRecord').mockImplementation(async (id) => (await service.record(id)) as never);
  vi.spyOn(client, 'getPromise').mockImplementation(
    async (slip, at, history) => (await service.promise(slip, at, history)) as never,
  );
  vi.spyOn(client, 'getWays').mockImplementation(
    async (asked, at, need) => (await service.ways(asked, at, need)) as never,
  );
  vi.spyOn(client, 'getJournals').mockImplementation(
    async (q, campus) => (await service.journals(q, campus, 5)) as never,
  );
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

let made = 0;
const slipFor = (title: string, more: Partial<Slip> = {}, reader = FIRST): Slip => ({
  ...newSlip({
    id: `E-view-${++made}`,
    record: storyItemTitled(title).record,
    reader,
    wanted: more.wanted ?? 'loan',
    route: more.route ?? 'ill-loan',
    from: more.from ?? 'lending',
    needBy: '',
    now: INFO.now,
  }),
  ...more,
});
const promiseFor = (slip: Slip): SlipPromise => inWords(promiseNow(world.service, slip));
const nothing = () => {};
const pane = (slip: Slip, more: Partial<Parameters<typeof PromisePane>[0]> = {}) =>
  show(
    <PromisePane
      promise={promiseFor(slip)}
      slip={slip}
      duplicate={null}
      faults={[]}
      going={null}
      use={nothing}
      send={nothing}
      later={nothing}
      {...more}
    />,
  );
const sendButton = () => screen.getByRole('button', { name: /^Send/ }) as HTMLButtonElement;

describe('the promise', () => {
  it('says when, for how much, who is asked and under which rules', () => {
    const slip = slipFor('The nori century');
    const p = promiseFor(slip);
    pane(slip);
    expect(screen.getAllByText(/very likely by/).length).toBeGreaterThan(0);
    expect(screen.getByText(`${p.rules[0]?.text}`, { exact: false })).toBeTruthy();
    const asked = screen
      .getByRole('heading', { name: 'Who will be asked' })
      .closest('section') as HTMLElement;
    expect(within(asked).getAllByRole('listitem')).toHaveLength(p.asked.length);
    expect(sendButton().disabled).toBe(false);
  });
  it('counts the days before or after the one it is needed', () => {
    const slip = slipFor('The nori century');
    const likely = (promiseFor(slip).likely as string).slice(0, 10);
    pane({ ...slip, needBy: likely });
    expect(screen.getByText(/the day you need it/)).toBeTruthy();
    cleanup();
    pane({ ...slip, needBy: '2026-11-04' });
    expect(screen.getByText(/days after you need it/)).toBeTruthy();
  });
  it('is not sent twice, nor against a rule that refuses, nor without a date', () => {
    const slip = slipFor('The nori century');
    pane(slip, { duplicate: { ...slip, id: 'E-earlier', created: '2026-10-30T10:00' } });
    expect(sendButton().disabled).toBe(true);
    expect(screen.getByRole('alert').textContent).toContain('Fri 30 Oct');
    cleanup();
    const promise = { ...promiseFor(slip), median: null };
    pane(slip, { promise });
    expect(sendButton().disabled).toBe(true);
    cleanup();
    const refuses = {
      ...promiseFor(slip),
      rules: [{ rule: 'x', weight: 'refuse' as const, text: 'Not this one.' }],
    };
    pane(slip, { promise: refuses as SlipPromise });
    expect([sendButton().disabled, screen.getByText('Not this one.', { exact: false }) !== null]).toEqual([
      true,
      true,
    ]);
  });
  it('offers what is sooner, and takes it', () => {
    const taken: unknown[] = [];
    const slip = slipFor('Nori, dulse, kelp');
    const p = promiseFor(slip);
    expect(p.better).not.toBeNull();
    pane(slip, { use: (...way) => taken.push(way) });
    const take = screen.queryByRole('button', { name: 'Take that instead' });
    if (p.better?.href || !p.better?.route) expect(take).toBeNull();
    else {
      fireEvent.click(take as HTMLElement);
      expect(taken).toEqual([[p.better.route, p.better.from]]);
    }
  });
});

describe('a field', () => {
  it('is one line however it is pasted, and tells its fault instead of its hint', () => {
    const had = follow('Kelp', (value, change) => (
      <Field id="f-x" label="Title" value={value} change={change} hint="as on the page" />
    ));
    const box = screen.getByLabelText('Title');
    expect(box.getAttribute('aria-describedby')).toBe('f-x-hint');
    fireEvent.change(box, { target: { value: 'Kelp on\nthe plate' } });
    expect(had.at(-1)).toBe('Kelp on the plate');
    cleanup();
    show(
      <Field
        id="f-y"
        label="Year"
        value="20"
        change={nothing}
        hint="four digits"
        fault="Year is not a year."
        mono
      />,
    );
    const year = screen.getByLabelText('Year');
    expect([year.getAttribute('aria-invalid'), year.getAttribute('aria-describedby')]).toEqual([
      'true',
      'f-y-fault',
    ]);
    expect(screen.queryByText('four digits')).toBeNull();
  });
});

describe('the editor', () => {
  const edit = (slip: Slip, reader = FIRST, others: readonly Slip[] = []) =>
    show(
      <QueryClientProvider client={new QueryClient()}>
        <SlipEditor kept={slip} />
      </QueryClientProvider>,
      hereAt(INFO.now, others, reader),
    );
  const kept = async (id: string) => (await slipsOf(theStore(), FIRST.id)).find((s) => s.id === id);
  it('comes filled, keeps every keystroke, and fills again what was spoilt', async () => {
    const slip = slipFor('The nori century');
    edit(slip);
    const title = screen.getByLabelText('Title') as HTMLTextAreaElement;
    expect(title.value).toBe(slip.item.title);
    fireEvent.change(title, { target: { value: 'Something else' } });
    await waitFor(async () => expect((await kept(slip.id))?.item.title).toBe('Something else'));
    await screen.findByRole('heading', { name: 'Promise' });
    fireEvent.click(screen.getByRole('button', { name: 'Fill in again' }));
    expect((screen.getByLabelText('Title') as HTMLTextAreaElement).value).toBe(slip.item.title);
  });
  it('says what is missing and keeps the rest; mended, it goes out once', async () => {
    const sent = vi
      .spyOn(client, 'sendSlip')
      .mockRejectedValue(new client.AskError('offline', 'The library can’t be reached.'));
    const slip = slipFor('The nori century', { item: { ...slipFor('The nori century').item, title: '' } });
    edit(slip);
    await screen.findByRole('heading', { name: 'Promise' });
    fireEvent.click(sendButton());
    expect((await screen.findByRole('alert')).textContent).toContain('Title is missing');
    expect(sent).not.toHaveBeenCalled();
    fireEvent.change(screen.getByLabelText('Title'), { target: { value: 'The nori century' } });
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
    await waitFor(() => expect(sendButton().disabled).toBe(false));
    fireEvent.click(sendButton());
    // Not reached: it waits in Outgoing with its promise, and nothing is lost.
    await waitFor(async () => expect((await kept(slip.id))?.state).toBe('outgoing'));
    await waitFor(() => expect(sent).toHaveBeenCalledTimes(1));
    await waitFor(async () =>
      expect(await kept(slip.id)).toMatchObject({
        state: 'outgoing',
        promised: { median: expect.any(String) },
      }),
    );
  });
  it('asks a new reader once to register, before anything goes', async () => {
    const slip = slipFor('The nori century', {}, NEW);
    edit(slip, NEW);
    await screen.findByRole('heading', { name: 'Promise' });
    fireEvent.click(sendButton());
    const said = (await screen.findByRole('alert')).textContent ?? '';
    expect(said).toContain('Agree to be registered');
    fireEvent.click(screen.getByLabelText(/Register me for interlibrary loan/));
    fireEvent.change(screen.getByLabelText('Address'), { target: { value: '4 Mole Row, Quayside' } });
    fireEvent.change(screen.getByLabelText('E-mail'), { target: { value: 'tove' } });
    await screen.findAllByText(/E-mail is not an address/);
    fireEvent.change(screen.getByLabelText('E-mail'), { target: { value: 'tove@reader.example' } });
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
    await waitFor(async () =>
      expect((await readSettings(theStore())).registering[NEW.id]).toEqual({
        email: 'tove@reader.example',
        address: '4 Mole Row, Quayside',
        agreed: true,
      }),
    );
  });
  it('what is asked for already is not asked for again', async () => {
    const slip = slipFor('The nori century');
    const p = promiseFor(slip);
    const promised = promisedFrom(p) as Promised;
    const earlier = markSent(putInOutgoing({ ...slip, id: 'E-before' }, promised, INFO.now), INFO.now);
    edit(slip, FIRST, [earlier]);
    expect((await screen.findByRole('alert')).textContent).toContain('already asked for this');
    expect(sendButton().disabled).toBe(true);
  });
});

describe('slips under way', () => {
  it('stand on one axis of days, each with its promise in words', () => {
    const slips = ['The nori century', 'Salt, smoke'].map((title) => {
      const slip = slipFor(title, { needBy: '2026-11-13' });
      return markSent(putInOutgoing(slip, promisedFrom(promiseFor(slip)) as Promised, INFO.now), INFO.now);
    });
    show(<Tracks slips={slips} />, hereAt('2026-11-05T12:00', slips));
    expect(screen.getByRole('heading', { name: 'Under way, 2' })).toBeTruthy();
    const rows = screen.getAllByRole('listitem');
    expect(rows).toHaveLength(2);
    for (const row of rows) expect(row.textContent).toMatch(/Promised ≈ .+ Needed by Fri 13 Nov\./);
    // A month later, neither has come: late is said, and nothing stands outside the axis.
    cleanup();
    show(<Tracks slips={slips} />, hereAt('2026-12-18T12:00', slips));
    for (const row of screen.getAllByRole('listitem')) expect(row.textContent).toContain('late');
    for (const part of document.querySelectorAll<HTMLElement>('[data-part][style]')) {
      const [left, width] = [part.style.left, part.style.width].map((v) => Number.parseFloat(v || '0')) as [
        number,
        number,
      ];
      expect([left >= 0, left + width <= 100.01]).toEqual([true, true]);
    }
  });
});

describe('a slip that has left', () => {
  const sentSlip = (more: Partial<Slip> = {}): Slip => {
    const slip = slipFor('The nori century', { needBy: '2026-12-01', reference: 'Seminar 3', ...more });
    return markSent(putInOutgoing(slip, promisedFrom(promiseFor(slip)) as Promised, INFO.now), INFO.now);
  };
  it('says how it stands, what was promised, where it goes and what was said', async () => {
    const slip = sentSlip();
    const told = (
      (await timelineOf(world.service, { ...slip, sent: INFO.now }, moment()))?.messages ?? []
    ).reduce((s, m) => applyMessage(s, m), slip);
    show(<SentSlip slip={told} />, hereAt('2026-11-06T12:00', [told]));
    expect(screen.getByText(stateLabel(told.state))).toBeTruthy();
    expect(screen.getAllByRole('listitem').filter((li) => li.hasAttribute('data-by'))).toHaveLength(
      told.messages.length,
    );
    const facts = [...document.querySelectorAll('dl div')].map((d) => d.textContent);
    expect(facts).toEqual(expect.arrayContaining(['ForSeminar 3', `Slip${slip.id}`, 'SentMon 2 Nov 09:10']));
    expect(screen.getByText(/you need it by Tue 1 Dec/)).toBeTruthy();
  });
  it('shows all that was asked: edition, speed, limit, note; what was left empty is left out', () => {
    const asked = { note: 'With the maps, please.', editions: 'this', speed: 'fast', limit: '12' } as const;
    const slip = { ...sentSlip(), ...asked };
    show(<SentSlip slip={slip} />, hereAt('2026-11-03T12:00', [slip]));
    const facts = [...document.querySelectorAll('dl div')].map((d) => d.textContent);
    expect(facts).toEqual(
      expect.arrayContaining([
        'Which editionThis edition only',
        'SpeedFast',
        'Not more than12 cr',
        'Note to the libraryWith the maps, please.',
        'Need byTue 1 Dec',
      ]),
    );
    expect(document.body.textContent).not.toContain('Chapter wanted');
  });
  it('overdue: by how many days, and no promise is held against it any more', () => {
    const slip = { ...sentSlip(), state: 'overdue' as const, due: '2026-11-20' };
    show(<SentSlip slip={slip} />, hereAt('2026-11-23T12:00', [slip]));
    expect(screen.getByText(/Due Fri 20 Nov, \d+ days? ago\./)).toBeTruthy();
    expect(screen.queryByText('too late')).toBeNull();
  });
  it('a note goes to the desk; without a network it waits, and says so', async () => {
    const tell = vi
      .spyOn(client, 'tellNetwork')
      .mockRejectedValue(new client.AskError('offline', 'The library can’t be reached.'));
    const slip = sentSlip();
    await theStore().slips.put(slip);
    show(<SentSlip slip={slip} />, hereAt('2026-11-03T12:00', [slip]));
    const box = screen.getByLabelText(/Write to the desk/) as HTMLTextAreaElement;
    const send = screen.getByRole('button', { name: 'Send the note' }) as HTMLButtonElement;
    fireEvent.change(box, { target: { value: '   ' } });
    expect(send.disabled).toBe(true);
    fireEvent.change(box, { target: { value: 'Any edition will do.' } });
    fireEvent.click(send);
    await waitFor(() => expect(tell).toHaveBeenCalledTimes(1));
    expect(await screen.findByText('Waits for the network: Note to the desk')).toBeDefined();
    expect(box.value).toBe('');
  });
});

describe('a slip is begun', () => {
  const at = (search: string, slips: readonly Slip[] = []) => begin(search, FIRST, moment(), slips);
  const kept = async (address: string) =>
    (await slipsOf(theStore(), FIRST.id)).find((s) => address === `/requests/${s.id}`);
  const record = storyItemTitled('Salt, smoke, weed').record.id;
  it('for a record by its soonest way, and kept before the page is left', async () => {
    const slip = await kept(await at(`?record=${record}&need=2026-11-30`));
    const first = (await world.said.ways(record, moment(), '2026-11-30'))?.ways.find(
      (w) => w.action.do === 'slip' && w.setsWait,
    );
    expect({ do: 'slip', route: slip?.route, from: slip?.from }).toEqual(first?.action);
    expect(slip).toMatchObject({ record, needBy: '2026-11-30', state: 'draft' });
    expect(await at(`?record=${record}`, [slip as Slip])).toBe(`/requests/${slip?.id}`);
  });
  it('from a journal’s number, with its title filled in', async () => {
    const journal = (await world.said.journals('Annals of Island Nutrition', FIRST.campus, 1)).journals[0];
    const slip = await kept(await at(`?journal=${journal?.issn.slice(0, 9)}`));
    expect(slip).toMatchObject({
      wanted: 'article',
      item: { container: journal?.title, issn: journal?.issn.slice(0, 9) },
    });
  });
  it('by hand where the address says nothing', async () => {
    expect(await kept(await at(''))).toMatchObject({ record: '', wanted: 'loan', item: { title: '' } });
  });
  it('an id that is not there comes to nothing, and says why', async () => {
    vi.mocked(client.getRecord).mockRejectedValue(
      new client.AskError('refused', 'There is no record tu9.', 'id'),
    );
    await expect(at('?record=tu9')).rejects.toThrow('There is no record tu9.');
  });
});
