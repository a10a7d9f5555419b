// @vitest-environment happy-dom
/** Asking: the box with its suggestions, rows of fields, commands; one search in all of them. */
import 'fake-indexeddb/auto';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { follow, hereAt, show } from '../../../tests/fixtures/here';
import * as client from '../../browser/client';
import { remember } from '../../browser/searches';
import { theStore } from '../../browser/store';
import { isoDay } from '../../core/model/time';
import { NEW_SEARCH, printRequest, type SearchRequest } from '../../core/query/request';
import ByFields from './ByFields';
import Commands from './Commands';
import { SearchBox, type WayOfAsking } from './SearchBox';

afterEach(async () => {
  cleanup();
  vi.restoreAllMocks();
  await theStore().history.clear();
});

describe('by fields', () => {
  const rows = (q: string): { asked: string[]; had: SearchRequest[] } => {
    const asked: string[] = [];
    const had = follow({ ...NEW_SEARCH, q }, (request, change) => (
      <ByFields q={request.q} request={request} change={change} set={(next) => asked.push(next)} />
    ));
    return { asked, had };
  };
  it('a search of the box stands in rows, and what is edited there reads as one again', () => {
    const { asked } = rows('title:kelp by:lind -review');
    const fields = screen.getAllByRole('combobox', { name: /field$/ }) as HTMLSelectElement[];
    expect(fields.map((f) => f.value)).toEqual(['title', 'by', 'anywhere']);
    expect((screen.getByRole('combobox', { name: 'Row 3, joined by' }) as HTMLSelectElement).value).toBe(
      'not',
    );
    fireEvent.change(screen.getByRole('textbox', { name: 'Row 1, words' }), { target: { value: 'dulse' } });
    expect(asked.at(-1)).toBe('title:dulse by:lind NOT review');
    fireEvent.click(screen.getByRole('button', { name: 'Remove row 2' }));
    expect(asked.at(-1)).toBe('title:dulse NOT review');
    expect(screen.getByText('reads: title:dulse NOT review')).toBeTruthy();
  });
  it('rows come and go; the last one is emptied and not removed', () => {
    const { asked } = rows('kelp');
    fireEvent.click(screen.getByRole('button', { name: 'Add a row' }));
    expect(screen.getAllByRole('textbox')).toHaveLength(2);
    fireEvent.change(screen.getByRole('combobox', { name: 'Row 2, joined by' }), { target: { value: 'or' } });
    fireEvent.change(screen.getByRole('textbox', { name: 'Row 2, words' }), { target: { value: 'dulse' } });
    expect(asked.at(-1)).toBe('kelp OR dulse');
    fireEvent.click(screen.getByRole('button', { name: 'Remove row 2' }));
    fireEvent.click(screen.getByRole('button', { name: 'Remove row 1' }));
    expect([asked.at(-1), screen.getAllByRole('textbox').length]).toEqual(['', 1]);
  });
  it('a field that has no such relation takes its own first', () => {
    rows('"edible shore"');
    fireEvent.change(screen.getByRole('combobox', { name: 'Row 1, field' }), { target: { value: 'isbn' } });
    const relation = screen.getByRole('combobox', { name: 'Row 1, relation' }) as HTMLSelectElement;
    expect([...relation.options].map((o) => o.value)).toContain(relation.value);
  });
  it('limits are conditions of the same search', () => {
    const { had } = rows('kelp');
    fireEvent.click(screen.getByRole('checkbox', { name: 'Large print' }));
    fireEvent.click(screen.getByRole('checkbox', { name: 'Danish' }));
    fireEvent.click(screen.getByRole('checkbox', { name: /^spoken/ }));
    expect(had.at(-1)?.keep).toEqual({ carrier: ['large-print', 'audiobook'], language: ['da'] });
    fireEvent.click(screen.getByRole('checkbox', { name: 'Large print' }));
    expect(had.at(-1)?.keep.carrier).toEqual(['audiobook']);
  });
});

describe('commands', () => {
  it('a fault stands under the character at which reading stopped', () => {
    show(
      <Commands
        text="dc.title = kelp and"
        set={() => {}}
        fault={{ text: 'A word is missing here.', at: 19 }}
      />,
    );
    expect(screen.getByRole('alert').textContent).toBe('A word is missing here.');
    expect(document.querySelector('[aria-hidden]')?.textContent).toBe(`${' '.repeat(19)}^`);
    expect(screen.getByRole('searchbox').getAttribute('aria-invalid')).toBe('true');
  });
});

