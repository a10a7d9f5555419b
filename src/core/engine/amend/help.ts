/** What helps in asking, of two indexes as one: spelling and suggestions. */
import type { DiscoveryRecord } from '../../model/record';
import { fieldTexts } from '../../words/fieldTexts';
import { words } from '../../words/fold';
import { growU8, growU32 } from '../build/growable';
import type { IndexData } from '../format/data';
import type { Section } from '../format/format';
import { countStrings, findString, stringAt } from '../format/strings';
import { isSpelt } from '../help/spelling';
import { BEGINNING } from '../help/suggest';
import { SUGGEST_KINDS, type SuggestKind } from '../port/engine';
import { type MergedValues, OF_B, type Two } from './documents';
import { mergeOrders, mergeTables, NOWHERE, sourcesOf } from './merging';

/**
 * @param left records that are gone
 * @param language in which texts of no language are read
 */
export function mergedSpelling(
  { a, b }: Two,
  left: Iterable<DiscoveryRecord>,
  language: string | undefined,
): Record<string, Section> {
  const count = a.spellCount.slice();
  for (const record of left)
    for (const values of fieldTexts(record, language))
      for (const { text } of values)
        for (const word of words(text)) {
          const k = isSpelt(word) ? findString(a.spell, word) : -1;
          if (k >= 0) count[k] = (count[k] as number) - 1;
        }
  const merged = mergeTables(a.spell, b.spell, (k) => count[k] === 0);
  const counts = new Uint32Array(countStrings(merged.table));
  const add = (of: Uint32Array, now: Uint32Array): void =>
    now.forEach((to, k) => {
      if (to !== NOWHERE) counts[to] = (counts[to] as number) + (of[k] as number);
    });
  add(count, merged.a);
  add(b.spellCount, merged.b);
  // Words that both have are filed by the first one's forms.
  const ofA = new Uint8Array(counts.length);
  for (const now of merged.a) if (now !== NOWHERE) ofA[now] = 1;
  const [spellHash, spellWord] = [growU32(), growU32()];
  let [i, j] = [0, 0];
  const [x, y] = [a.spellHash, b.spellHash];
  const wordA = (k: number): number => merged.a[a.spellWord[k] as number] as number;
  const wordB = (k: number): number => {
    const now = merged.b[b.spellWord[k] as number] as number;
    return ofA[now] ? NOWHERE : now;
  };
  while (i < x.length || j < y.length) {
    if (i < x.length && wordA(i) === NOWHERE) i++;
    else if (j < y.length && wordB(j) === NOWHERE) j++;
    else {
      const isA =
        j >= y.length ||
        (i < x.length && ((x[i] as number) < (y[j] as number) || (x[i] === y[j] && wordA(i) < wordB(j))));
      spellHash.push((isA ? x[i] : y[j]) as number);
      spellWord.push(isA ? wordA(i++) : wordB(j++));
    }
  }
  return {
    spellBytes: merged.table.bytes,
    spellOffsets: merged.table.offsets,
    spellCount: counts,
    spellHash: spellHash.view(),
    spellWord: spellWord.view(),
  };
}

/** @param uses in how many documents each value stands */
export function mergedSuggestions(
  { a, b }: Two,
  values: MergedValues,
  uses: Readonly<Record<SuggestKind, Uint32Array>>,
): Record<string, Section> {
  const [entryA, entryB] = [entriesOf(a), entriesOf(b)];
  const now = {
    a: new Uint32Array(a.sugKind.length).fill(NOWHERE),
    b: new Uint32Array(b.sugKind.length).fill(NOWHERE),
  };
  const [kind, value, count, offsets] = [growU8(), growU32(), growU32(), growU32()];
  const bytes = new Uint8Array(a.sug.bytes.length + b.sug.bytes.length);
  let size = 0;
  offsets.push(0);
  for (const name of SUGGEST_KINDS) {
    const merged = values[name];
    const total = countStrings(merged.table);
    const from = { a: sourcesOf(merged.a, total), b: sourcesOf(merged.b, total) };
    for (let v = 0; v < total; v++) {
      const isA = from.a[v] !== NOWHERE;
      const [d, entries, old, to] = isA
        ? ([a, entryA, from.a[v] as number, now.a] as const)
        : ([b, entryB, from.b[v] as number, now.b] as const);
      const entry = entries[name][old] as number;
      // Some values have no word that one could begin with.
      if (entry === NOWHERE) continue;
      to[entry] = kind.length;
      const text = d.sug.bytes.subarray(d.sug.offsets[entry], d.sug.offsets[entry + 1]);
      bytes.set(text, size);
      size += text.length;
      offsets.push(size);
      kind.push(SUGGEST_KINDS.indexOf(name));
      value.push(v);
      count.push(uses[name][v] as number);
    }
  }
  const textAt = (d: IndexData, k: number): string => {
    const at = d.sugAt[k] as number;
    return stringAt(d.sug, d.sugEntry[k] as number).slice(at, at + BEGINNING);
  };
  const kept = (d: IndexData, to: Uint32Array, shift: number): Uint32Array => {
    const all = growU32();
    d.sugEntry.forEach((entry, k) => {
      if (to[entry] !== NOWHERE) all.push(k + shift);
    });
    return all.view();
  };
  const texts = new Map<number, string>();
  const order = mergeOrders(kept(a, now.a, 0), kept(b, now.b, OF_B), (y, x) => {
    const text = texts.get(y) ?? textAt(b, y - OF_B);
    texts.set(y, text);
    const other = textAt(a, x);
    return text < other
      ? -1
      : text > other
        ? 1
        : (now.b[b.sugEntry[y - OF_B] as number] as number) - (now.a[a.sugEntry[x] as number] as number);
  });
  const [entry, at] = [new Uint32Array(order.length), new Uint16Array(order.length)];
  order.forEach((k, i) => {
    const [d, own, to] = k >= OF_B ? [b, k - OF_B, now.b] : [a, k, now.a];
    entry[i] = to[d.sugEntry[own] as number] as number;
    at[i] = d.sugAt[own] as number;
  });
  return {
    sugBytes: bytes.slice(0, size),
    sugOffsets: offsets.view(),
    sugKind: kind.view(),
    sugValue: value.view(),
    sugCount: count.view(),
    sugEntry: entry,
    sugAt: at,
  };
}
/** The entry of each value of each kind. */
function entriesOf(d: IndexData): Readonly<Record<SuggestKind, Uint32Array>> {
  const of = (name: SuggestKind): Uint32Array => new Uint32Array(countStrings(d.tables[name])).fill(NOWHERE);
  const all = { person: of('person'), subject: of('subject'), journal: of('journal') };
  d.sugKind.forEach((kind, entry) => {
    all[SUGGEST_KINDS[kind] as SuggestKind][d.sugValue[entry] as number] = entry;
  });
  return all;
}
