/** Turning round in ranges and from a file gives what turning round at once in memory gives. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FileSpool } from '../../../server/fileSpool';
import { FIELDS } from '../../query/tree';
import { AGAIN, FAR, FIELD_END, type Section, STRETCH_BITS, VALUE_END } from '../format/format';
import { TermLists } from '../format/termLists';
import { behind, codeAt, termsOf } from '../format/wordCodes';
import { invert, MemorySpool, type WordSpool } from './invert';

const TERMS = 12;
/** Words in a file spool's memory. */
const HELD = 1 << 14;
/**
 * Documents as lists of fields of words 2…TERMS−1; word numbers as spooled are the sorted ones turned round.
 */
const documents = fc.array(
  fc.array(fc.array(fc.integer({ min: 2, max: TERMS - 1 }), { maxLength: 6 }), {
    minLength: FIELDS.length,
    maxLength: FIELDS.length,
  }),
  {
    minLength: 1,
    maxLength: 12,
  },
);
const renumber = Uint32Array.from({ length: TERMS }, (_, w) => (w <= VALUE_END ? w : TERMS + 1 - w));
function spooled<T extends WordSpool>(
  docs: readonly (readonly (readonly number[])[])[],
  spool: T,
): { spool: T; lengths: Uint8Array } {
  for (const fields of docs)
    for (const f of fields) {
      for (const w of f) spool.push(w);
      spool.push(FIELD_END);
    }
  return { spool, lengths: Uint8Array.from(docs.flatMap((fields) => fields.map((f) => f.length))) };
}
function all(made: ReturnType<typeof invert>): Record<string, number[]> {
  const out: Record<string, number[]> = Object.fromEntries(
    Object.entries(made.sections).flatMap(([name, s]) => ('type' in s ? [] : [[name, [...s]]])),
  );
  made.fill((name: string, piece: Section, at: number) => {
    out[name] ??= [];
    const list = out[name] as number[];
    piece.forEach((v: number, i: number) => {
      list[at + i] = v;
    });
  });
  for (const [name, s] of Object.entries(made.sections))
    if ('type' in s) expect(out[name]?.length ?? 0, name).toBe(s.length);
  return out;
}
/** The lists of what was turned round. */
function listsOf(all: Readonly<Record<string, readonly number[]>>, n: number): TermLists {
  const u32 = (name: string) => Uint32Array.from(all[name] ?? []);
  const u8 = (name: string) => Uint8Array.from(all[name] ?? []);
  return new TermLists({
    n,
    termStart: u32('termStart'),
    low: Uint16Array.from(all.low ?? []),
    high: u8('high'),
    chunkStart: u32('chunkStart'),
    listAt: u32('listAt'),
    impact: u8('impact'),
    fields: u8('fields'),
  });
}
/** The words that stand in a forward index, as terms. */
function termsIn(all: Readonly<Record<string, readonly number[]>>): number[] {
  const forward = Uint16Array.from(all.forward ?? []);
  const terms = termsOf(Uint32Array.from(all.termCode ?? []));
  const out: number[] = [];
  for (let p = 0; p < forward.length; p = behind(forward, p)) out.push(terms[codeAt(forward, p)] as number);
  return out;
}

describe('words turned round', () => {
  it('in ranges of any size: the same postings as at once, by a plain count of the words', () => {
    fc.assert(
      fc.property(documents, fc.integer({ min: 1, max: 40 }), (docs, held) => {
        const { spool, lengths } = spooled(docs, new MemorySpool());
        const whole = all(invert(spool, renumber, lengths));
        expect(all(invert(spool, renumber, lengths, { held }))).toEqual(whole);
        const lists = listsOf(whole, docs.length);
        for (let t = 2; t < TERMS; t++) {
          const holding = docs.flatMap((fields, d) =>
            fields.some((f) => f.some((w) => renumber[w] === t)) ? [d] : [],
          );
          const [a, b] = [whole.termStart?.[t] as number, whole.termStart?.[t + 1] as number];
          expect([...lists.of(t).docs]).toEqual(holding);
          const bits = holding.map((d) =>
            (docs[d] as number[][]).reduce(
              (m, f, i) => (f.some((w) => renumber[w] === t) ? m | (1 << i) : m),
              0,
            ),
          );
          expect(whole.fields?.slice(a, b) ?? []).toEqual(bits);
          const places = holding.map((d) => {
            const row = (docs[d] as number[][]).flatMap((f) => [...f.map((w) => renumber[w]), FIELD_END]);
            const first = row.indexOf(t);
            const stretch = Math.min(first >> STRETCH_BITS, FAR);
            return row.indexOf(t, first + 1) < 0 ? stretch : stretch | AGAIN;
          });
          expect(whole.where?.slice(a, b) ?? []).toEqual(places);
        }
        expect(termsIn(whole)).toEqual(
          docs.flatMap((fields) => fields.flatMap((f) => [...f.map((w) => renumber[w]), FIELD_END])),
        );
      }),
    );
  });
  it('from a file longer than its buffer, walked more than once', () => {
    const dir = mkdtempSync(join(tmpdir(), 'legendum-spool-'));
    try {
      const docs = Array.from({ length: 3000 }, (_, d) =>
        FIELDS.map((_, f) => [2 + ((d + f) % (TERMS - 2)), 2 + ((d * 7 + f) % (TERMS - 2))]),
      );
      const [memory, file] = [
        spooled(docs, new MemorySpool()),
        spooled(docs, new FileSpool(join(dir, 'words.tmp'), HELD)),
      ];
      expect(file.spool.length).toBe(memory.spool.length);
      expect(file.spool.length).toBeGreaterThan(HELD);
      const same = () =>
        expect(all(invert(file.spool, renumber, file.lengths, { held: 5000 }))).toEqual(
          all(invert(memory.spool, renumber, memory.lengths)),
        );
      same();
      // The documents, each of them 24 words long with its marks, from the last to the first.
      const start = Uint32Array.from({ length: docs.length + 1 }, (_, d) => d * 24);
      const order = Uint32Array.from(docs.keys()).reverse();
      for (const spool of [file.spool, memory.spool]) spool.reorder(start, order);
      const turned = spooled([...docs].reverse(), new MemorySpool()).spool;
      expect([...memory.spool.pieces()]).toEqual([...turned.pieces()]);
      same();
      file.spool.remove();
    } finally {
      rmSync(dir, { recursive: true, force: true });
    }
  });
});
