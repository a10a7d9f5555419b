import { describe, expect, it } from 'vitest';
import { DISCIPLINE_NAMES } from '../../demo/vocabulary/disciplineNames';
import { DISCIPLINES } from '../../demo/vocabulary/disciplines';
import { readPlain } from '../query/plain';
import { HeadingFinder } from './headings';

const finder = new HeadingFinder(
  [
    { heading: 'Marine algae', language: 'de', names: ['Meeresalgen'] },
    { heading: 'Earth sciences', language: 'fr', names: ['Sciences de la Terre', 'Géologie'] },
    { heading: 'Statistics', language: 'fr', names: ['Statistique'] },
    { heading: 'Agriculture', language: 'fr', names: ['Agriculture'] },
  ],
  [{ subject: 'Earth sciences', headings: ['Geology', 'Soil science'] }],
  'en',
);
const asked = (q: string) => finder.widened(readPlain(q).tree);
const subject = (text: string) => ({ op: 'phrase', text, field: 'subject' });

describe('headings by their names in other languages', () => {
  it('are looked for beside the words, which stay', () => {
    expect(asked('Meeresalgen')).toEqual({
      tree: { op: 'or', of: [{ op: 'word', text: 'Meeresalgen' }, subject('marine algae')] },
      named: { text: 'Meeresalgen', heading: 'Marine algae', of: ['Marine algae'] },
    });
  });
  it('stand for all that speaks for a subject; small words and marks are no matter', () => {
    for (const q of ['sciences de la terre', 'Sciences terre', 'geologie'])
      expect(asked(q)?.named.of, q).toEqual(['Geology', 'Soil science']);
  });
  it('are left alone among other words, which may be a title', () => {
    for (const q of ['glaces sciences de la terre', 'Meeresalgen Zucht', 'geologie statistique'])
      expect(asked(q), q).toBeNull();
  });
  it('are left alone where a question says more than words, or nothing is a name', () => {
    for (const q of [
      '"Meeresalgen"',
      'title:Meeresalgen',
      'Meeresalg*',
      'Meeresalgen OR Tang',
      '-Meeresalgen',
      'Tang',
      '',
    ])
      expect(asked(q), q).toBeNull();
  });
  it('a name that is the same in the library’s language is no other name', () => {
    expect(asked('agriculture')).toBeNull();
    // Nor is one that only its ending tells from it.
    const music = new HeadingFinder([{ heading: 'Music', language: 'es', names: ['Música'] }], [], 'en');
    expect(music.widened(readPlain('music').tree)).toBeNull();
    expect(music.widened(readPlain('musica').tree)).not.toBeNull();
    expect(new HeadingFinder([], [], 'en').widened(readPlain('Meeresalgen').tree)).toBeNull();
  });
  it('the demo has all its disciplines in six languages beside its own, each leading to its own headings', () => {
    expect(DISCIPLINE_NAMES).toHaveLength(DISCIPLINES.length * 6);
    const demo = new HeadingFinder(
      DISCIPLINE_NAMES,
      DISCIPLINES.map((d) => ({ subject: d.name, headings: d.subjects })),
      'en',
    );
    const own = new Set(DISCIPLINES.map((d) => d.name.toLowerCase()));
    for (const { heading, names } of DISCIPLINE_NAMES)
      for (const name of names) {
        expect(name, heading).not.toBe('');
        const found = demo.widened(readPlain(name).tree);
        if (own.has(name.toLowerCase())) expect(found, name).toBeNull();
        else expect(found?.named.heading, name).toBe(heading);
      }
  });
});
