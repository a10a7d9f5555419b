/**
 * Suggestions while typing: people, subject headings and journals by the beginning of any of their words,
 * titles by their beginning. All beginnings are sorted when the index is built, so that what is typed selects
 * one range of them.
 */

import { suggestKey, titleKey } from '../../words/keys';
import type { Section } from '../format/format';
import { type StringTable, stringAt } from '../format/strings';
import { SUGGEST_KINDS, type SuggestKind } from '../port/engine';

const encoder = new TextEncoder();
export interface SuggestSource {
  readonly kind: SuggestKind;
  readonly values: readonly string[];
  /** In how many records each value stands. */
  readonly counts: ArrayLike<number>;
}

/** Letters of a beginning by which it is sorted. */
export const BEGINNING = 40;
/** What a key can be found by the beginnings of: itself from each of its words on, and where in it that is. */
export function beginningsIn(key: string): { readonly text: string; readonly at: number }[] {
  const found: { text: string; at: number }[] = [];
  for (let at = 0; at >= 0 && at < key.length; ) {
    found.push({ text: key.slice(at, at + BEGINNING), at });
    const space = key.indexOf(' ', at);
    at = space < 0 ? -1 : space + 1;
  }
  return found;
}

/** Packs the entries and their sorted beginnings as sections `sug…`. */
export function buildSuggestions(sources: readonly SuggestSource[]): Record<string, Section> {
  const texts: string[] = [];
  const kind: number[] = [];
  const value: number[] = [];
  const count: number[] = [];
  for (const s of sources) {
    s.values.forEach((v, i) => {
      const key = suggestKey(v);
      if (!key) return;
      texts.push(key);
      kind.push(SUGGEST_KINDS.indexOf(s.kind));
      value.push(i);
      count.push(s.counts[i] as number);
    });
  }
  const starts: { text: string; entry: number; at: number }[] = [];
  texts.forEach((t, entry) => {
    for (const { text, at } of beginningsIn(t)) starts.push({ text, entry, at });
  });
  starts.sort((a, b) => (a.text < b.text ? -1 : a.text > b.text ? 1 : a.entry - b.entry));
  const bytes = texts.map((t) => encoder.encode(t));
  const offsets = new Uint32Array(texts.length + 1);
  let size = 0;
  bytes.forEach((b, i) => {
    size += b.length;
    offsets[i + 1] = size;
  });
  const all = new Uint8Array(size);
  bytes.forEach((b, i) => {
    all.set(b, offsets[i]);
  });
  return {
    sugBytes: all,
    sugOffsets: offsets,
    sugKind: Uint8Array.from(kind),
    sugValue: Uint32Array.from(value),
    sugCount: Uint32Array.from(count),
    sugEntry: Uint32Array.from(starts, (s) => s.entry),
    sugAt: Uint16Array.from(starts, (s) => s.at),
  };
}

export interface SuggestData {
  readonly sug: StringTable;
  readonly sugKind: Uint8Array;
  readonly sugValue: Uint32Array;
  readonly sugCount: Uint32Array;
  readonly sugEntry: Uint32Array;
  readonly sugAt: Uint16Array;
}
export interface SuggestedValue {
  readonly kind: SuggestKind;
  readonly value: number;
  readonly count: number;
}
/** A range may hold a good part of the index (one letter typed); so many of its entries are looked at. */
const LOOKED_AT = 60_000;

/**
 * Entries one of whose words begins what was typed (all but the last word whole), the most frequent first.
 */
export function suggest(typed: string, data: SuggestData, perKind: number): SuggestedValue[] {
  const key = suggestKey(typed);
  if (!key) return [];
  const { sug, sugEntry, sugAt, sugKind, sugCount, sugValue } = data;
  const textAt = (i: number): string => stringAt(sug, sugEntry[i] as number).slice(sugAt[i] as number);
  const bound = (after: boolean): number => {
    let lo = 0;
    let hi = sugEntry.length;
    while (lo < hi) {
      const mid = (lo + hi) >> 1;
      const text = textAt(mid).slice(0, key.length);
      if (text < key || (after && text === key)) lo = mid + 1;
      else hi = mid;
    }
    return lo;
  };
  const [from, to] = [bound(false), bound(true)];
  const best: SuggestedValue[][] = SUGGEST_KINDS.map(() => []);
  const step = Math.max(1, Math.ceil((to - from) / LOOKED_AT));
  for (let i = from; i < to; i += step) {
    const e = sugEntry[i] as number;
    const list = best[sugKind[e] as number] as SuggestedValue[];
    const count = sugCount[e] as number;
    const value = sugValue[e] as number;
    if (list.length === perKind && count <= (list[perKind - 1] as SuggestedValue).count) continue;
    if (list.some((s) => s.value === value)) continue;
    const at = list.findIndex((s) => s.count < count);
    list.splice(at < 0 ? list.length : at, 0, {
      kind: SUGGEST_KINDS[sugKind[e] as number] as SuggestKind,
      value,
      count,
    });
    if (list.length > perKind) list.pop();
  }
  return best.flat();
}

/** Positions [from, to) in a list of titles sorted by `titleKey` of those that begin with what was typed. */
export function titleRange(
  typed: string,
  size: number,
  keyAt: (position: number) => string,
): readonly [number, number] {
  const key = titleKey(typed);
  const bound = (after: boolean): number => {
    let lo = 0;
    let hi = size;
    while (lo < hi) {
      const mid = (lo + hi) >> 1;
      const text = keyAt(mid).slice(0, key.length);
      if (text < key || (after && text === key)) lo = mid + 1;
      else hi = mid;
    }
    return lo;
  };
  return key ? [bound(false), bound(true)] : [0, 0];
}
