// @vitest-environment happy-dom
/**
 * All that is known of an item, and the pane that shows it beside the results: for every record of the
 * storyline.
 */
import 'fake-indexeddb/auto';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { show } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { asked, moment, worldOf } from '../../../tests/fixtures/world';
import * as client from '../../browser/client';
import { NEW_SEARCH } from '../../core/query/request';
import { STORYLINE } from '../../demo/storyline/records';
import type { RecordAnswer } from '../../words/answers';
import { About, Facts, Notices } from './Details';
import { ItemPane } from './ItemPane';

const world = worldOf(400);
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});
const answerFor = async (id: string): Promise<RecordAnswer> => (await world.said.record(id)) as RecordAnswer;
const withTitle = (start: string): Promise<RecordAnswer> => answerFor(storyItemTitled(start).record.id);
const draw = (answer: RecordAnswer) =>
  show(
    <>
      <Notices answer={answer} />
      <About answer={answer} level={2} />
      <Facts answer={answer} level={2} />
    </>,
  );
const section = (name: RegExp | string): HTMLElement =>
  screen.getByRole('heading', { name }).closest('section') as HTMLElement;
const fact = (label: string): string | undefined =>
  [...document.querySelectorAll('dt')].find((t) => t.textContent === label)?.nextElementSibling
    ?.textContent ?? undefined;

