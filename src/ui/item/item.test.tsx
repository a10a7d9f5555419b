// @vitest-environment happy-dom
/**
 * The ways to read an item: the best on top with the one main button, each with its reasons; a broken link
 * makes room for the next.
 */
import 'fake-indexeddb/auto';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { hereAt, show } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { moment, worldOf } from '../../../tests/fixtures/world';
import * as client from '../../browser/client';
import { itemsOf } from '../../browser/piles';
import { questionsOf } from '../../browser/questions';
import { theStore } from '../../browser/store';
import { type DayNumber, parseDay } from '../../core/model/time';
import { asideId } from '../../core/piles/ids';
import type { WaysAnswer } from '../../words/answers';
import { Ways } from './Ways';

const world = worldOf(400);
beforeEach(() => {
  vi.spyOn(client, 'getWays').mockImplementation(
    async (asked, at, needBy) => (await world.said.ways(asked, at, needBy)) as never,
  );
});
afterEach(async () => {
  cleanup();
  vi.restoreAllMocks();
  await Promise.all([theStore().questions.clear(), theStore().pileItems.clear()]);
});

const waysOf = async (id: string, need = ''): Promise<WaysAnswer> =>
  (await world.said.ways(id, moment(), need)) as WaysAnswer;
async function showWays(
  title: string,
  need = '',
): Promise<{ id: string; answer: WaysAnswer; rows: HTMLElement[] }> {
  const { id, csl, kind } = storyItemTitled(title).record;
  const needBy = need ? (parseDay(need) as DayNumber) : null;
  show(
    <QueryClientProvider client={new QueryClient()}>
      <Ways record={id} csl={csl} kind={kind} needBy={needBy} level={2} />
    </QueryClientProvider>,
  );
  await waitFor(() =>
    expect(screen.getByRole('region', { name: 'Ways to read' }).getAttribute('aria-busy')).toBe('false'),
  );
  const answer = await waysOf(id, need);
  const rows = [...document.querySelectorAll<HTMLElement>('li[data-wait]')].filter((li) =>
    li.querySelector('p b'),
  );
  return { id, answer, rows };
}

describe('ways to read', () => {
  it('stand soonest first, each with its wait, its place and why', async () => {
    const { answer, rows } = await showWays('Nori, dulse, kelp');
    expect(rows.length).toBe(answer.ways.length);
    rows.forEach((row, i) => {
      const way = answer.ways[i] as WaysAnswer['ways'][number];
      expect(row.querySelector('b')?.textContent).toBe(way.label);
      for (const reason of way.reasons) expect(row.textContent).toContain(reason);
    });
  });
  it('what opens opens beside the page, through the sign-in only where it must', async () => {
    const { rows } = await showWays('Kelp on the plate');
    const read = within(rows[0] as HTMLElement).getByRole('link', { name: 'Read' });
    expect([read.getAttribute('target'), read.getAttribute('rel')]).toEqual(['_blank', 'noopener']);
    expect(read.getAttribute('href')).toMatch(/^\/standin\/publisher\//);
  });
  it('a slip carries the day; what is late by then says so', async () => {
    const { id, answer } = await showWays('The nori century', '2026-11-04');
    const late = answer.ways.find((w) => w.verdict === 'too-late');
    expect(late).toBeDefined();
    expect(screen.getAllByText('too late').length).toBeGreaterThan(0);
    const href = new URL(
      screen.getAllByRole('link', { name: 'Make slip' })[0]?.getAttribute('href') ?? '',
      'http://x',
    );
    expect([href.searchParams.get('record'), href.searchParams.get('need')]).toEqual([id, '2026-11-04']);
  });
  it('who is asked, and who is not, by reason and name', async () => {
    const { answer } = await showWays('The nori century');
    const lending = answer.ways.find((w) => w.lenders);
    const details = document.querySelector('details') as HTMLElement;
    expect(within(details).getAllByRole('listitem', { hidden: true })).toHaveLength(
      lending?.lenders?.asked.length ?? 0,
    );
    for (const { name } of lending?.lenders?.excluded ?? []) expect(details.textContent).toContain(name);
  });
  it('a link that did not work is reported when it was asked for twice; the next way stands first; it is taken back', async () => {
    const { id, answer, rows } = await showWays('Kelp on the plate');
    const first = answer.ways[0] as WaysAnswer['ways'][number];
    const row = within(rows[0] as HTMLElement);
    fireEvent.click(row.getByRole('button', { name: /did not work/ }));
    fireEvent.click(row.getByRole('button', { name: 'Leave it' }));
    expect(await questionsOf(theStore(), hereAt().reader.id)).toEqual([]);
    expect(document.activeElement?.textContent).toContain('did not work');
    fireEvent.click(row.getByRole('button', { name: /did not work/ }));
    expect(document.activeElement?.textContent).toBe('Report it');
    fireEvent.click(row.getByRole('button', { name: 'Report it' }));
    await screen.findByText('Reported to the ask desk');
    await waitFor(() =>
      expect(document.querySelector('li[data-wait]')?.textContent).not.toContain(first.place),
    );
    const asked = await questionsOf(theStore(), hereAt().reader.id);
    expect(asked.map((q) => [q.kind, q.record, q.way])).toEqual([['link', id, first.id]]);
    fireEvent.click(screen.getByRole('button', { name: /^Take it back/ }));
    await waitFor(() => expect(document.querySelector('li[data-wait]')?.textContent).toContain(first.place));
    expect(await questionsOf(theStore(), hereAt().reader.id)).toEqual([]);
  });
  it('is set aside with one gesture', async () => {
    const { id } = await showWays('Kelp on the plate');
    fireEvent.click(screen.getByRole('button', { name: 'Set aside' }));
    expect(await screen.findByText(/^In Aside/)).toBeTruthy();
    const aside = asideId(hereAt().reader.id);
    const kept = await itemsOf(theStore(), aside);
    expect(kept.map((a) => [a.record, a.csl['container-title']])).toEqual([[id, 'Coastal Food Systems']]);
    expect(kept[0]?.csl.abstract).toBeUndefined();
    fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
    await waitFor(async () => expect(await itemsOf(theStore(), aside)).toEqual([]));
  });
  it('that can’t be worked out say so, and are asked for again', async () => {
    const asked = vi
      .spyOn(client, 'getWays')
      .mockRejectedValueOnce(new client.AskError('failed', 'It failed on our side.'));
    show(
      <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
        <Ways
          record={storyItemTitled('Kelp on the plate').record.id}
          csl={{ type: 'book', title: 'Kelp' }}
          kind="book"
          needBy={null}
          level={2}
        />
      </QueryClientProvider>,
    );
    expect(await screen.findByText(/It failed on our side/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: /again/i }));
    await screen.findByRole('link', { name: 'Read' });
    expect(asked).toHaveBeenCalledTimes(2);
  });
});
