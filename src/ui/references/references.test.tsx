// @vitest-environment happy-dom
/**
 * References: one, with its parts, what it is and what disagrees; and a whole bibliography, from the paste to
 * the slips.
 */
import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { follow, INFO, show } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { inTexts, moment, openWorld } from '../../../tests/fixtures/world';
import * as client from '../../browser/client';
import { readTask } from '../../browser/reading';
import { bibliographyOf, ReferenceReader, Stopped } from '../../browser/references';
import type { KeptReference } from '../../browser/rows';
import { slipsOf } from '../../browser/slipRows';
import { theStore } from '../../browser/store';
import type { Reader } from '../../core/model/reader';
import { readReference } from '../../core/references/read';
import { decodeModel, type Model } from '../../core/references/tagger';
import { READERS } from '../../demo/library';
import type { ResolvedReference } from '../../words/answers';
import { forgetLibrary } from '../kit/useLibrary';
import { ReferenceRow } from './ReferenceRow';
import ReferencesView from './ReferencesView';

let world: ReturnType<typeof openWorld>;
let model: Model;
beforeAll(() => {
  world = openWorld(400);
  model = decodeModel(readFileSync('public/models/references.bin'));
});
afterAll(() => world.close());
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const KELP = storyItemTitled('Kelp on the plate').record;
const { csl } = KELP;
const people = (csl.author ?? []).map((a) => `${a.family}, ${a.given?.[0]}.`).join(', ');
const line = (year: number | string): string =>
  `${people} (${year}). ${csl.title}. ${csl['container-title']}, ${csl.volume}(${csl.issue}), ${csl.page}.`;
const YEAR = csl.issued?.['date-parts']?.[0]?.[0] as number;
const rowOf = (text: string): KeptReference => ({ id: 'r1', ref: readReference(text, model) });
const resolve = async (row: KeptReference): Promise<ResolvedReference> =>
  (await inTexts(world.service).resolve([row.ref.csl], moment(), ''))[0] as ResolvedReference;
/** Neither asked for nor kept. */
const ALONE = { slip: undefined, kept: '', keep: { label: 'Set aside', put: () => undefined } };
const draw = (first: KeptReference, needBy = '') =>
  resolve(first).then((found) =>
    // What was found stays what it was: only what the reader makes of it changes.
    follow(first, (row, change) => (
      <ReferenceRow row={row} found={found} needBy={needBy} change={change} remove={() => {}} {...ALONE} />
    )),
  );

describe('a reference', () => {
  it('has its parts named and in the order of its text, and the record it means with its wait', async () => {
    const row = rowOf(line(YEAR));
    const [text, wait] = [row.ref.text, (await resolve(row)).match?.wait.label as string];
    await draw(row);
    const parts = [...document.querySelectorAll('[data-role]')].map((e) => e.getAttribute('data-role'));
    expect(parts).toEqual(row.ref.parts.map((p) => p.role));
    const shown = [...document.querySelectorAll('p')].find((p) =>
      p.querySelector('[data-role]'),
    ) as HTMLElement;
    for (const name of shown.querySelectorAll('small')) name.remove();
    expect((shown.textContent ?? '').replace(/\s/g, '')).toBe(text.replace(/\s/g, ''));
    expect(screen.getByRole('link', { name: csl.title }).getAttribute('href')).toBe(`/records/${KELP.id}`);
    expect(screen.getByText(wait)).toBeTruthy();
    expect(document.querySelector('.Z3988')?.getAttribute('title')).toContain('rft');
  });
  it('that is wrong in something says what the record says', async () => {
    await draw(rowOf(line(YEAR - 3)));
    const table = screen.getByRole('table');
    expect(within(table).getByRole('row', { name: `Year ${YEAR - 3} ${YEAR}` })).toBeTruthy();
  });
  it('that is none of those found is set free, and comes back as it was found', async () => {
    const had = await draw(rowOf(line(YEAR)));
    fireEvent.click(screen.getByRole('button', { name: 'None of these' }));
    expect(had.at(-1)?.chosen).toBeNull();
    // It is still offered, but nothing of the reference is timed by it any more.
    expect(screen.getByText(/^It may be/)).toBeTruthy();
    expect(screen.getByText('Not known')).toBeTruthy();
    // A slip can still be made, with all that was read in it.
    const href = new URL(
      screen.getByRole('link', { name: /^Make slip/ }).getAttribute('href') ?? '',
      'http://x',
    );
    expect([href.pathname, href.searchParams.get('rft.atitle')]).toEqual(['/requests/new', csl.title]);
    fireEvent.click(screen.getByRole('button', { name: 'As found' }));
    expect(had.at(-1)?.chosen).toBeUndefined();
    expect(screen.queryByText('Not known')).toBeNull();
  });
  it('carries the day it is needed to its slip', async () => {
    await draw(rowOf('Ovesen, K. (1971). Tides nobody wrote about. Nowhere Press.'), '2026-11-20');
    const href = new URL(
      screen.getByRole('link', { name: /^Make slip/ }).getAttribute('href') ?? '',
      'http://x',
    );
    expect(href.searchParams.get('need')).toBe('2026-11-20');
  });
  it('is waited for in quiet while the index looks', async () => {
    show(
      <ReferenceRow
        row={rowOf(line(YEAR))}
        found={undefined}
        needBy=""
        change={() => {}}
        remove={() => {}}
        {...ALONE}
      />,
    );
    expect(screen.getByText('…')).toBeTruthy();
    expect(screen.queryByRole('link', { name: /^Make slip/ })).toBeNull();
  });
});

