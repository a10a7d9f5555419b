// @vitest-environment happy-dom
/**
 * Requests over a reader's own store: every slip in one place, looked over and sent together, and nothing
 * lost when some can't go.
 */

import { inWords } from '../../words/inWords';
import { stateLabel } from '../../words/labels';
import 'fake-indexeddb/auto';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import Dexie from 'dexie';
import { useLiveQuery } from 'dexie-react-hooks';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { hereAt, INFO, show } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { moment, promiseNow, timelineOf, worldOf } from '../../../tests/fixtures/world';
import * as client from '../../browser/client';
import { slipsOf } from '../../browser/slipRows';
import { keepDraft, slipById } from '../../browser/slips';
import { theStore } from '../../browser/store';
import type { Reader } from '../../core/model/reader';
import type { Promised, Slip } from '../../core/model/slip';
import type { SlipState } from '../../core/model/slipStates';
import { isOnLoan, STATES } from '../../core/model/slipStates';
import {
  act,
  applyMessage,
  applyNotice,
  canDo,
  markSent,
  putInOutgoing,
} from '../../core/requests/lifecycle';
import { promisedFrom } from '../../core/requests/promise';
import { newSlip } from '../../core/requests/slip';
import { READERS } from '../../demo/library';
import type { SlipPromise } from '../../words/answers';
import { sayMoney } from '../../words/say';
import { SlipActs } from '../slip/SlipActs';
import { Inbox } from './Inbox';
import { Outgoing } from './Outgoing';
import RequestsView from './RequestsView';
import '../../words/spoken';

const READER = READERS.find((r) => r.registered) as Reader;
const world = worldOf(400);
const promiseFor = (slip: Slip): SlipPromise => inWords(promiseNow(world.service, slip));
beforeEach(() => {
  vi.spyOn(client, 'getPromise').mockImplementation(
    async (slip, at, history) => (await world.said.promise(slip, at, history)) as never,
  );
});
afterEach(async () => {
  cleanup();
  vi.restoreAllMocks();
  await theStore().slips.clear();
});

let made = 0;
const draft = (title: string): Slip =>
  newSlip({
    id: `E-out-${++made}`,
    record: storyItemTitled(title).record,
    reader: READER,
    wanted: 'loan',
    route: 'ill-loan',
    from: 'lending',
    needBy: '',
    now: INFO.now,
  });
const promised = (slip: Slip): Promised => promisedFrom(promiseFor(slip)) as Promised;
const outgoing = (title: string): Slip => {
  const slip = draft(title);
  return putInOutgoing(slip, promised(slip), INFO.now);
};
/** Outgoing as the page has it, following the store. */
function Live() {
  const slips = useLiveQuery(() => slipsOf(theStore(), READER.id)) ?? [];
  return <Outgoing slips={slips.filter((s) => s.state === 'outgoing' || s.state === 'draft')} all={slips} />;
}
async function showOutgoing(...slips: readonly Slip[]): Promise<void> {
  await theStore().slips.bulkPut([...slips]);
  show(
    <QueryClientProvider client={new QueryClient()}>
      <Live />
    </QueryClientProvider>,
    hereAt(INFO.now, slips, READER),
  );
  await screen.findByRole('heading', { name: `Outgoing, ${slips.length}` });
}
const send = () => screen.getByRole('button', { name: /^Send/ }) as HTMLButtonElement;
const confirm = (): Awaited<ReturnType<typeof client.sendSlip>> => ({
  documents: ['<x/>', '<x/>'],
  promised: null,
});

