// @vitest-environment happy-dom
/**
 * The right side of the shell: clock, reader, theme, keys, commands; and the notice when the browser keeps
 * nothing.
 */
import 'fake-indexeddb/auto';
import { act, cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import Dexie from 'dexie';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { INFO, openPanel } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import * as client from '../../browser/client';
import { readSettings } from '../../browser/settings';
import { theStore } from '../../browser/store';
import { noteTrouble } from '../../browser/trouble';
import type { Reader } from '../../core/model/reader';
import type { Slip } from '../../core/model/slip';
import { markSent, putInOutgoing } from '../../core/requests/lifecycle';
import { newSlip } from '../../core/requests/slip';
import { READERS } from '../../demo/library';
import { forgetLibrary } from '../kit/useLibrary';
import { Notice } from './Notice';
import ShellTools from './Tools';

const READER = READERS[0] as Reader;
const PROMISED = { median: '2026-11-06T09:10', likely: '2026-11-09T09:10', chance: 0.9, lines: [], total: 0 };
const slip = (): Slip => {
  const { record } = storyItemTitled('The nori century');
  const draft = newSlip({
    id: 'S-shell',
    record,
    reader: READER,
    wanted: 'loan',
    route: 'ill-loan',
    from: 'lending',
    needBy: '',
    now: INFO.now,
  });
  return markSent(putInOutgoing(draft, PROMISED, INFO.now), INFO.now);
};
/** What opens comes when it is opened. */
const SLOW = { timeout: 8000 };
beforeEach(async () => {
  forgetLibrary();
  vi.spyOn(client, 'getLibrary').mockResolvedValue(INFO);
  vi.spyOn(client, 'getNews').mockResolvedValue({ messages: [], notices: [] } as never);
  document.body.innerHTML = '<span id="notices-count"></span><div id="notice"></div>';
});
afterEach(async () => {
  cleanup();
  vi.restoreAllMocks();
  localStorage.clear();
  await Promise.all([theStore().settings.clear(), theStore().slips.clear()]);
});
async function open(): Promise<void> {
  render(<ShellTools />);
  await screen.findByRole('button', { name: `Reading as ${READER.name}. Account` });
}
const clock = async (): Promise<string | null> => (await readSettings(theStore())).clock;

describe('the demo’s clock', () => {
  it('shows the moment and moves forward by its steps', async () => {
    await open();
    expect(screen.getByRole('button', { name: 'Demo clock: Mon 2 Nov 09:10. Move it' })).toBeTruthy();
    for (const [step, to] of [
      ['In two hours', '2026-11-02T11:10'],
      ['Next day, 9:10', '2026-11-03T09:10'],
      ['In a week, 9:10', '2026-11-10T09:10'],
    ] as const) {
      fireEvent.click(
        await within(await openPanel(/^Demo clock/)).findByRole('button', { name: step }, SLOW),
      );
      await waitFor(async () => expect(await clock()).toBe(to));
      await screen.findByRole('button', { name: new RegExp(`^Demo clock: .*${to.slice(11)}`) });
    }
  });
  it('goes to the next promised arrival where something is under way', async () => {
    await theStore().slips.put(slip());
    await open();
    fireEvent.click(
      await within(await openPanel(/^Demo clock/)).findByRole(
        'button',
        { name: /^To the next promised arrival, Mon 9 Nov/ },
        SLOW,
      ),
    );
    await waitFor(async () => expect(await clock()).toBe(PROMISED.likely));
    // It is passed now: nothing more is promised.
    await screen.findByRole('button', { name: /^Demo clock: Mon 9 Nov/ });
    expect(
      within(await openPanel(/^Demo clock/)).queryByRole('button', { name: /^To the next promised/ }),
    ).toBeNull();
  });
});

describe('who reads', () => {
  it('is said, with the way out', async () => {
    await open();
    const list = await openPanel(/^Reading as/);
    expect(await within(list).findByText(`Signed in as ${READER.name}`)).toBeTruthy();
    const left = vi.spyOn(client, 'post').mockReturnValue(new Promise(() => undefined));
    fireEvent.click(within(list).getByRole('button', { name: 'Sign out' }));
    expect(left).toHaveBeenCalledWith('/sign-out', {});
  });
  it('where nobody is signed in: the way in and back to here, and from where one looks without', async () => {
    vi.spyOn(client, 'getLibrary').mockResolvedValue({ ...INFO, reader: null });
    forgetLibrary();
    render(<ShellTools />);
    await screen.findByRole('button', { name: 'Not signed in. Where from' });
    const list = await openPanel(/^Not signed in/);
    const way = await within(list).findByRole('link', { name: 'Sign in' });
    expect(way.getAttribute('href')).toMatch(/^\/sign-in\?to=%2F/);
    const [, , third] = INFO.campuses;
    fireEvent.change(within(list).getByLabelText('studies at'), { target: { value: third?.id } });
    await waitFor(async () =>
      expect((await readSettings(theStore())).situation).toMatchObject({ campus: third?.id, remote: false }),
    );
    fireEvent.click(within(list).getByLabelText(/^at a distance/));
    await waitFor(async () => expect((await readSettings(theStore())).situation?.remote).toBe(true));
    expect((await readSettings(theStore())).situation?.campus).toBe(third?.id);
  });
});

describe('the theme', () => {
  it('turns, is kept, and turns for this page where nothing can be kept', async () => {
    document.documentElement.dataset.theme = 'light';
    await open();
    fireEvent.click(screen.getByRole('button', { name: 'Dark' }));
    expect([document.documentElement.dataset.theme, localStorage.getItem('legendum.theme')]).toEqual([
      'dark',
      'dark',
    ]);
    vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('blocked', 'SecurityError');
    });
    fireEvent.click(screen.getByRole('button', { name: 'Light' }));
    expect(document.documentElement.dataset.theme).toBe('light');
  });
});

