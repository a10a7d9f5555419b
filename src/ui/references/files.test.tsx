// @vitest-environment happy-dom
/**
 * Files in and out of a bibliography: columns that nobody knows are asked about; what goes out comes in
 * again.
 */
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { openPanel, show } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import { formatOf, readAs } from '../../core/formats/read';
import type { CslItem, ReferenceItem } from '../../core/model/record';
import { ColumnChooser } from './ColumnChooser';
import { Export } from './Export';

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

describe('columns', () => {
  const open = (headings: readonly string[]) => {
    const [take, close] = [vi.fn(), vi.fn()];
    show(
      <ColumnChooser asked={{ name: 'lijst.csv', file: new Blob(), headings }} take={take} close={close} />,
    );
    return { take, close };
  };
  const ready = () =>
    (screen.getByRole('button', { name: 'Read it' }) as HTMLButtonElement).disabled === false;
  it('what is known by its heading is filled in; one must be the title before it is read', () => {
    const { take } = open(['Wat', 'Year', 'ISBN']);
    expect((screen.getByLabelText('Year') as HTMLSelectElement).value).toBe('year');
    expect([ready(), screen.queryByText('One column must be the title.') !== null]).toEqual([false, true]);
    fireEvent.change(screen.getByLabelText('Wat'), { target: { value: 'title' } });
    expect(ready()).toBe(true);
    fireEvent.change(screen.getByLabelText('ISBN'), { target: { value: '' } });
    fireEvent.click(screen.getByRole('button', { name: 'Read it' }));
    expect(take).toHaveBeenCalledExactlyOnceWith({ Wat: 'title', Year: 'year', ISBN: '' });
  });
  it('can be left alone', () => {
    const { take, close } = open(['a']);
    fireEvent.click(screen.getByRole('button', { name: 'Leave it' }));
    expect([take.mock.calls.length, close.mock.calls.length]).toEqual([0, 1]);
  });
});

describe('the corrected bibliography', () => {
  const record = storyItemTitled('Kelp on the plate').record.csl as CslItem;
  const said: ReferenceItem = {
    type: 'book',
    title: 'Tides nobody wrote about',
    author: [{ family: 'Ovesen', given: 'K.' }],
  };
  const wrong: ReferenceItem = { type: 'article-journal', title: 'Kelp on the plaet' };
  it.each([
    ['RIS', 'ris', 'references.ris'],
    ['BibTeX', 'bibtex', 'references.bib'],
    ['CSL-JSON', 'csl', 'references.json'],
    ['MARCXML', 'marcxml', 'references.xml'],
    ['MARC 21', 'marc', 'references.mrc'],
    ['CSV', 'csv', 'references.csv'],
  ] as const)(
    'as %s has the record’s details where it was found, else what was read',
    async (label, format, name) => {
      let saved: Blob | null = null;
      vi.spyOn(URL, 'createObjectURL').mockImplementation((blob) => {
        saved = blob as Blob;
        return 'blob:x';
      });
      const clicked: string[] = [];
      vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(function (this: HTMLAnchorElement) {
        clicked.push(this.download);
      });
      show(
        <Export
          items={[
            { said: wrong, record },
            { said, record: null },
          ]}
        />,
      );
      const panel = await openPanel('Save the corrected bibliography as a file');
      fireEvent.click(within(panel).getByRole('button', { name: label }));
      await waitFor(() => expect(clicked).toEqual([name]));
      const bytes = new Uint8Array(await (saved as unknown as Blob).arrayBuffer());
      expect(formatOf('file', bytes)).toBe(format);
      const { items, problems } = readAs(format, bytes);
      expect(problems).toEqual([]);
      expect(items.map((i) => i.title.toLowerCase())).toEqual([
        record.title.toLowerCase(),
        said.title?.toLowerCase(),
      ]);
      expect(items[0]?.DOI).toBe(record.DOI);
      expect(items[1]?.author?.[0]?.family ?? items[1]?.author?.[0]?.literal).toContain('Ovesen');
      expect(new Set(items.map((i) => i.id)).size).toBe(2);
    },
  );
});
