import { describe, expect, it } from 'vitest';
import { GUIDANCE } from '../../demo/guidance';
import { DISCIPLINES } from '../../demo/vocabulary/disciplines';
import {
  AnswerFinder,
  type Guidance,
  guidanceFor,
  guidanceIn,
  handOn,
  languagesOf,
  subjectName,
  subjectsOf,
} from './guidance';

describe('guidance', () => {
  it('knows every discipline, and each has a guide and a database', () => {
    for (const d of DISCIPLINES) {
      const [subject] = subjectsOf('', d.subjects.slice(0, 3), GUIDANCE.topics);
      expect(subject, d.id).toBe(d.name);
      const { databases, guides } = guidanceFor('', d.subjects.slice(0, 3), GUIDANCE);
      expect(databases.length, d.id).toBeGreaterThan(0);
      expect(guides.length, d.id).toBeGreaterThan(0);
    }
  });
  it('says nothing when it knows nothing', () =>
    expect(guidanceFor('zzyzzx', [], GUIDANCE)).toEqual({ databases: [], guides: [] }));
  it('what the index lacks comes first, and honest words go with it', () => {
    for (const db of GUIDANCE.databases)
      expect(db.indexed === 'whole' || db.missing.length > 20, db.name).toBe(true);
    const { databases } = guidanceFor('seaweed', ['Marine algae', 'Algae as food'], GUIDANCE, 10);
    const order = databases.map((d) => d.indexed);
    expect(order.indexOf('whole') === -1 || order.indexOf('whole') > order.lastIndexOf('none')).toBe(true);
  });
  it('hands the words on unchanged', () => {
    const [db] = GUIDANCE.databases;
    expect(db && new URL(handOn(db, 'kelp & "food security"'), 'http://x').searchParams.get('q')).toBe(
      'kelp & "food security"',
    );
  });
});

describe('in other languages', () => {
  const map: Guidance = {
    topics: [],
    databases: [
      {
        id: 'd',
        name: 'Küstendaten',
        about: 'Pegel.',
        subjects: [],
        indexed: 'none',
        missing: '',
        search: 'https://d.example/',
        inOther: { en: { about: 'Tide gauges.' } },
      },
    ],
    guides: [],
    answers: [
      {
        id: 'a',
        question: 'Wie lange dauert eine Fernleihe?',
        answer: 'Vier Tage.',
        words: ['fernleihe', 'dauer'],
        places: ['search'],
        inOther: {
          en: { question: 'How long does a loan take?', answer: 'Four days.', words: ['loan', 'long'] },
        },
      },
    ],
  };
  it('says what is written in a language, and the rest as it is', () => {
    const english = guidanceIn(map, 'en');
    expect(english.databases[0]).toMatchObject({ name: 'Küstendaten', about: 'Tide gauges.' });
    expect(english.databases[0]).not.toHaveProperty('inOther');
    expect(english.answers?.[0]?.answer).toBe('Four days.');
    expect(guidanceIn(map, 'fr').answers?.[0]?.answer).toBe('Vier Tage.');
    expect([...languagesOf(map)]).toEqual(['en']);
  });
  it('calls subjects of the map by the first of their names', () => {
    const named = guidanceIn(
      {
        ...map,
        topics: [{ subject: 'Phycology', words: [], headings: [] }],
        headings: [
          { heading: 'Phycology', language: 'de', names: ['Algenkunde', 'Phykologie'] },
          { heading: 'Phycology', language: 'fr', names: ['Algologie'] },
          { heading: 'Kelp', language: 'de', names: ['Tang'] },
        ],
      },
      'de',
    );
    expect(named.called).toEqual({ Phycology: 'Algenkunde' });
    expect(['Phycology', 'Kelp', 'constructor'].map((s) => subjectName(s, named))).toEqual([
      'Algenkunde',
      'Kelp',
      'constructor',
    ]);
  });
  it('finds a ready answer by the words of the language', () => {
    const found = (language: string, q: string) =>
      new AnswerFinder(guidanceIn(map, language).answers ?? [], language).find(q, null, 0).map((a) => a.id);
    expect(found('en', 'how long is a loan')).toEqual(['a']);
    expect(found('de', 'Dauer der Fernleihe')).toEqual(['a']);
    expect(found('en', 'Fernleihe')).toEqual([]);
  });
});
