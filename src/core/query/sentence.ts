/** The search sentence: the whole search in plain English, in parts, each of which a view may turn into a control. */

import { CARRIERS, isKind, KINDS, languageLabel } from '../model/kinds';
import type { Reach } from '../model/waits';
import { WAIT_LABEL } from '../model/waits';
import { own } from '../table';
import { fieldLabel } from './fields';
import { readQuery } from './read';
import {
  type Condition,
  type Group,
  hasCondition,
  NEW_SEARCH,
  type SearchRequest,
  withConditionOf,
} from './request';
import type { Field, QueryNode } from './tree';

export type SentenceControl = 'kind' | 'peer' | 'years' | 'language' | 'reach' | 'other';
export interface SentencePart {
  readonly text: string;
  readonly control?: SentenceControl;
  /** Set for parts of control `other`: the choice that the part stands for. */
  readonly choice?: { readonly group: Group; readonly value: string };
  /** The words of the search. */
  readonly asked?: boolean;
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
  if (group === 'wait') return own(WAIT_LABEL, value) ?? value;
  if (group === 'carrier') return own(CARRIERS, value) ?? value;
  if (group === 'open') return value === 'yes' ? 'open to all' : 'not open to all';
  if (group === 'peer') return value.replaceAll('-', ' ');
  return value;
}

function peerText(keep: readonly string[]): string {
  if (!keep.length || keep.length === 3) return 'peer-reviewed or not';
  if (keep.includes('reviewed'))
    return keep.includes('not-known') ? 'peer-reviewed or not known' : 'peer-reviewed';
  return list(
    keep.map((k) => k.replaceAll('-', ' ')),
    'or',
  );
}

const MOST = 160;
const shortened = (text: string): string => (text.length > MOST ? `${text.slice(0, MOST - 1)}…` : text);

const IN_FIELD: Record<Field, string> = {
  title: 'in the title',
  person: 'as a person',
  subject: 'as a subject',
  container: 'in the journal or book',
  text: 'in the abstract or contents',
  series: 'in the series',
  publisher: 'as the publisher',
  number: 'among the numbers',
};
/** The query tree in words: what was understood, however it was written. */
export function treeWords(node: QueryNode): string {
  const within = (text: string, field: Field | undefined): string =>
    field ? `${text} ${IN_FIELD[field]}` : text;
  const inner = (n: QueryNode): string =>
    n.op === 'or' || n.op === 'and' ? `(${treeWords(n)})` : treeWords(n);
  switch (node.op) {
    case 'everything':
      return 'anything';
    case 'word':
      return within(node.prefix ? `${node.text}…` : node.text, node.field);
    case 'phrase':
      return within(`“${node.text}”`, node.field);
    case 'begins':
      return `“${node.text}” at the beginning ${IN_FIELD[node.field].replace(/^(in|as|among) /, 'of ')}`;
    case 'whole':
      return `exactly “${node.text}” ${IN_FIELD[node.field]}`;
    case 'code':
      return `${fieldLabel(node.code)} ${node.value}${node.prefix ? '…' : ''}`;
    case 'years':
      return node.from === node.to
        ? `year ${node.from}`
        : node.from === null
          ? `years up to ${node.to}`
          : node.to === null
            ? `years from ${node.from}`
            : `years ${node.from} to ${node.to}`;
    case 'near':
      return `${treeWords(node.left)} ${node.ordered ? 'before' : 'near'} ${treeWords(node.right)} (${node.distance === 1 ? 'side by side' : `at most ${node.distance} words`})`;
    case 'not':
      return `without ${inner(node.of)}`;
    case 'and': {
      // Plain words stand side by side, as they were typed; anything more is set apart.
      const simple = node.of.every((n) => (n.op === 'word' || n.op === 'phrase') && !n.field);
      return node.of.map((n) => (n.op === 'or' ? inner(n) : treeWords(n))).join(simple ? ' ' : ', ');
    }
    case 'or':
      return node.of.map(inner).join(' or ');
  }
}
/** What was asked, in words, and the word before it: `about` for words alone, `with` for anything more exact. */
function asked(r: SearchRequest): { lead: 'about' | 'with'; text: string } {
  const read = readQuery(r);
  if ('problem' in read) return { lead: 'about', text: r.q.trim() };
  const { tree } = read;
  const simple = (n: QueryNode): boolean =>
    ((n.op === 'word' || n.op === 'phrase') && !n.field) ||
    ((n.op === 'and' || n.op === 'or') && n.of.every(simple));
  return { lead: simple(tree) ? 'about' : 'with', text: treeWords(tree) };
}

