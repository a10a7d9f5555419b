// @vitest-environment happy-dom
/** The ask desk's view: a question goes with what it is about, is kept until it is, and gets its answer. */
import 'fake-indexeddb/auto';
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import Dexie from 'dexie';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { INFO } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import * as client from '../../browser/client';
import { askQuestion, questionsOf } from '../../browser/questions';
import type { Question } from '../../browser/rows';
import { theStore } from '../../browser/store';
import { NEW_SEARCH, printRequest } from '../../core/query/request';
import { READERS } from '../../demo/library';
import AskView from './AskView';

const READER = READERS[0]?.id as string;
const { record } = storyItemTitled('The nori century');
const own = (more: Partial<Question> = {}) => ({
  reader: READER,
  kind: 'question' as const,
  subject: 'Kelp',
  text: 'Where is it?',
  asked: INFO.now,
  ...more,
});
beforeEach(async () => {
  vi.spyOn(client, 'getReadyAnswers').mockImplementation(async (q) => ({
    total: 1,
    answers: q.includes('renew')
      ? [
          {
            id: 'a1',
            question: 'How do I renew a loan?',
            answer: 'On its slip.',
            places: ['slip'],
            href: '/requests',
          },
        ]
      : [],
  }));
  vi.spyOn(client, 'getLibrary').mockResolvedValue(INFO);
  vi.spyOn(client, 'getAnswers').mockResolvedValue([]);
  vi.spyOn(client, 'getRecord').mockResolvedValue({ record } as never);
});
afterEach(async () => {
  cleanup();
  vi.restoreAllMocks();
  window.history.replaceState(null, '', '/ask');
  await Promise.all([theStore().questions.clear(), theStore().settings.clear()]);
});
async function open(search = ''): Promise<HTMLTextAreaElement> {
  window.history.replaceState(null, '', `/ask${search}`);
  render(<AskView />);
  return (await screen.findByLabelText('Your question')) as HTMLTextAreaElement;
}
const ask = () => fireEvent.click(screen.getByRole('button', { name: 'Ask' }));
const said = () => screen.getAllByRole('status')[0]?.textContent;
const stored = () => questionsOf(theStore(), READER);

describe('asking', () => {
  it('without a question says what is missing, and asks nothing', async () => {
    const box = await open();
    fireEvent.change(box, { target: { value: '   ' } });
    ask();
    expect(said()).toContain('There is no question yet');
    expect(document.activeElement).toBe(box);
    expect(await stored()).toEqual([]);
  });
  it('of a record goes with its title and its id', async () => {
    const box = await open(`?record=${record.id}`);
    await screen.findByRole('link', { name: record.csl.title });
    fireEvent.change(box, { target: { value: ' Is there another edition? ' } });
    ask();
    await waitFor(() => expect(box.value).toBe(''));
    expect(await stored()).toMatchObject([
      { record: record.id, subject: record.csl.title, text: 'Is there another edition?', asked: INFO.now },
    ]);
    await screen.findByText('Not answered yet.');
  });
  it('of a search goes with its sentence and its address', async () => {
    const address = printRequest({ ...NEW_SEARCH, q: 'zzyzzx' }).toString();
    const box = await open(`?search=${encodeURIComponent(address)}`);
    fireEvent.change(box, { target: { value: 'Nothing is found.' } });
    ask();
    await waitFor(async () =>
      expect(await stored()).toMatchObject([{ search: address, subject: expect.stringContaining('zzyzzx') }]),
    );
  });
  it('twice in a hurry asks once', async () => {
    const box = await open();
    fireEvent.change(box, { target: { value: 'Once?' } });
    ask();
    ask();
    await waitFor(() => expect(box.value).toBe(''));
    expect(await stored()).toHaveLength(1);
  });
  it('what could not be kept stays in the box, with the reason', async () => {
    const box = await open();
    vi.spyOn(theStore().questions, 'put').mockRejectedValue(new Dexie.QuotaExceededError('full'));
    fireEvent.change(box, { target: { value: 'Lost?' } });
    ask();
    await waitFor(() => expect(said()).toContain('no room left'));
    expect([box.value, box.readOnly]).toEqual(['Lost?', false]);
  });
});

