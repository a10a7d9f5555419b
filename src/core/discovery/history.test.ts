/** What is said of changes, whatever happens from day to day: against a map that is kept by hand. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { type History, nextHistory } from './history';

const day = (n: number): string => `2026-03-${String(n + 1).padStart(2, '0')}`;
it('has each id once, with the day of its last change, as a list kept by hand has it', () => {
  const ids = fc.uniqueArray(fc.constantFrom(...'abcdefgh'), { maxLength: 4 });
  fc.assert(
    fc.property(fc.array(fc.tuple(ids, ids), { maxLength: 12 }), (days) => {
      let history: History = { since: day(0), changed: [], gone: [] };
      const byHand = new Map<string, string>();
      days.forEach(([changed, left], i) => {
        const gone = left.filter((id) => !changed.includes(id));
        history = nextHistory(history, day(i + 1), { changed: new Set(changed), gone, size: 1000 });
        for (const id of changed) byHand.set(id, `${day(i + 1)}`);
        for (const id of gone) byHand.set(id, `${day(i + 1)} gone`);
      });
      expect(history.since).toBe(day(0));
      const said = [
        ...history.changed.map(([id, at]) => [id, at] as const),
        ...history.gone.map(([id, at]) => [id, `${at} gone`] as const),
      ];
      expect(said.length).toBe(byHand.size);
      expect(new Map(said)).toEqual(byHand);
      for (const list of [history.changed, history.gone]) {
        const at = list.map(([, d]) => d);
        expect(at).toEqual([...at].sort());
      }
    }),
  );
});
it('begins anew where it is not known what has changed, or very much has; what is gone stays gone', () => {
  const before: History = { since: day(0), changed: [['a', day(1)]], gone: [['z', day(1)]] };
  expect(nextHistory(before, day(5), { changed: null, gone: [], size: 10 })).toEqual({
    since: day(5),
    changed: [],
    gone: [['z', day(1)]],
  });
  expect(nextHistory(before, day(5), { changed: new Set(['b', 'z']), gone: ['c'], size: 10 })).toEqual({
    since: day(5),
    changed: [],
    gone: [['c', day(5)]],
  });
  // A clock that was put back.
  const later: History = { since: day(8), changed: [['a', day(9)]], gone: [] };
  expect(nextHistory(later, day(2), { changed: new Set(['b']), gone: [], size: 100 }).changed).toEqual([
    ['a', day(9)],
    ['b', day(9)],
  ]);
});