describe('outgoing', () => {
  it('sums up what goes; what is unticked stays', async () => {
    const [a, b] = [outgoing('The nori century'), outgoing('Salt, smoke')] as const;
    const sent = vi.spyOn(client, 'sendSlip').mockImplementation(async () => confirm());
    await showOutgoing(a, b);
    const both = promised(a).total + promised(b).total;
    await waitFor(() =>
      expect(send().textContent).toBe(
        `Send all 2, ${both > 0 ? `you pay ${sayMoney(both, INFO.policy.currency.sign)}` : 'you pay nothing'}`,
      ),
    );
    fireEvent.click(screen.getByRole('checkbox', { name: `Send ${b.item.title}` }));
    await waitFor(() => expect(send().textContent).toContain('Send it'));
    fireEvent.click(send());
    await screen.findByText('1 sent.');
    expect(sent.mock.calls.map(([slip]) => slip.id)).toEqual([a.id]);
    expect((await slipById(theStore(), b.id))?.state).toBe('outgoing');
    expect((await slipById(theStore(), a.id))?.state).not.toBe('outgoing');
  });
  it('of two for the same thing the second does not go, and says why', async () => {
    const [a, b] = [outgoing('The nori century'), outgoing('The nori century')] as const;
    await showOutgoing(a, b);
    const row = (await screen.findByText('You have an open slip for the same thing.')).closest(
      'li',
    ) as HTMLElement;
    expect((within(row).getByRole('checkbox') as HTMLInputElement).disabled).toBe(true);
    expect(within(row).getByRole('link', { name: 'See it' }).getAttribute('href')).toBe(`/requests/${a.id}`);
  });
  it('one that is refused stays with its reason; the others go', async () => {
    const [a, b] = [outgoing('The nori century'), outgoing('Salt, smoke')] as const;
    vi.spyOn(client, 'sendSlip').mockImplementation(async (slip) => {
      if (slip.id === a.id) throw new client.AskError('refused', 'The desk is closed for this.');
      return confirm();
    });
    await showOutgoing(a, b);
    await waitFor(() => expect(send().disabled).toBe(false));
    await waitFor(() => expect(send().textContent).toContain('all 2'));
    fireEvent.click(send());
    expect((await screen.findByText(/^Not sent:/)).textContent).toContain('The desk is closed for this.');
    expect(screen.getByText(/What was not sent stays in Outgoing/)).toBeTruthy();
    expect((await slipById(theStore(), a.id))?.state).toBe('outgoing');
    await waitFor(async () => expect((await slipById(theStore(), b.id))?.state).not.toBe('outgoing'));
  });
  it('where the browser keeps nothing more, that is said, and sending can be tried again', async () => {
    await showOutgoing(outgoing('The nori century'));
    await waitFor(() => expect(send().disabled).toBe(false));
    const full = vi.spyOn(theStore().slips, 'put').mockRejectedValue(new Dexie.QuotaExceededError('full'));
    const sent = vi.spyOn(client, 'sendSlip').mockImplementation(async () => confirm());
    fireEvent.click(send());
    await screen.findByText(/no room left.*What was not sent stays in Outgoing/);
    expect(sent).not.toHaveBeenCalled();
    full.mockRestore();
    fireEvent.click(send());
    await screen.findByText('1 sent.');
  });
  it('a draft thrown away comes back with one gesture', async () => {
    const slip = draft('The nori century');
    await keepDraft(theStore(), slip);
    await showOutgoing(slip);
    fireEvent.click(screen.getByRole('button', { name: /^Discard/ }));
    await screen.findByText(/is gone/);
    await waitFor(async () => expect(await slipById(theStore(), slip.id)).toBeUndefined());
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(async () => expect((await slipById(theStore(), slip.id))?.item).toEqual(slip.item));
  });
});

describe('the inbox', () => {
  it('has what changes something, latest first, four of it until all is wanted', async () => {
    const slips = await Promise.all(
      ['The nori century', 'Salt, smoke', 'Nori, dulse, kelp'].map(async (title) => {
        const slip = draft(title);
        const sent = markSent(putInOutgoing(slip, promised(slip), INFO.now), INFO.now);
        const story = await timelineOf(world.service, { ...sent, sent: sent.sent as string }, moment());
        const told = (story?.messages ?? []).reduce((s, m) => applyMessage(s, m), sent);
        return (story?.notices ?? []).reduce((s, n) => applyNotice(s, n), told);
      }),
    );
    show(<Inbox slips={slips} />, hereAt('2027-01-20T12:00', slips, READER));
    const times = () =>
      screen
        .getAllByRole('listitem')
        .map((li) => within(li).getByRole('time').getAttribute('datetime') as string);
    expect(times().length).toBeGreaterThan(1);
    const rest = screen.getAllByRole('listitem').filter((li) => !li.hasAttribute('data-asks'));
    const own = rest.map((li) => li.querySelector('time')?.dateTime as string);
    expect(own).toEqual(own.toSorted().reverse());
    const all = screen.queryByRole('button', { name: /^All \d+$/ });
    if (all) {
      const n = Number(/\d+/.exec(all.textContent ?? '')?.[0]);
      expect(times()).toHaveLength(4);
      fireEvent.click(all);
      expect(times()).toHaveLength(n);
    }
  });
  it('is not there when nothing was said', () => {
    show(<Inbox slips={[draft('The nori century')]} />);
    expect(screen.queryByRole('heading')).toBeNull();
  });
});

/** A slip that stands so, sent a week before and promised, with what such a slip has. */
function standing(state: SlipState): Slip {
  const slip = { ...draft('The nori century'), id: `S-is-${state}`, note: `the ${state} one` };
  const left = state !== 'draft' && state !== 'outgoing';
  return {
    ...slip,
    state,
    item: { ...slip.item, title: `Slip that is ${stateLabel(state)}` },
    ...(state === 'draft' ? {} : { promised: promised(slip) }),
    ...(left ? { sent: '2026-10-26T10:00' } : {}),
    ...(isOnLoan(state) ? { due: '2026-10-31' } : {}),
    ...(state === 'delivered' ? { file: '/standin/delivery/x.pdf?slip=S-delivered' } : {}),
  };
}

