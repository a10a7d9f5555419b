// @vitest-environment happy-dom
/** The view of the loans over made answers of a desk: what is shown, asked for, answered, and kept. */
import 'fake-indexeddb/auto';
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { INFO } from '../../../tests/fixtures/here';
import { slip } from '../../../tests/fixtures/slips';
import * as browser from '../../browser/client';
import * as desk from '../../browser/desk';
import { readSettings } from '../../browser/settings';
import { theStore } from '../../browser/store';
import type { PaiaDocument } from '../../core/circulation/paia';
import type { Reader } from '../../core/model/reader';
import { client as queries } from '../kit/queries';
import { forgetLibrary } from '../kit/useLibrary';
import LoansView from './LoansView';

const doc = (more: Partial<PaiaDocument>): PaiaDocument => ({
  status: 3,
  item: 'c1',
  edition: 'e1',
  about: 'Tides',
  label: 'QK 1',
  storage: INFO.campuses[0]?.name ?? '',
  starttime: '2026-10-19',
  duedate: '2026-11-09',
  renewals: 0,
  queue: 0,
  canrenew: true,
  ...more,
});
const DOCUMENTS = [
  doc({}),
  doc({ item: 'c2', about: 'Reefs', duedate: '2026-11-12', queue: 1, canrenew: false }),
  doc({ item: 'c3', about: 'Dunes', status: 1, queue: 1, duedate: '2026-11-05', cancancel: true }),
  doc({ item: 'c4', about: 'Marsh', status: 4, endtime: '2026-11-12', cancancel: true }),
];
const answer = (documents: readonly PaiaDocument[], more = {}) => ({
  patron: { name: 'Imke', status: 0 },
  documents,
  fees: { amount: '0.00 XVC', fee: [] },
  records: { e1: 'tu1' },
  ...more,
});
const DESK = { ...INFO, desk: true };
let told: ReturnType<typeof vi.spyOn>;
beforeEach(async () => {
  await Promise.all(theStore().tables.map((t) => t.clear()));
  forgetLibrary();
  queries.clear();
  vi.spyOn(browser, 'getLibrary').mockResolvedValue(DESK);
  vi.spyOn(desk, 'getAccount').mockResolvedValue(answer(DOCUMENTS));
  told = vi.spyOn(desk, 'tellDesk').mockResolvedValue([doc({ duedate: '2026-11-23', renewals: 1 })]);
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});
const rowOf = (title: string) =>
  screen.getByText(title, { selector: 'a, span' }).closest('li') as HTMLElement;

