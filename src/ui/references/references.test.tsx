// @vitest-environment happy-dom
/** One reference of a bibliography: its parts, what it is, what disagrees, and what the reader makes of it. */

import { readFileSync } from 'node:fs';
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { follow, show } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { moment, openWorld } from '../../../tests/fixtures/world';
import type { KeptReference } from '../../browser/references';
import type { ResolvedReference } from '../../core/engine/port';
import { readReference } from '../../core/references/read';
import { decodeModel, type Model } from '../../core/references/tagger';
import { ReferenceRow } from './ReferenceRow';

let world: ReturnType<typeof openWorld>;
let model: Model;
beforeAll(() => {
  world = openWorld(400);
  model = decodeModel(readFileSync('public/models/references.bin'));
}, 60_000);
afterAll(() => world.close());
afterEach(cleanup);

const KELP = storyItemTitled('Kelp on the plate').record;
const { csl } = KELP;
const people = (csl.author ?? []).map((a) => `${a.family}, ${a.given?.[0]}.`).join(', ');
const line = (year: number | string): string =>
  `${people} (${year}). ${csl.title}. ${csl['container-title']}, ${csl.volume}(${csl.issue}), ${csl.page}.`;
const YEAR = csl.issued?.['date-parts']?.[0]?.[0] as number;
const rowOf = (text: string): KeptReference => ({ id: 'r1', ref: readReference(text, model) });
const resolve = (row: KeptReference): ResolvedReference => world.service.resolve([row.ref.csl], moment(), '')[0] as ResolvedReference;
const draw = (first: KeptReference, needBy = '') =>
  follow(first, (row, change) => <ReferenceRow row={row} found={resolve(row)} needBy={needBy} change={change} remove={() => {}} />);

describe('a reference', () => {
  it('has its parts named and in the order of its text, and the record it means with its wait', () => {
    const row = rowOf(line(YEAR));
    const [text, wait] = [row.ref.text, resolve(row).match?.wait.label as string];
    draw(row);
    const parts = [...document.querySelectorAll('[data-role]')].map((e) => e.getAttribute('data-role'));
    expect(parts).toEqual(row.ref.parts.map((p) => p.role));
    const shown = [...document.querySelectorAll('p')].find((p) => p.querySelector('[data-role]')) as HTMLElement;
    for (const name of shown.querySelectorAll('small')) name.remove();
    expect((shown.textContent ?? '').replace(/\s/g, '')).toBe(text.replace(/\s/g, ''));
    expect(screen.getByRole('link', { name: csl.title }).getAttribute('href')).toBe(`/records/${KELP.id}`);
    expect(screen.getByText(wait)).toBeTruthy();
    expect(document.querySelector('.Z3988')?.getAttribute('title')).toContain('rft');
  });
  it('that is wrong in something says what the record says', () => {
    draw(rowOf(line(YEAR - 3)));
    const table = screen.getByRole('table');
    expect(within(table).getByRole('row', { name: `Year ${YEAR - 3} ${YEAR}` })).toBeTruthy();
  });
  it('that is none of those found is set free, and comes back as it was found', () => {
    const had = draw(rowOf(line(YEAR)));
    fireEvent.click(screen.getByRole('button', { name: 'None of these' }));
    expect(had.at(-1)?.chosen).toBeNull();
    // It is still offered, but nothing of the reference is timed by it any more.
    expect(screen.getByText(/^It may be one of/)).toBeTruthy();
    expect(screen.getByText('unknown')).toBeTruthy();
    // A slip can still be made, with all that was read in it.
    const href = new URL(screen.getByRole('link', { name: /^Make slip/ }).getAttribute('href') ?? '', 'http://x');
    expect([href.pathname, href.searchParams.get('rft.atitle')]).toEqual(['/requests/new', csl.title]);
    fireEvent.click(screen.getByRole('button', { name: 'As found' }));
    expect(had.at(-1)?.chosen).toBeUndefined();
    expect(screen.queryByText('unknown')).toBeNull();
  });
  it('carries the day it is needed to its slip', () => {
    draw(rowOf('Ovesen, K. (1971). Tides nobody wrote about. Nowhere Press.'), '2026-11-20');
    const href = new URL(screen.getByRole('link', { name: /^Make slip/ }).getAttribute('href') ?? '', 'http://x');
    expect(href.searchParams.get('need')).toBe('2026-11-20');
  });
  it('is waited for in quiet while the index looks', () => {
    show(<ReferenceRow row={rowOf(line(YEAR))} found={undefined} needBy="" change={() => {}} remove={() => {}} />);
    expect(screen.getByText('…')).toBeTruthy();
    expect(screen.queryByRole('link', { name: /^Make slip/ })).toBeNull();
  });
});

describe('correcting the parts', () => {
  it('the first and the last word are picked, then their part; marks around them stay outside', () => {
    const had = draw(rowOf('Ovesen, K. (1971). “Tides nobody wrote about.” Nowhere Press.'));
    fireEvent.click(screen.getByRole('button', { name: 'Correct the parts' }));
    const word = (text: string): HTMLElement => screen.getByRole('button', { name: text });
    expect((screen.getByRole('button', { name: 'Set' }) as HTMLButtonElement).disabled).toBe(true);
    fireEvent.click(word('about.”'));
    fireEvent.click(word('“Tides'));
    expect(word('wrote').getAttribute('aria-pressed')).toBe('true');
    fireEvent.change(screen.getByRole('combobox'), { target: { value: 'container' } });
    fireEvent.click(screen.getByRole('button', { name: 'Set' }));
    expect(had.at(-1)?.ref.csl['container-title']).toBe('Tides nobody wrote about');
    fireEvent.click(word('“Tides'));
    fireEvent.click(word('about.”'));
    fireEvent.change(screen.getByRole('combobox'), { target: { value: 'title' } });
    fireEvent.click(screen.getByRole('button', { name: 'Set' }));
    expect(had.at(-1)?.ref.csl.title).toBe('Tides nobody wrote about');
    expect(had.at(-1)?.ref.csl['container-title'] ?? '').toBe('');
    fireEvent.click(screen.getByRole('button', { name: 'Done' }));
    expect(screen.queryByRole('combobox')).toBeNull();
  });
});
