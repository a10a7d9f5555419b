import { describe, expect, it } from 'vitest';
import { ok, serverOf } from '../../../tests/fixtures/server';
import { ANSWERS } from '../../demo/answers';
import * as answers from '../../pages/api/answers';
import type { AnswersAnswer } from './answers';
import { AnswerFinder } from './guidance';

const finder = new AnswerFinder(ANSWERS, 'en');
const first = (q: string) => finder.find(q)[0]?.question;
describe('ready answers', () => {
  it('are at least sixty, each under a name of its own, for somewhere', () => {
    expect(ANSWERS.length).toBeGreaterThanOrEqual(60);
    expect(new Set(ANSWERS.map((a) => a.id)).size).toBe(ANSWERS.length);
    expect(new Set(ANSWERS.map((a) => a.question)).size).toBe(ANSWERS.length);
    for (const a of ANSWERS) expect(a.places.length).toBeGreaterThan(0);
  });
  // As students ask, not as the answers are written.
  it.each([
    ['can i renew my book', 'How do I renew a loan?'],
    ['renewing loans', 'How do I renew a loan?'],
    ['only scholarly articles please', 'How do I find only peer-reviewed articles?'],
    ['book is not on the shelf', 'The book should be in but is not on the shelf.'],
    ['pdf wants a password', 'The file asks for a password.'],
    ['opening hours on the weekend', 'When is the library open?'],
    ['where is the isbn', 'Where do I find the ISBN?'],
    ['overdue fine', 'What happens if I bring a book back late?'],
    ['link broken', 'The link to the full text does not work. What now?'],
    ['cancel my request', 'Can I take a slip back?'],
    ['how much does an interlibrary loan cost', 'What does an interlibrary loan cost?'],
    ['read at home off campus', 'How do I read from home?'],
  ])('%j is answered by %j', (q, question) => expect(first(q)).toBe(question));
  it('find nothing for what nobody asks, all for nothing, and only what surely fits beside a search', () => {
    expect(finder.find('qzxv wvut')).toEqual([]);
    expect(finder.find('')).toHaveLength(ANSWERS.length);
    const beside = (q: string) => finder.find(q, 'search', 0.6);
    expect(beside('seaweed farming and food security')).toEqual([]);
    expect(beside('peer-reviewed').length).toBeGreaterThan(0);
    for (const a of beside('peer-reviewed')) expect(a.places).toContain('search');
  });
});
describe('GET /api/answers', () => {
  const server = serverOf(300);
  it('answers by words and place; refuses a place that there is not', async () => {
    const of = async (path: string) => ok<AnswersAnswer>(await server.call(answers.GET, path));
    expect((await of('/api/answers')).total).toBe(ANSWERS.length);
    expect((await of('/api/answers?q=renew'))?.answers[0]?.question).toBe('How do I renew a loan?');
    expect((await of('/api/answers?place=slip')).total).toBe(
      ANSWERS.filter((a) => a.places.includes('slip')).length,
    );
    for (const path of [
      '/api/answers?place=nowhere',
      '/api/answers?colour=red',
      `/api/answers?q=${'x'.repeat(600)}`,
    ])
      expect((await server.call(answers.GET, path)).status).toBe(400);
  });
});
