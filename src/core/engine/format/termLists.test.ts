/** Lists by halves: what is looked up, joined or made whole is what the documents' numbers say. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FIELDS } from '../../query/tree';
import { invert, MemorySpool } from '../build/invert';
import { FIELD_END } from './format';
import { intersectWords, type Lists, placeIn, type Word, withIdf } from './postings';
import { SHORT, TermLists } from './termLists';

const N = 200_000;
/** Terms by how far apart their documents are: in every one, in many, in some, in few, in two chunks, in none. */
const STEPS = [1, 3, 50, 700, 20_011];
const FIRST = 2;
const docsOf = (t: number): number[] =>
  t - FIRST < STEPS.length
    ? Array.from(
        { length: Math.ceil((N - t) / (STEPS[t - FIRST] as number)) },
        (_, i) => t + i * (STEPS[t - FIRST] as number),
      )
    : t === FIRST + STEPS.length
      ? [5, 65_535, 65_536, 131_072, N - 1]
      : [];
const TERMS = FIRST + STEPS.length + 2;

function made(): TermLists {
  const spool = new MemorySpool();
  const words: number[][] = Array.from({ length: N }, () => []);
  for (let t = FIRST; t < TERMS; t++) for (const d of docsOf(t)) words[d]?.push(t);
  for (const own of words)
    FIELDS.forEach((_, f) => {
      if (f === 0) for (const w of own) spool.push(w);
      spool.push(FIELD_END);
    });
  const lengths = Uint8Array.from({ length: N * FIELDS.length }, (_, i) =>
    i % FIELDS.length === 0 ? (words[i / FIELDS.length]?.length ?? 0) : 0,
  );
  const { sections, fill } = invert(
    spool,
    Uint32Array.from({ length: TERMS }, (_, t) => t),
    lengths,
    { held: 90_000 },
  );
  const TYPES = { u8: Uint8Array, u16: Uint16Array, u32: Uint32Array };
  const data = Object.fromEntries(
    Object.entries(sections)
      .map(([name, s]) => ['type' in s ? new TYPES[s.type as 'u8'](s.length) : s, name])
      .map(([s, name]) => [name, s]),
  );
  fill((name, piece, at) => data[name].set(piece, at));
  return new TermLists({ n: N, ...data } as never);
}
const lists = made();
const terms = Array.from({ length: TERMS - FIRST }, (_, i) => FIRST + i);

describe('a term’s list', () => {
  it.each(terms)('%i: made whole, copied, and looked into from anywhere', (t) => {
    const docs = docsOf(t);
    const list = lists.of(t);
    expect(lists.size(t)).toBe(docs.length);
    expect(list.chunks !== undefined).toBe(docs.length > SHORT);
    expect(
      Buffer.from(list.docs.buffer, list.docs.byteOffset, list.docs.byteLength).equals(
        Buffer.from(Uint32Array.from(docs).buffer),
      ),
    ).toBe(true);
    const into = new Uint32Array(docs.length + 3);
    expect(lists.copy(t, into)).toBe(docs.length);
    expect(into[docs.length - 1] ?? 0).toBe(docs.at(-1) ?? 0);
    fc.assert(
      fc.property(fc.nat({ max: N - 1 }), fc.nat(), (d, some) => {
        const right = docs.findIndex((x) => x >= d);
        const k = right < 0 ? docs.length : right;
        const at = k === 0 ? 0 : some % (k + 1);
        expect(placeIn(list, at, d)).toBe(docs[k] === d ? k : ~k);
        expect(lists.fieldsIn(t, d)).toBe(docs[k] === d ? list.fields[k] : 0);
      }),
    );
  });
  it('joins others as a list that is whole does', () => {
    const plain = (l: Lists): Lists => ({ docs: l.docs, impact: l.impact, fields: l.fields });
    const word = (t: number, of: (l: Lists) => Lists): Word => {
      const list = of(lists.of(t));
      return { lists: [list], size: list.impact.length, idf: t, mask: 255, joined: () => withIdf(list, t) };
    };
    for (const a of terms)
      for (const b of terms)
        expect(intersectWords([a, b].map((t) => word(t, (l) => l)))).toEqual(
          intersectWords([a, b].map((t) => word(t, plain))),
        );
  });
});
