/**
 * The search sentence: the whole search in plain English, in parts, each of which a view may turn into a
 * control.
 */

import { readQuery } from '../core/query/read';
import {
  type Condition,
  GROUPS,
  type Group,
  hasCondition,
  NEW_SEARCH,
  type SearchRequest,
  withConditionOf,
} from '../core/query/request';
import type { Field, QueryNode } from '../core/query/tree';
import { say } from './generated/sentence';
import { codeLabel, kindsName, languageLabel, reachLabel, valueLabel } from './labels';
import { sayJoined, sayList } from './say';
import { quoted, within } from './within';

export type SentenceControl = 'kind' | 'peer' | 'years' | 'language' | 'reach' | 'other';
export interface SentencePart {
  readonly text: string;
  readonly control?: SentenceControl;
  /** Set for parts of control `other`: the choice that the part stands for. */
  readonly choice?: { readonly group: Group; readonly value: string };
  /** The words of the search. */
  readonly asked?: boolean;
}

const cap = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
function peerText(keep: readonly string[]): string {
  if (!keep.length || keep.length === 3) return say('sentence.peerReviewedOrNot');
  if (keep.includes('reviewed'))
    return keep.includes('not-known') ? say('sentence.peerReviewedOrNotKnown') : say('label.peer.reviewed');
  return sayList(
    keep.map((k) => valueLabel('peer', k)),
    'or',
  );
}

const MOST = 160;
const shortened = (text: string): string => (text.length > MOST ? `${text.slice(0, MOST - 1)}…` : text);

/** A number as it is; a language and a kind by their names, where they are whole. */
function codeValue({ code, value, prefix }: Extract<QueryNode, { op: 'code' }>): string {
  if (prefix) return value;
  if (code === 'lang') return languageLabel(value);
  return code === 'kind' ? kindsName(value) : value;
}
const inField = (field: Field): string => say(`sentence.inField.${field}`);
/** The query tree in words: what was understood, however it was written. */
export function treeWords(node: QueryNode): string {
  const within = (text: string, field: Field | undefined): string =>
    field ? `${text} ${inField(field)}` : text;
  const inner = (n: QueryNode): string =>
    n.op === 'or' || n.op === 'and' ? `(${treeWords(n)})` : treeWords(n);
  switch (node.op) {
    case 'everything':
      return say('sentence.anything');
    case 'word':
      return within(node.prefix ? `${node.text}…` : node.text, node.field);
    case 'phrase':
      return within(quoted(node.text), node.field);
    case 'begins':
      return say('sentence.atTheBeginning', {
        text: node.text,
        in_field: say(`sentence.ofField.${node.field}`),
      });
    case 'whole':
      return say('sentence.exactly', { text: node.text, in_field: inField(node.field) });
    case 'code':
      return `${codeLabel(node.code)} ${codeValue(node)}${node.prefix ? '…' : ''}`;
    case 'years':
      return node.from === node.to
        ? say('sentence.year', { from: node.from })
        : node.from === null
          ? say('sentence.yearsUpTo', { to: node.to })
          : node.to === null
            ? say('sentence.yearsFrom', { from: node.from })
            : say('sentence.yearsTo', { from: node.from, to: node.to });
    case 'near':
      return `${treeWords(node.left)} ${say(node.ordered ? 'sentence.before' : 'sentence.near')} ${treeWords(node.right)} (${node.distance === 1 ? say('sentence.sideBySide') : say('sentence.atMostWords', { distance: node.distance })})`;
    case 'not':
      return say('sentence.without', { inner: inner(node.of) });
    case 'and': {
      // Plain words stand side by side, as they were typed; anything more is set apart.
      const simple = node.of.every((n) => (n.op === 'word' || n.op === 'phrase') && !n.field);
      return node.of.map((n) => (n.op === 'or' ? inner(n) : treeWords(n))).join(simple ? ' ' : ', ');
    }
    case 'or':
      return node.of.map(inner).join(` ${say('sentence.or')} `);
  }
}
/**
 * What was asked, in words, and the word before it: `about` for words alone, `with` for anything more exact.
 */
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
      return say('sentence.onlyAsFarAs', { text: find('reach')[0]?.text ?? '' });
    case 'peer':
      return find('peer')[0]?.text ?? '';
    case 'language':
    case 'kind': {
      const dropped = alone.drop[name] ?? [];
      const kept = alone.keep[name]?.length ? within(find(name)[0]?.text ?? '') : '';
      return sayJoined(
        [
          name === 'language' && kept ? say('sentence.in', { text: find(name)[0]?.text }) : kept,
          dropped.length
            ? say('sentence.leavingOut', {
                list: sayList(dropped.map(name === 'kind' ? kindsName : languageLabel)),
              })
            : '',
        ].filter(Boolean),
      );
    }
    default:
      return sayJoined(find('other').map((p) => p.text));
  }
}

