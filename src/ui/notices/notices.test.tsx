// @vitest-environment happy-dom
/** The list of notices and the number in the navigation. */
import 'fake-indexeddb/auto';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { INFO } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import * as client from '../../browser/client';
import { askQuestion, questionsOf } from '../../browser/questions';
import { saveStanding } from '../../browser/searches';
import { readSettings } from '../../browser/settings';
import { theStore } from '../../browser/store';
import type { Reader } from '../../core/model/reader';
import { newSlip } from '../../core/requests/slip';
import { READERS } from '../../demo/library';
import { App } from '../kit/app';
import NoticeCount from './NoticeCount';
import NoticesView from './NoticesView';

const READER = READERS[0]?.id as string;
beforeEach(async () => {
  document.body.innerHTML = '<span id="notices-count"></span>';
  vi.spyOn(client, 'getLibrary').mockResolvedValue(INFO);
  vi.spyOn(client, 'getSearch').mockResolvedValue({ total: 3 } as never);
  await askQuestion(theStore(), {
    reader: READER,
    kind: 'question',
    subject: 'Dulse',
    text: 'Where?',
    asked: '2026-10-30T09:00',
  });
  const [question] = await questionsOf(theStore(), READER);
  vi.spyOn(client, 'getAnswers').mockResolvedValue([
    { id: question?.id as string, time: '2026-11-01T12:00', text: 'On level 2.' },
  ]);
  await saveStanding(theStore(), {
    id: `${READER}|q=kelp`,
    reader: READER,
    name: 'Kelp, standing',
    address: 'q=kelp',
    sentence: '',
    created: '2026-10-01T00:00',
    seen: '2026-10-20',
  });
});
afterEach(async () => {
  cleanup();
  vi.restoreAllMocks();
  await Promise.all([theStore().questions.clear(), theStore().settings.clear(), theStore().standing.clear()]);
});
const count = () => document.getElementById('notices-count')?.textContent;

describe('notices', () => {
  it('are counted in the navigation until they were looked at, then no more', async () => {
    const counting = render(
      <App>
        <NoticeCount />
      </App>,
    );
    await waitFor(() => expect(count()).toBe('2'));
    counting.unmount();
    render(<NoticesView />);
    await screen.findByText('On level 2.');
    expect(screen.getByRole('link', { name: 'Kelp, standing' }).getAttribute('href')).toBe(
      '/?q=kelp&since=2026-10-20&sort=added',
    );
    expect(screen.getAllByText('new')).toHaveLength(2);
    await waitFor(async () => expect((await readSettings(theStore())).noticesSeen[READER]).toBe(INFO.now), {
      timeout: 5000,
    });
    // What was new stays marked as long as the page is looked at; the number is gone.
    expect(screen.getAllByText('new')).toHaveLength(2);
    render(
      <App>
        <NoticeCount />
      </App>,
    );
    await waitFor(() => expect(count()).toBe(''));
  });
  it('that could not be asked for are said to be missing; the others stand', async () => {
    vi.mocked(client.getAnswers).mockRejectedValue(new client.AskError('offline', 'no'));
    render(<NoticesView />);
    await screen.findByText(/could not be asked for all of it/);
    expect(screen.getByRole('link', { name: 'Kelp, standing' })).toBeTruthy();
  });
  it('are not asked for again when a slip changes', async () => {
    render(<NoticesView />);
    await screen.findByText('On level 2.');
    const { record } = storyItemTitled('The nori century');
    const draft = newSlip({
      id: 'S-notices',
      record,
      reader: READERS[0] as Reader,
      wanted: 'loan',
      route: 'ill-loan',
      from: 'lending',
      needBy: '',
      now: INFO.now,
    });
    await theStore().slips.put({ ...draft, state: 'collected', due: '2026-11-03' });
    await screen.findByText('Due Tue 3 Nov.');
    await theStore().slips.clear();
    expect(vi.mocked(client.getAnswers).mock.calls).toHaveLength(1);
    expect(vi.mocked(client.getSearch).mock.calls).toHaveLength(1);
  });
  it('without any say what would come', async () => {
    await Promise.all([theStore().questions.clear(), theStore().standing.clear()]);
    render(<NoticesView />);
    await screen.findByText(/^Nothing yet\./);
  });
});