describe('what is known of an item', () => {
  it('for every record: its copies, its numbers and its people stand there, and no row is empty', async () => {
    for (const { id } of STORYLINE) {
      const answer = await answerFor(id);
      const { record } = answer;
      draw(answer);
      expect(fact('Record'), id).toBe(id);
      for (const [label, value] of [
        ['ISBN', record.csl.ISBN],
        ['ISSN', record.csl.ISSN],
        ['DOI', record.csl.DOI],
      ] as const)
        expect(fact(label), `${id} ${label}`).toBe(value);
      for (const dd of document.querySelectorAll('dd')) expect(dd.textContent?.trim(), id).not.toBe('');
      const rows = document.querySelectorAll('tbody tr').length;
      expect(rows, id).toBe(answer.places.reduce((n, p) => n + p.copies.length, 0));
      expect(document.body.textContent, id).not.toMatch(/undefined|NaN|\[object/);
      const people =
        (record.csl.author?.length ?? 0) +
        (record.csl.editor?.length ?? 0) +
        (record.csl.translator?.length ?? 0);
      expect(people === 0 ? 0 : within(section('People')).getAllByRole('link').length, id).toBe(people);
      cleanup();
    }
  });
  it('its related records are links, each way', async () => {
    for (const { id } of STORYLINE) {
      const answer = await answerFor(id);
      draw(answer);
      for (const [heading, list] of [
        ['Editions and versions', answer.editions],
        [`Cited by ${answer.citedBy.length}`, answer.citedBy],
        [`Cites ${answer.cites.length}`, answer.cites],
      ] as const) {
        const links = list.length ? within(section(heading)).getAllByRole('link') : [];
        expect(
          links.map((a) => a.getAttribute('href')),
          `${id} ${heading}`,
        ).toEqual(list.map((r) => `/records/${r.id}`));
      }
      // Whatever it cites says that it is cited by it.
      for (const cited of answer.cites)
        expect(
          (await answerFor(cited.id)).citedBy.map((r) => r.id),
          `${id} → ${cited.id}`,
        ).toContain(id);
      cleanup();
    }
  });
  it('a retracted article says so before all, and its notice leads back', async () => {
    const retracted = (await Promise.all(STORYLINE.map((r) => answerFor(r.id)))).find(
      (a) => a.retraction,
    ) as RecordAnswer;
    expect(retracted).toBeDefined();
    draw(retracted);
    expect(screen.getByRole('note').textContent).toContain(
      `retracted (${retracted.record.retraction?.date.slice(0, 4)})`,
    );
    const notice = within(screen.getByRole('note')).getByRole('link').getAttribute('href') as string;
    cleanup();
    draw(await answerFor(notice.replace('/records/', '')));
    expect(within(screen.getByRole('note')).getByRole('link').getAttribute('href')).toBe(
      `/records/${retracted.record.id}`,
    );
  });
  it('a copy on loan says until when and for how many it is waited', async () => {
    const out = (await Promise.all(STORYLINE.map((r) => answerFor(r.id)))).find((a) =>
      a.places.some((p) => p.copies.some((c) => c.status.state === 'out' && c.status.queue > 0)),
    ) as RecordAnswer;
    draw(out);
    const waiting = out.places.flatMap((p) =>
      p.copies.flatMap((c) => (c.status.state === 'out' && c.status.queue > 0 ? [c.status] : [])),
    );
    for (const s of waiting)
      expect(screen.getAllByText(new RegExp(`on loan until .*, ${s.queue} waiting`)).length).toBeGreaterThan(
        0,
      );
  });
  it('a subject and a person lead to a search that keeps them', async () => {
    const answer = await withTitle('Kelp on the plate');
    draw(answer);
    const subject = answer.record.subjects[0] as string;
    const to = new URL(
      screen.getByRole('link', { name: subject }).getAttribute('href') as string,
      'http://x',
    );
    expect([to.pathname, to.searchParams.get('keep.subject')]).toEqual(['/', subject]);
    const first = answer.record.csl.author?.[0];
    const person = within(section('People')).getAllByRole('link')[0] as HTMLElement;
    const by = new URL(person.getAttribute('href') as string, 'http://x').searchParams.get(
      'keep.person',
    ) as string;
    expect(by).toContain(first?.family);
    const found = await world.said.search(
      asked({ ...NEW_SEARCH, q: '', drop: {}, keep: { person: [by] } }),
      moment(),
      {
        offset: 0,
        limit: 50,
      },
    );
    expect(found.hits.map((h) => h.id)).toContain(answer.record.id);
  });
});

describe('the pane', () => {
  const { id } = storyItemTitled('Kelp on the plate').record;
  const pane = (more: Partial<Parameters<typeof ItemPane>[0]> = {}) => {
    const steps: number[] = [];
    const close = vi.fn();
    show(
      <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
        <ItemPane
          id={id}
          needBy={null}
          position={{ at: 1, of: 1200 }}
          close={close}
          step={(by) => steps.push(by)}
          {...more}
        />
      </QueryClientProvider>,
    );
    return { steps, close };
  };
  beforeEach(() => {
    vi.spyOn(client, 'getRecord').mockImplementation(async (asked) => answerFor(asked));
    vi.spyOn(client, 'getReadyAnswers').mockResolvedValue({
      total: 1,
      answers: [{ id: 'a1', question: 'What is open access?', answer: 'Open to all.', places: ['item'] }],
    });
    vi.spyOn(client, 'getRelated').mockResolvedValue({
      related: [
        {
          id: 'tu9',
          title: 'Kelp, again',
          line: 'Ada',
          note: '',
          why: ['cites 2 of the same works', 'on Kelps too'],
          wait: { class: 'now', date: null, label: 'Now', sub: '', verdict: null },
        },
      ],
    });
    vi.spyOn(client, 'getWays').mockImplementation(
      async (asked, at, need) => (await world.said.ways(asked, at, need)) as never,
    );
  });
  it('says where in the results it stands, and steps from there, not beyond the ends', async () => {
    const { steps, close } = pane();
    expect(screen.getByText('Fetching the item…')).toBeTruthy();
    await screen.findByRole('heading', { name: /^Kelp on the plate/ });
    expect(screen.getByText(/^1 of 1,200/)).toBeTruthy();
    // What else stands beside it, with when and why.
    const other = (await screen.findByRole('link', { name: 'Kelp, again' })).closest('li');
    expect(await screen.findByText('What is open access?')).toBeTruthy();
    expect(other?.textContent).toBe('NowKelp, againAdacites 2 of the same works · on Kelps too');
    const [previous, next] = ['Previous result', 'Next result'].map(
      (n) => screen.getByRole('button', { name: n }) as HTMLButtonElement,
    );
    expect([previous?.disabled, next?.disabled]).toEqual([true, false]);
    fireEvent.click(next as HTMLElement);
    expect(steps).toEqual([1]);
    fireEvent.click(screen.getByRole('button', { name: 'Esc Breakdown' }));
    expect(close).toHaveBeenCalledOnce();
  });
  it('says by which words it was found, and where they stand', async () => {
    const why = (
      await world.said.search(asked({ ...NEW_SEARCH, q: 'kelp plate' }), moment(), {
        offset: 0,
        limit: 25,
      })
    ).hits.find((h) => h.id === id)?.why;
    expect(why?.length).toBe(2);
    pane({ why });
    const line = (await screen.findByText(/^Found by/)).textContent;
    expect(line).toMatch(/^Found by kelp \(.*title.*\), plate \(.*title.*\)\.$/);
  });
  it('an item that does not come says why, and comes when asked for again', async () => {
    vi.mocked(client.getRecord).mockRejectedValueOnce(
      new client.AskError('offline', 'The library can’t be reached.'),
    );
    pane();
    await screen.findByText('The library can’t be reached.');
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    await screen.findByRole('heading', { name: /^Kelp on the plate/ });
  });
});