describe('all requests of a reader', () => {
  beforeEach(async () => {
    vi.spyOn(client, 'getLibrary').mockResolvedValue(INFO);
    await theStore().slips.bulkPut(STATES.map(standing));
    render(<RequestsView />);
    await screen.findByRole('heading', { name: /^Under way/ });
  });
  const titles = () =>
    screen
      .getAllByRole('link', { name: /^Slip that is/ })
      .map((a) => /^Slip that is (.*)$/.exec(a.textContent ?? '')?.[1])
      .sort();
  const labels = (keeps: (s: SlipState) => boolean = () => true) =>
    STATES.filter(keeps)
      .map((s) => stateLabel(s))
      .sort();

  it('stand each in one place, whatever they wait for', () => {
    // What the inbox says besides is no second place.
    expect(titles()).toEqual(labels());
  });
  it('are narrowed by what they wait for, and the counts are of what is then shown', () => {
    for (const radio of screen.getAllByRole('radio') as HTMLInputElement[]) {
      fireEvent.click(radio);
      const count = Number(/\d+$/.exec(radio.closest('label')?.textContent ?? '')?.[0]);
      expect(titles(), radio.closest('label')?.textContent ?? '').toHaveLength(count);
    }
    fireEvent.click(screen.getByLabelText(/^Under way/));
    expect(titles()).toEqual(
      labels((s) =>
        ['sent', 'approval', 'question', 'sourcing', 'conditional', 'preparing', 'on-its-way'].includes(s),
      ),
    );
  });
  it('are found by words of the title, the note, the number; none is said', () => {
    const find = (text: string) =>
      fireEvent.change(screen.getByRole('searchbox', { name: 'Find a slip' }), { target: { value: text } });
    find('RECALLED one');
    expect(titles()).toEqual(['recalled']);
    find('s-is-overdue');
    expect(titles()).toEqual(['overdue']);
    find('nothing like it');
    expect(screen.getByText(/^No slip fits/)).toBeTruthy();
    find('');
    expect(titles()).toEqual(labels());
  });
  it('what is overdue says by how many days; what cannot be renewed has no button for it', () => {
    const row = (state: SlipState) =>
      screen.getByRole('link', { name: `Slip that is ${stateLabel(state)}` }).closest('li') as HTMLElement;
    expect(row('overdue').textContent).toContain('2 days overdue');
    expect(row('returned').textContent).not.toContain('overdue');
    for (const state of STATES.filter(isOnLoan))
      expect(within(row(state)).queryByRole('button', { name: /^Renew/ }) !== null, state).toBe(
        canDo({ state }, 'renew'),
      );
  });
});

describe('what can be done about a slip', () => {
  const BUTTONS = {
    Withdraw: 'cancel',
    'I have it': 'collect',
    'Done with it': 'finish',
    'I brought it back': 'return',
    Accept: 'accept',
  } as const;
  it.each(STATES.filter((s) => s !== 'draft'))(
    '%s: a button for each act that is open, and for no other',
    (state) => {
      const slip = standing(state);
      show(<SlipActs slip={applyAsk(slip)} />, hereAt(INFO.now, [slip], READER));
      for (const [name, what] of Object.entries(BUTTONS))
        expect(screen.queryByRole('button', { name }) !== null, name).toBe(canDo(slip, what));
      const renew = screen.queryByRole('button', { name: 'Renew' }) as HTMLButtonElement | null;
      expect(renew !== null && !renew.disabled).toBe(canDo(slip, 'renew'));
      expect(screen.queryByRole('link', { name: 'Open the file' }) !== null).toBe(state === 'delivered');
      expect(screen.queryByLabelText('Your answer') !== null).toBe(state === 'question');
      expect(screen.queryByRole('link', { name: 'Other ways to read it' }) !== null).toBe(
        state === 'not-supplied' || state === 'withdrawn',
      );
    },
  );
  it('an answer goes with its words; one that is refused is said, and the words stay', async () => {
    const slip = applyAsk(standing('question'));
    await theStore().slips.put(slip);
    const told = vi
      .spyOn(client, 'tellNetwork')
      .mockRejectedValue(new client.AskError('refused', 'The desk says no.'));
    show(<SlipActs slip={slip} />, hereAt(INFO.now, [slip], READER));
    fireEvent.change(screen.getByLabelText('Your answer'), { target: { value: ' Chapter 3. ' } });
    fireEvent.click(screen.getByRole('button', { name: 'Answer' }));
    await screen.findByText('The desk says no.');
    expect((screen.getByLabelText('Your answer') as HTMLTextAreaElement).value).toBe(' Chapter 3. ');
    expect((await slipById(theStore(), slip.id))?.state).toBe('question');
    expect(told).toHaveBeenCalledTimes(1);
  });
  it('what is done by a reader moves only the slips for which it is open', () => {
    for (const state of STATES) {
      const slip = standing(state);
      for (const what of ['accept', 'decline', 'answer', 'collect', 'return', 'finish'] as const) {
        const after = act(slip, what, INFO.now);
        expect(after !== slip, `${what} when ${state}`).toBe(canDo(slip, what));
      }
    }
  });
});
/** With the question or the offer that such a slip waits on. */
function applyAsk(slip: Slip): Slip {
  const event = slip.state === 'question' ? 'question' : slip.state === 'conditional' ? 'offer' : null;
  if (!event) return slip;
  const message = {
    id: 'm1',
    time: '2026-10-30T10:00',
    by: 'library',
    from: 'The desk',
    text: 'Which chapter?',
    status: 'Unfilled',
    event,
    seq: 1,
  };
  return { ...slip, messages: [message as unknown as Slip['messages'][number]] };
}
