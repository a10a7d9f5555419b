import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inOneManner } from './manner';
import { NAME_STATES, type NameState } from './nameParts';
import { tokenise } from './tokens';

const STATES = NAME_STATES.length;
/** A chain that has no opinion of its own, and one that is sure of some words. */
const STEPS = { states: STATES, steps: new Float32Array((STATES + 1) * STATES) };
function read(text: string, sure: Readonly<Record<string, NameState>>): string[] {
  const tokens = tokenise(text);
  const scores = new Float32Array(tokens.length * STATES);
  tokens.forEach((t, i) => {
    const state = sure[t.text] ?? (/\p{L}/u.test(t.text) ? null : 'none');
    if (state) scores[i * STATES + NAME_STATES.indexOf(state)] = 60;
  });
  const path = inOneManner(tokens, scores, STEPS)?.states;
  return Array.from(path ?? [], (s, i) => `${tokens[i]?.text} ${NAME_STATES[s]}`);
}
/** People as their parts: `family given`. */
function people(states: readonly NameState[]): Set<string>[] {
  const out: Set<string>[] = [];
  for (const s of states) {
    if (s === 'none') continue;
    if (s.startsWith('new ') || !out.length) out.push(new Set());
    out.at(-1)?.add(s.replace('new ', ''));
  }
  return out;
}

describe('people in one manner', () => {
  it('turns whom the others make turned', () =>
    expect(
      read('Lind, Anna, Ost, Nils, Brim, Hana', {
        Lind: 'new family',
        Anna: 'given',
        Ost: 'new family',
        // Taken for straight by what is seen of them alone, and less surely than a change of manner costs.
        Nils: 'new family',
        Brim: 'new family',
        Hana: 'given',
      }),
    ).toEqual([
      'Lind new family',
      ', none',
      'Anna given',
      ', none',
      'Ost new family',
      ', none',
      'Nils given',
      ', none',
      'Brim new family',
      ', none',
      'Hana given',
    ]));
  it('goes on straight behind a first who is turned', () =>
    expect(
      read('Lind, Anna, and Nils Ost', {
        Lind: 'new family',
        Anna: 'given',
        and: 'none',
        Nils: 'new given',
        Ost: 'family',
      }).filter((s) => !s.endsWith('none')),
    ).toEqual(['Lind new family', 'Anna given', 'Nils new given', 'Ost family']));
  it('spells whole persons out, whatever the chain says of single words', () => {
    const word = fc.constantFrom('Lind', 'Anna', 'A', 'J', 'van', 'Ó', 'Kelp-Ost', 'NASA');
    const mark = fc.constantFrom(' ', ', ', '. ', '; ', ' and ', ' & ', ' / ', ' (', ') ');
    fc.assert(
      fc.property(
        fc.array(fc.tuple(word, mark), { minLength: 1, maxLength: 12 }),
        fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 200, maxLength: 200 }),
        (parts, drawn) => {
          const tokens = tokenise(parts.flat().join(''));
          const scores = Float32Array.from(
            { length: tokens.length * STATES },
            (_, i) => drawn[(i * 7) % drawn.length] ?? 0,
          );
          const path = inOneManner(tokens, scores, STEPS)?.states;
          expect(path).toBeDefined();
          const states = Array.from(path ?? [], (s) => NAME_STATES[s] as NameState);
          for (const [i, t] of tokens.entries())
            if (!/[\p{L}\p{N}]/u.test(t.text)) expect(states[i]).toBe('none');
          for (const person of people(states))
            expect(person.has('family') || person.has('literal')).toBe(true);
        },
      ),
      { numRuns: 300, seed: 13 },
    );
  });
  it('has nothing to say of nobody', () =>
    expect(inOneManner([], new Float32Array(), STEPS)).toEqual({ states: new Uint8Array(), people: [] }));
});
