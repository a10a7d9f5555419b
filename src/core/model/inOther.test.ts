import { describe, expect, it } from 'vitest';
import { liveStatuses } from '../circulation/live';
import { libraryIn, ownNameOf, recordIn, type Saying, termIn } from './inOther';
import type { Copy, DiscoveryRecord } from './record';

const week = [null, null, null, null, null, null, null];
const library = {
  name: 'Library',
  campuses: [
    {
      id: 'quay',
      name: 'Quay House',
      about: 'main',
      levels: [
        { name: 'Level 0', about: 'Desk' },
        { name: 'Level 1', about: 'Shelves' },
      ],
    },
    { id: 'fell', name: 'Fell House', about: 'sciences' },
  ],
  partners: [{ id: 'ost', name: 'Ostmere', agency: 'X-OST' }],
  elsewhere: [
    {
      id: 'coast',
      name: 'Coast Archive',
      hours: week,
      bring: ['A pencil.'],
      conditions: [],
      appointment: { email: 'a@coast.example', days: 3, asks: ['What for.'] },
    },
  ],
  words: {
    country: 'Here',
    partnership: '',
    desk: '',
    footer: 'Made up.',
    about: ['One.'],
    examples: {},
    inOther: {
      de: {
        name: 'Bibliothek',
        footer: 'Erfunden.',
        campuses: {
          quay: { name: 'Kaihaus', levels: [{ name: 'Ebene 0' }, { name: 'Ebene 1', about: 'Regale' }] },
        },
        partners: { ost: { name: 'Ostmeer' } },
        elsewhere: { coast: { bring: ['Einen Bleistift.'], asks: ['Wofür.'] } },
      },
    },
  },
} as unknown as Saying;
const german = libraryIn(library, 'de');

describe('a library in another language', () => {
  it('is called, and calls its places and neighbours, as it says in that; the rest is as in its own', () => {
    expect(german.name).toBe('Bibliothek');
    expect(german.campuses.map((c) => c.name)).toEqual(['Kaihaus', 'Fell House']);
    expect(german.campuses[0]?.levels?.map((l) => [l.name, l.about])).toEqual([
      ['Ebene 0', 'Desk'],
      ['Ebene 1', 'Regale'],
    ]);
    expect(german.partners).toEqual([{ id: 'ost', name: 'Ostmeer', agency: 'X-OST' }]);
    expect(german.elsewhere?.[0]).toMatchObject({
      name: 'Coast Archive',
      bring: ['Einen Bleistift.'],
      appointment: { days: 3, asks: ['Wofür.'] },
    });
    expect(german.words).toMatchObject({ country: 'Here', footer: 'Erfunden.' });
    expect(german.words).not.toHaveProperty('inOther');
  });
  it('is its own in a language that it says nothing in, also where that is a word of every object', () => {
    for (const language of ['fr', 'constructor', '__proto__']) {
      const said = libraryIn(library, language);
      expect(said.campuses).toBe(library.campuses);
      expect(said.name).toBe('Library');
    }
  });
  it('says levels of copies in that language, and leaves what it does not know', () => {
    const copies = [
      { campus: 'quay', location: 'Level 1' },
      { campus: 'quay', location: 'Attic' },
      { campus: 'fell', location: 'Level 1' },
    ] as unknown as Copy[];
    const said = recordIn(library, german)({ id: 'r', copies } as unknown as DiscoveryRecord);
    expect(said.copies?.map((c) => c.location)).toEqual(['Ebene 1', 'Attic', 'Level 1']);
    expect(copies[0]?.location).toBe('Level 1');
  });
  it('says a term of a course with the name that its rules have for it', () => {
    const saying = { words: { inOther: { de: { rules: { 'Autumn term': 'Herbstsemester' } } } } };
    const called = termIn(saying as unknown as Saying, 'de');
    expect(
      ['Autumn term 2026', 'Autumn term', 'Autumn terms 2026', 'Term 1', 'constructor'].map(called),
    ).toEqual(['Herbstsemester 2026', 'Herbstsemester', 'Autumn terms 2026', 'Term 1', 'constructor']);
    expect(termIn(saying as unknown as Saying, 'fr')('Autumn term 2026')).toBe('Autumn term 2026');
    expect(termIn({}, 'de')('Autumn term 2026')).toBe('Autumn term 2026');
  });
  it('is known to desks by its own names', () => {
    expect(german.campuses.map(ownNameOf)).toEqual(['Quay House', 'Fell House']);
    const copies = [{ campus: 'quay', callNumber: 'QK 1', status: { state: 'in' } }] as unknown as Copy[];
    const live = [{ label: 'QK 1', department: 'Quay House', status: { state: 'missing' } as const }];
    expect(liveStatuses(copies, live, german.campuses)).toEqual([{ state: 'missing' }]);
  });
});