/** One condition of a search in words, as it stands in the sentence; empty when nothing is asked of it. */
export function conditionText(r: SearchRequest, name: Condition, places: Places = []): string {
  if (!hasCondition(r, name)) return '';
  const alone = withConditionOf({ ...NEW_SEARCH, drop: {} }, r, name);
  const parts = sentenceParts(alone, places);
  const find = (control: SentenceControl) => parts.filter((p) => p.control === control);
  switch (name) {
    case 'years':
      return find('years')[0]?.text ?? '';
    case 'reach':
      return `only as far as ${find('reach')[0]?.text ?? ''}`;
    case 'peer':
      return find('peer')[0]?.text ?? '';
    case 'language':
    case 'kind': {
      const dropped = alone.drop[name] ?? [];
      const kept = alone.keep[name]?.length ? (find(name)[0]?.text ?? '').toLowerCase() : '';
      return [
        name === 'language' && kept ? `in ${find(name)[0]?.text}` : kept,
        dropped.length
          ? `leaving out ${list(dropped.map(name === 'kind' ? kindPlural : languageLabel))}`
          : '',
      ]
        .filter(Boolean)
        .join(', ');
    }
    default:
      return find('other')
        .map((p) => p.text)
        .join(', ');
  }
}

/** The campuses of the library, by which the places of a search are named. */
export type Places = readonly { readonly id: string; readonly name: string }[];

/** The parts in reading order; joined by the given text they make one English sentence. */
export function sentenceParts(r: SearchRequest, places: Places = []): SentencePart[] {
  const words = asked(r);
  const kept = r.keep.kind ?? [];
  const left = [...(r.drop.kind ?? []).map(kindPlural), ...(r.drop.language ?? []).map(languageLabel)];
  const parts: SentencePart[] = [
    { text: kept.length ? cap(list(kept.map(kindPlural))) : 'Every kind', control: 'kind' },
    { text: r.q.trim() ? ` ${words.lead} ` : ' of thing' },
  ];
  if (r.q.trim()) parts.push({ text: shortened(words.text), asked: true });
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
    {
      text: r.keep.language?.length ? list(r.keep.language.map(languageLabel), 'or') : 'any language',
      control: 'language',
    },
  );
  for (const [choices, word] of [
    [r.keep, ''],
    [r.drop, 'not '],
  ] as const) {
    for (const group of [
      'subject',
      'person',
      'journal',
      'place',
      'open',
      'carrier',
      'audience',
      'source',
      'wait',
    ] as const) {
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
        const label =
          group === 'place'
            ? (places.find((c) => c.id === value)?.name ?? cap(value))
            : valueLabel(group, value);
        parts.push(
          { text: ', ' },
          { text: `${word}${lead}${label}`, control: 'other', choice: { group, value } },
        );
      }
    }
  }
  if (left.length) parts.push({ text: ', leaving out ' }, { text: list(left), control: 'kind' });
  parts.push({ text: ', as far as ' }, { text: REACH_LABEL[r.reach], control: 'reach' }, { text: '.' });
  return parts;
}

export const sentence = (r: SearchRequest, places: Places = []): string =>
  sentenceParts(r, places)
    .map((p) => p.text)
    .join('');
