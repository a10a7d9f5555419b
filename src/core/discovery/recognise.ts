/**
 * What a query is when it is more than words: a standard number, a call number, a place in a journal (title,
 * volume, page), a journal's title, a person's name. Offered at once with how many records it would find;
 * taken at once only where nothing else can be meant.
 */

import type { EngineConditions, SearchEngine } from '../engine/port/engine';
import { msg } from '../model/message';
import type { Offer, QueryNote } from '../query/plain';
import { printPlain } from '../query/plain';
import { join, type QueryNode } from '../query/tree';
import { type CodeKind, callNumberKey } from '../words/codes';
import { SMALL_WORDS, words } from '../words/fold';

export interface Recognised {
  /** To be searched in place of the words; null when they are searched as they are. */
  readonly tree: QueryNode | null;
  readonly notes: readonly QueryNote[];
}
const NOTHING: Recognised = { tree: null, notes: [] };
/** Class letters, class number, cutters; or three digits with decimals and an author mark. */
const LC = /^[a-z]{1,3}\s?\d{1,4}(\.\d+)?(\s?\.?[a-z]\d{1,5})*(\s\d{4})?(\s?[vc]\.\s?\d+)?$/i;
const DEWEY = /^\d{3}(\.\d{1,6})?(\s[a-z]{2,4})?$/i;
const LONGEST_QUERY = 600;
const LONGEST_TITLE = 14;
const LONGEST_NAME = 4;
/** A single word is a name only if so much of what has it has it among the people. */
const MOSTLY = 0.4;

