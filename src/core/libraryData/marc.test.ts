/** What a library's own cataloguing comes to: copies and details of MARC, by its mapping. */
import { describe, expect, it } from 'vitest';
import type { MarcField, MarcRecord } from '../formats/marc';
import { itemOfMarc } from '../formats/marcItems';
import { type Mapping, readMapping } from './mapping';
import { copiesOfMarc, dayIn } from './marcCopies';
import { detailsOf, hostsOf } from './marcDetails';

const f = (tag: string, ...subfields: (readonly [string, string])[]): MarcField => ({
  tag,
  ind1: ' ',
  ind2: ' ',
  subfields,
});
const marc = (fields: readonly MarcField[], more: Partial<MarcRecord> = {}): MarcRecord => ({
  leader: '00000nam a2200000 a 4500',
  control: [['001', 'x']],
  fields,
  ...more,
});
const mappingOf = (file: object): Mapping => {
  const { mapping, problems } = readMapping(file);
  expect(problems).toEqual([]);
  return mapping;
};
const PIECES = {
  copies: {
    field: '852',
    campus: 'b',
    level: 'c',
    callNumber: ['h', 'i'],
    items: { field: '876', status: 'j', due: 'd', rule: 'h', queue: 'q' },
  },
  campuses: { HG: 'haus' },
  levels: { MAG: 'Magazin' },
  statuses: { verfügbar: 'in', entliehen: 'out' },
  rules: { 'kurz ': 'short-loan' },
};

describe('copies in MARC', () => {
  it('are the pieces of a place, linked to it by number', () => {
    const { copies, problems } = copiesOfMarc(
      marc([
        f('852', ['8', '1'], ['b', 'hg'], ['c', 'MAG'], ['h', '641.3'], ['i', 'KEL']),
        f('852', ['8', '2'], ['b', 'HG'], ['c', 'EG'], ['h', '641.3']),
        f('876', ['8', '1.1'], ['j', 'Verfügbar']),
        f('876', ['8', '1.2'], ['j', 'entliehen'], ['d', '1.12.2026'], ['q', '3'], ['h', 'Kurz']),
      ]),
      mappingOf(PIECES),
      new Set(['haus', 'other']),
    );
    expect(problems).toEqual([]);
    expect(copies).toEqual([
      { campus: 'haus', location: 'Magazin', callNumber: '641.3 KEL', status: { state: 'in' }, rule: 'loan' },
      {
        campus: 'haus',
        location: 'Magazin',
        callNumber: '641.3 KEL',
        status: { state: 'out', due: '2026-12-01', queue: 3 },
        rule: 'short-loan',
      },
      // A place without pieces is a copy itself.
      { campus: 'haus', location: 'EG', callNumber: '641.3', status: { state: 'in' }, rule: 'loan' },
    ]);
  });
  it('at places that nobody named are left out; in states that nobody named they count as missing', () => {
    const { copies, problems } = copiesOfMarc(
      marc([
        f('852', ['8', '1'], ['b', 'moon']),
        f('852', ['8', '2'], ['b', 'HG']),
        f('876', ['8', '2.1'], ['j', 'eaten']),
        f('876', ['8', '2.2'], ['j', 'entliehen'], ['d', 'soon']),
      ]),
      mappingOf(PIECES),
      new Set(['haus', 'other']),
    );
    expect(copies.map((c) => c.status.state)).toEqual(['missing', 'missing']);
    expect(problems.map((p) => p.code.split('.')[1])).toEqual(['copyNowhere', 'statusUnknown', 'copyNoDue']);
  });
  it('need no mapping where there is one campus', () => {
    const { copies } = copiesOfMarc(
      marc([f('852', ['b', 'X'], ['c', 'Stacks'], ['k', 'REF'], ['h', 'QK 5'], ['i', '.L5 :'])]),
      mappingOf({}),
      new Set(['main']),
    );
    expect(copies).toEqual([
      {
        campus: 'main',
        location: 'Stacks',
        callNumber: 'REF QK 5 .L5',
        status: { state: 'in' },
        rule: 'loan',
      },
    ]);
  });
  it.each([
    ['2026-12-01', '2026-12-01'],
    ['20261201', '2026-12-01'],
    ['1.2.2026', '2026-02-01'],
    ['31/12/2026 18:00', '2026-12-31'],
    ['30.2.2026', null],
    ['tomorrow', null],
  ])('%s is the day %s', (text, day) => expect(dayIn(text)).toBe(day));
});