/** The groups that have no place of their own in the sentence, in the order in which they are said. */
const OTHER_GROUPS = GROUPS.filter((g) => g !== 'kind' && g !== 'language' && g !== 'peer');
/** The campuses of the library, by which the places of a search are named. */
export type Places = readonly { readonly id: string; readonly name: string }[];

/** The parts in reading order; joined by the given text they make one English sentence. */
export function sentenceParts(r: SearchRequest, places: Places = []): SentencePart[] {
  const words = asked(r);
  const kept = r.keep.kind ?? [];
  const left = [...(r.drop.kind ?? []).map(kindsName), ...(r.drop.language ?? []).map(languageLabel)];
  const parts: SentencePart[] = [
    { text: kept.length ? cap(sayList(kept.map(kindsName))) : say('sentence.everyKind'), control: 'kind' },
    { text: r.q.trim() ? ` ${say(`sentence.lead.${words.lead}`)} ` : ` ${say('sentence.ofThing')}` },
  ];
  if (r.q.trim()) parts.push({ text: shortened(words.text), asked: true });
  parts.push(
    { text: ', ' },
    { text: peerText(r.keep.peer ?? []), control: 'peer' },
    { text: `${say('sentence.from')} ` },
  );
  parts.push({
    text:
      r.from === null && r.to === null
        ? say('sentence.anyYear')
        : r.to === null
          ? say('sentence.toNow', { from: r.from })
          : r.from === null
            ? say('sentence.theStartTo', { to: r.to })
            : r.from === r.to
              ? String(r.from)
              : say('sentence.to', { from: r.from, to: r.to }),
    control: 'years',
  });
  parts.push(
    { text: `${say('sentence.in2')} ` },
    {
      text: r.keep.language?.length
        ? sayList(r.keep.language.map(languageLabel), 'or')
        : say('sentence.anyLanguage'),
      control: 'language',
    },
  );
  for (const [choices, word] of [
    [r.keep, 'only'],
    [r.drop, 'not'],
  ] as const) {
    for (const group of OTHER_GROUPS) {
      for (const value of choices[group] ?? []) {
        const label =
          group === 'place'
            ? (places.find((c) => c.id === value)?.name ?? cap(value))
            : valueLabel(group, value);
        parts.push(
          { text: ', ' },
          {
            text: say(`sentence.${word}.${group}`, { label }),
            control: 'other',
            choice: { group, value },
          },
        );
      }
    }
  }
  if (left.length)
    parts.push({ text: `${say('sentence.leavingOut2')} ` }, { text: sayList(left), control: 'kind' });
  parts.push(
    { text: `${say('sentence.asFarAs')} ` },
    { text: reachLabel(r.reach), control: 'reach' },
    { text: '.' },
  );
  return parts;
}

/**
 * The search sentence as one text.
 * @example sentence({ ...NEW_SEARCH, q: 'kelp', from: 2012 }) // 'Every kind about kelp, peer-reviewed or
 *   not, from 2012 to now, in any language, leaving out news, as far as everything indexed.'
 */
export const sentence = (r: SearchRequest, places: Places = []): string =>
  sentenceParts(r, places)
    .map((p) => p.text)
    .join('');
