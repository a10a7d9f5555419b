/** The search sentence: the whole search in plain English, in parts, each of which a view may turn into a control. */

import type { Reach } from '../access/summary';
import { WAIT_LABEL, type WaitClass } from '../access/times';
import { CARRIERS, isKind, KINDS, languageLabel } from '../bibliography/kinds';
import type { Group, SearchRequest } from './request';

export type SentenceControl = 'kind' | 'peer' | 'years' | 'language' | 'reach' | 'other';
export interface SentencePart {
  readonly text: string;
  readonly control?: SentenceControl;
  /** Set for parts of control `other`: the choice that the part stands for. */
  readonly choice?: { readonly group: Group; readonly value: string };
}

export const REACH_LABEL: Record<Reach, string> = {
  online: 'what is readable online',
  shelves: 'our own shelves',
  partners: 'our partners',
  index: 'everything indexed',
};
const list = (words: readonly string[], joiner = 'and'): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} ${joiner} ${words.at(-1)}`;
const cap = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const kindPlural = (v: string): string => (isKind(v) ? KINDS[v].plural.toLowerCase() : v);

/** A value of a group in words. */
export function valueLabel(group: Group, value: string): string {
  if (group === 'kind') return isKind(value) ? KINDS[value].label : value;
  if (group === 'language') return languageLabel(value);
  if (group === 'wait') return WAIT_LABEL[value as WaitClass] ?? value;
  if (group === 'carrier') return CARRIERS[value as keyof typeof CARRIERS] ?? value;
  if (group === 'open') return value === 'yes' ? 'open to all' : 'not open to all';
  if (group === 'peer') return value.replaceAll('-', ' ');
  return value;
}

function peerText(keep: readonly string[]): string {
  if (!keep.length || keep.length === 3) return 'peer-reviewed or not';
  if (keep.includes('reviewed')) return keep.includes('not-known') ? 'peer-reviewed or not known' : 'peer-reviewed';
  return list(
    keep.map((k) => k.replaceAll('-', ' ')),
    'or',
  );
}

/** The parts in reading order; joined by the given text they make one English sentence. */
export function sentenceParts(r: SearchRequest): SentencePart[] {
  const kept = r.keep.kind ?? [];
  const left = [...(r.drop.kind ?? []).map(kindPlural), ...(r.drop.language ?? []).map(languageLabel)];
  const parts: SentencePart[] = [
    { text: kept.length ? cap(list(kept.map(kindPlural))) : 'Every kind', control: 'kind' },
    { text: r.q.trim() ? ' about ' : ' of thing' },
  ];
  if (r.q.trim()) parts.push({ text: r.q.trim().length > 80 ? `${r.q.trim().slice(0, 79)}…` : r.q.trim() });
  parts.push({ text: ', ' }, { text: peerText(r.keep.peer ?? []), control: 'peer' }, { text: ', from ' });
  parts.push({
    text:
      r.from === null && r.to === null
        ? 'any year'
        : r.to === null
          ? `${r.from} to now`
          : r.from === null
            ? `the start to ${r.to}`
            : r.from === r.to
              ? String(r.from)
              : `${r.from} to ${r.to}`,
    control: 'years',
  });
  parts.push(
    { text: ', in ' },
    { text: r.keep.language?.length ? list(r.keep.language.map(languageLabel), 'or') : 'any language', control: 'language' },
  );
  for (const [choices, word] of [
    [r.keep, ''],
    [r.drop, 'not '],
  ] as const) {
    for (const group of ['subject', 'person', 'journal', 'place', 'open', 'carrier', 'audience', 'source', 'wait'] as const) {
      for (const value of choices[group] ?? []) {
        const lead =
          group === 'subject'
            ? 'on '
            : group === 'person'
              ? 'by '
              : group === 'wait'
                ? 'readable '
                : group === 'place'
                  ? 'at '
                  : group === 'journal'
                    ? 'in '
                    : '';
        parts.push({ text: ', ' }, { text: `${word}${lead}${valueLabel(group, value)}`, control: 'other', choice: { group, value } });
      }
    }
  }
  if (left.length) parts.push({ text: ', leaving out ' }, { text: list(left), control: 'kind' });
  parts.push({ text: ', as far as ' }, { text: REACH_LABEL[r.reach], control: 'reach' }, { text: '.' });
  return parts;
}

export const sentence = (r: SearchRequest): string =>
  sentenceParts(r)
    .map((p) => p.text)
    .join('');