describe('details of MARC', () => {
  const detailed = (m: MarcRecord, file: object = {}) => {
    const item = itemOfMarc(m, 1);
    if ('code' in item) throw new Error(item.code);
    return detailsOf(
      m,
      item,
      mappingOf(file),
      hostsOf(mappingOf(file), [
        { id: 'verlag', entitlement: 'all' },
        { id: 'repo', entitlement: 'open' },
      ]),
    );
  };
  it('headings with commas stay whole; languages, contents, persons and genres are told', () => {
    const details = detailed(
      marc(
        [
          f('041', ['a', 'ger'], ['a', 'fre']),
          f('245', ['a', 'Watt']),
          f('505', ['a', 'Ebbe -- Flut.']),
          f('600', ['a', 'Lind, Ada,'], ['d', '1950-']),
          f('650', ['a', 'Kelp, edible'], ['x', 'History.']),
          f('650', ['a', 'Kochkunst']),
          f('650', ['a', 'Lehrbuch']),
          f('655', ['a', 'Hochschulschrift']),
          f('521', ['a', 'Studierende.']),
          f('856', ['u', 'https://repo.example/1']),
          f('856', ['u', 'https://buch.verlag.example/2']),
          f('856', ['u', 'https://nobody.example/3']),
        ],
        {
          control: [
            ['001', 'x'],
            ['008', '260101s2015    xx ||||f||||||||||||eng d'],
          ],
        },
      ),
      {
        subjects: { rename: { kochkunst: 'Kochen' }, leave: ['Lehrbuch'] },
        kinds: { Hochschulschrift: 'thesis' },
        audiences: { Studierende: 'student' },
        links: { 'repo.example': 'repo', 'buch.verlag.example': 'verlag' },
      },
    );
    expect(details).toMatchObject({
      kind: 'thesis',
      carrier: 'print',
      languages: ['en', 'de', 'fr'],
      subjects: ['Kelp, edible -- History', 'Kochen'],
      audience: 'student',
      contents: ['Ebbe', 'Flut'],
      about: [{ family: 'Lind', given: 'Ada' }],
      openCopies: [{ provider: 'repo', url: 'https://repo.example/1', version: 'version-of-record' }],
      ebook: [{ provider: 'verlag', title_url: 'https://buch.verlag.example/2' }],
    });
  });
  it.each<[string, Partial<MarcRecord>, MarcField[], string, string | undefined]>([
    [
      'an online resource by 008',
      { control: [['008', '260101s2015    xx |||| o|||||||||||eng d']] },
      [],
      'online',
      undefined,
    ],
    ['an online resource by 338', {}, [f('338', ['b', 'cr'])], 'online', undefined],
    [
      'large print',
      { control: [['008', '260101s2015    xx |||| d|||||||||||eng d']] },
      [],
      'large-print',
      undefined,
    ],
    ['a text that is read aloud', { leader: '00000nim a2200000 a 4500' }, [], 'audiobook', 'book'],
    ['a film', { leader: '00000ngm a2200000 a 4500' }, [], 'dvd', undefined],
  ])('%s', (_, more, fields, carrier, kind) =>
    expect(detailed(marc([f('245', ['a', 'Watt']), ...fields], more))).toMatchObject({
      carrier,
      ...(kind ? { kind } : {}),
    }),
  );
  it('fields that are left out are as if they were not there', () =>
    expect(
      detailed(marc([f('245', ['a', 'W']), f('650', ['a', 'Kelp'])]), { leave: ['650'] }).subjects,
    ).toEqual([]));
  it('UNIMARC has them under its own tags', () =>
    expect(
      detailed(
        marc([
          f('101', ['a', 'fre']),
          f('200', ['a', 'Le goémon']),
          f('327', ['a', 'Marée']),
          f('600', ['a', 'Lind'], ['b', 'Ada']),
          f('606', ['a', 'Algues'], ['x', 'Récolte']),
        ]),
      ),
    ).toMatchObject({
      languages: ['fr'],
      subjects: ['Algues -- Récolte'],
      contents: ['Marée'],
      about: [{ family: 'Lind', given: 'Ada' }],
    }));
});

describe('mapping.yaml', () => {
  it('that can’t be used is said, and what holds without it holds', () => {
    const { mapping, problems } = readMapping({ copies: { field: '85' }, kinds: { x: 'poem' }, colour: 1 });
    expect(problems.map((p) => p.code)).toEqual(['shape.form.tag', 'shape.oneOf', 'shape.unknown']);
    expect(mapping.copies.field).toBe('852');
    expect(mapping.kinds('x')).toBeUndefined();
    expect(mapping.campuses('constructor')).toBeUndefined();
  });
});