/** @param conditions of the search: what is offered is counted with them */
export async function recognise(
  q: string,
  tree: QueryNode,
  engine: SearchEngine,
  conditions: EngineConditions,
): Promise<Recognised> {
  const text = q.trim().replace(/\s+/g, ' ');
  if (!text || text.length > LONGEST_QUERY) return NOTHING;
  if (tree.op === 'code')
    return {
      tree: null,
      notes: [{ code: 'recognised', text: msg('found.readAs', { code: msg(`found.code.${tree.code}`) }) }],
    };
  const asWords: Offer = { text: msg('found.searchTheWordsInstead'), q, exact: true };

  if (LC.test(text) || DEWEY.test(text)) {
    const node: QueryNode = { op: 'code', code: 'call', value: callNumberKey(text), prefix: true };
    const [found = 0] = await engine.matching([node], conditions);
    if (found > 0)
      return {
        tree: node,
        notes: [
          {
            code: 'recognised',
            text: msg('found.readAsACallNumberWhat'),
            offers: [asWords],
          },
        ],
      };
  }
  const plain = !/["():*]|\b(OR|AND|NOT)\b/.test(text);
  const place = /\d/.test(text) ? await placeInJournal(text, engine, conditions) : null;
  if (place) {
    const numbers = place.of.flatMap((n) =>
      n.op === 'code' ? [msg(`found.place.${n.code}`, { value: n.value })] : [],
    );
    return {
      tree: place,
      notes: [
        {
          code: 'recognised',
          text: msg('found.readAsAPlaceInA', { title: place.title, numbers: { joined: numbers, by: ', ' } }),
          offers: [asWords],
        },
      ],
    };
  }
  if (!plain) return NOTHING;
  const notes = [
    ...(await journalNotes(text, engine, conditions)),
    ...(await personNotes(text, engine, conditions)),
  ];
  return { tree: null, notes };
}

async function journalNotes(
  text: string,
  engine: SearchEngine,
  conditions: EngineConditions,
): Promise<QueryNote[]> {
  const [title] = await engine.containers([words(text).join(' ')]);
  if (!title) return [];
  const node: QueryNode = { op: 'whole', text: title, field: 'container' };
  const [n = 0] = await engine.passing([node], conditions);
  return n > 1
    ? [
        {
          code: 'journal',
          text: msg('found.isAJournalOrABook', { title }),
          offers: [{ text: msg('found.searchInIt', { n }), q: printPlain(node) }],
        },
      ]
    : [];
}

/** A journal's title among the words, longest first, with numbers behind it that find something there. */
async function placeInJournal(
  text: string,
  engine: SearchEngine,
  conditions: EngineConditions,
): Promise<{ op: 'and'; of: readonly QueryNode[]; title: string } | null> {
  const list = words(text);
  const spans: { readonly key: string; readonly rest: readonly string[] }[] = [];
  for (let length = Math.min(LONGEST_TITLE, list.length - 2); length > 0; length--)
    for (let at = 0; at + length <= list.length; at++)
      spans.push({ key: list.slice(at, at + length).join(' '), rest: list.slice(at + length) });
  const titles = spans.length ? await engine.containers(spans.map((s) => s.key)) : [];
  for (const [i, { rest }] of spans.entries()) {
    const title = titles[i];
    if (!title) continue;
    const tries = readings(rest).map((codes): QueryNode[] => [
      { op: 'whole', text: title, field: 'container' },
      ...codes,
    ]);
    const counts = await engine.matching(
      tries.map((of) => join('and', of)),
      conditions,
    );
    const of = tries.find((_, k) => (counts[k] ?? 0) > 0);
    if (of) return { op: 'and', of, title };
  }
  return null;
}

async function personNotes(
  text: string,
  engine: SearchEngine,
  conditions: EngineConditions,
): Promise<QueryNote[]> {
  const names = words(text).filter((w) => !SMALL_WORDS.has(w));
  if (!names.length || names.length > LONGEST_NAME || names.some((w) => /\d/.test(w))) return [];
  const inField = (field: 'person' | 'subject'): QueryNode =>
    join(
      'and',
      names.map((w): QueryNode => ({ op: 'word', text: w, field })),
    );
  const everywhere = { ...conditions, since: null };
  const [by = 0] = await engine.matching([inField('person')], everywhere);
  if (by === 0) return [];
  const [only] = names;
  if (names.length === 1 && only) {
    const [all = 0] = await engine.frequencies([{ text: only, prefix: false }]);
    if (by < MOSTLY * all) return [];
  } else if (!(await engine.isName(names))) return [];
  const [n = 0, about = 0] = await engine.passing([inField('person'), inField('subject')], conditions);
  const written = text.replace(/,/g, '');
  return [
    {
      code: 'person',
      text: msg('found.isAPersonsName', { text }),
      offers: [
        { text: msg('found.worksBy', { n }), q: `by:(${written})` },
        ...(about > 0 ? [{ text: msg('found.about', { about }), q: `subject:(${written})` }] : []),
      ],
    },
  ];
}

/** The ways in which the words after a journal's title can be volume, issue and page, likeliest first. */
function readings(rest: readonly string[]): QueryNode[][] {
  const code = (kind: CodeKind, value: string | undefined): QueryNode[] =>
    value === undefined ? [] : [{ op: 'code', code: kind, value }];
  const labelled: Partial<Record<'vol' | 'iss' | 'page', string>> = {};
  const numbers: string[] = [];
  for (let i = 0; i < rest.length; i++) {
    const w = rest[i] as string;
    const next = rest[i + 1];
    const label = /^(v|vol|volume|band|bd|tome)$/.test(w)
      ? 'vol'
      : /^(n|no|nr|issue|heft|number)$/.test(w)
        ? 'iss'
        : /^(p|pp|page|pages|s|seite)$/.test(w)
          ? 'page'
          : null;
    if (label && next && /^[a-z]?\d/.test(next)) {
      labelled[label] = next;
      i++;
    } else if (/^[a-z]?\d+[a-z]?$/.test(w)) numbers.push(w);
  }
  const isYear = (n: string): boolean => /^(1[6-9]|20)\d\d$/.test(n);
  const bare = [numbers, numbers.filter((n) => !isYear(n))].filter(
    (l, i, all) => i === 0 || l.length !== (all[0] as string[]).length,
  );
  const out: QueryNode[][] = [];
  for (const list of [...bare].reverse()) {
    const [a, b, c] = list;
    const { vol, iss, page } = labelled;
    if (vol && page)
      out.push(
        [...code('vol', vol), ...code('iss', iss), ...code('page', page)],
        [...code('vol', vol), ...code('page', page)],
      );
    else if (vol && a)
      out.push([...code('vol', vol), ...code('page', a)], [...code('vol', vol), ...code('page', b ?? a)]);
    else if (page && a) out.push([...code('vol', a), ...code('page', page)]);
    else if (a && b) {
      if (c)
        out.push(
          [...code('vol', a), ...code('iss', b), ...code('page', c)],
          [...code('vol', a), ...code('page', c)],
        );
      out.push([...code('vol', a), ...code('page', b)]);
    }
  }
  return out;
}