describe('the box', () => {
  const suggestions = [
    { kind: 'title', text: 'Kelp on the plate', count: 1, id: 'tu1' },
    { kind: 'person', text: 'Kelpmann, Ida', count: 12 },
    { kind: 'subject', text: 'Kelps', count: 40 },
  ] as const;
  interface Asked {
    readonly q: string;
    readonly need: string | null;
    readonly syntax: string;
  }
  const thought: (readonly unknown[])[] = [];
  const box = (request: SearchRequest = NEW_SEARCH): Asked[] => {
    thought.length = 0;
    vi.spyOn(client, 'getSuggestions').mockResolvedValue({ suggestions } as never);
    const asked: Asked[] = [];
    follow<WayOfAsking>('words', (way, setWay) => (
      <SearchBox
        request={request}
        ask={(q, needBy, syntax) => asked.push({ q, need: needBy === null ? null : isoDay(needBy), syntax })}
        soon={(...words) => thought.push(words)}
        change={() => {}}
        fault={null}
        way={way}
        setWay={setWay}
      />
    ));
    return asked;
  };
  const type = (text: string): HTMLElement => {
    const input = screen.getByRole('combobox');
    fireEvent.change(input, { target: { value: text } });
    return input;
  };
  it('asks what is typed, by the day it is needed', () => {
    const asked = box();
    const input = type('  kelp farming ');
    fireEvent.change(screen.getByLabelText('Need by'), { target: { value: '2026-11-20' } });
    fireEvent.submit(input);
    expect(asked).toEqual([{ q: 'kelp farming', need: '2026-11-20', syntax: 'plain' }]);
  });
  it('says what may be asked soon when its writer pauses, once, and not what was written on', async () => {
    box();
    type('kel');
    type(' kelp far ');
    await waitFor(() => expect(thought).toEqual([['kelp far', null, 'plain']]));
    fireEvent.submit(type('kelp farming'));
    await new Promise((done) => setTimeout(done, 400));
    expect(thought).toHaveLength(1);
  });
  it('a day in the past is said, and the search goes ahead without it', () => {
    const asked = box();
    fireEvent.change(screen.getByLabelText('Need by'), { target: { value: '2026-10-01' } });
    expect(screen.getByRole('alert').textContent).toContain('lies in the past');
    fireEvent.submit(type('kelp'));
    expect(asked[0]?.need).toBeNull();
  });
  it('suggestions are walked by arrows, past the end back to the text, and taken by Enter', async () => {
    // Without a layout nothing has a size, and what has none is passed over.
    vi.spyOn(HTMLElement.prototype, 'offsetWidth', 'get').mockReturnValue(1);
    Element.prototype.scrollIntoView = () => undefined;
    await import('@github/combobox-nav');
    const asked = box();
    const input = type('kelp');
    await waitFor(() => expect(screen.getAllByRole('option')).toHaveLength(3));
    await waitFor(() => expect(input.getAttribute('aria-haspopup')).toBe('listbox'));
    expect(input.getAttribute('aria-expanded')).toBe('true');
    const picked = () =>
      screen.queryByRole('option', { selected: true })?.querySelector('b')?.textContent ?? null;
    const seen = [picked()];
    for (let i = 0; i < 4; i++) {
      fireEvent.keyDown(input, { key: 'ArrowDown' });
      seen.push(picked());
    }
    expect(seen).toEqual([null, 'Kelp on the plate', 'Kelpmann, Ida', 'Kelps', null]);
    fireEvent.keyDown(input, { key: 'ArrowUp' });
    expect(picked()).toBe('Kelps');
    fireEvent.keyDown(input, { key: 'Enter' });
    expect(asked.at(-1)?.q).toBe('subject:"Kelps"');
  });
  it('Escape puts them away and leaves the text', async () => {
    box();
    const input = type('kelp') as HTMLInputElement;
    await screen.findAllByRole('option');
    fireEvent.keyDown(input, { key: 'Escape' });
    await waitFor(() => expect(screen.queryAllByRole('option')).toHaveLength(0));
    expect(input.value).toBe('kelp');
  });
  it('what was asked before comes first', async () => {
    const { reader, moment } = hereAt();
    const past = { ...NEW_SEARCH, q: 'kelp and iodine' };
    await remember(theStore(), {
      reader: reader.id,
      address: printRequest(past).toString(),
      q: past.q,
      sentence: 'About kelp and iodine.',
      at: moment.at,
      total: 77,
    });
    box();
    type('iod');
    const option = await screen.findByRole('option', { name: /kelp and iodine/ });
    expect(within(option).getByText('asked before')).toBeTruthy();
    expect(screen.getAllByRole('option')[0]).toBe(option);
  });
  it('one character asks for nothing', async () => {
    box();
    type('k');
    await new Promise((done) => setTimeout(done, 200));
    expect(client.getSuggestions).not.toHaveBeenCalled();
  });
  it('goes from words to commands with the same search', async () => {
    box({ ...NEW_SEARCH, q: 'title:kelp' });
    fireEvent.click(screen.getByRole('button', { name: 'In CQL' }));
    const cql = (await screen.findByRole('searchbox', { name: 'A search in CQL' })) as HTMLInputElement;
    expect(cql.value).toMatch(/^dc\.title\b.*kelp/);
    fireEvent.change(cql, { target: { value: 'dc.title = kelp and' } });
    fireEvent.click(screen.getByRole('button', { name: 'In words' }));
    expect((await screen.findByRole('alert')).textContent).toContain('can’t be read yet, so it stays here');
    expect(cql.value).toBe('dc.title = kelp and');
  });
});
