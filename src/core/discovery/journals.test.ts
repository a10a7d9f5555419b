/**
 * The journal finder: found by the beginnings of words, by either ISSN, by subject; and what it says of each.
 */
import { describe, expect, it } from 'vitest';
import { worldOf } from '../../../tests/fixtures/world';
import { makeWorld } from '../../demo/world';
import type { Journal } from '../model/record';

const world = worldOf(600);
const find = (q: string, campus = 'quayside', limit = 20) => world.said.journals(q, campus, limit);
const JOURNALS: readonly Journal[] = makeWorld(200).journals;
const some = (test: (j: Journal) => boolean): Journal => JOURNALS.find(test) as Journal;

describe('finding a journal', () => {
  it('all there are, in the order of their titles, when nothing is asked', async () => {
    const { total, journals } = await find('', 'quayside', 2000);
    expect([total, journals.length]).toEqual([JOURNALS.length, JOURNALS.length]);
    const key = (t: string): string => t.replace(/^(the|a|an|der|die|das|le|la|les|il) /i, '');
    const firsts = journals.map((j) => key(j.title).charAt(0).toLocaleLowerCase('en'));
    expect(
      firsts.filter(
        (c, i) =>
          i > 0 && c < (firsts[i - 1] as string) && /[a-z]/.test(c) && /[a-z]/.test(firsts[i - 1] as string),
      ),
    ).toEqual([]);
    expect((await find('', 'quayside', 5)).journals).toHaveLength(5);
  });
  it('by its subject as the language calls it, and as the library does', async () => {
    const german = world.service.in('de');
    const [called, own] = await Promise.all(
      ['Algenkunde', 'Phycology'].map((q) => german.journals(q, 'quayside', 100)),
    );
    expect(called?.total).toBeGreaterThan(0);
    expect(called?.journals.map((j) => [j.id, j.subject])).toEqual(
      own?.journals.filter((j) => j.subject === 'Algenkunde').map((j) => [j.id, 'Algenkunde']),
    );
  });
  it('by the beginning of any word, every word asked for', async () => {
    const { journals } = await find('coast food', 'quayside', 100);
    expect(journals.map((j) => j.title)).toContain('Coastal Food Systems');
    for (const j of journals) expect(`${j.title} ${j.subject}`, j.title).toMatch(/\bcoast/i);
    expect((await find('coast zeppelin')).total).toBe(0);
  });
  it('by either of its numbers, however they are written', async () => {
    const j = some((x) => Boolean(x.eissn));
    for (const n of [j.issn, j.eissn as string, j.issn.replace('-', '')])
      expect((await find(n)).journals.map((x) => x.id)).toEqual([j.id]);
    // A number with a wrong check digit is no number, and no journal has it as a word.
    const wrong = `${j.issn.slice(0, -1)}${j.issn.endsWith('0') ? '1' : '0'}`;
    expect((await find(wrong)).total).toBe(0);
  });
});

describe('what is said of a journal', () => {
  it('its span, its names before and after', async () => {
    const j = some((x) => Boolean(x.continues));
    const before = JOURNALS.find((x) => x.id === j.continues) as Journal;
    const [entry] = (await find(j.issn)).journals;
    expect(entry).toMatchObject({
      title: j.title,
      formerly: before.title,
      span: `${j.from}–${j.to ?? 'now'}`,
    });
    expect((await find(before.issn)).journals[0]?.laterTitle).toBe(j.title);
  });
  it('whether it is refereed, and since when; not known is said as not known', async () => {
    for (const [test, words] of [
      [(x: Journal) => x.refereed === 'unknown', /^refereeing not known$/],
      [(x: Journal) => Array.isArray(x.refereed) && x.refereed.length > 0, /^refereed \d{4}–/],
      [(x: Journal) => Array.isArray(x.refereed) && x.refereed.length === 0, /^not refereed$/],
    ] as const)
      expect((await find(some(test).issn)).journals[0]?.refereed).toMatch(words);
  });
  it('where it stands and from where it opens; a licence of another campus is said to be one', async () => {
    const all = async (campus: string) => (await find('', campus, 2000)).journals;
    const [here, there] = [await all('quayside'), await all('saltmarsh')];
    const closed = (list: typeof here) =>
      list.flatMap((j) => j.online.filter((o) => o.text.endsWith('not for readers of your campus')));
    expect(closed(here).length + closed(there).length).toBeGreaterThan(0);
    expect(closed(here).map((o) => o.provider)).not.toEqual(closed(there).map((o) => o.provider));
    expect(here.some((j) => j.online.some((o) => /all but the last|only the last/.test(o.text)))).toBe(true);
    expect(here.some((j) => j.online.some((o) => o.text.includes('open to all')))).toBe(true);
    const printed = some((x) => x.print.length > 0);
    const run = printed.print[0];
    expect((await find(printed.issn)).journals[0]?.print[0]?.text).toBe(
      `${run?.from}–${run?.to ?? 'now'}, ${run?.callNumber}`,
    );
  });
  it('how many of its articles are indexed, which a search for its number finds', async () => {
    for (const j of (await find('food', 'quayside', 10)).journals) {
      const issn = j.issn.slice(0, 9);
      expect(j.articles, j.title).toBe(
        world.service.engine.evaluator.evaluate({ op: 'code', code: 'issn', value: issn }).n,
      );
    }
  });
});
