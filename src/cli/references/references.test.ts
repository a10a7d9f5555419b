/** What references are learnt from: labels that are true by construction, and stay so through damage and layout. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { random } from '../../core/random';
import { abbreviated, abbreviates } from '../../core/references/iso4';
import { LINE_STATES, linesOf } from '../../core/references/lines';
import { ROLES, type Role } from '../../core/references/roles';
import { DAMAGES, damaged, damagedBy } from './damage';
import { openStyles, skeletonOf } from './families';
import { journal } from './items/containers';
import { type FullItem, item } from './items/items';
import { inHalf, person } from './items/people';
import { FIELDS, verdictOf } from './judge';
import { NAME_PARTS, type SetReference, setLabelled } from './labelled';
import { LAYOUT_NAMES, laidOut, statesOf, textOf } from './layouts';
import { rowsOf } from './material';
import { kindOfType } from './train';

const open = await openStyles();
const KELP = {
  id: 'a',
  type: 'article-journal',
  title: 'Kelp “on” the plate: 7 essays',
  author: [
    { family: 'Lindqvarn', given: 'Theodora Ann' },
    { family: 'Oost', 'non-dropping-particle': 'van der', given: 'Nils' },
    { literal: 'World Kelp Office' },
  ],
  issued: { 'date-parts': [[2019, 3, 5]] },
  'container-title': 'Journal of Kelp Studies',
  'container-title-short': 'J. Kelp Stud.',
  volume: '12',
  issue: '3',
  page: '1032-1047',
  DOI: '10.5555/abc.1',
} as unknown as FullItem;
const PART = {
  id: 'b',
  type: 'chapter',
  title: 'Dulse?',
  author: [{ family: 'Ní Riada', given: 'Orla' }],
  editor: [
    { family: 'Ost', given: 'Nils Per' },
    { family: 'Ui', given: 'Ken' },
  ],
  issued: { 'date-parts': [[1999]] },
  'container-title': 'Handbook of Kelp',
  publisher: 'Row Press',
  'publisher-place': 'Harrow',
  page: '32-47',
} as unknown as FullItem;
const set = (style: string, locale: string | null = null): SetReference[] =>
  setLabelled([KELP, PART], open.style(style), style, open.locale, locale);
const saidOf = ({ text, roles }: SetReference, role: Role): string =>
  [...text].filter((_, i) => roles[i] === ROLES.indexOf(role)).join('');
const namesOf = ({ text, parts, whose }: SetReference): string[] => {
  const out: string[] = [];
  for (let k = 1; k < 9; k++) {
    const own = (part: string): string =>
      [...text]
        .map((c, i) => (whose[i] === k && NAME_PARTS[parts[i] as number] === part ? c : ' '))
        .join('')
        .replace(/\s+/g, ' ')
        .trim();
    if ([...whose].includes(k)) out.push(`${own('family')}|${own('given')}${own('literal')}`);
  }
  return out;
};

describe('labels by construction', () => {
  it.each([
    'apa',
    'ieee',
    'vancouver',
    'chicago-fullnote-bibliography',
    'din-1505-2',
    'american-chemical-society',
  ])('%s', (style) => {
    const article = set(style).find((r) => r.item.id === 'a') as SetReference;
    expect(
      saidOf(article, 'title')
        .toLowerCase()
        .replace(/[‘’“”]/g, ''),
    ).toBe('kelp on the plate: 7 essays');
    expect(saidOf(article, 'container')).toMatch(/^(?:Journal of Kelp Studies|J\.? Kelp Stud\.?)$/);
    expect(saidOf(article, 'year')).toContain('2019');
    expect(saidOf(article, 'volume')).toBe('12');
    expect(saidOf(article, 'page')).toMatch(/^1032[–-](?:10)?47$/);
    const chapter = set(style).find((r) => r.item.id === 'b') as SetReference;
    expect(saidOf(chapter, 'title')).toBe('Dulse?');
    expect(saidOf(chapter, 'container')).toBe('Handbook of Kelp');
    expect(saidOf(chapter, 'editor')).not.toMatch(/\b(?:ed|Ed|Hrsg|edited)/);
    expect(saidOf(chapter, 'publisher')).toBe('Row Press');
  });
  it('people are known by their parts, particles with the family, bodies whole', () => {
    expect(namesOf(set('apa').find((r) => r.item.id === 'a') as SetReference)).toEqual([
      'Lindqvarn|T A',
      'van der Oost|N',
      '|World Kelp Office',
    ]);
    expect(namesOf(set('vancouver').find((r) => r.item.id === 'a') as SetReference)).toEqual([
      'Lindqvarn|TA',
      'van der Oost|N',
      '|World Kelp Office',
    ]);
  });
  it('in another language too', () => {
    const [chapter] = set('apa', 'de-DE').filter((r) => r.item.id === 'b');
    expect(chapter?.text).toContain('Hrsg.');
    expect(saidOf(chapter as SetReference, 'editor')).not.toContain('Hrsg');
  });
  it('styles of one family set an article alike, stops and blanks aside', () => {
    const skeleton = (style: string) => skeletonOf(set(style).find((r) => r.item.id === 'a') as SetReference);
    expect(skeleton('apa')).toBe(skeleton('apa-6th-edition'));
    expect(skeleton('apa')).not.toBe(skeleton('vancouver'));
  });
});

describe('things of a stock of their own', () => {
  it('what is trained with has none of the names of what is measured with', () => {
    const r = random(1);
    const families = (half: 'train' | 'bench') =>
      new Set(Array.from({ length: 400 }, () => person(r, half).family?.split(/[\s-]/).at(-1) ?? ''));
    const [train, bench] = [families('train'), families('bench')];
    const both = [...train].filter((f) => bench.has(f));
    expect(both.length).toBeLessThan(train.size / 20);
    expect(inHalf('x', 'train')).not.toBe(inHalf('x', 'bench'));
  });
  it('the same seed makes the same', () =>
    expect(item(random(7), 'train', 'x')).toEqual(item(random(7), 'train', 'x')));
  it('every kind is one that can be read', () => {
    const r = random(3);
    for (let k = 0; k < 300; k++) expect(kindOfType(item(r, 'train', `${k}`).type)).toBeTruthy();
  });
});

const rows = ['apa', 'ieee', 'vancouver', 'modern-language-association'].flatMap((style, k) =>
  rowsOf(open, style, 12, 'train', random(k)),
);
describe('damage', () => {
  it.each(DAMAGES)('%s keeps a label for every character', (sort) => {
    const r = random(11);
    for (const row of rows) {
      const { text, roles, parts, whose } = damagedBy(row, sort, r);
      expect([roles.length, parts.length, whose.length]).toEqual([text.length, text.length, text.length]);
    }
  });
  it('does something to most, and what it leaves is labelled as before', () => {
    const r = random(12);
    const changed = rows.filter((row) => damaged(row, r).row.text !== row.text);
    expect(changed.length).toBeGreaterThan(rows.length * 0.7);
    const title = ROLES.indexOf('title');
    const letters = (row: { text: string; roles: Uint8Array }): string =>
      [...row.text].filter((_, i) => row.roles[i] === title).join('');
    for (const row of rows) expect(letters(damagedBy(row, 'retrieved from', r))).toBe(letters(row));
  });
});

describe('layouts', () => {
  it.each(LAYOUT_NAMES)('%s: as many beginnings as references, and a state for every line', (layout) => {
    const r = random(5);
    const texts = rows.slice(0, 6).map((row) => row.text.replace(/\s+/g, ' ').trim());
    for (let k = 0; k < 10; k++) {
      const lines = laidOut(texts, layout, r);
      const states = statesOf(lines);
      expect(linesOf(textOf(lines, r))).toHaveLength(states.length);
      expect([...states].filter((s) => LINE_STATES[s] === 'begins')).toHaveLength(6);
    }
  });
});

describe('judging', () => {
  const article = { ...(set('apa').find((r) => r.item.id === 'a') as SetReference), type: 'article-journal' };
  const right = {
    type: 'article-journal',
    title: 'Kelp “on” the plate: 7 essays',
    author: [
      { family: 'Lindqvarn', given: 'T. A.' },
      { family: 'van der Oost', given: 'N.' },
      { literal: 'World Kelp Office' },
    ],
    issued: { 'date-parts': [[2019]] as [[number]] },
    'container-title': 'Journal of Kelp Studies',
    volume: '12',
    issue: '3',
    page: '1032-1047',
    DOI: '10.5555/abc.1',
  };
  it('what is read right is right in everything', () => {
    const verdict = verdictOf(article, right, false);
    for (const field of FIELDS) expect(verdict[field], field).toBe(true);
  });
  it.each([
    ['title', { title: 'Kelp' }],
    ['first person', { author: [{ family: 'Theodora' }] }],
    ['all people', { author: right.author.slice(0, 2) }],
    ['year', { issued: undefined }],
    ['container', { 'container-title': 'Kelp Studies' }],
    ['volume', { volume: '3' }],
    ['pages', { page: '1032' }],
    ['DOI', { DOI: undefined }],
    ['kind', { type: 'book' }],
  ] as const)('what is wrong is wrong: %s', (field, change) =>
    expect(verdictOf(article, { ...right, ...change } as never, false)[field]).toBe(false),
  );
});

describe('journals after ISO 4', () => {
  it.each([
    ['Journal of Coastal Chemistry', 'J. Coastal Chem.'],
    ['International Review of Marine Physics', 'Int. Rev. Mar. Phys.'],
    ['Zeitschrift für Geschichte', 'Z. Gesch.'],
    ['Shore', 'Shore'],
    ['Annals of the Harbour', 'Ann. Harbour'],
  ])('%s', (name, short) => expect(abbreviated(name)).toBe(short));
  it('a short form is known to be one, with stops and without, and others are not', () => {
    fc.assert(
      fc.property(fc.integer(), (seed) => {
        const { name } = journal(random(seed), 'train');
        const short = abbreviated(name);
        expect(abbreviates(short, name), short).toBe(true);
        expect(abbreviates(short.replaceAll('.', ''), name), short).toBe(true);
      }),
    );
    expect(abbreviates('J. Kelp Stud.', 'Journal of Dulse Studies')).toBe(false);
    expect(abbreviates('JCC', 'Journal of Coastal Chemistry')).toBe(true);
    expect(abbreviates('Natl. Shore J.', 'National Shore Journal')).toBe(true);
  });
});
