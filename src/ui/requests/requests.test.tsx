// @vitest-environment happy-dom
/** Outgoing and the inbox over a reader's own store: looked over together, sent together, and nothing lost when some can't go. */
import 'fake-indexeddb/auto';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { useLiveQuery } from 'dexie-react-hooks';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { hereAt, INFO, show } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { moment, worldOf } from '../../../tests/fixtures/world';
import * as client from '../../browser/client';
import { keepDraft, slipById, slipsOf } from '../../browser/slips';
import { theStore } from '../../browser/store';
import type { Reader } from '../../core/policy/types';
import { applyMessage, applyNotice, markSent, putInOutgoing } from '../../core/requests/lifecycle';
import { money } from '../../core/requests/price';
import type { SlipPromise } from '../../core/requests/promise';
import { NO_HISTORY } from '../../core/requests/rules';
import { newSlip, type Slip } from '../../core/requests/slip';
import { READERS } from '../../demo/library';
import { Inbox } from './Inbox';
import { Outgoing } from './Outgoing';

const READER = READERS.find((r) => r.registered) as Reader;
const world = worldOf(400);
const promiseFor = (slip: Slip): SlipPromise => world.service.promise(slip, moment(), NO_HISTORY) as SlipPromise;
beforeEach(() => {
  vi.spyOn(client, 'getPromise').mockImplementation(async (slip, at, history) => world.service.promise(slip, at, history) as never);
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
    now: INFO.start,
  });
const promised = (slip: Slip) => {
  const { median, likely, chance, lines, total, mediated } = promiseFor(slip);
  return { median: median as string, likely: likely as string, chance, lines, total, mediated };
};
const outgoing = (title: string): Slip => {
  const slip = draft(title);
  return putInOutgoing(slip, promised(slip), INFO.start);
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
    hereAt(INFO.start, slips, READER),
  );
  await screen.findByRole('heading', { name: `Outgoing, ${slips.length}` });
}
const send = () => screen.getByRole('button', { name: /^Send/ }) as HTMLButtonElement;
const confirm = (): Awaited<ReturnType<typeof client.sendSlip>> => ({ request: '<x/>', confirmation: '<x/>' });

describe('outgoing', () => {
  it('sums up what goes; what is unticked stays', async () => {
    const [a, b] = [outgoing('The nori century'), outgoing('Salt, smoke')] as const;
    const sent = vi.spyOn(client, 'sendSlip').mockImplementation(async () => confirm());
    await showOutgoing(a, b);
    const both = promised(a).total + promised(b).total;
    await waitFor(() => expect(send().textContent).toBe(`Send all 2, ${both > 0 ? `you pay ${money(both)}` : 'you pay nothing'}`));
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
    const row = (await screen.findByText('You have an open slip for the same thing.')).closest('li') as HTMLElement;
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
  it('has what changes something, latest first, four of it until all is wanted', () => {
    const slips = ['The nori century', 'Salt, smoke', 'Nori, dulse, kelp'].map((title) => {
      const slip = draft(title);
      const sent = markSent(putInOutgoing(slip, promised(slip), INFO.start), INFO.start);
      const story = world.service.timeline({ ...sent, sent: sent.sent as string }, moment());
      const told = (story?.messages ?? []).reduce((s, m) => applyMessage(s, m), sent);
      return (story?.notices ?? []).reduce((s, n) => applyNotice(s, n), told);
    });
    show(<Inbox slips={slips} />, hereAt('2027-01-20T12:00', slips, READER));
    const times = () => screen.getAllByRole('listitem').map((li) => within(li).getByRole('time').getAttribute('datetime') as string);
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
