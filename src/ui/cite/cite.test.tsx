// @vitest-environment happy-dom
/** When the processor is made ready for a sheet that nobody has opened yet. */
import 'fake-indexeddb/auto';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeAll, beforeEach, expect, it, vi } from 'vitest';
import { hereAt, show } from '../../../tests/fixtures/here';
import { correct } from '../../browser/corrections';
import { theStore } from '../../browser/store';
import type { ReferenceItem } from '../../core/model/record';
import { Cite } from './Cite';
import type { ToCite } from './CiteSheet';

const calls = vi.hoisted((): unknown[][] => []);
vi.mock('../../browser/citing', () => ({
  Citer: class {
    prepare = (): void => undefined;
    stop = (): void => undefined;
    cite = async (): Promise<void> => undefined;
    makeReady = async (_store: unknown, ...how: unknown[]): Promise<void> => void calls.push(how);
  },
}));
vi.mock('../../browser/further', () => ({ getStyles: async () => ({ styles: [], locales: [] }) }));

const things: readonly ToCite[] = [
  { key: 'r:tu1', csl: { type: 'book', title: 'The edible shore' } as ReferenceItem },
];
const here = hereAt();
const CITED = {
  ...here,
  settings: {
    ...here.settings,
    citeAs: { [here.reader.id]: { style: 'apa', title: 'APA', locale: 'de-DE', byRecord: false } },
  },
};
// What is large about it is there: what is waited for is the moment, and not the disk.
beforeAll(() => import('./CiteSheet'));
beforeEach(() => void calls.splice(0));
afterEach(cleanup);
const wait = (ms: number) => act(() => new Promise((done) => setTimeout(done, ms)));

it('a long pile is set ahead a moment after it stands there, once, with what its reader filled in', async () => {
  const own = { reader: here.reader.id, key: 'r:tu1' };
  await correct(theStore(), own, 'publisher', 'Harrow Tide Press');
  show(<Cite things={() => things} long />, CITED);
  expect(calls).toEqual([]);
  await vi.waitFor(() => expect(calls).toHaveLength(1), 20_000);
  expect(calls).toEqual([
    [
      { style: 'apa', locale: 'de-DE', byRecord: false },
      [{ id: 'r:tu1', type: 'book', title: 'The edible shore', publisher: 'Harrow Tide Press' }],
      'leisure',
    ],
  ]);
  fireEvent.pointerEnter(screen.getByRole('button'));
  await wait(300);
  expect(calls).toHaveLength(1);
});
it('nothing is set ahead beside a sheet that was opened, nor for who has never cited', async () => {
  show(<Cite things={() => things} long />, CITED);
  fireEvent.click(screen.getByRole('button'));
  await wait(1500);
  expect(calls).toEqual([]);
  cleanup();
  show(<Cite things={() => things} long />, here);
  await wait(1500);
  expect(calls).toEqual([]);
});
