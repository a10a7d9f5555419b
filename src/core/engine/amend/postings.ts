/** Terms, postings and words of two indexes as one: written piece by piece, as those of a build are. */
import { halvesOf } from '../build/invert';
import type { IndexData } from '../format/data';
import { type IndexParts, VALUE_END, type WritePiece } from '../format/format';
import { TermLists } from '../format/termLists';
import { behind, codeAt, termsOf } from '../format/wordCodes';
import { OF_B, type Places, type Two } from './documents';
import { mergeTables, NOWHERE, sourcesOf } from './merging';

/** Postings that are written at a time. */
const HELD = 8_000_000;

/**
 * The code of each word that comes, in an index that it comes to: its own there, else one that is still free. Words
 * that stand keep theirs, so that what is written of them stands as it was.
 */
export function codesFor(a: IndexData, find: (term: string) => number): (term: string) => number {
  let free = a.termCode.reduce((most, c) => Math.max(most, c), 0) + 1;
  return (term) => {
    const t = find(term);
    return t < 0 ? free++ : (a.termCode[t] as number);
  };
}

/** In how many documents that are gone each term stood. */
function lost({ a, gone }: Two): Uint32Array {
  const terms = termsOf(a.termCode);
  const count = new Uint32Array(a.termCode.length);
  const last = new Int32Array(a.termCode.length).fill(-1);
  gone.forEach((is, doc) => {
    if (!is) return;
    for (let p = a.docStart[doc] as number; p < (a.docStart[doc + 1] as number); p = behind(a.forward, p)) {
      const t = terms[codeAt(a.forward, p)] as number;
      if (last[t] === doc || t <= VALUE_END) continue;
      last[t] = doc;
      count[t] = (count[t] as number) + 1;
    }
  });
  return count;
}

/** The sections of terms, postings and words. */
export function mergedWords(two: Two, places: Places): IndexParts {
  const { a, b } = two;
  const gone = lost(two);
  const sizeA = (t: number): number => (a.termStart[t + 1] as number) - (a.termStart[t] as number);
  const sizeB = (t: number): number => (b.termStart[t + 1] as number) - (b.termStart[t] as number);
  const terms = mergeTables(a.terms, b.terms, (t) => t > VALUE_END && sizeA(t) === gone[t]);
  const count = terms.table.offsets.length - 1;
  const [ofA, ofB] = [sourcesOf(terms.a, count), sourcesOf(terms.b, count)];
  const termStart = new Uint32Array(count + 1);
  const termCode = new Uint32Array(count);
  for (let t = 0; t < count; t++) {
    const [x, y] = [ofA[t] as number, ofB[t] as number];
    const size = (x === NOWHERE ? 0 : sizeA(x) - (gone[x] as number)) + (y === NOWHERE ? 0 : sizeB(y));
    termStart[t + 1] = (termStart[t] as number) + size;
    termCode[t] = (x === NOWHERE ? b.termCode[y] : a.termCode[x]) as number;
  }
  const size = termStart[count] as number;
  const halves = halvesOf(termStart, places.n);
  const docStart = new Uint32Array(places.n + 1);
  places.from.forEach((from, i) => {
    const [d, doc] = from >= OF_B ? [b, from - OF_B] : [a, from];
    docStart[i + 1] = (docStart[i] as number) + (d.docStart[doc + 1] as number) - (d.docStart[doc] as number);
  });
  return {
    sections: {
      termBytes: terms.table.bytes,
      termOffsets: terms.table.offsets,
      termStart,
      termCode,
      ...halves.sections,
      low: { type: 'u16', length: size },
      impact: { type: 'u8', length: size },
      fields: { type: 'u8', length: size },
      where: { type: 'u8', length: size },
      forward: { type: 'u16', length: docStart[places.n] as number },
      docStart,
    },
    fill: (write) => {
      writeWords(two, places, docStart, write);
      const lists = [listsOf(a, ofA, places.a), listsOf(b, ofB, places.b)] as const;
      for (let from = 0; from < count; ) {
        const start = termStart[from] as number;
        let to = from + 1;
        while (to < count && (termStart[to + 1] as number) - start <= HELD) to++;
        const room = (termStart[to] as number) - start;
        const posting = new Uint32Array(room);
        const made = {
          impact: new Uint8Array(room),
          fields: new Uint8Array(room),
          where: new Uint8Array(room),
        };
        let at = 0;
        for (let t = from; t < to; t++) at = mergeList(lists[0](t), lists[1](t), posting, made, at);
        halves.write(posting, from, to, write);
        for (const name of BESIDE) write(name, made[name], start);
        from = to;
      }
    },
  };
}

interface List {
  /** Where its documents now stand, those that are no more left out… */
  readonly docs: Uint32Array;
  /** … and the place of each of these among all postings of its index. */
  readonly at: Uint32Array;
  readonly size: number;
  readonly data: IndexData;
}
/** Lists of an index by terms of both; what is given is good until the next is. */
function listsOf(data: IndexData, own: Uint32Array, now: Uint32Array): (term: number) => List {
  const lists = new TermLists(data);
  let [docs, at] = [new Uint32Array(1024), new Uint32Array(1024)];
  return (term) => {
    const t = own[term] as number;
    if (t === NOWHERE) return { docs, at, size: 0, data };
    const [from, full] = [data.termStart[t] as number, lists.size(t)];
    if (docs.length < full) [docs, at] = [new Uint32Array(2 * full), new Uint32Array(2 * full)];
    lists.copy(t, docs);
    let size = 0;
    for (let k = 0; k < full; k++) {
      const to = now[docs[k] as number] as number;
      if (to === NOWHERE) continue;
      docs[size] = to;
      at[size++] = from + k;
    }
    return { docs, at, size, data };
  };
}
const BESIDE = ['impact', 'fields', 'where'] as const;
type Beside = Readonly<Record<(typeof BESIDE)[number], Uint8Array>>;
/** A list whose postings lie beside each other, as most do, is copied whole. */
const COPIED_WHOLE = 32;
function mergeList(x: List, y: List, posting: Uint32Array, made: Beside, place: number): number {
  let [i, j, k] = [0, 0, place];
  const [first, last] = [x.at[0] as number, x.at[x.size - 1] as number];
  if (y.size === 0 && x.size > COPIED_WHOLE && last - first + 1 === x.size) {
    posting.set(x.docs.subarray(0, x.size), place);
    for (const name of BESIDE) made[name].set(x.data[name].subarray(first, last + 1), place);
    return place + x.size;
  }
  while (i < x.size || j < y.size) {
    const isX = j >= y.size || (i < x.size && (x.docs[i] as number) < (y.docs[j] as number));
    const list = isX ? x : y;
    const own = isX ? i++ : j++;
    const at = list.at[own] as number;
    posting[k] = list.docs[own] as number;
    made.impact[k] = list.data.impact[at] as number;
    made.fields[k] = list.data.fields[at] as number;
    made.where[k] = list.data.where[at] as number;
    k++;
  }
  return k;
}

/** The words of the documents, in stretches as they stand in either index. */
function writeWords({ a, b }: Two, { from, n }: Places, docStart: Uint32Array, write: WritePiece): void {
  for (let i = 0; i < n; ) {
    let end = i + 1;
    while (end < n && from[end] === (from[end - 1] as number) + 1) end++;
    const [d, doc] = (from[i] as number) >= OF_B ? [b, (from[i] as number) - OF_B] : [a, from[i] as number];
    const words = d.forward.subarray(d.docStart[doc], d.docStart[doc + end - i]);
    if (words.length) write('forward', words, docStart[i] as number);
    i = end;
  }
}