describe('correcting the parts', () => {
  it('the first and the last word are picked, then their part; marks around them stay outside', async () => {
    vi.spyOn(ReferenceReader.prototype, 'read').mockImplementation((task, say) =>
      readTask(task, { say, model: () => Promise.resolve(model) }),
    );
    const had = await draw(rowOf('Ovesen, K. (1971). “Tides nobody wrote about.” Nowhere Press.'));
    fireEvent.click(screen.getByRole('button', { name: 'Correct the parts' }));
    const word = (text: string): HTMLElement => screen.getByRole('button', { name: text });
    expect((screen.getByRole('button', { name: 'Set' }) as HTMLButtonElement).disabled).toBe(true);
    fireEvent.click(word('about.”'));
    fireEvent.click(word('“Tides'));
    expect(word('wrote').getAttribute('aria-pressed')).toBe('true');
    fireEvent.change(screen.getByRole('combobox'), { target: { value: 'container' } });
    fireEvent.click(screen.getByRole('button', { name: 'Set' }));
    await vi.waitFor(() => expect(had.at(-1)?.ref.csl['container-title']).toBe('Tides nobody wrote about'));
    fireEvent.click(word('“Tides'));
    fireEvent.click(word('about.”'));
    fireEvent.change(screen.getByRole('combobox'), { target: { value: 'title' } });
    fireEvent.click(screen.getByRole('button', { name: 'Set' }));
    await vi.waitFor(() => expect(had.at(-1)?.ref.csl.title).toBe('Tides nobody wrote about'));
    expect(had.at(-1)?.ref.csl['container-title'] ?? '').toBe('');
    fireEvent.click(screen.getByRole('button', { name: 'Done' }));
    expect(screen.queryByRole('combobox')).toBeNull();
  });
});

