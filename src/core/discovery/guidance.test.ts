import { describe, expect, it } from 'vitest';
import { GUIDANCE } from '../../demo/guidance';
import { DISCIPLINES } from '../../demo/vocabulary/disciplines';
import { guidanceFor, handOn, subjectsOf } from './guidance';

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