describe('loans', () => {
  it('say until when, what renewing gains or why not; holds their place and an honest day', async () => {
    render(<LoansView />);
    await screen.findByRole('heading', { name: '2 things with you' });
    expect(rowOf('Tides').textContent).toMatch(/Due Mon 9 Nov.*gains 14 days, to Mon 23 Nov/);
    expect(rowOf('Reefs').textContent).toMatch(/Somebody else waits for it/);
    expect(rowOf('Dunes').textContent).toMatch(
      /You are 2nd in the queue\. Due back Thu 5 Nov\. With you ≈ .*very likely by/,
    );
    expect(rowOf('Marsh').textContent).toMatch(/It waits for you until Thu 12 Nov/);
    expect(within(rowOf('Tides')).getByRole('link').getAttribute('href')).toBe('/records/tu1');
  });
  it('all that can be renewed: what each gains beforehand, what came of each afterwards', async () => {
    render(<LoansView />);
    fireEvent.click(await screen.findByRole('button', { name: 'Renew all that can be (1)' }));
    const list = screen.getByRole('region', { name: 'What renewing gains' });
    expect(list.textContent).toMatch(/Tides.*Mon 9 Nov → Mon 23 Nov, 14 days more/);
    fireEvent.click(within(list).getByRole('button', { name: 'Renew it' }));
    expect(await screen.findByText('Renewed, due Mon 23 Nov now.')).toBeTruthy();
    expect(told.mock.calls[0]?.slice(0, 2)).toEqual(['renew', [{ item: 'c1' }]]);
  });
  it('what the desk refuses stands at the thing; a desk that is silent changes nothing and says so', async () => {
    told.mockResolvedValueOnce([doc({ error: 'Not today.' })]);
    render(<LoansView />);
    fireEvent.click(await screen.findByRole('button', { name: /^Renew ?: Tides/ }));
    await waitFor(() => expect(rowOf('Tides').textContent).toContain('Not done: Not today.'));
    told.mockRejectedValueOnce(new browser.AskError('failed', 'The desk is silent.'));
    fireEvent.click(screen.getByRole('button', { name: /^Renew ?: Tides/ }));
    expect(await screen.findByText('The desk is silent.')).toBeTruthy();
  });
  it('a hold goes elsewhere at once; cancelled it is only once the reader is sure', async () => {
    render(<LoansView />);
    await screen.findByText('Dunes');
    const other = INFO.campuses[1];
    fireEvent.change(within(rowOf('Dunes')).getByLabelText('Collect at'), { target: { value: other?.id } });
    await waitFor(() =>
      expect(told.mock.calls[0]?.slice(0, 2)).toEqual(['request', [{ item: 'c3', pickup: other?.id }]]),
    );
    expect(await screen.findByText(`It goes to ${other?.name} now.`)).toBeTruthy();
    fireEvent.click(within(rowOf('Dunes')).getByRole('button', { name: /^Cancel ?: Dunes/ }));
    expect(rowOf('Dunes').textContent).toContain('You lose your 2nd place.');
    expect(told).toHaveBeenCalledTimes(1);
    told.mockResolvedValueOnce([doc({ status: 0 })]);
    fireEvent.click(within(rowOf('Dunes')).getByRole('button', { name: 'Cancel it' }));
    await waitFor(() => expect(told.mock.calls[1]?.slice(0, 2)).toEqual(['cancel', [{ item: 'c3' }]]));
  });
  it('what blocks is said once, with what lifts it; fees line by line', async () => {
    const fees = {
      amount: '12.00 XVC',
      fee: [{ amount: '12.00 XVC', about: 'A lost map', date: '2026-10-20' }],
    };
    vi.spyOn(desk, 'getAccount').mockResolvedValue(answer(DOCUMENTS, { fees }));
    render(<LoansView />);
    expect((await screen.findByRole('alert')).textContent).toMatch(/You owe 12\.00.*until that is paid/);
    expect(screen.queryByRole('button', { name: /^Renew/ })).toBeNull();
    expect(screen.getByRole('row', { name: /A lost map.*12\.00/ })).toBeTruthy();
  });
  it('what slips brought stands among them, also where the desk does not answer: that is said', async () => {
    await theStore().slips.put(slip('S-loan-1', { state: 'collected', due: '2026-11-06' }));
    vi.spyOn(desk, 'getAccount').mockRejectedValue(new browser.AskError('refused', 'No answer.'));
    render(<LoansView />);
    expect(await screen.findByText('No answer.')).toBeTruthy();
    expect(screen.getByText('What came by slip is shown; the desk’s part is missing.')).toBeTruthy();
    expect(rowOf('T').textContent).toContain('by slip');
  });
  it('nobody is asked to guess: who is not signed in is told what signing in shows', async () => {
    vi.spyOn(browser, 'getLibrary').mockResolvedValue({ ...DESK, reader: null });
    render(<LoansView />);
    const way = await screen.findByRole('link', { name: 'Sign in' });
    expect(way.getAttribute('href')).toMatch(/^\/sign-in\?to=/);
    expect(desk.getAccount).not.toHaveBeenCalled();
  });
  it('reminders and where one is reached are kept', async () => {
    render(<LoansView />);
    fireEvent.change(await screen.findByLabelText('Remind me'), { target: { value: '5' } });
    const imke = (INFO.reader as Reader).id;
    await waitFor(async () =>
      expect((await readSettings(theStore())).loans[imke]).toEqual({ remind: 5, keepsPast: true }),
    );
    fireEvent.change(screen.getByLabelText('You collect at'), { target: { value: INFO.campuses[2]?.id } });
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    await screen.findByText(/^Kept in this browser/);
    expect((await readSettings(theStore())).contacts[imke]?.pickup).toBe(INFO.campuses[2]?.id);
  });
});