describe('a bibliography', () => {
  const SALT = storyItemTitled('Salt, smoke, weed').record.csl;
  const salt = `${(SALT.author ?? []).map((a) => `${a.family}, ${a.given}`).join('; ')}. ${SALT.title}. ${SALT.publisher}, ${SALT.issued?.['date-parts']?.[0]?.[0]}.`;
  const unknown = 'Ovesen, K. (1971). Tides nobody wrote about. Nowhere Press.';
  const [OLD, NEW] = [READERS.find((r) => r.registered && !r.remote), READERS.find((r) => !r.registered)].map(
    (r) => r?.id ?? '',
  ) as [string, string];
  const stored = () => bibliographyOf(theStore(), OLD);
  beforeEach(async () => {
    const service = inTexts(world.service);
    vi.spyOn(client, 'getLibrary').mockResolvedValue(INFO);
    vi.spyOn(client, 'resolveReferences').mockImplementation(
      async (items, at, need) => service.resolve(items, at, need) as never,
    );
    vi.spyOn(client, 'getWays').mockImplementation(
      async (asked, at, need) => service.ways(asked, at, need) as never,
    );
    vi.spyOn(client, 'getPromise').mockImplementation(
      async (slip, at, history) => service.promise(slip, at, history) as never,
    );
    vi.spyOn(ReferenceReader.prototype, 'read').mockImplementation((task, say) =>
      readTask(task, { say, model: async () => model }),
    );
  });
  afterEach(async () => {
    const store = theStore();
    await Promise.all(
      [store.bibliographies, store.slips, store.pileItems, store.settings].map((t) => t.clear()),
    );
  });
  /** Pastes and reads; resolves when each reference stands where it stands. */
  async function paste(text: string): Promise<HTMLElement> {
    render(<ReferencesView />);
    fireEvent.change(await screen.findByLabelText('References as text'), { target: { value: text } });
    fireEvent.click(screen.getByRole('button', { name: /^Read/ }));
    const right = screen.getByRole('region', { name: 'What they are' });
    await screen.findByText(/reference(s)? read\.$/);
    await waitFor(() => expect(right.getAttribute('aria-busy')).toBe('false'));
    return right;
  }
  const rows = () => screen.getAllByRole('listitem').filter((li) => li.querySelector('[data-role]'));

  it('is read, matched and kept; its bar counts how they stand and narrows to one standing', async () => {
    await paste([line(YEAR), salt, unknown].join('\n\n'));
    expect(screen.getByRole('heading', { name: '3 references' })).toBeTruthy();
    await waitFor(async () => expect((await stored())?.rows).toHaveLength(3));
    const bar = screen.getByRole('group', { name: 'Where they stand' });
    const counts = within(bar)
      .getAllByRole('button')
      .map((b) => Number(/^\d+/.exec(b.textContent ?? '')?.[0]));
    expect(counts.reduce((a, b) => a + b, 0)).toBe(3);
    const first = within(bar).getAllByRole('button')[0] as HTMLElement;
    fireEvent.click(first);
    expect(rows()).toHaveLength(counts[0] as number);
    fireEvent.click(first);
    expect(rows()).toHaveLength(3);
  });
  it('says how many come too late for a day, and that the rest comes in time', async () => {
    await paste(salt);
    fireEvent.change(screen.getByLabelText('Need by'), { target: { value: '2026-11-03' } });
    await screen.findByText('1 too late');
    fireEvent.change(screen.getByLabelText('Need by'), { target: { value: '2027-06-01' } });
    await screen.findByText('all that is known comes in time');
    expect((await stored())?.needBy).toBe('2027-06-01');
  });
  it('text without a reference is said; what was read before and what was pasted both stay', async () => {
    await paste(line(YEAR));
    vi.mocked(ReferenceReader.prototype.read).mockImplementation(async (_, say) =>
      say({ refs: [], done: 0, total: 0, problems: [] }),
    );
    fireEvent.change(screen.getByLabelText('References as text'), { target: { value: 'hm' } });
    fireEvent.click(screen.getByRole('button', { name: 'Read again' }));
    await screen.findByText(/No reference was found in this/);
    expect((screen.getByLabelText('References as text') as HTMLTextAreaElement).value).toBe('hm');
    expect(rows()).toHaveLength(1);
  });
  it('a reading that fails half-way keeps what it has', async () => {
    await paste(unknown);
    vi.mocked(ReferenceReader.prototype.read).mockImplementation(async (_, say) => {
      await readTask({ text: line(YEAR) }, { say, model: async () => model });
      throw new Error('The file ends in the middle.');
    });
    fireEvent.click(screen.getByRole('button', { name: 'Read again' }));
    await screen.findByText('The file ends in the middle.');
    expect(rows()).toHaveLength(1);
    expect((await stored())?.rows[0]?.ref.csl.title).toBe(csl.title);
  });
  it('stopped, what stood there before is back, and what was read until then can be taken', async () => {
    await paste(line(YEAR));
    await waitFor(async () => expect((await stored())?.rows).toHaveLength(1));
    let stop: (error: Error) => void = () => {};
    vi.spyOn(ReferenceReader.prototype, 'stop').mockImplementation(() => stop(new Stopped()));
    vi.mocked(ReferenceReader.prototype.read).mockImplementation(async (_, say) => {
      await readTask(
        { text: [unknown, salt].join('\n\n') },
        { say: (p) => say({ ...p, total: 9 }), model: async () => model },
      );
      await new Promise((_done, fail) => {
        stop = fail;
      });
    });
    fireEvent.change(screen.getByLabelText('References as text'), { target: { value: 'a longer list' } });
    fireEvent.click(screen.getByRole('button', { name: 'Read again' }));
    await waitFor(() => expect(rows()).toHaveLength(2));
    fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
    await screen.findByText('Stopped. What stood here before is back.');
    expect(rows()).toHaveLength(1);
    expect((screen.getByLabelText('References as text') as HTMLTextAreaElement).value).toBe('a longer list');
    await waitFor(async () => expect((await stored())?.rows[0]?.ref.csl.title).toBe(csl.title));
    fireEvent.click(screen.getByRole('button', { name: 'Take those' }));
    expect(rows()).toHaveLength(2);
    fireEvent.click(screen.getByRole('button', { name: 'Bring it back' }));
    expect(rows()).toHaveLength(1);
  });
  it('is cleared, and brought back', async () => {
    await paste([line(YEAR), unknown].join('\n\n'));
    fireEvent.click(screen.getByRole('button', { name: 'Clear' }));
    expect(screen.getByRole('heading', { name: 'What comes out' })).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Bring it back' }));
    expect(rows()).toHaveLength(2);
    await waitFor(async () => expect((await stored())?.rows).toHaveLength(2));
  });
  it('when the index can’t be reached the rows stay, the failure is said, and trying again finds them', async () => {
    const answer = vi
      .mocked(client.resolveReferences)
      .getMockImplementation() as typeof client.resolveReferences;
    vi.mocked(client.resolveReferences).mockRejectedValue(
      new client.AskError('offline', 'The library can’t be reached.'),
    );
    render(<ReferencesView />);
    fireEvent.change(await screen.findByLabelText('References as text'), { target: { value: line(YEAR) } });
    fireEvent.click(screen.getByRole('button', { name: 'Read' }));
    await screen.findByText(/The library can’t be reached/);
    expect(rows()).toHaveLength(1);
    vi.mocked(client.resolveReferences).mockImplementation(answer);
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    await screen.findByRole('link', { name: csl.title });
    expect(screen.queryByText(/can’t be reached/)).toBeNull();
  });
  it('what is missing goes into Outgoing together: once each, copies only with the statement, the rest as drafts', async () => {
    await paste([salt, unknown, salt.replace('.', ' .')].join('\n\n'));
    fireEvent.click(screen.getByRole('button', { name: /^Slips for the \d missing/ }));
    const review = await screen.findByRole('region', { name: 'Slips for what is missing' });
    const boxes = within(review).getAllByRole('checkbox', { name: /^Slip for/ }) as HTMLInputElement[];
    const going = boxes.filter((b) => b.checked).length;
    expect(going).toBeGreaterThan(0);
    expect(within(review).getByText(/It stands in this list before/)).toBeTruthy();
    const send = within(review).getByRole('button', { name: /^Send \d slips?/ }) as HTMLButtonElement;
    expect(send.textContent).toMatch(new RegExp(`^Send ${going} slip`));
    const put = within(review).getByRole('button', {
      name: 'Put into Outgoing instead',
    }) as HTMLButtonElement;
    for (const box of within(review).queryAllByRole('checkbox', { name: /^For each copy/ })) {
      expect(put.disabled).toBe(true);
      fireEvent.click(box);
    }
    fireEvent.click(put);
    await within(screen.getByRole('region', { name: 'What they are' })).findByText(
      new RegExp(`^${going} in Outgoing`),
    );
    const slips = await slipsOf(theStore(), OLD);
    expect(slips.filter((s) => s.state === 'outgoing')).toHaveLength(going);
    expect(new Set(slips.map((s) => s.item.title)).size).toBe(slips.length);
    // What has gone is said at its line, and is not offered again.
    fireEvent.click(screen.getByRole('button', { name: 'Close' }));
    const asked = await screen.findAllByRole('link', { name: /^Asked for: / });
    expect(asked.length).toBeGreaterThanOrEqual(going);
    expect(screen.getByRole('button', { name: /asked for/ }).textContent).toContain(String(asked.length));
    expect(screen.queryByRole('button', { name: new RegExp(`^Slips for the ${going} missing`) })).toBeNull();
    for (const s of slips.filter((x) => x.state === 'outgoing'))
      expect(s.promised?.median, s.item.title).toBeTruthy();
  });
  it('somebody who never used interlibrary loan registers with the first slips', async () => {
    const reader = READERS.find((r) => r.id === NEW) as Reader;
    vi.spyOn(client, 'getLibrary').mockResolvedValue({ ...INFO, reader });
    forgetLibrary();
    await paste(salt);
    fireEvent.click(screen.getByRole('button', { name: 'A slip for the one missing' }));
    const review = await screen.findByRole('region', { name: 'Slips for what is missing' });
    const put = within(review).getByRole('button', {
      name: 'Put into Outgoing instead',
    }) as HTMLButtonElement;
    expect(put.disabled).toBe(true);
    expect(within(review).getByText(/^Register first/)).toBeTruthy();
    fireEvent.change(within(review).getByLabelText('Home address'), {
      target: { value: '4 Mole Row, Quayside' },
    });
    fireEvent.click(within(review).getByLabelText(/Register me/));
    fireEvent.click(put);
    await screen.findByText(/^1 in Outgoing/);
    expect(await slipsOf(theStore(), NEW)).toHaveLength(1);
    expect((await theStore().settings.get('contacts'))?.value).toMatchObject({
      [NEW]: { address: '4 Mole Row, Quayside' },
    });
  });
});