describe('keys and commands', () => {
  it('? shows the keys, but not while somebody types', async () => {
    await open();
    const box = document.body.appendChild(document.createElement('textarea'));
    fireEvent.keyDown(box, { key: '?' });
    expect(screen.queryByRole('heading', { name: 'Keys' })).toBeNull();
    fireEvent.keyDown(document.body, { key: '?' });
    const list = (await screen.findByRole('heading', { name: 'Keys' }, SLOW)).parentElement as HTMLElement;
    expect(within(list).getByText('back to the Breakdown')).toBeTruthy();
  });
  it('Ctrl K finds a slip, a view by name; and offers the words as a search', async () => {
    Element.prototype.scrollIntoView = () => {};
    await theStore().slips.put(slip());
    await open();
    fireEvent.keyDown(document.body, { key: 'k', ctrlKey: true });
    const input = await screen.findByPlaceholderText('Where to, or what to do');
    const find = (text: string) => fireEvent.change(input, { target: { value: text } });
    find('nori');
    expect(await screen.findByText(/^The nori century/)).toBeTruthy();
    expect(screen.getByText('Search for “nori”')).toBeTruthy();
    expect(screen.queryByText('Databases')).toBeNull();
    find('loans');
    expect(await screen.findByText('Loans')).toBeTruthy();
  });
});

describe('the notice', () => {
  const failed = (error: unknown) => {
    const event = Object.assign(new Event('unhandledrejection', { cancelable: true }), { reason: error });
    act(() => void window.dispatchEvent(event));
    return event;
  };
  const full = () => new Dexie.QuotaExceededError('full');
  it('tells of a change that was lost, each time; what was read stays read until then', async () => {
    render(<Notice />);
    expect(screen.queryByRole('alert')).toBeNull();
    expect(failed(full()).defaultPrevented).toBe(true);
    expect((await screen.findByRole('alert')).textContent).toContain('no room left');
    fireEvent.click(screen.getByRole('button', { name: 'I have read this' }));
    expect(screen.queryByRole('alert')).toBeNull();
    act(() => void noteTrouble(full()));
    expect(screen.queryByRole('alert')).toBeNull();
    failed(full());
    expect(screen.getByRole('alert').textContent).toContain('no room left');
  });
  it('leaves other faults to the console', () => {
    render(<Notice />);
    expect(failed(new TypeError('x')).defaultPrevented).toBe(false);
  });
});