describe('what was asked', () => {
  it('stands with its answer, the newest first; a report of a link says that it is one', async () => {
    await askQuestion(theStore(), own({ asked: '2026-11-01T10:00' }));
    await askQuestion(
      theStore(),
      own({ kind: 'link', subject: 'Salt', text: 'The link did not work.', record: record.id }),
    );
    const [link, first] = await stored();
    vi.mocked(client.getAnswers).mockResolvedValue([
      { id: first?.id, time: '2026-11-02T09:00', text: 'On level 2.' },
    ] as never);
    await open();
    await screen.findByText(/On level 2\./);
    const items = [...document.querySelectorAll<HTMLElement>('[aria-labelledby="asked"] > ol > li')];
    expect(items.map((i) => within(i).queryByText('broken link') !== null)).toEqual([true, false]);
    expect(items[1]?.textContent).toContain('The desk, Mon 2 Nov, 09:00');
    fireEvent.click(within(items[0] as HTMLElement).getByRole('button', { name: /^Take the report back/ }));
    await waitFor(async () => expect((await stored()).map((q) => q.id)).toEqual([first?.id]));
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(async () => expect(await stored()).toEqual([link, first]));
    expect(screen.queryByText('The report was taken back.')).toBeNull();
  });
  it('what is written again stands in the same thread, about the same thing, and goes with it', async () => {
    await askQuestion(
      theStore(),
      own({ record: record.id, subject: record.csl.title, asked: '2026-11-01T10:00' }),
    );
    const [first] = await stored();
    vi.mocked(client.getAnswers).mockResolvedValue([
      { id: first?.id, time: '2026-11-02T09:00', text: 'On level 2.' },
    ] as never);
    await open();
    const again = (await screen.findByLabelText('Write again')) as HTMLTextAreaElement;
    fireEvent.change(again, { target: { value: 'It is not there.' } });
    fireEvent.click(screen.getAllByRole('button', { name: 'Ask' })[1] as HTMLElement);
    await screen.findByText('It is not there.');
    const all = await stored();
    expect(all.find((q) => q.text === 'It is not there.')).toMatchObject({
      after: first?.id,
      record: record.id,
      subject: record.csl.title,
    });
    const threads = document.querySelectorAll('[aria-labelledby="asked"] > ol > li');
    expect(threads).toHaveLength(1);
    expect(threads[0]?.textContent).toMatch(
      /Where is it\?.*On level 2\..*It is not there\..*Not answered yet/,
    );
    // The field comes back when the desk has had its say.
    expect(screen.queryByLabelText('Write again')).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: /^Remove/ }));
    await waitFor(async () => expect(await stored()).toEqual([]));
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(async () => expect(await stored()).toHaveLength(2));
  });
  it('nothing goes along that is not there, or was left out, and that is said', async () => {
    vi.mocked(client.getRecord).mockRejectedValue(new client.AskError('refused', 'no such record'));
    const box = await open('?record=gone');
    await screen.findByText(/could not be found, so nothing goes with your question/);
    fireEvent.change(box, { target: { value: 'And now?' } });
    ask();
    await waitFor(async () => expect(await stored()).toMatchObject([{ subject: 'And now?' }]));
    expect((await stored())[0]).not.toHaveProperty('record');
    cleanup();
    vi.mocked(client.getRecord).mockResolvedValue({ record } as never);
    const other = await open(`?record=${record.id}`);
    fireEvent.click(await screen.findByRole('button', { name: 'leave it out' }));
    fireEvent.change(other, { target: { value: 'Alone' } });
    ask();
    await waitFor(async () => expect(await stored()).toHaveLength(2));
    expect((await stored()).find((q) => q.text === 'Alone')).not.toHaveProperty('record');
  });
  it('answers that can’t be fetched are said; the questions stay', async () => {
    await askQuestion(theStore(), own());
    vi.mocked(client.getAnswers).mockRejectedValue(
      new client.AskError('offline', 'The library can’t be reached.'),
    );
    await open();
    await screen.findByText('The library can’t be reached.');
    expect(screen.getByText('Where is it?')).toBeTruthy();
  });
});
